using System.Text.Json;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Sources;

/// <summary>What a page says of the photo on it.</summary>
/// <param name="Candidate">The photo with its record; null where the page shows none that can be taken.</param>
/// <param name="Title">The page's own title.</param>
/// <param name="Conflicts">Where the page says different things.</param>
public sealed record PageReading(Candidate? Candidate, string Title, IReadOnlyList<Conflict> Conflicts);

/// <summary>
/// Reads a web page for a photo and its rights: ccREL in RDFa (rel="license", cc:attributionName, dct:title), JSON-LD
/// ImageObject (schema.org), <c>link rel="license"</c>,
/// <c>Link</c> headers (RFC 8288), and Open Graph as a weak hint for picture and title alone. Nothing in the page is
/// run.
/// </summary>
public static partial class PageReader
{
    /// <summary>Identity of pages among the collections.</summary>
    public const string Collection = "page";

    private const string Weak = "Open Graph";

    /// <summary>Reads a fetched page.</summary>
    public static PageReading Read(Fetched page, DateTimeOffset now)
    {
        using IDocument document = new HtmlParser().ParseDocument(new MemoryStream(page.Bytes));
        List<Found> found =
        [
            .. FromJsonLd(document, page.Address),
            FromRdfa(document, page.Address),
            FromLinks(document, page),
            FromOpenGraph(document, page.Address),
        ];
        List<Conflict> conflicts = [];
        string title = Agreed("title", f => f.Title, weak: true),
            maker = Agreed("maker", f => f.Maker, weak: true);
        string notice = found.Select(f => f.Notice).FirstOrDefault(n => n.Length > 0) ?? "";
        Saying[] said =
        [
            .. found.SelectMany(f => f.Licences.Select(l => new Saying(f.Source, l))).DistinctBy(s => s.Value),
        ];
        (Licence? licence, string asFound) = LicenceAgreement.Of(said.Select(s => s.Value));
        if (licence is null && said.Select(s => LicenceReader.Read(s.Value)).OfType<Licence>().Distinct().Count() > 1)
            conflicts.Add(new Conflict("licence", [.. said]));
        string pageTitle = document.Title?.Trim() ?? "";
        Rendition? picture =
            found.Select(f => f.Picture).FirstOrDefault(p => p is not null) ?? First(document, page.Address);
        if (picture is null)
            return new PageReading(null, pageTitle, conflicts);
        var rights = new RightsRecord(
            Title: title.Length > 0 ? title : pageTitle,
            Maker: maker,
            MakerUrl: found.Select(f => f.MakerUrl).FirstOrDefault(u => u is not null),
            SourceUrl: page.Address.AbsoluteUri,
            Collection: page.Address.Host,
            Licence: licence,
            LicenceAsFound: asFound,
            Notice: notice,
            Conflicts: conflicts.Count > 0 ? [.. conflicts] : null
        );
        string words = string.Join("\n\n", found.Where(f => f.Words.Length > 0).Select(f => $"{f.Source}:\n{f.Words}"));
        Evidence evidence = Evidence.Of(
            words.Length > 0 ? words : "The page says nothing of the photo's rights that could be read.",
            page.Address.AbsoluteUri,
            now
        );
        return new PageReading(
            new Candidate(picture.Url, Collection, picture, [picture], rights, [], evidence),
            pageTitle,
            conflicts
        );

        // The first that says something; where strong sources differ, the difference is kept.
        string Agreed(string field, Func<Found, string> part, bool weak)
        {
            Saying[] all =
            [
                .. found
                    .Where(f => f.Source != Weak)
                    .Select(f => new Saying(f.Source, part(f)))
                    .Where(s => s.Value.Length > 0),
            ];
            if (all.DistinctBy(s => s.Value.ToUpperInvariant()).Count() > 1)
                conflicts.Add(new Conflict(field, [.. all]));
            return all.Length > 0 ? all[0].Value
                : weak ? found.Where(f => f.Source == Weak).Select(part).FirstOrDefault() ?? ""
                : "";
        }
    }

