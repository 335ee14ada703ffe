using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Clips: captions by the specification of WebVTT, how a clip plays, what that does to the work, and what
/// stays hidden.</summary>
public sealed class ClipTests
{
    private readonly World _world = new();

    private (Deck Deck, Slide Slide, Frame Frame) With(
        double seconds = 12,
        bool moves = true,
        LicenceFamily family = LicenceFamily.By
    )
    {
        _world.AddClip("clip", seconds, moves, new Licence(family, "4.0", ""));
        Deck deck = _world.Deck(1);
        deck = _world.Do(deck, new AddItem(deck.Slides[0].Id, new FrameEdit("clip"))).Deck;
        Slide slide = deck.Slides[0];
        return (deck, slide, slide.Items.OfType<Frame>().Single());
    }

    private Frame Edited(Deck deck, Slide slide, Frame frame, FrameEdit edit) =>
        (Frame)
            _world.Do(deck, new EditItem(slide.Id, frame.Id, edit)).Deck.Slides[0].Items.Single(i => i.Id == frame.Id);

    // W3C, WebVTT: the examples of its introduction (1.1 to 1.4), from memory.
    [Fact]
    public void Captions_of_the_specification_are_read()
    {
        (IReadOnlyList<Caption> cues, Refusal? fault) = Captions.Read(
            """
            WEBVTT

            00:11.000 --> 00:13.000
            <v Roger Bingham>We are in New York City

            00:13.000 --> 00:16.000
            <v Roger Bingham>We're actually at the Lucern Hotel, just down the street

            00:16.000 --> 00:18.000 align:start size:50%
            <v Roger Bingham>from the American Museum of Natural History

            NOTE It is a comment --
            of two lines.

            STYLE
            ::cue { color: lime }

            last one
            01:00:18.250 --> 01:00:20.000 vertical:rl
            <i>And with me is Neil</i> &amp; others &lt;here&gt;
            - on two lines
            """
        );
        Assert.Null(fault);
        Assert.Equal(4, cues.Count);
        Assert.Equal(new Caption(11, 13, "We are in New York City"), cues[0]);
        Assert.Equal(new Caption(16, 18, "from the American Museum of Natural History"), cues[2]);
        Assert.Equal(new Caption(3618.25, 3620, "And with me is Neil & others <here>\n- on two lines"), cues[3]);
        // What is written is read as it was.
        Assert.Equal(cues, Captions.Read(Captions.Write(cues)).Cues);
    }

    [Theory]
    [InlineData("", "no-captions")]
    [InlineData("WEBVTTX\n\n00:01.000 --> 00:02.000\na", "no-captions")]
    [InlineData("1\n00:00:01,000 --> 00:00:02,000\nanother format", "no-captions")]
    [InlineData("WEBVTT\n\n00:02.000 --> 00:01.000\nbackwards", "no-captions")]
    [InlineData("WEBVTT\n\n00:61.000 --> 00:62.000\nno such second", "no-captions")]
    [InlineData("WEBVTT\n\n00:01.000 --> 00:02.000\n", "no-captions")]
    public void What_holds_no_captions_is_refused(string text, string code) =>
        Assert.Equal(code, Captions.Read(text).Fault?.Code);

    [Theory]
    [InlineData("\uFEFFWEBVTT - with words\r\n\r\n00:01.000 --> 00:02.000\r\na", 1)]
    [InlineData("WEBVTT\n00:01.000 --> 00:02.000\nwithout an empty line", 1)]
    [InlineData("WEBVTT\n\n00:01.000 --> 00:02.000\na\n00:03.000 --> 00:04.000\nb", 2)]
    [InlineData("WEBVTT\n\n00:01.000-->00:02.000\nno blanks round the arrow", 1)]
    public void Captions_are_read_as_the_parser_of_the_specification_does(string text, int count) =>
        Assert.Equal(count, Captions.Read(text).Cues.Count);

