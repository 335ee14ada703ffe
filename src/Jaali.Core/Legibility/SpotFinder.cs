using Jaali.Core.Geometry;

namespace Jaali.Core.Legibility;

/// <summary>A place for words, with what it was chosen by.</summary>
public sealed record FoundSpot(Spot Spot, SlideRect Box, Ink Ink);

/// <summary>The room that set words need, in slide units.</summary>
/// <param name="Width">Their width.</param>
/// <param name="Height">Their height.</param>
/// <param name="MarginX">Distance from the left and right edges.</param>
/// <param name="MarginY">Distance from the top and bottom edges.</param>
public readonly record struct WordsRoom(double Width, double Height, double MarginX, double MarginY);

/// <summary>What words are placed against.</summary>
/// <param name="Slide">The slide.</param>
/// <param name="Under">What lies under them.</param>
/// <param name="Taken">What may not be covered: other words.</param>
/// <param name="Subjects">Where the eye goes on the slide.</param>
public sealed record Surroundings(
    SlideRect Slide,
    Backdrop Under,
    IReadOnlyList<SlideRect> Taken,
    IReadOnlyList<SlidePoint> Subjects
);

/// <summary>Finds the corner of a slide where words read best and disturb least.</summary>
public static class SpotFinder
{
    // Words nearer than this read as one with those beside them.
    private const double Apart = 64;

    private static readonly Spot[] Corners = [Spot.BottomLeft, Spot.BottomRight, Spot.TopLeft, Spot.TopRight];

    /// <summary>
    /// Tries all four corners. A corner that another thing covers is left out while another is free; among the others
    /// the calm, contrasting one wins,
    /// away from the subjects, the earlier in <paramref name="preferred"/> on near ties.
    /// </summary>
    /// <param name="around">What lies there.</param>
    /// <param name="room">The room that the words need.</param>
    /// <param name="wanted">The contrast that is needed without a plate.</param>
    /// <param name="preferred">The order of taste; null for the lower corners first.</param>
    public static FoundSpot Corner(
        Surroundings around,
        WordsRoom room,
        double wanted,
        IReadOnlyList<Spot>? preferred = null
    )
    {
        FoundSpot? best = null;
        double bestCost = double.MaxValue;
        IReadOnlyList<Spot> order = preferred ?? Corners;
        for (int i = 0; i < order.Count; i++)
        {
            SlideRect box = BoxAt(order[i], around.Slide, room);
            double[] under = around.Under.Under(box.Grown(4));
            Ink ink = Ink.Best(under);
            double cost = i * .012 + around.Under.Busyness(box.Grown(8)) + .25 * Math.Max(0, wanted - ink.Ratio);
            if (around.Taken.Any(t => t.Grown(Apart).Overlaps(box)))
                cost += 100;
            if (around.Subjects.Count > 0)
                cost += .35 * around.Subjects.Max(s => Closeness(box, s));
            if (cost < bestCost)
                (best, bestCost) = (new FoundSpot(order[i], box, ink), cost);
        }
        return best!;
    }

    /// <summary>
    /// The corner for a credit: always the same one where it can be, at the foot of the slide, so that it is not read
    /// as a heading. The other foot corner, then the head, are taken where they are calm and read and the ones before
    /// them do not; where none does, the better foot corner that is free, on a plate.
    /// </summary>
    /// <param name="around">What lies there.</param>
    /// <param name="room">The room that the credit needs.</param>
    /// <param name="wanted">The contrast that is needed without a plate.</param>
    public static FoundSpot Foot(Surroundings around, WordsRoom room, double wanted)
    {
        bool Free(Spot spot) => !around.Taken.Any(t => t.Grown(Apart).Overlaps(BoxAt(spot, around.Slide, room)));
        foreach (Spot spot in Corners.Where(Free))
        {
            SlideRect box = BoxAt(spot, around.Slide, room);
            Ink ink = Ink.Best(around.Under.Under(box.Grown(4)));
            if (
                ink.Ratio >= wanted
                && around.Under.Busyness(box.Grown(8)) < CalmArea.Restless
                && !around.Subjects.Any(s => box.Grown(Apart).Contains(s))
            )
                return new(spot, box, ink);
        }
        Spot[] foot = [.. Corners.Take(2).Where(Free)];
        return Corner(around, room, wanted, foot.Length > 0 ? foot : null);
    }

    /// <summary>The box of words of this size in a corner.</summary>
    public static SlideRect BoxAt(Spot spot, SlideRect slide, WordsRoom room)
    {
        bool right = spot is Spot.TopRight or Spot.BottomRight,
            bottom = spot is Spot.BottomLeft or Spot.BottomRight;
        return new(
            right ? slide.Right - room.MarginX - room.Width : slide.X + room.MarginX,
            bottom ? slide.Bottom - room.MarginY - room.Height : slide.Y + room.MarginY,
            room.Width,
            room.Height
        );
    }

    // 1 where the subject is inside the box, falling to 0 at 320 units away.
    private static double Closeness(SlideRect box, SlidePoint subject)
    {
        double dx = Math.Max(0, Math.Max(box.X - subject.X, subject.X - box.Right)),
            dy = Math.Max(0, Math.Max(box.Y - subject.Y, subject.Y - box.Bottom));
        return Math.Max(0, 1 - Math.Sqrt(dx * dx + dy * dy) / 320);
    }
}
