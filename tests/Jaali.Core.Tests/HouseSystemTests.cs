using System.Collections.Immutable;
using CsCheck;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>House styles as systems: files of data, places, ways of sharing a slide, one hand through the
/// deck.</summary>
public sealed class HouseSystemTests
{
    private readonly World _world = new();

    public static TheoryData<string> Styles => [.. HouseStyles.All.Select(h => h.Name)];

    private Scene SceneOf(Deck deck, Slide slide) => SceneBuilder.Build(deck, deck.Slide(slide.Id)!, _world)[0];

    // A talk in a style, with a photo of some shape on each of its points' slides.
    private Deck Talk(string style, params (int Width, int Height)[] photos)
    {
        Deck deck = _world
            .Do(
                Deck.New(_world.NewId(), "What holds a shore"),
                new AddPoints(string.Join('\n', photos.Select((_, i) => $"Point number {i + 1}")))
            )
            .Deck;
        deck = _world.Do(deck, new SetHouseStyle(HouseStyles.Named(style)!)).Deck;
        foreach (((int w, int h), int i) in photos.Select((p, i) => (p, i)))
            deck = _world.Do(deck, new AddToShortlist(deck.Points[i].Id, _world.Add($"{style}{i}", w, h))).Deck;
        return _world.Do(deck, new MakeSlides()).Deck;
    }

    [Fact]
    public void A_style_file_comes_back_as_it_was_and_each_wrong_value_is_named()
    {
        foreach (HouseStyle style in HouseStyles.All)
        {
            StyleFile read = StyleFile.Read(StyleFile.Write(style));
            Assert.Empty(read.Faults);
            Assert.Equal(style, read.Style);
        }
        string file = StyleFile
            .Write(HouseStyles.First)
            .Replace("\"marginX\": 72", "\"marginX\": \"wide\"", StringComparison.Ordinal)
            .Replace("\"size\": 186", "\"size\": 9000", StringComparison.Ordinal)
            .Replace("\"creditAt\": \"bottomRight\"", "\"creditAt\": \"somewhere\"", StringComparison.Ordinal)
            .Replace("\"accent\": \"bar\"", "\"flourish\": true", StringComparison.Ordinal);
        ImmutableList<string> faults = StyleFile.Read(file).Faults;
        Assert.Contains(faults, f => f.StartsWith("marginX: It cannot be \"wide\"", StringComparison.Ordinal));
        Assert.Contains(faults, f => f.StartsWith("system.creditAt:", StringComparison.Ordinal));
        Assert.Contains(faults, f => f.StartsWith("system.flourish: ", StringComparison.Ordinal));
        faults = StyleFile
            .Read(
                StyleFile
                    .Write(HouseStyles.First)
                    .Replace("\"size\": 186", "\"size\": 9000", StringComparison.Ordinal)
                    .Replace("\"leading\": 1.3,", "\"leading\": 77,", StringComparison.Ordinal)
            )
            .Faults;
        Assert.Contains(faults, f => f.StartsWith("roles.opening: ", StringComparison.Ordinal));
        Assert.Contains(faults, f => f.StartsWith("roles.body: ", StringComparison.Ordinal));
        Assert.NotEmpty(StyleFile.Read("no style").Faults);
        Assert.NotEmpty(StyleFile.Read("[]").Faults);
        Assert.Contains(StyleFile.Read("{}").Faults, f => f == "name: It is missing.");
    }

    /// <summary>10-slides, type by role: an opening is at least 1.7 times a heading over a photo, and that 1.7 times a
    /// heading over several; what is read from the last row is no smaller than a 25th of the height, a
    /// credit no smaller
    /// than a 56th (common practice, no source).</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void The_scale_of_a_style_is_plain_from_the_last_row(string name)
    {
        HouseStyle style = HouseStyles.Named(name)!;
        double Size(WordsRole role, HeadingSurroundings around = HeadingSurroundings.OverOne) =>
            style.StyleOf(role, around).Size!.Value;
        double heading = Size(WordsRole.Heading),
            several = Size(WordsRole.Heading, HeadingSurroundings.Several);
        Assert.True(Size(WordsRole.Opening) >= 1.7 * heading, $"{Size(WordsRole.Opening)} {heading}");
        Assert.True(heading >= 1.7 * several, $"{heading} {several}");
        foreach (WordsRole role in (WordsRole[])[WordsRole.Subtitle, WordsRole.Body, WordsRole.Caption])
            Assert.True(Size(role) >= 1080 / 25.2, role.ToString());
        Assert.True(Size(WordsRole.Credit) >= 1080 / 56.0);
    }

