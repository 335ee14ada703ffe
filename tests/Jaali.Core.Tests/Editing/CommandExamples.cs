using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Typesetting;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>Chance, as numbers that a test case is made of.</summary>
public sealed record Chance(int A, int B, double X)
{
    public T Of<T>(IReadOnlyList<T> some) => some[A % some.Count];

    public T Other<T>(IReadOnlyList<T> some) => some[B % some.Count];
}

/// <summary>Examples of every kind of command: some that may succeed on any deck, and one for each refusal that the
/// kind gives by itself.</summary>
public static class CommandExamples
{
    public const string Photo = "p0",
        Tall = "p1",
        Closed = "closed",
        Unknown = "nowhere";

    /// <summary>The same, as one kind of command needs it.</summary>
    public static (World World, Deck Deck) Start(Type kind)
    {
        (World world, Deck deck) = Start();
        if (kind == typeof(AddCreditsSlide))
            deck = deck with { Slides = deck.Slides.RemoveAll(s => s.Kind == SlideKind.Credits) };
        if (kind == typeof(SeparatePhoto))
        {
            Guid slide = deck.Slides[2].Id;
            deck = world.Do(deck, new AddPhotos(slide, [Photo, Tall, "p2"])).Deck;
            Guid[] frames = [.. deck.Slide(slide)!.Items.OfType<Frame>().Where(f => !f.At.IsGround).Select(f => f.Id)];
            deck = world.Do(deck, new BlendPhotos(slide, [.. frames.Take(2)], true)).Deck;
        }
        return (world, deck);
    }

    /// <summary>A world with photos of several shapes, and a deck whose slides hold items of every kind.</summary>
    public static (World World, Deck Deck) Start()
    {
        var world = new World();
        world.Add(Photo, 2400, 1600);
        world.Add(Tall, 900, 1400, new Licence(LicenceFamily.ByNd, "3.0", ""));
        world.Add("p2", 1000, 1000);
        world.Add(Closed, 1200, 800, new Licence(LicenceFamily.AllRightsReserved, "", ""));
        Deck deck = world.Deck(4);
        deck = world.Do(deck, new AddToShortlist(deck.Points[0].Id, Photo)).Deck;
        deck = world.Do(deck, new AddToShortlist(deck.Points[0].Id, "p2")).Deck;
        deck = world.Do(deck, new AddToShortlist(deck.Points[1].Id, Tall)).Deck;
        deck = world
            .Do(
                deck,
                new EditPoint(
                    deck.Points[0].Id,
                    Facts: [new("Low water falls at nine", "Harbour log 4"), new("", "Post 12")]
                )
            )
            .Deck;
        // A point that has no slide yet.
        deck = world.Do(deck, new AddPoints("Not yet shown")).Deck;
        foreach (ItemExample example in ItemKinds.All.SelectMany(k => k.Examples(Photo)))
            deck = world.Do(deck, new AddItem(deck.Slides[3].Id, example.Made)).Deck;
        // Things that move on it, and a run-through.
        deck = world.Do(deck, new AddCue(deck.Slides[3].Id, In(deck.Slides[3].Items[^1]))).Deck;
        deck = world.Do(deck, new AddCue(deck.Slides[3].Id, In(deck.Slides[3].Items[0]))).Deck;
        deck = world
            .Do(deck, new AddRunThrough(default, [new(deck.Slides[1].Id, 75), new(deck.Slides[3].Id, 12)]))
            .Deck;
        // Slides that stand in another order than their points.
        deck = world.Do(deck, new MovePoint(deck.Points[3].Id, 2)).Deck;
        return (world, deck);
    }

    private static Cue In(Item item) => new(default, CueAct.ComesIn, item.Id);

    private static Item Other(Item item) => item with { Id = new Guid(7, 7, 7, new byte[8]) };

    private static Deck WithGround(Deck d) =>
        Of(d).Ground is not null
            ? d
            : d.With(
                Of(d)
                    .WithGround(
                        new Frame(new Guid(8, 8, 8, new byte[8]), new(default), Photo, CropWindow.Whole),
                        d.Shape.Bounds()
                    )
            );

    private static Slide Turned(Deck d) =>
        d.Slides[3] with
        {
            Cues =
            [
                new(
                    Nothing,
                    CueAct.InTurn,
                    null,
                    CueEffect.Grow,
                    Sequence: [d.Slides[3].Items.First(i => !i.At.IsGround).Id]
                ),
            ],
        };

    private static Cue CueOf(Deck d, Chance c) =>
        Moving(d) is { Cues: { IsEmpty: false } cues } ? c.Other(cues) : new Cue(Nothing, CueAct.ComesIn, Nothing);

    private static Slide Moving(Deck d) => d.Slides.MaxBy(s => s.Cues.Count)!;

    private static Guid RunOf(Deck d, Chance c) => d.RunThroughs.IsEmpty ? Nothing : c.Of(d.RunThroughs).Id;

    private static Cue CueMade(Deck d, Chance c) =>
        new(
            Nothing,
            c.Of(new[] { CueAct.ComesIn, CueAct.StandsOut, CueAct.GoesOut }),
            ItemOf(d, c),
            c.B % 2 == 0 ? CueEffect.Dissolve : CueEffect.Grow,
            c.Other(Enum.GetValues<CueStart>()),
            c.X * 20,
            c.B % 20,
            c.A % 3 == 0
        );

    private static readonly Guid Nothing = new("00000000-0000-0000-0000-0000000000ff");

    private static HouseStyle Sized(double size) =>
        HouseStyles.First with
        {
            Roles = HouseStyles.First.Roles.SetItem(WordsRole.Body, new TextStyle { Size = size }),
        };

    private static Slide Fullest(Deck d) => d.Slides.MaxBy(s => s.Items.Count(i => i is Frame))!;

    private static Slide SlideOf(Deck d, Chance c) => c.Of(d.Slides);

    private static Guid PointOf(Deck d, Chance c) => c.Other([.. d.AllPoints]).Id;

    private static string PhotoOf(Chance c) => c.Other(new[] { Photo, Tall, "p2" });

    private static Guid ItemOf(Deck d, Chance c) =>
        SlideOf(d, c) is { Items.Count: > 0 } s ? c.Other(s.Items).Id : Nothing;

    private static SlideRect Rect(Chance c) => new(c.A % 900, c.B % 500, 100 + c.X * 900, 80 + c.B % 700);

