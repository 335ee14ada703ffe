using System.Xml.Linq;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources.Pages;

namespace Jaali.Sources.Feeds;

/// <summary>Reads one entry of a feed: a candidate for each picture it shows.</summary>
internal static class FeedEntry
{
    // A picture with the sizes it comes in; whether what the entry says of rights is of it or of its text.
    private sealed record Shown(IReadOnlyList<Rendition> Renditions, XElement Of, bool InText, ClipOffer? Clip = null);

    // What a feed itself calls a picture may be small; a counter is a pixel or two.
    private const int Counter = 10;

    internal static IEnumerable<Candidate> Read(
        XElement entry,
        string collection,
        string collectionName,
        Uri address,
        IReadOnlyList<LicenceOffer> ofFeed,
        DateTimeOffset now
    )
    {
        Shown[] pictures =
        [
            .. Pictures(entry, address)
                .Where(p =>
                    !p.Renditions.All(r => PictureAddress.IsBeside(r.Url, r.Width, r.Height, p.InText ? 60 : Counter))
                ),
        ];
        string link = Link(entry, address) ?? "",
            id = FeedXml.First([
                .. entry.Own("id").Concat(entry.Own("guid")).Select(e => e.Value),
                (string?)entry.Attribute(FeedXml.Rdf + "about"),
                link,
            ]);
        string title = FeedXml.First([
                .. entry.Own("title").Select(FeedXml.Words),
                .. entry.Media("title").Select(FeedXml.Words),
                .. entry.Dublin("title").Select(FeedXml.Words),
            ]),
            text = FeedXml.First(entry.Own("summary").Concat(entry.Own("description")).Select(FeedXml.Words));
        if (title.Length == 0)
            title = text.Length > 80 ? text[..80] : text;
        string[] tags =
        [
            .. entry
                .Own("category")
                .Select(c => (string?)c.Attribute("term") ?? c.Value)
                .Concat(entry.Dublin("subject").Select(s => s.Value))
                .Concat(entry.Media("category").Select(c => c.Value))
                .Concat(entry.Media("keywords").SelectMany(k => k.Value.Split(',')))
                .Select(FeedXml.Plain)
                .Where(t => t.Length is > 0 and < 60)
                .Distinct()
                .Take(40),
        ];
        XElement? author = entry.Own("author").FirstOrDefault();
        string said = entry.ToString(SaveOptions.DisableFormatting);
        for (int i = 0; i < pictures.Length; i++)
        {
            Shown p = pictures[i];
            string maker = FeedXml.First([
                .. Credits(p.Of),
                .. Credits(entry),
                // An author of a text did not take the pictures in it.
                .. p.InText
                    ? []
                    : new[]
                    {
                        FeedXml.Plain(author?.Own("name").FirstOrDefault()?.Value),
                        author is { HasElements: false } ? Person(author.Value) : null,
                    },
                .. p.InText ? [] : entry.Dublin("creator").Select(FeedXml.Words),
            ]);
            string[] own = [.. FeedTerms.OfMedia(entry)],
                whole = [.. FeedTerms.OfEntry(entry)];
            Agreement terms = LicenceAgreement.Of(
                p.InText ? own : [.. whole, .. own],
                p.InText
                    ? whole
                        .Select(s => (Said: s, Licence: LicenceReader.Read(s)))
                        .Where(s => s.Licence is { Grant: not Grant.Closed })
                        .Select(s => new LicenceOffer("the text", s.Said, s.Licence!))
                        .Concat(ofFeed)
                    : ofFeed
            );
            string picture = p.Renditions[0].Url;
            yield return new Candidate(
                pictures.Length == 1 && id.Length > 0 ? id
                    : id.Length > 0 ? $"{id}#{picture}"
                    : picture,
                collection,
                Thumbnail(p.Of, address)
                    ?? (pictures.Length == 1 ? Thumbnail(entry, address) : null)
                    ?? p.Renditions.Where(r => r.Width > 0).MinBy(r => r.Width)
                    ?? p.Renditions[0],
                p.Renditions,
                new RightsRecord(
                    Title: FeedXml.First([.. p.Of == entry ? [] : p.Of.Media("title").Select(FeedXml.Words), title]),
                    Maker: maker,
                    MakerUrl: p.InText
                        ? null
                        : FeedXml.Web(
                            author?.Own("uri").Concat(author.Own("url")).FirstOrDefault()?.Value,
                            entry,
                            address
                        ),
                    SourceUrl: link.Length > 0 ? link : null,
                    Collection: collectionName,
                    Licence: terms.Licence,
                    LicenceAsFound: terms.AsFound
                )
                {
                    Notice = CopyrightNotice.Of(
                        p.InText ? [] : whole,
                        entry.Media("copyright").Select(c => FeedXml.Plain(c.Value))
                    ),
                    Sponsored = entry.Media("price").Any(IsPrice),
                    Updated = entry
                        .Own("updated")
                        .Concat(entry.Dublin("modified"))
                        .Select(u => FeedXml.Plain(u.Value))
                        .FirstOrDefault(u => u.Length > 0),
                    Offers = terms.Offers,
                    PictureUrl = picture,
                },
                tags,
                Evidence.Of(said, address.AbsoluteUri, now),
                Clip: p.Clip
            );
        }
    }

