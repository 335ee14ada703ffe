using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Testing;

namespace Jaali.Benchmarks;

/// <summary>The faces and twelve photos of the demo.</summary>
internal sealed class DemoFacts : ISceneFacts, IEditFacts, IDisposable
{
    private readonly Dictionary<string, (PhotoFacts Photo, ToneMap Tones)> _photos = [];
    private int _next;

    public DemoFacts(string folder)
    {
        foreach (string path in Directory.EnumerateFiles(folder, "*.jpg").Order(StringComparer.Ordinal).Take(12))
        {
            PhotoReading read = PhotoReader.Read(File.ReadAllBytes(path));
            string id = System.IO.Path.GetFileNameWithoutExtension(path);
            _photos[id] = (
                new PhotoFacts(
                    id,
                    read.Width,
                    read.Height,
                    PhotoPoint.Centre,
                    World.Rights(new Licence(LicenceFamily.By, "4.0", ""))
                ),
                read.Tones
            );
        }
    }

    public string[] Ids => [.. _photos.Keys];

    public FontLibrary Shelf { get; } = new(FontLibrary.ShippedFolder);

    public IFonts Fonts => Shelf;

    public PhotoFacts? Photo(string photoId) => _photos.GetValueOrDefault(photoId).Photo;

    public ToneMap? Tones(string photoId) => _photos.GetValueOrDefault(photoId).Tones;

    public Guid NewId() => new(++_next, 0, 0, new byte[8]);

    public void Dispose() => Shelf.Dispose();
}