    /// <summary>For each kind of command, one made by chance for a deck.</summary>
    public static IReadOnlyDictionary<Type, Func<Deck, Chance, DeckCommand>> Made { get; } =
        new Dictionary<Type, Func<Deck, Chance, DeckCommand>>
        {
            [typeof(SetTitle)] = (_, c) => new SetTitle("Title " + c.A),
            [typeof(SetSpeaker)] = (_, c) => new SetSpeaker("Speaker " + c.A),
            [typeof(SetTimeSlot)] = (_, c) => new SetTimeSlot(1 + c.A % 90),
            [typeof(SetDeclaredUse)] = (_, c) =>
                new SetDeclaredUse(DeclaredUse.PublicTalk with { Commercial = c.A % 2 == 0 }),
            [typeof(SetCreditStyle)] = (_, c) =>
                new SetCreditStyle((CreditPlace)(c.A % 3), c.B % 2 == 0, c.A % 2 == 0 ? "de" : null),
            [typeof(DecideChange)] = (_, c) => new DecideChange(PhotoOf(c), c.A % 2 == 0),
            [typeof(AddPoints)] = (d, c) => new AddPoints($"One {c.A}\nTwo {c.B}", c.A % 2 == 0 ? PointOf(d, c) : null),
            [typeof(EditPoint)] = (d, c) =>
                new EditPoint(PointOf(d, c), "Said " + c.A, 30 + c.A % 100, ["word"], [new("fact", "ref " + c.B)]),
            [typeof(RemovePoint)] = (d, c) => new RemovePoint(PointOf(d, c)),
            [typeof(MovePoint)] = (d, c) => new MovePoint(PointOf(d, c), c.A % 9 - 2),
            [typeof(AddToShortlist)] = (d, c) => new AddToShortlist(PointOf(d, c), PhotoOf(c)),
            [typeof(RemoveFromShortlist)] = (d, c) =>
                // Mostly one that is kept there.
                d.Point(PointOf(d, c))
                    is { Shortlist: { Count: > 0 } kept } point
                    ? new RemoveFromShortlist(point.Id, c.Of(kept))
                    : new RemoveFromShortlist(PointOf(d, c), PhotoOf(c)),
            [typeof(OrderShortlist)] = (d, c) =>
                // Mostly one that is kept there.
                d.Point(PointOf(d, c))
                    is { Shortlist: { Count: > 1 } kept } point
                    ? new OrderShortlist(point.Id, c.Of(kept), c.B % 4 - 1)
                    : new OrderShortlist(d.Points[0].Id, c.Of(new[] { Photo, Tall, "p2" }), c.B % 4 - 1),
            [typeof(MakeSlides)] = (_, _) => new MakeSlides(),
            [typeof(AddCreditsSlide)] = (_, _) => new AddCreditsSlide(),
            [typeof(SeparatePhoto)] = (_, c) => new SeparatePhoto(PhotoOf(c)),
            [typeof(OrderSlides)] = (_, _) => new OrderSlides(),
            [typeof(AddSlide)] = (d, c) =>
                new AddSlide(
                    c.A % 2 == 0 ? SlideOf(d, c).Id : null,
                    c.B % 3 == 0 ? null : c.Other(Enum.GetValues<SlideLayout>())
                ),
            [typeof(ApplyLayout)] = (d, c) =>
                c.A % 3 == 0
                    ? new ApplyLayout(SlideOf(d, c).Id, Sharing: c.Other(Enum.GetValues<PhotoSharing>()))
                    : new ApplyLayout(SlideOf(d, c).Id, c.Other(Enum.GetValues<SlideLayout>())),
            [typeof(EvenOut)] = (d, c) =>
                new EvenOut([
                    .. d
                        .Slides.SelectMany(s => s.Items.OfType<Words>().Select(w => (s, w)))
                        .Select(p => new Leaning(p.s.Id, p.w.Id, d.House.System?.Places[^1] ?? Spot.TopLeft)),
                ]),
            [typeof(RemoveSlide)] = (d, c) => new RemoveSlide(SlideOf(d, c).Id),
            [typeof(MoveSlide)] = (d, c) => new MoveSlide(SlideOf(d, c).Id, c.B % 9 - 2),
            [typeof(DuplicateSlide)] = (d, c) => new DuplicateSlide(SlideOf(d, c).Id),
            [typeof(SetSeconds)] = (d, c) => new SetSeconds(SlideOf(d, c).Id, 1 + c.B % 500),
            [typeof(SetTransition)] = (d, c) =>
                new SetTransition(
                    c.A % 3 == 0 ? new SlideChoice() : new SlideChoice([SlideOf(d, c).Id]),
                    c.B % 4 == 0
                        ? null
                        : new Transition(
                            c.Other(Enum.GetValues<TransitionKind>()),
                            c.X * 20,
                            c.Of(Enum.GetValues<SlideEdge>())
                        )
                ),
            [typeof(ShowFact)] = (d, c) =>
                new ShowFact((d.Slides.Find(s => s.PointId == d.Points[0].Id) ?? d.Slides[0]).Id, c.A % 4),
            [typeof(AddCue)] = (d, c) => new AddCue(SlideOf(d, c).Id, CueMade(d, c), c.B % 4),
            [typeof(EditCue)] = (d, c) =>
                new EditCue(
                    Moving(d).Id,
                    CueOf(d, c) with
                    {
                        Seconds = c.X * 20,
                        Effect = CueEffect.Dissolve,
                        Act = CueOf(d, c).Sequence is null ? CueAct.GoesOut : CueAct.StandsOut,
                    }
                ),
            [typeof(MoveCue)] = (d, c) => new MoveCue(Moving(d).Id, CueOf(d, c).Id, c.A % 4),
            [typeof(RemoveCue)] = (d, c) => new RemoveCue(Moving(d).Id, CueOf(d, c).Id),
            [typeof(SequencePhotos)] = (d, c) =>
                new SequencePhotos(
                    Fullest(d).Id,
                    c.A % 2 == 0 ? null : [.. Fullest(d).Items.Take(2).Select(i => i.Id)]
                ),
            [typeof(ChangeGround)] = (d, c) => new ChangeGround(SlideOf(d, c).Id, PhotoOf(c), c.X * 20),
            [typeof(CarryItem)] = (d, c) => new CarryItem(SlideOf(d, c).Id, ItemOf(d, c)),
            [typeof(SetLink)] = (d, c) =>
                new SetLink(
                    SlideOf(d, c).Id,
                    ItemOf(d, c),
                    c.B % 3 == 0 ? null
                        : c.B % 3 == 1 ? LinkTarget.ToNext
                        : "https://shore.example/" + c.A
                ),
            [typeof(AddRunThrough)] = (d, c) => new AddRunThrough(default, [new(SlideOf(d, c).Id, c.X * 900)]),
            [typeof(RemoveRunThrough)] = (d, c) => new RemoveRunThrough(RunOf(d, c)),
            [typeof(ApplyRunThrough)] = (d, c) => new ApplyRunThrough(RunOf(d, c)),
            [typeof(SetSpeakingRate)] = (_, c) => new SetSpeakingRate(60 + c.B % 240),
            [typeof(SetNotes)] = (d, c) => new SetNotes(SlideOf(d, c).Id, "note " + c.B),
            [typeof(AddItem)] = (d, c) =>
                new AddItem(
                    SlideOf(d, c).Id,
                    c.Other(ItemKinds.All.SelectMany(k => k.Examples(PhotoOf(c))).ToArray()).Made,
                    c.A % 2 == 0 ? Rect(c) : null
                ),
            [typeof(EditItem)] = (d, c) => new EditItem(SlideOf(d, c).Id, ItemOf(d, c), EditFor(d, c)),
            [typeof(PlaceItem)] = (d, c) => new PlaceItem(SlideOf(d, c).Id, ItemOf(d, c), Rect(c), c.A % 90),
            [typeof(ArrangeItems)] = (d, c) =>
                new ArrangeItems(
                    SlideOf(d, c).Id,
                    [
                        .. SlideOf(d, c)
                            .Items.Where(i => !i.At.Held)
                            .Select((i, n) => new ItemPosition(i.Id, Rect(new(c.A + 90 * n, c.B, c.X)))),
                    ]
                ),
            [typeof(AlignItems)] = (d, c) =>
                new AlignItems(
                    SlideOf(d, c).Id,
                    [.. SlideOf(d, c).Items.Select(i => i.Id)],
                    (Alignment)(c.B % Enum.GetValues<Alignment>().Length)
                ),
            [typeof(SetShape)] = (_, c) =>
                new SetShape(
                    c.Of(
                        new[]
                        {
                            SlideShape.Wide,
                            SlideShape.Standard,
                            SlideShape.Square,
                            SlideShape.Own(3 + c.B % 5, 2)!.Value,
                        }
                    )
                ),
            [typeof(SetGrid)] = (_, c) => new SetGrid(GridOf(c)),
            [typeof(SetHouseStyle)] = (_, c) => new SetHouseStyle(c.Other(HouseStyles.All)),
            [typeof(SetRoom)] = (_, c) => new SetRoom(new((RoomLight)(c.A % 3), 4 + c.B % 20, 1 + c.X)),
            [typeof(SetTextStyle)] = (d, c) =>
                new SetTextStyle(
                    c.X < .5 ? new() : new(Range: $"1-{1 + c.B % d.Slides.Count}"),
                    c.A % 3 == 0 ? null : WordsRole.Heading,
                    c.A % 4 == 0 ? null : new TextStyle { Size = 40 + c.B % 40, Align = WordsAlign.Middle }
                ),
            [typeof(ReplaceFont)] = (d, c) =>
                new ReplaceFont(
                    "Anek Latin",
                    c.X < .5 ? "Lora" : "Archivo",
                    c.A % 2 == 0 ? new() : new([SlideOf(d, c).Id])
                ),
            [typeof(ReplaceWords)] = (d, c) =>
                new ReplaceWords(
                    "o",
                    c.X < .5 ? "" : "au",
                    c.A % 2 == 0,
                    false,
                    c.B % 2 == 0 ? new() : new([SlideOf(d, c).Id])
                ),
            [typeof(SetSlideGrid)] = (d, c) => new SetSlideGrid(SlideOf(d, c).Id, c.X < .3 ? null : GridOf(c)),
            [typeof(EditItems)] = (d, c) =>
                new EditItems(
                    [.. d.Slides.SelectMany(s => s.Items.Select(i => new ItemOn(s.Id, i.Id))).Skip(c.A % 4).Take(3)],
                    EditFor(d, c)
                ),
            [typeof(MoveItems)] = (d, c) =>
                new MoveItems(SlideOf(d, c).Id, [.. SlideOf(d, c).Items.Select(i => i.Id)], c.A % 90, -c.B % 40),
            [typeof(SwapItems)] = (d, c) =>
                new SwapItems(
                    SlideOf(d, c).Id,
                    ItemOf(d, c),
                    // Another than the first, wherever there is one.
                    SlideOf(d, c).Items
                        is { Count: > 0 } items
                        ? (items.Find(i => i.Id != ItemOf(d, c) && !i.At.IsGround) ?? c.Of(items)).Id
                        : Nothing
                ),
            [typeof(AddPhotos)] = (d, c) => new AddPhotos(SlideOf(d, c).Id, [Photo, PhotoOf(c)]),
            [typeof(SpreadPhotos)] = (d, c) =>
                new SpreadPhotos([Photo, PhotoOf(c)], c.A % 2 == 0 ? SlideOf(d, c).Id : null),
            [typeof(PasteItems)] = (d, c) =>
                new PasteItems(SlideOf(d, c).Id, [.. d.Slides[c.B % d.Slides.Count].Items.Take(3)], c.A % 30),
            [typeof(RemoveItems)] = (d, c) =>
                new RemoveItems(SlideOf(d, c).Id, [.. SlideOf(d, c).Items.Take(2).Select(i => i.Id)]),
            [typeof(BlendPhotos)] = (d, c) =>
                new BlendPhotos(
                    Fullest(d).Id,
                    [.. Fullest(d).Items.Where(i => i is Frame).Skip(c.A % 2).Take(3).Select(i => i.Id)],
                    c.X > .3
                ),
            [typeof(PlaceGrounds)] = (d, c) =>
                new PlaceGrounds([.. d.Slides.Skip(c.A % 3).Take(2).Select(s => s.Id)], PhotoOf(c)),
            [typeof(OrderItem)] = (d, c) => new OrderItem(SlideOf(d, c).Id, ItemOf(d, c), c.A % 5 - 1),
            [typeof(RemoveItem)] = (d, c) => new RemoveItem(SlideOf(d, c).Id, ItemOf(d, c)),
            [typeof(DuplicateItem)] = (d, c) => new DuplicateItem(SlideOf(d, c).Id, ItemOf(d, c)),
            [typeof(HoldItem)] = (d, c) => new HoldItem(SlideOf(d, c).Id, ItemOf(d, c), c.X < .3),
            [typeof(GroupItems)] = (d, c) =>
                new GroupItems(
                    SlideOf(d, c).Id,
                    [.. SlideOf(d, c).Items.Where(i => !i.At.IsGround).Take(2).Select(i => i.Id)],
                    c.B % 3 > 0
                ),
            [typeof(PlaceGround)] = (d, c) => new PlaceGround(SlideOf(d, c).Id, PhotoOf(c)),
            [typeof(MakeGround)] = (d, c) => new MakeGround(SlideOf(d, c).Id, ItemOf(d, c), c.A % 2 == 0),
            [typeof(ReplacePhoto)] = (_, c) => new ReplacePhoto(PhotoOf(c), c.Of(new[] { Photo, Tall, "p2" })),
            [typeof(ShowWhole)] = (_, c) => new ShowWhole(PhotoOf(c)),
            [typeof(SwapPhoto)] = (_, c) => new SwapPhoto(PhotoOf(c)),
            [typeof(RemovePhoto)] = (_, c) => new RemovePhoto(PhotoOf(c)),
            [typeof(Restore)] = (d, _) => new Restore(DeckParts.Changed(d with { Title = d.Title + "." }, d)),
        };

