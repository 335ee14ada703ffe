using Jaali.Core.Decks;

namespace Jaali.Core.Editing;

/// <summary>Says where a thing leads when it is pressed.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="Leads">An address, a mail address or a slide, as <see cref="Leading"/> has them; null for
/// nowhere.</param>
public sealed record LeadTo(Guid SlideId, Guid ItemId, string? Leads) : ItemCommand(SlideId, ItemId)
{
    /// <inheritdoc/>
    public override string Deed => "where something leads";

    internal override Change Apply(Deck deck, Slide slide, Item item, IEditFacts facts)
    {
        string? to = Leading.Read(Leads);
        return to is not null && !Leading.IsSound(to)
            ? new Refusal(
                "bad-link",
                "This leads nowhere. Give an address that begins with https:// or mailto:, or choose a slide."
            )
            : deck.With(slide.With(item with { Leads = to }));
    }
}
