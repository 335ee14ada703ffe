namespace Jaali.Core.Scenes;

/// <summary>Things for files of other programs out of nodes alone: what a kind of item says nothing of is never missing
/// in a file.</summary>
public static class NodeExport
{
    /// <summary>Other programs measure letters a little otherwise: so much wider is the room of words than they are, on
    /// the side to which a longer line grows.</summary>
    internal const double Slack = 1.06;

    // Pieces of a line that stand no further apart than this, in sizes, are one line.
    private const double Together = .5;

    // Lines of one block stand no further apart than this, in sizes.
    private const double BlockLeading = 1.7;

    /// <summary>The things that nodes are, in the order of painting.</summary>
    /// <param name="nodes">What is painted.</param>
    /// <param name="says">What they show, for those who cannot see it.</param>
    /// <param name="links">Places that lead somewhere, for words on them.</param>
    public static IReadOnlyList<ExportItem> Of(
        IReadOnlyList<SceneNode> nodes,
        string says,
        IReadOnlyList<SceneLink> links
    )
    {
        List<ExportItem> things = [];
        List<TextNode> words = [];
        foreach (SceneNode node in nodes)
        {
            if (node is TextNode { Gradient: null, Blur: 0, InkOpacity: 1 } t && t.Lines.All(l => l.Turn == 0))
            {
                words.Add(t);
                continue;
            }
            // Lines under words belong to them: words are told whole, after what was drawn between them.
            if (node is not PathNode)
                Flush();
            switch (node)
            {
                case PhotoNode p:
                    things.Add(new ExportPicture(p.Image, 0, p.Alt, p, CropWindow.Whole));
                    break;
                case PathNode { Blur: 0 } p when p.Path.Bounds is { Width: > 0, Height: > 0 } bounds:
                    things.Add(new ExportShape(bounds, 0, "", p));
                    break;
                case GroupNode { Opacity: 1, Soft: 0, Scale: 1, Clip: null } g:
                    things.AddRange(
                        Of(g.Nodes, says, links)
                            .Select(x => Turned(x, g.Turn, g.About ?? default) with { Part = g.Part ?? x.Part })
                    );
                    break;
                case GroupNode { Opacity: 1, Soft: 0, Turn: 0, Scale: 1, Clip: { } clip } g
                    when g.Nodes is [PhotoNode photo] && Covers(photo.Image, clip.Bounds):
                    things.Add(Seen(photo, clip));
                    break;
                default:
                    if (NodeBounds.Of(node) is { Width: > 0, Height: > 0 } box)
                        things.Add(new ExportBitmap(box, says, [node]));
                    break;
            }
        }
        Flush();
        return things;

        void Flush()
        {
            things.AddRange(Blocks(words, links));
            words.Clear();
        }
    }

    /// <summary>A photo seen through an outline.</summary>
    public static ExportPicture Seen(PhotoNode photo, Path clip)
    {
        SlideRect b = clip.Bounds,
            i = photo.Image;
        return new(
            b,
            0,
            photo.Alt,
            photo,
            new((b.X - i.X) / i.Width, (b.Y - i.Y) / i.Height, b.Width / i.Width, b.Height / i.Height),
            clip.IsRect ? ExportOutline.Box : ExportOutline.Own,
            clip.IsRect ? null : clip
        );
    }

    /// <summary>A thing turned about a place.</summary>
    public static ExportItem Turned(ExportItem thing, double turn, SlidePoint about)
    {
        if (turn == 0)
            return thing;
        if (thing is ExportBitmap p)
            return new ExportBitmap(
                NodeBounds.Turned(p.Box, about, turn, 1),
                p.Says,
                [new GroupNode(null, p.Nodes, Turn: turn, About: about)]
            )
            {
                ItemId = p.ItemId,
                Link = p.Link,
                Part = p.Part,
            };
        SlidePoint middle = Composition.Middle(thing.Box),
            to = middle.Turned(about, turn);
        return Moved(thing, to.X - middle.X, to.Y - middle.Y) with { Turn = thing.Turn + turn };
    }

    // A thing elsewhere, its outline with it.
    private static ExportItem Moved(ExportItem thing, double x, double y)
    {
        SlideRect box = thing.Box with { X = thing.Box.X + x, Y = thing.Box.Y + y };
        return thing switch
        {
            ExportPicture p => p with { Box = box, Path = p.Path?.Moved(x, y) },
            ExportShape s => s with
            {
                Box = box,
                Drawn = s.Drawn with
                {
                    Path = s.Drawn.Path.Moved(x, y),
                    Gradient = s.Drawn.Gradient is { } g
                        ? g with
                        {
                            From = new(g.From.X + x, g.From.Y + y),
                            To = new(g.To.X + x, g.To.Y + y),
                        }
                        : null,
                },
            },
            ExportLine l => l with { Box = box, Way = [.. l.Way.Select(p => new SlidePoint(p.X + x, p.Y + y))] },
            _ => thing with { Box = box },
        };
    }

    private static bool Covers(SlideRect image, SlideRect clip) =>
        clip.X >= image.X - .5
        && clip.Y >= image.Y - .5
        && clip.Right <= image.Right + .5
        && clip.Bottom <= image.Bottom + .5;

    private sealed record Piece(TextNode Node, SceneLine Line);

