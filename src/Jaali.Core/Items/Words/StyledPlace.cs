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

    // How far a veil reaches beyond the words, in their heights; and the veil over a restless ground.
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
        if (Chosen(item, Candidates(item, paragraphs, how, scene)) is not { } best)
            return null;
        if (!Says(item, scene))
            return (best.Set, best.Box);
        if (best.Painted is { } veil)
            scene.AddBelow(veil);
        if (item.Role == WordsRole.Opening)
            Accent(scene, best.Box, best.Box.Width);
        return (best.Set, best.Box);
    }

    // The one that the deck was evened out to, else the cheapest: a place further down costs its departure at least.
    private static Candidate? Chosen(Words item, IEnumerable<Candidate> places)
    {
        if (item.Leans is not null)
        {
            places = [.. places.Where(p => p.WhyNot.Length == 0)];
            return places.FirstOrDefault(p => p.Spot == item.Leans) ?? places.MinBy(p => p.Cost);
        }
        Candidate? best = null;
        int tried = 0;
        foreach (Candidate place in places)
        {
            if (place.WhyNot.Length == 0 && (best is null || place.Cost < best.Cost))
                best = place;
            if (best?.Cost <= ++tried * Departure)
                break;
        }
        return best;
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
        // Where other words stand there already, they look for a place as those of no style do; not where they are too
        // long for any.
        SlideRect held = box with
        {
            Width = Math.Min(box.Width, room.Width),
            Height = Math.Min(box.Height, room.Height),
        };
        if (
            scene.Around.Taken.Any(t => t.Overlaps(held))
            || !SpotFinder.StandsClear(scene.Around, held)
            || scene.Slide.Items.Exists(i => i.LayoutPart == LayoutPart.Photo && i.At.Rect.Overlaps(held))
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
            ?
            [
                .. Candidates(
                    item,
                    item.Paragraphs(scene.Deck, scene.Slide),
                    scene.Theme.Setting(item.Role, item.Style),
                    scene
                ),
            ]
            : [];

    // One after the other, as they are asked for.
    private static IEnumerable<Candidate> Candidates(
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
            double busy = 0,
                strength = double.NaN;
            PathNode? veil = null;
            if (whyNot.Length == 0)
            {
                busy = scene.Backdrop.CoarseBusyness(all.Grown(8));
                (strength, veil) = VeilFor(box, all, foot, inks, wanted, busy < CalmArea.Restless, scene);
                if (double.IsNaN(strength))
                    whyNot = "words do not read there under the strongest veil of the style";
            }
            yield return new(
                spot,
                right && how.Align == WordsAlign.Start ? set.FlushRight() : set,
                box,
                whyNot.Length > 0
                    ? double.PositiveInfinity
                    : i * Departure + strength + Restless * busy + Near * Closeness(all, scene)
            )
            {
                Painted = veil,
                WhyNot = whyNot,
            };
        }
    }

    // What a restless place, and one near the subject, cost even where words read; a veil of full strength costs 1.
    private const double Restless = 1.2,
        Near = .3;

    private static double Closeness(SlideRect box, Composition scene) =>
        scene.Around.Subjects.Count == 0 ? 0 : scene.Around.Subjects.Max(s => SpotFinder.Closeness(box, s));

    // The weakest veil of the house, from the edge at which words stand, that lets them read; NaN where none does that
    // the style allows.
    private static (double Strength, PathNode? Veil) VeilFor(
        SlideRect loud,
        SlideRect words,
        bool foot,
        string[] inks,
        double wanted,
        bool calm,
        Composition scene
    )
    {
        StyleSystem system = scene.House.System!;
        Backdrop backdrop = scene.Backdrop;
        // What stands under the words reads by itself.
        LightSample[] under =
            words.Height > loud.Height + 1
                ?
                [
                    backdrop.CoarseLight(loud.Grown(4)),
                    backdrop.CoarseLight(loud with { Y = loud.Bottom, Height = words.Bottom - loud.Bottom }),
                ]
                : [backdrop.CoarseLight(loud.Grown(4))];
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
        // A veil is as strong all along a row: the worst of each row tells.
        const int Rows = 6;
        (double Grey, double Share)[] rows =
        [
            .. Enumerable
                .Range(0, Rows)
                .Select(r =>
                {
                    SlideRect row = words with { Y = words.Y + words.Height * r / Rows, Height = words.Height / Rows };
                    return (
                        Luminance.Encode(backdrop.CoarseLight(row).Worst(.1, ink, scene.Deck.Room).Luminance),
                        VeilGradient.Fading((row.Y + row.Height / 2 - from.Y) / (to.Y - from.Y))
                    );
                }),
        ];
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
            rows.All(r =>
                scene.Deck.Room.Ratio(
                    Luminance.Decode(r.Grey * (1 - strength * r.Share) + veil * strength * r.Share),
                    ink
                ) >= wanted
            );
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
