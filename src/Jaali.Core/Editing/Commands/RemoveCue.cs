namespace Jaali.Core.Editing;

/// <summary>Takes a move off a slide.</summary>
public sealed record RemoveCue(Guid SlideId, Guid CueId) : CueCommand(SlideId)
{
    internal override Change Apply(Deck deck, Slide slide, IEditFacts facts) =>
        slide.Cues.Find(c => c.Id == CueId) is { } cue
            ? deck.With(slide with { Cues = slide.Cues.Remove(cue) })
            : NoCue;
}
