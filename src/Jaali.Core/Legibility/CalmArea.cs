namespace Jaali.Core.Legibility;

/// <summary>How much of a slide has room for words.</summary>
public static class CalmArea
{
    private const int Columns = 12,
        Rows = 8;

    /// <summary>Most restlessness (<see cref="Backdrop.Busyness"/>) of a place for words. A choice of ours, no
    /// source.</summary>
    public const double Restless = .045;

    /// <summary>The share of the slide, 0 to 1, whose cells of a twelfth by an eighth are calm.</summary>
    public static double Share(Backdrop light, SlideRect slide)
    {
        int calm = 0;
        double w = slide.Width / Columns,
            h = slide.Height / Rows;
        for (int y = 0; y < Rows; y++)
        for (int x = 0; x < Columns; x++)
            if (light.Busyness(new SlideRect(slide.X + x * w, slide.Y + y * h, w, h).Grown(-2)) <= Restless)
                calm++;
        return (double)calm / (Columns * Rows);
    }

    /// <summary>Mean perceived lightness of a photo, 0 to 1 (the cube root of luminance, after CIE L*).</summary>
    public static double Lightness(ToneMap tones)
    {
        double sum = 0;
        int n = 0;
        for (int y = 0; y < tones.Height; y += 3)
        for (int x = 0; x < tones.Width; x += 3, n++)
            sum += Math.Cbrt(tones.At(x, y));
        return sum / Math.Max(1, n);
    }
}
