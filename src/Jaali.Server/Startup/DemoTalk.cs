using System.Collections.Concurrent;
using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Rights;
using Jaali.Sources;
using Jaali.Store;
using Path = System.IO.Path;

namespace Jaali.Server.Startup;

/// <summary>A talk as the demo describes it.</summary>
public sealed record DemoScript(string Title, string Speaker, double SlotMinutes, DeclaredUse Use, DemoPoint[] Points)
{
    /// <summary>The title slide's photo: search words, then the title to take.</summary>
    public string[]? Opening { get; init; }

    /// <summary>Slides of words between those of the points.</summary>
    public DemoWords[] Words { get; init; } = [];
}

/// <summary>A slide of words of the demo.</summary>
/// <param name="After">Wording of the point behind whose slide it comes.</param>
/// <param name="Layout">What it is laid out as.</param>
/// <param name="Says">What it says.</param>
/// <param name="Seconds">Planned time.</param>
/// <param name="Notes">What the speaker reads.</param>
public sealed record DemoWords(string After, SlideLayout Layout, string Says, double Seconds, string Notes = "");

/// <summary>A point of the demo: what is searched, and the titles that are kept, the first of them placed.</summary>
/// <param name="Wording">What is said.</param>
/// <param name="Seconds">Planned time.</param>
/// <param name="Search">What is searched.</param>
/// <param name="Keep">Titles to keep.</param>
/// <param name="Facts">What stands behind it.</param>
/// <param name="Notes">What the speaker reads.</param>
/// <param name="File">A file brought in and kept first, beside the script; null for none.</param>
/// <param name="Mask">The shape the placed photo is cut to.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Portion">Which part of it is shown by a mask that shows a part.</param>
/// <param name="Covers">What hides part of it.</param>
/// <param name="Share">How the photos on its slide share it with words; null as the house has it.</param>
/// <param name="Shown">How many of the kept photos are on its slide.</param>
/// <param name="Line">What stands under its heading.</param>
/// <param name="Crop">What a hand left of the placed photo.</param>
public sealed record DemoPoint(
    string Wording,
    double Seconds,
    string Search,
    string[] Keep,
    Fact[] Facts,
    string Notes,
    string? File = null,
    FrameMask Mask = FrameMask.None,
    FrameTone Tone = FrameTone.Natural,
    double? Portion = null,
    Cover[]? Covers = null,
    PhotoSharing? Share = null,
    int Shown = 1,
    string? Line = null,
    CropWindow? Crop = null
);

