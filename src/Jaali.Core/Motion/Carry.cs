using System.Text.Json;

namespace Jaali.Core.Motion;

/// <summary>What a thing does while a slide comes in by carrying.</summary>
public enum CarryWay
{
    /// <summary>It is on both slides and the same.</summary>
    Stays,

    /// <summary>It is on the slide that goes alone, and melts away.</summary>
    Goes,

    /// <summary>It is on the slide that comes alone, and melts in.</summary>
    Comes,

    /// <summary>It is on both; its two pictures travel together while one melts into the other.</summary>
    Travels,

    /// <summary>It is a photo on both; its frame and what is seen in it travel.</summary>
    Photo,
}

/// <summary>A thing that is carried, from bottom to top.</summary>
/// <param name="Way">What it does.</param>
/// <param name="From">Its node in the scene of the slide that goes, counted from 0; null where it is not there.</param>
/// <param name="To">Its node in the scene of the slide that comes; null where it is not there.</param>
/// <param name="ItemId">The thing; null for computed ones.</param>
/// <param name="Boxes">Of what travels: the states of its pictures on the way.</param>
/// <param name="Photo">Of a photo: what is seen on the way.</param>
public sealed record CarryLayer(
    CarryWay Way,
    int? From,
    int? To,
    Guid? ItemId,
    CarryBoxes? Boxes = null,
    CarryPhoto? Photo = null
);

/// <summary>How two pictures of one thing travel together: linear between the two ends.</summary>
/// <param name="FromMiddle">Where the middle of the one that goes lies at first.</param>
/// <param name="ToMiddle">Where the middle of the one that comes lies at last.</param>
/// <param name="Grown">How much larger the last is than the first.</param>
/// <param name="Melts">One melts into the other; else the last is seen all the way.</param>
public sealed record CarryBoxes(SlidePoint FromMiddle, SlidePoint ToMiddle, double Grown, bool Melts);

/// <summary>A photo on its way.</summary>
/// <param name="Goes">The picture that goes; null where the one that comes is seen all the way.</param>
/// <param name="Comes">The picture that comes.</param>
/// <param name="States">From the first to the last, linear between.</param>
/// <param name="FromOutline">Its outline at first, as places along it; null where it is a rectangle at both
/// ends.</param>
/// <param name="ToOutline">Its outline at last: as many places.</param>
/// <param name="Line">Its line at both ends, in units.</param>
/// <param name="LineColour">The line's colour.</param>
/// <param name="Shadow">Its shadow at both ends, in units.</param>
public sealed record CarryPhoto(
    PhotoNode? Goes,
    PhotoNode Comes,
    IReadOnlyList<CarryState> States,
    IReadOnlyList<SlidePoint>? FromOutline,
    IReadOnlyList<SlidePoint>? ToOutline,
    CarrySpan Line,
    string LineColour,
    CarrySpan Shadow
);

/// <summary>A measure at both ends.</summary>
public readonly record struct CarrySpan(double From, double To)
{
    /// <summary>On the way.</summary>
    public double At(double share) => From + (To - From) * share;
}

/// <summary>What is seen of a photo on its way.</summary>
/// <param name="At">How far it is gone, 0 to 1.</param>
/// <param name="Clip">The frame before it is turned.</param>
/// <param name="Turn">The frame's turn, degrees clockwise about its middle.</param>
/// <param name="Goes">Where the whole of the picture that goes lies, before it is straightened.</param>
/// <param name="Comes">Where the whole of the picture that comes lies.</param>
/// <param name="Straighten">How far the picture is turned in its frame, in degrees clockwise about the frame's
/// middle.</param>
/// <param name="Enlarged">How far it is enlarged about the same.</param>
/// <param name="Melted">How far the one that comes is seen, 0 to 1.</param>
public sealed record CarryState(
    double At,
    SlideRect Clip,
    double Turn,
    SlideRect Goes,
    SlideRect Comes,
    double Straighten,
    double Enlarged,
    double Melted
);

/// <summary>
/// Carries what has the same identity from one slide to the next. The frame and the whole photo in it go linearly, both
/// by one easing: the photo keeps its proportions at every instant, for at both ends its width is a multiple of its
/// height and so between; and it covers its frame, for that is a set of linear inequalities that hold at both ends.
/// </summary>
public static class Carry
{
    // Where a photo is straightened its enlargement is no line: it is followed in so many steps.
    private const int Steps = 24;

    /// <summary>Places along an outline.</summary>
    public const int OutlinePlaces = 96;

