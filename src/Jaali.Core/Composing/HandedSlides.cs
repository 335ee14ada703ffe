using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Scenes;

namespace Jaali.Core.Composing;

/// <summary>A slide as files of other programs have it.</summary>
/// <param name="Scene">What it looks like.</param>
/// <param name="Slide">The slide it is of.</param>
/// <param name="Things">What lies on it, from bottom to top.</param>
/// <param name="Differs">What such a file has otherwise, with the thing.</param>
public sealed record HandedSlide(
    Scene Scene,
    Slide Slide,
    IReadOnlyList<HandedThing> Things,
    IReadOnlyList<(HandedDifference What, string Says)> Differs
);

/// <summary>Scenes as things: each kind of item says for itself, computed things are told from their nodes.</summary>
public static class HandedSlides
{
    /// <summary>A scene as things.</summary>
    public static HandedSlide Of(Deck deck, Slide slide, Scene scene, ISceneFacts facts)
    {
        List<HandedThing> things = [];
        List<(HandedDifference, string)> differs = [];
        var place = new ItemPlace(deck, slide, facts);
        foreach (SceneNode node in scene.Nodes)
        {
            if (node is not GroupNode { ItemId: { } id } group || slide.Item(id) is not { } item)
            {
                things.AddRange(HandedNodes.Of([node], "", scene.Links));
                continue;
            }
            string says =
                scene.Parts.FirstOrDefault(p => p.ItemId == id)?.Says ?? ItemKinds.Of(item).Describe(item, place);
            IReadOnlyList<HandedThing> made =
                ItemKinds.Of(item).Hand(item, group.Nodes, scene, place)
                ?? HandedNodes.Of(group.Nodes, says, scene.Links);
            string? leads = item.Leads is { } to ? Leading.On(deck, slide, to) : null;
            foreach (HandedThing thing in made)
            {
                HandedThing turned =
                    item.At.Turn == 0
                        ? thing
                        : HandedNodes.Turned(thing, item.At.Turn, Composition.Middle(item.At.Rect));
                things.Add(turned with { ItemId = id, Leads = leads });
                if (thing is HandedPainting)
                    differs.Add(
                        (
                            item is Frame ? HandedDifference.FinishedPhoto
                            : item is Words ? HandedDifference.FinishedWords
                            : HandedDifference.FinishedThing,
                            says
                        )
                    );
            }
            if (
                group.Nodes.OfType<TextNode>().Any(t => t.Gradient is not null || t.InkOpacity == 0)
                && made.Any(t => t is HandedWords)
            )
                differs.Add((HandedDifference.PlainLetters, says));
        }
        return new(scene, slide, things, differs);
    }
}
