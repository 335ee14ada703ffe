using System.Globalization;
using CsCheck;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Testing;
using Path = Jaali.Core.Geometry.Path;

namespace Jaali.Core.Tests;

/// <summary>Path data by the grammar of SVG 2, the set of icons, and drawings of one's own.</summary>
public sealed class IconTests
{
    private readonly World _world = new();

    // SVG 2, chapter 9: what its text says of each command, and the ways of writing that its grammar allows.
    [Theory]
    [InlineData("M 100 100 L 300 100 L 200 300 z", "M 100 100 L 300 100 L 200 300 Z")]
    [InlineData("M100,100L300,100 200,300Z", "M 100 100 L 300 100 L 200 300 Z")]
    [InlineData("m10 10 20 0 0 20z", "M 10 10 L 30 10 L 30 30 Z")]
    [InlineData("M10-20.5.5h5v-5H0V0", "M 10 -20.5 L 0.5 5 L 0.5 0 L 0 0 L 0 0", true)]
    [InlineData("M0 0C1 2 3 4 5 6S9 8 10 10", "M 0 0 C 1 2 3 4 5 6 C 7 8 9 8 10 10")]
    [InlineData("M0 0c1 2 3 4 5 6s4 2 5 4", "M 0 0 C 1 2 3 4 5 6 C 7 8 9 8 10 10")]
    [InlineData("M0 0S1 1 2 2", "M 0 0 C 0 0 1 1 2 2")]
    [InlineData("M0 0Q3 3 6 0T12 0", "M 0 0 C 2 2 4 2 6 0 C 8 -2 10 -2 12 0")]
    [InlineData("M1e1 1E-1L2.5e0 3", "M 10 0.1 L 2.5 3")]
    [InlineData("M0 0h4zM8 8h4z", "M 0 0 L 4 0 Z M 8 8 L 12 8 Z")]
    [InlineData("M4 4h4zl2 2", "M 4 4 L 8 4 Z M 4 4 L 6 6")]
    [InlineData("M0 0A0 5 0 0 1 9 9", "M 0 0 L 9 9")]
    public void Path_data_is_read_by_its_grammar(string data, string expected, bool odd = false)
    {
        if (odd)
        {
            // Numbers run into each other: 10 and -20.5, then .5 and what follows is another command.
            Assert.Throws<FormatException>(() => SvgPath.Read(data));
            Assert.Equal("M 10 -20.5 L 0.5 0.25", SvgPath.Read("M10-20.5.5.25").Data);
            return;
        }
        Assert.Equal(expected, SvgPath.Read(data).Data);
    }

    [Theory]
    [InlineData("L 1 1")]
    [InlineData("M")]
    [InlineData("M 1")]
    [InlineData("M 1 1 K 2 2")]
    [InlineData("M 1 1 L 2,,,x")]
    [InlineData("M0 0A1 1 0 2 1 5 5")]
    [InlineData("M0 0 1e99 1")]
    [InlineData("M0 0Z5 5")]
    [InlineData("javascript:alert(1)")]
    public void What_is_no_path_data_is_refused(string data) =>
        Assert.Throws<FormatException>(() => SvgPath.Read(data));

