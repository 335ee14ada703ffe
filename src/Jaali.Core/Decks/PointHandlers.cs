using System.Collections.Immutable;
using Jaali.Core.Pacing;
using Jaali.Core.Sourcing;

namespace Jaali.Core.Decks;

/// <summary>Commands on points and their shortlists.</summary>
internal static class PointHandlers
{
    internal static Change Add(Deck deck, AddPoints c, IEditFacts facts)
    {
        IReadOnlyList<string> lines = PointList.Parse(c.Text ?? "");
        if (lines.Count == 0)
            return new Refusal("empty-list", "There is no point in this list. Write at least one line.");
        if (lines.FirstOrDefault(l => l.Length > DeckLimits.Wording) is { } longest)
            return new Refusal(
                "too-long",
                $"One point has {longest.Length} characters; a point may have at most {DeckLimits.Wording}. Shorten it or break it into lines; nothing was added."
            );
        if (deck.Points.Count + lines.Count > DeckLimits.Points)
            return new Refusal(
                "too-many-points",
                $"A talk holds at most {DeckLimits.Points} points. Paste fewer; nothing was added."
            );
        int at = c.After is { } after ? deck.Points.FindIndex(p => p.Id == after) + 1 : deck.Points.Count;
        if (c.After is not null && at == 0)
            return Change.NoPoint;
        double seconds = Pace.SecondsForNewPoint(deck, lines.Count);
        IEnumerable<Point> added = lines.Select(l => new Point(
            facts.NewId(),
            l,
            [],
            seconds,
            [.. SearchWords.Propose(l)],
            []
        ));
        return deck with { Points = deck.Points.InsertRange(at, added) };
    }

    internal static Change Edit(Deck deck, EditPoint c)
    {
        if (deck.Point(c.PointId) is not { } point)
            return Change.NoPoint;
        if (c.Wording is { } wording)
        {
            string line = wording.Trim().ReplaceLineEndings(" ");
            if (line.Length == 0)
                return new Refusal("empty-point", "A point needs words. To take it out, remove it.");
            if (line.Length > DeckLimits.Wording)
                return Change.TooLong("A point", DeckLimits.Wording);
            // Words that were only proposed follow the wording; words that a person chose stay.
            bool proposed = point.SearchWords.SequenceEqual(SearchWords.Propose(point.Wording));
            point = point with
            {
                Wording = line,
                SearchWords = proposed ? [.. SearchWords.Propose(line)] : point.SearchWords,
            };
        }
        if (c.SearchWords is { } words)
            point = point with
            {
                SearchWords =
                [
                    .. words
                        .Select(w => w.Trim())
                        .Where(w => w.Length is > 0 and <= 60)
                        .Distinct(StringComparer.OrdinalIgnoreCase)
                        .Take(12),
                ],
            };
        if (c.Facts is { } given)
        {
            if (
                given.Count > 40
                || given.Any(f =>
                    (f.Text ?? "").Length > DeckLimits.Text || (f.Reference ?? "").Length > DeckLimits.Text
                )
            )
                return Change.TooLong("A fact", DeckLimits.Text);
            point = point with
            {
                Facts =
                [
                    .. given.Where(f => !string.IsNullOrWhiteSpace(f.Text) || !string.IsNullOrWhiteSpace(f.Reference)),
                ],
            };
        }
        if (c.Seconds is not { } seconds)
            return deck.With(point);
        if (!Pace.Plannable(seconds))
            return Pace.NotPlannable;
        deck = deck.With(point with { Seconds = seconds });
        Slide[] shown = [.. deck.Slides.Where(s => s.PointId == point.Id)];
        return shown.Length == 1 ? deck.With(shown[0] with { Seconds = seconds }) : deck;
    }

    internal static Change Remove(Deck deck, RemovePoint c)
    {
        if (deck.Point(c.PointId) is not { } point)
            return Change.NoPoint;
        // Slides of the point stay and keep its words as typed ones.
        ImmutableList<Slide> slides = deck.Slides.ConvertAll(s =>
            s.PointId != point.Id
                ? s
                : s with
                {
                    PointId = null,
                    Kind = SlideKind.Free,
                    Words = s.Words.ConvertAll(w =>
                        w.Source == WordsSource.PointWording
                            ? w with
                            {
                                Source = WordsSource.Typed,
                                Text = point.Wording,
                            }
                            : w
                    ),
                }
        );
        return deck with { Points = deck.Points.Remove(point), Slides = slides };
    }

    internal static Change Move(Deck deck, MovePoint c)
    {
        if (deck.Point(c.PointId) is not { } point)
            return Change.NoPoint;
        ImmutableList<Point> rest = deck.Points.Remove(point);
        return deck with { Points = rest.Insert(Math.Clamp(c.To, 0, rest.Count), point) };
    }

    internal static Change Keep(Deck deck, KeepPhoto c, IEditFacts facts)
    {
        if (deck.Point(c.PointId) is not { } point)
            return Change.NoPoint;
        if (facts.Photo(c.PhotoId) is null)
            return new Refusal("no-such-photo", "This photo has not been taken in yet. Keep it again.");
        return point.Kept.Contains(c.PhotoId) ? deck : deck.With(point with { Kept = point.Kept.Add(c.PhotoId) });
    }

    internal static Change LetGo(Deck deck, LetGo c) =>
        deck.Point(c.PointId) is { } point
            ? deck.With(point with { Kept = point.Kept.Remove(c.PhotoId) })
            : Change.NoPoint;

    internal static Change Order(Deck deck, OrderKept c)
    {
        if (deck.Point(c.PointId) is not { } point)
            return Change.NoPoint;
        if (!point.Kept.Contains(c.PhotoId))
            return new Refusal("not-kept", "This photo is no longer on the point's shortlist. Keep it again.");
        ImmutableList<string> rest = point.Kept.Remove(c.PhotoId);
        return deck.With(point with { Kept = rest.Insert(Math.Clamp(c.To, 0, rest.Count), c.PhotoId) });
    }
}
