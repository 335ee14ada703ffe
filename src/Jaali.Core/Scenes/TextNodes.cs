using System.Globalization;

namespace Jaali.Core.Scenes;

/// <summary>Set words as nodes.</summary>
public static class TextNodes
{
    /// <summary>The words as nodes, one for each face, size and ink; lines under and through them as paths.</summary>
    /// <param name="set">The words.</param>
    /// <param name="at">Where their upper left corner stands.</param>
    /// <param name="ink">The colour of words that have none of their own.</param>
    /// <param name="fonts">The faces.</param>
    /// <param name="linksAreMarked">Words that lead somewhere have a line under them.</param>
    public static IReadOnlyList<SceneNode> Of(
        SetText set,
        SlidePoint at,
        string ink,
        IFonts fonts,
        bool linksAreMarked = true
    )
    {
        List<SceneNode> nodes =
        [
            .. set
                .Pieces.GroupBy(p => (p.Face, p.Size, Ink: p.Ink ?? ink, p.IsRightToLeft))
                .Select(g => new TextNode(
                    g.Key.Face.Id,
                    g.Key.Size,
                    g.Key.Ink,
                    [.. g.Select(p => new SceneLine(at.X + p.X, at.Y + p.Y, p.Width, p.Text))],
                    set.How.Spacing * set.Size,
                    g.Key.IsRightToLeft
                )),
        ];
        foreach (SetPiece p in set.Pieces)
        foreach (SetSpan span in p.Spans)
        {
            FaceMetrics m = fonts.Metrics(p.Face);
            if (span.Run.Underline || linksAreMarked && span.Run.Link is not null)
                Rule(p, span, m.Underline * p.Size, m.Stroke * p.Size);
            if (span.Run.Strike)
                Rule(p, span, -m.XHeight * p.Size / 2, m.Stroke * p.Size);
        }
        return nodes;

        void Rule(SetPiece p, SetSpan span, double below, double thick) =>
            nodes.Add(
                new PathNode(
                    Path.Rect(new(at.X + p.X + span.X, at.Y + p.Y + below - thick / 2, span.Width, Math.Max(1, thick))),
                    p.Ink ?? ink
                )
            );
    }

    /// <summary>The places of words that lead somewhere.</summary>
    /// <param name="set">The words.</param>
    /// <param name="at">Where their upper left corner stands.</param>
    /// <param name="fonts">The faces.</param>
    public static IEnumerable<SceneLink> Links(SetText set, SlidePoint at, IFonts fonts) =>
        set.Pieces.SelectMany(p =>
        {
            FaceMetrics m = fonts.Metrics(p.Face);
            return p
                .Spans.Where(s => s.Run.Link is not null)
                .Select(s => new SceneLink(
                    new SlideRect(
                        at.X + p.X + s.X,
                        at.Y + p.Y - m.Ascent * p.Size,
                        Math.Max(1, s.Width),
                        (m.Ascent + m.Descent) * p.Size
                    ),
                    s.Run.Link!,
                    s.Text.Trim()
                ));
        });

    /// <summary>Where the letters stand, cluster by cluster: from a little above the small letters' height to the
    /// baseline, as wide as the cluster.</summary>
    /// <param name="set">The words.</param>
    /// <param name="at">Where their upper left corner stands.</param>
    /// <param name="fonts">The faces.</param>
    public static IReadOnlyList<SlideRect> Letters(SetText set, SlidePoint at, IFonts fonts)
    {
        List<SlideRect> letters = [];
        foreach (SetPiece p in set.Pieces)
        {
            FaceMetrics m = fonts.Metrics(p.Face);
            foreach ((double x, double width, string text) in Clusters(p, set, fonts))
                if (!string.IsNullOrWhiteSpace(text) && width > 0)
                    letters.Add(new(at.X + x, at.Y + p.Y - m.CapHeight * p.Size, width, (m.CapHeight + .04) * p.Size));
        }
        return letters;
    }

    /// <summary>The clusters of a piece in the order of reading: left edge, width, letters.</summary>
    internal static IEnumerable<(double X, double Width, string Text)> Clusters(SetPiece p, SetText set, IFonts fonts)
    {
        double[] far = fonts.Advances(p.Face, p.Text, p.IsRightToLeft);
        int[] starts = StringInfo.ParseCombiningCharacters(p.Text);
        double spacing = set.How.Spacing * set.Size;
        for (int i = 0; i < starts.Length; i++)
        {
            int end = i + 1 < starts.Length ? starts[i + 1] : p.Text.Length;
            double from = far[starts[i]] * p.Size + i * spacing,
                width = (far[end] - far[starts[i]]) * p.Size;
            yield return (p.IsRightToLeft ? p.X + p.Width - from - width : p.X + from, width, p.Text[starts[i]..end]);
        }
    }
}
