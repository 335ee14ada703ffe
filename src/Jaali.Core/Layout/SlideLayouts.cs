namespace Jaali.Core.Layout;

/// <summary>A layout for a slide.</summary>
/// <param name="Layout">The layout.</param>
/// <param name="Why">Why it is proposed, in one line.</param>
/// <param name="Fits">What is on the slide asks for it.</param>
/// <param name="Sharing">How its photos share the slide with words; null for a layout of words alone.</param>
public sealed record LayoutProposal(SlideLayout? Layout, string Why, bool Fits, PhotoSharing? Sharing = null);

/// <summary>
/// Layouts for slides of words: each takes what the slide says, and what the plan knows, into roles of its own; nothing
/// typed is lost. What follows the plan goes on following it.
/// </summary>
public static class SlideLayouts
{
    // Lists with more entries stand in two columns.
    private const int MostInColumn = 6;

    /// <summary>Words of a slide that a layout puts in a place.</summary>
    private sealed record Slot(
        WordsRole Role,
        SlideRect Rect,
        WordsSource Source,
        ImmutableList<Paragraph> Body,
        TextStyle? Look = null
    );

    /// <summary>What a slide says: words that follow something, or a stretch of typed paragraphs.</summary>
    private sealed record Chunk(WordsSource Source, ImmutableList<Paragraph> Body)
    {
        public string Plain => Paragraph.Plain(Body).Trim();
    }

    /// <summary>All layouts for a slide, those that what it says asks for first.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="photos">Its photos; null to be told of layouts of words alone.</param>
    public static IReadOnlyList<LayoutProposal> For(Deck deck, Slide slide, IPhotoFacts? photos = null)
    {
        IReadOnlyList<LayoutProposal> shared = photos is null ? [] : SlideSharing.For(deck, slide, photos);
        ImmutableList<Chunk> said = Said(deck, slide);
        string text = string.Join('\n', said.Select(c => c.Plain)).Trim();
        int lines = text.Length == 0 ? 0 : text.Split('\n').Length,
            facts = FactsOf(deck, slide),
            sources = deck.References.Count();
        Slide[] own = [.. deck.Slides.Where(s => s.Kind != SlideKind.Credits)];
        bool bare = !ItemKinds.Shows(slide),
            first = own.FirstOrDefault()?.Id == slide.Id,
            last = own.Length > 1 && own[^1].Id == slide.Id;
        // Words over the photos that lie there are proposed by nobody.
        if (deck.House.System is null && Beside(deck, slide) is null)
            return
            [
                .. Enum.GetValues<SlideLayout>()
                    .Select(l => new LayoutProposal(l, "Its photos leave no room for these words.", false)),
            ];
        return
        [
            .. shared,
            .. Enum.GetValues<SlideLayout>()
                .Where(l => deck.House.System is not null || l != SlideLayout.Heading)
                .Select(l => Reason(l) is { } why ? new LayoutProposal(l, why, true) : new(l, Usual(l), false))
                .OrderByDescending(i => i.Fits),
        ];

        string? Reason(SlideLayout layout) =>
            layout switch
            {
                SlideLayout.Opening when first => "It opens the talk: title and speaker.",
                SlideLayout.Quotation when ContentPattern.FindQuotation(text) is { } q => q.By.Length > 0
                    ? $"Its words are those of {q.By}."
                    : "Its words stand in quotation marks.",
                SlideLayout.Number when lines == 1 && ContentPattern.FindNumber(text) is { Strong: true } n =>
                    $"It says one number: {n.Figure}.",
                SlideLayout.List when lines > 2 => $"{lines} paragraphs are sooner read as a list.",
                SlideLayout.List when ContentPattern.FindList(text) is { } l =>
                    $"It counts up {l.Entries.Count} things.",
                SlideLayout.List when facts > 1 && slide.Kind == SlideKind.Point =>
                    $"{facts} facts stand behind this point.",
                SlideLayout.Sources when sources > 0 && lines == 0 && bare && last => sources == 1
                    ? "One source stands in the plan."
                    : $"{sources} sources stand in the plan.",
                SlideLayout.Contents when own.Length > 4 && lines == 0 && bare && own[1].Id == slide.Id =>
                    "It follows the opening: it can say what is to come.",
                SlideLayout.Closing when last => "It is the last slide before the credits.",
                SlideLayout.Section when bare && !first && lines == 1 && ContentPattern.Words(text) <= 6 =>
                    "Few words and no photo: they can open a part of the talk.",
                _ => null,
            };
    }

