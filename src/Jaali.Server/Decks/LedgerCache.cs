using System.Runtime.CompilerServices;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>Judgements, remembered for as long as what they rest on stays the same, so that an edit judges only what
/// it touches.</summary>
public sealed class LedgerCache(PhotoStore photos)
{
    private readonly BoundedCache<JudgementKey, Judgement> _made = new(Limits.Retention.Judgements);

    /// <summary>Every photo shown in a deck, judged by its declared use or another.</summary>
    public IReadOnlyList<CreditEntry> Of(Deck deck, DeclaredUse? use = null) =>
        Ledger.Of(deck, photos.Facts, use, Judged);

    /// <summary>How every photo shown in a deck stands; no credit is written for it.</summary>
    public IReadOnlyList<Standing> Standings(Deck deck)
    {
        Dictionary<string, Changes> shown = [];
        foreach ((_, PhotoUse seen) in ItemKinds.Photos(deck))
            shown[seen.PhotoId] = shown.TryGetValue(seen.PhotoId, out Changes? before)
                ? Changes.Together([before, seen.Changes])
                : seen.Changes;
        return
        [
            .. shown
                .Select(s => (Facts: photos.Facts(s.Key), Changes: s.Value))
                .Where(s => s.Facts is not null)
                .Select(s =>
                    Judged(s.Facts!, s.Changes, deck.Use, deck.Style, deck.Style.Decided.Contains(s.Facts!.Id)).Standing
                ),
        ];
    }

    /// <summary>One photo as placed.</summary>
    public Judgement Judged(PhotoFacts photo, Changes changes, DeclaredUse use, CreditStyle style, bool decided) =>
        _made.GetOrMake(
            new(photo, changes, use, style.Place, style.Courtesy, style.Language, decided),
            static (k, s) => Judge.Of(k.Photo.Rights, k.Changes, k.Use, s, k.Decided),
            style
        );

    // Facts of a photo are one object until its record is corrected: nothing of a long record is compared.
    private sealed record JudgementKey(
        PhotoFacts Photo,
        Changes Changes,
        DeclaredUse Use,
        CreditPlace Place,
        bool Courtesy,
        string Language,
        bool Decided
    )
    {
        public bool Equals(JudgementKey? other) =>
            other is not null
            && ReferenceEquals(Photo, other.Photo)
            && Changes == other.Changes
            && Use == other.Use
            && Place == other.Place
            && Courtesy == other.Courtesy
            && Language == other.Language
            && Decided == other.Decided;

        public override int GetHashCode() =>
            HashCode.Combine(RuntimeHelpers.GetHashCode(Photo), Changes, Use, Place, Courtesy, Decided);
    }
}
