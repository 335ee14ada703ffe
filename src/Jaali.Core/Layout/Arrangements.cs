using System.Globalization;

namespace Jaali.Core.Layout;

/// <summary>Where one item comes.</summary>
public sealed record ItemPosition(Guid ItemId, SlideRect Rect);

/// <summary>A proposal for the photos of a slide.</summary>
/// <param name="Form">What it is built like.</param>
/// <param name="Places">Where each photo comes.</param>
/// <param name="GivesUp">What it gives up, in one line.</param>
/// <param name="Cropped">The largest share of a photo that it does not show, from 0 to 1.</param>
/// <param name="Score">From 0 to 1, more is better: little cropped, the room filled, few edges, in balance,
/// sharp.</param>
public sealed record Arrangement(
    ArrangementForm Form,
    IReadOnlyList<ItemPosition> Places,
    string GivesUp,
    double Cropped,
    double Score
);

/// <summary>
/// Proposals for the photos of a slide: of different build, none overlapping, none leaving the room, none cutting what
/// is
/// to stay in view.
/// </summary>
public static class Arrangements
{
    // Between words and photos, in slide units.
    private const double Clear = 14;

    // So much of a cell may stay free beside a photo that is shown whole; and so much of the room must be filled where
    // all are.
    private const double Hole = .02,
        Filled = .7;

    // About so many letters stand in a line of a heading, and of a credit, for each unit of a slide's width; and a
    // credit
    // has about so many for each photo.
    private const double LettersPerUnit = 30.0 / 1920,
        CreditPerUnit = 130.0 / 1920,
        CreditLetters = 60;

    /// <summary>A photo of a slide that takes part in its arrangement.</summary>
    private sealed record Part(Guid Id, double Aspect, int Width, IReadOnlyList<CropWindow> Marks, bool Whole);

    /// <summary>Proposals for the frames of a slide, the best first; none where there is no frame, or more than
    /// <see cref="Mosaics.Most"/>.</summary>
    public static IReadOnlyList<Arrangement> For(Deck deck, Slide slide, IPhotoFacts photos)
    {
        Part[] parts = Parts(slide, photos);
        if (parts.Length is 0 or > Mosaics.Most)
            return [];
        SlideRect bounds = deck.Shape.Bounds(),
            room = Room(deck, slide);
        SlideGrid grid = deck.GridOf(slide);
        return
        [
            .. Forms(parts, room, bounds, grid)
                .Select(f => (f.Form, Rects: Holding(f.Rects, parts)))
                .Where(f => f.Rects.All(r => r.Width >= ItemKinds.Smallest && r.Height >= ItemKinds.Smallest))
                .DistinctBy(f => string.Join(';', f.Rects.Select(r => $"{r.X:0} {r.Y:0} {r.Width:0} {r.Height:0}")))
                .Select(f => Judged(f.Form, f.Rects, parts, room))
                .OrderByDescending(a => a.Score)
                .ThenBy(a => a.Form),
        ];
    }

    /// <summary>Where the photos of a slide come in one form; null where there are none, or too many for it.</summary>
    public static IReadOnlyList<ItemPosition>? Solved(Deck deck, Slide slide, IPhotoFacts photos, ArrangementForm form)
    {
        Part[] parts = Parts(slide, photos);
        if (parts.Length is 0 or > Mosaics.Most)
            return null;
        SlideRect bounds = deck.Shape.Bounds(),
            room = Room(deck, slide);
        (ArrangementForm Form, IReadOnlyList<SlideRect> Rects)[] all =
        [
            .. Forms(parts, room, bounds, deck.GridOf(slide)),
        ];
        // A form that so many photos do not have gives way to the one that is always there.
        IReadOnlyList<SlideRect>? whole = all.FirstOrDefault(f => f.Form == ArrangementForm.Whole).Rects,
            rects = all.FirstOrDefault(f => f.Form == form).Rects ?? whole;
        // Beside one that nobody may cut, cells of one size would leave a hole: all are shown whole, in lines that end
        // together, where that leaves little of the room free.
        if (
            form == ArrangementForm.Grid
            && parts.Length > 1
            && whole is not null
            && whole.Sum(r => r.Width * r.Height) >= Filled * room.Width * room.Height
            && parts.Zip(rects!).Any(p => p.First.Whole && Math.Abs(p.First.Aspect / p.Second.Aspect - 1) > Hole)
        )
            rects =
            [
                .. whole.Select(r =>
                    r with
                    {
                        // To the edge of the slide where the room goes there.
                        X =
                            r.X
                            + (
                                room.X > bounds.X && room.Right >= bounds.Right
                                    ? room.Right - whole.Max(w => w.Right)
                                    : room.X - whole.Min(w => w.X)
                            ),
                        Y = r.Y + room.Y - whole.Min(w => w.Y),
                    }
                ),
            ];
        return rects is null ? null : [.. Holding(rects, parts).Select((r, i) => new ItemPosition(parts[i].Id, r))];
    }