    /// <summary>In every style, with photos of every shape, what is laid out stands on lines of the lattice, words
    /// never lie on photos beside them, and nothing leaves the slide.</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void What_is_laid_out_stands_on_the_lattice_and_words_stand_clear(string style)
    {
        Deck deck = Talk(style, (3000, 2000), (1600, 2400), (4000, 100), (2000, 2000));
        for (int n = 1; n <= 6; n++)
        {
            Slide slide = deck.Slides[1];
            if (n > 1)
                deck = _world.Do(deck, new AddPhotos(slide.Id, [_world.Add($"{style}more{n}", 2400, 1600)])).Deck;
            foreach (Slide each in deck.Slides.Where(s => s.Kind != SlideKind.Credits))
                Check(each);
            foreach (
                LayoutProposal p in SlideLayouts.For(deck, deck.Slide(slide.Id)!, _world).Where(p => p.Sharing != null)
            )
            {
                Deck laid = _world.Do(deck, new ApplyLayout(slide.Id, Sharing: p.Sharing)).Deck;
                Deck before = deck;
                deck = laid;
                Check(laid.Slide(slide.Id)!);
                Assert.Equal(p.Sharing, laid.Slide(slide.Id)!.Layout!.Sharing);
                deck = before;
            }
        }

        void Check(Slide slide)
        {
            slide = deck.Slide(slide.Id)!;
            Scene scene = SceneOf(deck, slide);
            Frame[] frames = [.. slide.Items.OfType<Frame>()];
            foreach (ScenePart words in scene.Parts.Where(p => p.Set is not null || p.Role == "credit"))
            {
                Assert.True(deck.Shape.Bounds().Grown(1).Holds(words.Box), $"{style} {slide.Layout} {words.Says}");
                Assert.False(words.AcrossEdge, $"{style} {slide.Layout} {words.Says}");
                // A credit may stand at the foot of a photo that goes there from edge to edge.
                foreach (
                    Frame f in frames.Where(f =>
                        !f.At.IsGround && !(words.Role == "credit" && f.At.Rect.Width >= deck.Shape.Bounds().Width)
                    )
                )
                    Assert.False(
                        f.At.Rect.Grown(-1).Overlaps(words.Box),
                        $"{style} {slide.Layout} {words.Role} {words.Says} {words.Box} on {f.At.Rect}"
                    );
            }
            if (frames.Length < 2 || slide.Layout?.Sharing is null)
                return;
            SlideGrid grid = deck.GridOf(slide);
            SlideRect bounds = deck.Shape.Bounds();
            double[] across = [.. grid.ColumnsOn(bounds).SelectMany(c => new[] { c.Start, c.Start + c.Size })];
            double[] down = [.. grid.RowsOn(bounds).SelectMany(r => new[] { r.Start, r.Start + r.Size })];
            foreach (Frame f in frames.Where(f => f.KeepInView is null))
                Assert.True(
                    down.Any(y => Math.Abs(y - f.At.Rect.Y) < .5) && down.Any(y => Math.Abs(y - f.At.Rect.Bottom) < .5),
                    $"{style} {slide.Layout} down {f.At.Rect} of {frames.Length}"
                );
            foreach (Frame f in frames.Where(f => f.KeepInView is null))
                Assert.True(
                    across.Any(x => Math.Abs(x - f.At.Rect.X) < .5)
                        && across.Any(x => Math.Abs(x - f.At.Rect.Right) < .5)
                        // Five in a row do not divide twelve columns.
                        || frames.Length % 5 == 0,
                    $"{style} {slide.Layout} {f.At.Rect} of {frames.Length}"
                );
        }
    }

