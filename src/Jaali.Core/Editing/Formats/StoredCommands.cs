using System.Text.Json;
using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>Commands and inverses as they are stored, whatever format they were written in.</summary>
public static class StoredCommands
{
    /// <summary>Writes a command in the present format.</summary>
    public static string Write(DeckCommand command) => JsonSerializer.Serialize(command, DeckJson.Options);

    /// <summary>Reads a command.</summary>
    /// <param name="json">As it was stored.</param>
    /// <param name="format">The format it was written in.</param>
    /// <param name="deck">The deck that it is about to be applied to: what an older format left unsaid is found
    /// there.</param>
    /// <exception cref="FormatException">It was written by a later version.</exception>
    /// <exception cref="JsonException">It cannot be read.</exception>
    public static DeckCommand Read(string json, int format, Deck deck)
    {
        if (format > DeckCommands.Format)
            throw new FormatException($"This edit was written by a later version (format {format}).");
        if (format == DeckCommands.Format)
            return JsonSerializer.Deserialize<DeckCommand>(json, DeckJson.Options)
                ?? throw new JsonException("No edit.");
        var body = (JsonObject)(JsonNode.Parse(json) ?? throw new JsonException("No edit."));
        if (format < 2)
            body = Format1.Upgrade(body, deck);
        if (format < 3)
            body = Format2.Upgrade(body, deck, format);
        return EarlierNames.Upgrade(body).Deserialize<DeckCommand>(DeckJson.Options)!;
    }
}
