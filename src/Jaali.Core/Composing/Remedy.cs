namespace Jaali.Core.Composing;

/// <summary>What may be done so that words read.</summary>
public enum RemedyKind
{
    /// <summary>Another ink of the house.</summary>
    Ink,

    /// <summary>A calm place on the photo.</summary>
    Place,

    /// <summary>The weakest veil that is enough.</summary>
    Veil,

    /// <summary>A shadow under the letters.</summary>
    Shadow,

    /// <summary>A softer ground.</summary>
    Ground,

    /// <summary>The weakest plate that is enough.</summary>
    Plate,

    /// <summary>A size that the last row can read.</summary>
    Size,

    /// <summary>They come in together with what they stand on.</summary>
    Together,
}

/// <summary>One action that makes words read better, and how they read after it.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="Sentence">What it does, for a person, as an offer.</param>
/// <param name="Command">The one edit that does it.</param>
/// <param name="After">How the words read then, measured on the slide as it would be.</param>
public sealed record Remedy(RemedyKind Kind, string Sentence, DeckCommand Command, WordsReading After);
