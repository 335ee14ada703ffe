using System.Globalization;
using CsCheck;
using Jaali.Core.Typesetting;
using Jaali.Testing;

namespace Jaali.Core.Tests.Typesetting;

/// <summary>Breaking, fitting and ordering words, with letters half as wide as high.</summary>
public sealed class TypesetterTests
{
    private static readonly World Fonts = new();
    private static readonly TypeSetting How = new(Face.Text, 40, 1.2, 40, false);

    private static string[] Lines(SetText set) =>
        [.. set.Lines.Select(l => string.Concat(l.Pieces.Select(p => p.Text)))];

    [Fact]
    public void Lines_fit_and_lose_no_letter() =>
        Gen.Select(
                Gen.String[
                    Gen.OneOf(
                        Gen.Char.AlphaNumeric,
                        Gen.Const(' '),
                        Gen.Const('-'),
                        Gen.Const('\n'),
                        Gen.Const('é'),
                        Gen.Const('漢'),
                        Gen.Const('\u0301'),
                        Gen.Const('ש')
                    ),
                    0,
                    200
                ],
                Gen.Double[40, 900],
                Gen.Bool,
                Gen.Double[0, .2]
            )
            .Sample(
                (text, width, balanced, spacing) =>
                {
                    TypeSetting how = How with { Balanced = balanced, Spacing = spacing };
                    SetText set = Typesetter.Break(Paragraph.Of(text), how, width, Fonts);
                    foreach (SetLine line in set.Lines)
                    {
                        int letters = line.Pieces.Sum(p => StringInfo.ParseCombiningCharacters(p.Text).Length);
                        Assert.True(line.Width <= width + 1e-6 || letters <= 1);
                    }
                    // Each letter stands on one line, in the order of reading.
                    string[] paragraphs = text.Split('\n');
                    Assert.Equal(
                        string.Concat(paragraphs).Replace(" ", "", StringComparison.Ordinal),
                        string.Concat(set.Lines.Select(l => paragraphs[l.Paragraph][l.Start..l.End]))
                            .Replace(" ", "", StringComparison.Ordinal)
                    );
                    // A cluster of letters is never split.
                    foreach (SetLine line in set.Lines)
                        if (line.Start > 0)
                            Assert.Contains(
                                line.Start,
                                StringInfo.ParseCombiningCharacters(paragraphs[line.Paragraph])
                            );
                }
            );

    [Fact]
    public void A_word_longer_than_the_line_is_broken_between_its_letters()
    {
        SetText set = Typesetter.Break(Paragraph.Of("to Llanfairpwllgwyngyll"), How, 200, Fonts);
        Assert.Equal(["to", "Llanfairpw", "llgwyngyll"], Lines(set));
    }

    [Fact]
    public void Words_shrink_to_their_room_and_say_where_they_cannot()
    {
        SetText set = Typesetter.Fit(Paragraph.Of("one two three four"), How with { Smallest = 10 }, 200, 60, Fonts);
        Assert.True(set is { Fits: true, Size: < 40 } && set.Height <= 70);
        Assert.False(Typesetter.Fit(Paragraph.Of(new string('x', 900)), How, 200, 60, Fonts).Fits);
    }

    [Fact]
    public void Words_that_grow_fill_their_room_and_break_no_word() =>
        Gen.Select(Gen.Double[200, 1800], Gen.Double[100, 900])
            .Sample(
                (width, height) =>
                {
                    TypeSetting how = How with { Grows = true, Smallest = 8 };
                    SetText set = Typesetter.Fit(Paragraph.Of("Sand moves"), how, width, height, Fonts);
                    Assert.True(set.Fits);
                    Assert.True(set.Width <= width + 1e-6);
                    Assert.All(Lines(set), l => Assert.Contains(l, new[] { "Sand moves", "Sand", "moves" }));
                    // One more unit would not fit.
                    if (set.Size < TypeSetting.Largest)
                    {
                        SetText larger = Typesetter.Break(
                            Paragraph.Of("Sand moves"),
                            how with
                            {
                                Grows = false,
                                Size = set.Size + 1,
                            },
                            width,
                            Fonts
                        );
                        Assert.True(
                            larger.Lines.Count * 1.2 * (set.Size + 1) > height
                                || larger.Lines.Count > 2
                                || larger.Width > width
                        );
                    }
                }
            );

