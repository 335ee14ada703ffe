namespace Jaali.Core.Editing;

/// <summary>Lets another photo come in over the ground and under everything else, slowly, on a press.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="PhotoId">The photo.</param>
/// <param name="Seconds">How long that takes.</param>
public sealed record ChangeGround(Guid SlideId, string PhotoId, double Seconds = Transition.Slow) : CueCommand(SlideId)
{
    /// <inheritdoc/>
    public override string UndoLabel => "another photo over the ground";

    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts)
    {
        if (slide.Ground is not { } ground)
            return new Refusal(
                "no-ground",
                "This slide has no ground that another photo could come over. Give it one."
            );
        SlideRect bounds = deck.Shape.Bounds();
        if (slide.Items.Count >= Limits.Talks.Items)
            return new Refusal(
                "too-many-items",
                $"A slide holds at most {Limits.Talks.Items} items. Remove some first."
            );
        // Over the ground and what came over it before.
        int above = slide.Items.FindLastIndex(i => i is Frame f && f.At.Rect == bounds) + 1;
        ItemKind kind = ItemKinds.Of(new FrameEdit());
        ItemResult made = kind.Create(facts.NewId(), new FrameEdit(PhotoId), bounds, new(deck, slide, facts));
        if (made.Item is not { } item)
            return made.Refusal!;
        Slide with = slide with { Items = slide.Items.Insert(Math.Max(1, above), item) };
        return ItemKinds.Fault(item, deck, with, facts) is { } fault
            ? fault
            : Added(deck, with, new Cue(facts.NewId(), CueAct.ComesIn, item.Id, Seconds: Seconds));
    }
}
