using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>
/// The names that commands, members and parts of a deck had up to format 3 (and in talks of version 1), and those that
/// they
/// have now. Values stay as they are.
/// </summary>
public static class EarlierNames
{
    private static readonly Dictionary<string, string> Commands = new(StringComparer.Ordinal)
    {
        ["set-slot"] = "set-time-slot",
        ["set-use"] = "set-declared-use",
        ["set-house"] = "set-house-style",
        ["set-words-look"] = "set-text-style",
        ["set-coming"] = "set-transition",
        ["set-rate"] = "set-speaking-rate",
        ["keep-photo"] = "add-to-shortlist",
        ["let-go"] = "remove-from-shortlist",
        ["order-kept"] = "order-shortlist",
        ["take-off"] = "remove-photo",
        ["take-turns"] = "sequence-photos",
        ["lead-to"] = "set-link",
        ["keep-run"] = "add-run-through",
        ["forget-run"] = "remove-run-through",
        ["adopt-run"] = "apply-run-through",
        ["lay-out-slide"] = "apply-layout",
        ["line-up-items"] = "align-items",
        ["merge-items"] = "blend-photos",
    };

    private static readonly Dictionary<string, string> Members = new(StringComparer.Ordinal)
    {
        ["leads"] = "link",
        ["look"] = "style",
        ["stand"] = "verticalAlign",
        ["ornament"] = "fill",
        ["ornamentInk"] = "fillInk",
        ["keep"] = "keepInView",
        ["keepUnder"] = "keepInViewUnder",
        ["merged"] = "blend",
        ["kept"] = "shortlist",
        ["coming"] = "transition",
        ["ownComing"] = "ownTransition",
        ["arranged"] = "arrangement",
        ["turns"] = "sequence",
        ["way"] = "effect",
    };

    /// <summary>A command, an item, a style or a list of cues under the names of today, in a document of its
    /// own.</summary>
    public static JsonNode? Upgrade(JsonNode? earlier) =>
        earlier switch
        {
            JsonObject members => Upgrade(members),
            JsonArray list => new JsonArray([.. list.Select(Upgrade)]),
            _ => earlier?.DeepClone(),
        };

    /// <summary>The same of an object; a command among them takes its name of today.</summary>
    public static JsonObject Upgrade(JsonObject earlier)
    {
        var now = new JsonObject();
        foreach ((string name, JsonNode? value) in earlier)
            now[Members.GetValueOrDefault(name, name)] = name switch
            {
                DeckJson.Kind when value is JsonValue kind => Commands.GetValueOrDefault((string)kind!, (string)kind!),
                "parts" when value is JsonObject parts => Parts(parts),
                // Of styles that are released: the part of a style that had another name.
                "release" when value is JsonArray released => new JsonArray([
                    .. released.Select(r => (string?)r == "ornament" ? "fill" : r?.DeepClone()),
                ]),
                _ => Upgrade(value),
            };
        return now;
    }

    /// <summary>A whole talk of version 1.</summary>
    public static JsonObject Talk(JsonObject deck)
    {
        JsonObject now = Upgrade(deck);
        if (now["runs"] is { } runs)
        {
            now.Remove("runs");
            now["runThroughs"] = runs;
        }
        return now;
    }

    /// <summary>A part's key under its name of today.</summary>
    public static string Part(string key) =>
        key == "runs" ? "run-throughs"
        : key.EndsWith("/coming", StringComparison.Ordinal) ? key[..^"coming".Length] + "transition"
        : key.EndsWith("/arranged", StringComparison.Ordinal) ? key[..^"arranged".Length] + "arrangement"
        : key;

    private static JsonObject Parts(JsonObject parts) =>
        new(parts.Select(p => KeyValuePair.Create(Part(p.Key), Upgrade(p.Value))));
}
