namespace Jaali.Core.Scenes;

/// <summary>Words on an arc: the longest line takes up so many degrees of a circle, every letter stands upright on
/// it.</summary>
public static class ArcText
{
    /// <summary>How far the ends of the longest line lie below its middle, in units; above it where the bend is less
    /// than
    /// 0.</summary>
    /// <param name="set">The words, as if they were straight.</param>
    /// <param name="bend">Degrees.</param>
    public static double Sag(SetText set, double bend)
    {
        if (bend == 0 || set.Width <= 0)
            return 0;
        double half = bend * Math.PI / 360;
        return set.Width / (2 * half) * (1 - Math.Cos(half));
    }

    /// <summary>The words as nodes, letter by letter.</summary>
    /// <param name="set">The words, as if they were straight.</param>
    /// <param name="at">Where their upper left corner would stand.</param>
    /// <param name="ink">The colour of words that have none of their own.</param>
    /// <param name="bend">Degrees, not 0.</param>
    /// <param name="fonts">The faces.</param>
    public static IReadOnlyList<SceneNode> Nodes(SetText set, SlidePoint at, string ink, double bend, IFonts fonts) =>
        [
            .. set
                .Pieces.GroupBy(p => (p.Face, p.Size, Ink: p.Ink ?? ink, p.IsRightToLeft))
                .Select(g => new TextNode(
                    g.Key.Face.Id,
                    g.Key.Size,
                    g.Key.Ink,
                    [
                        .. g.SelectMany(p => TextNodes.Clusters(p, set, fonts).Select(c => (c.X, p.Y, c.Width, c.Text)))
                            .Select(c =>
                            {
                                (SlidePoint p, double turn) = Bend(c.X + c.Width / 2, c.Y, set, bend);
                                double angle = turn * Math.PI / 180;
                                return new SceneLine(
                                    at.X + p.X - c.Width / 2 * Math.Cos(angle),
                                    at.Y + p.Y - c.Width / 2 * Math.Sin(angle),
                                    c.Width,
                                    c.Text,
                                    turn
                                );
                            }),
                    ],
                    0,
                    g.Key.IsRightToLeft
                )),
        ];

    /// <summary>Where its letters stand, as upright boxes.</summary>
    public static IReadOnlyList<SlideRect> Letters(SetText set, SlidePoint at, double bend, IFonts fonts) =>
        [
            .. set.Pieces.SelectMany(p =>
                TextNodes
                    .Clusters(p, set, fonts)
                    .Where(c => !string.IsNullOrWhiteSpace(c.Text))
                    .Select(c =>
                    {
                        double up = fonts.Metrics(p.Face).CapHeight * p.Size;
                        (SlidePoint m, _) = Bend(c.X + c.Width / 2, p.Y, set, bend);
                        return new SlideRect(at.X + m.X - c.Width / 2, at.Y + m.Y - up, Math.Max(1, c.Width), up);
                    })
            ),
        ];

    // Where a place of the straight words comes to lie, and how far it is turned, in degrees.
    private static (SlidePoint At, double Turn) Bend(double x, double y, SetText set, double bend)
    {
        double radius = set.Width / (bend * Math.PI / 180),
            angle = (x - set.Width / 2) / radius;
        return (
            new(set.Width / 2 + radius * Math.Sin(angle), y + radius * (1 - Math.Cos(angle))),
            angle * 180 / Math.PI
        );
    }
}
