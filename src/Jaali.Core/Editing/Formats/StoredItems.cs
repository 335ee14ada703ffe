using System.Text.Json;
using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>Items as they are stored, whatever format they were written in.</summary>
public static class StoredItems
{
    /// <summary>Writes an item's body: everything but its kind, which is stored beside it with its format.</summary>
    public static (string Kind, int Format, string Body) Write(Item item)
    {
        ItemKind kind = ItemKinds.Of(item);
        return (kind.Name, kind.Format, JsonSerializer.Serialize(item, kind.ItemType, DeckJson.Options));
    }

    /// <summary>Reads an item's body.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="format">The format it was written in.</param>
    /// <param name="body">Its members.</param>
    /// <param name="slide">The whole slide it lies on.</param>
    /// <exception cref="FormatException">There is no such kind, or the format is a later one than this version
    /// knows.</exception>
    /// <exception cref="JsonException">The body cannot be read.</exception>
    public static Item Read(string kind, int format, string body, SlideRect slide) =>
        Read(kind, format, (JsonObject)JsonNode.Parse(body)!, slide);

    internal static Item Read(string kind, int format, JsonObject body, SlideRect slide)
    {
        ItemKind known =
            ItemKinds.Named(kind) ?? throw new FormatException($"This version knows no kind of item named {kind}.");
        if (format > known.Format)
            throw new FormatException($"This {kind} was written by a later version (format {format}).");
        if (format < known.Format)
            body = EarlierNames.Upgrade(known.Upgrade(body, format, slide));
        return (Item)(
            body.Deserialize(known.ItemType, DeckJson.Options) ?? throw new FormatException($"An empty {kind}.")
        );
    }
}
