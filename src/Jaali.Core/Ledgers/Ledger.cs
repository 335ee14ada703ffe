namespace Jaali.Core.Ledgers;

/// <summary>A photo as the ledger and the credits list it: once, with all slides that show it.</summary>
/// <param name="Photo">The photo.</param>
/// <param name="Slides">Numbers of the slides, from 1.</param>
/// <param name="Changes">All that its placements do to it.</param>
/// <param name="Parts">The parts of its credit.</param>
/// <param name="Judgement">How it stands for the deck's declared use.</param>
/// <param name="MergedWith">The records of the photos that are merged with it into one picture.</param>
public sealed record CreditEntry(
    PhotoFacts Photo,
    IReadOnlyList<int> Slides,
    Changes Changes,
    CreditParts Parts,
    Judgement Judgement,
    IReadOnlyList<RightsRecord> MergedWith
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
    /// <param name="carried">What of the credits is found; null for what the deck itself shows. A copy gives its
    /// own.</param>
    public static IReadOnlyList<CreditEntry> Of(
        Deck deck,
        Func<string, PhotoFacts?> photo,
        DeclaredUse? use = null,
        Func<PhotoFacts, Changes, DeclaredUse, CreditStyle, bool, CreditsCarried, Judgement>? judge = null,
        CreditsCarried? carried = null
    )
    {
        use ??= deck.Use;
        carried ??= Shown(deck, use);
        List<(PhotoFacts Photo, List<int> Slides, List<Changes> Changes, HashSet<string> Merged)> shown = [];
        Dictionary<string, int> place = [];
        foreach ((int number, PhotoUse seen) in ItemKinds.Photos(deck))
        {
            if (photo(seen.PhotoId) is not { } facts)
                continue;
            if (!place.TryGetValue(seen.PhotoId, out int at))
            {
                place[seen.PhotoId] = at = shown.Count;
                shown.Add((facts, [], [], []));
            }
            if (shown[at].Slides.LastOrDefault() != number)
                shown[at].Slides.Add(number);
            shown[at].Changes.Add(seen.Changes);
            if (seen.Merged.Length > 0)
                shown[at].Merged.Add(seen.Merged);
        }
        return
        [
            .. shown.Select(s =>
            {
                Changes changes = Changes.Together(s.Changes);
                bool decided = deck.Style.Decided.Contains(s.Photo.Id);
                Judgement judgement = judge is null
                    ? Judge.Of(s.Photo.Rights, changes, use, deck.Style, decided, carried)
                    : judge(s.Photo, changes, use, deck.Style, decided, carried);
                string[] under =
                [
                    .. s
                        .Merged.Select(m => MergedPicture.Of(RecordsOf(m, "", photo)).Under?.Label)
                        .OfType<string>()
                        .Distinct(),
                ];
                return new CreditEntry(
                    s.Photo,
                    s.Slides,
                    changes,
                    CreditParts.Of(s.Photo.Rights, changes, deck.Style.Language) with
                    {
                        MergedUnder = string.Join(", ", under),
                    },
                    Merged(judgement, s.Photo, s.Merged, photo, use),
                    [.. s.Merged.SelectMany(m => RecordsOf(m, s.Photo.Id, photo))]
                );
            }),
        ];
    }

    /// <summary>What of the credits a deck itself shows. The texts of licences go with the copies that can carry
    /// them; a recording can not.</summary>
    public static CreditsCarried Shown(Deck deck, DeclaredUse? use = null) =>
        new(
            deck.Style.Place != CreditPlace.EndOnly,
            deck.Slides.Exists(s => s.Kind == SlideKind.Credits),
            LicenceTexts: !(use ?? deck.Use).Recorded
        );

    /// <summary>A judgement with what merging adds to it.</summary>
    /// <param name="judged">How the photo stands by itself.</param>
    /// <param name="own">The photo.</param>
    /// <param name="pictures">The merged pictures that it is part of: <see cref="PhotoUse.Merged"/>.</param>
    /// <param name="photo">A photo by its SHA-256, or null.</param>
    /// <param name="use">What the talk is for.</param>
    public static Judgement Merged(
        Judgement judged,
        PhotoFacts own,
        IEnumerable<string> pictures,
        Func<string, PhotoFacts?> photo,
        DeclaredUse use
    ) =>
        pictures
            .Where(p => p.Length > 0)
            .Aggregate(judged, (j, p) => MergedPicture.Judge(j, own.Rights, RecordsOf(p, own.Id, photo), use));

    private static RightsRecord[] RecordsOf(string picture, string but, Func<string, PhotoFacts?> photo) =>
        [.. picture.Split(' ').Where(p => p != but).Select(photo).OfType<PhotoFacts>().Select(f => f.Rights)];

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
