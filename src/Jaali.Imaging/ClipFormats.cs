namespace Jaali.Imaging;

/// <summary>Tells clips apart by their first bytes, and by their names where those tell nothing.</summary>
public static class ClipFormats
{
    /// <summary>Endings of clips' names.</summary>
    public static IReadOnlyList<string> Endings { get; } =
        "mp4 m4v mov webm mkv avi mpg mpeg ts wmv 3gp flv ogv ogg oga opus mp3 m4a aac wav flac".Split(' ');

    /// <summary>True for the name of a clip.</summary>
    public static bool IsNamed(string name) =>
        Endings.Contains(Path.GetExtension(name).TrimStart('.').ToLowerInvariant());

    /// <summary>True for the first bytes of a clip. What is a picture as well, as AVIF is by its container, is
    /// none.</summary>
    public static bool IsClip(ReadOnlySpan<byte> b) =>
        b.Length > 12
        && PhotoFormats.Sniff(b) is null
        && (
            // ISO/IEC 14496-12: a box "ftyp", of what is no still picture.
            b[4..8].SequenceEqual("ftyp"u8)
                && !b[8..11].SequenceEqual("hei"u8)
                && !b[8..11].SequenceEqual("hev"u8)
                && !b[8..11].SequenceEqual("mif"u8)
                && !b[8..11].SequenceEqual("avi"u8)
                && !b[8..11].SequenceEqual("crx"u8)
            // RFC 8794: EBML.
            || b.StartsWith((ReadOnlySpan<byte>)[0x1A, 0x45, 0xDF, 0xA3])
            || b.StartsWith("OggS"u8)
            || b.StartsWith("fLaC"u8)
            || b.StartsWith("ID3"u8)
            || b.StartsWith("RIFF"u8) && (b[8..12].SequenceEqual("WAVE"u8) || b[8..12].SequenceEqual("AVI "u8))
            || b.StartsWith((ReadOnlySpan<byte>)[0, 0, 1, 0xBA])
        );
}
