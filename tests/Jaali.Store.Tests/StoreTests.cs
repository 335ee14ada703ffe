using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Imaging;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

public sealed class StoreTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly World _world = new();

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private DeckStore Open()
    {
        SqliteConnection.ClearAllPools();
        StoreFolder.Prepare(_folder.Path).Dispose();
        return new DeckStore(new Databases(_folder.Path), TimeProvider.System);
    }

    private static string Json(Deck d) => System.Text.Json.JsonSerializer.Serialize(d, DeckJson.Options);

    [Fact]
    public async Task Edits_undo_and_redo_survive_a_restart()
    {
        DeckStore store = Open();
        Deck first = _world.Deck(3);
        await store.CreateAsync(first);
        Edited a = _world.Do(first, new SetTitle("Holding the shore")),
            b = _world.Do(a.Deck, new RemoveSlide(first.Slides[1].Id));
        Assert.True(await store.SaveAsync(0, EditToSave.Do(new SetTitle("x"), a)));
        Assert.True(await store.SaveAsync(1, EditToSave.Do(new RemoveSlide(first.Slides[1].Id), b)));

        store = Open();
        StoredDeck loaded = (await store.LoadAsync(first.Id))!;
        Assert.Equal((2, Json(b.Deck)), (loaded.Revision, Json(loaded.Deck)));
        var history = new History(await store.LogAsync(first.Id));
        Assert.Equal("nothing-to-redo", history.Redo("").Refusal!.Code);
        int last = history.Undo("").Revision!.Value;
        Restore undo = await store.InverseAsync(loaded.Deck, last);
        Edited back = _world.Do(loaded.Deck, undo);
        Assert.Equal(Json(a.Deck), Json(back.Deck));
        Assert.True(await store.SaveAsync(2, new EditToSave(EditDirection.Undo, "", last, undo, back)));

        store = Open();
        history = new History(await store.LogAsync(first.Id));
        loaded = (await store.LoadAsync(first.Id))!;
        async Task<string> After(HistoryStep step) =>
            Json(_world.Do(loaded.Deck, await store.InverseAsync(loaded.Deck, step.Revision!.Value)).Deck);
        Assert.Equal(Json(b.Deck), await After(history.Redo("")));
        Assert.Equal(Json(first), await After(history.Undo("")));
    }

    [Fact]
    public async Task What_was_harvested_is_searched_replaced_and_deleted()
    {
        Open();
        var found = new FoundStore(new Databases(_folder.Path), TimeProvider.System);
        var collections = new CollectionStore(new Databases(_folder.Path), TimeProvider.System);
        await collections.PutAsync(
            new CollectionRow
            {
                Id = "arc",
                Name = "Archive",
                Protocol = "OaiPmh",
                Address = "http://a.example/",
            }
        );
        Candidate Sheet(string id, string title, params string[] tags)
        {
            var whole = new Rendition($"http://a.example/{id}.jpg", 1500, 1000);
            return new Candidate(
                id,
                "arc",
                whole,
                [whole],
                World.Rights(new Licence(LicenceFamily.By, "4.0", "")) with
                {
                    Title = title,
                },
                tags,
                Evidence.Of(id, "http://a.example/", DateTimeOffset.UnixEpoch)
            );
        }
        async Task<string[]> Search(string words) =>
            [.. (await found.SearchAsync("arc", words, 0, 10)).Found.Select(f => f.Candidate.Id).Order()];
        await found.HarvestAsync(
            "arc",
            [
                (Sheet("1", "Dunes at Brae"), "seen from the ferry"),
                (Sheet("2", "Fog", "dune", "ridge"), ""),
                (Sheet("3", "Söuth bar"), "dune in the rain"),
            ],
            [],
            m => (m.ResumptionToken, m.HarvestFrom) = ("next", "")
        );
        Assert.Equal(["1", "2", "3"], await Search("dune"));
        // All words in the title come first, then subjects, then the rest; a page goes on where the last one ended.
        (IReadOnlyList<FoundCandidate> one, bool more) = await found.SearchAsync("arc", "dune", 0, 2);
        Assert.Equal(["1", "2"], one.Select(f => f.Candidate.Id));
        Assert.True(more);
        (IReadOnlyList<FoundCandidate> two, more) = await found.SearchAsync("arc", "dune", 2, 2);
        Assert.Equal("3", two.Single().Candidate.Id);
        Assert.False(more);
        Assert.Equal(["3"], await Search("south"));
        Assert.Equal(["1"], await Search("dunes ferry"));
        Assert.Empty(await Search("dune\" OR \"x"));
        Assert.Empty(await Search("* ( AND"));
        Assert.Equal("next", (await collections.ListAsync())[0].ResumptionToken);
        await found.LookedAsync("arc", "2", new ThumbnailMetrics(0xF0F0, 100, 80, .5, .2));
        await found.HarvestAsync(
            "arc",
            [(Sheet("2", "Mist", "ridge"), "")],
            ["1"],
            m => (m.ResumptionToken, m.HarvestFrom) = ("", "2025-02-02")
        );
        Assert.Equal(["3"], await Search("dune"));
        Assert.Equal(["2"], await Search("mist"));
        Assert.Equal("2025-02-02", (await collections.ListAsync())[0].HarvestFrom);
        // The look outlives the replacement, and the picture is found by it.
        Assert.Equal(0xF0F0UL, (await found.FindAsync("arc", "2"))!.Look!.Hash);
        Assert.Equal(["2"], (await found.AlikeAsync(0xF0F1)).Select(a => a.Candidate.Id));
        Assert.Empty(await found.AlikeAsync(0x0F0F_FFFF_0000));
        await found.ForgetAsync("arc");
        Assert.Empty(await Search("mist"));
    }

    [Fact]
    public async Task An_edit_on_an_old_revision_is_not_saved()
    {
        DeckStore store = Open();
        Deck deck = _world.Deck(2);
        await store.CreateAsync(deck);
        Edited one = _world.Do(deck, new SetTitle("One")),
            two = _world.Do(deck, new SetTitle("Two"));
        Assert.True(await store.SaveAsync(0, EditToSave.Do(new SetTitle("One"), one)));
        Assert.False(await store.SaveAsync(0, EditToSave.Do(new SetTitle("Two"), two)));
        Assert.Equal("One", (await store.LoadAsync(deck.Id))!.Deck.Title);
        Assert.Contains(new PartKey(PartKind.Title), await store.TouchedSinceAsync(deck.Id, 0));
    }

    [Fact]
    public async Task A_photo_keeps_its_bytes_record_and_evidence_and_damage_is_found()
    {
        DeckStore decks = Open();
        var blobs = new BlobFolder(_folder.File("blobs"));
        var photos = new PhotoStore(new Databases(_folder.Path), blobs, TimeProvider.System);
        byte[] bytes = File.ReadAllBytes(Outside.Photo("fog-empty.jpg"));
        RightsRecord rights = World.Rights(new Licence(LicenceFamily.ByNc, "2.0", ""), "L. Quill", "Nothing to see");
        string id = await photos.KeepAsync(
            bytes,
            PhotoReader.Read(bytes),
            rights,
            [Evidence.Of("said", "http://a", DateTimeOffset.UnixEpoch)]
        );
        Assert.Equal(
            id,
            await photos.KeepAsync(
                bytes,
                PhotoReader.Read(bytes),
                rights,
                [
                    Evidence.Of("said", "http://a", DateTimeOffset.UnixEpoch),
                    Evidence.Of("said more", "http://a", DateTimeOffset.UnixEpoch),
                ]
            )
        );
        var again = new PhotoStore(new Databases(_folder.Path), blobs, TimeProvider.System);
        Assert.Equal(rights, again.Facts(id)!.Rights);
        Assert.Equal(bytes, again.Bytes(id));
        Assert.Equal(["said", "said more"], (await again.EvidenceAsync(id)).Select(e => e.Text));
        Assert.Empty(blobs.Damaged());
        string path = Path.Combine(_folder.File("blobs"), id[..2], id);
        File.WriteAllBytes(path, bytes[..100]);
        Assert.Equal([id], blobs.Damaged());
        Assert.Null(blobs.Get("../../etc/passwd"));
        Assert.Empty(await decks.ListAsync());
    }

    [Fact]
    public void A_folder_that_cannot_be_used_is_refused_in_words()
    {
        string file = _folder.File("taken");
        File.WriteAllText(file, "");
        Assert.Contains(
            "cannot be used",
            Assert.Throws<StoreException>(() => StoreFolder.Prepare(file)).Message,
            StringComparison.Ordinal
        );
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
