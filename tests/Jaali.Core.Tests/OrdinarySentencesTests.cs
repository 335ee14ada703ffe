using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Ordinary sentences that name a licence, as pages print them in many languages, and notices that look like
/// names: <c>sentences.txt</c>.</summary>
public sealed class OrdinarySentencesTests
{
    private static IEnumerable<(string Said, string Label)> Sentences =>
        File.ReadLines(Outside.File("tests", "Jaali.Core.Tests", "sentences.txt"))
            .Where(l => l.Length > 0 && l[0] != '#')
            .Select(l => l.Split("=>", 2))
            .Select(p => (p[0].Trim(), p[1].Trim()));

    [Fact]
    public void They_are_read_as_what_they_name_and_none_too_freely()
    {
        (string Said, string Label)[] all = [.. Sentences];
        string[] wrong =
        [
            .. all.Select(s => (s, Read: LicenceReader.Say(s.Said)))
                .Where(s => (s.Read.Licence?.Label ?? "-") != s.s.Label)
                .Select(s => $"{s.s.Said}: {s.Read.Licence?.Label ?? s.Read.Why}, not {s.s.Label}"),
        ];
        Samples.Ran("ordinary sentences of licences", all.Length - wrong.Length, all.Length);
        Assert.Empty(wrong);
    }

    /// <summary>A letter more or less, a word struck in: never freer than the sentence itself.</summary>
    [Fact]
    public void A_limit_behind_or_before_one_makes_it_none()
    {
        string[] limits =
        [
            "not for sale",
            "nur privat",
            "usage interdit",
            "só para escolas",
            "仅供教学",
            "только для прессы",
        ];
        foreach (
            (string said, string label) in Sentences.Where(s => s.Label.StartsWith("CC BY", StringComparison.Ordinal))
        )
        foreach (string limit in limits)
        foreach (string with in (string[])[$"{said}, {limit}", $"{limit}: {said}"])
            Assert.True(LicenceReader.Say(with).Licence is null, $"{with} was read as {label}");
    }

    /// <summary>What is not understood is told with what the rest reads like; nobody takes it but a person.</summary>
    [Theory]
    [InlineData("CC BY 3.0, ausgenommen", "CC BY 3.0", "ausgenommen")]
    [InlineData("CC BY-SA 4.0 quux frobnicate", "CC BY-SA 4.0", "quux frobnicate")]
    public void A_reading_that_stumbles_says_over_what(string said, string nearest, string words)
    {
        LicenceStatement read = LicenceReader.Say(said);
        Assert.Null(read.Licence);
        Assert.Equal((nearest, words), (read.Nearest?.Label, string.Join(' ', read.NotUnderstood)));
    }

    [Theory]
    [InlineData(100_000, "CC BY 4.0 ")]
    [InlineData(100_000, "<b hidden>")]
    [InlineData(100_000, "©")]
    [InlineData(100_000, "表示")]
    [InlineData(100_000, "ا")]
    public void Sentences_of_any_length_end_in_a_word(int letters, string part)
    {
        string said = string.Concat(Enumerable.Repeat(part, letters / part.Length));
        Assert.Null(LicenceReader.Say(said).Licence);
    }

    [Theory]
    // A licence within a sentence that runs the other way; letters that only look Latin; little pictures; markup
    // inside.
    [InlineData("הצילום מתפרסם ברישיון CC BY-SA 4.0", "CC BY-SA 4.0")]
    [InlineData("CC ВY 4.0", "-")]
    [InlineData("📷 Jane Doe, CC BY 4.0", "CC BY 4.0")]
    [InlineData("CC BY 4.0 🚫", "-")]
    [InlineData("Creative <b>Commons</b> Attri<wbr>bution 4.0", "-")]
    [InlineData("<i>CC</i> <b>BY</b>-<u>NC</u> 4.0", "CC BY-NC 4.0")]
    [InlineData(
        "CC BY 1.0, CC BY 2.0, CC BY 2.5, CC BY 3.0, CC BY 4.0, CC BY-SA 1.0, CC BY-SA 2.0, CC BY-SA 2.5, "
            + "CC BY-SA 3.0, CC BY-SA 4.0, "
            + "CC BY-NC 1.0, CC BY-NC 2.0, CC BY-NC 2.5, CC BY-NC 3.0, CC BY-NC 4.0, CC BY-ND 1.0, CC BY-ND "
            + "2.0, CC0 1.0, GFDL 1.2, OGL 3.0",
        "-"
    )]
    public void Odd_forms_are_read_rightly_or_not_at_all(string said, string label) =>
        Assert.Equal(label, LicenceReader.Say(said).Licence?.Label ?? "-");

    [Fact]
    public void The_page_of_languages_is_what_the_reader_knows() =>
        Outside.IsDocument(LicenceReader.Languages(), "docs", "licence-reading.md");
}
