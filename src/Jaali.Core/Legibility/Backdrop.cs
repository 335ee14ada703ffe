namespace Jaali.Core.Legibility;

/// <summary>What one painted thing shows at a place.</summary>
/// <param name="Luminance">Relative luminance, 0 to 1.</param>
/// <param name="Opacity">0 for nothing, to 1.</param>
public readonly record struct Shade(double Luminance, double Opacity);

/// <summary>One painted thing, for measuring what lies under words.</summary>
public abstract class Layer
{
    /// <summary>Where it may show anything.</summary>
    public abstract SlideRect Bounds { get; }

    /// <summary>Distances across and down, in units, at which it is worth sampling; null for plain colours, which one
    /// sample tells.</summary>
    public virtual (double X, double Y)? Pitch => null;

    /// <summary>What it shows at a place of the slide.</summary>
    public abstract Shade At(double x, double y);

    /// <summary>The photo that alone fills a rectangle, opaque and upright; null where it is otherwise, or not known to
    /// be
    /// so.</summary>
    public virtual PhotoLayer? Filling(SlideRect box) => null;
}

/// <summary>Everything painted so far on a slide, from bottom to top, over its own colour.</summary>
public sealed class Backdrop(string colour)
{
    // Coarser than this nothing is sampled where more than one colour may show: an edge must not fall between.
    private const double Coarsest = 12;

    // To choose between places it is enough to look so often; a small photo would be looked at pixel by pixel.
    private const double Coarse = 8;
    private readonly double _plain = Luminance.Of(colour);
    private readonly List<Layer> _layers = [];
    private readonly Dictionary<int, double> _cells = [];
    private Layer[] _all = [];
    private int _paper;

    /// <summary>True where nothing is painted yet.</summary>
    public bool IsPlain => _layers.Count == _paper;

    /// <summary>Paints one more thing over what is there.</summary>
    public void Add(Layer layer) => _layers.Add(layer);

    /// <summary>Paints what the slide itself looks like, before anything lies on it.</summary>
    public void AddPaper(Layer layer)
    {
        _layers.Add(layer);
        _paper++;
    }

    /// <summary>How light it is under an upright rectangle, looked at every 8 units: enough to choose between places,
    /// not to say how words read in the one that is taken. What was seen once is kept until more is painted.</summary>
    public LightSample CoarseLight(SlideRect box)
    {
        Layer[] here = [.. _layers.Where(l => l.Bounds.Overlaps(box))];
        LightSample found = new();
        if (here.Length == 0)
            found.Add(LightSample.GreyOf(_plain));
        else if (here[^1].Filling(box) is { } photo)
            photo.Light(
                box,
                Math.Max(1, (int)Math.Ceiling(box.Width / Coarse)),
                Math.Max(1, (int)Math.Ceiling(box.Height / Coarse)),
                found
            );
        else
        {
            (int left, int top, int columns, int rows) = CellsOf(box);
            for (int y = 0; y < rows; y++)
            for (int x = 0; x < columns; x++)
                found.Add(LightSample.GreyOf(Cell(left + x, top + y)));
        }
        return found;
    }

    /// <summary>How restless it is under a rectangle, as <see cref="Busyness"/> says, looked at every 8
    /// units.</summary>
    public double CoarseBusyness(SlideRect box)
    {
        Layer[] here = [.. _layers.Where(l => l.Bounds.Overlaps(box))];
        if (here.Length == 0)
            return 0;
        if (here[^1].Filling(box) is { } photo)
            return photo.Busyness(box);
        (int left, int top, int columns, int rows) = CellsOf(box);
        return Restlessness(columns, rows, (x, y) => Cell(left + x, top + y));
    }

    private static (int Left, int Top, int Columns, int Rows) CellsOf(SlideRect box)
    {
        int left = (int)Math.Floor(box.X / Coarse),
            top = (int)Math.Floor(box.Y / Coarse);
        return (
            left,
            top,
            Math.Max(1, (int)Math.Ceiling(box.Right / Coarse) - left),
            Math.Max(1, (int)Math.Ceiling(box.Bottom / Coarse) - top)
        );
    }

    private double Cell(int x, int y)
    {
        if (_all.Length != _layers.Count)
        {
            _all = [.. _layers];
            _cells.Clear();
        }
        // No slide has so many cells in a row.
        int key = y * 8192 + x;
        if (!_cells.TryGetValue(key, out double seen))
            _cells[key] = seen = At(_all, (x + .5) * Coarse, (y + .5) * Coarse);
        return seen;
    }

