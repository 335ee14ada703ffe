namespace Jaali.Core.Scenes;

/// <summary>
/// A thing as files have it that are edited elsewhere: a picture, words, an outline, finished pixels, a table, a chart,
/// a line. Between scenes, which only paint, and the formats, which each have their own words for the same seven.
/// </summary>
/// <param name="Box">Its rectangle before it is turned, in slide units.</param>
/// <param name="Turn">Degrees clockwise about the middle of the box.</param>
/// <param name="Says">What it shows or says, for those who cannot see it.</param>
public abstract record ExportItem(SlideRect Box, double Turn, string Says)
{
    /// <summary>The item it is of; null for computed things.</summary>
    public Guid? ItemId { get; init; }

    /// <summary>Where it leads when it is pressed; null for nowhere.</summary>
    public string? Link { get; init; }

    /// <summary>It is of the credit of the slide's photos.</summary>
    public bool IsCredit { get; init; }

    /// <summary>Which part of its item it is, counted from 0, where these move one by one; null for the item
    /// itself.</summary>
    public int? Part { get; init; }
}

/// <summary>Outlines of pictures that formats have a name for.</summary>
public enum ExportOutline
{
    /// <summary>The box itself.</summary>
    Box,

    /// <summary>The ellipse in the box.</summary>
    Ellipse,

    /// <summary>The box with its corners rounded.</summary>
    Rounded,

    /// <summary>Another, told by its path.</summary>
    Own,
}

/// <summary>A photo seen through a crop window and an outline.</summary>
/// <param name="Box">Its frame.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Says">What it shows.</param>
/// <param name="Photo">The photo, its colours and what is done to its pixels; where it lies is told by the
/// crop.</param>
/// <param name="Crop">What of it is seen, in fractions of it.</param>
/// <param name="Outline">Which outline.</param>
/// <param name="Path">The outline on the slide, before it is turned; null for the box.</param>
/// <param name="Rounding">Of rounded corners: their radius in units.</param>
/// <param name="Line">Width of a line along the outline, in units; 0 for none.</param>
/// <param name="LineColour">Its colour.</param>
/// <param name="Shadow">How far its shadow reaches, in units; 0 for none.</param>
/// <param name="IsGrey">Its colours are those of a plain black and white picture, which formats can do
/// themselves.</param>
public sealed record ExportPicture(
    SlideRect Box,
    double Turn,
    string Says,
    PhotoNode Photo,
    CropWindow Crop,
    ExportOutline Outline = ExportOutline.Box,
    Path? Path = null,
    double Rounding = 0,
    double Line = 0,
    string LineColour = "#000000",
    double Shadow = 0,
    bool IsGrey = false
) : ExportItem(Box, Turn, Says);

/// <summary>An outline, filled, stroked or both.</summary>
/// <param name="Box">Its bounds.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Says">Empty: it shows nothing.</param>
/// <param name="Drawn">What is drawn.</param>
/// <param name="Opacity">0 to 1, of the whole.</param>
public sealed record ExportShape(SlideRect Box, double Turn, string Says, PathNode Drawn, double Opacity = 1)
    : ExportItem(Box, Turn, Says);

/// <summary>Something that no format has: it is painted, and goes along as a finished picture.</summary>
/// <param name="Box">What is painted.</param>
/// <param name="Says">What it shows.</param>
/// <param name="Nodes">What to paint, in the measure of the slide.</param>
public sealed record ExportBitmap(SlideRect Box, string Says, IReadOnlyList<SceneNode> Nodes)
    : ExportItem(Box, 0, Says);

/// <summary>A stretch of words that look alike.</summary>
/// <param name="Text">The words; a line feed begins a new line.</param>
/// <param name="Face">Name of the typeface.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Ink">Colour.</param>
/// <param name="Link">Where they lead, or null.</param>
/// <param name="Underline">With a line under them.</param>
/// <param name="Strike">With a line through them.</param>
/// <param name="SmallCaps">Small letters as small capitals.</param>
/// <param name="Shift">Raised or lowered.</param>
/// <param name="Bold">Wanted heavier, whether or not the typeface has it.</param>
/// <param name="Italic">Wanted slanted, whether or not the typeface has it.</param>
public sealed record ExportRun(
    string Text,
    string Face,
    double Size,
    string Ink,
    string? Link = null,
    bool Underline = false,
    bool Strike = false,
    bool SmallCaps = false,
    BaselineShift Shift = BaselineShift.None,
    bool Bold = false,
    bool Italic = false
);

/// <summary>A paragraph of words.</summary>
/// <param name="Runs">Its words in the order of reading.</param>
/// <param name="List">What stands before it.</param>
/// <param name="Level">How far it is set in.</param>
public sealed record ExportParagraph(IReadOnlyList<ExportRun> Runs, ListMarker List = ListMarker.None, int Level = 0);

/// <summary>Words that stay words.</summary>
/// <param name="Box">Their room; they begin at its head.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Says">What they say.</param>
/// <param name="Role">What they are for; null for computed words.</param>
/// <param name="Paragraphs">The words.</param>
/// <param name="Align">Where lines stand.</param>
/// <param name="Leading">From baseline to baseline, in units.</param>
/// <param name="Gap">Between paragraphs, in units.</param>
/// <param name="Spacing">After each letter, in units.</param>
/// <param name="Capitals">Set in capitals.</param>
/// <param name="Columns">Columns they stand in.</param>
/// <param name="IsRightToLeft">Written from right to left.</param>
/// <param name="Shadow">How far a shadow spreads under the letters, in units.</param>
/// <param name="Outline">Width of a line round the letters, in units.</param>
/// <param name="OutlineInk">Its colour.</param>
/// <param name="Most">How wide their room may be before lines break elsewhere, in units; 0 where that is not known,
/// without end for one line.</param>
/// <param name="AtFoot">They stand at the foot of their room: another line grows upwards.</param>
public sealed record ExportWords(
    SlideRect Box,
    double Turn,
    string Says,
    WordsRole? Role,
    IReadOnlyList<ExportParagraph> Paragraphs,
    WordsAlign Align,
    double Leading,
    double Gap = 0,
    double Spacing = 0,
    bool Capitals = false,
    int Columns = 1,
    bool IsRightToLeft = false,
    double Shadow = 0,
    double Outline = 0,
    string OutlineInk = "#000000",
    double Most = 0,
    bool AtFoot = false
) : ExportItem(Box, Turn, Says);

/// <summary>What a file of another program has otherwise than the slide.</summary>
public enum ExportDifference
{
    /// <summary>A photo is finished pixels: its crop cannot be changed there.</summary>
    FinishedPhoto,

    /// <summary>Words are finished pixels: they cannot be edited there.</summary>
    FinishedWords,

    /// <summary>Letters filled with a gradient or drawn as outlines have one colour.</summary>
    PlainLetters,

    /// <summary>Something is finished pixels.</summary>
    FinishedThing,
}
