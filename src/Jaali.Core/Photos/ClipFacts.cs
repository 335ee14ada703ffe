using System.Text.Json.Serialization;

namespace Jaali.Core.Photos;

/// <summary>
/// What moves or sounds in a clip. A clip is a work as a photo is: its picture is its poster, which everything that
/// stands still shows, crops, cuts to a shape and credits; these are the bytes that play in its place.
/// </summary>
/// <param name="Sha256">SHA-256 of the bytes, lower-case hexadecimal: their name in the store.</param>
/// <param name="Type">Their media type (RFC 6838), such as <c>video/webm</c>.</param>
/// <param name="Bytes">Length of the file.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="HasPicture">It moves; else it is sound alone.</param>
/// <param name="HasSound">It sounds.</param>
/// <param name="Plain">Position, camera and names were taken out of the file as it came in.</param>
public sealed record ClipFacts(
    string Sha256,
    string Type,
    long Bytes,
    double Seconds,
    bool HasPicture,
    bool HasSound,
    bool Plain
)
{
    /// <summary>The ending of its file's name.</summary>
    [JsonIgnore]
    public string Ending => EndingOf(Type);

    /// <summary>The ending of the name of a file of a media type.</summary>
    public static string EndingOf(string type) =>
        type switch
        {
            "video/mp4" => "mp4",
            "audio/mp4" => "m4a",
            "video/webm" or "audio/webm" => "webm",
            "audio/mpeg" => "mp3",
            "audio/wav" => "wav",
            "audio/ogg" => "ogg",
            _ => "bin",
        };
}

/// <summary>When a clip begins to play.</summary>
public enum ClipStart
{
    /// <summary>When it is pressed.</summary>
    Press,

    /// <summary>As its slide comes.</summary>
    Slide,
}