    /// <summary>A table is offered over its photo, and stands there under a veil: it reads on whatever photo, and so
    /// does the heading, which is not under the veil and has a row of its own.</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void A_table_over_a_photo_reads_under_a_veil_and_its_heading_over_it(string style)
    {
        foreach (byte grey in (byte[])[255, 138, 11])
        {
            Deck deck = Talk(style, (3000, 2000));
            Slide slide = deck.Slides[1];
            _world.Colours[slide.Photo().PhotoId] = new ToneMap(3, 2, Enumerable.Repeat(grey, 18).ToArray());
            deck = _world
                .Do(deck, new AddItem(slide.Id, new TableEdit(Pasted: "Place\tWidth\nNorth\t41\nSouth\t8")))
                .Deck;
            Assert.Contains(
                SlideLayouts.For(deck, deck.Slide(slide.Id)!, _world),
                l => l.Sharing == PhotoSharing.Over && l.Why.Contains("veil", StringComparison.Ordinal)
            );
            deck = _world.Do(deck, new ApplyLayout(slide.Id, Sharing: PhotoSharing.Over)).Deck;
            Scene scene = SceneOf(deck, deck.Slide(slide.Id)!);
            Assert.Contains(
                scene.Nodes,
                n =>
                    n is GroupNode { ItemId: null, Nodes: [PathNode { FillOpacity: >= .4 and < 1 } veil] }
                    && veil.Path.Bounds == deck.Shape.Bounds()
            );
            ScenePart table = scene.Parts.Single(p => p.Role == "table");
            Assert.True(table.Reads, $"{style} on {grey}: {table.Contrast}");
            ScenePart heading = scene.Parts.First(p => p.Set is not null);
            Assert.True(heading.Reads, $"{style} on {grey}: {heading.Contrast} {heading.Says}");
            Assert.False(table.Box.Overlaps(heading.Box), $"{style} {table.Box} {heading.Box}");
        }
    }

    /// <summary>In files of other programs words have room for wider letters: never less than they need, never over
    /// what stands beside them or past the slide; a line more grows away from the foot.</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void In_office_files_words_have_the_room_that_is_there(string style)
    {
        Deck deck = Talk(style, (3000, 2000), (1600, 2400), (2000, 2000));
        SlideRect bounds = deck.Shape.Bounds();
        int wider = 0,
            atFoot = 0;
        foreach (Slide slide in deck.Slides)
        foreach (Scene scene in SceneBuilder.Build(deck, slide, _world))
        {
            ExportSlide made = SlideExport.Of(deck, slide, scene, _world);
            ExportWords[] words = [.. made.Things.OfType<ExportWords>()];
            foreach (ExportWords w in words)
            {
                SlideRect said = scene
                    .Parts.Where(p => p.Says.Length > 0 && p.Says == w.Says && p.Set is not null)
                    .Select(p => p.Box)
                    .FirstOrDefault(w.Box);
                Assert.True(w.Box.Grown(1).Holds(said), $"{style}: {w.Says}");
                Assert.InRange(w.Box.Right, 0, Math.Max(bounds.Right, said.Right * 1.07));
                Assert.True(w.Box.X >= Math.Min(0, said.X) - said.Width * .07, w.Says);
                wider += w.Box.Width > said.Width * 1.2 ? 1 : 0;
                atFoot += w.AtFoot ? 1 : 0;
                if (w.AtFoot)
                    Assert.True(w.Box.Y + w.Box.Height / 2 > bounds.Height / 2);
                // What was clear of other words still is.
                foreach (ExportWords o in words.Where(o => !ReferenceEquals(o, w)))
                    Assert.False(
                        w.Box.Grown(-4).Overlaps(o.Box.Grown(-4)),
                        $"{style}: {w.Says} {w.Box} and {o.Says} {o.Box}"
                    );
            }
        }
        // Where headings are large, they fill their lines.
        Assert.True((wider >= 3 || style is "Poster" or "Chalk") && atFoot >= 1, $"{style}: {wider} {atFoot}");
    }

