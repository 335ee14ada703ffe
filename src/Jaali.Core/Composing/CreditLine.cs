using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Composing;

/// <summary>The credit of a slide's photos, in a calm corner, in an ink that reads.</summary>
internal static class CreditLine
{
    // Round the words, where they stand on a plate.
    private const double PlateX = 12,
        PlateY = 6,
        Lift = 6;

    internal static void Add(Composition scene)
    {
        CreditStyle style = scene.Deck.Style;
        (PhotoUse Use, PhotoFacts Photo)[] shown =
        [
            .. ItemKinds
                .Photos(scene.Slide)
                .Select(u => (Use: u, Photo: scene.Facts.Photo(u.PhotoId)!))
                .Where(s => s.Photo is not null && style.Credits(s.Photo.Rights)),
        ];
        if (style.Place == CreditPlace.EndOnly || shown.Length == 0)
            return;
        Credit credit = SlideCredits.Compose(
            [.. shown.Select(s => new Placed(s.Photo.Rights, s.Use.Changes, s.Use.Rect))],
            scene.Bounds,
            style.Language
        );
        TypeSetting how = scene.Theme.Credit;
        ITextMeasure measure = scene.Facts.Measure;
        double Measure(string t) => measure.Width(how.Face, how.Size, t);
        double ascent = measure.Ascent(how.Face, how.Size),
            descent = measure.Descent(how.Face, how.Size),
            leading = how.Size * how.Leading,
            side = scene.Theme.MarginX;
        IReadOnlyList<SpanLine> lines = SpanLines.Break(credit.Spans, scene.Bounds.Width - 2 * side, Measure);
        var room = new WordsRoom(
            lines.Max(l => Measure(l.Text)),
            ascent + descent + (lines.Count - 1) * leading,
            side,
            scene.Theme.CreditMargin - Lift
        );
        Spot wanted = shown.Select(s => s.Use.CreditSpot).FirstOrDefault(s => s is not (Spot.Auto or Spot.Placed));
        FoundSpot spot =
            Under(scene, shown[0].Use.Rect, room)
            ?? (
                wanted == Spot.Auto
                    ? SpotFinder.Foot(scene.Around, room, Contrast.SmallWords)
                    : SpotFinder.Corner(scene.Around, room, Contrast.SmallWords, [wanted])
            );
        SlideRect box = spot.Box;
        Ink ink = Ink.WithPlate(scene.Backdrop.Under(box.Grown(4)), Contrast.SmallWords);
        List<SceneNode> nodes = [];
        if (ink.PlateStrength > 0)
            nodes.Add(
                new PathNode(
                    Path.Rect(new(box.X - PlateX, box.Y - PlateY, box.Width + 2 * PlateX, box.Height + 2 * PlateY)),
                    ink.PlateColour,
                    ink.PlateStrength
                )
            );
        List<SceneLine> set = [];
        for (int i = 0; i < lines.Count; i++)
        {
            double w = Measure(lines[i].Text),
                x = spot.Spot is Spot.BottomRight or Spot.TopRight ? box.Right - w : box.X,
                baseline = box.Y + ascent + i * leading;
            set.Add(new SceneLine(x, baseline, w, lines[i].Text));
            foreach (SceneLink link in lines[i].Links(x, baseline, ascent, descent, Measure))
                scene.Link(link);
        }
        nodes.Add(new TextNode(how.Face.Id, how.Size, ink.Colour, set));
        scene.Add(new GroupNode(null, nodes));
        scene.Tell(new ScenePart(null, "credit", box, credit.Text, ink.Ratio, ink.Ratio >= Contrast.SmallWords));
    }

    // Below the photo, at its left edge, where the slide leaves room for it.
    private static FoundSpot? Under(Composition scene, SlideRect photo, WordsRoom room)
    {
        if (scene.Deck.Style.Place != CreditPlace.UnderPhoto || scene.Bounds.Bottom - photo.Bottom < room.Height + 12)
            return null;
        var box = new SlideRect(
            Math.Min(photo.X, scene.Bounds.Right - room.Width),
            photo.Bottom + Lift,
            room.Width,
            room.Height
        );
        return new FoundSpot(Spot.BottomLeft, box, Ink.Best(scene.Backdrop.Under(box)));
    }
}
