using System.Text.Json;
using CsCheck;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>What holds for every kind of command, made from the one list of them.</summary>
public sealed class CommandTests
{
    private static readonly Gen<Chance> AnyChance = Gen.Select(
        Gen.Int[0, 1000],
        Gen.Int[0, 1000],
        Gen.Double[0, .6],
        (a, b, x) => new Chance(a, b, x)
    );

    private static readonly Gen<(int Kind, Chance Chance)[]> Runs = Gen.Select(
        Gen.Int[0, DeckCommands.All.Count - 1],
        AnyChance
    ).Array[1, 25];

    private static bool Long => Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 };

    // Where one kind of item is asked for, the commands that put and change items.
    public static TheoryData<string> Kinds =>
        [
            .. DeckCommands
                .All.Select(k => k.Name)
                .Where(k => Outside.IsAsked("") || k.Contains("item", StringComparison.Ordinal)),
        ];

    private static CommandKind Kind(string name) => DeckCommands.All.Single(k => k.Name == name);

    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckJson.Options);

    private static DeckCommand Make(Deck deck, int kind, Chance c) =>
        CommandExamples.Made[DeckCommands.All[kind].Type](deck, c);

    /// <summary>Identities that depend on nothing that happened before.</summary>
    private sealed class Ids(World world, int seed) : IEditFacts
    {
        private int _next;

        public PhotoFacts? Photo(string photoId) => world.Photo(photoId);

        public Guid NewId() => new(seed, 7, 7, [.. BitConverter.GetBytes(_next++), 0, 0, 0, 0]);
    }

    /// <summary>What is said to differ after an edit is everything that does: a window that is told of no more than
    /// that has
    /// the same scenes as one that is told all.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_slide_that_is_not_said_to_differ_looks_as_before(string name) =>
        Gen.Select(AnyChance, Gen.Int[0, DeckCommands.All.Count - 1].Array[0, 4])
            .Sample(
                (c, before) =>
                {
                    (World world, Deck deck) = CommandExamples.Start(Kind(name).Type);
                    foreach (int kind in before)
                        if (DeckEditor.Apply(deck, Make(deck, kind, c), world) is Edited first)
                            deck = first.Deck;
                    if (DeckEditor.Apply(deck, CommandExamples.Made[Kind(name).Type](deck, c), world) is not Edited e)
                        return;
                    var change = DeckDifference.Of(deck, e.Deck);
                    HashSet<Guid> may = [.. change.MayDiffer.Select(s => s.Now.Id)];
                    foreach (Slide slide in e.Deck.Slides.Where(s => !may.Contains(s.Id)))
                        Assert.Equal(Scenes(deck, deck.Slide(slide.Id)!, world), Scenes(e.Deck, slide, world));
                    Assert.Equal(
                        change.SameSlideOrder,
                        deck.Slides.Select(s => s.Id).SequenceEqual(e.Deck.Slides.Select(s => s.Id))
                    );
                    if (change.SamePhotos)
                        Assert.Equal(Photos(deck), Photos(e.Deck));
                    if (change.SameIds)
                        Assert.Equal(PhotoIds(deck), PhotoIds(e.Deck));
                    if (change.SameCredits)
                        foreach (Slide page in e.Deck.Slides.Where(s => s.Kind == SlideKind.Credits))
                            Assert.Equal(Scenes(deck, deck.Slide(page.Id)!, world), Scenes(e.Deck, page, world));
                    if (change.SameCounts)
                        Assert.Equal(Counted(deck), Counted(e.Deck));
                    HashSet<Guid> points = [.. change.Points.Select(p => p.Id)];
                    Assert.All(e.Deck.Points.Where(p => !points.Contains(p.Id)), p => Assert.Same(deck.Point(p.Id), p));
                },
                iter: Long ? 100 : 8
            );

    private static string Scenes(Deck deck, Slide slide, World world) =>
        JsonSerializer.Serialize(SceneBuilder.Build(deck, slide, world), DeckJson.Options);

    private static IEnumerable<string> Photos(Deck deck) =>
        deck
            .AllPoints.SelectMany(p => p.Shortlist)
            .Concat(ItemKinds.Photos(deck).Select(u => u.Use.ToString()))
            .Order();

    private static IEnumerable<string> PhotoIds(Deck deck) =>
        deck
            .AllPoints.SelectMany(p => p.Shortlist)
            .Concat(ItemKinds.Photos(deck).Select(u => u.Use.PhotoId))
            .Distinct()
            .Order();

    // What the header counts: points without a photo, slides without one, whether all is there, and in order.
    private static IEnumerable<string> Counted(Deck deck) =>
        deck
            .Points.Select(p => $"{p.Id} {p.Shortlist.Count == 0}")
            .Concat(deck.Slides.Select(s => $"{s.Kind} {s.PointId} {ItemKinds.Shows(s)}"));

    /// <summary>What a list of slides was made of is told the same, whether its way is known or the lists are
    /// compared.</summary>
    [Fact]
    public void Parts_that_differ_are_the_same_however_they_are_found() =>
        Gen.Select(AnyChance, Gen.Int[0, DeckCommands.All.Count - 1].Array[1, 6])
            .Sample(
                (c, kinds) =>
                {
                    (World world, Deck deck) = CommandExamples.Start();
                    Deck first = deck;
                    foreach (int kind in kinds)
                        if (DeckEditor.Apply(deck, Make(deck, kind, c), world) is Edited next)
                            deck = next.Deck;
                    // Lists that were made anew know no way. Points that were are taken for another plan.
                    Deck anew = deck with
                    {
                        Slides = [.. deck.Slides],
                    };
                    Assert.Equal(
                        DeckParts.Changed(first, anew with { Points = [.. deck.Points] }).Keys,
                        DeckParts.Changed(first, deck).Keys
                    );
                    Assert.Equal(
                        DeckDifference.Of(first, anew).MayDiffer.Select(s => s.Now.Id).Order(),
                        DeckDifference.Of(first, deck).MayDiffer.Select(s => s.Now.Id).Order()
                    );
                },
                iter: 200
            );

    [Fact]
    public void Every_kind_has_examples_and_refusals_and_a_name_of_its_own()
    {
        Assert.Equal(DeckCommands.All.Count, DeckCommands.All.Select(k => k.Name).Distinct().Count());
        Type[] all =
        [
            .. typeof(DeckCommand).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(DeckCommand)) && !t.IsAbstract),
        ];
        Assert.Equal(
            all.OrderBy(t => t.Name, StringComparer.Ordinal),
            DeckCommands.All.Select(k => k.Type).OrderBy(t => t.Name, StringComparer.Ordinal)
        );
        Assert.All(all, t => Assert.Contains(t, CommandExamples.Made.Keys));
        Assert.All(all, t => Assert.Contains(t, CommandExamples.Refused.Keys));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_is_taken_back_to_the_letter(string name)
    {
        int succeeded = 0,
            changed = 0;
        AnyChance.Sample(
            c =>
            {
                (World world, Deck deck) = CommandExamples.Start(Kind(name).Type);
                if (DeckEditor.Apply(deck, CommandExamples.Made[Kind(name).Type](deck, c), world) is not Edited edited)
                    return;
                Interlocked.Increment(ref succeeded);
                if (edited.Touched.Count > 0)
                    Interlocked.Increment(ref changed);
                Assert.Equal(Json(deck) == Json(edited.Deck), edited.Touched.Count == 0);
                string stored = StoredCommands.Write(edited.Inverse);
                DeckCommand back = StoredCommands.Read(stored, DeckCommands.Format, edited.Deck);
                Edited undone = world.Do(edited.Deck, back);
                Assert.Equal(Json(deck), Json(undone.Deck));
                // And what took it back is taken back in its turn.
                Assert.Equal(Json(edited.Deck), Json(world.Do(undone.Deck, undone.Inverse).Deck));
            },
            iter: Long ? 500 : 60
        );
        Assert.True(succeeded >= 5 && changed >= 1, $"{name}: {succeeded} succeeded, {changed} changed anything");
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_goes_through_json_and_back(string name) =>
        AnyChance.Sample(
            c =>
            {
                (_, Deck deck) = CommandExamples.Start();
                DeckCommand command = CommandExamples.Made[Kind(name).Type](deck, c);
                string json = StoredCommands.Write(command);
                Assert.Contains($"\"kind\":\"{name}\"", json, StringComparison.Ordinal);
                DeckCommand read = StoredCommands.Read(json, DeckCommands.Format, deck);
                Assert.Equal(command.GetType(), read.GetType());
                Assert.Equal(json, StoredCommands.Write(read));
            },
            iter: 20
        );

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_refuses_in_words_and_changes_nothing(string name)
    {
        foreach (
            (Func<Deck, Deck> on, Func<Deck, DeckCommand> command, string code) in CommandExamples.Refused[
                Kind(name).Type
            ]
        )
        {
            (World world, Deck deck) = CommandExamples.Start();
            deck = on(deck);
            string before = Json(deck);
            Refusal no = world.Refuse(deck, command(deck));
            Assert.Equal(code, no.Code);
            Assert.Equal(before, Json(deck));
            // A sentence for a person: it ends, it is no code, and it says no type's name.
            Assert.Matches(@"^[A-Z].{10,}\.$", no.Sentence);
            Assert.DoesNotMatch(@"[a-z][A-Z]|Exception|null", no.Sentence);
        }
    }

    /// <summary>Of any two edits that touch different parts, the first can be taken back after the second, which
    /// stays.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Taking_it_back_leaves_what_others_did_elsewhere(string name)
    {
        int met = 0;
        // Some commands are seldom possible, or reach over all of a talk: they are tried until one met another.
        for (int round = 0; round < 20 && met == 0; round++)
            Gen.Select(AnyChance, AnyChance, Gen.Int[0, DeckCommands.All.Count - 1])
                .Sample(
                    (mine, theirs, other) =>
                    {
                        (World world, Deck deck) = CommandExamples.Start(Kind(name).Type);
                        DeckCommand first = CommandExamples.Made[Kind(name).Type](deck, mine);
                        if (DeckEditor.Apply(deck, first, new Ids(world, 1)) is not Edited a)
                            return;
                        if (DeckEditor.Apply(a.Deck, Make(a.Deck, other, theirs), new Ids(world, 2)) is not Edited b)
                            return;
                        Assert.Subset(
                            a.Touched.Union(b.Touched).ToHashSet(),
                            DeckParts.Changed(deck, b.Deck).Keys.ToHashSet()
                        );
                        if (a.Touched.Overlaps(b.Touched) || a.Touched.Count == 0 || b.Touched.Count == 0)
                            return;
                        Interlocked.Increment(ref met);
                        Deck left = world.Do(b.Deck, a.Inverse).Deck;
                        // Nothing of theirs is lost but what lay inside what I had made.
                        HashSet<Guid> gone = [.. a.Deck.Slides.Select(s => s.Id).Except(left.Slides.Select(s => s.Id))];
                        // A slide has one ground: where mine comes back under theirs, theirs becomes a frame.
                        gone.UnionWith(
                            left.Slides.Where(s => b.Deck.Slide(s.Id)?.Ground?.Id != s.Ground?.Id).Select(s => s.Id)
                        );
                        // A ground fills its slide in whatever shape: theirs is framed anew where mine comes back.
                        if (left.Shape != b.Deck.Shape)
                            gone.UnionWith(left.Slides.Where(s => s.Ground is not null).Select(s => s.Id));
                        Assert.DoesNotContain(
                            DeckParts.Changed(b.Deck, left).Keys,
                            k => !a.Touched.Contains(k) && !gone.Contains(k.Of)
                        );
                    },
                    iter: 120
                );
        Assert.True(met > 0, $"{name} never met an edit elsewhere");
    }

    /// <summary>Any run of commands, taken back one by one, leads to where it started; whatever is done, no photo is
    /// stretched, and a ground is the lowest and as large as its slide.</summary>
    [Fact]
    public void Any_run_of_commands_keeps_the_rules_and_leads_back() =>
        Runs.Sample(
            steps =>
            {
                (World world, Deck start) = CommandExamples.Start();
                Deck deck = start;
                Stack<Restore> undo = new();
                foreach ((int kind, Chance c) in steps)
                {
                    if (deck.Slides.Count == 0)
                        break;
                    if (DeckEditor.Apply(deck, Make(deck, kind, c), world) is not Edited e)
                        continue;
                    undo.Push(e.Inverse);
                    deck = e.Deck;
                    Keeps(world, deck);
                }
                foreach (Restore inverse in undo)
                    deck = world.Do(deck, inverse).Deck;
                Assert.Equal(Json(start), Json(deck));
            },
            iter: 250
        );

    private static void Keeps(World world, Deck deck)
    {
        foreach (Slide slide in deck.Slides)
        {
            Assert.InRange(slide.Items.Count(i => i.At.IsGround), 0, 1);
            Assert.Equal(slide.Items.Count, slide.Items.Select(i => i.Id).Distinct().Count());
            if (slide.Items.Find(i => i.At.IsGround) is { } ground)
            {
                Assert.Same(slide.Items[0], ground);
                Assert.Equal(deck.Shape.Bounds(), ground.At.Rect);
            }
            foreach (Frame f in slide.Items.OfType<Frame>())
            {
                PhotoFacts p = world.Photos[f.PhotoId];
                double shape = f.Crop.Width * p.Width / (f.Crop.Height * p.Height);
                Assert.Equal(1, f.At.Rect.Aspect / shape, 1e-5);
                Assert.InRange(f.Crop.X, 0, 1 - f.Crop.Width + 1e-9);
                Assert.InRange(f.Crop.Y, 0, 1 - f.Crop.Height + 1e-9);
                Assert.Null(PlacementRule.WhyNot(p.Rights));
            }
        }
    }

    [Fact]
    public void Items_of_one_slide_are_parts_of_their_own()
    {
        (World world, Deck deck) = CommandExamples.Start();
        // As a hand put them: in an arrangement the order says who comes where.
        Slide slide = deck.Slides[3] with
        {
            Arrangement = null,
            Layout = null,
        };
        deck = deck.With(slide);
        Item one = slide.Items[0],
            two = slide.Items[1];
        Edited a = world.Do(deck, new HoldItem(slide.Id, one.Id, true)),
            b = world.Do(deck, new HoldItem(slide.Id, two.Id, true)),
            notes = world.Do(deck, new SetNotes(slide.Id, "x")),
            order = world.Do(deck, new OrderItem(slide.Id, one.Id, 9));
        Assert.Equal([$"slide/{slide.Id}/item/{one.Id}"], a.Touched.Select(t => t.ToString()));
        Assert.Equal([$"slide/{slide.Id}/items"], order.Touched.Select(t => t.ToString()));
        Assert.False(
            a.Touched.Overlaps(b.Touched) || a.Touched.Overlaps(notes.Touched) || a.Touched.Overlaps(order.Touched)
        );
    }

    [Fact]
    public void Part_keys_are_read_as_they_are_written_and_nothing_else_is()
    {
        (World world, Deck deck) = CommandExamples.Start();
        PartKey[] all =
        [
            .. DeckParts.Changed(Deck.New(Guid.NewGuid()), deck).Keys,
            new(PartKind.Slot),
            new(PartKind.Use),
            new(PartKind.Shape),
        ];
        Assert.Contains(all, k => k.Kind == PartKind.SlideItem);
        Assert.All(all, k => Assert.Equal(k, PartKey.Parse(k.ToString())));
        string id = Guid.NewGuid().ToString();
        foreach (
            string bad in new[]
            {
                "",
                "titles",
                "slide",
                "slide/x",
                $"slide/{id}/ground",
                $"slide/{id}/item",
                $"point/{id}/x",
            }
        )
            Assert.False(PartKey.TryParse(bad, out _), bad);
    }
}
