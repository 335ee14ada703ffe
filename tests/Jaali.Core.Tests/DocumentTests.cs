using System.Text.RegularExpressions;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What documents say of the tree, held against the tree.</summary>
public sealed partial class DocumentTests
{
    [Fact]
    public void Every_word_of_the_glossary_stands_once_and_lives_where_it_says()
    {
        string[] rows =
        [
            .. File.ReadLines(Outside.File("docs", "glossary.md"))
                .Where(l =>
                    l.StartsWith("| ", StringComparison.Ordinal) && !l.StartsWith("| word", StringComparison.Ordinal)
                ),
        ];
        Assert.True(rows.Length > 70, $"{rows.Length} words");
        string[] words = [.. rows.Select(r => r.Split('|')[1].Replace("(*own*)", "", StringComparison.Ordinal).Trim())];
        Assert.Equal(words.Distinct(), words);
        string[] places = [.. rows.SelectMany(r => Code().Matches(r.Split('|')[^2]).Select(m => m.Groups[1].Value))];
        Assert.True(places.Length >= rows.Length, $"{places.Length} places");
        Assert.All(places, p => Assert.True(IsThere(InTree(p)), $"{p} is not there"));
    }

    /// <summary>Paths in back quotes and links of the documents that tell newcomers where things are.</summary>
    [Theory]
    [InlineData("README.md")]
    [InlineData("CONTRIBUTING.md")]
    [InlineData("docs/architecture.md")]
    public void What_a_document_points_to_is_there(string document)
    {
        string text = File.ReadAllText(Outside.File(document.Split('/')));
        string folder = Path.GetDirectoryName(document)!;
        string[] links = [.. Link().Matches(text).Select(m => m.Groups[1].Value)];
        Assert.NotEmpty(links);
        Assert.All(links, l => Assert.True(IsThere(Path.Combine(folder, l.Split('#')[0])), $"{l} is not there"));
        string[] paths =
        [
            .. Code()
                .Matches(text)
                .Select(m => m.Groups[1].Value)
                .Where(p =>
                    p.StartsWith("src/", StringComparison.Ordinal) || p.StartsWith("tests/", StringComparison.Ordinal)
                )
                .Select(p => p.Split('<')[0].TrimEnd('/')),
        ];
        Assert.All(paths, p => Assert.True(IsThere(p), $"{p} is not there"));
    }

    [Fact]
    public void The_floors_that_the_architecture_names_are_those_that_tests_hold()
    {
        string text = File.ReadAllText(Outside.File("docs", "architecture.md"));
        Assert.Contains(string.Join(", ", Floors.Core), text, StringComparison.Ordinal);
        Assert.Contains(string.Join(", ", Floors.Server), text, StringComparison.Ordinal);
        string rules = File.ReadAllText(Outside.File("src", "web", ".dependency-cruiser.cjs"));
        string[] client = [.. Quoted().Matches(ClientFloors().Match(rules).Value).Select(m => m.Groups[1].Value)];
        Assert.True(client.Length > 8, $"{client.Length} floors of the client");
        Assert.All(client, f => Assert.Contains($"`{f}`", text, StringComparison.Ordinal));
    }

    private static string InTree(string place) =>
        place.StartsWith("web/", StringComparison.Ordinal) ? "src/web/src/" + place[4..] : "src/Jaali." + place;

    private static bool IsThere(string path) =>
        File.Exists(Outside.File(path.Split('/'))) || Directory.Exists(Outside.File(path.Split('/')));

    [GeneratedRegex("`([^`]+)`")]
    private static partial Regex Code();

    [GeneratedRegex(@"\]\(((?!https?:)[^)]+)\)")]
    private static partial Regex Link();

    [GeneratedRegex(@"const floors = \[[^\]]*\]")]
    private static partial Regex ClientFloors();

    [GeneratedRegex(@"'(\w+)'")]
    private static partial Regex Quoted();
}
