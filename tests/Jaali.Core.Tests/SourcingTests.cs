using CsCheck;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed class SourcingTests
{
    private static Candidate Found(
        string collection,
        string id,
        int width = 2400,
        int height = 1600,
        Licence? licence = null,
        string? source = null,
        params string[] tags
    )
    {
        var whole = new Rendition($"http://127.0.0.1/{collection}/{id}.jpg", width, height);
        return new Candidate(
            id,
            collection,
            whole,
            [whole],
            World.Rights(licence ?? new Licence(LicenceFamily.By, "4.0", "")) with
            {
                SourceUrl = source ?? $"http://{collection}.example/{id}",
                Title = id,
            },
            tags,
            Evidence.Of(id, "http://127.0.0.1/", DateTimeOffset.UnixEpoch)
        );
    }

    private static Suitability Suits(Candidate c) => Suitability.Of(c, SlideShape.Wide, DeclaredUse.PublicTalk);

    /// <summary>Cormack et al. 2009: score(d) = sum of 1 / (60 + rank). Worked by hand: first and third of two lists
    /// against second of both.</summary>
    [Fact]
    public void Ranks_are_fused_by_the_published_formula()
    {
        Dictionary<string, double> s = RankFusion.Scores<string>([
            ["a", "b", "c"],
            ["d", "b", "a"],
        ]);
        Assert.Equal(1 / 61.0 + 1 / 63.0, s["a"], 12);
        Assert.Equal(2 / 62.0, s["b"], 12);
        Assert.Equal(1 / 63.0, s["c"], 12);
        Assert.True(s["a"] > s["b"] && s["b"] > s["d"] && s["d"] > s["c"]);
    }

    [Fact]
    public void The_same_picture_of_two_collections_is_one_with_both_sources_and_the_better_terms()
    {
        Candidate small = Found("a", "1", 1200, 800, new Licence(LicenceFamily.ByNcNd, "4.0", "")),
            large = Found("b", "2"),
            other = Found("a", "3");
        var looks = new Dictionary<string, ThumbnailMetrics>
        {
            ["1"] = new(0b1011, 600, 400, .5, .5),
            ["2"] = new(0b1001, 640, 427, .5, .5),
            ["3"] = new(~0UL, 600, 400, .5, .5),
        };
        IReadOnlyList<ResultPicture> wall = Merging.Of(
            [
                [small, other],
                [large],
            ],
            c => looks[c.Id],
            Suits
        );
        Assert.Equal(2, wall.Count);
        ResultPicture merged = wall.Single(p => p.Others.Count == 1);
        Assert.Equal(("2", "1"), (merged.Best.Id, merged.Others[0].Id));
        Assert.Same(merged, wall[0]);
        // Before anybody has looked they are two; the same source page makes them one at once.
        Assert.Equal(
            3,
            Merging
                .Of(
                    [
                        [small, other],
                        [large],
                    ],
                    _ => null,
                    Suits
                )
                .Count
        );
        Assert.Single(
            Merging.Of(
                [
                    [Found("a", "1", source: "http://www.x.example/p/")],
                    [Found("b", "2", source: "https://x.example/p#top")],
                ],
                _ => null,
                Suits
            )
        );
        // A tall crop of a picture is another picture.
        Assert.Equal(
            2,
            Merging
                .Of(
                    [
                        [small],
                        [large],
                    ],
                    c => c == small ? looks["1"] with { Width = 300 } : looks["2"],
                    Suits
                )
                .Count
        );
    }

    [Fact]
    public void A_collection_that_answers_nothing_changes_nothing()
    {
        Candidate[] found = [Found("a", "1"), Found("a", "2"), Found("a", "3", 500, 900)];
        string[] alone = [.. Merging.Of([found], _ => null, Suits).Select(p => p.Best.Id)];
        Assert.Equal(
            alone,
            Merging
                .Of(
                    [
                        [],
                        found,
                        [],
                    ],
                    _ => null,
                    Suits
                )
                .Select(p => p.Best.Id)
        );
        // What fits the need leads: the tall, small one comes last.
        Assert.Equal("3", alone[^1]);
    }

    [Fact]
    public void Near_duplicates_are_those_that_a_look_at_every_hash_finds() =>
        Gen.Select(Gen.ULong.Array[1, 60], Gen.ULong, Gen.Int[0, 63].Array[0, 11], Gen.Int[0, 11])
            .Sample(
                (many, one, flips, most) =>
                {
                    // Some that are near: the one itself with a few bits turned.
                    ulong near = flips.Aggregate(one, (h, b) => h ^ (1UL << b));
                    ulong[] all = [.. many, near, one];
                    var expected = all.Select((h, i) => (i, System.Numerics.BitOperations.PopCount(h ^ one)))
                        .Where(p => p.Item2 <= most)
                        .OrderBy(p => p.Item2)
                        .ThenBy(p => p.i)
                        .ToArray();
                    Assert.Equal(expected, SamePicture.Near(all, one, most).Select(n => (n.Place, n.Distance)));
                }
            );

    [Fact]
    public void Related_words_are_shared_by_several_results_and_were_not_asked_for()
    {
        string[][] found =
        [
            ["Dune at dusk", "dune", "ridge", "marram"],
            ["The long dunes", "ridge", "wind"],
            ["Ridge in the wind", "dune", "wind"],
            ["Marram", "dune"],
        ];
        Assert.Equal(["ridge", "marram", "wind"], RelatedWords.Propose(found, "dunes"));
        Assert.Empty(
            RelatedWords.Propose(
                [
                    ["one", "two"],
                ],
                "three"
            )
        );
        Assert.Empty(RelatedWords.Propose([], ""));
    }

    [Fact]
    public void The_wall_is_narrowed_by_terms_shape_pixels_and_tone()
    {
        Candidate by = Found("a", "1"),
            nothing = Found("a", "2", licence: new Licence(LicenceFamily.Cc0, "1.0", "")),
            alike = Found("a", "3", licence: new Licence(LicenceFamily.BySa, "4.0", "")),
            closed = Found("a", "4", licence: new Licence(LicenceFamily.InCopyright, "", "")),
            small = Found("a", "5", 640, 427),
            tall = Found("a", "6", 1600, 2400);
        var light = new ThumbnailMetrics(1, 600, 400, .8, .6);
        HiddenReason? Why(ResultFilter f, Candidate c, ThumbnailMetrics? look = null) => f.WhyHidden(c, Suits(c), look);
        var any = new ResultFilter(LicenceFilter.Any);
        Assert.All([by, nothing, alike, small, tall], c => Assert.Null(Why(any, c)));
        Assert.Equal(HiddenReason.Closed, Why(any, closed));
        Assert.Null(Why(any with { Closed = true }, closed));
        Assert.Equal(
            (null, HiddenReason.Filter, null),
            (
                Why(any with { Licence = LicenceFilter.AsksCredit }, by),
                Why(any with { Licence = LicenceFilter.AsksCredit }, alike),
                Why(any with { Licence = LicenceFilter.AsksCredit }, nothing)
            )
        );
        Assert.Equal(
            (HiddenReason.Filter, null),
            (
                Why(any with { Licence = LicenceFilter.AsksNothing }, by),
                Why(any with { Licence = LicenceFilter.AsksNothing }, nothing)
            )
        );
        Assert.Equal(
            (HiddenReason.Filter, null),
            (Why(any with { FillsSlide = true }, small), Why(any with { FillsSlide = true }, by))
        );
        Assert.Equal(
            (HiddenReason.Filter, null),
            (Why(any with { Shape = PhotoShape.Wide }, tall), Why(any with { Shape = PhotoShape.Tall }, tall))
        );
        Assert.Equal(
            (HiddenReason.Filter, null, null),
            (
                Why(any with { Tone = ToneFilter.Dark }, by, light),
                Why(any with { Tone = ToneFilter.Light }, by, light),
                Why(any with { Tone = ToneFilter.Dark }, by)
            )
        );
        Assert.Equal(HiddenReason.Filter, Why(any with { Calm = true }, by, light with { Calm = .1 }));
    }

    /// <summary>A service that makes any size is asked for exactly what the frame needs (IIIF Image API 3.0, section
    /// 4.2, "w,").</summary>
    [Fact]
    public void A_service_is_asked_for_exactly_the_size_needed() =>
        Gen.Select(Gen.Int[300, 9000], Gen.Int[300, 9000], Gen.Bool)
            .Sample(
                (w, h, largest) =>
                {
                    var service = new ImageService("https://images.example/7", w, h);
                    Candidate c = Found("m", "7", w, h) with { Service = service, Renditions = [service.At(w)] };
                    SlideRect slide = SlideShape.Wide.Bounds();
                    Rendition taken = RenditionChoice.For(c, slide, largest);
                    Assert.InRange(taken.Width, 1, w);
                    Assert.Equal(
                        taken.Width == w
                            ? "https://images.example/7/full/max/0/default.jpg"
                            : $"https://images.example/7/full/{taken.Width},/0/default.jpg",
                        taken.Url
                    );
                    if (largest)
                        Assert.Equal(w, taken.Width);
                    CropWindow crop = Geometry.CropFinder.Largest((double)w / h, slide.Aspect, PhotoPoint.Centre);
                    bool enough = taken.Width * crop.Width >= slide.Width - .5;
                    Assert.True(enough || taken.Width == w);
                    // One pixel less would be too few.
                    if (enough && !largest)
                        Assert.True((taken.Width - 1) * crop.Width < slide.Width);
                }
            );

    [Fact]
    public void A_shortlist_has_an_order_and_its_first_is_placed()
    {
        var world = new World();
        foreach (string id in new[] { "a", "b", "c" })
            world.Add(id);
        Decks.Deck deck = world.Deck(1);
        Guid point = deck.Points[0].Id;
        foreach (string id in new[] { "a", "b", "c" })
            deck = world.Do(deck, new Core.Editing.AddToShortlist(point, id)).Deck;
        deck = world.Do(deck, new Core.Editing.OrderShortlist(point, "c", 0)).Deck;
        Assert.Equal(["c", "a", "b"], deck.Points[0].Shortlist);
        deck = world
            .Do(world.Do(deck, new Core.Editing.RemoveSlide(deck.Slides[1].Id)).Deck, new Core.Editing.MakeSlides())
            .Deck;
        Assert.Equal("c", deck.Slides[1].Photo().PhotoId);
        Assert.Equal("not-kept", world.Refuse(deck, new Core.Editing.OrderShortlist(point, "z", 0)).Code);
        // The original takes the copy's place everywhere, and the same part is shown.
        world.Add("original", 6000, 4000);
        Decks.Deck adopted = world.Do(deck, new Core.Editing.ReplacePhoto("c", "original")).Deck;
        Assert.Equal(["original", "a", "b"], adopted.Points[0].Shortlist);
        Assert.Equal(
            ("original", deck.Slides[1].Photo().Crop),
            (adopted.Slides[1].Photo().PhotoId, adopted.Slides[1].Photo().Crop)
        );
    }
}

