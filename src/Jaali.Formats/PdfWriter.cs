using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Imaging.Painting;
using SkiaSharp;

namespace Jaali.Formats;

/// <summary>
/// Writes a deck as PDF, a page a scene: words selectable in embedded typefaces, links live, and the bytes of a JPEG
/// kept as they are, for a photo placed unscaled keeps its own pixels.
/// </summary>
public sealed class PdfWriter(ScenePainter painter)
{
    // One slide unit is half a point.
    private const float PointsPerUnit = .5f;

    /// <summary>Writes the scenes to a stream.</summary>
    /// <param name="output">Where to; left open.</param>
    /// <param name="deck">Title and speaker go into the file's metadata.</param>
    /// <param name="scenes">In order.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for; null where they are lost.</param>
    /// <param name="progress">Told the number of pages written.</param>
    /// <param name="cancel">Stops between pages.</param>
    /// <exception cref="IOException">The stream takes no more, for example for want of room.</exception>
    public void Write(
        Stream output,
        Deck deck,
        IReadOnlyList<Scene> scenes,
        Func<string, byte[]?> photo,
        Action<int>? progress = null,
        CancellationToken cancel = default
    )
    {
        Dictionary<string, SKData> loaded = [];
        using var guarded = new GuardedStream(output);
        try
        {
            using var document = SKDocument.CreatePdf(
                guarded,
                new SKDocumentPdfMetadata
                {
                    Title = deck.Title,
                    Author = deck.Speaker,
                    Subject = $"Talk, {deck.SlotMinutes:0} minutes",
                    Creator = "Jaali",
                    Producer = "Jaali",
                    RasterDpi = 300,
                    EncodingQuality = 101,
                    Creation = DateTime.UtcNow,
                    Modified = DateTime.UtcNow,
                }
            );
            HashSet<Guid> named = [];
            for (int i = 0; i < scenes.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                Scene scene = Toned(scenes[i]);
                SKCanvas canvas = document.BeginPage(
                    (float)scene.Width * PointsPerUnit,
                    (float)scene.Height * PointsPerUnit
                );
                canvas.Scale(PointsPerUnit);
                painter.Paint(
                    scene,
                    canvas,
                    id => Load(id) is { } data ? SKImage.FromEncodedData(data) : null,
                    inFile: true
                );
                // The first of a slide's pages is where links to it lead.
                if (named.Add(scene.SlideId))
                    canvas.DrawNamedDestinationAnnotation(new SKPoint(0, 0), Leading.ToSlide + scene.SlideId);
                foreach (SceneLink link in scene.Links)
                {
                    SlideRect r = link.Rect;
                    var place = new SKRect((float)r.X, (float)r.Y, (float)r.Right, (float)r.Bottom);
                    if (link.Href.StartsWith(Leading.ToSlide, StringComparison.Ordinal))
                        canvas.DrawLinkDestinationAnnotation(place, link.Href);
                    else
                        canvas.DrawUrlAnnotation(place, link.Href);
                }
                document.EndPage();
                guarded.Check();
                progress?.Invoke(i + 1);
            }
            document.Close();
            guarded.Check();
        }
        finally
        {
            foreach (SKData data in loaded.Values)
                data.Dispose();
        }

        SKData? Load(string id)
        {
            if (loaded.TryGetValue(id, out SKData? data))
                return data;
            return photo(id) is { } bytes ? loaded[id] = SKData.CreateCopy(bytes) : null;
        }

        // A colour matrix on a PDF's canvas would turn the photo into uncompressed pixels; a toned photo is saved
        // once as a JPEG and placed like any other.
        Scene Toned(Scene scene) => scene with { Nodes = TonedAll(scene.Nodes) };

        IReadOnlyList<SceneNode> TonedAll(IReadOnlyList<SceneNode> nodes) =>
            [
                .. nodes.Select(n =>
                    n switch
                    {
                        GroupNode g => g with { Nodes = TonedAll(g.Nodes) },
                        PhotoNode { Colours: { } matrix } p => TonedPhoto(p, matrix),
                        _ => n,
                    }
                ),
            ];

        SceneNode TonedPhoto(PhotoNode photoNode, IReadOnlyList<double> matrix)
        {
            string name = $"{photoNode.Source}|{string.Join(',', matrix)}";
            if (!loaded.ContainsKey(name) && Load(photoNode.Source) is { } data)
                loaded[name] = PhotoPainter.ToneJpeg(data, matrix);
            return photoNode with { PhotoId = name, Colours = null, Treatment = null };
        }
    }
}
