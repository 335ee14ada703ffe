using System.Globalization;

namespace Jaali.Core.Rights;

/// <summary>One photo on a slide, for its credit.</summary>
/// <param name="Rights">Its record.</param>
/// <param name="Changes">What its placement does.</param>
/// <param name="Rect">Where it lies.</param>
public sealed record PlacedPhoto(RightsRecord Rights, Changes Changes, SlideRect Rect);

/// <summary>The credits of all photos of one slide as one.</summary>
public static class SlideCredits
{
    /// <summary>
    /// Short credits, told apart by place ("left", "top right") where there are several, or by number where two have
    /// the same place; photos of one maker under one licence are named together.
    /// </summary>
    public static Credit Compose(IReadOnlyList<PlacedPhoto> photos, SlideRect slide, string language = "en")
    {
        if (photos.Count == 1)
            return Credit.Short(photos[0].Rights, photos[0].Changes, language);
        string[] places = [.. photos.Select(p => PlaceOf(p.Rect, slide))];
        if (places.Distinct().Count() < places.Length)
            places = [.. Enumerable.Range(1, photos.Count).Select(i => i.ToString(CultureInfo.InvariantCulture))];
        List<CreditSpan> spans = [];
        var groups = photos
            .Select((p, i) => (Photo: p, Place: places[i], Credit: Credit.Short(p.Rights, p.Changes, language)))
            .GroupBy(p => p.Credit.Text);
        foreach (var group in groups)
        {
            if (spans.Count > 0)
                spans.Add(new("; "));
            spans.Add(new($"{string.Join(" and ", group.Select(g => g.Place))}: "));
            // Of several photos the maker's name leads to the first; each has its own line at the end of the talk.
            spans.AddRange(group.First().Credit.Spans);
        }
        return new Credit(spans);
    }

    /// <summary>
    /// The credits of several photos in the order in which they are seen, told by one word where that is
    /// enough: "large",
    /// "from the left", "from the top", "from the top left". Photos of one credit alone need no place.
    /// </summary>
    /// <param name="photos">The photos.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="joint">What stands between the parts of a credit.</param>
    /// <param name="language">Of the notes of changes.</param>
    public static Credit InOrder(
        IReadOnlyList<PlacedPhoto> photos,
        SlideRect slide,
        string joint,
        string language = "en"
    )
    {
        (PlacedPhoto Photo, Credit Credit)[] all =
        [
            .. photos.Select(p => (p, Credit.Joined(CreditParts.Of(p.Rights, p.Changes, language), joint, false))),
        ];
        if (all.Select(a => a.Credit.Text).Distinct().Count() == 1)
            return all[0].Credit;
        // Where one is named twice, each is told by its place and named once.
        if (all.Select(a => a.Credit.Text).Distinct().Count() < all.Length)
            return Compose(photos, slide, language);
        List<CreditSpan> spans = [];
        List<(PlacedPhoto Photo, Credit Credit)> rest = [.. all];
        (PlacedPhoto Photo, Credit Credit) largest = all.MaxBy(a => Area(a.Photo));
        if (
            all.Length > 2
            && all.Where(a => a.Photo != largest.Photo).All(a => Area(a.Photo) * LargeBy <= Area(largest.Photo))
        )
        {
            spans.AddRange([new("large: "), .. largest.Credit.Spans, new(Between)]);
            rest.Remove(largest);
        }
        bool column = rest.All(a => Math.Abs(a.Photo.Rect.X - rest[0].Photo.Rect.X) < Near),
            row = rest.All(a => Math.Abs(a.Photo.Rect.Y - rest[0].Photo.Rect.Y) < Near);
        spans.Add(
            new(
                rest.Count == 1 ? "small: "
                : column ? "from the top: "
                : row ? "from the left: "
                : "from the top left: "
            )
        );
        IEnumerable<Credit> ordered = rest.OrderBy(a => row ? 0 : Math.Round(a.Photo.Rect.Y / Near))
            .ThenBy(a => a.Photo.Rect.X)
            .Select(a => a.Credit);
        foreach ((int i, Credit credit) in ordered.Index())
            spans.AddRange(i == 0 ? credit.Spans : [new(Between), .. credit.Spans]);
        return new Credit(spans);

        static double Area(PlacedPhoto p) => p.Rect.Width * p.Rect.Height;
    }

    // Between the credits of two photos.
    private const string Between = "; ";

    // One photo is the large one where it is so many times as large as each other.
    private const double LargeBy = 1.8;

    // Photos so near to one line stand in it, in slide units.
    private const double Near = 12;

    /// <summary>A place on the slide in words.</summary>
    public static string PlaceOf(SlideRect rect, SlideRect slide)
    {
        double x = (rect.X + rect.Width / 2 - slide.X) / slide.Width,
            y = (rect.Y + rect.Height / 2 - slide.Y) / slide.Height;
        string across = x < .42 ? "left"
            : x > .58 ? "right"
            : "",
            down = y < .42 ? "top"
            : y > .58 ? "bottom"
            : "";
        return (across.Length, down.Length) switch
        {
            (0, 0) => "middle",
            (0, _) => down,
            (_, 0) => across,
            _ => $"{down} {across}",
        };
    }
}
