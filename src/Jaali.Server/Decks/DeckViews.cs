using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>A deck for the client: everything but its scenes.</summary>
public sealed record DeckView(
    Guid Id,
    int Revision,
    string Title,
    string Speaker,
    SlideShape Shape,
    SlideGrid Grid,
    HouseStyle House,
    ShownRoom Room,
    double SlotMinutes,
    DeclaredUse Use,
    IReadOnlyList<Point> Points,
    IReadOnlyList<SlideView> Slides,
    IReadOnlyDictionary<string, PhotoView> Photos,
    double PlannedSeconds,
    OpenCounts Open
);

/// <summary>What belongs to the deck as a whole.</summary>
/// <param name="Title">The talk's title.</param>
/// <param name="HasTitle">False while it has none and is called untitled.</param>
/// <param name="Speaker">Who gives it.</param>
/// <param name="Shape">The shape of its slides.</param>
/// <param name="Grid">The grid of slides that have none of their own.</param>
/// <param name="House">The look of the deck, every role complete.</param>
/// <param name="Room">The room that it is given in.</param>
/// <param name="SlotMinutes">The time given to it.</param>
/// <param name="Use">What it is for.</param>
/// <param name="PlannedSeconds">How long it is planned to take.</param>
/// <param name="Open">What is still open at each station.</param>
/// <param name="Complete">Whether every point has a slide, and there are an opening and credits.</param>
/// <param name="InOrder">Whether the slides of points stand in the order of the points.</param>
public sealed record DeckHeader(
    string Title,
    bool HasTitle,
    string Speaker,
    SlideShape Shape,
    SlideGrid Grid,
    HouseStyle House,
    ShownRoom Room,
    double SlotMinutes,
    DeclaredUse Use,
    double PlannedSeconds,
    OpenCounts Open,
    bool Complete,
    bool InOrder
);

/// <summary>A room, and what it does to what is shown.</summary>
/// <param name="Light">The light.</param>
/// <param name="BackRow">To the last row, in metres.</param>
/// <param name="ScreenHeight">In metres.</param>
/// <param name="Slope">Times linear light.</param>
/// <param name="Haze">Added to it.</param>
public sealed record ShownRoom(RoomLight Light, double BackRow, double ScreenHeight, double Slope, double Haze)
{
    /// <summary>A room.</summary>
    public static ShownRoom Of(Room room) =>
        new(room.Light, room.BackRow, room.ScreenHeight, room.Seen(1) - room.Seen(0), room.Seen(0));
}

/// <summary>What is still open at each station.</summary>
/// <param name="Plan">1 while there is nothing planned.</param>
/// <param name="Gather">Points without a photo.</param>
/// <param name="Compose">Slides of points without a photo.</param>
/// <param name="Clear">Photos shown that are not clear.</param>
public sealed record OpenCounts(int Plan, int Gather, int Compose, int Clear);

/// <summary>A slide for the client.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="PointId">The point it shows.</param>
/// <param name="Label">What it is called in the run.</param>
/// <param name="Items">What lies on it, from bottom to top.</param>
/// <param name="Notes">What the speaker reads.</param>
/// <param name="NoteWords">How many words that is.</param>
/// <param name="NoteSeconds">How long they take to say.</param>
/// <param name="Seconds">Planned time.</param>
/// <param name="Standing">How its photos stand: as the worst of them.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="OwnGrid">A grid of its own; null for the deck's.</param>
/// <param name="Arrangement">The arrangement that its photos follow; null for none.</param>
/// <param name="Transition">How it comes in.</param>
/// <param name="Cues">What moves on it, in the order of the presses.</param>
public sealed record SlideView(
    Guid Id,
    SlideKind Kind,
    Guid? PointId,
    string Label,
    IReadOnlyList<ItemView> Items,
    string Notes,
    int NoteWords,
    double NoteSeconds,
    double Seconds,
    Standing Standing,
    string Why,
    SlideGrid? OwnGrid,
    ArrangementForm? Arrangement,
    Transition Transition,
    IReadOnlyList<Cue> Cues
);

