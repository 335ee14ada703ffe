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

    /// <summary>The ways of a style for a slide, the best first.</summary>
    public static IReadOnlyList<PhotoSharing> Ways(StyleSystem system, Slide slide) =>
        [
            .. slide.Kind == SlideKind.Title || slide.Layout?.Words == SlideLayout.Opening
                ? system.OpeningSharing
                : system.Sharing,
            .. system.SeveralSharing,
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
        if (Arrangements.Taking(slide).FirstOrDefault() is not { } frame || photos.Photo(frame.PhotoId) is not { } photo)
            return null;
        SlideRect place = Lattice.Of(deck, slide).Photo(sharing, frame.Mask != FrameMask.None);
        // A photo that is to be seen whole, or that its marks do not let be cut so, takes less of its place.
        SlideRect rect = sharing == PhotoSharing.Within
            ? Fitted(photo.Aspect, place)
            : CropFinder.NearestPlace(photo.Aspect, place, frame.ProtectedRegions);
        return [new(frame.Id, rect)];
    }

    /// <summary>The turn of a slide among grounds that go by turns: the one after that of the slide before it.</summary>
    internal static int NextTurn(Deck deck, Slide slide) =>
        deck.Slides.TakeWhile(s => s.Id != slide.Id).LastOrDefault(s => s.Layout is not null)?.Layout!.Turn + 1 ?? 0;

    // As large as its place lets it, at the upper left.
    private static SlideRect Fitted(double aspect, SlideRect place)
    {
        double w = Math.Min(place.Width, place.Height * aspect);
        return place with { Width = w, Height = w / aspect };
    }
}
