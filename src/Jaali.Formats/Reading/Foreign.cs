using System.Text.Json.Serialization;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Formats.Reading;

/// <summary>A talk from a file that was made elsewhere, as far as it was understood.</summary>
/// <param name="Title">Its title; empty where it says none.</param>
/// <param name="Speaker">Who made it; empty where it does not say.</param>
/// <param name="Shape">The shape of its slides.</param>
/// <param name="Slides">Its slides in order.</param>
/// <param name="Picture">The bytes of a picture by its name; null where they are lost or are no photo.</param>
/// <param name="NotUnderstood">What was not understood, each in a sentence.</param>
public sealed record ForeignTalk(
    string Title,
    string Speaker,
    SlideShape Shape,
    IReadOnlyList<ForeignSlide> Slides,
    Func<string, byte[]?> Picture,
    IReadOnlyList<string> NotUnderstood
)
{
    /// <summary>Every picture, with the numbers of the slides that show it and what is said of it.</summary>
    public IReadOnlyList<ForeignPicture> Pictures =>
        [
            .. Slides
                .SelectMany((s, i) => s.Things.OfType<ForeignPhoto>().Select(p => (Photo: p, Number: i + 1, Slide: s)))
                .GroupBy(p => p.Photo.Name, StringComparer.Ordinal)
                .Select(g => new ForeignPicture(
                    g.Key,
                    [.. g.Select(p => p.Number).Distinct()],
                    g.Select(p => p.Photo.Alt).FirstOrDefault(a => a.Length > 0) ?? "",
                    g.Select(p => Caption(p.Slide, p.Photo)).FirstOrDefault(c => c.Length > 0) ?? "",
                    g.First().Slide.Title,
                    g.All(p => p.Photo.IsDrawn)
                )),
        ];

    // Small words that stand at a picture are said of it: under it, or in it at its foot.
    private static string Caption(ForeignSlide slide, ForeignPhoto photo) =>
        string.Join(
            ' ',
            slide
                .Things.OfType<ForeignWords>()
                .Where(w =>
                    w.Size <= CaptionSize
                    && w.Box.X < photo.Box.Right
                    && w.Box.Right > photo.Box.X
                    && w.Box.Y > photo.Box.Y + photo.Box.Height * .6
                    && w.Box.Y < photo.Box.Bottom + CaptionReach
                )
                .Select(w => Paragraph.Plain(w.Paragraphs).ReplaceLineEndings(" "))
        );

    // Units to the em, and units below a picture: common practice, no source.
    private const double CaptionSize = 40,
        CaptionReach = 90;
}

/// <summary>A picture of a file.</summary>
/// <param name="Name">Its name in it.</param>
/// <param name="Slides">Numbers of the slides that show it.</param>
/// <param name="Alt">What its alternative text says.</param>
/// <param name="Caption">What words at it say.</param>
/// <param name="SlideTitle">The title of the first slide that shows it.</param>
/// <param name="IsDrawn">It is no photo but a drawing of a table or chart.</param>
public sealed record ForeignPicture(
    string Name,
    IReadOnlyList<int> Slides,
    string Alt,
    string Caption,
    string SlideTitle,
    bool IsDrawn
);

/// <summary>A slide of a file.</summary>
/// <param name="Things">What lies on it, from bottom to top.</param>
/// <param name="Notes">The speaker's notes.</param>
/// <param name="Change">How it comes in; null where nothing is said.</param>
public sealed record ForeignSlide(IReadOnlyList<ForeignThing> Things, string Notes, Transition? Change = null)
{
    /// <summary>It holds the credits that Jaali computes: it is made anew.</summary>
    public bool IsCredits { get; init; }

    /// <summary>The colour under everything, or null.</summary>
    public string? Paper { get; init; }

    /// <summary>The words of its title, or empty.</summary>
    public string Title =>
        Things.OfType<ForeignWords>().FirstOrDefault(w => w.IsTitle) is { } t
            ? Paragraph.Plain(t.Paragraphs).ReplaceLineEndings(" ").Trim()
            : "";
}

/// <summary>A thing on a slide of a file.</summary>
/// <param name="Box">In slide units, before it is turned.</param>
/// <param name="Turn">Degrees clockwise.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "thing")]
[JsonDerivedType(typeof(ForeignPhoto), "photo")]
[JsonDerivedType(typeof(ForeignWords), "words")]
[JsonDerivedType(typeof(ForeignVeil), "veil")]
[JsonDerivedType(typeof(ForeignItem), "item")]
public abstract record ForeignThing(SlideRect Box, double Turn)
{
    /// <summary>What lines on the slide that are attached to it call it; null for nothing.</summary>
    public string? Key { get; init; }
}

/// <summary>A picture.</summary>
/// <param name="Box">Where.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Name">The name of its bytes.</param>
/// <param name="Crop">What of it is seen; null for as much as its box shows.</param>
/// <param name="Outline">The outline it is cut to.</param>
/// <param name="Alt">What its alternative text says.</param>
/// <param name="IsGrey">In black and white.</param>
/// <param name="IsDrawn">It is a drawing of a table or chart.</param>
public sealed record ForeignPhoto(
    SlideRect Box,
    double Turn,
    string Name,
    CropWindow? Crop,
    ExportOutline Outline,
    string Alt,
    bool IsGrey = false,
    bool IsDrawn = false
) : ForeignThing(Box, Turn);