    /// <summary>The frames that take part in the arrangement of a slide, in order: all that are not held.</summary>
    public static IEnumerable<Frame> Taking(Slide slide) => slide.Items.OfType<Frame>().Where(f => !f.At.Held);

    private static Part[] Parts(Slide slide, IPhotoFacts photos) =>
        [
            .. Taking(slide)
                .Select(f => (Frame: f, Photo: photos.Photo(f.PhotoId)))
                .Where(f => f.Photo is not null)
                .Select(f => new Part(
                    f.Frame.Id,
                    f.Photo!.Aspect,
                    f.Photo.Width,
                    f.Frame.ProtectedRegions,
                    IsShownWhole(f.Frame, f.Photo)
                )),
        ];

    // What is left between the margins of the grid when the words have their room at the head; a credit stands at the
    // foot.
    private static SlideRect Room(Deck deck, Slide slide)
    {
        if (deck.LatticeOf(slide) is { } lattice)
            return lattice.Content;
        SlideRect bounds = deck.Shape.Bounds(),
            room = deck.GridOf(slide).Room(bounds);
        HouseStyle house = deck.House;
        double top = Math.Max(room.Y, 24),
            side = Math.Max(room.X, 24),
            foot =
                house.CreditMargin
                + Lines(house.StyleOf(WordsRole.Credit), CreditLetters * ItemKinds.Photos(slide).Count, CreditPerUnit);
        if (slide.Items.OfType<Words>().FirstOrDefault() is { } words)
            top = Math.Max(
                top,
                house.MarginY + Lines(house.StyleOf(WordsRole.Heading), words.Say(deck, slide).Length, LettersPerUnit)
            );
        foot = Math.Max(foot, bounds.Bottom - room.Bottom);
        return new(side, top, bounds.Width - 2 * side, Math.Max(200, bounds.Height - top - foot));

        // As high as so many letters stand, and clear of the photos.
        double Lines(TextStyle how, double letters, double perUnit) =>
            Clear
            + how.Size!.Value * how.Leading!.Value * Math.Clamp(Math.Ceiling(letters / (perUnit * bounds.Width)), 1, 6);
    }

    private static IEnumerable<(ArrangementForm Form, IReadOnlyList<SlideRect> Rects)> Forms(
        Part[] parts,
        SlideRect room,
        SlideRect bounds,
        SlideGrid grid
    )
    {
        int n = parts.Length;
        double gutter = grid.Gutter;
        double[] aspects = [.. parts.Select(p => p.Aspect)];
        // Where the room is that of the grid, what leads ends on one of its lines.
        SlideGrid? on = grid.Widths is null && grid.Room(bounds) == room ? grid : null;
        (Mosaic? whole, Mosaic? rows, Mosaic? columns) = Mosaics.Fullest(aspects, room, gutter);
        if (whole is not null)
            yield return (ArrangementForm.Whole, whole.Rects);
        if (n == 1)
        {
            double side = Math.Min(room.Width, room.Height);
            yield return (ArrangementForm.Full, [bounds]);
            yield return (ArrangementForm.LeftHalf, [bounds with { Width = bounds.Width / 2 }]);
            yield return (ArrangementForm.RightHalf, [bounds with { X = bounds.Width / 2, Width = bounds.Width / 2 }]);
            yield return (ArrangementForm.Upper, [bounds with { Height = bounds.Height * 2 / 3 }]);
            yield return (
                ArrangementForm.Square,
                [new(room.X + (room.Width - side) / 2, room.Y + (room.Height - side) / 2, side, side)]
            );
            yield return (ArrangementForm.Grid, [room]);
            yield break;
        }
        if (rows is not null)
            yield return (ArrangementForm.Rows, rows.Rects);
        if (columns is not null)
            yield return (ArrangementForm.Columns, columns.Rects);
        yield return (ArrangementForm.Grid, Grid(n, room, gutter));
        yield return (ArrangementForm.Strips, Cells(n, 1, room, gutter));
        yield return (ArrangementForm.OneLeads, Leading(aspects, room, gutter, true, on));
        yield return (ArrangementForm.OneLeadsAbove, Leading(aspects, room, gutter, false, on));
        // The last one large: the same, seen in a mirror and backwards.
        yield return (
            ArrangementForm.LastLeads,
            [
                .. Leading([.. aspects.Reverse()], room, gutter, true, on)
                    .Select(r => r with { X = 2 * room.X + room.Width - r.Right })
                    .Reverse(),
            ]
        );
        if (Tilings.On(grid, bounds, room, aspects) is { } spans)
            yield return (ArrangementForm.Spans, spans);
        yield return (ArrangementForm.Full, Grid(n, bounds, 0));
    }

    /// <summary>True where no layout cuts a photo to its place: nobody may alter it, and no shape cuts it
    /// already.</summary>
    internal static bool IsShownWhole(Frame frame, PhotoFacts photo) =>
        photo.Rights.Licence is { ForbidsAlterations: true } && frame is { Mask: FrameMask.None, Straighten: 0 };

