using Jaali.Core;
using Jaali.Store;

namespace Jaali.Server.Startup;

/// <summary>What is put in order while it runs, at the start and every hour: a copy of the database for each day,
/// results
/// of old jobs, and files that nothing speaks of.</summary>
public sealed class Housekeeping(
    DataFolder folder,
    PhotoStore photos,
    JobStore jobs,
    IncomingFolder incoming,
    JobQueue work,
    TimeProvider clock,
    ILogger<Housekeeping> log
) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var hours = new PeriodicTimer(TimeSpan.FromHours(1), clock);
        try
        {
            do await OnceAsync(stoppingToken);
            while (await hours.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) { }
    }

    /// <summary>Does everything that is due. Nothing in it can be waited for, so that what fails is logged and tried
    /// again
    /// the next time.</summary>
    public async Task OnceAsync(CancellationToken cancel = default)
    {
        foreach (
            (string what, Func<Task> step) in (IEnumerable<(string, Func<Task>)>)
                [
                    ("copy of the day", () => Task.Run(() => StoreFolder.CopyToday(folder.Root), cancel)),
                    ("old jobs", work.SweepAsync),
                    // A damaged database that lies aside may still speak of them.
                    (
                        "files of no photo",
                        () =>
                            folder.Files("damaged", "*.db").Any()
                                ? Task.CompletedTask
                                : photos.SweepAsync(TimeSpan.FromDays(Limits.Retention.OrphanDays), cancel)
                    ),
                    ("half files", () => SweepFilesAsync(cancel)),
                    ("renditions of an earlier version", () => Task.Run(folder.RemoveEarlier, cancel)),
                    (
                        "files that were brought",
                        () =>
                        {
                            incoming.Sweep(clock.GetUtcNow().UtcDateTime.AddDays(-Limits.Retention.ResultDays));
                            return Task.CompletedTask;
                        }
                    ),
                ]
        )
            try
            {
                await step();
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                ErrorPages.Note(log, e, "keeping house: " + what);
            }
    }

    // Copies whose job is gone, downloads that nobody goes on with, and renditions that a crash left half-written.
    private async Task SweepFilesAsync(CancellationToken cancel)
    {
        DateTime now = clock.GetUtcNow().UtcDateTime;
        foreach (string copy in folder.Files("exports", "*.copy"))
            if (
                !Guid.TryParseExact(Path.GetFileNameWithoutExtension(copy), "N", out Guid id)
                || await jobs.FindAsync(id, cancel) is null
            )
                File.Delete(copy);
        foreach (string file in folder.Files("downloads", "*"))
            if (now - File.GetLastWriteTimeUtc(file) > TimeSpan.FromDays(Limits.Retention.DownloadDays))
                File.Delete(file);
        foreach (string file in folder.Files(DataFolder.Renditions, "*"))
            if (DataFolder.IsHalf(file) && now - File.GetLastWriteTimeUtc(file) > TimeSpan.FromHours(1))
                File.Delete(file);
    }
}
