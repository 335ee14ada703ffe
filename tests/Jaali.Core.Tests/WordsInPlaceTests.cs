using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Ledgers;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Where words stand: at a place, in the calmest free one, under what they belong to; and that they are told
/// of where they trip.</summary>
public sealed class WordsInPlaceTests
{
    private readonly World _world = new();
    private Deck _deck;
    private readonly Guid _slide;

    public WordsInPlaceTests()
    {
        _world.AddSeveral(3);
        _deck = _world.Deck(2);
        _slide = _deck.Slides[1].Id;
        Do(new RemoveItem(_slide, Slide.Items[0].Id));
    }

    private Slide Slide => _deck.Slide(_slide)!;

    private Scene Scene => SceneBuilder.Build(_deck, Slide, _world)[0];

    private void Do(DeckCommand command) => _deck = _world.Do(_deck, command).Deck;

    private Guid Added(ItemEdit item, SlideRect? rect = null, SlidePoint? at = null)
    {
        HashSet<Guid> before = [.. Slide.Items.Select(i => i.Id)];
        Do(new AddItem(_slide, item, rect, at));
        return Slide.Items.Single(i => !before.Contains(i.Id)).Id;
    }

    private ScenePart Part(Guid id) => Scene.Parts.Single(p => p.ItemId == id);

    [Theory]
    [InlineData(300, 200)]
    [InlineData(1700, 900)]
    [InlineData(1919, 1079)]
    [InlineData(-5, -9)]
    public void Words_begin_where_they_are_asked_for_and_stay_on_the_slide(double x, double y)
    {
        Guid id = Added(new WordsEdit("Low water", Role: WordsRole.Body), at: new(x, y));
        SlideRect room = Slide.Item(id)!.At.Rect,
            slide = _deck.Shape.Bounds();
        Assert.True(slide.Holds(room), $"{room}");
        // Where there is room for them they begin just there.
        if (x is > 0 and < 1300 && y is > 0 and < 800)
            Assert.Equal((x, y), (room.X, room.Y));
        Assert.True(slide.Holds(Part(id).Box));
    }

    [Fact]
    public void A_place_to_write_needs_a_role_and_words_need_a_letter()
    {
        Guid id = Added(new WordsEdit(Role: WordsRole.Heading));
        Assert.Equal("", Part(id).Says);
        Assert.Equal(
            "no-words",
            _world.Refuse(_deck, new AddItem(_slide, new WordsEdit(" ", Role: WordsRole.Body))).Code
        );
        Assert.Equal("no-words", _world.Refuse(_deck, new AddItem(_slide, new WordsEdit())).Code);
    }

    [Fact]
    public void Every_further_piece_of_words_finds_a_place_that_is_free()
    {
        Do(new AddItem(_slide, new FrameEdit("p0"), new(700, 300, 520, 420)));
        for (int i = 0; i < 7; i++)
            Added(new WordsEdit($"Words of tide number {i}", Role: i % 2 == 0 ? WordsRole.Heading : WordsRole.Caption));
        Assert.All(
            Scene.Parts.Where(p => p.Reading is not null),
            p => Assert.True(p is { LiesOn: null, AcrossEdge: false }, p.Says)
        );
    }

    [Fact]
    public void A_caption_stands_under_its_photo_follows_it_and_goes_with_it()
    {
        Guid photo = Added(new FrameEdit("p0"), new(200, 150, 600, 400)),
            caption = Added(new WordsEdit("Seen from the ferry", Of: photo));
        var words = (Words)Slide.Item(caption)!;
        Assert.Equal((Spot.Under, WordsRole.Caption, (Guid?)photo), (words.Spot, words.Role, words.Of));
        SlideRect box = Part(caption).Box;
        Assert.Equal(200, box.X, 6);
        Assert.InRange(box.Y, 550, 590);
        foreach ((double dx, double dy) in ((double, double)[])[(300, 40), (-40, -60), (500, 100)])
        {
            SlideRect from = Slide.Item(photo)!.At.Rect,
                before = Part(caption).Box;
            Do(new MoveItems(_slide, [photo, caption], dx, dy));
            SlideRect now = Part(caption).Box;
            Assert.Equal((from.X + dx, before.X + dx, before.Y + dy), (Slide.Item(photo)!.At.Rect.X, now.X, now.Y));
        }
        // Where the slide ends under the photo, it stands within, at the foot.
        Do(new PlaceItem(_slide, photo, new(200, 500, 700, 560)));
        SlideRect within = Part(caption).Box;
        Assert.True(new SlideRect(200, 500, 700, 560).Holds(within), $"{within}");
        // Moved by hand it stays there.
        Do(new PlaceItem(_slide, caption, new(1100, 100, 500, 80)));
        Assert.Equal(Spot.Placed, ((Words)Slide.Item(caption)!).Spot);
        Do(new EditItem(_slide, caption, new WordsEdit(Spot: Spot.Under)));
        Do(new DuplicateSlide(_slide));
        Do(new RemoveItem(_slide, photo));
        Assert.Null(Slide.Item(caption));
        // On the other slide both are still there.
        Assert.Equal(2, _deck.Slides[2].Items.Count(i => i.Id == photo || i.Id == caption));
        Assert.Equal(
            "no-photo-of-words",
            _world.Refuse(_deck, new AddItem(_slide, new WordsEdit("x", Of: photo))).Code
        );
    }

