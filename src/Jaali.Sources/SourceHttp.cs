using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;
using Jaali.Core;
using Microsoft.Extensions.Http.Resilience;
using Polly;

namespace Jaali.Sources;

/// <summary>Thrown when a source cannot be read; the message is for a person.</summary>
public sealed class SourceException(string message, Exception? inner = null, TimeSpan? retryAfter = null)
    : Exception(message, inner)
{
    /// <summary>How long the source asked to be left alone, if it did.</summary>
    public TimeSpan? RetryAfter { get; } = retryAfter;
}

/// <summary>What an address answered.</summary>
/// <param name="Bytes">The body.</param>
/// <param name="ContentType">As announced, without parameters; not to be believed.</param>
/// <param name="Address">After redirects.</param>
/// <param name="Links">The values of its <c>Link</c> headers (RFC 8288).</param>
/// <param name="Charset">As announced, or empty.</param>
public sealed record Fetched(
    byte[] Bytes,
    string ContentType,
    Uri Address,
    IReadOnlyList<string> Links,
    string Charset = ""
);

/// <summary>
/// Fetches from sources with limits on addresses, time, bytes and redirects. Loopback and private addresses are
/// refused, but for the origins that are configured.
/// The connection goes to the very address that was checked.
/// </summary>
public sealed class SourceHttp : IDisposable
{
    private readonly ConcurrentDictionary<string, bool> _configured = new();
    private readonly HttpClient _client;

