using System.Text.Json.Nodes;

namespace Jaali.Core.Items;

/// <summary>Frames as earlier formats wrote them.</summary>
internal static class FrameFormats
{
    /// <summary>A stored frame of an earlier format, brought to this one.</summary>
    internal static JsonObject Upgrade(JsonObject body, int format, SlideRect slide)
    {
        if (format < 2)
            body = ToItems(body, slide);
        return format < 3 ? CoversOnPhoto(body) : body;
    }

    // Format 2: covers were fractions of the frame, and stood upright where the photo was turned. They become the
    // smallest part of the photo that hides at least as much.
    private static JsonObject CoversOnPhoto(JsonObject body)
    {
        var now = (JsonObject)body.DeepClone();
        var rect = now["at"] is JsonObject at && at["rect"] is JsonObject r ? r : [];
        double Of(JsonNode? from, string name) => (double?)from?[name] ?? 0;
        double aspect = Of(rect, "height") > 0 ? Of(rect, "width") / Of(rect, "height") : 16.0 / 9;
        Upgraded(now, now["crop"] as JsonObject, Of(now, "straighten"), aspect);
        foreach (JsonNode? look in now["earlier"] as JsonArray ?? [])
            if (look is JsonObject earlier)
                Upgraded(earlier, earlier["crop"] as JsonObject, Of(earlier, "straighten"), aspect);
        return now;

        void Upgraded(JsonObject of, JsonObject? crop, double turn, double shape)
        {
            if (of["covers"] is not JsonArray { Count: > 0 } covers)
                return;
            var made = new JsonArray();
            double enlarged = Straightening.Enlargement(turn, shape);
            foreach (JsonNode? c in covers)
            {
                double x = Of(c, "x"),
                    y = Of(c, "y"),
                    w = Of(c, "width"),
                    h = Of(c, "height");
                // Corners about the frame's middle, as high as it is 1, turned and shrunk back into the photo.
                SlidePoint[] corners =
                [
                    .. new[] { (x, y), (x + w, y), (x, y + h), (x + w, y + h) }.Select(p =>
                    {
                        SlidePoint at = new SlidePoint((p.Item1 - .5) * shape, p.Item2 - .5).Turned(default, -turn);
                        return new SlidePoint(.5 + at.X / enlarged / shape, .5 + at.Y / enlarged);
                    }),
                ];
                double left = corners.Min(p => p.X),
                    top = corners.Min(p => p.Y);
                double cx = Of(crop, "x"),
                    cy = Of(crop, "y"),
                    cw = crop is null ? 1 : Of(crop, "width"),
                    ch = crop is null ? 1 : Of(crop, "height");
                CropWindow part = FrameKind.Inside(
                    new(
                        cx + left * cw,
                        cy + top * ch,
                        (corners.Max(p => p.X) - left) * cw,
                        (corners.Max(p => p.Y) - top) * ch
                    )
                );
                made.Add(
                    new JsonObject
                    {
                        ["part"] = new JsonObject
                        {
                            ["x"] = part.X,
                            ["y"] = part.Y,
                            ["width"] = part.Width,
                            ["height"] = part.Height,
                        },
                        // What it was painted in.
                        ["colour"] = HouseStyles.First.Paper,
                    }
                );
            }
            of["covers"] = made;
        }
    }

    private static JsonObject ToItems(JsonObject body, SlideRect slide)
    {
        // Format 1: a rectangle of its own, filling the slide where it was the ground, and the photo's turn under
        // that name.
        var now = (JsonObject)body.DeepClone();
        var rect = (JsonObject?)now["rect"]?.DeepClone() ?? [];
        bool fills =
            Math.Abs(((double?)rect["width"] ?? 0) - slide.Width) < .01
            && Math.Abs(((double?)rect["height"] ?? 0) - slide.Height) < .01;
        now.Remove("rect");
        now["at"] = new JsonObject { ["rect"] = rect, ["isGround"] = fills };
        now["straighten"] = now["turn"]?.DeepClone() ?? 0;
        now.Remove("turn");
        return now;
    }
}
