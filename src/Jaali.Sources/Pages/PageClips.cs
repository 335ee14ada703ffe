using System.Xml;
using AngleSharp.Dom;
using Jaali.Core.Photos;

namespace Jaali.Sources.Pages;

/// <summary>A clip that a page is about.</summary>
/// <param name="Poster">The still picture that the page gives it.</param>
/// <param name="Clip">What plays.</param>
/// <param name="Said">What is said of it; null where the page only plays it.</param>
/// <param name="Source">Where it was named.</param>
internal sealed record PageClip(Rendition Poster, ClipOffer Clip, Thing? Said, string Source);

/// <summary>
/// Finds the clips of a page: what structured data calls a film or a sound with the address of its file (schema.org,
/// <c>VideoObject</c> and <c>AudioObject</c>), what a page plays with a poster (HTML Living Standard, 4.8.8), and what
/// Open Graph names. A player within a page of somebody else's is none: it gives no file.
/// </summary>
internal static class PageClips
{
    private static readonly string[] Endings =
    [
        ".mp4",
        ".m4v",
        ".webm",
        ".ogv",
        ".mov",
        ".mp3",
        ".m4a",
        ".ogg",
        ".oga",
        ".wav",
        ".flac",
    ];

    /// <summary>The clips of a page, each by its still picture, the likeliest first.</summary>
    /// <param name="document">The page.</param>
    /// <param name="things">What its structured data speaks of.</param>
    /// <param name="at">What its addresses are relative to.</param>
    internal static IReadOnlyList<PageClip> Of(IDocument document, IReadOnlyList<Thing> things, Uri at)
    {
        Rendition? graph = Web(Meta(document, "og:image:secure_url", "og:image"), at) is { } picture
            ? new Rendition(picture, 0, 0)
            : null;
        return
        [
            .. Named(things, at, graph)
                .Concat(Played(document, at, graph))
                .Concat(OpenGraph(document, at, graph))
                .Where(c => !PictureAddress.IsDrawing(c.Poster.Url))
                .DistinctBy(c => c.Clip.Url)
                .DistinctBy(c => c.Poster.Url),
        ];
    }

    private static IEnumerable<PageClip> Named(IReadOnlyList<Thing> things, Uri at, Rendition? graph)
    {
        foreach (Thing t in things.Where(t => t.Is("VideoObject", "AudioObject")))
        {
            string type = t.Text("encodingFormat", "fileFormat");
            string? file = t.Of("contentUrl", "contentURL")
                .Select(v => Web(Thing.Link(v), at))
                .FirstOrDefault(u => u is not null && Plays(u, type));
            Rendition? poster =
                t.Of("thumbnailUrl", "thumbnail", "image")
                    .Select(v =>
                        v is Thing picture
                            ? Web(picture.Of("contentUrl", "url").Select(Thing.Link).FirstOrDefault() ?? picture.Id, at)
                            : Web(Thing.Link(v), at)
                    )
                    .OfType<string>()
                    .Select(u => new Rendition(u, 0, 0))
                    .FirstOrDefault()
                ?? graph;
            if (file is not null && poster is not null)
                yield return new(poster, new ClipOffer(file, type, Seconds(t.Text("duration"))), t, t.Source);
        }
    }

    private static IEnumerable<PageClip> Played(IDocument document, Uri at, Rendition? graph)
    {
        foreach (IElement player in document.QuerySelectorAll("video, audio"))
        {
            Rendition? poster = Web(player.GetAttribute("poster"), at) is { } own ? new Rendition(own, 0, 0) : graph;
            (string? Url, string Type) file = player
                .QuerySelectorAll("source")
                .Prepend(player)
                .Select(s => (Url: Web(s.GetAttribute("src"), at), Type: s.GetAttribute("type") ?? ""))
                .FirstOrDefault(s => s.Url is not null && Plays(s.Url, s.Type));
            if (file.Url is not null && poster is not null)
                yield return new(poster, new ClipOffer(file.Url, file.Type), null, PagePictures.Shown);
        }
    }

    private static IEnumerable<PageClip> OpenGraph(IDocument document, Uri at, Rendition? graph)
    {
        string type = Meta(document, "og:video:type") ?? "";
        if (
            graph is not null
            && Web(Meta(document, "og:video:secure_url", "og:video:url", "og:video"), at) is { } file
            && Plays(file, type)
        )
            yield return new(graph, new ClipOffer(file, type), null, "Open Graph");
    }

    // A file, and no page with a player in it.
    private static bool Plays(string address, string type) =>
        type.StartsWith("video/", StringComparison.OrdinalIgnoreCase)
        || type.StartsWith("audio/", StringComparison.OrdinalIgnoreCase)
        || type.Length == 0
            && Uri.TryCreate(address, UriKind.Absolute, out Uri? to)
            && Array.Exists(Endings, e => to.AbsolutePath.EndsWith(e, StringComparison.OrdinalIgnoreCase));

    private static string? Web(string? address, Uri at) => address is null ? null : Json.Web(address.Trim(), at);

    private static string? Meta(IDocument document, params string[] names) =>
        names
            .Select(n => document.QuerySelector($"meta[property='{n}'][content]")?.GetAttribute("content"))
            .FirstOrDefault(c => !string.IsNullOrWhiteSpace(c));

    // As ISO 8601 writes durations; 0 where it is none.
    private static double Seconds(string duration)
    {
        try
        {
            return duration.Length is > 1 and < 40 ? Math.Max(0, XmlConvert.ToTimeSpan(duration).TotalSeconds) : 0;
        }
        catch (Exception e) when (e is FormatException or OverflowException)
        {
            return 0;
        }
    }
}
