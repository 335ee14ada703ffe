using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using System.Text;
using Jaali.Core;

namespace Jaali.Server.Clips;

/// <summary>A clip that cannot be taken; the message is for a person.</summary>
public sealed class ClipFaultException(string message) : Exception(message);

/// <summary>
/// <c>ffprobe</c> and <c>ffmpeg</c> of the system, which read clips and make them such as browsers play. A clip is as
/// hostile as any file: they are begun by the reader's program and held as it is, in a folder of their own, without
/// the network, with limits of memory, time and disk, and read no lists that name other files.
/// </summary>
public sealed class ClipProgram(DataFolder folder) : IDisposable
{
    // Names of ffmpeg's readers of files: none of them opens what another file names.
    private const string Readers = "mov,matroska,ogg,wav,mp3,aac,flac,avi,asf,flv,mpeg,mpegts,m4v,h264,hevc";
    private const int LongestSaid = 200_000;

    private readonly SemaphoreSlim _turns = new(1);
    private readonly string? _probe = Find("ffprobe"),
        _make = Find("ffmpeg");

    /// <summary>Both are installed.</summary>
    public bool IsThere => _probe is not null && _make is not null;

    /// <summary>A folder for one clip; the caller removes it.</summary>
    public string NewFolder()
    {
        string path = Path.Combine(folder.Root, "reading", "clip" + Guid.NewGuid().ToString("N"));
        Directory.CreateDirectory(path);
        return path;
    }

    /// <summary>What a file in a folder is, as <c>ffprobe</c> says it in JSON.</summary>
    /// <exception cref="ClipFaultException">It is no clip, or takes too long.</exception>
    public async Task<string> ProbeAsync(string at, string file, CancellationToken cancel)
    {
        (int code, string said) = await RunAsync(
            _probe!,
            at,
            Limits.Clips.ProbeSeconds,
            ["-v", "error", "-format_whitelist", Readers, "-of", "json", "-show_format", "-show_streams", file],
            "This clip takes too long to read. Save it anew from the program that made it.",
            cancel
        );
        return code == 0 ? said : throw new ClipFaultException(NoClip);
    }

    /// <summary>Makes a file of one in the same folder.</summary>
    /// <param name="at">The folder.</param>
    /// <param name="file">The file that is read.</param>
    /// <param name="before">Arguments about what is read.</param>
    /// <param name="after">Arguments about what is made, its name the last.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ClipFaultException">It cannot be made, or takes too long.</exception>
    public async Task MakeAsync(
        string at,
        string file,
        IEnumerable<string> before,
        IEnumerable<string> after,
        CancellationToken cancel
    )
    {
        (int code, _) = await RunAsync(
            _make!,
            at,
            Limits.Clips.TranscodeSeconds,
            ["-v", "error", "-nostdin", "-y", "-format_whitelist", Readers, .. before, "-i", file, .. after],
            "Making this clip play takes too long. Save it anew as MP4 (H.264) or WebM, or shorter.",
            cancel
        );
        if (code != 0 || !File.Exists(Path.Combine(at, after.Last())))
            throw new ClipFaultException(
                "This clip cannot be made to play: it is damaged, or of a kind that cannot be read here. "
                    + "Save it anew as MP4 (H.264) or WebM."
            );
    }

    /// <summary>Said of what is no clip.</summary>
    public const string NoClip =
        "This file cannot be read as a clip: it is damaged, or of a kind that cannot be read here. "
        + "Save it anew as MP4 (H.264) or WebM.";

    private async Task<(int Code, string Said)> RunAsync(
        string program,
        string at,
        int seconds,
        string[] arguments,
        string tooLong,
        CancellationToken cancel
    )
    {
        (string reader, string[] first) = ReaderProcess.Program();
        var how = new ProcessStartInfo(reader)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
            WorkingDirectory = at,
        };
        string Number(long n) => n.ToString(CultureInfo.InvariantCulture);
        foreach (
            string argument in (string[])
                [
                    .. first,
                    "--run",
                    at,
                    program,
                    Number(Limits.Clips.MemoryBytes),
                    Number(seconds),
                    Number(4 * Limits.Clips.Bytes),
                    .. arguments,
                ]
        )
            how.ArgumentList.Add(argument);
        how.Environment.Clear();
        how.Environment["DOTNET_ROOT"] = Path.GetFullPath(
            Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "../../..")
        );
        how.Environment["DOTNET_EnableDiagnostics"] = "0";
        await _turns.WaitAsync(cancel);
        try
        {
            using Process running =
                Process.Start(how) ?? throw new ClipFaultException("The program that reads clips cannot be started.");
            // It is stopped by its own processors' time; one that only waits, by the clock.
            using var late = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            late.CancelAfter(TimeSpan.FromSeconds(4 * seconds));
            try
            {
                Task<string> said = SaidAsync(running.StandardOutput, late.Token),
                    faults = SaidAsync(running.StandardError, late.Token);
                await Task.WhenAll(said, faults);
                await running.WaitForExitAsync(late.Token);
                // 128 and the number of SIGXCPU, or of SIGKILL where that was not heeded.
                if (running.ExitCode is 128 + 24 or 128 + 9)
                    throw new ClipFaultException(tooLong);
                return (running.ExitCode, await said);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
            {
                throw new ClipFaultException(tooLong);
            }
            finally
            {
                if (!running.HasExited)
                    running.Kill(entireProcessTree: true);
            }
        }
        finally
        {
            _turns.Release();
        }
    }

    // All of it is read, so that nobody waits; what is kept has an end.
    private static async Task<string> SaidAsync(StreamReader from, CancellationToken cancel)
    {
        var text = new StringBuilder();
        char[] buffer = new char[4096];
        int n;
        while ((n = await from.ReadAsync(buffer, cancel)) > 0)
            if (text.Length < LongestSaid)
                text.Append(buffer, 0, n);
        return text.ToString();
    }

    /// <inheritdoc/>
    public void Dispose() => _turns.Dispose();

    private static string? Find(string name) => Array.Find([$"/usr/bin/{name}", $"/usr/local/bin/{name}"], File.Exists);
}
