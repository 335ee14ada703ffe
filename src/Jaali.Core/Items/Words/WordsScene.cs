namespace Jaali.Core.Items;

/// <summary>How words become nodes: typeset, put where they can be read, in an ink that reads, measured letter by
/// letter.</summary>
internal static class WordsScene
{
    private static readonly Spot[] OnPaper = [Spot.BottomLeft, Spot.TopLeft, Spot.BottomRight, Spot.TopRight],
        OnPhoto = [Spot.TopLeft, Spot.BottomLeft, Spot.TopRight, Spot.BottomRight];

    // A shadow is this strong where letters cover it wholly; beside their strokes a quarter to two fifths of it are
    // left (measured on painted letters of six faces): the least is counted on.
    private const double ShadowStrength = .8,
        ShadowReach = .25;

    // A line round letters sets them off from what lies under them from this width on, in sizes.
    private const double SetsOff = .025;

    // How high text may become that looks for its place, in parts of the slide.
    private const double TextHeight = .6;

    /// <summary>Adds the nodes of words to a scene.</summary>
    internal static void Add(Words item, Composition scene)
    {
        string text = item.Say(scene.Deck, scene.Slide);
        if (string.IsNullOrWhiteSpace(text))
        {
            AddEmpty(item, scene);
            return;
        }
        ImmutableList<Paragraph> paragraphs = item.Paragraphs(scene.Deck, scene.Slide);
        TextStyle look = scene.Theme.StyleOf(item.Role, item.Style);
        TypeSetting how = scene.Theme.Setting(item.Role, item.Style);
        (SetText set, SlideRect box) = Placed(item, paragraphs, how, scene);
        double sag = ArcText.Sag(set, look.Bend ?? 0);
        box = box with { Height = box.Height + Math.Abs(sag) };
        SlidePoint about = Composition.Middle(item.At.Rect),
            at = new(box.X, box.Y + Math.Max(0, -sag));
        IReadOnlyList<PressState> states = PressState.Of(item, scene);
        string ink =
                look.Ink
                ?? Ink.Best([.. states.Select(s => s.Under.Light(box, item.At.Turn, about))], scene.Inks).Colour,
            contrary = scene.Inks.Against(ink),
            ornament = look.FillInk ?? scene.House.Accents[0];
        if (look.Plate is > 0 and var plate)
            scene.Add(
                new PathNode(
                    Path.RoundRect(box.Grown(set.Size * .28), Math.Min(14, set.Size * .1)),
                    look.PlateColour ?? contrary,
                    plate
                )
            );
        Gradient? gradient =
            look.Fill == LetterFill.Gradient
                ? new(new(box.X, box.Y), new(box.X, box.Bottom), [new(0, ink, 1), new(1, ornament, 1)])
                : null;
        // How they read at every press: what reads worst counts.
        WordsReading reading = states
            .Select(s =>
                Reading(item, look, set, at, scene, s.Under, gradient is null ? [ink] : [ink, ornament], contrary) with
                {
                    Press = s.Press,
                }
            )
            .MinBy(r => r.Ratio)!;
        if (scene.Slide.ComesPartByPart(item.Id))
            // Each paragraph is a part of its own, that can move without the others.
            foreach (IGrouping<int, SetLine> paragraph in set.Lines.GroupBy(l => l.Paragraph))
                scene.Add(new GroupNode(null, Dressed(set with { Lines = [.. paragraph] }), Part: paragraph.Key));
        else
            foreach (SceneNode node in Dressed(set))
                scene.Add(node);
        foreach (SceneLink link in TextNodes.Links(set, at, scene.Facts.Fonts))
            if (LinkTarget.On(scene.Deck, scene.Slide, link.Href) is { } to)
                scene.Link(link with { Href = to });
        scene.Reserve(item.At.Turn == 0 ? box : box.Turned(item.At.Turn, about));
        bool across = look.Plate is not > 0 && scene.Around.Rims.Any(r => r.Cuts(reading.Letters, item.At.Turn, about));
        scene.Tell(Part(item, how, set, box, ink, text, reading, scene) with { AcrossEdge = across });

        // Letters with what sets them off: below them their shadow, round them their line.
        List<SceneNode> Dressed(SetText words)
        {
            IReadOnlyList<SceneNode> letters = look.Bend is { } bend and not 0
                ? ArcText.Nodes(words, at, ink, bend, scene.Facts.Fonts)
                : TextNodes.Of(words, at, ink, scene.Facts.Fonts);
            List<SceneNode> nodes = [];
            if (look.Shadow is > 0 and var shadow)
                nodes.AddRange(
                    letters
                        .OfType<TextNode>()
                        .Select(t => t with { Ink = contrary, InkOpacity = ShadowStrength, Blur = shadow / 2 })
                );
            bool outlined = look.Fill == LetterFill.Outlined;
            double line = outlined ? Math.Max(2, look.Outline ?? 0) : look.Outline ?? 0;
            foreach (SceneNode node in letters)
                nodes.Add(
                    node is TextNode t
                        ? t with
                        {
                            Gradient = gradient,
                            InkOpacity = outlined ? 0 : 1,
                            Stroke = line > 0 ? look.OutlineInk ?? (outlined ? t.Ink : contrary) : null,
                            // Half of the line lies within the letter.
                            StrokeWidth = 2 * line,
                        }
                        : node
                );
            return nodes;
        }
    }

