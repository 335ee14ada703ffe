using System.Net;
using System.Net.Sockets;

namespace Jaali.Sources;

/// <summary>Thrown when a source cannot be read; the message is for a person.</summary>
public sealed class SourceException(string message, Exception? inner = null, TimeSpan? retryAfter = null) : Exception(message, inner)
{
    /// <summary>How long the source asked to be left alone, if it did.</summary>
    public TimeSpan? RetryAfter { get; } = retryAfter;
}

/// <summary>
/// Fetches from sources with limits on addresses, time, bytes and redirects. Loopback and private addresses are refused, but for the origins that are configured.
/// The connection goes to the very address that was checked.
/// </summary>
public sealed class SourceHttp : IDisposable
{
    private const int MostRedirects = 4;
    private readonly HashSet<string> _configured;
    private readonly HttpClient _client;

    /// <summary>A fetcher that may also reach these origins, such as <c>http://127.0.0.1:5081</c>.</summary>
    public SourceHttp(IEnumerable<string> configuredOrigins, TimeSpan? timeout = null)
    {
        _configured = [.. configuredOrigins.Select(o => new Uri(o).Authority)];
        _client = new HttpClient(new SocketsHttpHandler { AllowAutoRedirect = false, ConnectCallback = Connect, ConnectTimeout = TimeSpan.FromSeconds(5), AutomaticDecompression = DecompressionMethods.All, PooledConnectionLifetime = TimeSpan.FromMinutes(2) })
        {
            Timeout = timeout ?? TimeSpan.FromSeconds(15),
        };
        _client.DefaultRequestHeaders.UserAgent.ParseAdd("Jaali/0.1");
    }

    /// <summary>The body of an address, at most so many bytes.</summary>
    /// <param name="address">http or https.</param>
    /// <param name="mostBytes">The limit.</param>
    /// <param name="progress">Told the bytes so far and the announced length, or null where none is announced.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="SourceException">It cannot be read; the message says why.</exception>
    public async Task<byte[]> GetAsync(Uri address, long mostBytes, Action<long, long?>? progress = null, CancellationToken cancel = default)
    {
        try
        {
            for (int hop = 0; hop <= MostRedirects; hop++)
            {
                if (address.Scheme is not ("http" or "https")) throw new SourceException($"Only http and https addresses can be read, not {address.Scheme}.");
                using HttpResponseMessage response = await _client.GetAsync(address, HttpCompletionOption.ResponseHeadersRead, cancel).ConfigureAwait(false);
                if ((int)response.StatusCode is >= 300 and < 400 && response.Headers.Location is { } next)
                {
                    address = new Uri(address, next);
                    continue;
                }
                if (!response.IsSuccessStatusCode) throw Refused(address, response);
                return await ReadAsync(address, response, mostBytes, progress, cancel).ConfigureAwait(false);
            }
            throw new SourceException($"{address.Host} redirects in a circle.");
        }
        catch (OperationCanceledException e) when (!cancel.IsCancellationRequested)
        {
            throw new SourceException($"{address.Authority} is too slow: no answer in {_client.Timeout.TotalSeconds:0} seconds. Try again.", e);
        }
        catch (HttpRequestException e) when (e.InnerException is SourceException refused)
        {
            throw refused;
        }
        catch (Exception e) when (e is HttpRequestException or IOException)
        {
            throw new SourceException($"{address.Authority} cannot be reached or broke off. Try again.", e);
        }
    }

    private static SourceException Refused(Uri address, HttpResponseMessage response)
    {
        TimeSpan? wait = response.Headers.RetryAfter?.Delta;
        string more = wait is { } w ? $" It asks to be left alone for {w.TotalSeconds:0} seconds." : " Try again later.";
        return new SourceException($"{address.Authority} answered {(int)response.StatusCode} {response.ReasonPhrase}.{more}", retryAfter: wait);
    }

    private async Task<byte[]> ReadAsync(Uri address, HttpResponseMessage response, long mostBytes, Action<long, long?>? progress, CancellationToken cancel)
    {
        long? announced = response.Content.Headers.ContentLength;
        if (announced > mostBytes) throw TooLarge(address, mostBytes);
        // The client's timeout ends with the headers; the body gets its own, so that one that never ends is left.
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(_client.Timeout * 4);
        using Stream body = await response.Content.ReadAsStreamAsync(patience.Token).ConfigureAwait(false);
        using var kept = new MemoryStream();
        byte[] buffer = new byte[64 * 1024];
        int n;
        while ((n = await body.ReadAsync(buffer, patience.Token).ConfigureAwait(false)) > 0)
        {
            kept.Write(buffer, 0, n);
            if (kept.Length > mostBytes) throw TooLarge(address, mostBytes);
            progress?.Invoke(kept.Length, announced);
        }
        if (announced is { } whole && kept.Length < whole) throw new SourceException($"{address.Authority} broke off after {kept.Length} of {whole} bytes. Try again.");
        return kept.ToArray();
    }

    private static SourceException TooLarge(Uri address, long most) => new($"{address.Authority} sends more than {most / 1024 / 1024.0:0.#} MB, which is more than is read here.");

    private async ValueTask<Stream> Connect(SocketsHttpConnectionContext context, CancellationToken cancel)
    {
        DnsEndPoint target = context.DnsEndPoint;
        bool configured = _configured.Contains($"{target.Host}:{target.Port}") || (target.Port == 80 && _configured.Contains(target.Host));
        IPAddress[] addresses = await Dns.GetHostAddressesAsync(target.Host, cancel).ConfigureAwait(false);
        IPAddress[] allowed = [.. addresses.Where(a => configured || IsPublic(a))];
        if (allowed.Length == 0) throw new SourceException($"{target.Host} is an address of this computer or its own network, which Jaali does not read.");
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

    /// <summary>False for loopback, private, link-local, shared, multicast and reserved addresses.</summary>
    public static bool IsPublic(IPAddress address)
    {
        if (address.IsIPv4MappedToIPv6) address = address.MapToIPv4();
        if (IPAddress.IsLoopback(address)) return false;
        byte[] b = address.GetAddressBytes();
        return address.AddressFamily == AddressFamily.InterNetwork
            ? !(b[0] is 0 or 10 or 127 or >= 224 || (b[0] == 172 && b[1] is >= 16 and <= 31) || (b[0] == 192 && b[1] == 168) || (b[0] == 169 && b[1] == 254) || (b[0] == 100 && b[1] is >= 64 and <= 127) || (b[0] == 198 && b[1] is 18 or 19))
            : !(address.IsIPv6LinkLocal || address.IsIPv6SiteLocal || address.IsIPv6Multicast || address.IsIPv6UniqueLocal || address.Equals(IPAddress.IPv6None) || address.Equals(IPAddress.IPv6Any));
    }

    /// <inheritdoc/>
    public void Dispose() => _client.Dispose();
}
