using System.Text;
using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using AngleSharp.Text;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources.Pages;

namespace Jaali.Sources;

/// <summary>What a page says of the photos on it.</summary>
/// <param name="Candidates">The photos with their records, the likeliest first; empty where the page shows none that
/// can be taken.</param>
/// <param name="Title">The page's own title.</param>
/// <param name="Named">The page names its picture; else they are what it shows in its main part.</param>
public sealed record PageReading(IReadOnlyList<Candidate> Candidates, string Title, bool Named)
{
    /// <summary>What of it could not be read, in a sentence; empty where all of it was.</summary>
    public string Unread { get; init; } = "";

    /// <summary>The photos that have all of the words in their title, maker or subjects.</summary>
    /// <param name="words">What is looked for; empty for all.</param>
    public IReadOnlyList<Candidate> With(string words)
    {
        string[] asked = words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        return asked.Length == 0
            ? Candidates
            :
            [
                .. Candidates.Where(c =>
                    $"{c.Rights.Title} {c.Rights.Maker} {string.Join(' ', c.Tags)}" is var said
                    && Array.TrueForAll(asked, w => said.Contains(w, StringComparison.OrdinalIgnoreCase))
                ),
            ];
    }

    /// <summary>The likeliest photo, or null.</summary>
    public Candidate? Candidate => Candidates.Count > 0 ? Candidates[0] : null;

    /// <summary>Where the page says different things of the likeliest photo.</summary>
    public IReadOnlyList<Conflict> Conflicts => Candidate?.Rights.Conflicts ?? [];
}

/// <summary>
/// Reads a web page for photos, clips and their rights: RDFa with ccREL, JSON-LD and microdata of schema.org, figures
/// with a licence in their caption, and Open Graph as a hint for picture and title alone. A licence that the page
/// states of itself (<c>link rel="license"</c>, a <c>Link</c> header of RFC 8288, one in its text or its article) is
/// not the photo's: it is offered as the page's. Nothing in the page is run.
/// </summary>
public static partial class PageReader
{
    /// <summary>Identity of pages among the collections.</summary>
    public const string Collection = "page";

    static PageReader() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>Reads a fetched page.</summary>
    /// <exception cref="SourceException">It takes too long to read, or is nested too deep.</exception>
    public static PageReading Read(Fetched page, DateTimeOffset now) => ReadingTime.Limit(() => ReadIn(page, now));

