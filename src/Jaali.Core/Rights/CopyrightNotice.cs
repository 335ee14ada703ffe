using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>Tells copyright notices from statements of a licence.</summary>
public static partial class CopyrightNotice
{
    /// <summary>The first notice among what a source says of rights, or empty. One that claims copyright is kept
    /// although
    /// it names a licence (CC 4.0 s.3(a)(1)(A)(ii)); a line that names nothing but a licence is none.</summary>
    /// <param name="sayings">Of fields for rights: only what claims counts.</param>
    /// <param name="notices">Of fields for notices: what is no licence counts too.</param>
    public static string Of(IEnumerable<string> sayings, IEnumerable<string>? notices = null) =>
        (notices ?? []).FirstOrDefault(n =>
            n.Length > 0 && !IsAddress(n) && (Claim().IsMatch(n) || LicenceReader.Read(n) is null)
        )
        ?? sayings.FirstOrDefault(s => Claim().IsMatch(s) && !IsAddress(s) && s.Length <= 500)
        ?? "";

    private static bool IsAddress(string text) =>
        text.StartsWith("http", StringComparison.OrdinalIgnoreCase) && !text.Contains(' ', StringComparison.Ordinal);

    [GeneratedRegex(
        @"©|\(c\)|copyright (?!restriction|mark|law|status|holder|statement)|copr\.",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Claim();
}
