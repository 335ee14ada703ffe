using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats.Reading;

namespace Jaali.Formats.Bundle;

/// <summary>A record in a bundle.</summary>
/// <param name="PhotoId">SHA-256 of the photo.</param>
/// <param name="File">The name of its file in the archive.</param>
/// <param name="Focal">Where the eye goes.</param>
/// <param name="TakenFrom">Where its bytes came from, or null.</param>
/// <param name="Rights">Its record.</param>
/// <param name="Evidence">What it rests on.</param>
/// <param name="Clip">What plays in its place; null for a photo.</param>
/// <param name="ClipFile">The name of that file in the archive; null for a photo.</param>
public sealed record BundleRecord(
    string PhotoId,
    string File,
    PhotoPoint Focal,
    string? TakenFrom,
    RightsRecord Rights,
    IReadOnlyList<Evidence> Evidence,
    ClipFacts? Clip = null,
    string? ClipFile = null
);

/// <summary>A bundle whose every file was found to be what its list says.</summary>
/// <param name="Deck">The talk.</param>
/// <param name="Photos">Its photos.</param>
/// <param name="Fonts">Names of the fonts in the archive.</param>
/// <param name="Permissions">Names of the files of permissions, by their SHA-256.</param>
public sealed record BundleContents(
    Deck Deck,
    IReadOnlyList<BundleRecord> Photos,
    IReadOnlyList<string> Fonts,
    IReadOnlyDictionary<string, string> Permissions
);

/// <summary>Reads bundles: the bag is checked before anything is taken of it (RFC 8493, 3).</summary>
public static class BundleReader
{
    /// <summary>True where an archive looks like a bundle.</summary>
    public static bool IsOne(SafeZip zip) => RootOf(zip) is not null;

    private static string? RootOf(SafeZip zip) =>
        zip
            .Names.Where(n => n.EndsWith("bagit.txt", StringComparison.Ordinal) && n.Count(c => c == '/') <= 1)
            .Select(n => n[..^"bagit.txt".Length])
            .FirstOrDefault();

    /// <summary>Checks a bundle and reads what describes it.</summary>
    /// <exception cref="FileFaultException">It is none, or is not whole; the message says which file.</exception>
    public static BundleContents Read(SafeZip zip, CancellationToken cancel = default)
    {
        string root =
            RootOf(zip) ?? throw new FileFaultException("This archive is no bundle of Jaali: it has no bagit.txt.");
        string bagit = Text(zip, root + "bagit.txt");
        if (
            !bagit.Contains("BagIt-Version: 1.0", StringComparison.Ordinal)
            && !bagit.Contains("BagIt-Version: 0.97", StringComparison.Ordinal)
        )
            throw new FileFaultException("This bag is of a version that Jaali does not know. It knows 0.97 and 1.0.");
        if (zip.Has(root + "fetch.txt"))
            throw new FileFaultException("This bag leaves files to be fetched from elsewhere. Bring a whole one.");
        Check(zip, root, "tagmanifest-sha256.txt", false, cancel);
        Dictionary<string, string> listed = Check(zip, root, "manifest-sha256.txt", true, cancel);
        if (
            zip.Names.FirstOrDefault(n =>
                n.StartsWith(root + BundleWriter.Contents, StringComparison.Ordinal)
                && !listed.ContainsKey(n[root.Length..])
            ) is
            { } stranger
        )
            throw new FileFaultException(
                $"The bundle holds a file that its list does not name: {stranger}. Pack it again."
            );
        string talk = root + BundleWriter.Contents + BundleWriter.Talk;
        if (!zip.Has(talk))
            throw new FileFaultException("This bag holds no talk of Jaali: talk.json is missing.");
        if (!zip.Has(root + BundleWriter.Contents + BundleWriter.Crate))
            throw new FileFaultException("The description of this bundle is missing: ro-crate-metadata.json.");
        Deck deck;
        List<BundleRecord> photos = [];
        try
        {
            deck = TalkJson.Read(Json(zip, talk));
            foreach (string id in BundleWriter.PhotosOf(deck))
                photos.Add(Record(zip, root, id));
        }
        catch (FormatException e)
        {
            throw new FileFaultException(e.Message, e);
        }
        string fonts = root + BundleWriter.Contents + "fonts/",
            permissions = root + BundleWriter.Contents + "permissions/";
        return new(
            deck,
            photos,
            [
                .. zip.Names.Where(n =>
                    n.StartsWith(fonts, StringComparison.Ordinal)
                    && n.EndsWith(".ttf", StringComparison.OrdinalIgnoreCase)
                ),
            ],
            zip.Names.Where(n => n.StartsWith(permissions, StringComparison.Ordinal))
                .ToDictionary(n => n[permissions.Length..].Split('.')[0], n => n, StringComparer.Ordinal)
        );
    }

