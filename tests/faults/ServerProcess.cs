using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using Jaali.Testing;

namespace Jaali.Faults.Tests;

/// <summary>The server as a process of its own, as users have it.</summary>
internal sealed class ServerProcess : IDisposable
{
    private readonly Process _process;
    private bool _ended;

    private ServerProcess(Process process, int port)
    {
        (_process, Port) = (process, port);
        Http = new HttpClient { BaseAddress = new Uri($"http://localhost:{port}"), Timeout = TimeSpan.FromMinutes(2) };
        Http.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
    }

    /// <summary>True for long runs: more kills, more clients, more inputs.</summary>
    public static bool Long => Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 };

    /// <summary>Where it listens.</summary>
    public int Port { get; }

    /// <summary>Its number.</summary>
    public int Id => _process.Id;

    /// <summary>A client of it.</summary>
    public HttpClient Http { get; }

    /// <summary>True once it ended.</summary>
    public bool HasExited => _process.HasExited;

    /// <summary>What it ended with.</summary>
    public int ExitCode => _process.ExitCode;

    /// <summary>What it said on its error stream, read to the end.</summary>
    public Task<string> ErrorsAsync() => _process.StandardError.ReadToEndAsync();

    // A copy may be tried while another is being built.
    private static string Dll =>
        Environment.GetEnvironmentVariable("JAALI_SERVER") is { Length: > 0 } other
            ? other
            : Outside.File("artifacts", "bin", "Jaali.Server", "release", "Jaali.Server.dll");

    /// <summary>Starts it.</summary>
    public static ServerProcess Start(string data, int port, params string[] more) =>
        new(
            Process.Start(
                new ProcessStartInfo("dotnet", [Dll, $"--data={data}", $"--port={port}", .. more])
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                }
            )!,
            port
        );

    /// <summary>Starts it where no file may grow beyond so many kilobytes, as on a disk that is full (ulimit -f, in
    /// blocks
    /// of 1024 bytes). The signal that would end it is ignored, so that the write fails.</summary>
    public static ServerProcess Small(string data, int port, int kilobytes) =>
        new(
            Process.Start(
                new ProcessStartInfo(
                    "bash",
                    [
                        "-c",
                        // The runtime's own files for code made while running would not fit either.
                        $"trap '' XFSZ; export DOTNET_EnableWriteXorExecute=0; "
                            + $"ulimit -f {kilobytes.ToString(CultureInfo.InvariantCulture)}; exec dotnet "
                            + $"'{Dll}' --data='{data}' --port={port}",
                    ]
                )
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                }
            )!,
            port
        );

    /// <summary>Starts it as a user who may write nowhere but where everyone may.</summary>
    public static ServerProcess AsNobody(string data, int port)
    {
        string[] server = ["dotnet", Dll, $"--data={data}", $"--port={port}"];
        string[] other = ["--reuid=65534", "--regid=65534", "--clear-groups"];
        bool root = Environment.UserName == "root";
        // Where the checkout or the runtime lie in a folder of root's own, nobody can start them.
        if (root)
        {
            using Process may = Process.Start(
                "setpriv",
                [.. other, "sh", "-c", $"test -r '{Dll}' && test -x \"$(readlink -f \"$(command -v dotnet)\")\""]
            );
            may.WaitForExit();
            if (may.ExitCode != 0)
                Assert.Skip("Another user than root cannot read the server here.");
        }
        return new(
            Process.Start(
                new ProcessStartInfo(root ? "setpriv" : server[0], root ? [.. other, .. server] : server[1..])
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                    Environment = { ["HOME"] = "/tmp", ["DOTNET_CLI_HOME"] = "/tmp" },
                }
            )!,
            port
        );
    }

    /// <summary>Waits until it answers.</summary>
    /// <exception cref="TimeoutException">It does not.</exception>
    public async Task<ServerProcess> ReadyAsync()
    {
        // A machine that is busy with other things may take its time.
        for (int i = 0; i < 1200; i++)
        {
            try
            {
                if ((await Http.GetAsync("/api/health")).IsSuccessStatusCode)
                    return this;
            }
            catch (HttpRequestException) { }
            if (_process.HasExited)
                break;
            await Task.Delay(100);
        }
        throw new TimeoutException(
            "The server did not start: "
                + (_process.HasExited ? await _process.StandardError.ReadToEndAsync() : "no answer.")
        );
    }

    /// <summary>Ends it without warning.</summary>
    public void Kill()
    {
        if (_ended)
            return;
        _ended = true;
        _process.Kill(entireProcessTree: true);
        _process.WaitForExit();
    }

    /// <summary>The most memory it ever had, in megabytes (Linux, proc(5), VmHWM).</summary>
    public double PeakMegabytes() =>
        double.Parse(
            File.ReadLines($"/proc/{_process.Id}/status")
                .First(l => l.StartsWith("VmHWM", StringComparison.Ordinal))
                .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)[1],
            CultureInfo.InvariantCulture
        ) / 1024;

    /// <summary>A new talk of some points; their identities.</summary>
    public async Task<(string Deck, string[] Points)> TalkAsync(string title, params string[] points)
    {
        JsonElement made = await ReadAsync(await Http.PostAsJsonAsync("/api/decks", new { title }));
        string deck = made.GetProperty("id").GetString()!;
        JsonElement edited = await EditAsync(deck, new { kind = "add-points", text = string.Join('\n', points) });
        return (deck, [.. edited.GetProperty("points").EnumerateArray().Select(p => p.GetProperty("id").GetString()!)]);
    }

    /// <summary>Carries an edit out on the newest revision.</summary>
    public async Task<JsonElement> EditAsync(string deck, object command) =>
        await ReadAsync(
            await Http.PostAsJsonAsync(
                $"/api/decks/{deck}/edits",
                new { revision = await RevisionAsync(deck), command }
            )
        );

    /// <summary>The newest revision.</summary>
    public async Task<int> RevisionAsync(string deck) =>
        (await Http.GetFromJsonAsync<JsonElement>($"/api/decks/{deck}")).GetProperty("revision").GetInt32();

    /// <summary>Brings a file for a point.</summary>
    public Task<HttpResponseMessage> BringAsync(string deck, string point, byte[] file, string name = "p.jpg") =>
        Http.PostAsync($"/api/decks/{deck}/points/{point}/files?name={name}", new ByteArrayContent(file));

    /// <summary>The body of an answer that is none of refusal.</summary>
    public static async Task<JsonElement> ReadAsync(HttpResponseMessage answer)
    {
        using (answer)
        {
            string body = await answer.Content.ReadAsStringAsync();
            Assert.True(answer.IsSuccessStatusCode, $"{(int)answer.StatusCode} {body}");
            return JsonSerializer.Deserialize<JsonElement>(body);
        }
    }

    /// <summary>Waits for a job to end; its last state.</summary>
    public async Task<JsonElement> EndedAsync(JsonElement job)
    {
        for (int i = 0; i < 2400; i++)
        {
            JsonElement now = await Http.GetFromJsonAsync<JsonElement>(
                $"/api/jobs/{job.GetProperty("id").GetString()}"
            );
            if (now.GetProperty("state").GetString() is not ("waiting" or "running"))
                return now;
            await Task.Delay(50);
        }
        throw new TimeoutException("The job did not end.");
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Kill();
        Http.Dispose();
        _process.Dispose();
    }
}
