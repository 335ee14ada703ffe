using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Benchmarks;

/// <summary>Setting words, judging them, and a whole deck in another look; with the faces and photos of the
/// demo.</summary>
internal static class Wording
{
    public static async Task RunAsync(string root)
    {
        using var facts = new DemoFacts(System.IO.Path.Combine(root, "demo", "photos"));
        string[] ids = facts.Ids;
        Deck deck = Do(Deck.New(facts.NewId(), "Holding the shore"), new AddPoints(Points(57)));
        deck = Do(deck, new MakeSlides());
        for (int i = 0; i < deck.Slides.Count - 1; i++)
            deck = Do(deck, new PlaceGround(deck.Slides[i].Id, ids[i % ids.Length]));
        Guid slide = deck.Slides[5].Id;
        deck = Do(
            deck,
            new AddItem(
                slide,
                new WordsEdit(
                    Role: WordsRole.Body,
                    Body:
                    [
                        .. Enumerable
                            .Range(0, 6)
                            .Select(i => new Paragraph(
                                [
                                    new TextRun("What the shore holds is "),
                                    new TextRun("never", Bold: true),
                                    new TextRun($" a wall of stone, whatever is said of it {i}"),
                                ],
                                ListMarker.Point,
                                i % 2
                            )),
                    ]
                )
            )
        );
        Guid body = deck.Slide(slide)!.Items.OfType<Words>().Single(w => w.Role == WordsRole.Body).Id;

        // A letter more each time, so that nothing is remembered from the last.
        int typed = 0;
        Times echo = await Report.TimeAsync(
            60,
            _ =>
            {
                var text = new WordsEdit($"A title that grows by a letter {new string('m', typed++ % 40)} {typed}");
                Deck drafted = Do(deck, new EditItem(slide, body, text));
                SceneBuilder.Build(drafted, drafted.Slide(slide)!, facts);
                return Task.CompletedTask;
            },
            warm: 10
        );
        Report.Limit("words typed, set and judged on their slide", echo, 50);

        Times reads = await Report.TimeAsync(
            60,
            _ =>
            {
                SceneBuilder.Build(deck, deck.Slide(slide)!, facts);
                return Task.CompletedTask;
            },
            warm: 10
        );
        Report.Limit("legibility of a slide with a title, a list and a credit", reads, 50);

        int house = 0;
        Times restyled = await Report.TimeAsync(
            6,
            _ =>
            {
                Deck other = Do(deck, new SetHouseStyle(HouseStyles.All[1 + (house++ % (HouseStyles.All.Count - 1))]));
                GC.KeepAlive(other.Slides.AsParallel().SelectMany(s => SceneBuilder.Build(other, s, facts)).ToArray());
                return Task.CompletedTask;
            },
            warm: 1
        );
        Report.Limit($"a deck of {deck.Slides.Count} slides in another style", restyled, 2000);

        Guid title = deck.Slide(slide)!.Items.OfType<Words>().First().Id;
        Deck busy = Do(deck, new SetRoom(Room.Usual with { Light = RoomLight.Daylight }));
        Times remedies = await Report.TimeAsync(
            8,
            _ =>
            {
                Remedies.Of(busy, slide, title, facts, facts);
                Remedies.Of(busy, slide, body, facts, facts);
                return Task.CompletedTask;
            },
            warm: 2
        );
        Report.Limit("all remedies for a title and a list", remedies, 500);

        // Shaping alone, without breaking: what setting words cannot do without.
        string page = string.Join(' ', Enumerable.Repeat("What the shore holds is never a wall of stone.", 110));
        TypeSetting how = new Theme(deck.House, facts.Fonts).Setting(WordsRole.Body);
        int turn = 0;
        Times shaped = await Report.TimeAsync(
            20,
            _ =>
            {
                facts.Shelf.Shape(how.Face.Id, 40, page + turn++);
                return Task.CompletedTask;
            }
        );
        Times set = await Report.TimeAsync(
            20,
            _ =>
            {
                Typesetter.Fit(Paragraph.Of(page + turn++), how, 1600, 900, facts.Fonts);
                return Task.CompletedTask;
            }
        );
        Report.Ratio("5,000 letters set into a room", set, shaped, 12, "shaping them once");

        Deck Do(Deck on, DeckCommand command) =>
            DeckEditor.Apply(on, command, facts) is Edited e
                ? e.Deck
                : throw new InvalidOperationException(command.UndoLabel);
    }

    private static string Points(int count) =>
        string.Join('\n', Enumerable.Range(1, count).Select(i => $"What the shore holds, {i}: sand that may move"));
}
