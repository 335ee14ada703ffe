using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Motion;
using Jaali.Core.Scenes;
using Jaali.Imaging;

namespace Jaali.Server.Exports;

/// <summary>A picture of a talk for browsers.</summary>
/// <param name="Name">By which the talk's scenes ask for it.</param>
/// <param name="Share">Of the slide's width, at its largest on any slide.</param>
/// <param name="PhotoId">The photo.</param>
public readonly record struct WebPicture(string Name, double Share, string PhotoId);

/// <summary>What a talk for browsers is made of: what the player needs to know, its pictures and its typefaces. A page
/// to hand on carries all of it, the podium of another device asks for it.</summary>
public sealed class WebTalk(SceneCache scenes, Renditions renditions, FontLibrary fonts, IConfiguration configuration)
{
    /// <summary>Pictures are as wide as a display of this many pixels shows them; a page of originals would be too
    /// large to send.</summary>
    public const int Display = 1920;

    /// <summary>The text of a file of a player.</summary>
    /// <param name="player">Its folder beside the front end.</param>
    /// <param name="file">The file.</param>
    /// <exception cref="JobFailedException">It is not installed.</exception>
    public string Player(string player, string file)
    {
        string path = Path.Combine(
            Path.GetFullPath(configuration["web"] ?? Path.Combine(AppContext.BaseDirectory, "web")),
            player,
            file
        );
        return File.Exists(path)
            ? File.ReadAllText(path)
            : throw new JobFailedException("The player for copies is missing. Install the application again.");
    }

    /// <summary>What of it is shown: scenes with the parts of pictures that come into view, moves included.</summary>
    public CopySource Shown(CopySource work) =>
        work with
        {
            Scenes = ShownParts.Of(work.Scenes, renditions.SizeOf, moves: true),
        };

    /// <summary>Every picture of some scenes by the name it is asked for, at its largest on any slide.</summary>
    public static WebPicture[] Pictures(CopySource work) =>
        [
            .. work
                .Scenes.SelectMany(s =>
                    s.AllNodes().OfType<PhotoNode>().Select(p => (p.Source, p.PhotoId, Share: p.Image.Width / s.Width))
                )
                .GroupBy(p => p.Source, StringComparer.Ordinal)
                .Select(g => new WebPicture(g.Key, g.Max(p => p.Share), g.First().PhotoId)),
        ];

    /// <summary>What plays on some scenes, each once.</summary>
    public static IReadOnlyList<Playing> Clips(CopySource work) =>
        [.. work.Scenes.SelectMany(s => s.Photos()).Select(p => p.Plays).OfType<Playing>().DistinctBy(p => p.Source)];

    /// <summary>Where the bytes of a clip lie; null where they are missing.</summary>
    public string? FileOf(Playing clip) => renditions.Photos.FileOf(clip.Source);

    /// <summary>Writes the credits of photos into pictures of them, for all pictures of a talk.</summary>
    public Func<IReadOnlyList<string>, byte[], byte[]> Credits(CopySource work) =>
        OfficeCopies.Credits(work, renditions.Photos);

    /// <summary>A picture as it is given away: no wider than it is shown, with its credit and nothing else in the
    /// file.</summary>
    /// <param name="work">The talk.</param>
    /// <param name="picture">Which.</param>
    /// <param name="credits">Its <see cref="Credits"/>.</param>
    /// <returns>The bytes and their media type.</returns>
    /// <exception cref="JobFailedException">The photo's file is missing or damaged.</exception>
    public async Task<(byte[] Bytes, string Type)> PictureAsync(
        CopySource work,
        WebPicture picture,
        Func<IReadOnlyList<string>, byte[], byte[]> credits
    )
    {
        work.Cancel.ThrowIfCancellationRequested();
        byte[] bytes =
            await renditions.AtLeastAsync(picture.Name, Math.Ceiling(picture.Share * Display), work.Cancel)
            ?? throw new JobFailedException(
                "A photo's file is missing from the store or damaged. Take it again before handing the talk on."
            );
        return (credits([picture.PhotoId], bytes), "image/" + (PhotoFormats.Sniff(bytes) ?? "jpeg"));
    }

    /// <summary>The faces that are used, each with its letters; those that may not be carried are left to the
    /// machine.</summary>
    /// <param name="work">The talk.</param>
    /// <param name="put">Keeps a file, by name, media type and bytes, and says how the sheet of styles asks for
    /// it.</param>
    /// <returns>Rules for a sheet of styles.</returns>
    public string Faces(CopySource work, Func<string, string, byte[], string> put)
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
                    $"@font-face{{font-family:{FontEndpoints.CssText(face)};"
                        + $"src:url('{put($"fonts/{++number}.ttf", "font/ttf", bytes)}');font-display:block}}\n"
                );
        return css.ToString();
    }

    /// <summary>What the player needs to know: title, order, scenes, what moves, notes where they are asked for, and
    /// the sizes of photos.</summary>
    public JsonObject Told(CopySource work)
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
        ILookup<Guid, Scene> own = work.Scenes.ToLookup(s => s.SlideId);
        var scenesOf = new JsonObject();
        foreach (IGrouping<Guid, Scene> slide in own)
            scenesOf[slide.Key.ToString()] = JsonSerializer.SerializeToNode(slide.ToArray(), DeckJson.Options);
        var notes = new JsonObject();
        if (work.Asked.Notes)
            foreach (Slide s in deck.Slides.Where(s => s.Notes.Length > 0))
                notes[s.Id.ToString()] = s.Notes;
        return new JsonObject
        {
            ["title"] = deck.Title,
            ["order"] = new JsonArray([.. deck.Slides.Select(s => (JsonNode)s.Id.ToString())]),
            ["scenes"] = scenesOf,
            ["plays"] = JsonSerializer.SerializeToNode(
                deck.Slides.Select(s => SlidePlay.Of(deck, s, of => [.. own[of.Id]], scenes)).ToArray(),
                DeckJson.Options
            ),
            ["notes"] = notes,
            ["photos"] = shown,
        };
    }
}
