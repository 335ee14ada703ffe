using System.Globalization;
using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Formats;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Sources;
using Jaali.Store;

namespace Jaali.Server.Incoming;

/// <summary>How much is known of a picture's source.</summary>
public enum Verdict
{
    /// <summary>Its own metadata say it, or the same picture was found.</summary>
    Known,

    /// <summary>Something speaks for it, which a person should look at.</summary>
    Likely,

    /// <summary>Nothing.</summary>
    Unknown,

    /// <summary>It is no photo but a drawing of a table or chart.</summary>
    Drawing,
}

/// <summary>A picture of a file that was checked.</summary>
/// <param name="Number">Counted from 0, by which its small picture is asked for.</param>
/// <param name="Name">Its name in the file.</param>
/// <param name="Slides">Numbers of the slides that show it.</param>
/// <param name="Verdict">How much is known.</param>
/// <param name="How">What that rests on, in a sentence.</param>
/// <param name="Record">Who made it and on what terms, as far as was found; null for nothing.</param>
/// <param name="Credit">The credit of that record; empty for none.</param>
/// <param name="Alt">What its alternative text says.</param>
/// <param name="Caption">What words at it say.</param>
/// <param name="Address">Where the found picture is looked at; null for nowhere.</param>
/// <param name="Adopted">A person took the record for this picture's.</param>
public sealed record CheckedPicture(
    int Number,
    string Name,
    IReadOnlyList<int> Slides,
    Verdict Verdict,
    string How,
    RightsRecord? Record,
    string Credit,
    string Alt,
    string Caption,
    string? Address,
    bool Adopted
)
{
    /// <summary>It is adopted where all are: something is known of it, and there is a record.</summary>
    public bool Offered => Record is not null && Verdict is (Verdict.Known or Verdict.Likely);
}

/// <summary>What came of checking a talk.</summary>
/// <param name="Kind">What the file was.</param>
/// <param name="Title">Its title.</param>
/// <param name="Slides">Its slides.</param>
/// <param name="Pictures">Its pictures.</param>
/// <param name="Told">What was not understood, each in a sentence.</param>
public sealed record CheckReport(
    TalkFileKind Kind,
    string Title,
    int Slides,
    IReadOnlyList<CheckedPicture> Pictures,
    IReadOnlyList<string> Told
);

/// <summary>What checking was asked for, and what came of it.</summary>
/// <param name="Incoming">What was brought.</param>
/// <param name="Report">What came of it; null until it is checked.</param>
public sealed record CheckWork(Guid Incoming, CheckReport? Report = null);

