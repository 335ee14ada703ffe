namespace Jaali.Core.Items;

/// <summary>How a chart becomes nodes: what it shows, its marks with their words, where its figures are from.</summary>
internal static class ChartScene
{
    // Words at marks are as large as captions, and never larger than this part of the chart's height.
    private const double OfHeight = .085;

    /// <summary>The smallest words at marks, in units: common practice, no source.</summary>
    internal const double SmallestWords = 26;

    /// <summary>Adds a chart's nodes to a scene.</summary>
    /// <param name="item">The chart.</param>
    /// <param name="says">What it shows, in words.</param>
    /// <param name="scene">The scene.</param>
    internal static void Add(Chart item, string says, Composition scene)
    {
        SlideRect r = item.At.Rect;
        double caption = scene.Theme.Setting(WordsRole.Caption).Size,
            size = Math.Max(SmallestWords, Math.Min(caption, r.Height * OfHeight));
        var words = new InnerWords(scene, item.At, WordsRole.Body, size);
        var marks = new ChartMarks(item, scene, words);
        List<SceneNode> around = [];
        SlideRect plot = r;
        if (item.Shows.Length > 0)
        {
            SetText over = words.Set(item.Shows, r.Width);
            around.AddRange(words.Put(over, new(r.X, r.Y)));
            plot = plot with { Y = plot.Y + over.Height + size * .7, Height = plot.Height - over.Height - size * .7 };
        }
        if (item.Source.Length > 0)
        {
            SetText under = words.Set(item.Source, r.Width, size: Math.Max(20, size * .75));
            around.AddRange(words.Put(under, new(r.X, r.Bottom - under.Height), aside: true));
            plot = plot with { Height = plot.Height - under.Height - size * .6 };
        }
        plot = plot with { Height = Math.Max(plot.Height, size * 2) };
        DataSeries data = DataSeries.Of(item.Rows);
        if (item.IsShares)
            ShareChart.Draw(data, plot, marks);
        else
            AxisChart.Draw(data, plot, marks);
        marks.AddTo(scene, around);
        scene.Reserve(item.At.Turn == 0 ? r : r.Turned(item.At.Turn, Composition.Middle(r)));
        scene.Tell(
            words.Part(item.Id, "chart", says) with
            {
                Figure = new SceneChart(plot, marks.Grid(data), marks.Axis, marks.HasFigures),
            }
        );
    }
}

/// <summary>The marks of a chart while it is drawn: outlines in their colours, part by part where they move one by
/// one, or cut out of a photo.</summary>
internal sealed class ChartMarks
{
    private readonly List<SceneNode> _below = [];
    private readonly SortedDictionary<int, List<(Path Path, MarkColour Colour, bool OfPhoto)>> _marks = [];
    private readonly SortedDictionary<int, List<SceneNode>> _with = [];
    private readonly List<SceneNode> _above = [];

    internal ChartMarks(Chart item, Composition scene, InnerWords words)
    {
        (Item, Scene, Words) = (item, scene, words);
        PartByPart = scene.Slide.ComesPartByPart(item.Id);
        Accents = MarkColours.Accents(scene, item.At.Rect, words.Ink);
        Photo = item.PhotoId is { } id ? scene.Facts.Photo(id) : null;
    }

    /// <summary>The part of what is no part: it is always there.</summary>
    internal const int Track = -1;

    internal Chart Item { get; }

    internal Composition Scene { get; }

    internal InnerWords Words { get; }

    /// <summary>Its parts move one by one: they are kept apart.</summary>
    internal bool PartByPart { get; }

    /// <summary>The accents that stand out here.</summary>
    internal IReadOnlyList<string> Accents { get; }

    /// <summary>The photo that marks are cut out of.</summary>
    internal PhotoFacts? Photo { get; }

    /// <summary>The colours of so many series, or slices; what is brought out has the first accent, and the others
    /// stay back.</summary>
    internal MarkColour[] Colours(int count) =>
        Item.BroughtOut is { } one && one < count
            ?
            [
                .. Enumerable
                    .Range(0, count)
                    .Select(i => i == one ? new MarkColour(Accents[0]) : MarkColours.Back(Words.Ink)),
            ]
            : MarkColours.Of(Accents, Words.Ink, count);

    /// <summary>The colours of several series, or of the rows of one.</summary>
    internal MarkColour[] Colours(DataSeries data)
    {
        bool several = data.Series.Count > 1 && !Item.IsShares;
        int count = several ? data.Series.Count : data.Labels.Count;
        return several || Item.IsShares || Item.BroughtOut is not null
            ? Colours(count)
            : [.. Enumerable.Repeat(new MarkColour(Accents[0]), count)];
    }

