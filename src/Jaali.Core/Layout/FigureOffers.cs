using System.Collections.Frozen;
using System.Text.RegularExpressions;

namespace Jaali.Core.Layout;

/// <summary>What a text can be put on a slide as.</summary>
public enum TextForm
{
    /// <summary>As words.</summary>
    Words,

    /// <summary>As a chart of its figures.</summary>
    Chart,

    /// <summary>As a table of its rows.</summary>
    Table,

    /// <summary>As steps with arrows between them.</summary>
    Flow,
}

/// <summary>A figure that a text can become.</summary>
/// <param name="Form">What it becomes.</param>
/// <param name="Edit">The thing, as it is added.</param>
/// <param name="Why">Why it is offered, in one line.</param>
public sealed record FigureOffer(TextForm Form, ItemEdit Edit, string Why);

/// <summary>
/// What texts can become: rows a chart or a table, lines with arrows between them a flow, a sentence that holds figures
/// of one kind a chart of these. Common practice, no source.
/// </summary>
public static partial class FigureOffers
{
    // Words before or behind a figure that name it are at most so long, in characters.
    private const int LongestLabel = 40;

    // Sentences in rows are no table.
    private const int LongestCell = 80;

    // Shares make a whole where they sum up to a hundred within so much.
    private const double Rounding = 1.5;

    // Bars lie where there are more, or where their names are long.
    private const int MostUpright = 7,
        LongestUpright = 14;

    /// <summary>What a text can become, the likeliest first; nothing for words alone.</summary>
    /// <param name="text">What was pasted, or a fact.</param>
    /// <param name="source">Where it is from; empty for nothing.</param>
    public static IReadOnlyList<FigureOffer> Of(string text, string source = "")
    {
        List<FigureOffer> offers = [];
        if (FlowLines.Leads(text) && FlowLines.Read(text) is { Count: >= 2 } steps)
            offers.Add(
                new(
                    TextForm.Flow,
                    new FlowEdit(Steps: steps, Source: source),
                    $"{steps.Count} steps, for the arrows between them."
                )
            );
        ImmutableList<ImmutableList<string>> rows = DataRows.Read(text);
        if (IsGrid(rows, text))
        {
            if (Drawn(rows) is { } form)
                offers.Add(
                    new(
                        TextForm.Chart,
                        new ChartEdit(form, Pasted: text, Source: source),
                        $"{Name(form)} of these figures."
                    )
                );
            offers.Add(new(TextForm.Table, new TableEdit(Pasted: text, Source: source), "The rows as a table."));
        }
        else if (offers.Count == 0 && Told(text) is { } told)
            offers.Add(
                new(
                    TextForm.Chart,
                    new ChartEdit(told.Form, told.Rows, Source: source),
                    $"{Name(told.Form)} of the figures in this sentence."
                )
            );
        return offers;
    }

    private static bool IsGrid(ImmutableList<ImmutableList<string>> rows, string text)
    {
        if (rows.Count < 2 || rows[0].Count < 2 || rows.Any(r => r.Any(c => c.Length > LongestCell)))
            return false;
        if (DataSeries.Of(rows).Series.Any(s => s.Values.Count(v => v is not null) * 2 > s.Values.Count))
            return true;
        // Commas of sentences have a space behind them and part no columns.
        bool sentences = text.AsSpan().IndexOfAny('\t', ';') < 0 && Clauses().IsMatch(text);
        return !sentences && rows.Average(r => r.Average(c => c.Length)) < LongestLabel / 2.0;
    }

    // How rows are drawn; null where they hold too few figures.
    private static ChartForm? Drawn(ImmutableList<ImmutableList<string>> rows)
    {
        DataSeries data = DataSeries.Of(rows);
        int figures = data.Series.Sum(s => s.Values.Count(v => v is not null)),
            cells = data.Series.Count * data.Labels.Count;
        if (data.Series.Count == 0 || figures < 2 || figures * 2 <= cells)
            return null;
        // A column of words among the figures: a chart has no place for it.
        if (data.Series.Any(s => s.Values.All(v => v is null) && s.Written.Any(w => w.Length > 0)))
            return null;
        if (data.Series.Count == 1 && IsWhole(data.Series[0]))
            return ChartForm.Pie;
        Figure?[] labels = [.. data.Labels.Select(Figure.Read)];
        bool rises =
            labels.Length > 3
            && labels.All(l => l is not null)
            && labels.Zip(labels.Skip(1)).All(p => p.First!.Value.Value < p.Second!.Value.Value);
        return rises ? ChartForm.Lines
            : data.Labels.Count > MostUpright || data.Labels.Any(l => l.Length > LongestUpright) ? ChartForm.Bars
            : ChartForm.Columns;
    }

    private static bool IsWhole(NamedFigures series)
    {
        double[] all = [.. series.Values.OfType<double>()];
        return all.Length is >= 2 and <= 8
            && all.All(v => v >= 0)
            && Math.Abs(all.Sum() - 100) <= Rounding
            && series.Figures.All(f => f is null || f.Value.After.Trim().StartsWith('%'));
    }

    // A figure in a sentence, its unit with it.
    private readonly record struct Found(int At, int End, string Written, Figure Figure)
    {
        internal string Unit => $"{Figure.Before.Trim()} {Figure.After.Trim()}";

        internal bool IsYear => Figure.IsYear && Written.Length == 4;
    }

