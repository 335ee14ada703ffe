using System.Text;

namespace Jaali.Core.Typesetting;

/// <summary>Typed marks as they are printed: quotation marks by language, dashes, an ellipsis.</summary>
public static class SmartTyping
{
    // Double and single marks, opening and closing (Unicode CLDR, "delimiters", from memory).
    private static readonly Dictionary<string, string> Marks = new()
    {
        ["en"] = "“”‘’",
        ["de"] = "„“‚‘",
        ["fr"] = "«»‹›",
        ["es"] = "«»“”",
        ["it"] = "«»“”",
        ["pt"] = "“”‘’",
        ["nl"] = "“”‘’",
        ["sv"] = "””’’",
        ["da"] = "“”‘’",
        ["fi"] = "””’’",
        ["pl"] = "„”«»",
        ["cs"] = "„“‚‘",
    };

    /// <summary>Paragraphs with their marks as they are printed. An apostrophe between letters, or before a year, is
    /// the same
    /// in every language.</summary>
    /// <param name="paragraphs">As typed.</param>
    /// <param name="language">A two-letter code; an unknown one is set as English.</param>
    public static ImmutableList<Paragraph> Of(ImmutableList<Paragraph> paragraphs, string language)
    {
        string marks = Marks.GetValueOrDefault(language, Marks["en"]);
        return
        [
            .. paragraphs.Select(p =>
            {
                char before = ' ';
                ImmutableList<TextRun> runs =
                [
                    .. p.Runs.Select(r =>
                    {
                        string set = Set(r.Text, ref before, marks, language);
                        return r with { Text = set };
                    }),
                ];
                return p with { Runs = runs };
            }),
        ];
    }

    private static string Set(string text, ref char before, string marks, string language)
    {
        var set = new StringBuilder(text.Length);
        for (int i = 0; i < text.Length; i++)
        {
            char c = text[i],
                next = i + 1 < text.Length ? text[i + 1] : ' ';
            bool opens =
                char.IsWhiteSpace(before) || before is '(' or '[' or '{' or '–' or '—' or '/' or '“' or '„' or '«';
            if (c == '"')
            {
                // French sets a narrow space inside its marks.
                string space = language == "fr" ? "\u202F" : "";
                set.Append(opens ? marks[0] + space : space + marks[1]);
            }
            else if (c == '\'')
                set.Append(
                    !opens && char.IsLetter(next) && char.IsLetterOrDigit(before) || opens && char.IsDigit(next) ? '’'
                    : opens ? marks[2]
                    : char.IsLetterOrDigit(before) && marks[3] is not '’' ? marks[3]
                    : '’'
                );
            else if (c == '-' && next == '-' && before != '-')
            {
                // Three make a long dash.
                bool three = i + 2 < text.Length && text[i + 2] == '-';
                set.Append(three ? '—' : '–');
                i += three ? 2 : 1;
            }
            else if (c == '.' && next == '.' && i + 2 < text.Length && text[i + 2] == '.')
            {
                set.Append('…');
                i += 2;
            }
            else
                set.Append(c);
            before = set[^1];
        }
        return set.ToString();
    }
}
