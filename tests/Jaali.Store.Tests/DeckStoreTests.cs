using System.Text.Json;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Rights;
using Jaali.Testing;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store.Tests;

/// <summary>Decks as rows: what an edit touches is written and nothing else, and what is read is what was
/// saved.</summary>
public sealed class DeckStoreTests : IDisposable
{
    private readonly Opened _store = new();
    private readonly World _world = new();

    public void Dispose() => _store.Dispose();

    private static string Json(Deck deck) => JsonSerializer.Serialize(deck, DeckJson.Options);

    // Placements point at photos that are kept.
    private void Known(params string[] photos)
    {
        using JaaliDb db = _store.CreateDbContext();
        foreach (string id in photos)
        {
            _world.Add(id);
            db.Photos.Add(
                new PhotoRow
                {
                    Id = id,
                    Format = "jpeg",
                    Width = 1920,
                    Height = 1280,
                    ToneBlob = "none",
                }
            );
        }
        db.SaveChanges();
    }

    private async Task<Deck> Saved(Deck deck, int from, DeckCommand command, string author = "")
    {
        Edited edited = _world.Do(deck, command);
        Assert.True(
            await _store.Decks.SaveAsync(from, new EditToSave(EditDirection.Do, author, null, command, edited))
        );
        return edited.Deck;
    }

    private async Task<Deck> Read(Guid id) => (await _store.Decks.LoadAsync(id))!.Deck;

    [Fact]
    public async Task A_deck_with_items_of_every_kind_is_read_as_it_was_saved()
    {
        Known("a", "b");
        Deck deck = _world.Deck(3);
        foreach (ItemExample example in ItemKinds.All.SelectMany(k => k.Examples("a")))
            deck = _world.Do(deck, new AddItem(deck.Slides[1].Id, example.Made)).Deck;
        deck = _world.Do(deck, new AddToShortlist(deck.Points[1].Id, "b")).Deck;
        deck = _world.Do(deck, new SetNotes(deck.Slides[1].Id, "Say „low water“ — pause… 𝄞")).Deck;
        deck = _world.Do(deck, new SetCreditStyle(CreditPlace.EndOnly, true, "de")).Deck;
        await _store.Decks.CreateAsync(deck);
        Assert.Equal(Json(deck), Json(await Read(deck.Id)));
        Assert.Equal(deck.Slides.Sum(s => s.Items.Count), _store.Rows("Items"));
    }

    /// <summary>After any run of commands the rows say what the deck says, with none too many.</summary>
    [Fact]
    public async Task After_any_run_of_edits_the_rows_are_the_deck()
    {
        Known("a", "b", "c");
        var random = new Random(7);
        for (int run = 0; run < 6; run++)
        {
            Deck deck = _world.Deck(3);
            await _store.Decks.CreateAsync(deck);
            int revision = 0;
            for (int step = 0; step < 25; step++)
            {
                Slide slide = deck.Slides[random.Next(deck.Slides.Count)];
                Guid item = slide.Items.Count > 0 ? slide.Items[random.Next(slide.Items.Count)].Id : Guid.Empty;
                string photo = new[] { "a", "b", "c" }[random.Next(3)];
                DeckCommand command = random.Next(12) switch
                {
                    0 => new SetTitle("Title " + step),
                    1 => new AddSlide(slide.Id),
                    2 => new RemoveSlide(slide.Id),
                    3 => new PlaceGround(slide.Id, photo),
                    4 => new AddItem(slide.Id, ItemKinds.All[random.Next(ItemKinds.All.Count)].Examples(photo)[0].Made),
                    5 => new RemoveItem(slide.Id, item),
                    6 => new DuplicateSlide(slide.Id),
                    7 => new OrderItem(slide.Id, item, random.Next(4)),
                    8 => new AddToShortlist(deck.Points[random.Next(deck.Points.Count)].Id, photo),
                    9 => new ReplacePhoto(photo, "a"),
                    10 => new MoveSlide(slide.Id, random.Next(5)),
                    _ => new SetNotes(slide.Id, "note " + step),
                };
                if (DeckEditor.Apply(deck, command, _world) is not Edited edited)
                    continue;
                Assert.True(await _store.Decks.SaveAsync(revision++, EditToSave.Do(command, edited)));
                deck = edited.Deck;
            }
            Assert.Equal(Json(deck), Json(await Read(deck.Id)));
            Assert.Equal(revision, (await _store.Decks.LoadAsync(deck.Id))!.Revision);
            Assert.Equal(deck.Slides.Count, _store.Rows($"Slides WHERE DeckId = '{Key(deck.Id)}'"));
            Assert.Equal(deck.Slides.Sum(s => s.Items.Count), _store.Rows($"Items WHERE DeckId = '{Key(deck.Id)}'"));
            Assert.Equal(
                deck.Slides.Sum(s => s.Items.OfType<Frame>().Count()),
                _store.Rows($"Placements WHERE DeckId = '{Key(deck.Id)}'")
            );
            Assert.Equal(revision, _store.Rows($"Commands WHERE DeckId = '{Key(deck.Id)}'"));
        }
    }

    private static string Key(Guid id) => id.ToString().ToUpperInvariant();

