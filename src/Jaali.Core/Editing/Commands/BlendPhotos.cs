namespace Jaali.Core.Editing;

/// <summary>Blends the photos of several frames into one picture, in the frame of the first; or takes blends apart,
/// each
/// photo in a frame of its own.</summary>
public sealed record BlendPhotos(Guid SlideId, ImmutableList<Guid> ItemIds, bool Together) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "blending photos";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (ChosenItems.Of(deck, SlideId, ItemIds, out Refusal? gone) is not { } chosen)
            return gone!;
        Frame[] frames = [.. chosen.Items.OfType<Frame>()];
        if (frames.Any(f => f.At.Held))
            return Refusals.Held;
        if (!Together)
            return deck.With(frames.Aggregate(chosen.Slide, (slide, blend) => BlendEdits.Apart(slide, blend, facts)));
        if (frames.Length < 2)
            return new Refusal("too-few", "Choose two photos or more to blend them into one.");
        Frame[] others = frames[1..];
        Slide slide = chosen.Slide with { Items = chosen.Slide.Items.RemoveRange(others) };
        ImmutableList<string> further =
        [
            .. frames[0].Blend?.PhotoIds ?? [],
            .. others.SelectMany(f => f.Blend is { } m ? m.PhotoIds.Insert(0, f.PhotoId) : [f.PhotoId]),
        ];
        // What is hidden in a photo goes into the blend with it; the frame's own covers stay its own.
        ImmutableList<BlendedCovers> covers =
        [
            .. further
                .Distinct()
                .Select(id => new BlendedCovers(
                    id,
                    [.. frames.SelectMany(f => f == frames[0] && id == f.PhotoId ? [] : f.HiddenOf(id)).Distinct()]
                ))
                .Where(c => c.Parts.Count > 0),
        ];
        var merge = new Blend(further, Covers: covers);
        return ItemCommand.Put(
            deck,
            slide,
            ItemKinds.Of(frames[0]).Edit(frames[0], new FrameEdit(Blend: merge), new ItemPlace(deck, slide, facts)),
            facts
        );
    }
}