/// <summary>An item for the client.</summary>
/// <param name="Item">The item.</param>
/// <param name="Says">What it is, or says, in words.</param>
/// <param name="Done">What was done to what it shows, in a sentence; empty for none.</param>
/// <param name="Photos">The photos that it shows.</param>
/// <param name="Standing">How its photos stand: as the worst of them.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="Parts">What its parts are called, of which one can be brought out.</param>
public sealed record ItemView(
    Item Item,
    string Says,
    string Done,
    IReadOnlyList<string> Photos,
    Standing Standing,
    string Why,
    IReadOnlyList<string> Parts
);

/// <summary>Makes views of decks; a slide's view stays the same object for as long as what it is made of stays the
/// same.</summary>
public sealed class DeckViews(PhotoStore photos, PhotoViews photoViews, LedgerCache ledger)
{
    private readonly System.Runtime.CompilerServices.ConditionalWeakTable<Slide, Made> _made = [];

    /// <summary>A deck's view.</summary>
    public DeckView Of(StoredDeck stored)
    {
        Deck deck = stored.Deck;
        DeckHeader header = HeaderOf(deck);
        return new DeckView(
            deck.Id,
            stored.Revision,
            deck.Title,
            deck.Speaker,
            deck.Shape,
            deck.Grid,
            deck.House.Whole,
            ShownRoom.Of(deck.Room),
            deck.SlotMinutes,
            deck.Use,
            deck.Points,
            [.. deck.Slides.Select(s => Of(deck, s))],
            PhotosOf(deck).ToDictionary(p => p.Id),
            header.PlannedSeconds,
            header.Open
        );
    }

    /// <summary>What belongs to the deck as a whole.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="before">The deck that it was made of; what does not differ is taken from its header.</param>
    /// <param name="change">In what they may differ.</param>
    public DeckHeader HeaderOf(Deck deck, Deck? before = null, DeckDifference? change = null)
    {
        long records = photos.RecordsVersion;
        if (_headers.TryGetValue(deck, out MadeHeader? made) && made.Records == records)
            return made.Header;
        DeckHeader header =
            before is not null
            && change is { SameCounts: true }
            && _headers.TryGetValue(before, out MadeHeader? old)
            && old.Records == records
                ? old.Header with
                {
                    Title = deck.Title,
                    HasTitle = deck.Title != Deck.NoTitle,
                    Speaker = deck.Speaker,
                    Grid = deck.Grid,
                    SlotMinutes = deck.SlotMinutes,
                    PlannedSeconds = Pace.Planned(deck),
                    Open = change.SamePhotos ? old.Header.Open : old.Header.Open with { Clear = NotClear(deck) },
                }
                : Counted(deck);
        _headers.AddOrUpdate(deck, new(records, header));
        return header;
    }

    private readonly System.Runtime.CompilerServices.ConditionalWeakTable<Deck, MadeHeader> _headers = [];

    private sealed record MadeHeader(long Records, DeckHeader Header);

    private int NotClear(Deck deck) => ledger.Standings(deck).Count(s => s != Standing.Clear);

    private DeckHeader Counted(Deck deck)
    {
        HashSet<Guid> shown = [.. deck.Slides.Where(s => ItemKinds.Shows(s)).Select(s => s.PointId).OfType<Guid>()];
        HashSet<Guid> made = [.. deck.Slides.Select(s => s.PointId).OfType<Guid>()];
        var open = new OpenCounts(
            deck.Points.Count == 0 ? 1 : 0,
            deck.Points.Count(p => p.Shortlist.Count == 0 && !shown.Contains(p.Id)),
            deck.Slides.Count(s => s.Kind == SlideKind.Point && !ItemKinds.Shows(s)),
            NotClear(deck)
        );
        return new DeckHeader(
            deck.Title,
            deck.Title != Deck.NoTitle,
            deck.Speaker,
            deck.Shape,
            deck.Grid,
            deck.House.Whole,
            ShownRoom.Of(deck.Room),
            deck.SlotMinutes,
            deck.Use,
            Pace.Planned(deck),
            open,
            deck.Points.All(p => made.Contains(p.Id))
                && deck.Slides.Exists(s => s.Kind == SlideKind.Title)
                && deck.Slides.Exists(s => s.Kind == SlideKind.Credits),
            OrderSlides.Follows(deck)
        );
    }

    /// <summary>The photos that a deck keeps or shows, by their SHA-256.</summary>
    public static IEnumerable<string> PhotoIdsOf(Deck deck) =>
        deck
            .AllPoints.SelectMany(p => p.Shortlist)
            .Concat(ItemKinds.Photos(deck).Select(p => p.Use.PhotoId))
            .Distinct();

