using static Jaali.Core.Typesetting.BreakClass;

namespace Jaali.Core.Typesetting;

/// <summary>What may happen before a place in a text.</summary>
public enum BreakChance : byte
{
    /// <summary>The line goes on.</summary>
    None,

    /// <summary>A line may end here.</summary>
    May,

    /// <summary>A line ends here.</summary>
    Must,
}

/// <summary>Where lines may end: Unicode Standard Annex #14, revision 50 (Unicode 15.0), with numbers kept together
/// after
/// its example 7 of section 8.2. Rule names are the annex's.</summary>
public static class LineBreaks
{
    /// <summary>For each UTF-16 place of a text, 0 to its length, whether a line may end before it. The first is never,
    /// the
    /// last always a break.</summary>
    public static BreakChance[] Of(string text)
    {
        BreakChance[] found = new BreakChance[text.Length + 1];
        if (text.Length == 0)
            return found;
        int[] at = new int[text.Length + 1],
            points = new int[text.Length];
        int n = 0;
        for (int i = 0; i < text.Length; n++)
        {
            at[n] = i;
            bool pair = char.IsHighSurrogate(text[i]) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]);
            points[n] = pair ? char.ConvertToUtf32(text[i], text[i + 1]) : text[i];
            i += pair ? 2 : 1;
        }
        BreakClass[] raw = new BreakClass[n];
        for (int i = 0; i < n; i++)
            raw[i] = CodePoints.Break(points[i]);
        Marks marks = Combined(raw, n);
        for (int i = 1; i < n; i++)
            found[at[i]] = Before(i, raw, marks, points);
        found[text.Length] = BreakChance.Must;
        return found;
    }

    // LB9 and LB10: marks take the class of what they stand on; Base is where that is.
    private sealed record Marks(BreakClass[] Class, int[] Base);

    private static Marks Combined(BreakClass[] raw, int n)
    {
        BreakClass[] c = new BreakClass[n];
        int[] from = new int[n];
        for (int i = 0; i < n; i++)
        {
            (c[i], from[i]) = (raw[i], i);
            if (raw[i] is not (CM or ZWJ))
                continue;
            if (i > 0 && c[i - 1] is not (BK or CR or LF or NL or SP or ZW))
                (c[i], from[i]) = (c[i - 1], from[i - 1]);
            else
                c[i] = AL;
        }
        return new(c, from);
    }

    // One rule of the standard after the other, as it lists them.
    [System.Diagnostics.CodeAnalysis.SuppressMessage(
        "Maintainability",
        "CA1502",
        Justification = "The table of UAX #14."
    )]
    private static BreakChance Before(int i, BreakClass[] raw, Marks marks, int[] points)
    {
        BreakClass[] c = marks.Class;
        BreakClass a = raw[i - 1],
            b = raw[i];
        if (a == BK || a == CR && b != LF || a is LF or NL) // LB4, LB5
            return BreakChance.Must;
        if (a == CR || b is BK or CR or LF or NL || b is SP or ZW) // LB5 to LB7
            return BreakChance.None;
        int last = LastBeforeSpaces(i, raw);
        if (last >= 0 && raw[last] == ZW) // LB8
            return BreakChance.May;
        if (a == ZWJ) // LB8a
            return BreakChance.None;
        if (marks.Base[i] < i) // LB9
            return BreakChance.None;
        (a, b) = (c[i - 1], c[i]);
        bool spaced = raw[i - 1] == SP;
        if (!spaced)
        {
            if (a == WJ || b == WJ || a == GL || b == GL && a is not (BA or HY)) // LB11 to LB12a
                return BreakChance.None;
        }
        else if (b == WJ) // LB11
            return BreakChance.None;
        if (b is CL or CP or EX or IS or SY) // LB13
            return BreakChance.None;
        BreakClass before = last >= 0 ? c[last] : AL;
        if (
            last >= 0
            && (
                before == OP // LB14
                || before == QU && b == OP // LB15
                || before is CL or CP && b == NS // LB16
                || before == B2 && b == B2 // LB17
            )
        )
            return BreakChance.None;
        if (spaced) // LB18
            return BreakChance.May;
        if (a == QU || b == QU) // LB19
            return BreakChance.None;
        if (a == CB || b == CB) // LB20
            return BreakChance.May;
        if (b is BA or HY or NS || a == BB) // LB21
            return BreakChance.None;
        int start = marks.Base[i - 1];
        if (a is HY or BA && start > 0 && c[start - 1] == HL && raw[start - 1] != SP) // LB21a
            return BreakChance.None;
        if (a == SY && b == HL) // LB21b
            return BreakChance.None;
        return
            b == IN // LB22
            || IsLetter(a) && b == NU
            || a == NU && IsLetter(b) // LB23
            || a == PR && b is ID or EB or EM // LB23a
            || a is ID or EB or EM && b == PO
            || a is PR or PO && IsLetter(b) // LB24
            || IsLetter(a) && b is PR or PO
            || KeepsNumber(i, a, b, c, marks) // LB25
            || a == JL && b is JL or JV or H2 or H3 // LB26
            || a is JV or H2 && b is JV or JT
            || a is JT or H3 && b == JT
            || IsHangul(a) && b == PO // LB27
            || a == PR && IsHangul(b)
            || IsLetter(a) && IsLetter(b) // LB28
            || a == IS && IsLetter(b) // LB29
            || (IsLetter(a) || a == NU) && b == OP && !CodePoints.IsWideBracket(points[i]) // LB30
            || a == CP && !CodePoints.IsWideBracket(points[start]) && (IsLetter(b) || b == NU)
            || a == RI && b == RI && OddFlags(i, c, marks) // LB30a
            || b == EM && (a == EB || CodePoints.IsKeptForPictures(points[start])) // LB30b
            ? BreakChance.None
            : BreakChance.May; // LB31
    }

    private static bool IsLetter(BreakClass c) => c is AL or HL;

    private static bool IsHangul(BreakClass c) => c is JL or JV or JT or H2 or H3;

    private static int LastBeforeSpaces(int i, BreakClass[] raw)
    {
        int last = i - 1;
        while (last >= 0 && raw[last] == SP)
            last--;
        return last;
    }

    private static BreakClass Following(int i, BreakClass[] c, Marks marks)
    {
        int next = i + 1;
        while (next < c.Length && marks.Base[next] < next)
            next++;
        return next < c.Length ? c[next] : BK;
    }

    // LB25 as the expression (PR | PO)? (OP | HY)? NU (NU | SY | IS)* (CL | CP)? (PR | PO)?
    private static bool KeepsNumber(int i, BreakClass a, BreakClass b, BreakClass[] c, Marks marks)
    {
        if (a is PR or PO && (b == NU || b is OP or HY && Following(i, c, marks) == NU))
            return true;
        if (a is OP or HY && b == NU)
            return true;
        if (a == NU && b is NU or SY or IS or CL or CP)
            return true;
        // What follows a number and its signs.
        int at = marks.Base[i - 1];
        if (b is PO or PR && c[at] is CL or CP)
            at = at > 0 ? marks.Base[at - 1] : -1;
        if (at < 0 || b is not (NU or SY or IS or CL or CP or PO or PR))
            return false;
        while (at > 0 && c[at] is SY or IS)
            at = marks.Base[at - 1];
        return c[at] == NU;
    }

    private static bool OddFlags(int i, BreakClass[] c, Marks marks)
    {
        int flags = 0;
        for (int at = marks.Base[i - 1]; at >= 0 && c[at] == RI; at = at > 0 ? marks.Base[at - 1] : -1)
            flags++;
        return flags % 2 == 1;
    }
}
