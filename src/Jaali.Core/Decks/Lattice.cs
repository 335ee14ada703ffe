namespace Jaali.Core.Decks;

/// <summary>
/// The lattice of a house style on one slide: the rows of heading, photos and credit, and where photos and words come
/// in each way of sharing it. Everything that is laid out stands on its lines.
/// </summary>
/// <param name="deck">The deck; its house has a system.</param>
/// <param name="slide">The slide.</param>
public sealed class Lattice(Deck deck, Slide slide)
{
    // Columns beside and under a panel: its third, and halves, thirds and quarters of the rest, stand on lines.
    private const int PanelColumns = 18;

    // Rows of cells between heading and credit: halves, thirds and sixths stand on lines.
    private const int Rows = 6;

    // Of the height that words and photo share, what a photo above or below words takes, and less beside the words of
    // an opening: common practice, no source.
    private const double PhotoShare = .74,
        OpeningShare = .58;

    private readonly HouseStyle _house = deck.House;
    private readonly StyleSystem _system = deck.House.System!;

    /// <summary>The lattice of a slide.</summary>
    public static Lattice Of(Deck deck, Slide slide) => new(deck, slide);

    /// <summary>The slide.</summary>
    public SlideRect Bounds { get; } = deck.Shape.Bounds();

    /// <summary>From the left margin to the right one, from the head margin to the foot.</summary>
    public SlideRect Inner =>
        new(
            Bounds.X + _house.MarginX,
            Bounds.Y + _house.MarginY,
            Bounds.Width - 2 * _house.MarginX,
            ContentFoot - _house.MarginY
        );

    /// <summary>The upper edge of a credit of one line.</summary>
    public double CreditTop => Bounds.Bottom - _house.CreditMargin - CreditLine;

    /// <summary>The height of a line of credits.</summary>
    public double CreditLine => LineOf(WordsRole.Credit);

    /// <summary>Where photos and words end above the credit.</summary>
    public double ContentFoot => CreditTop - Air;

    /// <summary>Between heading and photos, photos and credit: one and a half gutters, and never less than a line of
    /// credits needs.</summary>
    public double Air => Math.Max(36, 1.5 * _system.Gutter);

    /// <summary>The height of the row of headings over several photos or a list.</summary>
    public double HeadingRow => LineOf(WordsRole.Heading, HeadingSurroundings.Several);

    /// <summary>The heading has a row of its own over what is below.</summary>
    public bool HasHeadingRow =>
        slide.Around == HeadingSurroundings.Several
        && !IsPanel
        && slide.Items.Exists(i => i.LayoutPart == LayoutPart.Heading);

    /// <summary>Where what stands under the heading's row begins.</summary>
    public double ContentTop => _house.MarginY + (HasHeadingRow ? HeadingRow + Air : 0);

    /// <summary>Between the rows of heading and credit.</summary>
    public SlideRect Content =>
        IsPanel
            ? _system.Inset
                ? Inner with
                {
                    X = PanelColumn,
                    Width = Inner.Right - PanelColumn,
                }
                : new(Bounds.X + PanelWidth, Bounds.Y, Bounds.Width - PanelWidth, Bounds.Height)
            : Inner with
            {
                Y = ContentTop,
                Height = ContentFoot - ContentTop,
            };

    private bool IsPanel => slide.Layout?.Sharing == PhotoSharing.Panel;

    // The panel of words beside photos: a third of the slide, or of its columns where photos stay within the margins.
    private double PanelWidth => Math.Round(Bounds.Width / 3);

    private double PanelColumn => Columns(_system.Columns / 3, 1).X;

    /// <summary>The grid that photos are arranged on, and that is shown.</summary>
    public SlideGrid Grid =>
        IsPanel && !_system.Inset
            ? new(0, 0, PanelColumns, Rows, 0)
            : new(_house.MarginX, _house.MarginY, _system.Columns, Rows, _system.Gutter)
            {
                Head = ContentTop - _house.MarginY,
                Foot = Bounds.Height - ContentFoot - _house.MarginY,
            };

    /// <summary>The left edge and the width of a span of columns.</summary>
    public (double X, double Width) Columns(int first, int count)
    {
        double one = (Inner.Width - (_system.Columns - 1) * _system.Gutter) / _system.Columns;
        return (Inner.X + first * (one + _system.Gutter), count * one + (count - 1) * _system.Gutter);
    }

