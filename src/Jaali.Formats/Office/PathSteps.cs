using System.Globalization;
using Jaali.Core.Geometry;

namespace Jaali.Formats.Office;

/// <summary>A path step by step, for formats that write its steps in their own words.</summary>
internal static class PathSteps
{
    /// <summary>Each step: M, L, C or Z, and its places.</summary>
    internal static IEnumerable<(char Letter, SlidePoint[] To)> Of(Core.Geometry.Path path)
    {
        string[] words = path.Data.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (int i = 0; i < words.Length; )
        {
            char letter = words[i++][0];
            int places = letter switch
            {
                'C' => 3,
                'Z' => 0,
                _ => 1,
            };
            var to = new SlidePoint[places];
            for (int p = 0; p < places; p++)
                to[p] = new(Number(words[i++]), Number(words[i++]));
            yield return (letter, to);
        }
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
