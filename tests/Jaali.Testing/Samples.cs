namespace Jaali.Testing;

/// <summary>
/// Samples that nobody here wrote, which <c>tests/samples.sh</c> fetched from packages of the registries into
/// <c>artifacts/samples</c>. Each check prints how many it ran; where a package is missing it says that none were.
/// </summary>
public static class Samples
{
    /// <summary>A folder of a package, or null where the package could not be fetched.</summary>
    public static string? Folder(string package, params string[] parts)
    {
        string folder = Outside.File(["artifacts", "samples", package, .. parts]);
        if (File.Exists(Outside.File("artifacts", "samples", package, ".whole")) && Directory.Exists(folder))
            return folder;
        Console.WriteLine($"samples: {package} is not here; none of its cases were run.");
        return null;
    }

    /// <summary>The files of a package whose names end so, in order; none where it is not here.</summary>
    public static IReadOnlyList<string> Files(string package, string[] endings, params string[] parts) =>
        Folder(package, parts) is { } folder
            ?
            [
                .. Directory
                    .EnumerateFiles(folder, "*", SearchOption.AllDirectories)
                    .Where(f => endings.Any(e => f.EndsWith(e, StringComparison.OrdinalIgnoreCase)))
                    .Order(StringComparer.Ordinal),
            ]
            : [];

    /// <summary>Says how many cases were run, for the report.</summary>
    public static void Ran(string what, int right, int of) =>
        Console.WriteLine($"samples: {what}: {right} of {of} as expected.");
}
