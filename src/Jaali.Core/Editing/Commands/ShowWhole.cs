namespace Jaali.Core.Editing;

/// <summary>Shows a photo whole and unchanged wherever it is placed, as large as its place lets it.</summary>
public sealed record ShowWhole(string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "showing a photo whole";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (facts.Photo(PhotoId) is not { } photo || !PhotoPlaces.IsShown(deck, PhotoId))
            return Refusals.NotShown;
        // What is blended with others cannot be whole: the blend is taken apart first.
        return PhotoPlaces.Each(
            BlendEdits.Apart(deck, PhotoId, facts),
            PhotoId,
            facts,
            (item, at) => item is Frame frame ? FrameKind.Whole(frame, photo) : item
        );
    }
}
