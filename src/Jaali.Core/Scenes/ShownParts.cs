namespace Jaali.Core.Scenes;

/// <summary>A part of a picture, in whole pixels of it from its upper left corner.</summary>
public readonly record struct PicturePart(int X, int Y, int Width, int Height)
{
    private const char Mark = '@';

    /// <summary>How it stands at the end of a picture's name.</summary>
    public override string ToString() => $"{Mark}{X},{Y},{Width},{Height}";

    /// <summary>A picture's name without the part that it is of, and that part; null where it is of all of
    /// it.</summary>
    public static (string Name, PicturePart? Part) Of(string source)
    {
        int at = source.LastIndexOf(Mark);
        if (at < 0)
            return (source, null);
        int[] n = Array.ConvertAll(
            source[(at + 1)..].Split(','),
            s => int.Parse(s, System.Globalization.CultureInfo.InvariantCulture)
        );
        return (source[..at].TrimEnd('~'), new(n[0], n[1], n[2], n[3]));
    }
}

/// <summary>
/// What of each picture some scenes really show: one rectangle for each, around all its windows. What lies outside is
/// nobody's who is handed the file. Where that would be nearly nothing, the picture stays whole, and its coded data
/// with it.
/// </summary>
public static class ShownParts
{
    /// <summary>From this share of a picture on it stays whole.</summary>
    public const double Whole = .9;

    // Pixels beyond the window on every side, for painters that mix neighbours at its edge.
    private const int Beside = 1;

    /// <summary>The same scenes, in which each picture is the part of it that is shown in any of them.</summary>
    /// <param name="scenes">All scenes of the file.</param>
    /// <param name="size">Width and height of a photo in pixels, upright; null for one that is not known, which stays
    /// as it is.</param>
    /// <param name="moves">Things move: what a slide's edge hides may come into view.</param>
    public static IReadOnlyList<Scene> Of(
        IReadOnlyList<Scene> scenes,
        Func<string, (int Width, int Height)?> size,
        bool moves = false
    )
    {
        Dictionary<string, Window> shown = Seen(scenes, moves);
        Dictionary<string, (PicturePart Part, int Width, int Height)> parts = new(StringComparer.Ordinal);
        foreach ((string source, Window w) in shown)
            if (size(w.PhotoId) is var (width, height) && PartOf(w, width, height) is { } part)
                parts[source] = (part, width, height);
        return parts.Count == 0
            ? scenes
            : [.. scenes.Select(s => s with { Nodes = [.. s.Nodes.Select(n => Cut(n, parts))] })];
    }

    /// <summary>What is shown of each photo in any of the scenes, as one rectangle of it around all its windows,
    /// whatever is done to its pixels; photos that stay whole are not in it.</summary>
    /// <param name="scenes">All scenes.</param>
    /// <param name="size">Width and height of a photo in pixels, upright; null for one that is not known.</param>
    public static IReadOnlyDictionary<string, PicturePart> OfPhotos(
        IReadOnlyList<Scene> scenes,
        Func<string, (int Width, int Height)?> size
    )
    {
        Dictionary<string, PicturePart> parts = new(StringComparer.Ordinal);
        // For editing: what a slide's edge hides may be moved into view.
        foreach (IGrouping<string, Window> photo in Seen(scenes, moves: true).Values.GroupBy(w => w.PhotoId))
        {
            var whole = new Window(photo.Key);
            foreach (Window w in photo)
                whole.Take(w);
            if (size(photo.Key) is var (width, height) && PartOf(whole, width, height) is { } part)
                parts[photo.Key] = part;
        }
        return parts;
    }

    private static Dictionary<string, Window> Seen(IReadOnlyList<Scene> scenes, bool moves)
    {
        Dictionary<string, Window> shown = new(StringComparer.Ordinal);
        foreach (Scene scene in scenes)
        {
            double beyond = moves ? Math.Max(scene.Width, scene.Height) * 100 : 0;
            SlidePoint[] all = Corners(new SlideRect(0, 0, scene.Width, scene.Height).Grown(beyond));
            foreach (SceneNode node in scene.Nodes)
                Look(node, all, shown);
        }
        return shown;
    }

    // What is seen of a photo, in parts of it.
    private sealed class Window(string photoId)
    {
        internal string PhotoId => photoId;
        internal double Left = 1,
            Top = 1,
            Right,
            Bottom;

        internal void Take(Window w)
        {
            (Left, Top) = (Math.Min(Left, w.Left), Math.Min(Top, w.Top));
            (Right, Bottom) = (Math.Max(Right, w.Right), Math.Max(Bottom, w.Bottom));
        }

