using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Pacing;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Sourcing;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>A deck for the client: everything but its scenes.</summary>
public sealed record DeckView(
    Guid Id,
    int Revision,
    string Title,
    string Speaker,
    SlideShape Shape,
    double SlotMinutes,
    DeclaredUse Use,
    IReadOnlyList<Point> Points,
    IReadOnlyList<SlideView> Slides,
    IReadOnlyDictionary<string, PhotoView> Photos,
    double PlannedSeconds,
    OpenCounts Open
);

/// <summary>What is still open at each station.</summary>
/// <param name="Plan">1 while there is nothing planned.</param>
/// <param name="Gather">Points without a photo.</param>
/// <param name="Compose">Slides of points without a ground.</param>
/// <param name="Clear">Photos shown that are not clear.</param>
public sealed record OpenCounts(int Plan, int Gather, int Compose, int Clear);

/// <summary>A slide for the client.</summary>
public sealed record SlideView(
    Guid Id,
    SlideKind Kind,
    Guid? PointId,
    string Label,
    Frame? Ground,
    IReadOnlyList<WordsView> Words,
    string Notes,
    double Seconds,
    Standing Standing,
    string Why
);

/// <summary>Words for the client: with what they say here.</summary>
public sealed record WordsView(Guid Id, WordsRole Role, WordsSource Source, Spot Spot, string Says);

/// <summary>A taken photo for the client.</summary>
public sealed record PhotoView(
    string Id,
    int Width,
    int Height,
    string Title,
    string Maker,
    string? MakerUrl,
    string? SourceUrl,
    string Collection,
    string Licence,
    string LicenceName,
    string? LicenceUrl,
    string InWords,
    string? Permission,
    bool MayPlace,
    bool OwnWork,
    bool MachineMade,
    bool Unclear,
    IReadOnlyList<Conflict> Conflicts,
    string SourceNowSays,
    string LicenceAsFound,
    string PublicDomainReason
);

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
    bool Decided
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

/// <summary>An edit sent by the client: the command and the revision it was made on.</summary>
public sealed record EditRequest(int Revision, DeckCommand Command);

/// <summary>The deck after an edit, with the scenes of its slides that the client cannot have.</summary>
public sealed record EditView(DeckView Deck, IReadOnlyList<Scene> Scenes, IReadOnlyList<Guid> SceneSlides);

/// <summary>Makes views.</summary>
public sealed class Views(PhotoStore photos, LedgerShelf ledger)
{
    /// <summary>A deck's view.</summary>
    public DeckView Of(StoredDeck stored)
    {
        Deck deck = stored.Deck;
        string[] ids =
        [
            .. deck
                .Points.SelectMany(p => p.Kept)
                .Concat(deck.Slides.Where(s => s.Ground is not null).Select(s => s.Ground!.PhotoId))
                .Distinct(),
        ];
        Dictionary<string, PhotoView> known = [];
        foreach (string id in ids)
            if (photos.Facts(id) is { } facts)
                known[id] = Of(facts);
        SlideView[] slides = [.. deck.Slides.Select(s => Of(deck, s))];
        IReadOnlyList<CreditEntry> entries = ledger.Of(deck);
        var open = new OpenCounts(
            deck.Points.Count == 0 ? 1 : 0,
            deck.Points.Count(p =>
                p.Kept.Count == 0 && !deck.Slides.Any(s => s.PointId == p.Id && s.Ground is not null)
            ),
            deck.Slides.Count(s => s.Kind == SlideKind.Point && s.Ground is null),
            entries.Count(e => e.Judgement.Standing != Standing.Clear)
        );
        return new DeckView(
            deck.Id,
            stored.Revision,
            deck.Title,
            deck.Speaker,
            deck.Shape,
            deck.SlotMinutes,
            deck.Use,
            deck.Points,
            slides,
            known,
            Pace.Planned(deck),
            open
        );
    }

    /// <summary>The ledger.</summary>
    public LedgerView LedgerOf(Deck deck)
    {
        IReadOnlyList<CreditEntry> entries = ledger.Of(deck);
        return new LedgerView(
            Ledger.Sentence(entries),
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
                    deck.Style.Decided.Contains(e.Photo.Id)
                )),
            ],
            deck.Style,
            ChangeWords.Languages,
            DeckLicence.Options([.. entries.Select(e => (e.Photo.Rights, e.Changes))])
        );
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

    private SlideView Of(Deck deck, Slide s)
    {
        PhotoFacts? photo = s.Ground is { } g ? photos.Facts(g.PhotoId) : null;
        Clearance standing = photo is null
            ? new(Standing.Clear, "")
            : ledger
                .Judged(photo, Changes.Of(s.Ground!), deck.Use, deck.Style, deck.Style.Decided.Contains(photo.Id))
                .Clearance;
        string label = s.Kind switch
        {
            SlideKind.Title => deck.Title,
            SlideKind.Credits => "Photographs",
            _ => s.PointId is { } p && deck.Point(p) is { } point ? point.Wording
            : s.Words.Count > 0 ? s.Words[0].Say(deck, s)
            : "No words",
        };
        return new SlideView(
            s.Id,
            s.Kind,
            s.PointId,
            label,
            s.Ground,
            [.. s.Words.Select(w => new WordsView(w.Id, w.Role, w.Source, w.Spot, w.Say(deck, s)))],
            s.Notes,
            s.Seconds,
            standing.Standing,
            standing.Why
        );
    }

    private static PhotoView Of(PhotoFacts f)
    {
        RightsRecord r = f.Rights;
        return new PhotoView(
            f.Id,
            f.Width,
            f.Height,
            r.Title,
            r.Maker,
            r.MakerUrl,
            r.SourceUrl,
            r.Collection,
            r.Licence?.Label ?? r.Terms?.Name ?? "licence not found",
            r.Licence?.Name ?? r.Terms?.Name ?? "",
            r.Licence?.Url,
            InWords(r),
            r.Permission?.From,
            PlacementRule.WhyNot(r) is null,
            r.OwnWork,
            r.MachineMade,
            r is { Permission: null, OwnWork: false, Licence: null, Terms: null, PublicDomainReason: "" },
            r.Conflicts ?? [],
            r.SourceNowSays,
            r.LicenceAsFound,
            r.PublicDomainReason
        );
    }

    /// <summary>What a record asks, in a few plain words.</summary>
    public static string InWords(RightsRecord r) =>
        r.Permission is not null ? "by permission"
        : r.OwnWork ? "own photo"
        : r.Sponsored ? "for sale"
        : r.Licence?.InWords ?? r.Terms?.InWords ?? "licence not found";
}
