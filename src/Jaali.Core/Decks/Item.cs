using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>
/// One thing on a slide. What it is, is said by its kind: a record in <c>Items</c>, listed once. A value; its
/// identity survives duplication of its slide, so that it can be followed from slide to slide.
/// </summary>
/// <param name="Id">Identity, once on each slide.</param>
/// <param name="At">Where and how it lies.</param>
public abstract record Item(Guid Id, Placement At)
{
    /// <summary>Where it leads when it is pressed in the show or in a file: an address or a slide; null for
    /// nowhere.</summary>
    public string? Link { get; init; }

    /// <summary>What it is to the layout of its slide.</summary>
    [JsonIgnore]
    public virtual LayoutPart LayoutPart => LayoutPart.Other;
}

/// <summary>What an item is to the layout of its slide.</summary>
public enum LayoutPart
{
    /// <summary>Nothing that a layout asks for.</summary>
    Other,

    /// <summary>A photo that takes part: not held.</summary>
    Photo,

    /// <summary>The title of the slide.</summary>
    Heading,

    /// <summary>Running words or a list.</summary>
    List,

    /// <summary>A chart, a table, a flow: it wants the room of the words under the heading.</summary>
    Figure,
}

/// <summary>Where and how an item lies on its slide.</summary>
/// <param name="Rect">Its rectangle before it is turned, in slide units. That of a ground is always the
/// slide's.</param>
/// <param name="Turn">Degrees clockwise about the middle of the rectangle.</param>
/// <param name="IsGround">It is the ground: the lowest item, as large as the slide. At most one on a slide.</param>
/// <param name="Held">It is held in its place: no hand moves, orders or removes it.</param>
/// <param name="Group">Items of one group are moved and removed together; null for none.</param>
public sealed record Placement(
    SlideRect Rect,
    double Turn = 0,
    bool IsGround = false,
    bool Held = false,
    Guid? Group = null
)
{
    /// <summary>The placement of a slide's ground.</summary>
    public static Placement Ground(SlideRect slide) => new(slide, IsGround: true);
}

/// <summary>An edit of what one kind of item is; what its members leave null stays.</summary>
public abstract record ItemEdit
{
    /// <summary>What it does, in words that fit behind "Taken back:".</summary>
    [JsonIgnore]
    public virtual string UndoLabel => "changing a thing on a slide";
}
