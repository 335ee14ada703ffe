using System.Text.Json.Serialization;

namespace Jaali.Core.Scenes;

/// <summary>A slide with everything decided, for painters that only paint.</summary>
/// <param name="SlideId">The slide it shows.</param>
/// <param name="Page">0, or the number of a further page of credits.</param>
/// <param name="Width">Width in slide units.</param>
/// <param name="Height">Height in slide units.</param>
/// <param name="Background">Colour under everything, <c>#RRGGBB</c>.</param>
/// <param name="Nodes">What to paint, in this order, each over those before it.</param>
/// <param name="Links">Places that lead somewhere.</param>
/// <param name="Parts">What is on it, in words and measures, in reading order: for those who cannot see it and for
/// those who judge it.</param>
public sealed record Scene(
    Guid SlideId,
    int Page,
    double Width,
    double Height,
    string Background,
    IReadOnlyList<SceneNode> Nodes,
    IReadOnlyList<SceneLink> Links,
    IReadOnlyList<ScenePart> Parts
)
{
    /// <summary>Every node, those inside groups included, in the order of painting.</summary>
    public IEnumerable<SceneNode> AllNodes() => Flat(Nodes);

    /// <summary>The photos that painters must have.</summary>
    public IEnumerable<PhotoNode> Photos() => AllNodes().OfType<PhotoNode>();

    /// <summary>The nodes of an item, those inside groups included.</summary>
    public IEnumerable<SceneNode> NodesOf(Guid itemId) =>
        Flat(Nodes.OfType<GroupNode>().Where(g => g.ItemId == itemId));

    /// <summary>The scene with what plays made another.</summary>
    /// <param name="made">Makes it; null where it plays no more.</param>
    public Scene WithPlaying(Func<Playing, Playing?> made)
    {
        return Photos().Any(p => p.Plays is not null) ? this with { Nodes = Made(Nodes) } : this;

        IReadOnlyList<SceneNode> Made(IReadOnlyList<SceneNode> nodes) =>
            [
                .. nodes.Select(n =>
                    n switch
                    {
                        GroupNode g => g with { Nodes = Made(g.Nodes) },
                        PhotoNode { Plays: { } plays } p => p with { Plays = made(plays) },
                        _ => n,
                    }
                ),
            ];
    }

    /// <summary>The scene where what plays leads to where it can be seen: for pages, which stand still.</summary>
    public Scene WithClipLinks()
    {
        return this with
        {
            Links =
            [
                .. Links,
                .. Nodes
                    .OfType<GroupNode>()
                    .SelectMany(g => Flat([g]).OfType<PhotoNode>().Select(p => Link(g.ItemId, p)))
                    .OfType<SceneLink>(),
            ],
        };

        SceneLink? Link(Guid? item, PhotoNode photo) =>
            photo.Plays is { } plays && WebAddress.Pressable(plays.Address) is { } href
                ? new(
                    Parts.FirstOrDefault(p => item is not null && p.ItemId == item)?.Box ?? plays.Rect,
                    href,
                    photo.Alt
                )
                : null;
    }

    private static IEnumerable<SceneNode> Flat(IEnumerable<SceneNode> nodes) =>
        nodes.SelectMany(n => n is GroupNode g ? Flat(g.Nodes).Prepend(n) : [n]);
}

/// <summary>
/// One thing to paint. There are four, and a painter refuses any other: a photo, a path, words, a group. Every kind of
/// item is made of these.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PhotoNode), "photo")]
[JsonDerivedType(typeof(PathNode), "path")]
[JsonDerivedType(typeof(TextNode), "text")]
[JsonDerivedType(typeof(GroupNode), "group")]
public abstract record SceneNode;

/// <summary>The whole of a photo painted into a rectangle; what of it is seen is decided by the groups around
/// it.</summary>
/// <param name="PhotoId">SHA-256 of the photo.</param>
/// <param name="Image">Where the whole photo lies.</param>
/// <param name="Alt">What it shows, for those who cannot see it.</param>
/// <param name="Colours">Three rows of a colour matrix on sRGB values, four numbers each, the last an offset from 0
/// to 1; null for none.</param>
/// <param name="Treatment">The name of what is done to its pixels before it is painted; null for nothing.</param>
/// <param name="Plays">What plays in its place where painters play; null for a photo.</param>
public sealed record PhotoNode(
    string PhotoId,
    SlideRect Image,
    string Alt,
    IReadOnlyList<double>? Colours = null,
    string? Treatment = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Playing? Plays = null
) : SceneNode
{
    /// <summary>The name by which the picture is asked for: that of the photo, and of what is done to it.</summary>
    [JsonIgnore]
    public string Source => Treatment is null ? PhotoId : $"{PhotoId}~{Treatment}";
}

