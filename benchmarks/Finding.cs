using System.Numerics;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
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
        await using var bare = new SqliteConnection(JaaliDb.ConnectionString(store));
        await bare.OpenAsync();
        // The reference finds the same words and reads the same rows, without ranking them first.
        (Times ours, Times theirs, _) = await Report.PairsAsync(
            300,
            async i => await found.SearchAsync("archive", asked[Math.Abs(i) % asked.Length], 0, 40),
            async i =>
            {
                await using SqliteCommand query = bare.CreateCommand();
                query.CommandText = """
                    SELECT f.* FROM Found f JOIN (SELECT rowid FROM FoundWords WHERE FoundWords MATCH $q LIMIT 40) w
                    ON f.rowid = w.rowid
                    """;
                query.Parameters.AddWithValue("$q", FoundStore.MatchOf(asked[Math.Abs(i) % asked.Length]));
                await using SqliteDataReader rows = await query.ExecuteReaderAsync();
                object[] row = new object[rows.FieldCount];
                while (await rows.ReadAsync())
                    rows.GetValues(row);
            },
            warm: 20
        );
        Report.Limit(
            "first page of a search over 100,000 harvested records, over the reference",
            Times.Of(ours.Sorted.Zip(theirs.Sorted, (a, b) => a - b)),
            30,
            $"the same words found and as many rows read, not ranked: {Report.N(theirs.P50)}"
        );
        Report.Limit("first page of a search over 100,000 harvested records", ours, 50, aim95: 50);
    }

    /// <summary>Near-duplicates of one hash against one popcount pass over all.</summary>
    public static async Task HashesAsync()
    {
        var random = new Random(7);
        ulong[] hashes = [.. Enumerable.Range(0, Many).Select(_ => (ulong)random.NextInt64())];
        int sum = 0;
        (Times ours, Times theirs, _) = await Report.PairsAsync(
            600,
            i =>
            {
                sum += SamePicture.Near(hashes, hashes[Math.Abs(i) * 37 % Many]).Count;
                return Task.CompletedTask;
            },
            i =>
            {
                sum += Pass(hashes, hashes[Math.Abs(i) * 37 % Many]);
                return Task.CompletedTask;
            },
            warm: 400
        );
        Report.Ratio(
            "near-duplicates of one photo among 100,000 hashes",
            ours,
            theirs,
            1.25,
            "one vectorised pass over the same array"
        );
        GC.KeepAlive(sum);
    }

    // Bits that differ, counted in as many hashes at once as the processor has room for.
    private static int Pass(ulong[] hashes, ulong one)
    {
        int found = 0,
            i = 0;
        if (Avx2.IsSupported)
        {
            Vector256<byte> nibble = Vector256.Create((byte)15),
                table = Vector256.Create(
                    Vector128.Create((byte)0, 1, 1, 2, 1, 2, 2, 3, 1, 2, 2, 3, 2, 3, 3, 4),
                    Vector128.Create((byte)0, 1, 1, 2, 1, 2, 2, 3, 1, 2, 2, 3, 2, 3, 3, 4)
                );
            var all = Vector256.Create(one);
            ref ulong first = ref hashes[0];
            for (; i + 4 <= hashes.Length; i += 4)
            {
                Vector256<byte> bits = (Vector256.LoadUnsafe(ref first, (nuint)i) ^ all).AsByte();
                Vector256<byte> counts =
                    Avx2.Shuffle(table, bits & nibble)
                    + Avx2.Shuffle(table, Vector256.ShiftRightLogical(bits.AsUInt16(), 4).AsByte() & nibble);
                Vector256<ulong> sums = Avx2.SumAbsoluteDifferences(counts, Vector256<byte>.Zero).AsUInt64();
                Vector256<ulong> near = Vector256.LessThanOrEqual(sums, Vector256.Create((ulong)SamePicture.MostBits));
                if (near != Vector256<ulong>.Zero)
                    found += BitOperations.PopCount(near.ExtractMostSignificantBits());
            }
        }
        for (; i < hashes.Length; i++)
            if (BitOperations.PopCount(hashes[i] ^ one) <= SamePicture.MostBits)
                found++;
        return found;
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
