using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Jaali.Server.Tests;

/// <summary>A running server as tests use it: started on a folder, asked by a client, its jobs waited for.</summary>
internal static class Running
{
    /// <summary>A server on a data folder, with the web client beside it.</summary>
    internal static WebApplicationFactory<Program> On(string data) =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("data", data).UseSetting("web", Outside.File("src", "web", "dist"))
        );

    /// <summary>A client that may change something.</summary>
    internal static HttpClient Client(this WebApplicationFactory<Program> server)
    {
        HttpClient client = server.CreateClient();
        client.DefaultRequestHeaders.Add("X-Jaali", "1");
        return client;
    }

    /// <summary>A job when it has come to its end.</summary>
    internal static async Task<JsonNode> EndAsync(this HttpClient client, string job)
    {
        for (int i = 0; i < 1200; i++)
        {
            JsonNode now = (await client.GetFromJsonAsync<JsonNode>($"/api/jobs/{job}"))!;
            if ((string)now["state"]! is not ("waiting" or "running"))
                return now;
            await Task.Delay(50);
        }
        throw new TimeoutException("The job did not end.");
    }

    /// <summary>The job that was asked for, when it has come to its end.</summary>
    internal static async Task<JsonNode> EndAsync(this HttpClient client, HttpResponseMessage asked)
    {
        Assert.Equal(HttpStatusCode.Accepted, asked.StatusCode);
        return await client.EndAsync((string)(await asked.Content.ReadFromJsonAsync<JsonNode>())!["id"]!);
    }

    /// <summary>A copy of a talk, as it is handed on.</summary>
    internal static async Task<byte[]> CopyAsync(this HttpClient client, Guid deck, object asked)
    {
        JsonNode end = await client.EndAsync(await client.PostAsJsonAsync($"/api/decks/{deck}/copies", asked));
        Assert.True((string)end["state"]! == "done", end.ToJsonString());
        return await client.GetByteArrayAsync((string)end["result"]!);
    }
}
