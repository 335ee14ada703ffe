using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Jaali.Server.Startup;

/// <summary>What is written down of the server's work, a file a day, kept for a week; warnings also where it was
/// started.</summary>
internal static class Logs
{
    internal static void AddLogs(this WebApplicationBuilder builder, Settings settings) =>
        builder.Host.UseSerilog(
            (_, log) =>
            {
                log.MinimumLevel.Information()
                    .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
                    .MinimumLevel.Override("System.Net.Http", LogEventLevel.Warning)
                    .MinimumLevel.Override("Microsoft.Extensions.Hosting.Internal.Host", LogEventLevel.Fatal);
                if (!settings.IsDescribing)
                    log.WriteTo.File(
                        new CompactJsonFormatter(),
                        Path.Combine(settings.Data, "logs", "jaali-.json"),
                        rollingInterval: RollingInterval.Day,
                        retainedFileCountLimit: 7
                    );
                log.WriteTo.Console(
                    restrictedToMinimumLevel: LogEventLevel.Warning,
                    formatProvider: System.Globalization.CultureInfo.InvariantCulture
                );
            }
        );
}
