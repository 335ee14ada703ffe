namespace Jaali.Core.Editing;

/// <summary>Says who gives the talk.</summary>
public sealed record SetSpeaker(string Speaker) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "the speaker's name";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        string speaker = Speaker.Trim().ReplaceLineEndings(" ");
        if (speaker.Length > Limits.Talks.Title)
            return Refusals.TooLong("A name", Limits.Talks.Title);
        return deck with { Speaker = speaker };
    }
}
