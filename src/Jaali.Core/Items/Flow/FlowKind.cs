namespace Jaali.Core.Items;

/// <summary>Steps with arrows between them.</summary>
public sealed class FlowKind : ItemKind<Flow, FlowEdit>
{
    private const double SeenInStep = .99;

    /// <inheritdoc/>
    public override string Name => "flow";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Flow item, ItemPlace at) =>
        item.Steps.Count is < 2 or > Limits.Talks.FlowSteps
            ? new(
                "bad-steps",
                $"A flow has 2 to {Limits.Talks.FlowSteps} steps; these are {item.Steps.Count}. Change the lines."
            )
        : item.Steps.Any(s => string.IsNullOrWhiteSpace(s.Text))
            ? new("empty-step", "A step says something. Write it, or take its line out.")
        : item.Steps.Any(s => s.Text.Length > Limits.Talks.Title) || item.Source.Length > Limits.Talks.Wording
            ? new("too-long", $"A step has at most {Limits.Talks.Title} characters. Shorten it.")
        : item.Steps.Any(s => s.PhotoId is { } p && at.Photos.Photo(p) is null) ? NoPhoto
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, FlowEdit edit, SlideRect? rect, ItemPlace at) =>
        edit.Steps is null && edit.Pasted is null
            ? new Refusal("no-steps", "A flow needs steps. Write one a line.")
            : Edit(ChartKind.Placed(new Flow(id, new(default(SlideRect)), FlowForm.Row, []), rect, at), edit, at);

    /// <inheritdoc/>
    protected override ItemResult Edit(Flow item, FlowEdit edit, ItemPlace at)
    {
        if (edit.Pasted is { } pasted)
        {
            // A step that says the same keeps its photo wherever it stands; of the others each at its place.
            List<FlowStep> old = [.. item.Steps];
            ImmutableList<FlowStep> read = FlowLines.Read(pasted);
            bool asMany = read.Count == old.Count;
            item = item with
            {
                Steps =
                [
                    .. read.Select(
                        (s, i) =>
                        {
                            int same = old.FindIndex(o => o.Text == s.Text);
                            return same >= 0 ? s with { PhotoId = old[same].PhotoId }
                                : asMany ? s with { PhotoId = old[i].PhotoId }
                                : s;
                        }
                    ),
                ],
            };
        }
        else if (edit.Steps is { } steps)
            item = item with
            {
                Steps = steps.ConvertAll(s => s with { Text = s.Text.ReplaceLineEndings("\n").Trim() }),
            };
        if (edit.Photo is { } put)
        {
            if (put.Step < 0 || put.Step >= item.Steps.Count)
                return new Refusal("no-such-step", "This step is not in the flow. Choose another.");
            if (put.PhotoId.Length > 0)
            {
                if (at.Photos.Photo(put.PhotoId) is not { } photo)
                    return NoPhoto;
                if (PlacementRule.WhyNot(photo.Rights) is { } why)
                    return why;
            }
            item = item with
            {
                Steps = item.Steps.SetItem(
                    put.Step,
                    item.Steps[put.Step] with
                    {
                        PhotoId = put.PhotoId.Length == 0 ? null : put.PhotoId,
                    }
                ),
            };
        }
        return item with
        {
            Form = edit.Form ?? item.Form,
            Source = edit.Source?.ReplaceLineEndings(" ").Trim() ?? item.Source,
        };
    }

    /// <inheritdoc/>
    protected override ItemResult Exchange(Flow item, string photoId, string with, ItemPlace at)
    {
        if (!item.Steps.Exists(s => s.PhotoId == photoId))
            return item;
        if (at.Photos.Photo(with) is not { } photo)
            return NoPhoto;
        return PlacementRule.WhyNot(photo.Rights) is { } why
            ? why
            : item with
            {
                Steps = item.Steps.ConvertAll(s => s.PhotoId == photoId ? s with { PhotoId = with } : s),
            };
    }

    /// <inheritdoc/>
    protected override IEnumerable<PhotoUse> Photos(Flow item) =>
        item
            .Steps.Select((step, i) => (step.PhotoId, At: i))
            .Where(s => s.PhotoId is not null)
            .Select(s => new PhotoUse(
                item.Id,
                s.PhotoId!,
                new Changes(SeenInStep, Masked: true),
                FlowScene.Cell(item, s.At),
                Spot.Auto
            ));

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override IReadOnlyList<string> PartNames(Item item) =>
        [.. ((Flow)item).Steps.Select(s => s.Text.Split('\n')[0])];

    /// <inheritdoc/>
    public override IEnumerable<string> Says(Item item) =>
        item is Flow flow ? [.. flow.Steps.Select(s => s.Text), flow.Source] : [];

    /// <inheritdoc/>
    public override IEnumerable<WordsRole> Roles(Item item) => [WordsRole.Body];

    /// <inheritdoc/>
    public override ItemEdit? Cite(Item item, Func<string, string> with) =>
        item is Flow flow && with(flow.Source) is var source && source != flow.Source
            ? new FlowEdit(Source: source)
            : null;

    /// <inheritdoc/>
    public override ItemEdit? Resay(Item item, Func<string, string> with) =>
        item is Flow flow
            ? new FlowEdit(Steps: flow.Steps.ConvertAll(s => s with { Text = with(s.Text) }), Source: with(flow.Source))
            : null;

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) => "the flow";

    /// <inheritdoc/>
    protected override string Describe(Flow item, ItemPlace at) =>
        $"{item.Steps.Count} steps: "
        + string.Join(
            item.Form == FlowForm.Fork ? ", " : ", then ",
            item.Steps.Select(s => s.Text.Replace("\n", ", ", StringComparison.Ordinal))
        )
        + (item.Form == FlowForm.Ring ? ", and round again." : ".")
        + (item.Source.Length > 0 ? $" {item.Source}" : "");

    /// <inheritdoc/>
    protected override void Compose(Flow item, Composition scene) =>
        new FlowScene(item, scene).Add(Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts)));

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new FlowEdit(Pasted: "A blade: catches a grain\nthe grain: shelters the next\na ridge: grows"),
                [
                    new FlowEdit(Photo: new StepPhoto(0, photoId)),
                    new FlowEdit(Pasted: "A blade: catches a grain\na ridge: grows\nthe shore: holds\nthe town"),
                    new FlowEdit(FlowForm.Ring),
                    new FlowEdit(FlowForm.Fork),
                    new FlowEdit(Pasted: "Rain → Marsh → Tide -> Ground", Source: "Field notes"),
                    new FlowEdit(Photo: new StepPhoto(1, photoId)),
                    new FlowEdit(Steps: [new("Ebb", photoId), new("Flood", photoId)]),
                ]
            ),
        ];

    private static Refusal NoPhoto =>
        new("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
}
