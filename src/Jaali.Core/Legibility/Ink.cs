namespace Jaali.Core.Legibility;

/// <summary>An ink chosen for words, what it reaches, and the plate it needs under it.</summary>
/// <param name="Colour">As <c>#RRGGBB</c>.</param>
/// <param name="Ratio">Contrast at the worst tenth of the pixels, plate included.</param>
/// <param name="PlateColour">The plate's colour.</param>
/// <param name="PlateStrength">0 for none, to 1 for solid.</param>
public sealed record Ink(string Colour, double Ratio, string PlateColour, double PlateStrength)
{
    /// <summary>The ink that reads better over this, without a plate.</summary>
    public static Ink Best(LightSample under, InkPair inks, Room? room = null) => Best([under], inks, room);

    /// <summary>The ink that reads better over all of these, each by itself: where it reads worst counts.</summary>
    public static Ink Best(IReadOnlyList<LightSample> under, InkPair inks, Room? room = null)
    {
        double light = under.Min(u => u.WorstTenth(Luminance.Of(inks.Light), room)),
            dark = under.Min(u => u.WorstTenth(Luminance.Of(inks.Dark), room));
        return light >= dark ? new(inks.Light, light, inks.Dark, 0) : new(inks.Dark, dark, inks.Light, 0);
    }

    /// <summary>The better ink with the weakest plate, in steps of a hundredth, that lifts it to the wanted
    /// contrast.</summary>
    public static Ink WithPlate(LightSample under, double wanted, InkPair inks, Room? room = null)
    {
        Ink ink = Best(under, inks, room);
        if (ink.Ratio >= wanted)
            return ink;
        double own = Luminance.Of(ink.Colour),
            plate = Math.Round(255 * Luminance.Encode(Luminance.Of(ink.PlateColour))),
            // What is under the plate is only known by its luminance; mixing its grey in sRGB, as painters do, is
            // within
            // a step of mixing the colours. A plate keeps the order of what lies under it, so that the worst tenth
            // stays
            // where it is and one value is enough.
            worst = Luminance.Encode(under.Worst(.1, own, room).Luminance) * 255;
        // What is read off a histogram may be a hundredth too good.
        wanted *= 1.01;
        int low = 1,
            high = 100;
        while (low < high)
        {
            int middle = (low + high) / 2;
            if (Ratio(Plated(worst, middle)) >= wanted)
                high = middle;
            else
                low = middle + 1;
        }
        // Where something is on the other side of the ink, its order changes: that is looked at whole.
        while (low < 100 && All(low) < wanted)
            low++;
        return ink with { PlateStrength = low / 100.0, Ratio = All(low) };

        double Plated(double grey, int strength) =>
            Luminance.Decode((grey * (1 - strength / 100.0) + plate * (strength / 100.0)) / 255);

        double Ratio(double luminance) => room?.Ratio(luminance, own) ?? Contrast.Ratio(luminance, own);

        double All(int strength) =>
            under.Through(l => Plated(Luminance.Encode(l) * 255, strength)).WorstTenth(own, room);
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
