namespace Jaali.Core.Editing;

/// <summary>Moves several items of a slide together, with those of their groups. Grounds stay.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemIds">The items.</param>
/// <param name="Across">To the right, in slide units.</param>
/// <param name="Down">Down, in slide units.</param>
public sealed record MoveItems(Guid SlideId, ImmutableList<Guid> ItemIds, double Across, double Down) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "moving things on a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (ChosenItems.Of(deck, SlideId, ItemIds, out Refusal? none) is not { } chosen)
            return none!;
        Item[] moved = [.. chosen.WithGroups().Where(i => !i.At.IsGround)];
        // What stands under something that is moved comes along by itself.
        HashSet<Guid> ids = [.. moved.Select(i => i.Id)];
        moved = [.. moved.Where(i => i is not Words { Spot: Spot.Under, Of: { } of } || !ids.Contains(of))];
        if (moved.Length == 0)
            return new Refusal("ground-fills", "The ground fills its slide. Make it a frame first, then move it.");
        return ChosenItems.Put(
            deck,
            chosen.Slide,
            moved,
            i => i.At with { Rect = i.At.Rect with { X = i.At.Rect.X + Across, Y = i.At.Rect.Y + Down } },
            facts
        );
    }
}
