using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Jaali.Faults.Tests;

/// <summary>Every endpoint of the described interface, with values of the wrong type, nothing, huge and tiny ones: a
/// refusal in words, never a fault.</summary>
public sealed class WalkTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly WebApplicationFactory<Program> _factory;
    private readonly HttpClient _client;

    private static readonly string[] Odd =
    [
        "",
        "null",
        "{}",
        "[]",
        "\"x\"",
        "true",
        "-1",
        "1e999",
        "[[[[[[[[]]]]]]]]",
        "{\"a\":",
        "{\"\\ud800\":\"\\udc00\"}",
        "\u0000",
    ];

    private static readonly string[] Values =
    [
        "null",
        "\"\"",
        "\"x\"",
        "\"\\ud800\"",
        "-1",
        "99999999999",
        "1.5",
        "true",
        "[]",
        "{}",
        "[null]",
        "{\"kind\":\"nonsense\"}",
    ];

    public WalkTests()
    {
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b => b.UseSetting("data", _folder.Path));
        _client = _factory.CreateClient();
        _client.DefaultRequestHeaders.Add(OriginGuard.Header, "1");
        _client.Timeout = TimeSpan.FromSeconds(60);
    }

    [Fact]
    public async Task No_endpoint_answers_a_wrong_request_with_a_fault()
    {
        JsonElement made = await (
            await _client.PostAsJsonAsync("/api/decks", new { title = "Walk", points = "One\nTwo" })
        ).Content.ReadFromJsonAsync<JsonElement>();
        string deck = made.TryGetProperty("id", out JsonElement id) ? id.GetString()! : Guid.NewGuid().ToString();
        using JsonDocument described = JsonDocument.Parse(
            await File.ReadAllTextAsync(Outside.File("docs", "openapi.json"))
        );
        List<string> faults = [];
        int asked = 0;
        foreach (JsonProperty path in described.RootElement.GetProperty("paths").EnumerateObject())
        foreach (
            JsonProperty method in path
                .Value.EnumerateObject()
                .Where(m => m.Name is "get" or "post" or "put" or "delete" or "patch")
        )
        {
            string[] addresses =
            [
                Fill(path.Name, deck),
                Fill(path.Name, Guid.Empty.ToString()),
                Fill(path.Name, "nonsense"),
                Fill(path.Name, new string('a', 64)),
                Fill(path.Name, "%01"),
            ];
            foreach (string address in addresses)
            foreach (string query in Queries(method.Value).Take(address == addresses[0] ? 40 : 1))
            foreach (
                string? body in method.Name is "get" or "delete"
                    ? new string?[] { null }
                    : Bodies(described.RootElement, method.Value).Take(address == addresses[0] ? 200 : 3)
            )
            {
                using var request = new HttpRequestMessage(
                    new HttpMethod(method.Name.ToUpperInvariant()),
                    address + query
                );
                if (body is not null)
                    request.Content = new StringContent(body, Encoding.UTF8, Type(method.Value));
                asked++;
                using HttpResponseMessage answer = await _client.SendAsync(request);
                if ((int)answer.StatusCode >= 500 && answer.StatusCode != HttpStatusCode.BadGateway)
                    faults.Add(
                        $"{(int)answer.StatusCode} {method.Name} {address}{query} {body?[..Math.Min(body.Length, 120)]}"
                    );
            }
        }
        Console.WriteLine(
            $"samples: endpoints walked with {asked} wrong requests: {asked - faults.Count} of {asked} as expected."
        );
        Assert.True(faults.Count == 0, string.Join('\n', faults.Take(40)));
    }

    private static string Fill(string path, string value) =>
        "/" + string.Join('/', path.Trim('/').Split('/').Select(p => p.StartsWith('{') ? value : p));

    private static string Type(JsonElement method) =>
        method.TryGetProperty("requestBody", out JsonElement b)
        && b.GetProperty("content").EnumerateObject().FirstOrDefault().Name is { Length: > 0 } type
            ? type
            : "application/json";

    private static IEnumerable<string> Queries(JsonElement method)
    {
        string[] names = method.TryGetProperty("parameters", out JsonElement all)
            ?
            [
                .. all.EnumerateArray()
                    .Where(p => p.GetProperty("in").GetString() == "query")
                    .Select(p => p.GetProperty("name").GetString()!),
            ]
            : [];
        yield return "";
        foreach (
            string value in (string[])["", "x", "-1", "99999999999", "1.5", "%00", "%ED%A0%80", new string('y', 3000)]
        )
            if (names.Length > 0)
                yield return "?" + string.Join('&', names.Select(n => n + "=" + value));
        foreach (string name in names)
            yield return $"?{name}=nonsense";
    }

    // Odd bodies, then one for each property with each wrong value, the others left out.
    private static IEnumerable<string?> Bodies(JsonElement root, JsonElement method)
    {
        foreach (string odd in Odd)
            yield return odd;
        if (
            !method.TryGetProperty("requestBody", out JsonElement b)
            || !b.GetProperty("content").TryGetProperty("application/json", out JsonElement content)
            || !content.TryGetProperty("schema", out JsonElement schema)
        )
            yield break;
        if (schema.TryGetProperty("$ref", out JsonElement to))
            schema = root.GetProperty("components").GetProperty("schemas").GetProperty(to.GetString()!.Split('/')[^1]);
        if (!schema.TryGetProperty("properties", out JsonElement properties))
            yield break;
        foreach (string value in Values)
        {
            yield return "{"
                + string.Join(',', properties.EnumerateObject().Select(p => $"\"{p.Name}\":{value}"))
                + "}";
            foreach (JsonProperty p in properties.EnumerateObject())
                yield return $"{{\"{p.Name}\":{value}}}";
        }
    }

    public void Dispose()
    {
        _client.Dispose();
        _factory.Dispose();
        _folder.Dispose();
    }
}
