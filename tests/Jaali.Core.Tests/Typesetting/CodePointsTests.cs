using System.Text;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Tests.Typesetting;

/// <summary>The table of code points, made anew from the Unicode Character Database.</summary>
public sealed class CodePointsTests
{
    private const int All = 0x110000;

    private static readonly Dictionary<string, string> Short = new()
    {
        ["Left_To_Right"] = "L",
        ["Right_To_Left"] = "R",
        ["Arabic_Letter"] = "AL",
        ["European_Terminator"] = "ET",
        ["Boundary_Neutral"] = "BN",
        ["Unknown"] = "XX",
        ["Prefix_Numeric"] = "PR",
        ["Ideographic"] = "ID",
    };

    [Fact]
    public void The_table_is_what_Unicodes_files_say() => Assert.Equal(Made(), CodePoints.Table());

    private static string Made()
    {
        string[] breaks = Property("extracted/DerivedLineBreak.txt", "XX"),
            directions = Property("extracted/DerivedBidiClass.txt", "L"),
            widths = Property("EastAsianWidth.txt", "N"),
            kinds = Property("extracted/DerivedGeneralCategory.txt", "Cn");
        bool[] pictures = new bool[All];
        foreach ((int from, int to, string value) in UnicodeFiles.Ranges("emoji/emoji-data.txt"))
            if (value == "Extended_Pictographic")
                Array.Fill(pictures, true, from, to - from + 1);
        var table = new StringBuilder();
        string last = "";
        for (int c = 0; c < All; c++)
        {
            string b = breaks[c] switch
            {
                "AI" or "SG" or "XX" => "AL",
                "SA" => kinds[c] is "Mn" or "Mc" ? "CM" : "AL",
                "CJ" => "NS",
                string other => other,
            };
            string mark =
                b is "OP" or "CP" && widths[c] is "F" or "W" or "H" ? "w"
                : pictures[c] && kinds[c] == "Cn" ? "p"
                : "-";
            string row = $"{b} {directions[c]} {mark}";
            if (row != last)
                table.Append($"{c:X} {row}\n");
            last = row;
        }
        table.Append('\n');
        foreach (string line in UnicodeFiles.Lines("BidiBrackets.txt"))
        {
            string[] parts = line.Split(';', StringSplitOptions.TrimEntries);
            if (parts[2] is "o" or "c")
                table.Append($"{parts[0]} {parts[1]} {parts[2]}\n");
        }
        return table.ToString();
    }

    private static string[] Property(string file, string otherwise)
    {
        string[] values = new string[All];
        Array.Fill(values, otherwise);
        if (file.StartsWith("extracted/DerivedL", StringComparison.Ordinal) || file.Contains("Bidi"))
            foreach ((int from, int to, string value) in UnicodeFiles.Missing(file))
                Array.Fill(values, Short.GetValueOrDefault(value, value), from, to - from + 1);
        foreach ((int from, int to, string value) in UnicodeFiles.Ranges(file))
            Array.Fill(values, value, from, to - from + 1);
        return values;
    }
}
