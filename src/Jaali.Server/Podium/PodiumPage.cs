using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Pacing;

namespace Jaali.Server.Podium;

/// <summary>The page of the podium on another device.</summary>
internal static class PodiumPage
{
    /// <summary>What the device opens; it asks for the rest.</summary>
    internal const string Html = """
        <!doctype html>
        <html lang="en">
        <head>
        <meta charset="utf-8">
        <meta name="viewport" content="width=device-width, initial-scale=1">
        <meta name="robots" content="noindex">
        <title>Podium</title>
        <link rel="stylesheet" href="podium.css">
        </head>
        <body>
        <div id="root"></div>
        <script src="podium.js"></script>
        </body>
        </html>

        """;

    /// <summary>What the podium needs beside the scenes: what slides are called and how long they take, the facts
    /// behind their points, the time there is.</summary>
    internal static JsonObject Told(Deck deck, DeckViews views, JsonObject told)
    {
        told["deckId"] = deck.Id.ToString();
        told["slotMinutes"] = deck.SlotMinutes;
        told["leeway"] = TalkTiming.Leeway;
        told["slides"] = new JsonArray([
            .. deck.Slides.Select(s =>
                (JsonNode)
                    new JsonObject
                    {
                        ["id"] = s.Id.ToString(),
                        ["pointId"] = s.PointId?.ToString(),
                        ["label"] = views.Of(deck, s).Label,
                        ["seconds"] = s.Seconds,
                        ["notes"] = s.Notes,
                    }
            ),
        ]);
        HashSet<Guid> shown = [.. deck.Slides.Select(s => s.PointId).OfType<Guid>()];
        var facts = new JsonObject();
        foreach (Point p in deck.AllPoints.Where(p => shown.Contains(p.Id) && p.Facts.Count > 0))
            facts[p.Id.ToString()] = JsonSerializer.SerializeToNode(p.Facts, DeckJson.Options);
        told["facts"] = facts;
        return told;
    }
}
