using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Routing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace Jaali.Server.Tests;

/// <summary>The podium on another device: its link gives steering, slides, notes and the pictures that they show of one
/// talk, and nothing else of the server answers to it.</summary>
public sealed class PodiumTests : IDisposable
{
    private readonly ScratchFolder _here = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;
    private readonly HttpClient _device = new();

    public PodiumTests()
    {
        _factory = Running.On(_here.Path);
        _client = _factory.Client();
    }

    public void Dispose()
    {
        _device.Dispose();
        _client.Dispose();
        _factory.Dispose();
        _here.Dispose();
    }

    private DeckEditing Desk => _factory.Services.GetRequiredService<DeckEditing>();

    private PodiumSittings Sittings => _factory.Services.GetRequiredService<PodiumSittings>();

    private async Task<(Deck Deck, string Shown, string Kept)> TalkAsync(string title)
    {
        JsonNode made = (
            await (await _client.PostAsJsonAsync("/api/decks", new { title })).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        var id = Guid.Parse((string)made["id"]!);
        await Do(new AddPoints("Low water\nHigh water"));
        Deck deck = await Do(new MakeSlides());
        var photos = _factory.Services.GetRequiredService<PhotoStore>();
        var taking = _factory.Services.GetRequiredService<Gathering.PhotoImporter>();
        List<string> ids = [];
        foreach (string colour in (string[])["tan", "navy"])
        {
            string file = _here.File(colour + title.Length + ".jpg");
            Outside.Run("convert", "-size", "640x400", $"plasma:{colour}-grey", file);
            Outside.Run("exiftool", "-overwrite_original", "-q", "-GPSLatitude=57.1", "-GPSLatitudeRef=N", file);
            (string photo, _) = await taking.TakeFileAsync(file, "a.jpg", default);
            await photos.CorrectAsync(
                photo,
                r => r with { Maker = "T. Oar", Licence = new Licence(LicenceFamily.By, "4.0", "") },
                Evidence.Of("The page says CC BY 4.0.", "https://terns.example/", DateTimeOffset.UtcNow)
            );
            ids.Add(photo);
        }
        deck = await Do(new PlaceGround(deck.Slides[1].Id, ids[0]));
        deck = await Do(new SetNotes(deck.Slides[1].Id, "Say it slowly."));
        deck = await Do(new AddToShortlist(deck.Slides[1].PointId!.Value, ids[1]));
        return (deck, ids[0], ids[1]);

        async Task<Deck> Do(DeckCommand command) =>
            await Desk.ApplyAsync(id, null, command) is EditSaved done
                ? done.Now.Deck
                : throw new InvalidOperationException(command.ToString());
    }

    // The link as a device on this computer reaches it.
    private async Task<string> LinkAsync(Guid deck)
    {
        HttpResponseMessage answer = await _client.PostAsync($"/api/decks/{deck}/podium", null);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        PodiumSitting sitting = Sittings.Of(deck)!;
        foreach (JsonNode? a in (await answer.Content.ReadFromJsonAsync<JsonNode>())!["addresses"]!.AsArray())
        {
            Assert.EndsWith($":{Sittings.Port}/{sitting.Secret}/", (string)a!["address"]!, StringComparison.Ordinal);
            Assert.StartsWith("data:image/png;base64,", (string)a["picture"]!, StringComparison.Ordinal);
        }
        return $"http://127.0.0.1:{Sittings.Port}/{sitting.Secret}";
    }

    [Fact]
    public async Task Slides_notes_and_the_pictures_they_show_come_by_the_link_and_no_more()
    {
        (Deck deck, string shown, string kept) = await TalkAsync("Low water");
        Assert.Equal(HttpStatusCode.NotFound, (await _client.GetAsync($"/api/decks/{deck.Id}/podium")).StatusCode);
        Assert.Null(Sittings.Port);
        string link = await LinkAsync(deck.Id);
        // 128 bits, the same for as long as the sitting lasts.
        Assert.Equal(16, System.Buffers.Text.Base64Url.DecodeFromChars(Sittings.Of(deck.Id)!.Secret).Length);
        Assert.Equal(link, await LinkAsync(deck.Id));
        foreach (string file in (string[])["/", "/podium.js", "/podium.css", "/talk"])
        {
            HttpResponseMessage answer = await _device.GetAsync(link + file);
            Assert.True(answer.IsSuccessStatusCode, file);
            Assert.Contains(
                "default-src 'none'",
                string.Join(' ', answer.Headers.GetValues("Content-Security-Policy")),
                StringComparison.Ordinal
            );
            Assert.Equal("no-store", answer.Headers.CacheControl?.ToString());
        }
        string said = await _device.GetStringAsync(link + "/talk");
        JsonNode talk = JsonNode.Parse(said)!;
        Assert.Contains("Say it slowly.", said, StringComparison.Ordinal);
        Assert.Equal(deck.Slides.Count, talk["slides"]!.AsArray().Count);
        // Not what is only kept, no evidence, no words of a source.
        Assert.DoesNotContain(kept, said, StringComparison.Ordinal);
        Assert.DoesNotContain("The page says", said, StringComparison.Ordinal);
        JsonObject pictures = talk["pictures"]!.AsObject();
        Assert.Equal([shown], pictures.Select(p => p.Key));
        string name = (string)pictures[shown]!;
        Assert.DoesNotContain(shown[..12], name, StringComparison.Ordinal);
        byte[] picture = await _device.GetByteArrayAsync($"{link}/{name}");
        string file2 = _here.File("given.jpg");
        File.WriteAllBytes(file2, picture);
        string inside = Outside.Run("exiftool", "-G1", "-a", file2);
        Assert.DoesNotContain("GPS", inside, StringComparison.Ordinal);
        Assert.Contains("T. Oar", inside, StringComparison.Ordinal);
        foreach (
            string other in (string[])
                [
                    $"/pictures/{shown}",
                    $"/pictures/{kept}",
                    "/pictures/" + name["pictures/".Length..^1],
                    $"/iiif/{shown}/full/max/0/default.jpg",
                    "/pictures/",
                    "/..%2f..%2fapi/decks",
                    "//api/decks",
                ]
        )
            Assert.Equal(HttpStatusCode.NotFound, (await _device.GetAsync(link + other)).StatusCode);
        // A picture that is taken off its slide is not given any more.
        await Desk.ApplyAsync(
            deck.Id,
            null,
            new RemoveItem(
                deck.Slides[1].Id,
                (await Desk.OpenAsync(deck.Id))!.Deck.Slides[1].Items.First(i => i is Core.Items.Frame).Id
            )
        );
        Assert.Equal(HttpStatusCode.NotFound, (await _device.GetAsync($"{link}/{name}")).StatusCode);
    }

    [Fact]
    public async Task No_endpoint_of_the_server_answers_to_it()
    {
        (Deck deck, string shown, _) = await TalkAsync("Low water");
        string link = await LinkAsync(deck.Id),
            root = $"http://127.0.0.1:{Sittings.Port}";
        RouteEndpoint[] all =
        [
            .. _factory.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>(),
        ];
        Assert.True(all.Length > 80, $"only {all.Length} endpoints were found");
        int asked = 0;
        foreach (RouteEndpoint endpoint in all)
        {
            string path =
                "/"
                + string.Join(
                    '/',
                    endpoint.RoutePattern.PathSegments.Select(s =>
                        string.Concat(
                            s.Parts.Select(p =>
                                p switch
                                {
                                    Microsoft.AspNetCore.Routing.Patterns.RoutePatternLiteralPart l => l.Content,
                                    Microsoft.AspNetCore.Routing.Patterns.RoutePatternSeparatorPart d => d.Content,
                                    Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart { Name: "id" } =>
                                        endpoint.RoutePattern.RawText!.Contains("guid", StringComparison.Ordinal)
                                            ? deck.Id.ToString()
                                            : shown,
                                    Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart v =>
                                        v.ParameterPolicies.Any(c => c.Content == "guid")
                                            ? deck.Slides[1].Id.ToString()
                                            : "1",
                                    _ => "",
                                }
                            )
                        )
                    )
                );
            // The six addresses of the listener's own are tried elsewhere; “live” is there for its talk alone.
            if (path is "/" or "//" or "/live" || path.StartsWith("/live/", StringComparison.Ordinal))
                continue;
            foreach (string method in endpoint.Metadata.GetMetadata<IHttpMethodMetadata>()?.HttpMethods ?? ["GET"])
            foreach (string before in (string[])["", "/" + new string('A', 22), link[root.Length..]])
            {
                using var request = new HttpRequestMessage(new HttpMethod(method), root + before + path);
                request.Headers.Add("X-Jaali", "1");
                if (method is "POST" or "PUT" or "PATCH")
                    request.Content = JsonContent.Create(new { });
                HttpResponseMessage answer = await _device.SendAsync(request);
                Assert.True(
                    answer.StatusCode is HttpStatusCode.NotFound or HttpStatusCode.MethodNotAllowed,
                    $"{method} {before}{path}: {(int)answer.StatusCode}"
                );
                Assert.Empty(await answer.Content.ReadAsByteArrayAsync());
                asked++;
            }
        }
        Assert.True(asked > 250, $"only {asked} were asked");
        Assert.Equal(HttpStatusCode.NotFound, (await _device.GetAsync(root + "/")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _device.PostAsync(root + "/live/negotiate", null)).StatusCode);
    }

    private static async Task<HubConnection> ConnectAsync(string link)
    {
        HubConnection connection = new HubConnectionBuilder().WithUrl(link + "/live").Build();
        await connection.StartAsync();
        return connection;
    }

    private static object At(Guid slide) =>
        new
        {
            kind = "at",
            from = "device",
            sequence = 5.0,
            slideId = slide,
            page = 0,
            step = 0,
            dark = "",
            talk = (double?)null,
            onSlide = 0.0,
        };

    [Fact]
    public async Task A_device_steers_its_talk_and_no_other_and_hears_what_changes()
    {
        (Deck deck, _, _) = await TalkAsync("Low water");
        (Deck other, _, _) = await TalkAsync("Another talk");
        string link = await LinkAsync(deck.Id);
        await LinkAsync(other.Id);
        await using HubConnection one = await ConnectAsync(link),
            two = await ConnectAsync(link);
        var live = _factory.Services.GetRequiredService<LiveMessages>();
        var heard = new TaskCompletionSource<Guid>();
        two.On<Guid, Steering>("steered", (of, s) => heard.TrySetResult(of));
        var changed = new TaskCompletionSource();
        two.On("talkChanged", () => changed.TrySetResult());
        Assert.True(await one.InvokeAsync<bool>("Join", deck.Id));
        Assert.False(await one.InvokeAsync<bool>("Join", other.Id));
        // Steering another talk is not heard; the next is.
        await one.InvokeAsync("Steer", other.Id, At(other.Slides[0].Id));
        await one.InvokeAsync("Steer", deck.Id, At(deck.Slides[1].Id));
        Assert.Equal(deck.Id, await heard.Task.WaitAsync(TimeSpan.FromSeconds(10)));
        // What a window of the program does is heard at the device.
        var again = new TaskCompletionSource<double>();
        one.On<Guid, Steering>("steered", (_, s) => again.TrySetResult(s.Sequence));
        live.Heard(deck.Id, new Steering("at", "window", 7, deck.Slides[0].Id, 0, 0, "", null, 0));
        Assert.Equal(7, await again.Task.WaitAsync(TimeSpan.FromSeconds(10)));
        await Desk.ApplyAsync(deck.Id, null, new SetNotes(deck.Slides[1].Id, "Say it quickly."));
        await live.DeckChangedAsync(deck.Id, new { });
        await changed.Task.WaitAsync(TimeSpan.FromSeconds(10));
        Assert.Contains("quickly", await _device.GetStringAsync(link + "/talk"), StringComparison.Ordinal);
        // Nothing else may be called.
        await Assert.ThrowsAnyAsync<Exception>(() => one.InvokeAsync("Leave", deck.Id));
    }

    [Fact]
    public async Task Withdrawn_it_leads_nowhere_and_nothing_listens_any_more()
    {
        (Deck deck, _, _) = await TalkAsync("Low water");
        (Deck other, _, _) = await TalkAsync("Another talk");
        string link = await LinkAsync(deck.Id),
            second = await LinkAsync(other.Id);
        await using HubConnection device = await ConnectAsync(link);
        var gone = new TaskCompletionSource();
        device.Closed += _ =>
        {
            gone.TrySetResult();
            return Task.CompletedTask;
        };
        Assert.Equal(HttpStatusCode.NoContent, (await _client.DeleteAsync($"/api/decks/{deck.Id}/podium")).StatusCode);
        await gone.Task.WaitAsync(TimeSpan.FromSeconds(10));
        Assert.Equal(HttpStatusCode.NotFound, (await _device.GetAsync(link + "/talk")).StatusCode);
        Assert.True((await _device.GetAsync(second + "/talk")).IsSuccessStatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _client.DeleteAsync($"/api/decks/{deck.Id}/podium")).StatusCode);
        // With the last of them the listener closes.
        await _client.DeleteAsync($"/api/decks/{other.Id}/podium");
        Assert.Null(Sittings.Port);
        await Assert.ThrowsAsync<HttpRequestException>(() => _device.GetAsync(second + "/talk"));
        // A new link is another one.
        string anew = await LinkAsync(deck.Id);
        Assert.NotEqual(link[link.LastIndexOf('/')..], anew[anew.LastIndexOf('/')..]);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _client.PostAsync($"/api/decks/{Guid.NewGuid()}/podium", null)).StatusCode
        );
    }

    [Fact]
    public async Task It_ends_with_an_hour_in_which_nobody_used_it_and_with_its_talk()
    {
        var sitting = new PodiumSitting(Guid.NewGuid(), DateTimeOffset.UnixEpoch);
        Assert.Equal(DateTimeOffset.UnixEpoch.AddHours(1), sitting.Until);
        sitting.Used(DateTimeOffset.UnixEpoch.AddMinutes(30));
        Assert.Equal(DateTimeOffset.UnixEpoch.AddMinutes(90), sitting.Until);
        (Deck deck, _, _) = await TalkAsync("Low water");
        string link = await LinkAsync(deck.Id);
        await Sittings.EndIdleAsync(default);
        Assert.NotNull(Sittings.Of(deck.Id));
        Sittings.Of(deck.Id)!.Used(DateTimeOffset.UtcNow.AddHours(-2));
        await Sittings.EndIdleAsync(default);
        Assert.Null(Sittings.Of(deck.Id));
        Assert.Null(Sittings.Port);
        link = await LinkAsync(deck.Id);
        Assert.True((await _client.DeleteAsync($"/api/decks/{deck.Id}")).IsSuccessStatusCode);
        await Sittings.EndIdleAsync(default);
        await Assert.ThrowsAsync<HttpRequestException>(() => _device.GetAsync(link + "/talk"));
    }

    /// <summary>Any other address than this computer's own is refused, unless it is said what that means.</summary>
    [Theory]
    [InlineData("0.0.0.0", null, false)]
    [InlineData("::", null, false)]
    [InlineData("192.0.2.7", null, false)]
    [InlineData("0.0.0.0", "yes", false)]
    [InlineData("0.0.0.0", "anyone", true)]
    [InlineData("127.0.0.1", null, true)]
    [InlineData("::1", null, true)]
    [InlineData("localhost", null, true)]
    public void Another_address_than_this_computers_own_has_to_be_meant(string host, string? open, bool starts)
    {
        var from = new Microsoft.Extensions.Configuration.ConfigurationManager();
        from["host"] = host;
        from["open"] = open;
        (Startup.Settings? settings, string why) = Startup.Settings.Read(from);
        Assert.Equal(starts, settings is not null);
        Assert.Equal(!starts, why.Contains("--open=anyone", StringComparison.Ordinal));
    }
}
