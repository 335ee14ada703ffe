using HarfBuzzSharp;
using Jaali.Caching;
using Jaali.Core;
using Jaali.Core.Typesetting;
using SkiaSharp;
using Buffer = HarfBuzzSharp.Buffer;
using Face = Jaali.Core.Typesetting.Face;

namespace Jaali.Imaging;

/// <summary>A glyph and where it stands from the start of its line, in the unit of the size asked for.</summary>
public readonly record struct PlacedGlyph(ushort Id, double X, double Y);

/// <summary>The shipped typefaces: their metrics through HarfBuzz, and their outlines for Skia. Safe for use by many
/// threads.</summary>
public sealed class FontShelf : ITextMeasure, IDisposable
{
    private readonly Dictionary<string, Loaded> _faces = [];
    private readonly Remembered<(string Face, string Text), double> _widths = new(Limits.Kept.Lines);

    /// <summary>Loads every face from a folder.</summary>
    /// <exception cref="FileNotFoundException">A typeface is missing from the folder.</exception>
    public FontShelf(string folder)
    {
        foreach (Face face in Face.All)
        {
            string path = Path.Combine(folder, face.File);
            if (!File.Exists(path))
                throw new FileNotFoundException(
                    $"The typeface {face.Id} is missing. Install the application again.",
                    path
                );
            _faces[face.Id] = new Loaded(path);
        }
    }

    /// <summary>The folder that ships beside the application.</summary>
    public static string ShippedFolder => Path.Combine(AppContext.BaseDirectory, "fonts");

    /// <inheritdoc/>
    public double Width(Face face, double size, string text)
    {
        if (text.Length == 0)
            return 0;
        return size * _widths.GetOrMake((face.Id, text), static (k, f) => f[k.Face].Advance(k.Text), _faces);
    }

    /// <inheritdoc/>
    public double Ascent(Face face, double size) => _faces[face.Id].Ascent * size;

    /// <inheritdoc/>
    public double Descent(Face face, double size) => _faces[face.Id].Descent * size;

    /// <summary>The glyphs of one line, shaped: kerning and marks in place.</summary>
    public IReadOnlyList<PlacedGlyph> Shape(string faceId, double size, string text) =>
        _faces[faceId].Shape(size, text);

    /// <summary>The outlines of a face.</summary>
    public SKTypeface Typeface(string faceId) => _faces[faceId].Typeface;

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (Loaded face in _faces.Values)
            face.Dispose();
    }

    private sealed class Loaded : IDisposable
    {
        private readonly Blob _blob;
        private readonly HarfBuzzSharp.Face _face;
        private readonly Font _font;

        // No ligatures: a joined pair of letters cannot be copied out of a PDF as the letters it stands for. The
        // browser is told the same.
        private static readonly Feature[] NoLigatures =
        [
            new(new Tag('l', 'i', 'g', 'a'), 0),
            new(new Tag('c', 'l', 'i', 'g'), 0),
        ];
        private readonly Lock _lock = new();
        private readonly int _unitsPerEm;

        public Loaded(string path)
        {
            _blob = Blob.FromFile(path);
            _face = new HarfBuzzSharp.Face(_blob, 0);
            _font = new Font(_face);
            _unitsPerEm = _face.UnitsPerEm;
            _font.SetScale(_unitsPerEm, _unitsPerEm);
            _font.SetFunctionsOpenType();
            Typeface = SKTypeface.FromFile(path) ?? throw new InvalidDataException($"{path} is not a typeface.");
            FontExtents extents = _font.GetFontExtentsForDirection(Direction.LeftToRight);
            Ascent = extents.Ascender / (double)_unitsPerEm;
            Descent = -extents.Descender / (double)_unitsPerEm;
        }

        public SKTypeface Typeface { get; }
        public double Ascent { get; }
        public double Descent { get; }

        public double Advance(string text)
        {
            using Buffer buffer = Shaped(text);
            long sum = 0;
            foreach (GlyphPosition p in buffer.GlyphPositions)
                sum += p.XAdvance;
            return sum / (double)_unitsPerEm;
        }

        public IReadOnlyList<PlacedGlyph> Shape(double size, string text)
        {
            using Buffer buffer = Shaped(text);
            GlyphInfo[] infos = buffer.GlyphInfos;
            GlyphPosition[] positions = buffer.GlyphPositions;
            var glyphs = new PlacedGlyph[infos.Length];
            double scale = size / _unitsPerEm,
                x = 0;
            for (int i = 0; i < glyphs.Length; i++)
            {
                glyphs[i] = new PlacedGlyph(
                    (ushort)infos[i].Codepoint,
                    x + positions[i].XOffset * scale,
                    -positions[i].YOffset * scale
                );
                x += positions[i].XAdvance * scale;
            }
            return glyphs;
        }

        private Buffer Shaped(string text)
        {
            var buffer = new Buffer();
            buffer.AddUtf16(text);
            buffer.GuessSegmentProperties();
            lock (_lock)
                _font.Shape(buffer, NoLigatures);
            return buffer;
        }

        public void Dispose()
        {
            _font.Dispose();
            _face.Dispose();
            _blob.Dispose();
            Typeface.Dispose();
        }
    }
}
