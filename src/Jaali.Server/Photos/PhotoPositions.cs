using Jaali.Caching;
using Jaali.Core;
using Jaali.Formats;
using Jaali.Store;

namespace Jaali.Server.Photos;

/// <summary>Which photos say where they were taken; looked up in their files once.</summary>
public sealed class PhotoPositions(PhotoStore photos)
{
    // EXIF and XMP of a JPEG stand before its picture.
    private const int Head = 1 << 20;

    private readonly BoundedCache<string, bool> _known = new(Limits.Retention.Facts);

    /// <summary>True for a photo whose file holds a position.</summary>
    public bool Holds(string id)
    {
        if (_known.TryGet(id, out bool known))
            return known;
        if (photos.FileOf(id) is not { } path)
            return false;
        try
        {
            using FileStream file = File.OpenRead(path);
            byte[] bytes = new byte[
                photos.FormatOf(id) == "jpeg" ? (int)Math.Min(Head, file.Length) : (int)file.Length
            ];
            file.ReadExactly(bytes);
            return _known.Put(id, BarePhoto.HoldsPosition(bytes));
        }
        catch (IOException)
        {
            return false;
        }
    }
}
