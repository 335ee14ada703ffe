namespace Jaali.Core.Editing;

/// <summary>A command on what moves on a slide.</summary>
public abstract record CueCommand(Guid SlideId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "what moves on a slide";

    internal sealed override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Slide(SlideId) is not { } slide)
            return Refusals.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return Refusals.OnlyComputed;
        return Apply(deck, slide, facts);
    }

    internal abstract Change Apply(Deck deck, Slide slide, IEditFacts facts);

    /// <summary>The deck with one more move on a slide, if nothing is wrong with it.</summary>
    internal static Change Added(Deck deck, Slide slide, Cue cue, int? at = null) =>
        slide.Cues.Count >= Limits.Talks.Cues
            ? new Refusal("too-many-moves", $"A slide has at most {Limits.Talks.Cues} moves. Remove some first.")
        : cue.Fault(slide) is { } fault ? fault
        : deck.With(
            slide with
            {
                Cues = slide.Cues.Insert(Math.Clamp(at ?? slide.Cues.Count, 0, slide.Cues.Count), cue),
            }
        );

    internal static Refusal NoCue =>
        new("no-such-move", "This move is no longer on the slide. Choose another; nothing was changed.");
}
