using System.Globalization;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Tests.Typesetting;

/// <summary>Direction of text against the Unicode Character Database's own BidiCharacterTest.</summary>
public sealed class BidiTests
{
    [Fact]
    public void Every_case_of_BidiCharacterTest_has_its_levels_and_its_order()
    {
        List<string> wrong = [];
        int ran = 0;
        foreach (string line in UnicodeFiles.Lines("BidiCharacterTest.txt"))
        {
            string[] fields = line.Split(';');
            string text = string.Concat(
                fields[0]
                    .Split(' ')
                    .Select(h =>
                        char.ConvertFromUtf32(int.Parse(h, NumberStyles.HexNumber, CultureInfo.InvariantCulture))
                    )
            );
            int direction = int.Parse(fields[1], CultureInfo.InvariantCulture);
            var bidi = new Bidi(text, direction == 2 ? null : direction);
            string[] levels = fields[3].Split(' ');
            byte[] found = bidi.LineLevels(0, levels.Length);
            bool same =
                bidi.BaseLevel == int.Parse(fields[2], CultureInfo.InvariantCulture)
                && levels
                    .Select((l, i) => l == "x" || byte.Parse(l, CultureInfo.InvariantCulture) == found[i])
                    .All(s => s);
            // The order of those that are not removed.
            int[] at = [.. StringPlaces(text)];
            IEnumerable<int> order = bidi.Runs(0, text.Length)
                .SelectMany(r =>
                {
                    IEnumerable<int> inside = Enumerable
                        .Range(0, at.Length)
                        .Where(i => at[i] >= r.Start && at[i] < r.End);
                    return r.IsRightToLeft ? inside.Reverse() : inside;
                })
                .Where(i => levels[i] != "x");
            if (!same || string.Join(' ', order) != fields[4].Trim())
                wrong.Add(line);
            ran++;
        }
        Assert.True(ran > 90_000, $"only {ran} cases");
        Assert.True(wrong.Count == 0, $"{wrong.Count} of {ran} wrong, such as\n{string.Join('\n', wrong.Take(12))}");
    }

    private static IEnumerable<int> StringPlaces(string text)
    {
        for (int i = 0; i < text.Length; i += char.IsHighSurrogate(text[i]) ? 2 : 1)
            yield return i;
    }
}