    // A place that a layout left for words: nothing is painted, but an editor can begin there.
    private static void AddEmpty(Words item, Composition scene)
    {
        TypeSetting how = scene.Theme.Setting(item.Role, item.Style);
        (SetText set, SlideRect box) = Placed(item, Paragraph.Of("\u00A0"), how, scene);
        string ink =
            scene.Theme.StyleOf(item.Role, item.Style).Ink
            ?? Ink.Best(scene.Backdrop.Light(box, item.At.Turn, Composition.Middle(item.At.Rect)), scene.Inks).Colour;
        scene.Tell(Part(item, how, set, item.Spot == Spot.Placed ? item.At.Rect : box, ink, "", null, scene));
    }

    private static ScenePart Part(
        Words item,
        TypeSetting how,
        SetText set,
        SlideRect box,
        string ink,
        string text,
        WordsReading? reading,
        Composition scene
    )
    {
        FaceMetrics metrics = scene.Facts.Fonts.Metrics(how.Face);
        return new(
            item.Id,
            item.Role == WordsRole.Credit ? "own-credit" : item.Role.ToString().ToLowerInvariant(),
            box,
            text,
            reading?.Ratio,
            reading is null ? null : reading.Readable == Readable.Well,
            Reading: reading,
            Set: new WordsSetting(
                how.Face.Id,
                Styled(true, how.Face.Italic),
                Styled(how.Face.Bold, true),
                Styled(true, true),
                ink,
                set.Size,
                how.Leading * set.Size,
                (metrics.Ascent + metrics.Descent) * set.Size,
                how.ParagraphGap * set.Size,
                how.Spacing * set.Size,
                how.Align,
                how.Case,
                how.Columns,
                set.Fits,
                [.. set.Missing],
                [.. set.Others],
                [.. set.Lines.Select(l => new SetLineEnds(l.Paragraph, l.Start, l.End, l.X))]
            )
        );

        string Styled(bool bold, bool italic) => scene.Facts.Fonts.Find(how.Face.Family, bold, italic).Id;
    }

