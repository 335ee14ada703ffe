namespace Jaali.Core.Layout;

/// <summary>The ways in which photos and words share a slide, on the lattice of the house.</summary>
public static class SlideSharing
{
    /// <summary>True where so many photos can share a slide so.</summary>
    public static bool Suits(PhotoSharing sharing, int photos) =>
        sharing switch
        {
            PhotoSharing.Compared => photos == 2,
            PhotoSharing.Lead => photos is >= 3 and <= 5,
            PhotoSharing.Wall or PhotoSharing.Panel => photos is >= 2 and <= Mosaics.Most,
            _ => photos == 1,
        };

    /// <summary>True where a style lays so many photos out so: beside a panel within the margins, photos in three
    /// columns would stand on no line.</summary>
    internal static bool Offers(StyleSystem system, PhotoSharing sharing, int photos) =>
        Suits(sharing, photos) && !(sharing == PhotoSharing.Panel && system.Inset && photos > MostInset);

    private const int MostInset = 4;

    /// <summary>The ways of a style for a slide, the best first: those that leave its words no room come
    /// last.</summary>
    public static IReadOnlyList<PhotoSharing> Ways(StyleSystem system, Slide slide) =>
        [
            .. (
                slide.Kind == SlideKind.Title || slide.Layout?.Words == SlideLayout.Opening
                    ? system.OpeningSharing
                    : system.Sharing
            )
                .Concat(system.SeveralSharing)
                // Whatever a style leaves out, so many photos have these.
                .Concat([PhotoSharing.HalfRight, PhotoSharing.Wall, PhotoSharing.Panel])
                .Distinct()
                .OrderBy(s => Crowds(slide, s)),
        ];

    // A list wants room beside a photo, not the photo under it; and whatever is no heading, room beside several.
    private static bool Crowds(Slide slide, PhotoSharing sharing) =>
        slide.HasFigures
            // What shows figures wants the larger part of the slide beside a photo; over one it stands under a veil.
            ? sharing
                is not (
                    PhotoSharing.HalfLeft
                    or PhotoSharing.HalfRight
                    or PhotoSharing.NarrowLeft
                    or PhotoSharing.NarrowRight
                )
            : sharing switch
            {
                PhotoSharing.Over or PhotoSharing.Above or PhotoSharing.Below or PhotoSharing.Within =>
                    slide.Items.Exists(i => i.LayoutPart == LayoutPart.List),
                PhotoSharing.Wall or PhotoSharing.Lead or PhotoSharing.Compared => slide.Layout?.Words
                    is not null
                        and not SlideLayout.Heading,
                _ => false,
            };

    /// <summary>The arrangement that several photos follow from then on; null for one.</summary>
    internal static ArrangementForm? FormOf(PhotoSharing sharing) =>
        sharing switch
        {
            PhotoSharing.Lead => ArrangementForm.OneLeads,
            PhotoSharing.Compared or PhotoSharing.Wall or PhotoSharing.Panel => ArrangementForm.Grid,
            _ => null,
        };

    /// <summary>Where the photos of a slide come; null where there are none, or too many, or where the slide is no
    /// place to show one whole that nobody may alter.</summary>
    internal static IReadOnlyList<ItemPosition>? Places(
        Deck deck,
        Slide slide,
        PhotoSharing sharing,
        IPhotoFacts photos
    )
    {
        if (FormOf(sharing) is { } form)
            return Arrangements.Solved(deck, slide, photos, form);
        if (
            Arrangements.Taking(slide).FirstOrDefault() is not { } frame
            || photos.Photo(frame.PhotoId) is not { } photo
        )
            return null;
        SlideRect place = Lattice.Of(deck, slide).Photo(sharing, frame.Mask != FrameMask.None);
        // A photo that is to be seen whole, or that its marks do not let be cut so, takes less of its place.
        bool whole = Arrangements.IsShownWhole(frame, photo);
        if (whole && sharing == PhotoSharing.Over && Cropped(photo.Aspect, place.Aspect) > 0)
            return null;
        SlideRect rect =
            whole || deck.House.System!.WholePhotos || sharing == PhotoSharing.Within
                ? Arrangements.Fitted(photo.Aspect, place)
                : CropFinder.NearestPlace(photo.Aspect, place, frame.ProtectedRegions);
        return [new(frame.Id, rect)];
    }

    /// <summary>The turn of a slide among grounds that go by turns: the one after that of the slide before
    /// it.</summary>
    internal static int NextTurn(Deck deck, Slide slide) =>
        deck.Slides.TakeWhile(s => s.Id != slide.Id).LastOrDefault(s => s.Layout is not null)?.Layout!.Turn + 1 ?? 0;

