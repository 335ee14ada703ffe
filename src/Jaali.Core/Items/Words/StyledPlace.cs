namespace Jaali.Core.Items;

/// <summary>
/// Words where their house style has them: in the room that the lattice gives them beside photos, else over the photo
/// at the first of the style's places where they read, with the weakest veil that they need.
/// </summary>
internal static class StyledPlace
{
    // A departure from the first place costs as much as so strong a veil: a weak veil is better than a heading that
    // jumps.
    private const double Departure = .45;

    // What is read off tables may be a little too good; and words just at the limit are no pleasure.
    private const double Surely = 1.12;

    // How far a veil reaches beyond the words, in their heights; and how restless a ground may be without one.
    private const double Beyond = .8,
        RestlessVeil = .3;

    /// <summary>A place that words may take.</summary>
    /// <param name="Spot">Which of the style's places.</param>
    /// <param name="Set">The words as they are set there.</param>
    /// <param name="Box">Where they stand.</param>
    /// <param name="Cost">What it costs by itself.</param>
    internal sealed record Candidate(Spot Spot, SetText Set, SlideRect Box, double Cost)
    {
        /// <summary>The veil, or null for none.</summary>
        internal PathNode? Painted { get; init; }

        /// <summary>Why words cannot stand there, in words; empty where they can.</summary>
        internal string WhyNot { get; init; } = "";
    }

    internal static (SetText Set, SlideRect Box)? Of(
        Words item,
        ImmutableList<Paragraph> paragraphs,
        TypeSetting how,
        Composition scene
    )
    {
        if (
            scene.Lattice is not { } lattice
            || item.Role is WordsRole.Subtitle or WordsRole.Caption or WordsRole.Label or WordsRole.Credit
        )
            return null;
        if (lattice.Words is { } room)
            return InRoom(item, paragraphs, how, scene, room);
        if (scene.Slide.Ground is null)
            return Free(scene) is { } free ? InRoom(item, paragraphs, how, scene, free) : null;
        Candidate[] places = [.. Candidates(item, paragraphs, how, scene).Where(p => p.WhyNot.Length == 0)];
        if ((places.FirstOrDefault(p => p.Spot == item.Leans) ?? places.MinBy(p => p.Cost)) is not { } best)
            return null;
        if (!Says(item, scene))
            return (best.Set, best.Box);
        if (best.Painted is { } veil)
            scene.AddBelow(veil);
        if (item.Role == WordsRole.Opening)
            Accent(scene, best.Box, best.Box.Width);
        return (best.Set, best.Box);
    }

    // A place where words are still to be written has nothing painted for it.
    private static bool Says(Words item, Composition scene) =>
        !string.IsNullOrWhiteSpace(item.Say(scene.Deck, scene.Slide));

    // The largest room beside photos that a hand put there; null where that is too little.
    private static SlideRect? Free(Composition scene)
    {
        SlideRect slide = scene.Bounds,
            room = FreeRoom.Largest(
                scene.Lattice!.Inner,
                [
                    .. scene
                        .Slide.Items.Where(i => i is Frame)
                        .Select(i => i.At.Rect.Turned(i.At.Turn, Composition.Middle(i.At.Rect))),
                ],
                scene.House.System!.Gutter + 14
            );
        return room.Width >= slide.Width / 5 && room.Height >= slide.Height / 5 ? room : null;
    }

