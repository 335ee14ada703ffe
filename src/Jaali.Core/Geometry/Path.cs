using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Jaali.Core.Geometry;

/// <summary>A place on a slide, in slide units.</summary>
public readonly record struct SlidePoint(double X, double Y)
{
    /// <summary>The place turned about another.</summary>
    /// <param name="about">What stays where it is.</param>
    /// <param name="degrees">Clockwise.</param>
    public SlidePoint Turned(SlidePoint about, double degrees)
    {
        if (degrees == 0)
            return this;
        double a = degrees * Math.PI / 180,
            dx = X - about.X,
            dy = Y - about.Y;
        return new(about.X + dx * Math.Cos(a) - dy * Math.Sin(a), about.Y + dx * Math.Sin(a) + dy * Math.Cos(a));
    }
}

/// <summary>
/// A closed or open outline of straight lines and cubic curves, in slide units. Written as the path data of SVG 2
/// (chapter 9.3: M, L, C, Z, absolute), which browsers and painters read alike.
/// </summary>
[JsonConverter(typeof(PathJson))]
public sealed class Path : IEquatable<Path>
{
    // How far the control points of a quarter ellipse lie from its ends, in radii: 4/3 (sqrt 2 - 1), the usual
    // least-error choice.
    private const double Quarter = QuarterCurve;

    /// <summary>4/3 (sqrt 2 - 1): where the control points of a quarter ellipse lie, in radii from its ends.</summary>
    public const double QuarterCurve = .5522847498307936;
    private const int Steps = 16;

    private readonly ImmutableArray<ImmutableArray<SlidePoint>> _outlines;

    // Written when it is asked for where it is a closed outline of straight lines, or several paths.
    private string? _data;
    private readonly Path[]? _together;

    private Path(
        string? data,
        ImmutableArray<ImmutableArray<SlidePoint>> outlines,
        bool isRect,
        Path[]? together = null
    )
    {
        (_data, _outlines, IsRect, _together) = (data, outlines, isRect, together);
        double left = double.PositiveInfinity,
            top = double.PositiveInfinity,
            right = double.NegativeInfinity,
            bottom = double.NegativeInfinity;
        foreach (ImmutableArray<SlidePoint> outline in outlines)
        foreach (SlidePoint p in outline)
        {
            (left, right) = (Math.Min(left, p.X), Math.Max(right, p.X));
            (top, bottom) = (Math.Min(top, p.Y), Math.Max(bottom, p.Y));
        }
        Bounds = right < left ? default : new(left, top, right - left, bottom - top);
    }

    /// <summary>The path data of SVG.</summary>
    public string Data =>
        _data ??= _together is { } all ? string.Join(' ', all.Select(p => p.Data)) : Straight(_outlines[0]);

    /// <summary>The smallest upright rectangle around it.</summary>
    public SlideRect Bounds { get; }

    /// <summary>The area inside in square units, for outlines that do not cross; one that runs the other way is a hole.
    /// Curves are followed in 16 steps each (shoelace formula).</summary>
    public double Area =>
        Math.Abs(
            _outlines.Sum(o =>
                o.Select((a, i) => (A: a, B: o[(i + 1) % o.Length])).Sum(s => s.A.X * s.B.Y - s.B.X * s.A.Y)
            )
        ) / 2;

    /// <summary>Its outlines as straight bits, curves in 16 steps each; a closed one does not come back to its
    /// first place.</summary>
    public IReadOnlyList<IReadOnlyList<SlidePoint>> Ways => [.. _outlines.Select(o => (IReadOnlyList<SlidePoint>)o)];

    /// <summary>How many outlines it has; holes are some.</summary>
    public int Outlines => _outlines.Length;

