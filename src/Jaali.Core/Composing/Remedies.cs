using System.Globalization;

namespace Jaali.Core.Composing;

/// <summary>Finds what makes words read: each remedy is computed, carried out on the deck as a value, and measured on
/// the
/// slide that comes of it; what does not help is not offered.</summary>
public static class Remedies
{
    // A remedy that changes less is none.
    private const double Better = 1.08;

    /// <summary>The remedies for words, those that are enough first; none for words that read well from
    /// everywhere.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slideId">The slide.</param>
    /// <param name="itemId">The words.</param>
    /// <param name="facts">Photos, colours, faces.</param>
    /// <param name="edits">What edits need to know.</param>
    public static IReadOnlyList<Remedy> Of(Deck deck, Guid slideId, Guid itemId, ISceneFacts facts, IEditFacts edits)
    {
        if (deck.Slide(slideId) is not { } slide || slide.Item(itemId) is not Words words)
            return [];
        if (Whole(deck, slideId, itemId, facts) is not { Reading: { } now } part)
            return [];
        return new Search(deck, slide, words, part, now, facts, edits).All();
    }

    // With what lies over it, too: other words may lie on these.
    private static ScenePart? Whole(Deck deck, Guid slideId, Guid itemId, ISceneFacts facts) =>
        SceneBuilder.Build(deck, deck.Slide(slideId)!, facts)[0].Parts.FirstOrDefault(p => p.ItemId == itemId);

    private static string Where(SlideRect place, SlideRect slide)
    {
        double x = (place.X + place.Width / 2) / slide.Width,
            y = (place.Y + place.Height / 2) / slide.Height;
        string down = y < .4 ? "upper"
            : y > .6 ? "lower"
            : "",
            across = x < .4 ? "left"
            : x > .6 ? "right"
            : "middle";
        return down.Length == 0 ? across : $"{down} {across}";
    }

