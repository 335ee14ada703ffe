namespace Jaali.Core.Composing;

/// <summary>A slide as files of other programs have it.</summary>
/// <param name="Scene">What it looks like.</param>
/// <param name="Slide">The slide it is of.</param>
/// <param name="Things">What lies on it, from bottom to top.</param>
/// <param name="Differs">What such a file has otherwise, with the thing.</param>
public sealed record ExportSlide(
    Scene Scene,
    Slide Slide,
    IReadOnlyList<ExportItem> Things,
    IReadOnlyList<(ExportDifference What, string Says)> Differs
);

/// <summary>Scenes as things: each kind of item says for itself, computed things are told from their nodes.</summary>
public static class SlideExport
{
    /// <summary>A scene as things.</summary>
    public static ExportSlide Of(Deck deck, Slide slide, Scene scene, ISceneFacts facts)
    {
        List<ExportItem> things = [];
        List<(ExportDifference, string)> differs = [];
        var place = new ItemPlace(deck, slide, facts);
        foreach (SceneNode node in scene.Nodes)
        {
            if (node is not GroupNode { ItemId: { } id } group || slide.Item(id) is not { } item)
            {
                bool credit = node is GroupNode { IsCredit: true };
                things.AddRange(NodeExport.Of([node], "", scene.Links).Select(t => t with { IsCredit = credit }));
                continue;
            }
            string says =
                scene.Parts.FirstOrDefault(p => p.ItemId == id)?.Says ?? ItemKinds.Of(item).Describe(item, place);
            IReadOnlyList<ExportItem> made =
                ItemKinds.Of(item).Export(item, group.Nodes, scene, place)
                ?? NodeExport.Of(group.Nodes, says, scene.Links);
            string? leads = item.Link is { } to ? LinkTarget.On(deck, slide, to) : null;
            foreach (ExportItem thing in made)
            {
                ExportItem turned =
                    item.At.Turn == 0
                        ? thing
                        : NodeExport.Turned(thing, item.At.Turn, Composition.Middle(item.At.Rect));
                things.Add(turned with { ItemId = id, Link = leads });
                if (thing is ExportBitmap)
                    differs.Add(
                        (
                            item is Frame ? ExportDifference.FinishedPhoto
                            : item is Words ? ExportDifference.FinishedWords
                            : ExportDifference.FinishedThing,
                            says
                        )
                    );
            }
            if (
                group.Nodes.OfType<TextNode>().Any(t => t.Gradient is not null || t.InkOpacity == 0)
                && made.Any(t => t is ExportWords)
            )
                differs.Add((ExportDifference.PlainLetters, says));
        }
        return new(scene, slide, ExportRoom.Given(things, deck.Shape.Bounds()), differs);
    }
}
