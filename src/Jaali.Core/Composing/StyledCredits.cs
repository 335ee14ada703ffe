namespace Jaali.Core.Composing;

/// <summary>
/// The credits of a slide's photos as a house style sets them: on one line at the foot, on the same side through the
/// deck; each under its own photo where photos stand in a row; at most two lines, else the makers' names with what
/// leads to the page of credits.
/// </summary>
internal static class StyledCredits
{
    // At most so many lines stand on a slide.
    private const int MostLines = 2;

    // A credit is quieter than the words: so much of its ink, where it reads.
    private const double Quiet = .85;

    // What is read off tables may be a little too good.
    private const double Surely = 1.1;

    // The strongest veil from the foot before a plate is used, and how far it reaches in lines.
    private const double StrongestVeil = .8,
        VeilLines = 5;

    private sealed record Piece(SetText Set, SlideRect Box, string Says);

    /// <summary>Finds the places of the credits, keeps words away from them and lays the veil that they need under
    /// everything that is still to come.</summary>
    /// <returns>What paints them, over everything.</returns>
    internal static Action Place(Composition scene)
    {
        (PlacedPhoto[] photos, Spot wanted) = CreditLine.Credited(scene);
        if (photos.Length == 0)
            return () => { };
        Piece[] pieces = UnderEach(scene, photos) ?? [Joined(scene, photos, wanted)];
        // Where a hand put a photo across the line of credits, they look for a place as those of no style do.
        if (!pieces.All(p => SpotFinder.StandsClear(scene.Around, p.Box)))
            return () => CreditLine.Add(scene);
        double strength = VeilFor(scene, pieces);
        if (strength > 0)
        {
            Veil veil = Veil(scene, strength);
            scene.AddBelow(new PathNode(Path.Rect(veil.At.Rect), null, Gradient: VeilGradient.Of(veil)));
        }
        foreach (Piece piece in pieces)
            scene.Reserve(piece.Box.Grown(6));
        return () =>
        {
            foreach (Piece piece in pieces)
                Paint(scene, piece);
        };
    }

    // Each under its own photo: where all stand in one row above the line of credits, and none lies under another.
    private static Piece[]? UnderEach(Composition scene, PlacedPhoto[] photos)
    {
        if (photos.Length is < 2 or > 4 || scene.Slide.Ground is not null)
            return null;
        double foot = photos[0].Rect.Bottom;
        PlacedPhoto[] row = [.. photos.OrderBy(p => p.Rect.X)];
        if (
            photos.Any(p => Math.Abs(p.Rect.Bottom - foot) > 1)
            || foot > scene.Lattice!.CreditTop
            || row.Zip(row.Skip(1)).Any(p => p.First.Rect.Right > p.Second.Rect.X)
        )
            return null;
        List<Piece> pieces = [];
        foreach (PlacedPhoto photo in row)
        {
            CreditParts parts = CreditParts.Of(photo.Rights, photo.Changes, scene.Deck.Style.Language);
            if (
                Set(scene, Credit.Joined(parts, scene.House.System!.CreditJoint, false), photo.Rect.Width)
                is not { } set
            )
                return null;
            pieces.Add(OnLine(scene, set.Set, set.Says, photo.Rect.X));
        }
        return [.. pieces];
    }

