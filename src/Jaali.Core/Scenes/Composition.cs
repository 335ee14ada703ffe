namespace Jaali.Core.Scenes;

/// <summary>
/// A scene while it is made: each item adds its nodes in turn, from bottom to top, and sees what lies below it. What
/// is added is measured for legibility by what it is, so that no kind has to say so.
/// </summary>
public sealed class Composition
{
    private readonly ISceneFacts _facts;
    private readonly List<SceneNode> _nodes = [];
    private readonly List<SceneNode> _below = [];
    private readonly List<SceneLink> _links = [];
    private readonly List<ScenePart> _parts = [];
    private readonly List<SlideRect> _taken = [];
    private readonly List<SlidePoint> _subjects = [];
    private readonly List<PhotoEdge> _rims = [];
    private List<SceneNode> _open;
    private Item? _item;

    /// <summary>An empty scene of a slide.</summary>
    public Composition(Deck deck, Slide slide, ISceneFacts facts)
    {
        (Deck, Slide, _facts, Theme) = (deck, slide, facts, new Theme(deck.House, facts.Fonts, slide.Around));
        Bounds = deck.Shape.Bounds();
        Backdrop = new Backdrop(House.Paper);
        _open = _nodes;
        // Under a ground nothing of the paper is seen.
        Lattice = House.System is null ? null : Lattice.Of(deck, slide);
        if (Lattice?.Ground is { } ground)
            Paint(new PathNode(Path.Rect(Bounds), ground));
        else if (House.PaperTo is { } to && slide.Ground is null)
        {
            Paint(
                new PathNode(
                    Path.Rect(Bounds),
                    null,
                    Gradient: new(new(0, 0), new(0, Bounds.Height), [new(0, House.Paper, 1), new(1, to, 1)])
                )
            );
        }

        void Paint(PathNode paper)
        {
            _nodes.Add(paper);
            foreach (Layer layer in LayersOf(paper))
                Backdrop.AddPaper(layer);
        }
    }

    /// <summary>The lattice of the house on this slide; null where the house has none.</summary>
    public Lattice? Lattice { get; }

    /// <summary>The deck.</summary>
    public Deck Deck { get; }

    /// <summary>The slide.</summary>
    public Slide Slide { get; }

    /// <summary>Photos, their colours, and widths of words.</summary>
    public ISceneFacts Facts => _facts;

    /// <summary>The look, as it is set.</summary>
    public Theme Theme { get; }

    /// <summary>The look of the deck.</summary>
    public HouseStyle House => Deck.House;

    /// <summary>The two inks of the house.</summary>
    public InkPair Inks => new(House.LightInk, House.DarkInk);

    /// <summary>The whole slide.</summary>
    public SlideRect Bounds { get; }

    /// <summary>Everything painted so far.</summary>
    public Backdrop Backdrop { get; }

    /// <summary>What words that look for a place have around them.</summary>
    public Surroundings Around => new(Bounds, Backdrop, _taken, _subjects, _rims, Inks);

    /// <summary>Composes one item as a thing of its own: what <paramref name="compose"/> adds goes into one group
    /// that carries the item's identity and its turn.</summary>
    public void Item(Item item, Action compose)
    {
        if (_item is not null)
            throw new InvalidOperationException("Items do not hold items.");
        (_item, _open) = (item, []);
        compose();
        (List<SceneNode> made, _open, _item) = (_open, _nodes, null);
        if (made.Count > 0)
            _nodes.Add(new GroupNode(item.Id, made, Turn: item.At.Turn, About: Middle(item.At.Rect)));
    }

    /// <summary>Paints one more thing over what is there.</summary>
    public void Add(SceneNode node)
    {
        _open.Add(node);
        foreach (Layer layer in LayersOf(node))
            Backdrop.Add(
                _item is { At.Turn: not 0 } turned
                    ? new GroupLayer(layer, null, 1, turned.At.Turn, 1, Middle(turned.At.Rect))
                    : layer
            );
    }

    /// <summary>Paints something that belongs to the look of the slide, not to the item that is being composed: under
    /// that item.</summary>
    public void AddBelow(SceneNode node)
    {
        _nodes.Add(new GroupNode(null, [node]));
        _below.Add(node);
        foreach (Layer layer in LayersOf(node))
            Backdrop.Add(layer);
    }