    // Points of an arc lie on its ellipse (SVG 2, B.2): for random arcs, every sixteenth of each piece.
    [Fact]
    public void Arcs_lie_on_their_ellipses()
    {
        Gen.Select(
                Gen.Double[1, 50],
                Gen.Double[1, 50],
                Gen.Double[-180, 180],
                Gen.Bool,
                Gen.Bool,
                Gen.Double[-80, 80].Array[2]
            )
            .Sample(t =>
            {
                (double rx, double ry, double turn, bool large, bool sweep, double[] to) = t;
                if (Math.Abs(to[0]) + Math.Abs(to[1]) < 1)
                    return;
                string data = string.Create(
                    CultureInfo.InvariantCulture,
                    $"M0 0A{rx:R} {ry:R} {turn:R} {(large ? 1 : 0)}{(sweep ? 1 : 0)}{to[0]:F6},{to[1]:F6}"
                );
                IReadOnlyList<SlidePoint> way = SvgPath.Read(data).Ways[0];
                Assert.Equal(to[0], way[^1].X, 3);
                Assert.Equal(to[1], way[^1].Y, 3);
                // Turned back and stretched, it is an arc of a circle: its middle is as far from all.
                double a = -turn * Math.PI / 180;
                (double X, double Y)[] round =
                [
                    .. way.Select(p =>
                        ((p.X * Math.Cos(a) - p.Y * Math.Sin(a)) / rx, (p.X * Math.Sin(a) + p.Y * Math.Cos(a)) / ry)
                    ),
                ];
                (double X, double Y) first = round[0],
                    middle = round[round.Length / 2],
                    last = round[^1];
                double d =
                    2 * (first.X * (middle.Y - last.Y) + middle.X * (last.Y - first.Y) + last.X * (first.Y - middle.Y));
                if (Math.Abs(d) < 1e-3)
                    return;
                double f = first.X * first.X + first.Y * first.Y,
                    m = middle.X * middle.X + middle.Y * middle.Y,
                    l = last.X * last.X + last.Y * last.Y,
                    cx = (f * (middle.Y - last.Y) + m * (last.Y - first.Y) + l * (first.Y - middle.Y)) / d,
                    cy = (f * (last.X - middle.X) + m * (first.X - last.X) + l * (middle.X - first.X)) / d,
                    radius = Math.Sqrt((first.X - cx) * (first.X - cx) + (first.Y - cy) * (first.Y - cy));
                Assert.All(
                    round,
                    p =>
                        Assert.Equal(
                            radius,
                            Math.Sqrt((p.X - cx) * (p.X - cx) + (p.Y - cy) * (p.Y - cy)),
                            radius * .01 + .02
                        )
                );
            });
    }

    [Fact]
    public void Every_icon_that_ships_can_be_drawn_within_its_square()
    {
        Assert.True(IconSet.Names.Count > 1000);
        foreach (string name in IconSet.Names)
        {
            SlideRect b = IconSet.Find(name)!.Outline.Bounds;
            Assert.True(
                b.X >= -1 && b.Y >= -1 && b.Right <= IconSet.Side + 1 && b.Bottom <= IconSet.Side + 1,
                $"{name}: {b}"
            );
            Assert.True(b.Width > 8 || b.Height > 8, name);
        }
    }

    // Words that people use for what they look for: by a founder, from the invented world.
    [Theory]
    [InlineData("wind", "wind")]
    [InlineData("waves", "waves")]
    [InlineData("storm", "cloud-lightning")]
    [InlineData("boat", "boat")]
    [InlineData("boats", "boat")]
    [InlineData("rain", "cloud-rain")]
    [InlineData("people", "users")]
    [InlineData("plant", "plant")]
    [InlineData("warning", "warning")]
    [InlineData("arrow right", "arrow-right")]
    public void Icons_are_found_by_the_words_people_use(string words, string expected) =>
        Assert.Contains(expected, IconSet.Search(words, 20).Select(i => i.Name));

    [Fact]
    public void What_is_looked_for_and_is_not_there_is_not_found()
    {
        Assert.Empty(IconSet.Search("", 10));
        Assert.Empty(IconSet.Search("qwertzuiop", 10));
        Assert.Empty(IconSet.Search("wind qwertzuiop", 10));
    }

