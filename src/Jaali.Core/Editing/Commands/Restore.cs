using System.Text.Json;

namespace Jaali.Core.Editing;

/// <summary>Puts parts of the deck back as they were: the inverse of every other command. Null removes the
/// part.</summary>
public sealed record Restore(ImmutableSortedDictionary<PartKey, JsonElement?> Parts) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "an edit";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        try
        {
            return Refilled(deck, DeckParts.With(deck, Parts), facts);
        }
        catch (Exception e) when (e is FormatException or JsonException or InvalidOperationException)
        {
            return new Refusal(
                "bad-restore",
                "The earlier state of this part cannot be read, so it was left as it is."
            );
        }
    }

    // A ground that was laid out for another shape of slide, because the shape comes back or was changed while the
    // ground was gone, is framed anew for this one: no photo is stretched.
    private Deck Refilled(Deck deck, Deck back, IEditFacts facts)
    {
        SlideRect bounds = back.Shape.Bounds();
        foreach (Slide slide in back.Slides)
            if (slide.Ground is { } ground && Before(deck, slide, ground.Id) is { } was && was.At.Rect != bounds)
                back = back.With(GridChange.Framed(back, slide, was, bounds, facts));
        return back;
    }

    // An item as it is put back, else as it stood before.
    private Item? Before(Deck deck, Slide slide, Guid id) =>
        Parts.TryGetValue(new(PartKind.SlideItem, slide.Id, id), out JsonElement? put)
            ? put?.Deserialize<Item>(DeckJson.Options)
            : deck.Slide(slide.Id)?.Item(id);
}
