namespace Jaali.Core.Decks;

/// <summary>Which things of a slide are there after each press of its moves.</summary>
internal static class SlidePresses
{
    /// <summary>The things that are not there, after 0, 1, 2 and so on presses.</summary>
    internal static IReadOnlyList<IReadOnlySet<Guid>> Hidden(Slide slide)
    {
        HashSet<Guid> hidden = [],
            named = [];
        // What comes in before anything else is done to it is not there at first.
        foreach (Cue cue in slide.Cues)
        foreach (Guid thing in cue.Things)
            if (named.Add(thing) && cue.Act == CueAct.ComesIn)
                hidden.Add(thing);
        List<IReadOnlySet<Guid>> after = [];
        foreach (Cue cue in slide.Cues)
        {
            if (cue.Start == CueStart.OnPress || cue.Act == CueAct.InTurn)
                after.Add(hidden.ToHashSet());
            foreach (Guid thing in cue.Things)
                if (cue.Act == CueAct.ComesIn)
                    hidden.Remove(thing);
                else if (cue.Act == CueAct.GoesOut)
                    hidden.Add(thing);
        }
        after.Add(hidden);
        return after;
    }
}
