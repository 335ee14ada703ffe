using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Items;

/// <summary>Words broken into lines at a size.</summary>
/// <param name="How">Face and leading.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Lines">The lines with their widths.</param>
/// <param name="Ascent">Above the first baseline, in units.</param>
/// <param name="Width">Of the widest line.</param>
/// <param name="Height">From the top of the first line to the foot of the last.</param>
internal sealed record SetWords(
    TypeSetting How,
    double Size,
    IReadOnlyList<(string Text, double Width)> Lines,
    double Ascent,
    double Width,
    double Height
)
{
    private const double Step = 6;

    /// <summary>The largest size, at most the setting's own, at which the words fit the room; they are never
    /// cut.</summary>
    internal static SetWords Fit(string text, TypeSetting how, double width, double height, ITextMeasure measure)
    {
        for (double size = how.Size; ; size -= Step)
        {
            double s = size;
            double Measure(string t) => measure.Width(how.Face, s, t);
            IReadOnlyList<string> lines = how.Balanced
                ? LineBreaker.Balance(text, width, Measure)
                : LineBreaker.Break(text, width, Measure);
            if (size > how.Smallest && lines.Count * how.Leading * size > height)
                continue;
            double ascent = measure.Ascent(how.Face, size);
            (string Text, double Width)[] set = [.. lines.Select(l => (l, Measure(l)))];
            return new(
                how,
                size,
                set,
                ascent,
                set.Max(l => l.Width),
                ascent + measure.Descent(how.Face, size) + (lines.Count - 1) * how.Leading * size
            );
        }
    }

    /// <summary>The lines as a node.</summary>
    /// <param name="box">Where they stand.</param>
    /// <param name="right">They end at its right edge instead of beginning at its left.</param>
    /// <param name="ink">Colour.</param>
    internal TextNode Node(SlideRect box, bool right, string ink) =>
        new(
            How.Face.Id,
            Size,
            ink,
            [
                .. Lines.Select(
                    (l, i) =>
                        new SceneLine(
                            right ? box.Right - l.Width : box.X,
                            box.Y + Ascent + i * How.Leading * Size,
                            l.Width,
                            l.Text
                        )
                ),
            ]
        );
}
