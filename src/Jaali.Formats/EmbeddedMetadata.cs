using System.Collections.Immutable;
using System.Text;
using Jaali.Core.Rights;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using MetadataExtractor.IO;
using XmpCore;

namespace Jaali.Formats;

/// <summary>What a photo's own metadata says of its rights: EXIF, XMP, IPTC-IIM and the texts of PNG.</summary>
/// <param name="Title">As given by the first block that has one.</param>
/// <param name="Maker">The same.</param>
/// <param name="MakerUrl"><c>cc:attributionURL</c>.</param>
/// <param name="Notice">The copyright notice, where it says more than the licence.</param>
/// <param name="Licence">Recognised, where the blocks agree.</param>
/// <param name="LicenceAsFound">The words it was recognised from.</param>
/// <param name="SourceUrl">A page that the file names as its source.</param>
/// <param name="MachineMade"><c>Iptc4xmpExt:DigitalSourceType</c> says so.</param>
/// <param name="Conflicts">Where the blocks differ.</param>
/// <param name="Words">All of it as lines of path and value: the evidence.</param>
public sealed record EmbeddedMetadata(
    string Title,
    string Maker,
    string? MakerUrl,
    string Notice,
    Licence? Licence,
    string LicenceAsFound,
    string? SourceUrl,
    bool MachineMade,
    ImmutableList<Conflict> Conflicts,
    string Words
)
{
    /// <summary>Licences that the file lets one choose among; null where it offers no choice.</summary>
    public ImmutableList<LicenceOffer>? Offers { get; init; }

    private const string Dc = "http://purl.org/dc/elements/1.1/",
        XmpRights = "http://ns.adobe.com/xap/1.0/rights/",
        Cc = "http://creativecommons.org/ns#",
        Ext = "http://iptc.org/std/Iptc4xmpExt/2008-02-29/",
        Plus = "http://ns.useplus.org/ldf/xmp/1.0/",
        Photoshop = "http://ns.adobe.com/photoshop/1.0/";

    // IPTC's vocabulary "digital source type": pictures made by a trained model, by an algorithm, or composed with
    // such parts.
    private static readonly string[] MachineKinds =
    [
        "trainedAlgorithmicMedia",
        "algorithmicMedia",
        "compositeWithTrainedAlgorithmicMedia",
        "compositeSynthetic",
        "virtualRecording",
    ];

    /// <summary>
    /// Reads a photo's metadata; null where it has none that speaks of rights. For maker and notice EXIF comes first,
    /// then XMP, unless the IIM digest says that IIM was changed later (Metadata Working Group, "Guidelines for
    /// Handling
    /// Image Metadata" 2.0, as exiftool's MWG module reads it). Windows' own fields and the texts of PNG come last. A
    /// credit line and the camera's owner stand in where nobody names a maker.
    /// </summary>
    /// <param name="photo">The file.</param>
    /// <param name="xmp">What its packets of XMP say, where that was read elsewhere; null reads them here.</param>
    public static EmbeddedMetadata? Read(byte[] photo, IReadOnlyList<MetadataBlock>? xmp = null)
    {
        PhotoBlocks blocks = PhotoBlocks.Of(photo);
        List<MetadataBlock> found = [.. xmp ?? [.. blocks.Xmp.Select(ReadXmp).OfType<MetadataBlock>()]];
        if (IimBlock.Of(blocks.Iim) is { IsEmpty: false } iim)
            found.Insert(IimBlock.ChangedLater(blocks) ? 0 : found.Count, FromIim(iim, found));
        if (Exif(blocks.Exif) is { } exif)
        {
            found.Insert(0, FromExif(exif));
            found.Add(FromWindows(exif));
        }
        if (blocks.Texts.Count > 0)
            found.Add(FromTexts(blocks.Texts));
        return Of(found);
    }

    /// <summary>What a clip says of itself in tags of its file; null where it says nothing.</summary>
    /// <param name="tags">Names and texts.</param>
    public static EmbeddedMetadata? OfTags(IReadOnlyList<(string Key, string Text)> tags)
    {
        string[] keys = ["title", "artist", "author", "copyright", "license", "disclaimer", "source", "comment"];
        // A position, a camera and the name of a program say nothing of rights; they stay out of what is kept.
        (string, string)[] said = [.. tags.Where(t => keys.Contains(t.Key.ToLowerInvariant()))];
        return said.Length == 0 ? null : Of([FromTexts(said) with { Name = "tags" }]);
    }

    private static EmbeddedMetadata? Of(List<MetadataBlock> found)
    {
        string words = string.Join('\n', found.SelectMany(b => b.Words.Select(w => $"{b.Name} {w}")));
        if (words.Length == 0)
            return null;
        List<Conflict> conflicts = [];
        string title = First("title", b => b.Title),
            maker = First("maker", b => b.Maker);
        if (maker.Length == 0)
            maker = found.SelectMany(b => b.Credits).FirstOrDefault(c => c.Length > 0) ?? "";
        SourceStatement[] said =
        [
            .. found
                .SelectMany(b => b.Licences.Select(l => new SourceStatement(b.Name, l)))
                .Where(s => LicenceReader.Say(s.Value).Kind != LicenceStatementKind.Harmless),
        ];
        Agreement terms = LicenceAgreement.Of(said.Select(s => s.Value));
        (Licence? licence, string asFound) = terms;
        if (licence is null && terms.Offers is null && said.Length > 1)
            conflicts.Add(new Conflict("licence", [.. said]));
        string notice = CopyrightNotice.Of([], found.Select(b => b.Notice));
        if (asFound.Length == 0)
            asFound = found.SelectMany(b => b.Licences).FirstOrDefault(l => l.Length > 0) ?? "";
        return new EmbeddedMetadata(
            title,
            maker,
            found.Select(b => b.MakerUrl).FirstOrDefault(u => u is not null),
            notice,
            licence,
            asFound,
            found.Select(b => b.SourceUrl).FirstOrDefault(u => u is not null),
            found.Exists(b => b.MachineMade),
            [.. conflicts],
            words
        )
        {
            Offers = terms.Offers,
        };

        string First(string field, Func<MetadataBlock, string> part)
        {
            SourceStatement[] all =
            [
                .. found.Select(b => new SourceStatement(b.Name, part(b))).Where(s => s.Value.Length > 0),
            ];
            if (all.DistinctBy(s => Plain(s.Value)).Count() > 1)
                conflicts.Add(new Conflict(field, [.. all]));
            return all.Length > 0 ? all[0].Value : "";
        }
    }

    /// <summary>The packets of XMP in a photo's file, as bytes; empty where there are none.</summary>
    public static IReadOnlyList<byte[]> XmpOf(byte[] photo) => PhotoBlocks.Of(photo).Xmp;

    /// <summary>What a packet of XMP says; null where it is none.</summary>
    public static MetadataBlock? ReadXmp(byte[] packet)
    {
        if (TextOf(packet) is not { } text)
            return null;
        try
        {
            if (!IsShallow(text))
                return MetadataBlock.Unread;
            return FromXmp(XmpMetaFactory.ParseFromString(text));
        }
        catch (Exception e) when (e is XmpException or System.Xml.XmlException or ArgumentException or FormatException)
        {
            return null;
        }
    }

    /// <summary>
    /// The record of a source, with what the file adds: empty fields are filled; where source and file name different
    /// licences neither is taken, and both are kept word for word.
    /// </summary>
    /// <param name="source">What the source says; an empty record for a file that came by itself.</param>
    public RightsRecord Complete(RightsRecord source)
    {
        RightsRecord r = source with
        {
            Title = source.Title.Length > 0 ? source.Title : Title,
            Maker = source.Maker.Length > 0 ? source.Maker : Maker,
            MakerUrl = source.MakerUrl ?? MakerUrl,
            SourceUrl = source.SourceUrl ?? SourceUrl,
            Notice = source.Notice.Length > 0 ? source.Notice : Notice,
            MachineMade = source.MachineMade || MachineMade,
        };
        List<Conflict> conflicts = [.. source.Conflicts ?? [], .. Conflicts];
        // Maker and licence are of one statement: whom the file names beside another is not passed over.
        if (!MakerNames.AreSame(source.Maker, Maker))
            conflicts =
            [
                .. RecordAgreement.With(
                    [.. conflicts],
                    "maker",
                    new SourceStatement(source.Collection.Length > 0 ? source.Collection : "the source", source.Maker),
                    new SourceStatement("the file", Maker)
                ),
            ];
        bool fileSpeaks = Licence is not null || Speaks(LicenceAsFound),
            sourceSpeaks = source.Licence is not null || Speaks(source.LicenceAsFound);
        if (fileSpeaks && !sourceSpeaks)
            r = r with { Licence = Licence, LicenceAsFound = LicenceAsFound, Offers = Offers ?? r.Offers };
        else if (!fileSpeaks && source.LicenceAsFound.Length == 0 && source.Licence is null)
            r = r with { LicenceAsFound = LicenceAsFound };
        else if (
            fileSpeaks
            && !(
                Licence is { } own
                && source.Licence is { } said
                && (LicenceAgreement.Agree(own, said) || LicenceAgreement.Agree(said, own))
            )
        )
        {
            // What either says and cannot be read may be a limit on what the other grants.
            r = r with
            {
                Licence = null,
                Offers = null,
                LicenceAsFound = $"The source says: {source.LicenceAsFound}. The file says: {LicenceAsFound}.",
            };
            conflicts.Add(
                new Conflict(
                    "licence",
                    [
                        new SourceStatement(
                            source.Collection.Length > 0 ? source.Collection : "the source",
                            source.LicenceAsFound
                        ),
                        new SourceStatement("the file", LicenceAsFound),
                    ]
                )
            );
        }
        return r with { Conflicts = conflicts.Count > 0 ? [.. conflicts] : null };

        static bool Speaks(string words) => LicenceReader.Say(words).Kind != LicenceStatementKind.Harmless;
    }

    /// <summary>The record of a file that came by itself.</summary>
    public static RightsRecord OfFile(EmbeddedMetadata? inside, string collection)
    {
        var empty = new RightsRecord("", "", null, null, collection, null, "");
        return inside?.Complete(empty) ?? empty;
    }

    // XMP in whatever encoding its first bytes show (XMP specification, part 1, 7.2 on UTF-8, UTF-16 and UTF-32).
    private static string? TextOf(byte[] packet)
    {
        Encoding encoding =
            packet is [0xFF, 0xFE, 0, 0, ..] or [(byte)'<', 0, 0, 0, ..] ? Encoding.UTF32
            : packet is [0xFF, 0xFE, ..] or [(byte)'<', 0, ..] ? Encoding.Unicode
            : packet is [0xFE, 0xFF, ..] or [0, (byte)'<', ..] ? Encoding.BigEndianUnicode
            : Encoding.UTF8;
        string text = encoding.GetString(packet).Trim('\uFEFF', '\0', ' ', '\r', '\n');
        int from = text.IndexOf('<', StringComparison.Ordinal);
        // A document type could name entities; XMP has none.
        if (from < 0 || text.Contains("<!DOCTYPE", StringComparison.OrdinalIgnoreCase))
            return null;
        return text[from..];
    }

    // The parser takes twice as long for each resource within a resource: what is nested deeper than any packet of a
    // photo is not given to it.
    private static bool IsShallow(string text)
    {
        using var words = new StringReader(text);
        using var xml = System.Xml.XmlReader.Create(
            words,
            new() { DtdProcessing = System.Xml.DtdProcessing.Prohibit, XmlResolver = null }
        );
        for (int parts = 0; xml.Read(); parts++)
            if (xml.Depth > MostDeep || parts > MostParts)
                return false;
        return true;
    }

    // A sequence of structures with lists is ten deep; common practice, no source.
    private const int MostDeep = 18,
        MostParts = 60_000;

    private static IReadOnlyList<MetadataExtractor.Directory>? Exif(byte[]? tiff)
    {
        if (tiff is null)
            return null;
        try
        {
            List<MetadataExtractor.Directory> read = [];
            MetadataExtractor.Formats.Tiff.TiffReader.ProcessTiff(new ByteArrayReader(tiff), new ExifTiffHandler(read));
            return read;
        }
        catch (Exception e)
            when (e
                    is MetadataException
                        or ImageProcessingException
                        or IOException
                        or ArgumentException
                        or IndexOutOfRangeException
                        or OverflowException
            )
        {
            return null;
        }
    }

    /// <summary>True for EXIF whose directory of positions has a latitude.</summary>
    internal static bool HoldsPosition(byte[]? exif) =>
        Exif(exif)?.OfType<GpsDirectory>().Any(g => g.ContainsTag(GpsDirectory.TagLatitude)) ?? false;

    private static MetadataBlock FromXmp(IXmpMeta xmp)
    {
        string rights = Alternative(xmp, Dc, "rights"),
            maker = Value(xmp, Cc, "attributionName");
        if (maker.Length == 0)
            maker = string.Join(", ", Items(xmp, Dc, "creator"));
        string[] licences =
        [
            .. new[]
            {
                Value(xmp, Cc, "license"),
                Value(xmp, XmpRights, "WebStatement"),
                Alternative(xmp, XmpRights, "UsageTerms"),
                rights,
                Value(xmp, Plus, "LicensorURL"),
                Value(xmp, Photoshop, "Instructions"),
                Matters(Value(xmp, Photoshop, "Credit")) ? Value(xmp, Photoshop, "Credit") : "",
            }.Where(l => l.Length > 0),
        ];
        string kind = Value(xmp, Ext, "DigitalSourceType"),
            source = Value(xmp, Dc, "source"),
            credit = Value(xmp, Photoshop, "Credit");
        string[] words =
        [
            .. xmp
                .Properties.Where(p =>
                    !string.IsNullOrEmpty(p.Path) && !string.IsNullOrEmpty(p.Value) && p.Value.Length < 4000
                )
                .Select(p => $"{p.Path}: {p.Value}")
                .Take(400),
        ];
        return new MetadataBlock(
            "XMP",
            Alternative(xmp, Dc, "title"),
            maker,
            Web(Value(xmp, Cc, "attributionURL")),
            rights,
            licences,
            Web(source),
            MachineKinds.Any(k => kind.EndsWith(k, StringComparison.OrdinalIgnoreCase)),
            words
        )
        {
            Credits = [credit],
        };
    }

    // IIM cuts its fields short; a longer one in XMP that begins so is the same (as exiftool's MWG module has it).
    private static MetadataBlock FromIim(IimBlock iim, IReadOnlyList<MetadataBlock> others)
    {
        string notice = Whole(iim.First(116), 128, b => b.Notice),
            instructions = iim.First(40),
            credit = iim.First(110);
        return new MetadataBlock(
            "IPTC",
            Whole(iim.First(5), 64, b => b.Title),
            Whole(string.Join(", ", iim.All(80)), 32, b => b.Maker),
            null,
            notice,
            [.. new[] { notice, instructions, credit }.Where(t => t.Length > 0 && (t != credit || Matters(credit)))],
            Web(iim.First(115)),
            false,
            [.. iim.Lines]
        )
        {
            Credits = [credit],
        };

        string Whole(string text, int most, Func<MetadataBlock, string> of) =>
            text.Length >= most
                ? others.Select(of).FirstOrDefault(o => o.StartsWith(text, StringComparison.Ordinal)) ?? text
                : text;
    }

    private static MetadataBlock FromExif(IReadOnlyList<MetadataExtractor.Directory> exif)
    {
        ExifIfd0Directory? first = exif.OfType<ExifIfd0Directory>().FirstOrDefault();
        string notice = Ascii(first, ExifDirectoryBase.TagCopyright),
            maker = Ascii(first, ExifDirectoryBase.TagArtist),
            owner = Ascii(exif.OfType<ExifSubIfdDirectory>().FirstOrDefault(), ExifDirectoryBase.TagCameraOwnerName);
        bool speaks = notice.Length > 0 || maker.Length > 0 || owner.Length > 0;
        return new MetadataBlock(
            "EXIF",
            "",
            string.Join(
                ", ",
                maker
                    .Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                    .Select(m => m.Trim('"'))
            ),
            null,
            notice,
            notice.Length > 0 ? [notice] : [],
            null,
            false,
            !speaks ? [] : [.. Lines(first!), .. owner.Length > 0 ? new[] { "Camera Owner Name: " + owner } : []]
        )
        {
            Credits = [owner],
        };
    }

    // Titles and authors that Windows keeps beside those of EXIF, in UTF-16.
    private static MetadataBlock FromWindows(IReadOnlyList<MetadataExtractor.Directory> exif)
    {
        ExifIfd0Directory? first = exif.OfType<ExifIfd0Directory>().FirstOrDefault();
        string title = Wide(ExifDirectoryBase.TagWinTitle),
            maker = Wide(ExifDirectoryBase.TagWinAuthor);
        return new MetadataBlock(
            "Windows",
            title,
            maker.Replace(";", ", ", StringComparison.Ordinal),
            null,
            "",
            [],
            null,
            false,
            [
                .. title.Length > 0 ? new[] { "Title: " + title } : [],
                .. maker.Length > 0 ? new[] { "Author: " + maker } : [],
            ]
        );

        string Wide(int tag) =>
            first?.GetByteArray(tag) is { Length: > 1 } bytes
                ? Encoding.Unicode.GetString(bytes).Split('\0')[0].Trim()
                : "";
    }

    // Keywords of PNG (third edition, 11.3.3.2).
    private static MetadataBlock FromTexts(IReadOnlyList<(string Key, string Text)> texts)
    {
        string Of(string key) =>
            texts
                .Where(t => t.Key.Equals(key, StringComparison.OrdinalIgnoreCase))
                .Select(t => t.Text.Trim())
                .FirstOrDefault(t => t.Length > 0)
            ?? "";
        string notice = Of("Copyright"),
            disclaimer = Of("Disclaimer"),
            terms = Of("License");
        return new MetadataBlock(
            "PNG",
            Of("Title"),
            Of("Author") is { Length: > 0 } author ? author : Of("Artist"),
            null,
            notice,
            [.. new[] { notice, disclaimer, terms }.Where(t => t.Length > 0)],
            Web(Of("Source")),
            false,
            [.. texts.Where(t => t.Text.Length is > 0 and < 4000).Select(t => $"{t.Key}: {t.Text.Trim()}").Take(60)]
        );
    }

    private static string Ascii(MetadataExtractor.Directory? of, int tag) =>
        of?.GetObject(tag) switch
        {
            StringValue v => PhotoBlocks.Words(v.Bytes).Split('\0').FirstOrDefault(p => p.Trim().Length > 0)?.Trim()
                ?? "",
            byte[] v => PhotoBlocks.Words(v).Trim('\0', ' '),
            { } v => v.ToString()?.Trim('\0', ' ') ?? "",
            null => "",
        };

    // A credit line holds titles and names of every kind; it counts where it names a licence clearly.
    private static bool Matters(string text) => LicenceReader.Read(text) is not null;

    private static string[] Lines(MetadataExtractor.Directory block) =>
        [
            .. block
                .Tags.Where(t => t.Description is { Length: > 0 and < 4000 })
                .Select(t => $"{t.Name}: {t.Description}")
                .Take(200),
        ];

    private static string Plain(string text) => string.Concat(text.Where(char.IsLetterOrDigit)).ToUpperInvariant();

    private static string? Web(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out Uri? uri) && uri.Scheme is "http" or "https" ? text : null;

    private static string Value(IXmpMeta xmp, string ns, string name) => Try(() => xmp.GetPropertyString(ns, name));

    private static string Alternative(IXmpMeta xmp, string ns, string name) =>
        Try(() => xmp.GetLocalizedText(ns, name, null, "x-default")?.Value) is { Length: > 0 } text
            ? text
            : Value(xmp, ns, name);

    private static IEnumerable<string> Items(IXmpMeta xmp, string ns, string name)
    {
        int n = 0;
        try
        {
            n = xmp.CountArrayItems(ns, name);
        }
        catch (XmpException) { }
        for (int i = 1; i <= Math.Min(n, 20); i++)
            if (Try(() => xmp.GetArrayItem(ns, name, i)?.Value) is { Length: > 0 } item)
                yield return item;
    }

    private static string Try(Func<string?> read)
    {
        try
        {
            return read()?.Trim() ?? "";
        }
        catch (XmpException)
        {
            return "";
        }
    }
}
