using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using SkiaSharp;

namespace Jaali.Formats;

/// <summary>
/// Writes a deck as PDF, a page a scene or several scenes on a sheet: words selectable in embedded typefaces, links
/// live,
/// and the bytes of a JPEG kept as they are, for a photo placed unscaled keeps its own pixels. What is read in which
/// order,
/// bookmarks and notes are written by <see cref="PdfFinish"/>, which is told what stands where.
/// </summary>
public sealed class PdfWriter(ScenePainter painter)
{
    // One slide unit is half a point.
    private const float PointsPerUnit = .5f;

    /// <summary>Writes the scenes to a stream, a page each.</summary>
    /// <param name="output">Where to; left open.</param>
    /// <param name="deck">Title and speaker go into the file's metadata.</param>
    /// <param name="scenes">In order.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for; null where they are lost.</param>
    /// <param name="progress">Told the number of pages written.</param>
    /// <param name="cancel">Stops between pages.</param>
    /// <returns>What stands on each page, in the order of painting.</returns>
    /// <exception cref="IOException">The stream takes no more, for example for want of room.</exception>
    public IReadOnlyList<PdfPageContents> Write(
        Stream output,
        Deck deck,
        IReadOnlyList<Scene> scenes,
        Func<string, byte[]?> photo,
        Action<int>? progress = null,
        CancellationToken cancel = default
    ) =>
        Write(
            output,
            deck,
            [
                .. scenes.Select(s => new PdfSheet(
                    s.Width,
                    s.Height,
                    [new PdfPlace(s, new(0, 0, s.Width, s.Height))],
                    []
                )),
            ],
            photo,
            progress,
            cancel
        );

    /// <summary>Writes sheets to a stream.</summary>
    /// <param name="output">Where to; left open.</param>
    /// <param name="deck">Title and speaker go into the file's metadata.</param>
    /// <param name="sheets">In order.</param>
    /// <param name="photo">The bytes of a photo by the name it is asked for; null where they are lost.</param>
    /// <param name="progress">Told the number of pages written.</param>
    /// <param name="cancel">Stops between pages.</param>
    /// <returns>What stands on each page, in the order of painting.</returns>
    /// <exception cref="IOException">The stream takes no more, for example for want of room.</exception>
    public IReadOnlyList<PdfPageContents> Write(
        Stream output,
        Deck deck,
        IReadOnlyList<PdfSheet> sheets,
        Func<string, byte[]?> photo,
        Action<int>? progress = null,
        CancellationToken cancel = default
    )
    {
        sheets =
        [
            .. sheets.Select(s =>
                s with
                {
                    Places = [.. s.Places.Select(p => p with { Scene = SmallOnCredits(p.Scene) })],
                }
            ),
        ];
        // One image for each, however often it is painted: the file has it once then.
        Dictionary<string, SKImage> loaded = [];
        Dictionary<string, int> last = [];
        for (int i = 0; i < sheets.Count; i++)
            foreach (PhotoNode p in sheets[i].Places.SelectMany(x => x.Scene.Photos()))
                last[Loaded(p)] = i;
        List<PdfPageContents> told = [];
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
            for (int i = 0; i < sheets.Count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                PdfSheet sheet = sheets[i];
                SKCanvas canvas = document.BeginPage(
                    (float)sheet.Width * PointsPerUnit,
                    (float)sheet.Height * PointsPerUnit
                );
                canvas.Scale(PointsPerUnit);
                var marks = new PdfMarks(canvas);
                foreach (PdfPlace place in sheet.Places)
                    Paint(place, canvas, marks, named);
                foreach (PdfWords words in sheet.Words)
                {
                    marks.Before("P", words.Says);
                    painter.PaintNodes(words.Nodes, canvas, _ => null, inFile: true);
                }
                document.EndPage();
                Forget(i);
                told.Add(new([.. sheet.Places.Select(p => p.Scene)], marks.Told));
                guarded.Check();
                progress?.Invoke(i + 1);
            }
            document.Close();
            guarded.Check();
            return told;
        }
        finally
        {
            foreach (SKImage image in loaded.Values)
                image.Dispose();
        }

        // What no later sheet shows is held no longer.
        void Forget(int sheet)
        {
            foreach (string name in sheets[sheet].Places.SelectMany(p => p.Scene.Photos()).Select(Loaded).Distinct())
                if (last[name] == sheet && loaded.Remove(name, out SKImage? image))
                    image.Dispose();
        }

