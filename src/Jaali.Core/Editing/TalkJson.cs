using System.Text.Json;
using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>A whole talk as one document of JSON, for keeping and for other machines: its state, and nothing of how it
/// came to be. <c>docs/schemas/talk-2.json</c> is its schema.</summary>
public static class TalkJson
{
    /// <summary>The name of the format.</summary>
    public const string Format = "jaali-talk";

    /// <summary>The version that is written.</summary>
    public const int Version = 2;

    private const string ItemFormat = "format";

    /// <summary>Writes a talk.</summary>
    public static JsonObject Write(Deck deck)
    {
        var talk = (JsonObject)JsonSerializer.SerializeToNode(deck, DeckJson.Options)!;
        // Each item says in which format its kind was written, so that an older one is upgraded.
        foreach ((Slide slide, JsonNode? written) in deck.Slides.Zip((JsonArray)talk["slides"]!))
        foreach ((Item item, JsonNode? body) in slide.Items.Zip((JsonArray)written!["items"]!))
            ((JsonObject)body!).Insert(1, ItemFormat, Items.ItemKinds.Of(item).Format);
        return new JsonObject
        {
            ["format"] = Format,
            ["version"] = Version,
            ["deck"] = talk,
        };
    }

    /// <summary>Reads a talk.</summary>
    /// <exception cref="FormatException">It is none, or of a later version; the message says which.</exception>
    public static Deck Read(JsonNode? document)
    {
        try
        {
            if (
                document is not JsonObject whole
                || (string?)whole["format"] != Format
                || whole["deck"] is not JsonObject deck
            )
                throw new FormatException("This is no talk of Jaali.");
            if ((int?)whole["version"] is not { } version || version < 1)
                throw new FormatException("This talk does not say in which version it was written.");
            if (version > Version)
                throw new FormatException(
                    $"This talk was written by a later version of Jaali (format {version}). Install that "
                        + "one to open it."
                );
            deck = version < 2 ? EarlierNames.Talk(deck) : (JsonObject)deck.DeepClone();
            if (deck["shape"] is null)
                throw new FormatException("The slides of this talk have no shape.");
            SlideShape shape = deck["shape"].Deserialize<SlideShape>(DeckJson.Options);
            JsonArray slides = deck["slides"] as JsonArray ?? throw new FormatException("This talk has no slides.");
            List<List<Item>> items = [];
            foreach (JsonNode? slide in slides)
            {
                List<Item> own = [];
                foreach (JsonNode? item in (JsonArray)slide!["items"]!)
                {
                    var body = (JsonObject)item!.DeepClone();
                    string kind = (string?)body[DeckJson.Kind] ?? "";
                    int format = (int?)body[ItemFormat] ?? 1;
                    body.Remove(DeckJson.Kind);
                    body.Remove(ItemFormat);
                    own.Add(StoredItems.Read(kind, format, body, shape.Bounds()));
                }
                items.Add(own);
                slide["items"] = new JsonArray();
            }
            Deck read = deck.Deserialize<Deck>(DeckJson.Options) ?? throw new FormatException("This talk is empty.");
            return read with { Slides = [.. read.Slides.Zip(items, (s, i) => s with { Items = [.. i] })] };
        }
        catch (Exception e)
            when (e
                    is JsonException
                        or InvalidOperationException
                        or NullReferenceException
                        or InvalidCastException
                        or ArgumentException
            )
        {
            throw new FormatException(
                "This talk cannot be read: a part of it is missing or is not what it should be.",
                e
            );
        }
    }
}
