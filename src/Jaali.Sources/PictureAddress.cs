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

    // Words that name no photo where they are a whole label of a host, a whole folder, or a whole file.
    private static readonly HashSet<string> Besides =
    [
        .. (
            "ad ads adserver adservice advert adverts advertising advertisement banners sponsor sponsors "
            + "avatar avatars "
            + "gravatar userpic userpics profileimages pixel pixels tracking tracker beacon counter counters stats "
            + "analytics spacer blank clear transparent 1x1 emoji smilies smileys"
        ).Split(' '),
    ];

    // Sizes in which advertisements are traded (common practice, no source; from memory), none of them a photo's.
    private static readonly HashSet<(int, int)> Traded =
    [
        (728, 90),
        (970, 90),
        (970, 66),
        (468, 60),
        (234, 60),
        (320, 50),
        (320, 100),
        (300, 50),
        (88, 31),
        (120, 600),
        (160, 600),
        (120, 240),
    ];

    /// <summary>True where an address or a size is that of something beside a photo: a counter, a portrait of who
    /// wrote,
    /// a smiley, an advertisement.</summary>
    /// <param name="address">The address.</param>
    /// <param name="width">In pixels; 0 where it is not said.</param>
    /// <param name="height">In pixels; 0 where it is not said.</param>
    /// <param name="least">Pixels below which a side is that of a counter or a badge.</param>
    internal static bool IsBeside(string address, int width = 0, int height = 0, int least = 60)
    {
        if (width > 0 && width < least || height > 0 && height < least || Traded.Contains((width, height)))
            return true;
        if (!Uri.TryCreate(address, UriKind.Absolute, out Uri? u))
            return false;
        string[] folders = u.AbsolutePath.Split('/', StringSplitOptions.RemoveEmptyEntries);
        return u.Host.Split('.')[..^1].Any(Besides.Contains)
            || folders.Any(f => Besides.Contains(Path.GetFileNameWithoutExtension(f).ToLowerInvariant()));
    }

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
