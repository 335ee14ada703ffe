using System.Text.Json;
using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>
/// Commands of format 1, in which a slide had one ground and a list of words. An inverse named the parts
/// <c>slide/ID/ground</c> and <c>slide/ID/words</c> as wholes;
/// which items come and go is told by the deck that it is applied to.
/// </summary>
internal static class Format1
{
    internal static JsonObject Upgrade(JsonObject command, Deck deck)
    {
        string? slideId = (string?)command["slideId"];
        Slide? slide = Guid.TryParse(slideId, out Guid id) ? deck.Slide(id) : null;
        string frame = (FrameOf(slide)?.Id ?? Guid.Empty).ToString();
        JsonObject Edit(string kind, string itemId, params ReadOnlySpan<string> members)
        {
            var edit = new JsonObject { [DeckJson.Kind] = kind };
            foreach (string m in members)
                if (command[m] is { } value)
                    edit[
                        m == "turn" ? "straighten"
                        : m == "spot" && kind == "frame" ? "creditSpot"
                        : m
                    ] = value.DeepClone();
            return new()
            {
                [DeckJson.Kind] = "edit-item",
                ["slideId"] = slideId,
                ["itemId"] = itemId,
                ["edit"] = edit,
            };
        }
        switch ((string?)command[DeckJson.Kind])
        {
            case "restore":
                return Restored(command, deck);
            case "remove-ground":
                return new()
                {
                    [DeckJson.Kind] = "remove-item",
                    ["slideId"] = slideId,
                    ["itemId"] = frame,
                };
            case "reframe":
                return Edit("frame", frame, "crop");
            case "treat":
                return Edit("frame", frame, "mask", "turn", "tone", "covers");
            case "set-credit-spot":
                return Edit("frame", frame, "spot");
            case "set-words" when command["wordsId"] is { } words:
                return Edit("words", (string)words!, "text", "spot");
            case "set-words":
                return new()
                {
                    [DeckJson.Kind] = "add-item",
                    ["slideId"] = slideId,
                    ["item"] = Edit("words", "", "text", "spot")["edit"]!.DeepClone(),
                };
            case "remove-words":
                return new()
                {
                    [DeckJson.Kind] = "remove-item",
                    ["slideId"] = slideId,
                    ["itemId"] = (string?)command["wordsId"],
                };
            default:
                return command;
        }
    }

    private static JsonObject Restored(JsonObject restore, Deck deck)
    {
        var parts = new JsonObject();
        Dictionary<Guid, (bool HasGround, JsonNode? Ground, bool HasWords, JsonNode? Words)> slides = [];
        SlideRect bounds = deck.Shape.Bounds();
        foreach ((string key, JsonNode? value) in (JsonObject)restore["parts"]!)
        {
            string[] path = key.Split('/');
            if (path is not ["slide", var text, "ground" or "words"] || !Guid.TryParse(text, out Guid id))
            {
                parts[key] = value?.DeepClone();
                continue;
            }
            slides.TryGetValue(id, out var s);
            slides[id] =
                path[2] == "ground" ? (true, value, s.HasWords, s.Words) : (s.HasGround, s.Ground, true, value);
        }
        foreach ((Guid id, var said) in slides)
        {
            Slide? now = deck.Slide(id);
            List<Item> wanted = [];
            Item? ground = said switch
            {
                { HasGround: false } => FrameOf(now),
                { Ground: JsonObject body } => StoredItems.Read("frame", 1, body, bounds),
                _ => null,
            };
            if (ground is not null)
                wanted.Add(ground);
            if (said.HasWords)
                wanted.AddRange(
                    (said.Words as JsonArray ?? []).Select(w => StoredItems.Read("words", 1, (JsonObject)w!, bounds))
                );
            else
                wanted.AddRange((now?.Items ?? []).Where(i => i is Words));
            foreach (Item gone in (now?.Items ?? []).Where(i => wanted.TrueForAll(w => w.Id != i.Id)))
                parts[new PartKey(PartKind.SlideItem, id, gone.Id).ToString()] = null;
            foreach (Item item in wanted)
                parts[new PartKey(PartKind.SlideItem, id, item.Id).ToString()] = JsonSerializer.SerializeToNode(
                    item,
                    DeckJson.Options
                );
            parts[new PartKey(PartKind.SlideItems, id).ToString()] =
                now is null && wanted.Count == 0
                    ? null
                    : JsonSerializer.SerializeToNode(wanted.Select(w => w.Id), DeckJson.Options);
        }
        return new() { [DeckJson.Kind] = "restore", ["parts"] = parts };
    }

    // What format 1 called the ground: the photo of a slide, filling it or shown whole.
    private static Item? FrameOf(Slide? slide) => slide?.Ground ?? slide?.Items.Find(i => i is Frame);
}
