namespace Jaali.Core.Editing;

/// <summary>What was chosen for all slides holds for those that are made later: where every slide comes in the same way
/// of its own, a new one does as well.</summary>
internal static class LiveTransitions
{
    internal static Deck Follow(Deck before, Deck after)
    {
        if (ReferenceEquals(before.Slides, after.Slides) || OfAll(before) is not { } transition)
            return after;
        HashSet<Guid> known = [.. before.Slides.Select(s => s.Id)];
        foreach (Slide made in after.Slides.Where(s => !known.Contains(s.Id) && s.OwnTransition is null).ToArray())
            after = after.With(made with { OwnTransition = transition });
        return after;
    }

    // The way in which every slide but the first, which nothing comes before, and the credits was told to come in.
    private static Transition? OfAll(Deck deck)
    {
        Slide[] told = [.. deck.Slides.Skip(1).Where(s => s.Kind != SlideKind.Credits)];
        return
            told.Length > 1 && told[0].OwnTransition is { } way && Array.TrueForAll(told, s => s.OwnTransition == way)
            ? way
            : null;
    }
}
