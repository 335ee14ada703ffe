namespace Jaali.Core.Ledgers;

/// <summary>What is looked at before a talk is given.</summary>
public enum RoomConcern
{
    /// <summary>Credits and licences.</summary>
    Rights,

    /// <summary>Whether words can be read over what is under them.</summary>
    Words,

    /// <summary>Whether the last row can read them.</summary>
    Size,

    /// <summary>Whether typefaces and letters are at hand, and words fit their room.</summary>
    Letters,

    /// <summary>Whether photos are sharp when projected.</summary>
    Sharpness,

    /// <summary>Whether every point has its slide and its photo.</summary>
    Points,

    /// <summary>Whether it fits its slot.</summary>
    Time,

    /// <summary>Whether everything that should move is there, and nothing flashes.</summary>
    Moves,

    /// <summary>Whether the files of all photos are whole.</summary>
    Files,

    /// <summary>Which photos say where they were taken.</summary>
    Positions,
}

/// <summary>One line of the room check.</summary>
/// <param name="Concern">What was looked at.</param>
/// <param name="Good">Nothing is to be done about it.</param>
/// <param name="HoldsUp">It should be known before a copy is handed on: something is blocked, cannot be read or is
/// damaged.</param>
/// <param name="Title">How it stands, in a few words.</param>
/// <param name="Text">In a sentence, with the slides by their numbers.</param>
/// <param name="Slides">Numbers of the slides it is about, from 1.</param>
public sealed record RoomLine(
    RoomConcern Concern,
    bool Good,
    bool HoldsUp,
    string Title,
    string Text,
    IReadOnlyList<int> Slides
)
{
    /// <summary>What mends all of it with one action.</summary>
    public IReadOnlyList<Fix> Fixes { get; init; } = [];
}

/// <summary>The check of a talk before it is given: rights, words, letters, sharpness, points, time, files.</summary>
public static class RoomCheck
{
    /// <summary>All lines, in the order in which they are seen to; a talk is ready when all are good.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="scenes">All its scenes.</param>
    /// <param name="ledger">All its photos.</param>
    /// <param name="fonts">The typefaces at hand.</param>
    /// <param name="damaged">Photos whose files are not whole, by their SHA-256.</param>
    /// <param name="flashing">Slides whose moves flash.</param>
    /// <param name="placed">Photos whose files say where they were taken, by their SHA-256.</param>
    public static IReadOnlyList<RoomLine> Of(
        Deck deck,
        IEnumerable<Scene> scenes,
        IReadOnlyList<CreditEntry> ledger,
        IFonts fonts,
        IReadOnlySet<string> damaged,
        IReadOnlySet<Guid>? flashing = null,
        IReadOnlySet<string>? placed = null
    )
    {
        Dictionary<Guid, int> number = deck
            .Slides.Select((s, i) => (s.Id, i + 1))
            .ToDictionary(s => s.Id, s => s.Item2);
        (int Slide, ScenePart Part)[] parts =
        [
            .. scenes.SelectMany(s => s.Parts.Select(p => (number.GetValueOrDefault(s.SlideId), p))),
        ];
        return
        [
            Rights(ledger),
            Words(parts),
            Size([.. parts.Where(p => p.Part.Reading?.SmallForTheBackRow == true).Select(p => p.Slide)]),
            Letters(deck, parts, fonts),
            SharpnessLines([.. parts.Where(p => p.Part.Sharp == Sharpness.Soft).Select(p => p.Slide)]),
            Points(deck),
            Time(deck),
            Moves(deck, number, flashing ?? new HashSet<Guid>()),
            Files(ledger, damaged),
            Positions(ledger, placed ?? new HashSet<string>()),
        ];
    }