    private static PageReading ReadIn(Fetched page, DateTimeOffset now)
    {
        using IDocument document = Parse(page);
        Uri at = Base(document, page.Address);
        Things[] things =
        [
            PageJsonLd.Read(document, at),
            PageMicrodata.Read(document, at),
            PageRdfa.Read(document, at),
        ];
        Thing[] all = [.. things.SelectMany(t => t.All)];
        string pageTitle = OneLine.Of(document.Title ?? "");
        IReadOnlyList<PagePicture> pictures = PagePictures.Of(
            document,
            [.. things.Where(t => t.All.Count > 0)],
            page.Address,
            at
        );
        IReadOnlyList<PageClip> clips = PageClips.Of(document, all, at);
        // A clip goes by its still picture, which is no photo of the page then.
        if (clips.Count > 0)
            pictures =
            [
                .. clips.Select(c => new PagePicture(c.Poster, c.Source)),
                .. pictures.Where(p =>
                    p.Source != PagePictures.Shown
                    && p.Source != "Open Graph"
                    && clips.All(c => c.Poster.Url != p.Picture.Url)
                ),
            ];
        HashSet<string> shown = [.. pictures.Select(p => p.Picture.Url)];
        Dictionary<string, Thing[]> about = pictures.ToDictionary(
            p => p.Picture.Url,
            p =>
                all.Where(t => Speaks(t, p.Picture.Url, page.Address, at, shown))
                    .Concat(clips.Where(c => c.Poster.Url == p.Picture.Url).Select(c => c.Said).OfType<Thing>())
                    .Distinct()
                    .ToArray()
        );
        HashSet<Thing> ofPictures = [.. about.Values.SelectMany(v => v)];
        // A page that says it is itself a still image speaks of its one picture.
        if (
            pictures.Count == 1
            && all.FirstOrDefault(t => t.Is("StillImage") && t.Id == page.Address.GetLeftPart(UriPartial.Query))
                is { } self
        )
        {
            about[pictures[0].Picture.Url] = [.. about[pictures[0].Picture.Url], self];
            ofPictures.Add(self);
        }
        Offered[] offers = [.. Offers(document, page, all.Where(t => !ofPictures.Contains(t)))];
        return new PageReading(
            [
                .. pictures.Select(p =>
                    Of(
                        p,
                        [
                            .. about[p.Picture.Url].Select(t => FromThing(t, at)),
                            .. FromFigures(document, p.Picture.Url, at),
                        ],
                        offers
                    )
                ),
            ],
            pageTitle,
            pictures.Any(p => p.Source != PagePictures.Shown)
        );

        Candidate Of(PagePicture p, Found[] found, Offered[] beside)
        {
            List<Conflict> conflicts = [];
            string title = Agreed("title", f => f.Title),
                maker = Agreed("maker", f => f.Maker);
            SourceStatement[] said =
            [
                .. found
                    .SelectMany(f => f.Licences.Select(l => new SourceStatement(f.Source, l)))
                    .DistinctBy(s => s.Value),
            ];
            Agreement terms = LicenceAgreement.Of(
                said.Select(s => s.Value),
                beside.Select(b => b.Offer).OfType<LicenceOffer>()
            );
            (Licence? licence, string asFound) = terms;
            if (
                licence is null
                && terms.Offers is null
                && said.Select(s => LicenceReader.Read(s.Value)).OfType<Licence>().Distinct().Count() > 1
            )
                conflicts.Add(new Conflict("licence", [.. said]));
            if (title.Length == 0)
                title = document.QuerySelector("meta[property='og:title'][content]")?.GetAttribute("content") ?? "";
            var rights = new RightsRecord(
                Title: OneLine.Of(title.Length > 0 ? title : pageTitle),
                Maker: maker,
                MakerUrl: found.Select(f => f.MakerUrl).FirstOrDefault(u => u is not null),
                SourceUrl: page.Address.AbsoluteUri,
                Collection: page.Address.Host,
                Licence: licence,
                LicenceAsFound: asFound
            )
            {
                Notice = found.Select(f => f.Notice).FirstOrDefault(n => n.Length > 0) ?? "",
                Conflicts = conflicts.Count > 0 ? [.. conflicts] : null,
                PictureUrl = p.Picture.Url,
                Updated = found.Select(f => f.Updated).FirstOrDefault(u => u is not null),
                MakerKind = found.Select(f => f.MakerKind).FirstOrDefault(k => k != MakerKind.Unknown),
                Offers = terms.Offers,
            };
            string words = string.Join(
                "\n\n",
                found
                    .Select(f => (f.Source, f.Words))
                    .Concat(beside.Select(b => (Source: "of the page, not of the photo", b.Words)))
                    .Where(f => f.Words.Length > 0)
                    .Select(f =>
                        $"{f.Source}:\n{f.Words[..Math.Min(f.Words.Length, Limits.Documents.EvidenceCharacters)]}"
                    )
                    .Distinct()
            );
            return new Candidate(
                p.Picture.Url,
                Collection,
                p.Picture,
                [p.Picture],
                rights,
                [],
                Evidence.Of(
                    words.Length > 0 ? words : "The page says nothing of the photo's rights that could be read.",
                    page.Address.AbsoluteUri,
                    now
                ),
                Clip: clips.FirstOrDefault(c => c.Poster.Url == p.Picture.Url)?.Clip
            );

            // The first that says something; where they differ, the difference is kept.
            string Agreed(string field, Func<Found, string> part)
            {
                SourceStatement[] each =
                [
                    .. found.Select(f => new SourceStatement(f.Source, part(f))).Where(s => s.Value.Length > 0),
                ];
                if (each.DistinctBy(s => s.Value.ToUpperInvariant()).Count() > 1)
                    conflicts.Add(new Conflict(field, [.. each]));
                return each.Length > 0 ? each[0].Value : "";
            }
        }
    }

    /// <summary>The document, in the encoding of its byte order mark, its header, itself, or what its bytes allow (HTML
    /// Living Standard, 13.2.3.2).</summary>
    private static IDocument Parse(Fetched page)
    {
        byte[] b = page.Bytes;
        bool marked = b is [0xEF, 0xBB, 0xBF, ..] or [0xFE, 0xFF, ..] or [0xFF, 0xFE, ..];
        Encoding? told =
            marked || page.Charset.Length == 0 || !TextEncoding.IsSupported(page.Charset)
                ? null
                : TextEncoding.Resolve(page.Charset);
        if (told is null && !marked && !Declares().IsMatch(Encoding.Latin1.GetString(b, 0, Math.Min(b.Length, 2048))))
            told = IsUtf8(b) ? Encoding.UTF8 : Encoding.GetEncoding(1252);
        string text = told?.GetString(b) ?? "";
        if (Nesting.IsTooDeep(told is null ? Encoding.Latin1.GetString(b) : text))
            throw new SourceException($"{page.Address.Authority} sends a page that is nested deeper than Jaali reads.");
        IDocument document = told is not null
            ? new HtmlParser().ParseDocument(
                ReadingTime.Stream(Encoding.UTF8.GetPreamble().Concat(Encoding.UTF8.GetBytes(text)).ToArray())
            )
            : new HtmlParser().ParseDocument(ReadingTime.Stream(b));
        // What nobody sees grants nothing. A hidden picture may be one that is shown when its turn comes.
        foreach (IElement e in document.QuerySelectorAll("template, [hidden], [style]").Where(IsHidden).ToArray())
            e.Remove();
        return document;
    }

