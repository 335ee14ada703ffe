namespace Jaali.Core.Editing;

/// <summary>Adds points, one for each line that says something, after the given point, the opening, or at the
/// end.</summary>
public sealed record AddPoints(string Text, Guid? After = null) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "adding points";

    /// <summary>Why new points have another time than all the others.</summary>
    public override string Note(Deck before, Deck after)
    {
        HashSet<Guid> known = [.. before.Points.Select(p => p.Id)];
        Point[] made = [.. after.Points.Where(p => !known.Contains(p.Id))];
        if (made.Length == 0 || before.Points.Count == 0)
            return "";
        double theirs = made[0].Seconds,
            others = before.Points[0].Seconds;
        return theirs == others || before.Points.Exists(p => p.Seconds != others)
            ? ""
            : $"Planned at {Pace.Clock(theirs)}{(made.Length > 1 ? " each" : "")}, where the others have "
                + $"{Pace.Clock(others)}: the {before.SlotMinutes} minutes leave no more than that.";
    }

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        IReadOnlyList<string> lines = PointList.Parse(Text);
        if (lines.Count == 0)
            return new Refusal("empty-list", "There is no point in this list. Write at least one line.");
        if (lines.FirstOrDefault(l => l.Length > Limits.Talks.Wording) is { } longest)
            return new Refusal(
                "too-long",
                $"One point has {longest.Length} characters; a point may have at most {Limits.Talks.Wording}. "
                    + "Shorten it or break it into lines; nothing was added."
            );
        if (deck.Points.Count + lines.Count > Limits.Talks.Points)
            return new Refusal(
                "too-many-points",
                $"A talk holds at most {Limits.Talks.Points} points. Paste fewer; nothing was added."
            );
        int at = After is { } after ? deck.Points.FindIndex(p => p.Id == after) + 1 : deck.Points.Count;
        if (After is not null && After != deck.Id && at == 0)
            return Refusals.NoPoint;
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
}
