namespace Jaali.Core.Legibility;

/// <summary>A place for words, with what it was chosen by.</summary>
/// <param name="Spot">Which.</param>
/// <param name="Box">Where they stand.</param>
/// <param name="Ink">The better ink there, as far as places are compared (<see cref="Backdrop.CoarseLight"/>).</param>
public sealed record FoundSpot(Spot Spot, SlideRect Box, Ink Ink);

/// <summary>The room that set words need, in slide units.</summary>
/// <param name="Width">Their width.</param>
/// <param name="Height">Their height.</param>
/// <param name="MarginX">Distance from the left and right edges.</param>
/// <param name="MarginY">Distance from the top and bottom edges.</param>
public readonly record struct TextExtent(double Width, double Height, double MarginX, double MarginY);

/// <summary>What words are placed against.</summary>
/// <param name="Slide">The slide.</param>
/// <param name="Under">What lies under them.</param>
/// <param name="Taken">What may not be covered: other words.</param>
/// <param name="Subjects">Where the eye goes on the slide.</param>
/// <param name="Rims">Where photos end within the slide: words stand inside or outside, never across.</param>
/// <param name="Inks">What they may be written in.</param>
public sealed record Surroundings(
    SlideRect Slide,
    Backdrop Under,
    IReadOnlyList<SlideRect> Taken,
    IReadOnlyList<SlidePoint> Subjects,
    IReadOnlyList<PhotoEdge> Rims,
    InkPair Inks
)
{
    /// <summary>True where a box stands across the edge of a photo.</summary>
    public bool Straddles(SlideRect box) => Rims.Any(r => r.Crosses(box));
}

/// <summary>The outline of a photo or of its mask.</summary>
/// <param name="Outline">Before it is turned.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="About">What stays in its place.</param>
public sealed record PhotoEdge(Path Outline, double Turn, SlidePoint About)
{
    // How far apart places are looked at, at most, in slide units: no photo is so narrow that it falls between.
    private const double Step = 24;

    /// <summary>The smallest upright rectangle round it.</summary>
    public SlideRect Bounds { get; } = Outline.Bounds.Turned(Turn, About);

    /// <summary>True where part of a box lies inside and part outside.</summary>
    public bool Crosses(SlideRect box)
    {
        if (!box.Overlaps(Bounds))
            return false;
        int columns = Math.Max(2, (int)Math.Ceiling(box.Width / Step) + 1),
            rows = Math.Max(2, (int)Math.Ceiling(box.Height / Step) + 1);
        bool? first = null;
        for (int y = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
        {
            SlidePoint p = new SlidePoint(
                box.X + box.Width * x / (columns - 1),
                box.Y + box.Height * y / (rows - 1)
            ).Turned(About, -Turn);
            bool inside = Outline.Contains(p.X, p.Y);
            if (first is null)
                first = inside;
            else if (first != inside)
                return true;
        }
        return false;
    }

    /// <summary>True where some of these letters, turned about a place, lie inside and some outside, or one is
    /// cut.</summary>
    public bool Cuts(IReadOnlyList<SlideRect> letters, double turn, SlidePoint about)
    {
        bool inside = false,
            outside = false;
        foreach (SlideRect letter in letters)
        foreach (SlidePoint corner in letter.Corners)
        {
            SlidePoint p = corner.Turned(about, turn);
            if (Bounds.Contains(p) && Holds(p))
                inside = true;
            else
                outside = true;
            if (inside && outside)
                return true;
        }
        return false;

        bool Holds(SlidePoint p)
        {
            SlidePoint own = p.Turned(About, -Turn);
            return Outline.Contains(own.X, own.Y);
        }
    }
}

/// <summary>Finds the corner of a slide where words read best and disturb least.</summary>
public static class SpotFinder
{
    // Words nearer than this read as one with those beside them.
    private const double Apart = 64;

    // From words to the edge of a photo.
    private const double Clear = 10;

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
        TextExtent room,
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
            (Ink ink, double cost) = Judged(around, box, wanted);
            cost += i * .012;
            if (around.Taken.Any(t => t.Grown(Apart).Overlaps(box)))
                cost += 100;
            if (around.Straddles(box.Grown(Clear)))
                cost += 10;
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
    public static FoundSpot Foot(Surroundings around, TextExtent room, double wanted)
    {
        bool Free(Spot spot) => !around.Taken.Any(t => t.Grown(Apart).Overlaps(BoxAt(spot, around.Slide, room)));
        foreach (Spot spot in Corners.Where(Free))
        {
            SlideRect box = BoxAt(spot, around.Slide, room);
            Ink ink = Ink.Best(around.Under.CoarseLight(box.Grown(4)), around.Inks);
            if (
                ink.Ratio >= wanted
                && around.Under.CoarseBusyness(box.Grown(8)) < CalmArea.Restless
                && !around.Straddles(box.Grown(Clear))
                && !around.Subjects.Any(s => box.Grown(Apart).Contains(s))
            )
                return new(spot, box, ink);
        }
        // On a plate it may be restless, but not across an edge.
        Spot[] free = [.. Corners.Where(s => Free(s) && !Across(s))];
        if (free.Length == 0)
            free = [.. Corners.Where(Free)];
        Spot[] foot = [.. free.Where(s => s is Spot.BottomLeft or Spot.BottomRight)];
        return Corner(
            around,
            room,
            wanted,
            foot.Length > 0 ? foot
                : free.Length > 0 ? free
                : null
        );

        bool Across(Spot spot) => around.Straddles(BoxAt(spot, around.Slide, room).Grown(Clear));
    }

