using System.Text.Json;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Photos;

namespace Jaali.Sources;

/// <summary>
/// A collection that offers IIIF Content Search (2.0, and 1.0 answers) on an IIIF Presentation 3.0 collection or
/// manifest. Each hit leads to its manifest, which is read for image and rights.
/// A general reader of these formats, not of one server.
/// </summary>
public sealed class IiifCollection(SourceHttp http, TimeProvider clock, string id, string name, Uri document)
    : IPhotoCollection
{
    private readonly BoundedCache<string, JsonElement> _manifests = new(
        Limits.Retention.ManifestCharacters,
        m => m.GetRawText().Length
    );
    private readonly BoundedCache<(string Words, int Page), string> _pages = new(Limits.Retention.Pages);
    private (Uri Service, string Type)? _search;

    /// <inheritdoc/>
    public string Id => id;

    /// <inheritdoc/>
    public string Name => name;

    /// <inheritdoc/>
    public async Task<SearchPage> SearchAsync(string words, int page, CancellationToken cancel = default)
    {
        _search ??=
            SearchService(await ReadAsync(document, cancel).ConfigureAwait(false), document)
            ?? throw new SourceException($"{name} offers no search, so Jaali cannot search it.");
        Uri first = new(
            _search.Value.Service
                + (_search.Value.Service.Query.Length > 0 ? "&" : "?")
                + "q="
                + Uri.EscapeDataString(words)
        );
        string further = "";
        if (page > 1 && !_pages.TryGet((words, page), out further))
            return new SearchPage([], null, null);
        Uri address = page == 1 ? first : new Uri(further);
        JsonElement answer = await ReadAsync(address, cancel).ConfigureAwait(false);
        if (answer.Type() is not ("AnnotationPage" or "sc:AnnotationList"))
            throw Rubbish();
        (string Manifest, string? Canvas)[] hits =
        [
            .. answer
                .Each("items")
                .Concat(answer.Each("resources"))
                .Select(Hit)
                .Where(h => h.Manifest.Length > 0)
                .Distinct()
                .Take(Limits.Documents.Manifests),
        ];
        DateTimeOffset now = clock.GetUtcNow();
        var read = new IReadOnlyList<Candidate>[hits.Length];
        await Parallel
            .ForAsync(
                0,
                hits.Length,
                new ParallelOptions { MaxDegreeOfParallelism = 6, CancellationToken = cancel },
                async (i, stop) =>
                    read[i] = await CandidatesAsync(hits[i].Manifest, hits[i].Canvas, now, stop).ConfigureAwait(false)
            )
            .ConfigureAwait(false);
        // The collection answered, so one manifest that cannot be read loses itself and no other.
        if (hits.Length > 0 && read.All(r => r.Count == 0))
            throw Rubbish();
        string? next = answer.At("next") is { } n
            ? Json.Web(n.ValueKind == JsonValueKind.String ? n.Str() : n.Id(), address)
            : null;
        if (next is not null)
            _pages.Put((words, page + 1), next);
        int? total =
            answer
                .Each("partOf")
                .Concat(answer.Each("within"))
                .Select(p => p.Number("total"))
                .FirstOrDefault(t => t > 0)
                is > 0
                    and var t
                ? t
            : next is null && page == 1 ? hits.Length
            : null;
        return new SearchPage(
            [.. read.SelectMany(r => r).DistinctBy(c => c.Id)],
            total,
            next is null ? null : page + 1
        );
    }

    /// <summary>The address of a document's search service, or null where it offers none.</summary>
    public static (Uri Service, string Type)? SearchService(JsonElement document, Uri address)
    {
        foreach (JsonElement s in document.Each("service").Concat(document.Each("services")))
            if (
                (
                    s.Type() is "SearchService2" or "SearchService1"
                    || s.Text("profile").Contains("iiif.io/api/search", StringComparison.Ordinal)
                ) && Json.Web(s.Id(), address) is { } url
            )
                return (new Uri(url), s.Type());
        return null;
    }

    private async Task<IReadOnlyList<Candidate>> CandidatesAsync(
        string manifest,
        string? canvas,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        if (!_manifests.TryGet(manifest, out JsonElement read))
        {
            try
            {
                read = await ReadAsync(new Uri(manifest), cancel).ConfigureAwait(false);
            }
            catch (SourceException)
            {
                return [];
            }
            _manifests.Put(manifest, read);
        }
        return IiifPresentation.Candidates(read, new Uri(manifest), canvas, id, name, now);
    }

    // A hit's target is a canvas of a manifest (Content Search 2.0, section 4.3); version 1 calls it "on". A fragment
    // (#xywh) names a part of the canvas.
    private (string Manifest, string? Canvas) Hit(JsonElement annotation)
    {
        JsonElement? target = annotation.At("target") ?? annotation.At("on");
        if (target is { ValueKind: JsonValueKind.Array } several)
            target = several.EnumerateArray().Select(t => (JsonElement?)t).FirstOrDefault();
        if (target is not { } t)
            return ("", null);
        if (t.At("source") is { } source)
            t = source;
        string canvas = (t.ValueKind == JsonValueKind.String ? t.Str() : t.Id()).Split('#')[0];
        if (t.Type() == "Manifest")
            return (Json.Web(canvas, document) ?? "", null);
        string manifest =
            t.Each("partOf")
                .Concat(t.Each("within"))
                .Select(p => p.ValueKind == JsonValueKind.String ? p.Str() : p.Id())
                .FirstOrDefault(p => p.Length > 0)
            ?? document.AbsoluteUri;
        return (Json.Web(manifest, document) ?? "", canvas);
    }

    private async Task<JsonElement> ReadAsync(Uri address, CancellationToken cancel)
    {
        byte[] body = await http.GetAsync(address, Limits.Documents.FeedBytes, cancel: cancel).ConfigureAwait(false);
        try
        {
            return Json.Parse(body);
        }
        catch (JsonException e)
        {
            throw Rubbish(e);
        }
    }

    private SourceException Rubbish(Exception? inner = null) =>
        new($"{name} answered with something that is not a search result. Try again later.", inner);
}
