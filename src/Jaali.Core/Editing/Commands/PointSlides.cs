using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>The slides of points: how they are made and where they come.</summary>
internal static class PointSlides
{
    /// <summary>A slide of a point, with its wording as heading and no photo yet.</summary>
    internal static Slide Make(Deck deck, Point point, IEditFacts facts) =>
        new(
            facts.NewId(),
            SlideKind.Point,
            point.Id,
            [WordsKind.Following(facts.NewId(), WordsRole.Heading, WordsSource.PointWording, deck.Shape.Bounds())],
            "",
            point.Seconds
        );

    /// <summary>Where the slide of a point comes: behind the last slide of the nearest point before it that has one,
    /// else behind the opening.</summary>
    internal static int PlaceOf(Deck deck, Guid pointId)
    {
        int at = deck.Points.FindIndex(p => p.Id == pointId);
        for (int i = at - 1; i >= 0; i--)
            if (deck.Slides.FindLastIndex(s => s.PointId == deck.Points[i].Id) is >= 0 and int before)
                return before + 1;
        int opening = deck.Slides.FindIndex(s => s.Kind == SlideKind.Title);
        return opening + 1;
    }
}
