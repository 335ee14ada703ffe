using System.Globalization;

namespace Jaali.Core.Geometry;

/// <summary>Reads path data by the whole grammar of SVG 2 (9.3.9): all commands, relative and absolute, numbers that
/// run into each other, flags of arcs without anything between. What comes out has lines and cubic curves.</summary>
public sealed class SvgPath
{
    // From a quadratic curve's control point to those of the same cubic one.
    private const double OfQuadratic = 2.0 / 3;

    private readonly string _data;
    private readonly int _most;
    private readonly Path.Builder _to = new();
    private int _at,
        _segments;
    private double _x,
        _y,
        _beginX,
        _beginY;
    private SlidePoint? _cubic,
        _quadratic;

    private SvgPath(string data, int most) => (_data, _most) = (data, most);

    /// <summary>The path, in its own measure.</summary>
    /// <param name="data">The path data.</param>
    /// <param name="most">At most so many segments.</param>
    /// <exception cref="FormatException">It is no path data, or has more segments.</exception>
    public static Path Read(string data, int most = 20_000) => new SvgPath(data, most).Read();

    private Path Read()
    {
        char command = '\0';
        bool open = false;
        while (Skip() < _data.Length)
        {
            char c = _data[_at];
            if (char.IsAsciiLetter(c))
            {
                command = c;
                _at++;
                if (char.ToUpperInvariant(c) == 'Z')
                {
                    if (open)
                        _to.Shut();
                    (_x, _y, _cubic, _quadratic, open) = (_beginX, _beginY, null, null, false);
                    continue;
                }
            }
            else if (command == '\0' || char.ToUpperInvariant(command) == 'Z')
                throw Wrong();
            if (++_segments > _most)
                throw new FormatException($"This path has more than {_most} segments.");
            if (char.ToUpperInvariant(command) != 'M' && !open)
            {
                // Drawing begins where the outline before it was closed.
                if (_segments == 1)
                    throw Wrong();
                _to.Move(_x, _y);
                open = true;
            }
            if (char.ToUpperInvariant(command) == 'M')
            {
                (double x, double y) = Point(char.IsLower(command));
                _to.Move(x, y);
                (_x, _y, _beginX, _beginY, open) = (x, y, x, y, true);
                (_cubic, _quadratic) = (null, null);
                // What follows a move without a command are lines.
                command = command == 'm' ? 'l' : 'L';
                continue;
            }
            Segment(command);
        }
        return _to.Made();
    }

    private void Segment(char command)
    {
        bool relative = char.IsLower(command);
        SlidePoint? cubic = null,
            quadratic = null;
        switch (char.ToUpperInvariant(command))
        {
            case 'L':
                Line(Point(relative));
                break;
            case 'H':
                Line((Number() + (relative ? _x : 0), _y));
                break;
            case 'V':
                Line((_x, Number() + (relative ? _y : 0)));
                break;
            case 'C':
            {
                (double X, double Y) a = Point(relative),
                    b = Point(relative),
                    e = Point(relative);
                cubic = Curve(a, b, e);
                break;
            }
            case 'S':
            {
                (double X, double Y) b = Point(relative),
                    e = Point(relative);
                cubic = Curve(Mirrored(_cubic), b, e);
                break;
            }
            case 'Q':
            {
                (double X, double Y) q = Point(relative),
                    e = Point(relative);
                quadratic = Quadratic(q, e);
                break;
            }
            case 'T':
                quadratic = Quadratic(Mirrored(_quadratic), Point(relative));
                break;
            case 'A':
            {
                double rx = Number(),
                    ry = Number(),
                    turn = Number();
                bool large = Flag(),
                    sweep = Flag();
                Arc(rx, ry, turn, large, sweep, Point(relative));
                break;
            }
            default:
                throw Wrong();
        }
        (_cubic, _quadratic) = (cubic, quadratic);
    }

    private void Line((double X, double Y) to)
    {
        _to.Line(to.X, to.Y);
        (_x, _y) = to;
    }

    private SlidePoint Curve((double X, double Y) a, (double X, double Y) b, (double X, double Y) e)
    {
        _to.Curve(a.X, a.Y, b.X, b.Y, e.X, e.Y);
        (_x, _y) = e;
        return new(b.X, b.Y);
    }

    private SlidePoint Quadratic((double X, double Y) q, (double X, double Y) e)
    {
        _to.Curve(
            _x + (q.X - _x) * OfQuadratic,
            _y + (q.Y - _y) * OfQuadratic,
            e.X + (q.X - e.X) * OfQuadratic,
            e.Y + (q.Y - e.Y) * OfQuadratic,
            e.X,
            e.Y
        );
        (_x, _y) = e;
        return new(q.X, q.Y);
    }

