namespace Jaali.Core.Editing;

/// <summary>
/// Lets a thing go on to the next slide: it stands there as it stands here, or what stands there is taken for the same
/// thing; and the next slide comes in by carrying.
/// </summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="Into">What it is on the next slide; null where it comes there anew.</param>
public sealed record CarryItem(Guid SlideId, Guid ItemId, Guid? Into = null) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "carrying something to the next slide";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        int at = deck.PlaceOf(slide.Id) + 1;
        if (at >= deck.Slides.Count || deck.Slides[at].Kind == SlideKind.Credits)
            return new Refusal(
                "no-next-slide",
                "There is no slide after this one to carry it to. Duplicate this slide, or make another."
            );
        Slide next = deck.Slides[at];
        if (Into is { } same)
        {
            if (next.Item(same) is not { } there)
                return Refusals.NoItem;
            if (same != item.Id && next.Item(item.Id) is not null)
                return AlreadyThere;
            next = Renamed(next, there, item.Id);
        }
        else if (next.Item(item.Id) is not null)
        {
            if (deck.TransitionOf(next).Change == TransitionKind.Carry)
                return AlreadyThere;
        }
        else
        {
            if (next.Items.Count >= Limits.Talks.Items)
                return new Refusal(
                    "too-many-items",
                    $"A slide holds at most {Limits.Talks.Items} items. Remove some first."
                );
            if (item.At.IsGround && next.Ground is not null)
                return new Refusal(
                    "ground-there",
                    "The next slide has a ground of its own. Say that it is the same, or make this one a frame first."
                );
            int rank = ItemKinds.Of(item).Rank,
                above = next.Items.FindLastIndex(i => ItemKinds.Of(i).Rank <= rank) + 1;
            Item coming = item with { At = item.At with { Group = null } };
            next = next with { Items = next.Items.Insert(item.At.IsGround ? 0 : above, coming) };
            if (ItemKinds.Fault(coming, deck, next, facts) is { } fault)
                return fault;
        }
        Transition was = deck.TransitionOf(next);
        if (was.Change != TransitionKind.Carry)
            next = next with
            {
                OwnTransition = new(TransitionKind.Carry, was.Seconds > 0 ? was.Seconds : Transition.Walking),
            };
        return deck.With(next);
    }

    private static Refusal AlreadyThere =>
        new("carried-already", "It goes on to the next slide already. Move it there to where it shall go.");

    // The slide with a thing under another identity, in everything that names it.
    private static Slide Renamed(Slide slide, Item item, Guid id) =>
        slide with
        {
            Items = slide.Items.ConvertAll(i =>
                i.Id == item.Id ? i with { Id = id }
                : i is Words words && words.Of == item.Id ? words with { Of = id }
                : i
            ),
            Cues = slide.Cues.ConvertAll(c =>
                c with
                {
                    ItemId = c.ItemId == item.Id ? id : c.ItemId,
                    Sequence = c.Sequence?.ConvertAll(t => t == item.Id ? id : t),
                }
            ),
        };
}