    private static string Usual(SlideLayout layout) =>
        layout switch
        {
            SlideLayout.Opening => "Large words, with the speaker under them.",
            SlideLayout.Section => "Large words at the foot: a part begins.",
            SlideLayout.Quotation => "Somebody’s words, with the name under them.",
            SlideLayout.Number => "One number, with what it counts under it.",
            SlideLayout.List => "A title, with entries under it.",
            SlideLayout.Sources => "The sources of all facts in the plan.",
            SlideLayout.Contents => "The titles of the slides, each leading to its slide.",
            SlideLayout.Closing => "The last words, with the speaker under them.",
            SlideLayout.Heading => "A heading, with a line under it.",
            _ => throw new ArgumentOutOfRangeException(nameof(layout)),
        };

    /// <summary>The slide so laid out. Words that are held, and own credits, stay as they are; words of the same role
    /// keep their identity and what a hand set.</summary>
    internal static Slide Laid(Deck deck, Slide slide, SlideLayout layout, IPhotoFacts photos, Func<Guid> newId)
    {
        List<Words> free = [.. slide.Items.OfType<Words>().Where(Takes)];
        ImmutableList<Item> items = slide.Items.RemoveAll(i => i is Words w && Takes(w));
        bool system = deck.House.System is not null;
        // Where the house lays slides out, words find their room when the slide is composed; what goes with others
        // stands under them.
        Guid? over = null;
        foreach (Slot slot in Slots(deck, slide, layout, system ? Inner(deck) : Room(deck, slide, photos)))
        {
            Words? same = free.Find(w => w.Role == slot.Role);
            if (same is not null)
                free.Remove(same);
            TextStyle? look = slot.Look is { } its
                ? same?.Style is { } hand
                    ? its.Over(hand)
                    : its
                : same?.Style;
            bool under = system && over is not null && slot.Role is WordsRole.Subtitle or WordsRole.Caption;
            Words made = new(
                same?.Id ?? newId(),
                new(slot.Rect),
                slot.Role,
                slot.Source,
                slot.Source == WordsSource.Typed ? Paragraph.Plain(slot.Body).TrimEnd() : "",
                !system ? Spot.Placed
                    : under ? Spot.Under
                    : Spot.Auto
            )
            {
                Body = slot.Source == WordsSource.Typed ? Paragraph.Kept(slot.Body) : null,
                Style = look,
                Of = under ? over : null,
            };
            items = items.Add(made);
            over = made.Id;
        }
        return slide with { Items = items };
    }

    private static bool Takes(Words w) => !w.At.Held && w.Role != WordsRole.Credit;

    private static int FactsOf(Deck deck, Slide slide) =>
        slide.PointId is { } id && deck.Point(id) is { } point ? point.Stated.Count() : 0;

    // What the slide says, titles first. What the plan adds by itself is not said again; where nothing is said, it is
    // what the slide is for.
    private static ImmutableList<Chunk> Said(Deck deck, Slide slide)
    {
        ImmutableList<Chunk> said =
        [
            .. slide
                .Items.OfType<Words>()
                .Where(Takes)
                .Where(w => w.Source is WordsSource.Typed or WordsSource.DeckTitle or WordsSource.PointWording)
                .LoudestFirst(w => w.Role)
                .Select(w => new Chunk(w.Source, w.Paragraphs(deck, slide)))
                .Where(c => c.Plain.Length > 0),
        ];
        if (said.Count > 0)
            return said;
        WordsSource? usual =
            slide.Kind == SlideKind.Title ? WordsSource.DeckTitle
            : slide.PointId is not null ? WordsSource.PointWording
            : null;
        return usual is { } source
            ?
            [
                new(
                    source,
                    new Words(default, new(default), WordsRole.Heading, source, "", Spot.Auto).Paragraphs(deck, slide)
                ),
            ]
            : [];
    }

