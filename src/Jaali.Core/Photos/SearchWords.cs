namespace Jaali.Core.Photos;

/// <summary>Proposes what to look for from the wording of a point.</summary>
public static class SearchWords
{
    // The commonest English function words, and verbs and adverbs that no photo shows. Common practice, no source.
    private static readonly HashSet<string> Stop = new(
        (
            "a about above across after again all almost also always am an and any are around as at away be became "
            + "because become been before being below best better between both but by "
            + "came can cannot come comes could did do does doing done down during each even ever every few first for "
            + "from get gets give given gives go goes going good got had has have having he her here hers him his how "
            + "i if in into is it its itself just "
            + "keep keeps kept last let lets like long made make makes making many may me might mine more most much "
            + "must my never new no nor not nothing now of off often on once one only or other our ours out over own "
            + "put said same say says she should show shows since so some still such take takes than that the their "
            + "theirs them then there these they thing things this those three through to together too two under until "
            + "up upon us use used uses very "
            + "was way we well were what when where which while who whom whose why will with within without "
            + "would year years yet you your yours"
        ).Split(' '),
        StringComparer.OrdinalIgnoreCase
    );

    /// <summary>At most four words of the wording, in order, stop words dropped; all of its words where nothing else
    /// is left.</summary>
    public static IReadOnlyList<string> Propose(string wording)
    {
        string[] all = [.. Split(wording)];
        string[] telling = [.. all.Where(Telling)];
        return [.. (telling.Length > 0 ? telling : all).Take(4)];
    }

    /// <summary>The words of a text, in small letters, each once.</summary>
    internal static IEnumerable<string> Split(string text) =>
        text.Split(
                [' ', ',', '.', ';', ':', '!', '?', '(', ')', '"', '“', '”', '‘', '/', '–', '—', '…', '\t'],
                StringSplitOptions.RemoveEmptyEntries
            )
            .Select(w => Bare(w.Trim('\'', '’', '-')).ToLowerInvariant())
            .Where(w => w.Length > 0)
            .Distinct();

    /// <summary>True for a word that may show in a picture.</summary>
    internal static bool Telling(string word) =>
        !Stop.Contains(word) && (word.Length > 1 || !char.IsAsciiLetterOrDigit(word[0]));

    private static string Bare(string word) =>
        word.EndsWith("'s", StringComparison.OrdinalIgnoreCase)
        || word.EndsWith("’s", StringComparison.OrdinalIgnoreCase)
            ? word[..^2]
            : word;
}
