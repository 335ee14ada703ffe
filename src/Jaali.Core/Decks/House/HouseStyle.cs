using System.Text.Json.Serialization;

namespace Jaali.Core.Decks;

/// <summary>How a veil lies between a photo and words.</summary>
public enum VeilForm
{
    /// <summary>From one side, thinning out.</summary>
    Linear,

    /// <summary>From a middle, thinning out all round.</summary>
    Radial,

    /// <summary>From all edges, thinning out towards the middle.</summary>
    Edge,

    /// <summary>Evenly over the whole.</summary>
    Whole,
}

/// <summary>Two colours of a house that meet.</summary>
/// <param name="What">What they are, in words.</param>
/// <param name="Ink">The one in front.</param>
/// <param name="Ground">The one behind.</param>
/// <param name="Ratio">Their contrast in the room, 1 to 21.</param>
/// <param name="Reads">That is enough for what they are for.</param>
public sealed record ColourPair(string What, string Ink, string Ground, double Ratio, bool Reads);

/// <summary>
/// One look for a whole deck: colours, type for each role, margins, the usual veil, how slides change. Lengths in slide
/// units. A value; applying another changes everything that was not set by hand.
/// </summary>
public sealed record HouseStyle
{
    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>Colour of a slide without a photo.</summary>
    public required string Paper { get; init; }

    /// <summary>The colour that it changes to at the foot; null for a plain one.</summary>
    public string? PaperTo { get; init; }

    /// <summary>Ink of words on it; contrasts with both.</summary>
    public required string OnPaper { get; init; }

    /// <summary>Ink over dark photos.</summary>
    public required string LightInk { get; init; }

    /// <summary>Ink over light photos.</summary>
    public required string DarkInk { get; init; }

    /// <summary>Further colours, strongest first; 1 to 6.</summary>
    public required ImmutableList<string> Accents { get; init; }

    /// <summary>How each role of words is set.</summary>
    public required ImmutableSortedDictionary<WordsRole, TextStyle> Roles { get; init; }

    /// <summary>From the left and right edges to words.</summary>
    public required double MarginX { get; init; }

    /// <summary>From the top and bottom edges to words.</summary>
    public required double MarginY { get; init; }

    /// <summary>The share of the width between the margins that headings may take, 0 to 1.</summary>
    public required double WordsWidth { get; init; }

    /// <summary>The share of the slide's height that they may take, 0 to 1.</summary>
    public required double WordsHeight { get; init; }

    /// <summary>From the lower or upper edge to a credit.</summary>
    public required double CreditMargin { get; init; }

    /// <summary>The form of a new veil.</summary>
    public required VeilForm Veil { get; init; }

    /// <summary>Its colour.</summary>
    public required string VeilColour { get; init; }

    /// <summary>Its strength, 0 to 1.</summary>
    public required double VeilStrength { get; init; }

    /// <summary>How one slide gives way to the next.</summary>
    public required TransitionKind Change { get; init; }

    /// <summary>How long the change takes, in seconds.</summary>
    public double ChangeSeconds { get; init; } = Decks.Transition.Brisk;

    /// <summary>How it lays slides out; null for a style from before there was a system, whose words look for the
    /// calmest corner.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public StyleSystem? System { get; init; }

    /// <summary>How slides come in that have no way of their own.</summary>
    [JsonIgnore]
    public Transition Transition => new(Change, Change == TransitionKind.Cut ? 0 : ChangeSeconds);

    /// <summary>Every colour of the house, inks first.</summary>
    [JsonIgnore]
    public IEnumerable<string> Palette => new[] { LightInk, DarkInk }.Concat(Accents).Distinct();

    /// <summary>How a role is set: what the house says of it, and what it leaves out as the first house says.</summary>
    /// <param name="role">The role.</param>
    /// <param name="around">What a heading stands beside.</param>
    public TextStyle StyleOf(WordsRole role, HeadingSurroundings around = HeadingSurroundings.OverOne)
    {
        TextStyle usual = Usual(role);
        TextStyle whole = Roles.TryGetValue(role, out TextStyle? own) ? own.Over(usual) : usual;
        return System?.Beside(role, around) is { } differs ? differs.Over(whole) : whole;
    }

    // A style that has no system says nothing of the roles that came with it: it set them as others.
    private TextStyle Usual(WordsRole role) =>
        System is not null
            ? HouseStyles.First.Roles[role]
            : role switch
            {
                WordsRole.Section => StyleOf(WordsRole.Opening),
                WordsRole.Label => StyleOf(WordsRole.Caption),
                _ => HouseStyles.Earlier.Roles[role],
            };

    /// <summary>Every typeface of its roles.</summary>
    [JsonIgnore]
    public IEnumerable<string> Families =>
        Enum.GetValues<WordsRole>()
            .SelectMany(r => Enum.GetValues<HeadingSurroundings>().Select(a => StyleOf(r, a).Family))
            .OfType<string>()
            .Distinct();

