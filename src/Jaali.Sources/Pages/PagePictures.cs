using AngleSharp.Dom;
using Jaali.Core;
using Jaali.Core.Photos;

namespace Jaali.Sources.Pages;

/// <summary>A picture that a page names or shows.</summary>
/// <param name="Picture">Its address, and its size where the page says it.</param>
/// <param name="Source">Where it was named: "JSON-LD", "microdata", "RDFa", "Open Graph" or "the page".</param>
internal sealed record PagePicture(Rendition Picture, string Source);

/// <summary>
/// Finds which picture a page is about: what structured data names, then Open Graph, then what stands largest in the
/// page's main part. Logos, portraits of authors, badges and drawings (SVG) are none of them.
/// </summary>
internal static class PagePictures
{
    /// <summary>The source of pictures that the page only shows.</summary>
    internal const string Shown = "the page";

    // What has a picture that is not what the page is about.
    private static readonly string[] Aside =
    [
        "Organization",
        "NewsMediaOrganization",
        "Corporation",
        "Person",
        "WebSite",
        "BreadcrumbList",
        "SearchAction",
        "Comment",
        "Review",
        "Brand",
        "Offer",
    ];

    /// <summary>The pictures of a page, the likeliest first; those of the first way that names any.</summary>
    /// <param name="document">The page.</param>
    /// <param name="things">What its structured data speaks of, for each syntax.</param>
    /// <param name="page">The page's address.</param>
    /// <param name="at">What its addresses are relative to.</param>
    internal static IReadOnlyList<PagePicture> Of(IDocument document, IReadOnlyList<Things> things, Uri page, Uri at)
    {
        HashSet<string> shown =
        [
            .. document.QuerySelectorAll("img").SelectMany(Addresses).Select(a => Json.Web(a, at)).OfType<string>(),
        ];
        bool declared = false;
        foreach (Things t in things)
        {
            PagePicture[] named =
            [
                .. Named(t.All, page, at, shown)
                    .Select(p => new PagePicture(p, t.All[0].Source))
                    .DistinctBy(p => p.Picture.Url)
                    .Take(Limits.Documents.PagePictures),
            ];
            declared |= named.Length > 0;
            PagePicture[] usable = [.. named.Where(p => !PictureAddress.IsDrawing(p.Picture.Url))];
            if (usable.Length > 0)
                return usable;
        }
        if (OpenGraph(document, at) is { } graph)
        {
            declared = true;
            if (!PictureAddress.IsDrawing(graph.Url))
                return [new PagePicture(graph, "Open Graph")];
        }
        // A page that names a picture which is none that can be taken has no other one in its stead.
        return declared
            ? []
            : [.. Largest(document, at).Select(r => new PagePicture(r, Shown)).Take(Limits.Documents.PagePictures)];
    }

    /// <summary>The addresses under which a thing is a picture, the file's own first.</summary>
    internal static IEnumerable<Rendition> AddressesOf(Thing t, Uri page, Uri at, HashSet<string> shown, bool nested)
    {
        Rendition? Sized(string? address) =>
            address is null || Same(address, page) ? null : new Rendition(address, Size(t, "width"), Size(t, "height"));
        foreach (object v in t.Of("contentUrl", "contentURL"))
            if (Sized(Json.Web(Thing.Link(v), at)) is { } file)
                yield return file;
        foreach (object v in t.Of("image"))
            if (v is string s && Sized(Json.Web(s.Trim(), at)) is { } of)
                yield return of;
            else if (v is Thing { Types.Count: 0 } link && Sized(Json.Web(link.Id, at)) is { } linked)
                yield return linked;
        foreach (string url in t.Of("url").Select(Thing.Link).Append(t.Id))
            if (
                Json.Web(url, at) is { } address
                && (nested && url != t.Id || PictureAddress.IsFile(address) || shown.Contains(address))
                && Sized(address) is { } own
            )
                yield return own;
        foreach (object v in t.Of("thumbnailUrl", "thumbnail"))
            if (v is string s && Json.Web(s.Trim(), at) is { } small)
                yield return new Rendition(small, 0, 0);
    }

