using Jaali.Core;
using Jaali.Core.Geometry;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Hosting;

/// <summary>Refusals as problem details (RFC 9457): a stable type, a sentence for a person.</summary>
public static class Problems
{
    /// <summary>What was asked cannot be done; the sentence says why.</summary>
    public static ProblemHttpResult Of(Refusal refusal, int status = StatusCodes.Status422UnprocessableEntity) =>
        TypedResults.Problem(
            refusal.Sentence,
            statusCode: status,
            title: "Not done",
            type: "urn:jaali:" + refusal.Code,
            extensions: refusal is PlaceRefusal { Nearest: var nearest }
                ? new Dictionary<string, object?> { ["nearest"] = nearest }
                : null
        );

    /// <summary>There is no such thing.</summary>
    public static ProblemHttpResult NotFound(string what) =>
        Of(
            new Refusal("not-found", $"There is no such {what}. It may have been removed; go back to the list."),
            StatusCodes.Status404NotFound
        );

    /// <summary>What the framework refuses by itself, such as JSON that is none, is told in a sentence, too.</summary>
    internal static void Complete(ProblemDetailsContext context)
    {
        if (context.ProblemDetails is { Status: >= 400 and < 500, Detail: null or "" } p)
            (p.Type, p.Title, p.Detail) = (
                p.Status == StatusCodes.Status404NotFound ? "urn:jaali:not-found" : "urn:jaali:bad-request",
                "Not done",
                p.Status switch
                {
                    StatusCodes.Status404NotFound => "There is nothing at this address. Go back to the list.",
                    StatusCodes.Status405MethodNotAllowed => "This cannot be done here. Reload the page and try again.",
                    StatusCodes.Status415UnsupportedMediaType =>
                        "This is not in the form that is read here. Reload the page and try again.",
                    _ => "This cannot be read. Reload the page and try again; nothing was changed.",
                }
            );
    }
}
