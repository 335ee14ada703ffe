using Jaali.Core.Rights;

namespace Jaali.Core.Sourcing;

/// <summary>A search result that has not been taken.</summary>
/// <param name="Id">Identity within its collection.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="Thumbnail">A small rendition.</param>
/// <param name="Renditions">All sizes offered, at least one.</param>
/// <param name="Rights">The record as found.</param>
/// <param name="Tags">Words the source gives it.</param>
/// <param name="Evidence">What the source said.</param>
public sealed record Candidate(
    string Id, string Collection, Rendition Thumbnail, IReadOnlyList<Rendition> Renditions, RightsRecord Rights, IReadOnlyList<string> Tags, Evidence Evidence)
{
    /// <summary>The largest rendition.</summary>
    public Rendition Largest => Renditions.MaxBy(r => (long)r.Width * r.Height)!;

    /// <summary>Width over height.</summary>
    public double Aspect => (double)Largest.Width / Largest.Height;
}

/// <summary>What a source said about a photo, word for word, when and where.</summary>
/// <param name="Text">The words, or the piece of a document.</param>
/// <param name="Address">Where it was read.</param>
/// <param name="ReadAt">When, in UTC.</param>
/// <param name="Sha256">Hash of the text in UTF-8, lower-case hexadecimal.</param>
public sealed record Evidence(string Text, string Address, DateTimeOffset ReadAt, string Sha256)
{
    /// <summary>Evidence of a text, hashed.</summary>
    public static Evidence Of(string text, string address, DateTimeOffset readAt) =>
        new(text, address, readAt, Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(text))));
}

/// <summary>The shapes in which photos are sought.</summary>
public enum PhotoShape
{
    /// <summary>Any.</summary>
    Any,

    /// <summary>Clearly wider than high.</summary>
    Wide,

    /// <summary>Clearly higher than wide.</summary>
    Tall,

    /// <summary>As wide as high, within a tenth.</summary>
    Square,
}

/// <summary>Judges shapes.</summary>
public static class PhotoShapes
{
    /// <summary>The shape of a width over a height.</summary>
    public static PhotoShape Of(double aspect) => aspect > 1.1 ? PhotoShape.Wide : aspect < 1 / 1.1 ? PhotoShape.Tall : PhotoShape.Square;

    /// <summary>True where a photo of this aspect is of the wanted shape.</summary>
    public static bool Fits(this PhotoShape wanted, double aspect) => wanted == PhotoShape.Any || Of(aspect) == wanted;
}
