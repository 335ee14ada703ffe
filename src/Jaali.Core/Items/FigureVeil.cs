namespace Jaali.Core.Items;

/// <summary>The veil under a chart, a table or a flow that the layout has over a photo: of one strength all over, since
/// its words and lines stand everywhere.</summary>
internal static class FigureVeil
{
    // Words at marks are small, and lines between rows fine: they read by a little more than letters need, and a photo
    // under them is taken back however calm it is.
    private const double Surely = 1.15,
        Least = .4,
        Step = .05;

    /// <summary>Lays it where a photo fills the slide and the layout has everything over it.</summary>
    /// <param name="scene">The scene, painted as far as the photo.</param>
    internal static void Lay(Composition scene)
    {
        Slide slide = scene.Slide;
        if (
            scene.House.System is not { } system
            || slide.Layout?.Sharing != PhotoSharing.Over
            || slide.Ground is not Frame
            || !slide.HasFigures
        )
            return;
        string colour = scene.House.VeilColour;
        double veil = Luminance.Encode(Luminance.Of(colour)),
            most = system.AlwaysVeiled ? 1 : system.StrongestVeil,
            strength = Math.Min(Least, most);
        double ink = new[] { scene.Inks.Light, scene.Inks.Dark }
            .Select(Luminance.Of)
            .MaxBy(i => Contrast.Ratio(i, Luminance.Of(colour)));
        double[] under =
        [
            .. slide
                .Items.Where(i => i.LayoutPart == LayoutPart.Figure)
                .Select(i =>
                    Luminance.Encode(scene.Backdrop.CoarseLight(i.At.Rect).Worst(.1, ink, scene.Deck.Room).Luminance)
                ),
        ];
        while (strength < most && !under.All(Reads))
            strength = Math.Min(most, strength + Step);
        scene.AddBelow(new PathNode(Path.Rect(scene.Bounds), colour, Math.Round(strength, 2)));

        bool Reads(double grey) =>
            scene.Deck.Room.Ratio(Luminance.Decode(grey * (1 - strength) + veil * strength), ink)
            >= WordsReading.WantedFor(0, false) * Surely;
    }
}
