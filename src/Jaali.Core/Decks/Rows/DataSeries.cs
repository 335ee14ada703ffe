using System.Runtime.CompilerServices;

namespace Jaali.Core.Decks;

/// <summary>Rows read as figures: what their rows and columns are called, and the values.</summary>
/// <param name="Labels">What each row is called; empty where the rows have no names.</param>
/// <param name="Series">The columns of figures.</param>
/// <param name="HasHeader">The first row names the columns.</param>
/// <param name="FirstValue">The first column that holds values.</param>
public sealed record DataSeries(
    IReadOnlyList<string> Labels,
    IReadOnlyList<NamedFigures> Series,
    bool HasHeader,
    int FirstValue
)
{
    // Rows of things never change; what is read of them is asked for at every look.
    private static readonly ConditionalWeakTable<ImmutableList<ImmutableList<string>>, DataSeries> Known = [];

    /// <summary>Rows as figures. The first row names the columns where it holds words over figures, or years over
    /// what is none. The first of several columns names the rows.</summary>
    public static DataSeries Of(IReadOnlyList<IReadOnlyList<string>> rows) =>
        rows is ImmutableList<ImmutableList<string>> kept ? Known.GetValue(kept, Read) : Read(rows);

    private static DataSeries Read(IReadOnlyList<IReadOnlyList<string>> rows)
    {
        if (rows.Count == 0)
            return new([], [], false, 0);
        int columns = rows[0].Count,
            first = columns > 1 || rows.All(r => Figure.Read(r[0]) is null) ? 1 : 0;
        bool header = rows.Count > 1 && IsHeader(rows, first);
        IReadOnlyList<string>[] body = [.. rows.Skip(header ? 1 : 0)];
        return new(
            first == 1 ? [.. body.Select(r => r[0])] : [.. body.Select(_ => "")],
            [
                .. Enumerable
                    .Range(first, Math.Max(0, columns - first))
                    .Select(c => new NamedFigures(
                        header ? rows[0][c] : "",
                        [.. body.Select(r => Figure.Read(r[c]))],
                        [.. body.Select(r => r[c])]
                    )),
            ],
            header,
            first
        );
    }

    /// <summary>Words that stand where a figure was expected: how many cells, for a sentence.</summary>
    public int Words => Series.Sum(s => s.Written.Where((w, i) => s.Figures[i] is null && w.Length > 0).Count());

    private static bool IsHeader(IReadOnlyList<IReadOnlyList<string>> rows, int first)
    {
        string[] heads = [.. rows[0].Skip(first)];
        if (heads.Length == 0)
            return false;
        // A figure that is no year is no name.
        if (heads.Any(h => Figure.Read(h) is not null && !IsYear(h)))
            return false;
        if (heads.Any(h => h.Length > 0 && Figure.Read(h) is null))
            // Words over words are no names of columns of figures.
            return rows.Skip(1).Any(r => r.Skip(first).Any(c => Figure.Read(c) is not null));
        return heads.Length > 1
            && heads.Any(h => h.Length > 0)
            && rows.Skip(1).Any(r => r.Skip(first).Any(c => c.Length > 0 && !IsYear(c)));
    }

    private static bool IsYear(string cell) => Figure.Read(cell) is { IsYear: true };
}

/// <summary>A column of figures.</summary>
/// <param name="Name">What it is called; empty for nothing.</param>
/// <param name="Figures">One for each row; null where the cell holds none.</param>
/// <param name="Written">The cells as they were written.</param>
public sealed record NamedFigures(string Name, IReadOnlyList<Figure?> Figures, IReadOnlyList<string> Written)
{
    /// <summary>The values.</summary>
    public IReadOnlyList<double?> Values { get; } = [.. Figures.Select(f => f?.Value)];
}
