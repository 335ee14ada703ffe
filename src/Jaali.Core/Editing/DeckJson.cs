using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Jaali.Core.Editing;

/// <summary>How decks, items and commands are written as JSON: here, in the store and on the wire.</summary>
public static class DeckJson
{
    /// <summary>The name of the member that tells kinds apart.</summary>
    public const string Kind = "kind";

    /// <summary>Takes the kinds of items, edits and commands from their lists, so that a new one needs no attribute
    /// anywhere.</summary>
    public static IJsonTypeInfoResolver Resolver { get; } = new DefaultJsonTypeInfoResolver { Modifiers = { Kinds } };

    /// <summary>The options.</summary>
    public static JsonSerializerOptions Options { get; } = Make();

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase), new PartKeyJson() },
            AllowOutOfOrderMetadataProperties = true,
            TypeInfoResolver = Resolver,
        };
        options.MakeReadOnly();
        return options;
    }

    private static void Kinds(JsonTypeInfo type)
    {
        // What an edit is called is said by its kind; it is no part of it.
        if (type.Type.IsSubclassOf(typeof(DeckCommand)) || type.Type.IsSubclassOf(typeof(ItemEdit)))
            foreach (JsonPropertyInfo label in type.Properties.Where(p => p.Name == "undoLabel").ToArray())
                type.Properties.Remove(label);
        IEnumerable<(Type Type, string Name)>? kinds =
            type.Type == typeof(Item) ? ItemKinds.All.Select(k => (k.ItemType, k.Name))
            : type.Type == typeof(ItemEdit) ? ItemKinds.All.Select(k => (k.EditType, k.Name))
            : type.Type == typeof(DeckCommand) ? DeckCommands.All.Select(c => (c.Type, c.Name))
            : null;
        if (kinds is null)
            return;
        var polymorphism = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = Kind };
        foreach ((Type derived, string name) in kinds)
            polymorphism.DerivedTypes.Add(new JsonDerivedType(derived, name));
        type.PolymorphismOptions = polymorphism;
    }

    // Parts are the keys of inverses.
    private sealed class PartKeyJson : JsonConverter<PartKey>
    {
        public override PartKey Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Parse(reader.GetString());

        public override void Write(Utf8JsonWriter writer, PartKey value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.ToString());

        public override PartKey ReadAsPropertyName(
            ref Utf8JsonReader reader,
            Type typeToConvert,
            JsonSerializerOptions options
        ) => Parse(reader.GetString());

        public override void WriteAsPropertyName(Utf8JsonWriter writer, PartKey value, JsonSerializerOptions options) =>
            writer.WritePropertyName(value.ToString());

        private static PartKey Parse(string? text) =>
            PartKey.TryParse(text ?? "", out PartKey? key)
                ? key.Value
                : throw new JsonException($"A deck has no part named {text}.");
    }
}