    /// <summary>What was painted so, in order: it is there whatever items come and go.</summary>
    internal IReadOnlyList<SceneNode> OfTheLook => _below;

    /// <summary>Keeps other words away from a place.</summary>
    public void Reserve(SlideRect box) => _taken.Add(box);

    /// <summary>Says where the eye goes.</summary>
    public void Focus(SlidePoint subject) => _subjects.Add(subject);

    /// <summary>Says where a photo ends within the slide: words do not stand across such an edge.</summary>
    public void Edge(Path outline) =>
        _rims.Add(new(outline, _item?.At.Turn ?? 0, _item is null ? default : Middle(_item.At.Rect)));

    /// <summary>Says what stands there, in words and measures.</summary>
    public void Tell(ScenePart part) => _parts.Add(part);

    /// <summary>What was told so far.</summary>
    internal IReadOnlyList<ScenePart> Parts => _parts;

    /// <summary>A place that leads to an address.</summary>
    public void Link(SceneLink link) => _links.Add(link);

    /// <summary>The finished scene.</summary>
    public Scene Finish(int page = 0) =>
        new(
            Slide.Id,
            page,
            Bounds.Width,
            Bounds.Height,
            House.Paper,
            _nodes,
            _links,
            [.. _parts.Select(p => p.Reading is null ? p : p with { LiesOn = LiesOn(p) })]
        );

    // What the other words say that some letters of these lie on; a credit is words as well.
    private string? LiesOn(ScenePart words)
    {
        (double turn, SlidePoint about) = Turning(words);
        SlideRect round = words.Box.Turned(turn, about);
        foreach (ScenePart other in _parts)
        {
            if (ReferenceEquals(other, words) || (other.Reading is null && other.Role != "credit"))
                continue;
            (double turned, SlidePoint middle) = Turning(other);
            if (!round.Overlaps(other.Box.Turned(turned, middle)))
                continue;
            IReadOnlyList<SlideRect> letters = other.Reading?.Letters ?? [other.Box];
            foreach (SlideRect letter in words.Reading!.Letters)
            {
                // A letter of these, in the measure of the others.
                SlidePoint at = Middle(letter).Turned(about, turn).Turned(middle, -turned);
                SlideRect seen = letter with { X = at.X - letter.Width / 2, Y = at.Y - letter.Height / 2 };
                if (letters.Any(seen.Overlaps))
                    return other.Says;
            }
        }
        return null;
    }

    private (double Turn, SlidePoint About) Turning(ScenePart part) =>
        part.ItemId is { } id && Slide.Item(id) is { } item ? (item.At.Turn, Middle(item.At.Rect)) : (0, default);

    /// <summary>The middle of a rectangle.</summary>
    public static SlidePoint Middle(SlideRect r) => new(r.X + r.Width / 2, r.Y + r.Height / 2);

    // Every node that hides what is below it; words are what is read, not what is read against.
    private IEnumerable<Layer> LayersOf(SceneNode node)
    {
        switch (node)
        {
            case PhotoNode p:
                if (_facts.Tones(p.PhotoId) is { } tones)
                    yield return new PhotoLayer(
                        p.Treatment is { } t && Treatment.Read(t) is { } how ? tones.With(how) : tones,
                        p.Image,
                        p.Colours
                    );
                break;
            case PathNode { Gradient: { } g } p:
                yield return new GradientLayer(
                    p.Path,
                    g.From,
                    g.To,
                    [.. g.Stops.Select(s => (s.Offset, Luminance.Of(s.Colour), s.Opacity * p.FillOpacity))],
                    g.Down
                );
                break;
            case PathNode { Fill: { } fill } p:
                yield return new FlatLayer(p.Path, fill, p.FillOpacity);
                break;
            case PathNode or TextNode:
                break;
            case GroupNode g:
                foreach (Layer inner in g.Nodes.SelectMany(LayersOf))
                    yield return new GroupLayer(inner, g.Clip, g.Opacity, g.Turn, g.Scale, g.About ?? default);
                break;
            default:
                throw new NotSupportedException($"{node.GetType().Name} is no node that can be measured.");
        }
    }
}
