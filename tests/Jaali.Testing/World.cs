using System.Collections.Immutable;
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
public sealed class World : IEditFacts, ISceneFacts, IFonts
{
    private int _next;

    /// <summary>The photos there are.</summary>
    public Dictionary<string, PhotoFacts> Photos { get; } = [];

    /// <summary>Their colours.</summary>
    public Dictionary<string, ToneMap> Colours { get; } = [];

    /// <inheritdoc/>
    public IFonts Fonts => this;

    /// <summary>Typefaces that are not at hand.</summary>
    public HashSet<string> Lost { get; } = [];

    /// <inheritdoc/>
    public FontTerms Terms(string family) => FontTerms.Free with { IsHere = !Lost.Contains(family) };

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

    /// <summary>Adds a clip and returns the name of its poster.</summary>
    public string AddClip(string id, double seconds = 12, bool moves = true, Licence? licence = null)
    {
        Add(id, licence: licence);
        Photos[id] = Photos[id] with
        {
            Clip = new ClipFacts(
                new string(id[0] is >= 'a' and <= 'f' ? id[0] : 'c', 64),
                moves ? "video/webm" : "audio/ogg",
                1000,
                seconds,
                moves,
                true,
                true
            ),
        };
        return id;
    }

    // Of common shapes: wide, tall, nearly square, square, wider.
    private static readonly (int Width, int Height)[] Shapes =
    [
        (2400, 1600),
        (1600, 2400),
        (2400, 1800),
        (3000, 3000),
        (3200, 1800),
    ];

    /// <summary>Adds so many photos of common shapes, p0, p1 and so on, and returns their names.</summary>
    public ImmutableList<string> AddSeveral(int count) =>
        [.. Enumerable.Range(0, count).Select(n => Add("p" + n, Shapes[n % 5].Width, Shapes[n % 5].Height))];

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
    public Face Find(string family, bool bold = false, bool italic = false) => Face.Of(family, bold, italic);

    /// <inheritdoc/>
    public Face? For(Face face, string cluster) => face;

    /// <inheritdoc/>
    public FaceMetrics Metrics(Face face) => new(.8, .2, .5, .7, .1, .05);

    /// <inheritdoc/>
    public double[] Advances(Face face, string text, bool rightToLeft) =>
        [.. Enumerable.Range(0, text.Length + 1).Select(i => i * .5)];

    /// <inheritdoc/>
    public double Width(Face face, double size, string text, bool rightToLeft = false) => text.Length * size * .5;
}
