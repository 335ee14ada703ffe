using System.Text.Json.Nodes;

namespace Jaali.Core.Editing;

/// <summary>Commands of format 2, in which covers were fractions of a frame. Items in inverses are upgraded as stored
/// items are; an edit that hides part of a photo by the frame that it is for.</summary>
internal static class Format2
{
    internal static JsonObject Upgrade(JsonObject command, Deck deck, int format)
    {
        switch ((string?)command[DeckJson.Kind])
        {
            case "restore" when format == 2:
                var parts = (JsonObject)command["parts"]!.DeepClone();
                foreach ((string key, JsonNode? value) in parts.ToArray())
                    if (
                        value is JsonObject item
                        && PartKey.TryParse(key, out PartKey? part)
                        && part.Value.Kind == PartKind.SlideItem
                        && (string?)item[DeckJson.Kind] is { } name
                        && ItemKinds.Named(name) is { } kind
                    )
                    {
                        JsonObject now = kind.Upgrade(item, 2, deck.Shape.Bounds());
                        if (now.ContainsKey(DeckJson.Kind))
                            now = (JsonObject)now.DeepClone();
                        now[DeckJson.Kind] = name;
                        parts[key] = now;
                    }
                return new() { [DeckJson.Kind] = "restore", ["parts"] = parts };
            case "edit-item"
                when command["edit"] is JsonObject { } edit && edit["covers"] is JsonArray { Count: > 0 } covers:
                return With(command, "edit", edit, covers, FrameOf(command, deck));
            case "add-item"
                when command["item"] is JsonObject { } item && item["covers"] is JsonArray { Count: > 0 } covers:
                return With(command, "item", item, covers, null);
            default:
                return command;
        }
    }

    private static Frame? FrameOf(JsonObject command, Deck deck) =>
        Guid.TryParse((string?)command["slideId"], out Guid slide)
        && Guid.TryParse((string?)command["itemId"], out Guid item)
            ? deck.Slide(slide)?.Item(item) as Frame
            : null;

    private static JsonObject With(JsonObject command, string name, JsonObject edit, JsonArray covers, Frame? frame)
    {
        // Seen through a frame's body, the covers become parts of its photo.
        var body = new JsonObject { ["covers"] = covers.DeepClone() };
        if (frame is not null)
        {
            body["straighten"] = frame.Straighten;
            body["crop"] = new JsonObject
            {
                ["x"] = frame.Crop.X,
                ["y"] = frame.Crop.Y,
                ["width"] = frame.Crop.Width,
                ["height"] = frame.Crop.Height,
            };
            body["at"] = new JsonObject
            {
                ["rect"] = new JsonObject { ["width"] = frame.At.Rect.Width, ["height"] = frame.At.Rect.Height },
            };
        }
        var now = (JsonObject)edit.DeepClone();
        now["covers"] = ItemKinds.Named("frame")!.Upgrade(body, 2, Slide)["covers"]!.DeepClone();
        var upgraded = (JsonObject)command.DeepClone();
        upgraded[name] = now;
        return upgraded;
    }

    private static readonly Geometry.SlideRect Slide = Geometry.SlideShape.Wide.Bounds();
}