    // The words and their box: in the room a hand gave them, in a corner, or where they read best.
    private static (SetText Set, SlideRect Box) Placed(
        Words item,
        ImmutableList<Paragraph> paragraphs,
        TypeSetting how,
        Composition scene
    )
    {
        HouseStyle house = scene.House;
        if (item.Spot == Spot.Placed)
        {
            SlideRect r = item.At.Rect;
            SetText own = Typesetter.Fit(paragraphs, how, r.Width, r.Height, scene.Facts.Fonts);
            double free = r.Width - own.Width;
            return (
                own,
                new(
                    r.X
                        + how.Align switch
                        {
                            WordsAlign.Middle => free / 2,
                            WordsAlign.End => own.IsRightToLeft ? 0 : free,
                            _ => own.IsRightToLeft ? free : 0,
                        },
                    r.Y
                        + Math.Max(0, r.Height - own.Height)
                            * scene.Theme.StyleOf(item.Role, item.Style).VerticalAlign switch
                            {
                                VerticalAlign.Middle => .5,
                                VerticalAlign.Foot => 1,
                                _ => 0,
                            },
                    own.Width,
                    own.Height
                )
            );
        }
        if (item.Spot == Spot.Under && UnderItem(item, paragraphs, how, scene) is { } below)
            return below;
        if (item.Spot is Spot.Auto && StyledPlace.Of(item, paragraphs, how, scene) is { } styled)
            return styled;
        SetText set = Fit(1);
        // What stands under them needs room as well.
        double tail = Tail(item, scene);
        TextExtent room = RoomOf(set);
        SlideRect box;
        if (item.Spot is Spot.Auto or Spot.Under)
        {
            bool opening = item.Role == WordsRole.Opening;
            FoundSpot found = SpotFinder.Corner(
                scene.Around,
                room,
                Contrast.SmallWords,
                opening || scene.Backdrop.IsPlain ? OnPaper : OnPhoto
            );
            // Words across the edge of a photo are broken into shorter lines until they stand clear of it, in a corner
            // or inside.
            foreach (double share in (ReadOnlySpan<double>)[1, .75, .55, .4, .3])
            {
                if (SpotFinder.StandsClear(scene.Around, found.Box))
                    break;
                SetText narrow = Fit(share);
                if (narrow.Size < set.Size * .8)
                    break;
                TextExtent needs = RoomOf(narrow);
                FoundSpot corner = SpotFinder.Corner(scene.Around, needs, Contrast.SmallWords, OnPhoto);
                FoundSpot? other =
                    SpotFinder.StandsClear(scene.Around, corner.Box)
                    && !scene.Around.Taken.Any(t => t.Overlaps(corner.Box))
                        ? corner
                        : SpotFinder.Inside(scene.Around, needs, Contrast.SmallWords);
                if (other is null)
                    continue;
                (found, set) = (other, narrow);
            }
            // Where every corner is taken or cut by a photo: the calmest free place anywhere.
            if (!IsFree(found.Box))
                foreach (double share in (ReadOnlySpan<double>)[1, .75, .55, .4])
                {
                    SetText narrow = Fit(share);
                    if (narrow.Size < set.Size * .8)
                        break;
                    if (SpotFinder.Free(scene.Around, RoomOf(narrow), Contrast.SmallWords) is not { } free)
                        continue;
                    (found, set) = (free, narrow);
                    break;
                }
            box = found.Box;
        }
        else
            box = SpotFinder.BoxAt(item.Spot, scene.Bounds, room);
        box = box with { Height = set.Height };
        // Lines in a corner at the right end there.
        bool right = box.X > scene.Bounds.Width / 2 && box.Right > scene.Bounds.Right - house.MarginX - 1;
        return (right && how.Align == WordsAlign.Start ? set.FlushRight() : set, box);

        SetText Fit(double share) =>
            Typesetter.Fit(
                paragraphs,
                how,
                share * (scene.Bounds.Width - 2 * house.MarginX) * house.WordsWidth,
                // Text may be longer than a heading is.
                scene.Bounds.Height
                    * (item.Role == WordsRole.Body ? Math.Max(TextHeight, house.WordsHeight) : house.WordsHeight),
                scene.Facts.Fonts
            );

        TextExtent RoomOf(SetText words) => new(words.Width, words.Height + tail, house.MarginX, house.MarginY);

        bool IsFree(SlideRect at) =>
            SpotFinder.StandsClear(scene.Around, at) && !scene.Around.Taken.Any(t => t.Overlaps(at));
    }

    // Words under an item, as wide as it is: beneath it where the slide has room, else at its foot, within. Null where
    // it is not there or fills the slide.
    private static (SetText Set, SlideRect Box)? UnderItem(
        Words item,
        ImmutableList<Paragraph> paragraphs,
        TypeSetting how,
        Composition scene
    )
    {
        if (item.Of is not { } of || scene.Slide.Item(of) is not { At.IsGround: false } other)
            return null;
        SlideRect r =
            other is Words ? scene.Parts.FirstOrDefault(p => p.ItemId == of)?.Box ?? other.At.Rect
            : other.At.Turn == 0 ? other.At.Rect
            : other.At.Rect.Turned(other.At.Turn, Composition.Middle(other.At.Rect));
        SlideRect slide = scene.Bounds;
        double gap = UnderGap(how, other, scene),
            left = Math.Max(slide.X + 8, r.X),
            right = Math.Min(
                slide.Right - 8,
                other is Words
                    ? (scene.Lattice is null ? slide.Right - scene.House.MarginX : left + TailWidth(scene, item))
                    : r.Right
            ),
            width = Math.Max(right - left, slide.Width * .12);
        SetText set = Typesetter.Fit(paragraphs, how, width, slide.Height * scene.House.WordsHeight, scene.Facts.Fonts);
        // What stands apart from its words stands at the foot of their room.
        if (scene.Lattice is { } lattice && scene.House.System!.Apart && other is Words && lattice.Words is { } words)
            return (set, new(words.X, words.Bottom - set.Height, set.Width, set.Height));
        var below = new SlideRect(left, r.Bottom + gap, set.Width, set.Height);
        if (scene.Lattice is not null && other is Words && below.Bottom <= slide.Bottom)
            return (set, below);
        if (
            below.Bottom <= slide.Bottom - gap
            && SpotFinder.StandsClear(scene.Around, below)
            && !scene.Around.Taken.Any(t => t.Overlaps(below))
        )
            return (set, below);
        // Words have nothing within: what does not fit under them stands over them.
        return other is Words
            ? (set, below with { Y = Math.Max(slide.Y + gap, r.Y - gap - set.Height) })
            : Within(left + gap, width - 2 * gap);

        (SetText, SlideRect) Within(double x, double wide)
        {
            SetText inside = Typesetter.Fit(
                paragraphs,
                how,
                Math.Max(wide, slide.Width * .1),
                slide.Height * scene.House.WordsHeight,
                scene.Facts.Fonts
            );
            double foot = Math.Min(r.Bottom, slide.Bottom - 8) - gap;
            return (inside, new(x, foot - inside.Height, inside.Width, inside.Height));
        }
    }

