using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Testing;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>Taken photos and what is remembered of them.</summary>
public sealed class PhotoStoreTests : IDisposable
{
    private readonly Opened _store = new();

    public void Dispose() => _store.Dispose();

    private static readonly byte[] Fog = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));

    private static readonly RightsRecord Open = World.Rights(new Licence(LicenceFamily.By, "4.0", ""), "L. Quill");

    private static Evidence Said(string words) => Evidence.Of(words, "http://a.example/", DateTimeOffset.UnixEpoch);

    private static Task<string> Keep(PhotoStore photos, RightsRecord? rights = null, params Evidence[] evidence) =>
        photos.KeepAsync(Fog, PhotoReader.Read(Fog), rights ?? Open, evidence);

    [Fact]
    public async Task A_photo_is_measured_once_and_known_by_its_bytes()
    {
        PhotoStore photos = _store.Photos;
        string id = await Keep(photos);
        Assert.Equal(BlobFolder.NameOf(Fog), id);
        PhotoReading read = PhotoReader.Read(Fog);
        PhotoStore again = _store.Photos;
        PhotoFacts facts = again.Facts(id)!;
        Assert.Equal((read.Width, read.Height, read.Focal), (facts.Width, facts.Height, facts.Focal));
        Assert.Equal(read.Hash, again.HashOf(id));
        Assert.Equal(read.Tones.Rgb, again.Tones(id)!.Rgb);
        Assert.Equal(("jpeg", true), (again.FormatOf(id), again.IsPlain(id)));
        Assert.Equal([id], await again.NamesAsync());
    }

    [Fact]
    public void Of_a_photo_that_is_not_there_nothing_is_known()
    {
        PhotoStore photos = _store.Photos;
        string id = new('0', 64);
        Assert.Null(photos.Facts(id));
        Assert.Null(photos.Tones(id));
        Assert.Null(photos.PreviewOf(id));
        Assert.Null(photos.Bytes(id));
        Assert.Null(photos.HashOf(id));
        Assert.Null(photos.FormatOf(id));
        Assert.False(photos.IsPlain(id));
        Assert.Null(photos.Facts("../photo"));
        Assert.Null(photos.Bytes("../../etc/passwd"));
    }

    [Fact]
    public async Task Taking_it_again_lays_the_records_side_by_side_and_adds_what_is_new_to_the_evidence()
    {
        PhotoStore photos = _store.Photos;
        string id = await Keep(photos, Open, Said("one"));
        RightsRecord other = World.Rights(new Licence(LicenceFamily.ByNc, "2.0", ""), "Somebody");
        Assert.Equal(id, await Keep(photos, other, Said("one"), Said("two")));
        RightsRecord both = _store.Photos.Facts(id)!.Rights;
        Assert.Null(both.Licence);
        Assert.Equal(["licence", "maker"], both.Conflicts!.Select(c => c.Field));
        Assert.Equal(["L. Quill", "Somebody"], both.Conflicts![1].Said.Select(s => s.Value));
        Assert.Equal(["one", "two"], (await photos.EvidenceAsync(id)).Select(e => e.Text));
        // The same once more says nothing new.
        int version = photos.Facts(id)!.Version;
        await Keep(photos, Open, Said("one"));
        Assert.Equal(version, photos.Facts(id)!.Version);
        // What a person decided stays, whatever is found later.
        await photos.CorrectAsync(
            id,
            r => new RecordCorrection(Maker: "L. Quill", Licence: "CC BY 4.0", Settle: true).Of(r).Record!,
            Evidence.Of("asked her", Evidence.ByHand, _store.Clock.Now)
        );
        await Keep(photos, other, Said("three"));
        Assert.Equal("CC BY 4.0", photos.Facts(id)!.Rights.Licence!.Label);
        Assert.Null(photos.Facts(id)!.Rights.Conflicts);
    }

    /// <summary>What is remembered of a record goes when the record is corrected, in this store and after a
    /// restart; the version tells others.</summary>
    [Fact]
    public async Task A_correction_is_seen_at_once_and_what_was_said_before_stays()
    {
        PhotoStore photos = _store.Photos;
        string id = await Keep(photos, Open, Said("CC BY 4.0"));
        Assert.Equal("L. Quill", photos.Facts(id)!.Rights.Maker);
        long before = photos.RecordsVersion;
        Assert.Equal(
            Correction.Done,
            await photos.CorrectAsync(id, r => r with { Maker = "Lena Quill" }, Said("asked her"))
        );
        Assert.Equal("Lena Quill", photos.Facts(id)!.Rights.Maker);
        Assert.Equal("Lena Quill", _store.Photos.Facts(id)!.Rights.Maker);
        Assert.NotEqual(before, photos.RecordsVersion);
        Assert.Equal(["CC BY 4.0", "asked her"], (await photos.EvidenceAsync(id)).Select(e => e.Text));
        Assert.Equal(Correction.NoPhoto, await photos.CorrectAsync(new string('0', 64), r => r, Said("nobody")));
        Assert.Equal(2, _store.Rows("Evidence"));
    }

    [Fact]
    public async Task Permissions_are_part_of_the_record_and_of_the_evidence()
    {
        PhotoStore photos = _store.Photos;
        string id = await Keep(photos, World.Rights(new Licence(LicenceFamily.AllRightsReserved, "", "")));
        Assert.NotNull(PlacementRule.WhyNot(photos.Facts(id)!.Rights));
        var given = new Permission("T. Oar", new DateOnly(2026, 3, 1), "for the evening talk");
        Assert.Equal(Correction.Done, await photos.RecordPermissionAsync(id, given));
        Assert.Equal(given, _store.Photos.Facts(id)!.Rights.Permission);
        Assert.Null(PlacementRule.WhyNot(photos.Facts(id)!.Rights));
        Evidence said = (await photos.EvidenceAsync(id)).Single();
        Assert.Equal("Permission of T. Oar, 2026-03-01: for the evening talk", said.Text);
        Assert.Equal(_store.Clock.Now, said.ReadAt);
        Assert.Equal(Correction.NoPhoto, await photos.RecordPermissionAsync(new string('0', 64), given));
    }

    [Fact]
    public async Task A_tiny_preview_is_made_for_photos_of_before_and_kept()
    {
        PhotoStore photos = _store.Photos;
        string id = await Keep(photos);
        byte[] made = photos.PreviewOf(id)!;
        Assert.Equal("RIFF"u8, made.AsSpan(0, 4));
        Assert.InRange(made.Length, 20, 1200);
        await using (JaaliDb db = _store.CreateDbContext())
            await db.Photos.ExecuteUpdateAsync(u => u.SetProperty(p => p.Preview, (byte[]?)null));
        Assert.Equal(made, _store.Photos.PreviewOf(id));
        await using (JaaliDb db = _store.CreateDbContext())
            Assert.Equal(made, (await db.Photos.SingleAsync()).Preview);
    }

    [Fact]
    public async Task A_photo_whose_colours_are_lost_is_still_there_without_them()
    {
        string id = await Keep(_store.Photos);
        string colours = BlobFolder.NameOf(PhotoReader.Read(Fog).Tones.Rgb);
        File.Delete(Path.Combine(_store.BlobPath, colours[..2], colours));
        await using (JaaliDb db = _store.CreateDbContext())
            await db.Photos.ExecuteUpdateAsync(u => u.SetProperty(p => p.Preview, (byte[]?)null));
        PhotoStore photos = _store.Photos;
        Assert.Null(photos.Tones(id));
        Assert.Null(photos.PreviewOf(id));
        Assert.Equal(Fog, photos.Bytes(id));
        Assert.NotNull(photos.Facts(id));
    }

    [Fact]
    public void Half_a_file_never_has_a_name_and_what_a_crash_left_is_cleared()
    {
        BlobFolder blobs = _store.Blobs;
        string left = Path.Combine(_store.BlobPath, "tmp", "half");
        File.WriteAllText(left, "half a photo");
        string name = _store.Blobs.Put("whole"u8);
        Assert.False(File.Exists(left));
        Assert.Equal("whole"u8.ToArray(), blobs.Get(name));
        Assert.Equal(name, blobs.Put("whole"u8));
        Assert.True(blobs.Has(name));
        Assert.Empty(blobs.Damaged());
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(_store.BlobPath, "tmp")));
    }

    [Theory]
    [InlineData("")]
    [InlineData("..")]
    [InlineData("ABCDEF")]
    [InlineData("../../../../../../../../../../../../../../../../../etc/passwd")]
    [InlineData("ZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZZ")]
    [InlineData("0000000000000000000000000000000000000000000000000000000000000000/")]
    public void Only_a_hash_is_a_name(string name)
    {
        Assert.False(BlobFolder.IsName(name));
        Assert.Null(_store.Blobs.Get(name));
        Assert.False(_store.Blobs.Has(name));
    }
}
