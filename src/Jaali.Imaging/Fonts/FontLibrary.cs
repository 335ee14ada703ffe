using System.Collections.Concurrent;
using System.Globalization;
using System.Text.RegularExpressions;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Rights;
using Jaali.Core.Typesetting;
using SkiaSharp;
using Face = Jaali.Core.Typesetting.Face;

namespace Jaali.Imaging;

/// <summary>A glyph and where it stands from the left end of its line, in the unit of the size asked for.</summary>
public readonly record struct PlacedGlyph(ushort Id, double X, double Y);

/// <summary>Typefaces: those that ship and those that were added; their measures through HarfBuzz, their outlines for
/// Skia. Safe for use by many threads.</summary>
public sealed partial class FontLibrary : IFonts, IDisposable
{
    // Lend letters to families that lack them, in this order; they are not offered for choice.
    private static readonly string[] Lenders =
    [
        "Noto Sans Hebrew",
        "Noto Naskh Arabic",
        "Noto Sans Devanagari",
        "Noto Sans Thai",
        "Noto Sans",
        "Droid Sans Fallback",
        "Noto Sans Symbols 2",
    ];

    private readonly ConcurrentDictionary<string, LoadedFace> _faces = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Face[]> _families = new(StringComparer.Ordinal);
    private readonly BoundedCache<(string Face, string Text, bool Right), double> _widths = new(Limits.Retention.Lines);
    private readonly BoundedCache<(string Face, string Text, bool Right), double[]> _advances = new(
        Limits.Retention.Advances,
        a => a.Length
    );

    /// <summary>Knows every face of a folder, by the names of its files: <c>family-name-bold-italic.ttf</c>. A file is
    /// read
    /// when its face is first used.</summary>
    /// <exception cref="FileNotFoundException">A typeface that every deck begins with is missing.</exception>
    public FontLibrary(string folder)
    {
        foreach (string path in Directory.EnumerateFiles(folder, "*.ttf").Order(StringComparer.Ordinal))
        {
            string name = Path.GetFileNameWithoutExtension(path);
            string[] words = name.Split('-');
            bool italic = words[^1] == "italic",
                bold = words[italic ? ^2 : ^1] == "bold";
            string family = string.Join(
                ' ',
                words
                    .SkipLast(1 + (italic && bold ? 1 : 0))
                    .Select(w => CultureInfo.InvariantCulture.TextInfo.ToTitleCase(w))
            );
            Put(Face.Of(family, bold, italic), LoadedFace.FromFile(path));
        }
        foreach (Face face in (ReadOnlySpan<Face>)[Face.Heading, Face.Text, Face.Credit])
            if (!_faces.ContainsKey(face.Id))
                throw new FileNotFoundException(
                    $"The typeface {face.Id} is missing. Install the application again.",
                    folder
                );
        Shipped = [.. _families.Keys.Where(f => !Lenders.Contains(f)).Order(StringComparer.Ordinal)];
    }

    /// <summary>The folder that ships beside the application.</summary>
    public static string ShippedFolder => Path.Combine(AppContext.BaseDirectory, "fonts");

    /// <summary>The families that ship, for choice.</summary>
    public IReadOnlyList<string> Shipped { get; }

    /// <summary>Rises whenever faces come or go.</summary>
    public int Revision { get; private set; }

    /// <summary>Every face, those that lend letters included.</summary>
    public IEnumerable<Face> Faces => _families.Values.SelectMany(f => f);

    /// <summary>True for families that lend letters and are not offered.</summary>
    public static bool IsLender(string family) => Lenders.Contains(family);

    /// <summary>The faces of a family; empty where it is not at hand.</summary>
    public IReadOnlyList<Face> Family(string name) => _families.GetValueOrDefault(name, []);

    /// <summary>The bytes of a face, a TrueType or OpenType file; null where it is not at hand.</summary>
    public byte[]? Bytes(string faceId) => _faces.GetValueOrDefault(faceId)?.Bytes;

    /// <summary>True where a file may carry the face as a font (<c>OS/2</c>, <c>fsType</c>).</summary>
    public bool MayEmbed(string faceId) => _faces.GetValueOrDefault(faceId)?.Facts.Embedding != Embedding.None;

    /// <summary>What a face says of itself; null where it is not at hand.</summary>
    public FontFacts? Facts(string faceId) => _faces.GetValueOrDefault(faceId)?.Facts;

    /// <inheritdoc/>
    public FontTerms Terms(string family)
    {
        return _terms.GetOrAdd(family, TermsRead);
    }

    // A licence is read once, until another typeface comes or goes.
    private readonly ConcurrentDictionary<string, FontTerms> _terms = new();

