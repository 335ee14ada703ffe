using Jaali.Core.Rights;
using MetadataExtractor;
using MetadataExtractor.Formats.Xmp;
using XmpCore;

namespace Jaali.Formats;

/// <summary>What a photo's own XMP says of its rights.</summary>
/// <param name="Title"><c>dc:title</c>, or empty.</param>
/// <param name="Maker"><c>cc:attributionName</c>, else the names in <c>dc:creator</c>, or empty.</param>
/// <param name="MakerUrl"><c>cc:attributionURL</c>.</param>
/// <param name="Licence">Recognised from <c>cc:license</c>, <c>xmpRights:WebStatement</c>, <c>xmpRights:UsageTerms</c> or <c>dc:rights</c>, in this order.</param>
/// <param name="LicenceAsFound">Those words.</param>
/// <param name="Words">All of it as lines of path and value: the evidence.</param>
public sealed record EmbeddedRights(string Title, string Maker, string? MakerUrl, Licence? Licence, string LicenceAsFound, string Words)
{
    private const string Dc = "http://purl.org/dc/elements/1.1/", XmpRights = "http://ns.adobe.com/xap/1.0/rights/", Cc = "http://creativecommons.org/ns#";

    /// <summary>Reads a photo's XMP; null where it has none or it cannot be read.</summary>
    public static EmbeddedRights? Read(byte[] photo)
    {
        IXmpMeta? xmp;
        try
        {
            using var stream = new MemoryStream(photo);
            xmp = ImageMetadataReader.ReadMetadata(stream).OfType<XmpDirectory>().Select(d => d.XmpMeta).FirstOrDefault(m => m is not null);
        }
        catch (Exception e) when (e is ImageProcessingException or IOException or XmpException)
        {
            return null;
        }
        if (xmp is null) return null;
        string[] said = [.. new[] { Value(xmp, Cc, "license"), Value(xmp, XmpRights, "WebStatement"), Alternative(xmp, XmpRights, "UsageTerms"), Alternative(xmp, Dc, "rights") }.Where(s => s.Length > 0)];
        string maker = Value(xmp, Cc, "attributionName");
        if (maker.Length == 0) maker = string.Join(", ", Items(xmp, Dc, "creator"));
        string words = string.Join('\n', xmp.Properties.Where(p => !string.IsNullOrEmpty(p.Path) && !string.IsNullOrEmpty(p.Value)).Select(p => $"{p.Path}: {p.Value}"));
        return new EmbeddedRights(Alternative(xmp, Dc, "title"), maker, Value(xmp, Cc, "attributionURL") is { Length: > 0 } url ? url : null, said.Select(LicenceReader.Read).FirstOrDefault(l => l is not null), string.Join(" | ", said), words);
    }

    /// <summary>
    /// The record of a source, with what the file adds: empty fields are filled; where the two name different licences neither is taken and both are kept word for word.
    /// </summary>
    public RightsRecord Complete(RightsRecord source)
    {
        RightsRecord r = source with
        {
            Title = source.Title.Length > 0 ? source.Title : Title,
            Maker = source.Maker.Length > 0 ? source.Maker : Maker,
            MakerUrl = source.MakerUrl ?? MakerUrl,
        };
        if (Licence is null || Licence == source.Licence) return r;
        if (source.Licence is null && source.LicenceAsFound.Length == 0) return r with { Licence = Licence, LicenceAsFound = LicenceAsFound };
        return r with { Licence = null, LicenceAsFound = $"The source says: {source.LicenceAsFound}. The file says: {LicenceAsFound}." };
    }

    private static string Value(IXmpMeta xmp, string ns, string name) => Try(() => xmp.GetPropertyString(ns, name));

    private static string Alternative(IXmpMeta xmp, string ns, string name) =>
        Try(() => xmp.GetLocalizedText(ns, name, null, "x-default")?.Value) is { Length: > 0 } text ? text : Value(xmp, ns, name);

    private static IEnumerable<string> Items(IXmpMeta xmp, string ns, string name)
    {
        int n = 0;
        try { n = xmp.CountArrayItems(ns, name); }
        catch (XmpException) { }
        for (int i = 1; i <= n; i++) if (Try(() => xmp.GetArrayItem(ns, name, i)?.Value) is { Length: > 0 } item) yield return item;
    }

    private static string Try(Func<string?> read)
    {
        try { return read()?.Trim() ?? ""; }
        catch (XmpException) { return ""; }
    }
}
