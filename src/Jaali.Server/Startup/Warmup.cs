using System.Net.Sockets;
using System.Text;
using Jaali.Core.Editing;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace Jaali.Server.Startup;

/// <summary>What the first steps need is made ready before anyone takes them: the list of talks before the server says
/// that
/// it is ready; beside it, while a page loads, the first slide of the latest talk and an edit that is not kept. The
/// server
/// asks itself as a browser does, so that the whole way of an answer is made ready, packing included.</summary>
public sealed class Warmup(
    TalkViews talks,
    DeckEditing desk,
    IServer server,
    IHostApplicationLifetime lifetime,
    ILogger<Warmup> log
) : IHostedLifecycleService
{
    // Whoever starts it does not wait longer than this for a list of very many talks.
    private static readonly TimeSpan Most = TimeSpan.FromSeconds(2);

    /// <summary>Nothing: there is no server to ask yet.</summary>
    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc cref="StartAsync"/>
    public Task StartingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Makes ready what everyone asks for first, the list of talks; then begins with the rest, for which
    /// nobody
    /// waits: where it fails the first steps are slower and nothing else.</summary>
    public async Task StartedAsync(CancellationToken cancellationToken)
    {
        await ListAsync(cancellationToken);
        _ = Task.Run(() => TriedAsync(RestAsync, lifetime.ApplicationStopping), lifetime.ApplicationStopping);
    }

    /// <summary>Nothing: it ends with the application.</summary>
    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc cref="StoppingAsync"/>
    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc cref="StoppingAsync"/>
    public Task StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    private async Task ListAsync(CancellationToken stop)
    {
        using var end = CancellationTokenSource.CreateLinkedTokenSource(stop);
        end.CancelAfter(Most);
        await TriedAsync(token => AskAsync("/api/decks", token), end.Token);
    }

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
            log.LogInformation(e, "The first steps could not be made ready");
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
