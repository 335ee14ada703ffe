namespace Jaali.Core.Decks;

/// <summary>What the words of a slide are set as.</summary>
public enum SlideLayout
{
    /// <summary>The title of the talk and who gives it.</summary>
    Opening,

    /// <summary>The name of a part of the talk.</summary>
    Section,

    /// <summary>Somebody’s words and who said them.</summary>
    Quotation,

    /// <summary>One large number and what it counts.</summary>
    Number,

    /// <summary>A title and a list.</summary>
    List,

    /// <summary>Where the facts of the talk come from.</summary>
    Sources,

    /// <summary>The titles of the other slides, each leading to its slide.</summary>
    Contents,

    /// <summary>The last words and who gives the talk.</summary>
    Closing,

    /// <summary>A heading, and a line under it.</summary>
    Heading,
}

/// <summary>How a slide was laid out: another style lays it out anew.</summary>
/// <param name="Words">What its words are set as; null where they were not laid out.</param>
/// <param name="Sharing">How its photos share it with them; null without a photo.</param>
/// <param name="Chosen">A person chose how they share it; otherwise it is the first of the style's ways.</param>
/// <param name="Turn">Which of the style's grounds is its own where they go by turns, from 0.</param>
public sealed record AppliedLayout(
    SlideLayout? Words = null,
    PhotoSharing? Sharing = null,
    bool Chosen = false,
    int Turn = 0
);
