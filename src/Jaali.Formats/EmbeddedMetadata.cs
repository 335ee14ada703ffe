using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Jaali.Core.Rights;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using MetadataExtractor.Formats.Iptc;
using MetadataExtractor.Formats.Xmp;
using XmpCore;

namespace Jaali.Formats;

/// <summary>What a photo's own metadata says of its rights: XMP, IPTC-IIM and EXIF.</summary>
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
public sealed partial record EmbeddedMetadata(
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
    private const string Dc = "http://purl.org/dc/elements/1.1/",
        XmpRights = "http://ns.adobe.com/xap/1.0/rights/",
        Cc = "http://creativecommons.org/ns#",
        Ext = "http://iptc.org/std/Iptc4xmpExt/2008-02-29/",
        Plus = "http://ns.useplus.org/ldf/xmp/1.0/";

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
    /// Reads a photo's metadata; null where it has none that speaks of rights. XMP comes before IIM, unless the IIM
    /// digest says that IIM was changed later, and both before EXIF
    /// (Metadata Working Group, "Guidelines for Handling Image Metadata" 2.0, from memory).
    /// </summary>
    public static EmbeddedMetadata? Read(byte[] photo)
    {
        IReadOnlyList<MetadataExtractor.Directory> blocks;
        try
        {
            using var stream = new MemoryStream(photo);
            blocks = ImageMetadataReader.ReadMetadata(stream);
        }
        catch (Exception e)
            when (e
                    is ImageProcessingException
                        or IOException
                        or XmpException
                        or ArgumentException
                        or IndexOutOfRangeException
                        or OverflowException
            )
        {
            return null;
        }
        List<Block> found = [];
        IXmpMeta? xmp = blocks.OfType<XmpDirectory>().Select(d => d.XmpMeta).FirstOrDefault(m => m is not null);
        if (xmp is not null)
            found.Add(FromXmp(xmp));
        if (blocks.OfType<IptcDirectory>().FirstOrDefault() is { } iim)
            found.Insert(IimBlock.ChangedLater(photo) ? 0 : found.Count, FromIim(iim));
        if (blocks.OfType<ExifIfd0Directory>().FirstOrDefault() is { } exif)
            found.Add(FromExif(exif));
        string words = string.Join('\n', found.SelectMany(b => b.Words.Select(w => $"{b.Name} {w}")));
        if (words.Length == 0)
            return null;
        List<Conflict> conflicts = [];
        string title = First("title", b => b.Title),
            maker = First("maker", b => b.Maker);
        Saying[] said =
        [
            .. found
                .SelectMany(b => b.Licences.Select(l => new Saying(b.Name, l)))
                .Where(s => LicenceReader.Say(s.Value).Kind != SayingKind.Harmless),
        ];
        (Licence? licence, string asFound) = LicenceAgreement.Of(said.Select(s => s.Value));
        if (licence is null && said.Length > 1)
            conflicts.Add(new Conflict("licence", [.. said]));
        string notice = found.Select(b => b.Notice).FirstOrDefault(IsNotice) ?? "";
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
        );

        // A notice of copyright is kept although it names a licence; a line that names nothing else is the licence.
        static bool IsNotice(string n) => n.Length > 0 && (Claims().IsMatch(n) || LicenceReader.Read(n) is null);

        string First(string field, Func<Block, string> part)
        {
            Saying[] all = [.. found.Select(b => new Saying(b.Name, part(b))).Where(s => s.Value.Length > 0)];
            if (all.DistinctBy(s => Plain(s.Value)).Count() > 1)
                conflicts.Add(new Conflict(field, [.. all]));
            return all.Length > 0 ? all[0].Value : "";
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
        if (source.LicenceAsFound.Length == 0 && source.Licence is null)
            r = r with { Licence = Licence, LicenceAsFound = LicenceAsFound };
        else if (
            Licence is { } own
            && source.Licence is { } said
            && !LicenceAgreement.Agree(own, said)
            && !LicenceAgreement.Agree(said, own)
        )
        {
            r = r with
            {
                Licence = null,
                LicenceAsFound = $"The source says: {source.LicenceAsFound}. The file says: {LicenceAsFound}.",
            };
            conflicts.Add(
                new Conflict(
                    "licence",
                    [
                        new Saying(
                            source.Collection.Length > 0 ? source.Collection : "the source",
                            source.LicenceAsFound
                        ),
                        new Saying("the file", LicenceAsFound),
                    ]
                )
            );
        }
        else if (source.Licence is null && Licence is not null && !conflicts.Exists(c => c.Field == "licence"))
            r = r with { Licence = Licence };
        return r with { Conflicts = conflicts.Count > 0 ? [.. conflicts] : null };
    }

    /// <summary>The record of a file that came by itself.</summary>
    public static RightsRecord OfFile(EmbeddedMetadata? inside, string collection)
    {
        var empty = new RightsRecord("", "", null, null, collection, null, "");
        return inside?.Complete(empty) ?? empty;
    }

    private sealed record Block(
        string Name,
        string Title,
        string Maker,
        string? MakerUrl,
        string Notice,
        IReadOnlyList<string> Licences,
        string? SourceUrl,
        bool MachineMade,
        IReadOnlyList<string> Words
    );

    private static Block FromXmp(IXmpMeta xmp)
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
            }.Where(l => l.Length > 0),
        ];
        string kind = Value(xmp, Ext, "DigitalSourceType"),
            source = Value(xmp, Dc, "source");
        string[] words =
        [
            .. xmp
                .Properties.Where(p =>
                    !string.IsNullOrEmpty(p.Path) && !string.IsNullOrEmpty(p.Value) && p.Value.Length < 4000
                )
                .Select(p => $"{p.Path}: {p.Value}")
                .Take(400),
        ];
        return new Block(
            "XMP",
            Alternative(xmp, Dc, "title"),
            maker,
            Web(Value(xmp, Cc, "attributionURL")),
            rights,
            licences,
            Web(source),
            MachineKinds.Any(k => kind.EndsWith(k, StringComparison.OrdinalIgnoreCase)),
            words
        );
    }

    private static Block FromIim(IptcDirectory iim)
    {
        string Text(int tag) => iim.GetString(tag)?.Trim() ?? "";
        string[] makers = iim.GetStringArray(IptcDirectory.TagByLine) ?? [];
        string maker =
            makers.Length > 0 ? string.Join(", ", makers.Select(m => m.Trim())) : Text(IptcDirectory.TagByLine);
        string notice = Text(IptcDirectory.TagCopyrightNotice),
            instructions = Text(IptcDirectory.TagSpecialInstructions);
        return new Block(
            "IPTC",
            Text(IptcDirectory.TagObjectName),
            maker,
            null,
            notice,
            [.. new[] { notice, instructions }.Where(t => t.Length > 0)],
            Web(Text(IptcDirectory.TagSource)),
            false,
            Lines(iim)
        );
    }

    private static Block FromExif(ExifIfd0Directory exif)
    {
        string Text(int tag) => exif.GetString(tag)?.Trim().TrimEnd('\0').Trim() ?? "";
        string notice = Text(ExifDirectoryBase.TagCopyright),
            maker = Text(ExifDirectoryBase.TagArtist);
        bool speaks = notice.Length > 0 || maker.Length > 0;
        return new Block(
            "EXIF",
            "",
            maker,
            null,
            notice,
            notice.Length > 0 ? [notice] : [],
            null,
            false,
            speaks ? Lines(exif) : []
        );
    }

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

    [GeneratedRegex(@"©|\(c\)|copyright|copr\.", RegexOptions.IgnoreCase)]
    private static partial Regex Claims();

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
