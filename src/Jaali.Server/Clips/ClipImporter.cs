using System.Globalization;
using System.Text;
using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Clips;

/// <summary>
/// Takes clips in: says what they are, takes position, camera and names out of them, makes those that browsers do not
/// play such as they do, and keeps a moment of each as its poster. A clip is the photo of its poster with what plays
/// in its place, so that record, evidence, ledger, crop and copies are a photo's.
/// </summary>
public sealed class ClipImporter(
    ClipProgram program,
    PhotoStore photos,
    Renditions renditions,
    ReaderPool readers,
    TimeProvider clock
)
{
    private const string Given = "given";

    // Of a clip's length, at which its poster is taken at first: its first moments are often black.
    private const double PosterAt = .1;
    private const double LatestPoster = 3;

    /// <summary>Takes a clip's file; returns the SHA-256 of its poster, by which it goes.</summary>
    /// <param name="file">The file; it stays.</param>
    /// <param name="record">Its record and what that rests on, by what the file says of itself.</param>
    /// <param name="from">The address it came from; null where it was brought.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ClipFaultException">It is no clip, or not one that can be taken; the message says
    /// why.</exception>
    public async Task<string> TakeAsync(
        string file,
        Func<EmbeddedMetadata?, (RightsRecord Rights, IReadOnlyList<Evidence> Evidence)> record,
        string? from,
        CancellationToken cancel
    )
    {
        string at = program.NewFolder();
        try
        {
            File.Copy(file, Path.Combine(at, Given));
            (ClipProbe probe, string made, string type) = program.IsThere
                ? await MadeAsync(at, cancel)
                : await AsItIsAsync(at, cancel);
            byte[] poster = program.IsThere
                ? await PosterAsync(at, made, probe, Math.Min(LatestPoster, probe.Seconds * PosterAt), cancel)
                : Plate.Of(probe.Width, probe.Height, probe.Picture.Length > 0);
            (RightsRecord rights, IReadOnlyList<Evidence> evidence) = record(EmbeddedMetadata.OfTags(probe.Tags));
            long length = new FileInfo(Path.Combine(at, made)).Length;
            string clip = photos.TakeClip(Path.Combine(at, made));
            var facts = new ClipFacts(
                clip,
                type,
                length,
                Math.Round(probe.Seconds, 3),
                probe.Picture.Length > 0,
                probe.Sound.Length > 0,
                program.IsThere
            );
            return await KeepAsync(Named(poster, clip, ""), facts, rights, evidence, from, cancel);
        }
        finally
        {
            Directory.Delete(at, recursive: true);
        }
    }

    /// <summary>Another moment of a clip as its poster; returns the SHA-256 by which it goes then.</summary>
    /// <param name="photoId">The clip by its poster.</param>
    /// <param name="second">The moment.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ClipFaultException">There is no such moment; the message says why.</exception>
    public async Task<string> WithPosterAsync(string photoId, double second, CancellationToken cancel)
    {
        if (
            photos.Facts(photoId) is not { Clip: { HasPicture: true } clip } facts
            || photos.FileOf(clip.Sha256) is not { } file
        )
            throw new ClipFaultException("This is no clip with a moving picture.");
        if (!program.IsThere)
            throw new ClipFaultException(Missing);
        if (!(second >= 0 && second <= clip.Seconds))
            throw new ClipFaultException("The clip has no such moment. Choose one within it.");
        string at = program.NewFolder();
        try
        {
            File.Copy(file, Path.Combine(at, Given));
            ClipProbe probe = ClipProbe.Of(await program.ProbeAsync(at, Given, cancel));
            byte[] poster = await PosterAsync(at, Given, probe, Math.Min(second, probe.Seconds - .05), cancel);
            return await KeepAsync(
                Named(poster, clip.Sha256, second.ToString("0.00", CultureInfo.InvariantCulture)),
                clip,
                facts.Rights,
                await photos.EvidenceAsync(photoId, cancel),
                photos.TakenFrom(photoId),
                cancel
            );
        }
        finally
        {
            Directory.Delete(at, recursive: true);
        }
    }

    /// <summary>Takes what plays from a bundle, which has it as it was taken in; its file is moved.</summary>
    /// <param name="file">The file.</param>
    /// <param name="told">What the bundle says of it.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="ClipFaultException">It is not what the bundle says.</exception>
    public async Task<ClipFacts> OfBundleAsync(string file, ClipFacts told, CancellationToken cancel)
    {
        string at = program.NewFolder();
        try
        {
            File.Move(file, Path.Combine(at, Given));
            ClipProbe probe;
            string type;
            if (program.IsThere)
            {
                probe = ClipProbe.Of(await program.ProbeAsync(at, Given, cancel));
                type =
                    probe.PlaysAs
                    ?? throw new ClipFaultException("It is of a kind that no browser plays. Make the bundle again.");
            }
            else
                (probe, _, type) = await AsItIsAsync(at, cancel);
            long length = new FileInfo(Path.Combine(at, Given)).Length;
            string name = photos.TakeClip(Path.Combine(at, Given));
            return name == told.Sha256
                ? new(
                    name,
                    type,
                    length,
                    Math.Round(probe.Seconds, 3),
                    probe.Picture.Length > 0,
                    probe.Sound.Length > 0,
                    told.Plain
                )
                : throw new ClipFaultException("It is not the one that the talk names. Make the bundle again.");
        }
        finally
        {
            Directory.Delete(at, recursive: true);
        }
    }

    /// <summary>Said where a clip would need the programs that are not installed.</summary>
    public const string Missing =
        "This needs the program ffmpeg, which is not installed here. Clips as MP4 (H.264) or WebM come in without it.";

    private async Task<string> KeepAsync(
        byte[] poster,
        ClipFacts clip,
        RightsRecord rights,
        IEnumerable<Evidence> evidence,
        string? from,
        CancellationToken cancel
    )
    {
        string id = await photos.KeepAsync(poster, PhotoReader.Read(poster), rights, evidence, from, clip, cancel);
        await renditions.PrepareAsync(id, cancel);
        return id;
    }

    private async Task<(ClipProbe Probe, string File, string Type)> MadeAsync(string at, CancellationToken cancel)
    {
        ClipProbe probe = ClipProbe.Of(await program.ProbeAsync(at, Given, cancel));
        string type = probe.PlaysAs ?? (probe.Picture.Length > 0 ? "video/webm" : "audio/webm");
        string ending = new ClipFacts("", type, 0, 0, true, true, true).Ending;
        string made = "made." + ending;
        string[] coded = probe.PlaysAs is null ? ClipCoding.Coded : ["-c", "copy"];
        string[] whole = ending is "mp4" or "m4a" ? ["-movflags", "+faststart"] : [];
        await program.MakeAsync(at, Given, [], [.. ClipCoding.Plain, .. coded, .. whole, made], cancel);
        ClipProbe now = ClipProbe.Of(await program.ProbeAsync(at, made, cancel));
        return (now with { Tags = probe.Tags }, made, type);
    }

    // Without the programs: what the reader finds in the file's head; what browsers play of it plays.
    private async Task<(ClipProbe Probe, string File, string Type)> AsItIsAsync(string at, CancellationToken cancel)
    {
        try
        {
            using ReadResult<ClipHead> read = await readers.ReadAsync<ClipHead>(
                ReaderTask.Clip,
                Path.Combine(at, Given),
                null,
                cancel
            );
            ClipHead head = read.Value;
            if (head.Seconds > Limits.Clips.Seconds)
                throw new ClipFaultException(
                    $"This clip lasts longer than {Limits.Clips.Seconds / 60} minutes. Cut it to what the talk shows."
                );
            return (
                new(
                    "",
                    head.Seconds,
                    head.Width,
                    head.Height,
                    head.HasPicture ? "?" : "",
                    "",
                    head.HasSound ? "?" : "",
                    [.. head.Tags.Select(t => (t.Key, t.Value))]
                ),
                Given,
                head.Type
            );
        }
        catch (FileFaultException e)
        {
            throw new ClipFaultException($"{e.Message} {Missing}");
        }
    }

    private async Task<byte[]> PosterAsync(
        string at,
        string file,
        ClipProbe probe,
        double second,
        CancellationToken cancel
    )
    {
        const string made = "poster.jpg";
        if (probe.Picture.Length > 0)
            await program.MakeAsync(
                at,
                file,
                ["-ss", Math.Max(0, second).ToString("0.00", CultureInfo.InvariantCulture)],
                ["-map", "0:V:0", "-frames:v", "1", "-q:v", "2", made],
                cancel
            );
        else
            // The shape of the sound, on the ground that plates have.
            await program.MakeAsync(
                at,
                file,
                [],
                [
                    "-filter_complex",
                    "color=c=0x20282C:s=1600x900:d=1[b];[0:a:0]aformat=channel_layouts=mono,"
                        + "showwavespic=s=1440x520:colors=0xD8DEE0[w];[b][w]overlay=80:190",
                    "-frames:v",
                    "1",
                    "-q:v",
                    "2",
                    made,
                ],
                cancel
            );
        return await File.ReadAllBytesAsync(Path.Combine(at, made), cancel);
    }

    // A poster goes by its bytes, as every photo does; two clips whose posters are alike are two all the same. The
    // comment (marker COM, ITU-T T.81 section B.2.4.5) says which clip it is of.
    private static byte[] Named(byte[] jpeg, string clip, string moment)
    {
        byte[] words = Encoding.ASCII.GetBytes($"Poster of {clip} {moment}");
        int length = words.Length + 2;
        return [jpeg[0], jpeg[1], 0xFF, 0xFE, (byte)(length >> 8), (byte)length, .. words, .. jpeg[2..]];
    }

    /// <summary>What a file that was brought says of its rights.</summary>
    public (RightsRecord Rights, IReadOnlyList<Evidence> Evidence) OfFile(EmbeddedMetadata? inside, string name) =>
        (
            EmbeddedMetadata.OfFile(inside, ""),
            [Evidence.Of(inside?.Words ?? "The file says nothing of its rights.", "file " + name, clock.GetUtcNow())]
        );
}
