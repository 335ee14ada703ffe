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
            Deck back = DeckParts.With(deck, Parts);
            return back.Shape == deck.Shape ? back : Refilled(deck, back, facts);
        }
        catch (Exception e) when (e is FormatException or JsonException or InvalidOperationException)
        {
            return new Refusal(
                "bad-restore",
                "The earlier state of this part cannot be read, so it was left as it is."
            );
        }
    }

    // Slides that were made or changed since the shape was another are filled by their grounds in the earlier shape,
    // framed anew: no photo is stretched.
    private Deck Refilled(Deck deck, Deck back, IEditFacts facts)
    {
        foreach (Slide slide in back.Slides)
            if (
                slide.Ground is { } ground
                && !Parts.ContainsKey(new PartKey(PartKind.SlideItem, slide.Id, ground.Id))
                && deck.Slide(slide.Id)?.Item(ground.Id) is { } was
                && ItemKinds.Of(was).Place(was, ground.At, new ItemPlace(back, slide, facts)).Item is { } framed
            )
                back = back.With(slide.With(framed));
        return back;
    }
}