    private static RoomLine Moves(Deck deck, Dictionary<Guid, int> number, IReadOnlySet<Guid> flashing)
    {
        int[] flashes = [.. deck.Slides.Where(s => flashing.Contains(s.Id)).Select(s => number[s.Id])];
        if (flashes.Length > 0)
            return Line(
                RoomConcern.Moves,
                true,
                "Moves that flash",
                flashes,
                where =>
                    $"{where}: something large comes and goes more than three times in a second, which can "
                    + "do harm. Give it more time."
            );
        int[] empty =
        [
            .. deck
                .Slides.Where(s => s.Cues.Exists(c => !c.Things.Any(t => s.Item(t) is not null)))
                .Select(s => number[s.Id]),
        ];
        if (empty.Length > 0)
            return Line(
                RoomConcern.Moves,
                false,
                "Moves of things that are gone",
                empty,
                where => $"{where}: they do nothing. Remove them."
            );
        int moves = deck.Slides.Sum(s => s.Cues.Count);
        return new(
            RoomConcern.Moves,
            true,
            false,
            "Everything that moves is there",
            moves switch
            {
                0 => "Nothing moves on any slide.",
                1 => "One move, and nothing flashes.",
                _ => $"{moves} moves, and nothing flashes.",
            },
            []
        );
    }

    private static RoomLine Rights(IReadOnlyList<CreditEntry> ledger)
    {
        CreditEntry[] open = [.. ledger.Where(e => e.Judgement.Standing != Standing.Clear)];
        int blocked = open.Count(e => e.Judgement.Standing == Standing.Blocked),
            settle = open.Length - blocked;
        if (open.Length == 0)
            return new(
                RoomConcern.Rights,
                true,
                false,
                "Every credit is clear",
                "Each photo carries its maker, source and licence.",
                []
            );
        CreditEntry[] lost = [.. open.Where(IsLost)];
        string title =
            lost.Length == open.Length ? Photos(lost.Length) + " whose credit is lost"
            : blocked == 0 ? Photos(settle) + " to settle"
            : settle == 0 ? Photos(blocked) + " blocked"
            : $"{Photos(settle)} to settle, {blocked} blocked";
        return Line(
            RoomConcern.Rights,
            true,
            title,
            open.SelectMany(e => e.Slides),
            where =>
                lost.Length == 0 ? $"{where}. The ledger says why, and what can be done."
                : lost.Length == open.Length ? $"{where}: {Credits(lost)} Put the page of credits back."
                : $"{where}. Of {Photos(lost.Length)} the credit is lost; the ledger says what else."
        ) with
        {
            Fixes =
                lost.Length == 0
                    ? []
                    :
                    [
                        .. lost.SelectMany(e => e.Judgement.Findings)
                            .SelectMany(f => f.Fixes)
                            .Where(ForAll.Contains)
                            .Distinct(),
                    ],
        };
    }

    // What one action does for all photos at once.
    private static readonly Fix[] ForAll = [Fix.CreditsPage, Fix.CreditOnSlide];

    private static bool IsLost(CreditEntry e) =>
        e.Judgement.Findings.Any(f => f.Code is "credit-nowhere" or "credit-incomplete");

    private static string Credits(IReadOnlyList<CreditEntry> lost) =>
        lost.Any(e => e.Judgement.Findings.Any(f => f.Code == "credit-nowhere"))
            ? "nothing that is shown or handed on names who made them."
            : "title, notice or statement are given nowhere.";

    // The first of what is wrong with words, the gravest first; all slides of it.
    private static RoomLine Words((int Slide, ScenePart Part)[] parts)
    {
        (int Slide, ScenePart Part)[] hard = [.. parts.Where(p => p.Part.Reads == false)],
            early = [.. hard.Where(p => p.Part.Reading?.Press is not null)],
            covered = [.. parts.Where(p => p.Part.LiesOn is not null)],
            across = [.. parts.Where(p => p.Part.AcrossEdge)];
        if (hard.Length > early.Length)
            return Line(
                RoomConcern.Words,
                true,
                "Words that are hard to read",
                hard.Select(p => p.Slide),
                where => $"{where}: they fade into the photo under them. Put them in a calmer place."
            );
        if (early.Length > 0)
            return Line(
                RoomConcern.Words,
                true,
                "Words that are hard to read before all is there",
                early.Select(p => p.Slide),
                where => $"{where}: what they stand on comes in later. Let the words come with it."
            );
        if (covered.Length > 0)
            return Line(
                RoomConcern.Words,
                true,
                "Words that lie on other words",
                covered.Select(p => p.Slide),
                where => $"{where}: neither can be read there. Move one of them."
            );
        return across.Length > 0
            ? Line(
                RoomConcern.Words,
                false,
                "Words across the edge of a photo",
                across.Select(p => p.Slide),
                where => $"{where}: half of them stand on it. Put them wholly on it or beside it."
            )
            : new(
                RoomConcern.Words,
                true,
                false,
                "All words can be read",
                "They stand out from what is under them.",
                []
            );
    }

