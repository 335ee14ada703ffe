namespace Jaali.Core.Decks;

/// <summary>How photo and words share a slide.</summary>
public enum PhotoSharing
{
    /// <summary>The photo from edge to edge, words over it.</summary>
    Over,

    /// <summary>The photo takes the left half.</summary>
    HalfLeft,

    /// <summary>The photo takes the right half.</summary>
    HalfRight,

    /// <summary>The photo takes the left two thirds.</summary>
    WideLeft,

    /// <summary>The photo takes the right two thirds.</summary>
    WideRight,

    /// <summary>The photo takes the left third.</summary>
    NarrowLeft,

    /// <summary>The photo takes the right third.</summary>
    NarrowRight,

    /// <summary>The photo above, words on the paper below.</summary>
    Above,

    /// <summary>Words on the paper, the photo below.</summary>
    Below,

    /// <summary>The photo within the margins, words under it as a caption.</summary>
    Within,

    /// <summary>Two photos beside each other, to be compared.</summary>
    Compared,

    /// <summary>The first photo large, the others small beside it.</summary>
    Lead,

    /// <summary>Photos of one size under one heading.</summary>
    Wall,

    /// <summary>Words on a third of the slide, photos of one size on the rest, to the edges.</summary>
    Panel,
}

/// <summary>The one thing of a slide that is brought out beside its words.</summary>
public enum AccentForm
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>A short bar over the heading.</summary>
    Bar,

    /// <summary>A thin rule under it.</summary>
    Rule,

    /// <summary>The number of the point, before it.</summary>
    Number,
}

/// <summary>
/// How a house style lays slides out: where headings stand in order of preference, how photo and words share a slide,
/// what its photos, credits and grounds are like. Lengths in slide units. Styles from before there was one have none:
/// their words look for the calmest corner, their credits too.
/// </summary>
public sealed record StyleSystem
{
    /// <summary>Where headings over a photo may stand, the best first; 1 to 6.</summary>
    public required ImmutableList<Spot> Places { get; init; }

    /// <summary>The foot corner of credits.</summary>
    public required Spot CreditAt { get; init; }

    /// <summary>Credits on a slide name the title too, where there is one photo.</summary>
    public bool CreditTitles { get; init; }

    /// <summary>What stands between the parts of a credit.</summary>
    public required string CreditJoint { get; init; }

    /// <summary>How one photo and words share a slide, the best first.</summary>
    public required ImmutableList<PhotoSharing> Sharing { get; init; }

    /// <summary>The same for the opening.</summary>
    public required ImmutableList<PhotoSharing> OpeningSharing { get; init; }

    /// <summary>How several photos share one with words, the best first.</summary>
    public required ImmutableList<PhotoSharing> SeveralSharing { get; init; }

    /// <summary>How a heading beside one photo differs from one over it.</summary>
    public required TextStyle HeadingBeside { get; init; }

    /// <summary>How a heading over several photos, or over a list, differs from one over a photo.</summary>
    public required TextStyle HeadingSeveral { get; init; }

    /// <summary>Photos beside words stay within the margins; otherwise they go to the edges.</summary>
    public bool Inset { get; init; }

    /// <summary>A photo beside words is shown whole where it can be, not cut to its place.</summary>
    public bool WholePhotos { get; init; }

    /// <summary>Width of a line round photos within the slide, in the ink of its paper; 0 for none.</summary>
    public double EdgeLine { get; init; }

    /// <summary>Photos are shown in black and white, where nothing forbids it.</summary>
    public bool BlackAndWhite { get; init; }

    /// <summary>The space between photos, and half of that between a heading and photos.</summary>
    public double Gutter { get; init; } = 24;

    /// <summary>Columns between the margins.</summary>
    public int Columns { get; init; } = 12;

    /// <summary>Colours of slides without a photo, by turns; empty for the paper.</summary>
    public ImmutableList<string> Grounds { get; init; } = [];

    /// <summary>What is brought out.</summary>
    public AccentForm Accent { get; init; }

    /// <summary>What goes with the first words of a slide of words (a name, what a number counts) stands at the foot,
    /// not under them.</summary>
    public bool Apart { get; init; }