    /// <summary>A fetcher that may also reach these origins, such as <c>http://127.0.0.1:5081</c>.</summary>
    public SourceHttp(IEnumerable<string> configuredOrigins, TimeSpan? timeout = null)
    {
        foreach (string origin in configuredOrigins)
            Allow(new Uri(origin));
        var sockets = new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            ConnectCallback = Connect,
            ConnectTimeout = TimeSpan.FromSeconds(Limits.Outgoing.ConnectSeconds),
            AutomaticDecompression = DecompressionMethods.All,
            // A proxy of the environment would be asked for the address, and no check would see where it leads.
            UseProxy = false,
            PooledConnectionLifetime = TimeSpan.FromMinutes(2),
            MaxConnectionsPerServer = Limits.Outgoing.HostAtOnce,
        };
        _client = new HttpClient(new ResilienceHandler(Again()) { InnerHandler = sockets })
        {
            Timeout = timeout ?? TimeSpan.FromSeconds(Limits.Outgoing.AnswerSeconds),
        };
        _client.DefaultRequestHeaders.UserAgent.ParseAdd("Jaali/0.1");
    }

    // What fails in passing is asked for again, after the wait that the source asks for where that is short; a longer
    // wait
    // is told to the person and kept to by whoever asks.
    private static ResiliencePipeline<HttpResponseMessage> Again() =>
        new ResiliencePipelineBuilder<HttpResponseMessage>()
            .AddRetry(
                new HttpRetryStrategyOptions
                {
                    MaxRetryAttempts = Limits.Outgoing.Again,
                    Delay = TimeSpan.FromMilliseconds(300),
                    BackoffType = DelayBackoffType.Exponential,
                    UseJitter = true,
                    ShouldRetryAfterHeader = true,
                    ShouldHandle = a =>
                        ValueTask.FromResult(
                            HttpClientResiliencePredicates.IsTransient(a.Outcome)
                                && a.Outcome.Exception?.InnerException is not SourceException
                                && (a.Outcome.Result is null || !(Wait(a.Outcome.Result) > Quiet))
                        ),
                }
            )
            .Build();

    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(Limits.Outgoing.QuietWaitSeconds);

    // Retry-After is a number of seconds or a date (RFC 9110, 10.2.3).
    private static TimeSpan? Wait(HttpResponseMessage response) =>
        response.Headers.RetryAfter is not { } asked ? null : asked.Delta ?? asked.Date - DateTimeOffset.UtcNow;

    /// <summary>Lets an origin be reached although it is an address of this computer or its own network.</summary>
    public void Allow(Uri origin) => _configured[origin.Authority] = true;

    /// <summary>The body of an address, at most so many bytes.</summary>
    /// <param name="address">http or https.</param>
    /// <param name="mostBytes">The limit.</param>
    /// <param name="progress">Told the bytes so far and the announced length, or null where none is announced.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="SourceException">It cannot be read; the message says why.</exception>
    public async Task<byte[]> GetAsync(
        Uri address,
        long mostBytes,
        Action<long, long?>? progress = null,
        CancellationToken cancel = default
    ) => (await FetchAsync(address, mostBytes, progress, cancel).ConfigureAwait(false)).Bytes;

    /// <summary>The body of an address with what its headers say; see <see cref="GetAsync"/>.</summary>
    /// <exception cref="SourceException">It cannot be read; the message says why.</exception>
    public Task<Fetched> FetchAsync(
        Uri address,
        long mostBytes,
        Action<long, long?>? progress = null,
        CancellationToken cancel = default
    ) =>
        SendAsync(
            address,
            null,
            async (response, at) =>
            {
                byte[] bytes = await ReadAsync(at, response, mostBytes, progress, cancel).ConfigureAwait(false);
                string[] links = response.Headers.TryGetValues("Link", out IEnumerable<string>? found)
                    ? [.. found]
                    : [];
                return new Fetched(
                    bytes,
                    response.Content.Headers.ContentType?.MediaType ?? "",
                    at,
                    links,
                    response.Content.Headers.ContentType?.CharSet?.Trim('"', '\'', ' ') ?? ""
                );
            },
            cancel
        );

    /// <summary>
    /// Downloads into a file, and goes on where an earlier try broke off if the source can (RFC 9110, range requests
    /// with <c>If-Range</c>). What was received stays on the disk when it fails.
    /// </summary>
    /// <param name="address">http or https.</param>
    /// <param name="part">The file; a second one beside it, ending in ".tag", remembers the source's validator.</param>
    /// <param name="mostBytes">The limit.</param>
    /// <param name="progress">Told the bytes so far and the whole length, or null where none is announced.</param>
    /// <param name="cancel">Stops it; what was received stays.</param>
    /// <exception cref="SourceException">It cannot be read; the message says why.</exception>
    public Task DownloadAsync(
        Uri address,
        string part,
        long mostBytes,
        Action<long, long?>? progress = null,
        CancellationToken cancel = default
    )
    {
        long had = File.Exists(part) ? new FileInfo(part).Length : 0;
        string tag = part + ".tag",
            validator = File.Exists(tag) ? File.ReadAllText(tag) : "";
        bool resume = had > 0 && validator.Length > 0;
        return SendAsync<object?>(
            address,
            !resume
                ? null
                : request =>
                {
                    request.Headers.Range = new System.Net.Http.Headers.RangeHeaderValue(had, null);
                    request.Headers.TryAddWithoutValidation("If-Range", validator);
                },
            async (response, at) =>
            {
                bool goesOn =
                    response.StatusCode == HttpStatusCode.PartialContent
                    && response.Content.Headers.ContentRange?.From == had;
                File.WriteAllText(
                    tag,
                    response.Headers.ETag is { IsWeak: false } strong
                        ? strong.ToString()
                        : response.Content.Headers.LastModified?.ToString("R") ?? ""
                );
                using var file = new FileStream(
                    part,
                    goesOn ? FileMode.Append : FileMode.Create,
                    FileAccess.Write,
                    FileShare.Read,
                    64 * 1024,
                    useAsync: true
                );
                await CopyAsync(at, response, file, goesOn ? had : 0, mostBytes, progress, cancel)
                    .ConfigureAwait(false);
                return null;
            },
            cancel
        );
    }

    private async Task<T> SendAsync<T>(
        Uri address,
        Action<HttpRequestMessage>? prepare,
        Func<HttpResponseMessage, Uri, Task<T>> read,
        CancellationToken cancel
    )
    {
        address = WebAddress.WithoutCredentials(address);
        try
        {
            for (int hop = 0; hop <= Limits.Outgoing.Redirects; hop++)
            {
                if (address.Scheme is not ("http" or "https"))
                    throw new SourceException($"Only http and https addresses can be read, not {address.Scheme}.");
                using var request = new HttpRequestMessage(HttpMethod.Get, address);
                prepare?.Invoke(request);
                using HttpResponseMessage response = await _client
                    .SendAsync(request, HttpCompletionOption.ResponseHeadersRead, cancel)
                    .ConfigureAwait(false);
                if ((int)response.StatusCode is >= 300 and < 400 && response.Headers.Location is { } next)
                {
                    // "Location: //" names no host, and is none to go to.
                    if (
                        !Uri.TryCreate(address, next.OriginalString, out Uri? target)
                        || target.Scheme is "http" or "https" && target.Host.Length == 0
                    )
                        throw new SourceException($"{address.Authority} redirects to an address that is none.");
                    address = WebAddress.WithoutCredentials(target);
                    continue;
                }
                // What was received is longer than what there is by now, or all of it: it is fetched anew.
                if (response.StatusCode == HttpStatusCode.RequestedRangeNotSatisfiable && prepare is not null)
                {
                    prepare = null;
                    continue;
                }
                if (!response.IsSuccessStatusCode)
                    throw Refused(address, response);
                return await read(response, address).ConfigureAwait(false);
            }
            throw new SourceException($"{address.Host} redirects in a circle.");
        }
        catch (OperationCanceledException e) when (!cancel.IsCancellationRequested)
        {
            throw new SourceException(
                $"{address.Authority} is too slow: no answer in {_client.Timeout.TotalSeconds:0} seconds. Try again.",
                e
            );
        }
        catch (HttpRequestException e) when (e.InnerException is SourceException refused)
        {
            throw refused;
        }
        catch (InvalidDataException e)
        {
            throw new SourceException($"{address.Authority} sends what cannot be unpacked. Try again.", e);
        }
        catch (Exception e) when (e is UriFormatException or FormatException)
        {
            throw new SourceException($"{address.Authority} redirects to an address that is none.", e);
        }
        catch (Exception e) when (e is HttpRequestException or HttpIOException or IOException)
        {
            throw new SourceException($"{address.Authority} cannot be reached or broke off. Try again.", e);
        }
    }

    private static SourceException Refused(Uri address, HttpResponseMessage response)
    {
        TimeSpan? wait = Wait(response);
        string more = wait is { } w
            ? $" It asks to be left alone for {Math.Max(1, w.TotalSeconds):0} seconds."
            : " Try again later.";
        return new SourceException(
            $"{address.Authority} answered {(int)response.StatusCode} {response.ReasonPhrase}.{more}",
            retryAfter: wait
        );
    }

    private async Task<byte[]> ReadAsync(
        Uri address,
        HttpResponseMessage response,
        long mostBytes,
        Action<long, long?>? progress,
        CancellationToken cancel
    )
    {
        using var kept = new MemoryStream();
        await CopyAsync(address, response, kept, 0, mostBytes, progress, cancel).ConfigureAwait(false);
        return kept.ToArray();
    }

    private async Task CopyAsync(
        Uri address,
        HttpResponseMessage response,
        Stream to,
        long had,
        long mostBytes,
        Action<long, long?>? progress,
        CancellationToken cancel
    )
    {
        long? whole = response.Content.Headers.ContentLength is { } announced ? announced + had : null;
        if (whole > mostBytes)
            throw TooLarge(address, mostBytes);
        // The client's timeout ends with the headers; the body gets its own, so that one that never ends is left.
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(_client.Timeout * Limits.Outgoing.BodySeconds / Limits.Outgoing.AnswerSeconds);
        using Stream body = await response.Content.ReadAsStreamAsync(patience.Token).ConfigureAwait(false);
        byte[] buffer = new byte[64 * 1024];
        long got = had;
        int n;
        while ((n = await NextAsync().ConfigureAwait(false)) > 0)
        {
            got += n;
            if (got > mostBytes)
                throw TooLarge(address, mostBytes);
            await to.WriteAsync(buffer.AsMemory(0, n), patience.Token).ConfigureAwait(false);
            progress?.Invoke(got, whole);
        }
        async ValueTask<int> NextAsync()
        {
            try
            {
                return await body.ReadAsync(buffer, patience.Token).ConfigureAwait(false);
            }
            catch (Exception e) when (e is InvalidDataException or InvalidOperationException)
            {
                throw new SourceException($"{address.Authority} sends what cannot be unpacked. Try again.", e);
            }
        }
        if (got < whole)
            throw new SourceException($"{address.Authority} broke off after {got} of {whole} bytes. Try again.");
    }

    private static SourceException TooLarge(Uri address, long most) =>
        new($"{address.Authority} sends more than {most / 1024 / 1024.0:0.#} MB, which is more than is read here.");

    private async ValueTask<Stream> Connect(SocketsHttpConnectionContext context, CancellationToken cancel)
    {
        DnsEndPoint target = context.DnsEndPoint;
        bool configured =
            _configured.ContainsKey($"{target.Host}:{target.Port}")
            || (target.Port is 80 or 443 && _configured.ContainsKey(target.Host));
        IPAddress[] addresses = await Dns.GetHostAddressesAsync(target.Host, cancel).ConfigureAwait(false);
        IPAddress[] allowed = [.. addresses.Where(a => configured || PublicNetwork.Has(a) && !PublicNetwork.IsOwn(a))];
        if (allowed.Length == 0)
            throw new SourceException(
                $"{target.Host} is an address of this computer or its own network, which Jaali does not read."
            );
        var socket = new Socket(SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
        try
        {
            await socket.ConnectAsync(allowed, target.Port, cancel).ConfigureAwait(false);
            return new NetworkStream(socket, ownsSocket: true);
        }
        catch
        {
            socket.Dispose();
            throw;
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _client.Dispose();
}
