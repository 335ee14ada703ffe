using System.Globalization;

namespace Jaali.Core.Items;

/// <summary>Charts.</summary>
public sealed class ChartKind : ItemKind<Chart, ChartEdit>
{
    // A description names so many figures one by one.
    private const int MostTold = 60;

    /// <inheritdoc/>
    public override string Name => "chart";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Chart item, ItemPlace at) =>
        DataRows.Fault(item.Rows, Limits.Talks.ChartRows, Limits.Talks.ChartColumns, "A chart")
        ?? (
            item.Shows.Length > Limits.Talks.Wording || item.Source.Length > Limits.Talks.Wording
                ? new(
                    "too-long",
                    $"The lines over and under a chart have at most {Limits.Talks.Wording} characters. Shorten them."
                )
            : item.PhotoId is { } photo && at.Photos.Photo(photo) is null ? NoPhoto
            : Figures(item)
        );

    private static Refusal? Figures(Chart item)
    {
        DataSeries data = DataSeries.Of(item.Rows);
        if (data.Series.All(s => s.Values.All(v => v is null)))
            return new("no-figures", "There is no figure in these rows. Give a column of numbers.");
        if (
            item.BroughtOut is { } at
            && (at < 0 || at >= (data.Series.Count > 1 ? data.Series.Count : data.Labels.Count))
        )
            return new("no-such-row", "What should be brought out is not in the chart. Choose another.");
        if (!item.IsShares)
            return null;
        IReadOnlyList<double?> values = data.Series[0].Values;
        int below = values.ToList().FindIndex(v => v < 0);
        if (below >= 0)
            return new(
                "negative-share",
                $"{data.Series[0].Written[below]} cannot be a part of a whole. Choose columns, or mend the figure."
            );
        double all = values.Sum() ?? 0;
        return all <= 0 ? new("no-share", "All parts are 0: there is no whole to share out. Give a figure.")
            : values.Count(v => v is not null) == 1 && all > 100
                ? new("more-than-whole", "One figure alone is per cent of a whole, and at most 100. Give another.")
            : null;
    }

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, ChartEdit edit, SlideRect? rect, ItemPlace at) =>
        edit.Rows is null && edit.Pasted is null
            ? new Refusal("no-rows", "A chart needs rows. Paste some, or type them.")
            : Edit(
                Placed(new Chart(id, new(default(SlideRect)), edit.Form ?? ChartForm.Columns, []), rect, at),
                edit,
                at
            );

    /// <summary>A figure where it is wanted, or where the layout has it.</summary>
    internal static T Placed<T>(T figure, SlideRect? rect, ItemPlace at)
        where T : Item => figure with { At = new(rect ?? FigurePlaces.Next(figure, at.Deck, at.Slide)) };

    /// <inheritdoc/>
    protected override ItemResult Edit(Chart item, ChartEdit edit, ItemPlace at)
    {
        ImmutableList<ImmutableList<string>>? rows =
            edit.Pasted is { } pasted ? DataRows.Read(pasted)
            : edit.Rows is { } typed ? DataRows.Even(typed)
            : null;
        if (edit.PhotoId is { Length: > 0 } id)
        {
            if (at.Photos.Photo(id) is not { } photo)
                return NoPhoto;
            if (PlacementRule.WhyNot(photo.Rights) is { } why)
                return why;
        }
        item = item with
        {
            Form = edit.Form ?? item.Form,
            Rows = rows ?? item.Rows,
            Shows = edit.Shows?.ReplaceLineEndings(" ").Trim() ?? item.Shows,
            Source = edit.Source?.ReplaceLineEndings(" ").Trim() ?? item.Source,
            BroughtOut = edit.BroughtOut is { } b ? (b < 0 ? null : b) : item.BroughtOut,
            PhotoId = edit.PhotoId is { } p ? (p.Length == 0 ? null : p) : item.PhotoId,
        };
        // What was brought out may have gone with its row.
        if (rows is not null && edit.BroughtOut is null && item.BroughtOut is { } at2)
        {
            DataSeries data = DataSeries.Of(item.Rows);
            if (at2 >= (data.Series.Count > 1 ? data.Series.Count : data.Labels.Count))
                item = item with { BroughtOut = null };
        }
        return item;
    }

    /// <inheritdoc/>
    protected override ItemResult Exchange(Chart item, string photoId, string with, ItemPlace at) =>
        item.PhotoId == photoId ? Edit(item, new ChartEdit(PhotoId: with), at) : item;

    /// <inheritdoc/>
    protected override IEnumerable<PhotoUse> Photos(Chart item) =>
        item.PhotoId is { } photo ? [new(item.Id, photo, new Changes(.99, Masked: true), item.At.Rect, Spot.Auto)] : [];

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override IReadOnlyList<string> PartNames(Item item)
    {
        DataSeries data = DataSeries.Of(((Chart)item).Rows);
        return data.Series.Count > 1
            ? [.. data.Series.Select((s, i) => s.Name.Length > 0 ? s.Name : Number(i))]
            : [.. data.Labels.Select((l, i) => l.Length > 0 ? l : Number(i))];

        static string Number(int i) => (i + 1).ToString(CultureInfo.InvariantCulture);
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Says(Item item) =>
        item is Chart chart ? [chart.Shows, .. chart.Rows.SelectMany(r => r), chart.Source] : [];

    /// <inheritdoc/>
    public override IEnumerable<WordsRole> Roles(Item item) => [WordsRole.Body];

    /// <inheritdoc/>
    public override ItemEdit? Cite(Item item, Func<string, string> with) =>
        item is Chart chart && with(chart.Source) is var source && source != chart.Source
            ? new ChartEdit(Source: source)
            : null;

    /// <inheritdoc/>
    public override ItemEdit? Resay(Item item, Func<string, string> with) =>
        item is Chart chart
            ? new ChartEdit(
                Rows: chart.Rows.ConvertAll(r => r.ConvertAll(c => with(c))),
                Shows: with(chart.Shows),
                Source: with(chart.Source)
            )
            : null;

    /// <inheritdoc/>
    public override string Done(Item item) =>
        item is Chart chart && DataSeries.Of(chart.Rows).Words is > 0 and int words
            ? words == 1
                ? "One cell of figures holds words: it is not drawn."
                : $"{words} cells of figures hold words: they are not drawn."
            : "";

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) =>
        ((Chart)item).Shows is { Length: > 0 } shows ? $"the chart “{FewWords.Of(shows)}”" : "the chart";

    /// <inheritdoc/>
    protected override string Describe(Chart item, ItemPlace at)
    {
        DataSeries data = DataSeries.Of(item.Rows);
        List<string> told = [];
        foreach (NamedFigures series in data.Series)
            for (int i = 0; i < data.Labels.Count && told.Count < MostTold; i++)
                if (series.Figures[i] is not null)
                    told.Add(Named(series.Name, data.Labels[i], series.Written[i]));
        int all = data.Series.Sum(s => s.Figures.Count(f => f is not null));
        string name = item.Form switch
        {
            ChartForm.Columns or ChartForm.StackedColumns => "Columns",
            ChartForm.Bars or ChartForm.StackedBars => "Bars",
            ChartForm.Lines => "Lines",
            ChartForm.Areas => "Areas",
            ChartForm.Dots => "Dots",
            ChartForm.Pie => "Pie",
            ChartForm.Ring => "Ring",
            ChartForm.Tiles => "Tiles",
            _ => throw new ArgumentOutOfRangeException(nameof(item), item.Form, "This form has no name."),
        };
        string figures = string.Join("; ", told);
        if (all > told.Count)
            figures += string.Create(CultureInfo.InvariantCulture, $"; and {all - told.Count} more");
        string shows = item.Shows.Length > 0 ? $", {item.Shows}" : "",
            source = item.Source.Length > 0 ? $" {item.Source}" : "";
        return $"{name}{shows}: {figures}.{source}";

        static string Named(string series, string row, string written) =>
            $"{string.Join(", ", new[] { series, row }.Where(n => n.Length > 0))} {written}".Trim();
    }

    /// <inheritdoc/>
    protected override void Compose(Chart item, Composition scene) =>
        ChartScene.Add(item, Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts)), scene);

    /// <inheritdoc/>
    public override IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    ) =>
        item.At.Turn == 0 && scene.Parts.FirstOrDefault(p => p.ItemId == item.Id) is { Figure: SceneChart look } part
            ? ChartExport.Of((Chart)item, look, part, nodes, scene, at.Slide.ComesPartByPart(item.Id))
            : null;

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new ChartEdit(
                    Pasted: "year\tmetres\n2016\t1.2\n2017\t1.6\n2024\t11\n2025\t4.2",
                    Shows: "shore lost a year",
                    Source: "Tide gauge record"
                ),
                [
                    new ChartEdit(BroughtOut: 2),
                    new ChartEdit(ChartForm.Bars),
                    new ChartEdit(ChartForm.Lines),
                    new ChartEdit(ChartForm.Dots, BroughtOut: -1),
                    new ChartEdit(ChartForm.Pie),
                    new ChartEdit(ChartForm.Ring, PhotoId: photoId),
                    new ChartEdit(Pasted: "62 %"),
                    new ChartEdit(ChartForm.Tiles),
                ]
            ),
            new(
                new ChartEdit(ChartForm.StackedColumns, Pasted: ";1990;2010\nHallow;42,0;38,5\nGannock;38,2;-3"),
                [
                    new ChartEdit(ChartForm.StackedBars),
                    new ChartEdit(ChartForm.Areas),
                    new ChartEdit(ChartForm.Columns, BroughtOut: 1),
                    new ChartEdit(
                        Rows:
                        [
                            ["", "1990"],
                            ["Hallow", "42"],
                        ]
                    ),
                ]
            ),
        ];

    private static Refusal NoPhoto =>
        new("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
}