    /// <summary>What a hand put in its place stays in another style; what was laid out is laid out anew, and one step
    /// takes it back.</summary>
    [Fact]
    public void Another_style_lays_out_anew_what_no_hand_moved()
    {
        Deck deck = Talk("Lattice", (3000, 2000), (3000, 2000), (3000, 2000));
        Slide moved = deck.Slides[2];
        deck = _world.Do(deck, new MakeGround(moved.Id, moved.Items[0].Id, false)).Deck;
        deck = _world.Do(deck, new PlaceItem(moved.Id, moved.Items[0].Id, new(300, 200, 600, 400), 0)).Deck;
        Slide chosen = deck.Slides[3];
        deck = _world.Do(deck, new ApplyLayout(chosen.Id, Sharing: PhotoSharing.NarrowLeft)).Deck;
        Edited edited = _world.Do(deck, new SetHouseStyle(HouseStyles.Named("Field notes")!));
        Deck after = edited.Deck;
        Assert.Equal(PhotoSharing.Above, after.Slides[1].Layout!.Sharing);
        Assert.Null(after.Slides[1].Ground);
        Assert.Equal(new SlideRect(300, 200, 600, 400), after.Slides[2].Photo().At.Rect);
        Assert.Equal(PhotoSharing.NarrowLeft, after.Slides[3].Layout!.Sharing);
        Assert.NotEqual(deck.Slides[3].Photo().At.Rect, after.Slides[3].Photo().At.Rect);
        Assert.Empty(DeckParts.Changed(deck, _world.Do(after, edited.Inverse).Deck));
    }

    /// <summary>A photo that may not be altered is proposed whole before it is proposed cut.</summary>
    [Fact]
    public void A_photo_that_may_not_be_altered_is_proposed_whole_first()
    {
        foreach (HouseStyle style in HouseStyles.All)
        {
            Deck deck = Talk(style.Name, (1000, 2000));
            Slide slide = deck.Slides[1];
            string photo = slide.Photo().PhotoId;
            _world.Photos[photo] = _world.Photos[photo] with
            {
                Rights = World.Rights(new Licence(LicenceFamily.ByNd, "4.0", "")),
            };
            LayoutProposal first = SlideLayouts.For(deck, slide, _world)[0];
            Assert.Contains("whole", first.Why, StringComparison.Ordinal);
        }
    }

    /// <summary>Whatever a style, a layout, an arrangement or evening out does, no photo stands worse for it than
    /// before.</summary>
    [Fact]
    public void Nothing_that_lays_slides_out_worsens_the_standing_of_a_photo() =>
        Gen.Select(
                Gen.Int[0, Families.Length - 1].Select(i => Families[i]),
                Gen.Int[0, Shapes.Length - 1].Select(i => Shapes[i]),
                Gen.Int[0, HouseStyles.All.Count - 1],
                Gen.Int[0, 5].Array[1, 4],
                Gen.Int[1, 4],
                Gen.Bool
            )
            .Sample(
                (family, size, style, steps, photos, handedOn) =>
                {
                    var world = new World();
                    Deck deck = Deck.New(world.NewId(), "What holds a shore") with
                    {
                        Use = DeclaredUse.PublicTalk with { HandedOn = handedOn },
                    };
                    deck = world.Do(deck, new AddPoints("One point")).Deck;
                    deck = world.Do(deck, new SetHouseStyle(HouseStyles.All[style])).Deck;
                    for (int i = 0; i < photos; i++)
                    {
                        string id = world.Add($"p{i}", size.Item1, size.Item2);
                        world.Photos[id] = world.Photos[id] with
                        {
                            Rights = World.Rights(
                                new Licence(i == 0 ? family : LicenceFamily.By, i % 2 == 0 ? "4.0" : "3.0", "")
                            ),
                        };
                    }
                    deck = world.Do(deck, new MakeSlides()).Deck;
                    Guid slide = deck.Slides[1].Id;
                    deck = world
                        .Do(deck, new AddPhotos(slide, [.. Enumerable.Range(0, photos).Select(i => $"p{i}")]))
                        .Deck;
                    if (steps[0] == 5)
                        deck = world
                            .Do(deck, new MakeGround(slide, deck.Slides[1].Items.OfType<Frame>().First().Id, true))
                            .Deck;
                    foreach (int step in steps)
                    {
                        Dictionary<string, Standing> before = Standings(deck, world);
                        DeckCommand? command = step switch
                        {
                            0 => new SetHouseStyle(HouseStyles.All[(style + steps.Length) % HouseStyles.All.Count]),
                            1 => Arrangements.For(deck, deck.Slides[1], world) is [.., var a]
                                ? new ArrangeItems(slide, [.. a.Places], a.Form)
                                : null,
                            2 => SlideLayouts.For(deck, deck.Slides[1], world) is { Count: > 0 } all
                                ? new ApplyLayout(slide, all[style % all.Count].Layout, all[style % all.Count].Sharing)
                                : null,
                            3 => new EvenOut([
                                .. DeckHand
                                    .Solve(deck, world)
                                    .Places.Select(p => new Leaning(p.SlideId, p.ItemId, p.Spot)),
                            ]),
                            4 => new SetHouseStyle(HouseStyles.Named("Chalk")!),
                            _ => new ApplyLayout(
                                slide,
                                Sharing: photos == 1 ? PhotoSharing.HalfLeft : PhotoSharing.Wall
                            ),
                        };
                        if (command is null || DeckEditor.Apply(deck, command, world) is not Edited edited)
                            continue;
                        deck = edited.Deck;
                        foreach ((string photo, Standing now) in Standings(deck, world))
                            Assert.True(
                                now <= before[photo],
                                $"{photo}: {before[photo]} to {now} by {command.GetType().Name}"
                            );
                    }
                },
                iter: 150
            );

