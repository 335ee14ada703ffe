using System.Collections.Concurrent;
using System.ComponentModel;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Formats.Reading;

namespace Jaali.Server.Reading;

/// <summary>What was read, with the files that came of it; they are removed with it.</summary>
/// <param name="Value">The value.</param>
/// <param name="Folder">Where its files lie.</param>
public sealed record ReadResult<T>(T Value, string Folder) : IDisposable
{
    /// <summary>Where a file that came of it lies. Names come from the reader: none leads out of the folder.</summary>
    public string At(string name) => Path.Combine(Folder, Path.GetFileName(name));

    /// <summary>The bytes of a file that came of it; null where there is none.</summary>
    public byte[]? Bytes(string name) => File.Exists(At(name)) ? File.ReadAllBytes(At(name)) : null;

    /// <inheritdoc/>
    public void Dispose()
    {
        if (Directory.Exists(Folder))
            Directory.Delete(Folder, recursive: true);
    }
}

/// <summary>
/// Two readers that are kept warm. Whatever may be hostile is read by one of them, under a limit of time, of its heap,
/// and of the memory that it is seen to hold; one that reaches a limit or falls is stopped and replaced, and nobody
/// else notices. One file holds one of them at most.
/// </summary>
public sealed class ReaderPool(DataFolder folder, ILogger<ReaderPool> log) : IHostedService, IAsyncDisposable
{
    private const int Warm = 2;

    // A server that is not asked to read anything in its first moments has better things to do.
    private static readonly TimeSpan After = TimeSpan.FromSeconds(3);
    private readonly SemaphoreSlim _turns = new(Warm);
    private readonly ConcurrentBag<ReaderProcess> _idle = [];
    private readonly CancellationTokenSource _stopping = new();
    private int _told;

    private string Root => Path.Combine(folder.Root, "reading");

    /// <summary>The most memory that one was seen to hold, in bytes.</summary>
    public long Most { get; private set; }

    /// <inheritdoc/>
    public Task StartAsync(CancellationToken cancellationToken)
    {
        if (Directory.Exists(Root))
            Directory.Delete(Root, recursive: true);
        _ = Task.Run(WarmAsync, CancellationToken.None);
        return Task.CompletedTask;
    }

    private async Task WarmAsync()
    {
        try
        {
            await Task.Delay(After, _stopping.Token);
            for (int i = 0; i < Warm; i++)
            {
                await _turns.WaitAsync(_stopping.Token);
                Back(await StartReaderAsync());
            }
        }
        catch (OperationCanceledException)
        {
            // The server is stopped.
        }
        catch (Exception e)
        {
            log.LogError(e, "A reader could not be started; it is tried again when something is to be read");
            _turns.Release();
        }
    }

    /// <inheritdoc/>
    public async Task StopAsync(CancellationToken cancellationToken) => await DisposeAsync();

    /// <summary>Reads one thing.</summary>
    /// <param name="task">What to do.</param>
    /// <param name="file">The file that is read; null where all of it is in what is asked.</param>
    /// <param name="asked">What else the task needs; null for nothing.</param>
    /// <param name="cancel">Stops the reader.</param>
    /// <returns>What came of it; the caller removes it.</returns>
    /// <exception cref="FileFaultException">It cannot be read; the message says why.</exception>
    /// <exception cref="ReaderUnavailableException">No reader can be started.</exception>
    public async Task<ReadResult<T>> ReadAsync<T>(
        ReaderTask task,
        string? file,
        object? asked,
        CancellationToken cancel
    )
    {
        await _turns.WaitAsync(cancel);
        ReaderProcess reader;
        try
        {
            reader = await TakeAsync();
        }
        catch
        {
            _turns.Release();
            throw;
        }
        bool fit = false;
        try
        {
            const string given = "given";
            string at = Path.Combine(reader.Folder, given);
            if (file is not null)
                File.Copy(file, at, overwrite: true);
            long length = file is null ? 0 : new FileInfo(file).Length;
            var request = new ReaderRequest(
                task,
                file is null ? "" : given,
                asked is null ? "" : JsonSerializer.Serialize(asked, DeckJson.Options)
            );
            ReaderReply reply = await reader.AskAsync(request, Within(length + request.Asked.Length), cancel);
            File.Delete(at);
            if (reply.Value is not { } value)
            {
                // What came of it before the fault goes with nobody else's.
                foreach (string left in Directory.EnumerateFiles(reader.Folder))
                    File.Delete(left);
                fit = true;
                throw new FileFaultException(reply.Fault ?? ReaderWork.Broken);
            }
            // What came of it leaves the reader's folder, so that the next thing can be read.
            string kept = Path.Combine(Root, Guid.NewGuid().ToString("N"));
            Directory.CreateDirectory(kept);
            foreach (string made in Directory.EnumerateFiles(reader.Folder))
                File.Move(made, Path.Combine(kept, Path.GetFileName(made)));
            fit = true;
            return new(JsonSerializer.Deserialize<T>(value, DeckJson.Options)!, kept);
        }
        catch (ReaderStoppedException e)
        {
            log.LogWarning("A reader was stopped at {Task}: {Why}", task, e.Message);
            throw new FileFaultException(e.Message, e);
        }
        finally
        {
            Most = Math.Max(Most, reader.Most);
            if (fit)
                Back(reader);
            else
            {
                reader.Dispose();
                _ = Task.Run(ReplaceAsync, CancellationToken.None);
            }
        }
    }

    /// <summary>How long a small file may take; a large one has more, by its length.</summary>
    public TimeSpan SmallFile { get; init; } = TimeSpan.FromSeconds(Limits.Reading.Seconds);

    private TimeSpan Within(long bytes) =>
        SmallFile + TimeSpan.FromSeconds((double)bytes / Limits.Reading.BytesPerSecond);

    // The turn is given back when another is there: a third is never started.
    private async Task ReplaceAsync()
    {
        try
        {
            Back(await StartReaderAsync());
        }
        catch (ObjectDisposedException)
        {
            // The server is stopped.
        }
        catch (Exception e)
        {
            log.LogError(e, "A reader could not be replaced; it is tried again when something is to be read");
            _turns.Release();
        }
    }

    private async Task<ReaderProcess> TakeAsync()
    {
        while (_idle.TryTake(out ReaderProcess? idle))
        {
            if (idle.IsAlive)
                return idle;
            idle.Dispose();
        }
        return await StartReaderAsync();
    }

    private async Task<ReaderProcess> StartReaderAsync()
    {
        ObjectDisposedException.ThrowIf(_stopping.IsCancellationRequested, this);
        ReaderProcess started;
        try
        {
            started = await ReaderProcess.StartAsync(Path.Combine(Root, "r" + Guid.NewGuid().ToString("N")), log);
        }
        catch (Exception e)
            when (e is ReaderStoppedException or Win32Exception or InvalidOperationException or JsonException)
        {
            throw new ReaderUnavailableException(e);
        }
        if (Interlocked.Exchange(ref _told, 1) == 0)
            log.LogInformation(
                "Files from outside are read by a program of their own, held by: {Held}",
                started.Held.Count == 0 ? "its limits alone" : string.Join(", ", started.Held)
            );
        return started;
    }

    private void Back(ReaderProcess reader)
    {
        if (_stopping.IsCancellationRequested || _idle.Count >= Warm)
            reader.Dispose();
        else
            _idle.Add(reader);
        _turns.Release();
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await _stopping.CancelAsync();
        while (_idle.TryTake(out ReaderProcess? idle))
            idle.Dispose();
    }
}
