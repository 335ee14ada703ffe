namespace Jaali.Core.Legibility;

/// <summary>An ink chosen for words, what it reaches, and the plate it needs under it.</summary>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Ratio">Contrast at the worst tenth of the pixels, plate included.</param>
/// <param name="PlateColour">The plate's colour.</param>
/// <param name="PlateStrength">0 for none, to 1 for solid.</param>
public sealed record Ink(string Colour, double Ratio, string PlateColour, double PlateStrength)
{
    /// <summary>The ink that reads better over these pixels, without a plate.</summary>
    public static Ink Best(double[] under, InkPair inks, Room? room = null)
    {
        double light = Contrast.WorstTenth(under, Luminance.Of(inks.Light), room),
            dark = Contrast.WorstTenth(under, Luminance.Of(inks.Dark), room);
        return light >= dark ? new(inks.Light, light, inks.Dark, 0) : new(inks.Dark, dark, inks.Light, 0);
    }

    /// <summary>The better ink with the weakest plate, in steps of a hundredth, that lifts it to the wanted
    /// contrast.</summary>
    public static Ink WithPlate(double[] under, double wanted, InkPair inks, Room? room = null)
    {
        Ink ink = Best(under, inks, room);
        if (ink.Ratio >= wanted)
            return ink;
        double own = Luminance.Of(ink.Colour),
            plate = Math.Round(255 * Luminance.Encode(Luminance.Of(ink.PlateColour)));
        // What is under the plate is only known by its luminance; mixing its grey in sRGB, as painters do, is within
        // a step of mixing the colours.
        double[] grey = [.. under.Select(l => Luminance.Encode(l) * 255)];
        int low = 1,
            high = 100;
        while (low < high)
        {
            int middle = (low + high) / 2;
            if (Reached(middle / 100.0) >= wanted)
                high = middle;
            else
                low = middle + 1;
        }
        return ink with { PlateStrength = low / 100.0, Ratio = Reached(low / 100.0) };

        double Reached(double strength) =>
            Contrast.WorstTenth(
                [.. grey.Select(g => Luminance.Decode((g * (1 - strength) + plate * strength) / 255))],
                own,
                room
            );
    }
}

/// <summary>The two inks of a house: for dark photos and for light ones.</summary>
/// <param name="Light">As <c>#RRGGBB</c>.</param>
/// <param name="Dark">As <c>#RRGGBB</c>.</param>
public readonly record struct InkPair(string Light, string Dark)
{
    /// <summary>The one that stands against a colour.</summary>
    public string Against(string colour)
    {
        double own = Luminance.Of(colour);
        return Contrast.Ratio(own, Luminance.Of(Light)) >= Contrast.Ratio(own, Luminance.Of(Dark)) ? Light : Dark;
    }
}
