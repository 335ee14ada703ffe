namespace Jaali.Core.Composing;

/// <summary>Room for words in files of other programs: where the faces of the talk are not at hand, letters are wider,
/// and a line that does not fit breaks. As far as there is room beside them, and no line would break elsewhere, the box
/// of words is wider than they are; at the foot of a slide another line grows upwards.</summary>
internal static class ExportRoom
{
    // Other faces of the same size are up to so much wider (common practice, no source); boxes keep this far from the
    // slide's edges and from what stands beside them, in units.
    private const double Widest = 1.6,
        Apart = 24;

    // Words stand under others where no more than this lies between them, in their own lines.
    private const double Under = 1.2;

    // So near an edge, as a share of the slide, words stand at it.
    private const double AtEdge = .08;

    /// <summary>The same things, words with the room they have.</summary>
    internal static List<ExportItem> Given(IReadOnlyList<ExportItem> things, SlideRect slide) =>
        [.. things.Select(t => t is ExportWords { Turn: 0 } words ? Roomy(words, things, slide) : t)];

    private static ExportWords Roomy(ExportWords words, IReadOnlyList<ExportItem> things, SlideRect slide)
    {
        SlideRect box = words.Box;
        // A computed line at the right edge ends there.
        if (
            words is { Role: null, Align: WordsAlign.Start, IsRightToLeft: false, Most: double.PositiveInfinity }
            && box.Right > slide.Right - slide.Width * AtEdge
            && box.X > slide.X + slide.Width / 2
        )
        {
            box = box with { X = box.X - box.Width * (1 - 1 / NodeExport.Slack) };
            words = words with { Align = WordsAlign.End, Box = box };
        }
        bool foot =
            box.Y + box.Height / 2 > slide.Y + slide.Height / 2
            && !things.Any(t =>
                t is ExportWords
                && !ReferenceEquals(t, words)
                && t.Box.X < box.Right
                && t.Box.Right > box.X
                && t.Box.Y < box.Y
                && box.Y - t.Box.Bottom < Under * words.Leading
            );
        double wanted = Math.Min(box.Width / NodeExport.Slack * Widest, words.Most) - box.Width;
        if (wanted <= 0)
            return words with { AtFoot = foot };
        bool toTheLeft = words.Align == (words.IsRightToLeft ? WordsAlign.Start : WordsAlign.End);
        double right = Math.Max(0, slide.Right - Apart - box.Right),
            left = Math.Max(0, box.X - slide.X - Apart);
        foreach (ExportItem t in things)
        {
            // What is under the words, or round them, is not beside them.
            if (ReferenceEquals(t, words) || t.Box.Y >= box.Bottom || t.Box.Bottom <= box.Y)
                continue;
            if (t.Box.X >= box.Right - Apart)
                right = Math.Min(right, Math.Max(0, t.Box.X - Apart - box.Right));
            else if (t.Box.Right <= box.X + Apart)
                left = Math.Min(left, Math.Max(0, box.X - Apart - t.Box.Right));
        }
        double more =
            words.Align == WordsAlign.Middle
                ? Math.Min(wanted, 2 * Math.Min(left, right))
                : Math.Min(wanted, toTheLeft ? left : right);
        return words with
        {
            AtFoot = foot,
            Box = box with
            {
                X =
                    words.Align == WordsAlign.Middle ? box.X - more / 2
                    : toTheLeft ? box.X - more
                    : box.X,
                Width = box.Width + more,
            },
        };
    }
}
