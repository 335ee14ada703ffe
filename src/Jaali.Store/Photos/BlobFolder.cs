using System.Security.Cryptography;

namespace Jaali.Store;

/// <summary>Bytes by the SHA-256 of their content. A blob is written under a temporary name, flushed to the disk and
/// then renamed, so that a name never stands for half a file.</summary>
public sealed class BlobFolder
{
    private readonly string _root;
    private readonly string _temporary;

    /// <summary>Opens the folder, making it if need be, and clears what a crash left half-written.</summary>
    public BlobFolder(string root)
    {
        (_root, _temporary) = (root, Path.Combine(root, "tmp"));
        Directory.CreateDirectory(_temporary);
        foreach (string left in Directory.EnumerateFiles(_temporary))
            File.Delete(left);
    }

    /// <summary>The SHA-256 of bytes, lower-case hexadecimal.</summary>
    public static string NameOf(ReadOnlySpan<byte> bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>True for 64 lower-case hexadecimal digits.</summary>
    public static bool IsName(string name) =>
        name.Length == 64 && name.All(c => c is (>= '0' and <= '9') or (>= 'a' and <= 'f'));

    /// <summary>Keeps bytes and returns their name; a damaged file of that name is replaced.</summary>
    public string Put(ReadOnlySpan<byte> bytes)
    {
        string name = NameOf(bytes),
            path = PathOf(name);
        // What is there is believed only where it still is what its name says; else it is replaced.
        if (IsWhole(path, name))
            return name;
        string half = Path.Combine(_temporary, Guid.NewGuid().ToString("N"));
        using (var file = new FileStream(half, FileMode.CreateNew, FileAccess.Write))
        {
            file.Write(bytes);
            file.Flush(flushToDisk: true);
        }
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        File.Move(half, path, overwrite: true);
        return name;
    }

    /// <summary>Keeps a file of any length, which is moved, and returns its name.</summary>
    /// <param name="file">A file on the same disk that nobody else writes.</param>
    public string Take(string file)
    {
        string name;
        using (FileStream bytes = File.Open(file, FileMode.Open, FileAccess.ReadWrite))
        {
            name = Convert.ToHexStringLower(SHA256.HashData(bytes));
            bytes.Flush(flushToDisk: true);
        }
        string path = PathOf(name);
        if (IsWhole(path, name))
        {
            File.Delete(file);
            return name;
        }
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        File.Move(file, path, overwrite: true);
        return name;
    }

    /// <summary>The bytes of a name, or null where there are none.</summary>
    public byte[]? Get(string name)
    {
        if (!IsName(name))
            return null;
        try
        {
            return File.ReadAllBytes(PathOf(name)) is { Length: > 0 } bytes ? bytes : null;
        }
        catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
        {
            return null;
        }
    }

    /// <summary>The bytes of a name where they are what it says; null where there are none or they are damaged. For
    /// what
    /// is handed on.</summary>
    public byte[]? GetWhole(string name) => Get(name) is { } bytes && NameOf(bytes) == name ? bytes : null;

    /// <summary>Where the bytes of a name lie; null where there are none.</summary>
    public string? FileOf(string name) =>
        IsName(name) && new FileInfo(PathOf(name)) is { Exists: true, Length: > 0 } file ? file.FullName : null;

    /// <summary>True where there are bytes of this name.</summary>
    public bool Has(string name) => IsName(name) && File.Exists(PathOf(name));

    /// <summary>Length and time of writing of the bytes of a name, or null where there are none.</summary>
    public (long Length, DateTime Written)? Stamp(string name)
    {
        if (!IsName(name))
            return null;
        var file = new FileInfo(PathOf(name));
        return file.Exists ? (file.Length, file.LastWriteTimeUtc) : null;
    }

    /// <summary>True where the bytes of a name are what it says.</summary>
    public bool IsWhole(string name) => IsName(name) && IsWhole(PathOf(name), name);

    /// <summary>Names of all bytes, with the time of their writing.</summary>
    public IEnumerable<(string Name, DateTime Written)> All() =>
        Directory
            .EnumerateDirectories(_root)
            .Where(d => Path.GetFileName(d).Length == 2)
            .SelectMany(Directory.EnumerateFiles)
            .Select(f => (Path.GetFileName(f), File.GetLastWriteTimeUtc(f)));

    /// <summary>Removes the bytes of a name.</summary>
    public void Remove(string name)
    {
        if (IsName(name))
            File.Delete(PathOf(name));
    }

    /// <summary>Names whose bytes no longer hash to them.</summary>
    public IEnumerable<string> Damaged()
    {
        foreach (string folder in Directory.EnumerateDirectories(_root).Where(d => Path.GetFileName(d).Length == 2))
        foreach (string file in Directory.EnumerateFiles(folder))
        {
            if (!IsWhole(file, Path.GetFileName(file)))
                yield return Path.GetFileName(file);
        }
    }

    private static bool IsWhole(string path, string name)
    {
        if (!File.Exists(path))
            return false;
        using FileStream bytes = File.OpenRead(path);
        return Convert.ToHexStringLower(SHA256.HashData(bytes)) == name;
    }

    private string PathOf(string name) => Path.Combine(_root, name[..2], name);
}