    private static bool IsHidden(IElement e) =>
        e.LocalName == "template"
        || (e.HasAttribute("hidden") || HiddenStyle().IsMatch(e.GetAttribute("style") ?? ""))
            && e.LocalName is not ("img" or "picture" or "video" or "body" or "html")
            && e.QuerySelector("img, picture, video") is null;

    private static bool IsUtf8(byte[] bytes)
    {
        try
        {
            new UTF8Encoding(false, true).GetCharCount(bytes);
            return true;
        }
        catch (DecoderFallbackException)
        {
            return false;
        }
    }

    private static Uri Base(IDocument document, Uri address) =>
        document.QuerySelector("base[href]")?.GetAttribute("href") is { } href
        && Uri.TryCreate(address, href.Trim(), out Uri? at)
        && at.Scheme is "http" or "https"
            ? at
            : address;

    private sealed record Found(string Source)
    {
        public string Title { get; init; } = "";
        public string Maker { get; init; } = "";
        public MakerKind MakerKind { get; init; }
        public string? MakerUrl { get; init; }
        public string Notice { get; init; } = "";
        public string? Updated { get; init; }
        public IReadOnlyList<string> Licences { get; init; } = [];
        public string Words { get; init; } = "";
    }

    private sealed record Offered(LicenceOffer? Offer, string Words);

    private static bool Speaks(Thing t, string picture, Uri page, Uri at, HashSet<string> shown) =>
        Json.Web(t.Id, at) == picture
        || (t.IsPicture && PagePictures.AddressesOf(t, page, at, shown, t.Nested).Any(r => r.Url == picture));

    private static Found FromThing(Thing t, Uri at)
    {
        object? maker = t.Of("attributionName").Concat(t.Of("creator", "author", "byArtist")).FirstOrDefault();
        string name = string.Join(
            ", ",
            (
                t.Of("attributionName") is var named && named.Any()
                    ? named.Take(1)
                    : t.Of("creator", "author", "byArtist").Take(4)
            )
                .Select(Thing.Name)
                .Where(n => n.Length > 0)
                .Distinct()
        );
        string credit = t.Text("creditText"),
            notice = t.Text("copyrightNotice") is { Length: > 0 } n ? n : t.Text("rights");
        return new Found(t.Source)
        {
            Title = t.Text("name", "headline", "title"),
            Maker = name.Length > 0 ? name : credit,
            MakerKind =
                maker is not Thing m ? MakerKind.Unknown
                : m.Is("Person") ? MakerKind.Person
                : m.Is("Organization", "NewsMediaOrganization", "Corporation", "Museum", "LocalBusiness", "Agent")
                    ? MakerKind.Organisation
                : MakerKind.Unknown,
            MakerUrl =
                t.Of("attributionURL")
                    .Select(Thing.Link)
                    .Select(u => Json.Web(u, at))
                    .FirstOrDefault(u => u is not null)
                ?? (
                    maker is Thing who
                        ? Json.Web(
                            who.Of("url", "sameAs", "homepage").Select(Thing.Link).FirstOrDefault() ?? who.Id,
                            at
                        )
                        : null
                ),
            Notice = LicenceReader.Read(notice) is null ? notice : "",
            Updated = t.Text("dateModified", "modified") is { Length: > 0 } day ? day : null,
            Licences =
            [
                .. Terms(t),
                .. LicenceReader.Say(notice).Kind != LicenceStatementKind.Harmless ? new[] { notice } : [],
                // A credit line holds titles and names of every kind; it counts where it names a licence clearly.
                .. LicenceReader.Read(credit) is not null ? new[] { credit } : [],
            ],
            Words = t.Words,
        };
    }

    private static IEnumerable<string> Terms(Thing t) =>
        t.Of("license")
            .Concat(t.Of("rights"))
            .Concat(t.Of("UsageTerms"))
            .Concat(t.Of("conditionsOfAccess"))
            .Select(v =>
                v is Thing { Said.Count: > 0 } o && o.Id.StartsWith("_:", StringComparison.Ordinal)
                    ? (o.Text("url") is { Length: > 0 } u ? u : Thing.Name(o))
                    : Thing.Link(v)
            )
            .Where(l => l.Length > 0)
            .Distinct();

