using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Formats.Bundle;
using Jaali.Imaging.Painting;
using Path = System.IO.Path;

namespace Jaali.Formats.Reading;

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

/// <summary>A talk's file, whatever it is called: what it is, and what is in it.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Talk">What was understood; null for a bundle.</param>
/// <param name="Zip">The archive that it is; null for a PDF. It has to stay open while pictures are asked for.</param>
public sealed record TalkFile(TalkFileKind Kind, ForeignTalk? Talk, SafeZip? Zip) : IDisposable
{
    /// <summary>Opens one.</summary>
    /// <param name="file">Where it lies.</param>
    /// <param name="painter">Draws tables and charts; it is made only where there are some.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="FileFaultException">Nothing of it can be read.</exception>
    public static TalkFile Open(string file, Func<ScenePainter> painter, CancellationToken cancel = default)
    {
        byte[] head = new byte[1100];
        using (FileStream s = File.OpenRead(file))
            head = head[..s.ReadAtLeast(head, head.Length, false)];
        if (PdfTalkReader.IsOne(head))
            return new(TalkFileKind.Pdf, PdfTalkReader.Read(file, cancel), null);
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
        SafeZip zip = SafeZip.Open(file);
        try
        {
            (TalkFileKind kind, ForeignTalk? talk) = Packed(zip, painter, cancel);
            return new(kind, talk, zip);
        }
        catch
        {
            zip.Dispose();
            throw;
        }
    }

    private static (TalkFileKind, ForeignTalk?) Packed(
        SafeZip zip,
        Func<ScenePainter> painter,
        CancellationToken cancel
    )
    {
        if (BundleReader.IsOne(zip))
            return (TalkFileKind.Bundle, null);
        if (PptxReader.IsOne(zip))
            return (TalkFileKind.Pptx, PptxReader.Read(zip, painter(), cancel));
        if (OdpReader.IsOne(zip))
            return (TalkFileKind.Odp, OdpReader.Read(zip, painter(), cancel));
        if (zip.Names.Where(IsOutline).OrderBy(n => n.Count(c => c == '/')).FirstOrDefault() is { } outline)
        {
            Dictionary<string, string> beside = Beside(zip.Names.Select(n => (n, n)), outline);
            string text = System.Text.Encoding.UTF8.GetString(zip.Bytes(outline, Limits.Documents.PageBytes) ?? []);
            return (
                TalkFileKind.Outline,
                OutlineReader.Read(text, a => Found(beside, a) is { } at ? zip.Bytes(at, Limits.Photos.Bytes) : null)
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
            ? (
                TalkFileKind.Photos,
                Photos([.. pictures.Select(n => (n, (Func<byte[]?>)(() => zip.Bytes(n, Limits.Photos.Bytes))))])
            )
            : throw new FileFaultException(
                "This archive holds no talk and no photos. Jaali takes .pptx, .odp, PDF, Markdown, bundles "
                    + "of its own and photos."
            );
    }

    /// <summary>An outline that was brought with its pictures beside it; they are asked for by their names
    /// there.</summary>
    /// <param name="text">The outline.</param>
    /// <param name="name">Its own name among what was brought.</param>
    /// <param name="pictures">Names of the pictures.</param>
    public static ForeignTalk Outline(string text, string name, IEnumerable<string> pictures)
    {
        Dictionary<string, string> beside = Beside(pictures.Select(p => (p, p)), name);
        return OutlineReader.Read(text, _ => null, a => Found(beside, a) is not null);
    }

    /// <summary>Which of the pictures an address in an outline means; null for none.</summary>
    public static string? PictureOf(string address, string outline, IEnumerable<string> pictures) =>
        Found(Beside(pictures.Select(p => (p, p)), outline), address);

    /// <inheritdoc/>
    public void Dispose() => Zip?.Dispose();

    /// <summary>Photos alone: one on each slide, in the order of their names.</summary>
    public static ForeignTalk Photos(IReadOnlyList<(string Name, Func<byte[]?> Bytes)> all)
    {
        Dictionary<string, Func<byte[]?>> byName = all.ToDictionary(p => p.Name, p => p.Bytes, StringComparer.Ordinal);
        List<string> not = [];
        if (all.Count > Limits.Files.Pages)
            not.Add($"{all.Count} photos were brought; those after number {Limits.Files.Pages} are left out.");
        return new(
            "",
            "",
            SlideShape.Wide,
            [
                .. all.Take(Limits.Files.Pages)
                    .Select(p => new ForeignSlide(
                        [new ForeignPhoto(SlideShape.Wide.Bounds(), 0, p.Name, null, ExportOutline.Box, "")],
                        ""
                    )),
            ],
            n => byName.GetValueOrDefault(n)?.Invoke(),
            not
        );
    }

    internal static Dictionary<string, string> Beside(IEnumerable<(string Name, string At)> files, string outline)
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

    internal static string? Found(Dictionary<string, string> beside, string address)
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

    /// <summary>True for the name of an outline; lists of credits are none.</summary>
    public static bool IsOutline(string name) =>
        Path.GetExtension(name).ToLowerInvariant() is ".md" or ".markdown" or ".mdown" or ".txt"
        && !Path.GetFileName(name).StartsWith("credits", StringComparison.OrdinalIgnoreCase);
}
