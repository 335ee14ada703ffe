using Jaali.Core.Decks;
using Jaali.Core.Framing;
using Jaali.Core.Legibility;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Scenes;

/// <summary>Turns slides into scenes. A pure function of the deck and the facts about its photos.</summary>
public static class SceneBuilder
{
    /// <summary>The colour of a slide without a photo.</summary>
    public const string Paper = "#23262B";

    private const double MarginX = 96,
        MarginY = 84,
        CreditSize = 22,
        CreditMargin = 40;

    /// <summary>All scenes of a slide: one, or as many pages as the credits need (none while there is no photo).</summary>
    public static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts) =>
        slide.Kind == SlideKind.Credits ? CreditsPages.Build(deck, slide, facts) : [One(deck, slide, facts)];

    /// <summary>All scenes of a deck, in order.</summary>
    public static IReadOnlyList<Scene> BuildAll(Deck deck, ISceneFacts facts) =>
        [.. deck.Slides.SelectMany(s => Build(deck, s, facts))];

    private static Scene One(Deck deck, Slide slide, ISceneFacts facts)
    {
        SlideRect bounds = deck.Shape.Bounds();
        List<SceneNode> nodes = [];
        List<SceneLink> links = [];
        List<SlideRect> taken = [];
        SlideLight light = SlideLight.Plain(Paper);
        PhotoPoint? subject = null;
        PhotoFacts? photo = slide.Ground is { } g ? facts.Photo(g.PhotoId) : null;
        if (photo is not null)
        {
            Frame ground = slide.Ground!;
            SlideRect image = DragGuides.WholePhoto(ground);
            SlideRect r = ground.Rect;
            double enlarged = Straightening.Enlargement(ground.Turn, r.Aspect),
                sharpness = photo.Width / (image.Width * enlarged);
            nodes.Add(
                new PhotoNode(
                    ground.Id,
                    ground.PhotoId,
                    r,
                    image,
                    sharpness,
                    Alt(photo),
                    sharpness >= .98 ? Sharp.Sharp
                        : sharpness >= .75 ? Sharp.ALittleSoft
                        : Sharp.Soft,
                    ground.Mask,
                    MaskShape.Radius(r),
                    ground.Turn,
                    enlarged,
                    ToneMatrix.Of(ground.Tone)
                )
            );
            foreach (CropWindow c in ground.Hidden)
                nodes.Add(
                    new PlateNode(
                        ground.Id,
                        new SlideRect(
                            r.X + c.X * r.Width,
                            r.Y + c.Y * r.Height,
                            c.Width * r.Width,
                            c.Height * r.Height
                        ),
                        Paper,
                        1
                    )
                );
            if (facts.Tones(ground.PhotoId) is { } tones)
                light = SlideLight.Photo(tones, ground, Paper);
            subject = new PhotoPoint(image.X + image.Width * photo.Focal.X, image.Y + image.Height * photo.Focal.Y);
        }
        foreach (Words words in slide.Words)
            AddWords(deck, slide, words, facts, bounds, light, subject, nodes, taken);
        if (photo is not null)
            AddCredit(photo, slide.Ground!, deck.Style, facts, bounds, light, subject, taken, nodes, links);
        return new Scene(slide.Id, 0, bounds.Width, bounds.Height, Paper, nodes, links);
    }

    private static string Alt(PhotoFacts photo) =>
        photo.Rights.Title.Length > 0 ? $"Photo: {photo.Rights.Title}" : "Photo";

    private static void AddWords(
        Deck deck,
        Slide slide,
        Words words,
        ISceneFacts facts,
        SlideRect bounds,
        SlideLight light,
        PhotoPoint? subject,
        List<SceneNode> nodes,
        List<SlideRect> taken
    )
    {
        string text = words.Say(deck, slide);
        if (string.IsNullOrWhiteSpace(text))
            return;
        bool opening = words.Role == WordsRole.Opening;
        (double size, double leading, IReadOnlyList<string> lines) = Fit(
            text,
            opening ? 132 : 84,
            opening ? 1.02 : 1.1,
            bounds.Width - 2 * MarginX,
            bounds.Height * .5,
            facts.Measure
        );
        double ascent = facts.Measure.Ascent(Face.Heading, size),
            descent = facts.Measure.Descent(Face.Heading, size);
        double width = lines.Max(l => facts.Measure.Width(Face.Heading, size, l)),
            height = ascent + descent + (lines.Count - 1) * leading * size;
        Spot[] order =
            opening || light.IsPlain
                ? [Spot.BottomLeft, Spot.TopLeft, Spot.BottomRight, Spot.TopRight]
                : [Spot.TopLeft, Spot.BottomLeft, Spot.TopRight, Spot.BottomRight];
        SlideRect box;
        Ink ink;
        if (words.Spot == Spot.Auto)
        {
            FoundSpot found = SpotFinder.Corner(
                light,
                bounds,
                width,
                height,
                MarginX,
                MarginY,
                taken,
                subject,
                Contrast.SmallWords,
                order
            );
            (box, ink) = (found.Box, found.Ink);
        }
        else
        {
            box = SpotFinder.BoxAt(words.Spot, bounds, width, height, MarginX, MarginY);
            ink = Ink.Best(light.Under(box));
        }
        bool right = box.X > bounds.Width / 2;
        nodes.Add(
            new LinesNode(
                words.Id,
                opening ? "opening" : "heading",
                Face.Heading.Id,
                size,
                ink.Colour,
                box,
                ink.Ratio,
                ink.Ratio >= Contrast.LargeWords,
                [.. lines.Select((l, i) => Line(l, i))]
            )
        );
        taken.Add(box);

        SceneLine Line(string line, int i)
        {
            double w = facts.Measure.Width(Face.Heading, size, line);
            return new(right ? box.Right - w : box.X, box.Y + ascent + i * leading * size, w, line);
        }
    }

    /// <summary>The largest size, at most <paramref name="size"/>, at which the words fit the room; they are never cut.</summary>
    private static (double Size, double Leading, IReadOnlyList<string> Lines) Fit(
        string text,
        double size,
        double leading,
        double width,
        double height,
        ITextMeasure measure
    )
    {
        for (; ; size -= 6)
        {
            double s = size;
            IReadOnlyList<string> lines = LineBreaker.Balance(text, width * .8, t => measure.Width(Face.Heading, s, t));
            if (size <= 30 || lines.Count * leading * size <= height)
                return (size, leading, lines);
        }
    }

    private static void AddCredit(
        PhotoFacts photo,
        Frame frame,
        CreditStyle style,
        ISceneFacts facts,
        SlideRect bounds,
        SlideLight light,
        PhotoPoint? subject,
        List<SlideRect> taken,
        List<SceneNode> nodes,
        List<SceneLink> links
    )
    {
        if (style.Place == CreditPlace.EndOnly || !style.Credits(photo.Rights))
            return;
        Credit credit = SlideCredits.Compose(
            [new Placed(photo.Rights, Changes.Of(frame), frame.Rect)],
            bounds,
            style.Language
        );
        double most = bounds.Width - 2 * CreditMargin;
        IReadOnlyList<SpanLine> lines = SpanLines.Break(
            credit.Spans,
            most,
            t => facts.Measure.Width(Face.Credit, CreditSize, t)
        );
        double ascent = facts.Measure.Ascent(Face.Credit, CreditSize),
            descent = facts.Measure.Descent(Face.Credit, CreditSize),
            leading = CreditSize * 1.35;
        double width = lines.Max(l => facts.Measure.Width(Face.Credit, CreditSize, l.Text)),
            height = ascent + descent + (lines.Count - 1) * leading;
        FoundSpot spot =
            Under(style, frame.Rect, bounds, width, height, light)
            ?? SpotFinder.Corner(
                light,
                bounds,
                width,
                height,
                CreditMargin,
                CreditMargin - 6,
                taken,
                subject,
                Contrast.SmallWords,
                frame.CreditSpot == Spot.Auto ? null : [frame.CreditSpot]
            );
        Ink ink = Ink.WithPlate(light.Under(spot.Box.Grown(4)), Contrast.SmallWords);
        if (ink.PlateStrength > 0)
            nodes.Add(
                new PlateNode(
                    null,
                    new SlideRect(spot.Box.X - 12, spot.Box.Y - 6, spot.Box.Width + 24, spot.Box.Height + 12),
                    ink.PlateColour,
                    ink.PlateStrength
                )
            );
        List<SceneLine> set = [];
        for (int i = 0; i < lines.Count; i++)
        {
            double w = facts.Measure.Width(Face.Credit, CreditSize, lines[i].Text);
            double x = spot.Spot is Spot.BottomRight or Spot.TopRight ? spot.Box.Right - w : spot.Box.X,
                baseline = spot.Box.Y + ascent + i * leading;
            set.Add(new SceneLine(x, baseline, w, lines[i].Text));
            links.AddRange(
                lines[i].Links(x, baseline, ascent, descent, t => facts.Measure.Width(Face.Credit, CreditSize, t))
            );
        }
        nodes.Add(
            new LinesNode(
                null,
                "credit",
                Face.Credit.Id,
                CreditSize,
                ink.Colour,
                spot.Box,
                ink.Ratio,
                ink.Ratio >= Contrast.SmallWords,
                set
            )
        );
    }

    // Below the photo, at its left edge, where the slide leaves room for it.
    private static FoundSpot? Under(
        CreditStyle style,
        SlideRect photo,
        SlideRect slide,
        double width,
        double height,
        SlideLight light
    )
    {
        if (style.Place != CreditPlace.UnderPhoto || slide.Bottom - photo.Bottom < height + 12)
            return null;
        var box = new SlideRect(Math.Min(photo.X, slide.Right - width), photo.Bottom + 6, width, height);
        return new FoundSpot(Spot.BottomLeft, box, Ink.Best(light.Under(box)));
    }
}