public sealed class SeenOrderTests
{
    private static ResultPicture Picture(params string[] ids)
    {
        Candidate[] all =
        [
            .. ids.Select(id =>
            {
                var whole = new Rendition($"http://a.example/{id}.jpg", 1500, 1000);
                return new Candidate(
                    id,
                    "tern",
                    whole,
                    [whole],
                    World.Rights(null),
                    [],
                    Evidence.Of(id, "http://a.example/", DateTimeOffset.UnixEpoch)
                );
            }),
        ];
        return new(all[0], [.. all.Skip(1)], new Suitability(new Rights.Clearance(Rights.Standing.Clear, ""), 1, 1), 0);
    }

    private static string Shown(StableOrder order, params string[] ranked) =>
        string.Join(' ', order.Arrange([.. ranked.Select(r => Picture(r.Split('+')))]).Select(p => p.Best.Id));

    /// <summary>"What has been seen stays where it is, later arrivals go below."</summary>
    [Fact]
    public void What_was_seen_stays_where_it_is()
    {
        var order = new StableOrder();
        Assert.Equal("b a", Shown(order, "b", "a"));
        // Others suit better by now; they come below, in their own order.
        Assert.Equal("b a z y", Shown(order, "z", "y", "a", "b"));
        // One that is gone leaves its place; when it is back it has it again.
        Assert.Equal("b z y", Shown(order, "y", "z", "b"));
        Assert.Equal("b a z y x", Shown(order, "x", "a", "y", "z", "b"));
    }

    [Fact]
    public void Two_that_turn_out_to_be_one_stand_where_the_first_stood()
    {
        var order = new StableOrder();
        Shown(order, "a", "b", "c");
        // The better copy of what stood first is found as the third: it takes the first place.
        Assert.Equal("c b", Shown(order, "b", "c+a"));
    }
}
