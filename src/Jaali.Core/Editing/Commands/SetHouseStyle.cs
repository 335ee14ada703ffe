namespace Jaali.Core.Editing;

/// <summary>Gives the whole deck a look; what was set by hand stays. A style that ships keeps its name for
/// itself.</summary>
public sealed record SetHouseStyle(HouseStyle House) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the look of the deck";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        House.Fault() is { } fault ? fault : deck with { House = House.Named() };
}
