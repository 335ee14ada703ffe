using System.Globalization;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Tests.Typesetting;

/// <summary>Breaking lines against the Unicode Character Database's own LineBreakTest and GraphemeBreakTest.</summary>
public sealed class LineBreaksTests
{
    [Fact]
    public void Every_case_of_LineBreakTest_breaks_as_it_says()
    {
        List<string> wrong = [];
        int ran = 0;
        foreach ((string text, HashSet<int> breaks, string line) in Cases("auxiliary/LineBreakTest.txt"))
        {
            ran++;
            BreakChance[] found = LineBreaks.Of(text);
            for (int i = 1; i < text.Length; i++)
                if (!char.IsLowSurrogate(text[i]) && found[i] != BreakChance.None != breaks.Contains(i))
                {
                    wrong.Add($"{i}: {line}");
                    break;
                }
        }
        Assert.Equal(7654, ran);
        Assert.True(wrong.Count == 0, $"{wrong.Count} wrong, such as\n{string.Join('\n', wrong.Take(12))}");
    }

    [Fact]
    public void Clusters_are_those_of_GraphemeBreakTest()
    {
        List<string> wrong = [];
        int ran = 0;
        foreach ((string text, HashSet<int> breaks, string line) in Cases("auxiliary/GraphemeBreakTest.txt"))
        {
            ran++;
            int[] starts = StringInfo.ParseCombiningCharacters(text);
            if (!starts.Skip(1).ToHashSet().SetEquals(breaks.Where(b => b > 0 && b < text.Length)))
                wrong.Add(line);
        }
        Assert.Equal(602, ran);
        Assert.True(wrong.Count == 0, $"{wrong.Count} wrong, such as\n{string.Join('\n', wrong.Take(12))}");
    }

    [Theory]
    [InlineData("Sand moves|", "Sand |moves")]
    [InlineData("a wind-blown shore", "a |wind-|blown |shore")]
    [InlineData("costs € 1,250.50 a day", "costs |€ |1,250.50 |a |day")]
    [InlineData("(see p. 5), then", "(see |p. |5), |then")]
    [InlineData("“Mud is a wall”", "“Mud |is |a |wall”")]
    [InlineData("砂は動く。", "砂|は|動|く。")]
    [InlineData("http://x.example/a/b", "http://|x.example/|a/|b")]
    [InlineData("two\nlines", "two\n|lines")]
    public void Words_of_a_talk_break_where_one_expects(string text, string parts)
    {
        text = text.TrimEnd('|');
        BreakChance[] found = LineBreaks.Of(text);
        string seen = string.Concat(text.Select((c, i) => i > 0 && found[i] != BreakChance.None ? $"|{c}" : $"{c}"));
        Assert.Equal(parts, seen);
    }

    internal static IEnumerable<(string Text, HashSet<int> Breaks, string Line)> Cases(string file)
    {
        foreach (string line in UnicodeFiles.Lines(file))
        {
            string text = "";
            HashSet<int> breaks = [];
            foreach (
                string token in line.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            )
                if (token == "÷")
                    breaks.Add(text.Length);
                else if (token != "×")
                {
                    int point = int.Parse(token, NumberStyles.HexNumber, CultureInfo.InvariantCulture);
                    text += point is >= 0xD800 and <= 0xDFFF ? ((char)point).ToString() : char.ConvertFromUtf32(point);
                }
            yield return (text, breaks, line);
        }
    }
}
