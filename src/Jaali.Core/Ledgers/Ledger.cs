namespace Jaali.Core.Ledgers;

/// <summary>A photo as the ledger and the credits list it: once, with all slides that show it.</summary>
/// <param name="Photo">The photo.</param>
/// <param name="Slides">Numbers of the slides, from 1.</param>
/// <param name="Changes">All that its placements do to it.</param>
/// <param name="Parts">The parts of its credit.</param>
/// <param name="Judgement">How it stands for the deck's declared use.</param>
public sealed record CreditEntry(
    PhotoFacts Photo,
    IReadOnlyList<int> Slides,
    Changes Changes,
    CreditParts Parts,
    Judgement Judgement
)
{
    /// <summary>Its full credit.</summary>
    public Credit Credit => Credit.Full(Parts);

    /// <summary>Its short credit.</summary>
    public Credit Short => Credit.Short(Parts);
}

/// <summary>Every photo shown in a deck, with its credit and how it stands.</summary>
public static class Ledger
{
    /// <summary>In order of appearance.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="photo">A photo by its SHA-256, or null.</param>
    /// <param name="use">The use to judge by; null for the declared one.</param>
    /// <param name="judge">Judges one photo; null for <see cref="Judge.Of"/>. A caller that remembers judgements
    /// gives its own.</param>
    public static IReadOnlyList<CreditEntry> Of(
        Deck deck,
        Func<string, PhotoFacts?> photo,
        DeclaredUse? use = null,
        Func<PhotoFacts, Changes, DeclaredUse, CreditStyle, bool, Judgement>? judge = null
    )
    {
        List<(PhotoFacts Photo, List<int> Slides, List<Changes> Changes)> shown = [];
        Dictionary<string, int> place = [];
        foreach ((int number, PhotoUse seen) in ItemKinds.Photos(deck))
        {
            if (photo(seen.PhotoId) is not { } facts)
                continue;
            if (!place.TryGetValue(seen.PhotoId, out int at))
            {
                place[seen.PhotoId] = at = shown.Count;
                shown.Add((facts, [], []));
            }
            if (shown[at].Slides.LastOrDefault() != number)
                shown[at].Slides.Add(number);
            shown[at].Changes.Add(seen.Changes);
        }
        return
        [
            .. shown.Select(s =>
            {
                Changes changes = Changes.Together(s.Changes);
                bool decided = deck.Style.Decided.Contains(s.Photo.Id);
                Judgement judgement = judge is null
                    ? Judge.Of(s.Photo.Rights, changes, use ?? deck.Use, deck.Style, decided)
                    : judge(s.Photo, changes, use ?? deck.Use, deck.Style, decided);
                return new CreditEntry(
                    s.Photo,
                    s.Slides,
                    changes,
                    CreditParts.Of(s.Photo.Rights, changes, deck.Style.Language),
                    judgement
                );
            }),
        ];
    }

    /// <summary>One sentence on all of them: "12 photos: 9 clear, 2 to settle, 1 blocked".</summary>
    public static string Sentence(IReadOnlyList<CreditEntry> entries)
    {
        if (entries.Count == 0)
            return "No photo is on a slide yet";
        int clear = entries.Count(e => e.Judgement.Standing == Standing.Clear),
            settle = entries.Count(e => e.Judgement.Standing == Standing.ToSettle),
            blocked = entries.Count - clear - settle;
        string head = entries.Count == 1 ? "1 photo" : $"{entries.Count} photos";
        if (clear == entries.Count)
            return $"{head}: all clear";
        return $"{head}: {clear} clear"
            + (settle > 0 ? $", {settle} to settle" : "")
            + (blocked > 0 ? $", {blocked} blocked" : "");
    }
}
