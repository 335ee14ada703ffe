namespace Jaali.Core.Items;

/// <summary>Tables.</summary>
public sealed class TableKind : ItemKind<Table, TableEdit>
{
    // The narrowest column that a hand may make, as a share of the table.
    private const double Narrowest = .02;

    // A photo in a cell is seen in part: how much depends on the cell, it is never counted as all.
    private const double SeenInCell = .99;

    /// <inheritdoc/>
    public override string Name => "table";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <inheritdoc/>
    protected override Refusal? Fault(Table item, ItemPlace at) =>
        DataRows.Fault(item.Rows, Limits.Talks.TableRows, Limits.Talks.TableColumns, "A table")
        ?? (
            item.Source.Length > Limits.Talks.Wording
                ? new("too-long", $"The line under a table has at most {Limits.Talks.Wording} characters. Shorten it.")
            : item.BroughtOut is { } row && (row < 0 || row >= item.Rows.Count)
                ? new("no-such-row", "What should be brought out is not in the table. Choose another.")
            : item.Widths is { } widths
            && (
                widths.Count != item.Rows[0].Count
                || widths.Any(w => w is not (>= Narrowest and <= 1))
                || Math.Abs(widths.Sum() - 1) > .01
            )
                ? new("bad-widths", "Every column has at least 2 % of the table, all together the whole. Drag again.")
            : item.Photos is { } photos
            && photos.Any(p => p.Row < 0 || p.Row >= item.Rows.Count || p.Column < 0 || p.Column >= item.Rows[0].Count)
                ? new("no-such-cell", "This cell is not in the table. Choose another.")
            : item.Photos?.Exists(p => at.Photos.Photo(p.PhotoId) is null) == true ? NoPhoto
            : null
        );

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, TableEdit edit, SlideRect? rect, ItemPlace at) =>
        edit.Rows is null && edit.Pasted is null
            ? new Refusal("no-rows", "A table needs rows. Paste some, or type them.")
            : Edit(ChartKind.Placed(new Table(id, new(default(SlideRect)), []), rect, at), edit, at);

    /// <inheritdoc/>
    protected override ItemResult Edit(Table item, TableEdit edit, ItemPlace at)
    {
        ImmutableList<ImmutableList<string>>? rows =
            edit.Pasted is { } pasted ? DataRows.Read(pasted)
            : edit.Rows is { } typed ? DataRows.Even(typed)
            : null;
        if (rows is not null)
            item = item with
            {
                Rows = rows,
                // What was said of rows and columns that are gone goes with them.
                BroughtOut = item.BroughtOut < rows.Count ? item.BroughtOut : null,
                Widths = rows.Count > 0 && item.Widths?.Count == rows[0].Count ? item.Widths : null,
                Photos = Some(
                    item.Photos?.RemoveAll(p => p.Row >= rows.Count || rows.Count > 0 && p.Column >= rows[0].Count)
                ),
            };
        if (edit.Photo is { } put)
        {
            ImmutableList<CellPhoto> photos = (item.Photos ?? []).RemoveAll(p =>
                p.Row == put.Row && p.Column == put.Column
            );
            if (put.PhotoId.Length > 0)
            {
                if (at.Photos.Photo(put.PhotoId) is not { } photo)
                    return NoPhoto;
                if (PlacementRule.WhyNot(photo.Rights) is { } why)
                    return why;
                photos = photos.Add(put);
            }
            item = item with { Photos = Some(photos) };
        }
        return item with
        {
            HeaderRow = edit.HeaderRow ?? item.HeaderRow,
            HeaderColumn = edit.HeaderColumn ?? item.HeaderColumn,
            Source = edit.Source?.ReplaceLineEndings(" ").Trim() ?? item.Source,
            BroughtOut = edit.BroughtOut is { } b ? (b < 0 ? null : b) : item.BroughtOut,
            Widths = edit.Widths is { } w ? (w.IsEmpty ? null : w) : item.Widths,
        };
    }

    private static ImmutableList<CellPhoto>? Some(ImmutableList<CellPhoto>? photos) =>
        photos is { IsEmpty: false } ? photos : null;

    /// <inheritdoc/>
    protected override ItemResult Exchange(Table item, string photoId, string with, ItemPlace at)
    {
        if (item.Photos?.Exists(p => p.PhotoId == photoId) != true)
            return item;
        if (at.Photos.Photo(with) is not { } photo)
            return NoPhoto;
        return PlacementRule.WhyNot(photo.Rights) is { } why
            ? why
            : item with
            {
                Photos = item.Photos.ConvertAll(p => p.PhotoId == photoId ? p with { PhotoId = with } : p),
            };
    }

    /// <inheritdoc/>
    protected override IEnumerable<PhotoUse> Photos(Table item) =>
        (item.Photos ?? []).Select(p => new PhotoUse(
            item.Id,
            p.PhotoId,
            new Changes(SeenInCell),
            Cell(item, p),
            Spot.Auto
        ));

    // About where a cell is, for saying which photo is which.
    private static SlideRect Cell(Table table, CellPhoto p)
    {
        SlideRect r = table.At.Rect;
        double w = r.Width / table.Rows[0].Count,
            h = r.Height / table.Rows.Count;
        return new(r.X + p.Column * w, r.Y + p.Row * h, w, h);
    }

    /// <inheritdoc/>
    public override Follows Follows(Item item) => Items.Follows.Nothing;

    /// <inheritdoc/>
    public override IReadOnlyList<string> PartNames(Item item) =>
        [
            .. ((Table)item).Rows.Select(
                (r, i) =>
                    r.Find(c => c.Length > 0) ?? (i + 1).ToString(System.Globalization.CultureInfo.InvariantCulture)
            ),
        ];

    /// <inheritdoc/>
    public override IEnumerable<string> Says(Item item) =>
        item is Table table ? [.. table.Rows.SelectMany(r => r), table.Source] : [];

    /// <inheritdoc/>
    public override IEnumerable<WordsRole> Roles(Item item) => [WordsRole.Body, WordsRole.Caption];

    /// <inheritdoc/>
    public override ItemEdit? Cite(Item item, Func<string, string> with) =>
        item is Table table && with(table.Source) is var source && source != table.Source
            ? new TableEdit(Source: source)
            : null;

    /// <inheritdoc/>
    public override ItemEdit? Resay(Item item, Func<string, string> with) =>
        item is Table table
            ? new TableEdit(Rows: table.Rows.ConvertAll(r => r.ConvertAll(c => with(c))), Source: with(table.Source))
            : null;

    /// <inheritdoc/>
    public override string NameInSentence(Item item, ItemPlace at) => "the table";

    /// <inheritdoc/>
    protected override string Describe(Table item, ItemPlace at)
    {
        bool header = item.HasHeader;
        IEnumerable<string> rows = item
            .Rows.Select((row, r) => (Row: row, At: r))
            .Skip(header ? 1 : 0)
            .Select(r =>
                string.Join(
                    ", ",
                    r.Row.Select(
                            (cell, c) =>
                                (
                                    Head: header && c > 0 ? item.Rows[0][c] : "",
                                    Cell: item.PhotoAt(r.At, c) is { } id
                                        ? at.Photos.Photo(id)?.Rights.Title is { Length: > 0 } title
                                            ? $"photo “{title}” {cell}"
                                            : $"photo {cell}"
                                        : cell
                                )
                        )
                        .Where(c => c.Cell.Length > 0)
                        .Select(c => $"{c.Head} {c.Cell}".Trim())
                )
            );
        string source = item.Source.Length > 0 ? $" {item.Source}" : "";
        return $"Table: {string.Join("; ", rows)}.{source}".ReplaceLineEndings(" ");
    }

    /// <inheritdoc/>
    protected override void Compose(Table item, Composition scene) =>
        TableScene.Add(item, Describe(item, new ItemPlace(scene.Deck, scene.Slide, scene.Facts)), scene);

    /// <inheritdoc/>
    public override IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    ) =>
        // No format turns a table.
        item.At.Turn == 0
        && scene.Parts.FirstOrDefault(p => p.ItemId == item.Id) is { Figure: SceneTable table } part
            ? TableExport.Of((Table)item, table, part, nodes, scene.Links)
            : null;

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new TableEdit(
                    Pasted: "transect\t1990\t2025\tkept\n1 Hallow\t42.0\t31.2\t74 %\n7 Gannock\t38.2\t17.6\t46 %",
                    Source: "Survey of the ridge"
                ),
                [
                    new TableEdit(BroughtOut: 2),
                    new TableEdit(HeaderColumn: true),
                    new TableEdit(Photo: new CellPhoto(1, 0, photoId)),
                    new TableEdit(Widths: [.4, .2, .2, .2]),
                    new TableEdit(HeaderRow: false),
                    new TableEdit(
                        Rows:
                        [
                            ["Blade", "catches a grain"],
                            ["Ridge", "grows a hand a year"],
                        ]
                    ),
                ]
            ),
        ];

    private static Refusal NoPhoto =>
        new("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");
}
