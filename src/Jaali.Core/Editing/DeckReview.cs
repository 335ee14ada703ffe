namespace Jaali.Core.Editing;

/// <summary>A talk from outside after its review.</summary>
/// <param name="Deck">What an edit could have made of it.</param>
/// <param name="Refused">What was left out or set back, each in a sentence with its name; empty for nothing.</param>
public sealed record ReviewedDeck(Deck Deck, IReadOnlyList<string> Refused);

/// <summary>
/// Takes a talk that was not made by edits here, such as that of a bundle, through the same checks as edits: whatever
/// no edit could have made is told by name and left out, the rest is taken. What is whole comes out as it went in.
/// </summary>
public static class DeckReview
{
    /// <summary>Reviews a talk.</summary>
    /// <param name="read">As it was read.</param>
    /// <param name="facts">The photos that are here by now.</param>
    public static ReviewedDeck Of(Deck read, IEditFacts facts) => new Review(read, facts).Made();

    private sealed class Review(Deck read, IEditFacts facts)
    {
        private readonly List<string> _refused = [];
        private readonly HashSet<Guid> _known = [];

        internal ReviewedDeck Made()
        {
            Deck deck = Deck.New(read.Id);
            if (CommandValidator.Fault(read.Shape) is null)
                deck = deck with { Shape = read.Shape };
            else
                Told("The shape of the slides", null);
            deck = Title(deck);
            deck = Kept(deck, "The speaker", read.Speaker, s => new SetSpeaker(s), (d, s) => d with { Speaker = s });
            deck = Kept(
                deck,
                "The time slot",
                read.SlotMinutes,
                m => new SetTimeSlot(m),
                (d, m) => d with { SlotMinutes = m }
            );
            deck = Kept(
                deck,
                "The speaking rate",
                read.WordsPerMinute,
                w => new SetSpeakingRate(w),
                (d, w) => d with { WordsPerMinute = w }
            );
            deck = Kept(deck, "The declared use", read.Use, u => new SetDeclaredUse(u), (d, u) => d with { Use = u });
            deck = Kept(deck, "The room", read.Room, r => new SetRoom(r), (d, r) => d with { Room = r });
            deck = Kept(deck, "The house style", read.House, h => new SetHouseStyle(h), (d, h) => d with { House = h });
            deck = Kept(deck, "The grid", read.Grid, g => new SetGrid(g), (d, g) => d with { Grid = g });
            deck = Kept(
                deck,
                "The setting of credits",
                read.Style,
                s => new SetCreditStyle(s.Place, s.Courtesy, s.Language, s.OwnLicence),
                (d, s) => d with { Style = s }
            );
            deck = deck with { Points = [.. Points(deck)] };
            if (read.OwnOpening is { } opening)
            {
                if (Checked(opening with { Id = read.Id, Wording = deck.Title }, "The opening") is { } sound)
                    deck = deck with { OwnOpening = sound with { Wording = opening.Wording } };
            }
            deck = Slides(deck);
            return new(deck with { RunThroughs = [.. Runs(deck)] }, Listed());
        }

        private Deck Title(Deck deck)
        {
            string title = read.Title ?? "";
            if (new SetTitle(title).Apply(deck, facts).Refusal is { } fault)
            {
                Told("The title", fault, "was cut");
                title = title.Trim().ReplaceLineEndings(" ")[..Limits.Talks.Title];
            }
            return deck with { Title = string.IsNullOrWhiteSpace(title) ? Deck.NoTitle : title };
        }

        // What an edit would refuse stays as a new talk has it.
        private Deck Kept<T>(Deck deck, string name, T value, Func<T, DeckCommand> edit, Func<Deck, T, Deck> with)
        {
            Refusal? fault = value is null ? Missing : CommandValidator.Fault(value);
            if (fault is null && edit(value).Apply(deck, facts).Refusal is { } refused)
                fault = refused;
            if (fault is null)
                return with(deck, value);
            Told(name, fault, "is as in a new talk");
            return deck;
        }

