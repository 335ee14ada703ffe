namespace Jaali.Core.Composing;

/// <summary>Where a heading stands once a deck is evened out.</summary>
/// <param name="SlideId">Its slide.</param>
/// <param name="ItemId">The words.</param>
/// <param name="Number">The slide's number, from 1.</param>
/// <param name="Spot">Where they stand.</param>
/// <param name="Why">Why not at the first of the style's places, in words; empty where they stand there.</param>
public sealed record HeadingPlace(Guid SlideId, Guid ItemId, int Number, Spot Spot, string Why);

/// <summary>A deck evened out.</summary>
/// <param name="Places">Of every heading over a photo, in order.</param>
/// <param name="Cost">What it costs in all.</param>
/// <param name="Bound">What it would cost at least if no heading minded its neighbours.</param>
public sealed record EvenDeck(IReadOnlyList<HeadingPlace> Places, double Cost, double Bound)
{
    /// <summary>What came of it, in sentences: where the headings stand, and which depart and why.</summary>
    public string Says()
    {
        if (Places.Count == 0)
            return "No heading looks for its place over a photo. Nothing was changed.";
        Spot usual = Places.GroupBy(p => p.Spot).MaxBy(g => g.Count())!.Key;
        HeadingPlace[] others = [.. Places.Where(p => p.Spot != usual)];
        string all =
            others.Length == 0
                ? $"All headings over photos stand {Named(usual)}."
                : $"{Places.Count - others.Length} of {Places.Count} headings over photos stand {Named(usual)}.";
        return string.Join(
            ' ',
            [
                all,
                .. others.Select(o =>
                    $"Slide {o.Number} departs, {Named(o.Spot)}{(o.Why.Length > 0 ? $": {o.Why}" : "")}."
                ),
            ]
        );
    }

    private static string Named(Spot spot) =>
        spot switch
        {
            Spot.TopLeft => "at the upper left",
            Spot.TopRight => "at the upper right",
            Spot.BottomRight => "at the lower right",
            _ => "at the lower left",
        };
}

/// <summary>
/// One hand through the deck: the places of all headings over photos are chosen together. That they read, and that the
/// subject is kept free, are conditions; what is weighed are departures from the style's first place, the veils that
/// are needed, restlessness, and every change of place from one slide to the next. Solved exactly by
/// dynamic programming
/// over the slides (Bellman 1957, from memory), which a brute force confirms on small decks.
/// </summary>
public static class DeckHand
{
    /// <summary>What a change of place from one heading to the next costs; a veil of full strength costs 1.</summary>
    public const double Jump = .3;

    private sealed record Stage(Slide Slide, int Number, Words Words, IReadOnlyList<StyledPlace.Candidate> All)
    {
        internal StyledPlace.Candidate[] Places { get; } = [.. All.Where(c => c.WhyNot.Length == 0)];
    }

    /// <summary>The best places for a whole deck; none for a house without a system.</summary>
    public static EvenDeck Solve(Deck deck, ISceneFacts facts)
    {
        if (deck.House.System is null)
            return new([], 0, 0);
        Stage[] stages =
        [
            .. deck
                .Slides.Select((s, i) => (Slide: s, Number: i + 1))
                .AsParallel()
                .AsOrdered()
                .Select(s => StageOf(deck, s.Slide, s.Number, facts))
                .OfType<Stage>(),
        ];
        int[] chosen = Cheapest([.. stages.Select(s => s.Places.Select(p => (p.Spot, p.Cost)).ToArray())]);
        double cost = 0;
        List<HeadingPlace> places = [];
        for (int i = 0; i < stages.Length; i++)
        {
            StyledPlace.Candidate place = stages[i].Places[chosen[i]];
            cost += place.Cost + (i > 0 && stages[i - 1].Places[chosen[i - 1]].Spot != place.Spot ? Jump : 0);
            places.Add(
                new(stages[i].Slide.Id, stages[i].Words.Id, stages[i].Number, place.Spot, Why(stages[i], place))
            );
        }
        return new(places, cost, stages.Sum(s => s.Places.Min(p => p.Cost)));
    }

    /// <summary>Which of the places of each stage is taken where the sum of their costs, and of <see cref="Jump"/> for
    /// each change from one stage to the next, is least. Ties go to the earlier place.</summary>
    internal static int[] Cheapest((Spot Spot, double Cost)[][] stages)
    {
        if (stages.Length == 0)
            return [];
        double[] best = [.. stages[0].Select(p => p.Cost)];
        List<int[]> from = [];
        for (int i = 1; i < stages.Length; i++)
        {
            int[] back = new int[stages[i].Length];
            double[] next = new double[stages[i].Length];
            for (int j = 0; j < stages[i].Length; j++)
            {
                next[j] = double.MaxValue;
                for (int k = 0; k < stages[i - 1].Length; k++)
                    if (best[k] + (stages[i - 1][k].Spot == stages[i][j].Spot ? 0 : Jump) is var sum && sum < next[j])
                        (next[j], back[j]) = (sum, k);
                next[j] += stages[i][j].Cost;
            }
            from.Add(back);
            best = next;
        }
        int[] chosen = new int[stages.Length];
        chosen[^1] = Array.IndexOf(best, best.Min());
        for (int i = stages.Length - 1; i > 0; i--)
            chosen[i - 1] = from[i - 1][chosen[i]];
        return chosen;
    }

    private static Stage? StageOf(Deck deck, Slide slide, int number, ISceneFacts facts)
    {
        if (slide.Ground is null || slide.Kind == SlideKind.Credits)
            return null;
        foreach (Words words in slide.Items.OfType<Words>())
            if (
                StyledPlace.Candidates(words, SceneBuilder.Below(deck, slide, words, facts)) is { Count: > 0 } all
                && new Stage(slide, number, words, all) is { Places.Length: > 0 } stage
            )
                return stage;
        return null;
    }

    private static string Why(Stage stage, StyledPlace.Candidate place)
    {
        StyledPlace.Candidate first = stage.All[0];
        return place.Spot == first.Spot ? ""
            : first.WhyNot.Length > 0 ? first.WhyNot
            : "it is restless there, or needs a strong veil";
    }
}
