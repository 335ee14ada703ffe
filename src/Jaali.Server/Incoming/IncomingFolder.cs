using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Formats.Reading;

namespace Jaali.Server.Incoming;

/// <summary>A file that was brought.</summary>
/// <param name="Name">Its name, with folders.</param>
/// <param name="At">Where it lies.</param>
public sealed record IncomingFile(string Name, string At);

/// <summary>Files that were brought together: a talk's file, an outline with its pictures, a folder of photos. They lie
/// in a
/// folder of their own under numbers; no name from outside becomes one on the disk.</summary>
public sealed class IncomingFolder(DataFolder folder)
{
    private const string Names = "names.json";

    /// <summary>Where what was brought together lies.</summary>
    public string Of(Guid id) => Path.Combine(folder.Root, "incoming", id.ToString("N"));

    /// <summary>Adds a file that was received.</summary>
    /// <returns>Why not, or null.</returns>
    public Refusal? Add(Guid id, string name, string received)
    {
        // Two files that arrive at once do not take one number.
        lock (_adding)
            return AddAlone(id, name, received);
    }

    private readonly Lock _adding = new();

    private Refusal? AddAlone(Guid id, string name, string received)
    {
        Directory.CreateDirectory(Of(id));
        List<string> names = [.. Read(id)];
        string clean = name.Replace('\\', '/').Trim().TrimStart('/');
        if (clean.Length is 0 or > 400 || clean.Any(char.IsControl) || clean.Split('/').Contains(".."))
            return new("bad-name", "A file has a name that cannot be taken. Give it another and bring it again.");
        if (names.Count >= Limits.Files.Brought)
            return new("too-many-files", $"More than {Limits.Files.Brought} files were brought at once. Bring fewer.");
        if (names.Contains(clean, StringComparer.OrdinalIgnoreCase))
            return new("same-name", $"Two files have one name, {clean}. Give one of them another.");
        File.Move(
            received,
            Path.Combine(Of(id), names.Count.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        names.Add(clean);
        DataFolder.WriteWhole(
            Path.Combine(Of(id), Names),
            JsonSerializer.SerializeToUtf8Bytes(names, DeckJson.Options)
        );
        return null;
    }

    /// <summary>The files, in the order of their names.</summary>
    public IReadOnlyList<IncomingFile> Files(Guid id) =>
        [
            .. Read(id)
                .Select(
                    (n, i) =>
                        new IncomingFile(
                            n,
                            Path.Combine(Of(id), i.ToString(System.Globalization.CultureInfo.InvariantCulture))
                        )
                )
                .Where(f => File.Exists(f.At))
                .OrderBy(f => f.Name, StringComparer.OrdinalIgnoreCase),
        ];

    /// <summary>Removes what was brought.</summary>
    public void Remove(Guid id)
    {
        if (Directory.Exists(Of(id)))
            Directory.Delete(Of(id), true);
    }

    /// <summary>Removes what was brought before a moment.</summary>
    public void Sweep(DateTime before)
    {
        string root = Path.Combine(folder.Root, "incoming");
        if (!Directory.Exists(root))
            return;
        foreach (
            string old in Directory.EnumerateDirectories(root).Where(d => Directory.GetLastWriteTimeUtc(d) < before)
        )
            Directory.Delete(old, true);
    }

    private string[] Read(Guid id)
    {
        string at = Path.Combine(Of(id), Names);
        return File.Exists(at)
            ? JsonSerializer.Deserialize<string[]>(File.ReadAllBytes(at), DeckJson.Options) ?? []
            : [];
    }
}

/// <summary>What a file that was brought is.</summary>
public enum TalkFileKind
{
    /// <summary>A bundle of Jaali.</summary>
    Bundle,

    /// <summary>Office Open XML.</summary>
    Pptx,

    /// <summary>OpenDocument.</summary>
    Odp,

    /// <summary>PDF.</summary>
    Pdf,

    /// <summary>An outline in Markdown, with pictures beside it.</summary>
    Outline,

    /// <summary>Photos alone.</summary>
    Photos,
}

/// <summary>Opens what was brought, whatever it is called.</summary>
/// <param name="painter">Draws tables and charts.</param>
public sealed class TalkFiles(Imaging.Painting.ScenePainter painter)
{
    /// <summary>Looks at what was brought.</summary>
    /// <param name="files">The files.</param>
    /// <param name="use">What is done with it; archives are open for so long.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="FileFaultException">Nothing of it can be read.</exception>
    public async Task<T> OpenAsync<T>(
        IReadOnlyList<IncomingFile> files,
        Func<TalkFileKind, ForeignTalk?, SafeZip?, Task<T>> use,
        CancellationToken cancel
    )
    {
        if (files.Count == 0)
            throw new FileFaultException("No file was brought. Choose one.");
        if (
            files.FirstOrDefault(f => Outline(f.Name)) is { } outline
            && files.Count > 0
            && files.All(f => Outline(f.Name) || IsPicture(f.At))
        )
        {
            string text = await TextAsync(outline.At, cancel);
            Dictionary<string, string> beside = Beside(files.Select(f => (f.Name, f.At)), outline.Name);
            return await use(
                TalkFileKind.Outline,
                OutlineReader.Read(text, a => Found(beside, a) is { } at ? File.ReadAllBytes(at) : null),
                null
            );
        }
        if (files.All(f => IsPicture(f.At)))
            return await use(
                TalkFileKind.Photos,
                Photos([.. files.Select(f => (f.Name, (Func<byte[]?>)(() => File.ReadAllBytes(f.At))))]),
                null
            );
        if (files.Count > 1)
            throw new FileFaultException(
                "Several files were brought that do not belong together. Bring one talk, an outline with "
                    + "its pictures, or photos alone."
            );
        return await OneAsync(files[0], use, cancel);
    }

    private async Task<T> OneAsync<T>(
        IncomingFile file,
        Func<TalkFileKind, ForeignTalk?, SafeZip?, Task<T>> use,
        CancellationToken cancel
    )
    {
        byte[] head = new byte[1100];
        await using (FileStream s = File.OpenRead(file.At))
            head = head[..await s.ReadAtLeastAsync(head, head.Length, false, cancel)];
        if (PdfTalkReader.IsOne(head))
            return await use(TalkFileKind.Pdf, await Task.Run(() => PdfTalkReader.Read(file.At, cancel), cancel), null);
        // A compound file (MS-CFB): a locked one of Office Open XML, or one of an older format.
        if (head.AsSpan().StartsWith((ReadOnlySpan<byte>)[0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1]))
            throw new FileFaultException(
                "This file is locked with a password, or in a format from before 2007. Save it without a "
                    + "password as .pptx or .odp and bring it again."
            );
        if (!head.AsSpan().StartsWith("PK"u8))
            throw new FileFaultException(
                "Jaali cannot tell what this file is. It takes .pptx, .odp, PDF, Markdown, bundles of its "
                    + "own and photos."
            );
        using SafeZip zip = SafeZip.Open(file.At);
        if (Formats.Bundle.BundleReader.IsOne(zip))
            return await use(TalkFileKind.Bundle, null, zip);
        if (PptxReader.IsOne(zip))
            return await use(
                TalkFileKind.Pptx,
                await Task.Run(() => PptxReader.Read(zip, painter, cancel), cancel),
                zip
            );
        if (OdpReader.IsOne(zip))
            return await use(TalkFileKind.Odp, await Task.Run(() => OdpReader.Read(zip, painter, cancel), cancel), zip);
        if (zip.Names.Where(Outline).OrderBy(n => n.Count(c => c == '/')).FirstOrDefault() is { } outline)
        {
            Dictionary<string, string> beside = Beside(zip.Names.Select(n => (n, n)), outline);
            string text = System.Text.Encoding.UTF8.GetString(zip.Bytes(outline, Limits.Documents.PageBytes) ?? []);
            return await use(
                TalkFileKind.Outline,
                OutlineReader.Read(text, a => Found(beside, a) is { } at ? zip.Bytes(at, Limits.Photos.Bytes) : null),
                zip
            );
        }
        string[] pictures =
        [
            .. zip
                .Names.Where(n =>
                    Imaging.PhotoFormats.Endings.Contains(Path.GetExtension(n).TrimStart('.').ToLowerInvariant())
                )
                .Order(StringComparer.OrdinalIgnoreCase),
        ];
        return pictures.Length > 0
            ? await use(
                TalkFileKind.Photos,
                Photos([.. pictures.Select(n => (n, (Func<byte[]?>)(() => zip.Bytes(n, Limits.Photos.Bytes))))]),
                zip
            )
            : throw new FileFaultException(
                "This archive holds no talk and no photos. Jaali takes .pptx, .odp, PDF, Markdown, bundles "
                    + "of its own and photos."
            );
    }

    // Photos alone: one on each slide, in the order of their names.
    private static ForeignTalk Photos(IReadOnlyList<(string Name, Func<byte[]?> Bytes)> all)
    {
        Dictionary<string, Func<byte[]?>> byName = all.ToDictionary(p => p.Name, p => p.Bytes, StringComparer.Ordinal);
        List<string> not = [];
        if (all.Count > Limits.Files.Pages)
            not.Add($"{all.Count} photos were brought; those after number {Limits.Files.Pages} are left out.");
        return new(
            "",
            "",
            Core.Geometry.SlideShape.Wide,
            [
                .. all.Take(Limits.Files.Pages)
                    .Select(p => new ForeignSlide(
                        [
                            new ForeignPhoto(
                                Core.Geometry.SlideShape.Wide.Bounds(),
                                0,
                                p.Name,
                                null,
                                Core.Scenes.ExportOutline.Box,
                                ""
                            ),
                        ],
                        ""
                    )),
            ],
            n => byName.GetValueOrDefault(n)?.Invoke(),
            not
        );
    }

    private static Dictionary<string, string> Beside(IEnumerable<(string Name, string At)> files, string outline)
    {
        string root = outline.Contains('/') ? outline[..(outline.LastIndexOf('/') + 1)] : "";
        Dictionary<string, string> beside = new(StringComparer.OrdinalIgnoreCase);
        foreach ((string name, string at) in files)
        {
            if (name.StartsWith(root, StringComparison.Ordinal))
                beside.TryAdd(name[root.Length..], at);
            // Brought one by one, files have no folders any more.
            beside.TryAdd(Path.GetFileName(name), at);
        }
        return beside;
    }

    private static string? Found(Dictionary<string, string> beside, string address)
    {
        if (
            address.Contains("://", StringComparison.Ordinal)
            || address.StartsWith("data:", StringComparison.OrdinalIgnoreCase)
        )
            return null;
        string name = Uri.UnescapeDataString(address.Split('?', '#')[0]).Replace('\\', '/');
        while (name.StartsWith("./", StringComparison.Ordinal))
            name = name[2..];
        return beside.GetValueOrDefault(name) ?? beside.GetValueOrDefault(Path.GetFileName(name));
    }

    private static bool Outline(string name) =>
        Path.GetExtension(name).ToLowerInvariant() is ".md" or ".markdown" or ".mdown" or ".txt"
        && !Path.GetFileName(name).StartsWith("credits", StringComparison.OrdinalIgnoreCase);

    private static bool IsPicture(string at)
    {
        byte[] head = new byte[4096];
        using FileStream s = File.OpenRead(at);
        int n = s.ReadAtLeast(head, head.Length, false);
        return Imaging.PhotoFormats.Sniff(head.AsSpan(0, n)) is not null;
    }

    private static async Task<string> TextAsync(string at, CancellationToken cancel) =>
        new FileInfo(at).Length > Limits.Documents.PageBytes
            ? throw new FileFaultException("This outline is longer than Jaali reads.")
            : await File.ReadAllTextAsync(at, cancel);
}