    private static SlideGrid GridOf(Chance c) =>
        c.A % 3 == 0
            ? new(c.B % 100, c.A % 90, 1 + c.B % 8, 1 + c.A % 6, c.B % 30)
            : GridPresets.Of(c.Of(Enum.GetValues<GridPreset>()));

    private static ItemEdit EditFor(Deck d, Chance c)
    {
        Slide slide = SlideOf(d, c);
        ItemKind kind = slide.Items.Count > 0 ? ItemKinds.Of(c.Other(slide.Items)) : ItemKinds.All[0];
        return c.Of(kind.Examples(PhotoOf(c)).SelectMany(e => e.Edits).ToArray());
    }

    private static Slide Of(Deck d) => d.Slides[1];

    private static Item Ground(Deck d) => Of(d).Ground!;

    private static Item Free(Deck d) => d.Slides[3].Items.First(i => i is Words);

    private static ImmutableSortedDictionary<PartKey, System.Text.Json.JsonElement?> Parts(string key, string json) =>
        ImmutableSortedDictionary<PartKey, System.Text.Json.JsonElement?>.Empty.Add(
            PartKey.Parse(key),
            System.Text.Json.JsonDocument.Parse(json).RootElement
        );

    private static Deck Many(Deck d, int slides) =>
        d with
        {
            Slides =
            [
                .. Enumerable
                    .Range(0, slides)
                    .Select(i => new Slide(new Guid(i, 9, 9, new byte[8]), SlideKind.Free, null, [], "", 9)),
            ],
        };

