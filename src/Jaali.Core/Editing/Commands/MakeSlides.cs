using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Makes an opening slide, one slide for each point that has none, and a credits slide.</summary>
public sealed record MakeSlides : DeckCommand
{
    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Points.Count == 0)
            return new Refusal(
                "no-points",
                "There are no points yet. Write or paste them first, then make the slides."
            );
        SlideRect bounds = deck.Shape.Bounds();
        Slide? credits = deck.Slides.Find(s => s.Kind == SlideKind.Credits);
        deck = deck with { Slides = deck.Slides.RemoveAll(s => s.Kind == SlideKind.Credits) };
        if (!deck.Slides.Exists(s => s.Kind == SlideKind.Title))
        {
            Words title = WordsKind.Following(facts.NewId(), WordsRole.Opening, WordsSource.DeckTitle, bounds);
            var opening = new Slide(facts.NewId(), SlideKind.Title, null, [title], "", Pace.OpeningSeconds);
            deck = deck with { Slides = deck.Slides.Insert(0, opening) };
        }
        foreach (Point point in deck.Points.Where(p => !deck.Slides.Exists(s => s.PointId == p.Id)).ToArray())
        {
            Slide made = PointSlides.Make(deck, point, facts);
            Frame? ground = point
                .Kept.Select(id => FrameKind.Ground(facts.NewId(), id, bounds, facts))
                .FirstOrDefault(f => f is not null);
            if (ground is not null)
                made = made.WithGround(ground, bounds);
            deck = deck with { Slides = deck.Slides.Insert(PointSlides.PlaceOf(deck, point.Id), made) };
        }
        credits ??= new Slide(facts.NewId(), SlideKind.Credits, null, [], "", Pace.CreditsSeconds);
        deck = deck with { Slides = deck.Slides.Add(credits) };
        return deck.Slides.Count > Limits.OfTalks.Slides ? Refusals.TooManySlides(Limits.OfTalks.Slides) : deck;
    }
}
