namespace Jaali.Server.Clips;

/// <summary>How clips are coded, as arguments of <c>ffmpeg</c>.</summary>
internal static class ClipCoding
{
    /// <summary>One picture and one sound, and nothing of what a file says of itself: no names, no chapters, no
    /// subtitles, no data (position among them).</summary>
    internal static readonly string[] Plain =
    [
        "-map",
        "0:V:0?",
        "-map",
        "0:a:0?",
        "-map_metadata",
        "-1",
        "-map_metadata:s",
        "-1",
        "-map_chapters",
        "-1",
        "-dn",
        "-sn",
        "-fflags",
        "+bitexact",
        "-flags:v",
        "+bitexact",
        "-flags:a",
        "+bitexact",
    ];

    /// <summary>Open codecs (VP9, and Opus of RFC 6716), no larger than a display shows, at a speed at
    /// which a person waits.</summary>
    internal static readonly string[] Coded =
    [
        "-c:v",
        "libvpx-vp9",
        "-deadline",
        "realtime",
        "-cpu-used",
        "6",
        "-row-mt",
        "1",
        "-crf",
        "30",
        "-b:v",
        "0",
        "-pix_fmt",
        "yuv420p",
        "-vf",
        "scale='min(1920,iw)':'min(1920,ih)':force_original_aspect_ratio=decrease:force_divisible_by=2",
        "-c:a",
        "libopus",
        "-b:a",
        "128k",
        "-ac",
        "2",
    ];
}