    [Fact]
    public void A_photo_of_a_clip_plays_and_another_does_not()
    {
        (Deck deck, Slide slide, Frame frame) = With();
        Assert.Equal(new ClipPlay(), frame.Clip);
        Playing plays = Assert.Single(SceneOf(deck).Photos()).Plays!;
        Assert.Equal((0, 12, false, ClipStart.Press), (plays.From, plays.To, plays.Muted, plays.Starts));
        Assert.Equal(frame.WholePhoto, plays.Rect);
        _world.Add("still");
        Frame other = Edited(deck, slide, frame, new FrameEdit("still"));
        Assert.Null(other.Clip);
        // And back it plays as it did.
        Frame trimmed = Edited(deck, slide, frame, new FrameEdit(Clip: new ClipEdit(From: 2, Loops: true)));
        Frame back = trimmed.Showing(_world.Photos["still"]).Showing(_world.Photos["clip"]);
        Assert.Equal(trimmed.Clip, back.Clip);
        Assert.Equal(
            "no-clip",
            _world
                .Refuse(
                    _world.Do(deck, new EditItem(slide.Id, frame.Id, new FrameEdit("still"))).Deck,
                    new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(Muted: true)))
                )
                .Code
        );
    }

    [Theory]
    [InlineData(-1, 5)]
    [InlineData(5, 5)]
    [InlineData(6, 5)]
    [InlineData(12, 13)]
    public void A_clip_begins_before_it_ends(double from, double to)
    {
        (Deck deck, Slide slide, Frame frame) = With();
        var edit = new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(from, to)));
        Assert.Equal("bad-trim", _world.Refuse(deck, edit).Code);
    }

    [Fact]
    public void What_two_people_change_of_one_clip_both_holds()
    {
        (Deck deck, Slide slide, Frame frame) = With();
        deck = _world
            .Do(deck, new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(From: 1.234, To: 99))))
            .Deck;
        deck = _world.Do(deck, new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(Volume: .5)))).Deck;
        ClipPlay clip = ((Frame)deck.Slides[0].Items.Single(i => i.Id == frame.Id)).Clip!;
        Assert.Equal(new ClipPlay(From: 1.23, Volume: .5), clip);
        Assert.Equal(
            "bad-volume",
            _world.Refuse(deck, new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(Volume: 0)))).Code
        );
    }

    [Fact]
    public void Captions_are_kept_as_they_are_read_and_shown_within_the_scene()
    {
        (Deck deck, Slide slide, Frame frame) = With();
        const string vtt = "WEBVTT\n\nSTYLE\n::cue{}\n\nx\n00:01.000 --> 00:02.500 line:0\n<b>Low</b> water";
        deck = _world.Do(deck, new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(Captions: vtt)))).Deck;
        Assert.Equal([new Caption(1, 2.5, "Low water")], SceneOf(deck).Photos().Single().Plays!.Captions);
        Assert.DoesNotContain(
            "STYLE",
            ((Frame)deck.Slides[0].Items.Single(i => i.Id == frame.Id)).Clip!.Captions,
            StringComparison.Ordinal
        );
        Assert.Equal(
            "no-captions",
            _world
                .Refuse(deck, new EditItem(slide.Id, frame.Id, new FrameEdit(Clip: new ClipEdit(Captions: "none"))))
                .Code
        );
    }

    // What is hidden in a clip is hidden in its poster alone: then nothing of it plays, in no copy.
    [Fact]
    public void A_clip_in_which_something_is_hidden_stands_still()
    {
        (Deck deck, Slide slide, Frame frame) = With();
        FrameEdit[] hides =
        [
            new(Covers: [new Cover(new CropWindow(0, 0, .3, .3))]),
            new(Blend: new Blend([_world.Add("other")])),
            new(Tone: FrameTone.Softer),
        ];
        foreach (FrameEdit hide in hides)
        {
            Deck hidden = _world.Do(deck, new EditItem(slide.Id, frame.Id, hide)).Deck;
            Assert.All(SceneOf(hidden).Photos(), p => Assert.Null(p.Plays));
        }
    }

    // Policy, said in the decision record: a shorter stretch is part of the same work, as a crop is; without its sound
    // it is another.
    [Fact]
    public void What_is_done_to_a_clip_is_told_and_judged()
    {
        (Deck deck, Slide slide, Frame frame) = With(family: LicenceFamily.ByNd);
        Standing Of(ClipEdit edit) =>
            Clearance
                .Of(
                    _world.Photos["clip"].Rights,
                    Edited(deck, slide, frame, new FrameEdit(Crop: CropWindow.Whole, Clip: edit)).Changes with
                    {
                        CroppedTo = 1,
                    },
                    DeclaredUse.PublicTalk
                )
                .Standing;
        Assert.Equal(Standing.Clear, Of(new ClipEdit(Loops: true, Volume: .4, Starts: ClipStart.Slide)));
        Assert.Equal(Standing.ToSettle, Of(new ClipEdit(From: 3)));
        Assert.Equal(Standing.Blocked, Of(new ClipEdit(Muted: true)));
        Changes both = Edited(deck, slide, frame, new FrameEdit(Clip: new ClipEdit(From: 3, Muted: true))).Changes;
        Assert.EndsWith("shortened, without its sound", both.Note, StringComparison.Ordinal);
        Assert.EndsWith("gekürzt, ohne Ton", both.NoteIn("de"), StringComparison.Ordinal);
        Frame whole = FrameKind.Whole(
            Edited(deck, slide, frame, new FrameEdit(Clip: new ClipEdit(From: 3, Muted: true, Loops: true))),
            _world.Photos["clip"]
        );
        Assert.Equal(new ClipPlay(Loops: true), whole.Clip);
    }

    // CC BY-SA 4.0 s.1(a), from memory: sound synchronised with a moving image is adapted material, always.
    [Theory]
    [InlineData(LicenceFamily.By, LicenceFamily.BySa, true)]
    [InlineData(LicenceFamily.BySa, LicenceFamily.BySa, true)]
    [InlineData(LicenceFamily.By, LicenceFamily.ByNd, false)]
    [InlineData(LicenceFamily.ByNcSa, LicenceFamily.BySa, false)]
    public void Sound_under_moving_pictures_makes_one_work_of_both(LicenceFamily picture, LicenceFamily sound, bool may)
    {
        (Deck deck, Slide slide, _) = With(family: picture);
        _world.AddClip("sound", 30, moves: false, licence: new Licence(sound, "4.0", ""));
        deck = _world.Do(deck, new AddItem(slide.Id, new FrameEdit("sound"))).Deck;
        Assert.All(ItemKinds.Photos(deck.Slides[0]), u => Assert.False(u.Changes.Merged));
        foreach (Item item in deck.Slides[0].Items.Where(i => i is Frame))
            deck = _world
                .Do(
                    deck,
                    new EditItem(
                        slide.Id,
                        item.Id,
                        new FrameEdit(Crop: CropWindow.Whole, Clip: new ClipEdit(Starts: ClipStart.Slide))
                    )
                )
                .Deck;
        PhotoUse[] uses = [.. ItemKinds.Photos(deck.Slides[0])];
        Assert.All(uses, u => Assert.True(u.Changes.Merged));
        PhotoUse laid = uses.Single(u => u.PhotoId == "sound");
        Assert.Equal("clip", Assert.Single(laid.MergedWith));
        Judgement judged = Ledger.Merged(
            Judge.Of(_world.Photos["sound"].Rights, laid.Changes, DeclaredUse.PublicTalk, deck.Style),
            _world.Photos["sound"],
            [laid.Merged],
            _world.Photo,
            DeclaredUse.PublicTalk
        );
        Assert.Equal(may, judged.Standing != Standing.Blocked);
    }

    [Fact]
    public void A_page_leads_to_where_the_clip_can_be_seen()
    {
        (Deck deck, _, Frame frame) = With();
        Scene scene = SceneOf(deck);
        Assert.DoesNotContain(scene.Links, l => l.Href == "http://127.0.0.1/photo/1" && l.Rect == frame.At.Rect);
        SceneLink link = Assert.Single(scene.WithClipLinks().Links, l => l.Rect == frame.At.Rect);
        Assert.Equal("http://127.0.0.1/photo/1", link.Href);
    }

    [Fact]
    public void A_clip_is_credited_among_photographs_and_clips()
    {
        (Deck deck, _, _) = With();
        Scene credits = SceneBuilder.Build(deck, deck.Slides.Last(s => s.Kind == SlideKind.Credits), _world)[0];
        Assert.Contains("Photographs and clips", credits.Lines().Select(l => l.Text));
        Assert.Contains(credits.Lines(), l => l.Text.Contains("Low water", StringComparison.Ordinal));
    }

    private Scene SceneOf(Deck deck) => SceneBuilder.Build(deck, deck.Slides[0], _world)[0];
}