    /// <summary>How far words on a slide of words are set in, in columns.</summary>
    public int Indent { get; init; }

    /// <summary>Words over a photo always have the veil of the house under them.</summary>
    public bool AlwaysVeiled { get; init; }

    /// <summary>The strongest veil that a heading may need before another place is looked for, 0 to 1.</summary>
    public double StrongestVeil { get; init; } = .7;

    /// <summary>How a role is set where it differs by what it stands beside; null where it does not.</summary>
    public TextStyle? Beside(WordsRole role, HeadingSurroundings around) =>
        role != WordsRole.Heading ? null
        : around == HeadingSurroundings.OnePhoto ? HeadingBeside
        : around == HeadingSurroundings.Several ? HeadingSeveral
        : null;

    /// <summary>What is wrong with it, or null.</summary>
    internal Refusal? Fault() =>
        Places is null
        || Sharing is null
        || OpeningSharing is null
        || SeveralSharing is null
        || Grounds is null
        || CreditJoint is null
        || HeadingBeside is null
        || HeadingSeveral is null
            ? new("bad-style", "A part of this house style is missing.")
        : Places.Count is 0 or > 6 || Places.Exists(p => p is Spot.Auto or Spot.Placed or Spot.Under)
            ? new("bad-places", "A house style names one to six places of headings.")
        : CreditAt is not (Spot.BottomLeft or Spot.BottomRight)
            ? new("bad-places", "Credits stand at the foot, left or right.")
        : Sharing.IsEmpty || OpeningSharing.IsEmpty || SeveralSharing.IsEmpty
            ? new("bad-sharing", "A house style says how photos and words share a slide.")
        : Sharing.Concat(OpeningSharing).Any(s => s >= PhotoSharing.Compared)
        || SeveralSharing.Exists(s => s < PhotoSharing.Compared)
            ? new("bad-sharing", "One photo and several photos share a slide with words in ways of their own.")
        : CreditJoint.Length is 0 or > 5
            ? new("bad-joint", "Between the parts of a credit stand one to five characters.")
        : Grounds.Count > 6 || Grounds.Exists(g => g is null || !Colours.IsColour(g))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : !(
            EdgeLine is >= 0 and <= 40
            && Gutter is >= 0 and <= 120
            && Columns is >= 2 and <= 24
            && Indent >= 0
            && Indent < Columns / 2
            && StrongestVeil is >= 0 and <= 1
        )
            ? new("bad-margins", "These measures of the house style leave no room. Choose smaller ones.")
        : HeadingBeside.Fault() ?? HeadingSeveral.Fault();

    /// <inheritdoc/>
    public bool Equals(StyleSystem? other) =>
        other is not null
        && (CreditAt, CreditTitles, CreditJoint, Inset, WholePhotos, EdgeLine, BlackAndWhite)
            == (
                other.CreditAt,
                other.CreditTitles,
                other.CreditJoint,
                other.Inset,
                other.WholePhotos,
                other.EdgeLine,
                other.BlackAndWhite
            )
        && (Gutter, Columns, Accent, Apart, Indent, AlwaysVeiled, StrongestVeil)
            == (
                other.Gutter,
                other.Columns,
                other.Accent,
                other.Apart,
                other.Indent,
                other.AlwaysVeiled,
                other.StrongestVeil
            )
        && (HeadingBeside, HeadingSeveral) == (other.HeadingBeside, other.HeadingSeveral)
        && Places.SequenceEqual(other.Places)
        && Sharing.SequenceEqual(other.Sharing)
        && OpeningSharing.SequenceEqual(other.OpeningSharing)
        && SeveralSharing.SequenceEqual(other.SeveralSharing)
        && Grounds.SequenceEqual(other.Grounds);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(CreditAt, Gutter, Columns, Accent, Places.Count);
}

/// <summary>What a heading stands beside.</summary>
public enum HeadingSurroundings
{
    /// <summary>Over a photo, or alone.</summary>
    OverOne,

    /// <summary>Beside one photo.</summary>
    OnePhoto,

    /// <summary>Over several photos, or over a list.</summary>
    Several,
}