    private static double UnderGap(TypeSetting how, Item? of, Composition scene) =>
        how.Size
        * (
            scene.House.System is null || of is not Words words ? .5
            : words.Role is WordsRole.Quotation or WordsRole.Number ? 1.3
            : .75
        );

    // As wide as lines of what stands under words may be.
    private static double TailWidth(Composition scene, Words w) =>
        scene.Lattice is { } lattice
            ? Math.Min(
                (lattice.Words ?? lattice.Inner).Width,
                lattice.Inner.Width * (scene.Theme.StyleOf(w.Role, w.Style).Measure ?? 1)
            )
            : scene.Bounds.Width * scene.House.WordsWidth;

    // How much room what stands under words takes below them.
    internal static double Tail(Words item, Composition scene) =>
        WordsKind
            .Under(scene.Slide, item.Id)
            .Where(w => w.Say(scene.Deck, scene.Slide).Length > 0)
            .Sum(w =>
            {
                TypeSetting how = scene.Theme.Setting(w.Role, w.Style);
                return UnderGap(how, item, scene)
                    + Tail(w, scene)
                    + Typesetter
                        .Fit(
                            w.Paragraphs(scene.Deck, scene.Slide),
                            how,
                            TailWidth(scene, w),
                            scene.Bounds.Height * scene.House.WordsHeight,
                            scene.Facts.Fonts
                        )
                        .Height;
            });

    private static WordsReading Reading(
        Words item,
        TextStyle look,
        SetText set,
        SlidePoint at,
        Composition scene,
        Backdrop under,
        string[] inks,
        string contrary
    )
    {
        IFonts fonts = scene.Facts.Fonts;
        IReadOnlyList<SlideRect> letters = look.Bend is { } bend and not 0
            ? ArcText.Letters(set, at, bend, fonts)
            : TextNodes.Letters(set, at, fonts);
        Room room = scene.Deck.Room;
        double wanted = WordsReading.WantedFor(set.Size, set.How.Face.Bold),
            dark = Luminance.Encode(Luminance.Of(contrary)),
            shade = look.Shadow is > 0 ? ShadowStrength * ShadowReach : 0;
        // What a run has as its own ink is not asked for: it is judged as the words are.
        WordsReading? worst = null;
        foreach (string ink in inks)
        {
            double own = Luminance.Of(ink);
            WordsReading one = WordsReading.Of(
                letters,
                under,
                own,
                wanted,
                room,
                fonts.Metrics(set.How.Face).XHeight * set.Size,
                set.Size,
                scene.Bounds.Height,
                item.At.Turn,
                Composition.Middle(item.At.Rect),
                shade == 0 ? null : l => Luminance.Decode(Luminance.Encode(l) * (1 - shade) + dark * shade)
            );
            if (look.Fill != LetterFill.Outlined && look.Outline is { } width && width >= SetsOff * set.Size)
            {
                double against = room.Ratio(own, Luminance.Of(look.OutlineInk ?? contrary));
                if (against > one.Ratio)
                    one = one with
                    {
                        Ratio = against,
                        Readable = against >= wanted ? Readable.Well : one.Readable,
                        Failing = against >= wanted ? null : one.Failing,
                    };
            }
            if (worst is null || one.Ratio < worst.Ratio)
                worst = one;
        }
        return worst! with
        {
            // Credits are for those who come up to the screen.
            SmallForTheBackRow = worst!.SmallForTheBackRow && item.Role != WordsRole.Credit,
        };
    }
}
