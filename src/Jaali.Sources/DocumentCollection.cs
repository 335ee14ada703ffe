using Jaali.Core;
using Jaali.Core.Photos;

namespace Jaali.Sources;

/// <summary>
/// A feed or a IIIF document that offers no search of its own: it is read whole, kept for a while, and searched here by
/// the words of its titles, subjects and descriptions.
/// </summary>
public sealed class DocumentCollection(SourceHttp http, TimeProvider clock, string id, string name, Uri document)
    : IPhotoCollection
{
    private const int PageSize = 40;
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(10);
    private Holding? _read;

    private sealed record Holding(DateTimeOffset At, IReadOnlyList<(Candidate Candidate, string Words)> All);

    /// <inheritdoc/>
    public string Id => id;

    /// <inheritdoc/>
    public string Name => name;

    /// <inheritdoc/>
    public async Task<SearchPage> SearchAsync(string words, int page, CancellationToken cancel = default)
    {
        string[] asked =
        [
            .. words
                .ToLowerInvariant()
                .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
                .Select(w => w.Length > 3 && w.EndsWith('s') ? w[..^1] : w),
        ];
        Candidate[] fitting =
        [
            .. (await AllAsync(cancel).ConfigureAwait(false))
                .Select(c => (c.Candidate, Score: asked.Count(w => c.Words.Contains(w, StringComparison.Ordinal))))
                .Where(c => c.Score > 0)
                .OrderByDescending(c => c.Score)
                .Select(c => c.Candidate),
        ];
        return new SearchPage(
            [.. fitting.Skip((page - 1) * PageSize).Take(PageSize)],
            fitting.Length,
            page * PageSize < fitting.Length ? page + 1 : null
        );
    }

    private async Task<IReadOnlyList<(Candidate Candidate, string Words)>> AllAsync(CancellationToken cancel)
    {
        if (_read is { } known && clock.GetUtcNow() - known.At < Kept)
            return known.All;
        Fetched fetched = await http.FetchAsync(document, Limits.Documents.FeedBytes, cancel: cancel)
            .ConfigureAwait(false);
        PageReading reading =
            await new AddressReader(http, clock).DocumentAsync(fetched, id, name, cancel).ConfigureAwait(false)
            ?? throw new SourceException($"{name} is no longer a feed or a IIIF document.");
        (Candidate, string)[] all =
        [
            .. reading.Candidates.Select(c =>
                (c, $"{c.Rights.Title} {string.Join(' ', c.Tags)} {c.Evidence.Text}".ToLowerInvariant())
            ),
        ];
        _read = new Holding(clock.GetUtcNow(), all);
        return all;
    }
}
