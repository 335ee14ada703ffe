using System.Globalization;
using System.Text.Json.Nodes;
using NetVips;

namespace Jaali.StandIns;

/// <summary>A museum and archive: IIIF Presentation 3.0, Content Search 2.0, images by the Image API 3.0.</summary>
public sealed class Museum(IReadOnlyList<PhotoRecord> photos, string folder)
{
    private const int PageSize = 12;
    private readonly Dictionary<string, PhotoRecord> _byId = photos.ToDictionary(p => p.Id);

    /// <summary>The collection document, with its search service.</summary>
    public JsonObject Collection(string origin) =>
        new()
        {
            ["@context"] = "http://iiif.io/api/presentation/3/context.json",
            ["id"] = origin + "/museum/collection.json",
            ["type"] = "Collection",
            ["label"] = Text("Brae House Museum"),
            ["summary"] = Text("Plates and prints of the sound and its islands"),
            ["service"] = new JsonArray(
                new JsonObject { ["id"] = origin + "/museum/search", ["type"] = "SearchService2" }
            ),
            ["items"] = new JsonArray([
                .. photos
                    .Take(50)
                    .Select(p =>
                        (JsonNode)
                            new JsonObject
                            {
                                ["id"] = $"{origin}/museum/manifest/{p.Id}.json",
                                ["type"] = "Manifest",
                                ["label"] = Text(p.Title),
                            }
                    ),
            ]),
        };

    /// <summary>Hits of a search: annotations whose targets are canvases.</summary>
    public JsonObject Search(string origin, string words, int page)
    {
        string[] asked = [.. words.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(PhotoRecord.Stem)];
        PhotoRecord[] found =
        [
            .. photos
                .Select(p => (Photo: p, Score: p.Score(asked)))
                .Where(s => s.Score > 0)
                .OrderByDescending(s => s.Score)
                .ThenBy(s => s.Photo.Id, StringComparer.Ordinal)
                .Select(s => s.Photo),
        ];
        string self = $"{origin}/museum/search?q={Uri.EscapeDataString(words)}";
        var answer = new JsonObject
        {
            ["@context"] = "http://iiif.io/api/search/2/context.json",
            ["id"] = $"{self}&page={page}",
            ["type"] = "AnnotationPage",
            ["partOf"] = new JsonObject
            {
                ["id"] = self,
                ["type"] = "AnnotationCollection",
                ["total"] = found.Length,
            },
            ["items"] = new JsonArray([
                .. found
                    .Skip((page - 1) * PageSize)
                    .Take(PageSize)
                    .Select(p =>
                        (JsonNode)
                            new JsonObject
                            {
                                ["id"] = $"{origin}/museum/hit/{p.Id}",
                                ["type"] = "Annotation",
                                ["motivation"] = "describing",
                                ["body"] = new JsonObject
                                {
                                    ["type"] = "TextualBody",
                                    ["value"] = p.Title,
                                    ["format"] = "text/plain",
                                },
                                ["target"] = new JsonObject
                                {
                                    ["id"] = $"{origin}/museum/canvas/{p.Id}",
                                    ["type"] = "Canvas",
                                    ["partOf"] = new JsonArray(
                                        new JsonObject
                                        {
                                            ["id"] = $"{origin}/museum/manifest/{p.Id}.json",
                                            ["type"] = "Manifest",
                                        }
                                    ),
                                },
                            }
                    ),
            ]),
        };
        if (page * PageSize < found.Length)
            answer["next"] = $"{self}&page={page + 1}";
        return answer;
    }

