using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Jaali.Core.Rights;

namespace Jaali.Core.Decks;

/// <summary>A talk: its points, its slides and what it will be used for. A value; every change makes a new one.</summary>
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

    /// <summary>The slide with this identity, or null.</summary>
    public Slide? Slide(Guid id) => Slides.Find(s => s.Id == id);

    /// <summary>The point with this identity, or null.</summary>
    public Point? Point(Guid id) => Points.Find(p => p.Id == id);

    /// <summary>The deck with one slide changed; the slide must be in it.</summary>
    public Deck With(Slide slide) =>
        this with
        {
            Slides = Slides.SetItem(Slides.FindIndex(s => s.Id == slide.Id), slide),
        };

    /// <summary>The deck with one point changed; the point must be in it.</summary>
    public Deck With(Point point) =>
        this with
        {
            Points = Points.SetItem(Points.FindIndex(p => p.Id == point.Id), point),
        };
}

/// <summary>One thing to say.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Wording">What is said, as one line.</param>
/// <param name="Facts">What stands behind it, each with where it came from.</param>
/// <param name="Seconds">Time planned for it.</param>
/// <param name="SearchWords">What to look for in the collections.</param>
/// <param name="Kept">The shortlist: photos kept for this point, best first, by their SHA-256.</param>
public sealed record Point(
    Guid Id,
    string Wording,
    ImmutableList<Fact> Facts,
    double Seconds,
    ImmutableList<string> SearchWords,
    ImmutableList<string> Kept
);

/// <summary>A fact under a point and where it came from.</summary>
public sealed record Fact(string Text, string Reference);

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

/// <summary>One slide.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="PointId">The point it shows, if any.</param>
/// <param name="Ground">The photo under everything, if any.</param>
/// <param name="Words">Words over the ground, from bottom to top.</param>
/// <param name="Notes">What the speaker reads.</param>
/// <param name="Seconds">Time planned for it.</param>
public sealed record Slide(
    Guid Id,
    SlideKind Kind,
    Guid? PointId,
    Frame? Ground,
    ImmutableList<Words> Words,
    string Notes,
    double Seconds
);

/// <summary>A photo placed: seen through a crop window. Its proportions never change; a different rectangle changes the window.</summary>
/// <param name="Id">Identity, which survives duplication of the slide.</param>
/// <param name="PhotoId">SHA-256 of the photo, lower-case hexadecimal.</param>
/// <param name="Rect">Where it lies on the slide.</param>
/// <param name="Crop">What of the photo is seen; its shape in pixels is that of <paramref name="Rect"/>.</param>
/// <param name="Mask">The shape it is cut to.</param>
/// <param name="Turn">How far it is turned, in degrees clockwise, -15 to 15; it is enlarged just so far that the frame stays filled.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covers">Patches that hide part of it, in fractions of the frame; null for none.</param>
/// <param name="CreditSpot">Where its credit stands.</param>
public sealed record Frame(
    Guid Id,
    string PhotoId,
    SlideRect Rect,
    CropWindow Crop,
    FrameMask Mask = FrameMask.None,
    double Turn = 0,
    FrameTone Tone = FrameTone.Natural,
    ImmutableList<CropWindow>? Covers = null,
    Spot CreditSpot = Spot.Auto
)
{
    /// <summary>The patches that hide part of it.</summary>
    [JsonIgnore]
    public ImmutableList<CropWindow> Hidden => Covers ?? [];

    /// <summary>True where nothing was done to the photo but scaling.</summary>
    [JsonIgnore]
    public bool IsPlain =>
        Crop.IsWhole && Mask == FrameMask.None && Turn == 0 && Tone == FrameTone.Natural && Hidden.Count == 0;
}

/// <summary>The shapes that a photo is cut to.</summary>
public enum FrameMask
{
    /// <summary>The frame's own rectangle.</summary>
    None,

    /// <summary>The ellipse inside the frame.</summary>
    Ellipse,

    /// <summary>The frame with round corners, an eighth of its shorter side.</summary>
    Rounded,

    /// <summary>The rhomb whose corners are the middles of the frame's sides.</summary>
    Rhomb,
}

/// <summary>How a photo's colours are shown.</summary>
public enum FrameTone
{
    /// <summary>As they are.</summary>
    Natural,

    /// <summary>In black and white.</summary>
    Grey,

    /// <summary>In brown tones.</summary>
    Brown,
}

/// <summary>What words say: typed, or following the title or the point.</summary>
public enum WordsSource
{
    /// <summary>As typed.</summary>
    Typed,

    /// <summary>The deck's title.</summary>
    DeckTitle,

    /// <summary>The wording of the slide's point.</summary>
    PointWording,
}

/// <summary>How large words are set.</summary>
public enum WordsRole
{
    /// <summary>The opening title.</summary>
    Opening,

    /// <summary>A heading over a photo.</summary>
    Heading,
}

/// <summary>Where words stand.</summary>
public enum Spot
{
    /// <summary>The calmest fitting place, computed from the photo.</summary>
    Auto,

    /// <summary>Upper left.</summary>
    TopLeft,

    /// <summary>Upper right.</summary>
    TopRight,

    /// <summary>Lower left.</summary>
    BottomLeft,

    /// <summary>Lower right.</summary>
    BottomRight,
}

/// <summary>Words on a slide.</summary>
public sealed record Words(Guid Id, WordsRole Role, WordsSource Source, string Text, Spot Spot)
{
    /// <summary>What they say on this slide of this deck.</summary>
    public string Say(Deck deck, Slide slide) =>
        Source switch
        {
            WordsSource.DeckTitle => deck.Title,
            WordsSource.PointWording => slide.PointId is { } p ? deck.Point(p)?.Wording ?? Text : Text,
            _ => Text,
        };
}

/// <summary>The limits that keep a deck workable.</summary>
public static class DeckLimits
{
    /// <summary>Longest title, in characters.</summary>
    public const int Title = 200;

    /// <summary>Longest wording of a point, in characters.</summary>
    public const int Wording = 300;

    /// <summary>Most points in a deck.</summary>
    public const int Points = 200;

    /// <summary>Most slides in a deck.</summary>
    public const int Slides = 500;

    /// <summary>Longest notes, words or fact, in characters.</summary>
    public const int Text = 5000;
}
