using System.Runtime.CompilerServices;

namespace Jaali.Core.Items;

/// <summary>All kinds of items there are: the only list.</summary>
public static class ItemKinds
{
    /// <summary>The format in which items are written: 1 was a ground and a list of words, 2 had covers in fractions of
    /// frames, 3 had other names.</summary>
    public const int Format = 4;

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<ItemKind> All { get; } =
    [
        new FrameKind(),
        new VeilKind(),
        new WordsKind(),
        new ChartKind(),
        new TableKind(),
        new FlowKind(),
        new ShapeKind(),
        new LineKind(),
        new IconKind(),
    ];

    private static readonly Dictionary<Type, ItemKind> ByType = All.SelectMany(k =>
            new[] { (Type: k.ItemType, Kind: k), (Type: k.EditType, Kind: k) }
        )
        .ToDictionary(k => k.Type, k => k.Kind);

    private static readonly Dictionary<string, ItemKind> ByName = All.ToDictionary(k => k.Name, StringComparer.Ordinal);

    /// <summary>The kind of an item.</summary>
    public static ItemKind Of(Item item) => ByType[item.GetType()];

    /// <summary>The kind that an edit is for.</summary>
    public static ItemKind Of(ItemEdit edit) => ByType[edit.GetType()];

    /// <summary>The kind of this name, or null.</summary>
    public static ItemKind? Named(string name) => ByName.GetValueOrDefault(name);

    /// <summary>The photos that a slide shows, from bottom to top; remembered with the items.</summary>
    public static IReadOnlyList<PhotoUse> Photos(Slide slide) =>
        Shown.GetValue(slide.Items, static items => LaidSound.In(items, [.. items.SelectMany(i => Of(i).Photos(i))]));

    private static readonly ConditionalWeakTable<ImmutableList<Item>, IReadOnlyList<PhotoUse>> Shown = [];

    /// <summary>What the items of a slide follow beyond it.</summary>
    public static Follows Follows(Slide slide) =>
        (Follows)
            Followed.GetValue(
                slide.Items,
                static items => items.Aggregate(Items.Follows.Nothing, static (all, i) => all | Of(i).Follows(i))
            );

    private static readonly ConditionalWeakTable<ImmutableList<Item>, object> Followed = [];

    /// <summary>True where a slide shows a photo; where none is named, any.</summary>
    public static bool Shows(Slide slide, string? photoId = null) =>
        photoId is null ? Photos(slide).Count > 0 : Photos(slide).Any(u => u.PhotoId == photoId);

    /// <summary>Every photo that a deck shows, with the number of its slide from 1, in order.</summary>
    public static IEnumerable<(int Number, PhotoUse Use)> Photos(Deck deck) =>
        deck.Slides.SelectMany((s, i) => Photos(s).Select(u => (i + 1, u)));

    /// <summary>What is wrong with an item, whatever its kind, or null.</summary>
    public static Refusal? Fault(Item item, Deck deck, Slide slide, IPhotoFacts photos)
    {
        SlideRect r = item.At.Rect,
            room = deck.Shape.Bounds().Grown(MostBeyond);
        if (!(r.Width >= Smallest && r.Height >= Smallest))
            return new("too-small", $"A thing on a slide is at least {Smallest} wide and high. Make it larger.");
        if (!(r.X >= room.X && r.Y >= room.Y && r.Right <= room.Right && r.Bottom <= room.Bottom))
            return new("too-far-out", "This lies too far outside the slide. Move it nearer.");
        return Of(item).Fault(item, new ItemPlace(deck, slide, photos));
    }

    /// <summary>The smallest side of an item, in slide units.</summary>
    public const double Smallest = 8;

    /// <summary>How far an item may reach beyond the slide, in slide units.</summary>
    public const double MostBeyond = 4000;

    /// <summary>A slide with everything that lies below an item, for finding where and how it reads.</summary>
    internal static Composition Below(Deck deck, Slide slide, Item item, ISceneFacts facts)
    {
        var scene = new Composition(deck, slide, facts);
        foreach (Item below in slide.Items.TakeWhile(i => i.Id != item.Id))
            scene.Item(below, () => Of(below).Compose(below, scene));
        return scene;
    }
}
