namespace Jaali.Core.Legibility;

/// <summary>A place for words, with what it was chosen by.</summary>
public sealed record FoundSpot(Decks.Spot Spot, SlideRect Box, Ink Ink);

/// <summary>Finds the corner of a slide where words read best and disturb least.</summary>
public static class SpotFinder
{
    // Words nearer than this read as one with those beside them.
    private const double Apart = 64;

    private static readonly Decks.Spot[] Corners =
    [
        Decks.Spot.BottomLeft,
        Decks.Spot.BottomRight,
        Decks.Spot.TopLeft,
        Decks.Spot.TopRight,
    ];

    /// <summary>
    /// Tries all four corners. A corner that another thing covers is left out while another is free; among the others the calm, contrasting one wins,
    /// away from the subject, the earlier in <paramref name="preferred"/> on near ties.
    /// </summary>
    /// <param name="light">What lies under the words.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="width">Width of the words, in units.</param>
    /// <param name="height">Their height.</param>
    /// <param name="marginX">Distance from the left and right edges.</param>
    /// <param name="marginY">Distance from the top and bottom edges.</param>
    /// <param name="taken">What may not be covered: other words.</param>
    /// <param name="subject">Where the subject is on the slide, or null.</param>
    /// <param name="wanted">The contrast that is needed without a plate.</param>
    /// <param name="preferred">The order of taste; null for the lower corners first.</param>
    public static FoundSpot Corner(
        SlideLight light,
        SlideRect slide,
        double width,
        double height,
        double marginX,
        double marginY,
        IReadOnlyList<SlideRect> taken,
        PhotoPoint? subject,
        double wanted,
        IReadOnlyList<Decks.Spot>? preferred = null
    )
    {
        FoundSpot? best = null;
        double bestCost = double.MaxValue;
        IReadOnlyList<Decks.Spot> order = preferred ?? Corners;
        for (int i = 0; i < order.Count; i++)
        {
            SlideRect box = BoxAt(order[i], slide, width, height, marginX, marginY);
            double[] under = light.Under(box.Grown(4));
            Ink ink = Ink.Best(under);
            double cost = i * .012 + light.Busyness(box.Grown(8)) + .25 * Math.Max(0, wanted - ink.Ratio);
            if (taken.Any(t => t.Grown(Apart).Overlaps(box)))
                cost += 100;
            if (subject is { } s)
                cost += .35 * Closeness(box, s);
            if (cost < bestCost)
                (best, bestCost) = (new FoundSpot(order[i], box, ink), cost);
        }
        return best!;
    }

    /// <summary>The box of words of this size in a corner.</summary>
    public static SlideRect BoxAt(
        Decks.Spot spot,
        SlideRect slide,
        double width,
        double height,
        double marginX,
        double marginY
    )
    {
        bool right = spot is Decks.Spot.TopRight or Decks.Spot.BottomRight,
            bottom = spot is Decks.Spot.BottomLeft or Decks.Spot.BottomRight;
        return new(
            right ? slide.Right - marginX - width : slide.X + marginX,
            bottom ? slide.Bottom - marginY - height : slide.Y + marginY,
            width,
            height
        );
    }

    // 1 where the subject is inside the box, falling to 0 at 320 units away.
    private static double Closeness(SlideRect box, PhotoPoint subject)
    {
        double dx = Math.Max(0, Math.Max(box.X - subject.X, subject.X - box.Right)),
            dy = Math.Max(0, Math.Max(box.Y - subject.Y, subject.Y - box.Bottom));
        return Math.Max(0, 1 - Math.Sqrt(dx * dx + dy * dy) / 320);
    }
}
