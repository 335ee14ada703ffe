using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>A talk: its points, its slides and what it will be used for. A value; every change makes a new
/// one.</summary>
/// <param name="Id">Identity, never reused.</param>
/// <param name="Title">The talk's title, which is also the deck's name.</param>
/// <param name="Speaker">Who gives the talk; empty until someone says.</param>
/// <param name="Shape">The shape of every slide.</param>
/// <param name="SlotMinutes">The time given to the talk.</param>
/// <param name="Use">What the talk is for; licences are judged by it.</param>
/// <param name="Points">What is to be said, in order.</param>
/// <param name="Slides">What is to be shown, in order.</param>
/// <param name="Style">How credits are set, and what a person decided about rights.</param>
public sealed record Deck(
    Guid Id,
    string Title,
    string Speaker,
    SlideShape Shape,
    double SlotMinutes,
    DeclaredUse Use,
    ImmutableList<Point> Points,
    ImmutableList<Slide> Slides,
    CreditStyle Style
)
{
    /// <summary>The name of a deck before it has a title.</summary>
    public const string NoTitle = "Untitled talk";

    /// <summary>An empty deck: wide slides, a slot of 20 minutes, a free public talk whose file is handed on.</summary>
    public static Deck New(Guid id, string? title = null) =>
        new(
            id,
            string.IsNullOrWhiteSpace(title) ? NoTitle : title.Trim(),
            "",
            SlideShape.Wide,
            20,
            DeclaredUse.PublicTalk,
            [],
            [],
            CreditStyle.Usual
        );

    /// <summary>What is to be shown, in order; a ground is as large as its slide, and an opening slide belongs to the
    /// opening.</summary>
    public ImmutableList<Slide> Slides
    {
        get => _slides;
        init => _slides = Settled(value, Shape, Id);
    }

    private readonly ImmutableList<Slide> _slides = Settled(Slides, Shape, Id);

    // Slides of which each one is settled already.
    private ImmutableList<Slide> SettledSlides
    {
        init => _slides = value;
    }

    /// <summary>How long an opening is planned to take, in seconds. Common practice, no source.</summary>
    public const double OpeningSeconds = 30;

    /// <summary>
    /// The opening, as a point like the others: photos are looked for and kept for it. Its identity is that of the
    /// deck, its wording the title, its time that of its slide; it is not among <see cref="Points"/>.
    /// </summary>
    [JsonIgnore]
    public Point Opening =>
        (OwnOpening ?? new Point(Id, Title, [], OpeningSeconds, WordsOf(Title), [])) with
        {
            Id = Id,
            Wording = Title,
            Seconds = Slides.Find(s => s.Kind == SlideKind.Title)?.Seconds ?? OpeningSeconds,
        };

    /// <summary>What was chosen for the opening: search words, facts, photos; null where nothing was, and its search
    /// words follow the title.</summary>
    public Point? OwnOpening { get; init; }

    /// <summary>The grid of slides that have none of their own.</summary>
    public SlideGrid Grid { get; init; } = SlideGrid.Usual;

    /// <summary>The look of the whole deck.</summary>
    public HouseStyle House { get; init; } = HouseStyles.First;

    /// <summary>The room that the talk is given in.</summary>
    public Room Room { get; init; } = Room.Usual;

    /// <summary>Words that the speaker says in a minute.</summary>
    public double WordsPerMinute { get; init; } = UsualWordsPerMinute;

    /// <summary>Words that a speaker says in a minute until it is said: common practice, no source.</summary>
    public const double UsualWordsPerMinute = 130;

    /// <summary>Run-throughs that were kept, the latest last.</summary>
    public ImmutableList<RunThrough> RunThroughs { get; init; } = [];

    /// <summary>The grid of a slide: its own, else the deck's, else the lattice of the house.</summary>
    public SlideGrid GridOf(Slide slide) => slide.OwnGrid ?? LatticeOf(slide)?.Grid ?? Grid;

    /// <summary>The lattice that the photos of a slide are arranged on; null where the house has none, or a person gave
    /// the deck or the slide a grid.</summary>
    public Lattice? LatticeOf(Slide slide) =>
        House.System is not null && slide.OwnGrid is null && Grid == SlideGrid.Usual ? Lattice.Of(this, slide) : null;

    /// <summary>How a slide comes in: as was chosen for it, else as the house has it.</summary>
    public Transition TransitionOf(Slide slide) => slide.OwnTransition ?? House.Transition;

    /// <summary>The opening, then the points.</summary>
    [JsonIgnore]
    public IEnumerable<Point> AllPoints => Points.Prepend(Opening);

    /// <summary>The facts under its points that have a reference, each once, in order.</summary>
    [JsonIgnore]
    public IEnumerable<Fact> References =>
        AllPoints.SelectMany(p => p.Facts).Where(f => !string.IsNullOrWhiteSpace(f.Reference)).Distinct();

    /// <summary>What is looked for where a talk has this title.</summary>
    internal static ImmutableList<string> WordsOf(string title) =>
        title == NoTitle ? [] : [.. SearchWords.Propose(title)];

    /// <summary>The slide with this identity, or null.</summary>
    public Slide? Slide(Guid id) => PlaceOf(id) is >= 0 and int at ? Slides[at] : null;

    /// <summary>The place of the slide with this identity among <see cref="Slides"/>, or -1.</summary>
    public int PlaceOf(Guid slideId) => IdentityIndex<Slide>.Of(Slides, slideId, s => s.Id);

    /// <summary>The point with this identity, or null; the opening has that of the deck.</summary>
    public Point? Point(Guid id) =>
        id == Id ? Opening
        : IdentityIndex<Point>.Of(Points, id, p => p.Id) is >= 0 and int at ? Points[at]
        : null;

    /// <summary>The deck with one slide changed; the slide must be in it.</summary>
    public Deck With(Slide slide) =>
        this with
        {
            SettledSlides = IdentityIndex<Slide>.Set(Slides, PlaceOf(slide.Id), Settled(slide, Shape.Bounds(), Id)),
        };

    /// <summary>The deck with one point changed; the point must be in it.</summary>
    public Deck With(Point point)
    {
        if (point.Id == Id)
            return this with { OwnOpening = point };
        return this with
        {
            Points = IdentityIndex<Point>.Set(Points, IdentityIndex<Point>.Of(Points, point.Id, p => p.Id), point),
        };
    }

    /// <summary>The slides that are new or differ from those of an earlier deck, each with what it was; null for a new
    /// one.</summary>
    internal IEnumerable<(Slide? Before, Slide Now)> SlidesSince(Deck before) =>
        SameSlidesSince(before)?.Select(p => ((Slide?)p.Before, p.Now))
        ?? Slides.Select(s => (Before: before.Slide(s.Id), Now: s)).Where(p => !ReferenceEquals(p.Before, p.Now));

    /// <summary>The slides that differ from those of an earlier deck; null where slides came, went or changed
    /// places.</summary>
    internal IReadOnlyList<(Slide Before, Slide Now)>? SameSlidesSince(Deck before) =>
        IdentityIndex<Slide>.Differing(before.Slides, Slides, s => s.Id);

    /// <summary>The points that differ from those of an earlier deck; null where points came, went or changed
    /// places.</summary>
    internal IReadOnlyList<(Point Before, Point Now)>? SamePointsSince(Deck before) =>
        IdentityIndex<Point>.Differing(before.Points, Points, p => p.Id);

    private static ImmutableList<Slide> Settled(ImmutableList<Slide> slides, SlideShape shape, Guid id)
    {
        SlideRect bounds = shape.Bounds();
        // Nearly always nothing is to be done, and the list stays the same.
        for (int i = 0; i < slides.Count; i++)
        {
            Slide settled = Settled(slides[i], bounds, id);
            if (!ReferenceEquals(settled, slides[i]))
                slides = slides.SetItem(i, settled);
        }
        return slides;
    }

    private static Slide Settled(Slide slide, SlideRect bounds, Guid id)
    {
        Slide filled = slide.Filled(bounds);
        return filled is { Kind: SlideKind.Title, PointId: null } ? filled with { PointId = id } : filled;
    }
}

