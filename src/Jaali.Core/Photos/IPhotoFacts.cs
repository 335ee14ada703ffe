namespace Jaali.Core.Photos;

/// <summary>Taken photos, by their SHA-256.</summary>
public interface IPhotoFacts
{
    /// <summary>What the rules need of a photo, or null where there is none.</summary>
    PhotoFacts? Photo(string photoId);
}
