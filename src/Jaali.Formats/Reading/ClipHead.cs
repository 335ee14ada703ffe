namespace Jaali.Formats.Reading;

/// <summary>What the head of a clip's file says, where nothing at hand decodes it.</summary>
/// <param name="Type">Media type as which browsers may play it.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Width">Pixels; 0 for sound alone.</param>
/// <param name="Height">Pixels; 0 for sound alone.</param>
/// <param name="HasPicture">It moves.</param>
/// <param name="HasSound">It sounds.</param>
/// <param name="Tags">What it says of its title, maker and rights.</param>
public sealed record ClipHead(
    string Type,
    double Seconds,
    int Width,
    int Height,
    bool HasPicture,
    bool HasSound,
    IReadOnlyList<KeyValuePair<string, string>> Tags
)
{
    private const string Other = "This kind of clip plays in no browser.";

    /// <summary>Reads it.</summary>
    /// <exception cref="FileFaultException">It is no clip that browsers play.</exception>
    internal static ClipHead Read(string file)
    {
        byte[] head = new byte[64];
        using (FileStream s = File.OpenRead(file))
            s.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
        (string type, string ending) = TypeOf(head);
        using var opened = TagLib.File.Create(
            new Named(file, "clip." + ending),
            TagLib.ReadStyle.Average | TagLib.ReadStyle.PictureLazy
        );
        TagLib.Properties p = opened.Properties;
        bool moves = p.MediaTypes.HasFlag(TagLib.MediaTypes.Video),
            sounds = p.MediaTypes.HasFlag(TagLib.MediaTypes.Audio);
        if (!(moves || sounds) || !(p.Duration.TotalSeconds > 0))
            throw new FileFaultException("This file cannot be read as a clip.");
        TagLib.Tag t = opened.Tag;
        return new(
            moves || !type.StartsWith("video/", StringComparison.Ordinal) ? type : "audio/" + type[6..],
            p.Duration.TotalSeconds,
            moves ? p.VideoWidth : 0,
            moves ? p.VideoHeight : 0,
            moves,
            sounds,
            [
                .. new KeyValuePair<string, string?>[]
                {
                    new("title", t.Title),
                    new("artist", t.FirstPerformer),
                    new("copyright", t.Copyright),
                    new("comment", t.Comment),
                }
                    .Where(e => e.Value is { Length: > 0 and < 4000 })
                    .Select(e => new KeyValuePair<string, string>(e.Key, e.Value!)),
            ]
        );
    }

    // ISO/IEC 14496-12, RFC 8794, RFC 3533; MPEG audio by the sign before its tags.
    private static (string Type, string Ending) TypeOf(ReadOnlySpan<byte> b) =>
        b[4..8].SequenceEqual("ftyp"u8) ? ("video/mp4", "mp4")
        : b.StartsWith((ReadOnlySpan<byte>)[0x1A, 0x45, 0xDF, 0xA3]) && b.IndexOf("webm"u8) >= 0
            ? ("video/webm", "webm")
        : b.StartsWith("OggS"u8) ? ("audio/ogg", "ogg")
        : b.StartsWith("RIFF"u8) && b[8..12].SequenceEqual("WAVE"u8) ? ("audio/wav", "wav")
        : b.StartsWith("ID3"u8) || b[0] == 0xFF && (b[1] & 0xE0) == 0xE0 ? ("audio/mpeg", "mp3")
        : throw new FileFaultException(Other);

    // The library takes what a file is from its name.
    private sealed class Named(string path, string name) : TagLib.File.IFileAbstraction
    {
        public string Name => name;

        public Stream ReadStream => File.OpenRead(path);

        public Stream WriteStream => throw new NotSupportedException();

        public void CloseStream(Stream stream) => stream.Dispose();
    }
}