    /// <summary>The photos that a deck keeps or shows.</summary>
    public IEnumerable<PhotoView> PhotosOf(Deck deck) => PhotosOf(PhotoIdsOf(deck));

    /// <summary>Photos by their SHA-256.</summary>
    public IEnumerable<PhotoView> PhotosOf(IEnumerable<string> ids) =>
        ids.Select(photos.Facts).OfType<PhotoFacts>().Select(photoViews.Of);

    // What a slide is called by: its title, else its largest words, else whatever lies on top.
    private static string LabelOf(Slide slide, string[] says)
    {
        int first = slide
            .Items.Select((item, at) => (Words: item as Words, at))
            .Where(i => i.Words is { Role: not WordsRole.Credit } && says[i.at].Length > 0)
            .LoudestFirst(i => i.Words!.Role)
            .Select(i => i.at)
            .FirstOrDefault(-1);
        return first >= 0 ? says[first].ReplaceLineEndings(" ")
            : says.LastOrDefault() is { Length: > 0 } top ? top
            : "No words";
    }

    private static bool HasOwnHeading(Slide slide) =>
        slide.Items.Exists(i =>
            i is Words { Role: WordsRole.Heading or WordsRole.Opening, Source: WordsSource.Typed, Text.Length: > 0 }
        );

    /// <summary>A slide's view.</summary>
    public SlideView Of(Deck deck, Slide slide)
    {
        CreditsCarried carried = Ledger.Shown(deck);
        Clearance[] each = [.. slide.Items.Select(i => Worst(deck, carried, ItemKinds.Of(i).Photos(i)))];
        Clearance standing = each.DefaultIfEmpty(Clear).MaxBy(c => c.Standing)!;
        var place = new ItemPlace(deck, slide, new Known(photos));
        string[] says = [.. slide.Items.Select(i => ItemKinds.Of(i).Describe(i, place))];
        string label = slide.Kind switch
        {
            SlideKind.Title => deck.Title,
            SlideKind.Credits => "Photographs",
            // A heading that was written for the slide counts for more than the wording of its point.
            _ => slide.PointId is { } p && deck.Point(p) is { } point && !HasOwnHeading(slide)
                ? point.Wording
                : LabelOf(slide, says),
        };
        Transition coming = deck.TransitionOf(slide);
        string key = string.Join(
            '\n',
            says.Concat(each.Select(c => c.Why))
                .Prepend(standing.Why)
                .Prepend(standing.Standing.ToString())
                .Prepend(label)
                .Prepend(coming.ToString())
                .Prepend(deck.WordsPerMinute.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        if (_made.TryGetValue(slide, out Made? made) && made.Key == key)
            return made.View;
        var view = new SlideView(
            slide.Id,
            slide.Kind,
            slide.PointId,
            label,
            [
                .. slide.Items.Select(
                    (item, n) =>
                        new ItemView(
                            item,
                            says[n],
                            ItemKinds.Of(item).Done(item),
                            [.. ItemKinds.Of(item).Photos(item).Select(u => u.PhotoId)],
                            each[n].Standing,
                            each[n].Why,
                            ItemKinds.Of(item).PartNames(item)
                        )
                ),
            ],
            slide.Notes,
            Pace.Words(slide.Notes),
            Pace.Spoken(slide.Notes, deck.WordsPerMinute),
            slide.Seconds,
            standing.Standing,
            standing.Why,
            slide.OwnGrid,
            slide.Arrangement,
            coming,
            slide.Cues
        );
        _made.AddOrUpdate(slide, new Made(key, view));
        return view;
    }

    private static readonly Clearance Clear = new(Standing.Clear, "");

    private Clearance Worst(Deck deck, CreditsCarried carried, IEnumerable<PhotoUse> uses) =>
        uses.Select(u => (Use: u, Photo: photos.Facts(u.PhotoId)))
            .Where(u => u.Photo is not null)
            .Select(u => ledger.JudgedIn(deck, u.Photo!, u.Use.Changes, [u.Use.Merged], carried).Clearance)
            .DefaultIfEmpty(Clear)
            .MaxBy(c => c.Standing)!;

    private sealed record Made(string Key, SlideView View);

    private sealed class Known(PhotoStore photos) : IPhotoFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);
    }
}