    /// <summary>This style with every role complete.</summary>
    [JsonIgnore]
    public HouseStyle Whole =>
        this with
        {
            Roles = Enum.GetValues<WordsRole>().ToImmutableSortedDictionary(r => r, r => StyleOf(r)),
        };

    /// <summary>This style under a name of its own where it has that of one that ships, and is not it.</summary>
    internal HouseStyle Named() =>
        HouseStyles.Named(Name) is { } ships && !ships.Whole.Equals(Whole)
            ? this with
            {
                Name = Name + ", changed",
            }
            : this;

    /// <summary>This style in the colours of some photos.</summary>
    public HouseStyle In(FoundPalette palette) =>
        this with
        {
            Name = Name.Split(',')[0] + ", in the photos’ colours",
            Paper = palette.Paper,
            PaperTo = null,
            OnPaper = palette.OnPaper,
            LightInk = palette.LightInk,
            DarkInk = palette.DarkInk,
            VeilColour = palette.DarkInk,
            Accents = [.. palette.Accents.Select(a => a.Colour)],
            System = System is { } system ? system with { Grounds = [] } : null,
        };

    /// <summary>How well its colours stand out from each other in a room. Words need the contrast of small ones,
    /// accents that of large words and of marks (WCAG 2.2, success criteria 1.4.3 and 1.4.11).</summary>
    public IReadOnlyList<ColourPair> Pairs(Room room)
    {
        List<ColourPair> pairs = [Pair("Words on the paper", OnPaper, Paper, Contrast.SmallWords)];
        if (PaperTo is { } foot)
            pairs.Add(Pair("Words at its foot", OnPaper, foot, Contrast.SmallWords));
        pairs.Add(Pair("The light colour of words on the dark one", LightInk, DarkInk, Contrast.SmallWords));
        pairs.AddRange(Accents.Select((a, i) => Pair($"Accent {i + 1} on the paper", a, Paper, Contrast.LargeWords)));
        return pairs;

        ColourPair Pair(string what, string ink, string ground, double wanted)
        {
            double ratio = room.Ratio(Luminance.Of(ink), Luminance.Of(ground));
            return new(what, ink, ground, ratio, ratio >= wanted);
        }
    }

    // A column is at least so wide, in units.
    private const double NarrowestColumn = 24;

    /// <summary>What is wrong with it, or null.</summary>
    public Refusal? Fault() =>
        string.IsNullOrWhiteSpace(Name) || Name.Length > 80
            ? new("bad-name", "A house style has a name of up to 80 characters.")
        : Accents is null || Roles is null || Roles.Values.Any(l => l is null)
            ? new("bad-style", "A part of this house style is missing.")
        : new[] { Paper, OnPaper, LightInk, DarkInk, VeilColour }.Concat(Accents).Any(c => c is null)
        || new[] { Paper, PaperTo, OnPaper, LightInk, DarkInk, VeilColour }
            .Concat(Accents)
            .Any(c => !Colours.IsColour(c))
            ? new("bad-colour", "A colour has six hexadecimal digits. Choose another.")
        : Accents.Count is 0 or > 6 ? new("bad-palette", "A house style has one to six accents.")
        : !(
            MarginX is >= 0 and <= 480
            && MarginY is >= 0 and <= 320
            && CreditMargin is >= 0 and <= 320
            && WordsWidth is >= .2 and <= 1
            && WordsHeight is >= .1 and <= 1
            && VeilStrength is >= 0 and <= 1
        )
            ? new("bad-margins", "These margins or strengths leave no room for words. Choose smaller ones.")
        : Transition.Fault() is { } slow ? slow
        : System?.Fault() is { } system ? system
        : System is { } s && (1920 - 2 * MarginX - (s.Columns - 1) * s.Gutter) / s.Columns < NarrowestColumn
            ? new("bad-margins", "Margins and gutters leave no room for the columns. Choose smaller ones.")
        : Roles.Values.Select(l => l.Fault()).FirstOrDefault(f => f is not null);

    /// <inheritdoc/>
    public bool Equals(HouseStyle? other) =>
        other is not null
        && (Name, Paper, PaperTo, OnPaper, LightInk, DarkInk)
            == (other.Name, other.Paper, other.PaperTo, other.OnPaper, other.LightInk, other.DarkInk)
        && (MarginX, MarginY, WordsWidth, WordsHeight, CreditMargin)
            == (other.MarginX, other.MarginY, other.WordsWidth, other.WordsHeight, other.CreditMargin)
        && (Veil, VeilColour, VeilStrength, Change, ChangeSeconds)
            == (other.Veil, other.VeilColour, other.VeilStrength, other.Change, other.ChangeSeconds)
        && Equals(System, other.System)
        && Accents.SequenceEqual(other.Accents)
        && Roles.SequenceEqual(other.Roles);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Paper, OnPaper, MarginX, Roles.Count);
}
