using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Server.Gathering;
using Jaali.Sources;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Conflict = Jaali.Core.Rights.Conflict;

namespace Jaali.Server;

/// <summary>A photo that was brought as a file.</summary>
/// <param name="PhotoId">Its SHA-256.</param>
/// <param name="Name">The file's name.</param>
/// <param name="Flag">What is unsettled, in a sentence; empty where the file says enough.</param>
public sealed record BroughtView(string PhotoId, string Name, string Flag);

/// <summary>A picture that looks like an unclear photo and has a record.</summary>
/// <param name="Candidate">The candidate.</param>
/// <param name="Distance">Bits in which the looks differ, 0 to 8.</param>
public sealed record OriginView(CandidateView Candidate, int Distance);

/// <summary>A permission to record.</summary>
public sealed record PermissionRequest(
    string From,
    DateOnly On,
    string Words,
    string? FileName = null,
    string? FileId = null
);

/// <summary>A record corrected by hand; what is null stays.</summary>
/// <param name="Title">The photo's title.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="SourceUrl">The page it comes from.</param>
/// <param name="Licence">As address, identifier or name.</param>
/// <param name="OwnWork">The speaker made it.</param>
/// <param name="PublicDomainReason">Why it is in the public domain.</param>
/// <param name="Offer">Which of the licences found beside it holds, from 0.</param>
/// <param name="EarlierChanges">What was done to it before it came here.</param>
/// <param name="Version">The version of the record that was seen; where it was corrected since, nothing is
/// changed.</param>
/// <param name="Settle">Takes the record as decided: conflicts and what the source says by now are put aside.</param>
public sealed record RecordRequest(
    string? Title = null,
    string? Maker = null,
    string? SourceUrl = null,
    string? Licence = null,
    bool? OwnWork = null,
    string? PublicDomainReason = null,
    int? Offer = null,
    string? EarlierChanges = null,
    bool Settle = false,
    int? Version = null
);

/// <summary>A file that was kept, such as a letter that shows a permission.</summary>
public sealed record KeptFile(string Id);

/// <summary>What checking the store found.</summary>
public sealed record VerifyView(
    int Photos,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Damaged,
    string Sentence
);

/// <summary>What is known of photos, and how they come in other than by search.</summary>
public static class PhotoEndpoints
{
    private static readonly TimeSpan LongestLook = TimeSpan.FromSeconds(8);

