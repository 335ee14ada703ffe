using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;

namespace Jaali.Formats.Bundle;

/// <summary>A photo in a bundle.</summary>
/// <param name="Facts">What is known of it.</param>
/// <param name="Format">"jpeg", "png" ...</param>
/// <param name="File">Where its own bytes lie.</param>
/// <param name="Evidence">What its record rests on.</param>
/// <param name="TakenFrom">The address that its bytes came from; null where they were brought.</param>
public sealed record BundledPhoto(
    PhotoFacts Facts,
    string Format,
    string File,
    IReadOnlyList<Evidence> Evidence,
    string? TakenFrom
);

/// <summary>Another file in a bundle.</summary>
/// <param name="Name">Its name below the folder of contents.</param>
/// <param name="Open">Its bytes.</param>
/// <param name="Length">How many.</param>
/// <param name="Type">Its media type.</param>
/// <param name="About">What it is, in a few words.</param>
public sealed record BundledFile(string Name, Func<Stream> Open, long Length, string Type, string About)
{
    /// <summary>A file of bytes that are at hand.</summary>
    public static BundledFile Of(string name, byte[] bytes, string type, string about) =>
        new(name, () => new MemoryStream(bytes), bytes.Length, type, about);
}

/// <summary>
/// Writes everything of a talk as one file: a ZIP that is a BagIt bag (RFC 8493), its contents described as RO-Crate
/// 1.1.
/// Photos are copied as they are; their names are their checksums.
/// </summary>
public static class BundleWriter
{
    /// <summary>The media type of the file.</summary>
    public const string MediaType = "application/zip";

    internal const string Contents = "data/",
        Talk = "talk.json",
        Crate = "ro-crate-metadata.json";

    private static readonly JsonSerializerOptions Written = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>Writes it.</summary>
    /// <param name="output">Where to; left open.</param>
    /// <param name="name">The name of the folder in the archive.</param>
    /// <param name="deck">The talk.</param>
    /// <param name="photos">Every photo it names.</param>
    /// <param name="files">Fonts, credits, a PDF, permissions.</param>
    /// <param name="entries">The ledger.</param>
    /// <param name="now">The moment.</param>
    /// <param name="progress">Told how far it is, 0 to 1.</param>
    /// <param name="cancel">Stops between files.</param>
    public static void Write(
        Stream output,
        string name,
        Deck deck,
        IReadOnlyList<BundledPhoto> photos,
        IReadOnlyList<BundledFile> files,
        IReadOnlyList<CreditEntry> entries,
        DateTimeOffset now,
        Action<double>? progress = null,
        CancellationToken cancel = default
    )
    {
        using var zip = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true);
        SortedDictionary<string, string> manifest = new(StringComparer.Ordinal),
            tags = new(StringComparer.Ordinal);
        long bytes = 0;
        int done = 0;
        foreach (BundledPhoto photo in photos)
        {
            cancel.ThrowIfCancellationRequested();
            string at = PhotoName(photo);
            using (FileStream from = File.OpenRead(photo.File))
            using (Stream to = zip.CreateEntry($"{name}/{Contents}{at}", CompressionLevel.NoCompression).Open())
                from.CopyTo(to, 1 << 20);
            manifest[Contents + at] = photo.Facts.Id;
            bytes += new FileInfo(photo.File).Length;
            Put(RecordName(photo.Facts.Id), Json(Record(photo)));
            progress?.Invoke((double)++done / (photos.Count + 1));
        }
        Put(Talk, Json(TalkJson.Write(deck)));
        foreach (BundledFile file in files)
        {
            cancel.ThrowIfCancellationRequested();
            CompressionLevel level =
                file.Type is "application/pdf" || file.Name.StartsWith("clips/", StringComparison.Ordinal)
                    ? CompressionLevel.NoCompression
                    : CompressionLevel.Fastest;
            using Stream from = file.Open();
            using (Stream to = zip.CreateEntry($"{name}/{Contents}{file.Name}", level).Open())
            using (var sum = IncrementalHash.CreateHash(HashAlgorithmName.SHA256))
            {
                byte[] buffer = new byte[1 << 20];
                for (int n; (n = from.Read(buffer)) > 0; )
                {
                    to.Write(buffer, 0, n);
                    sum.AppendData(buffer, 0, n);
                }
                manifest[Contents + file.Name] = Convert.ToHexStringLower(sum.GetHashAndReset());
            }
            bytes += file.Length;
        }
        Put(Crate, Json(RoCrate.Of(deck, photos, files, entries, now)));
        Tag("bagit.txt", "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n");
        Tag(
            "bag-info.txt",
            $"Source-Organization: {OneLine(deck.Speaker)}\nExternal-Description: {OneLine(deck.Title)}\n"
                + $"Bagging-Date: {now.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}\n"
                + $"Bag-Software-Agent: Jaali\nPayload-Oxum: {bytes}.{manifest.Count}\n"
        );
        Tag("manifest-sha256.txt", string.Concat(manifest.Select(m => $"{m.Value}  {Escaped(m.Key)}\n")));
        Tag("tagmanifest-sha256.txt", string.Concat(tags.Select(m => $"{m.Value}  {Escaped(m.Key)}\n")));
        progress?.Invoke(1);