    private static IEnumerable<Slot> Slots(Deck deck, Slide slide, SlideLayout layout, SlideRect a)
    {
        ImmutableList<Chunk> said = Said(deck, slide);
        (Chunk main, ImmutableList<Chunk> rest) = First(said);
        switch (layout)
        {
            case SlideLayout.Opening:
            case SlideLayout.Closing:
                double top = layout == SlideLayout.Opening ? .12 : .06;
                if (main.Plain.Length == 0)
                    main = new(WordsSource.DeckTitle, []);
                yield return Put(WordsRole.Opening, Part(0, top, .9, .5), main);
                yield return Put(
                    WordsRole.Subtitle,
                    Part(0, top + .55, .75, .22),
                    rest.Count > 0 ? Joined(rest) : new(WordsSource.Speaker, [])
                );
                break;
            case SlideLayout.Heading:
            case SlideLayout.Section:
                yield return Put(LoudRole(deck, layout), Part(0, .3, .9, .5), main);
                if (rest.Count > 0)
                    yield return Put(WordsRole.Subtitle, Part(0, .84, .8, .16), Joined(rest));
                break;
            case SlideLayout.Quotation:
                if (
                    said.Count > 0
                    && ContentPattern.FindQuotation(string.Join('\n', said.Select(c => c.Plain))) is { } q
                )
                    (main, rest) = (Typed(q.Words), q.By.Length > 0 ? [Typed("— " + q.By)] : []);
                yield return Put(WordsRole.Quotation, Part(.05, .08, .84, .6), main);
                yield return Put(WordsRole.Caption, Part(.05, .74, .7, .2), Joined(rest));
                break;
            case SlideLayout.Number:
                if (ContentPattern.FindNumber(main.Plain) is { } n)
                {
                    rest =
                        n.Rest == main.Plain ? rest.Insert(0, main)
                        : n.Rest.Length > 0 ? rest.Insert(0, Typed(n.Rest))
                        : rest;
                    main = Typed(n.Figure);
                }
                else if (main.Plain.Length > 0)
                    (main, rest) = (Typed(""), rest.Insert(0, main));
                (Chunk counts, ImmutableList<Chunk> more) =
                    rest.Count > 0 ? (rest[0], rest.RemoveAt(0)) : (Typed(""), rest);
                yield return Put(WordsRole.Number, Part(0, .04, 1, .48), main);
                yield return Put(WordsRole.Subtitle, Part(0, .57, .8, .25), counts);
                if (more.Count > 0)
                    yield return Put(WordsRole.Caption, Part(0, .85, .8, .15), Joined(more));
                break;
            case SlideLayout.List:
                Chunk entries;
                if (rest.Count == 0 && ContentPattern.FindList(main.Plain) is { } listed)
                    (main, entries) = (
                        Typed(listed.Lead),
                        new(WordsSource.Typed, Points(listed.Entries.Select(e => new Paragraph([new(e)]))))
                    );
                else if (rest.Count == 0 && FactsOf(deck, slide) > 0)
                    entries = new(WordsSource.PointFacts, []);
                else
                    entries = new(WordsSource.Typed, Points(rest.SelectMany(c => c.Body)));
                int many = entries.Source == WordsSource.PointFacts ? FactsOf(deck, slide) : entries.Body.Count;
                yield return Put(WordsRole.Heading, Part(0, 0, 1, .22), main);
                yield return Put(
                    WordsRole.Body,
                    Part(0, .28, many > MostInColumn ? 1 : .8, .68),
                    entries,
                    Columns(many)
                );
                break;
            case SlideLayout.Sources:
            case SlideLayout.Contents:
                (string name, WordsSource follows) =
                    layout == SlideLayout.Sources
                        ? ("Sources", WordsSource.References)
                        : ("Contents", WordsSource.Contents);
                int lines = new Words(default, new(default), WordsRole.Body, follows, "", Spot.Auto)
                    .Paragraphs(deck, slide)
                    .Count;
                yield return Put(WordsRole.Heading, Part(0, 0, 1, .16), main.Plain.Length > 0 ? main : Typed(name));
                yield return Put(
                    WordsRole.Body,
                    Part(0, .21, 1, rest.Count > 0 ? .58 : .75),
                    new(follows, []),
                    Columns(lines)
                );
                if (rest.Count > 0)
                    yield return Put(WordsRole.Caption, Part(0, .83, .8, .17), Joined(rest));
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(layout));
        }

