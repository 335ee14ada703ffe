namespace Jaali.Core.Decks;

/// <summary>The beginning of a text, to know it by.</summary>
public static class FewWords
{
    private const int Most = 40;

    /// <summary>The first few words of a text in one line, with an ellipsis where more follow.</summary>
    public static string Of(string text)
    {
        string line = text.ReplaceLineEndings(" ").Trim();
        int end = line.Length <= Most ? line.Length : line.LastIndexOf(' ', Most);
        return end == line.Length ? line : line[..(end > 0 ? end : Most)].TrimEnd(',', ';', ':', '.') + "…";
    }
}
