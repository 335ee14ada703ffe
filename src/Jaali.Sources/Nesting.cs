using System.Xml;
using Jaali.Core;

namespace Jaali.Sources;

/// <summary>How deep documents from outside may be nested. Parsers take time that grows with the square of the depth,
/// and
/// nothing that people read is nested so.</summary>
internal static class Nesting
{
    // Elements that have no end, or whose end is often left out (HTML Living Standard, 13.1.2 and 13.1.2.4).
    private static readonly HashSet<string> Endless = new(
        (
            "area base br col embed hr img input link meta source track wbr p li dt dd rt rp option "
            + "optgroup tr td th tbody thead tfoot colgroup html head body"
        ).Split(' '),
        StringComparer.OrdinalIgnoreCase
    );

    /// <summary>True where HTML is nested deeper than it is read; a count over its tags, without parsing.</summary>
    internal static bool IsTooDeep(ReadOnlySpan<char> html)
    {
        int depth = 0;
        for (int at = 0; at + 1 < html.Length; )
        {
            int open = html[at..].IndexOf('<');
            if (open < 0)
                return false;
            at += open + 1;
            bool end = at < html.Length && html[at] == '/';
            int name = end ? at + 1 : at,
                to = name;
            while (to < html.Length && char.IsAsciiLetterOrDigit(html[to]) && to - name < 24)
                to++;
            if (to == name || Endless.Contains(html[name..to].ToString()))
                continue;
            depth = end ? Math.Max(0, depth - 1) : depth + 1;
            if (depth > Limits.Documents.HtmlDepth)
                return true;
        }
        return false;
    }

    /// <summary>Refuses XML that is nested deeper than it is read.</summary>
    /// <exception cref="XmlException">It is, or is not well-formed.</exception>
    internal static void Check(XmlReader reader)
    {
        using (reader)
            while (reader.Read())
                if (reader.Depth > Limits.Documents.XmlDepth)
                    throw new XmlException($"It is nested deeper than {Limits.Documents.XmlDepth} elements.");
    }
}