    [Fact]
    public void A_drawing_of_ones_own_leaves_its_shapes_alone()
    {
        Deck deck = _world.Do(Deck.New(_world.NewId(), "Icons"), new AddSlide()).Deck;
        Guid slide = deck.Slides[^1].Id;
        string svg = """
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" onload="alert(1)">
              <script>alert(1)</script><style>*{fill:red}</style>
              <defs><path d="M0 0H999V999Z"/></defs>
              <image href="https://127.0.0.1/x.png"/><a href="javascript:alert(1)"><g transform="translate(2 2) scale(2)">
              <rect x="0" y="0" width="4" height="4" onclick="alert(1)"/></g></a>
              <text>hidden</text><foreignObject><body/></foreignObject>
              <circle cx="20" cy="20" r="2" fill="none" stroke="currentColor" stroke-width="1"/>
            </svg>
            """;
        deck = _world.Do(deck, new AddItem(slide, new IconEdit(Svg: svg))).Deck;
        var icon = deck.Slide(slide)!.Items.OfType<Icon>().Single();
        Path path = Path.Parse(icon.Drawing!);
        // A square from 2 to 10, and a line round the circle: from 17.5 to 22.5.
        Assert.Equal(2, path.Bounds.X, 1);
        Assert.Equal(22.5, path.Bounds.Right, 1);
        Assert.True(path.Contains(5, 5));
        Assert.False(path.Contains(20, 20));
        Assert.DoesNotContain("alert", icon.ToString(), StringComparison.Ordinal);
        Scene scene = SceneBuilder.Build(deck, deck.Slide(slide)!, _world)[0];
        Assert.True(icon.At.Rect.Grown(1).Holds(scene.NodesOf(icon.Id).OfType<PathNode>().Single().Path.Bounds));
        // Another of the set takes its place and keeps its colour.
        deck = _world.Do(deck, new EditItem(slide, icon.Id, new IconEdit(Colour: "#E3A12F"))).Deck;
        deck = _world.Do(deck, new EditItem(slide, icon.Id, new IconEdit("anchor"))).Deck;
        var swapped = (Icon)deck.Slide(slide)!.Item(icon.Id)!;
        Assert.Equal((icon.At, "#E3A12F", null), (swapped.At, swapped.Colour, swapped.Drawing));
    }

    [Theory]
    [InlineData("<svg", "no-drawing")]
    [InlineData("<html/>", "no-drawing")]
    [InlineData("<svg xmlns='http://www.w3.org/2000/svg'/>", "no-drawing")]
    [InlineData("<!DOCTYPE svg [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '&a;&a;&a;&a;'>]><svg>&b;</svg>", "no-drawing")]
    [InlineData("<!DOCTYPE svg SYSTEM 'file:///etc/passwd'><svg><path d='M0 0H1V1Z'/></svg>", "no-drawing")]
    [InlineData("<svg><path d='M0 0 K'/></svg>", "bad-drawing")]
    [InlineData("<svg><g transform='spin(3)'><path d='M0 0H1V1Z'/></g></svg>", "bad-drawing")]
    public void What_is_no_drawing_is_refused(string svg, string code)
    {
        Deck deck = _world.Do(Deck.New(_world.NewId(), "Icons"), new AddSlide()).Deck;
        Assert.Equal(code, _world.Refuse(deck, new AddItem(deck.Slides[^1].Id, new IconEdit(Svg: svg))).Code);
    }

    [Fact]
    public void Drawings_with_too_much_in_them_are_refused_at_once()
    {
        Deck deck = _world.Do(Deck.New(_world.NewId(), "Icons"), new AddSlide()).Deck;
        Guid slide = deck.Slides[^1].Id;
        string many = string.Concat(Enumerable.Repeat("<path d='M0 0H1'/>", 100_000));
        Assert.Equal("too-long", _world.Refuse(deck, new AddItem(slide, new IconEdit(Svg: $"<svg>{many}</svg>"))).Code);
        string some = string.Concat(Enumerable.Repeat("<g/>", 5_000));
        Assert.Equal(
            "bad-drawing",
            _world.Refuse(deck, new AddItem(slide, new IconEdit(Svg: $"<svg>{some}</svg>"))).Code
        );
        string deep = string.Concat(Enumerable.Repeat("<g>", 500)) + string.Concat(Enumerable.Repeat("</g>", 500));
        Assert.Equal(
            "bad-drawing",
            _world.Refuse(deck, new AddItem(slide, new IconEdit(Svg: $"<svg>{deep}</svg>"))).Code
        );
        string longer = "M0 0" + string.Concat(Enumerable.Repeat("h1", 25_000));
        Assert.Equal(
            "bad-drawing",
            _world.Refuse(deck, new AddItem(slide, new IconEdit(Svg: $"<svg><path d='{longer}'/></svg>"))).Code
        );
        Assert.Equal("no-such-icon", _world.Refuse(deck, new AddItem(slide, new IconEdit("no such"))).Code);
    }
}
