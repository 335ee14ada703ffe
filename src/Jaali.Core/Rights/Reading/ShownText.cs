using System.Text;
using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>What of a text with markup is shown: comments, templates, scripts and hidden elements are not, and grant
/// nothing.</summary>
internal static partial class ShownText
{
    /// <summary>The text without what is hidden. A hidden element that is never closed hides all that
    /// follows.</summary>
    internal static string Of(string text)
    {
        if (!text.Contains('<', StringComparison.Ordinal))
            return text;
        var shown = new StringBuilder(text.Length);
        int at = 0;
        while (at < text.Length)
        {
            Match hidden = Hidden().Match(text, at);
            if (!hidden.Success)
                break;
            shown.Append(text, at, hidden.Index - at).Append(' ');
            at = EndOf(text, hidden);
        }
        return at == 0 ? text : shown.Append(text, at, text.Length - at).ToString();
    }

    // Behind the comment, or behind the element with all elements of its name inside it.
    private static int EndOf(string text, Match hidden)
    {
        int from = hidden.Index + hidden.Length;
        if (hidden.Groups["name"] is not { Success: true } name)
            return text.IndexOf("-->", hidden.Index, StringComparison.Ordinal) is var end and >= 0
                ? end + 3
                : text.Length;
        if (hidden.Value.EndsWith("/>", StringComparison.Ordinal) || Void().IsMatch(name.Value))
            return from;
        int depth = 1;
        foreach (Match tag in Tag().Matches(text, from))
        {
            if (!string.Equals(tag.Groups["name"].Value, name.Value, StringComparison.OrdinalIgnoreCase))
                continue;
            depth += tag.Groups["end"].Success ? -1 : 1;
            if (depth == 0)
                return tag.Index + tag.Length;
        }
        return text.Length;
    }

    [GeneratedRegex(
        """<!--|<(?<name>template|script|style|noscript|title)\b[^>]*>|<(?<name>[a-z][a-z0-9-]*)\b"""
            + """(?=[^>]*(?:\shidden(?=[\s=>/])|display\s*:\s*none|visibility\s*:\s*hidden))[^>]*>""",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Hidden();

    [GeneratedRegex("<(?<end>/)?(?<name>[a-z][a-z0-9-]*)[^>]*>", RegexOptions.IgnoreCase)]
    private static partial Regex Tag();

    [GeneratedRegex("^(?:img|br|hr|input|meta|link|wbr|area|source)$", RegexOptions.IgnoreCase)]
    private static partial Regex Void();
}