    [Fact]
    public void Lists_are_set_in_by_level_and_numbered_by_level()
    {
        SetText set = Typesetter.Break(
            [
                new([new("Three things:")]),
                new([new("sand")], ListMarker.Number),
                new([new("fine")], ListMarker.Number, 1),
                new([new("coarse")], ListMarker.Number, 1),
                new([new("mud")], ListMarker.Number),
                new([new("posts")], ListMarker.Point, 1),
            ],
            How,
            900,
            Fonts
        );
        Assert.Equal([null, "1.", "1.", "2.", "2.", "–"], set.Lines.Select(l => l.Label?.Text));
        double[] left = [.. set.Lines.Select(l => l.X)];
        Assert.True(
            left[0] == 0 && left[1] > 0 && left[2] > left[1] && left[2].Equals(left[3]) && left[4].Equals(left[1])
        );
        Assert.All(set.Lines.Where(l => l.Label is not null), l => Assert.True(l.Label!.X + l.Label.Width < l.X));
    }

    [Fact]
    public void Text_of_two_directions_is_ordered_as_it_is_seen()
    {
        // The Hebrew words stand from right to left, the numeral among them from left to right.
        SetText set = Typesetter.Break(Paragraph.Of("the שלום 12 עולם sea"), How, 2000, Fonts);
        Assert.Equal(
            ["the ", " עולם", "12", "שלום ", " sea"],
            set.Lines[0].Pieces.OrderBy(p => p.X).Select(p => p.Text)
        );
        Assert.False(set.IsRightToLeft);
        SetText right = Typesetter.Break(Paragraph.Of("שלום sea"), How, 2000, Fonts);
        Assert.True(right.IsRightToLeft);
        Assert.Equal(["sea", "שלום "], right.Lines[0].Pieces.OrderBy(p => p.X).Select(p => p.Text));
    }

    [Fact]
    public void Runs_keep_their_looks_and_links_their_places()
    {
        SetText set = Typesetter.Break(
            [
                new([
                    new("see "),
                    new("the posts", Link: "https://127.0.0.1/"),
                    new(" of H"),
                    new("2", Shift: BaselineShift.Lowered),
                    new("O", SmallCaps: true),
                    new("il", SmallCaps: true),
                ]),
            ],
            How,
            2000,
            Fonts
        );
        IReadOnlyList<SetPiece> pieces = set.Lines[0].Pieces;
        Assert.Equal(["see the posts of H", "2", "O", "IL"], pieces.Select(p => p.Text));
        Assert.True(pieces[1].Size < 40 && pieces[1].Y > pieces[0].Y);
        Assert.True(pieces[3].Size < pieces[2].Size);
        SetSpan link = Assert.Single(pieces[0].Spans);
        Assert.Equal((80d, 180d, "the posts"), (link.X, link.Width, link.Text));
    }

    [Fact]
    public void Columns_share_the_lines_out()
    {
        SetText set = Typesetter.Break(Paragraph.Of("a\nb\nc\nd\ne"), How with { Columns = 2 }, 900, Fonts);
        Assert.Equal(2, set.Lines.Select(l => l.X).Distinct().Count());
        Assert.Equal([3, 2], set.Lines.GroupBy(l => l.X).Select(g => g.Count()));
        Assert.Equal(set.Lines[0].Y, set.Lines[3].Y);
    }

    [Theory]
    [InlineData("en", "\"Mud\" -- it's a 'wall'...", "“Mud” – it’s a ‘wall’…")]
    [InlineData("de", "\"Watt\" ist 'nass'", "„Watt“ ist ‚nass‘")]
    [InlineData("fr", "\"la mer\"", "«\u202Fla mer\u202F»")]
    [InlineData("en", "the storms of '53, the sea's", "the storms of ’53, the sea’s")]
    public void Marks_are_printed_by_language(string language, string typed, string printed) =>
        Assert.Equal(printed, Paragraph.Plain(SmartTyping.Of(Paragraph.Of(typed), language)));
}
