using System.Buffers.Binary;
using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text.Json;
using Jaali.Testing;

namespace Jaali.Faults.Tests;

/// <summary>Files and requests made to take memory, room or time: each ends in words, and the server stays below 700 MB
/// through all of it.</summary>
public sealed class MemoryTests
{
    [Fact]
    public async Task Bombs_floods_and_giants_end_in_words_and_take_little()
    {
        using var folder = new ScratchFolder();
        using ServerProcess server = ServerProcess.Start(folder.Path, 5483);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Hostile", "One");
        byte[] jpeg = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));

        // 57 bytes whose chunk says that it has a gigabyte.
        await RefusedAsync("damaged", Png((8, 8, 8, 2, 0), ("IDAT", new byte[12], 0x3FFFFFFF)));
        // 120 megapixels at 16 bit, interlaced: a decoder would hold them all.
        await RefusedAsync("would take", Png((11_000, 10_900, 16, 6, 1), ("IDAT", new byte[40], null)));
        // Pixels beyond the limit, and beyond any.
        await RefusedAsync("more than Jaali opens", Png((20_000, 20_000, 8, 2, 0), ("IDAT", new byte[40], null)));
        await RefusedAsync("", Png((int.MaxValue, int.MaxValue, 8, 2, 0), ("IDAT", new byte[40], null)));
        // Texts that unpack to 300 MB each.
        byte[] packed = Packed(300 * 1024 * 1024);
        byte[] bomb = WithText(folder, [.. "Comment\0\0"u8, .. packed], 6);
        using (HttpResponseMessage came = await server.BringAsync(deck, points[0], bomb, "bomb.png"))
            Assert.True((int)came.StatusCode < 500, await came.Content.ReadAsStringAsync());
        // Tables of Huffman codes that are none (ITU-T T.81, B.2.4.2).
        byte[] codes = [.. jpeg];
        for (int at = 0; at + 40 < codes.Length; at++)
            if (codes[at] == 0xFF && codes[at + 1] == 0xC4)
            {
                Array.Fill(codes, (byte)0xFF, at + 5, 16);
                break;
            }
        await RefusedAsync("damaged", codes);
        await RefusedAsync("damaged", jpeg[..(jpeg.Length / 2)]);
        // More than is taken: it is read to its end, so that the sender hears why.
        await RefusedAsync("larger than 120 MB", [.. jpeg, .. new byte[121 * 1024 * 1024 - jpeg.Length]]);

        // Eight large files at once.
        int size = ServerProcess.Long ? 100 : 40;
        string[] ids = await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(async n =>
                {
                    byte[] large = new byte[size * 1024 * 1024];
                    jpeg.CopyTo(large, 0);
                    large[^1] = (byte)(n + 1);
                    JsonElement came = await ServerProcess.ReadAsync(
                        await server.BringAsync(deck, points[0], large, $"large-{n}.jpg")
                    );
                    return came.GetProperty("photoId").GetString()!;
                })
        );
        // Any size of one photo, in any distortion: little is kept, and nothing that is larger is made.
        string id = ids[0];
        foreach (string size8 in (string[])["pct:NaN", "^8000,8000", "^20000,", "pct:-1", "0,", "^pct:100000"])
            Assert.Equal(
                HttpStatusCode.BadRequest,
                (await server.Http.GetAsync($"/iiif/{id}/full/{size8}/0/default.jpg")).StatusCode
            );
        foreach (string region in (string[])["pct:NaN,0,10,10", "pct:0,0,NaN,1", "1e3,0,1,1", "-1,0,1,1"])
            Assert.Equal(
                HttpStatusCode.BadRequest,
                (await server.Http.GetAsync($"/iiif/{id}/{region}/100,/0/default.jpg")).StatusCode
            );
        int before = Directory.GetFiles(Path.Combine(folder.Path, "renditions", id[..2], id)).Length;
        await Task.WhenAll(
            Enumerable
                .Range(1, 40)
                .Select(async n =>
                    Assert.Equal(
                        HttpStatusCode.OK,
                        (await server.Http.GetAsync($"/iiif/{id}/full/{320},{100 + n}/0/default.jpg")).StatusCode
                    )
                )
        );
        Assert.Equal(before, Directory.GetFiles(Path.Combine(folder.Path, "renditions", id[..2], id)).Length);
        // Where an address lists how it is deep or long.
        foreach (int depth in (int[])[100, 60_000])
            using (
                HttpResponseMessage deep = await server.Http.PostAsync(
                    $"/api/decks/{deck}/edits",
                    new StringContent(
                        "{\"revision\":0,\"command\":" + new string('[', depth) + new string(']', depth) + "}",
                        new System.Net.Http.Headers.MediaTypeHeaderValue("application/json")
                    )
                )
            )
                Assert.Equal(HttpStatusCode.BadRequest, deep.StatusCode);
        using (
            HttpResponseMessage huge = await server.Http.PostAsync(
                "/api/decks",
                new StringContent(
                    "{\"title\":\"" + new string('t', 7 * 1024 * 1024) + "\"}",
                    new System.Net.Http.Headers.MediaTypeHeaderValue("application/json")
                )
            )
        )
        {
            Assert.Equal(HttpStatusCode.RequestEntityTooLarge, huge.StatusCode);
            Assert.Contains(
                "larger than Jaali takes at once",
                await huge.Content.ReadAsStringAsync(),
                StringComparison.Ordinal
            );
        }
        Assert.False(server.HasExited);
        Assert.Empty(Directory.GetFiles(Path.Combine(folder.Path, "downloads")));
        double peak = server.PeakMegabytes();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"samples: hostile files and 8 uploads of {size} MB at once, peak {peak:0} MB: 1 of 1 as expected."
            )
        );
        Assert.InRange(peak, 1, 700);

        async Task RefusedAsync(string word, byte[] file)
        {
            using HttpResponseMessage answer = await server.BringAsync(deck, points[0], file, "x.png");
            string said = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.StatusCode == HttpStatusCode.UnprocessableEntity, $"{(int)answer.StatusCode} {said}");
            Assert.Contains(word, said, StringComparison.Ordinal);
        }
    }

    /// <summary>An original of a hundred megapixels, asked for in full and in part, in every format that holds one: no
    /// format is opened in a way that takes more than 700 MB.</summary>
    [Theory]
    [InlineData("png")]
    [InlineData("png", "turned")]
    [InlineData("png", "see-through")]
    [InlineData("jpg")]
    [InlineData("jpg", "turned")]
    [InlineData("jpg", "progressive")]
    [InlineData("webp")]
    [InlineData("tif")]
    [InlineData("tif", "turned")]
    [InlineData("gif")]
    public async Task An_original_of_a_hundred_megapixels_is_given_in_full(string format, string how = "")
    {
        if (!ServerProcess.Long)
            Assert.Skip("Ten pictures of a hundred megapixels take ten minutes: ./jaali test --long.");
        using var folder = new ScratchFolder();
        string file = folder.File("large." + format);
        Outside.Run(
            "convert",
            [
                Outside.Photo("pebbles.jpg"),
                .. how == "see-through" ? (string[])["-alpha", "set"] : [],
                "-filter",
                "point",
                "-resize",
                "11600x8640!",
                .. how == "progressive" ? (string[])["-interlace", "JPEG"] : [],
                "-quality",
                format == "png" ? "40" : "60",
                "-depth",
                "8",
                file,
            ]
        );
        if (how == "turned")
            Outside.Run("exiftool", "-overwrite_original", "-n", "-Orientation=6", file);
        string data = folder.File("data");
        using ServerProcess server = ServerProcess.Start(data, 5484);
        await server.ReadyAsync();
        (string deck, string[] points) = await server.TalkAsync("Large", "One");
        using HttpResponseMessage came = await server.BringAsync(
            deck,
            points[0],
            File.ReadAllBytes(file),
            "large." + format
        );
        string said = await came.Content.ReadAsStringAsync();
        if (came.StatusCode == HttpStatusCode.UnprocessableEntity)
            // What a decoder would have to hold whole is refused before it is opened.
            Assert.Contains("MB of memory", said, StringComparison.Ordinal);
        else
        {
            string id = JsonDocument.Parse(said).RootElement.GetProperty("photoId").GetString()!;
            foreach (string size in (string[])["full/max", "full/max", "0,0,6000,6000/max", "pct:10,10,80,80/640,"])
                using (
                    HttpResponseMessage answer = await server.Http.GetAsync(
                        $"/iiif/{id}/{size}/0/default.jpg",
                        HttpCompletionOption.ResponseHeadersRead
                    )
                )
                    Assert.True(
                        answer.IsSuccessStatusCode || how == "progressive" && answer.StatusCode == HttpStatusCode.Gone,
                        $"{size} {(int)answer.StatusCode}"
                    );
        }
        double peak = server.PeakMegabytes();
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"samples: 100 MP {format} {how}, peak {peak:0} MB: 1 of 1 as expected."
            )
        );
        Assert.InRange(peak, 1, 700);
    }

    // A PNG of chunks (third edition, 5.3); a chunk may lie about its length.
    private static byte[] Png(
        (int Width, int Height, byte Depth, byte Colour, byte Interlace) head,
        params (string Type, byte[] Data, uint? Says)[] chunks
    )
    {
        byte[] ihdr = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(ihdr, head.Width);
        BinaryPrimitives.WriteInt32BigEndian(ihdr.AsSpan(4), head.Height);
        (ihdr[8], ihdr[9], ihdr[12]) = (head.Depth, head.Colour, head.Interlace);
        using var file = new MemoryStream();
        file.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        foreach ((string type, byte[] data, uint? says) in chunks.Prepend(("IHDR", ihdr, null)))
            Chunk(file, type, data, says);
        Chunk(file, "IEND", [], null);
        return file.ToArray();
    }

    private static void Chunk(Stream file, string type, byte[] data, uint? says)
    {
        byte[] four = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(four, says ?? (uint)data.Length);
        file.Write(four);
        byte[] body = [.. System.Text.Encoding.ASCII.GetBytes(type), .. data];
        file.Write(body);
        uint crc = 0xFFFFFFFF;
        foreach (byte b in body)
        {
            crc ^= b;
            for (int k = 0; k < 8; k++)
                crc = (crc & 1) != 0 ? 0xEDB88320 ^ (crc >> 1) : crc >> 1;
        }
        BinaryPrimitives.WriteUInt32BigEndian(four, crc ^ 0xFFFFFFFF);
        file.Write(four);
    }

    private static byte[] Packed(int length)
    {
        using var packed = new MemoryStream();
        using (var zip = new ZLibStream(packed, CompressionLevel.Optimal, leaveOpen: true))
        {
            byte[] block = new byte[1024 * 1024];
            Array.Fill(block, (byte)'x');
            for (int n = 0; n < length / block.Length; n++)
                zip.Write(block);
        }
        return packed.ToArray();
    }

    // A real PNG with texts put in behind its header.
    private static byte[] WithText(ScratchFolder folder, byte[] text, int times)
    {
        string path = folder.File("plain.png");
        Outside.Run("convert", Outside.Photo("fog-empty.jpg"), "-resize", "200x", path);
        byte[] png = File.ReadAllBytes(path);
        File.Delete(path);
        using var file = new MemoryStream();
        file.Write(png.AsSpan(0, 33));
        for (int n = 0; n < times; n++)
            Chunk(file, "zTXt", text, null);
        file.Write(png.AsSpan(33));
        return file.ToArray();
    }
}