    private static Piece Joined(Composition scene, PlacedPhoto[] photos, Spot wanted)
    {
        StyleSystem system = scene.House.System!;
        string language = scene.Deck.Style.Language;
        (bool right, SlideRect room) = Side(scene, photos);
        if (wanted is Spot.BottomLeft or Spot.BottomRight or Spot.TopLeft or Spot.TopRight)
            right = wanted is Spot.BottomRight or Spot.TopRight;
        IEnumerable<Credit> forms =
            photos.Length == 1
                ? [.. system.CreditTitles ? [One(true)] : Array.Empty<Credit>(), One(false)]
                : [SlideCredits.InOrder(photos, scene.Bounds, system.CreditJoint, language)];
        (SetText Set, string Says) set = forms.Select(f => Set(scene, f, room.Width)).FirstOrDefault(s => s is not null)
            is { } fits
            ? fits
            : Names(scene, photos, room.Width);
        if (right)
            set.Set = set.Set.FlushRight();
        Piece piece = OnLine(scene, set.Set, set.Says, right ? room.Right - set.Set.Width : room.X);
        return wanted is Spot.TopLeft or Spot.TopRight
            ? piece with
            {
                Box = piece.Box with { Y = scene.Bounds.Y + scene.House.CreditMargin },
            }
            : piece;

        Credit One(bool titled) =>
            Credit.Joined(CreditParts.Of(photos[0].Rights, photos[0].Changes, language), system.CreditJoint, titled);
    }

    // The side of the line, and the room on it: where words and one photo share the slide, the side of the words; under
    // photos their left edge.
    private static (bool Right, SlideRect Room) Side(Composition scene, PlacedPhoto[] photos)
    {
        Lattice lattice = scene.Lattice!;
        SlideRect inner = lattice.Inner;
        bool right = scene.House.System!.CreditAt == Spot.BottomRight;
        if (scene.Slide.Layout?.Sharing == PhotoSharing.Panel && lattice.Words is { } panel)
            return (false, panel);
        if (photos.Length > 1)
            return (false, inner);
        SlideRect photo = photos[0].Rect;
        // A photo to the foot of the slide leaves the line beside it.
        if (scene.Slide.Ground is null && photo.Bottom > lattice.CreditTop && photo.Width < scene.Bounds.Width - 1)
        {
            double before = photo.X - inner.X,
                behind = inner.Right - photo.Right;
            const double Least = 240,
                Gap = 36;
            if (before >= behind && before > Least)
                return (false, inner with { Width = before - Gap });
            if (behind > Least)
                return (true, inner with { X = photo.Right + Gap, Width = behind - Gap });
        }
        return (right, inner);
    }

    // As it is set in a width, or null where it takes too many lines.
    private static (SetText Set, string Says)? Set(Composition scene, Credit credit, double width)
    {
        SetText set = Typesetter.Break(
            [credit.Paragraph()],
            scene.Theme.Setting(WordsRole.Credit),
            width,
            scene.Facts.Fonts
        );
        return set.Lines.Count > MostLines ? null : (set, credit.Text);
    }

    // The makers alone, and what leads to the page of credits (CC 4.0 s.3(a)(2): a link to a page that has the required
    // information is a reasonable way).
    private static (SetText Set, string Says) Names(Composition scene, PlacedPhoto[] photos, double width)
    {
        string[] makers =
        [
            .. photos.Select(p => p.Rights.Maker.Length > 0 ? p.Rights.Maker : "unknown maker").Distinct(),
        ];
        Slide? page = scene.Deck.Slides.Find(s => s.Kind == SlideKind.Credits);
        string lead = page is null ? "" : $" · licences on slide {scene.Deck.PlaceOf(page.Id) + 1}";
        Credit names = new([
            new("Photos: " + string.Join(", ", makers)),
            .. page is null ? Array.Empty<CreditSpan>() : [new(lead, LinkTarget.ToSlide + page.Id)],
        ]);
        return (
            Typesetter.Break([names.Paragraph()], scene.Theme.Setting(WordsRole.Credit), width, scene.Facts.Fonts),
            names.Text
        );
    }

    // The last line stands on the line of credits.
    private static Piece OnLine(Composition scene, SetText set, string says, double x)
    {
        TypeSetting how = set.How;
        double y = scene.Lattice!.CreditTop - (set.Lines.Count - 1) * how.Size * how.Leading;
        return new(set, new(x, y, set.Width, set.Height), says);
    }