    /// <summary>The largest place of a photo's own shape in a place, at its upper left.</summary>
    internal static SlideRect Fitted(double aspect, SlideRect place)
    {
        double width = Math.Min(place.Width, place.Height * aspect);
        return place with { Width = width, Height = width / aspect };
    }

    // A photo whose marks do not fit into its place takes less of it, in the nearest shape that holds them; so does one
    // that is shown whole.
    private static IReadOnlyList<SlideRect> Holding(IReadOnlyList<SlideRect> rects, Part[] parts) =>
        [
            .. rects.Select(
                (r, i) =>
                    parts[i].Whole
                        ? Fitted(parts[i].Aspect, r)
                        : CropFinder.NearestPlace(parts[i].Aspect, r, parts[i].Marks)
            ),
        ];

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

    // The first takes about two thirds of the room; the others the rest, as a mosaic of their own where that fills it,
    // else in cells.
    private static IReadOnlyList<SlideRect> Leading(
        double[] aspects,
        SlideRect room,
        double gutter,
        bool beside,
        SlideGrid? on
    )
    {
        int count = aspects.Length,
            // On a grid of six rows four under each other would be slivers, and stand on no line.
            across = !beside ? count - 1
            : count > 5 || (on is not null && count == 5) ? 2
            : 1;
        double share =
            on is not null && beside && across == 2 ? .5
            : count > 4 ? .6
            : .66;
        SlideRect lead = beside
                ? room with
                {
                    Width = Share(room.Width, on?.Columns),
                }
                : room with
                {
                    Height = Share(room.Height, on?.Rows),
                },
            rest = beside
                ? new(lead.Right + gutter, room.Y, room.Right - lead.Right - gutter, room.Height)
                : new(room.X, lead.Bottom + gutter, room.Width, room.Bottom - lead.Bottom - gutter);
        Mosaic? mosaic = on is null ? Mosaics.Fullest(aspects[1..], rest, gutter).Best : null;
        if (mosaic is { Fill: > .93 })
            return [lead, .. mosaic.Rects];
        return [lead, .. Cells(across, (count - 1 + across - 1) / across, rest, gutter, count - 1)];

        double Share(double side, int? lines) =>
            lines is { } n
                ? (side + gutter) / n * Math.Clamp(Math.Round(n * share), 1, Math.Max(1, n - 1)) - gutter
                : (side - gutter) * share;
    }

    private static Arrangement Judged(
        ArrangementForm form,
        IReadOnlyList<SlideRect> rects,
        Part[] parts,
        SlideRect room
    )
    {
        double[] lost =
        [
            .. rects.Select((r, i) => 1 - Math.Min(r.Aspect, parts[i].Aspect) / Math.Max(r.Aspect, parts[i].Aspect)),
        ];
        double[] sharp =
        [
            .. rects.Select((r, i) => parts[i].Width / (r.Width * Math.Max(1, parts[i].Aspect / r.Aspect))),
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
            [.. rects.Select((r, i) => new ItemPosition(parts[i].Id, r))],
            Says(form, lost, sharp, filled),
            cropped < 1e-6 ? 0 : cropped,
            Math.Clamp(score, 0, 1)
        );
    }

    private static string Says(ArrangementForm form, double[] lost, double[] sharp, double filled)
    {
        string build = form switch
        {
            ArrangementForm.Whole => lost.Length == 1 ? "The photo whole" : "Every photo whole",
            ArrangementForm.Rows => "In rows, every photo whole",
            ArrangementForm.Columns => "In columns, every photo whole",
            ArrangementForm.Grid => lost.Length == 1 ? "All the room" : "All of one size",
            ArrangementForm.Strips => "Upright strips",
            ArrangementForm.OneLeads => "The first one large, the others beside it",
            ArrangementForm.OneLeadsAbove => "The first one large, the others under it",
            ArrangementForm.LastLeads => "The last one large, the others before it",
            ArrangementForm.Spans => "On the grid",
            ArrangementForm.LeftHalf => "The left half",
            ArrangementForm.RightHalf => "The right half",
            ArrangementForm.Upper => "The upper two thirds",
            ArrangementForm.Square => "A square in the middle",
            _ => lost.Length == 1 ? "The whole slide" : "The whole slide, without gaps",
        };
        int worst = Array.IndexOf(lost, lost.Max());
        string gives =
            lost.Max() >= .02 ? $"crops the {(lost.Length == 1 ? "" : Nth(worst) + " ")}photo by {Percent(lost[worst])}"
            : 1 - filled >= .02 ? $"leaves {Percent(1 - filled)} of the room free"
            : "gives up nothing";
        string soft =
            sharp.Min() < .75
                ? lost.Length == 1
                    ? ", and it will look blurred"
                    : $", and the {Nth(Array.IndexOf(sharp, sharp.Min()))} will look blurred"
                : "";
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
