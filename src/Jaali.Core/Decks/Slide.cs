using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>One slide.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="PointId">The point it shows, if any.</param>
/// <param name="Items">What lies on it, from bottom to top. Whatever order is given, a ground comes first and is the
/// only one: the first that is marked so.</param>
/// <param name="Notes">What the speaker reads.</param>
/// <param name="Seconds">Time planned for it.</param>
public sealed record Slide(
    Guid Id,
    SlideKind Kind,
    Guid? PointId,
    ImmutableList<Item> Items,
    string Notes,
    double Seconds
)
{
    /// <summary>What lies on it, from bottom to top.</summary>
    public ImmutableList<Item> Items
    {
        get;
        init => field = GroundFirst(value);
    } = GroundFirst(Items);

    /// <summary>The slide's own grid; null for the deck's.</summary>
    public SlideGrid? OwnGrid { get; init; }

    /// <summary>The arrangement that its photos follow: when one comes, goes or is swapped, they are set anew. Null
    /// where they stand as they were put.</summary>
    public ArrangementForm? Arrangement { get; init; }

    /// <summary>How it is laid out; null where a hand put its things in their places.</summary>
    public AppliedLayout? Layout { get; init; }

    /// <summary>What its heading stands beside.</summary>
    [JsonIgnore]
    public HeadingSurroundings Around
    {
        get
        {
            int photos = Items.Count(i => i.LayoutPart == LayoutPart.Photo);
            bool list = Items.Exists(i => i.LayoutPart == LayoutPart.List);
            // Over a chart, a table or a flow the heading has a row of its own, whatever stands beside them.
            if (HasFigures)
                return HeadingSurroundings.Several;
            return photos > 1 ? HeadingSurroundings.Several
                : photos == 1
                    ? Ground is not null
                        || Layout?.Sharing is PhotoSharing.Above or PhotoSharing.Below or PhotoSharing.Within
                            ? HeadingSurroundings.OverOne
                        // Where a hand put the photo, or a list stands beside it, there is little room.
                        : list || Layout?.Sharing is null ? HeadingSurroundings.Several
                        : HeadingSurroundings.OnePhoto
                : list ? HeadingSurroundings.Several
                : HeadingSurroundings.OverOne;
        }
    }

    /// <summary>There is a chart, a table or a flow on it.</summary>
    [JsonIgnore]
    public bool HasFigures => Items.Exists(i => i.LayoutPart == LayoutPart.Figure);

    /// <summary>The parts of a thing on it move one by one.</summary>
    public bool ComesPartByPart(Guid itemId) => Cues.Exists(c => c.PartByPart && c.ItemId == itemId);

    /// <summary>How it comes in; null for as the house has it.</summary>
    public Transition? OwnTransition { get; init; }

    /// <summary>What moves on it, in the order of the presses.</summary>
    public ImmutableList<Cue> Cues { get; init; } = [];

    /// <summary>The item that is the ground, or null.</summary>
    [JsonIgnore]
    public Item? Ground => Items.Count > 0 && Items[0].At.IsGround ? Items[0] : null;

    /// <summary>The item with this identity, or null.</summary>
    public Item? Item(Guid id) => Items.Find(i => i.Id == id);

    /// <summary>The slide with one item changed, or put on top where it lacks it.</summary>
    public Slide With(Item item)
    {
        int at = Items.FindIndex(i => i.Id == item.Id);
        return this with { Items = at < 0 ? Items.Add(item) : Items.SetItem(at, item) };
    }

    /// <summary>The slide without an item.</summary>
    public Slide Without(Guid itemId) => this with { Items = Items.RemoveAll(i => i.Id == itemId) };

    /// <summary>The slide with this item as its ground, in place of the one that was.</summary>
    public Slide WithGround(Item ground, SlideRect slide)
    {
        ImmutableList<Item> others = Items.RemoveAll(i => i.Id == ground.Id || i.At.IsGround);
        return this with
        {
            Items = others.Insert(0, ground with { At = Placement.Ground(slide) with { Held = ground.At.Held } }),
        };
    }

    /// <summary>The slide with its ground as large as the slide is.</summary>
    internal Slide Filled(SlideRect slide) =>
        Ground is { } g && (g.At.Rect != slide || g.At.Turn != 0)
            ? With(g with { At = g.At with { Rect = slide, Turn = 0 } })
            : this;

    private static ImmutableList<Item> GroundFirst(ImmutableList<Item> items)
    {
        int first = items.FindIndex(i => i.At.IsGround);
        if (first < 0 || (first == 0 && items.FindIndex(1, i => i.At.IsGround) < 0))
            return items;
        Item ground = items[first];
        return items
            .RemoveAt(first)
            .ConvertAll(i => i.At.IsGround ? i with { At = i.At with { IsGround = false } } : i)
            .Insert(0, ground);
    }
}
