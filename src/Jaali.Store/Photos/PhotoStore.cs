using System.Data.Common;
using System.Text.Json;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>What came of a correction.</summary>
public enum Correction
{
    /// <summary>It is on the disk.</summary>
    Done,

    /// <summary>There is no such photo.</summary>
    NoPhoto,

    /// <summary>The record was corrected elsewhere since it was seen.</summary>
    Stale,
}

/// <summary>Taken photos: bytes, measurements, rights and evidence. Facts are remembered, for scenes ask for them
/// often.</summary>
public sealed class PhotoStore(IDbContextFactory<JaaliDb> databases, BlobFolder blobs, TimeProvider clock)
{
    private readonly BoundedCache<string, PhotoFacts> _facts = new(Limits.Retention.Facts);
    private readonly BoundedCache<string, ToneMap> _tones = new(
        Limits.Retention.ToneBytes,
        // With the tables that places for words are read off, which go with it.
        t => 7L * t.Rgb.Length
    );
    private readonly BoundedCache<string, byte[]> _previews = new(Limits.Retention.Facts);
    private readonly BoundedCache<(string Id, long Length, DateTime Written, long Hour), bool> _whole = new(
        Limits.Retention.Facts
    );

    private readonly BoundedCache<string, bool> _plain = new(Limits.Retention.Facts);

    private readonly BoundedCache<string, ClipFacts> _clips = new(Limits.Retention.Facts);

    private readonly KeyedLock _turns = new();
    private long _records;

    /// <summary>Called with the photo whose record became another because its bytes were found again under one that
    /// says more, or something else.</summary>
    public event Action<string>? RecordMerged;

    /// <summary>Keeps a photo with its record; the bytes come first, the rows only when they are safe. A photo that
    /// is there keeps its record, and the evidence is added.</summary>
    /// <param name="bytes">Its file.</param>
    /// <param name="reading">What was measured.</param>
    /// <param name="rights">Its record.</param>
    /// <param name="evidence">What that rests on.</param>
    /// <param name="from">The address it came from.</param>
    /// <param name="clip">What plays in its place; null for a photo.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The photo's SHA-256.</returns>
    public async Task<string> KeepAsync(
        byte[] bytes,
        PhotoReading reading,
        RightsRecord rights,
        IEnumerable<Evidence> evidence,
        string? from = null,
        ClipFacts? clip = null,
        CancellationToken cancel = default
    )
    {
        string id = blobs.Put(bytes),
            tones = blobs.Put(reading.Tones.Rgb);
        // The same photo may arrive several times at once.
        using IDisposable turn = await _turns.TakeAsync(id, cancel);
        PhotoFacts? agreed = null;
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        if (!await db.Photos.AnyAsync(p => p.Id == id, cancel))
        {
            db.Photos.Add(
                new PhotoRow
                {
                    Id = id,
                    Format = reading.Format,
                    Bytes = bytes.LongLength,
                    Width = reading.Width,
                    Height = reading.Height,
                    Orientation = reading.Orientation,
                    Hash = unchecked((long)reading.Hash),
                    FocalX = reading.Focal.X,
                    FocalY = reading.Focal.Y,
                    ToneWidth = reading.Tones.Width,
                    ToneHeight = reading.Tones.Height,
                    ToneBlob = tones,
                    Preview = Preview.Of(reading.Tones),
                    TakenAt = clock.GetUtcNow(),
                    TakenFrom = from,
                    Clip = clip is null ? null : JsonSerializer.Serialize(clip, DeckJson.Options),
                }
            );
            db.Rights.Add(Fill(new RightsRow { PhotoId = id }, rights.Bounded()));
        }
        else if (!await db.Evidence.AnyAsync(e => e.PhotoId == id && e.Address == Evidence.ByHand, cancel))
            // The same bytes again, perhaps under another record; what a person decided stays.
            agreed = await AgreeAsync(db, id, rights.Bounded(), cancel);
        string[] known = await db.Evidence.Where(e => e.PhotoId == id).Select(e => e.Sha256).ToArrayAsync(cancel);
        db.Evidence.AddRange(
            evidence
                .Where(e => !known.Contains(e.Sha256))
                .Select(e => new EvidenceRow
                {
                    PhotoId = id,
                    Text = e.Text,
                    Address = e.Address,
                    ReadAt = e.ReadAt,
                    Sha256 = e.Sha256,
                })
        );
        await db.SaveChangesAsync(cancel);
        if (agreed is not null)
        {
            _facts.Put(id, agreed);
            Interlocked.Increment(ref _records);
            RecordMerged?.Invoke(id);
        }
        return id;
    }

