namespace Jaali.Sources;

/// <summary>Words from outside on one line: every run of white space is one space.</summary>
internal static class OneLine
{
    /// <summary>The words.</summary>
    internal static string Of(string text) =>
        string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}