        SlideRect Part(double x, double y, double w, double h) =>
            new(a.X + x * a.Width, a.Y + y * a.Height, w * a.Width, h * a.Height);

        static Slot Put(WordsRole role, SlideRect rect, Chunk chunk, TextStyle? look = null) =>
            new(role, rect, chunk.Source, chunk.Body, look);

        static TextStyle? Columns(int entries) => entries > MostInColumn ? new TextStyle { Columns = 2 } : null;
    }

    // A part of the talk was set as an opening by styles that have no role for it.
    private static WordsRole LoudRole(Deck deck, SlideLayout layout) =>
        layout == SlideLayout.Heading ? WordsRole.Heading
        : deck.House.System is null ? WordsRole.Opening
        : WordsRole.Section;

    private static Chunk Typed(string text) =>
        new(WordsSource.Typed, text.Length == 0 ? [] : [new Paragraph([new TextRun(text)])]);

    // The first paragraph of what is said, or all of words that follow something; and what is left.
    private static (Chunk Main, ImmutableList<Chunk> Others) First(ImmutableList<Chunk> said)
    {
        if (said.Count == 0)
            return (Typed(""), []);
        Chunk first = said[0];
        if (first.Source != WordsSource.Typed || first.Body.Count == 1)
            return (first, said.RemoveAt(0));
        return (
            new(WordsSource.Typed, [first.Body[0] with { List = ListMarker.None, Level = 0 }]),
            said.SetItem(0, new(WordsSource.Typed, first.Body.RemoveAt(0)))
        );
    }

    private static Chunk Joined(ImmutableList<Chunk> chunks) =>
        chunks.Count == 1 ? chunks[0] : new(WordsSource.Typed, [.. chunks.SelectMany(c => c.Body)]);

    // Paragraphs as entries: those that are some already stay what they are.
    private static ImmutableList<Paragraph> Points(IEnumerable<Paragraph> paragraphs)
    {
        ImmutableList<Paragraph> all = [.. paragraphs];
        return all.Exists(p => p.List != ListMarker.None)
            ? all
            : all.ConvertAll(p => p with { List = ListMarker.Point });
    }

    // The slide within the margins of the house.
    private static SlideRect Inner(Deck deck)
    {
        SlideRect bounds = deck.Shape.Bounds();
        return new(
            bounds.X + deck.House.MarginX,
            bounds.Y + deck.House.MarginY,
            bounds.Width - 2 * deck.House.MarginX,
            bounds.Height - 2 * deck.House.MarginY
        );
    }

    // What photos that lie there, and words that stay as they are, leave of it; null where that is too little.
    private static SlideRect? Beside(Deck deck, Slide slide)
    {
        SlideRect bounds = deck.Shape.Bounds();
        SlideRect[] taken =
        [
            .. slide
                .Items.Where(i => i is Frame { At.IsGround: false } or Words { At.Held: true, Spot: Spot.Placed })
                .Select(i => i.At.Rect.Turned(i.At.Turn, Composition.Middle(i.At.Rect))),
        ];
        if (taken.Length == 0)
            return Inner(deck);
        SlideRect free = FreeRoom.Largest(Inner(deck), taken, deck.GridOf(slide).Gutter + 14);
        return free.Width >= bounds.Width / 5 && free.Height >= bounds.Height / 5 ? free : null;
    }

    // Where words may stand: beside the photos; over a ground alone, the half without its subject.
    private static SlideRect Room(Deck deck, Slide slide, IPhotoFacts photos)
    {
        SlideRect room = Beside(deck, slide) ?? Inner(deck);
        if (
            room != Inner(deck)
            || slide.Items.Exists(i => i is Frame { At.IsGround: false })
            || slide.Ground is not Frame ground
            || photos.Photo(ground.PhotoId) is not { } photo
        )
            return room;
        double at = (photo.Focal.X - ground.Crop.X) / ground.Crop.Width;
        return at < .5
            ? room with
            {
                X = room.X + room.Width * .45,
                Width = room.Width * .55,
            }
            : room with
            {
                Width = room.Width * .55,
            };
    }
}
