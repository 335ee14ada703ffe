using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>A wall that is merged as it grows against one that compares every candidate with every other.</summary>
public sealed class MergingWallTests
{
    // Few addresses and few pictures, so that many are the same.
    private static readonly Gen<(Candidate Candidate, ThumbnailMetrics? Look)[]> Candidates = Gen.Select(
            Gen.Int[0, 3],
            Gen.Int[0, 40],
            Gen.Int[0, 12],
            Gen.Int[0, 9],
            Gen.ULong
        )
        .Select(
            (collection, id, page, picture, noise) =>
            {
                var whole = new Rendition($"https://field.example/{collection}/{id}.jpg", 1500, 1000);
                var rights = new RightsRecord(
                    $"Sheet {id}",
                    "Isla Wend",
                    null,
                    page == 0 ? null : $"http{(id % 2 == 0 ? "s" : "")}://www.field.example/record/{page}",
                    "Field",
                    new Licence(LicenceFamily.By, "4.0", ""),
                    "CC BY 4.0"
                );
                var candidate = new Candidate(
                    $"g{id}",
                    $"c{collection}",
                    whole,
                    [whole],
                    rights,
                    [],
                    Evidence.Of("sheet", "https://field.example/", DateTimeOffset.UnixEpoch)
                );
                // One or two bits of noise: copies of one picture.
                ulong hash =
                    (ulong)picture * 0x9E3779B97F4A7C15 ^ (1UL << (int)(noise % 64)) ^ (1UL << (int)(noise / 64 % 64));
                return (candidate, picture == 0 ? null : new ThumbnailMetrics(hash, 1500, 1000, .5, .5));
            }
        )
        .Array[0, 60];

    /// <summary>"moonlight water": what meets both words stands before what meets one, however well it ranks.</summary>
    [Theory]
    [InlineData("moonlight water", "b")]
    [InlineData("Waters by moonlight", "b")]
    [InlineData("water", "a")]
    [InlineData("", "a")]
    public void What_meets_every_word_stands_first(string words, string first)
    {
        var wall = new MergedResults(words);
        (string Title, string[] Tags)[] found =
        [
            ("A grey post in water", ["post"]),
            ("Night", ["moonlight", "waters"]),
        ];
        for (int i = 0; i < found.Length; i++)
        {
            var whole = new Rendition($"https://field.example/{i}.jpg", 1500, 1000);
            wall.Add(
                new Candidate(
                    i == 0 ? "a" : "b",
                    "c",
                    whole,
                    [whole],
                    new RightsRecord(
                        found[i].Title,
                        "Isla Wend",
                        null,
                        null,
                        "Field",
                        new(LicenceFamily.By, "4.0", ""),
                        ""
                    ),
                    found[i].Tags,
                    Evidence.Of("sheet", "https://field.example/", DateTimeOffset.UnixEpoch)
                ),
                i + 1,
                null
            );
        }
        Assert.Equal(first, wall.Pictures(Suits, "talk")[0].Best.Id);
    }

    [Fact]
    public void It_is_the_wall_of_comparing_all_with_all() =>
        Candidates.Sample(all =>
        {
            Dictionary<(string, string), ThumbnailMetrics?> looks = Looks(all);
            Candidate[][] answers = Answers(all);
            ThumbnailMetrics? Of(Candidate c) => looks[(c.Collection, c.Id)];
            Assert.Equal(Slow(answers, Of), Sets(Merging.Of(answers, Of, Suits)));
        });