    // In the room of the words: at its head, in its middle or at its foot, as the style has the role.
    private static (SetText, SlideRect)? InRoom(
        Words item,
        ImmutableList<Paragraph> paragraphs,
        TypeSetting how,
        Composition scene,
        SlideRect room
    )
    {
        Lattice lattice = scene.Lattice!;
        TextStyle look = scene.Theme.StyleOf(item.Role, item.Style);
        VerticalAlign stands = look.VerticalAlign ?? VerticalAlign.Top;
        if (item.Role == WordsRole.Body)
        {
            // Under the heading, where that stands in the same room.
            double top = scene
                .Parts.Where(p => p.Role == "heading" && p.Says.Length > 0 && room.Overlaps(p.Box))
                .Select(p => Math.Max(p.Box.Bottom, room.Y + lattice.HeadingRow) + lattice.Air)
                .Append(lattice.HasHeadingRow && room.Y <= lattice.Inner.Y ? lattice.ContentTop : room.Y)
                .Max();
            room = room with { Y = top, Height = Math.Max(lattice.CreditLine, room.Bottom - top) };
            stands = VerticalAlign.Top;
        }
        else if (item.Role == WordsRole.Heading && lattice.HasHeadingRow && room.Y <= lattice.Inner.Y)
            room = room with { Height = Math.Min(room.Height, lattice.HeadingRow) };
        double tail = scene.House.System!.Apart ? 0 : WordsScene.Tail(item, scene);
        bool alone = scene.Slide.Around == HeadingSurroundings.OnePhoto;
        // The number of the point stands over a heading beside a photo, before one over it.
        SetText? number = NumberOf(item, scene);
        double aside =
            number is null || alone ? 0 : Math.Max(scene.Bounds.Height / 18, number.Width + number.Size * .6);
        room = room with { X = room.X + aside, Width = room.Width - aside };
        SetText set = Typesetter.Fit(
            paragraphs,
            how,
            // Beside a photo the room itself is the measure.
            room.Width * (scene.Slide.Layout?.Sharing is null ? look.Measure ?? 1 : 1),
            room.Height - tail,
            scene.Facts.Fonts
        );
        double free = room.Height - tail - set.Height,
            x =
                room.X
                + (room.Width - set.Width)
                    * (
                        how.Align == WordsAlign.Middle ? .5
                        : how.Align == WordsAlign.End ^ set.IsRightToLeft ? 1
                        : 0
                    ),
            y =
                room.Y
                + Math.Max(0, free)
                    * stands switch
                    {
                        VerticalAlign.Middle => .5,
                        VerticalAlign.Foot => 1,
                        _ => 0,
                    };
        var box = new SlideRect(x, y, set.Width, set.Height);
        // Where other words stand there already, they look for a place as those of no style do.
        if (
            scene.Around.Taken.Any(t => t.Overlaps(box))
            || !SpotFinder.StandsClear(scene.Around, box)
            || scene.Slide.Items.Exists(i => i.LayoutPart == LayoutPart.Photo && i.At.Rect.Overlaps(box))
        )
            return null;
        if (!Says(item, scene))
            return (set, box);
        if (item.Role is WordsRole.Opening or WordsRole.Section || item.Role == WordsRole.Heading && alone)
            Accent(scene, box, room.Width);
        if (number is not null)
            scene.AddBelow(
                new GroupNode(
                    null,
                    TextNodes.Of(
                        number,
                        alone
                            ? new(box.X, box.Y - number.Height - number.Size * .2)
                            : new(box.X - aside, box.Y + set.Lines[0].Y - number.Lines[0].Y),
                        scene.House.Accents[0],
                        scene.Facts.Fonts,
                        linksAreMarked: false
                    )
                )
            );
        return (set, box);
    }

    /// <summary>The places of the style for words that look for one over a photo, each with the veil it needs and what
    /// it costs, or why they cannot stand there; none for other words.</summary>
    internal static IReadOnlyList<Candidate> Candidates(Words item, Composition scene) =>
        scene.Lattice is { Words: null }
        && scene.Slide.Ground is not null
        && item is { Spot: Spot.Auto, Role: WordsRole.Heading or WordsRole.Opening or WordsRole.Section }
        && item.Say(scene.Deck, scene.Slide).Trim().Length > 0
            ? Candidates(
                item,
                item.Paragraphs(scene.Deck, scene.Slide),
                scene.Theme.Setting(item.Role, item.Style),
                scene
            )
            : [];

