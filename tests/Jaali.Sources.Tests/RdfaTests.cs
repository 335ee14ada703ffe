using System.Text.RegularExpressions;
using AngleSharp.Html.Parser;
using Jaali.Sources.Pages;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>The reader of RDFa against W3C's test cases as the Debian source package librdfa-java (BSD-3) carries
/// them: pages, each with a question that its statements must answer.</summary>
public sealed partial class RdfaTests
{
    // Questions that must not be answered: an address in brackets in "href", a statement inside a script, prefixes that
    // are none.
    private static readonly string[] Refused = ["0005", "0122", "0129", "0139", "0149"];

    // RDFa 1.0 took "typeof" beside "rel" or "property" for the subject's kind, and "src" for a subject; 1.1 takes them
    // for the object's. "xml:base", names of nodes of "[]" and prefixes told apart by case alone are no part of HTML;
    // 0124 wants a space that is not in its page.
    private static readonly string[] OfVersionOne =
    [
        "0004",
        "0043",
        "0044",
        "0045",
        "0046",
        "0047",
        "0058",
        "0042",
        "0078",
        "0081",
        "0082",
        "0095",
        "0097",
        "0121",
        "0123",
        "0124",
        "0155",
        "0156",
    ];

    [Theory]
    [InlineData("html5", ".html")]
    [InlineData("html4", ".html")]
    public void W3c_test_cases_of_rdfa_hold(string folder, string ending)
    {
        string[] parts = ["rdfa-module", "src", "test", "resources", "conformance", folder];
        IReadOnlyList<string> pages = Samples.Files("librdfa-java", [ending], parts);
        List<string> wrong = [];
        int ran = 0;
        foreach (string page in pages)
        {
            string question = Path.ChangeExtension(page, ".sparql");
            if (
                !File.Exists(question)
                || OfVersionOne.Contains(Path.GetFileNameWithoutExtension(page))
                || IsOfAnotherKind(File.ReadAllText(page), File.ReadAllText(question))
            )
                continue;
            ran++;
            var at = new Uri($"http://rdfa.digitalbazaar.com/test-suite/test-cases/{folder}/{Path.GetFileName(page)}");
            using var document = new HtmlParser().ParseDocument(File.ReadAllText(page));
            if (document.QuerySelector("base")?.GetAttribute("href") is { } href)
                at = new Uri(at, href);
            bool no =
                File.ReadAllText(question).Contains("'NO'", StringComparison.Ordinal)
                || Refused.Contains(Path.GetFileNameWithoutExtension(page));
            if (Holds(File.ReadAllText(question), Rdfa.Read(document, at)) == no)
                wrong.Add(Path.GetFileName(page));
        }
        Samples.Ran($"RDFa {folder} ({string.Join(' ', wrong)})", ran - wrong.Count, ran);
        Assert.Empty(wrong);
    }

    // XML literals and optional patterns are not kept or asked here; a "meta" with words inside is XHTML, and an HTML
    // parser drops the words; "_:" and "[]" alone were names of nodes in RDFa 1.0.
    private static bool IsOfAnotherKind(string page, string question) =>
        question.Contains("XMLLiteral", StringComparison.Ordinal)
        || question.Contains("OPTIONAL", StringComparison.Ordinal)
        || page.Contains("</meta>", StringComparison.Ordinal);

    // A basic graph pattern of SPARQL: triples with variables, and the wish that some be blank nodes.
    private static bool Holds(string sparql, IReadOnlyList<Statement> told)
    {
        string text = Comment().Replace(sparql, "");
        string body = text[(text.IndexOf('{', StringComparison.Ordinal) + 1)..text.LastIndexOf('}')];
        HashSet<string> blank = [.. Blank().Matches(body).Select(m => m.Groups[1].Value)];
        body = Filter().Replace(body, "");
        string[] terms = [.. Term().Matches(body).Select(m => m.Value).Where(t => t != ".")];
        var triples = terms.Chunk(3).Where(c => c.Length == 3).ToArray();
        return Solve(0, []);

        bool Solve(int n, Dictionary<string, string> bound)
        {
            if (n == triples.Length)
                return bound
                    .Where(b => blank.Contains(b.Key))
                    .All(b => b.Value.StartsWith("_:", StringComparison.Ordinal));
            foreach (Statement s in told)
            {
                var next = new Dictionary<string, string>(bound);
                if (
                    Fits(triples[n][0], s.Subject, false, next)
                    && Fits(triples[n][1], s.Predicate, false, next)
                    && Fits(triples[n][2], s.Object, s.IsWords, next)
                    && Solve(n + 1, next)
                )
                    return true;
            }
            return false;
        }
    }

    private static bool Fits(string term, string value, bool words, Dictionary<string, string> bound)
    {
        if (term.StartsWith('?') || term.StartsWith("_:", StringComparison.Ordinal))
        {
            if (bound.TryGetValue(term, out string? before))
                return before == value;
            bound[term] = value;
            return true;
        }
        if (term.StartsWith('<'))
            return !words && term[1..^1] == value;
        string literal = Regex.Unescape(Literal().Match(term).Groups[1].Value);
        return words && Plain(literal) == Plain(value);
    }

    private static string Plain(string text) =>
        string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    [GeneratedRegex(@"^\s*#.*$", RegexOptions.Multiline)]
    private static partial Regex Comment();

    [GeneratedRegex(@"(?<!!)\bisBlank\s*\(\s*(\?\w+)\s*\)", RegexOptions.IgnoreCase)]
    private static partial Regex Blank();

    [GeneratedRegex(@"FILTER\s*(?:isBlank\s*\([^)]*\)|\((?:[^()]|\([^()]*\))*\))", RegexOptions.IgnoreCase)]
    private static partial Regex Filter();

    [GeneratedRegex("""<[^>]*>|"(?:[^"\\]|\\.)*"(?:\^\^<[^>]*>|@[\w-]+)?|\?\w+|_:\w+|\.""")]
    private static partial Regex Term();

    [GeneratedRegex("^\"((?:[^\"\\\\]|\\\\.)*)\"")]
    private static partial Regex Literal();
}
