using Jaali.Core.Decks;

namespace Jaali.Core.Scenes;

/// <summary>Numbers for painters of what is done to a photo.</summary>
public static class PhotoTreatment
{
    // Rec. 709 weights, as the CSS filter "grayscale" has them (Filter Effects Module Level 1); brown as its "sepia".
    private static readonly double[] Grey = [.2126, .7152, .0722, 0, .2126, .7152, .0722, 0, .2126, .7152, .0722, 0];
    private static readonly double[] Brown = [.393, .769, .189, 0, .349, .686, .168, 0, .272, .534, .131, 0];

    /// <summary>The colour matrix of a tone, or null.</summary>
    public static IReadOnlyList<double>? Colours(FrameTone tone) => tone switch { FrameTone.Grey => Grey, FrameTone.Brown => Brown, _ => null };

    /// <summary>
    /// How much a photo is enlarged so that, turned about the frame's middle, it still fills the frame: cos a + max(w/h, h/w) sin a.
    /// </summary>
    public static double Enlargement(double degrees, double aspect)
    {
        double a = Math.Abs(degrees) * Math.PI / 180;
        return Math.Cos(a) + Math.Max(aspect, 1 / aspect) * Math.Sin(a);
    }

    /// <summary>A rectangle enlarged about a point.</summary>
    internal static SlideRect About(SlideRect r, double factor, double x, double y) => new(x + (r.X - x) * factor, y + (r.Y - y) * factor, r.Width * factor, r.Height * factor);
}