    // How strong a veil from the foot they need to be read; 0 for none, and where none is enough: then they stand on a
    // plate.
    private static double VeilFor(Composition scene, Piece[] pieces)
    {
        double wanted = Contrast.SmallWords * Surely;
        if (!OnPhoto(scene, pieces) || pieces.All(p => Best(scene, p) is { } ink && ink.Ratio >= wanted))
            return 0;
        double dark = Luminance.Encode(Luminance.Of(scene.House.VeilColour)),
            ink = Luminance.Of(scene.Inks.Against(scene.House.VeilColour)),
            reach = Veil(scene, 1).At.Rect.Height;
        for (double strength = .1; strength <= StrongestVeil; strength += .05)
            if (pieces.All(p => Through(p, strength) >= wanted))
                return strength;
        return 0;

        double Through(Piece p, double strength)
        {
            double share = strength * VeilGradient.Fading((scene.Bounds.Bottom - p.Box.Y) / reach);
            return scene
                .Backdrop.Light(p.Box.Grown(4))
                .Through(l => Luminance.Decode(Luminance.Encode(l) * (1 - share) + dark * share))
                .WorstTenth(ink, scene.Deck.Room);
        }
    }

    // They lie on a photo that goes from side to side at the foot.
    private static bool OnPhoto(Composition scene, Piece[] pieces) =>
        scene.Slide.Ground is not null
        || scene.Slide.Items.Exists(i =>
            i is Frame && i.At.Rect.Width >= scene.Bounds.Width && pieces.All(p => i.At.Rect.Holds(p.Box))
        );

    // From the foot up, over some lines of credits; nothing above it is touched.
    private static Veil Veil(Composition scene, double strength)
    {
        double high = scene.House.CreditMargin + VeilLines * scene.Lattice!.CreditLine;
        return new(
            default,
            new(scene.Bounds with { Y = scene.Bounds.Bottom - high, Height = high }),
            VeilForm.Linear,
            scene.House.VeilColour,
            strength,
            -90
        );
    }

    private static Ink Best(Composition scene, Piece piece) =>
        Ink.Best(scene.Backdrop.Light(piece.Box.Grown(4)), scene.Inks, scene.Deck.Room);

    private static void Paint(Composition scene, Piece piece)
    {
        LightSample under = scene.Backdrop.Light(piece.Box.Grown(4));
        Ink ink = Ink.WithPlate(under, Contrast.SmallWords, scene.Inks, scene.Deck.Room);
        if (scene.House.StyleOf(WordsRole.Credit).Ink is { } own)
        {
            double ratio = under.WorstTenth(Luminance.Of(own), scene.Deck.Room);
            if (ratio >= Contrast.SmallWords * Surely)
                ink = new(own, ratio, ink.PlateColour, 0);
        }
        List<SceneNode> nodes = [];
        if (ink.PlateStrength > 0)
            nodes.Add(new PathNode(Path.Rect(piece.Box.Grown(8)), ink.PlateColour, ink.PlateStrength));
        var at = new SlidePoint(piece.Box.X, piece.Box.Y);
        IFonts fonts = scene.Facts.Fonts;
        // On the paper it is quieter than the words.
        if (ink.PlateStrength == 0 && scene.Slide.Ground is null)
        {
            string quiet = Colours.Mixed(scene.Lattice!.Ground ?? scene.House.Paper, ink.Colour, Quiet);
            double ratio = under.WorstTenth(Luminance.Of(quiet), scene.Deck.Room);
            if (ratio >= Contrast.SmallWords * Surely)
                ink = ink with { Colour = quiet, Ratio = ratio };
        }
        nodes.AddRange(TextNodes.Of(piece.Set, at, ink.Colour, fonts, linksAreMarked: false));
        foreach (SceneLink link in TextNodes.Links(piece.Set, at, fonts))
            scene.Link(link);
        scene.Add(new GroupNode(null, nodes, IsCredit: true));
        scene.Tell(new ScenePart(null, "credit", piece.Box, piece.Says, ink.Ratio, ink.Ratio >= Contrast.SmallWords));
    }
}
