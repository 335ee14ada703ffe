using System.Collections.Immutable;
using System.Globalization;
using CsCheck;
using CsvHelper;
using CsvHelper.Configuration;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Testing;
using Path = Jaali.Core.Geometry.Path;

namespace Jaali.Core.Tests;

/// <summary>Rows, figures, axes, and what is drawn of them: charts, tables, flows, lines.</summary>
public sealed class FigureTests
{
    private readonly World _world = new();

    private (Deck Deck, Guid Slide) Talk(string? heading = "A heading")
    {
        Deck deck = _world.Do(Deck.New(_world.NewId(), "Figures"), new AddSlide()).Deck;
        Guid slide = deck.Slides[^1].Id;
        if (heading is not null)
            deck = _world.Do(deck, new AddItem(slide, new WordsEdit(heading, Role: WordsRole.Heading))).Deck;
        return (deck, slide);
    }

    private (Deck Deck, Guid Slide, Item Item) With(
        ItemEdit made,
        SlideRect? rect = null,
        string? heading = "A heading"
    )
    {
        (Deck deck, Guid slide) = Talk(heading);
        HashSet<Guid> before = [.. deck.Slide(slide)!.Items.Select(i => i.Id)];
        deck = _world.Do(deck, new AddItem(slide, made, rect)).Deck;
        return (deck, slide, deck.Slide(slide)!.Items.Single(i => !before.Contains(i.Id)));
    }