    [Fact]
    public async Task Only_the_rows_of_the_touched_parts_are_written()
    {
        Deck deck = _world.Deck(3);
        await _store.Decks.CreateAsync(deck);
        Slide slide = deck.Slides[1];
        deck = await Saved(deck, 0, new AddItem(slide.Id, ItemKinds.All[1].Examples("")[0].Made));
        // Whoever writes a row that the edit did not touch takes this mark away.
        await using (JaaliDb db = _store.CreateDbContext())
        {
            await db.Slides.ExecuteUpdateAsync(u => u.SetProperty(s => s.Notes, "untouched"));
            await db.Points.ExecuteUpdateAsync(u => u.SetProperty(p => p.Wording, "untouched"));
        }
        Guid item = deck.Slide(slide.Id)!.Items[^1].Id;
        deck = await Saved(deck, 1, new PlaceItem(slide.Id, item, new SlideRect(10, 20, 300, 200), null));
        deck = await Saved(deck, 2, new SetTitle("Other"));
        deck = await Saved(deck, 3, new SetNotes(deck.Slides[2].Id, "written"));
        Deck read = await Read(deck.Id);
        Assert.All(read.Points, p => Assert.Equal("untouched", p.Wording));
        Assert.Equal(deck.Slides.Select((_, i) => i == 2 ? "written" : "untouched"), read.Slides.Select(s => s.Notes));
        Assert.Equal(new SlideRect(10, 20, 300, 200), read.Slide(slide.Id)!.Item(item)!.At.Rect);
    }

    [Fact]
    public async Task Of_two_who_save_on_the_same_revision_one_is_told_to_look_again()
    {
        Deck deck = _world.Deck(2);
        await _store.Decks.CreateAsync(deck);
        DeckStore one = _store.Decks,
            other = _store.Decks;
        EditToSave[] both =
        [
            EditToSave.Do(new SetTitle("One"), _world.Do(deck, new SetTitle("One"))),
            EditToSave.Do(new SetTitle("Two"), _world.Do(deck, new SetTitle("Two"))),
        ];
        Assert.True(await one.SaveAsync(0, both[0]));
        Assert.False(await other.SaveAsync(0, both[1]));
        Assert.Equal("One", (await Read(deck.Id)).Title);
        Assert.Single(await _store.Decks.LogAsync(deck.Id));
        Assert.False(await one.SaveAsync(5, both[1]));
    }

    [Fact]
    public async Task The_log_says_who_did_what_and_is_asked_from_any_revision_on()
    {
        Deck deck = _world.Deck(2);
        await _store.Decks.CreateAsync(deck);
        Deck one = await Saved(deck, 0, new SetTitle("One"), "ada");
        Deck two = await Saved(one, 1, new SetNotes(one.Slides[0].Id, "x"), "bo");
        Restore inverse = await _store.Decks.InverseAsync(two, 1);
        Edited back = _world.Do(two, inverse);
        Assert.True(await _store.Decks.SaveAsync(2, new EditToSave(EditDirection.Undo, "ada", 1, inverse, back)));
        IReadOnlyList<LoggedEdit> log = await _store.Decks.LogAsync(deck.Id);
        Assert.Equal(
            [(1, EditDirection.Do, "ada"), (2, EditDirection.Do, "bo"), (3, EditDirection.Undo, "ada")],
            log.Select(e => (e.Revision, e.Way, e.Author))
        );
        Assert.Equal([null, null, 1], log.Select(e => e.Of));
        Assert.Equal([new PartKey(PartKind.SlideNotes, one.Slides[0].Id)], log[1].Touched);
        Assert.Equal([3], (await _store.Decks.LogAsync(deck.Id, 2)).Select(e => e.Revision));
        Assert.Equal([new PartKey(PartKind.Title)], await _store.Decks.TouchedSinceAsync(deck.Id, 2));
        Assert.Equal((deck.Title, "x"), ((await Read(deck.Id)).Title, (await Read(deck.Id)).Slides[0].Notes));
    }

    [Fact]
    public async Task A_removed_deck_takes_its_rows_with_it_and_leaves_those_of_others()
    {
        Known("a");
        Deck gone = _world.Deck(2),
            stays = _world.Deck(2);
        gone = _world.Do(gone, new PlaceGround(gone.Slides[1].Id, "a")).Deck;
        stays = _world.Do(stays, new PlaceGround(stays.Slides[1].Id, "a")).Deck;
        await _store.Decks.CreateAsync(gone);
        await _store.Decks.CreateAsync(stays);
        await Saved(gone, 0, new SetTitle("x"));
        await _store.Collections.SearchedAsync(gone.Id, gone.Points[0].Id, "fog");
        Assert.True(await _store.Decks.RemoveAsync(gone.Id));
        Assert.False(await _store.Decks.RemoveAsync(gone.Id));
        Assert.Null(await _store.Decks.LoadAsync(gone.Id));
        Assert.Equal(Json(stays), Json(await Read(stays.Id)));
        foreach (string table in new[] { "Slides", "Points", "Items", "Placements", "Commands", "Searches" })
            Assert.Equal(0, _store.Rows($"{table} WHERE DeckId = '{Key(gone.Id)}'"));
        Assert.Equal(1, _store.Rows("Placements"));
    }

    [Fact]
    public async Task The_list_counts_and_puts_the_latest_changed_first()
    {
        Deck old = _world.Deck(1),
            young = _world.Deck(3);
        await _store.Decks.CreateAsync(old);
        _store.Clock.Now += TimeSpan.FromMinutes(5);
        await _store.Decks.CreateAsync(young);
        IReadOnlyList<DeckLine> list = await _store.Decks.ListAsync();
        Assert.Equal([(young.Id, 3), (old.Id, 1)], list.Select(l => (l.Id, l.Points)));
        Assert.Equal(young.Slides.Count, list[0].Slides);
        _store.Clock.Now += TimeSpan.FromMinutes(5);
        await Saved(old, 0, new SetTitle("Now the newest"));
        list = await _store.Decks.ListAsync();
        Assert.Equal([old.Id, young.Id], list.Select(l => l.Id));
        Assert.Equal(("Now the newest", _store.Clock.Now), (list[0].Title, list[0].ChangedAt));
    }
}