    /// <summary>A manifest of one plate.</summary>
    public JsonObject? Manifest(string origin, string id)
    {
        if (!_byId.TryGetValue(id, out PhotoRecord? p))
            return null;
        (int w, int h) = Size(p);
        return new JsonObject
        {
            ["@context"] = "http://iiif.io/api/presentation/3/context.json",
            ["id"] = $"{origin}/museum/manifest/{p.Id}.json",
            ["type"] = "Manifest",
            ["label"] = Text(p.Title),
            ["rights"] = p.Licence.Replace("https:", "http:", StringComparison.Ordinal),
            ["requiredStatement"] = new JsonObject
            {
                ["label"] = Text("Held by"),
                ["value"] = Text("Brae House Museum"),
            },
            ["metadata"] = new JsonArray([
                .. new (string, string)[]
                {
                    ("Maker", p.Maker),
                    ("Date", p.Taken[..4]),
                    ("Subject", string.Join("; ", p.Tags)),
                    ("Accession", "BH " + p.Id[3..]),
                }
                    .Where(m => m.Item2.Length > 0)
                    .Select(m => (JsonNode)new JsonObject { ["label"] = Text(m.Item1), ["value"] = Text(m.Item2) }),
            ]),
            ["homepage"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = $"{origin}/museum/plate/{p.Id}",
                    ["type"] = "Text",
                    ["label"] = Text(p.Title),
                    ["format"] = "text/html",
                }
            ),
            ["provider"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = origin + "/museum",
                    ["type"] = "Agent",
                    ["label"] = Text("Brae House Museum"),
                }
            ),
            ["items"] = new JsonArray(
                new JsonObject
                {
                    ["id"] = $"{origin}/museum/canvas/{p.Id}",
                    ["type"] = "Canvas",
                    ["width"] = w,
                    ["height"] = h,
                    ["items"] = new JsonArray(
                        new JsonObject
                        {
                            ["id"] = $"{origin}/museum/page/{p.Id}",
                            ["type"] = "AnnotationPage",
                            ["items"] = new JsonArray(
                                new JsonObject
                                {
                                    ["id"] = $"{origin}/museum/annotation/{p.Id}",
                                    ["type"] = "Annotation",
                                    ["motivation"] = "painting",
                                    ["target"] = $"{origin}/museum/canvas/{p.Id}",
                                    ["body"] = new JsonObject
                                    {
                                        ["id"] = $"{origin}/museum/image/{p.Id}/full/max/0/default.jpg",
                                        ["type"] = "Image",
                                        ["format"] = "image/jpeg",
                                        ["width"] = w,
                                        ["height"] = h,
                                        ["service"] = new JsonArray(
                                            new JsonObject
                                            {
                                                ["id"] = $"{origin}/museum/image/{p.Id}",
                                                ["type"] = "ImageService3",
                                                ["profile"] = "level1",
                                                ["width"] = w,
                                                ["height"] = h,
                                            }
                                        ),
                                    },
                                }
                            ),
                        }
                    ),
                }
            ),
        };
    }

    /// <summary>The image service's own word.</summary>
    public JsonObject? Info(string origin, string id)
    {
        if (!_byId.TryGetValue(id, out PhotoRecord? p))
            return null;
        (int w, int h) = Size(p);
        return new JsonObject
        {
            ["@context"] = "http://iiif.io/api/image/3/context.json",
            ["id"] = $"{origin}/museum/image/{id}",
            ["type"] = "ImageService3",
            ["protocol"] = "http://iiif.io/api/image",
            ["profile"] = "level1",
            ["width"] = w,
            ["height"] = h,
        };
    }

    /// <summary>The whole image at a size: <c>max</c>, <c>w,</c> or <c>!w,h</c>; null for anything else.</summary>
    public byte[]? Image(string id, string region, string size)
    {
        if (!_byId.TryGetValue(id, out PhotoRecord? p) || region != "full")
            return null;
        string path = Path.Combine(folder, p.File);
        if (size == "max")
            return File.ReadAllBytes(path);
        (int w, int h) = Size(p);
        string[] parts = size.TrimStart('!').Split(',');
        if (parts.Length != 2 || !int.TryParse(parts[0], CultureInfo.InvariantCulture, out int width) || width < 1)
            return null;
        if (size.StartsWith('!') && int.TryParse(parts[1], CultureInfo.InvariantCulture, out int height))
            width = Math.Min(width, (int)((double)height * w / h));
        if (width > w)
            return null;
        using Image made = NetVips.Image.Thumbnail(
            path,
            width,
            height: Math.Max(1, (int)Math.Round((double)h * width / w)),
            size: Enums.Size.Force
        );
        return made.JpegsaveBuffer(q: 88, keep: Enums.ForeignKeep.Icc);
    }

    /// <summary>The page about a plate.</summary>
    public string? Page(string id) =>
        _byId.TryGetValue(id, out PhotoRecord? p)
            ? MakersPages.Plain(
                p.Title,
                $"{p.Maker}, {p.Taken[..4]}",
                $"<a rel=\"license\" href=\"{p.Licence}\">Rights</a>",
                $"/museum/image/{p.Id}/full/640,/0/default.jpg"
            )
            : null;

    private (int Width, int Height) Size(PhotoRecord p)
    {
        using Image header = NetVips.Image.NewFromFile(Path.Combine(folder, p.File));
        return (header.Width, header.Height);
    }

    private static JsonObject Text(string text) => new() { ["en"] = new JsonArray(text) };
}