    /// <summary>Maps them.</summary>
    public static void MapPhotos(this IEndpointRouteBuilder app)
    {
        RouteGroupBuilder api = app.MapGroup("/api").WithTags("Photos");
        api.MapPost("/decks/{id:guid}/points/{pointId:guid}/files", BringAsync)
            .WithName("bringFile")
            .WithMetadata(new ReceivesFile())
            .Accepts<byte[]>("application/octet-stream");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/origins", OriginsAsync).WithName("findOrigins");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/adopt", AdoptAsync).WithName("adoptOrigin");
        api.MapPost("/decks/{id:guid}/photos/{photoId}/retake", RetakeAsync).WithName("retakePhoto");
        api.MapGet("/photos/{photoId}/evidence", EvidenceAsync).WithName("readEvidence");
        api.MapPut("/photos/{photoId}/record", CorrectAsync).WithName("correctRecord");
        api.MapPost("/photos/{photoId}/permission", PermitAsync).WithName("recordPermission");
        api.MapPost("/photos/{photoId}/reread", RereadAsync).WithName("rereadSource");
        api.MapPost("/files", KeepFileAsync)
            .WithName("keepFile")
            .WithMetadata(new ReceivesFile())
            .Accepts<byte[]>("application/octet-stream");
        api.MapPost("/verify", VerifyAsync).WithName("verifyStore");
    }

    private static async Task<Results<Ok<BroughtView>, ProblemHttpResult>> BringAsync(
        Guid id,
        Guid pointId,
        string name,
        HttpRequest request,
        DeckDesk desk,
        Taking taking,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is null)
            return Problems.NotFound("point");
        string called = Path.GetFileName(name.Replace('\\', '/')) is { Length: > 0 } n
            ? n[..Math.Min(n.Length, 120)]
            : "photo";
        (Received? file, Refusal? why) = await Received.OfAsync(request, folder, Limits.OfPhotos.Bytes, cancel);
        if (file is null)
            return Problems.Of(new Refusal(why!.Code, $"{called}: {why.Sentence}"));
        using Received received = file;
        try
        {
            (string photo, RightsRecord rights) = await taking.TakeFileAsync(received.Path, called, cancel);
            if (
                await desk.ApplyAsync(
                    id,
                    null,
                    new KeepPhoto(pointId, photo),
                    Author.Of(request.HttpContext),
                    cancel: cancel
                )
                is Refused no
            )
                return Problems.Of(no.Reason);
            return TypedResults.Ok(
                new BroughtView(
                    photo,
                    called,
                    Clearance.Of(rights, new Changes(1), stored.Deck.Use) is { Standing: not Standing.Clear } c
                        ? c.Why
                        : ""
                )
            );
        }
        catch (NotAPhotoException e)
        {
            return Problems.Of(new Refusal("no-photo", $"{called}: {e.Message}"));
        }
    }

    private static async Task<Results<Ok<OriginView[]>, ProblemHttpResult>> OriginsAsync(
        Guid id,
        string photoId,
        DeckDesk desk,
        PhotoStore photos,
        FoundStore found,
        Searching searching,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || photos.HashOf(photoId) is not { } hash)
            return Problems.NotFound("photo");
        IReadOnlyList<(Candidate Candidate, int Distance)> alike = await found.AlikeAsync(hash, cancel: cancel);
        if (alike.Count == 0)
        {
            // Nothing seen so far: look at what the collections have for the points that the photo was kept for, and
            // compare again.
            foreach (
                Point point in stored.Deck.AllPoints.Where(p => p.Kept.Contains(photoId) && p.SearchWords.Count > 0)
            )
                await searching.SettledAsync(
                    await searching.StartAsync(id, point.Id, string.Join(' ', point.SearchWords), cancel),
                    LongestLook,
                    cancel
                );
            alike = await found.AlikeAsync(hash, cancel: cancel);
        }
        return TypedResults.Ok(
            alike
                .Where(a => a.Candidate.Rights.Licence is not null)
                .Select(a => new OriginView(
                    SearchEndpoints.View(
                        new WallPicture(
                            a.Candidate,
                            [],
                            Suitability.Of(a.Candidate, stored.Deck.Shape, stored.Deck.Use),
                            0
                        ),
                        stored.Deck,
                        null,
                        new Dictionary<string, string>()
                    ),
                    a.Distance
                ))
                .ToArray()
        );
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> AdoptAsync(
        Guid id,
        string photoId,
        KeepRequest request,
        DeckDesk desk,
        PhotoStore photos,
        FoundStore found,
        Jobs jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is null || photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        if (await found.FindAsync(request.Collection, request.CandidateId, cancel) is null)
            return Problems.Of(new Refusal("candidate-gone", "This match is no longer known. Look for it again."));
        JobView job = await jobs.AskAsync(
            id,
            AdoptJob.Name,
            photoId,
            new ToAdopt(photoId, request.Collection, request.CandidateId),
            Author.Of(http)
        );
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Accepted<JobView>, ProblemHttpResult>> RetakeAsync(
        Guid id,
        string photoId,
        DeckDesk desk,
        PhotoStore photos,
        Jobs jobs,
        HttpContext http,
        CancellationToken cancel
    )
    {
        if (await desk.OpenAsync(id, cancel) is null || photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        JobView job = await jobs.AskAsync(id, RetakeJob.Name, photoId, new { }, Author.Of(http));
        return TypedResults.Accepted($"/api/jobs/{job.Id}", job);
    }

    private static async Task<Results<Ok<IReadOnlyList<Evidence>>, ProblemHttpResult>> EvidenceAsync(
        string photoId,
        PhotoStore photos,
        CancellationToken cancel
    ) =>
        photos.Facts(photoId) is null
            ? Problems.NotFound("photo")
            : TypedResults.Ok(await photos.EvidenceAsync(photoId, cancel));

    private static async Task<Results<NoContent, ProblemHttpResult>> CorrectAsync(
        string photoId,
        RecordRequest request,
        PhotoStore photos,
        Live live,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        string?[] texts =
        [
            request.Title,
            request.Maker,
            request.SourceUrl,
            request.Licence,
            request.PublicDomainReason,
            request.EarlierChanges,
        ];
        if (texts.Any(t => t?.Length > Limits.ComingIn.RecordCharacters))
            return Problems.Of(
                new Refusal(
                    "too-long",
                    $"Each part of a record may have at most {Limits.ComingIn.RecordCharacters} characters. Shorten it; nothing was changed."
                )
            );
        Licence? licence = null;
        if (request.Licence is { } words && words.Trim().Length > 0 && (licence = LicenceReader.Read(words)) is null)
            return Problems.Of(
                new Refusal(
                    "unknown-licence",
                    "This names no licence that Jaali knows. Give its address, such as https://creativecommons.org/licenses/by/4.0/,"
                        + " or its short name, such as CC BY 4.0."
                )
            );
        LicenceOffer? offer = null;
        if (request.Offer is { } chosen)
        {
            if (photos.Facts(photoId)?.Rights.Offers is not { } offers || chosen < 0 || chosen >= offers.Count)
                return Problems.Of(
                    new Refusal("no-such-offer", "This licence is not among those found beside the photo. Look again.")
                );
            (offer, licence) = (offers[chosen], offers[chosen].Licence);
        }
        string? source = request.SourceUrl?.Trim();
        if (source is { Length: > 0 } && WebAddress.Read(source) is null)
            return WebAddress.Bad();
        string said = string.Join(
            '\n',
            new[]
            {
                request.Title is { } t ? "title: " + t : null,
                request.Maker is { } m ? "maker: " + m : null,
                source is not null ? "source: " + source : null,
                request.Licence is { } l ? "licence: " + l : null,
                request.OwnWork is { } o ? "own work: " + (o ? "yes" : "no") : null,
                request.PublicDomainReason is { } p ? "public domain: " + p : null,
                request.EarlierChanges is { } e ? "changed before: " + e : null,
                offer is { IsChoice: true } ? $"chosen: {offer.Licence.Label}, of “{offer.Said}”" : null,
                offer is { IsChoice: false }
                    ? $"confirmed: the licence of {offer.Of}, {offer.Said}, holds for the photo"
                    : null,
                request.Settle ? "decided: the record stands as it is" : null,
            }.OfType<string>()
        );
        if (said.Length == 0)
            return Problems.Of(new Refusal("nothing-said", "There is nothing to correct in this."));
        Correction done = await photos.CorrectAsync(
            photoId,
            r =>
                r with
                {
                    Title = request.Title?.Trim() ?? r.Title,
                    Maker = request.Maker?.Trim() ?? (r.Maker.Length > 0 ? r.Maker : offer?.Maker ?? ""),
                    SourceUrl =
                        source is null ? r.SourceUrl
                        : source.Length == 0 ? null
                        : WebAddress.Read(source)!.AbsoluteUri,
                    Licence = request.Licence is null && offer is null ? r.Licence : licence,
                    LicenceAsFound = request.Licence?.Trim() ?? offer?.Said ?? r.LicenceAsFound,
                    EarlierChanges = request.EarlierChanges?.Trim() ?? r.EarlierChanges,
                    OwnWork = request.OwnWork ?? r.OwnWork,
                    PublicDomainReason = request.PublicDomainReason?.Trim() ?? r.PublicDomainReason,
                    Conflicts = request.Settle || licence is not null ? null : r.Conflicts,
                    SourceNowSays = request.Settle || licence is not null ? "" : r.SourceNowSays,
                },
            Evidence.Of(said, "corrected by hand", clock.GetUtcNow()),
            request.Version,
            cancel
        );
        if (done == Correction.Stale)
            return Problems.Of(
                new Refusal(
                    "record-changed",
                    "This record was corrected elsewhere meanwhile. What is there now is shown; look at it, then give your correction again."
                ),
                StatusCodes.Status409Conflict
            );
        if (done == Correction.NoPhoto)
            return Problems.NotFound("photo");
        await live.RecordChangedAsync(photoId);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<KeptFile>, ProblemHttpResult>> KeepFileAsync(
        HttpRequest request,
        BlobFolder blobs,
        DataFolder folder,
        CancellationToken cancel
    )
    {
        (Received? file, Refusal? why) = await Received.OfAsync(
            request,
            folder,
            Limits.ComingIn.PermissionBytes,
            cancel
        );
        if (file is null)
            return Problems.Of(why!);
        using Received received = file;
        return TypedResults.Ok(new KeptFile(blobs.Put(await File.ReadAllBytesAsync(received.Path, cancel))));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> PermitAsync(
        string photoId,
        PermissionRequest request,
        PhotoStore photos,
        BlobFolder blobs,
        Live live,
        CancellationToken cancel
    )
    {
        if (string.IsNullOrWhiteSpace(request.From) || string.IsNullOrWhiteSpace(request.Words))
            return Problems.Of(
                new Refusal("incomplete-permission", "Say who gave the permission and what they allowed.")
            );
        if (request.From.Length > 200 || request.Words.Length > Limits.OfTalks.Text)
            return Problems.Of(
                new Refusal("too-long", $"A permission may have at most {Limits.OfTalks.Text} characters.")
            );
        if (request.FileId is { } file && blobs.Get(file) is null)
            return Problems.Of(
                new Refusal("no-such-file", "The file of the permission did not arrive. Choose it again.")
            );
        if (
            await photos.RecordPermissionAsync(
                photoId,
                new Permission(request.From.Trim(), request.On, request.Words.Trim(), request.FileName, request.FileId),
                cancel
            ) == Correction.NoPhoto
        )
            return Problems.NotFound("photo");
        await live.RecordChangedAsync(photoId);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<RereadView>, ProblemHttpResult>> RereadAsync(
        string photoId,
        PhotoStore photos,
        Rereading rereading,
        Live live,
        CancellationToken cancel
    )
    {
        if (photos.Facts(photoId) is null)
            return Problems.NotFound("photo");
        try
        {
            RereadView view = await rereading.AgainAsync(photoId, cancel);
            await live.RecordChangedAsync(photoId);
            return TypedResults.Ok(view);
        }
        catch (SourceException e)
        {
            return Problems.Of(new Refusal("source-failed", e.Message));
        }
    }

    /// <summary>Hashes everything in the store again and says what is missing or damaged.</summary>
    internal static async Task<VerifyView> VerifyAsync(PhotoStore photos, BlobFolder blobs, CancellationToken cancel)
    {
        IReadOnlyList<string> names = await photos.NamesAsync(cancel);
        string[] damaged = await Task.Run(() => blobs.Damaged().ToArray(), cancel),
            missing = [.. names.Where(n => !blobs.Has(n))];
        string sentence =
            missing.Length + damaged.Length == 0
                ? $"{names.Count} photos, every one there and whole."
                : $"Of {names.Count} photos {Files(missing.Length)} missing and {Files(damaged.Length)} damaged. "
                    + "Open the ledger of the talk that shows them and take them again before the talk.";
        return new VerifyView(names.Count, missing, damaged, sentence);
    }

    private static string Files(int n) => n == 1 ? "1 file is" : $"{n} files are";
}