    /// <summary>Everything that is seen while a slide comes in, from bottom to top.</summary>
    /// <param name="from">The slide that goes.</param>
    /// <param name="going">Its scene.</param>
    /// <param name="to">The slide that comes.</param>
    /// <param name="coming">Its scene.</param>
    /// <param name="photos">Facts of photos.</param>
    public static IReadOnlyList<CarryLayer> Of(Slide from, Scene going, Slide to, Scene coming, IPhotoFacts photos)
    {
        List<CarryLayer> layers = [];
        int done = 0;
        for (int t = 0; t < coming.Nodes.Count; t++)
        {
            Guid? id = (coming.Nodes[t] as GroupNode)?.ItemId;
            int f = id is null ? Same(coming.Nodes[t]) : At(going, id.Value);
            if (f < 0)
            {
                layers.Add(new(CarryWay.Comes, null, t, id));
                continue;
            }
            // What lies below it where it was goes from below it.
            for (; done < f; done++)
                Leave(done);
            done = Math.Max(done, f + 1);
            layers.Add(Both(f, t, id));
        }
        for (; done < going.Nodes.Count; done++)
            Leave(done);
        return layers;

        void Leave(int f)
        {
            Guid? id = (going.Nodes[f] as GroupNode)?.ItemId;
            if (id is null ? !coming.Nodes.Any(n => Equal(n, going.Nodes[f])) : At(coming, id.Value) < 0)
                layers.Add(new(CarryWay.Goes, f, null, id));
        }

        int Same(SceneNode node)
        {
            for (int i = 0; i < going.Nodes.Count; i++)
                if (going.Nodes[i] is not GroupNode { ItemId: not null } && Equal(going.Nodes[i], node))
                    return i;
            return -1;
        }

        CarryLayer Both(int f, int t, Guid? id)
        {
            (SceneNode a, SceneNode b) = (going.Nodes[f], coming.Nodes[t]);
            if (Equal(a, b))
                return new(CarryWay.Stays, f, t, id);
            if (id is { } item && from.Item(item) is Frame x && to.Item(item) is Frame y)
                if (PhotoOf(x, (GroupNode)a, y, (GroupNode)b, photos) is { } photo)
                    return new(CarryWay.Photo, f, t, id, Photo: photo);
            return NodeBounds.Of(a) is { } p && NodeBounds.Of(b) is { } q
                ? new(CarryWay.Travels, f, t, id, Boxes(a, p, b, q))
                : new(CarryWay.Comes, null, t, id);
        }
    }

    private static int At(Scene scene, Guid itemId)
    {
        for (int i = 0; i < scene.Nodes.Count; i++)
            if (scene.Nodes[i] is GroupNode g && g.ItemId == itemId)
                return i;
        return -1;
    }

    // Scenes are made anew for each slide: what is painted is compared, not the objects.
    private static bool Equal(SceneNode a, SceneNode b) =>
        ReferenceEquals(a, b) || JsonSerializer.Serialize(a, Plain) == JsonSerializer.Serialize(b, Plain);

    private static readonly JsonSerializerOptions Plain = new() { Converters = { new PathJson() } };

    private static CarryBoxes Boxes(SceneNode a, SlideRect p, SceneNode b, SlideRect q)
    {
        // Words that say the same are set by their size; other things grow as their room does.
        bool same = Said(a) is { Length: > 0 } said && said == Said(b);
        double grown = same ? SizeOf(b) / SizeOf(a) : Math.Sqrt(q.Width * q.Height / Math.Max(1, p.Width * p.Height));
        return new(Composition.Middle(p), Composition.Middle(q), Math.Clamp(grown, .05, 20), !same);
    }

    // Words, their faces and inks as one text; empty for what are no words.
    private static string Said(SceneNode node) =>
        string.Join('\n', Texts(node).Select(t => $"{t.Face} {t.Ink} {string.Join(' ', t.Lines.Select(l => l.Text))}"));

    private static double SizeOf(SceneNode node) => Texts(node).Max(t => t.Size);

    private static IEnumerable<TextNode> Texts(SceneNode node) =>
        node switch
        {
            TextNode t => [t],
            GroupNode g => g.Nodes.SelectMany(Texts),
            _ => [],
        };