    private sealed record Found(string Source)
    {
        public string Title { get; init; } = "";
        public string Maker { get; init; } = "";
        public string? MakerUrl { get; init; }
        public string Notice { get; init; } = "";
        public IReadOnlyList<string> Licences { get; init; } = [];
        public Rendition? Picture { get; init; }
        public string Words { get; init; } = "";
    }

    private static IEnumerable<Found> FromJsonLd(IDocument document, Uri at)
    {
        foreach (IElement script in document.QuerySelectorAll("script[type='application/ld+json']").Take(20))
        {
            JsonElement root;
            try
            {
                using JsonDocument read = JsonDocument.Parse(
                    script.TextContent,
                    new JsonDocumentOptions { MaxDepth = 32, AllowTrailingCommas = true }
                );
                root = read.RootElement.Clone();
            }
            catch (JsonException)
            {
                continue;
            }
            foreach (JsonElement e in Flat(root).Where(e => e.Type() is "ImageObject" or "Photograph").Take(1))
            {
                JsonElement? creator = e.Each("creator")
                    .Concat(e.Each("author"))
                    .Select(c => (JsonElement?)c)
                    .FirstOrDefault();
                string maker =
                    creator is not { } c ? ""
                    : c.ValueKind == JsonValueKind.String ? c.GetString()!.Trim()
                    : c.Text("name");
                string url = e.Text("contentUrl") is { Length: > 0 } content ? content : e.Text("url");
                yield return new Found("JSON-LD")
                {
                    Title = e.Text("name") is { Length: > 0 } n ? n : e.Text("headline"),
                    Maker = maker.Length > 0 ? maker : e.Text("creditText"),
                    MakerUrl = creator is { ValueKind: JsonValueKind.Object } o
                        ? Json.Web(o.Text("url") is { Length: > 0 } u ? u : o.Text("@id"), at)
                        : null,
                    Notice = e.Text("copyrightNotice"),
                    Licences =
                    [
                        .. e.Each("license")
                            .Select(l =>
                                l.ValueKind == JsonValueKind.String ? l.GetString()!
                                : l.Text("@id") is { Length: > 0 } id ? id
                                : l.Text("url")
                            )
                            .Where(l => l.Length > 0),
                    ],
                    Picture =
                        PictureFile().IsMatch(url) && Json.Web(url, at) is { } file
                            ? new Rendition(file, e.Number("width"), e.Number("height"))
                            : null,
                    Words = e.GetRawText(),
                };
            }
        }
    }

    private static IEnumerable<JsonElement> Flat(JsonElement e) =>
        e.ValueKind switch
        {
            JsonValueKind.Array => e.EnumerateArray().SelectMany(Flat),
            JsonValueKind.Object =>
            [
                e,
                .. e.Each("@graph").SelectMany(Flat),
                .. e.Each("image")
                    .Concat(e.Each("primaryImageOfPage"))
                    .Concat(e.Each("associatedMedia"))
                    .SelectMany(Flat),
            ],
            _ => [],
        };

