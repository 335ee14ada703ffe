using System.Collections.Concurrent;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>Taken photos: bytes, measurements, rights and evidence. Facts are remembered, for scenes ask for them
/// often.</summary>
public sealed class PhotoStore(IDbContextFactory<JaaliDb> databases, BlobFolder blobs, TimeProvider clock)
{
    private const int MostTones = 400;
    private readonly ConcurrentDictionary<string, PhotoFacts> _facts = new();
    private readonly ConcurrentDictionary<string, ToneMap> _tones = new();
    private readonly ConcurrentDictionary<string, byte[]> _previews = new();
    private long _records;

    /// <summary>Keeps a photo with its record; the bytes come first, the rows only when they are safe. A photo that
    /// is there keeps its record, and the evidence is added.</summary>
    /// <returns>The photo's SHA-256.</returns>
    public async Task<string> KeepAsync(
        byte[] bytes,
        PhotoReading reading,
        RightsRecord rights,
        IEnumerable<Evidence> evidence,
        CancellationToken cancel = default
    )
    {
        string id = blobs.Put(bytes),
            tones = blobs.Put(reading.Tones.Rgb);
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
                }
            );
            db.Rights.Add(Fill(new RightsRow { PhotoId = id }, rights));
        }
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
        return id;
    }

    /// <summary>Grows with every record that is corrected: what was made of records before it may be out of
    /// date.</summary>
    public long RecordsVersion => Interlocked.Read(ref _records);

    /// <summary>What the rules need of a photo, or null.</summary>
    public PhotoFacts? Facts(string id)
    {
        if (_facts.TryGetValue(id, out PhotoFacts? known))
            return known;
        using JaaliDb db = databases.CreateDbContext();
        var row = (
            from p in db.Photos.AsNoTracking()
            join r in db.Rights.AsNoTracking() on p.Id equals r.PhotoId
            where p.Id == id
            select new { Photo = p, r.Record }
        ).FirstOrDefault();
        if (row is null)
            return null;
        RightsRecord rights = JsonSerializer.Deserialize<RightsRecord>(row.Record, DeckJson.Options)!;
        return _facts[id] = new PhotoFacts(
            id,
            row.Photo.Width,
            row.Photo.Height,
            new PhotoPoint(row.Photo.FocalX, row.Photo.FocalY),
            rights
        );
    }

    /// <summary>The colours of a photo, or null.</summary>
    public ToneMap? Tones(string id)
    {
        if (_tones.TryGetValue(id, out ToneMap? known))
            return known;
        using JaaliDb db = databases.CreateDbContext();
        var row = db
            .Photos.AsNoTracking()
            .Where(p => p.Id == id)
            .Select(p => new
            {
                p.ToneWidth,
                p.ToneHeight,
                p.ToneBlob,
            })
            .FirstOrDefault();
        if (row is null || blobs.Get(row.ToneBlob) is not { } rgb || rgb.Length != row.ToneWidth * row.ToneHeight * 3)
            return null;
        if (_tones.Count >= MostTones)
            _tones.Clear();
        return _tones[id] = new ToneMap(row.ToneWidth, row.ToneHeight, rgb);
    }

    /// <summary>A tiny WebP of a photo; null where its colours are lost.</summary>
    public byte[]? PreviewOf(string id)
    {
        if (_previews.TryGetValue(id, out byte[]? known))
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
            _previews[id] = made;
        return made;
    }

    /// <summary>The photo's own bytes, or null.</summary>
    public byte[]? Bytes(string id) => blobs.Get(id);

    /// <summary>True for a photo whose own bytes stand upright, whatever reads them.</summary>
    public bool IsUpright(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        return db.Photos.AsNoTracking().Any(p => p.Id == id && p.Orientation == 1);
    }

    /// <summary>True for a JPEG that stands upright: its own bytes are what a browser shows.</summary>
    public bool IsPlainJpeg(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        return db.Photos.AsNoTracking().Any(p => p.Id == id && p.Format == "jpeg" && p.Orientation == 1);
    }

    /// <summary>The format of a photo's bytes: "jpeg", "png" or "webp"; null where there is no such photo.</summary>
    public string? FormatOf(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        return db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => p.Format).FirstOrDefault();
    }

    /// <summary>
    /// Puts a corrected record in place of the one that is there and adds what it rests on; what sources said before
    /// stays among the evidence. False where there is no such photo.
    /// </summary>
    public async Task<bool> CorrectAsync(
        string id,
        Func<RightsRecord, RightsRecord> correct,
        Evidence reason,
        CancellationToken cancel = default
    )
    {
        if (Facts(id) is not { } facts)
            return false;
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        RightsRow row = await db.Rights.SingleAsync(r => r.PhotoId == id, cancel);
        RightsRecord rights = correct(facts.Rights);
        Fill(row, rights);
        db.Evidence.Add(Row(id, reason));
        await db.SaveChangesAsync(cancel);
        _facts[id] = facts with { Rights = rights };
        Interlocked.Increment(ref _records);
        return true;
    }

    /// <summary>Perceptual hash of a photo, or null.</summary>
    public ulong? HashOf(string id)
    {
        using JaaliDb db = databases.CreateDbContext();
        long? hash = db.Photos.AsNoTracking().Where(p => p.Id == id).Select(p => (long?)p.Hash).FirstOrDefault();
        return hash is { } h ? unchecked((ulong)h) : null;
    }

    /// <summary>Names of all photos, for checking the store.</summary>
    public async Task<IReadOnlyList<string>> NamesAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Photos.AsNoTracking().Select(p => p.Id).ToArrayAsync(cancel);
    }

    /// <summary>Records a permission; false where there is no such photo.</summary>
    public Task<bool> RecordPermissionAsync(string id, Permission permission, CancellationToken cancel = default) =>
        CorrectAsync(
            id,
            r => r with { Permission = permission },
            Evidence.Of(
                $"Permission of {permission.From}, {permission.On:yyyy-MM-dd}: {permission.Words}",
                "recorded by hand",
                clock.GetUtcNow()
            ),
            cancel
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