    private (double X, double Y) Mirrored(SlidePoint? last) => last is { } p ? (2 * _x - p.X, 2 * _y - p.Y) : (_x, _y);

    // From ends to middle (SVG 2, appendix B.2.4), then in pieces of at most a quarter turn as cubic curves.
    private void Arc(double rx, double ry, double degrees, bool large, bool sweep, (double X, double Y) to)
    {
        (rx, ry) = (Math.Abs(rx), Math.Abs(ry));
        if (rx == 0 || ry == 0 || (to.X == _x && to.Y == _y))
        {
            Line(to);
            return;
        }
        double turn = degrees * Math.PI / 180,
            cos = Math.Cos(turn),
            sin = Math.Sin(turn),
            dx = (_x - to.X) / 2,
            dy = (_y - to.Y) / 2,
            x1 = cos * dx + sin * dy,
            y1 = -sin * dx + cos * dy,
            small = x1 * x1 / (rx * rx) + y1 * y1 / (ry * ry);
        if (small > 1)
            (rx, ry) = (rx * Math.Sqrt(small), ry * Math.Sqrt(small));
        double under = rx * rx * y1 * y1 + ry * ry * x1 * x1,
            root = Math.Sqrt(Math.Max(0, (rx * rx * ry * ry - under) / under)) * (large == sweep ? -1 : 1),
            cx1 = root * rx * y1 / ry,
            cy1 = -root * ry * x1 / rx,
            cx = cos * cx1 - sin * cy1 + (_x + to.X) / 2,
            cy = sin * cx1 + cos * cy1 + (_y + to.Y) / 2,
            from = Math.Atan2((y1 - cy1) / ry, (x1 - cx1) / rx),
            end = Math.Atan2((-y1 - cy1) / ry, (-x1 - cx1) / rx),
            way = end - from;
        if (sweep && way < 0)
            way += 2 * Math.PI;
        else if (!sweep && way > 0)
            way -= 2 * Math.PI;
        int pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(way) / (Math.PI / 2) - 1e-9));
        double step = way / pieces,
            k = 4 / 3.0 * Math.Tan(step / 4);
        for (int i = 0; i < pieces; i++)
        {
            double a = from + i * step,
                b = a + step;
            (double X, double Y) p = On(Math.Cos(a) - k * Math.Sin(a), Math.Sin(a) + k * Math.Cos(a)),
                q = On(Math.Cos(b) + k * Math.Sin(b), Math.Sin(b) - k * Math.Cos(b)),
                e = i == pieces - 1 ? to : On(Math.Cos(b), Math.Sin(b));
            _to.Curve(p.X, p.Y, q.X, q.Y, e.X, e.Y);
        }
        (_x, _y) = to;

        (double X, double Y) On(double u, double v) =>
            (cx + cos * rx * u - sin * ry * v, cy + sin * rx * u + cos * ry * v);
    }

    private (double X, double Y) Point(bool relative)
    {
        double x = Number(),
            y = Number();
        return relative ? (_x + x, _y + y) : (x, y);
    }

    private int Skip()
    {
        while (_at < _data.Length && (char.IsWhiteSpace(_data[_at]) || _data[_at] == ','))
            _at++;
        return _at;
    }

    private bool Flag() => Skip() < _data.Length && _data[_at] is '0' or '1' ? _data[_at++] == '1' : throw Wrong();

    // A number ends where another sign, a second point or a letter that is no exponent begins.
    private double Number()
    {
        int begin = Skip();
        if (_at < _data.Length && _data[_at] is '+' or '-')
            _at++;
        bool point = false;
        while (_at < _data.Length && (char.IsAsciiDigit(_data[_at]) || _data[_at] == '.' && !point))
            point |= _data[_at++] == '.';
        if (
            _at + 1 < _data.Length
            && _data[_at] is 'e' or 'E'
            && (
                char.IsAsciiDigit(_data[_at + 1])
                || _at + 2 < _data.Length && _data[_at + 1] is '+' or '-' && char.IsAsciiDigit(_data[_at + 2])
            )
        )
        {
            _at += 2;
            while (_at < _data.Length && char.IsAsciiDigit(_data[_at]))
                _at++;
        }
        return
            double.TryParse(
                _data.AsSpan(begin, _at - begin),
                NumberStyles.Float,
                CultureInfo.InvariantCulture,
                out double n
            )
            && Math.Abs(n) < 1e7
            ? n
            : throw Wrong();
    }

    private FormatException Wrong() => new($"This is no path: at place {_at + 1} something else is written.");
}
