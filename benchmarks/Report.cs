using System.Diagnostics;
using System.Globalization;

namespace Jaali.Benchmarks;

/// <summary>Measures, and prints each figure beside its reference and its aim.</summary>
internal static class Report
{
    /// <summary>Milliseconds of each of so many runs, sorted, after a few that are thrown away.</summary>
    public static async Task<double[]> TimeAsync(int runs, Func<int, Task> work, int warm = 3)
    {
        for (int i = 0; i < warm; i++)
            await work(-1 - i);
        var times = new double[runs];
        for (int i = 0; i < runs; i++)
        {
            long start = Stopwatch.GetTimestamp();
            await work(i);
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }
        Array.Sort(times);
        return times;
    }

    public static double At(double[] sorted, double part) => sorted[(int)((sorted.Length - 1) * part)];

    public static void Ratio(string what, double ours, double reference, string unit, double aim, string note = "") =>
        Line(
            what,
            $"{ours:0.###} {unit} against {reference:0.###} {unit}: {ours / reference:0.00} times",
            ours / reference <= aim,
            $"at most {aim:0.##} times",
            note
        );

    public static void Limit(string what, double value, string unit, double aim, string note = "") =>
        Line(what, $"{value:0.##} {unit}", value <= aim, $"at most {aim:0.##} {unit}", note);

    private static void Line(string what, string figure, bool met, string aim, string note) =>
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{(met ? "met   " : "MISSED")}  {what}\n        {figure} (aim: {aim}){(note.Length > 0 ? "\n        " + note : "")}"
            )
        );

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
