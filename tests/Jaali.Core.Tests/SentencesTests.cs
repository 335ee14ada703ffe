using System.Text;
using System.Text.RegularExpressions;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>
/// Every sentence that the server says to a person, gathered on one page for who reads with an eye on words. What the
/// interface itself says is in the client's one file of texts.
/// </summary>
public sealed partial class SentencesTests
{
    [Fact]
    public void The_page_of_sentences_is_what_the_sources_say() => Outside.IsDocument(Page(), "docs", "sentences.md");

    [Fact]
    public void No_sentence_shouts_apologises_or_names_a_type()
    {
        string[] all = [.. Sentences().SelectMany(s => s.Said)];
        Assert.True(all.Length > 200, $"{all.Length} sentences found");
        Assert.DoesNotContain(all, s => s.EndsWith('!') || Shouting().IsMatch(s));
    }

    private static string Page()
    {
        var page = new StringBuilder(
            "# What the server says\n\nEvery sentence that the rules and the server may say to a person, "
                + "by where it is "
                + "said. … stands for a value. The interface’s own words are in `src/web/src/texts.ts`, what "
                + "is seen at "
                + "each limit in `limits.md`. A test writes this page.\n"
        );
        foreach ((string where, string[] said) in Sentences())
        {
            page.Append('\n').Append("## ").Append(where).Append("\n\n");
            foreach (string sentence in said)
                page.Append("- ").Append(sentence.Replace("<", "&lt;", StringComparison.Ordinal)).Append('\n');
        }
        return page.ToString();
    }

    private static IEnumerable<(string Where, string[] Said)> Sentences() =>
        Directory
            .EnumerateFiles(Path.Combine(Outside.Root, "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !Elsewhere().IsMatch(f))
            .GroupBy(f =>
                Path.GetRelativePath(Path.Combine(Outside.Root, "src"), Path.GetDirectoryName(f)!).Replace('\\', '/')
            )
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g =>
                (g.Key, g.Order(StringComparer.Ordinal).SelectMany(f => In(File.ReadAllText(f))).Distinct().ToArray())
            )
            .Where(g => g.Item2.Length > 0);

    // Texts that begin with a capital and end as a sentence does, put together where they go over several lines.
    private static IEnumerable<string> In(string source)
    {
        string code = string.Join(
            '\n',
            source.Split('\n').Where(l => !l.TrimStart().StartsWith("//", StringComparison.Ordinal))
        );
        foreach (Match m in Text().Matches(code))
        {
            string text = string.Concat(m.Groups["part"].Captures.Select(c => c.Value));
            text = Value().Replace(text.Replace("\\\"", "\"", StringComparison.Ordinal), "…");
            if (Sentence().IsMatch(text))
                yield return text;
        }
    }

    [GeneratedRegex("""(?:\$?"(?<part>(?:[^"\\\n]|\\.)*)")(?:\s*\+\s*\$?"(?<part>(?:[^"\\\n]|\\.)*)")*""")]
    private static partial Regex Text();

    [GeneratedRegex(@"\{(?:[^{}]|\{[^{}]*\})*\}")]
    private static partial Regex Value();

    [GeneratedRegex(@"^(?=.*[a-z]{3})[A-Z…“][^\\]*\s[^\\]*[.…!?]$")]
    private static partial Regex Sentence();

    [GeneratedRegex(@"[/\\](obj|bin|Migrations|Jaali\.StandIns|web)[/\\]|[/\\]Limits\.cs$")]
    private static partial Regex Elsewhere();

    [GeneratedRegex(@"\b(Oops|Sorry|Whoops|Exception|null|undefined)\b")]
    private static partial Regex Shouting();
}
