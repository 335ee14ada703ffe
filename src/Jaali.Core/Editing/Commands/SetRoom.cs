namespace Jaali.Core.Editing;

/// <summary>Says in what room the talk is given; whether words read is judged by it.</summary>
public sealed record SetRoom(Room Room) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the room";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        Room.Fault() is { } fault ? fault : deck with { Room = Room };
}
