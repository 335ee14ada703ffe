namespace Jaali.Core.Items;

/// <summary>Icons.</summary>
public sealed class IconKind : ItemKind<Icon, IconEdit>
{
    // A new one, as a share of the slide's height.
    private const double Usual = .16;

    private const int MostDrawing = 300_000;

    /// <inheritdoc/>
    public override string Name => "icon";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Icon item, ItemPlace at) =>
        item.Drawing is null && IconSet.Find(item.Name) is null
            ? new("no-such-icon", "There is no such icon. Look for another word.")
        : item.Colour is { } colour && !Colours.IsColour(colour)
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : item.Drawing is { } drawing && (drawing.Length > MostDrawing || Outline(drawing) is null)
            ? new("no-drawing", "This is no SVG drawing with shapes. Choose another file.")
        : item.Label.Length > Limits.Talks.Wording
            ? new("too-long", $"What an icon says has at most {Limits.Talks.Wording} characters. Shorten it.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, IconEdit edit, SlideRect? rect, ItemPlace at)
    {
        double side = at.Bounds.Height * Usual;
        return edit.Name is null && edit.Svg is null
            ? new Refusal("no-such-icon", "There is no such icon. Look for another word.")
            : Edit(
                new Icon(
                    id,
                    new(
                        rect
                            ?? new(
                                at.Bounds.X + (at.Bounds.Width - side) / 2,
                                at.Bounds.Y + (at.Bounds.Height - side) / 2,
                                side,
                                side
                            )
                    ),
                    ""
                ),
                edit,
                at
            );
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Icon item, IconEdit edit, ItemPlace at)
    {
        if (edit.Svg is { } svg)
        {
            (Path? outline, Refusal? no) = SvgDrawing.Read(svg);
            if (outline is null)
                return no!;
            item = item with { Drawing = outline.Data, Name = "" };
        }
        else if (edit.Name is { } name)
            item = item with { Name = name, Drawing = null };
        return item with
        {
            Colour = edit.Colour is { } c ? (c.Length == 0 ? null : c) : item.Colour,
            Label = edit.Label?.ReplaceLineEndings(" ").Trim() ?? item.Label,
        };
    }

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) => "the icon";

    /// <inheritdoc/>
    protected override string Describe(Icon item, ItemPlace at) =>
        item.Label.Length > 0 ? item.Label
        : item.Drawing is null ? $"Icon: {item.Name.Replace('-', ' ')}"
        : "Icon";

    /// <inheritdoc/>
    protected override void Compose(Icon item, Composition scene)
    {
        Path? outline = item.Drawing is { } own ? Outline(own) : IconSet.Find(item.Name)?.Outline;
        if (outline is null)
            return;
        // One of the set keeps the air that it is drawn with; a drawing of one's own has none.
        SlideRect r = item.At.Rect,
            from = item.Drawing is null ? new(0, 0, IconSet.Side, IconSet.Side) : outline.Bounds;
        double scale = Math.Min(r.Width / Math.Max(1e-6, from.Width), r.Height / Math.Max(1e-6, from.Height)),
            x = r.X + (r.Width - from.Width * scale) / 2,
            y = r.Y + (r.Height - from.Height * scale) / 2;
        scene.Add(
            new PathNode(
                outline.Mapped(p => new(x + (p.X - from.X) * scale, y + (p.Y - from.Y) * scale)),
                item.Colour ?? Ink.Best(scene.Backdrop.CoarseLight(r), scene.Inks).Colour
            )
        );
        scene.Reserve(item.At.Turn == 0 ? r : r.Turned(item.At.Turn, Composition.Middle(r)));
        scene.Tell(
            new ScenePart(item.Id, Name, r, Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts)))
        );
    }

    private static Path? Outline(string data)
    {
        try
        {
            Path path = Path.Parse(data);
            return path.Outlines > 0 ? path : null;
        }
        catch (FormatException)
        {
            return null;
        }
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new IconEdit("wind"),
                [
                    new IconEdit("waves", Colour: "#E3A12F"),
                    new IconEdit(Svg: "<svg><circle cx='5' cy='5' r='4'/><path d='m1 1 8 8' stroke='red'/></svg>"),
                    new IconEdit(Label: "Wind from the west"),
                    new IconEdit("anchor", Colour: ""),
                ]
            ),
        ];
}