    private Scene SceneOf(Deck deck, Guid slide) => SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0];

    private string RefusalOf(Deck deck, DeckCommand command) =>
        Assert.IsType<Rejected>(DeckEditor.Apply(deck, command, _world)).Reason.Code;

    private static IEnumerable<SceneLine> Lines(Scene scene) =>
        scene.AllNodes().OfType<TextNode>().SelectMany(t => t.Lines);

    [Theory]
    [InlineData("a ring of steps\n→ and round", false)]
    [InlineData("1990\t42\n2025\t31", true)]
    public void What_comes_onto_a_slide_of_a_photo_stands_beside_it_and_not_over_it(string pasted, bool chart)
    {
        Deck deck = _world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        _world.Add("p", 2400, 1600);
        deck = _world.Do(deck, new PlaceGround(slide, "p")).Deck;
        ItemEdit[] made = chart
            ? [new ChartEdit(Pasted: pasted), new TableEdit(Pasted: pasted)]
            : [new FlowEdit(Pasted: pasted)];
        foreach (ItemEdit edit in made)
            deck = _world.Do(deck, new AddItem(slide, edit)).Deck;
        SlideRect photo = deck.Slide(slide)!.Items.OfType<Frame>().Single().At.Rect;
        SlideRect[] figures =
        [
            .. deck.Slide(slide)!.Items.Where(i => i.LayoutPart == LayoutPart.Figure).Select(i => i.At.Rect),
        ];
        Assert.Equal(made.Length, figures.Length);
        Assert.All(
            figures,
            f =>
                Assert.True(
                    f.Right <= photo.X || f.X >= photo.Right || f.Bottom <= photo.Y || f.Y >= photo.Bottom,
                    $"{f} lies on {photo}"
                )
        );
        // One that goes gives the photo its slide back; taken back, all is as it was.
        if (chart)
            Assert.True(figures[0].Right <= figures[1].X || figures[1].Right <= figures[0].X);
    }

    // RFC 4180, section 2: its own examples, 1 to 7; and the ends of lines and separators that sheets give.
    [Theory]
    [InlineData("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n", "aaa|bbb|ccc/zzz|yyy|xxx")]
    [InlineData("aaa,bbb,ccc\r\nzzz,yyy,xxx", "aaa|bbb|ccc/zzz|yyy|xxx")]
    [InlineData("field_name,field_name,field_name\r\naaa,bbb,ccc", "field_name|field_name|field_name/aaa|bbb|ccc")]
    [InlineData("\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx", "aaa|bbb|ccc/zzz|yyy|xxx")]
    [InlineData("\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx", "aaa|b\nbb|ccc/zzz|yyy|xxx")]
    [InlineData("\"aaa\",\"b\"\"bb\",\"ccc\"", "aaa|b\"bb|ccc")]
    [InlineData("a\tb\n1,5\t2,5\n", "a|b/1,5|2,5")]
    [InlineData("a;b\n1,5;2,5", "a|b/1,5|2,5")]
    [InlineData("a\rb\rc", "a/b/c")]
    [InlineData("a\tb\tc\n1\n2\t3", "a|b|c/1||/2|3|")]
    [InlineData("\uFEFFa\tb", "a|b")]
    [InlineData("\n\n a \n\n", "a")]
    [InlineData("\"never ended, 2", "never ended, 2")]
    public void Rows_are_read_as_the_standard_has_them(string text, string expected) =>
        Assert.Equal(expected, string.Join('/', DataRows.Read(text).Select(r => string.Join('|', r))));

    // Rows of nothing are none, whatever separates them: no separator becomes a cell.
    [Theory]
    [InlineData("")]
    [InlineData("\"\",\"\"\n")]
    [InlineData(",,,")]
    [InlineData(";\n;\n")]
    [InlineData("\t\t")]
    public void Rows_of_nothing_are_none(string text) => Assert.Empty(DataRows.Read(text));

    [Fact]
    public void What_another_library_writes_is_read_as_it_was()
    {
        Gen<string> cell = Gen.OneOf(
            Gen.String[Gen.Char["abc ,;\"\n0123.%é"], 0, 8].Select(s => s.Trim()),
            Gen.Int.Select(i => i.ToString(CultureInfo.InvariantCulture))
        );
        Gen.Select(Gen.Int[2, 5], Gen.Int[1, 6], Gen.Char[";,\t"])
            .SelectMany(g => cell.Array[g.Item1].Array[g.Item2].Select(rows => (Rows: rows, Separator: g.Item3)))
            .Sample(
                t =>
                {
                    using var to = new StringWriter();
                    using (
                        var csv = new CsvWriter(
                            to,
                            new CsvConfiguration(CultureInfo.InvariantCulture)
                            {
                                Delimiter = t.Separator.ToString(),
                                // Every field is quoted, so that no other separator is seen.
                                ShouldQuote = _ => true,
                            }
                        )
                    )
                        foreach (string[] row in t.Rows)
                        {
                            foreach (string field in row)
                                csv.WriteField(field);
                            csv.NextRecord();
                        }
                    string[][] expected = [.. t.Rows.Where(r => r.Any(c => c.Length > 0))];
                    Assert.Equal(
                        expected.Select(r => string.Join('|', r)),
                        DataRows.Read(to.ToString()).Select(r => string.Join('|', r))
                    );
                },
                iter: 500
            );
    }

    [Theory]
    [InlineData("1.2", 1.2)]
    [InlineData("−3", -3)]
    [InlineData("-3,5", -3.5)]
    [InlineData("1,234.5", 1234.5)]
    [InlineData("1.234,5", 1234.5)]
    [InlineData("1 234 567", 1234567)]
    [InlineData("1,234", 1234)]
    [InlineData("1.234.567", 1234567)]
    [InlineData("74 %", 74)]
    [InlineData("€ 12.50", 12.5)]
    [InlineData("-€3", -3)]
    [InlineData("12 km", 12)]
    [InlineData("21 °C", 21)]
    [InlineData(".5", .5)]
    [InlineData("7’500", 7500)]
    [InlineData("NaN", double.NaN)]
    [InlineData("Infinity", double.NaN)]
    [InlineData("about ten", double.NaN)]
    [InlineData("Room 5", double.NaN)]
    [InlineData("7 Gannock", double.NaN)]
    [InlineData("9999999999999999999999", double.NaN)]
    [InlineData("", double.NaN)]
    [InlineData("1-2", double.NaN)]
    public void Figures_are_read_as_people_write_them(string cell, double expected) =>
        Assert.Equal(expected, Figure.Read(cell)?.Value ?? double.NaN, 9);

    [Fact]
    public void Names_are_told_from_figures()
    {
        DataSeries data = DataSeries.Of(
            DataRows.Read("transect\t1990\t2010\n1 Hallow\t42.0\t38.5\n7 Gannock\tlost\t30.0")
        );
        Assert.True(data.HasHeader);
        Assert.Equal(["1990", "2010"], data.Series.Select(s => s.Name));
        Assert.Equal(["1 Hallow", "7 Gannock"], data.Labels);
        Assert.Equal([42, null], data.Series[0].Values);
        Assert.Equal(1, data.Words);
        // Years in the first column are names of rows, and figures alone have none.
        Assert.Equal(["2016", "2017"], DataSeries.Of(DataRows.Read("2016,1.2\n2017,1.6")).Labels);
        Assert.Equal([3, 5, 2], DataSeries.Of(DataRows.Read("3\n5\n2")).Series[0].Values);
    }

    // Values of d3-array's own documentation of ticks and nice, from memory; the package itself is asked in a journey.
    [Theory]
    [InlineData(0, 1, 10, "0 0.1 0.2 0.3 0.4 0.5 0.6 0.7 0.8 0.9 1")]
    [InlineData(0, 11, 5, "0 2 4 6 8 10 12")]
    [InlineData(-10, 10, 5, "-10 -5 0 5 10")]
    [InlineData(0.201, 0.996, 5, "0.2 0.4 0.6 0.8 1")]
    [InlineData(0, 0, 5, "0 0.2 0.4 0.6 0.8 1")]
    public void Axes_have_round_steps(double low, double high, int count, string expected) =>
        Assert.Equal(
            expected,
            string.Join(
                ' ',
                AxisScale.Round(low, high, count).Ticks.Select(t => t.ToString("0.###", CultureInfo.InvariantCulture))
            )
        );

    [Fact]
    public void Axes_hold_their_values_in_steps_of_one_two_or_five() =>
        Gen.Select(Gen.Double[-1e6, 1e6], Gen.Double[1e-3, 1e6], Gen.Int[2, 10])
            .Sample(t =>
            {
                (double low, double wide, int count) = t;
                AxisScale axis = AxisScale.Round(low, low + wide, count);
                Assert.True(
                    axis.From <= low + 1e-9 * Math.Abs(low) && axis.To >= low + wide - 1e-9 * Math.Abs(low + wide)
                );
                double mantissa = axis.Step / Math.Pow(10, Math.Floor(Math.Log10(axis.Step) + 1e-9));
                Assert.Contains(new[] { 1d, 2, 5 }, m => Math.Abs(m - mantissa) < 1e-6);
                Assert.InRange(axis.Ticks.Count, 2, 2 * count + 4);
                Assert.Equal(0, axis.At(axis.Ticks[0]), 6);
                Assert.Equal(1, axis.At(axis.Ticks[^1]), 6);
            });

    [Fact]
    public void Labels_that_want_one_place_stand_in_order_and_apart() =>
        Gen.Select(Gen.Double[0, 300].Array[1, 8], Gen.Double[5, 30])
            .Sample(t =>
            {
                (double[] wanted, double high) = t;
                (double, double)[] boxes = [.. wanted.Order().Select(w => (w, high))];
                double[] placed = ShareChart.Apart(boxes, 0, 400);
                for (int i = 1; i < placed.Length; i++)
                    Assert.True(placed[i] >= placed[i - 1] + high - 1e-6);
                // Those that have room stay where they want to be.
                if (boxes.Zip(boxes.Skip(1)).All(p => p.Second.Item1 - p.First.Item1 >= high))
                    Assert.Equal(boxes.Select(b => b.Item1), placed);
            });

    [Theory]
    [InlineData(ChartForm.Pie, .25)]
    [InlineData(ChartForm.Ring, .25)]
    [InlineData(ChartForm.Tiles, .25)]
    [InlineData(ChartForm.Pie, .625)]
    [InlineData(ChartForm.Tiles, .625)]
    public void A_share_takes_its_share_of_the_area(ChartForm form, double share)
    {
        (Deck deck, Guid slide, _) = With(
            new ChartEdit(form, Pasted: string.Create(CultureInfo.InvariantCulture, $"{share * 100} %"))
        );
        PathNode[] paths = [.. SceneOf(deck, slide).AllNodes().OfType<PathNode>()];
        double whole = paths.First(p => p.FillOpacity < .2).Path.Area,
            part = paths.First(p => p.FillOpacity == 1).Path.Area;
        Assert.InRange(part / whole, share - .001, share + .001);
    }

    [Fact]
    public void Columns_are_as_high_as_their_figures_and_stacks_lie_on_each_other()
    {
        (Deck deck, Guid slide, _) = With(new ChartEdit(Pasted: "a\t2\nb\t4\nc\t-1", BroughtOut: 1));
        Scene scene = SceneOf(deck, slide);
        // What is brought out is one path; the others are another, with one outline each.
        Path[] marks =
        [
            .. scene.AllNodes().OfType<PathNode>().Where(p => p.FillOpacity is 1 or .34).Select(p => p.Path),
        ];
        double one = marks.Single(m => m.Outlines == 1).Bounds.Height / 4;
        Path others = marks.Single(m => m.Outlines == 2);
        Assert.Equal(2 * one, Height(others, 0), 1);
        Assert.Equal(1 * one, Height(others, 1), 1);
        // Above and below 0 they pile up separately.
        (double From, double To)[][] stack = AxisChart.Stack([
            [3, -2],
            [4, 5],
            [-1, -1],
        ]);
        Assert.Equal([(0, 3), (0, -2)], stack[0]);
        Assert.Equal([(3, 7), (0, 5)], stack[1]);
        Assert.Equal([(0, -1), (-2, -3)], stack[2]);

        static double Height(Path path, int outline) =>
            path.Ways[outline].Max(p => p.Y) - path.Ways[outline].Min(p => p.Y);
    }

    [Fact]
    public void Whatever_figures_there_are_a_chart_stays_in_its_place_and_says_them()
    {
        Gen<string> cell = Gen.OneOf(
            Gen.Double[-1e4, 1e4].Select(d => d.ToString("0.##", CultureInfo.InvariantCulture)),
            Gen.Const(""),
            Gen.Const("lost"),
            Gen.Const("12 %")
        );
        Gen.Select(Gen.Enum<ChartForm>(), Gen.Int[1, 14], Gen.Int[1, 5])
            .SelectMany(g => cell.Array[g.Item3].Array[g.Item2].Select(rows => (Form: g.Item1, Rows: rows)))
            .Sample(
                t =>
                {
                    (Deck deck, Guid slide) = Talk();
                    string pasted = string.Join('\n', t.Rows.Select((r, i) => $"row {i}\t{string.Join('\t', r)}"));
                    if (
                        DeckEditor.Apply(deck, new AddItem(slide, new ChartEdit(t.Form, Pasted: pasted)), _world)
                        is not Edited edited
                    )
                        return;
                    Scene scene = SceneOf(edited.Deck, slide);
                    var chart = edited.Deck.Slide(slide)!.Items.OfType<Chart>().Single();
                    SlideRect room = chart.At.Rect.Grown(40);
                    Assert.All(
                        scene.NodesOf(chart.Id).OfType<PathNode>().Where(p => p.Path.Outlines > 0),
                        p => Assert.True(room.Holds(p.Path.Bounds), $"{t.Form}: {p.Path.Bounds} beyond {room}")
                    );
                    Assert.All(
                        scene.NodesOf(chart.Id).OfType<TextNode>().SelectMany(n => n.Lines),
                        l => Assert.True(double.IsFinite(l.X) && double.IsFinite(l.Baseline))
                    );
                    ScenePart part = scene.Parts.Single(p => p.ItemId == chart.Id);
                    // A year that names a column without a figure is no figure.
                    string? first = t
                        .Rows.Skip(DataSeries.Of(chart.Rows).HasHeader ? 1 : 0)
                        .SelectMany(r => r)
                        .FirstOrDefault(c => Figure.Read(c) is not null);
                    Assert.Contains(first!, part.Says, StringComparison.Ordinal);
                },
                iter: 300
            );
    }

    [Fact]
    public void What_cannot_be_drawn_is_refused_with_its_reason()
    {
        (Deck deck, Guid slide) = Talk();
        Assert.Equal("no-rows", Code(new ChartEdit(Pasted: "  \n ")));
        Assert.Equal("no-figures", Code(new ChartEdit(Pasted: "a\tb\nc\td")));
        Assert.Equal("negative-share", Code(new ChartEdit(ChartForm.Pie, Pasted: "a\t3\nb\t-3")));
        Assert.Equal("no-share", Code(new ChartEdit(ChartForm.Ring, Pasted: "a\t0\nb\t0")));
        Assert.Equal("more-than-whole", Code(new ChartEdit(ChartForm.Tiles, Pasted: "162 %")));
        Assert.Equal("too-many-rows", Code(new ChartEdit(Pasted: string.Join('\n', Enumerable.Range(0, 10_000)))));
        Assert.Equal("too-many-columns", Code(new ChartEdit(Pasted: string.Join('\t', Enumerable.Range(0, 40)))));
        Assert.Equal("too-many-rows", Code(new TableEdit(Pasted: string.Join('\n', Enumerable.Range(0, 41)))));
        Assert.Equal("no-such-photo", Code(new ChartEdit(Pasted: "1\n2", PhotoId: "gone")));
        Assert.Equal("bad-steps", Code(new FlowEdit(Pasted: "alone")));
        Assert.Equal(
            "bad-steps",
            Code(new FlowEdit(Pasted: string.Join('\n', Enumerable.Range(0, 13).Select(i => $"s{i}"))))
        );
        // A row that was brought out and is gone takes that with it; one that never was is refused.
        (deck, slide, Item chart) = With(new ChartEdit(Pasted: "a\t1\nb\t2\nc\t3", BroughtOut: 2));
        Assert.Equal("no-such-row", RefusalOf(deck, new EditItem(slide, chart.Id, new ChartEdit(BroughtOut: 9))));
        deck = _world.Do(deck, new EditItem(slide, chart.Id, new ChartEdit(Pasted: "a\t1\nb\t2"))).Deck;
        Assert.Null(((Chart)deck.Slide(slide)!.Item(chart.Id)!).BroughtOut);

        string Code(ItemEdit made) => RefusalOf(deck, new AddItem(slide, made));
    }

    [Fact]
    public void Rows_move_one_by_one_and_one_share_by_its_quarters()
    {
        foreach (
            (ItemEdit made, int parts) in ((ItemEdit, int)[])
                [
                    (new ChartEdit(Pasted: "a\t1\nb\t2\nc\t3"), 3),
                    (new ChartEdit(Pasted: "\tx\ty\na\t1\t2\nb\t2\t3"), 2),
                    (new ChartEdit(ChartForm.Ring, Pasted: "75 %"), 3),
                    (new ChartEdit(ChartForm.Tiles, Pasted: "62 %"), 3),
                    (new TableEdit(Pasted: "name\tfigure\na\t1\nb\t2"), 2),
                    (new FlowEdit(Pasted: "a\nb\nc\nd"), 4),
                ]
        )
        {
            (Deck deck, Guid slide, Item item) = With(made);
            Scene still = SceneOf(deck, slide);
            Assert.DoesNotContain(still.AllNodes(), n => n is GroupNode { Part: not null });
            deck = _world
                .Do(deck, new AddCue(slide, new Cue(_world.NewId(), CueAct.ComesIn, item.Id, PartByPart: true)))
                .Deck;
            Scene moving = SceneOf(deck, slide);
            Assert.Equal(
                Enumerable.Range(0, parts),
                moving.AllNodes().OfType<GroupNode>().Where(g => g.Part is not null).Select(g => g.Part!.Value).Order()
            );
            // Nothing looks otherwise once all is there.
            Assert.Equal(
                Lines(still).Select(l => (l.Text, Math.Round(l.X, 1))).Order(),
                Lines(moving).Select(l => (l.Text, Math.Round(l.X, 1))).Order()
            );
        }
    }

    [Fact]
    public void Figures_of_a_column_have_their_decimal_signs_over_each_other()
    {
        (Deck deck, Guid slide, _) = With(
            new TableEdit(Pasted: "what\tm\nlong\t1042.5\nshort\t3.25\nwhole\t12\nless\t-0.125")
        );
        var words = new Dictionary<string, SceneLine>();
        TextNode? node = null;
        foreach (TextNode t in SceneOf(deck, slide).AllNodes().OfType<TextNode>())
        foreach (SceneLine line in t.Lines)
            if (Figure.Read(line.Text) is not null)
                (words[line.Text], node) = (line, t);
        double Sign(string text)
        {
            int at = text.IndexOf('.', StringComparison.Ordinal);
            string before = at < 0 ? text : text[..at];
            return words[text].X + _world.Fonts.Width(Face(), node!.Size, before);
        }
        Face Face() => _world.Fonts.Find(HouseStyles.First.StyleOf(WordsRole.Body).Family!);
        double[] signs = [.. words.Keys.Select(Sign)];
        Assert.Equal(4, signs.Length);
        Assert.All(signs, s => Assert.Equal(signs[0], s, .6));
    }

    [Fact]
    public void A_table_fits_its_place_wherever_words_can_be_broken()
    {
        Gen<string> cell = Gen.OneOf(
            Gen.Int[1, 12]
                .SelectMany(n =>
                    Gen.Int[1, 9].Array[n].Select(l => string.Join(' ', l.Select(x => new string('m', x))))
                ),
            Gen.Double[0, 999].Select(d => d.ToString("0.0", CultureInfo.InvariantCulture))
        );
        Gen.Select(Gen.Int[1, 5], Gen.Int[2, 7])
            .SelectMany(g => cell.Array[g.Item1].Array[g.Item2])
            .Sample(
                rows =>
                {
                    (Deck deck, Guid slide, Item item) = With(
                        new TableEdit(Rows: [.. rows.Select(r => r.ToImmutableList())]),
                        new SlideRect(100, 200, 1700, 760)
                    );
                    Scene scene = SceneOf(deck, slide);
                    ScenePart part = scene.Parts.Single(p => p.ItemId == item.Id);
                    if (part.Reads == false)
                        return;
                    Assert.All(
                        Lines(scene).Where(l => l.Baseline > 200),
                        l =>
                        {
                            Assert.InRange(l.X, 99, 1801);
                            Assert.InRange(l.X + l.Width, 99, 1803);
                            Assert.InRange(l.Baseline, 200, 962);
                        }
                    );
                },
                iter: 60
            );
    }

    [Fact]
    public void Steps_keep_their_photos_where_lines_come_and_go()
    {
        string photo = _world.Add("dune", 1600, 1200);
        (Deck deck, Guid slide, Item item) = With(new FlowEdit(Pasted: "1. Storm → Bare sand: after a night\n• Ridge"));
        Assert.Equal(["Storm", "Bare sand\nafter a night", "Ridge"], Steps().Select(s => s.Text));
        Edit(new FlowEdit(Photo: new StepPhoto(2, photo)));
        Edit(new FlowEdit(Pasted: "Storm\nFirst blades\nBare sand: after a night\nRidge"));
        Assert.Equal([null, null, null, photo], Steps().Select(s => s.PhotoId));
        Edit(new FlowEdit(Pasted: "Storm\nFirst blades\nBare sand: after a night\nA ridge"));
        Assert.Equal(photo, Steps()[3].PhotoId);
        Assert.Equal(photo, Assert.Single(ItemKinds.Photos(deck)).Use.PhotoId);

        ImmutableList<FlowStep> Steps() => ((Flow)deck.Slide(slide)!.Item(item.Id)!).Steps;
        void Edit(FlowEdit edit) => deck = _world.Do(deck, new EditItem(slide, item.Id, edit)).Deck;
    }

    [Fact]
    public void Arrows_of_a_flow_touch_none_of_its_words()
    {
        foreach (FlowForm form in Enum.GetValues<FlowForm>())
        foreach (int count in (int[])[2, 3, 4, 5, 8, 12])
        {
            (Deck deck, Guid slide, Item item) = With(
                new FlowEdit(form, Pasted: string.Join('\n', Enumerable.Range(1, count).Select(i => $"step {i}")))
            );
            Scene scene = SceneOf(deck, slide);
            Path[] arrows =
            [
                .. scene.NodesOf(item.Id).OfType<PathNode>().Where(p => p.FillOpacity == .8).Select(p => p.Path),
            ];
            Assert.Equal(form == FlowForm.Ring ? count : count - 1, arrows.Length);
            foreach (SceneLine line in scene.NodesOf(item.Id).OfType<TextNode>().SelectMany(t => t.Lines))
            foreach (Path arrow in arrows)
                Assert.False(
                    arrow.Contains(line.X + line.Width / 2, line.Baseline - 8),
                    $"{form} of {count}: an arrow lies on {line.Text}"
                );
        }
    }

    [Fact]
    public void Ends_of_lines_stay_with_what_they_lead_to_and_go_round_what_stands_between()
    {
        (Deck deck, Guid slide, Item a) = With(new ShapeEdit(ShapeForm.Ellipse), new(100, 500, 200, 200));
        Item b = Added(new ShapeEdit(), new(1500, 500, 200, 200)),
            between = Added(new ShapeEdit(), new(800, 300, 200, 600)),
            line = Added(new LineEdit(FromItem: a.Id, ToItem: b.Id), null);
        foreach (LineRoute route in Enum.GetValues<LineRoute>())
        {
            deck = _world.Do(deck, new EditItem(slide, line.Id, new LineEdit(Route: route))).Deck;
            IReadOnlyList<SlidePoint> way = Way();
            // From edge to edge: outside of both, and near them.
            Assert.False(Outline(a).Contains(way[0].X, way[0].Y));
            Assert.True(a.At.Rect.Grown(40).Holds(new SlideRect(way[0].X, way[0].Y, 0, 0)));
            Assert.False(Outline(b).Contains(way[^1].X, way[^1].Y));
            Assert.True(b.At.Rect.Grown(40).Holds(new SlideRect(way[^1].X, way[^1].Y, 0, 0)));
            Assert.All(
                Along(way),
                p => Assert.False(p.X is > 801 and < 999 && p.Y is > 301 and < 899, $"{route} goes through at {p}")
            );
            if (route == LineRoute.Elbow)
                Assert.All(
                    way.Zip(way.Skip(1)),
                    s => Assert.True(s.First.X == s.Second.X || Math.Abs(s.First.Y - s.Second.Y) < 1e-6)
                );
        }
        // What it leads to is moved: the end follows; taken off: it ends where it ended; taken back: it is attached.
        deck = _world.Do(deck, new PlaceItem(slide, b.Id, new(1500, 100, 200, 200))).Deck;
        Assert.InRange(Way()[^1].Y, 90, 310);
        SlidePoint tip = Way()[^1];
        Deck with = deck;
        deck = _world.Do(deck, new RemoveItem(slide, b.Id)).Deck;
        Assert.Null(Line().To.ItemId);
        Assert.Equal(tip.X, Way()[^1].X, .5);
        Assert.Equal(tip.Y, Way()[^1].Y, .5);
        Assert.Equal(a.Id, Line().From.ItemId);
        deck = with;
        // A line that a hand moves is let go.
        SlideRect r = Line().At.Rect;
        deck = _world.Do(deck, new PlaceItem(slide, line.Id, r with { X = r.X + 50 })).Deck;
        Assert.Null(Line().From.ItemId);
        Assert.Equal("same-ends", RefusalOf(with, new EditItem(slide, line.Id, new LineEdit(ToItem: a.Id))));
        Assert.Equal("no-item", RefusalOf(with, new EditItem(slide, line.Id, new LineEdit(ToItem: _world.NewId()))));
        Assert.Equal("no-item", RefusalOf(with, new EditItem(slide, line.Id, new LineEdit(ToItem: line.Id))));

        Item Added(ItemEdit made, SlideRect? rect)
        {
            HashSet<Guid> before = [.. deck.Slide(slide)!.Items.Select(i => i.Id)];
            deck = _world.Do(deck, new AddItem(slide, made, rect)).Deck;
            return deck.Slide(slide)!.Items.Single(i => !before.Contains(i.Id));
        }
        Line Line() => (Line)deck.Slide(slide)!.Item(line.Id)!;
        IReadOnlyList<SlidePoint> Way() => LinePath.Of(Line(), deck.Slide(slide)!);
        Path Outline(Item item) => ((Shape)deck.Slide(slide)!.Item(item.Id)!).Outline;
        static IEnumerable<SlidePoint> Along(IReadOnlyList<SlidePoint> way) =>
            way.Zip(way.Skip(1))
                .SelectMany(s =>
                    Enumerable
                        .Range(0, 50)
                        .Select(i => new SlidePoint(
                            s.First.X + (s.Second.X - s.First.X) * i / 50,
                            s.First.Y + (s.Second.Y - s.First.Y) * i / 50
                        ))
                );
    }

    [Fact]
    public void Figures_follow_the_layout_until_a_hand_moves_them()
    {
        foreach (HouseStyle style in HouseStyles.All)
        {
            (Deck deck, Guid slide, Item chart) = With(new ChartEdit(Pasted: "a\t1\nb\t2"));
            deck = _world.Do(deck, new SetHouseStyle(style)).Deck;
            Assert.Equal(FigurePlaces.Of(deck, deck.Slide(slide)!)[chart.Id], Rect());
            // The heading stands over it, in its own row.
            ScenePart heading = SceneOf(deck, slide).Parts.First(p => p.Role == "heading");
            Assert.True(heading.Box.Bottom <= Rect().Y + 1, $"{style.Name}: {heading.Box} over {Rect()}");
            // A second one shares the room; gone, the first has it again.
            SlideRect alone = Rect();
            Deck two = _world.Do(deck, new AddItem(slide, new TableEdit(Pasted: "a\t1"))).Deck;
            Item[] both = [.. two.Slide(slide)!.Items.Where(i => i.LayoutPart == LayoutPart.Figure)];
            Assert.True(both[0].At.Rect.Right < both[1].At.Rect.X);
            two = _world.Do(two, new RemoveItem(slide, both[1].Id)).Deck;
            Assert.Equal(alone, two.Slide(slide)!.Item(chart.Id)!.At.Rect);
            // A hand moved it: it stays.
            deck = _world.Do(deck, new PlaceItem(slide, chart.Id, new(300, 300, 600, 400))).Deck;
            deck = _world.Do(deck, new SetHouseStyle(HouseStyles.First)).Deck;
            Assert.Equal(new SlideRect(300, 300, 600, 400), Rect());

            SlideRect Rect() => deck.Slide(slide)!.Item(chart.Id)!.At.Rect;
        }
    }

    [Fact]
    public void Words_in_cells_steps_and_shapes_are_found_and_replaced()
    {
        (Deck deck, Guid slide, _) = With(
            new TableEdit(Pasted: "Gannok\t3\nHallow\t4", Source: "Gannok survey"),
            heading: null
        );
        deck = _world.Do(deck, new AddItem(slide, new FlowEdit(Pasted: "Gannok: first\nthen"))).Deck;
        deck = _world.Do(deck, new AddItem(slide, new ShapeEdit(Text: "at Gannok"))).Deck;
        deck = _world.Do(deck, new AddItem(slide, new ChartEdit(Pasted: "Gannok\t3", Shows: "Gannok"))).Deck;
        Deck now = _world.Do(deck, new ReplaceWords("Gannok", "Gannock", true, false, new SlideChoice())).Deck;
        string[] says = [.. now.Slide(slide)!.Items.SelectMany(i => ItemKinds.Of(i).Says(i))];
        Assert.DoesNotContain(says, s => s.Contains("Gannok", StringComparison.Ordinal));
        Assert.Equal(6, says.Count(s => s.Contains("Gannock", StringComparison.Ordinal)));
        Assert.Equal("nothing-found", RefusalOf(now, new ReplaceWords("Gannok", "x", true, false, new SlideChoice())));
    }

    [Fact]
    public void Photos_in_charts_cells_and_steps_are_used_as_their_licences_let()
    {
        string photo = _world.Add("dune", 1600, 1200);
        foreach (
            (ItemEdit made, bool masked) in ((ItemEdit, bool)[])
                [
                    (new ChartEdit(ChartForm.Ring, Pasted: "75 %", PhotoId: photo), true),
                    (new FlowEdit(Steps: [new("a", photo), new("b")]), true),
                    (new TableEdit(Pasted: "a\tb", Photo: new CellPhoto(0, 1, photo)), false),
                ]
        )
        {
            (Deck deck, Guid slide, Item item) = With(made);
            PhotoUse use = Assert.Single(ItemKinds.Photos(deck.Slide(slide)!));
            Assert.Equal(masked, use.Changes.Masked);
            Assert.True(use.Changes.CroppedTo < 1);
            Assert.Contains(SceneOf(deck, slide).Parts, p => p.Role == "credit");
            Assert.Contains(SceneOf(deck, slide).Photos(), p => p.PhotoId == photo);
            // Another photo takes its place, and taken off everywhere it is gone.
            string other = _world.Add("ridge", 1200, 1600);
            ItemResult changed = ItemKinds
                .Of(item)
                .Exchange(item, photo, other, new ItemPlace(deck, deck.Slide(slide)!, _world));
            Assert.Equal(other, Assert.Single(ItemKinds.Of(item).Photos(changed.Item!)).PhotoId);
            Assert.False(TrimmedPhotos.CanBeCut(deck, photo));
        }
    }
}