/// <summary>Finds out what the pictures of a talk are that was made elsewhere: by what stands in them, by the same
/// picture
/// in the collections, by what is said of them.</summary>
public sealed class CheckJob(
    IncomingFolder incoming,
    TalkFiles files,
    CollectionRegistry shelf,
    FoundStore found,
    ThumbnailReader looking,
    MetadataReader metadata
) : IJobWork
{
    /// <summary>Its name.</summary>
    public const string Name = "check";

    // As many answers of a search are looked at for one picture; more would keep a slow source busy for long.
    private const int MostLooked = 24;

    /// <inheritdoc/>
    public string Kind => Name;

    /// <summary>Where the small picture of one is.</summary>
    public static string SmallOf(IncomingFolder incoming, Guid id, int number) =>
        Path.Combine(incoming.Of(id), string.Create(CultureInfo.InvariantCulture, $"small-{number}.jpg"));

    /// <inheritdoc/>
    public async Task<string> RunAsync(JobRow job, Action<double> report, CancellationToken cancel)
    {
        CheckWork asked = JsonSerializer.Deserialize<CheckWork>(job.Asked, DeckJson.Options)!;
        try
        {
            CheckReport done = await files.OpenAsync(
                incoming.Files(asked.Incoming),
                async (kind, read, _) =>
                {
                    if (read is null)
                        throw new FileFaultException("A bundle of Jaali has its records with it. Open it as a talk.");
                    IReadOnlyList<ForeignPicture> pictures = read.Pictures;
                    List<CheckedPicture> all = [];
                    for (int i = 0; i < pictures.Count; i++)
                    {
                        cancel.ThrowIfCancellationRequested();
                        all.Add(await CheckAsync(asked.Incoming, i, pictures[i], read, cancel));
                        report((i + 1.0) / pictures.Count);
                    }
                    return new CheckReport(kind, read.Title, read.Slides.Count, all, read.NotUnderstood);
                },
                cancel
            );
            job.Asked = JsonSerializer.Serialize(asked with { Report = done }, DeckJson.Options);
            return job.Id.ToString();
        }
        catch (FileFaultException e)
        {
            throw new JobFailedException(e.Message, e);
        }
    }

    /// <inheritdoc/>
    public void Remove(JobRow job)
    {
        if (JsonSerializer.Deserialize<CheckWork>(job.Asked, DeckJson.Options) is { } asked)
            incoming.Remove(asked.Incoming);
    }

    private async Task<CheckedPicture> CheckAsync(
        Guid id,
        int number,
        ForeignPicture picture,
        ForeignTalk read,
        CancellationToken cancel
    )
    {
        CheckedPicture Judged(Verdict verdict, string how, RightsRecord? record = null, string? address = null) =>
            new(
                number,
                picture.Name,
                picture.Slides,
                verdict,
                how,
                record,
                record is null ? "" : Credit.Full(CreditParts.Of(record, new Changes(1), "en")).Text,
                picture.Alt,
                picture.Caption,
                address ?? record?.SourceUrl,
                false
            );
        if (picture.IsDrawn)
            return Judged(Verdict.Drawing, "It is drawn from a table or chart of the file.");
        if (read.Picture(picture.Name) is not { } bytes)
            return Judged(Verdict.Unknown, "It is missing from the file.");
        PhotoReading reading;
        try
        {
            reading = await PhotoDecoding.RunAsync(bytes, false, () => PhotoReader.Read(bytes, smallest: 1), cancel);
            (byte[] small, _) = await PhotoDecoding.RunAsync(bytes, true, () => PhotoReader.Shown(bytes, 320), cancel);
            DataFolder.WriteWhole(SmallOf(incoming, id, number), small);
        }
        catch (NotAPhotoException e)
        {
            return Judged(Verdict.Unknown, "It cannot be opened. " + e.Message);
        }
        EmbeddedMetadata? inside = await metadata.ReadAsync(bytes, cancel);
        RightsRecord said = EmbeddedMetadata.OfFile(inside, "");
        if (said.Licence is not null && said.Maker.Length > 0)
            return Judged(Verdict.Known, "Its file says who made it and on what terms.", said);
        (Candidate Candidate, string How, bool Same)? match = await MatchAsync(picture, reading, cancel);
        if (match is { Same: true } same)
            return Judged(Verdict.Known, same.How, same.Candidate.Rights, same.Candidate.Rights.SourceUrl);
        if (match is { } part)
            return Judged(Verdict.Likely, part.How, part.Candidate.Rights, part.Candidate.Rights.SourceUrl);
        if (said.Licence is not null || said.Maker.Length > 0 || said.Notice.Length > 0 || said.SourceUrl is not null)
            return Judged(Verdict.Likely, "Its file says something of it, but not all that a credit needs.", said);
        foreach (
            (string words, string what) in new[]
            {
                (picture.Caption, "Words at it"),
                (picture.Alt, "Its alternative text"),
            }
        )
            if (words.Length > 0 && LicenceReader.Read(words) is { } licence)
                return Judged(Verdict.Likely, $"{what} name a licence: “{Short(words)}”.", Said(words, licence));
        return Judged(
            Verdict.Unknown,
            picture.Alt.Length + picture.Caption.Length > 0
                ? "Its file says nothing, no collection has it, and the words at it name no licence."
                : "Its file says nothing, and no collection has it."
        );
    }

    private static RightsRecord Said(string words, Licence licence) =>
        new("", MakerIn(words), null, null, "", licence, words.Length > 500 ? words[..500] : words);

    // “Photo: NAME, licence” and “NAME / licence”: what stands before the licence, without its label.
    private static string MakerIn(string words)
    {
        string first = words.Split([',', '/', '|', '(', ';'], 2)[0].Trim();
        foreach (
            string label in (ReadOnlySpan<string>)
                [
                    "photograph by",
                    "photo by",
                    "picture by",
                    "image by",
                    "photo:",
                    "picture:",
                    "image:",
                    "foto:",
                    "©",
                    "(c)",
                ]
        )
            if (first.StartsWith(label, StringComparison.OrdinalIgnoreCase))
                first = first[label.Length..].Trim();
        return first.Length is > 2 and < 80 && LicenceReader.Read(first) is null ? first : "";
    }

    private static string Short(string words) => words.Length > 120 ? words[..120] + "…" : words;

    // The same picture among all that was ever found; then among what the collections answer to the words at it.
    private async Task<(Candidate Candidate, string How, bool Same)?> MatchAsync(
        ForeignPicture picture,
        PhotoReading reading,
        CancellationToken cancel
    )
    {
        foreach ((Candidate c, int distance) in await found.AlikeAsync(reading.Hash, cancel: cancel))
            if (distance <= SamePicture.MostBits && await SameAsync(reading, c, cancel))
                return (c, $"The same picture is in {Where(c)}: “{c.Rights.Title}”.", true);
        List<(Candidate Candidate, FoundPart Part)> parts = [];
        HashSet<string> looked = new(StringComparer.Ordinal);
        foreach (string words in Words(picture))
        {
            foreach ((_, IPhotoCollection collection) in await shelf.ListAsync(cancel))
            {
                IReadOnlyList<Candidate> answers;
                try
                {
                    answers = (await collection.SearchAsync(words, 1, cancel)).Candidates;
                }
                catch (SourceException)
                {
                    // A collection that is down finds nothing; the others do.
                    continue;
                }
                await found.RememberAsync([.. answers], cancel);
                foreach (Candidate c in answers.Take(MostLooked))
                {
                    if (!looked.Add(c.Collection + "\n" + c.Id))
                        continue;
                    ThumbnailMetrics? look = await looking.LookAsync(c, cancel);
                    if (
                        look is not null
                        && SamePicture.Alike(look.Hash, reading.Hash)
                        && await SameAsync(reading, c, cancel)
                    )
                        return (c, $"The same picture is in {Where(c)}: “{c.Rights.Title}”.", true);
                    if (await PartAsync(reading, c, cancel) is { Likeness: >= PartFinder.Likely } part)
                        parts.Add((c, part));
                }
            }
            if (parts.Count > 0)
                break;
        }
        if (parts.Count == 0)
            return null;
        (Candidate best, FoundPart where) = parts.MaxBy(p => p.Part.Likeness);
        string how = where.Mirrored ? "mirrored, " : "";
        how += where.Part.Share < .93 ? "cut to a part, " : "";
        return (
            best,
            $"It looks like a picture of {Where(best)}, “{best.Rights.Title}”, "
                + (how.Length > 0 ? how.TrimEnd(',', ' ') : "in other colours or saved anew")
                + ".",
            false
        );
    }

    private static string Where(Candidate c) => c.Rights.Collection.Length > 0 ? c.Rights.Collection : "a collection";

    // A hash that agrees is looked at once more: lightness must agree, too.
    private async Task<bool> SameAsync(PhotoReading reading, Candidate c, CancellationToken cancel) =>
        await PartAsync(reading, c, cancel) is { Likeness: >= PartFinder.Likely, Mirrored: false };

    private async Task<FoundPart?> PartAsync(PhotoReading reading, Candidate c, CancellationToken cancel)
    {
        try
        {
            byte[] bytes = await looking.PictureAsync(c, 640, cancel);
            ToneMap whole = await PhotoDecoding.RunAsync(
                bytes,
                false,
                () => PhotoReader.Read(bytes, smallest: 1).Tones,
                cancel
            );
            return await Task.Run(() => PartFinder.Find(reading.Tones, whole), cancel);
        }
        catch (Exception e) when (e is SourceException or NotAPhotoException)
        {
            return null;
        }
    }

    // What to look for: what is said of the picture, then the slide's title, then its name.
    private static IEnumerable<string> Words(ForeignPicture p) =>
        new[]
        {
            p.Alt,
            p.Caption,
            p.SlideTitle,
            Path.GetFileNameWithoutExtension(p.Name).Replace('-', ' ').Replace('_', ' '),
        }
            .Select(t => string.Join(' ', SearchWords.Propose(t)))
            .Where(w => w.Length > 2)
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .Take(3);
}