    private static IEnumerable<Shown> Pictures(XElement entry, Uri address)
    {
        // Withdrawn or blocked by its own publisher.
        if (entry.Media("status").Any(s => (string?)s.Attribute("state") is "blocked" or "deleted"))
            yield break;
        int n = 0;
        // A group holds one picture in several sizes; contents outside of groups are pictures of their own.
        foreach (XElement group in entry.Media("group"))
        {
            Rendition[] sizes =
            [
                .. group
                    .Media("content")
                    .Where(IsPicture)
                    .Select(c => Of(c, address))
                    .OfType<Rendition>()
                    .DistinctBy(r => r.Url),
            ];
            if (sizes.Length > 0)
            {
                n++;
                yield return new Shown(sizes, group, false);
            }
        }
        foreach (
            XElement content in entry.Media("content").Where(c => c.Parent is not { } p || !FeedXml.IsMedia(p, "group"))
        )
            if (IsPicture(content) && Of(content, address) is { } r)
            {
                n++;
                yield return new Shown([r], content, false);
            }
        if (n > 0)
            yield break;
        foreach (Rendition r in Enclosed(entry, address).DistinctBy(r => r.Url).Take(Limits.Documents.EntryPictures))
        {
            n++;
            yield return new Shown([r], entry, false);
        }
        if (n > 0)
            yield break;
        // A frame of a film is no photo: it is the poster of a clip, or nothing where only a player has that.
        bool film = entry.Media("content").Concat(entry.Own("enclosure")).Any(IsFilm) || entry.Media("player").Any();
        ClipOffer? clip = film ? Clip(entry, address) : null;
        Rendition[] small =
        [
            .. film && clip is null
                ? []
                : entry
                    .Media("thumbnail")
                    .Select(t => FeedXml.Size(t, (string?)t.Attribute("url") ?? t.Value, address))
                    .OfType<Rendition>()
                    .DistinctBy(r => r.Url),
        ];
        if (small.Length > 0)
        {
            yield return new Shown(small, entry, false, clip);
            yield break;
        }
        foreach (Rendition r in InText(entry, address).DistinctBy(r => r.Url).Take(Limits.Documents.EntryPictures))
        {
            n++;
            yield return new Shown([r], entry, true);
        }
        if (n == 0 && !film)
            foreach (
                Rendition r in entry
                    .Elements(FeedXml.Itunes + "image")
                    .Select(i => FeedXml.Size(i, (string?)i.Attribute("href"), address))
                    .Concat(
                        entry
                            .Own("image")
                            .Select(i =>
                                FeedXml.Size(
                                    i,
                                    i.Own("url").FirstOrDefault()?.Value ?? (string?)i.Attribute("href") ?? i.Value,
                                    address
                                )
                            )
                    )
                    .OfType<Rendition>()
                    .Where(r => !PictureAddress.IsDrawing(r.Url))
                    .Take(1)
            )
                yield return new Shown([r], entry, true);
    }

    // Of the files of a film the largest that a talk needs; one by an address of its own.
    private static ClipOffer? Clip(XElement entry, Uri address) =>
        entry
            .Media("content")
            .Concat(entry.Own("enclosure"))
            .Where(IsFilm)
            .Select(c =>
                (
                    Url: FeedXml.Web((string?)c.Attribute("url"), c, address),
                    Type: (string?)c.Attribute("type") ?? "",
                    Width: Number(c, "width"),
                    Seconds: Number(c, "duration")
                )
            )
            .Where(c => c.Url is not null && !c.Type.Contains("flash", StringComparison.OrdinalIgnoreCase))
            .OrderBy(c => c.Width > LargestFilm)
            .ThenByDescending(c => c.Width)
            .Select(c => new ClipOffer(c.Url!, c.Type, c.Seconds))
            .FirstOrDefault();