        void Paint(PdfPlace place, SKCanvas canvas, PdfMarks marks, HashSet<Guid> named)
        {
            (Scene scene, IReadOnlyDictionary<SceneNode, PdfMark> cells) = PdfTables.Apart(Toned(place.Scene));
            int before = canvas.Save();
            canvas.Translate((float)place.At.X, (float)place.At.Y);
            canvas.Scale((float)(place.At.Width / scene.Width));
            if (place.At.X != 0 || place.At.Y != 0 || place.At.Width != scene.Width)
                canvas.ClipRect(new SKRect(0, 0, (float)scene.Width, (float)scene.Height));
            marks.Before(null, "");
            painter.Paint(
                scene,
                canvas,
                Load,
                inFile: true,
                node =>
                {
                    if (cells.TryGetValue(node, out PdfMark? cell))
                        marks.Before(cell);
                    else
                        Mark(marks, scene, node);
                }
            );
            // The first of a slide's pages is where links to it lead.
            if (named.Add(scene.SlideId))
                canvas.DrawNamedDestinationAnnotation(new SKPoint(0, 0), LinkTarget.ToSlide + scene.SlideId);
            foreach (SceneLink link in scene.WithClipLinks().Links)
            {
                SlideRect r = link.Rect;
                var on = new SKRect((float)r.X, (float)r.Y, (float)r.Right, (float)r.Bottom);
                if (link.Href.StartsWith(LinkTarget.ToSlide, StringComparison.Ordinal))
                    canvas.DrawLinkDestinationAnnotation(on, link.Href);
                else
                    canvas.DrawUrlAnnotation(on, link.Href);
            }
            canvas.RestoreToCount(before);
        }

        SKImage? Load(string id)
        {
            if (loaded.TryGetValue(id, out SKImage? image))
                return image;
            return Bytes(id) is { } bytes && SKImage.FromEncodedData(bytes) is { } opened ? loaded[id] = opened : null;
        }

        byte[]? Bytes(string source)
        {
            int at = source.IndexOf(SmallMark, StringComparison.Ordinal);
            if (at < 0)
                return photo(source);
            return photo(source[..at]) is { } whole
                ? PhotoReader.Small(
                    whole,
                    int.Parse(source[(at + SmallMark.Length)..], System.Globalization.CultureInfo.InvariantCulture)
                )
                : null;
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
            string name = Loaded(photoNode);
            if (!loaded.ContainsKey(name) && Bytes(photoNode.Source) is { } bytes)
            {
                using SKData data = SKData.CreateCopy(bytes);
                using SKData toned = PhotoPainter.ToneJpeg(data, matrix);
                loaded[name] = SKImage.FromEncodedData(toned);
            }
            return photoNode with { PhotoId = name, Colours = null, Treatment = null };
        }
    }

    // Behind the name of a photo that a page of credits shows small; the greatest width follows, in pixels.
    private const string SmallMark = "|small";

    // Pixels of a small photo for each unit of its place: 200 to the inch on the page.
    private const double SmallPixels = 1.4;

    // On pages of credits photos are carried small: large ones are on their slides already.
    private static Scene SmallOnCredits(Scene scene)
    {
        return scene.Parts.Any(p => p.Role == "credits-title") ? scene with { Nodes = All(scene.Nodes) } : scene;

        static IReadOnlyList<SceneNode> All(IReadOnlyList<SceneNode> nodes) =>
            [
                .. nodes.Select(n =>
                    n switch
                    {
                        GroupNode g => g with { Nodes = All(g.Nodes) },
                        PhotoNode p => p with
                        {
                            PhotoId = string.Create(
                                System.Globalization.CultureInfo.InvariantCulture,
                                $"{p.Source}{SmallMark}{Math.Ceiling(p.Image.Width * SmallPixels)}"
                            ),
                            Treatment = null,
                        },
                        _ => n,
                    }
                ),
            ];
    }

    // The name under which the bytes of a photo are held: those of its tone, where it has one.
    private static string Loaded(PhotoNode p) =>
        p.Colours is { } matrix ? $"{p.Source}|{string.Join(',', matrix)}" : p.Source;

    // What a node is to those who have it read to them: a picture with its alternative, a heading, words, or nothing.
    private static void Mark(PdfMarks marks, Scene scene, SceneNode node)
    {
        ScenePart? part = node is GroupNode { ItemId: { } id } ? scene.Parts.FirstOrDefault(p => p.ItemId == id) : null;
        if (part is not null)
            marks.Before(
                part.Role switch
                {
                    "frame" => "Figure",
                    "opening" or "heading" => "H1",
                    "veil" => null,
                    _ when part.Set is not null => "P",
                    _ => "Figure",
                },
                part.Says,
                part.ItemId
            );
        else
            marks.Before(
                node is TextNode || node is GroupNode g && g.Nodes.Any(n => n is TextNode) ? "P" : null,
                "",
                computed: scene.Parts.Any(p => p.Role == "credits-title") ? PdfComputed.Credits : PdfComputed.Words
            );
    }
}