    private static IEnumerable<Rendition> Named(IReadOnlyList<Thing> things, Uri page, Uri at, HashSet<string> shown)
    {
        // What the page itself says is its picture.
        foreach (Thing t in things)
        foreach (object v in t.Of("primaryImageOfPage"))
        foreach (Rendition r in Leads(v, page, at, shown).Take(1))
            yield return r;
        Thing[] main =
        [
            .. things.Where(t => !t.Nested && t.IsPicture),
            .. things.SelectMany(t => t.Of("mainEntity")).OfType<Thing>(),
            .. things.Where(t => t.Of("mainEntityOfPage").Any(v => Same(Thing.Link(v), page) || v is string)),
            .. things.Where(t => !t.Nested && Same(t.Id, page)),
            .. things.Where(t => !t.Nested && !t.Is(Aside)),
        ];
        foreach (Thing t in main.Distinct())
        {
            if (t.IsPicture)
                foreach (Rendition r in AddressesOf(t, page, at, shown, nested: false).Take(1))
                    yield return r;
            foreach (object v in t.Of("image", "depiction", "img", "photo", "associatedMedia"))
            foreach (Rendition r in Leads(v, page, at, shown).Take(1))
                yield return r;
        }
        // A picture whose terms are stated is one the page speaks of, wherever it stands.
        foreach (
            Thing t in things.Where(t =>
                t.Of("license", "attributionName", "creditText").Any()
                && Json.Web(t.Id, at) is { } a
                && (PictureAddress.IsFile(a) || shown.Contains(a))
            )
        )
            yield return new Rendition(Json.Web(t.Id, at)!, 0, 0);
        foreach (Thing t in things.Where(t => t.Nested && t.IsPicture && !IsLogo(t, things)))
        foreach (Rendition r in AddressesOf(t, page, at, shown, nested: true).Take(1))
            yield return r;
        foreach (Thing t in main.Distinct())
        foreach (object v in t.Of("thumbnailUrl"))
            if (Json.Web(Thing.Link(v), at) is { } small)
                yield return new Rendition(small, 0, 0);
    }

    // A picture named as a value: an address, or a thing that has one.
    private static IEnumerable<Rendition> Leads(object v, Uri page, Uri at, HashSet<string> shown)
    {
        if (v is string s)
            return Json.Web(s.Trim(), at) is { } address && !Same(address, page) ? [new Rendition(address, 0, 0)] : [];
        var t = (Thing)v;
        Rendition[] own = [.. AddressesOf(t, page, at, shown, nested: true)];
        return own.Length > 0 ? own
            : t.Types.Count == 0 && t.Said.Count == 0 && Json.Web(t.Id, at) is { } link && !Same(link, page)
                ? [new Rendition(link, 0, 0)]
            : [];
    }

    private static bool IsLogo(Thing t, IReadOnlyList<Thing> things) =>
        things.Any(o => o.Said.Any(s => ReferenceEquals(s.Value, t) && (s.Name is "logo" or "icon" || o.Is(Aside))));

    private static Rendition? OpenGraph(IDocument document, Uri at)
    {
        string Of(params string[] names) =>
            names
                .SelectMany(n =>
                    document.QuerySelectorAll($"meta[property='{n}' i][content], meta[name='{n}' i][content]")
                )
                .Select(m => m.GetAttribute("content")!.Trim())
                .FirstOrDefault(c => c.Length > 0)
            ?? "";
        string image = Of("og:image:secure_url", "og:image", "og:image:url");
        if (image.Length > 0 && Json.Web(image, at) is { } url)
            return new Rendition(url, Pixels(Of("og:image:width")), Pixels(Of("og:image:height")));
        image = Of("twitter:image", "twitter:image:src");
        if (image.Length == 0)
            image = document.QuerySelector("link[rel~='image_src' i][href]")?.GetAttribute("href") ?? "";
        return Json.Web(image, at) is { } other ? new Rendition(other, 0, 0) : null;
    }

