namespace Jaali.Core.Editing;

/// <summary>Puts a fact of its point on a slide, in the calmest free place, and its reference small under it: as words,
/// or as the chart, table or flow that it can become.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Fact">Which of the point's facts, counted from 0.</param>
/// <param name="As">What it is put as.</param>
public sealed record ShowFact(Guid SlideId, int Fact, TextForm As = TextForm.Words) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "a fact on its slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (
            slide.PointId is not { } id
            || deck.Point(id) is not { } point
            || point.Facts.ElementAtOrDefault(Fact) is not { } fact
        )
            return new Refusal("no-such-fact", "This fact is no longer in the plan. Choose another.");
        (string text, string reference) = (fact.Text.Trim(), fact.Reference.Trim());
        if (text.Length == 0)
            (text, reference) = (reference, "");
        if (As != TextForm.Words)
            return FigureOffers.Of(text, fact.SourceLine).FirstOrDefault(o => o.Form == As) is { } offer
                ? new AddItem(SlideId, offer.Edit).Apply(deck, facts)
                : new Refusal("no-figures", "This fact holds nothing to draw. Put it on the slide as words.");
        if (slide.Items.OfType<Words>().Any(w => w.Say(deck, slide).Trim() == text))
            return new Refusal("fact-there", "This fact stands on the slide already.");
        Change put = new AddItem(SlideId, new WordsEdit(text, Spot.Auto, Role: WordsRole.Body)).Apply(deck, facts);
        if (put.Deck is not { } with || reference.Length == 0)
            return put;
        Guid said = with.Slide(SlideId)!.Items.OfType<Words>().First(w => slide.Item(w.Id) is null).Id;
        return new AddItem(
            SlideId,
            new WordsEdit(
                Role: WordsRole.Caption,
                Of: said,
                Body: [new Paragraph([new TextRun(reference, Link: fact.Address)])]
            )
        ).Apply(with, facts);
    }
}
