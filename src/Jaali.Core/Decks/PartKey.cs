using System.Diagnostics.CodeAnalysis;

namespace Jaali.Core.Decks;

/// <summary>What a part of a deck is.</summary>
public enum PartKind
{
    /// <summary>The title.</summary>
    Title,

    /// <summary>Who speaks.</summary>
    Speaker,

    /// <summary>The shape of the slides.</summary>
    Shape,

    /// <summary>The time slot.</summary>
    Slot,

    /// <summary>The declared use.</summary>
    Use,

    /// <summary>How credits are set.</summary>
    Style,

    /// <summary>The grid of slides that have none of their own.</summary>
    Grid,

    /// <summary>The look of the whole deck.</summary>
    House,

    /// <summary>The room that the talk is given in.</summary>
    Room,

    /// <summary>How fast the speaker speaks.</summary>
    Rate,

    /// <summary>Run-throughs that were kept.</summary>
    RunThroughs,

    /// <summary>The order of the points.</summary>
    Points,

    /// <summary>A point.</summary>
    Point,

    /// <summary>The order of the slides.</summary>
    Slides,

    /// <summary>What a slide is for.</summary>
    Slide,

    /// <summary>The order of a slide's items.</summary>
    SlideItems,

    /// <summary>An item of a slide.</summary>
    SlideItem,

    /// <summary>A slide's notes.</summary>
    SlideNotes,

    /// <summary>A slide's planned time.</summary>
    SlideSeconds,

    /// <summary>A slide's own grid.</summary>
    SlideGrid,

    /// <summary>The arrangement that a slide's photos follow.</summary>
    SlideArrangement,

    /// <summary>How a slide is laid out.</summary>
    SlideLayout,

    /// <summary>How a slide comes in.</summary>
    SlideTransition,

    /// <summary>What moves on a slide.</summary>
    SlideCues,
}

/// <summary>
/// The name of a part of a deck. Edits that touch different parts merge. Written as <c>title</c>, <c>point/ID</c>,
/// <c>slide/ID</c>, <c>slide/ID/items</c>, <c>slide/ID/item/ID</c>,
/// <c>slide/ID/notes</c>, <c>slide/ID/seconds</c>, <c>slide/ID/grid</c>, <c>slide/ID/arrangement</c>,
/// <c>slide/ID/layout</c>, <c>slide/ID/transition</c>, <c>slide/ID/cues</c>.
/// </summary>
/// <param name="Kind">What it is.</param>
/// <param name="Of">The point or slide; empty for parts of the deck itself.</param>
/// <param name="ItemId">The item; empty for other parts.</param>
public readonly record struct PartKey(PartKind Kind, Guid Of = default, Guid ItemId = default) : IComparable<PartKey>
{
    private static readonly Dictionary<string, PartKind> Own = new(StringComparer.Ordinal)
    {
        ["title"] = PartKind.Title,
        ["speaker"] = PartKind.Speaker,
        ["shape"] = PartKind.Shape,
        ["slot"] = PartKind.Slot,
        ["use"] = PartKind.Use,
        ["style"] = PartKind.Style,
        ["grid"] = PartKind.Grid,
        ["house"] = PartKind.House,
        ["room"] = PartKind.Room,
        ["rate"] = PartKind.Rate,
        ["run-throughs"] = PartKind.RunThroughs,
        ["points"] = PartKind.Points,
        ["slides"] = PartKind.Slides,
    };

    private static readonly Dictionary<PartKind, string> Names = Own.ToDictionary(o => o.Value, o => o.Key);

    /// <summary>Reads a key.</summary>
    public static bool TryParse(string text, [NotNullWhen(true)] out PartKey? key)
    {
        string[] path = text.Split('/');
        key = null;
        if (path.Length == 1 && Own.TryGetValue(path[0], out PartKind own))
            key = new(own);
        else if (path.Length >= 2 && Guid.TryParse(path[1], out Guid of))
            key = (path[0], path.ElementAtOrDefault(2), path.Length) switch
            {
                ("point", null, 2) => new(PartKind.Point, of),
                ("slide", null, 2) => new(PartKind.Slide, of),
                ("slide", "items", 3) => new(PartKind.SlideItems, of),
                ("slide", "notes", 3) => new(PartKind.SlideNotes, of),
                ("slide", "seconds", 3) => new(PartKind.SlideSeconds, of),
                ("slide", "grid", 3) => new(PartKind.SlideGrid, of),
                ("slide", "arrangement", 3) => new(PartKind.SlideArrangement, of),
                ("slide", "layout", 3) => new(PartKind.SlideLayout, of),
                ("slide", "transition", 3) => new(PartKind.SlideTransition, of),
                ("slide", "cues", 3) => new(PartKind.SlideCues, of),
                ("slide", "item", 4) when Guid.TryParse(path[3], out Guid item) => new(PartKind.SlideItem, of, item),
                _ => null,
            };
        return key is not null;
    }

    /// <summary>Reads a key.</summary>
    /// <exception cref="FormatException">A deck has no such part.</exception>
    public static PartKey Parse(string text) =>
        TryParse(text, out PartKey? key) ? key.Value : throw new FormatException($"A deck has no part named {text}.");

    /// <summary>True for parts of a slide.</summary>
    public bool IsOfSlide => Kind >= PartKind.Slide;

    /// <inheritdoc/>
    public override string ToString() =>
        Kind switch
        {
            PartKind.Point => $"point/{Of}",
            PartKind.Slide => $"slide/{Of}",
            PartKind.SlideItems => $"slide/{Of}/items",
            PartKind.SlideItem => $"slide/{Of}/item/{ItemId}",
            PartKind.SlideNotes => $"slide/{Of}/notes",
            PartKind.SlideSeconds => $"slide/{Of}/seconds",
            PartKind.SlideGrid => $"slide/{Of}/grid",
            PartKind.SlideArrangement => $"slide/{Of}/arrangement",
            PartKind.SlideLayout => $"slide/{Of}/layout",
            PartKind.SlideTransition => $"slide/{Of}/transition",
            PartKind.SlideCues => $"slide/{Of}/cues",
            _ => Names[Kind],
        };

    /// <inheritdoc/>
    public int CompareTo(PartKey other)
    {
        int by = Kind.CompareTo(other.Kind);
        if (by == 0)
            by = Of.CompareTo(other.Of);
        return by != 0 ? by : ItemId.CompareTo(other.ItemId);
    }

    /// <summary>Order of keys.</summary>
    public static bool operator <(PartKey a, PartKey b) => a.CompareTo(b) < 0;

    /// <summary>Order of keys.</summary>
    public static bool operator >(PartKey a, PartKey b) => a.CompareTo(b) > 0;

    /// <summary>Order of keys.</summary>
    public static bool operator <=(PartKey a, PartKey b) => a.CompareTo(b) <= 0;

    /// <summary>Order of keys.</summary>
    public static bool operator >=(PartKey a, PartKey b) => a.CompareTo(b) >= 0;
}
