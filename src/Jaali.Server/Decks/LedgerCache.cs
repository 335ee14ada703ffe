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

    /// <summary>Every photo shown in a deck, judged by its declared use or another, and by the credits that the deck
    /// itself shows or a copy carries.</summary>
    public IReadOnlyList<CreditEntry> Of(Deck deck, DeclaredUse? use = null, CreditsCarried? carried = null) =>
        Ledger.Of(deck, photos.Facts, use, Judged, carried);

    /// <summary>How every photo shown in a deck stands; no credit is written for it.</summary>
    public IReadOnlyList<Standing> Standings(Deck deck)
    {
        Dictionary<string, (Changes Changes, HashSet<string> Merged)> shown = [];
        foreach ((_, PhotoUse seen) in ItemKinds.Photos(deck))
        {
            (Changes Changes, HashSet<string> Merged) before = shown.GetValueOrDefault(
                seen.PhotoId,
                (seen.Changes, [])
            );
            before.Merged.Add(seen.Merged);
            shown[seen.PhotoId] = (Changes.Together([before.Changes, seen.Changes]), before.Merged);
        }
        CreditsCarried carried = Ledger.Shown(deck);
        return
        [
            .. shown
                .Select(s => (Facts: photos.Facts(s.Key), s.Value.Changes, s.Value.Merged))
                .Where(s => s.Facts is not null)
                .Select(s => JudgedIn(deck, s.Facts!, s.Changes, s.Merged, carried).Standing),
        ];
    }

    /// <summary>One photo as a deck places it, with what it is merged with.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="photo">The photo.</param>
    /// <param name="changes">What is done to it.</param>
    /// <param name="merged">The merged pictures that it is part of.</param>
    /// <param name="carried">What of the credits is found.</param>
    public Judgement JudgedIn(
        Deck deck,
        PhotoFacts photo,
        Changes changes,
        IEnumerable<string> merged,
        CreditsCarried carried
    ) =>
        Ledger.Merged(
            Judged(photo, changes, deck.Use, deck.Style, deck.Style.Decided.Contains(photo.Id), carried),
            photo,
            merged,
            photos.Facts,
            deck.Use
        );

    /// <summary>One photo as placed.</summary>
    private Judgement Judged(
        PhotoFacts photo,
        Changes changes,
        DeclaredUse use,
        CreditStyle style,
        bool decided,
        CreditsCarried carried
    ) =>
        _made.GetOrMake(
            new(photo, changes, use, style.Place, style.Courtesy, style.Language, decided, carried),
            static (k, s) => Judge.Of(k.Photo.Rights, k.Changes, k.Use, s, k.Decided, k.Carried),
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
        bool Decided,
        CreditsCarried Carried
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
            && Decided == other.Decided
            && Carried == other.Carried;

        public override int GetHashCode() =>
            HashCode.Combine(RuntimeHelpers.GetHashCode(Photo), Changes, Use, Place, Courtesy, Decided, Carried);
    }
}
