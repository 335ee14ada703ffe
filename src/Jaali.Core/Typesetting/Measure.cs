namespace Jaali.Core.Typesetting;

/// <summary>A typeface that decks may use; its file ships with the application.</summary>
/// <param name="Id">Name in scenes and files.</param>
/// <param name="File">Name of its TrueType file.</param>
public sealed record Face(string Id, string File)
{
    /// <summary>Headings.</summary>
    public static Face Heading { get; } = new("Deck Heading", "heading.ttf");

    /// <summary>Running words.</summary>
    public static Face Text { get; } = new("Deck Text", "text.ttf");

    /// <summary>Credits.</summary>
    public static Face Credit { get; } = new("Deck Credit", "credit.ttf");

    /// <summary>All of them.</summary>
    public static IReadOnlyList<Face> All { get; } = [Heading, Text, Credit];
}

/// <summary>Measures words with a typeface's own metrics, kerning included.</summary>
public interface ITextMeasure
{
    /// <summary>Advance width of one line, in the unit of <paramref name="size"/>.</summary>
    double Width(Face face, double size, string text);

    /// <summary>Height of the ascenders above the baseline for a size.</summary>
    double Ascent(Face face, double size);

    /// <summary>Depth of the descenders below the baseline for a size, positive.</summary>
    double Descent(Face face, double size);
}
