namespace Jaali.Core.Items;

/// <summary>A photo that was cut to a part of it.</summary>
/// <param name="Id">SHA-256 of what was left.</param>
/// <param name="Part">Which part, in fractions of the whole photo.</param>
public sealed record TrimmedPhoto(string Id, CropWindow Part);

/// <summary>A talk whose photos were cut to what it shows of them: it looks as before, and holds no more.</summary>
public static class TrimmedPhotos
{
    /// <summary>The talk with other photos in place of its own. What was kept and is shown nowhere goes, and so does
    /// how frames showed other photos earlier.</summary>
    /// <param name="deck">The talk.</param>
    /// <param name="trimmed">The photos that were cut, by the identity of the whole one; others stay as they
    /// are.</param>
    public static Deck Of(Deck deck, IReadOnlyDictionary<string, TrimmedPhoto> trimmed)
    {
        HashSet<string> shown = [.. ItemKinds.Photos(deck).Select(p => p.Use.PhotoId)];
        Deck made = deck with
        {
            Slides = deck.Slides.ConvertAll(s =>
                s with
                {
                    Items = s.Items.ConvertAll(i => i is Frame f ? Cut(f, trimmed) : i),
                }
            ),
            Points = deck.Points.ConvertAll(Kept),
        };
        return made.OwnOpening is { } own ? made with { OwnOpening = Kept(own) } : made;

        Point Kept(Point p) =>
            p with
            {
                Shortlist =
                [
                    .. p.Shortlist.Where(shown.Contains).Select(id => trimmed.GetValueOrDefault(id)?.Id ?? id),
                ],
            };
    }

    /// <summary>Photos that can be cut: those that are seen through crops alone. How one that is blended into another,
    /// or stands in a cell, a step or the marks of a chart, lies there follows from its shape.</summary>
    public static bool CanBeCut(Deck deck, string photoId) =>
        !deck
            .Slides.SelectMany(s => s.Items)
            .Any(i =>
                i is Frame f
                    ? f.Blend?.PhotoIds.Contains(photoId) ?? false
                    : ItemKinds.Of(i).Photos(i).Any(u => u.PhotoId == photoId)
            );

    private static Frame Cut(Frame frame, IReadOnlyDictionary<string, TrimmedPhoto> trimmed)
    {
        frame = frame with
        {
            Earlier = null,
            // How a blended photo lies follows from its shape: it was never cut, at most what is hidden in it filled.
            Blend = frame.Blend is { } blend
                ? blend with
                {
                    PhotoIds = blend.PhotoIds.ConvertAll(Now),
                    Covers = blend.Covers?.ConvertAll(c => c with { PhotoId = Now(c.PhotoId) }),
                }
                : null,
        };
        return !trimmed.TryGetValue(frame.PhotoId, out TrimmedPhoto? of)
            ? frame
            : frame with
            {
                PhotoId = of.Id,
                // What is cut is a picture of one moment: it plays no more.
                Clip = null,
                Crop = Within(frame.Crop, of.Part),
                Covers = frame.Covers is { } covers
                    ? NoneOrAll(covers.Select(c => c with { Part = Clipped(Within(c.Part, of.Part)) }), c => c.Part)
                    : null,
                KeepInView = frame.KeepInView is { } marks
                    ? NoneOrAll(marks.Select(m => Clipped(Within(m, of.Part))), m => m)
                    : null,
            };

        string Now(string id) => trimmed.GetValueOrDefault(id)?.Id ?? id;
    }

    private static CropWindow Within(CropWindow w, CropWindow part) =>
        new((w.X - part.X) / part.Width, (w.Y - part.Y) / part.Height, w.Width / part.Width, w.Height / part.Height);

    private static CropWindow Clipped(CropWindow w)
    {
        double x = Math.Clamp(w.X, 0, 1),
            y = Math.Clamp(w.Y, 0, 1);
        return new(x, y, Math.Clamp(w.X + w.Width, 0, 1) - x, Math.Clamp(w.Y + w.Height, 0, 1) - y);
    }

    private static ImmutableList<T>? NoneOrAll<T>(IEnumerable<T> parts, Func<T, CropWindow> of) =>
        parts.Where(p => of(p) is { Width: > 0, Height: > 0 }).ToImmutableList() is { Count: > 0 } left ? left : null;
}
