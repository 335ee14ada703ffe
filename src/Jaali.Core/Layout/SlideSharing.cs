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

    /// <summary>The ways of a style for a slide, the best first.</summary>
    public static IReadOnlyList<PhotoSharing> Ways(StyleSystem system, Slide slide) =>
        [
            .. slide.Kind == SlideKind.Title || slide.Layout?.Words == SlideLayout.Opening
                ? system.OpeningSharing
                : system.Sharing,
            .. system.SeveralSharing,
            // Whatever a style leaves out, so many photos have this.
            PhotoSharing.Wall,
        ];

    /// <summary>The arrangement that several photos follow from then on; null for one.</summary>
    internal static ArrangementForm? FormOf(PhotoSharing sharing) =>
        sharing switch
        {
            PhotoSharing.Lead => ArrangementForm.OneLeads,
            PhotoSharing.Compared or PhotoSharing.Wall or PhotoSharing.Panel => ArrangementForm.Grid,
            _ => null,
        };

    /// <summary>Where the photos of a slide come; null where there are none, or too many.</summary>
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
        SlideRect rect =
            sharing == PhotoSharing.Within
                ? Fitted(photo.Aspect, place)
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
        bool list = slide.Items.Exists(i => i.LayoutPart == LayoutPart.List);
        IReadOnlyList<PhotoSharing> preferred = Ways(system, slide);
        List<(PhotoSharing Sharing, double Cost, string Why)> found = [];
        foreach (PhotoSharing sharing in Enum.GetValues<PhotoSharing>().Where(s => Offers(system, s, frames.Length)))
        {
            Slide so = slide with { Layout = (slide.Layout ?? new()) with { Sharing = sharing } };
            Deck with = deck.With(so);
            if (Places(with, so, sharing, photos) is not { } places)
                continue;
            double worst = 0,
                forbidden = 0;
            foreach (ItemPosition place in places)
                if (frames.First(f => f.Id == place.ItemId) is var frame && photos.Photo(frame.PhotoId) is { } photo)
                {
                    double cropped =
                        1 - Math.Min(photo.Aspect, place.Rect.Aspect) / Math.Max(photo.Aspect, place.Rect.Aspect);
                    worst = Math.Max(worst, cropped);
                    if (photo.Rights.Licence is { ForbidsAlterations: true } && cropped > Unnoticed)
                        forbidden += cropped;
                }
            int listed = preferred.ToList().IndexOf(sharing),
                rank = listed < 0 ? preferred.Count + 2 : listed;
            // A list wants room beside the photo, not the photo under it.
            double crowded = list && sharing is PhotoSharing.Over or PhotoSharing.Above or PhotoSharing.Within ? 1 : 0;
            found.Add(
                (
                    sharing,
                    RankCost * rank + worst + ForbiddenCost * forbidden + crowded,
                    $"{Says(sharing)}; {GivesUp(worst, frames.Length, forbidden > 0)}."
                )
            );
        }
        return [.. found.OrderBy(f => f.Cost).Select(f => new LayoutProposal(null, f.Why, true, f.Sharing))];
    }

    // How much a place further down the style's list costs, as a share of a photo cut off; and how much more it counts
    // where a licence does not let the photo be altered.
    private const double RankCost = .12,
        ForbiddenCost = 4;

    // So little cut off is not seen.
    private const double Unnoticed = .02;

    private static string GivesUp(double cropped, int photos, bool forbidden) =>
        cropped <= Unnoticed
            ? photos == 1
                ? "shows the photo whole"
                : "shows every photo whole"
            : string.Create(
                System.Globalization.CultureInfo.InvariantCulture,
                $"crops {(photos == 1 ? "the photo" : "a photo")} by {Math.Round(100 * cropped)}\u00a0%"
            ) + (forbidden ? ", and its licence lets nobody alter it" : "");

    private static string Says(PhotoSharing sharing) =>
        sharing switch
        {
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

    // As large as its place lets it, at the upper left.
    private static SlideRect Fitted(double aspect, SlideRect place)
    {
        double w = Math.Min(place.Width, place.Height * aspect);
        return place with { Width = w, Height = w / aspect };
    }
}
