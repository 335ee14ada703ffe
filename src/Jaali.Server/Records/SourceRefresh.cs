using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Records;

/// <summary>What came of reading a source again.</summary>
/// <param name="Changed">Whether it says something else than when the photo was taken.</param>
/// <param name="Sentence">For a person.</param>
public sealed record SourceRefreshView(bool Changed, string Sentence);

/// <summary>Reads the source of a photo again. What it says now is added to the evidence; where it differs both
/// stand, and the change becomes a finding.</summary>
public sealed class SourceRefresh(SourceHttp http, OaiPmh oai, PhotoStore photos, TimeProvider clock)
{
    /// <summary>Reads it.</summary>
    /// <exception cref="SourceException">The source cannot be read, or there is none.</exception>
    public async Task<SourceRefreshView> AgainAsync(string photoId, CancellationToken cancel)
    {
        RightsRecord record = photos.Facts(photoId)!.Rights;
        IReadOnlyList<Evidence> evidence = await photos.EvidenceAsync(photoId, cancel);
        (Evidence said, RightsRecord? now) = await ReadAsync(record, evidence, cancel);
        if (now is null)
        {
            await photos.CorrectAsync(
                photoId,
                r => r with { SourceNowSays = "nothing: the record is gone" },
                said,
                cancel: cancel
            );
            return new SourceRefreshView(
                true,
                "The source no longer has this record. What it said when the photo was taken is kept."
            );
        }
        Licence? before = record.Licence;
        bool same =
            (before is null && now.Licence is null)
            || (
                before is not null
                && now.Licence is null
                && record.Offers is { Count: > 0 }
                && now.Offers?.Exists(o => LicenceAgreement.Agree(o.Licence, before)) == true
            )
            || (
                before is not null
                && now.Licence is not null
                && (LicenceAgreement.Agree(now.Licence, before) || LicenceAgreement.Agree(before, now.Licence))
            );
        string says = now.LicenceAsFound.Length > 0 ? now.LicenceAsFound : "no licence";
        await photos.CorrectAsync(photoId, r => r with { SourceNowSays = same ? "" : says }, said, cancel: cancel);
        return same
            ? new SourceRefreshView(false, "The source says the same as when the photo was taken.")
            : new SourceRefreshView(
                true,
                $"The source now says: {says}. What it said when the photo was taken is kept beside it."
            );
    }

    private async Task<(Evidence Said, RightsRecord? Now)> ReadAsync(
        RightsRecord record,
        IReadOnlyList<Evidence> evidence,
        CancellationToken cancel
    )
    {
        Evidence? first = evidence.FirstOrDefault(e =>
            Uri.TryCreate(e.Address, UriKind.Absolute, out Uri? u) && u.Scheme is "http" or "https"
        );
        if (first is not null && first.Address.Contains("verb=GetRecord", StringComparison.Ordinal))
        {
            var address = new Uri(first.Address);
            string identifier = System.Web.HttpUtility.ParseQueryString(address.Query)["identifier"] ?? "";
            Candidate? c = await oai.GetAsync(
                new UriBuilder(address) { Query = "" }.Uri,
                identifier,
                "",
                record.Collection,
                cancel
            );
            return (
                c?.Evidence
                    ?? Evidence.Of("The repository no longer has this record.", first.Address, clock.GetUtcNow()),
                c?.Rights
            );
        }
        if (first is not null && first.Text.StartsWith('{') && Canvas(first.Text) is { } canvas)
        {
            var address = new Uri(first.Address);
            byte[] body = await http.GetAsync(address, Limits.Documents.PageBytes, cancel: cancel);
            try
            {
                JsonElement manifest = Jaali.Sources.Json.Parse(body);
                Candidate? c = IiifPresentation.Candidates(
                    manifest,
                    address,
                    canvas,
                    "",
                    record.Collection,
                    clock.GetUtcNow()
                )
                    is [var only, ..]
                    ? only
                    : null;
                return (
                    c?.Evidence
                        ?? Evidence.Of("The manifest no longer has this canvas.", first.Address, clock.GetUtcNow()),
                    c?.Rights
                );
            }
            catch (JsonException e)
            {
                throw new SourceException(
                    $"{address.Authority} answered with something that is not a manifest. Try again later.",
                    e
                );
            }
        }
        string page =
            record.SourceUrl ?? throw new SourceException("This photo has no source page that could be read again.");
        PageReading reading = PageReader.Read(
            await http.FetchAsync(new Uri(page), Limits.Documents.PageBytes, cancel: cancel),
            clock.GetUtcNow()
        );
        // Of several photos on a page the one whose address it has.
        if (
            (reading.Candidates.FirstOrDefault(c => c.Rights.PictureUrl == record.PictureUrl) ?? reading.Candidate) is
            { } found
        )
            return (found.Evidence, found.Rights);
        throw new SourceException("The source page no longer shows a photo that could be read.");
    }

    private static string? Canvas(string text)
    {
        try
        {
            using JsonDocument read = JsonDocument.Parse(text);
            return read.RootElement.TryGetProperty("canvas", out JsonElement c) ? c.GetString() : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
