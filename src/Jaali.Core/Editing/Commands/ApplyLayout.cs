namespace Jaali.Core.Editing;

/// <summary>Lays a slide out: sets its words as a layout has them, with what the plan knows, and its
/// photos as they share
/// the slide with them; nothing typed is lost. What is null stays.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Layout">What its words are set as.</param>
/// <param name="Sharing">How its photos share it with them.</param>
public sealed record ApplyLayout(Guid SlideId, SlideLayout? Layout = null, PhotoSharing? Sharing = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "laying out a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return Refusals.OnlyComputed;
        if (Sharing is { } way && !SlideSharing.Suits(way, Arrangements.Taking(slide).Count()))
            return new Refusal(
                "no-such-layout",
                "So many photos cannot share the slide like this. Choose another layout."
            );
        bool system = deck.House.System is not null;
        if (system)
            slide = slide with { Layout = LayoutOf(deck, slide) };
        Slide laid = Layout is { } words ? SlideLayouts.Laid(deck, slide, words, facts, facts.NewId) : slide;
        if (
            laid.Items.Select(i => ItemKinds.Fault(i, deck, laid, facts)).FirstOrDefault(f => f is not null) is
            { } fault
        )
            return fault;
        deck = deck.With(laid);
        return system ? SlideLaying.Laid(deck, laid, facts) : deck;
    }

    // What was said of its layout before, and what is said now.
    private AppliedLayout LayoutOf(Deck deck, Slide slide)
    {
        AppliedLayout was =
            slide.Layout
            // Photos that a hand put there stay.
            ?? new(
                Chosen: slide.Items.Exists(i => i.LayoutPart == LayoutPart.Photo),
                Turn: SlideSharing.NextTurn(deck, slide)
            );
        return was with
        {
            Words = Layout ?? was.Words,
            Sharing = Sharing ?? was.Sharing,
            Chosen = Sharing is not null || was.Chosen,
        };
    }
}
