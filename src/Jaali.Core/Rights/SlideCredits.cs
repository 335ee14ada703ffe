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