    /// <summary>Whatever a style says within its limits, every slide can be composed in it: nothing is thrown, nothing
    /// stands at a place that is none.</summary>
    [Fact]
    public void Any_style_within_its_limits_lays_out_and_paints()
    {
        Deck made = Talk("Lattice", (3000, 2000), (1600, 2400), (4000, 100));
        made = _world
            .Do(made, new AddPhotos(made.Slides[2].Id, [_world.Add("b", 900, 900), _world.Add("c", 2400, 1600)]))
            .Deck;
        made = _world.Do(made, new ApplyLayout(made.Slides[3].Id, SlideLayout.List)).Deck;
        int tried = 0;
        Gen.Select(
                Gen.Select(Gen.Double[0, 480], Gen.Double[0, 320], Gen.Double[0, 320], Gen.Double[.2, 1]),
                Gen.Select(Gen.Int[2, 24], Gen.Double[0, 120], Gen.Int[0, 12], Gen.Double[0, 1]),
                Gen.Int[0, (int)PhotoSharing.Within].Array[1, 4],
                Gen.Int[(int)PhotoSharing.Compared, (int)PhotoSharing.Panel].Array[1, 3],
                Gen.Int[0, Spots.Length - 1].Array[1, 6],
                Gen.Bool.Array[6]
            )
            .Sample(
                (room, lines, sharing, several, places, flags) =>
                {
                    HouseStyle style = HouseStyles.First;
                    style = style with
                    {
                        Name = "Tried",
                        MarginX = room.Item1,
                        MarginY = room.Item2,
                        CreditMargin = room.Item3,
                        WordsWidth = room.Item4,
                        System = style.System! with
                        {
                            Columns = lines.Item1,
                            Gutter = lines.Item2,
                            Indent = lines.Item3,
                            StrongestVeil = lines.Item4,
                            Sharing = [.. sharing.Select(s => (PhotoSharing)s)],
                            OpeningSharing = [.. sharing.Select(s => (PhotoSharing)s)],
                            SeveralSharing = [.. several.Select(s => (PhotoSharing)s)],
                            Places = [.. places.Select(p => Spots[p])],
                            Inset = flags[0],
                            WholePhotos = flags[1],
                            Apart = flags[2],
                            AlwaysVeiled = flags[3],
                            BlackAndWhite = flags[4],
                            CreditAt = flags[5] ? Spot.BottomLeft : Spot.BottomRight,
                        },
                    };
                    if (style.Fault() is not null)
                        return;
                    Interlocked.Increment(ref tried);
                    Deck deck = ((Edited)DeckEditor.Apply(made, new SetHouseStyle(style), _world)).Deck;
                    foreach (
                        ScenePart p in deck
                            .Slides.SelectMany(s => SceneBuilder.Build(deck, s, _world))
                            .SelectMany(s => s.Parts)
                    )
                        Assert.True(
                            double.IsFinite(p.Box.X + p.Box.Y + p.Box.Width + p.Box.Height)
                                && p.Box is { Width: >= 0, Height: >= 0 },
                            $"{p.Role} {p.Box}"
                        );
                },
                iter: 120,
                threads: 1
            );
        Assert.True(tried > 10, $"only {tried} styles were within their limits");
    }

