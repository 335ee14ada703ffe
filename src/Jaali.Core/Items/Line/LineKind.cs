namespace Jaali.Core.Items;

/// <summary>Lines and arrows.</summary>
public sealed class LineKind : ItemKind<Line, LineEdit>
{
    // A new one, as a share of the slide's width; and the shortest that is drawn, in units.
    private const double UsualLength = .25,
        Shortest = 12;

    /// <inheritdoc/>
    public override string Name => "line";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Line item, ItemPlace at) =>
        item.Stroke is { } colour && !Colours.IsColour(colour)
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : item.Width is not (> 0 and <= Shape.MostStroke) || item.Dash is not (>= 0 and <= Shape.MostDash)
            ? new("bad-line", $"A line is up to {Shape.MostStroke} wide. Give a width between.")
        : new[] { item.From, item.To }.Any(e => !(e.X is >= -100 and <= 100 && e.Y is >= -100 and <= 100))
            ? new("bad-line", "A line ends on the slide or near it. Draw it again.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, LineEdit edit, SlideRect? rect, ItemPlace at)
    {
        SlideRect slide = at.Bounds;
        double w = slide.Width * UsualLength;
        return Edit(
            new Line(
                id,
                new(
                    rect
                        ?? new(
                            slide.X + (slide.Width - w) / 2,
                            slide.Y + (slide.Height - ItemKinds.Smallest) / 2,
                            w,
                            ItemKinds.Smallest
                        )
                ),
                new(0, rect is null ? .5 : 1),
                new(1, rect is null ? .5 : 0)
            ),
            edit,
            at
        );
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Line item, LineEdit edit, ItemPlace at)
    {
        if (edit.Drawn is { } drawn)
        {
            if (Arrow.Distance(drawn.From, drawn.To) < Shortest)
                return new Refusal("short-line", "The line is too short to see. Draw it longer.");
            Guid? from = Under(drawn.From, item, at),
                to = Under(drawn.To, item, at);
            double x = Math.Min(drawn.From.X, drawn.To.X),
                y = Math.Min(drawn.From.Y, drawn.To.Y),
                w = Math.Max(ItemKinds.Smallest, Math.Abs(drawn.From.X - drawn.To.X)),
                h = Math.Max(ItemKinds.Smallest, Math.Abs(drawn.From.Y - drawn.To.Y));
            item = item with
            {
                At = item.At with { Rect = new(x, y, w, h), Turn = 0 },
                From = new((drawn.From.X - x) / w, (drawn.From.Y - y) / h, from),
                To = new((drawn.To.X - x) / w, (drawn.To.Y - y) / h, to == from ? null : to),
            };
        }
        if (edit.FromItem is { } begins)
            item = item with { From = item.From with { ItemId = begins == Guid.Empty ? null : begins } };
        if (edit.ToItem is { } ends)
            item = item with { To = item.To with { ItemId = ends == Guid.Empty ? null : ends } };
        foreach (LineEnd end in (LineEnd[])[item.From, item.To])
            if (end.ItemId is { } id && (at.Slide.Item(id) is not { } attached || attached is Line))
                return new Refusal(
                    "no-item",
                    "What the line should be attached to is not on this slide. Choose it again."
                );
        if (item.From.ItemId is { } same && same == item.To.ItemId)
            return new Refusal(
                "same-ends",
                "A line leads from one thing to another. Choose another for one of its ends."
            );
        item = item with
        {
            Route = edit.Route ?? item.Route,
            StartHead = edit.StartHead ?? item.StartHead,
            EndHead = edit.EndHead ?? item.EndHead,
            Stroke = edit.Stroke is { } s ? (s.Length == 0 ? null : s) : item.Stroke,
            Width = edit.Width ?? item.Width,
            Dash = edit.Dash ?? item.Dash,
        };
        return IsAttached(item) || edit.Drawn is not null ? LinePath.Fitted(item, at.Slide) : item;
    }

    /// <summary>One of its ends stays with an item.</summary>
    internal static bool IsAttached(Line line) => line.From.ItemId is not null || line.To.ItemId is not null;

    // The smallest thing at a place: what lies on or in a larger one is meant, not that one.
    private static Guid? Under(SlidePoint p, Line line, ItemPlace at) =>
        at
            .Slide.Items.Where(i =>
                i.Id != line.Id
                && LinePath.Stands(i)
                && p.Turned(Composition.Middle(i.At.Rect), -i.At.Turn) is var q
                && q.X >= i.At.Rect.X
                && q.X <= i.At.Rect.Right
                && q.Y >= i.At.Rect.Y
                && q.Y <= i.At.Rect.Bottom
            )
            .MinBy(i => i.At.Rect.Width * i.At.Rect.Height)
            ?.Id;

    /// <inheritdoc/>
    protected override ItemResult Place(Line item, Placement to, ItemPlace at)
    {
        // A line that is moved by hand is let go where it was attached: it cannot be at both places.
        bool moved = to.Rect != item.At.Rect && IsAttached(item);
        return item with
        {
            At = to,
            From = moved ? item.From with { ItemId = null } : item.From,
            To = moved ? item.To with { ItemId = null } : item.To,
        };
    }

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) =>
        ((Line)item).EndHead || ((Line)item).StartHead ? "the arrow" : "the line";

    /// <inheritdoc/>
    protected override string Describe(Line item, ItemPlace at)
    {
        string what = item.EndHead || item.StartHead ? "Arrow" : "Line";
        return $"{what}{Named(" from ", item.From)}{Named(" to ", item.To)}";

        string Named(string lead, LineEnd end) =>
            end.ItemId is { } id && at.Slide.Item(id) is { } attached and not Line
                ? lead + ItemKinds.Of(attached).NameInSentence(attached, at)
                : "";
    }

    /// <inheritdoc/>
    protected override void Compose(Line item, Composition scene)
    {
        IReadOnlyList<SlidePoint> way = Way(item, scene.Slide, scene.Parts);
        string ink = item.Stroke ?? Ink.Best(scene.Backdrop.CoarseLight(item.At.Rect), scene.Inks).Colour;
        Path path = LinePath.Drawn(item, way);
        scene.Add(new PathNode(path, ink));
        scene.Tell(
            new ScenePart(
                item.Id,
                Name,
                path.Bounds,
                Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts))
            )
        );
    }

    // Round words as they were set, of those that lie under the line: the others are not known when it is composed.
    private static IReadOnlyList<SlidePoint> Way(Line item, Slide slide, IReadOnlyList<ScenePart> parts)
    {
        int at = slide.Items.IndexOf(item);
        return LinePath.Of(
            item,
            slide,
            other =>
                other is Words && slide.Items.IndexOf(other) < at
                    ? parts.FirstOrDefault(p => p.ItemId == other.Id)?.Box
                    : null
        );
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    )
    {
        var line = (Line)item;
        if (nodes is not [PathNode { Fill: { } ink }])
            return null;
        IReadOnlyList<SlidePoint> way = Way(line, at.Slide, scene.Parts);
        double x = way.Min(p => p.X),
            y = way.Min(p => p.Y);
        return
        [
            new ExportLine(
                new(x, y, way.Max(p => p.X) - x, way.Max(p => p.Y) - y),
                0,
                Describe(line, at),
                way,
                line.Width,
                ink,
                line.Dash,
                line.StartHead,
                line.EndHead,
                line.From.ItemId,
                line.To.ItemId,
                line.Route switch
                {
                    LineRoute.Elbow => ExportBend.Elbow,
                    LineRoute.Curve => ExportBend.Curve,
                    _ => ExportBend.Straight,
                }
            ),
        ];
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new LineEdit(),
                [
                    new LineEdit(new DrawnLine(new(300, 800), new(900, 500))),
                    new LineEdit(Route: LineRoute.Curve),
                    new LineEdit(Route: LineRoute.Elbow, StartHead: true),
                    new LineEdit(EndHead: false, Stroke: "#E3A12F", Width: 10),
                    new LineEdit(Dash: 3),
                ]
            ),
        ];
}
