using System.Net.Sockets;
using System.Text;
using Jaali.Core.Editing;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace Jaali.Server;

/// <summary>Once the server is ready and before anyone has loaded its page, what the first steps need is made ready beside
/// it: the list of talks, the first slide of the latest one, and an edit that is not kept. It asks itself as a browser
/// does, so that the whole way of an answer is made ready, packing included.</summary>
public sealed class Warming(TalkViews talks, DeckDesk desk, IServer server, ILogger<Warming> log)
{
    /// <summary>Begins; nobody waits for it, and where it fails the first steps are slower and nothing else.</summary>
    public void Begin(CancellationToken stop) => _ = Task.Run(() => RunAsync(stop), stop);

    private async Task RunAsync(CancellationToken stop)
    {
        try
        {
            Uri? at = server.Features.Get<IServerAddressesFeature>()?.Addresses.Select(Reached).FirstOrDefault();
            await AskAsync(at, "/api/decks", stop);
            if (await talks.AllAsync(stop) is not [var latest, ..])
                return;
            await AskAsync(at, $"/api/decks/{latest.Id}/changes?rest=true", stop);
            if (await desk.OpenAsync(latest.Id, stop) is { } stored)
                desk.Try(stored.Deck, new SetTitle(stored.Deck.Title));
        }
        catch (OperationCanceledException)
        {
            // The server is stopping.
        }
        catch (Exception e)
        {
            log.LogWarning(e, "The first steps could not be made ready");
        }
    }

    // One that listens at every address is reached at its own machine's.
    private static Uri? Reached(string address)
    {
        var at = new Uri(address);
        return at.Host switch
        {
            "0.0.0.0" => new UriBuilder(at) { Host = "127.0.0.1" }.Uri,
            "[::]" => new UriBuilder(at) { Host = "[::1]" }.Uri,
            _ => at,
        };
    }

    private static async Task AskAsync(Uri? at, string path, CancellationToken stop)
    {
        if (at is null)
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
