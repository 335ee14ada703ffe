using Jaali.Core;
using Jaali.Formats.Reading;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Jaali.Server.Hosting;

/// <summary>There is too much to do for what was asked, now; the message is the sentence for a person.</summary>
public sealed class BusyException(string sentence) : Exception(sentence);

/// <summary>What a person reads where a request ended in an exception. A fault gets a number, which the page shows and
/// the log has.</summary>
internal static class ErrorPages
{
    /// <summary>Answers with the sentence.</summary>
    internal static Task AnswerAsync(HttpContext context)
    {
        Exception? error = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        (string code, string sentence, int status) = Of(error);
        if (status >= StatusCodes.Status500InternalServerError)
            sentence +=
                " " + Note(context.RequestServices.GetRequiredService<ILogger<Program>>(), error, context.Request.Path);
        return Problems.Of(new Refusal(code, sentence), status).ExecuteAsync(context);
    }

    /// <summary>Logs a fault under a new number; the sentence that names it.</summary>
    internal static string Note(ILogger log, Exception? error, string during)
    {
        string number = Convert.ToHexString(System.Security.Cryptography.RandomNumberGenerator.GetBytes(3));
        log.LogError(error, "Fault {Number} during {During}", number, during);
        return $"In the log it is number {number}.";
    }

    /// <summary>What a person reads of an exception that passes; null where it is a fault.</summary>
    internal static string? SentenceOf(Exception e) => FirstPassing(e)?.Sentence;

    private static (string Code, string Sentence, int Status) Of(Exception? e)
    {
        if (e is BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge })
            return (RequestLimits.TooLong.Code, RequestLimits.TooLong.Sentence, StatusCodes.Status413PayloadTooLarge);
        // Unreadable bodies are the sender's mistake; an edit without its kind is said by the reader of JSON in its own
        // way.
        if (
            e
            is BadHttpRequestException
                or NotSupportedException { Source: "System.Text.Json" }
                // A form that is none.
                or InvalidOperationException { Source: "Microsoft.AspNetCore.Http" }
                or InvalidDataException { Source: "Microsoft.AspNetCore.WebUtilities" }
        )
            return (
                "bad-request",
                "This request cannot be read. Reload the page and try again.",
                StatusCodes.Status400BadRequest
            );
        return FirstPassing(e)
            ?? (
                "fault",
                "This did not work because of a fault in Jaali. What was saved before is kept; try again, "
                    + "or reload the page.",
                StatusCodes.Status500InternalServerError
            );
    }

    private static (string Code, string Sentence, int Status)? FirstPassing(Exception? e)
    {
        for (; e is not null; e = e.InnerException)
            if (Passing(e) is { } passing)
                return passing;
        return null;
    }

    private static readonly (string Code, string Sentence, int Status) DiskFull = (
        "disk-full",
        "The disk is full. Nothing that was saved is lost; this last step was not done. Free some space and try again.",
        StatusCodes.Status507InsufficientStorage
    );

    // What the disk or another program refuses is no fault, passes, and loses nothing that was acknowledged.
    private static (string Code, string Sentence, int Status)? Passing(Exception e) =>
        e switch
        {
            // SQLITE_FULL, and SQLITE_IOERR where a file may not grow; ENOSPC and EFBIG.
            SqliteException { SqliteErrorCode: 13 or 10 }
            or IOException { HResult: 28 or 27 or unchecked((int)0x80070070) } => DiskFull,
            // A file that may not grow any more (EFBIG) comes from .NET as an argument out of range.
            ArgumentOutOfRangeException { ParamName: "value", StackTrace: { } at }
                when at.Contains("System.IO.RandomAccess", StringComparison.Ordinal) => DiskFull,
            SqliteException { SqliteErrorCode: 8 or 14 } or UnauthorizedAccessException => (
                "read-only",
                "The folder of Jaali's data cannot be written. Nothing that was saved is lost; give the "
                    + "right to write and try again.",
                StatusCodes.Status507InsufficientStorage
            ),
            SqliteException { SqliteErrorCode: 5 or 6 } => (
                "database-held",
                "Another program holds the database. Nothing that was saved is lost; try again in a moment.",
                StatusCodes.Status503ServiceUnavailable
            ),
            ReaderUnavailableException => ("no-reader", e.Message, StatusCodes.Status503ServiceUnavailable),
            BusyException busy => ("busy", busy.Message, StatusCodes.Status429TooManyRequests),
            _ => null,
        };
}