    // Pixels across, of what a talk shows.
    private const int LargestFilm = 1920;

    private static double Number(XElement of, string name) =>
        double.TryParse(
            (string?)of.Attribute(name),
            System.Globalization.NumberStyles.Float,
            System.Globalization.CultureInfo.InvariantCulture,
            out double n
        ) && n is > 0 and < 1e6
            ? n
            : 0;

    private static Rendition? Of(XElement content, Uri address) =>
        FeedXml.Size(content, (string?)content.Attribute("url"), address)
        // A content without an address leads to one by its thumbnail.
        ?? content
            .Media("thumbnail")
            .Select(t => FeedXml.Size(t, (string?)t.Attribute("url"), address))
            .OfType<Rendition>()
            .FirstOrDefault();

    // Pictures that come with an entry: enclosures of RSS and Atom, those of RSS 1.0, and content that lies elsewhere.
    private static IEnumerable<Rendition> Enclosed(XElement entry, Uri address)
    {
        foreach (XElement e in entry.Own("enclosure"))
            if (
                Is((string?)e.Attribute("type"), (string?)e.Attribute("url"))
                && FeedXml.Size(e, (string?)e.Attribute("url"), address) is { } r
            )
                yield return r;
        foreach (
            XElement e in entry
                .Elements()
                .Where(e =>
                    e.Name.LocalName == "enclosure" && e.Name.NamespaceName.Contains("enc", StringComparison.Ordinal)
                )
        )
        {
            string? url =
                (string?)e.Attribute(FeedXml.Rdf + "resource")
                ?? e.Attributes().FirstOrDefault(a => a.Name.LocalName == "url")?.Value;
            if (
                Is(e.Attributes().FirstOrDefault(a => a.Name.LocalName == "type")?.Value, url)
                && FeedXml.Size(e, url, address) is { } r
            )
                yield return r;
        }
        foreach (XElement l in entry.Own("link").Where(l => (string?)l.Attribute("rel") == "enclosure"))
            if (
                Is((string?)l.Attribute("type"), (string?)l.Attribute("href"))
                && FeedXml.Size(l, (string?)l.Attribute("href"), address) is { } r
            )
                yield return r;
        // Covers of a catalogue (OPDS 1.2, section 5.2.2), the larger first.
        foreach (XElement l in Covers(entry).Where(l => !IsSmallCover(l)).Concat(Covers(entry)).Take(1))
            if (FeedXml.Size(l, (string?)l.Attribute("href"), address) is { } r && !PictureAddress.IsDrawing(r.Url))
                yield return r;
        foreach (XElement c in entry.Own("content").Where(c => c.Attribute("src") is not null))
            if (
                Is((string?)c.Attribute("type"), (string?)c.Attribute("src"))
                && FeedXml.Size(c, (string?)c.Attribute("src"), address) is { } r
            )
                yield return r;
    }

    private static IEnumerable<XElement> Covers(XElement entry) =>
        entry
            .Own("link")
            .Where(l =>
                ((string?)l.Attribute("rel"))?.StartsWith("http://opds-spec.org/", StringComparison.Ordinal) == true
                && ((string)l.Attribute("rel")!)[21..].Split('/')[0] is "image" or "cover" or "thumbnail"
            );

    private static bool IsSmallCover(XElement link) =>
        ((string)link.Attribute("rel")!).EndsWith("thumbnail", StringComparison.Ordinal);

    private static IEnumerable<Rendition> InText(XElement entry, Uri address)
    {
        var parser = new HtmlParser();
        foreach (
            XElement e in entry
                .Elements(FeedXml.Content + "encoded")
                .Concat(entry.Own("content"))
                .Concat(entry.Own("description"))
                .Concat(entry.Own("summary"))
                .Concat(entry.Own("body"))
                .Concat(
                    entry
                        .Elements()
                        .Where(x =>
                            x.Name.LocalName is "body" or "div"
                            && x.Name.NamespaceName.EndsWith("xhtml", StringComparison.Ordinal)
                        )
                )
        )
        {
            string html = e.HasElements ? string.Concat(e.Nodes().Select(x => x.ToString())) : e.Value;
            if (
                !html.Contains("<img", StringComparison.OrdinalIgnoreCase)
                && !html.Contains(":img", StringComparison.OrdinalIgnoreCase)
            )
                continue;
            // XHTML may give its elements a prefix.
            html = System.Text.RegularExpressions.Regex.Replace(html, @"<(/?)\w+:img\b", "<$1img");
            foreach (IElement img in parser.ParseDocument(html).QuerySelectorAll("img[src]"))
            {
                int w = PagePictures.Pixels(img.GetAttribute("width")),
                    h = PagePictures.Pixels(img.GetAttribute("height"));
                // Counters and badges.
                if (PagePictures.IsBeside(img))
                    continue;
                if (
                    FeedXml.Web(img.GetAttribute("src"), e, address) is { } url
                    && !PictureAddress.IsDrawing(url)
                    && !PictureAddress.IsBeside(url, w, h)
                )
                    yield return new Rendition(url, 0, 0);
            }
        }
    }

