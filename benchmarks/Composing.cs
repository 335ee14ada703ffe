using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Testing;

namespace Jaali.Benchmarks;

/// <summary>Proposals for the photos of a slide, and the guides of one of its things.</summary>
internal static class Composing
{
    public static async Task RunAsync()
    {
        foreach ((int photos, double aim) in new[] { (6, 20.0), (9, 60.0) })
        {
            var world = new World();
            Deck deck = world.Deck(1);
            Guid slide = deck.Slides[1].Id;
            deck = world.Do(deck, new AddPhotos(slide, world.AddSeveral(photos))).Deck;
            Times times = await Report.TimeAsync(
                40,
                _ =>
                {
                    Arrangements.For(deck, deck.Slide(slide)!, world);
                    return Task.CompletedTask;
                },
                warm: 20
            );
            // The same trees without setting or judging any of them: what no way of proposing can do without.
            Times trees = await Report.TimeAsync(
                40,
                _ =>
                {
                    Mosaics.Count(photos);
                    return Task.CompletedTask;
                },
                warm: 20
            );
            Report.Limit(
                $"proposals for {photos} photos",
                times,
                aim,
                $"the trees of one direction alone {Report.N(trees.P50)}"
            );
        }
        foreach (int things in new[] { 40, 190 })
        {
            var world = new World();
            world.Add("p", 2400, 1600);
            Deck deck = world.Deck(1);
            Guid slide = deck.Slides[1].Id;
            deck = world.Do(deck, new AddItem(slide, new FrameEdit("p"), new SlideRect(10, 10, 90, 60))).Deck;
            Item one = deck.Slide(slide)!.Items.OfType<Frame>().Single();
            deck = world
                .Do(
                    deck,
                    new PasteItems(
                        slide,
                        [
                            .. Enumerable
                                .Range(1, things - 1)
                                .Select(i =>
                                    one with
                                    {
                                        At = new Placement(new(i * 37 % 1700, i * 53 % 900, 80 + i % 40, 60 + i % 30)),
                                    }
                                ),
                        ]
                    )
                )
                .Deck;
            Times times = await Report.TimeAsync(
                60,
                _ =>
                {
                    Guides.For(deck, deck.Slide(slide)!, deck.Slide(slide)!.Item(one.Id)!);
                    return Task.CompletedTask;
                },
                warm: 20
            );
            Report.Limit($"guides among {things} things", times, 20);
        }
    }
}