        internal void Take(SlideRect image, SlidePoint[] seen)
        {
            foreach (SlidePoint p in seen)
            {
                double x = Math.Clamp((p.X - image.X) / image.Width, 0, 1),
                    y = Math.Clamp((p.Y - image.Y) / image.Height, 0, 1);
                (Left, Top) = (Math.Min(Left, x), Math.Min(Top, y));
                (Right, Bottom) = (Math.Max(Right, x), Math.Max(Bottom, y));
            }
        }
    }

    private static PicturePart? PartOf(Window w, int width, int height)
    {
        // Shown nowhere at all: the least there is of it.
        (double left, double top) = (Math.Min(w.Left, w.Right), Math.Min(w.Top, w.Bottom));
        int x = Math.Clamp((int)Math.Floor(left * width) - Beside, 0, width - 1),
            y = Math.Clamp((int)Math.Floor(top * height) - Beside, 0, height - 1),
            right = Math.Clamp((int)Math.Ceiling(w.Right * width) + Beside, x + 1, width),
            bottom = Math.Clamp((int)Math.Ceiling(w.Bottom * height) + Beside, y + 1, height);
        var part = new PicturePart(x, y, right - x, bottom - y);
        return (double)part.Width * part.Height >= Whole * width * height ? null : part;
    }

    // A node with what is seen of the place it stands in, as corners of a shape that bulges nowhere inwards.
    private static void Look(SceneNode node, SlidePoint[] seen, Dictionary<string, Window> shown)
    {
        if (node is PhotoNode photo)
        {
            if (!shown.TryGetValue(photo.Source, out Window? window))
                shown[photo.Source] = window = new(photo.PhotoId);
            window.Take(photo.Image, Within(seen, photo.Image));
        }
        else if (node is GroupNode group)
        {
            // A soft edge melts inside its clip; what is outside of it is seen nowhere.
            if (group.Clip is { } clip)
                seen = Within(seen, clip.Bounds);
            SlidePoint[] inside = [.. seen.Select(p => Back(p, group))];
            foreach (SceneNode n in group.Nodes)
                Look(n, inside, shown);
        }
    }

    // A place around a group, in the measure of what is inside it.
    private static SlidePoint Back(SlidePoint p, GroupNode g)
    {
        if (g.Turn == 0 && g.Scale == 1 || g.Scale == 0)
            return p;
        SlidePoint about = g.About ?? default;
        (double sin, double cos) = Math.SinCos(-g.Turn * Math.PI / 180);
        double x = p.X - about.X,
            y = p.Y - about.Y;
        return new(about.X + (x * cos - y * sin) / g.Scale, about.Y + (x * sin + y * cos) / g.Scale);
    }

    private static SlidePoint[] Corners(SlideRect r) =>
        [new(r.X, r.Y), new(r.Right, r.Y), new(r.Right, r.Bottom), new(r.X, r.Bottom)];

    // What of a shape lies in a rectangle (Sutherland and Hodgman, "Reentrant polygon clipping", 1974).
    private static SlidePoint[] Within(SlidePoint[] shape, SlideRect r)
    {
        shape = Side(shape, p => p.X - r.X);
        shape = Side(shape, p => r.Right - p.X);
        shape = Side(shape, p => p.Y - r.Y);
        return Side(shape, p => r.Bottom - p.Y);
    }

    private static SlidePoint[] Side(SlidePoint[] shape, Func<SlidePoint, double> inside)
    {
        List<SlidePoint> kept = [];
        for (int i = 0; i < shape.Length; i++)
        {
            SlidePoint a = shape[i],
                b = shape[(i + 1) % shape.Length];
            double at = inside(a),
                bt = inside(b);
            if (at >= 0)
                kept.Add(a);
            if (at >= 0 != bt >= 0)
                kept.Add(new(a.X + (b.X - a.X) * at / (at - bt), a.Y + (b.Y - a.Y) * at / (at - bt)));
        }
        return [.. kept];
    }

    private static SceneNode Cut(SceneNode node, Dictionary<string, (PicturePart Part, int Width, int Height)> parts) =>
        node switch
        {
            GroupNode g => g with { Nodes = [.. g.Nodes.Select(n => Cut(n, parts))] },
            PhotoNode p when parts.TryGetValue(p.Source, out var cut) => p with
            {
                Treatment = p.Treatment + cut.Part,
                Image = new(
                    p.Image.X + p.Image.Width * cut.Part.X / cut.Width,
                    p.Image.Y + p.Image.Height * cut.Part.Y / cut.Height,
                    p.Image.Width * cut.Part.Width / cut.Width,
                    p.Image.Height * cut.Part.Height / cut.Height
                ),
            },
            _ => node,
        };
}
