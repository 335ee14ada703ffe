using System.Collections.Immutable;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;

namespace Jaali.Core.Editing;

/// <summary>Says who gives the talk.</summary>
public sealed record SetSpeaker(string Speaker) : DeckCommand
{
    /// <inheritdoc/>
    public override string Deed => "the speaker's name";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        string speaker = Speaker.Trim().ReplaceLineEndings(" ");
        if (speaker.Length > Limits.OfTalks.Title)
            return Refusals.TooLong("A name", Limits.OfTalks.Title);
        return deck with { Speaker = speaker };
    }
}