        void Put(string at, byte[] content, CompressionLevel level = CompressionLevel.Fastest)
        {
            using (Stream to = zip.CreateEntry($"{name}/{Contents}{at}", level).Open())
                to.Write(content);
            manifest[Contents + at] = Convert.ToHexStringLower(SHA256.HashData(content));
            bytes += content.Length;
        }

        void Tag(string at, string text)
        {
            byte[] content = Encoding.UTF8.GetBytes(text);
            using (Stream to = zip.CreateEntry($"{name}/{at}", CompressionLevel.Fastest).Open())
                to.Write(content);
            tags[at] = Convert.ToHexStringLower(SHA256.HashData(content));
        }
    }

    /// <summary>Every photo that a talk names: shown, kept on a shortlist, seen in a frame before.</summary>
    public static IReadOnlyList<string> PhotosOf(Deck deck) =>
        [
            .. Core
                .Items.ItemKinds.Photos(deck)
                .Select(p => p.Use.PhotoId)
                .Concat(deck.AllPoints.SelectMany(p => p.Shortlist))
                .Concat(
                    deck.Slides.SelectMany(s => s.Items)
                        .OfType<Core.Items.Frame>()
                        .SelectMany(f => f.Earlier ?? [])
                        .Select(e => e.PhotoId)
                )
                .Distinct(StringComparer.Ordinal),
        ];

    internal static string PhotoName(BundledPhoto p) =>
        $"photos/{p.Facts.Id}.{(p.Format == "jpeg" ? "jpg" : p.Format)}";

    /// <summary>The name of what plays of a clip, below the folder of contents.</summary>
    public static string ClipName(ClipFacts clip) => $"clips/{clip.Sha256}.{clip.Ending}";

    internal static string RecordName(string id) => $"records/{id}.json";

    private static JsonObject Record(BundledPhoto p) =>
        new()
        {
            ["photo"] = p.Facts.Id,
            ["format"] = p.Format,
            ["width"] = p.Facts.Width,
            ["height"] = p.Facts.Height,
            ["focal"] = JsonSerializer.SerializeToNode(p.Facts.Focal, DeckJson.Options),
            ["clip"] = JsonSerializer.SerializeToNode(p.Facts.Clip, DeckJson.Options),
            ["takenFrom"] = p.TakenFrom,
            ["rights"] = JsonSerializer.SerializeToNode(p.Facts.Rights, DeckJson.Options),
            ["evidence"] = JsonSerializer.SerializeToNode(p.Evidence, DeckJson.Options),
        };

    private static byte[] Json(JsonNode node) => Encoding.UTF8.GetBytes(node.ToJsonString(Written));

    private static string OneLine(string text) => text.ReplaceLineEndings(" ").Trim();

    // RFC 8493, 2.1.3: line ends and percent signs in names are written as percent codes.
    internal static string Escaped(string name) =>
        name.Replace("%", "%25", StringComparison.Ordinal)
            .Replace("\r", "%0D", StringComparison.Ordinal)
            .Replace("\n", "%0A", StringComparison.Ordinal);
}
