using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>Judgements, remembered for as long as what they rest on stays the same, so that an edit judges only what
/// it touches.</summary>
public sealed class LedgerShelf(PhotoStore photos)
{
    private readonly Remembered<
        (
            PhotoFacts Photo,
            Changes Changes,
            DeclaredUse Use,
            CreditPlace Place,
            bool Courtesy,
            string Language,
            bool Decided
        ),
        Judgement
    > _made = new(Limits.Kept.Judgements);

    /// <summary>Every photo shown in a deck, judged by its declared use or another.</summary>
    public IReadOnlyList<CreditEntry> Of(Deck deck, DeclaredUse? use = null) =>
        Ledger.Of(deck, photos.Facts, use, Judged);

    /// <summary>One photo as placed.</summary>
    public Judgement Judged(PhotoFacts photo, Changes changes, DeclaredUse use, CreditStyle style, bool decided)
    {
        return _made.GetOrMake(
            (photo, changes, use, style.Place, style.Courtesy, style.Language, decided),
            static (k, s) => Judge.Of(k.Photo.Rights, k.Changes, k.Use, s, k.Decided),
            style
        );
    }
}