    private FontTerms TermsRead(string family)
    {
        if (Family(family) is not [var first, ..] faces)
            return FontTerms.Free with { IsHere = false };
        FontFacts facts = Facts(first.Id)!;
        Licence? licence = LicenceReader.Read(facts.LicenceUrl) ?? LicenceReader.Read(facts.Licence);
        bool asks = licence?.AsksForCredit ?? AsksForCredit().IsMatch(facts.Licence);
        string maker = facts.Designer.Length > 0 ? facts.Designer : facts.Copyright;
        return new(
            true,
            faces.All(f => MayEmbed(f.Id)),
            asks ? string.Join(", ", new[] { family, maker, licence?.Label ?? "" }.Where(s => s.Length > 0)) : "",
            licence?.Url ?? (Uri.TryCreate(facts.LicenceUrl, UriKind.Absolute, out _) ? facts.LicenceUrl : null)
        );
    }

    // Words by which a licence in its own words asks that the maker be named; common practice, no source.
    [GeneratedRegex(
        @"\b(?:attribution|credit)\b[^.]{0,40}\b(?:required|must|needed|obligatory)\b|\bmust\b[^.]{0,40}\b(?:credit|attribut|be named)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex AsksForCredit();

    /// <summary>Adds the faces of one family, in place of those of the same name that were added before.</summary>
    public void Add(IEnumerable<(Face Face, byte[] Bytes)> faces)
    {
        foreach ((Face face, byte[] bytes) in faces)
            Put(face, LoadedFace.FromBytes(bytes));
        Revision++;
        _terms.Clear();
    }

    /// <summary>Takes away a family that was added; words that are set in it are set in the first family.</summary>
    public void Remove(string family)
    {
        if (Shipped.Contains(family) || Lenders.Contains(family) || !_families.TryRemove(family, out Face[]? faces))
            return;
        // Painters may still hold a face: its memory goes with the last of them.
        foreach (Face face in faces)
            _faces.TryRemove(face.Id, out _);
        Revision++;
        _terms.Clear();
    }

    /// <inheritdoc/>
    public Face Find(string family, bool bold = false, bool italic = false)
    {
        if (!_families.TryGetValue(family, out Face[]? faces))
            faces = _families[bold ? Face.Heading.Family : Face.Text.Family];
        // The slant is given up before the weight.
        return Array.Find(faces, f => f.Bold == bold && f.Italic == italic)
            ?? Array.Find(faces, f => f.Bold == bold && !f.Italic)
            ?? Array.Find(faces, f => f.Italic == italic)
            ?? faces[0];
    }

    /// <inheritdoc/>
    public Face? For(Face face, string cluster)
    {
        if (At(face.Id).Has(cluster))
            return face;
        foreach (string lender in Lenders)
            if (_families.ContainsKey(lender) && Find(lender, face.Bold) is var other && At(other.Id).Has(cluster))
                return other;
        return null;
    }

    /// <inheritdoc/>
    public FaceMetrics Metrics(Face face) => At(face.Id).Metrics;

    /// <inheritdoc/>
    public double Width(Face face, double size, string text, bool rightToLeft = false) =>
        text.Length == 0
            ? 0
            : size
                * _widths.GetOrMake(
                    (face.Id, text, rightToLeft),
                    static (k, shelf) => shelf.At(k.Face).Advance(k.Text, k.Right),
                    this
                );

    /// <inheritdoc/>
    public double[] Advances(Face face, string text, bool rightToLeft) =>
        _advances.GetOrMake(
            (face.Id, text, rightToLeft),
            static (k, shelf) => shelf.At(k.Face).Advances(k.Text, k.Right),
            this
        );

    /// <summary>The glyphs of one line, shaped: kerning and marks in place.</summary>
    /// <param name="faceId">The face.</param>
    /// <param name="size">Units to the em.</param>
    /// <param name="text">Written one way.</param>
    /// <param name="rightToLeft">Which way.</param>
    /// <param name="spacing">After each cluster, in the unit of the size.</param>
    public IReadOnlyList<PlacedGlyph> Shape(
        string faceId,
        double size,
        string text,
        bool rightToLeft = false,
        double spacing = 0
    ) => At(faceId).Shape(size, text, rightToLeft, spacing);

    /// <summary>The outlines of a face.</summary>
    public SKTypeface Typeface(string faceId) => At(faceId).Typeface;

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (LoadedFace face in _faces.Values)
            face.Dispose();
    }

    private LoadedFace At(string faceId) =>
        _faces.GetValueOrDefault(faceId) ?? _faces[Find("", faceId.Contains("Bold", StringComparison.Ordinal)).Id];

    private void Put(Face face, LoadedFace loaded)
    {
        _faces[face.Id] = loaded;
        _families.AddOrUpdate(
            face.Family,
            [face],
            (_, known) => [.. known.Where(f => f.Id != face.Id).Append(face).OrderBy(f => f.Bold).ThenBy(f => f.Italic)]
        );
    }
}