/// <summary>An outline, filled, stroked or both.</summary>
/// <param name="Path">The outline.</param>
/// <param name="Fill">Colour inside, or null.</param>
/// <param name="FillOpacity">0 to 1.</param>
/// <param name="Gradient">Fills it in place of one colour; null for none.</param>
/// <param name="Stroke">Colour of the line, or null.</param>
/// <param name="StrokeWidth">Units.</param>
/// <param name="Blur">Standard deviation of a Gaussian blur of the whole, in units; 0 for none.</param>
public sealed record PathNode(
    Path Path,
    string? Fill,
    double FillOpacity = 1,
    Gradient? Gradient = null,
    string? Stroke = null,
    double StrokeWidth = 0,
    double Blur = 0
) : SceneNode;

/// <summary>A gradient along a line, or in rings round a place.</summary>
/// <param name="From">Where its first stop lies; of rings their middle.</param>
/// <param name="To">Where its last stop lies; of rings the end of their half axis across, at the height of the
/// middle.</param>
/// <param name="Stops">Along the way, in order.</param>
/// <param name="Down">Of rings, their half axis down, in units; null for a gradient along a line.</param>
public sealed record Gradient(SlidePoint From, SlidePoint To, IReadOnlyList<GradientStop> Stops, double? Down = null);

/// <summary>A colour on the way of a gradient.</summary>
/// <param name="Offset">0 to 1.</param>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record GradientStop(double Offset, string Colour, double Opacity);

/// <summary>Lines of words in one face, size and ink.</summary>
/// <param name="Face">Name of the typeface.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Ink">Colour.</param>
/// <param name="Lines">The lines.</param>
/// <param name="Spacing">Space after each cluster of letters, in units.</param>
/// <param name="IsRightToLeft">The lines are written from right to left.</param>
/// <param name="InkOpacity">Of what fills the letters, 0 to 1.</param>
/// <param name="Gradient">Fills the letters in place of the ink; null for none.</param>
/// <param name="Stroke">Colour of a line round the letters, painted below what fills them; null for none.</param>
/// <param name="StrokeWidth">Its width in units, half of it outside. Where nothing fills the letters, only that half is
/// painted: a letter that is drawn of shapes that overlap shows none of them.</param>
/// <param name="Blur">Standard deviation of a Gaussian blur of the whole, in units; 0 for none.</param>
public sealed record TextNode(
    string Face,
    double Size,
    string Ink,
    IReadOnlyList<SceneLine> Lines,
    double Spacing = 0,
    bool IsRightToLeft = false,
    double InkOpacity = 1,
    Gradient? Gradient = null,
    string? Stroke = null,
    double StrokeWidth = 0,
    double Blur = 0
) : SceneNode;

/// <summary>A line, or a stretch of one.</summary>
/// <param name="X">Its left edge.</param>
/// <param name="Baseline">Its baseline.</param>
/// <param name="Width">In units.</param>
/// <param name="Text">Its words.</param>
/// <param name="Turn">Degrees clockwise about the left end of its baseline.</param>
public sealed record SceneLine(double X, double Baseline, double Width, string Text, double Turn = 0);

/// <summary>Several nodes as one thing.</summary>
/// <param name="ItemId">The item it shows, by which it is followed from slide to slide; null for computed
/// things.</param>
/// <param name="Nodes">What it holds, in the order of painting.</param>
/// <param name="Clip">Nothing is seen outside; null for no limit. In the measure of what is around the group.</param>
/// <param name="Opacity">0 to 1, of the whole.</param>
/// <param name="Turn">Degrees clockwise about <paramref name="About"/>.</param>
/// <param name="Scale">A factor about the same place.</param>
/// <param name="About">The place that stays where it is; null for the origin.</param>
/// <param name="Soft">Over how many units it melts away inside its clip. Its opacity is that of the clip's outline
/// filled
/// with white and stroked this wide with nothing, blurred by a Gaussian of a quarter of it; 0 for a sharp edge.</param>
/// <param name="Part">Which part of the item it is, counted from 0, where its parts move one by one; null for the item
/// itself.</param>
/// <param name="IsCredit">It is the credit of the slide's photos.</param>
public sealed record GroupNode(
    Guid? ItemId,
    IReadOnlyList<SceneNode> Nodes,
    Path? Clip = null,
    double Opacity = 1,
    double Turn = 0,
    double Scale = 1,
    SlidePoint? About = null,
    double Soft = 0,
    int? Part = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? IsCredit = null
) : SceneNode;

/// <summary>What plays in the place of a picture. Painters that stand still paint the picture.</summary>
/// <param name="Source">SHA-256 of the bytes, by which they are asked for.</param>
/// <param name="Type">Their media type.</param>
/// <param name="Rect">Where the whole of what moves lies, however little of the poster is painted.</param>
/// <param name="From">Second at which it begins.</param>
/// <param name="To">Second at which it ends.</param>
/// <param name="Muted">Without sound.</param>
/// <param name="Loops">It begins again where it ends.</param>
/// <param name="Volume">Above 0 and up to 1.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="SoundAlone">Nothing moves: the picture stays.</param>
/// <param name="Captions">What is said in it, in order of time.</param>
/// <param name="Title">What it is called; empty where nobody says.</param>
/// <param name="Address">Where it is from; empty where nobody else can see it.</param>
public sealed record Playing(
    string Source,
    string Type,
    SlideRect Rect,
    double From,
    double To,
    bool Muted,
    bool Loops,
    double Volume,
    ClipStart Starts,
    bool SoundAlone,
    IReadOnlyList<Caption> Captions,
    string Title,
    string Address
);

