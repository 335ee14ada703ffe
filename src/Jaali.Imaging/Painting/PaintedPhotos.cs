using SkiaSharp;

namespace Jaali.Imaging.Painting;

/// <summary>Photos while they are painted, each opened once.</summary>
/// <param name="bytes">The bytes of a photo by the name it is asked for; null where they are lost.</param>
internal sealed class PaintedPhotos(Func<string, byte[]?> bytes) : IDisposable
{
    private readonly Dictionary<string, SKImage?> _open = new(StringComparer.Ordinal);

    /// <summary>A photo; null where it is lost.</summary>
    internal SKImage? Of(string name)
    {
        if (!_open.TryGetValue(name, out SKImage? image))
            _open[name] = image = bytes(name) is { } found ? SKImage.FromEncodedData(found) : null;
        return image;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (SKImage? image in _open.Values)
            image?.Dispose();
    }
}
