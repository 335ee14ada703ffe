namespace Jaali.Core.Composing;

/// <summary>The credit of a slide's photos, in a calm corner, in an ink that reads.</summary>
internal static class CreditLine
{
    // Round the words, where they stand on a plate.
    private const double PlateX = 12,
        PlateY = 6,
        Lift = 6;

    // A credit that is broken up further is no line any more.
    private const int MostLines = 6;

    internal static void Add(Composition scene)
    {
        (PlacedPhoto[] photos, Spot wanted) = Credited(scene);
        if (photos.Length == 0)
            return;
        Credit credit = SlideCredits.Compose(photos, scene.Bounds, scene.Deck.Style.Language);
        TypeSetting how = scene.Theme.Setting(WordsRole.Credit);
        IFonts fonts = scene.Facts.Fonts;
        double side = scene.House.MarginX;
        Paragraph[] words = [credit.Paragraph()];
        SetText set = Lines(1);
        TextExtent room = RoomOf(set);
        FoundSpot spot = Under(scene, photos[0].Rect, room) ?? Placed(room);
        // A credit across the edge of a photo is broken into shorter lines until it stands clear of it.
        foreach (double share in (ReadOnlySpan<double>)[.6, .45, .33, .25, .2])
        {
            if (SpotFinder.StandsClear(scene.Around, spot.Box))
                break;
            SetText narrow = Lines(share);
            if (narrow.Lines.Count > MostLines)
                break;
            FoundSpot other = Placed(RoomOf(narrow));
            if (SpotFinder.StandsClear(scene.Around, other.Box))
                (set, spot) = (narrow, other);
        }
        if (
            wanted == Spot.Auto
            && !SpotFinder.StandsClear(scene.Around, spot.Box)
            && SpotFinder.Inside(scene.Around, room, Contrast.SmallWords) is { } inside
        )
            (set, spot) = (Lines(1), inside);
        SlideRect box = spot.Box;
        LightSample under = scene.Backdrop.Light(box.Grown(4));
        Ink ink = Ink.WithPlate(under, Contrast.SmallWords, scene.Inks, scene.Deck.Room);
        if (scene.House.StyleOf(WordsRole.Credit).Ink is { } own)
            ink = Own(own, ink, under, scene.Deck.Room);
        List<SceneNode> nodes = [];
        if (ink.PlateStrength > 0)
            nodes.Add(
                new PathNode(
                    Path.Rect(new(box.X - PlateX, box.Y - PlateY, box.Width + 2 * PlateX, box.Height + 2 * PlateY)),
                    ink.PlateColour,
                    ink.PlateStrength
                )
            );
        if (spot.Spot is Spot.BottomRight or Spot.TopRight)
            set = set.FlushRight();
        var at = new SlidePoint(box.X, box.Y);
        nodes.AddRange(TextNodes.Of(set, at, ink.Colour, fonts, linksAreMarked: false));
        foreach (SceneLink link in TextNodes.Links(set, at, fonts))
            scene.Link(link);
        scene.Add(new GroupNode(null, nodes, IsCredit: true));
        scene.Tell(new ScenePart(null, "credit", box, credit.Text, ink.Ratio, ink.Ratio >= Contrast.SmallWords));

        SetText Lines(double share) => Typesetter.Break(words, how, share * (scene.Bounds.Width - 2 * side), fonts);

        TextExtent RoomOf(SetText set) => new(set.Width, set.Height, side, scene.House.CreditMargin - Lift);

        FoundSpot Placed(TextExtent needs) =>
            wanted == Spot.Auto
                ? SpotFinder.Foot(scene.Around, needs, Contrast.SmallWords)
                : SpotFinder.Corner(scene.Around, needs, Contrast.SmallWords, [wanted]);
    }

    /// <summary>The photos of a slide that are credited on it, and the corner that a hand chose for their credit; none
    /// where credits stand at the end alone.</summary>
    internal static (PlacedPhoto[] Photos, Spot Wanted) Credited(Composition scene)
    {
        CreditStyle style = scene.Deck.Style;
        if (style.Place == CreditPlace.EndOnly)
            return ([], Spot.Auto);
        (PhotoUse Use, PhotoFacts Photo)[] shown =
        [
            .. ItemKinds
                .Photos(scene.Slide)
                .Select(u => (Use: u, Photo: scene.Facts.Photo(u.PhotoId)!))
                .Where(s => s.Photo is not null && style.Credits(s.Photo.Rights)),
        ];
        return (
            [.. shown.Select(s => new PlacedPhoto(s.Photo.Rights, s.Use.Changes, s.Use.Rect))],
            shown.Select(s => s.Use.CreditSpot).FirstOrDefault(s => s is not (Spot.Auto or Spot.Placed))
        );
    }

    // The ink that the house has for credits, where it reads; else the better of the two.
    private static Ink Own(string colour, Ink better, LightSample under, Room room)
    {
        double ratio = under.WorstTenth(Luminance.Of(colour), room);
        return ratio >= Contrast.SmallWords
            ? better with
            {
                Colour = colour,
                Ratio = ratio,
                PlateStrength = 0,
            }
            : better;
    }

    // Below the photo, at its left edge, where the slide leaves room for it.
    private static FoundSpot? Under(Composition scene, SlideRect photo, TextExtent room)
    {
        if (scene.Deck.Style.Place != CreditPlace.UnderPhoto || scene.Bounds.Bottom - photo.Bottom < room.Height + 12)
            return null;
        var box = new SlideRect(
            Math.Min(photo.X, scene.Bounds.Right - room.Width),
            photo.Bottom + Lift,
            room.Width,
            room.Height
        );
        return new FoundSpot(Spot.BottomLeft, box, Ink.Best(scene.Backdrop.Light(box), scene.Inks));
    }
}
