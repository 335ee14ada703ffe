using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>
/// What changed in a deck between two revisions, for who has the first of them. Whatever of it is there, is as it is
/// now, so that it may be applied to any revision between the two.
/// </summary>
/// <param name="DeckId">The deck.</param>
/// <param name="From">The revision that it leads from; null for the whole deck, which leads from anything.</param>
/// <param name="Revision">The revision that it leads to.</param>
/// <param name="Records">A mark of the photos' records; who has another needs the whole.</param>
/// <param name="Header">What belongs to the deck as a whole; null where it is as it was.</param>
/// <param name="PointOrder">The points there are, in order; null where they are as they were.</param>
/// <param name="Points">Points that are new or differ; the opening among them has the identity of the deck and is not
/// in the order.</param>
/// <param name="SlideOrder">The slides there are, in order; null where they are as they were.</param>
/// <param name="Slides">Slides that are new or differ.</param>
/// <param name="Photos">Photos that are new.</param>
/// <param name="SceneSlides">The slides whose scenes differ.</param>
/// <param name="Scenes">All scenes of those.</param>
/// <param name="UndoLabel">What was taken back or done again, in words, in the answer to who asked for it.</param>
/// <param name="Note">What went with an edit without being asked for, in a sentence, in the answer to who made it;
/// empty
/// for nothing.</param>
public sealed record DeckPatch(
    Guid DeckId,
    int? From,
    int Revision,
    string Records,
    DeckHeader? Header,
    IReadOnlyList<Guid>? PointOrder,
    IReadOnlyList<Point> Points,
    IReadOnlyList<Guid>? SlideOrder,
    IReadOnlyList<SlideView> Slides,
    IReadOnlyList<PhotoView> Photos,
    IReadOnlyList<Guid> SceneSlides,
    IReadOnlyList<Scene> Scenes,
    string UndoLabel = "",
    string Note = ""
);

/// <summary>Makes patches.</summary>
public sealed class DeckPatches(DeckViews views, SceneCache scenes, PhotoStore photos)
{
    private readonly string _start = Guid.NewGuid().ToString("N")[..8];

    /// <summary>A mark of all photos' records as they are now; another after every correction and every
    /// start.</summary>
    public string Records => $"{_start}-{photos.RecordsVersion}";

    /// <summary>The whole deck, with the scenes of one slide alone: what is looked at first is there first.</summary>
    /// <param name="now">The deck.</param>
    /// <param name="slideId">The slide; the first where there is no such.</param>
    public DeckPatch First(StoredDeck now, Guid? slideId) =>
        Whole(now, (slideId is { } id ? now.Deck.Slide(id) : null) ?? now.Deck.Slides.FirstOrDefault());

    /// <summary>A patch with the scenes of all slides but the one that is there already.</summary>
    public DeckPatch WithScenes(DeckPatch patch, StoredDeck now, Guid? but)
    {
        Slide[] slides = [.. now.Deck.Slides.Where(s => s.Id != but || patch.SceneSlides.Contains(s.Id))];
        return patch with { SceneSlides = [.. slides.Select(s => s.Id)], Scenes = scenes.Of(now.Deck, slides) };
    }

    /// <summary>The whole deck.</summary>
    public DeckPatch Whole(StoredDeck now) => Whole(now, null);

    private DeckPatch Whole(StoredDeck now, Slide? only)
    {
        Deck deck = now.Deck;
        IReadOnlyList<Slide> shown = only is null ? deck.Slides : [only];
        return new DeckPatch(
            deck.Id,
            null,
            now.Revision,
            Records,
            views.HeaderOf(deck),
            [.. deck.Points.Select(p => p.Id)],
            [.. deck.AllPoints],
            [.. deck.Slides.Select(s => s.Id)],
            [.. deck.Slides.Select(s => views.Of(deck, s))],
            [.. views.PhotosOf(deck)],
            [.. shown.Select(s => s.Id)],
            scenes.Of(deck, shown)
        );
    }

    /// <summary>From one revision to a later one; the whole where the first is not known any more. What cannot differ
    /// is
    /// not looked at: an edit of a long talk costs what an edit of a short one does.</summary>
    public DeckPatch Between(StoredDeck? was, StoredDeck now)
    {
        if (was is null)
            return Whole(now);
        string records = Records;
        // Who made the edit, and all others who have the deck open, are told the same.
        if (
            _last.TryGet(now.Deck.Id, out DeckStep last)
            && ReferenceEquals(last.Now, now)
            && ReferenceEquals(last.Was, was)
            && last.Patch.Records == records
        )
            return last.Patch;
        DeckPatch patch = Made(was, now, records);
        _last.Put(now.Deck.Id, new(was, now, patch));
        return patch;
    }

    private DeckPatch Made(StoredDeck was, StoredDeck now, string records)
    {
        Deck from = was.Deck,
            to = now.Deck;
        var change = DeckDifference.Of(from, to);
        if (change.SameCredits)
            scenes.CarryCredits(from, to);
        List<SlideView> slides = [];
        List<Slide> seenAnew = [];
        foreach ((Slide? before, Slide slide) in change.MayDiffer)
        {
            SlideView? seen = before is null ? null : views.Of(from, before),
                view = views.Of(to, slide);
            if (!ReferenceEquals(seen, view))
                slides.Add(view);
            if (before is not null && scenes.KeyOf(from, before).Equals(scenes.KeyOf(to, slide)))
                continue;
            seenAnew.Add(slide);
        }
        DeckHeader old = views.HeaderOf(from),
            header = views.HeaderOf(to, from, change);
        return new DeckPatch(
            to.Id,
            was.Revision,
            now.Revision,
            records,
            header == old ? null : header,
            change.SamePointOrder ? null : [.. to.Points.Select(p => p.Id)],
            [.. SameOpening(from, to) ? Array.Empty<Point>() : [to.Opening], .. change.Points],
            change.SameSlideOrder ? null : [.. to.Slides.Select(s => s.Id)],
            slides,
            change.SameIds ? [] : [.. views.PhotosOf(DeckViews.PhotoIdsOf(to).Except(DeckViews.PhotoIdsOf(from)))],
            [.. seenAnew.Select(s => s.Id)],
            scenes.Of(to, seenAnew)
        );
    }

    private readonly BoundedCache<Guid, DeckStep> _last = new(Limits.Retention.Decks);

    private sealed record DeckStep(StoredDeck Was, StoredDeck Now, DeckPatch Patch);

    // The opening is made of the title, its slide and what was chosen for it.
    private static bool SameOpening(Deck a, Deck b) =>
        ReferenceEquals(a.OwnOpening, b.OwnOpening)
        && a.Title == b.Title
        && a.Opening.Seconds.Equals(b.Opening.Seconds);
}