    private static Found FromRdfa(IDocument document, Uri at)
    {
        static string Name(IElement e, string attribute) =>
            e.GetAttribute(attribute)
                ?.Split([' ', '\n', '\t'], StringSplitOptions.RemoveEmptyEntries)
                .Select(t => t.Split(':', '/', '#')[^1])
                .FirstOrDefault(t =>
                    t is "attributionName" or "title" or "creator" or "attributionURL" or "license" or "rights"
                )
            ?? "";
        IElement[] properties =
        [
            .. document
                .QuerySelectorAll("[property]")
                .Where(e =>
                    e.GetAttribute("property")!.Contains(':', StringComparison.Ordinal)
                    && !e.GetAttribute("property")!.StartsWith("og:", StringComparison.Ordinal)
                ),
        ];
        string Of(params string[] names) =>
            names
                .Select(n => properties.FirstOrDefault(e => Name(e, "property") == n))
                .OfType<IElement>()
                .Select(e => (e.GetAttribute("content") ?? e.TextContent).Trim())
                .FirstOrDefault(v => v.Length > 0)
            ?? "";
        IElement[] links = [.. document.QuerySelectorAll("a[rel][href], area[rel][href]")];
        IElement[] licences =
        [
            .. links.Where(l =>
                l.GetAttribute("rel")!.Split(' ').Any(r => r is "license" or "cc:license" or "dct:license")
            ),
        ];
        string? maker = links.FirstOrDefault(l => Name(l, "rel") == "attributionURL")?.GetAttribute("href");
        IElement[] told = [.. properties, .. licences];
        return new Found("ccREL")
        {
            Title = Of("title"),
            Maker = Of("attributionName", "creator"),
            MakerUrl = maker is null ? null : Json.Web(maker, at),
            Notice = Of("rights"),
            Licences = [.. licences.Select(l => l.GetAttribute("href")!)],
            Picture = document
                .QuerySelectorAll("[about] img[src], img[about][src], figure img[src], [typeof] img[src]")
                .Select(i => Picture(i, at))
                .FirstOrDefault(p => p is not null),
            Words = string.Join(
                '\n',
                told.Select(e => e.OuterHtml.Length > 2000 ? e.OuterHtml[..2000] : e.OuterHtml).Distinct()
            ),
        };
    }

    private static Found FromLinks(IDocument document, Fetched page)
    {
        string[] elements =
        [
            .. document.QuerySelectorAll("link[rel~=license][href]").Select(l => l.GetAttribute("href")!),
        ];
        string[] headers = [.. page.Links.SelectMany(l => LicenceLink().Matches(l).Select(m => m.Groups[1].Value))];
        string words = string.Join(
            '\n',
            elements
                .Select(e => $"<link rel=\"license\" href=\"{e}\">")
                .Concat(headers.Select(h => $"Link: <{h}>; rel=\"license\""))
        );
        return new Found("link") { Licences = [.. elements, .. headers], Words = words };
    }

    private static Found FromOpenGraph(IDocument document, Uri at)
    {
        string Of(string name) =>
            document.QuerySelector($"meta[property='{name}'][content]")?.GetAttribute("content")?.Trim() ?? "";
        string image = Of("og:image:secure_url") is { Length: > 0 } secure ? secure : Of("og:image");
        string[] words = [.. document.QuerySelectorAll("meta[property^='og:']").Select(m => m.OuterHtml).Take(20)];
        return new Found(Weak)
        {
            Title = Of("og:title"),
            Picture = Json.Web(image, at) is { } url
                ? new Rendition(url, Pixels(Of("og:image:width")), Pixels(Of("og:image:height")))
                : null,
            Words = string.Join('\n', words),
        };
    }

    private static Rendition? First(IDocument document, Uri at) =>
        document.QuerySelectorAll("img[src]").Select(i => Picture(i, at)).OfType<Rendition>().FirstOrDefault();

    private static Rendition? Picture(IElement img, Uri at)
    {
        int w = Pixels(img.GetAttribute("width")),
            h = Pixels(img.GetAttribute("height"));
        // Badges and buttons are small; what the page draws a larger one at is not the file's size.
        if (Json.Web(img.GetAttribute("src") ?? "", at) is not { } url || (w > 0 && h > 0 && (w < 120 || h < 80)))
            return null;
        return new Rendition(url, 0, 0);
    }

    private static int Pixels(string? text) =>
        int.TryParse(
            text,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out int n
        )
        && n < 200_000
            ? n
            : 0;

    [GeneratedRegex(@"\.(?:jpe?g|png|webp)(?:$|\?)", RegexOptions.IgnoreCase)]
    private static partial Regex PictureFile();

    [GeneratedRegex(@"<([^<>]+)>[^,]*;\s*rel=""?(?:[^"";,]*\s)?license(?:\s|""|;|,|$)", RegexOptions.IgnoreCase)]
    private static partial Regex LicenceLink();
}