/// <summary>A sheet of a PDF.</summary>
/// <param name="Width">In slide units.</param>
/// <param name="Height">In slide units.</param>
/// <param name="Places">Scenes on it.</param>
/// <param name="Words">Words beside them.</param>
public sealed record PdfSheet(
    double Width,
    double Height,
    IReadOnlyList<PdfPlace> Places,
    IReadOnlyList<PdfWords> Words
);

/// <summary>A scene on a sheet.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="At">Where; its proportions are those of the scene.</param>
public sealed record PdfPlace(Scene Scene, SlideRect At);

/// <summary>Words on a sheet.</summary>
/// <param name="Nodes">As they are painted.</param>
/// <param name="Says">What they say.</param>
public sealed record PdfWords(IReadOnlyList<SceneNode> Nodes, string Says)
{
    /// <summary>Set words at a place.</summary>
    public static PdfWords Of(SetText set, SlidePoint at, IFonts fonts, string says) =>
        new(TextNodes.Of(set, at, "#22252B", fonts), says);
}

/// <summary>What stands on a page.</summary>
/// <param name="Scenes">The scenes on it.</param>
/// <param name="Marks">What was painted, in order.</param>
public sealed record PdfPageContents(IReadOnlyList<Scene> Scenes, IReadOnlyList<PdfMark> Marks);

/// <summary>Something that was painted.</summary>
/// <param name="Tag">What it is, a standard structure type (ISO 32000-1, 14.8.4); null for decoration.</param>
/// <param name="Says">What it shows or says.</param>
/// <param name="ItemId">The item, by which it is found in the order of reading.</param>
/// <param name="Computed">Whether they are words that were computed, such as a credit.</param>
public sealed record PdfMark(string? Tag, string Says, Guid? ItemId, PdfComputed Computed = PdfComputed.No)
{
    /// <summary>The cell of a table that it stands in; null for none.</summary>
    internal PdfCell? Cell { get; init; }

    /// <summary>The name of the property that tells words apart that were computed, such as a credit.</summary>
    public const string ComputedName = "JAALI_Computed";

    /// <summary>Its value on the pages of credits, which are computed as a whole.</summary>
    public const string CreditsName = "Credits";

    /// <summary>The property as it is written; empty for words of somebody's own.</summary>
    internal string Property =>
        Computed switch
        {
            PdfComputed.Words => $"/{ComputedName} true",
            PdfComputed.Credits => $"/{ComputedName} /{CreditsName}",
            _ => "",
        };
}

/// <summary>What of a page was computed.</summary>
public enum PdfComputed
{
    /// <summary>Nothing.</summary>
    No,

    /// <summary>These words.</summary>
    Words,

    /// <summary>All of it: it is a page of credits.</summary>
    Credits,
}

/// <summary>
/// Marks between what is painted: the writer of pages knows no structure, so a spot too small to be seen stands where
/// each thing begins, and is replaced by the beginning of its marked content when the file is finished.
/// </summary>
internal sealed class PdfMarks(SKCanvas canvas)
{
    /// <summary>Where every mark stands, and how high it is, in units.</summary>
    internal const float At = .5f,
        High = .0035f;

    /// <summary>Each mark is so much wider than the one before.</summary>
    internal const float Wide = .002f;

    private readonly List<PdfMark> _told = [];

    internal IReadOnlyList<PdfMark> Told => _told;

    internal void Before(string? tag, string says, Guid? item = null, PdfComputed computed = PdfComputed.No) =>
        Before(new PdfMark(tag, says, item, computed));

    internal void Before(PdfMark mark)
    {
        _told.Add(mark);
        int saved = canvas.Save();
        canvas.ResetMatrix();
        using var spot = new SKPaint { Color = new SKColor(1, 2, 3), IsAntialias = false };
        canvas.DrawRect(new SKRect(At, At, At + Wide * _told.Count, At + High), spot);
        canvas.RestoreToCount(saved);
    }
}
