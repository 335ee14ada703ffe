using Jaali.Core.Decks;

namespace Jaali.Core.Rights;

/// <summary>What a placement does to a photo, read off its values.</summary>
/// <param name="CroppedTo">The share of the area that is shown, or 1 where the photo is whole.</param>
public sealed record Changes(double CroppedTo)
{
    /// <summary>The changes that a frame makes.</summary>
    public static Changes Of(Frame frame) => new(frame.Crop.IsWhole ? 1 : frame.Crop.Share);

    /// <summary>True where nothing was done but scaling.</summary>
    public bool None => CroppedTo >= 1;

    /// <summary>The note that a credit carries: "cropped", or empty.</summary>
    public string Note => None ? "" : "cropped";
}
