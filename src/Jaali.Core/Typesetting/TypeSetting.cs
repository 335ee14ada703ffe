namespace Jaali.Core.Typesetting;

/// <summary>Where lines stand in their room.</summary>
public enum WordsAlign
{
    /// <summary>At the side where reading begins.</summary>
    Start,

    /// <summary>In the middle.</summary>
    Middle,

    /// <summary>At the side where lines end.</summary>
    End,
}

/// <summary>Small letters and capitals.</summary>
public enum WordsCase
{
    /// <summary>As typed.</summary>
    AsTyped,

    /// <summary>All capitals.</summary>
    Capitals,

    /// <summary>All small.</summary>
    Small,

    /// <summary>Small letters as small capitals.</summary>
    SmallCapitals,
}

/// <summary>How words are set.</summary>
/// <param name="Face">The typeface.</param>
/// <param name="Size">Units to the em; words that do not fit are set smaller.</param>
/// <param name="Leading">From baseline to baseline, in sizes.</param>
/// <param name="Smallest">The smallest size, below which they are not set.</param>
/// <param name="Balanced">The lines share the width, so that none is nearly empty.</param>
public sealed record TypeSetting(Face Face, double Size, double Leading, double Smallest, bool Balanced)
{
    /// <summary>Space after each letter, in sizes.</summary>
    public double Spacing { get; init; }

    /// <summary>Where lines stand.</summary>
    public WordsAlign Align { get; init; }

    /// <summary>Small letters and capitals.</summary>
    public WordsCase Case { get; init; }

    /// <summary>Between paragraphs, in sizes.</summary>
    public double ParagraphGap { get; init; }

    /// <summary>Columns, at least 1.</summary>
    public int Columns { get; init; } = 1;

    /// <summary>They are set smaller where they would take more lines; null for as many as fit.</summary>
    public int? MostLines { get; init; }

    /// <summary>They are also set larger, until they fill their room.</summary>
    public bool Grows { get; init; }

    /// <summary>The largest size of words that grow, in units.</summary>
    public const double Largest = 600;
}
