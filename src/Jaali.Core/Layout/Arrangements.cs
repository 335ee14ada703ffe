using System.Globalization;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;

namespace Jaali.Core.Layout;

/// <summary>What an arrangement is built like.</summary>
public enum ArrangementForm
{
    /// <summary>A mosaic: every photo whole.</summary>
    Whole,

    /// <summary>Rows of photos, every one whole.</summary>
    Rows,

    /// <summary>Columns of photos, every one whole.</summary>
    Columns,

    /// <summary>Cells of one size.</summary>
    Grid,

    /// <summary>The first photo large, the others beside it.</summary>
    OneLeads,

    /// <summary>The first photo large, the others under it.</summary>
    OneLeadsAbove,

    /// <summary>Upright strips from edge to edge of the room.</summary>
    Strips,

    /// <summary>The whole slide, cut into as many parts.</summary>
    Full,
}

/// <summary>Where one item comes.</summary>
public sealed record ItemPlaced(Guid ItemId, SlideRect Rect);

/// <summary>A proposal for the photos of a slide.</summary>
/// <param name="Form">What it is built like.</param>
/// <param name="Places">Where each photo comes.</param>
/// <param name="GivesUp">What it gives up, in one line.</param>
/// <param name="Cropped">The largest share of a photo that it does not show, from 0 to 1.</param>
/// <param name="Score">From 0 to 1, more is better: little cropped, the room filled, few edges, in balance,
/// sharp.</param>
public sealed record Arrangement(
    ArrangementForm Form,
    IReadOnlyList<ItemPlaced> Places,
    string GivesUp,
    double Cropped,
    double Score
);

/// <summary>Proposals for the photos of a slide: of different build, none overlapping, none leaving the room.</summary>
public static class Arrangements
{
    /// <summary>Between two photos, in slide units.</summary>
    public const double Gutter = 24;

    // Room that words keep at the head of a slide, in slide units.
    private const double ForWords = 190;

    /// <summary>Proposals for the frames of a slide, the best first; none where there is no frame, or more than
    /// <see cref="Mosaics.Most"/>.</summary>
    public static IReadOnlyList<Arrangement> For(Deck deck, Slide slide, IPhotoFacts photos)
    {
        (Frame Frame, PhotoFacts Photo)[] frames =
        [
            .. slide
                .Items.OfType<Frame>()
                .Where(f => !f.At.Held)
                .Select(f => (f, photos.Photo(f.PhotoId)!))
                .Where(f => f.Item2 is not null),
        ];
        if (frames.Length is 0 or > Mosaics.Most)
            return [];
        SlideRect bounds = deck.Shape.Bounds();
        Theme theme = Theme.Usual;
        double top = slide.Items.Any(i => i is Words) ? ForWords : theme.MarginY;
        // A credit stands at the foot.
        var room = new SlideRect(
            bounds.X + theme.MarginX,
            bounds.Y + top,
            bounds.Width - 2 * theme.MarginX,
            bounds.Height - top - theme.MarginY
        );
        double[] aspects = [.. frames.Select(f => f.Photo.Aspect)];
        List<(ArrangementForm Form, IReadOnlyList<SlideRect> Rects)> found = [];
        Mosaic[] mosaics = [.. Mosaics.In(aspects, room, Gutter)];
        if (mosaics.Length > 0)
            found.Add((ArrangementForm.Whole, mosaics[0].Rects));
        if (frames.Length > 1)
        {
            if (mosaics.Skip(1).FirstOrDefault(m => m.IsPlain(rows: true)) is { } rows)
                found.Add((ArrangementForm.Rows, rows.Rects));
            if (mosaics.Skip(1).FirstOrDefault(m => m.IsPlain(rows: false)) is { } columns)
                found.Add((ArrangementForm.Columns, columns.Rects));
            found.Add((ArrangementForm.Grid, Grid(frames.Length, room, Gutter)));
            found.Add((ArrangementForm.Strips, Cells(frames.Length, 1, room, Gutter)));
            found.Add((ArrangementForm.OneLeads, Leading(frames.Length, room, Gutter, beside: true)));
            found.Add((ArrangementForm.OneLeadsAbove, Leading(frames.Length, room, Gutter, beside: false)));
            found.Add((ArrangementForm.Full, Grid(frames.Length, bounds, 0)));
        }
        return
        [
            .. found
                .Where(f => f.Rects.All(r => r.Width >= ItemKinds.Smallest && r.Height >= ItemKinds.Smallest))
                .DistinctBy(f => string.Join(';', f.Rects.Select(r => $"{r.X:0} {r.Y:0} {r.Width:0} {r.Height:0}")))
                .Select(f => Judged(f.Form, f.Rects, frames, room))
                .OrderByDescending(a => a.Score)
                .ThenBy(a => a.Form),
        ];
    }

    /// <summary>Cells of one size in as square a grid as there is; where the last row is not full, its cells share
    /// the width.</summary>
    public static IReadOnlyList<SlideRect> Grid(int count, SlideRect room, double gutter)
    {
        int columns = (int)Math.Ceiling(Math.Sqrt(count * room.Width / room.Height / 1.5));
        columns = Math.Clamp(columns, 1, count);
        int rows = (count + columns - 1) / columns;
        columns = (count + rows - 1) / rows;
        return Cells(columns, rows, room, gutter, count);
    }

