namespace Jaali.Core.Editing;

/// <summary>Puts the next photo of each slide's shortlist in the place of this one; one that stands clear before
/// others.</summary>
public sealed record SwapPhoto(string PhotoId) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "swapping a photo";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (!PhotoPlaces.IsShown(deck, PhotoId))
            return Refusals.NotShown;
        Deck after = deck;
        foreach (Slide slide in deck.Slides.Where(s => ItemKinds.Shows(s, PhotoId)))
        {
            Point? point = slide.PointId is { } id ? deck.Point(id) : null;
            if (point is null)
                continue;
            int at = point.Shortlist.IndexOf(PhotoId);
            // Round the shortlist from the photo on; the first that stands clear, else the first that may be placed.
            string[] next =
            [
                .. point
                    .Shortlist.Skip(at + 1)
                    .Concat(point.Shortlist.Take(Math.Max(0, at)))
                    .Where(k => k != PhotoId && Ground(deck, k, facts) is not null),
            ];
            string? chosen = next.FirstOrDefault(k => StandsClear(deck, k, facts)) ?? next.FirstOrDefault();
            if (chosen is null)
                continue;
            Slide now = slide;
            foreach (Item item in PhotoPlaces.Showing(slide, PhotoId))
                if (item is Frame frame)
                {
                    var place = new ItemPlace(deck, slide, facts);
                    ItemKind kind = ItemKinds.Of(item);
                    // In a blend it is one of several; the frame's own photo is remembered as it was seen.
                    ItemResult made =
                        frame.PhotoId == PhotoId
                            ? kind.Edit(item, new FrameEdit(chosen), place)
                            : kind.Exchange(item, PhotoId, chosen, place);
                    now = now.With(made.Item!);
                }
            after = after.With(now);
        }
        return ReferenceEquals(after, deck)
            ? new Refusal(
                "nothing-to-swap",
                "There is no other photo on this point's shortlist that may be placed. Gather one first."
            )
            : after;
    }

    private static Frame? Ground(Deck deck, string photoId, IEditFacts facts) =>
        FrameKind.Ground(Guid.Empty, photoId, deck.Shape.Bounds(), facts);

    private static bool StandsClear(Deck deck, string photoId, IEditFacts facts) =>
        Judge.Of(facts.Photo(photoId)!.Rights, Ground(deck, photoId, facts)!.Changes, deck.Use, deck.Style).Standing
        == Standing.Clear;
}
