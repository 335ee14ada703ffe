using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Imaging;

namespace Jaali.Server.Exports;

/// <summary>A talk for browsers: one page that needs nothing else, or the same as a folder. The player is the show's
/// own;
/// pictures, typefaces and credits go along.</summary>
public sealed class WebCopies(WebTalk web, FontLibrary fonts, ClipCuts clips) : ICopyMaker
{
    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)>
        {
            [CopyForm.Web] = ("html", "text/html"),
            [CopyForm.WebFolder] = ("zip", "application/zip"),
        };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        work = web.Shown(work);
        string script = web.Player("copy", "copy.js"),
            style = web.Player("copy", "copy.css");
        bool folder = work.Asked.Form == CopyForm.WebFolder;
        (IReadOnlyList<Scene> scenes, IReadOnlyDictionary<string, CutClip> playing) = clips
            .OfAsync(work.Scenes, work.Cancel)
            .GetAwaiter()
            .GetResult();
        if (!folder)
            (scenes, playing) = Inside(scenes, playing);
        work = work with { Scenes = scenes };
        using FileStream to = File.Create(file);
        using ZipArchive? zip = folder ? new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true) : null;
        string Put(string name, string type, byte[] bytes)
        {
            if (zip is null)
                return $"data:{type};base64,{Convert.ToBase64String(bytes)}";
            using Stream entry = zip.CreateEntry(
                    name,
                    type.StartsWith("image/", StringComparison.Ordinal)
                        ? CompressionLevel.NoCompression
                        : CompressionLevel.Optimal
                )
                .Open();
            entry.Write(bytes);
            return name;
        }
        WebPicture[] wanted = WebTalk.Pictures(work);
        Func<IReadOnlyList<string>, byte[], byte[]> credits = web.Credits(work);
        byte[] Picture(int i, out string type)
        {
            (byte[] bytes, type) = web.PictureAsync(work, wanted[i], credits).GetAwaiter().GetResult();
            work.Report((i + 1.0) / (wanted.Length + 1));
            return bytes;
        }
        string[] beside = new string[wanted.Length];
        for (int i = 0; zip is not null && i < wanted.Length; i++)
        {
            byte[] bytes = Picture(i, out string type);
            beside[i] = Put(
                $"photos/{i + 1:000}.{type[6..].Replace("jpeg", "jpg", StringComparison.Ordinal)}",
                type,
                bytes
            );
        }
        Dictionary<string, string> clipsBeside = [];
        foreach ((CutClip clip, int i) in zip is null ? [] : playing.Values.Select((c, i) => (c, i)))
        {
            string name = $"clips/{i + 1:000}{Path.GetExtension(clip.File) switch { "" => Ending(clip), var e => e }}";
            using Stream put = zip!.CreateEntry(name, CompressionLevel.NoCompression).Open();
            using FileStream from = File.OpenRead(clip.File);
            from.CopyTo(put);
            clipsBeside[clip.File] = name;
        }
        (string head, string tail) = Page(work, web.Faces(work, Put), script, style, zip is null ? null : Put);
        using Stream? entry = zip?.CreateEntry("index.html", CompressionLevel.Optimal).Open();
        using var page = new StreamWriter(entry ?? to, new UTF8Encoding(false), leaveOpen: true);
        page.Write(head);
        // One picture at a time: all of them as one text would take several times their size.
        for (int i = 0; i < wanted.Length; i++)
        {
            string address = beside[i] ?? $"data:{Data(i)}";
            page.Write($"{(i > 0 ? "," : "")}{JsonSerializer.Serialize(wanted[i].Name)}:\"{address}\"\n");
        }
        bool first = wanted.Length == 0;
        foreach ((string source, CutClip clip) in playing)
        {
            page.Write($"{(first ? "" : ",")}{JsonSerializer.Serialize(ClipName + source)}:\"");
            first = false;
            if (clipsBeside.TryGetValue(clip.File, out string? at))
                page.Write(at);
            else
                WriteData(clip, page);
            page.Write("\"\n");
        }
        page.Write(tail);

        string Data(int i)
        {
            byte[] bytes = Picture(i, out string type);
            return $"{type};base64,{Convert.ToBase64String(bytes)}";
        }
    }

    // Among the pictures of the page, what plays is told apart by this.
    private const string ClipName = "clip:";

    private static string Ending(CutClip clip) => "." + ClipFacts.EndingOf(clip.Type);

    // A clip as text, piece by piece.
    private static void WriteData(CutClip clip, StreamWriter page)
    {
        page.Write($"data:{clip.Type};base64,");
        using FileStream from = File.OpenRead(clip.File);
        // Three bytes are four letters: pieces of a multiple of three are joined without padding between them.
        byte[] piece = new byte[3 << 16];
        int n;
        while ((n = from.ReadAtLeast(piece, piece.Length, throwOnEndOfStream: false)) > 0)
            page.Write(Convert.ToBase64String(piece, 0, n));
    }

    // A page of one file carries clips up to a size, the smallest first; of others it shows the posters.
    private static (IReadOnlyList<Scene>, IReadOnlyDictionary<string, CutClip>) Inside(
        IReadOnlyList<Scene> scenes,
        IReadOnlyDictionary<string, CutClip> playing
    )
    {
        Dictionary<string, CutClip> inside = new(StringComparer.Ordinal);
        long all = 0;
        foreach ((string source, CutClip clip) in playing.OrderBy(p => p.Value.Bytes))
            if ((all += clip.Bytes) <= Limits.Clips.InsideBytes)
                inside[source] = clip;
        return inside.Count == playing.Count
            ? (scenes, playing)
            : ([.. scenes.Select(s => s.WithPlaying(p => inside.ContainsKey(p.Source) ? p : null))], inside);
    }

    // The page before its pictures, and after them.
    private (string Head, string Tail) Page(
        CopySource work,
        string faces,
        string script,
        string style,
        Func<string, string, byte[], string>? put
    )
    {
        Deck deck = work.Deck;
        JsonObject talk = web.Told(work);
        // In a page a script would end at "</script>", wherever it stands.
        string json = talk.ToJsonString().Replace("<", "\\u003c", StringComparison.Ordinal),
            code = script.Replace("</script", "<\\/script", StringComparison.OrdinalIgnoreCase),
            sheet = (faces + style).Replace("</style", "<\\/style", StringComparison.OrdinalIgnoreCase);
        string H(string text) => WebUtility.HtmlEncode(text);
        string licence = work.Licence is { } url ? $"<link rel=\"license\" href=\"{H(url)}\">\n" : "";
        string styles = put is null
                ? $"<style>\n{sheet}</style>"
                : $"<link rel=\"stylesheet\" href=\"{put("talk.css", "text/css", Encoding.UTF8.GetBytes(sheet))}\">",
            scripts = put is null
                ? $"<script>\n{code}</script>"
                : $"<script src=\"{put("talk.js", "text/javascript", Encoding.UTF8.GetBytes(script))}\"></script>";
        return (
            $"""
            <!doctype html>
            <html lang="{H(deck.Style.Language)}" prefix="{CreditFiles.Prefixes}">
            <head>
            <meta charset="utf-8">
            <meta http-equiv="Content-Security-Policy" content="{(put is null ? OnePage : Beside)}">
            <meta name="viewport" content="width=device-width, initial-scale=1">
            <meta name="author" content="{H(deck.Speaker)}">
            <title>{H(deck.Title)}</title>
            {licence}{styles}
            </head>
            <body>
            <div id="show"></div>
            <noscript>
            <p>This talk is shown by a script, which this browser does not run. Its credits are below.</p>
            </noscript>
            <section id="credits" aria-labelledby="credits-title">
            <h2 id="credits-title">Photographs in “{H(deck.Title)}”</h2>
            {CreditFiles.HtmlList(work.Credited)}{Texts(work)}</section>
            <script type="application/json" id="talk">{json}</script>
            <script type="application/json" id="pictures">
            """ + "{",
            "}"
                + $"""
                </script>
                {scripts}
                </body>
                </html>

                """
        );
    }

    // Nothing from outside, whatever stands in the talk. A page opened from a disk has no origin of its own, so its
    // files are named by their kind.
    private const string OnePage =
            "default-src 'none'; img-src data:; media-src data:; font-src data:; style-src 'unsafe-inline'; script-src 'unsafe-inline'; "
            + "base-uri 'none'; form-action 'none'",
        Beside =
            "default-src 'none'; img-src 'self' file: data:; media-src 'self' file:; font-src 'self' file:; style-src 'self' file: "
            + "'unsafe-inline'; script-src 'self' file:; base-uri 'none'; form-action 'none'";

    /// <inheritdoc/>
    /// <remarks>The page has its credits, and the texts of licences, below the talk.</remarks>
    public CreditsCarried Carries(CreditsCarried shown, CopyForm form) =>
        shown with
        {
            Beside = true,
            LicenceTexts = true,
        };

    private static string Texts(CopySource work) =>
        string.Concat(
            work.LicenceTexts.Select(t =>
                $"<details><summary>{WebUtility.HtmlEncode(t.Label)}</summary>"
                + $"<pre>{WebUtility.HtmlEncode(t.Text)}</pre></details>\n"
            )
        );

    // What a person should know of the clips that go along.
    private IEnumerable<string> PlayingIn(CopySource work)
    {
        IReadOnlyList<Playing> all = WebTalk.Clips(work);
        if (all.Count == 0)
            yield break;
        yield return clips.Cuts
            ? "Clips go along for the time that is shown, with their whole picture."
            : "Clips go along whole, also what of their time and sound is not shown.";
        long bytes = all.Sum(p => web.FileOf(p) is { } file ? new FileInfo(file).Length : 0);
        if (work.Asked.Form == CopyForm.Web && bytes > Limits.Clips.InsideBytes)
            yield return $"One file carries at most {Limits.Clips.InsideBytes >> 20} MB of clips, those that take "
                + "least first; of others it shows the posters. A folder carries all.";
    }

    /// <inheritdoc/>
    public IReadOnlyList<string> Differs(CopySource work)
    {
        string[] kept =
        [
            .. Core.Items.DeckFonts.Of(work.Deck).Where(f => !fonts.Terms(f.Family).Embeds).Select(f => f.Family),
        ];
        return
        [
            $"Photos go along as wide as a display of {WebTalk.Display} pixels shows them.",
            .. PlayingIn(work),
            .. kept.Length > 0
                ? new[]
                {
                    string.Join(", ", kept)
                        + " may not be carried in a file: a machine without it shows another typeface.",
                }
                : [],
        ];
    }
}
