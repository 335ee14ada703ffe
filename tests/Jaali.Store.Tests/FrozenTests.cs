using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>A database of the first format, written by the version that had it and never touched since, with every
/// kind of edit in its log.</summary>
public sealed class FrozenTests : IDisposable
{
    private readonly ScratchFolder _folder = new();
    private readonly DeckStore _store;
    private readonly PhotoStore _photos;
    private readonly JsonNode _told = JsonNode.Parse(File.ReadAllText(Frozen("decks.json")))!;

    public FrozenTests()
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

    private static string Frozen(string name) => Outside.File("tests", "frozen", "format-1", name);

    private sealed class Databases(string folder) : IDbContextFactory<JaaliDb>
    {
        public JaaliDb CreateDbContext() => new(JaaliDb.Options(folder));
    }

    private sealed class Facts(PhotoStore photos) : IEditFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.NewGuid();
    }

    /// <summary>What a deck says, in the words of format 1.</summary>
    private static JsonObject Said(Deck deck)
    {
        JsonObject told = JsonSerializer.SerializeToNode(deck, DeckJson.Options)!.AsObject();
        var slides = new JsonArray();
        foreach (Slide s in deck.Slides)
        {
            Frame? frame = s.Items.OfType<Frame>().SingleOrDefault();
            slides.Add(
                new JsonObject
                {
                    ["id"] = s.Id.ToString(),
                    ["kind"] = JsonSerializer.SerializeToNode(s.Kind, DeckJson.Options),
                    ["pointId"] = s.Kind == SlideKind.Title ? null : s.PointId?.ToString(),
                    ["ground"] = frame is null
                        ? null
                        : new JsonObject
                        {
                            ["id"] = frame.Id.ToString(),
                            ["photoId"] = frame.PhotoId,
                            ["rect"] = JsonSerializer.SerializeToNode(frame.At.Rect, DeckJson.Options),
                            ["crop"] = JsonSerializer.SerializeToNode(frame.Crop, DeckJson.Options),
                            ["mask"] = JsonSerializer.SerializeToNode(frame.Mask, DeckJson.Options),
                            ["turn"] = frame.Straighten,
                            ["tone"] = JsonSerializer.SerializeToNode(frame.Tone, DeckJson.Options),
                            ["covers"] = CoversOf(
                                frame.Hidden.Select(c => new CropWindow(
                                    (c.Part.X - frame.Crop.X) / frame.Crop.Width,
                                    (c.Part.Y - frame.Crop.Y) / frame.Crop.Height,
                                    c.Part.Width / frame.Crop.Width,
                                    c.Part.Height / frame.Crop.Height
                                )),
                                frame.Straighten
                            ),
                            ["creditSpot"] = JsonSerializer.SerializeToNode(frame.CreditSpot, DeckJson.Options),
                        },
                    ["words"] = new JsonArray([
                        .. s
                            .Items.OfType<Words>()
                            .Select(w => new JsonObject
                            {
                                ["id"] = w.Id.ToString(),
                                ["role"] = JsonSerializer.SerializeToNode(w.Role, DeckJson.Options),
                                ["source"] = JsonSerializer.SerializeToNode(w.Source, DeckJson.Options),
                                ["spot"] = JsonSerializer.SerializeToNode(w.Spot, DeckJson.Options),
                                ["says"] = w.Say(deck, s),
                            }),
                    ]),
                    ["notes"] = s.Notes,
                    ["seconds"] = s.Seconds,
                }
            );
        }
        return new JsonObject
        {
            ["title"] = deck.Title,
            ["speaker"] = deck.Speaker,
            ["slotMinutes"] = deck.SlotMinutes,
            ["use"] = told["use"]!.DeepClone(),
            ["points"] = told["points"]!.DeepClone(),
            ["slides"] = slides,
        };
    }

    // Covers were fractions of the frame. Where the photo is turned they hide a little more by now, and are counted.
    private static JsonNode CoversOf(IEnumerable<CropWindow> covers, double turn) =>
        turn != 0
            ? covers.Count()
            : string.Join(
                "; ",
                covers.Select(c =>
                    string.Create(Culture, $"{c.X:0.0000} {c.Y:0.0000} {c.Width:0.0000} {c.Height:0.0000}")
                )
            );

    private static readonly System.Globalization.CultureInfo Culture = System
        .Globalization
        .CultureInfo
        .InvariantCulture;

    private static void AssertTold(JsonNode told, Deck deck)
    {
        var expected = (JsonObject)told.DeepClone();
        expected.Remove("shape");
        expected["points"] = EarlierNames.Upgrade(expected["points"]);
        foreach (JsonNode? slide in expected["slides"]!.AsArray())
        {
            slide!.AsObject().Remove("label");
            if (slide["ground"] is JsonObject ground)
                ground["covers"] = CoversOf(
                    (ground["covers"] as JsonArray ?? []).Select(c => c.Deserialize<CropWindow>(DeckJson.Options)),
                    (double)ground["turn"]!
                );
        }
        Assert.True(
            JsonNode.DeepEquals(expected, Said(deck)),
            $"expected {expected.ToJsonString()}\nfound {Said(deck).ToJsonString()}"
        );
    }

    [Fact]
    public async Task Every_deck_opens_and_says_what_it_said()
    {
        Assert.Equal(3, (await _store.ListAsync()).Count);
        foreach ((string id, JsonNode? told) in _told["decks"]!.AsObject())
        {
            Deck deck = (await _store.LoadAsync(Guid.Parse(id)))!.Deck;
            AssertTold(told!, deck);
            // What filled its slide is its ground; what was shown whole is a frame.
            foreach (Frame f in deck.Slides.SelectMany(s => s.Items).OfType<Frame>())
                Assert.Equal(f.At.Rect == deck.Shape.Bounds(), f.At.IsGround);
            Assert.Equal(id, deck.Id.ToString());
        }
        await using var db = new JaaliDb(JaaliDb.Options(_folder.Path));
        Assert.Equal(12, await db.Placements.CountAsync());
    }

    /// <summary>Undo reaches back through edits that the first version made, to the empty deck, and every state on
    /// the way is what it was.</summary>
    [Fact]
    public async Task Its_whole_history_is_taken_back_and_done_again()
    {
        var id = Guid.Parse((string)_told["edited"]!);
        JsonArray states = _told["states"]!.AsArray();
        StoredDeck now = (await _store.LoadAsync(id))!;
        var history = new History(await _store.LogAsync(id));
        async Task StepAsync(EditDirection way, HistoryStep step)
        {
            Restore restore = await _store.InverseAsync(now.Deck, step.Revision!.Value);
            EditOutcome outcome = DeckEditor.Apply(now.Deck, restore, new Facts(_photos));
            var edited = Assert.IsType<Edited>(outcome);
            var save = new EditToSave(way, "someone", step.Revision, restore, edited);
            Assert.True(await _store.SaveAsync(now.Revision, save));
            now = new StoredDeck(edited.Deck, now.Revision + 1);
            history.Add(new(now.Revision, way, "someone", step.Revision, edited.Touched));
        }
        // The last edit had been taken back; 35 are left.
        for (int i = states.Count - 2; i >= 0; i--)
        {
            AssertTold(states[i]!, now.Deck);
            if (i > 0)
                await StepAsync(EditDirection.Undo, history.Undo("someone"));
        }
        Assert.Equal("nothing-to-undo", history.Undo("someone").Refusal!.Code);
        for (int i = 1; i < states.Count - 1; i++)
        {
            await StepAsync(EditDirection.Redo, history.Redo("someone"));
            AssertTold(states[i]!, now.Deck);
        }
        // And what was saved on the way is what is read.
        StoredDeck read = (await _store.LoadAsync(id))!;
        Assert.Equal(now.Revision, read.Revision);
        AssertTold(states[^2]!, read.Deck);
    }

    [Fact]
    public async Task Every_command_of_its_log_can_still_be_read()
    {
        await using var db = new JaaliDb(JaaliDb.Options(_folder.Path));
        CommandRow[] rows = await db.Commands.AsNoTracking().ToArrayAsync();
        Assert.Equal(90, rows.Length);
        HashSet<Type> kinds = [];
        foreach (CommandRow row in rows)
        {
            Assert.Equal(1, row.Format);
            Deck deck = (await _store.LoadAsync(row.DeckId))!.Deck;
            kinds.Add(StoredCommands.Read(row.Command, row.Format, deck).GetType());
            Assert.IsType<Restore>(StoredCommands.Read(row.Inverse, row.Format, deck));
        }
        // Those of today that format 1 had no command for.
        Type[] later =
        [
            typeof(ShowFact),
            typeof(AddCue),
            typeof(EditCue),
            typeof(MoveCue),
            typeof(RemoveCue),
            typeof(SequencePhotos),
            typeof(ChangeGround),
            typeof(CarryItem),
            typeof(SetLink),
            typeof(AddRunThrough),
            typeof(RemoveRunThrough),
            typeof(ApplyRunThrough),
            typeof(SetSpeakingRate),
            typeof(PlaceItem),
            typeof(OrderItem),
            typeof(DuplicateItem),
            typeof(HoldItem),
            typeof(GroupItems),
            typeof(MakeGround),
            typeof(OrderSlides),
            typeof(ArrangeItems),
            typeof(AlignItems),
            typeof(SetShape),
            typeof(SetGrid),
            typeof(SetSlideGrid),
            typeof(EditItems),
            typeof(MoveItems),
            typeof(SwapItems),
            typeof(AddPhotos),
            typeof(SpreadPhotos),
            typeof(PasteItems),
            typeof(RemoveItems),
            typeof(PlaceGrounds),
            typeof(BlendPhotos),
            typeof(SetHouseStyle),
            typeof(SetRoom),
            typeof(SetTextStyle),
            typeof(ReplaceFont),
            typeof(ReplaceWords),
            typeof(ApplyLayout),
            typeof(EvenOut),
            typeof(SetTransition),
            typeof(AddCreditsSlide),
            typeof(SeparatePhoto),
        ];
        Assert.Equal(DeckCommands.All.Count - later.Length, kinds.Count);
        Assert.Throws<FormatException>(() =>
            StoredCommands.Read(rows[0].Command, DeckCommands.Format + 1, Deck.New(Guid.NewGuid()))
        );
    }

    [Fact]
    public void A_later_format_or_an_unknown_kind_is_refused_and_not_guessed()
    {
        SlideRect slide = SlideShape.Wide.Bounds();
        Assert.Throws<FormatException>(() => StoredItems.Read("hologram", 2, "{}", slide));
        Assert.Throws<FormatException>(() =>
            StoredItems.Read("frame", ItemKinds.Named("frame")!.Format + 1, "{}", slide)
        );
        Assert.Throws<JsonException>(() => StoredItems.Read("frame", 2, "{\"crop\":7}", slide));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        _folder.Dispose();
    }
}
