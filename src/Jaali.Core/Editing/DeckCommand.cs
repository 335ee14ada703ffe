using System.Text.Json.Serialization;

namespace Jaali.Core.Editing;

/// <summary>What commands need to know from outside the deck.</summary>
public interface IEditFacts : IPhotoFacts
{
    /// <summary>A new identity.</summary>
    Guid NewId();
}

/// <summary>Something done to a deck. Plain data: it is stored, sent, replayed and undone. Each kind is a file of its
/// own and one line in <see cref="DeckCommands"/>.</summary>
public abstract record DeckCommand
{
    /// <summary>What it does, in words that fit behind "Taken back:".</summary>
    [JsonIgnore]
    public abstract string UndoLabel { get; }

    /// <summary>What should be known of what it did, in a sentence; empty for nothing.</summary>
    public virtual string Note(Deck before, Deck after) => "";

    /// <summary>The deck after the command, or why it is refused. Never throws for what a user can do.</summary>
    internal abstract Change Apply(Deck deck, IEditFacts facts);
}

/// <summary>A deck after a change, or why there is none.</summary>
internal readonly record struct Change(Deck? Deck, Refusal? Refusal)
{
    public static implicit operator Change(Deck deck) => new(deck, null);

    public static implicit operator Change(Refusal refusal) => new(null, refusal);
}
