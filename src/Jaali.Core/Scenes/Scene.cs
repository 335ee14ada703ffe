using System.Text.Json.Serialization;
using Jaali.Core.Decks;

namespace Jaali.Core.Scenes;

/// <summary>A slide with everything decided, for painters that only paint. Nodes come from bottom to top.</summary>
/// <param name="SlideId">The slide it shows.</param>
/// <param name="Page">0, or the number of a further page of credits.</param>
/// <param name="Width">Width in slide units.</param>
/// <param name="Height">Height in slide units.</param>
/// <param name="Background">Colour under everything, <c>#RRGGBB</c>.</param>
/// <param name="Nodes">What to paint.</param>
/// <param name="Links">Places that lead somewhere.</param>
public sealed record Scene(
    Guid SlideId,
    int Page,
    double Width,
    double Height,
    string Background,
    IReadOnlyList<SceneNode> Nodes,
    IReadOnlyList<SceneLink> Links
);

/// <summary>One thing to paint.</summary>
/// <param name="ItemId">The deck's item it comes from, or null for computed things.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PhotoNode), "photo")]
[JsonDerivedType(typeof(PlateNode), "plate")]
[JsonDerivedType(typeof(LinesNode), "lines")]
public abstract record SceneNode(Guid? ItemId);

/// <summary>A photo: paint the whole of it into <paramref name="Image"/> and show only what falls into <paramref name="Clip"/>.</summary>
/// <param name="ItemId">The frame.</param>
/// <param name="PhotoId">SHA-256 of the photo.</param>
/// <param name="Clip">The frame's rectangle.</param>
/// <param name="Image">Where the whole photo lies.</param>
/// <param name="Sharpness">Pixels of the photo for each pixel of a display 1920 pixels wide.</param>
/// <param name="Alt">What it shows, for those who cannot see it.</param>
/// <param name="Sharp">What that means for those who look.</param>
/// <param name="Mask">The shape it is cut to, inside <paramref name="Clip"/>.</param>
/// <param name="Radius">Of round corners, in slide units.</param>
/// <param name="Turn">Degrees clockwise by which the image is turned about the middle of the clip.</param>
/// <param name="Enlarged">The factor by which it is enlarged about the same place, so that it fills the clip when turned; 1 where it is not.</param>
/// <param name="Colours">Three rows of a colour matrix on sRGB values, four numbers each, the last an offset from 0 to 1; null for none.</param>
public sealed record PhotoNode(
    Guid? ItemId,
    string PhotoId,
    SlideRect Clip,
    SlideRect Image,
    double Sharpness,
    string Alt,
    Sharp Sharp,
    FrameMask Mask = FrameMask.None,
    double Radius = 0,
    double Turn = 0,
    double Enlarged = 1,
    IReadOnlyList<double>? Colours = null
) : SceneNode(ItemId);

/// <summary>How sharp a photo will be in the room.</summary>
public enum Sharp
{
    /// <summary>A pixel for each one shown, or nearly.</summary>
    Sharp,

    /// <summary>At least three for four: seen by those who look for it.</summary>
    ALittleSoft,

    /// <summary>Fewer.</summary>
    Soft,
}

/// <summary>A plain rectangle.</summary>
public sealed record PlateNode(Guid? ItemId, SlideRect Rect, string Colour, double Opacity) : SceneNode(ItemId);

/// <summary>Lines of words in one face, size and ink.</summary>
/// <param name="ItemId">The words, or null for credits.</param>
/// <param name="Role">"opening", "heading", "credit", "credits-title" or "credits".</param>
/// <param name="Face">Name of the typeface.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Ink">Colour.</param>
/// <param name="Box">The room they take.</param>
/// <param name="Contrast">Contrast at the worst tenth of the pixels under them.</param>
/// <param name="Reads">Whether that is enough for their size (WCAG 2.2, success criterion 1.4.3).</param>
/// <param name="Lines">The lines.</param>
public sealed record LinesNode(
    Guid? ItemId,
    string Role,
    string Face,
    double Size,
    string Ink,
    SlideRect Box,
    double Contrast,
    bool Reads,
    IReadOnlyList<SceneLine> Lines
) : SceneNode(ItemId);

/// <summary>One line: where its baseline starts, and its words.</summary>
public sealed record SceneLine(double X, double Baseline, double Width, string Text);

/// <summary>A place that leads to an address.</summary>
public sealed record SceneLink(SlideRect Rect, string Href, string Label);
