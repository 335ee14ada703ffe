using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Gathering;

/// <summary>A photo that was brought as a file.</summary>
/// <param name="PhotoId">Its SHA-256.</param>
/// <param name="Name">The file's name.</param>
/// <param name="Flag">What is unsettled, in a sentence; empty where the file says enough.</param>
public sealed record UploadedPhotoView(string PhotoId, string Name, string Flag);

/// <summary>Photos that are brought as files.</summary>
public static class UploadEndpoints
{
    private const int LongestName = 120;

    /// <summary>Maps <c>POST /api/decks/{id}/points/{pointId}/files</c>: one file, kept for the point.</summary>
    public static void MapUploads(this IEndpointRouteBuilder app) =>
        app.MapGroup("/api")
            .WithTags("Photos")
            .MapPost("/decks/{id:guid}/points/{pointId:guid}/files", BringAsync)
            .WithName("bringFile")
            .WithMetadata(new AcceptsUpload())
            .Accepts<byte[]>("application/octet-stream");

    private static async Task<Results<Ok<UploadedPhotoView>, ProblemHttpResult>> BringAsync(
        Guid id,
        Guid pointId,
        string name,
        HttpRequest request,
        DeckEditing desk,
        PhotoImporter taking,
        DataFolder folder,
        CancellationToken cancel,
        bool camera = false
    )
    {
        if (await desk.OpenAsync(id, cancel) is not { } stored || stored.Deck.Point(pointId) is null)
            return Problems.NotFound("point");
        string called = Path.GetFileName(name.Replace('\\', '/')) is { Length: > 0 } n
            ? n[..Math.Min(n.Length, LongestName)]
            : "photo";
        (UploadedFile? file, Refusal? why) = await UploadedFile.OfAsync(
            request,
            folder,
            ClipFormats.IsNamed(called) ? Limits.Clips.Bytes : Limits.Photos.Bytes,
            cancel
        );
        if (file is null)
            return Problems.Of(new Refusal(why!.Code, $"{called}: {why.Sentence}"));
        using UploadedFile received = file;
        try
        {
            (string photo, RightsRecord rights) = await taking.TakeFileAsync(
                received.Path,
                called,
                cancel,
                photographer: camera ? stored.Deck.Speaker : null
            );
            if (
                await desk.ApplyAsync(
                    id,
                    null,
                    new AddToShortlist(pointId, photo),
                    new(Author.Of(request.HttpContext)),
                    cancel
                )
                is EditRefused no
            )
                return Problems.Of(no.Reason);
            return TypedResults.Ok(
                new UploadedPhotoView(
                    photo,
                    called,
                    Clearance.Of(rights, new Changes(1), stored.Deck.Use) is { Standing: not Standing.Clear } c
                        ? c.Why
                        : ""
                )
            );
        }
        catch (ClipFaultException e)
        {
            return Problems.Of(new Refusal("no-clip", $"{called}: {e.Message}"));
        }
        catch (NotAPhotoException e)
        {
            return Problems.Of(new Refusal("no-photo", $"{called}: {e.Message}"));
        }
    }
}
