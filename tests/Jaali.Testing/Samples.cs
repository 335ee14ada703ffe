using Xunit;

namespace Jaali.Testing;

/// <summary>
/// Samples that nobody here wrote, which <c>tests/samples.sh</c> fetched from packages of the registries into
/// <c>artifacts/samples</c>. Each check prints how many it ran; where a package is missing the test is skipped, and
/// counted as
/// skipped.
/// </summary>
public static class Samples
{
    /// <summary>A folder of a package. Where the package could not be fetched the test that asks is skipped.</summary>
    public static string Folder(string package, params string[] parts)
    {
        string root = Outside.File("artifacts", "samples", package),
            folder = Path.Combine([root, .. parts]);
        bool whole = File.Exists(Path.Combine(root, ".whole"));
        // The long run is for seeing everything.
        if (Environment.GetEnvironmentVariable("JAALI_LONG") is null)
            Assert.SkipUnless(whole, $"The samples of {package} could not be fetched.");
        Assert.True(whole, $"The samples of {package} are not here.");
        return Directory.Exists(folder)
            ? folder
            : throw new DirectoryNotFoundException($"The package {package} has no {string.Join('/', parts)}.");
    }

    /// <summary>The files of a package whose names end so, in order; there is at least one.</summary>
    public static IReadOnlyList<string> Files(string package, string[] endings, params string[] parts)
    {
        string[] files =
        [
            .. Directory
                .EnumerateFiles(Folder(package, parts), "*", SearchOption.AllDirectories)
                .Where(f => endings.Any(e => f.EndsWith(e, StringComparison.OrdinalIgnoreCase)))
                .Order(StringComparer.Ordinal),
        ];
        Assert.NotEmpty(files);
        return files;
    }

    /// <summary>Says how many cases were run, for the report.</summary>
    public static void Ran(string what, int right, int of) =>
        Console.WriteLine($"samples: {what}: {right} of {of} as expected.");
}
