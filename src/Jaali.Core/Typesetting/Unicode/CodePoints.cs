using System.Globalization;
using System.IO;

namespace Jaali.Core.Typesetting;

/// <summary>Classes of line breaking after UAX #14, resolved by its rule LB1: ambiguous and unknown ones are AL, those
/// of
/// scripts that need a dictionary AL or CM, small kana NS.</summary>
internal enum BreakClass : byte
{
    AL,
    B2,
    BA,
    BB,
    BK,
    CB,
    CL,
    CM,
    CP,
    CR,
    EB,
    EM,
    EX,
    GL,
    H2,
    H3,
    HL,
    HY,
    ID,
    IN,
    IS,
    JL,
    JT,
    JV,
    LF,
    NL,
    NS,
    NU,
    OP,
    PO,
    PR,
    QU,
    RI,
    SP,
    SY,
    WJ,
    ZW,
    ZWJ,
}

/// <summary>Classes of direction after UAX #9.</summary>
internal enum BidiClass : byte
{
    L,
    R,
    AL,
    EN,
    ES,
    ET,
    AN,
    CS,
    NSM,
    BN,
    B,
    S,
    WS,
    ON,
    LRE,
    LRO,
    RLE,
    RLO,
    PDF,
    LRI,
    RLI,
    FSI,
    PDI,
}

/// <summary>Properties of code points, from the Unicode Character Database 15.0 (LineBreak, EastAsianWidth,
/// DerivedBidiClass,
/// BidiBrackets, emoji-data).</summary>
internal static class CodePoints
{
    private static readonly int[] Starts;
    private static readonly BreakClass[] Breaks;
    private static readonly BidiClass[] Directions;
    private static readonly char[] Marks;
    private static readonly Dictionary<int, (int Other, bool Opens)> Brackets = [];

    static CodePoints()
    {
        string[] halves = Table().Split("\n\n");
        string[] rows = halves[0].Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Starts = new int[rows.Length];
        Breaks = new BreakClass[rows.Length];
        Directions = new BidiClass[rows.Length];
        Marks = new char[rows.Length];
        for (int i = 0; i < rows.Length; i++)
        {
            string[] row = rows[i].Split(' ');
            Starts[i] = Hex(row[0]);
            Breaks[i] = Enum.Parse<BreakClass>(row[1]);
            Directions[i] = Enum.Parse<BidiClass>(row[2]);
            Marks[i] = row[3][0];
        }
        foreach (string line in halves[1].Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            string[] row = line.Split(' ');
            Brackets[Hex(row[0])] = (Hex(row[1]), row[2] == "o");
        }
    }

    /// <summary>The table as text: where a stretch of code points begins, its classes, and <c>w</c> for wide brackets,
    /// <c>p</c> for places kept for pictures; then the brackets.</summary>
    internal static string Table()
    {
        using Stream stream = typeof(CodePoints).Assembly.GetManifestResourceStream("Jaali.Core.unicode.txt")!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }

    /// <summary>How lines break round it.</summary>
    internal static BreakClass Break(int codePoint) => Breaks[At(codePoint)];

    /// <summary>Which way it is written.</summary>
    internal static BidiClass Direction(int codePoint) => Directions[At(codePoint)];

    /// <summary>A bracket as wide as an ideograph (rule LB30).</summary>
    internal static bool IsWideBracket(int codePoint) => Marks[At(codePoint)] == 'w';

    /// <summary>A place that is kept for a picture to come (rule LB30b).</summary>
    internal static bool IsKeptForPictures(int codePoint) => Marks[At(codePoint)] == 'p';

    /// <summary>The bracket that belongs to a bracket, and whether it is the first of the two; null for
    /// others.</summary>
    internal static (int Other, bool Opens)? Bracket(int codePoint) =>
        Brackets.TryGetValue(codePoint, out (int, bool) b) ? b : null;

    private static int At(int codePoint)
    {
        int i = Array.BinarySearch(Starts, codePoint);
        return i >= 0 ? i : ~i - 1;
    }

    private static int Hex(string s) => int.Parse(s, NumberStyles.HexNumber, CultureInfo.InvariantCulture);
}