    private static IReadOnlyList<SlideRect> Cells(
        int columns,
        int rows,
        SlideRect room,
        double gutter,
        int? count = null
    )
    {
        int left = count ?? columns * rows;
        double h = (room.Height - (rows - 1) * gutter) / rows;
        List<SlideRect> cells = [];
        for (int row = 0; row < rows; row++)
        {
            int here = Math.Min(columns, left);
            double w = (room.Width - (here - 1) * gutter) / here;
            for (int i = 0; i < here; i++)
                cells.Add(new(room.X + i * (w + gutter), room.Y + row * (h + gutter), w, h));
            left -= here;
        }
        return cells;
    }

    // The first takes about two thirds of the room, the others the rest in a column or a row.
    private static IReadOnlyList<SlideRect> Leading(int count, SlideRect room, double gutter, bool beside)
    {
        if (beside)
        {
            double lead = (room.Width - gutter) * (count > 4 ? .6 : .66);
            var rest = new SlideRect(room.X + lead + gutter, room.Y, room.Width - lead - gutter, room.Height);
            int columns = count > 5 ? 2 : 1,
                rows = (count - 1 + columns - 1) / columns;
            return [new(room.X, room.Y, lead, room.Height), .. Cells(columns, rows, rest, gutter, count - 1)];
        }
        double height = (room.Height - gutter) * .66;
        var under = new SlideRect(room.X, room.Y + height + gutter, room.Width, room.Height - height - gutter);
        return [new(room.X, room.Y, room.Width, height), .. Cells(count - 1, 1, under, gutter)];
    }

    private static Arrangement Judged(
        ArrangementForm form,
        IReadOnlyList<SlideRect> rects,
        IReadOnlyList<(Frame Frame, PhotoFacts Photo)> frames,
        SlideRect room
    )
    {
        double[] lost =
        [
            .. rects.Select(
                (r, i) => 1 - Math.Min(r.Aspect, frames[i].Photo.Aspect) / Math.Max(r.Aspect, frames[i].Photo.Aspect)
            ),
        ];
        double[] sharp =
        [
            .. rects.Select(
                (r, i) => frames[i].Photo.Width / (r.Width * Math.Max(1, frames[i].Photo.Aspect / r.Aspect))
            ),
        ];
        double cropped = lost.Max(),
            filled = Math.Min(1, rects.Sum(r => r.Width * r.Height) / (room.Width * room.Height)),
            edges = rects
                .SelectMany(r => new[] { ("x", r.X), ("x", r.Right), ("y", r.Y), ("y", r.Bottom) })
                .Select(e => (e.Item1, Math.Round(e.Item2)))
                .Distinct()
                .Count(),
            area = rects.Sum(r => r.Width * r.Height),
            middleX = rects.Sum(r => (r.X + r.Width / 2) * r.Width * r.Height) / area,
            offBalance = Math.Abs(middleX - (room.X + room.Width / 2)) / (room.Width / 2);
        double score =
            .45 * (1 - lost.Average())
            + .25 * filled
            + .1 * (1 - edges / (4.0 * rects.Count + 1))
            + .1 * (1 - offBalance)
            + .1 * Math.Min(1, sharp.Min());
        return new(
            form,
            [.. rects.Select((r, i) => new ItemPlaced(frames[i].Frame.Id, r))],
            Says(form, lost, sharp, filled),
            cropped < 1e-6 ? 0 : cropped,
            Math.Clamp(score, 0, 1)
        );
    }

    private static string Says(ArrangementForm form, double[] lost, double[] sharp, double filled)
    {
        string build = form switch
        {
            ArrangementForm.Whole => "Every photo whole",
            ArrangementForm.Rows => "In rows, every photo whole",
            ArrangementForm.Columns => "In columns, every photo whole",
            ArrangementForm.Grid => "All of one size",
            ArrangementForm.Strips => "Upright strips",
            ArrangementForm.OneLeads => "The first one large, the others beside it",
            ArrangementForm.OneLeadsAbove => "The first one large, the others under it",
            _ => "The whole slide, without gaps",
        };
        int worst = Array.IndexOf(lost, lost.Max());
        string gives =
            lost.Max() >= .02 ? $"crops the {Nth(worst)} photo by {Percent(lost[worst])}"
            : 1 - filled >= .02 ? $"leaves {Percent(1 - filled)} of the room free"
            : "gives up nothing";
        string soft = sharp.Min() < .75 ? $", and the {Nth(Array.IndexOf(sharp, sharp.Min()))} will look blurred" : "";
        return $"{build}; {gives}{soft}.";
    }

    private static string Percent(double share) =>
        string.Create(CultureInfo.InvariantCulture, $"{Math.Round(100 * share)}\u00a0%");

    private static string Nth(int index) =>
        index switch
        {
            0 => "first",
            1 => "second",
            2 => "third",
            3 => "fourth",
            4 => "fifth",
            5 => "sixth",
            6 => "seventh",
            7 => "eighth",
            _ => "ninth",
        };
}
