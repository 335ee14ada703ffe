namespace Jaali.Core.Editing;

/// <summary>Sets the words of a slide as a layout has them, with what the plan knows; nothing typed is lost.</summary>
public sealed record ApplyLayout(Guid SlideId, SlideLayout Layout) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "laying out a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return Refusals.OnlyComputed;
        Slide laid = SlideLayouts.Laid(deck, slide, Layout, facts, facts.NewId);
        return
            laid.Items.Select(i => ItemKinds.Fault(i, deck, laid, facts)).FirstOrDefault(f => f is not null)
                is { } fault
            ? fault
            : deck.With(laid);
    }
}