    /// <summary>Places along its first outline, evenly by length of the way, clockwise, the first of them where a line
    /// from the middle of its bounds straight up crosses it (or comes nearest).</summary>
    /// <param name="count">How many.</param>
    public SlidePoint[] Along(int count)
    {
        SlidePoint[] way = [.. _outlines[0]];
        if (way.Length > 1 && way[0] == way[^1])
            way = way[..^1];
        if (way.Select((a, i) => (A: a, B: way[(i + 1) % way.Length])).Sum(s => s.A.X * s.B.Y - s.B.X * s.A.Y) < 0)
            Array.Reverse(way);
        double x = Bounds.X + Bounds.Width / 2,
            middle = Bounds.Y + Bounds.Height / 2;
        // Where the way crosses the upright over the middle, from left to right; else its nearest corner.
        int at = -1;
        SlidePoint first = default;
        for (int i = 0; i < way.Length; i++)
        {
            (SlidePoint a, SlidePoint b) = (way[i], way[(i + 1) % way.Length]);
            if (a.X > x || b.X <= x || a.Y + (b.Y - a.Y) * (x - a.X) / (b.X - a.X) > middle)
                continue;
            (at, first) = (i, new(x, a.Y + (b.Y - a.Y) * (x - a.X) / (b.X - a.X)));
            break;
        }
        if (at < 0)
        {
            at = Enumerable.Range(0, way.Length).MinBy(i => Math.Abs(way[i].X - x) + Math.Max(0, way[i].Y - middle));
            first = way[at];
        }
        SlidePoint[] round = [first, .. way[(at + 1)..], .. way[..(at + 1)], first];
        double[] upTo = new double[round.Length];
        for (int i = 1; i < round.Length; i++)
            upTo[i] =
                upTo[i - 1]
                + Math.Sqrt(Math.Pow(round[i].X - round[i - 1].X, 2) + Math.Pow(round[i].Y - round[i - 1].Y, 2));
        SlidePoint[] places = new SlidePoint[count];
        for (int n = 0, i = 1; n < count; n++)
        {
            double want = upTo[^1] * n / count;
            while (i < round.Length - 1 && upTo[i] < want)
                i++;
            double share = upTo[i] > upTo[i - 1] ? (want - upTo[i - 1]) / (upTo[i] - upTo[i - 1]) : 0;
            places[n] = new(
                round[i - 1].X + (round[i].X - round[i - 1].X) * share,
                round[i - 1].Y + (round[i].Y - round[i - 1].Y) * share
            );
        }
        return places;
    }

    /// <summary>The path elsewhere: so far to the right and so far down.</summary>
    public Path Moved(double x, double y)
    {
        if (x == 0 && y == 0)
            return this;
        string[] words = Data.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        bool across = true;
        for (int i = 0; i < words.Length; i++)
            if (double.TryParse(words[i], CultureInfo.InvariantCulture, out double n))
            {
                words[i] = Math.Round(n + (across ? x : y), 3).ToString(CultureInfo.InvariantCulture);
                across = !across;
            }
        return Parse(string.Join(' ', words));
    }

    /// <summary>The path with each of its places, control points included, somewhere else.</summary>
    public Path Mapped(Func<SlidePoint, SlidePoint> to)
    {
        string[] words = Data.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (int i = 0; i < words.Length; i++)
            if (double.TryParse(words[i], CultureInfo.InvariantCulture, out double x))
            {
                SlidePoint p = to(new(x, double.Parse(words[i + 1], CultureInfo.InvariantCulture)));
                words[i] = Math.Round(p.X, 3).ToString(CultureInfo.InvariantCulture);
                words[++i] = Math.Round(p.Y, 3).ToString(CultureInfo.InvariantCulture);
            }
        return Parse(string.Join(' ', words));
    }

    /// <summary>True for an upright rectangle, which painters clip by without smoothing its edges twice.</summary>
    public bool IsRect { get; }

    /// <summary>An upright rectangle.</summary>
    public static Path Rect(SlideRect r) =>
        Polygon(isRect: true, [new(r.X, r.Y), new(r.Right, r.Y), new(r.Right, r.Bottom), new(r.X, r.Bottom)]);

