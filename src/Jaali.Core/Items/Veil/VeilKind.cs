namespace Jaali.Core.Items;

/// <summary>Veils between photos and words.</summary>
public sealed class VeilKind : ItemKind<Veil, VeilEdit>
{
    private const int MostStops = 8;

    /// <summary>The shortest way over which a veil thins out, as a share of its length.</summary>
    public const double ShortestExtent = .05;

    /// <summary>Stops of its own that a veil begins with: thinning out evenly, offset and opacity.</summary>
    public static IReadOnlyList<VeilFall> FirstStops { get; } = [new(0, 1), new(.5, .5), new(1, 0)];

    /// <inheritdoc/>
    public override string Name => "veil";

    /// <inheritdoc/>
    public override int Rank => 1;

    /// <inheritdoc/>
    protected override Refusal? Fault(Veil item, ItemPlace at) =>
        !(
            item.Strength is >= 0 and <= 1
            && item.Extent is >= ShortestExtent and <= 1
            && item.Angle is >= -360 and <= 360
        )
            ? new("bad-veil", "A veil has a strength of 0 to 100 % and reaches over 5 to 100 % of its way.")
        : !Colours.IsColour(item.Colour) || item.Stops is { } own && own.Any(s => !Colours.IsColour(s.Colour))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : item.Stops is { } stops
        && (
            stops.Count is < 2 or > MostStops
            || stops.Any(s => s.Offset is not (>= 0 and <= 1) || s.Opacity is not (>= 0 and <= 1))
            || stops.Zip(stops.Skip(1)).Any(p => p.First.Offset > p.Second.Offset)
        )
            ? new("bad-stops", $"A veil has two to {MostStops} stops, each from 0 to 100 %, in order.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, VeilEdit edit, SlideRect? rect, ItemPlace at)
    {
        HouseStyle house = at.Deck.House;
        return Edit(
            new Veil(
                id,
                new(rect ?? at.Bounds),
                house.Veil,
                house.VeilColour,
                house.VeilStrength,
                // From the foot up, where most words and credits stand.
                -90,
                house.Veil == VeilForm.Linear ? .6 : 1
            ),
            edit,
            at
        );
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Veil item, VeilEdit edit, ItemPlace at) =>
        item with
        {
            Form = edit.Form ?? item.Form,
            Colour = edit.Colour ?? item.Colour,
            Strength = edit.Strength ?? item.Strength,
            Angle = edit.Angle ?? item.Angle,
            Extent = edit.Extent ?? item.Extent,
            Stops =
                edit.Stops is { } stops ? (stops.Count == 0 ? null : stops)
                : edit.Colour is not null ? null
                : item.Stops,
        };

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    protected override string Describe(Veil item, ItemPlace at) => "Veil";

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) => "the veil";

    /// <inheritdoc/>
    protected override void Compose(Veil item, Composition scene)
    {
        scene.Add(
            new PathNode(
                Path.Rect(item.At.Rect),
                item is { Form: VeilForm.Whole, Stops: null } ? item.Colour : null,
                item is { Form: VeilForm.Whole, Stops: null } ? item.Strength : 1,
                item is { Form: VeilForm.Whole, Stops: null } ? null : VeilGradient.Of(item)
            )
        );
        scene.Tell(new ScenePart(item.Id, Name, item.At.Rect, "Veil"));
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new VeilEdit(),
                [
                    new VeilEdit(Strength: .8),
                    new VeilEdit(VeilForm.Radial, "#FFFFFF", Extent: .5),
                    new VeilEdit(VeilForm.Edge, Angle: 30),
                    new VeilEdit(VeilForm.Whole, Strength: .3),
                    new VeilEdit(
                        VeilForm.Linear,
                        Stops: [new(0, "#23262B", 1), new(.4, "#1E7A6C", .5), new(1, "#1E7A6C", 0)]
                    ),
                ]
            ),
        ];
}
