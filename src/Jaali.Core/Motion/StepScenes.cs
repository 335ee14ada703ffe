namespace Jaali.Core.Motion;

/// <summary>A slide as it stands after a press, for painters that stand still: a page of a file, a picture.</summary>
public static class StepScenes
{
    /// <summary>The scene when everything up to a step has come to rest.</summary>
    /// <param name="scene">The slide's scene.</param>
    /// <param name="timeline">Its timeline.</param>
    /// <param name="step">0 for the slide as it comes in.</param>
    public static Scene After(Scene scene, Timeline timeline, int step)
    {
        Dictionary<ItemPart, MovingItem> things = timeline.Things.ToDictionary(t => t.Name);
        List<SceneNode> nodes = [];
        SceneNode? front = null;
        HashSet<Guid> gone = [];
        CueStep now = timeline.Steps[Math.Min(step, timeline.Steps.Count - 1)];
        foreach (SceneNode node in scene.Nodes)
        {
            if (now.Credit is not null && node is GroupNode { IsCredit: true })
                continue;
            if (node is not GroupNode { ItemId: { } id } group)
            {
                nodes.Add(node);
                continue;
            }
            if (group.Nodes.Any(n => n is GroupNode { Part: not null }))
                group = group with
                {
                    Nodes =
                    [
                        .. group
                            .Nodes.Select(n =>
                                n is GroupNode { Part: { } part } g ? Standing(g, new(id, part), group) : n
                            )
                            .OfType<SceneNode>(),
                    ],
                };
            if (Standing(group, new(id)) is not { } standing)
                gone.Add(id);
            else if (now.Front == id)
                front = standing;
            else
                nodes.Add(standing);
        }
        if (front is not null)
            nodes.Add(front);
        IEnumerable<ScenePart> parts = scene.Parts.Where(p => p.ItemId is not { } id || !gone.Contains(id));
        if (now.Credit is not { } credit)
            return scene with { Nodes = nodes, Parts = [.. parts] };
        nodes.AddRange(credit.Nodes);
        return scene with
        {
            Nodes = nodes,
            Links = credit.Links,
            Parts = [.. parts.Where(p => p.Role != "credit"), credit.Part],
        };

        GroupNode? Standing(GroupNode node, ItemPart name, GroupNode? inside = null)
        {
            if (!things.TryGetValue(name, out MovingItem? thing))
                return node;
            ItemState s = timeline.After(name, step);
            if (s.Opacity <= 0)
                return null;
            if (s == ItemState.Rest)
                return node;
            SlidePoint middle = Composition.Middle(thing.Box);
            // A part is moved in the measure of the thing that it is of.
            if (inside is { Turn: not 0, About: { } about })
                middle = middle.Turned(about, -inside.Turn);
            GroupNode inner = node with { ItemId = null, Part = null };
            var moved = new GroupNode(null, [inner], null, s.Opacity, s.Turn, s.Scale, middle);
            if (s is { X: 0, Y: 0 })
                return Named(moved);
            // A move is two scalings about different places: by two about one, by half of what is wanted about another.
            return Named(
                moved with
                {
                    Nodes = [new GroupNode(null, [inner], null, 1, s.Turn, s.Scale / 2, middle)],
                    Turn = 0,
                    Scale = 2,
                    About = new(middle.X - s.X, middle.Y - s.Y),
                }
            );

            // The outermost carries the identity.
            GroupNode Named(GroupNode outer) => outer with { ItemId = node.ItemId, Part = node.Part };
        }
    }
}
