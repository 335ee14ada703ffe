namespace Jaali.Core.Items;

/// <summary>How a flow becomes nodes: each step its photo or its box, its words, and the arrow to it.</summary>
internal sealed class FlowScene
{
    // Between steps, as a share of their cell; an arrow keeps so much of it clear at either end.
    private const double GapShare = .3,
        Clear = .08;

    // Steps in a row, before they take another; common practice, no source.
    private const int InARow = 6;

    // Of a ring: how much of the way between two steps each may take.
    private const double OfWay = .66;

    private readonly Flow _item;
    private readonly Composition _scene;
    private readonly InnerWords _words;
    private readonly bool _byPart,
        _photos,
        _slanted;
    private readonly double _line;
    private readonly SortedDictionary<int, List<SceneNode>> _parts = [];

    internal FlowScene(Flow item, Composition scene)
    {
        (_item, _scene) = (item, scene);
        SlideRect r = item.At.Rect;
        double caption = scene.Theme.Setting(WordsRole.Caption).Size;
        bool photos = item.Steps.Exists(s => s.PhotoId is not null);
        double beside = item.Form switch
        {
            FlowForm.Row => Math.Min(InARow, item.Steps.Count),
            FlowForm.Ring => Math.Max(4, item.Steps.Count * .8),
            _ => Math.Max(4, item.Steps.Count * .7),
        };
        _words = new InnerWords(
            scene,
            item.At,
            WordsRole.Body,
            Math.Max(
                ChartScene.SmallestWords,
                Math.Min(photos ? caption : scene.Theme.Setting(WordsRole.Body).Size, r.Width / beside / 8)
            )
        );
        _byPart = scene.Slide.ComesPartByPart(item.Id);
        _photos = photos;
        _slanted = scene.Theme.Setting(WordsRole.Caption).Face.Italic;
        _line = Math.Clamp(_words.Size / 9, 2.5, 6);
    }

    /// <summary>About where a step stands, for saying which photo is which.</summary>
    internal static SlideRect Cell(Flow flow, int step)
    {
        SlideRect r = flow.At.Rect;
        int count = flow.Steps.Count,
            rows = (count + InARow - 1) / InARow,
            inRow = (count + rows - 1) / rows;
        double angle = 2 * Math.PI * step / count;
        return flow.Form switch
        {
            FlowForm.Row => new(
                r.X + step % inRow * r.Width / inRow,
                r.Y + step / inRow * r.Height / rows,
                r.Width / inRow,
                r.Height / rows
            ),
            FlowForm.Ring => new(
                r.X + r.Width * (.5 + .4 * Math.Sin(angle)) - r.Width / 10,
                r.Y + r.Height * (.5 - .4 * Math.Cos(angle)) - r.Height / 10,
                r.Width / 5,
                r.Height / 5
            ),
            _ => step == 0
                ? r with
                {
                    Width = r.Width / 2,
                }
                : new(
                    r.X + r.Width / 2,
                    r.Y + (step - 1) * r.Height / (count - 1),
                    r.Width / 2,
                    r.Height / (count - 1)
                ),
        };
    }

