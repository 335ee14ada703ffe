using System.Diagnostics;
using System.Globalization;
using System.Text;

namespace Jaali.Benchmarks;

/// <summary>Milliseconds of many runs, sorted.</summary>
internal sealed record Times(double[] Sorted)
{
    public double Least => Sorted[0];
    public double P50 => At(.5);
    public double P95 => At(.95);
    public double P99 => At(.99);

    public static Times Of(IEnumerable<double> all) => new([.. all.Order()]);

    public double At(double part) => Sorted[(int)((Sorted.Length - 1) * part)];
}

/// <summary>Measures, prints each figure beside its reference and its aim, and keeps all for the table.</summary>
internal static class Report
{
    private static readonly List<string> Rows = [];

    /// <summary>Milliseconds of each of so many runs, after a few that are thrown away.</summary>
    public static async Task<Times> TimeAsync(int runs, Func<int, Task> work, int warm = 3)
    {
        for (int i = 0; i < warm; i++)
            await work(-1 - i);
        var times = new double[runs];
        for (int i = 0; i < runs; i++)
            times[i] = await OnceAsync(() => work(i));
        return Times.Of(times);
    }

    /// <summary>The work and its reference by turns, so that both have the same machine: the times of both, and of what
    /// the work takes more in each pair.</summary>
    public static async Task<(Times Ours, Times Theirs, Times More)> PairsAsync(
        int runs,
        Func<int, Task> work,
        Func<int, Task> reference,
        int warm = 3
    )
    {
        for (int i = 0; i < warm; i++)
        {
            await work(-1 - i);
            await reference(-1 - i);
        }
        double[] ours = new double[runs],
            theirs = new double[runs];
        for (int i = 0; i < runs; i++)
        {
            // Who comes second finds warmer caches: they take turns.
            if (i % 2 == 0)
                ours[i] = await OnceAsync(() => work(i));
            theirs[i] = await OnceAsync(() => reference(i));
            if (i % 2 == 1)
                ours[i] = await OnceAsync(() => work(i));
        }
        return (Times.Of(ours), Times.Of(theirs), Times.Of(ours.Zip(theirs, (a, b) => a - b)));
    }

    public static async Task<double> OnceAsync(Func<Task> work)
    {
        long start = Stopwatch.GetTimestamp();
        await work();
        return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }

    /// <summary>How many times the reference the work takes, by the middle of the pairs.</summary>
    public static void Ratio(
        string what,
        Times ours,
        Times theirs,
        double aim,
        string reference,
        double cpu = double.NaN
    ) =>
        Write(
            what,
            ours,
            cpu,
            $"{reference}: {N(theirs.P50)}",
            $"{N(ours.P50 / theirs.P50)} times",
            ours.P50 / theirs.P50 <= aim,
            $"{N(aim)} times"
        );

    /// <summary>The middle of what was measured against a limit.</summary>
    public static void Limit(
        string what,
        Times ours,
        double aim,
        string reference = "",
        double cpu = double.NaN,
        double? aim95 = null
    ) =>
        Write(
            what,
            ours,
            cpu,
            reference,
            "",
            ours.P50 <= aim && (aim95 is not { } most || ours.P95 <= most),
            $"p50 {N(aim)} ms" + (aim95 is { } m ? $", p95 {N(m)}" : "")
        );

    /// <summary>One figure against a limit.</summary>
    public static void Figure(string what, double value, string unit, double aim, string reference = "") =>
        Row(what, $"{N(value)} {unit}", "", "", "", "", reference, "", value <= aim, $"{N(aim)} {unit}");

    private static void Write(
        string what,
        Times t,
        double cpu,
        string reference,
        string beside,
        bool met,
        string aim
    ) =>
        Row(
            what,
            N(t.Least),
            N(t.P50),
            N(t.P95),
            N(t.P99),
            double.IsNaN(cpu) ? "" : N(cpu),
            reference,
            beside,
            met,
            aim
        );

    private static void Row(
        string what,
        string least,
        string p50,
        string p95,
        string p99,
        string cpu,
        string reference,
        string beside,
        bool met,
        string aim
    )
    {
        string row =
            $"| {what} | {least} | {p50} | {p95} | {p99} | {cpu} | {reference} | {beside} | {aim} "
            + $"| {(met ? "met" : "**missed**")} | {Load()} |";
        Rows.Add(row);
        Console.WriteLine(row);
    }

    /// <summary>Takes up rows that another program printed.</summary>
    public static void Take(IEnumerable<string> rows) => Rows.AddRange(rows);

    public const string Head =
        "| work | least, ms | p50 | p95 | p99 | processor, ms | reference, ms | ratio | aim | verdict | load |\n"
        + "|---|---|---|---|---|---|---|---|---|---|---|";

    /// <summary>Puts the rows measured now in the place of the old ones of a page; others stay.</summary>
    public static async Task IntoAsync(string page)
    {
        const string begin = "<!-- figures -->\n",
            end = "<!-- end -->";
        string text = await File.ReadAllTextAsync(page);
        int from = text.IndexOf(begin, StringComparison.Ordinal) + begin.Length,
            to = text.IndexOf(end, StringComparison.Ordinal);
        List<string> kept =
        [
            .. text[from..to].Split('\n').Where(l => l.StartsWith("| ", StringComparison.Ordinal)).Skip(1),
        ];
        foreach (string row in Rows)
        {
            int at = kept.FindIndex(k => k.Split('|')[1] == row.Split('|')[1]);
            if (at >= 0)
                kept[at] = row;
            else
                kept.Add(row);
        }
        var made = new StringBuilder(text[..from])
            .Append(Machine())
            .Append("\n\n")
            .Append(Head)
            .Append('\n')
            .AppendJoin('\n', kept)
            .Append('\n')
            .Append(text[to..]);
        await File.WriteAllTextAsync(page, made.ToString());
    }

    /// <summary>The machine that it is measured on.</summary>
    public static string Machine()
    {
        string cpu =
            File.ReadLines("/proc/cpuinfo")
                .FirstOrDefault(l => l.StartsWith("model name", StringComparison.Ordinal))
                ?.Split(':')[1]
                .Trim()
            ?? "unknown processor";
        long memory =
            long.Parse(
                File.ReadLines("/proc/meminfo").First().Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
                CultureInfo.InvariantCulture
            ) / 1024;
        return $"Last measured on {DateTime.UtcNow:yyyy-MM-dd}: {Environment.ProcessorCount} cores of {cpu}, "
            + $"{memory:N0} MB, .NET {Environment.Version}. "
            + "Load is how many programs wanted a core in the last minute, as each row was written.";
    }

    private static string Load() => File.ReadAllText("/proc/loadavg").Split(' ')[0];

    public static string N(double v) =>
        Math.Abs(v) >= 100 ? v.ToString("0", CultureInfo.InvariantCulture)
        : Math.Abs(v) >= 10 ? v.ToString("0.#", CultureInfo.InvariantCulture)
        : v.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>Runs a program and answers how many milliseconds it took.</summary>
    public static async Task<double> ProgramAsync(string program, params string[] arguments)
    {
        long start = Stopwatch.GetTimestamp();
        using Process p =
            Process.Start(
                new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true }
            ) ?? throw new InvalidOperationException(program);
        await p.WaitForExitAsync();
        if (p.ExitCode != 0)
            throw new InvalidOperationException($"{program}: {await p.StandardError.ReadToEndAsync()}");
        return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
    }
}
