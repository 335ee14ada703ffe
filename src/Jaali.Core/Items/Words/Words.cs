using Jaali.Core.Decks;
using Jaali.Core.Legibility;

namespace Jaali.Core.Items;

/// <summary>Words on a slide.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Their room; where they stand in it is decided by <paramref name="Spot"/>.</param>
/// <param name="Role">How large they are set.</param>
/// <param name="Source">Whether they were typed or follow the title or the point.</param>
/// <param name="Text">As typed; also kept while they follow something.</param>
/// <param name="Spot">Where they stand.</param>
public sealed record Words(Guid Id, Placement At, WordsRole Role, WordsSource Source, string Text, Spot Spot)
    : Item(Id, At)
{
    /// <summary>What they say on this slide of this deck.</summary>
    public string Say(Deck deck, Slide slide) =>
        Source switch
        {
            WordsSource.DeckTitle => deck.Title,
            WordsSource.PointWording => slide.PointId is { } p ? deck.Point(p)?.Wording ?? Text : Text,
            _ => Text,
        };
}

/// <summary>What words say: typed, or following the title or the point.</summary>
public enum WordsSource
{
    /// <summary>As typed.</summary>
    Typed,

    /// <summary>The deck's title.</summary>
    DeckTitle,

    /// <summary>The wording of the slide's point.</summary>
    PointWording,
}

/// <summary>How large words are set.</summary>
public enum WordsRole
{
    /// <summary>The opening title.</summary>
    Opening,

    /// <summary>A heading over a photo.</summary>
    Heading,
}

/// <summary>Writes words, or puts them elsewhere; what is null stays.</summary>
/// <param name="Text">What they say. Typing what they say anyway leaves them following the title or the point.</param>
/// <param name="Spot">Where they stand.</param>
public sealed record WordsEdit(string? Text = null, Spot? Spot = null) : ItemEdit
{
    /// <inheritdoc/>
    public override string Deed => Text is not null ? "the words on a slide" : "the place of words";
}
