using System.Text.Json.Serialization;

namespace Jaali.Core.Items;

/// <summary>Changes how a clip plays; what is null stays.</summary>
/// <param name="From">Second of the clip at which it begins.</param>
/// <param name="To">Second at which it ends; at or after the clip's own end for all of it.</param>
/// <param name="Muted">Without its sound.</param>
/// <param name="Loops">It begins again where it ends.</param>
/// <param name="Volume">Of its sound, above 0 and up to 1.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="Captions">What is said in it, as the text of a WebVTT file; empty for none.</param>
public sealed record ClipEdit(
    double? From = null,
    double? To = null,
    bool? Muted = null,
    bool? Loops = null,
    double? Volume = null,
    ClipStart? Starts = null,
    string? Captions = null
);

/// <summary>How a clip plays in its frame.</summary>
/// <param name="From">Second of the clip at which it begins.</param>
/// <param name="To">Second at which it ends; null for its end.</param>
/// <param name="Muted">Without its sound.</param>
/// <param name="Loops">It begins again where it ends.</param>
/// <param name="Volume">Of its sound, above 0 and up to 1.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="SoundAlone">It is sound without a moving picture; said by the clip, not by a person.</param>
/// <param name="Captions">What is said in it, as the text of a WebVTT file; empty for none.</param>
public sealed record ClipPlay(
    double From = 0,
    double? To = null,
    bool Muted = false,
    bool Loops = false,
    double Volume = 1,
    ClipStart Starts = ClipStart.Press,
    bool SoundAlone = false,
    string Captions = ""
)
{
    /// <summary>The shortest part of a clip that can be played, in seconds.</summary>
    public const double Shortest = .1;

    /// <summary>Part of it is left out.</summary>
    [JsonIgnore]
    public bool Trims => From > 0 || To is not null;

    /// <summary>As a clip is played first.</summary>
    internal static ClipPlay? UsualOf(ClipFacts? clip) =>
        clip is null ? null : new ClipPlay(SoundAlone: !clip.HasPicture);

    /// <summary>The same, changed.</summary>
    internal ClipPlay With(ClipEdit edit) =>
        this with
        {
            From = edit.From ?? From,
            To = edit.To ?? To,
            Muted = edit.Muted ?? Muted,
            Loops = edit.Loops ?? Loops,
            Volume = edit.Volume ?? Volume,
            Starts = edit.Starts ?? Starts,
            // Kept as it is read: its words and times, without what a player would not show.
            Captions =
                edit.Captions is { Length: > 0 } text && Photos.Captions.Read(text) is { Fault: null } read
                    ? Photos.Captions.Write(read.Cues)
                    : edit.Captions ?? Captions,
        };

    /// <summary>Within the clip: ends at or after the clip's own are none.</summary>
    internal ClipPlay Within(ClipFacts clip) =>
        this with
        {
            From = Math.Round(From, 2),
            To = To is { } to && to < clip.Seconds - .005 ? Math.Round(to, 2) : null,
            SoundAlone = !clip.HasPicture,
        };

    /// <summary>Why it cannot be played so; null where it can.</summary>
    internal Refusal? Fault(ClipFacts clip) =>
        !(From >= 0 && (To ?? clip.Seconds) - From >= Math.Min(Shortest, clip.Seconds) && From < clip.Seconds)
            ? new("bad-trim", $"This clip lasts {Length(clip.Seconds)}. It begins before it ends, within that.")
        : Volume is not (> 0 and <= 1)
            ? new("bad-volume", "The volume is above 0 and at most 100 %. To hear nothing, mute the clip.")
        : Captions.Length > 0 ? Photos.Captions.Read(Captions).Fault
        : null;

    private static string Length(double seconds) =>
        seconds < 60
            ? $"{Math.Round(seconds, 1).ToString(System.Globalization.CultureInfo.InvariantCulture)} seconds"
            : $"{(int)(seconds / 60)} min {(int)(seconds % 60)} s";
}
