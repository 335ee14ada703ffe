namespace Jaali.Core.Rights;

/// <summary>A photo's record after a correction, and the words that are kept as evidence of it; or why there is
/// neither.</summary>
public readonly record struct CorrectedRecord(RightsRecord? Record, string Evidence, Refusal? Refusal)
{
    /// <summary>It is refused.</summary>
    public static implicit operator CorrectedRecord(Refusal refusal) => new(null, "", refusal);
}

/// <summary>
/// What a person corrects in a photo's record; what is null stays. Giving a licence, or confirming one that was found
/// beside
/// the photo, settles what sources disagreed about, and so does saying that the record stands as it is.
/// </summary>
/// <param name="Title">The photo's title.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="SourceUrl">The page it comes from; empty for none.</param>
/// <param name="Licence">As address, identifier or name.</param>
/// <param name="OwnWork">The speaker made it.</param>
/// <param name="PublicDomainReason">Why it is in the public domain.</param>
/// <param name="Offer">Which of the record's <see cref="RightsRecord.Offers"/> holds, from 0.</param>
/// <param name="EarlierChanges">What was done to it before it came here.</param>
/// <param name="Updated">When the source was last updated, as it says; empty for unknown.</param>
/// <param name="Settle">Takes the record as decided: conflicts and what the source says by now are put aside.</param>
/// <param name="ConfirmReading">What the source says is what its reader makes of it but for the words that it does not
/// understand: <see cref="LicenceStatement.Nearest"/>.</param>
public sealed record RecordCorrection(
    string? Title = null,
    string? Maker = null,
    string? SourceUrl = null,
    string? Licence = null,
    bool? OwnWork = null,
    string? PublicDomainReason = null,
    int? Offer = null,
    string? EarlierChanges = null,
    string? Updated = null,
    bool Settle = false,
    bool ConfirmReading = false
)
{
    /// <summary>The record with the correction made. An address that was corrected is one, a licence is one that is
    /// known,
    /// and an offer is one of the record's own; else it is refused, and nothing is changed.</summary>
    public CorrectedRecord Of(RightsRecord record)
    {
        if (Texts.Any(t => t?.Length > Limits.Incoming.RecordCharacters))
            return new Refusal(
                "too-long",
                $"Each part of a record may have at most {Limits.Incoming.RecordCharacters} characters. "
                    + "Shorten it; nothing was changed."
            );
        if (!string.IsNullOrWhiteSpace(Licence) && LicenceReader.Read(Licence) is null)
            return new Refusal(
                "unknown-licence",
                "This names no licence that Jaali knows. Give its address, such as "
                    + "https://creativecommons.org/licenses/by/4.0/,"
                    + " or its short name, such as CC BY 4.0."
            );
        if (Offer is { } chosen && !(chosen >= 0 && chosen < (record.Offers?.Count ?? 0)))
            return new Refusal("no-such-offer", "This licence is not among those found beside the photo. Look again.");
        if (!string.IsNullOrWhiteSpace(SourceUrl) && WebAddress.Read(SourceUrl) is null)
            return WebAddress.Bad;
        Licence? nearest = ConfirmReading ? LicenceReader.Say(record.LicenceAsFound).Nearest : null;
        if (ConfirmReading && (nearest is null || record.Licence is not null))
            return new Refusal(
                "no-reading",
                "What the source says reads like no licence but for a word. Name the licence instead."
            );
        LicenceOffer? offer = Offer is { } at ? record.Offers![at] : null;
        string evidence = EvidenceOf(record, offer, nearest);
        if (evidence.Length == 0)
            return new Refusal("nothing-said", "There is nothing to correct in this.");
        return new(Made(record, offer, nearest), evidence, null);
    }

    private IEnumerable<string?> Texts =>
        [Title, Maker, SourceUrl, Licence, PublicDomainReason, EarlierChanges, Updated];

    private RightsRecord Made(RightsRecord r, LicenceOffer? offer, Licence? nearest)
    {
        Licence? licence = nearest ?? offer?.Licence ?? LicenceReader.Read(Licence ?? "");
        bool decided = Settle || licence is not null;
        return r with
        {
            Title = Title?.Trim() ?? r.Title,
            Maker = Maker?.Trim() ?? (r.Maker.Length > 0 ? r.Maker : offer?.Maker ?? ""),
            SourceUrl = SourceUrl is null ? r.SourceUrl : WebAddress.Read(SourceUrl)?.AbsoluteUri,
            Licence = Licence is null && offer is null && nearest is null ? r.Licence : licence,
            LicenceAsFound = Licence?.Trim() ?? offer?.Said ?? r.LicenceAsFound,
            EarlierChanges = EarlierChanges?.Trim() ?? r.EarlierChanges,
            Updated =
                Updated is null ? r.Updated
                : Updated.Trim() is { Length: > 0 } day ? day
                : null,
            OwnWork = OwnWork ?? r.OwnWork,
            PublicDomainReason = PublicDomainReason?.Trim() ?? r.PublicDomainReason,
            Conflicts = decided ? null : r.Conflicts,
            SourceNowSays = decided ? "" : r.SourceNowSays,
        };
    }

    // Word for word what was said, a line each; empty where nothing was.
    private string EvidenceOf(RightsRecord record, LicenceOffer? offer, Licence? nearest)
    {
        string?[] lines =
        [
            Line("title", Title),
            Line("maker", Maker),
            Line("source", SourceUrl?.Trim()),
            Line("licence", Licence),
            Line("own work", OwnWork is { } own ? (own ? "yes" : "no") : null),
            Line("public domain", PublicDomainReason),
            Line("changed before", EarlierChanges),
            Line("last updated", Updated),
            offer switch
            {
                null => null,
                { IsChoice: true } => $"chosen: {offer.Licence.Label}, of “{offer.Said}”",
                _ => $"confirmed: the licence of {offer.Of}, {offer.Said}, holds for the photo",
            },
            nearest is null ? null : $"confirmed: “{record.LicenceAsFound}” is {nearest.Label}",
            Settle ? "decided: the record stands as it is" : null,
        ];
        return string.Join('\n', lines.OfType<string>());

        static string? Line(string what, string? said) => said is null ? null : $"{what}: {said}";
    }
}