    /// <summary>How light it is under a rectangle: the same places as <see cref="Under"/> looks at.</summary>
    /// <param name="box">In slide units, before it is turned.</param>
    /// <param name="turn">Degrees clockwise about <paramref name="about"/>.</param>
    /// <param name="about">What stays in its place.</param>
    /// <param name="into">Is filled with it, if given; what it held is forgotten.</param>
    public LightSample Light(SlideRect box, double turn = 0, SlidePoint about = default, LightSample? into = null)
    {
        LightSample found = into ?? new();
        found.Clear();
        Layer[] here = turn == 0 ? [.. _layers.Where(l => l.Bounds.Overlaps(box))] : [.. _layers];
        if (here.Length == 0)
        {
            found.Add(LightSample.GreyOf(_plain));
            return found;
        }
        PhotoLayer? photo = turn == 0 ? here[^1].Filling(box) : null;
        (int columns, int rows, double dx, double dy) = Grid(box, photo is null ? here : [here[^1]]);
        if (photo is not null)
        {
            photo.Light(box, columns, rows, found);
            return found;
        }
        for (int y = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
        {
            SlidePoint p = new SlidePoint(box.X + (x + .5) * dx, box.Y + (y + .5) * dy).Turned(about, turn);
            found.Add(LightSample.GreyOf(At(here, p.X, p.Y)));
        }
        return found;
    }

    /// <summary>Relative luminances under a rectangle, at least one.</summary>
    /// <param name="box">In slide units, before it is turned.</param>
    /// <param name="turn">Degrees clockwise about <paramref name="about"/>.</param>
    /// <param name="about">What stays in its place.</param>
    public double[] Under(SlideRect box, double turn = 0, SlidePoint about = default)
    {
        Layer[] here = turn == 0 ? [.. _layers.Where(l => l.Bounds.Overlaps(box))] : [.. _layers];
        if (here.Length == 0)
            return [_plain];
        (int columns, int rows, double dx, double dy) = Grid(box, here);
        double[] found = new double[columns * rows];
        for (int y = 0, n = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
        {
            SlidePoint p = new SlidePoint(box.X + (x + .5) * dx, box.Y + (y + .5) * dy).Turned(about, turn);
            found[n++] = At(here, p.X, p.Y);
        }
        return found;
    }

    /// <summary>
    /// How restless it is under a rectangle: the mean step of perceived lightness (the cube root of luminance, after
    /// CIE L*) from sample to sample, plus half its spread. 0 is a plain colour.
    /// </summary>
    public double Busyness(SlideRect box)
    {
        Layer[] here = [.. _layers.Where(l => l.Bounds.Overlaps(box))];
        return here.Length == 0 ? 0 : here[^1].Filling(box)?.Busyness(box) ?? Sampled(box, here);
    }

    /// <summary>The same, place by place, whatever lies there.</summary>
    internal double BusynessBySamples(SlideRect box) => Sampled(box, [.. _layers.Where(l => l.Bounds.Overlaps(box))]);

    private double Sampled(SlideRect box, Layer[] here)
    {
        (int columns, int rows, double dx, double dy) = Grid(box, here);
        return Restlessness(columns, rows, (x, y) => At(here, box.X + (x + .5) * dx, box.Y + (y + .5) * dy));
    }

    private static double Restlessness(int columns, int rows, Func<int, int, double> luminance)
    {
        double step = 0,
            sum = 0,
            squares = 0;
        double[] above = new double[columns],
            line = new double[columns];
        for (int y = 0; y < rows; y++)
        {
            for (int x = 0; x < columns; x++)
            {
                line[x] = Math.Cbrt(luminance(x, y));
                if (y > 0)
                    step += Math.Abs(line[x] - above[x]);
                if (x > 0)
                    step += Math.Abs(line[x] - line[x - 1]);
                sum += line[x];
                squares += line[x] * line[x];
            }
            (above, line) = (line, above);
        }
        int n = columns * rows;
        return step / n + .5 * Math.Sqrt(Math.Max(0, squares / n - sum / n * (sum / n)));
    }

    private double At(Layer[] layers, double x, double y)
    {
        double seen = _plain;
        // From the top down to the first that hides what is below it, then up again.
        int first = layers.Length - 1;
        Span<Shade> shades = layers.Length <= 64 ? stackalloc Shade[layers.Length] : new Shade[layers.Length];
        for (; first >= 0; first--)
            if ((shades[first] = layers[first].At(x, y)).Opacity >= 1)
                break;
        for (int i = Math.Max(0, first); i < layers.Length; i++)
            seen = shades[i].Opacity switch
            {
                >= 1 => shades[i].Luminance,
                <= 0 => seen,
                double o => Mixed(seen, shades[i].Luminance, o),
            };
        return seen;
    }

    // Painters mix sRGB values; mixing greys of the same luminance is within a step of mixing the colours.
    private static double Mixed(double under, double over, double opacity) =>
        Luminance.Decode(Luminance.Encode(under) * (1 - opacity) + Luminance.Encode(over) * opacity);

    private static (int Columns, int Rows, double Dx, double Dy) Grid(SlideRect box, Layer[] layers)
    {
        double px = Coarsest,
            py = Coarsest;
        (double X, double Y)[] pitches = [.. layers.Select(l => l.Pitch).OfType<(double, double)>()];
        if (pitches.Length > 0)
            (px, py) = (pitches.Min(p => p.X), pitches.Min(p => p.Y));
        int columns = Math.Max(1, (int)Math.Ceiling(box.Width / px)),
            rows = Math.Max(1, (int)Math.Ceiling(box.Height / py));
        return (columns, rows, box.Width / columns, box.Height / rows);
    }
}
