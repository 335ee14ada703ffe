namespace Jaali.Core.Photos;

/// <summary>What a source said about a photo, word for word, when and where.</summary>
/// <param name="Text">The words, or the piece of a document.</param>
/// <param name="Address">Where it was read.</param>
/// <param name="ReadAt">When, in UTC.</param>
/// <param name="Sha256">Hash of the text in UTF-8, lower-case hexadecimal.</param>
public sealed record Evidence(string Text, string Address, DateTimeOffset ReadAt, string Sha256)
{
    /// <summary>Where a person's own words were read.</summary>
    public const string ByHand = "corrected by hand";

    /// <summary>Evidence of a text, hashed; what is longer than any source says of a photo is cut.</summary>
    public static Evidence Of(string text, string address, DateTimeOffset readAt) =>
        text.Length > Limits.Documents.WordsOfEvidence
            ? Hashed(text[..Limits.Documents.WordsOfEvidence] + "\n… (cut here: it is longer)", address, readAt)
            : Hashed(text, address, readAt);

    private static Evidence Hashed(string text, string address, DateTimeOffset readAt) =>
        new(
            text,
            address,
            readAt,
            Convert.ToHexStringLower(
                System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(text))
            )
        );
}
