using Jaali.Core.Decks;
using Jaali.Core.Framing;
using Jaali.Core.Sourcing;

namespace Jaali.Core.Rights;

/// <summary>Commands that settle what the ledger finds.</summary>
internal static class RightsHandlers
{
    internal static Change ShowWhole(Deck deck, ShowWhole c, IEditFacts facts)
    {
        if (facts.Photo(c.PhotoId) is not { } photo || !deck.Slides.Exists(s => s.Ground?.PhotoId == c.PhotoId))
            return NotShown;
        SlideRect slide = deck.Shape.Bounds();
        double w = Math.Min(slide.Width, slide.Height * photo.Aspect),
            h = w / photo.Aspect;
        var rect = new SlideRect((slide.Width - w) / 2, (slide.Height - h) / 2, w, h);
        return Each(
            deck,
            c.PhotoId,
            (_, g) => new Frame(g.Id, g.PhotoId, rect, CropWindow.Whole, CreditSpot: g.CreditSpot)
        );
    }

    internal static Change Swap(Deck deck, SwapPhoto c, IEditFacts facts)
    {
        if (!deck.Slides.Exists(s => s.Ground?.PhotoId == c.PhotoId))
            return NotShown;
        Deck after = deck;
        foreach (Slide slide in deck.Slides.Where(s => s.Ground?.PhotoId == c.PhotoId))
        {
            Point? point = slide.PointId is { } id ? deck.Point(id) : null;
            int at = point?.Kept.IndexOf(c.PhotoId) ?? -1;
            // Round the shortlist from the photo on; the first that stands clear, else the first that may be placed.
            string[] next = point is null
                ? []
                :
                [
                    .. point
                        .Kept.Skip(at + 1)
                        .Concat(point.Kept.Take(Math.Max(0, at)))
                        .Where(k => k != c.PhotoId && FrameHandlers.FrameFor(deck, k, facts) is not null),
                ];
            string? chosen = next.FirstOrDefault(k => StandsClear(deck, k, facts)) ?? next.FirstOrDefault();
            if (chosen is null)
                continue;
            after = after.With(
                slide with
                {
                    Ground = FrameHandlers.FrameFor(deck, chosen, facts)! with
                    {
                        Id = slide.Ground!.Id,
                        CreditSpot = slide.Ground.CreditSpot,
                    },
                }
            );
        }
        return ReferenceEquals(after, deck)
            ? new Refusal(
                "nothing-to-swap",
                "There is no other photo on this point's shortlist that may be placed. Gather one first."
            )
            : after;
    }

    internal static Change TakeOff(Deck deck, TakeOff c) =>
        deck.Slides.Exists(s => s.Ground?.PhotoId == c.PhotoId)
            ? deck with
            {
                Slides = deck.Slides.ConvertAll(s => s.Ground?.PhotoId == c.PhotoId ? s with { Ground = null } : s),
            }
            : NotShown;

    internal static Change Spot(Deck deck, SetCreditSpot c)
    {
        if (deck.Slide(c.SlideId) is not { } slide)
            return Change.NoSlide;
        return slide.Ground is { } g
            ? deck.With(slide with { Ground = g with { CreditSpot = c.Spot } })
            : new Refusal("no-ground", "This slide has no photo to credit. Place one first.");
    }

    internal static Change Style(Deck deck, SetCreditStyle c)
    {
        if (c.Language is { } language && !ChangeWords.Languages.Contains(language))
            return new Refusal(
                "no-such-language",
                $"The words for changes are known in {string.Join(", ", ChangeWords.Languages)}. Choose one of these."
            );
        if (c.OwnLicence is { Length: > 0 } own && LicenceReader.Read(own) is null)
            return new Refusal(
                "unknown-licence",
                "This names no licence that Jaali knows. Choose one of those offered."
            );
        CreditStyle s = deck.Style;
        return deck with
        {
            Style = s with
            {
                Place = c.Place ?? s.Place,
                Courtesy = c.Courtesy ?? s.Courtesy,
                Language = c.Language ?? s.Language,
                OwnLicence = c.OwnLicence ?? s.OwnLicence,
            },
        };
    }

    internal static Change Decide(Deck deck, DecideChange c)
    {
        if (c.Stands == deck.Style.Decided.Contains(c.PhotoId))
            return deck;
        return deck with
        {
            Style = deck.Style with
            {
                Decided = c.Stands ? deck.Style.Decided.Add(c.PhotoId) : deck.Style.Decided.Remove(c.PhotoId),
            },
        };
    }

    private static bool StandsClear(Deck deck, string photoId, IEditFacts facts)
    {
        PhotoFacts photo = facts.Photo(photoId)!;
        return Judge
                .Of(photo.Rights, Changes.Of(FrameHandlers.FrameFor(deck, photoId, facts)!), deck.Use, deck.Style)
                .Standing == Standing.Clear;
    }

    private static Change Each(Deck deck, string photoId, Func<Slide, Frame, Frame> change) =>
        deck with
        {
            Slides = deck.Slides.ConvertAll(s =>
                s.Ground is { } g && g.PhotoId == photoId ? s with { Ground = change(s, g) } : s
            ),
        };

    private static Refusal NotShown =>
        new("not-shown", "This photo is on no slide any more. The ledger shows what is.");
}
