using Jaali.Core.Decks;
using Jaali.Core.Framing;

namespace Jaali.Core.Legibility;

/// <summary>What lies under the words of a slide: a photo as it is placed, or a plain colour.</summary>
public sealed class SlideLight
{
    private readonly ToneMap? _tones;
    private readonly Frame? _frame;
    private readonly double _plain,
        _cos = 1,
        _sin;

    private SlideLight(double plain) => _plain = plain;

    private SlideLight(ToneMap tones, Frame frame, double plain)
        : this(plain)
    {
        (_tones, _frame) = (tones, frame);
        double angle = frame.Turn * Math.PI / 180,
            enlarged = Straightening.Enlargement(frame.Turn, frame.Rect.Aspect);
        (_cos, _sin) = (Math.Cos(angle) / enlarged, Math.Sin(angle) / enlarged);
    }

    /// <summary>A slide of one colour.</summary>
    public static SlideLight Plain(string colour) => new(Luminance.Of(colour));

    /// <summary>A slide whose ground is a placed photo: seen through its crop, mask and covers, turned as it is. Where it does not reach there is the slide's own colour.</summary>
    public static SlideLight Photo(ToneMap tones, Frame frame, string beyond) =>
        new(tones, frame, Luminance.Of(beyond));

    /// <summary>True where there is no photo under the words.</summary>
    public bool IsPlain => _tones is null;

    /// <summary>Relative luminances under a rectangle in slide units, sampled at the pitch of the photo's tone map; at least one.</summary>
    public double[] Under(SlideRect box)
    {
        if (_tones is null)
            return [_plain];
        (int columns, int rows, double dx, double dy) = Grid(box);
        double[] found = new double[columns * rows];
        for (int y = 0, n = 0; y < rows; y++)
        for (int x = 0; x < columns; x++)
            found[n++] = At(box.X + (x + .5) * dx, box.Y + (y + .5) * dy);
        return found;
    }

    /// <summary>
    /// How restless the photo is under a rectangle: the mean step of perceived lightness (the cube root of luminance, after CIE L*) from sample to sample, plus half its spread. 0 is a plain colour.
    /// </summary>
    public double Busyness(SlideRect box)
    {
        if (_tones is null)
            return 0;
        (int columns, int rows, double dx, double dy) = Grid(box);
        double step = 0,
            sum = 0,
            squares = 0;
        double[] above = new double[columns],
            here = new double[columns];
        for (int y = 0; y < rows; y++)
        {
            for (int x = 0; x < columns; x++)
            {
                here[x] = Math.Cbrt(At(box.X + (x + .5) * dx, box.Y + (y + .5) * dy));
                if (y > 0)
                    step += Math.Abs(here[x] - above[x]);
                if (x > 0)
                    step += Math.Abs(here[x] - here[x - 1]);
                sum += here[x];
                squares += here[x] * here[x];
            }
            (above, here) = (here, above);
        }
        int n = columns * rows;
        return step / n + .5 * Math.Sqrt(Math.Max(0, squares / n - sum / n * (sum / n)));
    }

    private double At(double x, double y)
    {
        SlideRect r = _frame!.Rect;
        if (!MaskShape.Shows(_frame, x, y))
            return _plain;
        double dx = x - r.X - r.Width / 2,
            dy = y - r.Y - r.Height / 2;
        double u = (dx * _cos + dy * _sin) / r.Width + .5,
            v = (dy * _cos - dx * _sin) / r.Height + .5;
        CropWindow c = _frame.Crop;
        return _tones!.At((int)((c.X + u * c.Width) * _tones.Width), (int)((c.Y + v * c.Height) * _tones.Height));
    }

    private (int Columns, int Rows, double Dx, double Dy) Grid(SlideRect box)
    {
        SlideRect r = _frame!.Rect;
        int columns = Math.Max(1, (int)Math.Ceiling(box.Width / r.Width * _frame.Crop.Width * _tones!.Width)),
            rows = Math.Max(1, (int)Math.Ceiling(box.Height / r.Height * _frame.Crop.Height * _tones.Height));
        return (columns, rows, box.Width / columns, box.Height / rows);
    }
}
