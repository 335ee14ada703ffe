using System.Globalization;
using System.Net;
using System.Text;
using System.Text.RegularExpressions;

namespace Jaali.Core.Photos;

/// <summary>What is said in a clip at a time.</summary>
/// <param name="From">Seconds from the clip's beginning.</param>
/// <param name="To">When it is taken away, in seconds; above <paramref name="From"/>.</param>
/// <param name="Text">Its words as plain text, lines separated by a line feed.</param>
public sealed record Caption(double From, double To, string Text);

/// <summary>
/// Captions as WebVTT writes them (W3C, <i>WebVTT: The Web Video Text Tracks Format</i>, sections 4 and 6). Cues are
/// read with their times and words; where they stand and how they look is the player's, so that settings, styles,
/// regions and notes are passed over.
/// </summary>
public static partial class Captions
{
    /// <summary>Reads a file.</summary>
    /// <param name="text">Its text.</param>
    /// <returns>Its cues in order of time, or why there are none.</returns>
    public static (IReadOnlyList<Caption> Cues, Refusal? Fault) Read(string text)
    {
        if (text.Length > Limits.Clips.CaptionLetters)
            return ([], new("captions-too-long", "These captions are longer than a clip's can be."));
        // Section 6.1: a byte order mark, then the signature, then a blank or the end of the line.
        string[] lines = text.TrimStart('\uFEFF')
            .Replace('\0', '\uFFFD')
            .Replace("\r\n", "\n", StringComparison.Ordinal)
            .Replace('\r', '\n')
            .Split('\n');
        if (!Signature().IsMatch(lines[0]))
            return ([], new("no-captions", "This is no file of captions: a WebVTT file begins with the word WEBVTT."));
        List<Caption> cues = [];
        int at = 1;
        // What follows the signature up to an empty line is a header.
        while (at < lines.Length && lines[at].Length > 0 && !IsTimed(lines[at]))
            at++;
        while (at < lines.Length)
        {
            if (lines[at].Length == 0)
            {
                at++;
                continue;
            }
            int end = at;
            while (end < lines.Length && lines[end].Length > 0 && (end == at || !IsTimed(lines[end]) || end == at + 1))
                end++;
            if (Cue(lines[at..end]) is { } cue)
                cues.Add(cue);
            at = end;
        }
        return cues.Count switch
        {
            0 => ([], new("no-captions", "There are no captions in this file.")),
            > Limits.Clips.Captions => (
                [],
                new("captions-too-many", $"A clip has at most {Limits.Clips.Captions} captions.")
            ),
            _ => ([.. cues.OrderBy(c => c.From).ThenBy(c => c.To)], null),
        };
    }

    /// <summary>Cues as a WebVTT file.</summary>
    public static string Write(IEnumerable<Caption> cues)
    {
        var text = new StringBuilder("WEBVTT\n");
        foreach (Caption c in cues)
            text.Append(CultureInfo.InvariantCulture, $"\n{Stamp(c.From)} --> {Stamp(c.To)}\n{Escaped(c.Text)}\n");
        return text.ToString();
    }

    // A block: perhaps a name, then its times, then its words. Notes, styles and regions have no times.
    private static Caption? Cue(string[] block)
    {
        int times = Array.FindIndex(block, 0, Math.Min(2, block.Length), IsTimed);
        if (times < 0 || Timing().Match(block[times]) is not { Success: true } t)
            return null;
        if (Seconds(t.Groups[1].Value) is not { } from || Seconds(t.Groups[2].Value) is not { } to || to <= from)
            return null;
        string words = Plain(string.Join('\n', block[(times + 1)..])).Trim();
        return words.Length == 0 ? null : new(from, to, words);
    }

    private static bool IsTimed(string line) => line.Contains("-->", StringComparison.Ordinal);

    // Section 3.1: hours are of two digits or more and may be left out; minutes and seconds are below 60.
    private static double? Seconds(string stamp)
    {
        string[] parts = stamp.Split(':', '.');
        int n = parts.Length;
        int minutes = int.Parse(parts[n - 3], CultureInfo.InvariantCulture),
            seconds = int.Parse(parts[n - 2], CultureInfo.InvariantCulture);
        long hours = n == 4 ? long.Parse(parts[0], CultureInfo.InvariantCulture) : 0;
        return minutes > 59 || seconds > 59
            ? null
            : hours * 3600d + minutes * 60 + seconds + int.Parse(parts[n - 1], CultureInfo.InvariantCulture) / 1000d;
    }

    // Section 4.2.2: spans in angle brackets, and character references.
    private static string Plain(string words)
    {
        string plain = WebUtility.HtmlDecode(Tag().Replace(words, ""));
        return new string([.. plain.Where(c => c is '\n' or '\t' || !char.IsControl(c))]);
    }

    private static string Escaped(string words) =>
        words
            .Replace("&", "&amp;", StringComparison.Ordinal)
            .Replace("<", "&lt;", StringComparison.Ordinal)
            .Replace(">", "&gt;", StringComparison.Ordinal);

    private static string Stamp(double seconds)
    {
        long all = (long)Math.Round(seconds * 1000);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{all / 3_600_000:00}:{all / 60_000 % 60:00}:{all / 1000 % 60:00}.{all % 1000:000}"
        );
    }

    [GeneratedRegex(@"^WEBVTT(?:[ \t].*)?$")]
    private static partial Regex Signature();

    [GeneratedRegex(@"^\s*((?:\d{2,9}:)?\d{2}:\d{2}\.\d{3})\s*-->\s*((?:\d{2,9}:)?\d{2}:\d{2}\.\d{3})(?:\s.*)?$")]
    private static partial Regex Timing();

    [GeneratedRegex("<[^>]*>?")]
    private static partial Regex Tag();
}
