namespace Jaali.Core.Editing;

/// <summary>Puts a move in the place of the one with its identity.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Cue">The move as it shall be.</param>
public sealed record EditCue(Guid SlideId, Cue Cue) : CueCommand(SlideId)
{
    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts)
    {
        int at = slide.Cues.FindIndex(c => c.Id == Cue.Id);
        if (at < 0)
            return NoCue;
        // A way that there is not for what it does now becomes one that there is.
        Cue sound = Cue.Sound();
        return sound.Fault(slide) is { } fault ? fault : deck.With(slide with { Cues = slide.Cues.SetItem(at, sound) });
    }
}
