namespace Jaali.Core.Typesetting;

/// <summary>One style of a family of type: what one font file holds.</summary>
/// <param name="Id">Name in scenes and files.</param>
/// <param name="Family">Name of the family.</param>
/// <param name="Bold">True for the heavier style.</param>
/// <param name="Italic">True for the slanted style.</param>
public sealed record Face(string Id, string Family, bool Bold = false, bool Italic = false)
{
    /// <summary>What headings are set in until another family is chosen.</summary>
    public static Face Heading { get; } = Of("Anek Latin", bold: true);

    /// <summary>What running words are set in until another family is chosen.</summary>
    public static Face Text { get; } = Of("Spline Sans");

    /// <summary>What credits are set in until another family is chosen.</summary>
    public static Face Credit { get; } = Of("Spline Sans Mono");

    /// <summary>The face of a family in a style; whether there is one is known by <see cref="IFonts"/>.</summary>
    public static Face Of(string family, bool bold = false, bool italic = false) =>
        new(
            family
                + (bold, italic) switch
                {
                    (false, false) => " Regular",
                    (true, false) => " Bold",
                    (false, true) => " Italic",
                    _ => " Bold Italic",
                },
            family,
            bold,
            italic
        );
}

/// <summary>Measures of a face, each for a size of 1.</summary>
/// <param name="Ascent">From the baseline up to the top of the line.</param>
/// <param name="Descent">From the baseline down to its foot, positive.</param>
/// <param name="XHeight">Height of small letters.</param>
/// <param name="CapHeight">Height of capitals.</param>
/// <param name="Underline">From the baseline down to the middle of an underline, positive.</param>
/// <param name="Stroke">Thickness of an underline.</param>
public sealed record FaceMetrics(
    double Ascent,
    double Descent,
    double XHeight,
    double CapHeight,
    double Underline,
    double Stroke
);

/// <summary>The typefaces at hand, and widths of words in them: kerning and marks as they will be drawn.</summary>
public interface IFonts
{
    /// <summary>Another number after every typeface that came or went.</summary>
    int Revision => 0;

    /// <summary>The face of a family in a style, or the nearest that there is; of a family that is not at hand, one of
    /// the
    /// first family.</summary>
    Face Find(string family, bool bold = false, bool italic = false);

    /// <summary>The face itself where it has every letter of a cluster; else the first of the faces for other scripts
    /// that
    /// has them; null where none does.</summary>
    /// <param name="face">The wanted face.</param>
    /// <param name="cluster">What is read as one letter.</param>
    Face? For(Face face, string cluster);

    /// <summary>What is to be known of a family before a talk is handed on.</summary>
    FontTerms Terms(string family) => FontTerms.Free;

    /// <summary>Measures of a face.</summary>
    FaceMetrics Metrics(Face face);

    /// <summary>For each UTF-16 place of a text, 0 to its length, how far the line has come before it in the order of
    /// reading, for a size of 1. All of a cluster's width lies at its start.</summary>
    /// <param name="face">The face.</param>
    /// <param name="text">Written one way.</param>
    /// <param name="rightToLeft">Which way.</param>
    double[] Advances(Face face, string text, bool rightToLeft);

    /// <summary>Width of a line, in the unit of <paramref name="size"/>.</summary>
    double Width(Face face, double size, string text, bool rightToLeft = false);
}
