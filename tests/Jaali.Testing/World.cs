using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Testing;

/// <summary>A small world without server, database or files: photos by name, and letters half as wide as
/// high.</summary>
public sealed class World : IEditFacts, ISceneFacts, ITextMeasure
{
    private int _next;

    /// <summary>The photos there are.</summary>
    public Dictionary<string, PhotoFacts> Photos { get; } = [];

    /// <summary>Their colours.</summary>
    public Dictionary<string, ToneMap> Colours { get; } = [];

    /// <inheritdoc/>
    public ITextMeasure Measure => this;

    /// <summary>A record of an open licence.</summary>
    public static RightsRecord Rights(Licence? licence, string maker = "T. Oar", string title = "Low water") =>
        new(
            title,
            maker,
            "http://127.0.0.1/people/oar",
            "http://127.0.0.1/photo/1",
            "Tern Commons",
            licence,
            licence?.Url ?? ""
        );

    /// <summary>Adds a photo and returns its name.</summary>
    public string Add(string id, int width = 1920, int height = 1280, Licence? licence = null, PhotoPoint? focal = null)
    {
        Photos[id] = new PhotoFacts(
            id,
            width,
            height,
            focal ?? PhotoPoint.Centre,
            Rights(licence ?? new Licence(LicenceFamily.By, "4.0", ""))
        );
        return id;
    }

    /// <summary>Carries a command out; fails where it is refused.</summary>
    public Edited Do(Deck deck, DeckCommand command) =>
        DeckEditor.Apply(deck, command, this) as Edited
        ?? throw new InvalidOperationException(Refuse(deck, command).Sentence);

    /// <summary>Tries a command that must be refused.</summary>
    public Refusal Refuse(Deck deck, DeckCommand command) =>
        DeckEditor.Apply(deck, command, this) is Rejected no
            ? no.Reason
            : throw new InvalidOperationException("It was not refused.");

    /// <summary>A deck with so many points and their slides.</summary>
    public Deck Deck(int points)
    {
        Deck deck = Core.Decks.Deck.New(NewId(), "Low water");
        deck = Do(
            deck,
            new AddPoints(string.Join('\n', Enumerable.Range(1, points).Select(i => $"Point number {i}")))
        ).Deck;
        return Do(deck, new MakeSlides()).Deck;
    }

    /// <inheritdoc/>
    public Guid NewId() => new(++_next, 0, 0, new byte[8]);

    /// <inheritdoc/>
    public PhotoFacts? Photo(string photoId) => Photos.GetValueOrDefault(photoId);

    /// <inheritdoc/>
    public ToneMap? Tones(string photoId) => Colours.GetValueOrDefault(photoId);

    /// <inheritdoc/>
    public double Width(Face face, double size, string text) => text.Length * size * .5;

    /// <inheritdoc/>
    public double Ascent(Face face, double size) => size * .8;

    /// <inheritdoc/>
    public double Descent(Face face, double size) => size * .2;
}