    // The record that two of the same bytes come to; null where nothing is new.
    private async Task<PhotoFacts?> AgreeAsync(JaaliDb db, string id, RightsRecord found, CancellationToken cancel)
    {
        if (Facts(id) is not { } facts)
            return null;
        RightsRecord rights = RecordAgreement.Of(facts.Rights, found).Bounded();
        if (rights == facts.Rights)
            return null;
        RightsRow row = await db.Rights.SingleAsync(r => r.PhotoId == id, cancel);
        Fill(row, rights);
        row.Version = facts.Version + 1;
        return facts with { Rights = rights, Version = row.Version };
    }

    /// <summary>Grows with every record that is corrected: what was made of records before it may be out of
    /// date.</summary>
    public long RecordsVersion => Interlocked.Read(ref _records);

    /// <summary>What the rules need of a photo, or null.</summary>
    public PhotoFacts? Facts(string id)
    {
        if (_facts.TryGet(id, out PhotoFacts known))
            return known;
        return Read([id]).FirstOrDefault();
    }

    /// <summary>Reads the facts of many photos in one question, so that they are at hand when they are asked for one by
    /// one.</summary>
    public void Know(IEnumerable<string> ids)
    {
        string[] unknown = [.. ids.Distinct().Where(id => !_facts.TryGet(id, out _))];
        foreach (string[] some in unknown.Chunk(MostAtOnce))
            Read(some);
    }

    private List<PhotoFacts> Read(string[] ids)
    {
        using JaaliDb db = databases.CreateDbContext();
        db.Database.OpenConnection();
        using DbCommand command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = """
            SELECT p."Id", p."Width", p."Height", p."FocalX", p."FocalY", r."Version", r."Record", p."Preview", p."Clip"
            FROM "Photos" p JOIN "Rights" r ON r."PhotoId" = p."Id"
            WHERE p."Id" IN (SELECT value FROM json_each(@ids))
            """;
        DbParameter parameter = command.CreateParameter();
        (parameter.ParameterName, parameter.Value) = ("@ids", JsonSerializer.Serialize(ids));
        command.Parameters.Add(parameter);
        List<PhotoFacts> found = [];
        using DbDataReader row = command.ExecuteReader();
        while (row.Read())
        {
            string id = row.GetString(0);
            found.Add(
                _facts.Put(
                    id,
                    new PhotoFacts(
                        id,
                        row.GetInt32(1),
                        row.GetInt32(2),
                        new PhotoPoint(row.GetDouble(3), row.GetDouble(4)),
                        JsonSerializer.Deserialize<RightsRecord>(row.GetString(6), DeckJson.Options)!,
                        row.GetInt32(5),
                        row.IsDBNull(8) ? null : ClipOf(row.GetString(8))
                    )
                )
            );
            if (!row.IsDBNull(7))
                _previews.Put(id, row.GetFieldValue<byte[]>(7));
        }
        return found;
    }

    private static ClipFacts ClipOf(string json) => JsonSerializer.Deserialize<ClipFacts>(json, DeckJson.Options)!;

    private const int MostAtOnce = 500;

    /// <summary>The colours of a photo, or null.</summary>
    public ToneMap? Tones(string id)
    {
        if (_tones.TryGet(id, out ToneMap known))
            return known;
        using JaaliDb db = databases.CreateDbContext();
        db.Database.OpenConnection();
        using DbCommand command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = "SELECT \"ToneWidth\", \"ToneHeight\", \"ToneBlob\" FROM \"Photos\" WHERE \"Id\" = @id";
        DbParameter parameter = command.CreateParameter();
        (parameter.ParameterName, parameter.Value) = ("@id", id);
        command.Parameters.Add(parameter);
        using DbDataReader row = command.ExecuteReader();
        if (!row.Read())
            return null;
        (int width, int height) = (row.GetInt32(0), row.GetInt32(1));
        return blobs.Get(row.GetString(2)) is { } rgb && rgb.Length == width * height * 3
            ? _tones.Put(id, new ToneMap(width, height, rgb))
            : null;
    }

