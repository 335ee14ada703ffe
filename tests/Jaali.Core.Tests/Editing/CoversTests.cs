using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;

namespace Jaali.Core.Tests.Editing;

/// <summary>What is hidden stays hidden: a cover ends by the command that names it, or with the photo it lies on, and
/// by
/// nothing else.</summary>
public sealed class CoversTests
{
    private static readonly Gen<(int Kind, Chance Chance)[]> Runs = Gen.Select(
        Gen.Int[0, DeckCommands.All.Count - 1],
        Gen.Select(Gen.Int[0, 1000], Gen.Int[0, 1000], Gen.Double[0, .6], (a, b, x) => new Chance(a, b, x))
    ).Array[10];

    private static readonly Cover Patch = new(new CropWindow(.4, .4, .2, .2));

    // Commands that name a photo, and bring it to a slide anew.
    private static readonly HashSet<Type> Bring =
    [
        typeof(AddItem),
        typeof(AddPhotos),
        typeof(AddToShortlist),
        typeof(ChangeGround),
        typeof(MakeSlides),
        typeof(PlaceGround),
        typeof(PlaceGrounds),
        typeof(ReplacePhoto),
        typeof(SpreadPhotos),
        typeof(SwapPhoto),
        typeof(EditItem),
        typeof(EditItems),
    ];

    /// <summary>Every command there is, in sequences of ten, on a talk in which every photo has a cover.</summary>
    [Fact]
    public void A_cover_ends_only_by_what_names_it_or_with_its_photo() =>
        Runs.Sample(
            run =>
            {
                (World world, Deck deck) = CommandExamples.Start(typeof(BlendPhotos));
                foreach (Slide slide in deck.Slides)
                foreach (Frame frame in slide.Items.OfType<Frame>())
                    deck = deck.With(deck.Slide(slide.Id)!.With(frame with { Covers = [Patch] }));
                foreach ((int kind, Chance chance) in run)
                {
                    DeckCommand command = CommandExamples.Made[DeckCommands.All[kind].Type](deck, chance);
                    if (DeckEditor.Apply(deck, command, world) is not Edited made)
                        continue;
                    Check(deck, made.Deck, command);
                    deck = made.Deck;
                }
            },
            iter: Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 } ? 20_000 : 600
        );

    // The same part, or more of it, to a millionth of the photo.
    private static bool Hides(Cover now, Cover was) =>
        now.How == was.How
        && now.Part.X <= was.Part.X + 1e-6
        && now.Part.Y <= was.Part.Y + 1e-6
        && now.Part.X + now.Part.Width >= was.Part.X + was.Part.Width - 1e-6
        && now.Part.Y + now.Part.Height >= was.Part.Y + was.Part.Height - 1e-6;

    private static void Check(Deck before, Deck after, DeckCommand command)
    {
        HashSet<Guid> named =
        [
            .. command switch
            {
                EditItem { Edit: FrameEdit { Covers: not null } } e => [e.ItemId],
                EditItems { Edit: FrameEdit { Covers: not null } } e => e.Items.Select(i => i.ItemId),
                _ => (IEnumerable<Guid>)[],
            },
        ];
        foreach (Slide slide in after.Slides)
        foreach (Frame frame in slide.Items.OfType<Frame>().Where(f => !named.Contains(f.Id)))
        foreach (string photo in frame.PhotosIn())
        {
            Frame[] was =
            [
                .. before.Slides.SelectMany(s => s.Items).OfType<Frame>().Where(f => f.PhotosIn().Contains(photo)),
            ];
            // The same frame with the same photo, else any that showed it: nothing else brings a photo to a slide.
            Frame[] same = [.. was.Where(f => f.Id == frame.Id && before.Slide(slide.Id)?.Items.Contains(f) == true)];
            Frame[] from =
                same.Length > 0 ? same
                : Bring.Contains(command.GetType()) ? []
                : was;
            if (from.Length > 0)
                Assert.True(
                    from.Any(f => f.HiddenOf(photo).All(was => frame.HiddenOf(photo).Any(now => Hides(now, was)))),
                    $"{command.GetType().Name} uncovers {photo} on {frame.Id}"
                );
        }
    }

    /// <summary>Blending carries what is hidden in each photo into the picture, and taking one photo out leaves it
    /// hidden in
    /// the other.</summary>
    [Fact]
    public void A_blend_keeps_the_covers_of_each_of_its_photos()
    {
        (World world, Deck deck) = CommandExamples.Start(typeof(BlendPhotos));
        Slide slide = deck.Slides.First(s => s.Items.OfType<Frame>().Count() > 1);
        Frame[] frames = [.. slide.Items.OfType<Frame>().Take(2).Select(f => f with { Blend = null })];
        frames[1] = frames[1]
            .Showing(world.Photos.Values.First(p => p.Id != frames[0].PhotoId && p.Rights.IsOpenlyLicensed));
        Cover[] covers = [Patch, Patch with { How = CoverHow.Mosaic }];
        for (int i = 0; i < 2; i++)
            deck = deck.With(deck.Slide(slide.Id)!.With(frames[i] with { Covers = [covers[i]] }));

        deck = Done(deck, new BlendPhotos(slide.Id, [frames[0].Id, frames[1].Id], true));
        Frame blend = deck.Slide(slide.Id)!.Items.OfType<Frame>().Single(f => f.Blend is not null);
        for (int i = 0; i < 2; i++)
        {
            Assert.Equal([covers[i]], blend.HiddenOf(frames[i].PhotoId));
            Assert.Equal(covers[i].How, Assert.Single(HiddenParts.Of(deck, frames[i].PhotoId, null).Parts).How);
        }
        // Who changes the way of blending does not speak of covers.
        deck = Done(
            deck,
            new EditItem(slide.Id, blend.Id, new FrameEdit(Blend: new Blend(blend.Blend!.PhotoIds, BlendMode.Over)))
        );
        Deck apart = Done(deck, new BlendPhotos(slide.Id, [blend.Id], false));
        foreach ((Frame frame, Cover cover) in frames.Zip(covers))
            Assert.Equal(
                [cover],
                apart.Slide(slide.Id)!.Items.OfType<Frame>().Single(f => f.PhotoId == frame.PhotoId).Hidden
            );
        Deck without = Done(deck, new RemovePhoto(frames[0].PhotoId));
        Assert.Equal(
            [covers[1]],
            without.Slide(slide.Id)!.Items.OfType<Frame>().Single(f => f.PhotoId == frames[1].PhotoId).Hidden
        );

        Deck Done(Deck from, DeckCommand command) => Assert.IsType<Edited>(DeckEditor.Apply(from, command, world)).Deck;
    }
}

/// <summary>The photos seen in a frame.</summary>
internal static class FramePhotos
{
    internal static IEnumerable<string> PhotosIn(this Frame frame) =>
        (frame.Blend?.PhotoIds ?? []).Prepend(frame.PhotoId).Distinct();
}