    /// <summary>True where words in this box stand clear of every edge.</summary>
    public static bool StandsClear(Surroundings around, SlideRect box) => !around.Straddles(box.Grown(Clear));

    /// <summary>
    /// The calmest place for words inside one of the photos that end within the slide, wholly inside and away from the
    /// subject; null where they fit into none.
    /// </summary>
    public static FoundSpot? Inside(Surroundings around, TextExtent room, double wanted)
    {
        FoundSpot? best = null;
        double bestCost = double.MaxValue;
        foreach (PhotoEdge rim in around.Rims)
        foreach (double down in (ReadOnlySpan<double>)[.12, .22, .5, .68, .8, .93])
        {
            SlideRect b = rim.Bounds;
            var box = new SlideRect(
                b.X + (b.Width - room.Width) / 2,
                b.Y + b.Height * down - room.Height / 2,
                room.Width,
                room.Height
            );
            if (
                box.X < around.Slide.X + 8
                || box.Y < around.Slide.Y + 8
                || box.Right > around.Slide.Right - 8
                || box.Bottom > around.Slide.Bottom - 8
                || around.Straddles(box.Grown(Clear))
                || around.Taken.Any(t => t.Grown(Apart).Overlaps(box))
            )
                continue;
            (Ink ink, double cost) = Judged(around, box, wanted);
            if (cost < bestCost)
                (best, bestCost) = (new FoundSpot(Spot.Auto, box, ink), cost);
        }
        return best;
    }

    /// <summary>
    /// The calmest place within the margins that no other words take and no edge of a photo cuts, near the left margin
    /// on near ties; null where there is none.
    /// </summary>
    public static FoundSpot? Free(Surroundings around, TextExtent room, double wanted)
    {
        const int Columns = 9,
            Rows = 9;
        double left = around.Slide.X + room.MarginX,
            top = around.Slide.Y + room.MarginY,
            across = around.Slide.Right - room.MarginX - room.Width - left,
            down = around.Slide.Bottom - room.MarginY - room.Height - top;
        if (across < 0 || down < 0)
            return null;
        FoundSpot? best = null;
        double bestCost = double.MaxValue;
        for (int r = 0; r < Rows; r++)
        for (int c = 0; c < Columns; c++)
        {
            var box = new SlideRect(
                left + across * c / (Columns - 1),
                top + down * r / (Rows - 1),
                room.Width,
                room.Height
            );
            if (around.Taken.Any(t => t.Grown(Near).Overlaps(box)) || around.Straddles(box.Grown(Clear)))
                continue;
            (Ink ink, double cost) = Judged(around, box, wanted);
            cost += c * .006;
            if (cost < bestCost)
                (best, bestCost) = (new FoundSpot(Spot.Auto, box, ink), cost);
        }
        return best;
    }

    // From one piece of words to another where there is no more room.
    private const double Near = 24;

    /// <summary>The box of words of this size in a corner.</summary>
    public static SlideRect BoxAt(Spot spot, SlideRect slide, TextExtent room)
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

    // The better ink there, and what the place costs: restless, short of contrast, near the subject.
    private static (Ink Ink, double Cost) Judged(Surroundings around, SlideRect box, double wanted)
    {
        Ink ink = Ink.Best(around.Under.CoarseLight(box.Grown(4)), around.Inks);
        return (
            ink,
            around.Under.CoarseBusyness(box.Grown(8))
                + .25 * Math.Max(0, wanted - ink.Ratio)
                + (around.Subjects.Count > 0 ? .35 * around.Subjects.Max(s => Closeness(box, s)) : 0)
        );
    }

    // 1 where the subject is inside the box, falling to 0 at 320 units away.
    internal static double Closeness(SlideRect box, SlidePoint subject)
    {
        double dx = Math.Max(0, Math.Max(box.X - subject.X, subject.X - box.Right)),
            dy = Math.Max(0, Math.Max(box.Y - subject.Y, subject.Y - box.Bottom));
        return Math.Max(0, 1 - Math.Sqrt(dx * dx + dy * dy) / 320);
    }
}