    private static BundleRecord Record(SafeZip zip, string root, string id)
    {
        string file =
            zip.Names.FirstOrDefault(n =>
                n.StartsWith($"{root}{BundleWriter.Contents}photos/{id}.", StringComparison.Ordinal)
            ) ?? throw new FileFaultException("A photo of the talk is missing from the bundle. Make the bundle again.");
        if (Json(zip, root + BundleWriter.Contents + BundleWriter.RecordName(id)) is not JsonObject record)
            throw new FileFaultException("A record of the bundle is missing. Make the bundle again.");
        try
        {
            ClipFacts? clip = record["clip"].Deserialize<ClipFacts>(DeckJson.Options);
            string? plays = clip is null ? null : root + BundleWriter.Contents + BundleWriter.ClipName(clip);
            if (plays is not null && !zip.Has(plays))
                throw new FileFaultException("A clip of the talk is missing from the bundle. Make the bundle again.");
            return new(
                id,
                file,
                record["focal"].Deserialize<PhotoPoint>(DeckJson.Options),
                (string?)record["takenFrom"],
                record["rights"].Deserialize<RightsRecord>(DeckJson.Options)
                    ?? throw new FormatException("A record of this bundle is empty."),
                record["evidence"].Deserialize<List<Evidence>>(DeckJson.Options) ?? [],
                clip,
                plays
            );
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            throw new FormatException("A record of this bundle cannot be read.", e);
        }
    }

    // Each file of a list, its sum taken; names as the list has them.
    private static Dictionary<string, string> Check(
        SafeZip zip,
        string root,
        string list,
        bool needed,
        CancellationToken cancel
    )
    {
        Dictionary<string, string> listed = new(StringComparer.Ordinal);
        if (!zip.Has(root + list))
            return needed
                ? throw new FileFaultException(
                    $"The list of the bundle's files is missing: {list}. Make the bundle again."
                )
                : listed;
        foreach (string line in Text(zip, root + list).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            cancel.ThrowIfCancellationRequested();
            string[] words = line.TrimEnd('\r').Split((char[]?)null, 2, StringSplitOptions.RemoveEmptyEntries);
            if (words.Length != 2 || words[0].Length != 64)
                throw new FileFaultException($"The list {list} of the bundle cannot be read. Make the bundle again.");
            string name = words[1]
                .TrimStart('*')
                .Replace("%0A", "\n", StringComparison.OrdinalIgnoreCase)
                .Replace("%0D", "\r", StringComparison.OrdinalIgnoreCase)
                .Replace("%25", "%", StringComparison.Ordinal);
            if (!listed.TryAdd(name, words[0]))
                throw new FileFaultException($"The list {list} names a file twice: {name}.");
            using Stream content =
                zip.Stream(root + name)
                ?? throw new FileFaultException($"A file of the bundle is missing: {name}. Fetch the bundle again.");
            try
            {
                if (
                    !Convert
                        .ToHexStringLower(SHA256.HashData(content))
                        .Equals(words[0], StringComparison.OrdinalIgnoreCase)
                )
                    throw new FileFaultException($"A file of the bundle is damaged: {name}. Fetch the bundle again.");
            }
            catch (InvalidDataException e)
            {
                throw new FileFaultException($"A file of the bundle is damaged: {name}. Fetch the bundle again.", e);
            }
        }
        return listed;
    }

    private static string Text(SafeZip zip, string name) => Encoding.UTF8.GetString(zip.Bytes(name) ?? []);

    private static JsonNode? Json(SafeZip zip, string name)
    {
        try
        {
            return zip.Bytes(name) is { } bytes
                ? JsonNode.Parse(bytes, documentOptions: new() { MaxDepth = Limits.Documents.JsonDepth })
                : null;
        }
        catch (JsonException e)
        {
            throw new FileFaultException("A part of this bundle cannot be read. Make the bundle again.", e);
        }
    }
}