        private IEnumerable<Point> Points(Deck deck)
        {
            int n = 0;
            foreach (Point? point in read.Points ?? [])
            {
                string name = $"Point {++n}";
                if (n > Limits.Talks.Points)
                {
                    Told(
                        $"What follows point {Limits.Talks.Points}",
                        new("too-many-points", $"A talk has at most {Limits.Talks.Points} points.")
                    );
                    yield break;
                }
                if (point is not null && (point.Id == deck.Id || point.Id == Guid.Empty))
                    Told(name, Twice);
                else if (Checked(point, name) is { } sound)
                {
                    if (_known.Add(sound.Id))
                        yield return sound;
                    else
                        Told(name, Twice);
                }
            }
        }

        private Point? Checked(Point? point, string name)
        {
            if (point is null || CommandValidator.Fault(point) is not null)
            {
                Told(name, point is null ? Missing : CommandValidator.Fault(point));
                return null;
            }
            // As the edit of a point would have it.
            Deck one = Deck.New(Guid.Empty) with
            {
                Points = [point with { Facts = [] }],
            };
            if (new EditPoint(point.Id, Wording: point.Wording).Apply(one, facts).Refusal is { } words)
            {
                Told(name, words);
                return null;
            }
            if (new EditPoint(point.Id, Facts: point.Facts).Apply(one, facts).Refusal is { } stated)
            {
                Told($"The facts of {Lower(name)}", stated);
                point = point with { Facts = [] };
            }
            if (!Pace.Plannable(point.Seconds))
            {
                Told($"The time of {Lower(name)}", Pace.NotPlannable, "was set anew");
                point = point with { Seconds = Pace.ShortestSlide };
            }
            int kept = point.Shortlist.Count;
            point = point with { Shortlist = [.. point.Shortlist.Where(p => facts.Photo(p) is not null).Distinct()] };
            if (point.Shortlist.Count < kept)
                Told($"A photo kept for {Lower(name)}", NoPhoto);
            return point;
        }

        private Deck Slides(Deck deck)
        {
            List<(Slide Read, string Name)> taken = [];
            int n = 0;
            HashSet<Guid> ids = [];
            foreach (Slide? slide in read.Slides ?? [])
            {
                string name = $"Slide {++n}";
                if (taken.Count == Limits.Talks.Slides)
                {
                    Told($"What follows slide {Limits.Talks.Slides}", Refusals.TooManySlides(Limits.Talks.Slides));
                    break;
                }
                if (slide is null || slide.Items is null || slide.Notes is null)
                    Told(name, Missing);
                else if (!Enum.IsDefined(slide.Kind))
                    Told(name, new("unknown-kind", "It is of no kind that there is."));
                else if (slide.Id == Guid.Empty || !ids.Add(slide.Id))
                    Told(name, Twice);
                else
                    taken.Add((slide, name));
            }
            // All of them stand before any is filled: things lead from slide to slide.
            deck = deck with
            {
                Slides = [.. taken.Select(t => Bare(t.Read, t.Name, deck))],
            };
            foreach ((Slide slide, string name) in taken)
                deck = deck.With(Filled(deck, slide, name));
            return deck;
        }

        // A slide without what lies on it.
        private Slide Bare(Slide slide, string name, Deck deck)
        {
            Slide bare = slide with
            {
                Items = [],
                Cues = [],
                OwnGrid = null,
                OwnTransition = null,
                Arrangement = null,
                Layout = null,
            };
            if (slide.Notes.Length > Limits.Talks.Text)
            {
                Told($"The notes of {Lower(name)}", Refusals.TooLong("Notes", Limits.Talks.Text), "were cut");
                bare = bare with { Notes = slide.Notes[..Limits.Talks.Text] };
            }
            if (!Pace.Plannable(slide.Seconds))
            {
                Told($"The time of {Lower(name)}", Pace.NotPlannable, "was set anew");
                bare = bare with { Seconds = Pace.ShortestSlide };
            }
            if (slide.PointId is { } point && point != deck.Id && deck.Point(point) is null)
            {
                Told($"The point of {Lower(name)}", new("no-point", "There is no such point."));
                bare = bare with { PointId = null };
            }
            if (slide.OwnGrid is { } grid)
            {
                if ((CommandValidator.Fault(grid) ?? grid.Fault(deck.Shape.Bounds())) is { } fault)
                    Told($"The grid of {Lower(name)}", fault);
                else
                    bare = bare with { OwnGrid = grid };
            }
            if (slide.OwnTransition is { } coming)
            {
                if ((CommandValidator.Fault(coming) ?? coming.Fault()) is { } fault)
                    Told($"How {Lower(name)} comes in", fault);
                else
                    bare = bare with { OwnTransition = coming };
            }
            if (slide.Arrangement is { } form && CommandValidator.Fault(form) is null)
                bare = bare with { Arrangement = form };
            if (slide.Layout is { } layout && CommandValidator.Fault(layout) is null && layout.Turn >= 0)
                bare = bare with { Layout = layout };
            return bare;
        }