    [Fact]
    public void Copied_together_a_caption_belongs_to_the_copy_and_alone_to_nothing()
    {
        Guid photo = Added(new FrameEdit("p0"), new(200, 150, 600, 400)),
            caption = Added(new WordsEdit("Seen from the ferry", Of: photo));
        Guid to = _deck.Slides[2].Id;
        Do(new PasteItems(to, [Slide.Item(photo)!, Slide.Item(caption)!], 24));
        Slide other = _deck.Slide(to)!;
        Frame copy = other.Items.OfType<Frame>().Single();
        var words = (Words)other.Items.Last(i => i is Words);
        Assert.Equal((copy.Id, Spot.Under), (words.Of, words.Spot));
        Assert.NotEqual(photo, copy.Id);
        Do(new PasteItems(to, [Slide.Item(caption)!], 24));
        Assert.Null(((Words)_deck.Slide(to)!.Items.Last(i => i is Words)).Of);
    }

    [Fact]
    public void A_fact_comes_onto_its_slide_with_its_reference_small_under_it()
    {
        Do(
            new EditPoint(
                Slide.PointId!.Value,
                Facts: [new("The bay empties twice a day", "Harbour log 4"), new("", "https://127.0.0.1/log")]
            )
        );
        Do(new ShowFact(_slide, 0));
        Words[] words = [.. Slide.Items.OfType<Words>()];
        Assert.Equal(["The bay empties twice a day", "Harbour log 4"], words.Select(w => w.Text));
        (ScenePart fact, ScenePart reference) = (Part(words[0].Id), Part(words[1].Id));
        Assert.InRange(reference.Box.Y - fact.Box.Bottom, 1, 40);
        Assert.Equal(fact.Box.X, reference.Box.X, 6);
        Assert.True(reference.Set!.Size < fact.Set!.Size);
        Assert.True(_deck.Shape.Bounds().Holds(reference.Box));
        Do(new ShowFact(_slide, 1));
        Assert.Equal("https://127.0.0.1/log", Slide.Items.OfType<Words>().Last().Text);
    }

    [Fact]
    public void Words_made_narrower_by_a_side_keep_the_room_they_need()
    {
        Guid id = Added(
            new WordsEdit("Many words that need the whole of the room that they were given here", Role: WordsRole.Body),
            new(200, 200, 900, 120)
        );
        double size = Part(id).Set!.Size;
        Do(new PlaceItem(_slide, id, new(200, 200, 450, 120)));
        Assert.Equal(240, Slide.Item(id)!.At.Rect.Height, 6);
        Assert.True(Part(id).Set is { Fits: true } set && set.Size >= size * .95);
        // Height that a hand gives is kept, and never more than the slide has.
        Do(new PlaceItem(_slide, id, new(200, 200, 300, 130)));
        Assert.Equal(130, Slide.Item(id)!.At.Rect.Height);
        Do(new PlaceItem(_slide, id, new(200, 900, 300, 130)));
        Do(new PlaceItem(_slide, id, new(200, 900, 40, 130)));
        Assert.True(Slide.Item(id)!.At.Rect.Bottom <= 1080);
    }

