using System.Globalization;
using System.Text.Json.Nodes;
using Jaali.Core;

namespace Jaali.Server.Clips;

/// <summary>What a clip is.</summary>
/// <param name="Container">Names of its kind of file.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Width">Pixels, upright; 0 for sound alone.</param>
/// <param name="Height">Pixels, upright; 0 for sound alone.</param>
/// <param name="Picture">How its picture is coded; empty for sound alone.</param>
/// <param name="Pixels">How its pixels are laid out.</param>
/// <param name="Sound">How its sound is coded; empty for none.</param>
/// <param name="Tags">What it says of itself.</param>
public sealed record ClipProbe(
    string Container,
    double Seconds,
    int Width,
    int Height,
    string Picture,
    string Pixels,
    string Sound,
    IReadOnlyList<(string Key, string Text)> Tags
)
{
    private const int MostTags = 60;

    /// <summary>Reads what <c>ffprobe</c> says of a file.</summary>
    /// <exception cref="ClipFaultException">It has nothing to see or hear, or more than a limit.</exception>
    public static ClipProbe Of(string json)
    {
        JsonNode? root;
        try
        {
            root = JsonNode.Parse(json);
        }
        catch (System.Text.Json.JsonException)
        {
            throw new ClipFaultException(ClipProgram.NoClip);
        }
        JsonObject[] streams = [.. (root?["streams"] as JsonArray ?? []).OfType<JsonObject>()];
        // A cover of an album is a picture of one moment, and nothing that plays.
        JsonObject? picture = Array.Find(
                streams,
                s => Text(s, "codec_type") == "video" && Number(s["disposition"], "attached_pic") != 1
            ),
            sound = Array.Find(streams, s => Text(s, "codec_type") == "audio");
        JsonNode? format = root?["format"];
        double seconds = Math.Max(
            Number(format, "duration"),
            new[] { picture, sound }.Max(s => s is null ? 0 : Number(s, "duration"))
        );
        if ((picture ?? sound) is null || !(seconds > 0))
            throw new ClipFaultException(ClipProgram.NoClip);
        if (seconds > Limits.Clips.Seconds)
            throw new ClipFaultException(
                $"This clip lasts longer than {Limits.Clips.Seconds / 60} minutes. Cut it to what the talk shows."
            );
        int width = (int)Number(picture, "width"),
            height = (int)Number(picture, "height");
        if (picture is not null && (width < 1 || height < 1))
            throw new ClipFaultException(ClipProgram.NoClip);
        if (Math.Max(width, height) > Limits.Clips.Side)
            throw new ClipFaultException(
                $"This clip is larger than {Limits.Clips.Side} pixels a side. Save it smaller."
            );
        double turned = (picture?["side_data_list"] as JsonArray ?? [])
            .Select(d => Number(d, "rotation"))
            .FirstOrDefault(r => r != 0);
        if (Math.Abs(turned) is > 45 and < 135 or > 225 and < 315)
            (width, height) = (height, width);
        return new(
            Text(format, "format_name"),
            seconds,
            width,
            height,
            Text(picture, "codec_name"),
            Text(picture, "pix_fmt"),
            Text(sound, "codec_name"),
            [
                .. new[] { format, picture, sound }
                    .SelectMany(n => n?["tags"] as JsonObject ?? [])
                    .Where(t => t.Value is JsonValue)
                    .Select(t => (t.Key, Text: t.Value!.ToString().Trim()))
                    .Where(t => t.Text.Length is > 0 and < 4000)
                    .Take(MostTags),
            ]
        );
    }

    /// <summary>The media type as which browsers play it as it is, after its container is written anew; null where it
    /// has to be coded anew. What browsers play is common practice, no source.</summary>
    public string? PlaysAs
    {
        get
        {
            bool mp4Sound = Sound is "" or "aac" or "mp3",
                webmSound = Sound is "" or "opus" or "vorbis",
                moves = Picture.Length > 0;
            return Picture switch
            {
                "h264" when Pixels is "yuv420p" or "yuvj420p" && mp4Sound => "video/mp4",
                "vp8" or "vp9" or "av1" when webmSound && Pixels.StartsWith("yuv", StringComparison.Ordinal) =>
                    "video/webm",
                _ when moves => null,
                _ => Sound switch
                {
                    "mp3" => "audio/mpeg",
                    "aac" => "audio/mp4",
                    "opus" or "vorbis" => "audio/webm",
                    _ => null,
                },
            };
        }
    }

    private static string Text(JsonNode? of, string name) =>
        of?[name] is JsonValue v && v.TryGetValue(out string? s) ? s : "";

    private static double Number(JsonNode? of, string name) =>
        of?[name] is JsonValue v
        && double.TryParse(v.ToString(), NumberStyles.Float, CultureInfo.InvariantCulture, out double n)
        && double.IsFinite(n)
            ? n
            : 0;
}