    private static RoomLine Size(IReadOnlyList<int> slides) =>
        slides.Count == 0
            ? new(
                RoomConcern.Size,
                true,
                false,
                "The last row can read it",
                "No words are too small for this room.",
                []
            )
            : Line(
                RoomConcern.Size,
                false,
                "Words too small for the last row",
                slides,
                where => $"{where}: set them larger, or say in Compose how deep the room is."
            );

    // The first of what is wrong with letters, the gravest first; all slides of it.
    private static RoomLine Letters(Deck deck, (int Slide, ScenePart Part)[] parts, IFonts fonts)
    {
        (string Family, IReadOnlyList<int> Slides, FontTerms Terms)[] families =
        [
            .. DeckFonts.Of(deck).Select(f => (f.Family, f.Slides, fonts.Terms(f.Family))),
        ];
        string[] missing =
        [
            .. parts.SelectMany(p => p.Part.Set?.Missing ?? []).Distinct(StringComparer.Ordinal).Take(5),
        ];
        if (missing.Length > 0)
            return Line(
                RoomConcern.Letters,
                true,
                "Letters that no typeface here has",
                parts.Where(p => p.Part.Set?.Missing.Count > 0).Select(p => p.Slide),
                where =>
                    $"{where}: {string.Join(' ', missing)} will be shown as an empty box. Add a typeface that has it."
            );
        int[] cut = [.. parts.Where(p => p.Part.Set is { Fits: false }).Select(p => p.Slide)];
        if (cut.Length > 0)
            return Line(
                RoomConcern.Letters,
                true,
                "Words larger than their room",
                cut,
                where => $"{where}: shorten them, give them more room, or set them smaller."
            );
        if (families.FirstOrDefault(f => !f.Terms.IsHere) is { Family: { } gone } lost)
            return Line(
                RoomConcern.Letters,
                false,
                $"The typeface {gone} is not here",
                lost.Slides,
                where => $"{where} words are set in another one. Add it in Compose, or replace it."
            );
        int[] empty = [.. parts.Where(p => p.Part is { Set: not null, Says: "" }).Select(p => p.Slide)];
        if (empty.Length > 0)
            return Line(
                RoomConcern.Letters,
                false,
                "Places still to be written",
                empty,
                where => $"{where}: nothing is shown there. Write the words, or take the place away."
            );
        return new(
            RoomConcern.Letters,
            true,
            false,
            "Every letter is at hand",
            families.FirstOrDefault(f => !f.Terms.Embeds) is { Family: { } closed }
                ? $"{closed} may not be put into files: its words are outlines in copies, and cannot be searched there."
                : "Words fit their room.",
            []
        );
    }

    private static RoomLine SharpnessLines(IReadOnlyList<int> slides) =>
        slides.Count == 0
            ? new(
                RoomConcern.Sharpness,
                true,
                false,
                "Every photo is sharp enough",
                "Seen on a display 1920 pixels wide.",
                []
            )
            : Line(
                RoomConcern.Sharpness,
                false,
                "Photos that will look blurred",
                slides,
                where => $"{where}: show more of the photo, or take a larger one."
            );

