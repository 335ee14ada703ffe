namespace Jaali.Core.Editing;

/// <summary>Says where a thing leads when it is pressed.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="Link">An address, a mail address or a slide, as <see cref="LinkTarget"/> has them; null for
/// nowhere.</param>
public sealed record SetLink(Guid SlideId, Guid ItemId, string? Link) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "where something leads";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        string? to = LinkTarget.Read(Link);
        return to is not null && !LinkTarget.IsSound(to)
            ? new Refusal(
                "bad-link",
                "This leads nowhere. Give an address that begins with https:// or mailto:, or choose a slide."
            )
            : deck.With(slide.With(item with { Link = to }));
    }
}
