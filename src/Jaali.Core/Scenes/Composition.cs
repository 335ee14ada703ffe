using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;

namespace Jaali.Core.Scenes;

/// <summary>
/// A scene while it is made: each item adds its nodes in turn, from bottom to top, and sees what lies below it. What
/// is added is measured for legibility by what it is, so that no kind has to say so.
/// </summary>
public sealed class Composition
{
    private readonly ISceneFacts _facts;
    private readonly List<SceneNode> _nodes = [];
    private readonly List<SceneLink> _links = [];
    private readonly List<ScenePart> _parts = [];
    private readonly List<SlideRect> _taken = [];
    private readonly List<SlidePoint> _subjects = [];
    private List<SceneNode> _open;
    private Item? _item;

    /// <summary>An empty scene of a slide.</summary>
    public Composition(Deck deck, Slide slide, ISceneFacts facts, Theme? theme = null)
    {
        (Deck, Slide, _facts, Theme) = (deck, slide, facts, theme ?? Theme.Usual);
        Bounds = deck.Shape.Bounds();
        Backdrop = new Backdrop(Theme.Paper);
        _open = _nodes;
    }

    /// <summary>The deck.</summary>
    public Deck Deck { get; }

    /// <summary>The slide.</summary>
    public Slide Slide { get; }

    /// <summary>Photos, their colours, and widths of words.</summary>
    public ISceneFacts Facts => _facts;

    /// <summary>The look.</summary>
    public Theme Theme { get; }

    /// <summary>The whole slide.</summary>
    public SlideRect Bounds { get; }

    /// <summary>Everything painted so far.</summary>
    public Backdrop Backdrop { get; }

    /// <summary>What words that look for a place have around them.</summary>
    public Surroundings Around => new(Bounds, Backdrop, _taken, _subjects);

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

    /// <summary>Keeps other words away from a place.</summary>
    public void Reserve(SlideRect box) => _taken.Add(box);

    /// <summary>Says where the eye goes.</summary>
    public void Focus(SlidePoint subject) => _subjects.Add(subject);

    /// <summary>Says what stands there, in words and measures.</summary>
    public void Tell(ScenePart part) => _parts.Add(part);

    /// <summary>A place that leads to an address.</summary>
    public void Link(SceneLink link) => _links.Add(link);

    /// <summary>The finished scene.</summary>
    public Scene Finish(int page = 0) =>
        new(Slide.Id, page, Bounds.Width, Bounds.Height, Theme.Paper, _nodes, _links, _parts);

    /// <summary>The middle of a rectangle.</summary>
    public static SlidePoint Middle(SlideRect r) => new(r.X + r.Width / 2, r.Y + r.Height / 2);

    // Every node that hides what is below it; words are what is read, not what is read against.
    private IEnumerable<Layer> LayersOf(SceneNode node)
    {
        switch (node)
        {
            case PhotoNode p:
                if (_facts.Tones(p.PhotoId) is { } tones)
                    yield return new PhotoLayer(tones, p.Image, p.Colours);
                break;
            case PathNode { Gradient: { } g } p:
                yield return new GradientLayer(
                    p.Path,
                    g.From,
                    g.To,
                    [.. g.Stops.Select(s => (s.Offset, Luminance.Of(s.Colour), s.Opacity * p.FillOpacity))]
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
            case MediaNode m:
                if (m.PosterId is { } poster && _facts.Tones(poster) is { } shown)
                    yield return new PhotoLayer(shown, m.Rect);
                else
                    yield return new FlatLayer(Path.Rect(m.Rect), MediaPlate, 1);
                break;
            default:
                throw new NotSupportedException($"{node.GetType().Name} is no node that can be measured.");
        }
    }

    /// <summary>The colour of a moving picture without a poster.</summary>
    public const string MediaPlate = "#1F1F1F";
}
