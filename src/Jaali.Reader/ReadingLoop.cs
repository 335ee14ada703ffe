using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Formats.Reading;

namespace Jaali.Reader;

/// <summary>Reads what comes from outside for the server: a line with what is asked comes in, a line with what came of
/// it goes out. It has one folder, no network, and ends when the server does, whatever it is at.</summary>
internal static class ReadingLoop
{
    // Nested files nest calls: they have room, and where it ends this program ends alone.
    private const int Stack = 16 * 1024 * 1024;

    // Instead of reading itself it becomes a program of the system that does, held as it is.
    private const string Run = "--run";
    private const int NotBegun = 126;

    private static int Main(string[] args)
    {
        if (args is [Run, var at, var program, var memory, var seconds, var length, .. var rest])
        {
            int why = Confinement.Become(
                at,
                program,
                rest,
                long.Parse(memory, CultureInfo.InvariantCulture),
                long.Parse(seconds, CultureInfo.InvariantCulture),
                long.Parse(length, CultureInfo.InvariantCulture)
            );
            Console.Error.WriteLine($"{program} could not be begun ({why}).");
            return NotBegun;
        }
        if (args is not [var folder] || !Directory.Exists(folder))
        {
            Console.Error.WriteLine("The reader is started by Jaali, with a folder of its own.");
            return 2;
        }
        AppDomain.CurrentDomain.SetData(
            "REGEX_DEFAULT_MATCH_TIMEOUT",
            TimeSpan.FromSeconds(Limits.Documents.PatternSeconds)
        );
        using TextWriter output = new StreamWriter(Console.OpenStandardOutput()) { AutoFlush = true };
        using var input = new StreamReader(Console.OpenStandardInput());
        // Nothing that reading prints goes out between the answers.
        Console.SetOut(TextWriter.Null);
        Say(new(null, null, Confinement.Begin(folder)));
        Confinement.GiveWay();
        using BlockingCollection<ReaderRequest> asked = [];
        new Thread(Work, Stack) { IsBackground = true }.Start();
        // The server's end is seen at once, also while something is being read.
        while (input.ReadLine() is { } line)
            asked.Add(JsonSerializer.Deserialize<ReaderRequest>(line, DeckJson.Options)!);
        return 0;

        void Work()
        {
            var work = new ReaderWork(folder);
            foreach (ReaderRequest request in asked.GetConsumingEnumerable())
                Say(work.Do(request));
        }
        void Say(ReaderReply reply) => output.WriteLine(JsonSerializer.Serialize(reply, DeckJson.Options));
    }
}