    private static readonly Spot[] Spots = [Spot.TopLeft, Spot.TopRight, Spot.BottomLeft, Spot.BottomRight];

    private static readonly LicenceFamily[] Families =
    [
        LicenceFamily.ByNd,
        LicenceFamily.ByNcNd,
        LicenceFamily.BySa,
        LicenceFamily.By,
        LicenceFamily.Cc0,
    ];

    private static readonly (int, int)[] Shapes = [(1500, 1000), (1000, 2000), (4000, 1000), (1920, 1080)];

    private static Dictionary<string, Standing> Standings(Deck deck, World world) =>
        deck
            .Slides.SelectMany(s => s.Items.OfType<Frame>())
            .GroupBy(f => f.PhotoId)
            .ToDictionary(
                g => g.Key,
                g => g.Max(f => Clearance.Of(world.Photos[f.PhotoId].Rights, f.Changes, deck.Use).Standing)
            );

    /// <summary>A style in black and white shows a photo so where its licence lets, and takes it back; what a hand
    /// chose stays.</summary>
    [Fact]
    public void A_style_in_black_and_white_leaves_what_may_not_be_altered_as_it_is()
    {
        Deck deck = Talk("Lattice", (1500, 1000), (1500, 1000), (1500, 1000));
        string kept = deck.Slides[2].Photo().PhotoId;
        _world.Photos[kept] = _world.Photos[kept] with
        {
            Rights = World.Rights(new Licence(LicenceFamily.ByNd, "4.0", "")),
        };
        Slide byHand = deck.Slides[3];
        deck = _world.Do(deck, new EditItem(byHand.Id, byHand.Photo().Id, new FrameEdit(Tone: FrameTone.Brown))).Deck;
        Edited chalk = _world.Do(deck, new SetHouseStyle(HouseStyles.Named("Chalk")!));
        Assert.Equal(
            [FrameTone.Grey, FrameTone.Natural, FrameTone.Brown],
            chalk.Deck.Slides.Skip(1).Take(3).Select(s => s.Photo().Tone)
        );
        Assert.Equal(1, HouseTone.LeftAsTheyAre(chalk.Deck, _world));
        Assert.Contains("stays in its own colours", HouseLimits.Says(chalk.Deck, _world), StringComparison.Ordinal);
        Assert.Contains(
            SceneOf(chalk.Deck, deck.Slides[1]).Parts,
            p => p.Role == "credit" && p.Says.Contains("black and white", StringComparison.Ordinal)
        );
        // A photo that comes later is shown so too.
        Deck later = _world.Do(chalk.Deck, new AddPhotos(deck.Slides[1].Id, [_world.Add("later", 1500, 1000)])).Deck;
        Assert.All(later.Slides[1].Items.OfType<Frame>(), f => Assert.Equal(FrameTone.Grey, f.Tone));
        // In its own colours by a hand: so it stays on a copy of its slide.
        Deck coloured = _world
            .Do(
                chalk.Deck,
                new EditItem(deck.Slides[1].Id, deck.Slides[1].Photo().Id, new FrameEdit(Tone: FrameTone.Natural))
            )
            .Deck;
        coloured = _world.Do(coloured, new DuplicateSlide(deck.Slides[1].Id)).Deck;
        Assert.Equal(FrameTone.Natural, coloured.Slides[2].Photo().Tone);
        Deck back = _world.Do(later, new SetHouseStyle(HouseStyles.Named("Lattice")!)).Deck;
        Assert.Equal(
            [FrameTone.Natural, FrameTone.Natural, FrameTone.Brown],
            back.Slides.Skip(1).Take(3).Select(s => s.Items.OfType<Frame>().First().Tone)
        );
        Assert.Empty(DeckParts.Changed(deck, _world.Do(chalk.Deck, chalk.Inverse).Deck));
        Assert.Equal("", HouseLimits.Says(back, _world));
        _world.Lost.Add("Skarrow Grotesk");
        HouseStyle lost = HouseStyles.First with
        {
            Name = "Lost",
            Roles = HouseStyles.First.Roles.SetItem(
                WordsRole.Heading,
                HouseStyles.First.Roles[WordsRole.Heading] with
                {
                    Family = "Skarrow Grotesk",
                }
            ),
        };
        Assert.StartsWith(
            "Skarrow Grotesk is not here; ",
            HouseLimits.Says(_world.Do(deck, new SetHouseStyle(lost)).Deck, _world),
            StringComparison.Ordinal
        );
    }

