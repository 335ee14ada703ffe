using System.Diagnostics;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Jaali.Benchmarks;

/// <summary>The real server as a program of its own, asked as a browser asks: answers are compressed.</summary>
internal sealed class RunningServer : IAsyncDisposable
{
    private readonly Process _process;

    private RunningServer(Process process, HttpClient http, double ready, double cpu) =>
        (_process, Http, ReadyAfter, CpuAtReady) = (process, http, ready, cpu);

    public HttpClient Http { get; }

    public Uri Address => Http.BaseAddress!;

    /// <summary>Milliseconds from its start until it said that it is ready.</summary>
    public double ReadyAfter { get; }

    /// <summary>Milliseconds of processor time that it had taken by then.</summary>
    public double CpuAtReady { get; }

    public static async Task<RunningServer> StartAsync(string root, string data, int port, params string[] more)
    {
        long start = Stopwatch.GetTimestamp();
        var process = Process.Start(
            new ProcessStartInfo(
                Environment.GetEnvironmentVariable("JAALI_SERVER")
                    ?? Path.Combine(root, "artifacts", "bin", "Jaali.Server", "release", "Jaali.Server"),
                [$"--data={data}", $"--port={port}", .. more]
            )
            {
                RedirectStandardOutput = true,
            }
        )!;
        while (await process.StandardOutput.ReadLineAsync() is { } line)
            if (line.Contains("ready at", StringComparison.Ordinal))
                break;
        if (process.HasExited)
            throw new InvalidOperationException("The server did not start.");
        double ready = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        process.Refresh();
        double cpu = process.TotalProcessorTime.TotalMilliseconds;
        var http = new HttpClient(new SocketsHttpHandler { AutomaticDecompression = DecompressionMethods.None })
        {
            BaseAddress = new Uri($"http://localhost:{port}"),
        };
        http.DefaultRequestHeaders.Add("X-Jaali", "1");
        return new(process, http, ready, cpu);
    }

    /// <summary>Milliseconds of processor time so far.</summary>
    public double Cpu
    {
        get
        {
            _process.Refresh();
            return _process.TotalProcessorTime.TotalMilliseconds;
        }
    }

    /// <summary>The same to the nanosecond, all threads that have ended included (POSIX,
    /// <c>clock_getcpuclockid</c>).</summary>
    public double ExactCpu()
    {
        if (clock_getcpuclockid(_process.Id, out int clock) != 0 || clock_gettime(clock, out Moment now) != 0)
            throw new InvalidOperationException("The processor time of the server cannot be read.");
        return now.Seconds * 1e3 + now.Nanoseconds / 1e6;
    }

    private struct Moment
    {
        public long Seconds;
        public long Nanoseconds;
    }

    [System.Runtime.InteropServices.DllImport("libc")]
    private static extern int clock_getcpuclockid(int process, out int clock);

    [System.Runtime.InteropServices.DllImport("libc")]
    private static extern int clock_gettime(int clock, out Moment now);

    /// <summary>The most memory that it ever held, in MB, runtime included.</summary>
    public async Task<double> MostMemoryAsync()
    {
        string peak = (await File.ReadAllLinesAsync($"/proc/{_process.Id}/status")).First(l =>
            l.StartsWith("VmHWM", StringComparison.Ordinal)
        );
        return double.Parse(
                peak.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
                System.Globalization.CultureInfo.InvariantCulture
            ) / 1024;
    }

    public async Task<JsonElement> GetAsync(string path) => await Http.GetFromJsonAsync<JsonElement>(path);

    public async Task<JsonElement> PostAsync(string path, object body)
    {
        using HttpResponseMessage answer = await Http.PostAsJsonAsync(path, body);
        if (!answer.IsSuccessStatusCode)
            throw new InvalidOperationException($"{path}: {await answer.Content.ReadAsStringAsync()}");
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    /// <summary>Asks as a browser does and reads the whole answer.</summary>
    public async Task<byte[]> AskAsync(HttpMethod method, string path, object? body = null)
    {
        using var request = new HttpRequestMessage(method, path);
        request.Headers.AcceptEncoding.ParseAdd("gzip, deflate, br");
        if (body is not null)
            request.Content = JsonContent.Create(body);
        using HttpResponseMessage answer = await Http.SendAsync(request);
        byte[] bytes = await answer.Content.ReadAsByteArrayAsync();
        if (!answer.IsSuccessStatusCode)
            throw new InvalidOperationException($"{path}: {System.Text.Encoding.UTF8.GetString(bytes)}");
        if (!answer.Content.Headers.ContentEncoding.Contains("br"))
            return bytes;
        using var packed = new BrotliStream(new MemoryStream(bytes), CompressionMode.Decompress);
        using var plain = new MemoryStream();
        await packed.CopyToAsync(plain);
        return plain.ToArray();
    }

    public async ValueTask DisposeAsync()
    {
        Http.Dispose();
        _process.Kill();
        await _process.WaitForExitAsync();
        _process.Dispose();
    }
}