    /// <summary>A tiny WebP of a photo; null where its colours are lost.</summary>
    public byte[]? PreviewOf(string id)
    {
        if (_previews.TryGet(id, out byte[] known))
            return known;
        using JaaliDb db = databases.CreateDbContext();
        byte[]? made = db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => p.Preview).FirstOrDefault();
        // Photos taken by an earlier version have none yet.
        if (made is null && Tones(id) is { } tones)
        {
            made = Preview.Of(tones);
            db.Photos.Where(p => p.Id == id).ExecuteUpdate(u => u.SetProperty(p => p.Preview, made));
        }
        if (made is not null)
            _previews.Put(id, made);
        return made;
    }

    /// <summary>Where the photo's own bytes lie, or null where they are missing.</summary>
    public string? FileOf(string id) => blobs.FileOf(id);

    /// <summary>Keeps the file of a clip, which is moved into the store; returns its SHA-256. It stays where a photo
    /// that is kept after it names it.</summary>
    public string TakeClip(string file) => blobs.Take(file);

    /// <summary>What plays under a name, or null where no photo names it.</summary>
    public ClipFacts? ClipNamed(string sha256)
    {
        if (!BlobFolder.IsName(sha256))
            return null;
        if (_clips.TryGet(sha256, out ClipFacts known))
            return known;
        using JaaliDb db = databases.CreateDbContext();
        string? json = db
            .Photos.AsNoTracking()
            .Where(p => p.Clip != null && p.Clip.Contains(sha256))
            .Select(p => p.Clip)
            .FirstOrDefault();
        return json is null ? null : _clips.Put(sha256, ClipOf(json));
    }

    /// <summary>The photo's own bytes, or null.</summary>
    public byte[]? Bytes(string id) => blobs.Get(id);

    /// <summary>The photo's own bytes where they are whole, for what is handed on; null where they are missing or
    /// damaged.</summary>
    public byte[]? WholeBytes(string id) => blobs.GetWhole(id);

    /// <summary>What is wrong with a photo's file, in a sentence; empty where it is whole. A file that did not change
    /// is
    /// read once an hour, for a disk may lose bits without saying so.</summary>
    public string FaultOf(string id)
    {
        if (blobs.Stamp(id) is not { } stamp)
            return "Its file is missing from the store.";
        var key = (id, stamp.Length, stamp.Written, clock.GetUtcNow().UtcTicks / TimeSpan.TicksPerHour);
        if (!_whole.TryGet(key, out bool whole))
            whole = _whole.Put(key, blobs.IsWhole(id));
        return whole ? "" : "Its file in the store is damaged.";
    }

    /// <summary>True for a photo whose own bytes every painter and every program shows as they are measured. A damaged
    /// file is not made another: it is given on as it is, and whoever paints it finds out.</summary>
    public bool IsPlain(string id)
    {
        if (_plain.TryGet(id, out bool known))
            return known;
        if (FileOf(id) is not { } file)
            return false;
        try
        {
            return _plain.Put(id, PhotoReader.IsPlain(file));
        }
        catch (NotAPhotoException)
        {
            return true;
        }
    }

    /// <summary>The format of a photo's bytes: "jpeg", "png" or "webp"; null where there is no such photo.</summary>
    public string? FormatOf(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        return db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => p.Format).FirstOrDefault();
    }

    /// <summary>
    /// Puts a corrected record in place of the one that is there and adds what it rests on; what sources said before
    /// stays among the evidence.
    /// </summary>
    /// <param name="id">The photo.</param>
    /// <param name="correct">Makes the new record of the one that is there.</param>
    /// <param name="reason">What it rests on.</param>
    /// <param name="version">The version that was seen; null where that does not matter.</param>
    /// <param name="cancel">Stops waiting.</param>
    public async Task<Correction> CorrectAsync(
        string id,
        Func<RightsRecord, RightsRecord> correct,
        Evidence reason,
        int? version = null,
        CancellationToken cancel = default
    )
    {
        // One after the other, each from what the one before left: none is lost.
        using IDisposable turn = await _turns.TakeAsync(id, cancel);
        if (Facts(id) is not { } facts)
            return Correction.NoPhoto;
        if (version is { } seen && seen != facts.Version)
            return Correction.Stale;
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        RightsRow row = await db.Rights.SingleAsync(r => r.PhotoId == id, cancel);
        RightsRecord rights = correct(facts.Rights);
        Fill(row, rights);
        row.Version = facts.Version + 1;
        db.Evidence.Add(Row(id, reason));
        await db.SaveChangesAsync(cancel);
        _facts.Put(id, facts with { Rights = rights, Version = row.Version });
        Interlocked.Increment(ref _records);
        return Correction.Done;
    }

    /// <summary>The address that a photo's bytes came from; null where they were brought, or where that was not yet
    /// noted.</summary>
    public string? TakenFrom(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        return db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => p.TakenFrom).FirstOrDefault();
    }

    /// <summary>Perceptual hash of a photo, or null.</summary>
    public ulong? HashOf(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        long? hash = db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => (long?)p.Hash).FirstOrDefault();
        return hash is { } h ? unchecked((ulong)h) : null;
    }

    /// <summary>Removes files that no photo, face, record or piece of evidence speaks of, once they are old enough to
    /// be no part
    /// of work that goes on.</summary>
    /// <returns>How many.</returns>
    public async Task<int> SweepAsync(TimeSpan age, CancellationToken cancel = default)
    {
        DateTime before = clock.GetUtcNow().UtcDateTime - age;
        string[] old = [.. blobs.All().Where(b => b.Written < before && BlobFolder.IsName(b.Name)).Select(b => b.Name)];
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        HashSet<string> named =
        [
            .. await db.Photos.AsNoTracking().Select(p => p.Id).ToArrayAsync(cancel),
            .. await db.Photos.AsNoTracking().Select(p => p.ToneBlob).ToArrayAsync(cancel),
            .. (
                await db.Photos.AsNoTracking().Where(p => p.Clip != null).Select(p => p.Clip!).ToArrayAsync(cancel)
            ).Select(c => ClipOf(c).Sha256),
            .. await db.Fonts.AsNoTracking().Select(f => f.Blob).ToArrayAsync(cancel),
        ];
        int gone = 0;
        foreach (string name in old.Where(n => !named.Contains(n)))
        {
            // The file of a permission is named in the record.
            if (
                await db.Rights.AnyAsync(r => r.Record.Contains(name), cancel)
                || await db.Evidence.AnyAsync(e => e.Text.Contains(name), cancel)
            )
                continue;
            blobs.Remove(name);
            gone++;
        }
        return gone;
    }

    /// <summary>Names of all photos, for checking the store.</summary>
    public async Task<IReadOnlyList<string>> NamesAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Photos.AsNoTracking().Select(p => p.Id).ToArrayAsync(cancel);
    }

    /// <summary>What photos need beside their own files, by its name in the store: the table of light and the letter
    /// of a permission.</summary>
    public async Task<IReadOnlyList<(string Name, string What)>> NeededAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        List<(string, string)> needed = [];
        foreach (var p in await db.Photos.AsNoTracking().Select(p => new { p.Id, p.ToneBlob }).ToArrayAsync(cancel))
        {
            RightsRecord? rights = Facts(p.Id)?.Rights;
            string title = rights?.Title is { Length: > 0 } known ? $"“{known}”" : $"the photo {p.Id[..8]}";
            needed.Add((p.ToneBlob, $"The table of light of {title}"));
            if (Facts(p.Id)?.Clip is { } clip)
                needed.Add((clip.Sha256, $"What plays of {title}"));
            if (rights?.Permission?.FileId is { } letter)
                needed.Add((letter, $"The letter of permission for {title}"));
        }
        return needed;
    }

    /// <summary>Records a permission.</summary>
    public Task<Correction> RecordPermissionAsync(
        string id,
        Permission permission,
        CancellationToken cancel = default
    ) =>
        CorrectAsync(
            id,
            r => r with { Permission = permission },
            Evidence.Of(
                $"Permission of {permission.From}, {permission.On:yyyy-MM-dd}: {permission.Words}",
                "recorded by hand",
                clock.GetUtcNow()
            ),
            cancel: cancel
        );

    /// <summary>What sources said about a photo, the oldest first.</summary>
    public async Task<IReadOnlyList<Evidence>> EvidenceAsync(string id, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        EvidenceRow[] rows = await db
            .Evidence.AsNoTracking()
            .Where(e => e.PhotoId == id)
            .OrderBy(e => e.Id)
            .ToArrayAsync(cancel);
        return [.. rows.Select(r => new Evidence(r.Text, r.Address, r.ReadAt, r.Sha256))];
    }

    private static EvidenceRow Row(string id, Evidence e) =>
        new()
        {
            PhotoId = id,
            Text = e.Text,
            Address = e.Address,
            ReadAt = e.ReadAt,
            Sha256 = e.Sha256,
        };

    private static RightsRow Fill(RightsRow row, RightsRecord rights)
    {
        row.Title = rights.Title;
        row.Maker = rights.Maker;
        row.SourceUrl = rights.SourceUrl;
        row.Collection = rights.Collection;
        row.LicenceLabel = rights.Licence?.Label ?? "";
        row.Record = JsonSerializer.Serialize(rights, DeckJson.Options);
        return row;
    }
}
