using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;

namespace Jaali.Server.Incoming;

/// <summary>A file that was brought.</summary>
/// <param name="Name">Its name, with folders.</param>
/// <param name="At">Where it lies.</param>
public sealed record IncomingFile(string Name, string At);

/// <summary>Files that were brought together: a talk's file, an outline with its pictures, a folder of photos. They lie
/// in a
/// folder of their own under numbers; no name from outside becomes one on the disk.</summary>
public sealed class IncomingFolder(DataFolder folder)
{
    private const string Names = "names.json";

    /// <summary>Where what was brought together lies.</summary>
    public string Of(Guid id) => Path.Combine(folder.Root, "incoming", id.ToString("N"));

    /// <summary>Adds a file that was received.</summary>
    /// <returns>Why not, or null.</returns>
    public Refusal? Add(Guid id, string name, string received)
    {
        // Two files that arrive at once do not take one number.
        lock (_adding)
            return AddAlone(id, name, received);
    }

    private readonly Lock _adding = new();

    private Refusal? AddAlone(Guid id, string name, string received)
    {
        Directory.CreateDirectory(Of(id));
        List<string> names = [.. Read(id)];
        string clean = name.Replace('\\', '/').Trim().TrimStart('/');
        if (clean.Length is 0 or > 400 || clean.Any(char.IsControl) || clean.Split('/').Contains(".."))
            return new("bad-name", "A file has a name that cannot be taken. Give it another and bring it again.");
        if (names.Count >= Limits.Files.Brought)
            return new("too-many-files", $"More than {Limits.Files.Brought} files were brought at once. Bring fewer.");
        if (names.Contains(clean, StringComparer.OrdinalIgnoreCase))
            return new("same-name", $"Two files have one name, {clean}. Give one of them another.");
        File.Move(
            received,
            Path.Combine(Of(id), names.Count.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        names.Add(clean);
        DataFolder.WriteWhole(
            Path.Combine(Of(id), Names),
            JsonSerializer.SerializeToUtf8Bytes(names, DeckJson.Options)
        );
        return null;
    }

    /// <summary>The files, in the order of their names.</summary>
    public IReadOnlyList<IncomingFile> Files(Guid id) =>
        [
            .. Read(id)
                .Select(
                    (n, i) =>
                        new IncomingFile(
                            n,
                            Path.Combine(Of(id), i.ToString(System.Globalization.CultureInfo.InvariantCulture))
                        )
                )
                .Where(f => File.Exists(f.At))
                .OrderBy(f => f.Name, StringComparer.OrdinalIgnoreCase),
        ];

    /// <summary>Removes what was brought.</summary>
    public void Remove(Guid id)
    {
        if (Directory.Exists(Of(id)))
            Directory.Delete(Of(id), true);
    }

    /// <summary>Removes what was brought before a moment.</summary>
    public void Sweep(DateTime before)
    {
        string root = Path.Combine(folder.Root, "incoming");
        if (!Directory.Exists(root))
            return;
        foreach (
            string old in Directory.EnumerateDirectories(root).Where(d => Directory.GetLastWriteTimeUtc(d) < before)
        )
            Directory.Delete(old, true);
    }

    private string[] Read(Guid id)
    {
        string at = Path.Combine(Of(id), Names);
        return File.Exists(at)
            ? JsonSerializer.Deserialize<string[]>(File.ReadAllBytes(at), DeckJson.Options) ?? []
            : [];
    }
}