    /// <summary>The places of the style at which words read, each with the veil it needs and what it costs.</summary>
    internal static IReadOnlyList<Candidate> Candidates(
        Words item,
        ImmutableList<Paragraph> paragraphs,
        TypeSetting how,
        Composition scene
    )
    {
        Lattice lattice = scene.Lattice!;
        StyleSystem system = scene.House.System!;
        TextStyle look = scene.Theme.StyleOf(item.Role, item.Style);
        double tail = WordsScene.Tail(item, scene);
        SetText set = Typesetter.Fit(
            paragraphs,
            how,
            lattice.Inner.Width * (look.Measure ?? scene.House.WordsWidth),
            scene.Bounds.Height * scene.House.WordsHeight - tail,
            scene.Facts.Fonts
        );
        double wanted = WordsReading.WantedFor(set.Size, how.Face.Bold) * Surely;
        string[] inks = look.Ink is { } own ? [own] : [scene.Inks.Light, scene.Inks.Dark];
        List<Candidate> found = [];
        for (int i = 0; i < system.Places.Count; i++)
        {
            Spot spot = system.Places[i];
            bool right = spot is Spot.TopRight or Spot.BottomRight,
                foot = spot is Spot.BottomLeft or Spot.BottomRight;
            var box = new SlideRect(
                right ? lattice.Inner.Right - set.Width : lattice.Inner.X,
                foot ? lattice.ContentFoot - tail - set.Height : lattice.Inner.Y,
                set.Width,
                set.Height
            );
            SlideRect all = box with { Height = box.Height + tail };
            string whyNot =
                scene.Around.Taken.Any(t => t.Overlaps(all)) ? "other words stand there"
                : scene.Around.Straddles(all) ? "a photo ends there"
                : scene.Around.Subjects.Any(box.Contains) ? "the subject of the photo is there"
                : "";
            (double strength, PathNode? veil) =
                whyNot.Length > 0 ? (double.NaN, null) : VeilFor(box, all, foot, inks, wanted, scene);
            if (whyNot.Length == 0 && double.IsNaN(strength))
                whyNot = "words do not read there under the strongest veil of the style";
            found.Add(
                new(
                    spot,
                    right && how.Align == WordsAlign.Start ? set.FlushRight() : set,
                    box,
                    whyNot.Length > 0 ? double.PositiveInfinity : i * Departure + strength + Disturbs(all, scene)
                )
                {
                    Painted = veil,
                    WhyNot = whyNot,
                }
            );
        }
        return found;
    }

    // A restless place, and one near the subject, cost something even where words read.
    private static double Disturbs(SlideRect box, Composition scene) =>
        1.2 * scene.Backdrop.Busyness(box.Grown(8))
        + (scene.Around.Subjects.Count == 0 ? 0 : .3 * scene.Around.Subjects.Max(s => SpotFinder.Closeness(box, s)));