    // The search for words on one slide.
    private sealed class Search(
        Deck deck,
        Slide slide,
        Words words,
        ScenePart part,
        WordsReading now,
        ISceneFacts facts,
        IEditFacts edits
    )
    {
        private readonly List<Remedy> _found = [];
        private readonly Guid _slideId = slide.Id,
            _itemId = words.Id;

        internal IReadOnlyList<Remedy> All()
        {
            if (now.SmallForTheBackRow)
            {
                double size = Math.Ceiling(now.SmallestSize);
                Offer(
                    RemedyKind.Size,
                    string.Create(CultureInfo.InvariantCulture, $"set them in size {size:0}"),
                    Look(new TextStyle { Size = size, Grows = false })
                );
            }
            Composition below = ItemKinds.Below(deck, slide, words, facts);
            if (now.Readable == Readable.Well && Lies(part))
                Calm(below);
            if (now.Readable != Readable.Well)
            {
                if (now.Press is not null)
                    Together();
                Inks();
                Calm(below);
                Veils(below);
                double size = part.Set!.Size;
                // A wider one is fainter beside the letters, and helps less.
                Offer(
                    RemedyKind.Shadow,
                    "lay a shadow under the letters",
                    Look(new TextStyle { Shadow = Math.Min(80, Math.Round(.12 * size)) })
                );
                SofterGround();
                Plates();
            }
            return [.. _found.OrderBy(r => r.After.Readable != Readable.Well).ThenBy(r => r.Kind)];
        }

        private EditItem Look(TextStyle look) => new(_slideId, _itemId, new WordsEdit(Style: look));

        // True where it was offered and is enough.
        private bool Offer(RemedyKind kind, string sentence, DeckCommand command)
        {
            if (After(command) is not { } after)
                return false;
            bool helps =
                kind == RemedyKind.Size
                    ? !after.Reading!.SmallForTheBackRow
                    : !(Lies(after) && !Lies(part))
                        && (
                            Lies(part) && !Lies(after) && after.Reading!.Readable <= now.Readable
                            || after.Reading!.Readable < now.Readable
                            || after.Reading.Ratio > now.Ratio * Better
                        );
            if (!helps)
                return false;
            _found.RemoveAll(r => r.Kind == kind);
            _found.Add(new(kind, sentence, command, after.Reading!));
            return after.Reading!.Readable == Readable.Well;
        }

        // On other words, or half on a photo.
        private static bool Lies(ScenePart words) => words.LiesOn is not null || words.AcrossEdge;

        // Only what moves words, or words that lie on something, needs the slide whole.
        private ScenePart? After(DeckCommand command) =>
            DeckEditor.Apply(deck, command, edits) is Edited e
            && (
                command is PlaceItem || Lies(part)
                    ? Whole(e.Deck, _slideId, _itemId, facts)
                    : SceneBuilder.Part(e.Deck, e.Deck.Slide(_slideId)!, _itemId, facts)
            )
                is { Reading: not null } after
                ? after
                : null;

        // They come in with the last of what they stand on.
        private void Together()
        {
            IReadOnlySet<Guid> late = SlidePresses.Hidden(slide)[now.Press!.Value];
            int last = slide.Cues.FindLastIndex(c => c.Act == CueAct.ComesIn && c.Things.Any(late.Contains));
            if (last >= 0 && !slide.Cues.Exists(c => c.Things.Contains(_itemId)))
                Offer(
                    RemedyKind.Together,
                    "let them come with what they stand on",
                    new AddCue(
                        _slideId,
                        new Cue(
                            default,
                            CueAct.ComesIn,
                            _itemId,
                            Start: CueStart.WithBefore,
                            Seconds: slide.Cues[last].Seconds
                        ),
                        last + 1
                    )
                );
        }

        private void Inks()
        {
            (DeckCommand Command, WordsReading After, string Ink)? best = null;
            foreach (string ink in deck.House.Palette)
            {
                EditItem command = Look(new TextStyle { Ink = ink });
                if (After(command)?.Reading is { } after && (best is null || after.Ratio > best.Value.After.Ratio))
                    best = (command, after, ink);
            }
            if (best is { } b)
                Offer(
                    RemedyKind.Ink,
                    b.Ink == deck.House.LightInk ? "use the light colour"
                        : b.Ink == deck.House.DarkInk ? "use the dark colour"
                        : "use another colour of the style",
                    b.Command
                );
        }

        // The calm places on the slide, best first by contrast and calm; the first that is enough is offered.
        private void Calm(Composition below)
        {
            SlideRect box = part.Box,
                bounds = below.Bounds;
            double left = deck.House.MarginX,
                top = deck.House.MarginY,
                right = bounds.Width - left - box.Width,
                bottom = bounds.Height - top - box.Height;
            if (right < left || bottom < top)
                return;
            Surroundings around = below.Around;
            SlideRect[] others =
            [
                .. SceneBuilder
                    .Build(deck, slide, facts)[0]
                    .Parts.Where(p => p.ItemId != _itemId && p.Contrast is not null)
                    .Select(p => p.Box),
            ];
            List<(double Cost, SlideRect Place)> places = [];
            for (int r = 0; r < 5; r++)
            for (int c = 0; c < 5; c++)
            {
                var place = new SlideRect(
                    Math.Round(left + (right - left) * c / 4),
                    Math.Round(top + (bottom - top) * r / 4),
                    box.Width,
                    box.Height
                );
                if (others.Any(o => o.Grown(24).Overlaps(place)) || !SpotFinder.StandsClear(around, place))
                    continue;
                LightSample under = around.Under.Light(place);
                double ratio = words.Style?.Ink is { } own
                    ? under.WorstTenth(Luminance.Of(own))
                    : Ink.Best(under, below.Inks).Ratio;
                bool onSubject = around.Subjects.Any(s => place.Grown(40).Contains(s));
                places.Add((around.Under.Busyness(place) * 4 - Math.Log(ratio) + (onSubject ? 3 : 0), place));
            }
            foreach ((_, SlideRect place) in places.OrderBy(p => p.Cost).Take(3))
            {
                // The room keeps its measure, so that the lines stay as they are.
                SlideRect room = words.Spot == Spot.Placed ? words.At.Rect : place with { Width = place.Width + 2 };
                if (
                    Offer(
                        RemedyKind.Place,
                        $"move them to the calm {Where(place, bounds)}",
                        new PlaceItem(_slideId, _itemId, room with { X = place.X, Y = place.Y }, words.At.Turn)
                    )
                )
                    return;
            }
        }

        private void Veils(Composition below)
        {
            SceneNode[] nodes = [.. SceneBuilder.Build(deck, slide, facts)[0].NodesOf(_itemId)];
            string ink = nodes.OfType<TextNode>().LastOrDefault()?.Ink ?? deck.House.LightInk;
            double own = Luminance.Of(ink);
            // The veil of the house, where it is the contrary of the ink.
            string colour =
                room(Luminance.Of(deck.House.VeilColour), own) >= now.Wanted
                    ? deck.House.VeilColour
                    : below.Inks.Against(ink);
            SolvedVeil? solved = VeilSolver.Solve(
                part.Reading!.Letters,
                below.Backdrop,
                part.Box,
                below.Around.Subjects,
                below.Bounds,
                own,
                Luminance.Of(colour),
                now.Wanted,
                deck.Room
            );
            if (solved is null)
                return;
            // What was found on samples is measured on the slide, and made a little stronger where it is not enough.
            for (double strength = solved.Strength; strength <= 1.0001; strength += .02)
            {
                var veil = new AddItem(
                    _slideId,
                    new VeilEdit(
                        solved.Form,
                        colour,
                        Math.Min(1, Math.Round(strength, 2)),
                        solved.Angle,
                        solved.Extent
                    ),
                    solved.Rect
                );
                if (
                    Offer(
                        RemedyKind.Veil,
                        strength < .45 ? "lay a light veil"
                            : strength < .75 ? "lay a veil"
                            : "lay a strong veil",
                        veil
                    )
                )
                    return;
            }

            double room(double a, double b) => deck.Room.Ratio(a, b);
        }

        private void SofterGround()
        {
            if (slide.Ground is not Frame { Tone: FrameTone.Natural or FrameTone.Softer } ground || ground.At.Held)
                return;
            foreach (double amount in (ReadOnlySpan<double>)[.4, .7, 1])
                if (
                    Offer(
                        RemedyKind.Ground,
                        "make the ground softer",
                        new EditItem(
                            _slideId,
                            ground.Id,
                            new FrameEdit(Tone: FrameTone.Softer, Toning: new Toning(amount))
                        )
                    )
                )
                    return;
        }

        private void Plates()
        {
            int low = 1,
                high = 20;
            if (!Offer(RemedyKind.Plate, "put a background under them", Look(new TextStyle { Plate = 1 })))
                return;
            while (low < high)
            {
                int middle = (low + high) / 2;
                if (After(Look(new TextStyle { Plate = middle / 20.0 })) is { Reading.Readable: Readable.Well })
                    high = middle;
                else
                    low = middle + 1;
            }
            Offer(RemedyKind.Plate, "put a background under them", Look(new TextStyle { Plate = low / 20.0 }));
        }
    }
}
