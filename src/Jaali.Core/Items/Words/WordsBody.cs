using System.Text;

namespace Jaali.Core.Items;

/// <summary>Words as they come in from a hand: what no painter could draw is left out, and what is wrong is
/// said.</summary>
internal static class WordsBody
{
    private const int MostParagraphs = 2000,
        MostRuns = 8000;

    /// <summary>Without control characters; tabs are spaces, line ends line feeds.</summary>
    internal static string Clean(string text)
    {
        var clean = new StringBuilder(text.Length);
        foreach (char c in text.ReplaceLineEndings("\n"))
            if (c == '\t')
                clean.Append(' ');
            else if (c == '\n' || !char.IsControl(c) && c is not ('\uFFFE' or '\uFFFF'))
                clean.Append(c);
        // Half of a pair is no character.
        return clean.ToString().ToWellFormed();
    }

    /// <summary>Paragraphs with clean words.</summary>
    internal static ImmutableList<Paragraph> Clean(ImmutableList<Paragraph> body) =>
        [
            .. body.Select(p =>
                p with
                {
                    Runs = [.. p.Runs.Select(r => r with { Text = Clean(r.Text), Link = LinkTarget.Read(r.Link) })],
                }
            ),
        ];

    /// <summary>What is wrong with paragraphs, or null.</summary>
    internal static Refusal? Fault(ImmutableList<Paragraph> body) =>
        body.Count > MostParagraphs || body.Sum(p => p.Runs.Count) > MostRuns
            ? new(
                "too-long",
                $"Words on a slide have at most {MostParagraphs} paragraphs and {MostRuns} changes of look. "
                    + "Shorten them; nothing was changed."
            )
        : body.Any(p => p.Level is < 0 or > Paragraph.Deepest)
            ? new("bad-level", $"A list has at most {Paragraph.Deepest + 1} levels.")
        : body.SelectMany(p => p.Runs).Any(r => !Colours.IsColour(r.Ink))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : body.SelectMany(p => p.Runs).Select(r => r.Link).FirstOrDefault(l => l is not null && !LinkTarget.IsSound(l))
            is { } link
            ? new(
                "bad-link",
                $"A link leads nowhere: “{Short(link)}”. Give an address that begins with https:// or a slide."
            )
        : null;

    private static string Short(string text) => text.Length > 60 ? text[..60].ToWellFormed() + "…" : text;

    // Half of a pair becomes the replacement character.
    private static string ToWellFormed(this string text)
    {
        for (int i = 0; i < text.Length; i++)
        {
            if (!char.IsSurrogate(text[i]))
                continue;
            if (i + 1 < text.Length && char.IsSurrogatePair(text[i], text[i + 1]))
                i++;
            else
                return Encoding.UTF8.GetString(Encoding.UTF8.GetBytes(text));
        }
        return text;
    }
}