    /// <summary>Straight lines from corner to corner and back to the first.</summary>
    public static Path Polygon(params ReadOnlySpan<SlidePoint> corners) => Polygon(isRect: false, corners);

    /// <summary>The ellipse inside a rectangle.</summary>
    public static Path Ellipse(SlideRect r) => RoundRect(r, r.Width / 2, r.Height / 2);

    /// <summary>A part of the ellipse inside a rectangle, as a piece of a pie: from the top, clockwise.</summary>
    /// <param name="r">The rectangle.</param>
    /// <param name="share">Which part of the ellipse, above 0 and up to 1.</param>
    public static Path Sector(SlideRect r, double share)
    {
        if (share >= 1)
            return Ellipse(r);
        var builder = new Builder();
        builder.Move(r.X + r.Width / 2, r.Y + r.Height / 2);
        Arc(builder, r, -Math.PI / 2, 2 * Math.PI * share, begins: false);
        return builder.Close();
    }

    /// <summary>The outer part of the ellipse inside a rectangle, with a hole in the middle.</summary>
    /// <param name="r">The rectangle.</param>
    /// <param name="share">Which part of the ellipse is left, above 0 and up to 1.</param>
    public static Path Ring(SlideRect r, double share)
    {
        if (share >= 1)
            return Ellipse(r);
        double inner = Math.Sqrt(1 - share);
        var builder = new Builder();
        Arc(builder, r, -Math.PI / 2, 2 * Math.PI, begins: true);
        builder.Shut();
        // The hole runs the other way round, so that it is one by either rule of filling.
        var hole = new SlideRect(
            r.X + r.Width * (1 - inner) / 2,
            r.Y + r.Height * (1 - inner) / 2,
            r.Width * inner,
            r.Height * inner
        );
        Arc(builder, hole, -Math.PI / 2, -2 * Math.PI, begins: true);
        return builder.Close();
    }

    /// <summary>A piece of the ellipse inside a rectangle, from one share of its round to another, from the top and
    /// clockwise; with a hole it is a piece of a ring.</summary>
    /// <param name="r">The rectangle.</param>
    /// <param name="from">Where it begins, 0 to 1.</param>
    /// <param name="to">Where it ends, above <paramref name="from"/> and up to 1.</param>
    /// <param name="hole">The radii of the hole, as a share of those of the ellipse; 0 for none.</param>
    public static Path Slice(SlideRect r, double from, double to, double hole = 0)
    {
        double begin = 2 * Math.PI * from - Math.PI / 2,
            turn = 2 * Math.PI * (to - from);
        SlideRect inner = new(
            r.X + r.Width * (1 - hole) / 2,
            r.Y + r.Height * (1 - hole) / 2,
            r.Width * hole,
            r.Height * hole
        );
        var builder = new Builder();
        if (to - from >= 1 - 1e-9)
        {
            Arc(builder, r, begin, 2 * Math.PI, begins: true);
            if (hole <= 0)
                return builder.Close();
            builder.Shut();
            // The hole runs the other way round, so that it is one by either rule of filling.
            Arc(builder, inner, begin, -2 * Math.PI, begins: true);
            return builder.Close();
        }
        if (hole <= 0)
            builder.Move(r.X + r.Width / 2, r.Y + r.Height / 2);
        Arc(builder, r, begin, turn, begins: hole > 0);
        if (hole > 0)
            Arc(builder, inner, begin + turn, -turn, begins: false);
        return builder.Close();
    }

    /// <summary>Several paths as one: those of one direction lie over each other without holes.</summary>
    public static Path Together(IEnumerable<Path> paths)
    {
        Path[] all = [.. paths];
        return all.Length == 1 ? all[0] : new(null, [.. all.SelectMany(p => p._outlines)], false, all);
    }