    // What stands in the main part, the largest first. Of what says no size a middling one is supposed, so that it
    // comes before badges and after what is certainly large.
    private static IEnumerable<Rendition> Largest(IDocument document, Uri at)
    {
        IElement? main =
            document.QuerySelectorAll("main, [role=main]").FirstOrDefault(m => m.QuerySelector("img") is not null)
            ?? document.QuerySelectorAll("article").FirstOrDefault(m => m.QuerySelector("img") is not null)
            ?? document.Body;
        return (main?.QuerySelectorAll("img") ?? Enumerable.Empty<IElement>())
            .Where(i =>
                i.Closest("nav, header, footer, aside") is not { } around
                || (main!.Contains(around) && around.LocalName == "header" && main.LocalName != "body")
            )
            .Where(i => !IsBeside(i))
            .Select(i => (Shown: ShownBy(i, at), Area: Area(i)))
            .Where(i => i.Shown is not null && i.Area >= 120 * 80)
            .OrderByDescending(i => i.Area)
            .Select(i => i.Shown!)
            .DistinctBy(r => r.Url);
    }

    // A badge of a licence, a portrait, a smiley, what is paid for.
    internal static bool IsBeside(IElement img) =>
        img.Closest("a[rel~='license' i], a[rel~='sponsored' i], ins, [class~='ad' i], [class~='advertisement' i]")
            is not null
        || img.ClassList.Any(c =>
            c.Split('-', '_')[0].ToLowerInvariant() is "avatar" or "gravatar" or "smiley" or "emoji" or "pixel"
            || c is "wp-smiley"
        )
        || PictureAddress.IsBeside("", Pixels(img.GetAttribute("width")), Pixels(img.GetAttribute("height")));

    private static Rendition? ShownBy(IElement img, Uri at) =>
        Addresses(img)
            .Select(a => Json.Web(a, at))
            .OfType<string>()
            .Where(a => !PictureAddress.IsDrawing(a) && !PictureAddress.IsBeside(a) && !IsBadge(a))
            .Select(a => new Rendition(a, 0, 0))
            .FirstOrDefault();

    private static double Area(IElement img)
    {
        int w = Pixels(img.GetAttribute("width")?.Trim().TrimEnd('p', 'x')),
            h = Pixels(img.GetAttribute("height")?.Trim().TrimEnd('p', 'x'));
        if (w == 0)
            w = SourceSet(img).Select(s => s.Width).DefaultIfEmpty(0).Max();
        return (w, h) switch
        {
            (0, 0) => 400.0 * 300,
            (0, _) => h * h * 1.5,
            (_, 0) => w * w / 1.5,
            _ => (double)w * h,
        };
    }

    // The largest of its set, then what it shows, then what it would show later.
    private static IEnumerable<string> Addresses(IElement img) =>
        SourceSet(img)
            .OrderByDescending(s => s.Width)
            .Select(s => s.Url)
            .Take(1)
            .Concat(((string[])["src", "data-src", "data-original", "data-lazy-src"]).Select(a => img.GetAttribute(a)))
            .OfType<string>()
            .Select(a => a.Trim())
            .Where(a => a.Length > 0 && !a.StartsWith("data:", StringComparison.OrdinalIgnoreCase));

    private static IEnumerable<(string Url, int Width)> SourceSet(IElement img) =>
        (img.GetAttribute("srcset") ?? "")
            .Split(", ", StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(s => s.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            .Where(s => s.Length == 2 && s[1].EndsWith('w'))
            .Select(s => (s[0].TrimEnd(','), Pixels(s[1][..^1])));

    private static bool IsBadge(string address) =>
        Uri.TryCreate(address, UriKind.Absolute, out Uri? u)
        && (
            u.Host.EndsWith("creativecommons.org", StringComparison.OrdinalIgnoreCase)
            || u.Host.EndsWith("licensebuttons.net", StringComparison.OrdinalIgnoreCase)
        );

    private static bool Same(string address, Uri page) =>
        Uri.TryCreate(address, UriKind.Absolute, out Uri? u)
        && u.GetLeftPart(UriPartial.Query).TrimEnd('/') == page.GetLeftPart(UriPartial.Query).TrimEnd('/');

    private static int Size(Thing t, string side) =>
        t.Of(side)
            .Select(v => v is Thing q ? q.Text("value") : (string)v)
            .Select(v => Pixels(v.Trim().Split(' ')[0].Replace("px", "", StringComparison.Ordinal)))
            .FirstOrDefault(n => n > 0);

    internal static int Pixels(string? text) =>
        int.TryParse(
            text,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out int n
        )
        && n < 200_000
            ? n
            : 0;
}
