using System.Collections.Concurrent;
using System.Globalization;
using Jaali.Core.Decks;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Core.Sourcing;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server;

/// <summary>Scenes, remembered for as long as what they are made of stays the same, so that an edit costs only what it touches.</summary>
public sealed class SceneShelf(PhotoStore photos, FontShelf fonts) : ISceneFacts
{
    private readonly ConcurrentDictionary<(Guid Deck, Guid Slide), (object Key, IReadOnlyList<Scene> Scenes)> _made =
        new();

    /// <inheritdoc/>
    public ITextMeasure Measure => fonts;

    /// <inheritdoc/>
    public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

    /// <inheritdoc/>
    public ToneMap? Tones(string photoId) => photos.Tones(photoId);

    /// <summary>The scenes of a slide.</summary>
    public IReadOnlyList<Scene> Of(Deck deck, Slide slide)
    {
        object key = Key(deck, slide);
        if (_made.TryGetValue((deck.Id, slide.Id), out var made) && made.Key.Equals(key))
            return made.Scenes;
        IReadOnlyList<Scene> scenes = SceneBuilder.Build(deck, slide, this);
        _made[(deck.Id, slide.Id)] = (key, scenes);
        return scenes;
    }

    /// <summary>The scenes of all slides, in order.</summary>
    public IReadOnlyList<Scene> All(Deck deck) => [.. deck.Slides.SelectMany(s => Of(deck, s))];

    /// <summary>Forgets the scenes of a removed deck.</summary>
    public void Forget(Guid deckId)
    {
        foreach (var key in _made.Keys.Where(k => k.Deck == deckId))
            _made.TryRemove(key, out _);
    }

    // Everything that a scene is made of: the slide itself, the words it borrows, its photo's record, and for credits every placement.
    private object Key(Deck deck, Slide slide)
    {
        Core.Rights.CreditStyle style = deck.Style;
        object how = (style.Place, style.Courtesy, style.Language);
        if (slide.Kind != SlideKind.Credits)
            return (
                slide,
                deck.Shape,
                string.Join('\n', slide.Words.Select(w => w.Say(deck, slide))),
                slide.Ground is { } g ? Photo(g.PhotoId) : null,
                how
            );
        var all = deck.Slides.Select(
            (s, i) =>
                s.Ground is { } g
                    ? string.Create(
                        CultureInfo.InvariantCulture,
                        $"{i}:{g.PhotoId}:{Core.Rights.Changes.Of(g).Note}:{System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(Photo(g.PhotoId)?.Rights)}"
                    )
                    : ""
        );
        return (
            deck.Shape,
            slide.Id,
            string.Join('|', all),
            string.Join('|', deck.Points.SelectMany(p => p.Facts).Select(f => f.Text + '\n' + f.Reference)),
            how
        );
    }
}