/// <summary>Builds the demo decks the way a user would: points, search, keep, make the slides.</summary>
public sealed class DemoTalk(
    DeckStore store,
    DeckEditing desk,
    CollectionRegistry shelf,
    PhotoImporter taking,
    ILogger<DemoTalk> log
)
{
    /// <summary>Builds what the script describes where the store is still empty.</summary>
    public async Task BuildAsync(string path, CancellationToken cancel)
    {
        if ((await store.ListAsync(cancel)).Count > 0)
            return;
        DemoScript[] scripts = JsonSerializer.Deserialize<DemoScript[]>(
            await File.ReadAllTextAsync(path, cancel),
            DeckJson.Options
        )!;
        string folder = Path.GetDirectoryName(Path.GetFullPath(path))!;
        foreach (DemoScript script in scripts)
            await BuildAsync(script, folder, cancel);
    }

    private async Task BuildAsync(DemoScript script, string folder, CancellationToken cancel)
    {
        Deck deck = Deck.New(Guid.CreateVersion7(), script.Title);
        await store.CreateAsync(deck, cancel);
        deck = await DoAsync(deck, new SetSpeaker(script.Speaker), cancel);
        deck = await DoAsync(deck, new SetTimeSlot(script.SlotMinutes), cancel);
        deck = await DoAsync(deck, new SetDeclaredUse(script.Use), cancel);
        deck = await DoAsync(deck, new AddPoints(string.Join('\n', script.Points.Select(p => p.Wording))), cancel);
        ConcurrentDictionary<(string Words, string Title), string?> taken = await TakeAllAsync(deck, script, cancel);
        foreach ((Point point, DemoPoint said) in deck.Points.Zip(script.Points))
        {
            deck = await DoAsync(
                deck,
                new EditPoint(
                    point.Id,
                    Seconds: said.Seconds,
                    SearchWords: [.. said.Search.Split(' ')],
                    Facts: [.. said.Facts]
                ),
                cancel
            );
            if (said.File is { } file)
                deck = await DoAsync(
                    deck,
                    new AddToShortlist(
                        point.Id,
                        (await taking.TakeFileAsync(Path.Combine(folder, file), Path.GetFileName(file), cancel)).Id
                    ),
                    cancel
                );
            foreach (string title in said.Keep)
                if (taken[(said.Search, title)] is { } photo)
                    deck = await DoAsync(deck, new AddToShortlist(point.Id, photo), cancel);
        }
        if (script.Points.All(p => p.Keep.Length == 0))
            return;
        deck = await DoAsync(deck, new MakeSlides(), cancel);
        if (script.Opening is [var words, var opening] && taken[(words, opening)] is { } first)
            deck = await DoAsync(deck, new PlaceGround(deck.Slides[0].Id, first), cancel);
        foreach (DemoWords said in script.Words)
            deck = await WordsAsync(deck, said, cancel);
        foreach ((Point point, DemoPoint said) in deck.Points.Zip(script.Points))
        {
            if (deck.Slides.Find(s => s.PointId == point.Id) is not { } slide)
                continue;
            if (said.Notes.Length > 0)
                deck = await DoAsync(deck, new SetNotes(slide.Id, said.Notes), cancel);
            if (said.Line is { } line && slide.Items.OfType<Words>().FirstOrDefault() is { } heading)
                deck = await DoAsync(
                    deck,
                    new AddItem(
                        slide.Id,
                        new WordsEdit(line, Role: WordsRole.Subtitle, Of: heading.Id, Typographic: true)
                    ),
                    cancel
                );
            deck = await SharedAsync(deck, slide.Id, (point.Id, said.Shown), said.Share, cancel);
            if (
                deck.Slide(slide.Id)!.Items.OfType<Frame>().FirstOrDefault() is { } frame
                && (
                    said.Mask != FrameMask.None
                    || said.Tone != FrameTone.Natural
                    || said.Covers is not null
                    || said.Crop is not null
                )
            )
                deck = await DoAsync(
                    deck,
                    new EditItem(
                        slide.Id,
                        frame.Id,
                        new FrameEdit(
                            Crop: said.Crop,
                            Mask: said.Mask,
                            Tone: said.Tone,
                            Portion: said.Portion,
                            Covers: said.Covers is { } covers ? [.. covers] : null
                        )
                    ),
                    cancel
                );
        }
    }

    // A slide of words as a hand makes it: the words are written, then laid out by what they say.
    private async Task<Deck> WordsAsync(Deck deck, DemoWords said, CancellationToken cancel)
    {
        Guid? behind = deck.Points.Find(p => p.Wording == said.After) is { } point
            ? deck.Slides.FindLast(s => s.PointId == point.Id)?.Id
            : null;
        HashSet<Guid> before = [.. deck.Slides.Select(s => s.Id)];
        deck = await DoAsync(deck, new AddSlide(behind), cancel);
        Guid made = deck.Slides.First(s => !before.Contains(s.Id)).Id;
        deck = await DoAsync(deck, new AddItem(made, new WordsEdit(said.Says, Typographic: true)), cancel);
        deck = await DoAsync(deck, new ApplyLayout(made, said.Layout), cancel);
        deck = await DoAsync(deck, new SetSeconds(made, said.Seconds), cancel);
        return said.Notes.Length > 0 ? await DoAsync(deck, new SetNotes(made, said.Notes), cancel) : deck;
    }

    // The photos of a point that are not on its slide yet come to it; the house lays them out, or as it is said.
    private async Task<Deck> SharedAsync(
        Deck deck,
        Guid slideId,
        (Guid Id, int Shown) point,
        PhotoSharing? share,
        CancellationToken cancel
    )
    {
        Slide slide = deck.Slide(slideId)!;
        string[] more = [.. deck.Point(point.Id)!.Shortlist.Take(point.Shown).Where(k => !ItemKinds.Shows(slide, k))];
        if (more.Length > 0)
            deck = await DoAsync(deck, new AddPhotos(slideId, [.. more]), cancel);
        return share is { } way ? await DoAsync(deck, new ApplyLayout(slideId, Sharing: way), cancel) : deck;
    }

    // All photos of a talk, a few at once.
    private async Task<ConcurrentDictionary<(string Words, string Title), string?>> TakeAllAsync(
        Deck deck,
        DemoScript script,
        CancellationToken cancel
    )
    {
        List<(string Words, string Title)> wanted =
        [
            .. script.Points.SelectMany(p => p.Keep.Select(k => (p.Search, k))),
        ];
        if (script.Opening is [var words, var title])
            wanted.Add((words, title));
        var taken = new ConcurrentDictionary<(string Words, string Title), string?>();
        await Parallel.ForEachAsync(
            wanted.Distinct(),
            new ParallelOptions { MaxDegreeOfParallelism = 4, CancellationToken = cancel },
            async (w, stop) => taken[w] = await TakeAsync(deck, w.Words, w.Title, stop)
        );
        return taken;
    }

    private async Task<string?> TakeAsync(Deck deck, string words, string title, CancellationToken cancel)
    {
        foreach ((_, IPhotoCollection collection) in await shelf.ListAsync(cancel))
        {
            try
            {
                SearchPage found = await collection.SearchAsync(words, 1, cancel);
                if (found.Candidates.FirstOrDefault(c => c.Rights.Title == title) is { } candidate)
                    return await taking.FetchAsync(candidate, deck.Shape.Bounds(), _ => { }, cancel);
            }
            catch (Exception e) when (e is SourceException or JobFailedException)
            {
                log.LogWarning("The demo photo {Title} was not taken: {Reason}", title, e.Message);
            }
        }
        log.LogWarning("The demo photo {Title} was not found with {Words}", title, words);
        return null;
    }

    private async Task<Deck> DoAsync(Deck deck, DeckCommand command, CancellationToken cancel) =>
        await desk.ApplyAsync(deck.Id, null, command, cancel: cancel) switch
        {
            EditSaved c => c.Now.Deck,
            EditRefused r => throw new InvalidOperationException($"The demo script is wrong: {r.Reason.Sentence}"),
            _ => throw new InvalidOperationException("The demo deck is gone."),
        };
}
