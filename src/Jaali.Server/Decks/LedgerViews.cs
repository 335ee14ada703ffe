using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Motion;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>How a talk stands before it is given.</summary>
/// <param name="Ready">Nothing is left to be done.</param>
/// <param name="Lines">What was looked at, in the order in which it is seen to.</param>
public sealed record RoomView(bool Ready, IReadOnlyList<RoomLine> Lines);

/// <summary>A row of the ledger.</summary>
/// <param name="PhotoId">The photo.</param>
/// <param name="Credit">The full credit, as it will read.</param>
/// <param name="Short">The credit on its slides.</param>
/// <param name="Slides">Numbers of its slides, from 1.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="Changes">What is done to it.</param>
/// <param name="Findings">What is unsettled, with what can be done.</param>
/// <param name="Obligations">What is owed, and how it is met.</param>
/// <param name="Decided">A person decided that its change may stand.</param>
/// <param name="FileFault">What is wrong with its file in the store; empty where it is whole.</param>
public sealed record LedgerRow(
    string PhotoId,
    IReadOnlyList<CreditSpan> Credit,
    IReadOnlyList<CreditSpan> Short,
    IReadOnlyList<int> Slides,
    Standing Standing,
    string Why,
    string Changes,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<Obligation> Obligations,
    bool Decided,
    string FileFault
);

/// <summary>The ledger of a deck.</summary>
/// <param name="Sentence">On the whole deck.</param>
/// <param name="Rows">A row a photo, in order of appearance.</param>
/// <param name="Style">How credits are set.</param>
/// <param name="Languages">In which the words for changes are known.</param>
/// <param name="OwnLicences">What the finished deck may carry, and why not the others.</param>
public sealed record LedgerView(
    string Sentence,
    IReadOnlyList<LedgerRow> Rows,
    CreditStyle Style,
    IReadOnlyCollection<string> Languages,
    IReadOnlyList<DeckLicenceOption> OwnLicences
);

/// <summary>Another use, tried.</summary>
/// <param name="Id">Stable and short.</param>
/// <param name="Name">For a person.</param>
/// <param name="Sentence">How the deck would stand.</param>
/// <param name="Rows">What would not be clear.</param>
public sealed record WhatIfView(string Id, string Name, string Sentence, IReadOnlyList<WhatIfRow> Rows);

/// <summary>A photo that another use would leave unsettled.</summary>
public sealed record WhatIfRow(string PhotoId, string Title, Standing Standing, string Why);

/// <summary>Makes views of ledgers.</summary>
public sealed class LedgerViews(LedgerCache ledger, PhotoStore photos, FontLibrary fonts, PhotoPositions positions)
{
    /// <summary>The ledger.</summary>
    public LedgerView LedgerOf(Deck deck)
    {
        IReadOnlyList<CreditEntry> entries = ledger.Of(deck);
        LedgerRow[] rows =
        [
            .. entries.Select(e => new LedgerRow(
                e.Photo.Id,
                e.Credit.Spans,
                e.Short.Spans,
                e.Slides,
                e.Judgement.Standing,
                e.Judgement.Clearance.Why,
                e.Changes.NoteIn(deck.Style.Language),
                e.Judgement.Findings,
                e.Judgement.Obligations,
                deck.Style.Decided.Contains(e.Photo.Id),
                photos.FaultOf(e.Photo.Id)
            )),
        ];
        string damaged = rows.Count(r => r.FileFault.Length > 0) switch
        {
            0 => "",
            1 => ", one file damaged",
            int n => $", {n} files damaged",
        };
        return new LedgerView(
            Ledger.Sentence(entries) + damaged,
            rows,
            deck.Style,
            ChangeWords.Languages,
            DeckLicence.Options([.. entries.Select(e => new HeldPhoto(e.Photo.Rights, e.Changes, e.MergedWith))])
        );
    }

    /// <summary>How the talk stands before it is given, or a copy of it before it is handed on.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="shelf">Its scenes.</param>
    /// <param name="carried">What of its credits a copy carries; null for what the talk shows.</param>
    public RoomView RoomOf(Deck deck, SceneCache shelf, CreditsCarried? carried = null)
    {
        IReadOnlyList<Scene> scenes = shelf.All(deck);
        IReadOnlyList<CreditEntry> entries = ledger.Of(deck, null, carried);
        IReadOnlyList<RoomLine> lines = RoomCheck.Of(
            deck,
            scenes,
            entries,
            fonts,
            entries.Select(e => e.Photo.Id).Where(p => photos.FaultOf(p).Length > 0).ToHashSet(),
            Flashes.In(deck, s => shelf.Of(deck, s), shelf),
            entries.Select(e => e.Photo.Id).Where(positions.Holds).ToHashSet()
        );
        return new RoomView(lines.All(r => r.Good), lines);
    }

    /// <summary>The deck put to other uses, without changing it.</summary>
    public IReadOnlyList<WhatIfView> AuditOf(Deck deck) =>
        [
            .. Audit
                .Of(deck.Use)
                .Select(w =>
                {
                    IReadOnlyList<CreditEntry> entries = ledger.Of(deck, w.Use);
                    return new WhatIfView(
                        w.Id,
                        w.Name,
                        Ledger.Sentence(entries),
                        [
                            .. entries
                                .Where(e => e.Judgement.Standing != Standing.Clear)
                                .OrderByDescending(e => e.Judgement.Standing)
                                .Select(e => new WhatIfRow(
                                    e.Photo.Id,
                                    e.Parts.Title.Length > 0 ? e.Parts.Title : "Untitled",
                                    e.Judgement.Standing,
                                    e.Judgement.Clearance.Why
                                )),
                        ]
                    );
                }),
        ];
}
