using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>A database of the third format, written by the version that had it with nearly every kind of command in its
/// log, and its talks as documents of version 1: names have changed since, and nothing else.</summary>
public sealed class FrozenNamesTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly DeckStore _store;
    private readonly PhotoStore _photos;
    private readonly JsonNode _told = JsonNode.Parse(File.ReadAllText(Frozen("decks.json")))!;

    public FrozenNamesTests()
    {
        File.Copy(Frozen("jaali.db"), _folder.File("jaali.db"));
        StoreFolder.Prepare(_folder.Path).Dispose();
        _store = new DeckStore(new Databases(_folder.Path), TimeProvider.System);
        _photos = new PhotoStore(
            new Databases(_folder.Path),
            new BlobFolder(_folder.File("blobs")),
            TimeProvider.System
        );
    }

    private static string Frozen(string name) => Outside.File("tests", "frozen", "format-3", name);

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private sealed class Facts(PhotoStore photos) : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.NewGuid();
    }

    private static string Json(Deck deck) => TalkJson.Write(deck).ToJsonString();

    // Every value of a document in order, under no name: what a change of names leaves alone.
    private static IEnumerable<string> Values(JsonNode? node) =>
        node switch
        {
            JsonObject members => members
                .Where(m => m.Key is not ("version" or "format"))
                .SelectMany(m => Values(m.Value)),
            JsonArray list => list.SelectMany(Values),
            null => [],
            _ => [node.ToJsonString()],
        };

    [Fact]
    public async Task Every_deck_is_what_its_document_said()
    {
        int decks = 0;
        foreach ((string id, JsonNode? told) in _told["decks"]!.AsObject())
        {
            Deck deck = (await _store.LoadAsync(Guid.Parse(id)))!.Deck;
            Assert.Equal(Json(TalkJson.Read(told)), Json(deck));
            // Not one value was lost on the way.
            Assert.Equal(
                Values(told).Order(StringComparer.Ordinal),
                Values(TalkJson.Write(deck)).Order(StringComparer.Ordinal)
            );
            decks++;
        }
        Assert.Equal(2, decks);
        await using var db = new JaaliDb(JaaliDb.Options(_folder.Path));
        Assert.Equal(51, await db.Items.CountAsync());
        Assert.Equal(
            "Marram",
            (await new StyleStore(new Databases(_folder.Path), TimeProvider.System).HouseStylesAsync()).Single().Name
        );
    }

    [Fact]
    public async Task Every_command_is_read_and_all_edits_are_taken_back_through_every_state()
    {
        var id = Guid.Parse((string)_told["edited"]!);
        StoredDeck now = (await _store.LoadAsync(id))!;
        JsonObject states = _told["states"]!.AsObject();
        HashSet<string> kinds = [];
        int compared = 0;
        await using var db = new JaaliDb(JaaliDb.Options(_folder.Path));
        Dictionary<int, CommandRow> rows = await db.Commands.AsNoTracking().ToDictionaryAsync(c => c.Revision);
        foreach (LoggedEdit edit in (await _store.LogAsync(id)).Reverse())
        {
            if (states[edit.Revision.ToString(System.Globalization.CultureInfo.InvariantCulture)] is { } said)
            {
                Assert.Equal(Json(TalkJson.Read(said)), Json(now.Deck));
                compared++;
            }
            CommandRow row = rows[edit.Revision];
            Assert.Equal(3, row.Format);
            kinds.Add(StoredCommands.Read(row.Command, row.Format, now.Deck).GetType().Name);
            Restore restore = await _store.InverseAsync(now.Deck, edit.Revision);
            Assert.NotEqual("", await _store.UndoLabelAsync(now.Deck, edit.Revision));
            Assert.Equal(edit.Touched.Order(), restore.Parts.Keys.Order());
            var edited = Assert.IsType<Edited>(DeckEditor.Apply(now.Deck, restore, new Facts(_photos)));
            now = now with { Deck = edited.Deck };
        }
        Assert.Equal(Json(TalkJson.Read(states["0"])), Json(now.Deck));
        // All kinds there were but two; what came later is not in it.
        Type[] later = [typeof(AddCreditsSlide), typeof(SeparatePhoto), typeof(ShowFact), typeof(EvenOut)];
        Assert.Equal(DeckCommands.All.Count - later.Length - 2, kinds.Count);
        Assert.True(compared > 15, $"{compared} states");
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
