using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Pacing;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Sourcing;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>A deck for the client: everything but its scenes.</summary>
public sealed record DeckView(
    Guid Id, int Revision, string Title, string Speaker, SlideShape Shape, double SlotMinutes, DeclaredUse Use, IReadOnlyList<Point> Points, IReadOnlyList<SlideView> Slides,
    IReadOnlyDictionary<string, PhotoView> Photos, double PlannedSeconds, OpenCounts Open);

/// <summary>What is still open at each station.</summary>
/// <param name="Plan">1 while there is nothing planned.</param>
/// <param name="Gather">Points without a photo.</param>
/// <param name="Compose">Slides of points without a ground.</param>
/// <param name="Clear">Photos shown that are not clear.</param>
public sealed record OpenCounts(int Plan, int Gather, int Compose, int Clear);

/// <summary>A slide for the client.</summary>
public sealed record SlideView(Guid Id, SlideKind Kind, Guid? PointId, string Label, Frame? Ground, IReadOnlyList<WordsView> Words, string Notes, double Seconds, Standing Standing, string Why);

/// <summary>Words for the client: with what they say here.</summary>
public sealed record WordsView(Guid Id, WordsRole Role, WordsSource Source, Spot Spot, string Says);

/// <summary>A taken photo for the client.</summary>
public sealed record PhotoView(
    string Id, int Width, int Height, string Title, string Maker, string? MakerUrl, string? SourceUrl, string Collection, string Licence, string LicenceName, string? LicenceUrl, string InWords, string? Permission, bool MayPlace,
    bool OwnWork, bool MachineMade, bool Unclear, IReadOnlyList<Conflict> Conflicts, string SourceNowSays, string LicenceAsFound);

/// <summary>A row of the credits list.</summary>
public sealed record LedgerRow(string PhotoId, IReadOnlyList<CreditSpan> Credit, IReadOnlyList<CreditSpan> Short, IReadOnlyList<int> Slides, Standing Standing, string Why, string Changes);

/// <summary>The credits list of a deck.</summary>
public sealed record LedgerView(string Sentence, IReadOnlyList<LedgerRow> Rows);

/// <summary>An edit sent by the client: the command and the revision it was made on.</summary>
public sealed record EditRequest(int Revision, DeckCommand Command);

/// <summary>The deck after an edit, with the scenes of its slides that the client cannot have.</summary>
public sealed record EditView(DeckView Deck, IReadOnlyList<Scene> Scenes, IReadOnlyList<Guid> SceneSlides);

/// <summary>Makes views.</summary>
public sealed class Views(PhotoStore photos)
{
    /// <summary>A deck's view.</summary>
    public DeckView Of(StoredDeck stored)
    {
        Deck deck = stored.Deck;
        string[] ids = [.. deck.Points.SelectMany(p => p.Kept).Concat(deck.Slides.Where(s => s.Ground is not null).Select(s => s.Ground!.PhotoId)).Distinct()];
        Dictionary<string, PhotoView> known = [];
        foreach (string id in ids) if (photos.Facts(id) is { } facts) known[id] = Of(facts);
        SlideView[] slides = [.. deck.Slides.Select(s => Of(deck, s))];
        IReadOnlyList<CreditEntry> entries = CreditsPages.Entries(deck, photos.Facts);
        var open = new OpenCounts(
            deck.Points.Count == 0 ? 1 : 0,
            deck.Points.Count(p => p.Kept.Count == 0 && !deck.Slides.Any(s => s.PointId == p.Id && s.Ground is not null)),
            deck.Slides.Count(s => s.Kind == SlideKind.Point && s.Ground is null),
            entries.Count(e => e.Clearance.Standing != Standing.Clear));
        return new DeckView(deck.Id, stored.Revision, deck.Title, deck.Speaker, deck.Shape, deck.SlotMinutes, deck.Use, deck.Points, slides, known, Pace.Planned(deck), open);
    }

    /// <summary>The credits list.</summary>
    public LedgerView Ledger(Deck deck)
    {
        IReadOnlyList<CreditEntry> entries = CreditsPages.Entries(deck, photos.Facts);
        return new LedgerView(Sentence(entries), [.. entries.Select(e => new LedgerRow(
            e.Photo.Id, e.Credit.Spans, Credit.Short(e.Photo.Rights, e.Changes).Spans, e.Slides, e.Clearance.Standing, e.Clearance.Why, e.Changes.Note))]);
    }

    private static string Sentence(IReadOnlyList<CreditEntry> entries)
    {
        if (entries.Count == 0) return "No photo is on a slide yet.";
        int clear = entries.Count(e => e.Clearance.Standing == Standing.Clear), settle = entries.Count(e => e.Clearance.Standing == Standing.ToSettle), blocked = entries.Count - clear - settle;
        string head = entries.Count == 1 ? "1 photo" : $"{entries.Count} photos";
        if (clear == entries.Count) return $"{head}: all clear";
        return $"{head}: {clear} clear{(settle > 0 ? $", {settle} to settle" : "")}{(blocked > 0 ? $", {blocked} blocked" : "")}";
    }

    private SlideView Of(Deck deck, Slide s)
    {
        PhotoFacts? photo = s.Ground is { } g ? photos.Facts(g.PhotoId) : null;
        Clearance standing = photo is null ? new(Standing.Clear, "") : Clearance.Of(photo.Rights, Changes.Of(s.Ground!), deck.Use);
        string label = s.Kind switch
        {
            SlideKind.Title => deck.Title,
            SlideKind.Credits => "Photographs",
            _ => s.PointId is { } p && deck.Point(p) is { } point ? point.Wording : s.Words.Count > 0 ? s.Words[0].Say(deck, s) : "No words",
        };
        return new SlideView(s.Id, s.Kind, s.PointId, label, s.Ground, [.. s.Words.Select(w => new WordsView(w.Id, w.Role, w.Source, w.Spot, w.Say(deck, s)))], s.Notes, s.Seconds, standing.Standing, standing.Why);
    }

    private static PhotoView Of(PhotoFacts f)
    {
        RightsRecord r = f.Rights;
        return new PhotoView(f.Id, f.Width, f.Height, r.Title, r.Maker, r.MakerUrl, r.SourceUrl, r.Collection, r.Licence?.Label ?? "licence not found", r.Licence?.Name ?? "", r.Licence?.Url, InWords(r), r.Permission?.From, PlacementRule.WhyNot(r) is null,
            r.OwnWork, r.MachineMade, r is { Permission: null, OwnWork: false, Licence: null }, r.Conflicts ?? [], r.SourceNowSays, r.LicenceAsFound);
    }

    /// <summary>What a record asks, in a few plain words.</summary>
    public static string InWords(RightsRecord r) =>
        r.Permission is not null ? "by permission" : r.OwnWork ? "own photo" : r.Sponsored ? "for sale" : r.Licence?.InWords ?? "licence not found";
}
