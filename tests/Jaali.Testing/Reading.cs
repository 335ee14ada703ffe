using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Scenes;

namespace Jaali.Testing;

/// <summary>Short ways to what tests look at.</summary>
public static class Reading
{
    /// <summary>The only frame of a slide, its ground or not.</summary>
    public static Frame Photo(this Slide slide) => slide.Items.OfType<Frame>().Single();

    /// <summary>The words of a slide.</summary>
    public static IReadOnlyList<Words> Words(this Slide slide) => [.. slide.Items.OfType<Words>()];

    /// <summary>An edit of the only frame of a slide.</summary>
    public static EditItem Treat(this Slide slide, FrameEdit edit) => new(slide.Id, slide.Photo().Id, edit);

    /// <summary>The lines of a scene, those inside groups included.</summary>
    public static IEnumerable<SceneLine> Lines(this Scene scene) =>
        scene.AllNodes().OfType<TextNode>().SelectMany(t => t.Lines);

    /// <summary>What stands on a scene in a role.</summary>
    public static ScenePart Part(this Scene scene, string role) => scene.Parts.Single(p => p.Role == role);

    /// <summary>The ink of the words of a part: of the text whose lines lie in its box.</summary>
    public static string InkOf(this Scene scene, string role)
    {
        ScenePart part = scene.Part(role);
        return scene
            .AllNodes()
            .OfType<TextNode>()
            .Single(t => t.Lines.All(l => l.Baseline > part.Box.Y && l.Baseline < part.Box.Bottom + 1))
            .Ink;
    }
}
