using System.Runtime.CompilerServices;
using System.Text;
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

namespace Jaali.Server;

/// <summary>Scenes, remembered for as long as what they are made of stays the same, so that an edit costs only what
/// it touches.</summary>
public sealed class SceneShelf(PhotoStore photos, FontShelf fonts) : ISceneFacts
{
    private readonly Remembered<(Guid Deck, Guid Slide), (object Key, IReadOnlyList<Scene> Scenes)> _made = new(
        Limits.Kept.Scenes
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
        object how = (style.Place, style.Courtesy, style.Language, deck.House, deck.Room, fonts.Revision);
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
                    i.Leads is not null || i is Words { Body: not null } or Words { Source: WordsSource.Contents }
                )
                    ? string.Join('|', deck.Slides.Select(s => s.Id))
                    : "",
                Cue.PartByPartOf(slide),
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
        var shown = new StringBuilder();
        foreach ((int number, PhotoUse use) in ItemKinds.Photos(deck))
            shown.Append(number).Append(use.PhotoId).Append((char)('A' + Noted(use.Changes)));
        object key = (
            deck.Shape,
            slide.Id,
            shown.ToString(),
            Records(ItemKinds.Photos(deck).Select(p => p.Use).DistinctBy(u => u.PhotoId)),
            string.Join('|', deck.References.Select(f => f.Text + '\n' + f.Reference)),
            string.Join('|', DeckFonts.Of(deck).Select(f => f.Family)),
            how
        );
        _credits.AddOrUpdate(deck, new(records, fonts.Revision, slide.Id, key));
        return key;
    }

    private readonly ConditionalWeakTable<Deck, CreditsKey> _credits = [];

    private sealed record CreditsKey(long Records, int Fonts, Guid Slide, object Key);

    // What a note on changes tells, as one number: how much is cropped is not among it.
    private static int Noted(Changes c) =>
        (c.CroppedTo < 1 ? 1 : 0)
        | (c.Masked ? 2 : 0)
        | (c.Turned ? 4 : 0)
        | (c.Covered ? 8 : 0)
        | (c.Merged ? 16 : 0)
        | (int)c.Tone << 5;

    // Facts of a photo are one object until its record is corrected.
    private string Records(IEnumerable<PhotoUse> uses) =>
        string.Join('|', uses.Select(u => RuntimeHelpers.GetHashCode(Photo(u.PhotoId))));
}
