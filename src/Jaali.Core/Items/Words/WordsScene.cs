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
        string ink = look.Ink ?? Ink.Best(scene.Backdrop.Light(box, item.At.Turn, about), scene.Inks).Colour,
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
        WordsReading reading = Reading(
            item,
            look,
            set,
            at,
            scene,
            gradient is null ? [ink] : [ink, ornament],
            contrary
        );
        if (scene.Slide.Cues.Exists(c => c.PartByPart && c.ItemId == item.Id))
            // Each paragraph is a part of its own, that can move without the others.
            foreach (IGrouping<int, SetLine> paragraph in set.Lines.GroupBy(l => l.Paragraph))
                scene.Add(new GroupNode(null, Dressed(set with { Lines = [.. paragraph] }), Part: paragraph.Key));
        else
            foreach (SceneNode node in Dressed(set))
                scene.Add(node);
        foreach (SceneLink link in TextNodes.Links(set, at, scene.Facts.Fonts))
            if (LinkTarget.On(scene.Deck, scene.Slide, link.Href) is { } to)
                scene.Link(link with { Href = to });
        scene.Reserve(box);
        scene.Tell(Part(item, how, set, box, ink, text, reading, scene));

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
        SetText set = Fit(1);
        TextExtent room = RoomOf(set);
        SlideRect box;
        if (item.Spot == Spot.Auto)
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
            box = found.Box;
        }
        else
            box = SpotFinder.BoxAt(item.Spot, scene.Bounds, room);
        // Lines in a corner at the right end there.
        bool right = box.X > scene.Bounds.Width / 2 && box.Right > scene.Bounds.Right - house.MarginX - 1;
        return (right && how.Align == WordsAlign.Start ? set.FlushRight() : set, box);

        SetText Fit(double share) =>
            Typesetter.Fit(
                paragraphs,
                how,
                share * (scene.Bounds.Width - 2 * house.MarginX) * house.WordsWidth,
                scene.Bounds.Height * house.WordsHeight,
                scene.Facts.Fonts
            );

        TextExtent RoomOf(SetText words) => new(words.Width, words.Height, house.MarginX, house.MarginY);
    }

    private static WordsReading Reading(
        Words item,
        TextStyle look,
        SetText set,
        SlidePoint at,
        Composition scene,
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
                scene.Backdrop,
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
