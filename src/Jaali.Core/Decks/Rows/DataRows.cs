using System.Text;

namespace Jaali.Core.Decks;

/// <summary>Rows of cells: what a chart is drawn from and a table shows. Every row has as many cells.</summary>
public static class DataRows
{
    /// <summary>Most characters of a cell.</summary>
    public const int MostCell = 500;

    /// <summary>Reads pasted rows: fields separated by tabs, semicolons or commas, quoted as RFC 4180 has it. The
    /// separator is the one by which all rows have as many fields; else the first of the three that stands outside
    /// quotes. Rows that are short are filled with empty cells; empty rows are left out.</summary>
    public static ImmutableList<ImmutableList<string>> Read(string text)
    {
        text = text.TrimStart('\uFEFF');
        List<List<string>>? first = null;
        foreach (char separator in (ReadOnlySpan<char>)['\t', ';', ','])
        {
            (List<List<string>> rows, bool sound) = Split(text, separator);
            // Behind a quoted field stands a separator or the end of the row: else this is none.
            if (sound && rows.Count == 0)
                return [];
            if (!sound || rows.All(r => r.Count == 1))
                continue;
            if (rows.All(r => r.Count == rows[0].Count))
                return Even(rows);
            first ??= rows;
        }
        return Even(first ?? Split(text, '\n').Rows);
    }

    /// <summary>Rows as RFC 4180 writes them, separated by tabs.</summary>
    public static string Write(IEnumerable<IEnumerable<string>> rows) =>
        string.Join(
            '\n',
            rows.Select(r =>
                string.Join(
                    '\t',
                    r.Select(c =>
                        c.AsSpan().IndexOfAny("\t\n\"") >= 0
                            ? $"\"{c.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
                            : c
                    )
                )
            )
        );

    /// <summary>Rows of as many cells each, cleaned of what cannot be seen.</summary>
    public static ImmutableList<ImmutableList<string>> Even(IReadOnlyList<IReadOnlyList<string>> rows)
    {
        int width = rows.Count == 0 ? 0 : rows.Max(r => r.Count);
        return
        [
            .. rows.Select(r =>
                (ImmutableList<string>)[.. r.Select(Clean).Concat(Enumerable.Repeat("", width - r.Count))]
            ),
        ];
    }

    /// <summary>What is wrong with rows, or null.</summary>
    /// <param name="rows">The rows.</param>
    /// <param name="mostRows">Most rows.</param>
    /// <param name="mostColumns">Most columns.</param>
    /// <param name="what">What they are for: "A chart", "A table".</param>
    public static Refusal? Fault(
        IReadOnlyList<IReadOnlyList<string>> rows,
        int mostRows,
        int mostColumns,
        string what
    ) =>
        rows.Count == 0 || rows[0].Count == 0 || rows.All(r => r.All(string.IsNullOrWhiteSpace))
            ? new("no-rows", $"{what} needs rows. Paste some, or type them.")
        : rows.Count > mostRows
            ? new("too-many-rows", $"{what} has at most {mostRows} rows; these are {rows.Count}. Take fewer.")
        : rows[0].Count > mostColumns
            ? new(
                "too-many-columns",
                $"{what} has at most {mostColumns} columns; these are {rows[0].Count}. Take fewer."
            )
        : rows.Any(r => r.Count != rows[0].Count) ? new("uneven-rows", "Every row has as many cells. Fill the others.")
        : rows.Any(r => r.Any(c => c.Length > MostCell))
            ? new("long-cell", $"A cell has at most {MostCell} characters. Shorten it.")
        : null;

    private static string Clean(string cell)
    {
        string line = cell.ReplaceLineEndings("\n").Trim();
        return line.Any(c => char.IsControl(c) && c != '\n')
            ? string.Concat(line.Select(c => char.IsControl(c) && c != '\n' ? ' ' : c))
            : line;
    }

    // A quote begins a quoted field only where the field begins; within, two are one (RFC 4180, 2.5 to 2.7).
    private static (List<List<string>> Rows, bool Sound) Split(string text, char separator)
    {
        List<List<string>> rows = [];
        List<string> row = [];
        var cell = new StringBuilder();
        bool quoted = false,
            begins = true,
            ended = false,
            sound = true;
        for (int i = 0; i < text.Length; i++)
        {
            char c = text[i];
            if (quoted)
            {
                if (c != '"')
                    cell.Append(c);
                else if (i + 1 < text.Length && text[i + 1] == '"')
                {
                    cell.Append('"');
                    i++;
                }
                else
                    (quoted, ended) = (false, true);
            }
            else if (c == '"' && begins)
                (quoted, begins) = (true, false);
            else if (c is '\n' or '\r')
            {
                if (c == '\r' && i + 1 < text.Length && text[i + 1] == '\n')
                    i++;
                EndRow();
            }
            else if (c == separator)
                EndCell();
            else
            {
                sound &= !ended || c == ' ';
                cell.Append(c);
                begins = begins && c == ' ';
            }
        }
        EndRow();
        return (rows, sound);

        void EndCell()
        {
            row.Add(cell.ToString());
            cell.Clear();
            (begins, ended) = (true, false);
        }

        void EndRow()
        {
            EndCell();
            if (row.Exists(c => !string.IsNullOrWhiteSpace(c)))
                rows.Add(row);
            row = [];
        }
    }
}
