using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Benchmarks;

/// <summary>A wall of a thousand candidates from four collections, one in ten of them the same picture.</summary>
internal static class Walls
{
    private const int Many = 1_000,
        Collections = 4;

    public static async Task RunAsync()
    {
        var random = new Random(5);
        ulong[] pictures = [.. Enumerable.Range(0, Many * 9 / 10).Select(_ => (ulong)random.NextInt64())];
        (Candidate Candidate, ThumbnailMetrics Look)[] all =
        [
            .. Enumerable
                .Range(0, Many + 200)
                .Select(i =>
                {
                    ulong hash = i < pictures.Length ? pictures[i] : pictures[i * 7 % pictures.Length] ^ 3;
                    return (Sheet(i), new ThumbnailMetrics(hash, 1500, 1000, .5, .4));
                }),
        ];
        Candidate[][] answers =
        [
            .. all[..Many].Select(a => a.Candidate).GroupBy(c => c.Collection).Select(g => g.ToArray()),
        ];
        Dictionary<(string, string), ThumbnailMetrics> looks = all.ToDictionary(
            a => (a.Candidate.Collection, a.Candidate.Id),
            a => a.Look
        );
        ThumbnailMetrics? Of(Candidate c) => looks[(c.Collection, c.Id)];
        (Times merge, Times pass, _) = await Report.PairsAsync(
            40,
            _ =>
            {
                Merging.Of(answers, Of, Suits);
                return Task.CompletedTask;
            },
            _ =>
            {
                GC.KeepAlive(all[..Many].Select(a => Suits(a.Candidate)).ToArray());
                return Task.CompletedTask;
            },
            warm: 10
        );
        Report.Limit(
            $"wall of {Many} candidates, merged at once",
            merge,
            30,
            $"judging each of them, without a wall {Report.N(pass.P50)}"
        );
        var wall = new MergedResults();
        for (int i = 0; i < Many; i++)
            wall.Add(all[i].Candidate, i / Collections + 1, all[i].Look);
        wall.Pictures(Suits, "talk");
        int next = Many;
        Times one = await Report.TimeAsync(
            150,
            _ =>
            {
                wall.Add(all[next].Candidate, next / Collections + 1, all[next].Look);
                next++;
                wall.Pictures(Suits, "talk");
                return Task.CompletedTask;
            },
            warm: 20
        );
        Report.Limit($"one candidate more on a wall of {Many}", one, 2);
    }

    private static Suitability Suits(Candidate c) => Suitability.Of(c, SlideShape.Wide, DeclaredUse.PublicTalk);

    private static Candidate Sheet(int i)
    {
        var whole = new Rendition($"http://field.example/{i}.jpg", 1500, 1000);
        return new Candidate(
            $"g{i}",
            $"c{i % Collections}",
            whole,
            [whole],
            new RightsRecord(
                $"Sheet {i}",
                $"Surveyor {i % 211}",
                null,
                $"http://field.example/record/{i}",
                "Field",
                new Licence(LicenceFamily.By, "4.0", ""),
                "CC BY 4.0"
            ),
            ["dune", "shore"],
            Evidence.Of($"sheet {i}", "http://field.example/", DateTimeOffset.UnixEpoch)
        );
    }
}
