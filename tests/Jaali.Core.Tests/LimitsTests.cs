using System.Globalization;
using System.Reflection;
using System.Text;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>The page of limits, and what of it the core itself keeps.</summary>
public sealed class LimitsTests
{
    private static IEnumerable<(string Part, FieldInfo Field, LimitAttribute Limit)> All() =>
        typeof(Limits)
            .GetNestedTypes()
            .SelectMany(t =>
                t.GetFields(BindingFlags.Public | BindingFlags.Static)
                    .Select(f => (t.Name, f, f.GetCustomAttribute<LimitAttribute>()!))
            );

    private static string Page()
    {
        Dictionary<string, string> heads = new()
        {
            ["Clips"] = "Clips",
            ["Photos"] = "Photos",
            ["Documents"] = "Pages, feeds, manifests and records",
            ["Outgoing"] = "Going out",
            ["Incoming"] = "Coming in",
            ["Talks"] = "Talks",
            ["Files"] = "Talks that come in as files",
            ["Reading"] = "The program that reads them",
            ["Fonts"] = "Typefaces",
            ["Retention"] = "What is kept",
        };
        var page = new StringBuilder(
            "# Limits\n\nHow much is taken of anything that comes from outside or piles up. "
                + "Written from `src/Jaali.Core/Limits.cs` by a test; every reader takes its limit from there.\n"
        );
        foreach (
            IGrouping<string, (string Part, FieldInfo Field, LimitAttribute Limit)> part in All().GroupBy(l => l.Part)
        )
        {
            page.Append(
                CultureInfo.InvariantCulture,
                $"\n## {heads[part.Key]}\n\n| what | most | what a person sees | in code |\n| --- | --- | --- | --- |\n"
            );
            foreach ((_, FieldInfo field, LimitAttribute limit) in part)
            {
                string most = Amount(
                    Convert.ToInt64(field.GetRawConstantValue(), CultureInfo.InvariantCulture),
                    limit.Unit
                );
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"| {limit.Holds} | {most} | {limit.Seen} | `{part.Key}.{field.Name}` |\n"
                );
            }
        }
        return page.ToString();
    }

    private static string Amount(long value, string unit) =>
        unit == "bytes" && value % (1024 * 1024) == 0
            ? string.Create(CultureInfo.InvariantCulture, $"{value / 1024 / 1024} MB")
        : unit == "bytes" ? string.Create(CultureInfo.InvariantCulture, $"{value / 1024} KB")
        : string.Create(CultureInfo.InvariantCulture, $"{value:#,0} {unit}");

    [Fact]
    public void Every_limit_is_told_on_its_page()
    {
        Assert.All(All(), l => Assert.NotNull(l.Limit));
        Outside.IsDocument(Page(), "docs", "limits.md");
    }

    /// <summary>A limit that nothing asks for is none.</summary>
    [Fact]
    public void Every_limit_is_asked_for_somewhere()
    {
        string all = string.Concat(
            Directory
                .EnumerateFiles(Outside.File("src"), "*.cs", SearchOption.AllDirectories)
                .Where(f =>
                    !f.EndsWith("/Limits.cs", StringComparison.Ordinal)
                    && !f.Contains("/obj/", StringComparison.Ordinal)
                )
                .Select(File.ReadAllText)
        );
        Assert.All(All(), l => Assert.Contains($"Limits.{l.Part}.{l.Field.Name}", all, StringComparison.Ordinal));
    }

    [Fact]
    public void What_a_source_says_of_a_photo_is_held_within_bounds()
    {
        string title = new('t', 7_000_000);
        RightsRecord bounded = (
            World.Rights(null) with
            {
                Title = title,
                Maker = new string('m', 499) + "\U0001F4F7 and more",
                SourceUrl = "https://x.example/" + new string('a', 9000),
                Statement = new string('s', 5000),
            }
        ).Bounded();
        Assert.Equal(Limits.Documents.NameCharacters + 1, bounded.Title.Length);
        Assert.EndsWith("t…", bounded.Title, StringComparison.Ordinal);
        // Half of a character is none.
        Assert.Equal(new string('m', 499) + "…", bounded.Maker);
        Assert.Null(bounded.SourceUrl);
        Assert.Equal(Limits.Documents.SayingCharacters + 1, bounded.Statement.Length);
        Assert.Equal(bounded, bounded.Bounded() with { Title = bounded.Title, Statement = bounded.Statement });
        Evidence cut = Evidence.Of(title, "x", DateTimeOffset.UnixEpoch);
        Assert.EndsWith("(cut here: it is longer)", cut.Text, StringComparison.Ordinal);
        Assert.Equal(64, cut.Sha256.Length);
        var rendition = new Rendition("https://x.example/a.jpg", 10, 10);
        var candidate = new Candidate(
            "a",
            "c",
            rendition,
            [rendition],
            World.Rights(null) with
            {
                Title = title,
            },
            [.. Enumerable.Repeat("tag", 500), new string('l', 100)],
            cut
        );
        Assert.Equal(Limits.Documents.NameCharacters + 1, candidate.Rights.Title.Length);
        Assert.Equal(60, candidate.Tags.Count);
    }
}
