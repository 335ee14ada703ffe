namespace Jaali.Core.Editing;

/// <summary>Changes a point; what is null stays. The wording of the opening is the title, its time that of its
/// slide.</summary>
public sealed record EditPoint(
    Guid PointId,
    string? Wording = null,
    double? Seconds = null,
    ImmutableList<string>? SearchWords = null,
    ImmutableList<Fact>? Facts = null
) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel =>
        Wording is not null ? "the words of a point"
        : Seconds is not null ? "the time of a point"
        : SearchWords is not null ? "what is looked for"
        : "the facts of a point";

    private const int MostWords = 12,
        LongestWord = 60,
        MostFacts = 40;

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (Wording is { } title && point.Id == deck.Id)
        {
            Change titled = new SetTitle(title).Apply(deck, facts);
            if (titled.Refusal is { } no)
                return no;
            deck = titled.Deck!;
            point = deck.Opening;
        }
        else if (Wording is { } wording)
        {
            string line = wording.Trim().ReplaceLineEndings(" ");
            if (line.Length == 0)
                return new Refusal("empty-point", "A point needs words. To take it out, remove it.");
            if (line.Length > Limits.Talks.Wording)
                return Refusals.TooLong("A point", Limits.Talks.Wording);
            // Words that were only proposed follow the wording; words that a person chose stay.
            bool proposed = point.SearchWords.SequenceEqual(Photos.SearchWords.Propose(point.Wording));
            point = point with
            {
                Wording = line,
                SearchWords = proposed ? [.. Photos.SearchWords.Propose(line)] : point.SearchWords,
            };
        }
        if (SearchWords is { } words)
            point = point with
            {
                SearchWords =
                [
                    .. words
                        .Select(w => w.Trim())
                        .Where(w => w.Length is > 0 and <= LongestWord)
                        .Distinct(StringComparer.OrdinalIgnoreCase)
                        .Take(MostWords),
                ],
            };
        if (Facts is { } given)
        {
            if (given.Count > MostFacts)
                return new Refusal("too-many-facts", $"A point has at most {MostFacts} facts. Keep the telling ones.");
            if (given.Any(f => f.Text.Length > Limits.Talks.Text || f.Reference.Length > Limits.Talks.Text))
                return Refusals.TooLong("A fact", Limits.Talks.Text);
            point = point with
            {
                Facts =
                [
                    .. given.Where(f => !string.IsNullOrWhiteSpace(f.Text) || !string.IsNullOrWhiteSpace(f.Reference)),
                ],
            };
        }
        if (Facts is not null && deck.Point(point.Id) is { } before)
            deck = Cited(deck, before, point, facts);
        if (SearchWords is not null || Facts is not null || point.Id != deck.Id)
            deck = deck.With(point);
        if (Seconds is not { } seconds)
            return deck;
        if (!Pace.Plannable(seconds))
            return Pace.NotPlannable;
        if (point.Id != deck.Id)
            deck = deck.With(point with { Seconds = seconds });
        Slide[] shown = [.. deck.Slides.Where(s => s.PointId == point.Id)];
        return shown.Length == 1 ? deck.With(shown[0] with { Seconds = seconds }) : deck;
    }

    // A figure that says where a fact is from goes on saying so when that is said otherwise in the plan.
    private static Deck Cited(Deck deck, Point before, Point after, IEditFacts facts)
    {
        Dictionary<string, string> now = new(StringComparer.Ordinal);
        foreach (Fact was in before.Facts.Where(f => f.SourceLine.Length > 0))
            if (after.Facts.Find(f => f.Text == was.Text) is { } same && same.SourceLine != was.SourceLine)
                now.TryAdd(was.SourceLine, same.SourceLine);
        if (now.Count == 0)
            return deck;
        foreach (Slide slide in deck.Slides.Where(s => s.PointId == after.Id && s.HasFigures).ToArray())
        foreach (Item item in slide.Items)
            if (
                ItemKinds.Of(item).Cite(item, s => now.GetValueOrDefault(s, s)) is { } edit
                && new EditItem(slide.Id, item.Id, edit).Apply(deck, facts).Deck is { } cited
            )
                deck = cited;
        return deck;
    }
}