    [Fact]
    public void Words_on_words_and_half_on_a_photo_are_told_and_a_free_place_is_offered()
    {
        Guid first = Added(new WordsEdit("The bay at low water"), new(200, 200, 900, 120)),
            second = Added(new WordsEdit("Twice a day it empties"), new(240, 210, 900, 120));
        Assert.Equal("The bay at low water", Part(second).LiesOn);
        Assert.Equal("Twice a day it empties", Part(first).LiesOn);
        Assert.Contains("lie on other words", Line().Title, StringComparison.Ordinal);
        Remedy away = Remedies.Of(_deck, _slide, second, _world, _world).First(r => r.Kind == RemedyKind.Place);
        Do(away.Command);
        Assert.Null(Part(second).LiesOn);
        // Turned out of the way they do not cover, though their upright boxes would.
        Do(new PlaceItem(_slide, second, new(1000, 600, 300, 200), 90));
        Assert.Null(Part(first).LiesOn);

        Added(new FrameEdit("p0"), new(600, 100, 500, 400));
        Assert.True(Part(first).AcrossEdge);
        Assert.Contains("across the edge", Line().Title, StringComparison.Ordinal);
        Do(Remedies.Of(_deck, _slide, first, _world, _world).First(r => r.Kind == RemedyKind.Place).Command);
        Assert.False(Part(first).AcrossEdge);
        Assert.True(Line().Good);

        RoomLine Line() =>
            RoomCheck.Of(_deck, [Scene], [], _world, new HashSet<string>()).First(l => l.Concern == RoomConcern.Words);
    }

    [Fact]
    public void Words_are_read_at_every_press_or_it_is_told()
    {
        // A light photo on dark paper: dark words read on it, and not before it is there.
        Assert.True(Luminance.Of(_deck.House.Paper) < .1);
        _world.Colours["p0"] = Grey(235);
        Guid photo = Added(new FrameEdit("p0"), new(200, 150, 900, 700)),
            words = Added(new WordsEdit("Night on the bay", Style: new() { Ink = "#000000" }), new(260, 220, 700, 160));
        Assert.Equal((Readable.Well, (int?)null), (Part(words).Reading!.Readable, Part(words).Reading!.Press));
        Do(new AddCue(_slide, new Cue(default, CueAct.ComesIn, photo)));
        Assert.NotEqual(Readable.Well, Part(words).Reading!.Readable);
        Assert.Equal(0, Part(words).Reading!.Press);
        Remedy together = Remedies.Of(_deck, _slide, words, _world, _world).First(r => r.Kind == RemedyKind.Together);
        Do(together.Command);
        Assert.Equal((Readable.Well, (int?)null), (Part(words).Reading!.Readable, Part(words).Reading!.Press));

        // An ink that is not said is the one that reads in every state, if one does.
        _world.Colours["p1"] = Grey(130);
        Guid grey = Added(new FrameEdit("p1"), new(200, 150, 900, 700)),
            free = Added(new WordsEdit("Fog on the bay"), new(260, 520, 700, 160));
        Assert.Equal(_deck.House.DarkInk, Part(free).Set!.Ink);
        Do(new RemoveItem(_slide, photo));
        Do(new AddCue(_slide, new Cue(default, CueAct.ComesIn, grey)));
        Assert.Equal(_deck.House.LightInk, Part(free).Set!.Ink);
        Assert.True(Part(free).Reads);
    }

    [Fact]
    public void A_layout_leaves_the_photos_that_lie_there_alone()
    {
        foreach (SlideRect at in (SlideRect[])[new(0, 0, 900, 1080), new(1000, 60, 800, 500), new(560, 300, 800, 700)])
        {
            Guid photo = Added(new FrameEdit("p0"), at);
            Do(new EditItem(_slide, photo, new FrameEdit()));
            foreach (SlideLayout layout in Enum.GetValues<SlideLayout>())
            {
                Deck laid = _world.Do(_deck, new ApplyLayout(_slide, layout)).Deck;
                Scene scene = SceneBuilder.Build(laid, laid.Slide(_slide)!, _world)[0];
                Assert.All(
                    scene.Parts.Where(p => p.Set is not null),
                    p => Assert.False(p.Box.Overlaps(at), $"{layout}: {p.Says} {p.Box} on {at}")
                );
            }
            Do(new RemoveItem(_slide, photo));
        }
        // Where photos leave nothing, nothing is proposed.
        Added(new FrameEdit("p0"), new(40, 40, 1840, 1000));
        Assert.DoesNotContain(SlideLayouts.For(_deck, Slide), l => l.Fits);
    }

    private static ToneMap Grey(byte level) => new(60, 40, [.. Enumerable.Repeat(level, 7200)]);
}
