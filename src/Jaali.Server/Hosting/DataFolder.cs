using System.Security.Cryptography;

namespace Jaali.Server.Hosting;

/// <summary>The folder that holds everything: database, blobs, derivatives, exports.</summary>
public sealed class DataFolder
{
    private readonly string _root;

    /// <summary>Uses a folder; exports and derivatives can be thrown away at any time.</summary>
    public DataFolder(string root)
    {
        _root = root;
        Directory.CreateDirectory(Path.Combine(root, "exports"));
        foreach (string part in Files("exports", "*.part").Concat(Files("downloads", "in-*")))
            File.Delete(part);
    }

    /// <summary>The folder itself.</summary>
    public string Root => _root;

    /// <summary>The files below one of its folders.</summary>
    public IEnumerable<string> Files(string part, string pattern) =>
        Directory.Exists(Path.Combine(_root, part))
            ? Directory.EnumerateFiles(Path.Combine(_root, part), pattern, SearchOption.AllDirectories)
            : [];

    /// <summary>True for a file that <see cref="WriteWhole"/> had not yet given its name.</summary>
    public static bool IsHalf(string path) => Guid.TryParseExact(Path.GetExtension(path).TrimStart('.'), "N", out _);

    /// <summary>Where blobs are.</summary>
    public string Blobs => Path.Combine(_root, "blobs");

    /// <summary>Where an export is.</summary>
    public string Export(string name) => Path.Combine(_root, "exports", name);

    /// <summary>The folder of pictures made of photos. It has a new name wherever the same photo would be made another
    /// picture, for what lies there is never made again.</summary>
    public const string Renditions = "renditions";

    /// <summary>What that folder was called before.</summary>
    public const string EarlierRenditions = "derived";

    /// <summary>Removes the pictures that an earlier version made of photos.</summary>
    public void RemoveEarlier()
    {
        if (Path.Combine(_root, EarlierRenditions) is var earlier && Directory.Exists(earlier))
            Directory.Delete(earlier, recursive: true);
    }

    /// <summary>Where a derivative of a photo is kept.</summary>
    public string Derived(string photoId, string name) => Path.Combine(_root, Renditions, photoId[..2], photoId, name);

    /// <summary>Where the small picture of a candidate is kept.</summary>
    public string Thumbnail(string name) => Path.Combine(_root, Renditions, "found", name[..2], name);

    /// <summary>Where a download is received, so that it can go on after a break.</summary>
    public string Download(string name)
    {
        Directory.CreateDirectory(Path.Combine(_root, "downloads"));
        return Path.Combine(_root, "downloads", name);
    }

    /// <summary>A secret of this folder, 32 bytes that nobody else can read; made where there is none.</summary>
    public byte[] Secret(string name)
    {
        string path = Path.Combine(_root, name + ".key");
        if (File.Exists(path) && File.ReadAllBytes(path) is { Length: 32 } known)
            return known;
        byte[] made = RandomNumberGenerator.GetBytes(32);
        string half = $"{path}.{Guid.NewGuid():N}";
        var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        using (var file = new FileStream(half, options))
            file.Write(made);
        File.Move(half, path, overwrite: true);
        return made;
    }

    /// <summary>Writes a file so that it is never seen half-written.</summary>
    public static void WriteWhole(string path, byte[] bytes)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        string half = $"{path}.{Guid.NewGuid():N}";
        try
        {
            File.WriteAllBytes(half, bytes);
            File.Move(half, path, overwrite: true);
        }
        catch
        {
            File.Delete(half);
            throw;
        }
    }
}
