using System.Globalization;

namespace Jaali.Core.Items;

/// <summary>Plates with numbers.</summary>
public sealed class PlateKind : ItemKind<Plate, PlateEdit>
{
    private const double Side = 240,
        Size = 120;

    /// <inheritdoc/>
    public override string Name => "plate";

    /// <inheritdoc/>
    protected override Refusal? Fault(Plate item, ItemPlace at) =>
        item.Number is >= 0 and <= 99 ? null : new("bad-plate", "A plate has a number from 0 to 99. Give another.");

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, PlateEdit edit, SlideRect? rect, ItemPlace at) =>
        new Plate(id, new(rect ?? new(at.Bounds.Width / 2, 300, Side, Side)), edit.Number ?? 1);

    /// <inheritdoc/>
    protected override ItemResult Edit(Plate item, PlateEdit edit, ItemPlace at) =>
        item with
        {
            Number = edit.Number ?? item.Number,
        };

    /// <inheritdoc/>
    protected override string Describe(Plate item, ItemPlace at) =>
        string.Create(CultureInfo.InvariantCulture, $"Plate {item.Number}");

    /// <inheritdoc/>
    protected override void Compose(Plate item, Composition scene)
    {
        SlideRect r = item.At.Rect;
        string text = item.Number.ToString(CultureInfo.InvariantCulture);
        double width = scene.Facts.Fonts.Width(Face.Heading, Size, text);
        scene.Add(new PathNode(Path.RoundRect(r, 24), "#4FB3A2"));
        scene.Add(
            new TextNode(
                Face.Heading.Id,
                Size,
                "#0D2723",
                [new(r.X + (r.Width - width) / 2, r.Y + r.Height * .66, width, text)]
            )
        );
        scene.Reserve(r);
        scene.Tell(new ScenePart(item.Id, Name, r, Describe(item, new(scene.Deck, scene.Slide, scene.Facts))));
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [new(new PlateEdit(7), [new PlateEdit(8), new PlateEdit(0)])];
}
