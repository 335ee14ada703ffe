namespace Jaali.Core.Editing;

/// <summary>
/// The tone in which a house style shows photos: a photo has it where its standing is none the worse for it; what a
/// hand set stays.
/// </summary>
public static class HouseTone
{
    /// <summary>Photos that the style leaves as they are, since their licences let nobody show them in its
    /// tone.</summary>
    public static int LeftAsTheyAre(Deck deck, IPhotoFacts facts) =>
        ToneOf(deck) == FrameTone.Natural
            ? 0
            : deck
                .Slides.SelectMany(s => s.Items.OfType<Frame>())
                .Where(f => f.Tone == FrameTone.Natural && !Allows(f, deck, facts))
                .Select(f => f.PhotoId)
                .Distinct()
                .Count();

    /// <summary>Gives the tone to photos that are new on a slide, or to all where the style is another one.</summary>
    internal static Deck Follow(Deck before, Deck after, IEditFacts facts)
    {
        bool anew = ToneOf(before) != ToneOf(after);
        if (!anew && (ToneOf(after) == FrameTone.Natural || ReferenceEquals(before.Slides, after.Slides)))
            return after;
        IEnumerable<(Slide? Before, Slide Now)> slides = anew
            ? after.Slides.Select(s => ((Slide?)null, s))
            : after.SlidesSince(before);
        foreach ((Slide? was, Slide slide) in slides.ToArray())
        {
            ImmutableList<Item> items = slide.Items.ConvertAll(i =>
                i is Frame f && (anew || !WasThere(was, before, f)) ? Toned(f, after, facts) : i
            );
            if (!items.SequenceEqual(slide.Items))
                after = after.With(slide with { Items = items });
        }
        return after;
    }

    // On its slide, or on the one that this was made from: what a hand set there goes along.
    private static bool WasThere(Slide? was, Deck before, Frame frame) =>
        (was is not null ? [was] : before.Slides).Any(s =>
            s.Item(frame.Id) is Frame known && known.PhotoId == frame.PhotoId
        );

    private static FrameTone ToneOf(Deck deck) =>
        deck.House.System is { BlackAndWhite: true } ? FrameTone.Grey : FrameTone.Natural;

    private static Frame Toned(Frame frame, Deck deck, IPhotoFacts facts)
    {
        Frame plain = frame.Plain;
        return
            ToneOf(deck) != FrameTone.Natural
            && plain is { Tone: FrameTone.Natural, Toning: null }
            && Allows(plain, deck, facts)
            ? plain with
            {
                Tone = ToneOf(deck),
                OfHouse = true,
            }
            : plain;
    }

    private static bool Allows(Frame frame, Deck deck, IPhotoFacts facts)
    {
        Changes toned = (frame with { Tone = ToneOf(deck) }).Changes;
        return new[] { frame.PhotoId }
            .Concat(frame.Blend?.PhotoIds ?? [])
            .Select(facts.Photo)
            .OfType<PhotoFacts>()
            .All(p =>
                Clearance.Of(p.Rights, toned, deck.Use).Standing
                <= Clearance.Of(p.Rights, frame.Changes, deck.Use).Standing
            );
    }
}
