namespace Jaali.Core.Composing;

/// <summary>Credits as words that can be set.</summary>
internal static class CreditWords
{
    /// <summary>The credit as one paragraph, with its links.</summary>
    internal static Paragraph Paragraph(this Credit credit) => Paragraph(credit.Spans);

    /// <summary>Stretches of a credit as one paragraph, with their links.</summary>
    internal static Paragraph Paragraph(IEnumerable<CreditSpan> spans) =>
        new([.. spans.Select(s => new TextRun(s.Text, Link: s.Href))]);
}
