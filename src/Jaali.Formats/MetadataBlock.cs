namespace Jaali.Formats;

/// <summary>What one block of a photo's metadata says of its rights.</summary>
/// <param name="Name">"XMP", "EXIF", "IPTC" ...</param>
/// <param name="Title">Empty where it has none.</param>
/// <param name="Maker">The same.</param>
/// <param name="MakerUrl">The maker's page, or null.</param>
/// <param name="Notice">The copyright notice.</param>
/// <param name="Licences">Words and addresses that may name a licence.</param>
/// <param name="SourceUrl">A page that it names as the source, or null.</param>
/// <param name="MachineMade">It says so.</param>
/// <param name="Words">All of it as lines of path and value.</param>
public sealed record MetadataBlock(
    string Name,
    string Title,
    string Maker,
    string? MakerUrl,
    string Notice,
    IReadOnlyList<string> Licences,
    string? SourceUrl,
    bool MachineMade,
    IReadOnlyList<string> Words
)
{
    /// <summary>Who may be named where no maker is: a credit line, the owner of the camera.</summary>
    public IReadOnlyList<string> Credits { get; init; } = [];

    /// <summary>A packet that could not be read within its limits: what it grants or forbids is for a person to find
    /// out.</summary>
    public static MetadataBlock Unread { get; } =
        new(
            "XMP",
            "",
            "",
            null,
            "",
            ["The XMP of this file cannot be read; it may say more."],
            null,
            false,
            ["could not be read: it takes longer, or more memory, than a photo's metadata need"]
        );
}