    internal void Add(string says)
    {
        SlideRect r = _item.At.Rect,
            room = r;
        double small = Math.Max(18, _words.Size * .72);
        SetText? source = _item.Source.Length > 0 ? _words.Set(_item.Source, r.Width, size: small) : null;
        if (source is not null)
            room = room with { Height = Math.Max(small, room.Height - source.Height - small) };
        switch (_item.Form)
        {
            case FlowForm.Row:
                Row(room);
                break;
            case FlowForm.Ring:
                Ring(room);
                break;
            case FlowForm.Fork:
                Fork(room);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(says), _item.Form, "This form has no layout.");
        }
        foreach ((int part, List<SceneNode> nodes) in _parts)
            if (_byPart)
                _scene.Add(new GroupNode(null, nodes, Part: part));
            else
                foreach (SceneNode node in nodes)
                    _scene.Add(node);
        if (source is not null)
            foreach (SceneNode node in _words.Put(source, new(r.X, r.Bottom - source.Height), aside: true))
                _scene.Add(node);
        _scene.Reserve(_item.At.Turn == 0 ? r : r.Turned(_item.At.Turn, Composition.Middle(r)));
        _scene.Tell(_words.Part(_item.Id, "flow", says));
    }

    private List<SceneNode> Part(int step) =>
        _parts.TryGetValue(step, out List<SceneNode>? nodes) ? nodes : _parts[step] = [];

    private void Row(SlideRect room)
    {
        int count = _item.Steps.Count,
            rows = (count + InARow - 1) / InARow,
            inRow = (count + rows - 1) / rows;
        double cell = room.Width / (inRow + (inRow - 1) * GapShare),
            gap = cell * GapShare,
            high = room.Height / rows;
        SlideRect[] shapes = new SlideRect[count];
        for (int i = 0; i < count; i++)
        {
            var place = new SlideRect(
                room.X + i % inRow * (cell + gap),
                room.Y + i / inRow * high,
                cell,
                high * (rows == 1 ? 1 : .86)
            );
            shapes[i] = Step(i, place, under: true);
        }
        for (int i = 1; i < count; i++)
        {
            SlideRect from = shapes[i - 1],
                to = shapes[i];
            if (i % inRow != 0)
            {
                double y = to.Y + to.Height / 2,
                    clear = Math.Max(_line * 2, gap * Clear);
                Lead(i, [new(from.Right + clear, y), new(to.X - clear, y)]);
                continue;
            }
            // To the next row: out at the foot, back between the rows, in at the head.
            double middle = room.Y + (i / inRow) * high - high * .07,
                right = from.X + from.Width / 2,
                left = to.X + to.Width / 2;
            Lead(
                i,
                [
                    new(right, Math.Max(from.Bottom, middle - _words.Size * .6)),
                    new(right, middle),
                    new(left, middle),
                    new(left, to.Y - _line * 2),
                ]
            );
        }
    }

    private void Ring(SlideRect room)
    {
        int count = _item.Steps.Count;
        double ratio = Math.Sin(Math.PI / Math.Max(count, 3)),
            // Steps as large as their way lets them, the ring as large as the room lets both.
            half = Math.Min(room.Width, room.Height) / 2,
            radius = half / (1 + ratio * OfWay),
            side = 2 * radius * ratio * OfWay;
        // Boxes of words are wider than high, and so is the ring.
        double wide = _photos ? side : Math.Min(side * 1.7, room.Width / 2.4),
            high = _photos ? side : side * .78,
            across = (room.Width - wide) / 2,
            down = (room.Height - high) / 2;
        if (_photos)
            across = Math.Min(across, down * 1.25);
        else
            across = Math.Min(across, down * 1.6);
        // Steps beside each other leave room for the arrow between them.
        while (wide > _words.Size * 4 && !Apart(count, across, down, wide, high, _line * 10))
            (wide, high) = (wide * .95, high * .95);
        SlidePoint middle = Composition.Middle(room);
        SlideRect[] shapes = new SlideRect[count];
        for (int i = 0; i < count; i++)
        {
            double angle = 2 * Math.PI * i / count;
            shapes[i] = Step(
                i,
                new(
                    middle.X + across * Math.Sin(angle) - wide / 2,
                    middle.Y - down * Math.Cos(angle) - high / 2,
                    wide,
                    high
                ),
                under: _photos
            );
        }
        for (int i = 0; i < count; i++)
        {
            int next = (i + 1) % count;
            // Along the ring, from edge to edge.
            List<SlidePoint> way = [];
            const int Bits = 48;
            for (int b = 0; b <= Bits; b++)
            {
                double angle = 2 * Math.PI * (i + (double)b / Bits) / count;
                var p = new SlidePoint(middle.X + across * Math.Sin(angle), middle.Y - down * Math.Cos(angle));
                if (!Holds(shapes[i].Grown(_line * 3), p) && !Holds(shapes[next].Grown(_line * 3), p))
                    way.Add(p);
            }
            if (way.Count > 1)
                Lead(next == 0 ? count - 1 : next, way);
        }
    }

    private static bool Apart(int count, double across, double down, double wide, double high, double gap)
    {
        for (int i = 0; i < count; i++)
        {
            double a = 2 * Math.PI * i / count,
                b = 2 * Math.PI * (i + 1) / count;
            if (
                Math.Abs(across * (Math.Sin(a) - Math.Sin(b))) < wide + gap
                && Math.Abs(down * (Math.Cos(a) - Math.Cos(b))) < high + gap
            )
                return false;
        }
        return true;
    }

    private void Fork(SlideRect room)
    {
        int branches = _item.Steps.Count - 1;
        double cell = room.Width / (2 + GapShare * 1.6),
            gap = room.Width - 2 * cell,
            high = room.Height / branches;
        SlideRect first = Step(0, new(room.X, room.Y, cell, room.Height), under: _photos, middle: true);
        for (int i = 1; i <= branches; i++)
        {
            var place = new SlideRect(room.X + cell + gap, room.Y + (i - 1) * high + high * .06, cell, high * .88);
            SlideRect to = Step(i, place, under: false, middle: true);
            double y = to.Y + to.Height / 2,
                from = first.Y + first.Height / 2,
                bend = first.Right + (to.X - first.Right) / 2,
                clear = _line * 2;
            Lead(
                i,
                Math.Abs(y - from) < 1
                    ? [new(first.Right + clear, from), new(to.X - clear, y)]
                    : [new(first.Right + clear, from), new(bend, from), new(bend, y), new(to.X - clear, y)]
            );
        }
    }

    private static bool Holds(SlideRect r, SlidePoint p) =>
        p.X >= r.X && p.X <= r.Right && p.Y >= r.Y && p.Y <= r.Bottom;

    private void Lead(int step, IReadOnlyList<SlidePoint> way) =>
        Part(step).Add(new PathNode(Arrow.Of(way, _line), _words.Ink, .8));

    // A step in its place; what arrows lead to.
    private SlideRect Step(int i, SlideRect place, bool under, bool middle = false)
    {
        FlowStep step = _item.Steps[i];
        string[] says = step.Text.Split('\n', 2);
        if (step.PhotoId is not { } id || _scene.Facts.Photo(id) is not { } photo)
            return Box(i, says, place, under && _photos, middle);
        SlideRect disc;
        if (under)
        {
            SetText name = _words.Set(says[0], place.Width, bold: true, align: WordsAlign.Middle);
            SetText? does =
                says.Length > 1 ? _words.Set(says[1], place.Width, align: WordsAlign.Middle, italic: _slanted) : null;
            double words = name.Height + (does?.Height ?? 0) + _words.Size * .7,
                side = Math.Max(_words.Size * 2, Math.Min(place.Width, place.Height - words)),
                top = middle ? place.Y + Math.Max(0, (place.Height - side - words) / 2) : place.Y;
            disc = new(place.X + (place.Width - side) / 2, top, side, side);
            double y = disc.Bottom + _words.Size * .7;
            Put(i, name, place, y);
            if (does is not null)
                Put(i, does, place, y + name.Height);
        }
        else
        {
            double side = Math.Max(_words.Size * 2, Math.Min(place.Height, place.Width * .4)),
                left = side + _words.Size * .7;
            SetText name = _words.Set(says[0], place.Width - left, bold: true);
            SetText? does = says.Length > 1 ? _words.Set(says[1], place.Width - left, italic: _slanted) : null;
            disc = new(place.X, place.Y + (place.Height - side) / 2, side, side);
            double y = place.Y + (place.Height - name.Height - (does?.Height ?? 0)) / 2;
            Part(i).AddRange(_words.Put(name, new(place.X + left, y)));
            if (does is not null)
                Part(i).AddRange(_words.Put(does, new(place.X + left, y + name.Height)));
        }
        CropWindow crop = CropFinder.Largest(photo.Aspect, 1, photo.Focal);
        Part(i)
            .Add(
                new GroupNode(
                    null,
                    [new PhotoNode(photo.Id, Frame.WholeOf(crop, disc), photo.Rights.Title)],
                    Path.Ellipse(disc)
                )
            );
        return disc;
    }

    // A step without a photo: its words in a box, or where others have photos in a ring of a line with its number.
    private SlideRect Box(int i, string[] says, SlideRect place, bool asDisc, bool middle)
    {
        double pad = _words.Size * .7;
        SetText name = _words.Set(
            says[0],
            Math.Max(_words.Size, place.Width - (asDisc ? 0 : 2 * pad)),
            bold: true,
            align: WordsAlign.Middle
        );
        SetText? does =
            says.Length > 1
                ? _words.Set(
                    says[1],
                    Math.Max(_words.Size, place.Width - (asDisc ? 0 : 2 * pad)),
                    italic: _slanted,
                    align: WordsAlign.Middle
                )
                : null;
        double words = name.Height + (does?.Height ?? 0);
        if (asDisc)
        {
            double side = Math.Max(_words.Size * 2, Math.Min(place.Width, place.Height - words - pad)),
                top = middle ? place.Y + Math.Max(0, (place.Height - side - words - pad) / 2) : place.Y;
            var disc = new SlideRect(place.X + (place.Width - side) / 2, top, side, side);
            Part(i).Add(new PathNode(Path.Ellipse(disc), _words.Ink, .1));
            Part(i)
                .AddRange(
                    _words.Line(
                        (i + 1).ToString(System.Globalization.CultureInfo.InvariantCulture),
                        disc.X + side / 2,
                        disc.Y + side / 2,
                        WordsAlign.Middle,
                        size: side * .3
                    )
                );
            Put(i, name, place, disc.Bottom + pad);
            if (does is not null)
                Put(i, does, place, disc.Bottom + pad + name.Height);
            return disc;
        }
        double high = Math.Min(place.Height, words + 2 * pad);
        high = Math.Max(high, words + pad);
        var box = new SlideRect(
            place.X,
            _item.Form == FlowForm.Row
                ? place.Y + Math.Max(0, Math.Min((place.Height - high) / 2, place.Height * .2))
                : place.Y + (place.Height - high) / 2,
            place.Width,
            high
        );
        string accent = MarkColours.Accents(_scene, _item.At.Rect, _words.Ink)[0];
        Part(i).Add(new PathNode(Path.Rect(box), _words.Ink, .07));
        Part(i).Add(new PathNode(Path.Rect(new(box.X, box.Y, box.Width, _line * 1.4)), accent));
        double y = box.Y + (high - words) / 2;
        Put(i, name, place, y);
        if (does is not null)
            Put(i, does, place, y + name.Height);
        return box;
    }

    private void Put(int step, SetText set, SlideRect place, double y) =>
        Part(step).AddRange(_words.Put(set, new(place.X + (place.Width - set.Width) / 2, y)));
}
