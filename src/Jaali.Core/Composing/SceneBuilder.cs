namespace Jaali.Core.Composing;

/// <summary>Turns slides into scenes. A pure function of the deck and the facts about its photos; what an item looks
/// like is said by its kind.</summary>
public static class SceneBuilder
{
    /// <summary>All scenes of a slide: one, or as many pages as the credits need (none while there is no
    /// photo).</summary>
    public static IReadOnlyList<Scene> Build(Deck deck, Slide slide, ISceneFacts facts) =>
        slide.Kind == SlideKind.Credits ? CreditsPages.Build(deck, slide, facts) : [One(deck, slide, facts)];

    /// <summary>What one item tells of itself when the slide is composed so far; null where it tells nothing.</summary>
    internal static ScenePart? Part(Deck deck, Slide slide, Guid itemId, ISceneFacts facts)
    {
        if (slide.Item(itemId) is not { } item)
            return null;
        Composition scene = Below(deck, slide, item, facts);
        scene.Item(item, () => ItemKinds.Of(item).Compose(item, scene));
        return scene.Parts.FirstOrDefault(p => p.ItemId == itemId);
    }

    private static Scene One(Deck deck, Slide slide, ISceneFacts facts)
    {
        var scene = new Composition(deck, slide, facts);
        Action? credits = Compose(scene, null);
        if (credits is null)
            CreditLine.Add(scene);
        else
            credits();
        return scene.Finish();
    }

    /// <summary>A slide composed up to an item, with what its credits keep free.</summary>
    internal static Composition Below(Deck deck, Slide slide, Item item, ISceneFacts facts)
    {
        var scene = new Composition(deck, slide, facts);
        Compose(scene, item);
        return scene;
    }

    // Up to an item, or to the end; what paints the credits, or null where they look for their place at the end.
    private static Action? Compose(Composition scene, Item? until)
    {
        (Deck deck, Slide slide) = (scene.Deck, scene.Slide);
        // The credit of a house with a lattice has its line before the words over everything look for their places.
        Action? credits = null;
        int words = slide.Items.FindLastIndex(i => i is not Words) + 1;
        foreach ((int i, Item item) in slide.Items.Index())
        {
            if (i == words && scene.Lattice is not null)
                credits = StyledCredits.Place(scene);
            if (item.Id == until?.Id)
                return credits;
            scene.Item(item, () => ItemKinds.Of(item).Compose(item, scene));
            if (item.At.IsGround)
                FigureVeil.Lay(scene);
            if (item.Link is { } leads && LinkTarget.On(deck, slide, leads) is { } to)
                scene.Link(new(item.At.Rect, to, ItemKinds.Of(item).Describe(item, new(deck, slide, scene.Facts))));
        }
        return credits ?? (scene.Lattice is null ? null : StyledCredits.Place(scene));
    }
}
