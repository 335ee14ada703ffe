using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Formats.Reading;
using Jaali.Store;

namespace Jaali.Server.Incoming;

/// <summary>What writing credits back was asked for, and what came of it.</summary>
/// <param name="CheckId">The check whose adopted records are written.</param>
/// <param name="Name">The name of the copy; empty until it is made.</param>
public sealed record CreditBackWork(Guid CheckId, string Name = "");

/// <summary>Writes the records that a person adopted into a copy of the very file that was checked.</summary>
public sealed class CreditBackJob(IncomingFolder incoming, JobStore jobs, ReaderPool readers, DataFolder folder)
    : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "credit-back";

    /// <inheritdoc/>
    public string Kind => Name;

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        CreditBackWork asked = JsonSerializer.Deserialize<CreditBackWork>(job.Asked, DeckJson.Options)!;
        if (
            await jobs.FindAsync(asked.CheckId, cancel) is not { } check
            || JsonSerializer.Deserialize<CheckWork>(check.Asked, DeckJson.Options) is not { Report: { } read } was
        )
            throw new JobFailedException("What was checked is gone. Check the file again.");
        IReadOnlyList<IncomingFile> files = incoming.Files(was.Incoming);
        if (files.Count == 0)
            throw new JobFailedException("The file that was checked is gone. Check it again.");
        CreditBack[] credits =
        [
            .. read
                .Pictures.Where(p => p is { Adopted: true, Record: not null })
                .Select(p => new CreditBack(p.Name, p.Slides, CreditParts.Of(p.Record!, new Changes(1), "en"))),
        ];
        if (credits.Length == 0)
            throw new JobFailedException("No record was adopted yet. Adopt those that are right first.");
        string half = folder.Export(job.Id.ToString("N") + ".part"),
            file = CopyJob.FileOf(folder, job.Id);
        try
        {
            if (files.Count == 1 && (IsOfParts(files[0].At) || credits[0].Name == files[0].Name))
            {
                using ReadResult<string> made = await readers.ReadAsync<string>(
                    ReaderTask.Credits,
                    files[0].At,
                    new CreditsAsked(read.Kind, credits),
                    cancel
                );
                File.Move(made.At(made.Value), half, overwrite: true);
            }
            else
                await Task.Run(() => Pack(files, half, credits, cancel), cancel);
            File.Move(half, file, overwrite: true);
        }
        catch (FileFaultException e)
        {
            throw new JobFailedException(e.Message, e);
        }
        finally
        {
            File.Delete(half);
        }
        string first = Path.GetFileName(files[0].Name),
            ending = files.Count > 1 ? ".zip" : Path.GetExtension(first);
        job.Asked = JsonSerializer.Serialize(
            asked with
            {
                Name = $"{CopyNames.Clean(Path.GetFileNameWithoutExtension(first))}, credited{ending}",
            },
            DeckJson.Options
        );
        return $"/api/incoming/credited/{job.Id}";
    }

    // A PDF, or an archive: what it holds is written into it.
    private static bool IsOfParts(string file)
    {
        byte[] head = new byte[1100];
        using FileStream s = File.OpenRead(file);
        head = head[..s.ReadAtLeast(head, head.Length, false)];
        return head.AsSpan().StartsWith("PK"u8) || PdfTalkReader.IsOne(head);
    }

    private static void Pack(
        IReadOnlyList<IncomingFile> files,
        string to,
        CreditBack[] credits,
        CancellationToken cancel
    )
    {
        using FileStream output = File.Create(to);
        // Files that were brought side by side go back side by side.
        using var pack = new ZipArchive(output, ZipArchiveMode.Create, leaveOpen: true);
        foreach (IncomingFile f in files)
        {
            cancel.ThrowIfCancellationRequested();
            byte[] bytes = File.ReadAllBytes(f.At);
            if (credits.FirstOrDefault(c => c.Name == f.Name || c.Name == Path.GetFileName(f.Name)) is { } credit)
                bytes = XmpWriter.Into(bytes, credit.Parts, Credit.Full(credit.Parts).Text);
            Put(f.Name, bytes);
        }
        Put(
            "credits.txt",
            Encoding.UTF8.GetBytes(
                "Photographs\n\n"
                    + string.Concat(credits.Select(c => $"{Path.GetFileName(c.Name)}: {Credit.Full(c.Parts).Text}\n"))
            )
        );

        void Put(string name, byte[] bytes)
        {
            using Stream entry = pack.CreateEntry(name, CompressionLevel.NoCompression).Open();
            entry.Write(bytes);
        }
    }

    /// <inheritdoc/>
    public void Remove(JobRow job) => File.Delete(CopyJob.FileOf(folder, job.Id));
}