/// <summary>One thing to say.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Wording">What is said, as one line.</param>
/// <param name="Facts">What stands behind it, each with where it came from.</param>
/// <param name="Seconds">Time planned for it.</param>
/// <param name="SearchWords">What to look for in the collections.</param>
/// <param name="Shortlist">The shortlist: photos kept for this point, best first, by their SHA-256.</param>
public sealed record Point(
    Guid Id,
    string Wording,
    ImmutableList<Fact> Facts,
    double Seconds,
    ImmutableList<string> SearchWords,
    ImmutableList<string> Shortlist
)
{
    /// <summary>The facts that say something.</summary>
    [JsonIgnore]
    public IEnumerable<Fact> Stated => Facts.Where(f => !string.IsNullOrWhiteSpace(f.Text));
}

/// <summary>A fact under a point and where it came from.</summary>
public sealed record Fact(string Text, string Reference)
{
    /// <summary>Its reference as the line under a figure has it: one line, as long as that may be.</summary>
    [JsonIgnore]
    public string SourceLine
    {
        get
        {
            string line = Reference.ReplaceLineEndings(" ").Trim();
            return line.Length <= Limits.Talks.Wording ? line : line[..Limits.Talks.Wording];
        }
    }

    /// <summary>The address that its reference is, or null.</summary>
    [JsonIgnore]
    public string? Address =>
        Uri.TryCreate(Reference.Trim(), UriKind.Absolute, out Uri? to) && to.Scheme is "http" or "https"
            ? Reference.Trim()
            : null;
}

/// <summary>What a slide is for.</summary>
public enum SlideKind
{
    /// <summary>Opens the talk with its title.</summary>
    Title,

    /// <summary>Shows one point.</summary>
    Point,

    /// <summary>Words or a photo that belong to no point.</summary>
    Free,

    /// <summary>Credits of all photos, computed; as many pages as they need.</summary>
    Credits,
}