    /// <summary>Where one photo comes.</summary>
    /// <param name="sharing">How it shares the slide with words.</param>
    /// <param name="shaped">It is cut to a shape, which no edge of the slide may cut again.</param>
    public SlideRect Photo(PhotoSharing sharing, bool shaped = false)
    {
        bool inset = _system.Inset || shaped;
        int all = _system.Columns,
            taken = sharing switch
            {
                PhotoSharing.HalfLeft or PhotoSharing.HalfRight => all / 2,
                PhotoSharing.WideLeft or PhotoSharing.WideRight => all * 2 / 3,
                PhotoSharing.NarrowLeft or PhotoSharing.NarrowRight => all / 3,
                _ => all,
            };
        bool left = sharing is PhotoSharing.HalfLeft or PhotoSharing.WideLeft or PhotoSharing.NarrowLeft;
        (double x, double width) = Columns(left ? 0 : all - taken, taken);
        double high = Math.Round(Inner.Height * (slide.Kind == SlideKind.Title ? OpeningShare : PhotoShare));
        switch (sharing)
        {
            case PhotoSharing.Above:
                return inset ? Inner with { Height = high } : Bounds with { Height = _house.MarginY + high };
            case PhotoSharing.Below:
                double top = ContentFoot - high;
                return inset
                    ? Inner with
                    {
                        Y = top,
                        Height = high,
                    }
                    : Bounds with
                    {
                        Y = top,
                        Height = Bounds.Bottom - top,
                    };
            case PhotoSharing.Within:
                return Inner with { Height = ContentFoot - HeadingHeight - Air - Inner.Y };
            case PhotoSharing.HalfLeft
            or PhotoSharing.WideLeft
            or PhotoSharing.NarrowLeft
            or PhotoSharing.HalfRight
            or PhotoSharing.WideRight
            or PhotoSharing.NarrowRight:
                if (inset)
                    return new(x, Inner.Y, width, Inner.Height);
                // To the edges: the columns end half a gutter before the line.
                double share = (double)taken / all,
                    edge = Math.Round(Bounds.Width * (left ? share : 1 - share));
                return left ? Bounds with { Width = edge } : Bounds with { X = edge, Width = Bounds.Right - edge };
            default:
                return Bounds;
        }
    }

    private double HeadingHeight => LineOf(WordsRole.Heading);

    private double LineOf(WordsRole role, HeadingSurroundings around = HeadingSurroundings.OverOne)
    {
        TextStyle style = _house.StyleOf(role, around);
        return style.Size!.Value * style.Leading!.Value;
    }

    /// <summary>
    /// Where the words of the slide have their room, beside its photo or on its own; null where they look for a place
    /// over it.
    /// </summary>
    public SlideRect? Words
    {
        get
        {
            Item[] photos = [.. slide.Items.Where(i => i.LayoutPart == LayoutPart.Photo)];
            if (photos.Length == 0)
                return slide.HasFigures ? Inner
                    : slide.Ground is null ? Indented
                    : null;
            if (slide.HasFigures && photos is [{ At.IsGround: true }])
                return Inner;
            if (photos.Length > 1)
                return IsPanel
                        ? new(
                            Inner.X,
                            Inner.Y,
                            (_system.Inset ? PanelColumn : PanelWidth) - Inner.X - Air,
                            Inner.Height
                        )
                    : slide.Around == HeadingSurroundings.Several ? Inner
                    : null;
            if (slide.Layout?.Sharing is not { } sharing || sharing == PhotoSharing.Over || photos[0].At.IsGround)
                return null;
            SlideRect p = photos[0].At.Rect;
            return sharing switch
            {
                PhotoSharing.Above or PhotoSharing.Within => Inner with
                {
                    Y = p.Bottom + Air,
                    Height = ContentFoot - p.Bottom - Air,
                },
                PhotoSharing.Below => Inner with { Height = p.Y - Air - Inner.Y },
                PhotoSharing.HalfLeft or PhotoSharing.WideLeft or PhotoSharing.NarrowLeft => Inner with
                {
                    X = p.Right + BesideAir,
                    Width = Inner.Right - p.Right - BesideAir,
                },
                _ => Inner with { Width = p.X - BesideAir - Inner.X },
            };
        }
    }

    /// <summary>Where charts, tables and flows have their room: that of the words, under the heading.</summary>
    public SlideRect Figures
    {
        get
        {
            SlideRect room = Words ?? Inner;
            if (!slide.Items.Exists(i => i.LayoutPart == LayoutPart.Heading))
                return room;
            double top = room.Y + HeadingRow + Air;
            return room with { Y = top, Height = Math.Max(CreditLine, room.Bottom - top) };
        }
    }

    // From words to a photo beside them.
    private double BesideAir => Math.Max(48, 2 * _system.Gutter);

    // The room of slides of words.
    private SlideRect Indented =>
        _system.Indent == 0
            ? Inner
            : Inner with
            {
                X = Columns(_system.Indent, 1).X,
                Width = Inner.Right - Columns(_system.Indent, 1).X,
            };

    /// <summary>The colour of a slide without a photo behind everything, where the house has some by turns; null for
    /// its paper.</summary>
    public string? Ground =>
        _system.Grounds.IsEmpty || slide.Ground is not null || slide.Layout is not { } layout
            ? null
            : _system.Grounds[layout.Turn % _system.Grounds.Count];
}
