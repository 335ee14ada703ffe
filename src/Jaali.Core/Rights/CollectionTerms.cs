namespace Jaali.Core.Rights;

/// <summary>
/// Terms of a collection's own that are no open licence ("free to use"), as a person read and entered them, once for
/// the collection. They hold for photos of which the collection names no licence.
/// </summary>
/// <param name="Name">As credits name them, such as "terms of the parish archive".</param>
/// <param name="Url">Where they can be read.</param>
/// <param name="AsksCredit">The maker must be named.</param>
/// <param name="AllowsPaid">Paid use is allowed.</param>
/// <param name="AllowsChanges">Altered copies may be shared.</param>
public sealed record CollectionTerms(string Name, string? Url, bool AsksCredit, bool AllowsPaid, bool AllowsChanges)
{
    /// <summary>The record under these terms where it names no licence of its own; as it is otherwise.</summary>
    public static RightsRecord Apply(CollectionTerms? terms, RightsRecord record) =>
        terms is null
        || record.Licence is not null
        || record.Sponsored
        || LicenceReader.Say(record.LicenceAsFound).Mentions
            ? record
            : record with
            {
                Terms = terms,
            };

    /// <summary>What they ask, in a few plain words.</summary>
    public string InWords =>
        string.Join(
            ", ",
            new[]
            {
                AsksCredit ? "needs credit" : "needs no credit",
                AllowsChanges ? "" : "no altered copies",
                AllowsPaid ? "" : "not for paid talks",
            }.Where(w => w.Length > 0)
        );
}
