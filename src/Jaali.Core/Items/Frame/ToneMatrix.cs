namespace Jaali.Core.Items;

/// <summary>The colour matrices of tones.</summary>
public static class ToneMatrix
{
    // Rec. 709 weights, as the CSS filter "grayscale" has them (Filter Effects Module Level 1); brown as its "sepia".
    private static readonly double[] Grey = [.2126, .7152, .0722, 0, .2126, .7152, .0722, 0, .2126, .7152, .0722, 0];
    private static readonly double[] Brown = [.393, .769, .189, 0, .349, .686, .168, 0, .272, .534, .131, 0];

    /// <summary>The colour matrix of a tone, or null.</summary>
    public static IReadOnlyList<double>? Of(FrameTone tone) =>
        tone switch
        {
            FrameTone.Grey => Grey,
            FrameTone.Brown => Brown,
            _ => null,
        };
}
