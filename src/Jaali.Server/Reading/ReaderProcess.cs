using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Formats.Reading;

namespace Jaali.Server.Reading;

/// <summary>The reader was stopped, or ended by itself; the message is for a person.</summary>
public sealed class ReaderStoppedException(string message) : Exception(message);

/// <summary>One running reader: a program of its own with a folder of its own, asked one thing at a time.</summary>
internal sealed class ReaderProcess : IDisposable
{
    private const string MakingCode = "DOTNET_EnableWriteXorExecute";
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(100);
    private readonly Process _process;

    private ReaderProcess(Process process, string folder) => (_process, Folder) = (process, folder);

    /// <summary>Its folder: what it is to read is put there, what comes of it lies there.</summary>
    internal string Folder { get; }

    /// <summary>What holds it: "files", "network", by what the system offers.</summary>
    internal IReadOnlyList<string> Held { get; private set; } = [];

    /// <summary>The most memory it was seen to hold, in bytes.</summary>
    internal long Most { get; private set; }

    /// <summary>True where it can be asked.</summary>
    internal bool IsAlive => !_process.HasExited;

    /// <summary>Starts one, and waits until it is ready.</summary>
    /// <param name="folder">A folder for it alone.</param>
    /// <param name="log">What it says of faults, without a word of what it read.</param>
    internal static async Task<ReaderProcess> StartAsync(string folder, ILogger log)
    {
        Directory.CreateDirectory(folder);
        (string program, string[] arguments) = Program();
        var how = new ProcessStartInfo(program)
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
            WorkingDirectory = folder,
        };
        foreach (string argument in arguments)
            how.ArgumentList.Add(argument);
        how.ArgumentList.Add(folder);
        // It is given nothing of what the server was started with, but how the runtime makes code: with a file of its
        // own or, where there is no room for one, without.
        string? making = Environment.GetEnvironmentVariable(MakingCode);
        how.Environment.Clear();
        if (making is not null)
            how.Environment[MakingCode] = making;
        how.Environment["TMPDIR"] = folder;
        how.Environment["DOTNET_ROOT"] = Path.GetFullPath(
            Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "../../..")
        );
        how.Environment["DOTNET_EnableDiagnostics"] = "0";
        how.Environment["DOTNET_GCHeapHardLimit"] = Limits.Reading.HeapBytes.ToString(
            "X",
            CultureInfo.InvariantCulture
        );
        var started = new ReaderProcess(
            Process.Start(how) ?? throw new InvalidOperationException("The reader could not be started."),
            folder
        );
        started._process.ErrorDataReceived += (_, said) =>
        {
            if (!string.IsNullOrEmpty(said.Data))
                log.LogInformation("The reader: {Said}", said.Data);
        };
        started._process.BeginErrorReadLine();
        try
        {
            ReaderReply hello = await started.ReplyAsync(TimeSpan.FromSeconds(Limits.Reading.Seconds), default);
            started.Held = hello.Held ?? [];
            return started;
        }
        catch
        {
            started.Dispose();
            throw;
        }
    }

    /// <summary>The program, beside the server, or where there is none run by the same runtime.</summary>
    internal static (string Program, string[] Arguments) Program()
    {
        string beside = Path.Combine(AppContext.BaseDirectory, "Jaali.Reader");
        if (File.Exists(beside))
            return (beside, []);
        string host = Path.GetFullPath(Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "../../../dotnet"));
        return (File.Exists(host) ? host : "dotnet", ["exec", beside + ".dll"]);
    }

    /// <summary>Asks one thing.</summary>
    /// <exception cref="ReaderStoppedException">It took too long or too much, or ended by itself.</exception>
    internal async Task<ReaderReply> AskAsync(ReaderRequest request, TimeSpan within, CancellationToken cancel)
    {
        try
        {
            await _process.StandardInput.WriteLineAsync(JsonSerializer.Serialize(request, DeckJson.Options));
            await _process.StandardInput.FlushAsync(cancel);
        }
        catch (IOException)
        {
            throw new ReaderStoppedException(ReaderWork.Broken);
        }
        return await ReplyAsync(within, cancel);
    }

    private async Task<ReaderReply> ReplyAsync(TimeSpan within, CancellationToken cancel)
    {
        Task<string?> line = _process.StandardOutput.ReadLineAsync(CancellationToken.None).AsTask();
        var time = Stopwatch.StartNew();
        TimeSpan before = Used().Worked;
        while (await Task.WhenAny(line, Task.Delay(LookEvery, cancel)) != line)
        {
            cancel.ThrowIfCancellationRequested();
            (long memory, TimeSpan worked) = Used();
            // A machine that is busy elsewhere is no fault of the file: what counts is how long it was worked at.
            if (worked - before > within || time.Elapsed > within * Waiting)
                throw new ReaderStoppedException(ReaderWork.TooLong);
            if (memory > Limits.Reading.MemoryBytes)
                throw new ReaderStoppedException(ReaderWork.TooMuch);
        }
        string? said;
        try
        {
            said = await line;
        }
        catch (IOException)
        {
            said = null;
        }
        return said is null
            ? throw new ReaderStoppedException(ReaderWork.Broken)
            : JsonSerializer.Deserialize<ReaderReply>(said, DeckJson.Options)!;
    }

    // How many times as long as it is worked at it may take on a machine that is busy.
    private const int Waiting = 4;

    // The memory that it holds, and how long processors have worked for it.
    private (long Memory, TimeSpan Worked) Used()
    {
        try
        {
            _process.Refresh();
            Most = Math.Max(Most, _process.WorkingSet64);
            return (_process.WorkingSet64, _process.TotalProcessorTime);
        }
        catch (InvalidOperationException)
        {
            // It ended meanwhile; that is seen by its line.
            return default;
        }
    }

    /// <summary>Stops it at once, whatever it is at, and removes its folder.</summary>
    public void Dispose()
    {
        try
        {
            _process.Kill(entireProcessTree: true);
            _process.WaitForExit(1000);
        }
        catch (InvalidOperationException)
        {
            // It has ended.
        }
        _process.Dispose();
        try
        {
            Directory.Delete(Folder, recursive: true);
        }
        catch (IOException)
        {
            // What is left is removed at the next start.
        }
    }
}