    private static Deck Held(Deck d, Slide slide, Item item) =>
        d.With(slide.With(item with { At = item.At with { Held = true } }));

    /// <summary>For each kind, every refusal of its own: the deck, the command, the code.</summary>
    public static IReadOnlyDictionary<
        Type,
        IReadOnlyList<(Func<Deck, Deck> On, Func<Deck, DeckCommand> Command, string Code)>
    > Refused { get; } =
        Refusals()
            .GroupBy(r => r.Type)
            .ToDictionary(
                g => g.Key,
                g =>
                    (IReadOnlyList<(Func<Deck, Deck>, Func<Deck, DeckCommand>, string)>)
                        [.. g.Select(r => (r.On, r.Command, r.Code))]
            );

    private static IEnumerable<(
        Type Type,
        Func<Deck, Deck> On,
        Func<Deck, DeckCommand> Command,
        string Code
    )> Refusals()
    {
        List<(Type, Func<Deck, Deck>, Func<Deck, DeckCommand>, string)> all = [];
        void No<T>(string code, Func<Deck, T> command, Func<Deck, Deck>? on = null)
            where T : DeckCommand => all.Add((typeof(T), on ?? (d => d), d => command(d), code));
        string longer = new('x', 6000);
        No("too-long", _ => new SetTitle(longer));
        No("missing", _ => new SetTitle(null!));
        No("too-long", _ => new SetSpeaker(longer));
        No("bad-slot", _ => new SetTimeSlot(0));
        No("bad-slot", _ => new SetTimeSlot(601));
        No("bad-number", _ => new SetTimeSlot(double.NaN));
        No("missing", _ => new SetDeclaredUse(null!));
        No("unknown-choice", _ => new SetDeclaredUse(DeclaredUse.PublicTalk with { Audience = (Audience)7 }));
        No("no-such-language", _ => new SetCreditStyle(Language: "xx"));
        No("unknown-licence", _ => new SetCreditStyle(OwnLicence: "ask my aunt"));
        No("unknown-choice", _ => new SetCreditStyle((CreditPlace)9));
        No("no-such-photo", _ => new DecideChange(Unknown, true));
        No("empty-list", _ => new AddPoints(" \n - \n"));
        No("too-long", _ => new AddPoints("fine\n" + new string('x', 10_000)));
        No("no-such-point", _ => new AddPoints("One", Nothing));
        No("too-many-points", _ => new AddPoints(string.Join('\n', Enumerable.Range(0, 300).Select(i => "p " + i))));
        No("no-such-point", _ => new EditPoint(Nothing, "x"));
        No("no-such-slide", _ => new ShowFact(Nothing, 0));
        No("no-such-fact", d => new ShowFact(d.Slides[1].Id, 9));
        No(
            "fact-there",
            d => new ShowFact(d.Slides.Find(s => s.PointId == d.Points[0].Id)!.Id, 0),
            d =>
                (
                    (Edited)
                        DeckEditor.Apply(
                            d,
                            new ShowFact(d.Slides.Find(s => s.PointId == d.Points[0].Id)!.Id, 0),
                            Start().World
                        )
                ).Deck
        );
        No("empty-point", d => new EditPoint(d.Points[0].Id, "  "));
        No("too-long", d => new EditPoint(d.Points[0].Id, longer));
        No("too-long", d => new EditPoint(d.Points[0].Id, Facts: [new(longer, "")]));
        No("too-many-facts", d => new EditPoint(d.Points[0].Id, Facts: [.. Enumerable.Repeat(new Fact("a", ""), 41)]));
        No("missing", d => new EditPoint(d.Points[0].Id, Facts: [null!]));
        No("missing", d => new EditPoint(d.Points[0].Id, Facts: [new(null!, "")]));
        No("bad-time", d => new EditPoint(d.Points[0].Id, Seconds: 0));
        No("bad-number", d => new EditPoint(d.Points[0].Id, Seconds: double.PositiveInfinity));
        No("no-such-point", _ => new RemovePoint(Nothing));
        No("no-such-point", _ => new MovePoint(Nothing, 0));
        No("no-such-point", _ => new AddToShortlist(Nothing, Photo));
        No("no-such-photo", d => new AddToShortlist(d.Points[0].Id, Unknown));
        No("no-such-point", _ => new RemoveFromShortlist(Nothing, Photo));
        No("no-such-point", _ => new OrderShortlist(Nothing, Photo, 0));
        No("not-kept", d => new OrderShortlist(d.Points[3].Id, Photo, 0));
        No("opening-stays", d => new RemovePoint(d.Id));
        No("opening-stays", d => new MovePoint(d.Id, 2));
        No("no-points", _ => new MakeSlides(), d => Deck.New(d.Id));
        No("credits-there", _ => new AddCreditsSlide());
        No("not-merged", _ => new SeparatePhoto(Unknown));
        No("no-such-slide", _ => new ArrangeItems(Nothing, [new(Nothing, new(0, 0, 100, 100))]));
        No("no-such-item", d => new ArrangeItems(d.Slides[3].Id, [new(Nothing, new(0, 0, 100, 100))]));
        No("nothing-to-arrange", d => new ArrangeItems(d.Slides[3].Id, []));
        No("too-small", d => new ArrangeItems(d.Slides[3].Id, [new(d.Slides[3].Items[0].Id, new(0, 0, 0, -5))]));
        No("no-such-slide", _ => new AlignItems(Nothing, [], Alignment.Left));
        No("no-such-item", d => new AlignItems(d.Slides[3].Id, [Nothing], Alignment.Left));
        No("too-few", d => new AlignItems(d.Slides[3].Id, [d.Slides[3].Items[0].Id], Alignment.Left));
        No(
            "too-few",
            d => new AlignItems(
                d.Slides[3].Id,
                [.. d.Slides[3].Items.Take(2).Select(i => i.Id)],
                Alignment.EqualGapsDown
            )
        );
        No(
            "bad-grid",
            _ => new SetShape(SlideShape.Square),
            d => d with { Grid = SlideGrid.Usual with { MarginX = 520 } }
        );
        No("bad-grid", _ => new SetGrid(SlideGrid.Usual with { Columns = 0 }));
        No("bad-grid", _ => new SetGrid(SlideGrid.Usual with { Rows = 25 }));
        No("bad-grid", _ => new SetGrid(SlideGrid.Usual with { Gutter = -1 }));
        No("bad-grid", _ => new SetGrid(SlideGrid.Usual with { MarginX = 5000 }));
        No("bad-grid", _ => new SetGrid(SlideGrid.Usual with { Widths = [1, 2] }));
        No("bad-number", _ => new SetGrid(SlideGrid.Usual with { Gutter = double.NaN }));
        No("missing", _ => new SetGrid(null!));
        No("bad-name", _ => new SetHouseStyle(HouseStyles.First with { Name = " " }));
        No("bad-colour", _ => new SetHouseStyle(HouseStyles.First with { Paper = "red" }));
        No("bad-palette", _ => new SetHouseStyle(HouseStyles.First with { Accents = [] }));
        No("bad-margins", _ => new SetHouseStyle(HouseStyles.First with { MarginX = 900 }));
        No("bad-size", _ => new SetHouseStyle(Sized(2000)));
        No("bad-size", _ => new SetHouseStyle(Sized(0)));
        No("missing", _ => new SetHouseStyle(null!));
        No("bad-room", _ => new SetRoom(Room.Usual with { ScreenHeight = 0 }));
        No("unknown-choice", _ => new SetRoom(Room.Usual with { Light = (RoomLight)7 }));
        No("bad-range", _ => new SetTextStyle(new(Range: "2-"), null, new() { Size = 40 }));
        No("bad-range", _ => new SetTextStyle(new(Range: "0-400"), null, new() { Size = 40 }));
        No("no-such-slide", _ => new SetTextStyle(new([Nothing]), null, new() { Size = 40 }));
        No("nothing-chosen", _ => new SetTextStyle(new(), WordsRole.Number, new() { Size = 40 }));
        No("bad-leading", _ => new SetTextStyle(new(), null, new() { Leading = 9 }));
        No("bad-spacing", _ => new SetTextStyle(new(), null, new() { Spacing = 2 }));
        No("bad-shadow", _ => new SetTextStyle(new(), null, new() { Shadow = 200 }));
        No("bad-outline", _ => new SetTextStyle(new(), null, new() { Outline = 99 }));
        No("bad-plate", _ => new SetTextStyle(new(), null, new() { Plate = 2 }));
        No("bad-bend", _ => new SetTextStyle(new(), null, new() { Bend = 200 }));
        No("bad-columns", _ => new SetTextStyle(new(), null, new() { Columns = 9 }));
        No("bad-family", _ => new SetTextStyle(new(), null, new() { Family = "" }));
        No("bad-colour", _ => new SetTextStyle(new(), null, new() { Ink = "#12" }));
        No("nothing-chosen", _ => new ReplaceFont("No Such Face", "Lora", new()));
        No("bad-range", _ => new ReplaceFont("Anek Latin", "Lora", new(Range: "x")));
        No("no-words", _ => new ReplaceWords("", "b", false, false, new()));
        No("too-long", _ => new ReplaceWords("a", longer, false, false, new()));
        No("nothing-found", _ => new ReplaceWords("zyzzyva", "b", false, false, new()));
        No("bad-range", _ => new ReplaceWords("o", "b", false, false, new(Range: "x")));
        No("bad-link", d => new AddItem(Of(d).Id, new WordsEdit(Body: [new([new("a", Link: "javascript:x")])])));
        No("bad-level", d => new AddItem(Of(d).Id, new WordsEdit(Body: [new([new("a", Bold: true)], Level: 9)])));
        No("bad-veil", d => new AddItem(Of(d).Id, new VeilEdit(Strength: 2)));
        No("bad-stops", d => new AddItem(Of(d).Id, new VeilEdit(Stops: [new(0, "#000000", 1)])));
        No("bad-colour", d => new AddItem(Of(d).Id, new VeilEdit(Colour: "black")));
        No("no-such-slide", _ => new SetSlideGrid(Nothing, null));
        No("bad-grid", d => new SetSlideGrid(Of(d).Id, SlideGrid.Usual with { Gutter = 900 }));
        No("no-such-slide", _ => new EditItems([new(Nothing, Nothing)], new WordsEdit("x")));
        No("no-such-item", d => new EditItems([new(Of(d).Id, Nothing)], new WordsEdit("x")));
        No("nothing-chosen", _ => new EditItems([], new WordsEdit("x")));
        No("bad-turn", d => new EditItems([new(Of(d).Id, Ground(d).Id)], new FrameEdit(Straighten: 99)));
        No("no-such-slide", _ => new MoveItems(Nothing, [], 1, 1));
        No("no-such-item", d => new MoveItems(Of(d).Id, [Nothing], 1, 1));
        No("ground-fills", d => new MoveItems(Of(d).Id, [Ground(d).Id], 1, 1));
        No("too-far-out", d => new MoveItems(d.Slides[3].Id, [Free(d).Id], 9e7, 1));
        No("no-such-item", d => new SwapItems(Of(d).Id, Ground(d).Id, Nothing));
        No(
            "held",
            d => new SwapItems(d.Slides[3].Id, Free(d).Id, d.Slides[3].Items[0].Id),
            d => Held(d, d.Slides[3], Free(d))
        );
        No("no-photos-named", d => new AddPhotos(Of(d).Id, []));
        No("no-such-slide", _ => new AddPhotos(Nothing, [Photo]));
        No("closed-licence", d => new AddPhotos(Of(d).Id, [Photo, Closed]));
        No("no-photos-named", _ => new SpreadPhotos([]));
        No("no-such-slide", _ => new SpreadPhotos([Photo], Nothing));
        No("no-such-photo", _ => new SpreadPhotos([Unknown]));
        No("closed-licence", _ => new SpreadPhotos([Closed]));
        No("too-many-slides", _ => new SpreadPhotos([Photo]), d => Many(d, Limits.Talks.Slides));
        No("no-such-slide", d => new PasteItems(Nothing, [Ground(d)]));
        No("credits-are-computed", d => new PasteItems(d.Slides[^1].Id, [Ground(d)]));
        No("nothing-copied", d => new PasteItems(Of(d).Id, []));
        No("no-such-photo", d => new PasteItems(Of(d).Id, [(Frame)Ground(d) with { PhotoId = Unknown }]));
        No("closed-licence", d => new PasteItems(Of(d).Id, [(Frame)Ground(d) with { PhotoId = Closed }]));
        No("too-many-items", d => new PasteItems(Of(d).Id, [.. Enumerable.Repeat(Ground(d), Limits.Talks.Items)]));
        No("no-such-item", d => new RemoveItems(Of(d).Id, [Nothing]));
        No("held", d => new RemoveItems(Of(d).Id, [Ground(d).Id]), d => Held(d, Of(d), Ground(d)));
        No("no-such-slide", _ => new BlendPhotos(Nothing, [], true));
        No("no-such-item", d => new BlendPhotos(Of(d).Id, [Nothing], true));
        No("too-few", d => new BlendPhotos(Of(d).Id, [Ground(d).Id], true));
        No("held", d => new BlendPhotos(Of(d).Id, [Ground(d).Id], false), d => Held(d, Of(d), Ground(d)));
        No("no-slides-named", _ => new PlaceGrounds([], Photo));
        No("no-such-slide", _ => new PlaceGrounds([Nothing], Photo));
        No("closed-licence", d => new PlaceGrounds([Of(d).Id], Closed));
        No("in-order", _ => new OrderSlides(), d => Deck.New(d.Id));
        No("too-many-slides", _ => new MakeSlides(), d => Many(d, Limits.Talks.Slides));
        No(
            "too-many-slides",
            _ => new AddCreditsSlide(),
            d => Many(d with { Slides = d.Slides.RemoveAll(s => s.Kind == SlideKind.Credits) }, Limits.Talks.Slides)
        );
        No("no-such-slide", _ => new AddSlide(Nothing));
        No("no-such-slide", _ => new ApplyLayout(Nothing, SlideLayout.List));
        No("no-such-layout", d => new ApplyLayout(d.Slides[0].Id, Sharing: PhotoSharing.Compared));
        No("no-such-slide", d => new EvenOut([new(Nothing, Nothing, d.House.System!.Places[0])]));
        No("no-such-item", d => new EvenOut([new(d.Slides[0].Id, Nothing, d.House.System!.Places[0])]));
        No("no-such-place", d => new EvenOut([new(d.Slides[0].Id, d.Slides[0].Items[0].Id, Spot.Auto)]));
        No(
            "no-places",
            d => new EvenOut([new(d.Slides[0].Id, d.Slides[0].Items[0].Id, Spot.TopLeft)]),
            d => d with { House = HouseStyles.Earlier }
        );
        No("credits-are-computed", d => new ApplyLayout(d.Slides[^1].Id, SlideLayout.List));
        No("too-many-slides", _ => new AddSlide(), d => Many(d, Limits.Talks.Slides));
        No("no-such-slide", _ => new RemoveSlide(Nothing));
        No("no-such-slide", _ => new MoveSlide(Nothing, 0));
        No("no-such-slide", _ => new DuplicateSlide(Nothing));
        No("one-credits-slide", d => new DuplicateSlide(d.Slides[^1].Id));
        No("too-many-slides", d => new DuplicateSlide(d.Slides[0].Id), d => Many(d, Limits.Talks.Slides));
        No("no-such-slide", _ => new SetSeconds(Nothing, 5));
        No("bad-time", d => new SetSeconds(Of(d).Id, 4000));
        No("bad-number", d => new SetSeconds(Of(d).Id, double.NaN));
        No("no-such-slide", _ => new SetTransition(new SlideChoice([Nothing])));
        No("bad-range", _ => new SetTransition(new SlideChoice(null, "0-3")));
        No("bad-duration", _ => new SetTransition(new SlideChoice(), new Transition(TransitionKind.Push, 21)));
        No("bad-duration", _ => new SetTransition(new SlideChoice(), new Transition(TransitionKind.Push, -1)));
        No("no-such-slide", _ => new AddCue(Nothing, new Cue(default, CueAct.ComesIn, Nothing)));
        No("credits-are-computed", d => new AddCue(d.Slides[^1].Id, new Cue(default, CueAct.ComesIn, Nothing)));
        No("no-item", d => new AddCue(Of(d).Id, new Cue(default, CueAct.ComesIn, Nothing)));
        No("no-thing", d => new AddCue(Of(d).Id, new Cue(default, CueAct.ComesIn)));
        No("no-thing", d => new AddCue(Of(d).Id, new Cue(default, CueAct.InTurn, Of(d).Items[0].Id, CueEffect.Grow)));
        No(
            "bad-way",
            d => new AddCue(Of(d).Id, In(Of(d).Items[0]) with { Act = CueAct.StandsOut, Effect = CueEffect.Wipe })
        );
        No("bad-duration", d => new AddCue(Of(d).Id, In(Of(d).Items[0]) with { Seconds = -1 }));
        No("bad-duration", d => new AddCue(Of(d).Id, In(Of(d).Items[0]) with { Delay = 21 }));
        No("bad-number", d => new AddCue(Of(d).Id, In(Of(d).Items[0]) with { Delay = double.NaN }));
        No("unknown-choice", d => new AddCue(Of(d).Id, In(Of(d).Items[0]) with { Effect = (CueEffect)99 }));
        No("no-turns", d => new AddCue(Of(d).Id, new Cue(default, CueAct.InTurn, null, CueEffect.Grow, Sequence: [])));
        No(
            "no-turns",
            d => new AddCue(
                Of(d).Id,
                new Cue(
                    default,
                    CueAct.InTurn,
                    null,
                    CueEffect.Grow,
                    Sequence: [Of(d).Items[^1].Id, Of(d).Items[^1].Id]
                )
            )
        );
        No("ground-in-turn", d => new SequencePhotos(Of(d).Id, [Ground(d).Id]), WithGround);
        No("no-such-move", d => new EditCue(Of(d).Id, In(Of(d).Items[0])));
        No("no-such-move", d => new MoveCue(Of(d).Id, Nothing, 0));
        No("no-such-move", d => new RemoveCue(Of(d).Id, Nothing));
        No("no-turns", d => new SequencePhotos(Of(d).Id, []));
        No("no-ground", d => new ChangeGround(d.Slides[4].Id, Photo));
        No("no-such-photo", d => new ChangeGround(Of(d).Id, Unknown), WithGround);
        No("bad-duration", d => new ChangeGround(Of(d).Id, Photo, 30), WithGround);
        No(
            "too-many-moves",
            d => new AddCue(Of(d).Id, In(Of(d).Items[0])),
            d => d.With(Of(d) with { Cues = [.. Enumerable.Repeat(In(Of(d).Items[0]), Limits.Talks.Cues)] })
        );
        No(
            "in-turn-already",
            d => new SequencePhotos(d.Slides[3].Id, Turned(d).Cues[^1].Sequence),
            d => d.With(Turned(d))
        );
        No(
            "ground-there",
            d => new CarryItem(Of(d).Id, Ground(d).Id),
            d => WithGround(d).With(d.Slides[2] with { Items = [Other(Ground(WithGround(d)))] })
        );
        No(
            "carried-already",
            d => new CarryItem(Of(d).Id, Of(d).Items[0].Id),
            d => d.With(d.Slides[2] with { Items = [Of(d).Items[0]], OwnTransition = new(TransitionKind.Carry) })
        );
        No("no-such-slide", _ => new CarryItem(Nothing, Nothing));
        No("no-such-item", d => new CarryItem(Of(d).Id, Nothing));
        No("no-such-item", d => new CarryItem(Of(d).Id, Of(d).Items[0].Id, Nothing));
        No("no-next-slide", d => new CarryItem(d.Slides[^2].Id, d.Slides[^2].Items[0].Id));
        No("bad-link", d => new SetLink(Of(d).Id, Of(d).Items[0].Id, "javascript:alert(1)"));
        No("bad-link", d => new SetLink(Of(d).Id, Of(d).Items[0].Id, "slide:nowhere"));
        No("no-times", _ => new AddRunThrough(default, [new(Nothing, 3)]));
        No("bad-time", d => new AddRunThrough(default, [new(Of(d).Id, -3)]));
        No("no-such-run", _ => new RemoveRunThrough(Nothing));
        No("no-such-run", _ => new ApplyRunThrough(Nothing));
        No("bad-rate", _ => new SetSpeakingRate(20));
        No("no-such-slide", _ => new SetNotes(Nothing, ""));
        No("too-long", d => new SetNotes(Of(d).Id, longer));
        No("no-such-slide", _ => new AddItem(Nothing, new WordsEdit("x")));
        No("credits-are-computed", d => new AddItem(d.Slides[^1].Id, new WordsEdit("x")));
        No("no-words", d => new AddItem(Of(d).Id, new WordsEdit(" ")));
        No("too-long", d => new AddItem(Of(d).Id, new WordsEdit(new string('x', Limits.Talks.Words + 1))));
        No("no-such-photo", d => new AddItem(Of(d).Id, new FrameEdit(Unknown)));
        No("no-such-photo", d => new AddItem(Of(d).Id, new FrameEdit()));
        No("closed-licence", d => new AddItem(Of(d).Id, new FrameEdit(Closed)));
        No("too-small", d => new AddItem(Of(d).Id, new WordsEdit("x"), new SlideRect(0, 0, 0, 10)));
        No("too-far-out", d => new AddItem(Of(d).Id, new WordsEdit("x"), new SlideRect(1e9, 0, 10, 10)));
        No("bad-number", d => new AddItem(Of(d).Id, new WordsEdit("x"), new SlideRect(double.NaN, 0, 10, 10)));
        No("missing", d => new AddItem(Of(d).Id, null!));
        No(
            "too-many-items",
            d => new AddItem(Of(d).Id, new WordsEdit("x")),
            d =>
                d.With(
                    Of(d) with
                    {
                        Items =
                        [
                            .. Enumerable
                                .Range(0, Limits.Talks.Items)
                                .Select(i => Free(d) with { Id = new Guid(i, 1, 1, new byte[8]) }),
                        ],
                    }
                )
        );
        No("no-such-slide", _ => new EditItem(Nothing, Nothing, new WordsEdit("x")));
        No("no-such-item", d => new EditItem(Of(d).Id, Nothing, new WordsEdit("x")));
        No("wrong-kind", d => new EditItem(Of(d).Id, Ground(d).Id, new WordsEdit("x")));
        No("bad-turn", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Straighten: 16)));
        No("bad-crop", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Crop: default(CropWindow))));
        No("unknown-choice", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Tone: (FrameTone)99)));
        No("unknown-choice", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(CreditSpot: (Spot)77)));
        No(
            "too-many-covers",
            d => new EditItem(
                Of(d).Id,
                Ground(d).Id,
                new FrameEdit(Covers: [.. Enumerable.Repeat(new Cover(new(0, 0, .1, .1)), 9)])
            )
        );
        No("bad-polygon", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Corners: [new(0, 0), new(1, 1)])));
        No(
            "bad-polygon",
            d => new EditItem(
                Of(d).Id,
                Ground(d).Id,
                new FrameEdit(Corners: [new(0, 0), new(1, 1), new(1, 0), new(0, 1)])
            )
        );
        No("bad-polygon", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Mask: FrameMask.Polygon)));
        No(
            "bad-polygon",
            d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Corners: [new(0, 0), new(2, 0), new(1, 1)]))
        );
        No("bad-tone", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Toning: new Toning(2))));
        No("bad-tone", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Toning: new Toning(Dark: "red"))));
        No("bad-edge", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Edge: new FrameEdge(-4))));
        No("bad-edge", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Edge: new FrameEdge(Soft: 9e9))));
        No(
            "bad-colour",
            d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Covers: [new(new(0, 0, 1, 1), Colour: "#12")]))
        );
        No(
            "too-many-marks",
            d => new EditItem(
                Of(d).Id,
                Ground(d).Id,
                new FrameEdit(KeepInView: [.. Enumerable.Repeat(new CropWindow(.4, .4, .1, .1), 13)])
            )
        );
        No("mark-in-the-way", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(KeepInView: [new(0, 0, 1, 1)])));
        No(
            "bad-merge",
            d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Blend: new Blend([.. Enumerable.Repeat(Photo, 6)])))
        );
        No("no-such-photo", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Blend: new Blend([Unknown]))));
        No("closed-licence", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Blend: new Blend([Closed]))));
        No("short-line", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Horizon: new(new(5, 5), new(6, 5)))));
        No("bad-turn", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Horizon: new(new(0, 0), new(100, 60)))));
        No(
            "bad-number",
            d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Covers: [new(new(double.NaN, 0, 1, 1))]))
        );
        No("no-such-photo", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Unknown)));
        No("closed-licence", d => new EditItem(Of(d).Id, Ground(d).Id, new FrameEdit(Closed)));
        No("no-words", d => new EditItem(d.Slides[3].Id, Free(d).Id, new WordsEdit(" ")));
        No("no-such-item", d => new PlaceItem(Of(d).Id, Nothing, new(0, 0, 9, 9)));
        No("ground-fills", d => new PlaceItem(Of(d).Id, Ground(d).Id, new(0, 0, 90, 90)));
        No("too-small", d => new PlaceItem(d.Slides[3].Id, Free(d).Id, new(0, 0, -5, 90)));
        No("too-far-out", d => new PlaceItem(d.Slides[3].Id, Free(d).Id, new(-9e9, 0, 50, 90)));
        No(
            "held",
            d => new PlaceItem(d.Slides[3].Id, Free(d).Id, new(0, 0, 90, 90)),
            d => Held(d, d.Slides[3], Free(d))
        );
        No("no-such-item", d => new OrderItem(Of(d).Id, Nothing, 0));
        No("ground-is-lowest", d => new OrderItem(Of(d).Id, Ground(d).Id, 1));
        No("held", d => new OrderItem(d.Slides[3].Id, Free(d).Id, 0), d => Held(d, d.Slides[3], Free(d)));
        No("no-such-item", d => new RemoveItem(Of(d).Id, Nothing));
        No("held", d => new RemoveItem(Of(d).Id, Ground(d).Id), d => Held(d, Of(d), Ground(d)));
        No("no-such-item", d => new DuplicateItem(Of(d).Id, Nothing));
        No("no-such-item", d => new HoldItem(Of(d).Id, Nothing, true));
        No("no-such-slide", _ => new GroupItems(Nothing, [], true));
        No("no-such-item", d => new GroupItems(Of(d).Id, [Nothing], true));
        No("no-group", d => new GroupItems(Of(d).Id, [Ground(d).Id], true));
        No("no-such-slide", _ => new PlaceGround(Nothing, Photo));
        No("credits-have-no-photo", d => new PlaceGround(d.Slides[^1].Id, Photo));
        No("no-such-photo", d => new PlaceGround(Of(d).Id, Unknown));
        No("closed-licence", d => new PlaceGround(Of(d).Id, Closed));
        No("held", d => new PlaceGround(Of(d).Id, Tall), d => Held(d, Of(d), Ground(d)));
        No("no-such-item", d => new MakeGround(Of(d).Id, Nothing, true));
        No("no-ground", d => new MakeGround(d.Slides[3].Id, Free(d).Id, true));
        No("held", d => new MakeGround(Of(d).Id, Ground(d).Id, false), d => Held(d, Of(d), Ground(d)));
        No("no-such-photo", _ => new ReplacePhoto(Photo, Unknown));
        No("closed-licence", _ => new ReplacePhoto(Photo, Closed));
        No("not-shown", _ => new ShowWhole(Closed));
        No("not-shown", _ => new SwapPhoto(Closed));
        No("nothing-to-swap", _ => new SwapPhoto(Tall));
        No("not-shown", _ => new RemovePhoto(Closed));
        No("bad-restore", _ => new Restore(Parts("title", "7")));
        No("bad-restore", _ => new Restore(Parts("slides", "\"all\"")));
        No("bad-restore", d => new Restore(Parts($"slide/{Of(d).Id}/item/{Nothing}", "{\"kind\":\"no-such-kind\"}")));
        return all;
    }
}
