using System.Runtime.CompilerServices;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>Scenes, remembered for as long as what they are made of stays the same, so that an edit costs only what
/// it touches.</summary>
public sealed class SceneCache(PhotoStore photos, FontLibrary fonts) : ISceneFacts
{
    private readonly BoundedCache<(Guid Deck, Guid Slide), (object Key, IReadOnlyList<Scene> Scenes)> _made = new(
        Limits.Retention.Scenes
    );

    /// <inheritdoc/>
    public IFonts Fonts => fonts;

    /// <inheritdoc/>
    public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

    /// <inheritdoc/>
    public ToneMap? Tones(string photoId) => photos.Tones(photoId);

    /// <summary>The scenes of a slide.</summary>
    public IReadOnlyList<Scene> Of(Deck deck, Slide slide)
    {
        object key = KeyOf(deck, slide);
        if (_made.TryGet((deck.Id, slide.Id), out var made) && made.Key.Equals(key))
            return made.Scenes;
        IReadOnlyList<Scene> scenes = SceneBuilder.Build(deck, slide, this);
        _made.Put((deck.Id, slide.Id), (key, scenes));
        return scenes;
    }

    /// <summary>The scenes of all slides, in order.</summary>
    public IReadOnlyList<Scene> All(Deck deck) => Of(deck, deck.Slides);

    /// <summary>The scenes of some slides, in order; they are composed at the same time.</summary>
    public IReadOnlyList<Scene> Of(Deck deck, IEnumerable<Slide> slides) =>
        [.. slides.AsParallel().AsOrdered().Select(s => Of(deck, s)).AsSequential().SelectMany(s => s)];

    /// <summary>Everything that the scenes of a slide are made of: equal keys mean equal scenes.</summary>
    public object KeyOf(Deck deck, Slide slide)
    {
        CreditStyle style = deck.Style;
        object how = (
            style.Place,
            style.Courtesy,
            style.Language,
            style.WithoutPictures,
            deck.House,
            deck.Room,
            fonts.Revision
        );
        if (slide.Kind != SlideKind.Credits)
        {
            var place = new ItemPlace(deck, slide, this);
            return (
                slide.Items,
                deck.Shape,
                string.Join('\n', slide.Items.Select(i => ItemKinds.Of(i).Describe(i, place))),
                Records(ItemKinds.Photos(slide)),
                // Links may lead to slides that come and go, and follow their titles.
                slide.Items.Any(i =>
                    i.Link is not null || i is Words { Body: not null } or Words { Source: WordsSource.Contents }
                )
                    ? string.Join('|', deck.Slides.Select(s => s.Id))
                    : "",
                Cue.PartByPartOf(slide),
                deck.House.System is null ? null : StyledBy(deck, slide),
                how
            );
        }
        long records = photos.RecordsVersion;
        if (
            _credits.TryGetValue(deck, out CreditsKey? known)
            && known.Records == records
            && known.Fonts == fonts.Revision
            && known.Slide == slide.Id
        )
            return known.Key;
        var key = new CreditsPage(
            (
                deck.Shape,
                slide.Id,
                string.Join('|', deck.References.Select(f => f.Text + '\n' + f.Reference)),
                string.Join('|', DeckFonts.All(deck)),
                how
            ),
            Shown(deck)
        );
        _credits.AddOrUpdate(deck, new(records, fonts.Revision, slide.Id, key));
        return key;
    }

    // What a house with a lattice looks at besides.
    private static object StyledBy(Deck deck, Slide slide) =>
        (
            slide.Layout,
            deck.Slides.Find(s => s.Kind == SlideKind.Credits)?.Id,
            deck.House.System!.Accent == AccentForm.Number && slide.PointId is { } point
                ? deck.Points.FindIndex(p => p.Id == point)
                : -1
        );

    private readonly ConditionalWeakTable<Deck, CreditsKey> _credits = [];

    private sealed record CreditsKey(long Records, int Fonts, Guid Slide, object Key);

    /// <summary>Says that the page of credits of a deck is that of an earlier one.</summary>
    public void CarryCredits(Deck from, Deck to)
    {
        if (_credits.TryGetValue(from, out CreditsKey? known))
            _credits.AddOrUpdate(to, known);
    }

    // Every photo as a credit tells of it, and its record as it is.
    private ShownOn[] Shown(Deck deck)
    {
        List<ShownOn> shown = [];
        int number = 0;
        foreach (Slide slide in deck.Slides)
        {
            number++;
            foreach (PhotoUse use in ItemKinds.Photos(slide))
                shown.Add(
                    new(
                        number,
                        use.PhotoId,
                        use.Changes.Told,
                        deck.House.System is not null && (slide.Item(use.ItemId) as Frame)?.Shown is { } seen
                            ? seen
                            : null,
                        Photo(use.PhotoId)
                    )
                );
        }
        return [.. shown];
    }

    private readonly record struct ShownOn(int Slide, string PhotoId, int Told, object? Seen, PhotoFacts? Facts)
    {
        public bool Is(ShownOn other) =>
            Slide == other.Slide
            && Told == other.Told
            && Equals(Seen, other.Seen)
            // Facts of a photo are one object until its record is corrected.
            && ReferenceEquals(Facts, other.Facts)
            && PhotoId == other.PhotoId;
    }

    private sealed class CreditsPage(object rest, ShownOn[] shown)
    {
        private readonly object _rest = rest;
        private readonly ShownOn[] _shown = shown;

        public override bool Equals(object? other) =>
            other is CreditsPage page
            && _rest.Equals(page._rest)
            && _shown.Length == page._shown.Length
            && _shown.Zip(page._shown).All(p => p.First.Is(p.Second));

        public override int GetHashCode() => HashCode.Combine(_rest, _shown.Length);
    }

    // Facts of a photo are one object until its record is corrected.
    private string Records(IEnumerable<PhotoUse> uses) =>
        string.Join('|', uses.Select(u => RuntimeHelpers.GetHashCode(Photo(u.PhotoId))));
}