    private sealed record Row(List<Piece> Pieces)
    {
        public double Left => Pieces[0].Line.X;
        public double Right => Pieces[^1].Line.X + Pieces[^1].Line.Width;
        public double Baseline => Pieces[0].Line.Baseline;
        public double Size => Pieces.Max(p => p.Node.Size);
    }

    // Lines of words as blocks: pieces side by side are a line, lines below each other with one left or right edge a
    // paragraph.
    private static IEnumerable<ExportWords> Blocks(List<TextNode> nodes, IReadOnlyList<SceneLink> links)
    {
        List<Row> rows = [];
        foreach (
            Piece p in nodes
                .SelectMany(n => n.Lines.Select(l => new Piece(n, l)))
                .OrderBy(p => Math.Round(p.Line.Baseline))
                .ThenBy(p => p.Line.X)
        )
            if (
                rows.LastOrDefault() is { } row
                && Math.Abs(row.Baseline - p.Line.Baseline) < 1
                && p.Line.X - row.Right < Together * p.Node.Size
            )
                row.Pieces.Add(p);
            else
                rows.Add(new([p]));
        List<List<Row>> blocks = [];
        foreach (Row row in rows)
        {
            List<Row>? above = blocks.Find(b =>
                b[^1] is var last
                && Math.Abs(last.Size - row.Size) < .5
                && row.Baseline > last.Baseline + 1
                && row.Baseline - last.Baseline < BlockLeading * row.Size
                && (Math.Abs(last.Left - row.Left) < 1 || Math.Abs(last.Right - row.Right) < 1)
            );
            if (above is null)
                blocks.Add([row]);
            else
                above.Add(row);
        }
        return blocks.Select(b => Block(b, links));
    }

    private static ExportWords Block(List<Row> rows, IReadOnlyList<SceneLink> links)
    {
        double left = rows.Min(r => r.Left),
            right = rows.Max(r => r.Right),
            size = rows[0].Size,
            leading = rows.Count > 1 ? (rows[^1].Baseline - rows[0].Baseline) / (rows.Count - 1) : size * 1.3;
        List<ExportRun> runs = [];
        foreach (Row row in rows)
        {
            if (runs.Count > 0 && !runs[^1].Text.EndsWith(' '))
                runs[^1] = runs[^1] with { Text = runs[^1].Text + " " };
            double last = row.Left;
            foreach (Piece p in row.Pieces)
            {
                string gap = p.Line.X - last > .12 * p.Node.Size ? " " : "";
                last = p.Line.X + p.Line.Width;
                foreach ((string text, string? link) in Linked(p, links))
                {
                    runs.Add(new(gap + text, p.Node.Face, p.Node.Size, p.Node.Ink, link));
                    gap = "";
                }
            }
        }
        bool Alike(Func<Row, double> edge) => rows.All(r => Math.Abs(edge(r) - edge(rows[0])) < 1);
        bool rtl = rows[0].Pieces[0].Node.IsRightToLeft;
        // Where lines end together and do not begin so, they are set from the right; where neither, from their middle.
        WordsAlign align =
            rows.Count < 2 || Alike(r => r.Left) ? (rtl ? WordsAlign.End : WordsAlign.Start)
            : Alike(r => r.Right) ? (rtl ? WordsAlign.Start : WordsAlign.End)
            : Alike(r => r.Left + r.Right) ? WordsAlign.Middle
            : WordsAlign.Start;
        bool toTheLeft = align == (rtl ? WordsAlign.Start : WordsAlign.End);
        double more = (right - left) * (Slack - 1),
            begins = align == WordsAlign.Middle ? left - more / 2
            : toTheLeft ? left - more
            : left;
        return new(
            new(
                begins,
                rows[0].Baseline - size * .5 - leading / 2 + size * .15,
                right - left + more,
                leading * rows.Count
            ),
            0,
            string.Concat(runs.Select(r => r.Text)).Trim(),
            null,
            [new(Joined(runs))],
            align,
            leading,
            Spacing: rows[0].Pieces[0].Node.Spacing,
            IsRightToLeft: rtl,
            Most: rows.Count == 1 ? double.PositiveInfinity : 0
        );
    }

    // A piece cut where links begin and end: by their own words, which stand in it.
    private static IEnumerable<(string Text, string? Link)> Linked(Piece piece, IReadOnlyList<SceneLink> links)
    {
        string text = piece.Line.Text;
        int at = 0;
        double above = piece.Line.Baseline - piece.Node.Size * .3;
        foreach (
            SceneLink link in links
                .Where(l =>
                    l.Rect.Y < above
                    && l.Rect.Bottom > above
                    && l.Rect.X < piece.Line.X + piece.Line.Width - .5
                    && l.Rect.Right > piece.Line.X + .5
                )
                .OrderBy(l => l.Rect.X)
        )
        {
            int found = link.Label.Length == 0 ? -1 : text.IndexOf(link.Label, at, StringComparison.Ordinal);
            if (found < 0)
                continue;
            if (found > at)
                yield return (text[at..found], null);
            yield return (link.Label, link.Href);
            at = found + link.Label.Length;
        }
        if (at < text.Length)
            yield return (text[at..], null);
    }

    private static List<ExportRun> Joined(List<ExportRun> runs)
    {
        List<ExportRun> joined = [];
        foreach (ExportRun run in runs)
            if (joined.Count > 0 && joined[^1] with { Text = run.Text } == run)
                joined[^1] = run with { Text = joined[^1].Text + run.Text };
            else
                joined.Add(run);
        return joined;
    }
}
