using System.Globalization;
using System.Threading.RateLimiting;
using Jaali.Core;
using Microsoft.AspNetCore.Http.Features;

namespace Jaali.Server.Hosting;

/// <summary>How many requests one address may send, so that nobody's flood keeps the others out, and how long each may
/// be.</summary>
internal static class RequestLimits
{
    /// <summary>What a person reads of a request that is too long.</summary>
    internal static readonly Refusal TooLong = new(
        "too-large",
        $"This is larger than Jaali takes at once ({Limits.Incoming.RequestBytes / 1024 / 1024} MB). "
            + "Nothing was changed; do it in smaller steps."
    );

    /// <summary>Uses the limits. What is too long is read to its end before it is answered: a sender that is cut off
    /// reads no
    /// answer.</summary>
    internal static void UseRequestLimits(this IApplicationBuilder app)
    {
        app.UseRateLimiter();
        app.Use(
            async (context, next) =>
            {
                if (
                    !(context.Request.ContentLength > Limits.Incoming.RequestBytes)
                    || context.GetEndpoint()?.Metadata.GetMetadata<AcceptsUpload>() is not null
                )
                {
                    await next(context);
                    return;
                }
                if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
                    size.MaxRequestBodySize = null;
                byte[] buffer = new byte[64 * 1024];
                long got = 0;
                int n;
                while (
                    got < UploadedFile.MostThrownAway
                    && (n = await context.Request.Body.ReadAsync(buffer, context.RequestAborted)) > 0
                )
                    got += n;
                await Problems.Of(TooLong, StatusCodes.Status413PayloadTooLarge).ExecuteAsync(context);
            }
        );
    }

    /// <summary>Adds the limits: a bucket for each address, refilled every second.</summary>
    internal static void AddRequestLimits(this IServiceCollection services) =>
        services.AddRateLimiter(o =>
        {
            o.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(c =>
                RateLimitPartition.GetTokenBucketLimiter(
                    c.Connection.RemoteIpAddress?.ToString() ?? "",
                    _ => new TokenBucketRateLimiterOptions
                    {
                        TokenLimit = Limits.Incoming.Burst,
                        TokensPerPeriod = Limits.Incoming.PerSecond,
                        ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                        QueueLimit = 0,
                        AutoReplenishment = true,
                    }
                )
            );
            o.OnRejected = async (c, _) =>
            {
                c.HttpContext.Response.Headers.RetryAfter = 1.ToString(CultureInfo.InvariantCulture);
                await Problems
                    .Of(
                        new Refusal("too-many", "That was too many at once. Wait a second and try again."),
                        StatusCodes.Status429TooManyRequests
                    )
                    .ExecuteAsync(c.HttpContext);
            };
        });
}
