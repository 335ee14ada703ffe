using System.Text.Json;
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
    // Widths in pixels, and what of the photo fills them: real detail, not enlarged.
    private static readonly (string Name, int Width)[] Sizes = [("3", 2100), ("8", 3450), ("24", 6000)];

    /// <summary>Photos of three sizes, by turns with vipsthumbnail making one small picture of the same file.</summary>
    public static async Task RunAsync(string root, string folder)
    {
        PhotoStore store = Open(Path.Combine(folder, "photos"));
        foreach ((string name, int width) in Sizes)
        {
            string file = Made(root, folder, width);
            byte[] bytes = await File.ReadAllBytesAsync(file);
            (Times ours, Times theirs, _) = await Report.PairsAsync(
                15,
                i => TakeAsync(store, Varied(bytes, i + 100)),
                _ => Report.ProgramAsync("vipsthumbnail", file, "-s", "640", "-o", Path.Combine(folder, "small.jpg"))
            );
            Report.Ratio(
                $"take a photo of {name} MP in: decode, derivative, hash, attention, metadata, store",
                ours,
                theirs,
                3,
                "vipsthumbnail, one size, same file"
            );
        }
    }

    /// <summary>The most memory of the server itself while 200 photos of 24 MP come in, as the interface sends
    /// them.</summary>
    public static async Task MemoryAsync(string root, string folder)
    {
        byte[] bytes = await File.ReadAllBytesAsync(Made(root, folder, Sizes[^1].Width));
        await using RunningServer server = await RunningServer.StartAsync(root, Path.Combine(folder, "memory"), 5298);
        JsonElement deck = await server.PostAsync("/api/decks", new { title = "Large photos" });
        string id = deck.GetProperty("id").GetString()!;
        await server.PostAsync(
            $"/api/decks/{id}/edits",
            new { revision = 0, command = new { kind = "add-points", text = "All of them" } }
        );
        string point = (await server.GetAsync($"/api/decks/{id}"))
            .GetProperty("points")[0]
            .GetProperty("id")
            .GetString()!;
        double before = await server.MostMemoryAsync();
        double took = await Report.OnceAsync(() =>
            Parallel.ForAsync(
                0,
                200,
                new ParallelOptions { MaxDegreeOfParallelism = 6 },
                async (i, cancel) =>
                {
                    using var body = new ByteArrayContent(Varied(bytes, i));
                    using HttpResponseMessage answer = await server.Http.PostAsync(
                        new Uri($"/api/decks/{id}/points/{point}/files?name=p{i}.jpg", UriKind.Relative),
                        body,
                        cancel
                    );
                    if (!answer.IsSuccessStatusCode)
                        throw new InvalidOperationException(await answer.Content.ReadAsStringAsync(cancel));
                }
            )
        );
        Report.Figure(
            "memory of the server while 200 photos of 24 MP come in, six at a time",
            await server.MostMemoryAsync(),
            "MB",
            450,
            $"{Report.N(before)} MB after its start; {Report.N(took / 200)} ms a photo"
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

    // Photos beside each other until they fill the width, with the grain of a sensor: as much detail at every size.
    private static string Made(string root, string folder, int width)
    {
        string file = Path.Combine(folder, $"made-{width}.jpg");
        if (File.Exists(file))
            return file;
        Image[] photos =
        [
            .. Directory
                .EnumerateFiles(Path.Combine(root, "demo", "photos"), "*.jpg")
                .Order(StringComparer.Ordinal)
                .Select(f => Image.NewFromFile(f))
                .Where(p => p is { Width: >= 1200, Height: >= 800, Bands: 3 })
                .Take(12)
                .Select(p => p.Crop(0, 0, 1200, 800)),
        ];
        int across = (width + 1199) / 1200,
            down = (width * 2 / 3 + 799) / 800;
        Image[] tiles = [.. Enumerable.Range(0, across * down).Select(i => photos[i % photos.Length])];
        using Image joined = Image.Arrayjoin(tiles, across: across).Crop(0, 0, width, width * 2 / 3);
        using Image grain = Image.Gaussnoise(width, width * 2 / 3, sigma: 4, mean: 0);
        using Image made = (joined + grain)
            .Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        made.Jpegsave(file, q: 90);
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
