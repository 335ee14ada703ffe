namespace Jaali.Core.Motion;

/// <summary>Where a thing stands when it comes forward: as large as the margins and its pixels allow, clear of the
/// titles, in the middle of the room that is left.</summary>
public static class InTurnPlaces
{
    // Between what comes forward and a title, in slide units.
    private const double Gap = 24;

    // Of the rooms round many titles so many are followed: the largest.
    private const int MostRooms = 24;

    /// <summary>Its state when it is forward.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="scene">The slide's scene.</param>
    /// <param name="item">The thing.</param>
    /// <param name="box">The room it takes in its place.</param>
    public static ItemState Forward(Deck deck, Slide slide, Scene scene, Item item, SlideRect box)
    {
        // A frame is seen upright and by its own rectangle; its shadow may reach beyond.
        SlideRect own = item.At.Turn != 0 || ItemKinds.Of(item).Photos(item).Any() ? item.At.Rect : box,
            room = Room(deck, slide, scene, item.Id, own.Aspect);
        double pixels = scene.Parts.FirstOrDefault(p => p.ItemId == item.Id)?.Sharpness is { } s
                ? Math.Max(1, s)
                : double.MaxValue,
            scale = Math.Min(Math.Min(room.Width / own.Width, room.Height / own.Height), pixels);
        // What fills the room already stays where it is.
        if (scale < 1)
            return new(1, Turn: -item.At.Turn);
        SlidePoint to = Composition.Middle(room),
            from = Composition.Middle(own);
        return new(1, to.X - from.X, to.Y - from.Y, scale, -item.At.Turn);
    }

    /// <summary>The largest room for a shape inside the margins and beside the titles.</summary>
    internal static SlideRect Room(Deck deck, Slide slide, Scene scene, Guid itemId, double aspect)
    {
        SlideRect all = deck.GridOf(slide).Room(deck.Shape.Bounds());
        SlideRect[] rooms = [all];
        foreach (SlideRect title in Titles(slide, scene, itemId))
            rooms = [.. rooms.SelectMany(r => Beside(r, title)).OrderByDescending(Holds).Take(MostRooms)];
        return rooms.Where(r => r.Width > 1 && r.Height > 1).DefaultIfEmpty(all).MaxBy(Holds);

        // How wide a thing of the shape it can hold.
        double Holds(SlideRect r) => Math.Min(r.Width, r.Height * aspect);
    }

    private static IEnumerable<SlideRect> Beside(SlideRect r, SlideRect title) =>
        r.Overlaps(title)
            ?
            [
                new(r.X, r.Y, r.Width, title.Y - r.Y),
                new(r.X, title.Bottom, r.Width, r.Bottom - title.Bottom),
                new(r.X, r.Y, title.X - r.X, r.Height),
                new(title.Right, r.Y, r.Right - title.Right, r.Height),
            ]
            : [r];

    private static IEnumerable<SlideRect> Titles(Slide slide, Scene scene, Guid itemId) =>
        scene
            .Parts.Where(p =>
                p.ItemId is { } id
                && id != itemId
                && slide.Item(id) is Words { Role: WordsRole.Heading or WordsRole.Opening or WordsRole.Subtitle }
                && p.Says.Length > 0
            )
            .Select(p => p.Box.Grown(Gap));
}