    // A frame with one photo and sharp edges; others travel as pictures of themselves.
    private static CarryPhoto? PhotoOf(Frame x, GroupNode a, Frame y, GroupNode b, IPhotoFacts photos)
    {
        if (Single(x, a) is not { } goes || Single(y, b) is not { } comes)
            return null;
        Path was = x.Outline,
            will = y.Outline;
        if (was.Outlines != 1 || will.Outlines != 1)
            return null;
        bool same = x.PhotoId == y.PhotoId;
        if (photos.Photo(x.PhotoId) is not { } first || photos.Photo(y.PhotoId) is not { } last)
            return null;
        // Another photo in the same frame fills it at the other end as it would if it were put there.
        SlideRect goesTo = same ? y.WholePhoto : Filling(first, y.At.Rect),
            comesFrom = same ? x.WholePhoto : Filling(last, x.At.Rect);
        double turn = Shorter(x.At.Turn, y.At.Turn);
        int steps = x.Straighten == 0 && y.Straighten == 0 ? 1 : Steps;
        bool plain = x.Mask == FrameMask.None && y.Mask == FrameMask.None;
        return new(
            same && goes.Treatment == comes.Treatment && Alike(goes.Colours, comes.Colours) ? null : goes,
            comes,
            [.. Enumerable.Range(0, steps + 1).Select(i => State((double)i / steps))],
            plain ? null : was.Along(OutlinePlaces),
            plain ? null : will.Along(OutlinePlaces),
            new(x.Edge?.Line ?? 0, y.Edge?.Line ?? 0),
            (y.Edge ?? x.Edge)?.LineColour ?? "#000000",
            new(x.Edge?.Shadow ?? 0, y.Edge?.Shadow ?? 0)
        );

        CarryState State(double at)
        {
            SlideRect clip = Between(x.At.Rect, y.At.Rect, at);
            double straighten = x.Straighten + (y.Straighten - x.Straighten) * at,
                least = Straightening.Enlargement(straighten, clip.Aspect),
                even =
                    Straightening.Enlargement(x.Straighten, x.At.Rect.Aspect) * (1 - at)
                    + Straightening.Enlargement(y.Straighten, y.At.Rect.Aspect) * at;
            return new(
                at,
                clip,
                x.At.Turn + (turn - x.At.Turn) * at,
                Between(x.WholePhoto, goesTo, at),
                Between(comesFrom, y.WholePhoto, at),
                straighten,
                // Never a gap: at least what fills the frame as it is on the way.
                Math.Max(least, even),
                at
            );
        }
    }

    /// <summary>A state between those that are given.</summary>
    /// <param name="photo">The photo on its way.</param>
    /// <param name="progress">How far it is gone, 0 to 1: the time, eased.</param>
    public static CarryState At(CarryPhoto photo, double progress)
    {
        double at = Math.Clamp(progress, 0, 1) * (photo.States.Count - 1);
        int i = Math.Min((int)at, photo.States.Count - 2);
        (CarryState a, CarryState b) = (photo.States[i], photo.States[i + 1]);
        double s = at - i;
        return new(
            progress,
            Between(a.Clip, b.Clip, s),
            a.Turn + (b.Turn - a.Turn) * s,
            Between(a.Goes, b.Goes, s),
            Between(a.Comes, b.Comes, s),
            a.Straighten + (b.Straighten - a.Straighten) * s,
            a.Enlarged + (b.Enlarged - a.Enlarged) * s,
            a.Melted + (b.Melted - a.Melted) * s
        );
    }

    private static SlideRect Filling(PhotoFacts photo, SlideRect rect) =>
        Frame.WholeOf(CropFinder.Largest(photo.Aspect, rect.Aspect, photo.Focal), rect);

    private static SlideRect Between(SlideRect a, SlideRect b, double at) =>
        new(
            a.X + (b.X - a.X) * at,
            a.Y + (b.Y - a.Y) * at,
            a.Width + (b.Width - a.Width) * at,
            a.Height + (b.Height - a.Height) * at
        );

    // The end of the shorter way round from one turn to another.
    private static double Shorter(double from, double to)
    {
        double by = (to - from) % 360;
        return from
            + (
                by > 180 ? by - 360
                : by < -180 ? by + 360
                : by
            );
    }

    private static bool Alike(IReadOnlyList<double>? a, IReadOnlyList<double>? b) =>
        a is null || b is null ? a == b : a.SequenceEqual(b);

    private static PhotoNode? Single(Frame frame, GroupNode group)
    {
        if (frame.Blend is not null || frame.Edge is { Soft: > 0 })
            return null;
        PhotoNode[] all = [.. Photos(group).Take(2)];
        return all.Length == 1 ? all[0] : null;
    }

    private static IEnumerable<PhotoNode> Photos(SceneNode node) =>
        node switch
        {
            PhotoNode p => [p],
            GroupNode g => g.Nodes.SelectMany(Photos),
            _ => [],
        };
}