/// <summary>A place that leads somewhere.</summary>
/// <param name="Rect">The place.</param>
/// <param name="Href">An address, or <see cref="Decks.LinkTarget.ToSlide"/> and the identity of a slide of the
/// deck.</param>
/// <param name="Label">What stands there.</param>
public sealed record SceneLink(SlideRect Rect, string Href, string Label);

/// <summary>What stands on a scene, in words and measures.</summary>
/// <param name="ItemId">The item, or null for computed things.</param>
/// <param name="Role">"frame", "opening", "heading", "credit", "credits-title", "credits" or a kind of item.</param>
/// <param name="Box">The room it takes, before it is turned.</param>
/// <param name="Says">What it says, or shows, for those who cannot see it.</param>
/// <param name="Contrast">Of words: contrast at the worst tenth of the places under their letters, in the room.</param>
/// <param name="Reads">Of words: whether that is enough for their size.</param>
/// <param name="Sharpness">Of a photo: its pixels for each pixel of a display 1920 pixels wide.</param>
/// <param name="Sharp">What that means for those who look.</param>
/// <param name="Reading">Of words: how they read, letter by letter; null for others.</param>
/// <param name="Set">Of words: how they were set; null for others.</param>
/// <param name="LiesOn">Of words: what the other words say that they lie over or under; null where they lie
/// clear.</param>
/// <param name="AcrossEdge">Of words: they stand half on a photo and half beside it.</param>
public sealed record ScenePart(
    Guid? ItemId,
    string Role,
    SlideRect Box,
    string Says,
    double? Contrast = null,
    bool? Reads = null,
    double? Sharpness = null,
    Sharpness? Sharp = null,
    WordsReading? Reading = null,
    WordsSetting? Set = null,
    string? LiesOn = null,
    bool AcrossEdge = false
)
{
    /// <summary>How it is made up; null for what is no figure.</summary>
    [JsonIgnore]
    public SceneFigure? Figure { get; init; }

    /// <summary>These are words that cannot be read well, lie on others, or stand across the edge of a
    /// photo.</summary>
    [JsonIgnore]
    public bool Trips => Reading is not null && (Reads == false || LiesOn is not null || AcrossEdge);
}

/// <summary>How words were set: what an editor in their place needs to look the same.</summary>
/// <param name="Face">Name of the typeface.</param>
/// <param name="BoldFace">That of bold runs.</param>
/// <param name="ItalicFace">That of slanted runs.</param>
/// <param name="BoldItalicFace">That of runs that are both.</param>
/// <param name="Ink">Colour.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Leading">From baseline to baseline, in units.</param>
/// <param name="LineHeight">Of a line alone, from its top to its foot, in units.</param>
/// <param name="ParagraphGap">Between paragraphs, in units.</param>
/// <param name="Spacing">After each cluster of letters, in units.</param>
/// <param name="Align">Where lines stand.</param>
/// <param name="Case">Small letters and capitals.</param>
/// <param name="Columns">Columns they stand in.</param>
/// <param name="Fits">False where they are larger than their room.</param>
/// <param name="Missing">Letters that no face at hand has.</param>
/// <param name="Others">Families that lent letters.</param>
/// <param name="Lines">Where their lines end.</param>
public sealed record WordsSetting(
    string Face,
    string BoldFace,
    string ItalicFace,
    string BoldItalicFace,
    string Ink,
    double Size,
    double Leading,
    double LineHeight,
    double ParagraphGap,
    double Spacing,
    WordsAlign Align,
    WordsCase Case,
    int Columns,
    bool Fits,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Others,
    IReadOnlyList<SetLineEnds> Lines
);

/// <summary>Where a line begins and ends in the words of its paragraph, and where it stands in their box.</summary>
/// <param name="Paragraph">Counted from 0.</param>
/// <param name="Start">UTF-16 place.</param>
/// <param name="End">UTF-16 place.</param>
/// <param name="X">From the left of the box to its left edge, in units.</param>
public sealed record SetLineEnds(int Paragraph, int Start, int End, double X);

/// <summary>How sharp a photo will be in the room.</summary>
public enum Sharpness
{
    /// <summary>A pixel for each one shown, or nearly.</summary>
    Sharp,

    /// <summary>At least three for four: seen by those who look for it.</summary>
    ALittleSoft,

    /// <summary>Fewer.</summary>
    Soft,
}
