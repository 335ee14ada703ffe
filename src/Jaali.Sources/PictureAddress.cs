namespace Jaali.Sources;

/// <summary>What the address of a file tells of it by its ending, in its path or in its query.</summary>
internal static class PictureAddress
{
    private static readonly HashSet<string> Photos = new(StringComparer.OrdinalIgnoreCase)
    {
        ".jpg",
        ".jpeg",
        ".jpe",
        ".png",
        ".webp",
        ".gif",
        ".tif",
        ".tiff",
        ".avif",
        ".heic",
        ".heif",
        ".bmp",
    };

    /// <summary>True where it ends as photos do.</summary>
    internal static bool IsFile(string address) => Endings(address).Any(Photos.Contains);

    /// <summary>True for a drawing (SVG), which is no photo.</summary>
    internal static bool IsDrawing(string address) =>
        Endings(address).Any(e => e.ToLowerInvariant() is ".svg" or ".svgz");

    private static IEnumerable<string> Endings(string address)
    {
        string bare = address.Trim().Split('#')[0];
        string[] parts = bare.Split('?', 2);
        yield return Path.GetExtension(parts[0]);
        // "file.php?name=low-tide.jpg&size=full"
        if (parts.Length > 1)
            foreach (string value in parts[1].Split('&'))
                yield return Path.GetExtension(value);
    }
}