    private static RoomLine Points(Deck deck)
    {
        int unmade = deck.Points.Count(p => !deck.Slides.Exists(s => s.PointId == p.Id));
        int[] bare =
        [
            .. deck
                .Slides.Select((s, i) => (Slide: s, Number: i + 1))
                .Where(s => s.Slide.Kind == SlideKind.Point && !ItemKinds.Shows(s.Slide))
                .Select(s => s.Number),
        ];
        if (deck.Points.Count == 0 && deck.Slides.Count == 0)
            return new(RoomConcern.Points, false, false, "Nothing to show yet", "Write the points in Plan first.", []);
        if (unmade > 0)
            return new(
                RoomConcern.Points,
                false,
                false,
                unmade == 1 ? "One point has no slide" : $"{unmade} points have no slide",
                "Make the slides in Plan, or keep a photo for each in Gather.",
                []
            );
        return bare.Length == 0
            ? new(
                RoomConcern.Points,
                true,
                false,
                "Every point has its photo",
                "One picture for each thing to say.",
                []
            )
            : Line(
                RoomConcern.Points,
                false,
                bare.Length == 1 ? "One slide without a photo" : $"{bare.Length} slides without a photo",
                bare,
                where => $"{where}: words alone will be shown."
            );
    }

    // What was run through counts for more than what was planned.
    private static RoomLine Time(Deck deck)
    {
        double planned = Pace.Planned(deck),
            slot = deck.SlotMinutes * 60;
        double? ran = deck.RunThroughs.LastOrDefault()?.Seconds();
        double over = Math.Max(planned, ran ?? 0) - slot;
        string times = ran is { } r
            ? $"{Pace.Clock(planned)} planned, {Pace.Clock(r)} run through, of {Pace.Clock(slot)}"
            : $"{Pace.Clock(planned)} of {Pace.Clock(slot)}";
        return over <= 0
            ? new(RoomConcern.Time, true, false, "Within the slot", times + ".", [])
            : new(RoomConcern.Time, false, false, "Longer than the slot", $"{times}: {Pace.Clock(over)} too long.", []);
    }

    private static RoomLine Files(IReadOnlyList<CreditEntry> ledger, IReadOnlySet<string> damaged)
    {
        CreditEntry[] bad = [.. ledger.Where(e => damaged.Contains(e.Photo.Id))];
        return bad.Length == 0
            ? new(
                RoomConcern.Files,
                true,
                false,
                "Every photo is here and whole",
                "Nothing is fetched while you speak.",
                []
            )
            : Line(
                RoomConcern.Files,
                true,
                bad.Length == 1 ? "One photo’s file is damaged" : $"{bad.Length} photos’ files are damaged",
                bad.SelectMany(e => e.Slides),
                where => $"{where}. Take it again in the ledger."
            );
    }

    // Nothing is to be done about it, but it should be known.
    private static RoomLine Positions(IReadOnlyList<CreditEntry> ledger, IReadOnlySet<string> placed)
    {
        CreditEntry[] held = [.. ledger.Where(e => placed.Contains(e.Photo.Id))];
        int[] slides = [.. held.SelectMany(e => e.Slides).Distinct().Order()];
        if (held.Length == 0)
            return new(
                RoomConcern.Positions,
                true,
                false,
                "No photo says where it was taken",
                "Nothing of that kind leaves with any copy.",
                []
            );
        return new(
            RoomConcern.Positions,
            true,
            false,
            held.Length == 1 ? "One photo says where it was taken" : $"{held.Length} photos say where they were taken",
            $"{On(slides)}. Copies leave that out; the bundle alone carries it, with the photos as they came.",
            slides
        );
    }

    private static RoomLine Line(
        RoomConcern concern,
        bool holdsUp,
        string title,
        IEnumerable<int> slides,
        Func<string, string> text
    )
    {
        int[] all = [.. slides.Distinct().Order()];
        return new(concern, false, holdsUp, title, text(On(all)), all);
    }

    /// <summary>Numbers of slides as a person says them: "On slides 2, 4 and 5".</summary>
    internal static string On(IReadOnlyList<int> slides) =>
        slides.Count switch
        {
            0 => "On no slide",
            1 => $"On slide {slides[0]}",
            _ => $"On slides {string.Join(", ", slides.Take(slides.Count - 1))} and {slides[^1]}",
        };

    private static string Photos(int n) => n == 1 ? "One photo" : $"{n} photos";
}
