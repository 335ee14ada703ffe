namespace Jaali.Core.Scenes;

/// <summary>The look of a deck as it is set: its house style in the faces that are at hand.</summary>
/// <param name="house">The house style.</param>
/// <param name="fonts">The faces.</param>
/// <param name="around">What a heading stands beside.</param>
public sealed class Theme(HouseStyle house, IFonts fonts, HeadingSurroundings around = HeadingSurroundings.OverOne)
{
    // Below this words that look for their own size are not set: common practice, no source.
    private const double SmallestWords = 30;

    // Headings break into so many lines at most: common practice, no source.
    private const int MostHeadingLines = 3;

    /// <summary>The house style.</summary>
    public HouseStyle House => house;

    /// <summary>Where entries of a list at the end begin, below the upper edge.</summary>
    public double ListTop => house.MarginY + ListTitle.Size * 2.28;

    /// <summary>Between entries, in units.</summary>
    public const double ListGap = 12;

    /// <summary>Entries of a list at the end.</summary>
    public TypeSetting List => Setting(WordsRole.Credit, new TextStyle { Size = 27, Leading = 40.0 / 27 });

    /// <summary>The heading of a list at the end.</summary>
    public TypeSetting ListTitle => Setting(WordsRole.Heading, new TextStyle { Size = 64, Grows = false });

    /// <summary>How words of a role are set.</summary>
    /// <param name="role">What they are for.</param>
    /// <param name="own">What was set by hand; null for nothing.</param>
    public TypeSetting Setting(WordsRole role, TextStyle? own = null)
    {
        TextStyle look = StyleOf(role, own);
        bool headed = role is WordsRole.Opening or WordsRole.Heading or WordsRole.Section;
        double size = look.Size!.Value;
        return new(
            fonts.Find(look.Family!, look.Bold == true, look.Italic == true),
            size,
            look.Leading!.Value,
            // A size that a hand set is kept.
            role == WordsRole.Credit
            || own?.Size is not null
                ? size
                : Math.Min(size, SmallestWords),
            headed || role is WordsRole.Subtitle or WordsRole.Quotation or WordsRole.Caption
        )
        {
            Spacing = look.Spacing ?? 0,
            Align = look.Align ?? WordsAlign.Start,
            Case = look.Case ?? WordsCase.AsTyped,
            ParagraphGap = role == WordsRole.Body ? .35 : 0,
            MostLines = headed && house.System is not null ? MostHeadingLines : null,
            Columns = look.Columns ?? 1,
            Grows = look.Grows ?? false,
        };
    }

    /// <summary>The whole look of words of a role.</summary>
    /// <param name="role">What they are for.</param>
    /// <param name="own">What was set by hand; null for nothing.</param>
    public TextStyle StyleOf(WordsRole role, TextStyle? own = null) =>
        own is null ? house.StyleOf(role, around) : own.Over(house.StyleOf(role, around));
}