    // The weakest veil of the house, from the edge at which words stand, that lets them read; NaN where none does that
    // the style allows.
    private static (double Strength, PathNode? Veil) VeilFor(
        SlideRect loud,
        SlideRect words,
        bool foot,
        string[] inks,
        double wanted,
        Composition scene
    )
    {
        StyleSystem system = scene.House.System!;
        // What stands under the words reads by itself.
        LightSample[] under =
            words.Height > loud.Height + 1
                ?
                [
                    scene.Backdrop.Light(loud.Grown(4)),
                    scene.Backdrop.Light(loud with { Y = loud.Bottom, Height = words.Bottom - loud.Bottom }),
                ]
                : [scene.Backdrop.Light(loud.Grown(4))];
        bool calm = scene.Backdrop.Busyness(words.Grown(8)) < CalmArea.Restless;
        double least =
            system.AlwaysVeiled ? scene.House.VeilStrength
            : inks.Any(ink => under.All(u => u.WorstTenth(Luminance.Of(ink), scene.Deck.Room) >= wanted))
                ? (calm ? 0 : RestlessVeil)
            : double.NaN;
        if (least == 0)
            return (0, null);
        // With a veil the ink is the one against it.
        string colour = scene.House.VeilColour,
            against = inks.MaxBy(ink => Contrast.Ratio(Luminance.Of(ink), Luminance.Of(colour)))!;
        double ink = Luminance.Of(against),
            veil = Luminance.Encode(Luminance.Of(colour)),
            // A style that always veils takes the photo back as a whole, not a strip of it.
            reach = Math.Clamp(
                ((foot ? scene.Bounds.Bottom - words.Y : words.Bottom) + Math.Max(words.Height * Beyond, 160))
                    / scene.Bounds.Height,
                system.AlwaysVeiled ? 1 : 0,
                1
            );
        (SlidePoint from, SlidePoint to) = VeilGradient.Way(scene.Bounds, foot ? -90 : 90, reach);
        // Under the words the veil is weakest at the side away from its edge.
        List<(double Grey, double Share)> samples = [];
        const int Rows = 6,
            Columns = 8;
        for (int r = 0; r < Rows; r++)
        for (int c = 0; c < Columns; c++)
        {
            var part = new SlideRect(
                words.X + words.Width * c / Columns,
                words.Y + words.Height * r / Rows,
                words.Width / Columns,
                words.Height / Rows
            );
            LightSample here = scene.Backdrop.Light(part);
            double share = VeilGradient.Fading((part.Y + part.Height / 2 - from.Y) / (to.Y - from.Y));
            samples.Add((Luminance.Encode(here.Worst(.1, ink, scene.Deck.Room).Luminance), share));
        }
        double low = 0,
            high = 1;
        if (!Reads(1))
            return (double.NaN, null);
        while (high - low > .01)
        {
            double middle = (low + high) / 2;
            if (Reads(middle))
                high = middle;
            else
                low = middle;
        }
        double strength = Math.Ceiling(100 * Math.Max(high, double.IsNaN(least) ? 0 : least)) / 100;
        if (strength > system.StrongestVeil && !system.AlwaysVeiled)
            return (double.NaN, null);
        return (
            strength,
            new PathNode(
                Path.Rect(scene.Bounds),
                null,
                Gradient: VeilGradient.Of(
                    new Veil(default, new(scene.Bounds), VeilForm.Linear, colour, strength, foot ? -90 : 90, reach)
                )
            )
        );

        bool Reads(double strength) =>
            samples.Count(s =>
                scene.Deck.Room.Ratio(
                    Luminance.Decode(s.Grey * (1 - strength * s.Share) + veil * strength * s.Share),
                    ink
                ) < wanted
            )
            <= samples.Count / 20;
    }

    // The number of the point as it is set; null where the style has none, or the words are no heading of a point.
    private static SetText? NumberOf(Words item, Composition scene)
    {
        if (
            scene.House.System!.Accent != AccentForm.Number
            || item.Role != WordsRole.Heading
            || scene.Slide.PointId is not { } point
            || scene.Deck.Points.FindIndex(p => p.Id == point) is not (>= 0 and int at)
        )
            return null;
        TypeSetting how = scene.Theme.Setting(WordsRole.Caption);
        return Typesetter.Break(
            Paragraph.Of((at + 1).ToString(System.Globalization.CultureInfo.InvariantCulture)),
            how with
            {
                Face = scene.Facts.Fonts.Find(how.Face.Family, false, false),
            },
            scene.Bounds.Width,
            scene.Facts.Fonts
        );
    }

    // What the style brings out beside the words.
    private static void Accent(Composition scene, SlideRect words, double wide)
    {
        double h = scene.Bounds.Height,
            top = words.Y - h / 30;
        if (top < scene.Bounds.Y + 8)
            return;
        SlideRect? mark = scene.House.System!.Accent switch
        {
            AccentForm.Bar => new(words.X, top, h / 12, h / 180),
            AccentForm.Rule => new(words.X, top, wide, 2),
            _ => null,
        };
        if (mark is { } rect)
            scene.AddBelow(new PathNode(Path.Rect(rect), scene.House.Accents[0]));
    }
}
