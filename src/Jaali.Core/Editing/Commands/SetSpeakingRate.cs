namespace Jaali.Core.Editing;

/// <summary>Says how fast the speaker speaks.</summary>
/// <param name="WordsPerMinute">Words a minute.</param>
public sealed record SetSpeakingRate(double WordsPerMinute) : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "how fast the speaker speaks";

    internal override Change Apply(Deck deck, IEditFacts facts) =>
        WordsPerMinute is >= Pace.SlowestWords and <= Pace.FastestWords
            ? deck with
            {
                WordsPerMinute = WordsPerMinute,
            }
            : new Refusal(
                "bad-rate",
                $"People speak between {Pace.SlowestWords} and {Pace.FastestWords} words a minute. Give a "
                    + "number between."
            );
}