/// <summary>Words.</summary>
/// <param name="Box">Where.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Paragraphs">The words.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Ink">Colour, or null.</param>
/// <param name="Align">Where lines stand.</param>
/// <param name="IsTitle">They are the title of the slide.</param>
/// <param name="Family">The typeface, or null.</param>
/// <param name="Bold">The heavier style.</param>
/// <param name="Stands">Where they stand in their box.</param>
public sealed record ForeignWords(
    SlideRect Box,
    double Turn,
    IReadOnlyList<Paragraph> Paragraphs,
    double Size,
    string? Ink,
    WordsAlign Align,
    bool IsTitle,
    string? Family = null,
    bool Bold = false,
    VerticalAlign Stands = VerticalAlign.Top
) : ForeignThing(Box, Turn)
{
    /// <summary>True where every word is heavier: then the whole is.</summary>
    internal static bool AllBold(IEnumerable<Paragraph> paragraphs) =>
        paragraphs.SelectMany(p => p.Runs).Where(r => r.Text.Trim().Length > 0).ToArray() is { Length: > 0 } runs
        && runs.All(r => r.Bold);

    /// <summary>Paragraphs without what holds of the whole.</summary>
    /// <param name="paragraphs">The paragraphs.</param>
    /// <param name="ink">The ink of the whole: runs that have it need not say so.</param>
    internal static System.Collections.Immutable.ImmutableList<Paragraph> Plainer(
        IEnumerable<Paragraph> paragraphs,
        string? ink
    )
    {
        Paragraph[] all = [.. paragraphs];
        bool bold = AllBold(all);
        return
        [
            .. all.Select(p =>
                p with
                {
                    Runs = p.Runs.ConvertAll(r =>
                        r with
                        {
                            Bold = r.Bold && !bold,
                            Ink = string.Equals(r.Ink, ink, StringComparison.OrdinalIgnoreCase) ? null : r.Ink,
                        }
                    ),
                }
            ),
        ];
    }
}

/// <summary>A rectangle of colour that may thin out.</summary>
/// <param name="Box">Where.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Colour">Its colour.</param>
/// <param name="Strength">Its strongest opacity, 0 to 1.</param>
/// <param name="Angle">Where it thins out to, degrees clockwise from the right; null for nowhere.</param>
public sealed record ForeignVeil(SlideRect Box, double Turn, string Colour, double Strength, double? Angle)
    : ForeignThing(Box, Turn);

/// <summary>A thing of one of Jaali's own kinds: a table, a chart, a shape, a line.</summary>
/// <param name="Box">Where.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Edit">What it is; a line has its ends in it.</param>
public sealed record ForeignItem(SlideRect Box, double Turn, ItemEdit Edit) : ForeignThing(Box, Turn)
{
    /// <summary>Of a line: the key of what it begins at; null for none.</summary>
    public string? FromKey { get; init; }

    /// <summary>Of a line: the key of what it ends at; null for none.</summary>
    public string? ToKey { get; init; }
}

/// <summary>Gathers what was not understood, so that nothing is dropped in silence: the same thing on many slides is
/// one
/// sentence.</summary>
internal sealed class NotUnderstood
{
    private readonly Dictionary<string, SortedSet<int>> _slides = new(StringComparer.Ordinal);
    private readonly List<string> _order = [];

    /// <summary>Notes something of a slide; 0 for the whole file.</summary>
    internal void Add(string what, int slide = 0)
    {
        if (!_slides.TryGetValue(what, out SortedSet<int>? slides))
        {
            _slides[what] = slides = [];
            _order.Add(what);
        }
        if (slide > 0)
            slides.Add(slide);
    }

    /// <summary>The sentences.</summary>
    internal IReadOnlyList<string> Told =>
        [
            .. _order.Select(w =>
                _slides[w].Count == 0 ? w + "."
                : _slides[w].Count == 1 ? $"Slide {_slides[w].Min}: {w}."
                : $"Slides {string.Join(", ", _slides[w].Take(10))}{(_slides[w].Count > 10 ? "…" : "")}: {w}."
            ),
        ];
}

/// <summary>Places of a file in slide units: its slides fitted into the nearest shape that Jaali has.</summary>
/// <param name="Shape">The shape.</param>
/// <param name="Scale">Slide units in one of the file's.</param>
/// <param name="X">To the left edge of its slides.</param>
/// <param name="Y">To their upper edge.</param>
internal sealed record Fitting(SlideShape Shape, double Scale, double X, double Y)
{
    internal static Fitting Of(double width, double height)
    {
        if (!(width > 0 && height > 0 && double.IsFinite(width) && double.IsFinite(height)))
            (width, height) = (16, 9);
        double aspect = Math.Clamp(width / height, SlideShape.Narrowest, SlideShape.Widest);
        SlideShape shape =
            new[] { SlideShape.Wide, SlideShape.Standard, SlideShape.Square }
                .Where(s => Math.Abs(s.Bounds().Aspect / aspect - 1) < Near)
                .Select(s => (SlideShape?)s)
                .FirstOrDefault()
            ?? SlideShape.Own(Math.Round(aspect * 1000), 1000)
            ?? SlideShape.Wide;
        SlideRect b = shape.Bounds();
        double scale = Math.Min(b.Width / width, b.Height / height);
        return new(shape, scale, (b.Width - width * scale) / 2, (b.Height - height * scale) / 2);
    }

    // Shapes this much apart are one.
    private const double Near = .004;

    internal SlideRect Rect(double x, double y, double width, double height) =>
        new(X + x * Scale, Y + y * Scale, width * Scale, height * Scale);
}