    // The figures of a sentence with what each is of: one share of a whole, or several in one unit.
    private static (ChartForm Form, ImmutableList<ImmutableList<string>> Rows)? Told(string text)
    {
        string line = Spaces().Replace(text, " ").Trim();
        Found[] all = [.. Figures().Matches(line).Select(m => Read(m, line)).OfType<Found>()],
            values = [.. all.Where(f => !f.IsYear)],
            years = [.. all.Where(f => f.IsYear)];
        if (values.Length == 1 && values[0].Figure is { Value: > 0 and <= 100 } && values[0].Unit == " %")
            return (
                ChartForm.Ring,
                [
                    [Named(line, values[0], 0, line.Length), values[0].Written],
                ]
            );
        if (values.Length < 2 || values.Select(v => v.Unit).Distinct().Count() > 1)
            return null;
        string[] labels =
            years.Length == values.Length
                ? [.. years.Select(y => y.Written)]
                :
                [
                    .. values.Select(
                        (v, i) =>
                            Named(
                                line,
                                v,
                                i == 0 ? 0 : values[i - 1].End,
                                i + 1 < values.Length ? values[i + 1].At : line.Length
                            )
                    ),
                ];
        if (labels.Any(l => l.Length == 0) || labels.Distinct().Count() < labels.Length)
            return null;
        ImmutableList<ImmutableList<string>> rows =
        [
            .. labels.Zip(values, (l, v) => (ImmutableList<string>)[l, v.Written]),
        ];
        return Drawn(rows) is { } form ? (form, rows) : null;
    }

    // What a figure is of: the words before it, as far back as the clause goes; else those behind it.
    private static string Named(string line, Found f, int from, int to)
    {
        string before = line[from..f.At],
            after = line[f.End..to];
        int cut = before.AsSpan().LastIndexOfAny(",;:.");
        if (cut >= 0 && before[(cut + 1)..].Any(char.IsLetter))
            before = before[(cut + 1)..];
        int end = after.AsSpan().IndexOfAny(",;.");
        if (end >= 0)
            after = after[..end];
        string name = Bare(before);
        return Short(name.Length > 0 ? name : Bare(after));
    }

    // Without the small words that lead to a figure or on from it.
    private static string Bare(string words)
    {
        string[] all = words
            .Trim(' ', ',', ';', ':', '.', '–', '—', '(', ')', '=')
            .Split(' ', StringSplitOptions.RemoveEmptyEntries);
        int first = 0,
            last = all.Length;
        while (first < last && Leading.Contains(all[first]))
            first++;
        while (last > first && Trailing.Contains(all[last - 1]))
            last--;
        return string.Join(' ', all[first..last]);
    }

    private static string Short(string name)
    {
        if (name.Length <= LongestLabel)
            return name;
        int at = name.LastIndexOf(' ', LongestLabel);
        return at > 0 ? name[..at] : name[..LongestLabel];
    }

    private static readonly FrozenSet<string> Leading = FrozenSet.ToFrozenSet(
            ["and", "but", "in", "to", "then", "und", "et", "y", "e", "en", "om"],
            StringComparer.OrdinalIgnoreCase
        ),
        Trailing = FrozenSet.ToFrozenSet(
            ["is", "was", "are", "were", "has", "had", "at", "of", "by", "about", "only", "ist", "war", "est", "es"],
            StringComparer.OrdinalIgnoreCase
        );

    private static Found? Read(Match m, string line)
    {
        Group digits = m.Groups["digits"],
            after = m.Groups["after"];
        string unit = after.Value.Trim();
        bool counts = unit.Length > 0 && Units.Contains(unit);
        int end = counts ? after.Index + after.Length : digits.Index + digits.Length;
        string written = line[m.Groups["before"].Index..end].Trim();
        return Figure.Read(written) is { } figure ? new(m.Groups["before"].Index, end, written, figure) : null;
    }

    // What may stand behind a figure in a sentence and belongs to it; other short words are words.
    private static readonly FrozenSet<string> Units = FrozenSet.ToFrozenSet(
        [
            "%",
            "‰",
            "m",
            "km",
            "cm",
            "mm",
            "m²",
            "km²",
            "m³",
            "ha",
            "a",
            "kg",
            "g",
            "t",
            "l",
            "s",
            "h",
            "min",
            "d",
            "°C",
            "°",
            "°F",
            "€",
            "$",
            "£",
            "kr",
            "W",
            "kW",
            "MW",
            "GW",
            "kWh",
            "V",
            "A",
            "Hz",
            "Pa",
            "hPa",
            "ft",
            "mi",
            "in²",
            "lb",
            "oz",
            "MB",
            "GB",
        ],
        StringComparer.Ordinal
    );

    private static string Name(ChartForm form) =>
        form switch
        {
            ChartForm.Pie => "A pie",
            ChartForm.Ring => "A ring",
            ChartForm.Lines => "Lines",
            ChartForm.Bars => "Bars",
            _ => "Columns",
        };

    // Digits that belong to no word; behind them a sign or a short word that may be a unit.
    [GeneratedRegex(
        @"(?<before>(?<![\p{L}\d.,])[-−+]?\p{Sc}?)(?<digits>\d(?:[\d.,'’]*\d)?)(?![\d\p{L}])(?<after>\s?(?:[%‰€$£]|°[CF]?|\p{L}{1,3}[²³]?(?![\p{L}\d])))?",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Figures();

    [GeneratedRegex(@",[ \t]", RegexOptions.CultureInvariant)]
    private static partial Regex Clauses();

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Spaces();
}
