namespace Jaali.Core.Editing;

/// <summary>Plans a slide's time, 1 to 3600 seconds; that of its point follows where the slide is the only
/// one.</summary>
public sealed record SetSeconds(Guid SlideId, double Seconds) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the time of a slide";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (!Pace.Plannable(Seconds))
            return Pace.NotPlannable;
        deck = deck.With(slide with { Seconds = Seconds });
        bool only = slide.PointId is not null && deck.Slides.Count(s => s.PointId == slide.PointId) == 1;
        return only && deck.Point(slide.PointId!.Value) is { } point
            ? deck.With(point with { Seconds = Seconds })
            : deck;
    }
}
