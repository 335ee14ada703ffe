namespace Jaali.Core.Editing;

/// <summary>Puts copies of items on a slide, from this deck or another; each is a thing of its own.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Items">What was copied.</param>
/// <param name="Aside">How far to the right and below of where they were, in slide units.</param>
public sealed record PasteItems(Guid SlideId, ImmutableList<Item> Items, double Aside = 0) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "pasting things on a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return Refusals.OnlyComputed;
        if (Items.Count == 0)
            return new Refusal("nothing-copied", "Nothing was copied. Choose something and copy it first.");
        if (slide.Items.Count + Items.Count > Limits.Talks.Items)
            return new Refusal("too-many-items", $"A slide holds at most {Limits.Talks.Items} things.");
        Dictionary<Guid, Guid> groups = [],
            ids = Items.Select(i => i.Id).Distinct().ToDictionary(i => i, _ => facts.NewId());
        HashSet<Guid> used = [];
        SlideRect bounds = deck.Shape.Bounds();
        foreach (Item its in Items)
        {
            // A caption stays with what was copied with it; alone it belongs to nothing.
            Item copied = its is Words { Of: { } of } words
                ? words with
                {
                    Of = ids.TryGetValue(of, out Guid at) ? at : null,
                }
                : its;
            ItemKind kind = ItemKinds.Of(copied);
            foreach (PhotoUse use in kind.Photos(copied))
                if (facts.Photo(use.PhotoId) is not { } photo)
                    return Refusals.NoPhoto;
                else if (PlacementRule.WhyNot(photo.Rights) is { } why)
                    return why;
            SlideRect r = copied.At.Rect;
            SlideRect rect = r with { X = r.X + Aside, Y = r.Y + Aside };
            // A copied ground is the ground where there is none, else a frame that hides not all of it.
            bool ground = copied.At.IsGround && slide.Ground is null;
            if (copied.At.IsGround && !ground)
                rect = new(
                    bounds.X + bounds.Width / 4,
                    bounds.Y + bounds.Height / 4,
                    bounds.Width / 2,
                    bounds.Height / 2
                );
            // From a slide of another shape it may have come to lie outside.
            rect = rect with
            {
                X = Math.Clamp(rect.X, bounds.X - rect.Width / 2, bounds.Right - rect.Width / 2),
                Y = Math.Clamp(rect.Y, bounds.Y - rect.Height / 2, bounds.Bottom - rect.Height / 2),
            };
            Guid? group = copied.At.Group is { } g
                ? groups.TryGetValue(g, out Guid known)
                    ? known
                    : groups[g] = facts.NewId()
                : null;
            ItemResult placed = kind.Place(
                copied with
                {
                    Id = used.Add(copied.Id) ? ids[copied.Id] : facts.NewId(),
                },
                ground ? Placement.Ground(bounds) : new Placement(rect, copied.At.Turn, Group: group),
                new ItemPlace(deck, slide, facts)
            );
            // What was copied may have been written by anyone: its window takes the shape of its frame.
            if (
                placed.Item is Frame frame
                && facts.Photo(frame.PhotoId) is { } shown
                && !(Math.Abs(frame.Crop.Width * shown.Aspect / frame.Crop.Height - frame.At.Rect.Aspect) < 1e-6)
            )
                placed = kind.Edit(frame, new FrameEdit(Crop: frame.Crop), new ItemPlace(deck, slide, facts));
            if (placed.Item is not { } item)
                return placed.Refusal!;
            if (copied is Words { Spot: Spot.Under, Of: not null } && item is Words under)
                item = under with { Spot = Spot.Under };
            if (ItemKinds.Fault(item, deck, slide, facts) is { } fault)
                return fault;
            slide = ground ? slide.WithGround(item, bounds) : slide with { Items = AddItem.Above(slide, item) };
        }
        return deck.With(slide);
    }
}
