using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Motion;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Imaging;

namespace Jaali.Server.Exports;

/// <summary>A talk for browsers: one page that needs nothing else, or the same as a folder. The player is the show's
/// own;
/// pictures, typefaces and credits go along.</summary>
public sealed class WebCopies(SceneCache scenes, Renditions renditions, FontLibrary fonts, IConfiguration configuration)
    : ICopyMaker
{
    // Pictures are as wide as a display of this many pixels shows them; a page of originals would be too large to send.
    private const int Display = 1920;

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
        string player = Path.Combine(
            Path.GetFullPath(configuration["web"] ?? Path.Combine(AppContext.BaseDirectory, "web")),
            "copy"
        );
        if (!File.Exists(Path.Combine(player, "copy.js")))
            throw new JobFailedException("The player for copies is missing. Install the application again.");
        string script = File.ReadAllText(Path.Combine(player, "copy.js")),
            style = File.ReadAllText(Path.Combine(player, "copy.css"));
        bool folder = work.Asked.Form == CopyForm.WebFolder;
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
        (string Name, double Share, IReadOnlyList<string> Ids)[] wanted = Pictures(work);
        Func<IReadOnlyList<string>, byte[], byte[]> credited = OfficeCopies.Credits(work, renditions.Photos);
        byte[] Picture(int i, out string type)
        {
            work.Cancel.ThrowIfCancellationRequested();
            (string name, double share, IReadOnlyList<string> ids) = wanted[i];
            byte[] bytes =
                renditions.AtLeastAsync(name, Math.Ceiling(share * Display), work.Cancel).GetAwaiter().GetResult()
                ?? throw new JobFailedException(
                    "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
                );
            type = "image/" + (PhotoFormats.Sniff(bytes) ?? "jpeg");
            work.Report((i + 1.0) / (wanted.Length + 1));
            return credited(ids, bytes);
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
        (string head, string tail) = Page(work, Faces(work, Put), script, style, zip is null ? null : Put);
        using Stream? entry = zip?.CreateEntry("index.html", CompressionLevel.Optimal).Open();
        using var page = new StreamWriter(entry ?? to, new UTF8Encoding(false), leaveOpen: true);
        page.Write(head);
        // One picture at a time: all of them as one text would take several times their size.
        for (int i = 0; i < wanted.Length; i++)
        {
            string address = beside[i] ?? $"data:{Data(i)}";
            page.Write($"{(i > 0 ? "," : "")}{JsonSerializer.Serialize(wanted[i].Name)}:\"{address}\"\n");
        }
        page.Write(tail);

        string Data(int i)
        {
            byte[] bytes = Picture(i, out string type);
            return $"{type};base64,{Convert.ToBase64String(bytes)}";
        }
    }

    // Every picture by the name it is asked for, at its largest on any slide.
    private static (string Name, double Share, IReadOnlyList<string> Ids)[] Pictures(CopySource work) =>
        [
            .. work
                .Scenes.SelectMany(s =>
                    s.AllNodes().OfType<PhotoNode>().Select(p => (p.Source, p.PhotoId, Share: p.Image.Width / s.Width))
                )
                .GroupBy(p => p.Source, StringComparer.Ordinal)
                .Select(g => (g.Key, g.Max(p => p.Share), (IReadOnlyList<string>)[g.First().PhotoId])),
        ];

    // The faces that are used, each with its letters; those that may not be carried are left to the machine.
    private string Faces(CopySource work, Func<string, string, byte[], string> put)
    {
        var css = new StringBuilder();
        int number = 0;
        foreach (
            string face in work
                .Scenes.SelectMany(s => s.AllNodes().OfType<TextNode>())
                .Select(t => t.Face)
                .Distinct(StringComparer.Ordinal)
        )
            if (fonts.MayEmbed(face) && fonts.Bytes(face) is { } bytes)
                css.Append(
                    $"@font-face{{font-family:'{face.Replace("'", "\\'", StringComparison.Ordinal)}';"
                        + $"src:url('{put($"fonts/{++number}.ttf", "font/ttf", bytes)}');font-display:block}}\n"
                );
        return css.ToString();
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
        var shown = new JsonObject();
        foreach (string id in work.Scenes.SelectMany(s => s.Photos()).Select(p => p.PhotoId).Distinct())
            // What a painter needs and no more: records are for the credits. A tiny preview would show what is hidden.
            if (renditions.Photos.Facts(id) is { } photo)
                shown[id] = new JsonObject
                {
                    ["id"] = id,
                    ["width"] = photo.Width,
                    ["height"] = photo.Height,
                    ["widths"] = new JsonArray(photo.Width),
                    ["preview"] = "",
                };
        var scenesOf = new JsonObject();
        foreach (var own in work.Scenes.GroupBy(s => s.SlideId))
            scenesOf[own.Key.ToString()] = JsonSerializer.SerializeToNode(own.ToArray(), DeckJson.Options);
        var notes = new JsonObject();
        if (work.Asked.Notes)
            foreach (Slide s in deck.Slides.Where(s => s.Notes.Length > 0))
                notes[s.Id.ToString()] = s.Notes;
        var talk = new JsonObject
        {
            ["title"] = deck.Title,
            ["order"] = new JsonArray([.. deck.Slides.Select(s => (JsonNode)s.Id.ToString())]),
            ["scenes"] = scenesOf,
            ["plays"] = JsonSerializer.SerializeToNode(
                deck.Slides.Select(s => SlidePlay.Of(deck, s, of => scenes.Of(deck, of), scenes)).ToArray(),
                DeckJson.Options
            ),
            ["notes"] = notes,
            ["photos"] = shown,
        };
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

    /// <inheritdoc/>
    public IReadOnlyList<string> Differs(CopySource work)
    {
        string[] kept =
        [
            .. Core.Items.DeckFonts.Of(work.Deck).Where(f => !fonts.Terms(f.Family).Embeds).Select(f => f.Family),
        ];
        return
        [
            $"Photos go along as wide as a display of {Display} pixels shows them.",
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
