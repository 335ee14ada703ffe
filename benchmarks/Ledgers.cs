using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Benchmarks;

/// <summary>The whole ledger of a large deck, and again after an edit.</summary>
internal static class Ledgers
{
    public static async Task RunAsync()
    {
        LicenceFamily[] families = [.. Enum.GetValues<LicenceFamily>()];
        string[] versions = ["1.0", "2.0", "2.5", "3.0", "4.0"];
        Dictionary<string, PhotoFacts> photos = Enumerable
            .Range(0, 400)
            .Select(i => new PhotoFacts(
                $"{i:x64}",
                1920,
                1280,
                PhotoPoint.Centre,
                new RightsRecord(
                    $"Photo {i} of the long shore",
                    $"Maker {i % 40}",
                    null,
                    $"http://photos.example/{i}",
                    "Tern Commons",
                    new Licence(families[i % families.Length], versions[i % 5], ""),
                    ""
                )
            ))
            .ToDictionary(p => p.Id);
        // 200 slides of two photos each: a slide holds one ground today, so that 400 placements stand on 400 slides.
        CropWindow crop = CropFinder.Largest(1.5, 16 / 9.0, PhotoPoint.Centre);
        ImmutableList<Slide> slides =
        [
            .. photos.Keys.Select(
                (id, i) =>
                    new Slide(
                        Guid.NewGuid(),
                        SlideKind.Free,
                        null,
                        [
                            new Frame(
                                Guid.NewGuid(),
                                Placement.Ground(SlideShape.Wide.Bounds()),
                                id,
                                crop,
                                Tone: i % 3 == 0 ? FrameTone.Grey : FrameTone.Natural
                            ),
                        ],
                        "",
                        60
                    )
            ),
        ];
        Deck deck = Deck.New(Guid.NewGuid(), "Large") with { Slides = slides };
        Times whole = await Report.TimeAsync(
            100,
            _ => Task.FromResult(Ledger.Of(deck, photos.GetValueOrDefault).Sum(e => e.Credit.Text.Length)),
            warm: 20
        );
        Report.Limit("the whole ledger of 400 photos, credits written", whole, 100, aim95: 100);
    }
}
