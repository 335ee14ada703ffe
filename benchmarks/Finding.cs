using System.Numerics;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;
using Microsoft.Data.Sqlite;

namespace Jaali.Benchmarks;

/// <summary>Finding among a hundred thousand.</summary>
internal static class Finding
{
    private const int Many = 100_000;
    private static readonly string[] Places =
    [
        "Long Ness",
        "Tern Bar",
        "Hallow Flats",
        "Gannock",
        "Brae Sound",
        "west dune",
        "Oar Point",
        "Withy Reach",
    ];
    private static readonly string[] Things =
    [
        "dune",
        "marram",
        "mudflat",
        "shingle",
        "groyne",
        "gauge",
        "saltmarsh",
        "fog",
        "creek",
        "storm",
    ];

    /// <summary>The first page of a search in a harvested collection against the bare full-text query.</summary>
    public static async Task SearchAsync(string folder)
    {
        string store = Path.Combine(folder, "search");
        StoreFolder.Prepare(store);
        var found = new FoundStore(new Databases(store), TimeProvider.System);
        for (int at = 0; at < Many; at += 5000)
            await found.HarvestAsync(
                "archive",
                Enumerable
                    .Range(at, 5000)
                    .Select(i =>
                        (Sheet(i), $"Walk {i / 31}, seen from {Places[i / 3 % Places.Length]}, plate {i % 97}.")
                    ),
                [],
                _ => { }
            );
        string[] asked =
        [
            "dune",
            "marram ness",
            "fog tern bar",
            "groyne hallow",
            "storm",
            "shingle gannock",
            "creek brae sound",
            "saltmarsh withy",
            "plate 13",
            "surveyor 7",
        ];
        double[] ours = await Report.TimeAsync(
            200,
            async i => await found.SearchAsync("archive", asked[Math.Abs(i) % asked.Length], 0, 40),
            warm: 10
        );
        await using var bare = new SqliteConnection(JaaliDb.ConnectionString(store));
        await bare.OpenAsync();
        double[] theirs = await Report.TimeAsync(
            200,
            async i =>
            {
                await using SqliteCommand query = bare.CreateCommand();
                query.CommandText = "SELECT rowid FROM FoundWords WHERE FoundWords MATCH $q ORDER BY rank LIMIT 40";
                query.Parameters.AddWithValue("$q", FoundStore.MatchOf(asked[Math.Abs(i) % asked.Length]));
                await using SqliteDataReader rows = await query.ExecuteReaderAsync();
                while (await rows.ReadAsync())
                    rows.GetInt64(0);
            },
            warm: 10
        );
        Report.Ratio(
            "first page of a search over 100,000 harvested records",
            ours.Average(),
            theirs.Average(),
            "ms",
            2,
            "against: the bare FTS5 query, same words"
        );
        Report.Limit("the same, nineteen of twenty", Report.At(ours, .95), "ms", 50);
    }

    /// <summary>Near-duplicates of one hash against one popcount pass over all.</summary>
    public static async Task HashesAsync()
    {
        var random = new Random(7);
        ulong[] hashes = [.. Enumerable.Range(0, Many).Select(_ => (ulong)random.NextInt64())];
        var index = new HashIndex(hashes);
        int sum = 0;
        double[] ours = await Report.TimeAsync(
            400,
            i =>
            {
                sum += index.Near(hashes[Math.Abs(i) * 37 % Many]).Count;
                return Task.CompletedTask;
            },
            warm: 200
        );
        double[] theirs = await Report.TimeAsync(
            400,
            i =>
            {
                ulong one = hashes[Math.Abs(i) * 37 % Many];
                foreach (ulong h in hashes)
                    if (BitOperations.PopCount(h ^ one) <= SamePicture.MostBits)
                        sum++;
                return Task.CompletedTask;
            },
            warm: 200
        );
        Report.Ratio(
            "near-duplicates of one photo among 100,000 hashes",
            Report.At(ours, .5),
            Report.At(theirs, .5),
            "ms",
            1,
            $"against: one linear popcount pass over the same array ({sum} found)"
        );
    }

    private static Candidate Sheet(int i)
    {
        string place = Places[i % Places.Length],
            thing = Things[i / 7 % Things.Length];
        var whole = new Rendition($"http://field.example/scan/g{i}.jpg", 1500, 1000);
        var rights = new RightsRecord(
            $"Sheet {i}, {thing} at {place}",
            $"Surveyor {i % 211}",
            null,
            $"http://field.example/record/g{i}",
            "Field",
            new Licence(LicenceFamily.By, "4.0", ""),
            "CC BY 4.0"
        );
        return new Candidate(
            $"g{i}",
            "archive",
            whole,
            [whole],
            rights,
            [thing, place],
            Evidence.Of($"sheet {i}", "http://field.example/", DateTimeOffset.UnixEpoch)
        );
    }
}
