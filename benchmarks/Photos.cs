using Jaali.Core.Photos;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Store;
using Microsoft.EntityFrameworkCore;
using NetVips;

namespace Jaali.Benchmarks;

/// <summary>A folder's database, opened anew each time.</summary>
internal sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
{
    public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
}

/// <summary>Taking photos in.</summary>
internal static class Photos
{
    /// <summary>A photo of 24 MP against vipsthumbnail making one small picture of the same file.</summary>
    public static async Task RunAsync(string root, string folder)
    {
        string file = Large(root, folder);
        byte[] bytes = await File.ReadAllBytesAsync(file);
        PhotoStore store = Open(Path.Combine(folder, "photos"));
        double[] ours = await Report.TimeAsync(12, async i => await TakeAsync(store, Varied(bytes, i + 100)));
        List<double> theirs = [];
        for (int i = 0; i < 12; i++)
            theirs.Add(
                await Report.ProgramAsync("vipsthumbnail", file, "-s", "640", "-o", Path.Combine(folder, "small.jpg"))
            );
        theirs.Sort();
        Report.Ratio(
            "take a 24 MP photo in: decode, derivative, hash, attention, metadata, store",
            Report.At(ours, .5),
            theirs[6],
            "ms",
            3,
            "against: vipsthumbnail, one size, same file"
        );
    }

    /// <summary>The most memory that taking 200 photos of 24 MP needs.</summary>
    public static async Task MemoryAsync(string root, string folder)
    {
        byte[] bytes = await File.ReadAllBytesAsync(Large(root, folder));
        PhotoStore store = Open(Path.Combine(folder, "memory"));
        // Three at once, as the server does.
        await Parallel.ForAsync(
            0,
            200,
            new ParallelOptions { MaxDegreeOfParallelism = 3 },
            async (i, _) => await TakeAsync(store, Varied(bytes, i))
        );
        string peak = (await File.ReadAllLinesAsync("/proc/self/status")).First(l =>
            l.StartsWith("VmHWM", StringComparison.Ordinal)
        );
        Report.Limit(
            "memory while taking 200 photos of 24 MP",
            double.Parse(
                peak.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
                System.Globalization.CultureInfo.InvariantCulture
            ) / 1024,
            "MB",
            600,
            "the most that the process ever held, runtime included"
        );
    }

    private static async Task TakeAsync(PhotoStore store, byte[] bytes)
    {
        PhotoReading reading = PhotoReader.Read(bytes);
        EmbeddedMetadata? inside = EmbeddedMetadata.Read(bytes);
        await store.KeepAsync(
            bytes,
            reading,
            EmbeddedMetadata.OfFile(inside, "own files"),
            [Evidence.Of("bench", "bench", DateTimeOffset.UnixEpoch)]
        );
        IiifRenderer.Render(
            bytes,
            IiifRequest.Parse("full", "640,", "0", "default.jpg", reading.Width, reading.Height)!,
            (reading.Width, reading.Height)
        );
    }

    private static string Large(string root, string folder)
    {
        string file = Path.Combine(folder, "large.jpg");
        if (File.Exists(file))
            return file;
        using Image photo = Image.NewFromFile(Path.Combine(root, "demo", "photos", "pebbles.jpg"));
        using Image large = photo.Resize(2.5);
        large.Jpegsave(file, q: 90);
        return file;
    }

    // Bytes after the end of a JPEG change nothing but its name.
    private static byte[] Varied(byte[] bytes, int i) => [.. bytes, (byte)i, (byte)(i >> 8), 1];

    private static PhotoStore Open(string folder)
    {
        StoreFolder.Prepare(folder);
        return new PhotoStore(
            new Databases(folder),
            new BlobFolder(Path.Combine(folder, "blobs")),
            TimeProvider.System
        );
    }
}