    /// <summary>The colour of every mark, by series, then by row. A line or area has one along all of its
    /// rows.</summary>
    internal IReadOnlyList<IReadOnlyList<SceneColour>> Grid(DataSeries data)
    {
        MarkColour[] own = Colours(data);
        bool several = data.Series.Count > 1 && !Item.IsShares,
            alike = !several && Item.Form is (ChartForm.Lines or ChartForm.Areas);
        return
        [
            .. data.Series.Select(
                (_, s) =>
                    (IReadOnlyList<SceneColour>)
                        [
                            .. data
                                .Labels.Select((_, row) => alike ? new(Accents[0]) : own[several ? s : row])
                                .Select(c => new SceneColour(c.Colour, c.Opacity)),
                        ]
            ),
        ];
    }

    /// <summary>The axis that marks stand at; null where there is none.</summary>
    internal AxisScale? Axis { get; set; }

    /// <summary>Every mark has its figure.</summary>
    internal bool HasFigures { get; set; }

    /// <summary>Draws a mark.</summary>
    /// <param name="part">Which part of the chart it is of, from 0.</param>
    /// <param name="path">Its outline.</param>
    /// <param name="colour">Its colour.</param>
    /// <param name="ofPhoto">It is cut out of the photo, where there is one.</param>
    internal void Mark(int part, Path path, MarkColour colour, bool ofPhoto = true)
    {
        if (!_marks.TryGetValue(part, out var list))
            _marks[part] = list = [];
        list.Add((path, colour, ofPhoto && Photo is not null));
    }

    /// <summary>Draws something that comes with a part: words at it, a line.</summary>
    internal void With(int part, IEnumerable<SceneNode> nodes)
    {
        if (!_with.TryGetValue(part, out List<SceneNode>? list))
            _with[part] = list = [];
        list.AddRange(nodes);
    }

    /// <summary>Draws something under all marks: lines of an axis.</summary>
    internal void Below(SceneNode node) => _below.Add(node);

    /// <summary>Draws something over all marks: the base line, words at the axis.</summary>
    internal void Above(IEnumerable<SceneNode> nodes) => _above.AddRange(nodes);

    /// <summary>A line of the axis.</summary>
    internal PathNode Rule(double x, double y, double width, double height, double opacity) =>
        new(Path.Rect(new(x, y, width, height)), Words.Ink, opacity);

    internal void AddTo(Composition scene, IEnumerable<SceneNode> around)
    {
        foreach (SceneNode node in _below)
            scene.Add(node);
        SlideRect? seen = Bounds();
        // What is there before anything comes in.
        if (PartByPart && _marks.Remove(Track, out var track))
            foreach (SceneNode node in Painted(track, seen))
                scene.Add(node);
        if (PartByPart)
            foreach (int part in _marks.Keys.Union(_with.Keys).Order())
                scene.Add(
                    new GroupNode(
                        null,
                        [
                            .. Painted(_marks.GetValueOrDefault(part) ?? [], seen),
                            .. _with.GetValueOrDefault(part) ?? [],
                        ],
                        Part: part
                    )
                );
        else
        {
            foreach (SceneNode node in Painted(_marks.Values.SelectMany(m => m), seen))
                scene.Add(node);
            foreach (SceneNode node in _with.Values.SelectMany(w => w))
                scene.Add(node);
        }
        foreach (SceneNode node in _above.Concat(around))
            scene.Add(node);
    }

    // As many nodes as there are colours, however many marks.
    private IEnumerable<SceneNode> Painted(
        IEnumerable<(Path Path, MarkColour Colour, bool OfPhoto)> marks,
        SlideRect? seen
    )
    {
        foreach (var colour in marks.GroupBy(m => (m.Colour, m.OfPhoto)))
        {
            Path path = Path.Together(colour.Select(m => m.Path));
            if (colour.Key.OfPhoto && seen is { } box)
            {
                CropWindow crop = CropFinder.Largest(Photo!.Aspect, box.Aspect, Photo.Focal);
                yield return new GroupNode(
                    null,
                    [new PhotoNode(Photo.Id, Frame.WholeOf(crop, box), Photo.Rights.Title)],
                    path
                );
            }
            else
                yield return new PathNode(path, colour.Key.Colour.Colour, colour.Key.Colour.Opacity);
        }
    }

    // Round all that is cut out of the photo: that much of it is seen, whichever parts are there.
    private SlideRect? Bounds()
    {
        SlideRect[] all = [.. _marks.Values.SelectMany(m => m).Where(m => m.OfPhoto).Select(m => m.Path.Bounds)];
        if (all.Length == 0)
            return null;
        double x = all.Min(b => b.X),
            y = all.Min(b => b.Y);
        return new(x, y, Math.Max(1, all.Max(b => b.Right) - x), Math.Max(1, all.Max(b => b.Bottom) - y));
    }
}