    /// <summary>A list beside a photo stands under its heading, in every style and every way of sharing the
    /// slide.</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void A_list_stands_beside_its_photo_under_its_heading(string style)
    {
        Deck deck = Talk(style, (1600, 2400));
        deck = _world
            .Do(
                deck,
                new EditPoint(
                    deck.Points[0].Id,
                    Facts:
                    [
                        new("Marram binds the sand", "A"),
                        new("Mud takes the waves", "B"),
                        new("Nobody hurries", "C"),
                    ]
                )
            )
            .Deck;
        Slide slide = deck.Slides[1];
        foreach (
            PhotoSharing sharing in (PhotoSharing[])
                [PhotoSharing.HalfLeft, PhotoSharing.NarrowRight, PhotoSharing.WideLeft]
        )
        {
            Deck laid = _world.Do(deck, new ApplyLayout(slide.Id, SlideLayout.List, sharing)).Deck;
            Scene scene = SceneOf(laid, laid.Slide(slide.Id)!);
            ScenePart heading = scene.Parts.Single(p => p.Role == "heading"),
                body = scene.Parts.Single(p => p.Role == "body");
            Assert.Contains("Nobody hurries", body.Says, StringComparison.Ordinal);
            Assert.True(body.Box.Y > heading.Box.Bottom, $"{style} {sharing} {heading.Box} {body.Box}");
            Assert.False(body.Box.Overlaps(laid.Slide(slide.Id)!.Photo().At.Rect), $"{style} {sharing}");
            Assert.Null(body.LiesOn);
        }
    }

    private static (Spot, double)[][] Stages(int[] costs, int stages, int places) =>
        [
            .. Enumerable
                .Range(0, stages)
                .Select(i =>
                    Enumerable
                        .Range(0, places)
                        .Select(j => ((Spot)(1 + j), costs[(i * places + j) % costs.Length] / 100.0))
                        .ToArray()
                ),
        ];

    /// <summary>The solver against a look at every combination, on decks of up to six slides.</summary>
    [Fact]
    public void One_hand_is_as_good_as_the_best_of_all_combinations() =>
        Gen.Select(Gen.Int[0, 200].Array[1, 24], Gen.Int[1, 6], Gen.Int[1, 4])
            .Sample(
                (costs, stages, places) =>
                {
                    (Spot Spot, double Cost)[][] all = Stages(costs, stages, places);
                    double best = double.MaxValue;
                    for (int n = 0; n < Math.Pow(places, stages); n++)
                    {
                        int rest = n;
                        best = Math.Min(
                            best,
                            CostOf(all, [.. Enumerable.Range(0, stages).Select(_ => Next(ref rest))])
                        );
                    }
                    Assert.Equal(best, CostOf(all, DeckHand.Cheapest(all)), 1e-9);

                    int Next(ref int from)
                    {
                        int here = from % places;
                        from /= places;
                        return here;
                    }
                },
                iter: 150
            );

    private static double CostOf((Spot Spot, double Cost)[][] all, int[] chosen) =>
        chosen
            .Select(
                (c, i) =>
                    all[i][c].Cost + (i > 0 && all[i - 1][chosen[i - 1]].Spot != all[i][c].Spot ? DeckHand.Jump : 0)
            )
            .Sum();

