using System.Collections.Concurrent;
using NetVips;

namespace Jaali.StandIns;

/// <summary>Offers each photo in several widths and makes a width when it is first asked for.</summary>
public sealed class RenditionCache(string folder)
{
    private static readonly int[] Widths = [640, 1024, 1920];
    private readonly ConcurrentDictionary<string, (int Width, int Height)> _sizes = new();
    private readonly ConcurrentDictionary<(string File, int Width), byte[]> _made = new();

    /// <summary>The sizes offered, small to large; the last is the original.</summary>
    public IReadOnlyList<(string Name, int Width, int Height)> Sizes(PhotoRecord photo)
    {
        (int w, int h) = _sizes.GetOrAdd(
            photo.File,
            f =>
            {
                using Image header = Image.NewFromFile(Path.Combine(folder, f));
                return (header.Width, header.Height);
            }
        );
        return
        [
            .. Widths.Where(x => x < w).Select(x => ($"{x}", x, (int)Math.Round((double)h * x / w))),
            ("original", w, h),
        ];
    }

    /// <summary>The bytes of a size, or null where it is not offered.</summary>
    public byte[]? Bytes(PhotoRecord photo, string size)
    {
        string path = Path.Combine(folder, photo.File);
        if (size == "original")
            return File.ReadAllBytes(path);
        (string Name, int Width, int Height) wanted = Sizes(photo).FirstOrDefault(s => s.Name == size);
        return wanted.Name is null
            ? null
            : _made.GetOrAdd(
                (photo.File, wanted.Width),
                key =>
                {
                    using Image small = Image.Thumbnail(path, key.Width, height: wanted.Height, size: Enums.Size.Force);
                    return small.JpegsaveBuffer(q: 88, keep: Enums.ForeignKeep.Xmp | Enums.ForeignKeep.Icc);
                }
            );
    }
}
