namespace Jaali.Core.Items;

/// <summary>A colour that something is drawn in.</summary>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Opacity">0 to 1.</param>
internal readonly record struct MarkColour(string Colour, double Opacity = 1);

/// <summary>The colours of marks: accents of the house that stand out from what lies under them, then shades of the
/// ink.</summary>
internal static class MarkColours
{
    // What is drawn must stand out so far from what lies beside it (WCAG 2.2, success criterion 1.4.11).
    private const double Drawn = 3;

    // Beside the first accent come shades of the ink, far enough from each other to be told apart side by side; then
    // the other accents.
    private static readonly double[] Shades = [.7, .4, .22];

    /// <summary>What stays back beside what is brought out.</summary>
    internal static MarkColour Back(string ink) => new(ink, .34);

    /// <summary>What is not filled: the track of a ring, the rest of a whole.</summary>
    internal static MarkColour Track(string ink) => new(ink, .14);

    /// <summary>The accents that stand out from a place, the strongest of the house first; the ink where none
    /// does.</summary>
    internal static IReadOnlyList<string> Accents(Composition scene, SlideRect rect, string ink)
    {
        double under = scene.Backdrop.CoarseLight(rect).Worst(.5, Luminance.Of(ink)).Luminance;
        string[] drawn = [.. scene.House.Accents.Where(a => Contrast.Ratio(Luminance.Of(a), under) >= Drawn)];
        return drawn.Length > 0 ? drawn : [ink];
    }

    /// <summary>So many colours that are told apart.</summary>
    internal static MarkColour[] Of(IReadOnlyList<string> accents, string ink, int count) =>
        [
            .. Enumerable
                .Range(0, count)
                .Select(i =>
                    i == 0 ? new MarkColour(accents[0])
                    : i <= Shades.Length ? new MarkColour(ink, Shades[i - 1])
                    : i - Shades.Length < accents.Count ? new MarkColour(accents[i - Shades.Length])
                    : new MarkColour(ink, Shades[i % Shades.Length] * .8)
                ),
        ];
}
