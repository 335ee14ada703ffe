namespace Jaali.Core.Items;

/// <summary>Where charts, tables and flows stand that no hand put elsewhere.</summary>
internal static class FigurePlaces
{
    // Between several of them, as a share of the slide's width; and where a style from before there was a lattice has
    // them begin, as a share of its height.
    private const double Between = .04,
        EarlierTop = 1.0 / 6;

    /// <summary>Their places on a slide, side by side in the order of the items.</summary>
    internal static IReadOnlyDictionary<Guid, SlideRect> Of(Deck deck, Slide slide)
    {
        Guid[] all = [.. slide.Items.Where(i => i.LayoutPart == LayoutPart.Figure).Select(i => i.Id)];
        if (all.Length == 0)
            return ImmutableDictionary<Guid, SlideRect>.Empty;
        SlideRect room = Room(deck, slide);
        double gap = deck.Shape.Bounds().Width * Between,
            width = (room.Width - gap * (all.Length - 1)) / all.Length;
        return all.Select(
                (id, i) =>
                    (
                        id,
                        Rect: new SlideRect(
                            Math.Round(room.X + i * (width + gap), 2),
                            Math.Round(room.Y, 2),
                            Math.Round(Math.Max(ItemKinds.Smallest, width), 2),
                            Math.Round(Math.Max(ItemKinds.Smallest, room.Height), 2)
                        )
                    )
            )
            .ToDictionary(p => p.id, p => p.Rect);
    }

    /// <summary>The place of one that comes onto a slide.</summary>
    internal static SlideRect Next(Item item, Deck deck, Slide slide) =>
        Of(deck, slide with { Items = slide.Items.Add(item) })[item.Id];

    private static SlideRect Room(Deck deck, Slide slide)
    {
        HouseStyle house = deck.House;
        if (house.System is not null)
            return Lattice.Of(deck, slide).Figures;
        SlideRect bounds = deck.Shape.Bounds();
        double top = house.MarginY + bounds.Height * EarlierTop;
        return new(house.MarginX, top, bounds.Width - 2 * house.MarginX, bounds.Height - house.MarginY - top);
    }
}
