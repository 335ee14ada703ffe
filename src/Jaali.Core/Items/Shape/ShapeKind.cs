namespace Jaali.Core.Items;

/// <summary>Shapes with words inside.</summary>
public sealed class ShapeKind : ItemKind<Shape, ShapeEdit>
{
    // Words take so much of the shape: the largest rectangle in an ellipse has 1 / sqrt 2 of its sides.
    private const double Inside = .72,
        InsideBox = .88;

    // No house has more accents.
    private const int MostAccents = 20;

    // A new one, as shares of the slide's height.
    private const double UsualWidth = .5,
        UsualHeight = .26;

    /// <inheritdoc/>
    public override string Name => "shape";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Shape item, ItemPlace at) =>
        item.Text.Length > Limits.Talks.Wording
            ? new("too-long", $"Words in a shape have at most {Limits.Talks.Wording} characters. Shorten them.")
        : new[] { item.Fill, item.FillTo, item.Stroke }.Any(c => c is { Length: > 0 } && !Colours.IsColour(c))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : item.Opacity is not (>= 0 and <= 1)
        || item.StrokeWidth is not (>= 0 and <= Shape.MostStroke)
        || item.Dash is not (>= 0 and <= Shape.MostDash)
            ? new("bad-line", $"A line is 0 to {Shape.MostStroke} wide, and a fill covers 0 to 100 %.")
        : item.Tint is { } tint && (tint.Accent is < 0 or > MostAccents || tint.Strength is not (> 0 and <= 1))
            ? new("bad-tint", "A tint is a colour of the style, of which some per cent are left. Choose another.")
        : item.Form is ShapeForm.Polygon or ShapeForm.Smooth && item.Corners is { } corners ? Masks.Fault(corners)
        : item.Fill is { Length: 0 } && item.StrokeWidth == 0 && item.Text.Length == 0
            ? new("nothing-seen", "A shape without a fill, a line or words cannot be seen. Leave it one of them.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, ShapeEdit edit, SlideRect? rect, ItemPlace at)
    {
        SlideRect slide = at.Bounds;
        double w = slide.Height * UsualWidth,
            h = slide.Height * UsualHeight;
        return Edit(
            new Shape(
                id,
                new(rect ?? new(slide.X + (slide.Width - w) / 2, slide.Y + (slide.Height - h) / 2, w, h)),
                edit.Form ?? ShapeForm.Rectangle
            ),
            edit,
            at
        );
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Shape item, ShapeEdit edit, ItemPlace at)
    {
        if (edit.Outline is { } drawn)
        {
            if (drawn.Count is < 3 or > Masks.MostCorners)
                return new Refusal(
                    "bad-polygon",
                    $"A shape of one's own has 3 to {Masks.MostCorners} corners. Draw it again."
                );
            SlidePoint middle = Composition.Middle(item.At.Rect);
            SlidePoint[] places = [.. drawn.Select(p => p.Turned(middle, -item.At.Turn))];
            double x = places.Min(p => p.X),
                y = places.Min(p => p.Y),
                w = Math.Max(ItemKinds.Smallest, places.Max(p => p.X) - x),
                h = Math.Max(ItemKinds.Smallest, places.Max(p => p.Y) - y);
            item = item with
            {
                At = item.At with { Rect = new(x, y, w, h) },
                Form = edit.Form is ShapeForm.Smooth ? ShapeForm.Smooth : ShapeForm.Polygon,
                Corners =
                [
                    .. places.Select(p => new PhotoPoint(
                        Math.Clamp((p.X - x) / w, 0, 1),
                        Math.Clamp((p.Y - y) / h, 0, 1)
                    )),
                ],
            };
        }
        return item with
        {
            Form = edit.Outline is null ? edit.Form ?? item.Form : item.Form,
            Text = edit.Text?.ReplaceLineEndings("\n").Trim() ?? item.Text,
            Fill = edit.OfHouse == true || edit.Tint is not null ? null : edit.Fill ?? item.Fill,
            Tint = edit.OfHouse == true || edit.Fill is not null ? null : edit.Tint ?? item.Tint,
            FillTo =
                edit.OfHouse == true || edit.Tint is not null ? null
                : edit.FillTo is { } to ? (to.Length == 0 ? null : to)
                : item.FillTo,
            Opacity = edit.Opacity ?? item.Opacity,
            Stroke =
                edit.OfHouse == true ? null
                : edit.Stroke is { } line ? (line.Length == 0 ? null : line)
                : item.Stroke,
            StrokeWidth = edit.StrokeWidth ?? item.StrokeWidth,
            Dash = edit.Dash ?? item.Dash,
        };
    }

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override IEnumerable<string> Says(Item item) => item is Shape { Text.Length: > 0 } shape ? [shape.Text] : [];

    /// <inheritdoc/>
    public override IEnumerable<WordsRole> Roles(Item item) =>
        item is Shape { Text.Length: > 0 } ? [WordsRole.Body] : [];

    /// <inheritdoc/>
    public override ItemEdit? Resay(Item item, Func<string, string> with) =>
        item is Shape shape ? new ShapeEdit(Text: with(shape.Text)) : null;

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) =>
        ((Shape)item).Text is { Length: > 0 } text ? $"the shape “{FewWords.Of(text)}”" : "the shape";

    /// <inheritdoc/>
    protected override string Describe(Shape item, ItemPlace at) =>
        item.Text.Length > 0 ? item.Text.ReplaceLineEndings(" ") : "Shape";

    /// <inheritdoc/>
    protected override void Compose(Shape item, Composition scene)
    {
        SlideRect r = item.At.Rect;
        Path outline = item.Outline;
        var before = new InnerWords(scene, item.At, WordsRole.Caption);
        string fill =
            item.Fill is { Length: > 0 } own ? own
            : item.Tint is { } tint ? tint.In(scene.House, scene.Lattice?.Ground ?? scene.House.Paper)
            : MarkColours.Accents(scene, r, before.Ink)[0];
        if (item.Fill is not { Length: 0 })
            scene.Add(
                item.FillTo is { } to
                    ? new PathNode(
                        outline,
                        null,
                        item.Opacity,
                        new Gradient(new(r.X, r.Y), new(r.X, r.Bottom), [new(0, fill, 1), new(1, to, 1)])
                    )
                    : new PathNode(outline, fill, item.Opacity)
            );
        if (item.StrokeWidth > 0)
        {
            string line = item.Stroke ?? before.Ink;
            if (item.Dash == 0)
                scene.Add(new PathNode(outline, null, Stroke: line, StrokeWidth: item.StrokeWidth));
            else
                scene.Add(
                    new PathNode(
                        Path.Together(
                            outline.Ways.SelectMany(w =>
                                Arrow.Dashes([.. w, w[0]], item.StrokeWidth * item.Dash, item.StrokeWidth)
                            )
                        ),
                        line
                    )
                );
        }
        string says = Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts));
        if (item.Text.Length == 0)
        {
            scene.Tell(new ScenePart(item.Id, Name, outline.Bounds, says));
            return;
        }
        bool box = item.Form is ShapeForm.Rectangle or ShapeForm.Rounded;
        double wide = r.Width * (box ? InsideBox : Inside),
            high = r.Height * (box ? InsideBox : Inside);
        // What lies under the words now is the shape itself.
        var words = new InnerWords(scene, item.At, WordsRole.Body);
        SetText set = words.Fit(item.Text, wide, high);
        foreach (
            SceneNode node in words.Put(set, new(r.X + (r.Width - set.Width) / 2, r.Y + (r.Height - set.Height) / 2))
        )
            scene.Add(node);
        scene.Reserve(item.At.Turn == 0 ? r : r.Turned(item.At.Turn, Composition.Middle(r)));
        // A smooth shape may reach a little beyond its corners.
        scene.Tell(words.Part(item.Id, Name, says) with { Box = outline.Bounds });
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new ShapeEdit(Text: "Mud is a wall"),
                [
                    new ShapeEdit(ShapeForm.Ellipse, Fill: "#1E7A6C", FillTo: "#102030"),
                    new ShapeEdit(ShapeForm.Hexagon, Opacity: .5, Stroke: "#E3A12F", StrokeWidth: 8),
                    new ShapeEdit(ShapeForm.Arch, Dash: 3),
                    new ShapeEdit(ShapeForm.Star, OfHouse: true),
                    new ShapeEdit(Tint: new FillTint(1, .4)),
                    new ShapeEdit(Outline: [new(700, 300), new(1200, 400), new(900, 800)]),
                    new ShapeEdit(ShapeForm.Smooth),
                    new ShapeEdit(ShapeForm.Rounded, Fill: "", StrokeWidth: 4),
                ]
            ),
        ];
}