        private Slide Filled(Deck deck, Slide slide, string name)
        {
            // On two slides one identity is what is carried from one to the other.
            HashSet<Guid> things = [];
            Slide filled = deck.Slide(slide.Id)!;
            List<Item> items = [];
            int n = 0;
            foreach (Item? item in slide.Items)
            {
                string thing = $"Thing {++n} on {Lower(name)}";
                if (items.Count == Limits.Talks.Items)
                {
                    Told(
                        $"What follows thing {Limits.Talks.Items} on {Lower(name)}",
                        new("too-many-items", $"A slide holds at most {Limits.Talks.Items} things.")
                    );
                    break;
                }
                if (Fault(item, deck, filled) is { } fault)
                    Told(thing, fault);
                else if (item!.Id == Guid.Empty || !things.Add(item.Id))
                    Told(thing, Twice);
                else if (item.Link is { } link && !LinkTarget.IsSound(link))
                {
                    Told($"Where {Lower(thing)} leads", BadLink);
                    items.Add(item with { Link = null });
                }
                else
                    items.Add(item);
            }
            filled = filled with { Items = [.. items] };
            List<Cue> cues = [];
            foreach (Cue? cue in slide.Cues ?? [])
                if (cue is null || cues.Count == Limits.Talks.Cues || cues.Exists(c => c.Id == cue.Id))
                    Told($"A move of {Lower(name)}", cue is null ? Missing : Twice);
                else if ((CommandValidator.Fault(cue) ?? cue.Fault(filled)) is { } fault)
                    Told($"A move of {Lower(name)}", fault);
                else
                    cues.Add(cue);
            return filled with { Cues = [.. cues] };
        }

        private Refusal? Fault(Item? item, Deck deck, Slide slide)
        {
            if (item is null)
                return Missing;
            if (CommandValidator.Fault(item) is { } fault)
                return fault;
            if (ItemKinds.Of(item).Photos(item).Any(p => facts.Photo(p.PhotoId) is null))
                return NoPhoto;
            return ItemKinds.Fault(item, deck, slide, facts);
        }

        private IEnumerable<RunThrough> Runs(Deck deck)
        {
            int n = 0;
            HashSet<Guid> ids = [];
            foreach (RunThrough? run in (read.RunThroughs ?? []).TakeLast(Limits.Talks.RunThroughs))
            {
                Refusal? fault = run is null ? Missing : CommandValidator.Fault(run);
                if (fault is null && !ids.Add(run!.Id))
                    fault = Twice;
                // Slides that went since have their times in it; of a run of none of them nothing is left.
                fault ??= run!.Times.Exists(t => t.Seconds is not (>= 0 and <= AddRunThrough.LongestRun))
                    ? new AddRunThrough(run.At, run.Times).Apply(deck, facts).Refusal ?? Missing
                    : null;
                n++;
                if (fault is null)
                    yield return run!;
                else
                    Told($"Run-through {n}", fault);
            }
        }

        private static Refusal Missing { get; } = new("missing", "A part of it is missing.");

        private static Refusal Twice { get; } = new("twice", "There is another with the same identity.");

        private static Refusal NoPhoto { get; } = new("no-photo", "Its photo is not here.");

        private static Refusal BadLink { get; } = new("bad-link", "This is no address that Jaali opens.");

        private void Told(string name, Refusal? why, string what = "was left out") =>
            _refused.Add($"{name} {what}. {why?.Sentence}".TrimEnd());

        private static string Lower(string name) => char.ToLowerInvariant(name[0]) + name[1..];

        private const int MostTold = 20;

        private List<string> Listed() =>
            _refused.Count <= MostTold
                ? _refused
                : [.. _refused.Take(MostTold), $"{_refused.Count - MostTold} more parts were left out."];
    }
}
