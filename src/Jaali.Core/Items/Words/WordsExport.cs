namespace Jaali.Core.Items;

/// <summary>Words as files of other programs have them: they stay words.</summary>
internal static class WordsExport
{
    internal static IReadOnlyList<ExportItem>? Of(Words item, IReadOnlyList<SceneNode> nodes, Scene scene, ItemPlace at)
    {
        ScenePart? part = scene.Parts.FirstOrDefault(p => p.ItemId == item.Id && p.Set is not null);
        SceneNode[] flat = [.. nodes.SelectMany(n => n is GroupNode { Part: not null } g ? g.Nodes : [n])];
        TextNode[] letters = [.. flat.OfType<TextNode>().Where(t => t.Blur == 0)];
        if (part?.Set is not { } set || letters.Length == 0)
            return null;
        // Letters along a bend are no line of words elsewhere.
        if (letters.Any(t => t.Lines.Any(l => l.Turn != 0)))
            return NodeBounds.Of(nodes) is { } bounds ? [new ExportBitmap(bounds.Grown(8), part.Says, nodes)] : null;
        TextNode? shadow = flat.OfType<TextNode>().FirstOrDefault(t => t.Blur > 0),
            outlined = letters.FirstOrDefault(t => t is { Stroke: not null, StrokeWidth: > 0 });
        List<ExportItem> things = [];
        if (flat[0] is PathNode { Fill: not null } plate && plate.Path.Bounds.Height > set.Size)
            things.Add(new ExportShape(plate.Path.Bounds, 0, "", plate));
        SlideRect box = part.Box;
        ImmutableList<Paragraph> paragraphs = item.Paragraphs(at.Deck, at.Slide);
        // Words at the right edge of a slide end there together; lines of a list begin further in, and do not.
        bool right =
            set.Align == WordsAlign.Start
            && set.Lines.Count > 1
            && set.Columns == 1
            && !letters[0].IsRightToLeft
            && paragraphs.All(p => p is { List: ListMarker.None, Level: 0 })
            && set.Lines.Any(l => l.X > 1)
            && letters
                .SelectMany(t => t.Lines)
                .GroupBy(l => Math.Round(l.Baseline))
                .All(g => Math.Abs(g.Max(l => l.X + l.Width) - box.Right) < 2);
        double wide = box.Width * NodeExport.Slack + set.Size * .1;
        things.Add(
            new ExportWords(
                box with
                {
                    X =
                        right || set.Align == WordsAlign.End ? box.Right - wide
                        : set.Align == WordsAlign.Middle ? box.X - (wide - box.Width) / 2
                        : box.X,
                    Width = wide,
                },
                0,
                part.Says,
                item.Role,
                [
                    .. paragraphs.Select(p => new ExportParagraph(
                        [
                            .. p.Runs.Select(r => new ExportRun(
                                Cased(r.Text, set.Case),
                                r.Bold && r.Italic ? set.BoldItalicFace
                                    : r.Bold ? set.BoldFace
                                    : r.Italic ? set.ItalicFace
                                    : set.Face,
                                set.Size,
                                r.Ink ?? set.Ink,
                                r.Link is { } link ? LinkTarget.On(at.Deck, at.Slide, link) : null,
                                r.Underline,
                                r.Strike,
                                r.SmallCaps || set.Case == WordsCase.SmallCapitals,
                                r.Shift,
                                r.Bold,
                                r.Italic
                            )),
                        ],
                        p.List,
                        p.Level
                    )),
                ],
                right ? WordsAlign.End : set.Align,
                set.Leading,
                set.ParagraphGap,
                set.Spacing,
                set.Case == WordsCase.Capitals,
                set.Columns,
                letters[0].IsRightToLeft,
                shadow is null ? 0 : shadow.Blur * 2,
                outlined is null ? 0 : outlined.StrokeWidth / 2,
                outlined?.Stroke ?? "#000000",
                set.Columns > 1 ? 0 : UpTo(set, letters)
            )
        );
        return things;
    }

    // As wide as a room may be before the first word of a line fits the line before it: words are about as wide as
    // their share of the line's letters, and a little less is sure.
    private static double UpTo(WordsSetting set, IReadOnlyList<TextNode> letters)
    {
        SceneLine[][] lines =
        [
            .. letters
                .SelectMany(t => t.Lines)
                .GroupBy(l => Math.Round(l.Baseline))
                .OrderBy(g => g.Key)
                .Select(g => g.OrderBy(l => l.X).ToArray()),
        ];
        double most = double.PositiveInfinity;
        for (int i = 1; i < lines.Length && i < set.Lines.Count; i++)
        {
            if (set.Lines[i].Paragraph != set.Lines[i - 1].Paragraph)
                continue;
            string text = string.Concat(lines[i].Select(l => l.Text)).TrimStart();
            int word = text.IndexOf(' ', StringComparison.Ordinal) is > 0 and var w ? w : text.Length;
            most = Math.Min(
                most,
                Wide(lines[i - 1]) + set.Size * .2 + .9 * Wide(lines[i]) * word / Math.Max(1, text.Length)
            );
        }
        return most;

        static double Wide(SceneLine[] line) => line[^1].X + line[^1].Width - line[0].X;
    }

    private static string Cased(string text, WordsCase how) => how == WordsCase.Small ? text.ToLowerInvariant() : text;
}
