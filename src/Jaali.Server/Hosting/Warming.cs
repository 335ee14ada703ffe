using System.Net.Sockets;
using System.Text;
using Jaali.Core.Editing;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace Jaali.Server;

/// <summary>What the first steps need is made ready before anyone takes them: the list of talks before the server says that
/// it is ready; beside it, while a page loads, the first slide of the latest talk and an edit that is not kept. The server
/// asks itself as a browser does, so that the whole way of an answer is made ready, packing included.</summary>
public sealed class Warming(TalkViews talks, DeckDesk desk, IServer server, ILogger<Warming> log)
{
    // Whoever starts it does not wait longer than this for a list of very many talks.
    private static readonly TimeSpan Most = TimeSpan.FromSeconds(2);

    /// <summary>Makes ready what everyone asks for first: the list of talks.</summary>
    public async Task ListAsync(CancellationToken stop)
    {
        using var end = CancellationTokenSource.CreateLinkedTokenSource(stop);
        end.CancelAfter(Most);
        await TriedAsync(token => AskAsync("/api/decks", token), end.Token);
    }

    /// <summary>Begins with the rest; nobody waits for it, and where it fails the first steps are slower and nothing
    /// else.</summary>
    public void Begin(CancellationToken stop) => _ = Task.Run(() => TriedAsync(RestAsync, stop), stop);

    private async Task RestAsync(CancellationToken stop)
    {
        if (await talks.AllAsync(stop) is not [var latest, ..])
            return;
        await AskAsync($"/api/decks/{latest.Id}/changes?rest=true", stop);
        if (await desk.OpenAsync(latest.Id, stop) is { } stored)
            desk.Try(stored.Deck, new SetTitle(stored.Deck.Title));
    }

    private async Task TriedAsync(Func<CancellationToken, Task> work, CancellationToken stop)
    {
        try
        {
            await work(stop);
        }
        catch (OperationCanceledException)
        {
            // The server is stopping, or it takes too long.
        }
        catch (Exception e)
        {
            log.LogWarning(e, "The first steps could not be made ready");
        }
    }

    // One that listens at every address is reached at its own machine's.
    private static Uri Reached(string address)
    {
        var at = new Uri(address);
        return at.Host switch
        {
            "0.0.0.0" => new UriBuilder(at) { Host = "127.0.0.1" }.Uri,
            "[::]" => new UriBuilder(at) { Host = "[::1]" }.Uri,
            _ => at,
        };
    }

    private async Task AskAsync(string path, CancellationToken stop)
    {
        if (server.Features.Get<IServerAddressesFeature>()?.Addresses.Select(Reached).FirstOrDefault() is not { } at)
            return;
        using var socket = new TcpClient();
        await socket.ConnectAsync(at.IdnHost, at.Port, stop);
        NetworkStream line = socket.GetStream();
        await line.WriteAsync(
            Encoding.ASCII.GetBytes(
                $"GET {path} HTTP/1.1\r\nHost: {at.Authority}\r\nAccept-Encoding: br\r\nConnection: close\r\n\r\n"
            ),
            stop
        );
        await line.CopyToAsync(Stream.Null, stop);
    }
}
