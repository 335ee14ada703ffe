using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Jaali.Core.Decks;

/// <summary>A house style read from a file of data.</summary>
/// <param name="Style">The style, or null where anything is wrong.</param>
/// <param name="Faults">Each wrong value by its name, in a sentence; empty where all is right.</param>
public sealed record StyleFile(HouseStyle? Style, ImmutableList<string> Faults)
{
    private static readonly JsonSerializerOptions Options = Make();

    /// <summary>Writes a style as a file.</summary>
    public static string Write(HouseStyle style) => JsonSerializer.Serialize(style, Options) + "\n";

    /// <summary>Reads a style; never throws for what a file may hold.</summary>
    public static StyleFile Read(string json)
    {
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(json, new() { MaxDepth = 12 });
        }
        catch (JsonException e)
        {
            return new(null, [$"This is no file of a house style: it is not JSON (line {e.LineNumber + 1})."]);
        }
        using (document)
        {
            List<string> faults = [];
            if (document.RootElement.ValueKind != JsonValueKind.Object)
                return new(null, ["This is no file of a house style: it holds no parts."]);
            Check(document.RootElement, Options.GetTypeInfo(typeof(HouseStyle)), "", faults);
            if (faults.Count > 0)
                return new(null, [.. faults]);
            HouseStyle style = document.RootElement.Deserialize<HouseStyle>(Options)!;
            return Wrong(style) is { Count: > 0 } wrong ? new(null, wrong) : new(style, []);
        }
    }

    // What is wrong with the values, each role by its own name.
    private static ImmutableList<string> Wrong(HouseStyle style)
    {
        List<string> faults =
        [
            .. style
                .Roles.Where(r => r.Value is null || r.Value.Fault() is not null)
                .Select(r => $"roles.{Named(r.Key)}: {r.Value?.Fault()?.Sentence ?? "It is empty."}"),
            .. new[]
            {
                ("headingBeside", style.System?.HeadingBeside),
                ("headingSeveral", style.System?.HeadingSeveral),
            }
                .Where(r => r.Item2?.Fault() is not null)
                .Select(r => $"system.{r.Item1}: {r.Item2!.Fault()!.Sentence}"),
        ];
        if (faults.Count == 0 && style.Fault() is { } fault)
            faults.Add(fault.Sentence);
        return [.. faults];
    }

    private static string Named(WordsRole role) => JsonNamingPolicy.CamelCase.ConvertName(role.ToString());

    // Every value that cannot be what it should be, and every part that is missing or not known.
    private static void Check(JsonElement value, JsonTypeInfo type, string path, List<string> faults)
    {
        Dictionary<string, JsonPropertyInfo> known = type.Properties.ToDictionary(p => p.Name);
        foreach (JsonProperty part in value.EnumerateObject())
        {
            string name = path + part.Name;
            if (!known.TryGetValue(part.Name, out JsonPropertyInfo? property))
                faults.Add($"{name}: A house style has no such part.");
            else if (part.Value.ValueKind == JsonValueKind.Object && property.PropertyType != typeof(object))
            {
                JsonTypeInfo inner = Options.GetTypeInfo(property.PropertyType);
                if (inner.Kind == JsonTypeInfoKind.Object)
                    Check(part.Value, inner, name + ".", faults);
                else if (inner.Kind == JsonTypeInfoKind.Dictionary)
                    foreach (JsonProperty entry in part.Value.EnumerateObject())
                        CheckRole(entry, $"{name}.{entry.Name}", faults);
                else
                    CheckValue(part.Value, property.PropertyType, name, faults);
            }
            else
                CheckValue(part.Value, property.PropertyType, name, faults);
        }
        foreach (
            JsonPropertyInfo missing in type.Properties.Where(p => p.IsRequired && !value.TryGetProperty(p.Name, out _))
        )
            faults.Add($"{path}{missing.Name}: It is missing.");
    }

    private static void CheckRole(JsonProperty role, string name, List<string> faults)
    {
        if (!Enum.GetValues<WordsRole>().Any(r => Named(r) == role.Name))
            faults.Add($"{name}: Words have no such role.");
        else if (role.Value.ValueKind != JsonValueKind.Object)
            faults.Add($"{name}: It says nothing of how words are set.");
        else
            Check(role.Value, Options.GetTypeInfo(typeof(TextStyle)), name + ".", faults);
    }

    private static void CheckValue(JsonElement value, Type type, string name, List<string> faults)
    {
        try
        {
            value.Deserialize(Options.GetTypeInfo(type));
        }
        catch (JsonException)
        {
            string given = value.GetRawText();
            faults.Add($"{name}: It cannot be {(given.Length > 40 ? given[..40] + "…" : given)}.");
        }
    }

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            PropertyNameCaseInsensitive = false,
            NumberHandling = JsonNumberHandling.Strict,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            WriteIndented = true,
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
            TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
        };
        options.MakeReadOnly();
        return options;
    }
}
