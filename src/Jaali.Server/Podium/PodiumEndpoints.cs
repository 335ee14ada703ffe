using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using Microsoft.AspNetCore.Http.HttpResults;
using QRCoder;

namespace Jaali.Server.Podium;

/// <summary>An address at which another device finds the podium.</summary>
/// <param name="Address">The link, with its secret.</param>
/// <param name="Picture">The same as a QR code, as a data address.</param>
public sealed record PodiumAddress(string Address, string Picture);

/// <summary>The podium's link of a talk.</summary>
/// <param name="Addresses">One for each network that this computer is in; empty where it is in none.</param>
/// <param name="Devices">How many devices listen now.</param>
/// <param name="Until">When it ends by itself, where nobody uses it.</param>
/// <param name="Missing">What of the photos' credits is shown nowhere, in a sentence; empty for nothing.</param>
public sealed record PodiumLink(
    IReadOnlyList<PodiumAddress> Addresses,
    int Devices,
    DateTimeOffset Until,
    string Missing
);

/// <summary>The podium's link: made, seen, withdrawn. The link itself leads to <see cref="PodiumListener"/>.</summary>
public static class PodiumEndpoints
{
    private const int PixelsPerModule = 8;

    /// <summary>Maps the endpoints under <c>/api/decks/{id:guid}/podium</c>; each answers a refusal as problem
    /// details.</summary>
    public static void MapPodium(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder podium = app.MapGroup("/api/decks/{id:guid}/podium").WithTags("Show");
        podium.MapPost("/", OpenAsync).WithName("openPodium");
        podium.MapGet("/", ReadAsync).WithName("readPodium");
        podium.MapDelete("/", EndAsync).WithName("endPodium");
    }

    private static async Task<Results<Ok<PodiumLink>, ProblemHttpResult>> OpenAsync(
        Guid id,
        DeckEditing desk,
        PodiumSittings sittings,
        LedgerCache ledger,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is null)
            return Problems.NotFound("talk");
        try
        {
            await sittings.OpenAsync(id, cancel);
        }
        catch (IOException)
        {
            return Problems.Of(
                new Core.Refusal(
                    "no-listener",
                    "This computer lets no other device in at the moment. Look whether a firewall stands between, "
                        + "and try again."
                ),
                StatusCodes.Status503ServiceUnavailable
            );
        }
        return await ReadAsync(id, desk, sittings, ledger, cancel);
    }

    private static async Task<Results<Ok<PodiumLink>, ProblemHttpResult>> ReadAsync(
        Guid id,
        DeckEditing desk,
        PodiumSittings sittings,
        LedgerCache ledger,
        CancellationToken cancel
    )
    {
        if ((await desk.OpenAsync(id, cancel))?.Deck is not { } deck)
            return Problems.NotFound("talk");
        if (sittings.Of(id) is not { } sitting || sittings.Port is not { } port)
            return Problems.NotFound("podium's link");
        // What another device shows is the talk itself: what it credits nowhere is credited nowhere there.
        string[] uncredited =
        [
            .. ledger
                .Of(deck)
                .Where(e => e.Judgement.Findings.Any(f => f.Code is "credit-nowhere" or "credit-incomplete"))
                .Select(e => e.Photo.Rights.Title is { Length: > 0 } title ? $"“{title}”" : "an untitled photo"),
        ];
        return TypedResults.Ok(
            new PodiumLink(
                [
                    .. Networks()
                        .Select(a =>
                            $"http://{(a.Contains(':', StringComparison.Ordinal) ? $"[{a}]" : a)}:{port}/{sitting.Secret}/"
                        )
                        .Select(a => new PodiumAddress(a, Picture(a))),
                ],
                sitting.Devices,
                sitting.Until,
                uncredited.Length == 0
                    ? ""
                    : $"What is shown names the maker of {Listed(uncredited)} nowhere. The ledger puts that right."
            )
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> EndAsync(
        Guid id,
        PodiumSittings sittings,
        CancellationToken cancel
    ) => await sittings.EndAsync(id, cancel) ? TypedResults.NoContent() : Problems.NotFound("podium's link");

    // The addresses of this computer in the networks that it is in.
    private static IEnumerable<string> Networks() =>
        NetworkInterface
            .GetAllNetworkInterfaces()
            .Where(i =>
                i.OperationalStatus == OperationalStatus.Up && i.NetworkInterfaceType != NetworkInterfaceType.Loopback
            )
            .SelectMany(i => i.GetIPProperties().UnicastAddresses)
            .Select(u => u.Address)
            .Where(a => a.AddressFamily == AddressFamily.InterNetwork && !IPAddress.IsLoopback(a))
            .Select(a => a.ToString())
            .Distinct()
            .Take(MostAddresses);

    private const int MostAddresses = 4;

    private static string Listed(string[] titles) =>
        titles.Length <= 2 ? string.Join(" and ", titles) : $"{titles[0]} and {titles.Length - 1} other photos";

    private static string Picture(string address)
    {
        using QRCodeData code = QRCodeGenerator.GenerateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var png = new PngByteQRCode(code);
        return "data:image/png;base64," + Convert.ToBase64String(png.GetGraphic(PixelsPerModule));
    }
}
