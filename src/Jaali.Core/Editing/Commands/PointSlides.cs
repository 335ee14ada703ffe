namespace Jaali.Core.Editing;

/// <summary>The slides of points: how they are made and where they come.</summary>
internal static class PointSlides
{
    /// <summary>The page of credits.</summary>
    internal static Slide MakeCredits(IEditFacts facts) =>
        new(facts.NewId(), SlideKind.Credits, null, [], "", Pace.CreditsSeconds);

    /// <summary>A slide of a point, with its wording as heading and no photo yet; of the opening, the opening
    /// slide.</summary>
    internal static Slide Make(Deck deck, Point point, IEditFacts facts)
    {
        (SlideKind kind, WordsRole role, WordsSource source) =
            point.Id == deck.Id
                ? (SlideKind.Title, WordsRole.Opening, WordsSource.DeckTitle)
                : (SlideKind.Point, WordsRole.Heading, WordsSource.PointWording);
        Words words = WordsKind.Following(facts.NewId(), role, source, deck.Shape.Bounds());
        var made = new Slide(facts.NewId(), kind, point.Id, [words], "", point.Seconds);
        // Where the house lays slides out, who speaks stands under the title.
        return kind == SlideKind.Title && deck.House.System is not null
            ? made with
            {
                Items = made.Items.Add(
                    WordsKind.Following(
                        facts.NewId(),
                        WordsRole.Subtitle,
                        WordsSource.Speaker,
                        deck.Shape.Bounds()
                    ) with
                    {
                        Spot = Spot.Under,
                        Of = words.Id,
                    }
                ),
            }
            : made;
    }

    /// <summary>The same with the best photo of the shortlist that may be placed as its ground.</summary>
    internal static Slide MakeShown(Deck deck, Point point, IEditFacts facts)
    {
        SlideRect bounds = deck.Shape.Bounds();
        Slide made = Make(deck, point, facts);
        Frame? ground = point
            .Shortlist.Select(id => FrameKind.Ground(facts.NewId(), id, bounds, facts))
            .FirstOrDefault(f => f is not null);
        return ground is null ? made : made.WithGround(ground, bounds);
    }

    /// <summary>The deck with a slide of a point in its place, laid out as the house has it.</summary>
    internal static Deck Put(Deck deck, Slide made, IEditFacts facts)
    {
        deck = deck with { Slides = deck.Slides.Insert(PlaceOf(deck, made.PointId!.Value), made) };
        if (deck.House.System is null)
            return deck;
        made = made with
        {
            Layout = new(
                made.Kind == SlideKind.Title ? SlideLayout.Opening : SlideLayout.Heading,
                Turn: SlideSharing.NextTurn(deck, made)
            ),
        };
        return SlideLaying.Laid(deck.With(made), made, facts);
    }

    /// <summary>Where the slide of a point comes: behind the last slide of the nearest point before it that has one,
    /// else behind the opening, which comes first.</summary>
    internal static int PlaceOf(Deck deck, Guid pointId)
    {
        if (pointId == deck.Id)
            return 0;
        int at = deck.Points.FindIndex(p => p.Id == pointId);
        for (int i = at - 1; i >= 0; i--)
            if (deck.Slides.FindLastIndex(s => s.PointId == deck.Points[i].Id) is >= 0 and int before)
                return before + 1;
        int opening = deck.Slides.FindIndex(s => s.Kind == SlideKind.Title);
        return opening + 1;
    }
}
