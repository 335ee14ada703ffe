using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>How one role of words is set.</summary>
/// <param name="Face">The typeface.</param>
/// <param name="Size">Units to the em; words that do not fit are set smaller.</param>
/// <param name="Leading">From baseline to baseline, in sizes.</param>
/// <param name="Smallest">The smallest size, below which they are not set.</param>
/// <param name="Balanced">The lines share the width, so that none is nearly empty.</param>
public sealed record TypeSetting(Face Face, double Size, double Leading, double Smallest, bool Balanced);

/// <summary>The look of a deck as numbers: colours, margins and type. Lengths in slide units.</summary>
/// <param name="Paper">Colour of a slide without a photo, and of covers.</param>
/// <param name="OnPaper">Ink of words on it.</param>
/// <param name="MarginX">From the left and right edges to words.</param>
/// <param name="MarginY">From the top and bottom edges to words.</param>
/// <param name="WordsWidth">The share of the width between the margins that words may take.</param>
/// <param name="WordsHeight">The share of the slide's height that they may take.</param>
/// <param name="Opening">The opening title.</param>
/// <param name="Heading">A heading over a photo.</param>
/// <param name="Credit">A credit on a slide.</param>
/// <param name="CreditMargin">From the lower or upper edge to a credit; at the sides it stands under the words.</param>
/// <param name="ListTitle">The heading of a list at the end.</param>
/// <param name="List">Entries of a list at the end.</param>
/// <param name="ListTop">Where entries begin, below the upper edge.</param>
/// <param name="ListGap">Between entries.</param>
public sealed record Theme(
    string Paper,
    string OnPaper,
    double MarginX,
    double MarginY,
    double WordsWidth,
    double WordsHeight,
    TypeSetting Opening,
    TypeSetting Heading,
    TypeSetting Credit,
    double CreditMargin,
    TypeSetting ListTitle,
    TypeSetting List,
    double ListTop,
    double ListGap
)
{
    /// <summary>The look that every deck begins with.</summary>
    public static Theme Usual { get; } =
        new(
            Paper: "#23262B",
            OnPaper: "#EDEDED",
            MarginX: 96,
            MarginY: 84,
            WordsWidth: .8,
            WordsHeight: .5,
            Opening: new(Face.Heading, 132, 1.02, 30, true),
            Heading: new(Face.Heading, 84, 1.1, 30, true),
            Credit: new(Face.Credit, 22, 1.35, 22, false),
            CreditMargin: 40,
            ListTitle: new(Face.Heading, 64, 1.1, 64, false),
            List: new(Face.Credit, 27, 40.0 / 27, 27, false),
            ListTop: 230,
            ListGap: 12
        );
}
