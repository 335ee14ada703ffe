using System.Collections.Immutable;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Scenes;

namespace Jaali.Benchmarks;

/// <summary>Charts and tables from their rows to a scene; joins that find their way anew.</summary>
internal static class Figures
{
    public static async Task RunAsync(string root)
    {
        using var facts = new DemoFacts(System.IO.Path.Combine(root, "demo", "photos"));
        Deck deck = Do(Deck.New(facts.NewId(), "Holding the shore"), new AddPoints("Width of the ridge"));
        deck = Do(deck, new MakeSlides());
        Guid slide = deck.Slides.Find(s => s.Kind == SlideKind.Point)!.Id;
        // Other figures each time, so that nothing is remembered from the last.
        int turn = 0;
        foreach (
            (string what, Func<ItemEdit> made) in new (string, Func<ItemEdit>)[]
            {
                ("columns of 1,000 values", () => new ChartEdit(ChartForm.Columns, Rows(1000, 1))),
                ("lines of 10 series of 100 values", () => new ChartEdit(ChartForm.Lines, Rows(100, 10))),
                ("a table of 20 x 8", () => new TableEdit(Rows(20, 7))),
            }
        )
        {
            // The edit that brings it is measured elsewhere: here it is from the rows to what is painted.
            const int Runs = 40,
                Warm = 8;
            Deck[] with = [.. Enumerable.Range(0, Runs + Warm).Select(_ => Do(deck, new AddItem(slide, made())))];
            (_, _, Times more) = await Report.PairsAsync(
                Runs,
                i => Scene(with[(i + with.Length) % with.Length]),
                _ => Scene(deck),
                Warm
            );
            Report.Limit($"{what} to a scene, over the slide without it", more, 30);
        }

        Deck joined = Joined();
        Guid middle = joined.Slide(slide)!.Items.OfType<Shape>().First().Id;
        HashSet<Guid> moved = [middle];
        Times ways = await Report.TimeAsync(
            60,
            i =>
            {
                Deck now = Do(joined, new MoveItems(slide, [middle], 3 + Math.Abs(i), 2));
                GC.KeepAlive(LinePath.Along(now.Slide(slide)!, moved).ToArray());
                return Task.CompletedTask;
            },
            warm: 10
        );
        // What follows within a tenth of a second is seen to follow (common practice, from memory); no hand waits.
        Report.Limit("20 joins find their way while a hand moves what they lead from", ways, 100);

        static void Write(IReadOnlyList<SceneNode> nodes)
        {
            foreach (SceneNode node in nodes)
            {
                if (node is PathNode path)
                    GC.KeepAlive(path.Path.Data);
                else if (node is GroupNode group)
                    Write(group.Nodes);
            }
        }

        Task Scene(Deck on)
        {
            // Outlines are written when they are asked for, which is in every copy and on every screen.
            foreach (Scene made in SceneBuilder.Build(on, on.Slide(slide)!, facts))
                Write(made.Nodes);
            return Task.CompletedTask;
        }

        ImmutableList<ImmutableList<string>> Rows(int rows, int series)
        {
            turn++;
            return
            [
                .. Enumerable
                    .Range(0, rows)
                    .Select(r =>
                        (ImmutableList<string>)
                            [
                                $"row {r + 1}",
                                .. Enumerable
                                    .Range(0, series)
                                    .Select(s => ((r * 37 + s * 91 + turn) % 1000 / 10.0).ToString("0.0")),
                            ]
                    ),
            ];
        }

        // One box in the middle, twenty round it, an arrow to each.
        Deck Joined()
        {
            Deck on = Do(deck, new AddItem(slide, new ShapeEdit(), new(860, 450, 200, 140)));
            Guid from = on.Slide(slide)!.Items.OfType<Shape>().Single().Id;
            for (int i = 0; i < 20; i++)
            {
                double angle = 2 * Math.PI * i / 20;
                on = Do(
                    on,
                    new AddItem(
                        slide,
                        new ShapeEdit(),
                        new(910 + 780 * Math.Sin(angle), 490 - 420 * Math.Cos(angle), 100, 60)
                    )
                );
                Guid to = on.Slide(slide)!.Items.OfType<Shape>().Last().Id;
                LineRoute route = (LineRoute)(i % 3);
                on = Do(on, new AddItem(slide, new LineEdit(FromItem: from, ToItem: to, Route: route)));
            }
            return on;
        }

        Deck Do(Deck on, DeckCommand command) =>
            DeckEditor.Apply(on, command, facts) is Edited e
                ? e.Deck
                : throw new InvalidOperationException(command.UndoLabel);
    }
}