    // An arc of an ellipse in pieces of at most an eighth of a turn, as cubic curves whose control points lie
    // 4/3 tan(angle / 4) along the tangents, the usual choice.
    private static void Arc(Builder to, SlideRect r, double from, double turn, bool begins)
    {
        double cx = r.X + r.Width / 2,
            cy = r.Y + r.Height / 2,
            rx = r.Width / 2,
            ry = r.Height / 2;
        int pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(turn) / (Math.PI / 4) - 1e-9));
        double step = turn / pieces,
            k = 4 / 3.0 * Math.Tan(step / 4);
        if (begins)
            to.Move(cx + rx * Math.Cos(from), cy + ry * Math.Sin(from));
        else
            to.Line(cx + rx * Math.Cos(from), cy + ry * Math.Sin(from));
        for (int i = 0; i < pieces; i++)
        {
            double a = from + i * step,
                b = a + step;
            to.Curve(
                cx + rx * (Math.Cos(a) - k * Math.Sin(a)),
                cy + ry * (Math.Sin(a) + k * Math.Cos(a)),
                cx + rx * (Math.Cos(b) + k * Math.Sin(b)),
                cy + ry * (Math.Sin(b) - k * Math.Cos(b)),
                cx + rx * Math.Cos(b),
                cy + ry * Math.Sin(b)
            );
        }
    }

    /// <summary>A rectangle with round corners; a radius is at most half a side.</summary>
    public static Path RoundRect(SlideRect r, double radius) =>
        RoundRect(r, Math.Min(radius, r.Width / 2), Math.Min(radius, r.Height / 2));

    private static Path RoundRect(SlideRect r, double rx, double ry)
    {
        double kx = rx * (1 - Quarter),
            ky = ry * (1 - Quarter);
        return new Builder()
            .Move(r.X + rx, r.Y)
            .Line(r.Right - rx, r.Y)
            .Curve(r.Right - kx, r.Y, r.Right, r.Y + ky, r.Right, r.Y + ry)
            .Line(r.Right, r.Bottom - ry)
            .Curve(r.Right, r.Bottom - ky, r.Right - kx, r.Bottom, r.Right - rx, r.Bottom)
            .Line(r.X + rx, r.Bottom)
            .Curve(r.X + kx, r.Bottom, r.X, r.Bottom - ky, r.X, r.Bottom - ry)
            .Line(r.X, r.Y + ry)
            .Curve(r.X, r.Y + ky, r.X + kx, r.Y, r.X + rx, r.Y)
            .Close();
    }

    private static Path Polygon(bool isRect, ReadOnlySpan<SlidePoint> corners) =>
        corners.IsEmpty
            ? new("Z", [], isRect)
            : new(
                null,
                [
                    [.. corners],
                ],
                isRect
            );

    private static string Straight(ImmutableArray<SlidePoint> corners)
    {
        var builder = new Builder();
        for (int i = 0; i < corners.Length; i++)
            _ = i == 0 ? builder.Move(corners[i].X, corners[i].Y) : builder.Line(corners[i].X, corners[i].Y);
        return builder.Close().Data;
    }

    /// <summary>Reads path data of the commands M, L, C and Z with absolute numbers.</summary>
    /// <exception cref="FormatException">It holds anything else.</exception>
    public static Path Parse(string data)
    {
        string[] words = data.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries);
        var builder = new Builder();
        int at = 0;
        double Number() =>
            at < words.Length
            && double.TryParse(words[at++], NumberStyles.Float, CultureInfo.InvariantCulture, out double n)
                ? n
                : throw new FormatException($"{data} is no path of lines and curves.");
        while (at < words.Length)
            _ = words[at++] switch
            {
                "M" => builder.Move(Number(), Number()),
                "L" => builder.Line(Number(), Number()),
                "C" => builder.Curve(Number(), Number(), Number(), Number(), Number(), Number()),
                "Z" => builder.Shut(),
                _ => throw new FormatException($"{data} is no path of lines and curves."),
            };
        return builder.Made();
    }

    /// <summary>True where a place lies inside, by the even-odd rule; curves are followed in 16 steps each.</summary>
    public bool Contains(double x, double y)
    {
        SlideRect b = Bounds;
        if (x < b.X || x > b.Right || y < b.Y || y > b.Bottom)
            return false;
        if (IsRect)
            return true;
        bool inside = false;
        foreach (ImmutableArray<SlidePoint> outline in _outlines)
            for (int i = 0, j = outline.Length - 1; i < outline.Length; j = i++)
            {
                SlidePoint a = outline[i],
                    c = outline[j];
                if (a.Y > y != c.Y > y && x < (c.X - a.X) * (y - a.Y) / (c.Y - a.Y) + a.X)
                    inside = !inside;
            }
        return inside;
    }

    /// <inheritdoc/>
    public bool Equals(Path? other) => other is not null && other.Data == Data;

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as Path);

    /// <inheritdoc/>
    public override int GetHashCode() => Data.GetHashCode(StringComparison.Ordinal);

    /// <inheritdoc/>
    public override string ToString() => Data;

    /// <summary>Makes a path step by step.</summary>
    public sealed class Builder
    {
        private readonly StringBuilder _data = new();
        private readonly List<ImmutableArray<SlidePoint>> _done = [];
        private readonly List<SlidePoint> _outline = [];

        /// <summary>Begins an outline.</summary>
        public Builder Move(double x, double y)
        {
            End();
            return Put("M", new(x, y));
        }

        /// <summary>A straight line.</summary>
        public Builder Line(double x, double y) => Put("L", new(x, y));

        /// <summary>A cubic curve with its two control points and its end.</summary>
        public Builder Curve(double x1, double y1, double x2, double y2, double x, double y)
        {
            SlidePoint from = _outline.Count > 0 ? _outline[^1] : new(x1, y1);
            for (int i = 1; i <= Steps; i++)
            {
                double t = (double)i / Steps,
                    u = 1 - t;
                _outline.Add(
                    new(
                        u * u * u * from.X + 3 * u * u * t * x1 + 3 * u * t * t * x2 + t * t * t * x,
                        u * u * u * from.Y + 3 * u * u * t * y1 + 3 * u * t * t * y2 + t * t * t * y
                    )
                );
            }
            Write("C", x1, y1, x2, y2, x, y);
            return this;
        }

        /// <summary>Goes back to where the outline began.</summary>
        public Builder Shut()
        {
            Write("Z");
            return this;
        }

        /// <summary>The path, its last outline closed.</summary>
        public Path Close(bool isRect = false)
        {
            Shut();
            return Made(isRect);
        }

        /// <summary>The path as it is.</summary>
        public Path Made(bool isRect = false)
        {
            End();
            return new Path(_data.ToString(), [.. _done], isRect);
        }

        private Builder Put(string letter, SlidePoint to)
        {
            _outline.Add(to);
            Write(letter, to.X, to.Y);
            return this;
        }

        private void End()
        {
            if (_outline.Count > 0)
                _done.Add([.. _outline]);
            _outline.Clear();
        }

        private void Write(string letter, params ReadOnlySpan<double> numbers)
        {
            if (_data.Length > 0)
                _data.Append(' ');
            _data.Append(letter);
            Span<char> digits = stackalloc char[32];
            foreach (double n in numbers)
            {
                _ = Math.Round(n, 3).TryFormat(digits, out int length, provider: CultureInfo.InvariantCulture);
                _data.Append(' ').Append(digits[..length]);
            }
        }
    }
}

/// <summary>Paths in JSON are their path data.</summary>
public sealed class PathJson : JsonConverter<Path>
{
    /// <inheritdoc/>
    public override Path Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        try
        {
            return Path.Parse(reader.GetString() ?? "");
        }
        catch (FormatException e)
        {
            throw new JsonException(e.Message, e);
        }
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Path value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.Data);
}
