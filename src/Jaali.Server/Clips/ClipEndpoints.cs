using Jaali.Core;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Clips;

/// <summary>Another moment of a clip as its poster.</summary>
/// <param name="Second">The moment, in seconds from the clip's beginning.</param>
public sealed record PosterRequest(double Second);

/// <summary>A clip with another poster.</summary>
/// <param name="PhotoId">By which it goes then.</param>
public sealed record PosterView(string PhotoId);

/// <summary>Clips: what plays, and their posters.</summary>
public static class ClipEndpoints
{
    /// <summary>Maps the endpoints; a refusal is problem details.</summary>
    public static void MapClips(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/clips/{name}", Play).WithTags("Photos").WithName("playClip").ExcludeFromDescription();
        app.MapPost("/api/clips/{photoId}/poster", PosterAsync).WithTags("Photos").WithName("choosePoster");
    }

    private static Results<PhysicalFileHttpResult, ProblemHttpResult> Play(
        string name,
        PhotoStore photos,
        HttpResponse response
    ) => Answer(name, photos, response);

    /// <summary>A clip's bytes, whole or in parts as a player asks for them (RFC 9110, section 14).</summary>
    internal static Results<PhysicalFileHttpResult, ProblemHttpResult> Answer(
        string name,
        PhotoStore photos,
        HttpResponse response
    )
    {
        if (photos.ClipNamed(name) is not { } clip || photos.FileOf(name) is not { } file)
            return Problems.NotFound("clip");
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.PhysicalFile(Path.GetFullPath(file), clip.Type, enableRangeProcessing: true);
    }

    private static async Task<Results<Ok<PosterView>, ProblemHttpResult>> PosterAsync(
        string photoId,
        PosterRequest request,
        ClipImporter clips,
        CancellationToken cancel
    )
    {
        try
        {
            return TypedResults.Ok(new PosterView(await clips.WithPosterAsync(photoId, request.Second, cancel)));
        }
        catch (ClipFaultException e)
        {
            return Problems.Of(new Refusal("no-poster", e.Message));
        }
    }
}