    [Fact]
    public void However_it_comes_nothing_is_lost_or_shown_twice_and_no_two_of_one_collection_are_one() =>
        Gen.Select(Candidates, Gen.Int[0, 60].Array[0, 6])
            .Sample(
                (all, pauses) =>
                {
                    Dictionary<(string, string), ThumbnailMetrics?> looks = Looks(all);
                    HashSet<(string, string)> looked = [];
                    var wall = new MergedResults();
                    Candidate[] order = [.. Answers(all).SelectMany(a => a)];
                    for (int i = 0; i < order.Length; i++)
                    {
                        wall.Add(order[i], i + 1, null);
                        if (!pauses.Contains(i))
                            continue;
                        // Some pictures were looked at meanwhile.
                        looked.UnionWith(order.Take(i).Where((_, n) => n % 2 == 0).Select(c => (c.Collection, c.Id)));
                        wall.Look(Seen);
                        Sound(wall, order[..(i + 1)], Seen);
                    }
                    looked.UnionWith(order.Select(c => (c.Collection, c.Id)));
                    wall.Look(Seen);
                    Sound(wall, order, Seen);
                    // What stays as it is stays the same thing.
                    IReadOnlyList<ResultPicture> once = wall.Pictures(Suits, "talk");
                    Assert.Equal(once, wall.Pictures(Suits, "talk"), ReferenceEqualityComparer.Instance);

                    ThumbnailMetrics? Seen(Candidate c) =>
                        looked.Contains((c.Collection, c.Id)) ? looks[(c.Collection, c.Id)] : null;
                }
            );

    private static void Sound(MergedResults wall, Candidate[] all, Func<Candidate, ThumbnailMetrics?> look)
    {
        IReadOnlyList<ResultPicture> pictures = wall.Pictures(Suits, new object());
        Candidate[][] groups = [.. pictures.Select(p => p.Others.Prepend(p.Best).ToArray())];
        Assert.Equal(
            all.Select(c => (c.Collection, c.Id)).Order(),
            groups.SelectMany(g => g).Select(c => (c.Collection, c.Id)).Order()
        );
        foreach (Candidate[] group in groups)
        {
            Assert.Equal(group.Length, group.Select(c => c.Collection).Distinct().Count());
            foreach (Candidate c in group)
                Assert.True(
                    group.Length == 1 || group.Any(o => o != c && SamePicture.Is(c, look(c), o, look(o))),
                    "Something is on a wall as the same picture as others that it is not."
                );
        }
        // The best come first.
        for (int i = 1; i < pictures.Count; i++)
            Assert.True(pictures[i - 1].Score >= pictures[i].Score);
    }

    private static Dictionary<(string, string), ThumbnailMetrics?> Looks(
        (Candidate Candidate, ThumbnailMetrics? Look)[] all
    ) =>
        all.DistinctBy(a => (a.Candidate.Collection, a.Candidate.Id))
            .ToDictionary(a => (a.Candidate.Collection, a.Candidate.Id), a => a.Look);

    private static Candidate[][] Answers((Candidate Candidate, ThumbnailMetrics? Look)[] all) =>
        [
            .. all.Select(a => a.Candidate)
                .DistinctBy(c => (c.Collection, c.Id))
                .GroupBy(c => c.Collection)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => g.ToArray()),
        ];

    // Every candidate with every group, as a wall was merged at first.
    private static string[] Slow(Candidate[][] answers, Func<Candidate, ThumbnailMetrics?> look)
    {
        List<List<Candidate>> groups = [];
        foreach (Candidate c in answers.SelectMany(a => a))
        {
            List<Candidate>? same = groups.Find(g =>
                g.TrueForAll(o => o.Collection != c.Collection) && g.Exists(o => SamePicture.Is(o, look(o), c, look(c)))
            );
            if (same is null)
                groups.Add([c]);
            else
                same.Add(c);
        }
        return [.. groups.Select(Name).Order()];
    }

    private static string[] Sets(IReadOnlyList<ResultPicture> wall) =>
        [.. wall.Select(p => Name(p.Others.Prepend(p.Best))).Order()];

    private static string Name(IEnumerable<Candidate> group) =>
        string.Join(' ', group.Select(c => $"{c.Collection}/{c.Id}").Order());

    private static Suitability Suits(Candidate c) => Suitability.Of(c, SlideShape.Wide, DeclaredUse.PublicTalk);
}
