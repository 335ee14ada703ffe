namespace Jaali.Core.Scenes;

/// <summary>How large the photos of a scene are shown.</summary>
public static class PhotoWidths
{
    /// <summary>Each photo of a scene, by the name it is asked for, with the greatest width of its whole picture, as a
    /// share of the scene's width;
    /// what is scaled by a group counts as it is shown.</summary>
    public static IReadOnlyDictionary<string, double> Of(Scene scene)
    {
        Dictionary<string, double> widths = [];
        Walk(scene.Nodes, 1 / scene.Width);
        return widths;

        void Walk(IReadOnlyList<SceneNode> nodes, double scale)
        {
            foreach (SceneNode node in nodes)
            {
                if (node is GroupNode g)
                    Walk(g.Nodes, scale * g.Scale);
                else if (node is PhotoNode p)
                    Put(p.Source, p.Image.Width * scale);
            }
        }

        void Put(string id, double width) => widths[id] = Math.Max(width, widths.GetValueOrDefault(id));
    }
}
