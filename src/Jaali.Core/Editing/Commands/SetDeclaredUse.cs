namespace Jaali.Core.Editing;

/// <summary>Declares what the talk is for.</summary>
public sealed record SetDeclaredUse(DeclaredUse Use) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "what the talk is for";

    internal override Change Apply(Deck deck, IEditFacts facts) => deck with { Use = Use };
}
