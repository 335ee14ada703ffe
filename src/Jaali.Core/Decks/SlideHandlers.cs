using System.Collections.Immutable;
using Jaali.Core.Framing;
using Jaali.Core.Pacing;

namespace Jaali.Core.Decks;

/// <summary>Commands on slides and their order.</summary>
internal static class SlideHandlers
{
    internal static Change Make(Deck deck, IEditFacts facts)
    {
        if (deck.Points.Count == 0)
            return new Refusal(
                "no-points",
                "There are no points yet. Write or paste them first, then make the slides."
            );
        List<Slide> slides = [.. deck.Slides.Where(s => s.Kind != SlideKind.Credits)];
        if (!slides.Exists(s => s.Kind == SlideKind.Title))
            slides.Insert(
                0,
                new Slide(
                    facts.NewId(),
                    SlideKind.Title,
                    null,
                    null,
                    [new Words(facts.NewId(), WordsRole.Opening, WordsSource.DeckTitle, "", Spot.Auto)],
                    "",
                    Pace.OpeningSeconds
                )
            );
        int last = 0;
        foreach (Point point in deck.Points)
        {
            int at = slides.FindLastIndex(s => s.PointId == point.Id);
            if (at < 0)
            {
                at = last + 1;
                Slide made = new(
                    facts.NewId(),
                    SlideKind.Point,
                    point.Id,
                    null,
                    [new Words(facts.NewId(), WordsRole.Heading, WordsSource.PointWording, "", Spot.Auto)],
                    "",
                    point.Seconds
                );
                Frame? ground = point
                    .Kept.Select(id => FrameHandlers.FrameFor(deck, id, facts))
                    .FirstOrDefault(f => f is not null);
                slides.Insert(Math.Min(at, slides.Count), made with { Ground = ground });
            }
            last = at;
        }
        slides.Add(
            deck.Slides.Find(s => s.Kind == SlideKind.Credits)
                ?? new Slide(facts.NewId(), SlideKind.Credits, null, null, [], "", Pace.CreditsSeconds)
        );
        return slides.Count > DeckLimits.Slides ? TooMany() : deck with { Slides = [.. slides] };
    }

    internal static Change Add(Deck deck, AddSlide c, IEditFacts facts)
    {
        if (deck.Slides.Count >= DeckLimits.Slides)
            return TooMany();
        int at = c.After is { } after ? deck.Slides.FindIndex(s => s.Id == after) + 1 : BeforeCredits(deck);
        if (c.After is not null && at == 0)
            return Change.NoSlide;
        if (at > 0 && deck.Slides[at - 1].Kind == SlideKind.Credits)
            at--;
        return deck with
        {
            Slides = deck.Slides.Insert(
                at,
                new Slide(facts.NewId(), SlideKind.Free, null, null, [], "", Pace.NewSlideSeconds)
            ),
        };
    }

    internal static Change Remove(Deck deck, RemoveSlide c) =>
        deck.Slide(c.SlideId) is { } slide ? deck with { Slides = deck.Slides.Remove(slide) } : Change.NoSlide;

    internal static Change Move(Deck deck, MoveSlide c)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        ImmutableList<Slide> rest = deck.Slides.Remove(slide);
        return deck with { Slides = rest.Insert(Math.Clamp(c.To, 0, rest.Count), slide) };
    }

    internal static Change Duplicate(Deck deck, DuplicateSlide c, IEditFacts facts)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (slide.Kind == SlideKind.Credits)
            return new Refusal(
                "one-credits-slide",
                "The credits come once; they grow by themselves. Duplicate another slide."
            );
        if (deck.Slides.Count >= DeckLimits.Slides)
            return TooMany();
        return deck with
        {
            Slides = deck.Slides.Insert(deck.Slides.IndexOf(slide) + 1, slide with { Id = facts.NewId() }),
        };
    }

    internal static Change Seconds(Deck deck, SetSeconds c)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        if (!Pace.Plannable(c.Seconds))
            return Pace.NotPlannable;
        deck = deck.With(slide with { Seconds = c.Seconds });
        bool only = slide.PointId is not null && deck.Slides.Count(s => s.PointId == slide.PointId) == 1;
        return only && deck.Point(slide.PointId!.Value) is { } point
            ? deck.With(point with { Seconds = c.Seconds })
            : deck;
    }

    internal static Change Notes(Deck deck, SetNotes c)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        return (c.Notes ?? "").Length > DeckLimits.Text
            ? Change.TooLong("Notes", DeckLimits.Text)
            : deck.With(slide with { Notes = c.Notes ?? "" });
    }

    private static int BeforeCredits(Deck deck)
    {
        int credits = deck.Slides.FindIndex(s => s.Kind == SlideKind.Credits);
        return credits < 0 ? deck.Slides.Count : credits;
    }

    private static Refusal TooMany() =>
        new("too-many-slides", $"A deck holds at most {DeckLimits.Slides} slides. Remove some first.");
}