    [Fact]
    public void Evening_out_puts_headings_in_one_place_and_says_which_depart()
    {
        Deck deck = Talk("Lattice", (3000, 2000), (3000, 2000), (3000, 2000), (3000, 2000));
        // On one slide the subject stands where the others have their headings.
        string low = deck.Slides[3].Photo().PhotoId;
        _world.Photos[low] = _world.Photos[low] with { Focal = new PhotoPoint(.12, .9) };
        EvenDeck even = DeckHand.Solve(deck, _world);
        Assert.Equal(4, even.Places.Count);
        Assert.True(even.Cost >= even.Bound - 1e-9);
        HeadingPlace departs = even.Places.Single(p => p.Number == 4);
        Assert.NotEqual(Spot.BottomLeft, departs.Spot);
        Assert.Equal("the subject of the photo is there", departs.Why);
        Assert.All(even.Places.Where(p => p.Number != 4), p => Assert.Equal(Spot.BottomLeft, p.Spot));
        Assert.Contains("Slide 4 departs", even.Says(), StringComparison.Ordinal);
        Deck after = _world
            .Do(deck, new EvenOut([.. even.Places.Select(p => new Leaning(p.SlideId, p.ItemId, p.Spot))]))
            .Deck;
        foreach (HeadingPlace p in even.Places)
        {
            SlideRect box = SceneOf(after, after.Slide(p.SlideId)!).Parts.Single(x => x.ItemId == p.ItemId).Box;
            Assert.Equal(p.Spot is Spot.BottomLeft or Spot.BottomRight, box.Y > 540);
        }
        Assert.Empty(DeckHand.Solve(deck with { House = HouseStyles.Earlier }, _world).Places);
    }

    /// <summary>A photo is small beside its credit as its slide shows it: what is hidden there stays hidden, what was
    /// cropped away is not shown again, and one that may not be altered is whole.</summary>
    [Fact]
    public void On_the_pages_of_credits_photos_are_small_and_what_was_hidden_stays_so()
    {
        Deck deck = Talk("Lattice", (3000, 2000), (1000, 2000), (2000, 2000));
        Frame hidden = deck.Slides[1].Photo();
        deck = _world
            .Do(
                deck,
                new EditItem(
                    deck.Slides[1].Id,
                    hidden.Id,
                    new FrameEdit(Covers: [new Cover(new CropWindow(.4, .4, .2, .2), CoverHow.Blur)])
                )
            )
            .Deck;
        string nd = deck.Slides[2].Photo().PhotoId;
        _world.Photos[nd] = _world.Photos[nd] with
        {
            Rights = World.Rights(new Licence(LicenceFamily.ByNd, "4.0", "")),
        };
        Scene page = SceneBuilder.Build(deck, deck.Slides[^1], _world)[0];
        PhotoNode[] small = [.. page.Photos()];
        Assert.Equal(3, small.Length);
        Assert.NotNull(small.Single(p => p.PhotoId == hidden.PhotoId).Treatment);
        Assert.Equal(.5, small.Single(p => p.PhotoId == nd).Image.Aspect, 1e-6);
        string said = string.Join(' ', page.Lines().Select(l => l.Text));
        Assert.Contains("slide\u00A02", said, StringComparison.Ordinal);
        foreach (Ledgers.CreditEntry e in Ledgers.Ledger.Of(deck, _world.Photo))
            Assert.Contains(e.Credit.Text, said.Replace('\u00A0', ' '), StringComparison.Ordinal);
        deck = _world.Do(deck, new SetCreditStyle(WithoutPictures: true)).Deck;
        Assert.Empty(SceneBuilder.Build(deck, deck.Slides[^1], _world)[0].Photos());
    }

    /// <summary>Every style with titles that no designer wished for: nothing is cut, and nothing leaves the
    /// slide.</summary>
    [Theory]
    [MemberData(nameof(Styles))]
    public void Titles_of_any_length_and_script_stand_on_their_slides(string style)
    {
        string[] titles =
        [
            string.Concat(Enumerable.Repeat("tides ", 33)).Trim(),
            new string('w', 40),
            "ما الذي يمسك الشاطئ في مكانه",
            "किनारे को क्या थामे रखता है",
            "什么守住了海岸线",
            "อะไรทำให้ชายฝั่งคงอยู่",
            "A",
        ];
        foreach ((int, int)[] photos in new[] { new[] { (3000, 2000) }, [(1000, 2000)], [(40000, 1000)] })
        {
            Deck deck = Talk(style, photos);
            foreach (string title in titles)
            {
                Deck named = _world.Do(deck, new EditPoint(deck.Points[0].Id, Wording: title)).Deck;
                named = _world.Do(named, new SetTitle(title)).Deck;
                foreach (Slide slide in named.Slides.Where(s => s.Kind != SlideKind.Credits))
                foreach (ScenePart p in SceneOf(named, slide).Parts.Where(p => p.Set is not null))
                    Assert.True(named.Shape.Bounds().Grown(2).Holds(p.Box), $"{style} {slide.Layout} {p.Says} {p.Box}");
            }
        }
    }
}