    private static Rendition? Thumbnail(XElement of, Uri address) =>
        of.Media("thumbnail")
            .Select(t => FeedXml.Size(t, (string?)t.Attribute("url") ?? t.Value, address))
            .Concat(Covers(of).Where(IsSmallCover).Select(l => FeedXml.Size(l, (string?)l.Attribute("href"), address)))
            .OfType<Rendition>()
            .MaxBy(r => r.Width);

    private static IEnumerable<string> Credits(XElement of)
    {
        XElement[] credits = [.. of.Media("credit").Where(c => FeedXml.Plain(c.Value).Length > 0)];
        return credits
            .OrderByDescending(c =>
                ((string?)c.Attribute("role"))?.ToLowerInvariant()
                    is "photographer"
                        or "photo"
                        or "photograph"
                        or "illustrator"
            )
            .Select(FeedXml.Words);
    }

    // "address (name)" of RSS 2.0.
    private static string Person(string text)
    {
        int open = text.IndexOf('(', StringComparison.Ordinal),
            close = text.LastIndexOf(')');
        return text.Contains('@', StringComparison.Ordinal)
            ? open >= 0 && close > open
                ? text[(open + 1)..close]
                : ""
            : text;
    }

    private static string? Link(XElement entry, Uri address)
    {
        XElement[] links = [.. entry.Own("link")];
        string? alternate = links
            .Where(l => l.Attribute("href") is not null && (string?)l.Attribute("rel") is null or "alternate")
            .OrderByDescending(l => (string?)l.Attribute("type") is null or "text/html")
            .Select(l => FeedXml.Web((string?)l.Attribute("href"), l, address))
            .OfType<string>()
            .FirstOrDefault();
        return alternate
            ?? links
                .Where(l => l.Attribute("href") is null)
                .Select(l => FeedXml.Web(l.Value, l, address))
                .OfType<string>()
                .FirstOrDefault()
            ?? FeedXml.Web((string?)entry.Attribute(FeedXml.Rdf + "about"), entry, address)
            ?? entry
                .Own("guid")
                .Where(g =>
                    (string?)g.Attribute("isPermaLink") != "false"
                    && g.Value.Trim().StartsWith("http", StringComparison.Ordinal)
                )
                .Select(g => FeedXml.Web(g.Value, g, address))
                .FirstOrDefault();
    }

    private static bool IsPrice(XElement price) =>
        !decimal.TryParse(
            (string?)price.Attribute("price"),
            System.Globalization.NumberStyles.Number,
            System.Globalization.CultureInfo.InvariantCulture,
            out decimal p
        )
        || p > 0;

    private static bool IsPicture(XElement content) =>
        (string?)content.Attribute("medium") is { } medium
            ? medium == "image" && !PictureAddress.IsDrawing((string?)content.Attribute("url") ?? "")
            : Is((string?)content.Attribute("type"), (string?)content.Attribute("url"));

    private static bool IsFilm(XElement content) =>
        (string?)content.Attribute("medium") is "video" or "audio"
        || ((string?)content.Attribute("type"))?.StartsWith("video/", StringComparison.OrdinalIgnoreCase) == true
        || ((string?)content.Attribute("type"))?.StartsWith("audio/", StringComparison.OrdinalIgnoreCase) == true;

    private static bool Is(string? type, string? url) =>
        type is { Length: > 0 } && type.Contains('/', StringComparison.Ordinal)
            ? type.StartsWith("image/", StringComparison.OrdinalIgnoreCase)
                && !type.Contains("svg", StringComparison.OrdinalIgnoreCase)
            : url is not null && PictureAddress.IsFile(url);
}
