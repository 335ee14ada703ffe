using Jaali.Imaging;

namespace Jaali.Server.Photos;

/// <summary>Taken photos by the IIIF Image API 3.0.</summary>
public static class IiifEndpoints
{
    /// <summary>Maps the endpoints under <c>/iiif/{id}</c>; each answers a refusal as problem details.</summary>
    public static void MapIiif(this IEndpointRouteBuilder app)
    {
        app.MapGet("/iiif/{id}", (string id) => Results.Redirect($"/iiif/{id}/info.json")).ExcludeFromDescription();
        app.MapGet("/iiif/{id}/info.json", Info).ExcludeFromDescription();
        app.MapGet("/iiif/{id}/{region}/{size}/{rotation}/{qualityFormat}", ImageAsync).ExcludeFromDescription();
    }

    private static IResult Info(string id, Renditions renditions, HttpContext context)
    {
        if (renditions.Named(id) is not var (photo, _))
            return Problems.NotFound("photo");
        context.Response.Headers.AccessControlAllowOrigin = "*";
        return Results.Json(
            new Dictionary<string, object>
            {
                ["@context"] = "http://iiif.io/api/image/3/context.json",
                ["id"] = $"{context.Request.Scheme}://{context.Request.Host}/iiif/{id}",
                ["type"] = "ImageService3",
                ["protocol"] = "http://iiif.io/api/image",
                ["profile"] = "level2",
                ["width"] = photo.Width,
                ["height"] = photo.Height,
                ["sizes"] = Renditions
                    .Ladder.Where(w => w <= photo.Width)
                    .Select(w => new { width = w, height = (int)Math.Round((double)photo.Height * w / photo.Width) }),
                ["extraFormats"] = new[] { "webp" },
                ["extraQualities"] = new[] { "color", "gray" },
            },
            contentType: "application/ld+json;profile=\"http://iiif.io/api/image/3/context.json\""
        );
    }

    private static async Task<IResult> ImageAsync(
        string id,
        string region,
        string size,
        string rotation,
        string qualityFormat,
        Renditions renditions,
        HttpContext context,
        CancellationToken cancel
    )
    {
        if (renditions.Named(id) is not var (photo, _))
            return Problems.NotFound("photo");
        if (IiifRequest.Parse(region, size, rotation, qualityFormat, photo.Width, photo.Height) is not { } request)
            return Problems.Of(
                new Core.Refusal("bad-image-request", "This is not a valid image request for this photo."),
                StatusCodes.Status400BadRequest
            );
        byte[]? bytes;
        try
        {
            bytes = await renditions.AnswerAsync(id, request, cancel);
        }
        catch (NotAPhotoException e)
        {
            return Problems.Of(new Core.Refusal("damaged-photo", e.Message), StatusCodes.Status410Gone);
        }
        if (bytes is null)
            return Problems.NotFound("photo file");
        context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
        context.Response.Headers.AccessControlAllowOrigin = "*";
        return Results.Bytes(bytes, request.Format == "jpg" ? "image/jpeg" : "image/" + request.Format);
    }
}
