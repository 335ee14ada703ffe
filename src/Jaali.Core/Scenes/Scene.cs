using System.Text.Json.Serialization;
using Jaali.Core.Geometry;

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

    private static IEnumerable<SceneNode> Flat(IEnumerable<SceneNode> nodes) =>
        nodes.SelectMany(n => n is GroupNode g ? Flat(g.Nodes).Prepend(n) : [n]);
}

/// <summary>
/// One thing to paint. There are five, and a painter refuses any other: a photo, a path, words, a group, a moving
/// picture. Every kind of item is made of these.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PhotoNode), "photo")]
[JsonDerivedType(typeof(PathNode), "path")]
[JsonDerivedType(typeof(TextNode), "text")]
[JsonDerivedType(typeof(GroupNode), "group")]
[JsonDerivedType(typeof(MediaNode), "media")]
public abstract record SceneNode;

/// <summary>The whole of a photo painted into a rectangle; what of it is seen is decided by the groups around
/// it.</summary>
/// <param name="PhotoId">SHA-256 of the photo.</param>
/// <param name="Image">Where the whole photo lies.</param>
/// <param name="Alt">What it shows, for those who cannot see it.</param>
/// <param name="Colours">Three rows of a colour matrix on sRGB values, four numbers each, the last an offset from 0
/// to 1; null for none.</param>
public sealed record PhotoNode(string PhotoId, SlideRect Image, string Alt, IReadOnlyList<double>? Colours = null)
    : SceneNode;

/// <summary>An outline, filled, stroked or both.</summary>
/// <param name="Path">The outline.</param>
/// <param name="Fill">Colour inside, or null.</param>
/// <param name="FillOpacity">0 to 1.</param>
/// <param name="Gradient">Fills it in place of one colour; null for none.</param>
/// <param name="Stroke">Colour of the line, or null.</param>
/// <param name="StrokeWidth">Units.</param>
public sealed record PathNode(
    Path Path,
    string? Fill,
    double FillOpacity = 1,
    Gradient? Gradient = null,
    string? Stroke = null,
    double StrokeWidth = 0
) : SceneNode;

/// <summary>A straight gradient.</summary>
/// <param name="From">Where its first stop lies.</param>
/// <param name="To">Where its last stop lies.</param>
/// <param name="Stops">Along the way, in order.</param>
public sealed record Gradient(SlidePoint From, SlidePoint To, IReadOnlyList<GradientStop> Stops);

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
public sealed record TextNode(string Face, double Size, string Ink, IReadOnlyList<SceneLine> Lines) : SceneNode;

/// <summary>One line: where its baseline starts, and its words.</summary>
public sealed record SceneLine(double X, double Baseline, double Width, string Text);

/// <summary>Several nodes as one thing.</summary>
/// <param name="ItemId">The item it shows, by which it is followed from slide to slide; null for computed
/// things.</param>
/// <param name="Nodes">What it holds, in the order of painting.</param>
/// <param name="Clip">Nothing is seen outside; null for no limit. In the measure of what is around the group.</param>
/// <param name="Opacity">0 to 1, of the whole.</param>
/// <param name="Turn">Degrees clockwise about <paramref name="About"/>.</param>
/// <param name="Scale">A factor about the same place.</param>
/// <param name="About">The place that stays where it is; null for the origin.</param>
public sealed record GroupNode(
    Guid? ItemId,
    IReadOnlyList<SceneNode> Nodes,
    Path? Clip = null,
    double Opacity = 1,
    double Turn = 0,
    double Scale = 1,
    SlidePoint? About = null
) : SceneNode;

/// <summary>A moving picture. Painters that stand still show its poster.</summary>
/// <param name="Source">Address or hash of the bytes.</param>
/// <param name="Rect">Where it lies.</param>
/// <param name="PosterId">SHA-256 of the photo that stands for it, or null.</param>
/// <param name="Alt">What it shows, for those who cannot see it.</param>
public sealed record MediaNode(string Source, SlideRect Rect, string? PosterId, string Alt) : SceneNode;

/// <summary>A place that leads to an address.</summary>
public sealed record SceneLink(SlideRect Rect, string Href, string Label);

/// <summary>What stands on a scene, in words and measures.</summary>
/// <param name="ItemId">The item, or null for computed things.</param>
/// <param name="Role">"frame", "opening", "heading", "credit", "credits-title", "credits" or a kind of item.</param>
/// <param name="Box">The room it takes, before it is turned.</param>
/// <param name="Says">What it says, or shows, for those who cannot see it.</param>
/// <param name="Contrast">Of words: contrast at the worst tenth of the pixels under them.</param>
/// <param name="Reads">Of words: whether that is enough for their size (WCAG 2.2, success criterion 1.4.3).</param>
/// <param name="Sharpness">Of a photo: its pixels for each pixel of a display 1920 pixels wide.</param>
/// <param name="Sharp">What that means for those who look.</param>
public sealed record ScenePart(
    Guid? ItemId,
    string Role,
    SlideRect Box,
    string Says,
    double? Contrast = null,
    bool? Reads = null,
    double? Sharpness = null,
    Sharp? Sharp = null
);

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