    // A figure of one picture with a licence in it, and a licence on the picture itself.
    private static IEnumerable<Found> FromFigures(IDocument document, string picture, Uri at)
    {
        foreach (IElement img in document.QuerySelectorAll("img").Where(i => Shows(i, picture, at)))
        {
            ReadingTime.Check();
            if (
                img.GetAttribute("rel") is { } rel
                && IsLicence(rel)
                && (img.GetAttribute("resource") ?? img.GetAttribute("href")) is { } on
            )
                yield return new Found("the picture") { Licences = [Json.Web(on, at) ?? on], Words = img.OuterHtml };
            if (
                img.Closest("figure") is not { } figure
                || figure
                    .QuerySelectorAll("img")
                    .Any(i => !Shows(i, picture, at) && i.Closest("a[rel~='license' i]") is null)
            )
                continue;
            string[] licences =
            [
                .. figure
                    .QuerySelectorAll("a[rel][href]")
                    .Where(a => IsLicence(a.GetAttribute("rel")!))
                    .Select(a => Json.Web(a.GetAttribute("href")!, at) ?? a.GetAttribute("href")!),
            ];
            if (licences.Length > 0)
                yield return new Found("figure")
                {
                    // What the caption says beside it may limit it.
                    Licences =
                    [
                        .. licences,
                        .. figure
                            .QuerySelectorAll("figcaption")
                            .Select(c => OneLine.Of(c.TextContent))
                            .Where(c =>
                                LicenceReader.Say(c)
                                    is { Kind: LicenceStatementKind.Unclear, Mentions: false }
                                        or { Licence.Grant: Grant.Closed }
                            ),
                    ],
                    Words = figure.OuterHtml,
                };
        }
    }

    private static bool Shows(IElement img, string picture, Uri at) =>
        ((string[])["src", "data-src"]).Any(a => img.GetAttribute(a) is { } s && Json.Web(s.Trim(), at) == picture)
        || img.GetAttribute("srcset")
            ?.Contains(
                Uri.TryCreate(picture, UriKind.Absolute, out Uri? u) ? u.AbsolutePath : picture,
                StringComparison.Ordinal
            ) == true;

    private static bool IsLicence(string rel) =>
        rel.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Any(r =>
                r.ToLowerInvariant()
                    is "license"
                        or "cc:license"
                        or "dct:license"
                        or "dc:license"
                        or "xhv:license"
                        or "dcterms:license"
            );

    // What the page says of itself: one offer for each licence.
    private static IEnumerable<Offered> Offers(IDocument document, Fetched page, IEnumerable<Thing> others)
    {
        foreach (Thing t in others)
        {
            if (t.Is("Person", "Organization", "SoftwareApplication", "Dataset", "Product", "Comment"))
                continue;
            string maker = string.Join(
                ", ",
                t.Of("attributionName").Select(Thing.Name).Where(n => n.Length > 0).Take(1)
            );
            string of = t.Is("Article", "NewsArticle", "BlogPosting", "CreativeWork", "Text", "Recipe", "Report")
                ? "the text"
                : "the page";
            foreach (string l in Terms(t))
                yield return new Offered(Read(of, l, maker), t.Words);
        }
        foreach (
            IElement e in document
                .QuerySelectorAll("link[rel][href], a[rel][href], area[rel][href]")
                .Where(e => IsLicence(e.GetAttribute("rel")!))
        )
            // One inside a figure was read as the figure's.
            if (e.Closest("figure")?.QuerySelector("img") is null)
                yield return new Offered(Read("the page", e.GetAttribute("href")!, ""), e.OuterHtml);
        foreach (string link in LicencesOf(page.Links))
            yield return new Offered(Read("the page", link, ""), $"Link: <{link}>; rel=\"license\"");

        static LicenceOffer? Read(string of, string said, string maker) =>
            LicenceReader.Read(said) is { } l ? new LicenceOffer(of, said, l, maker) : null;
    }

    /// <summary>The addresses that <c>Link</c> headers (RFC 8288) give as licences of what was fetched.</summary>
    public static IEnumerable<string> LicencesOf(IEnumerable<string> links) =>
        links
            .Where(l => l.Length <= Limits.Documents.LinkCharacters)
            .SelectMany(l => LicenceLink().Matches(l).Select(m => m.Groups[1].Value));

    [GeneratedRegex(@"<([^<>]+)>[^,]*;\s*rel=""?(?:[^"";,]*\s)?license(?:\s|""|;|,|$)", RegexOptions.IgnoreCase)]
    private static partial Regex LicenceLink();

    [GeneratedRegex(@"display\s*:\s*none|visibility\s*:\s*hidden", RegexOptions.IgnoreCase)]
    private static partial Regex HiddenStyle();

    [GeneratedRegex(@"<meta[^>]+charset|<\?xml[^>]+encoding", RegexOptions.IgnoreCase)]
    private static partial Regex Declares();
}