    /// <summary>The ways in which the photos of a slide can share it, the best first: as the style prefers them, by how
    /// much each cuts off, and by what a photo asks for that may not be altered. Each with what it gives up.</summary>
    public static IReadOnlyList<LayoutProposal> For(Deck deck, Slide slide, IPhotoFacts photos)
    {
        Frame[] frames = [.. Arrangements.Taking(slide)];
        if (deck.House.System is not { } system || frames.Length == 0 || slide.Kind == SlideKind.Credits)
            return [];
        IReadOnlyList<PhotoSharing> preferred = Ways(system, slide);
        List<(PhotoSharing Sharing, double Cost, string Why)> found = [];
        foreach (PhotoSharing sharing in Enum.GetValues<PhotoSharing>().Where(s => Offers(system, s, frames.Length)))
        {
            Slide so = slide with { Layout = (slide.Layout ?? new()) with { Sharing = sharing } };
            Deck with = deck.With(so);
            if (Places(with, so, sharing, photos) is not { } places)
                continue;
            SlideRect content = Lattice.Of(with, so).Content;
            double worst = 0,
                small = 0;
            foreach (ItemPosition place in places)
                if (frames.First(f => f.Id == place.ItemId) is var frame && photos.Photo(frame.PhotoId) is { } photo)
                {
                    worst = Math.Max(worst, Cropped(photo.Aspect, place.Rect.Aspect));
                    if (Arrangements.IsShownWhole(frame, photo))
                        small +=
                            SmallCost * (1 - place.Rect.Width * place.Rect.Height / (content.Width * content.Height));
                }
            int listed = preferred.ToList().IndexOf(sharing),
                rank = listed < 0 ? preferred.Count + 2 : listed;
            double crowded = Crowds(slide, sharing) ? 1 : 0;
            found.Add(
                (
                    sharing,
                    RankCost * rank + worst + small + crowded,
                    $"{Says(sharing, slide)}; {GivesUp(worst, frames.Length, small > 0)}."
                )
            );
        }
        return [.. found.OrderBy(f => f.Cost).Select(f => new LayoutProposal(null, f.Why, true, f.Sharing))];
    }

    // How much a place further down the style's list costs, as a share of a photo cut off; and what it costs that a
    // photo which is shown whole leaves of the slide.
    private const double RankCost = .12,
        SmallCost = .5;

    private static double Cropped(double photo, double place) => 1 - Math.Min(photo, place) / Math.Max(photo, place);

    // So little cut off is not seen.
    private const double Unnoticed = .02;

    private static string GivesUp(double cropped, int photos, bool asAsked) =>
        cropped <= Unnoticed
            ? (photos == 1 ? "shows the photo whole" : "shows every photo whole")
                + (asAsked ? ", since nobody may alter it" : "")
            : string.Create(
                System.Globalization.CultureInfo.InvariantCulture,
                $"crops {(photos == 1 ? "the photo" : "a photo")} by {Math.Round(100 * cropped)}\u00a0%"
            ) + (asAsked ? "; the one that nobody may alter stays whole" : "");

    private static string Says(PhotoSharing sharing, Slide slide) =>
        sharing switch
        {
            PhotoSharing.Over when slide.HasFigures => "Everything over the photo, which lies under a veil",
            PhotoSharing.Over => "Words over the photo",
            PhotoSharing.HalfLeft => "The photo on the left half, words beside it",
            PhotoSharing.HalfRight => "The photo on the right half, words beside it",
            PhotoSharing.WideLeft => "The photo on two thirds at the left, words beside it",
            PhotoSharing.WideRight => "The photo on two thirds at the right, words beside it",
            PhotoSharing.NarrowLeft => "The photo on a third at the left, words beside it",
            PhotoSharing.NarrowRight => "The photo on a third at the right, words beside it",
            PhotoSharing.Above => "The photo above, words below",
            PhotoSharing.Below => "Words above, the photo below",
            PhotoSharing.Within => "The photo within the margins, words under it",
            PhotoSharing.Compared => "Two photos to compare",
            PhotoSharing.Lead => "The first photo large, the others small beside it",
            PhotoSharing.Wall => "Photos of one size under the heading",
            PhotoSharing.Panel => "Words on a third, photos of one size on the rest",
            _ => throw new ArgumentOutOfRangeException(nameof(sharing)),
        };
}
