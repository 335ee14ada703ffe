namespace Jaali.Core.Editing;

/// <summary>Takes a photo off a point's shortlist. Slides that show it keep it, until another is kept in its
/// place.</summary>
public sealed record RemoveFromShortlist(Guid PointId, string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "leaving a photo out";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (deck.Point(PointId) is not { } point)
            return Refusals.NoPoint;
        if (!point.Shortlist.Contains(PhotoId))
            return deck;
        return Marked(deck.With(point with { Shortlist = point.Shortlist.Remove(PhotoId) }), PointId, PhotoId, true);
    }

    /// <summary>The deck with the frames of a point's slides that show a photo alone marked as left out, or no
    /// longer.</summary>
    internal static Deck Marked(Deck deck, Guid pointId, string photoId, bool leftOut)
    {
        foreach (Slide slide in deck.Slides.Where(s => s.PointId == pointId))
        foreach (Frame frame in slide.Items.OfType<Frame>().Where(f => f.PhotoId == photoId && f is { Blend: null }))
            if (frame.LeftOut != leftOut)
                deck = deck.With(deck.Slide(slide.Id)!.With(frame with { LeftOut = leftOut }));
        return deck;
    }
}
