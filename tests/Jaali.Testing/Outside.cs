using System.Diagnostics;

namespace Jaali.Testing;

/// <summary>The world outside the project that checks are made against: the repository's files and general-purpose
/// programs.</summary>
public static class Outside
{
    /// <summary>The root of the checkout.</summary>
    public static string Root { get; } = FindRoot();

    /// <summary>A file of the checkout.</summary>
    public static string File(params string[] parts) => Path.Combine([Root, .. parts]);

    /// <summary>A demo photo.</summary>
    public static string Photo(string name) => File("demo", "photos", name);

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(string, int), byte[]> Smaller = new();

    /// <summary>A demo photo, so many pixels wide: where what is tested does not hang on its size, a small one is as
    /// good
    /// and much quicker.</summary>
    public static byte[] SmallPhoto(string name, int width) =>
        Smaller.GetOrAdd(
            (name, width),
            static key =>
            {
                using var folder = new ScratchFolder();
                string file = folder.File("small.jpg");
                Run("convert", Photo(key.Item1), "-resize", $"{key.Item2}x", "-quality", "90", file);
                return System.IO.File.ReadAllBytes(file);
            }
        );

    /// <summary>True for every kind of item, or for the one that JAALI_KIND names alone: where a kind was added, the
    /// others have been tested.</summary>
    public static bool IsAsked(string kind) =>
        Environment.GetEnvironmentVariable("JAALI_KIND") is not { Length: > 0 } asked || asked == kind;

    /// <summary>Fails where a document that is written from the code is not what the code says. Nothing is written but
    /// where
    /// it is asked for: <c>./jaali docs</c> does.</summary>
    public static void IsDocument(string text, params string[] parts)
    {
        string file = File(parts),
            name = string.Join('/', parts);
        string was = System.IO.File.Exists(file) ? System.IO.File.ReadAllText(file) : "";
        if (was == text)
            return;
        if (Environment.GetEnvironmentVariable("JAALI_WRITE_DOCS") is not null)
        {
            Directory.CreateDirectory(Path.GetDirectoryName(file)!);
            System.IO.File.WriteAllText(file, text);
            return;
        }
        int at = was.Zip(text).TakeWhile(c => c.First == c.Second).Count();
        throw new InvalidOperationException(
            $"{name} is not what the code says, from “{Around(was)}” on, where the code says “{Around(text)}”. "
                + "Write it anew with ./jaali docs, read what changed, and commit it."
        );

        string Around(string of) => of[Math.Min(at, of.Length)..Math.Min(of.Length, at + 60)].ReplaceLineEndings(" ");
    }

    /// <summary>Runs a program and returns what it prints; fails loudly where it fails.</summary>
    public static string Run(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(program)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = File("tests", "e2e"),
        };
        foreach (string a in arguments)
            start.ArgumentList.Add(a);
        using Process process = Process.Start(start) ?? throw new InvalidOperationException(program);
        Task<string> errors = process.StandardError.ReadToEndAsync();
        string output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return process.ExitCode == 0
            ? output
            : throw new InvalidOperationException(
                $"{program} {string.Join(' ', arguments)} ended with {process.ExitCode}: {errors.Result}{output}"
            );
    }

    private static string FindRoot()
    {
        string? folder = AppContext.BaseDirectory;
        while (folder is not null && !System.IO.File.Exists(Path.Combine(folder, "Jaali.slnx")))
            folder = Path.GetDirectoryName(folder);
        return folder ?? throw new InvalidOperationException("The tests run outside the checkout.");
    }
}

/// <summary>A folder that goes when the test is over.</summary>
public sealed class ScratchFolder : IDisposable
{
    /// <summary>Its path.</summary>
    public string Path { get; } = Directory.CreateTempSubdirectory("jaali-test-").FullName;

    /// <summary>A file in it.</summary>
    public string File(string name) => System.IO.Path.Combine(Path, name);

    /// <inheritdoc/>
    public void Dispose()
    {
        try
        {
            Directory.Delete(Path, recursive: true);
        }
        catch (IOException) { }
    }
}
