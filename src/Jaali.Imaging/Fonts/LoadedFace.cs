using System.Globalization;
using HarfBuzzSharp;
using Jaali.Core.Typesetting;
using SkiaSharp;
using Buffer = HarfBuzzSharp.Buffer;

namespace Jaali.Imaging;

/// <summary>One font file, read when it is first asked for anything.</summary>
internal sealed class LoadedFace : IDisposable
{
    // No ligatures: a joined pair of letters cannot be copied out of a PDF as the letters it stands for. The browser is
    // told the same.
    private static readonly Feature[] NoLigatures =
    [
        new(new Tag('l', 'i', 'g', 'a'), 0),
        new(new Tag('c', 'l', 'i', 'g'), 0),
    ];

    private readonly Lock _lock = new();
    private readonly Lazy<Opened> _opened;
    private readonly Func<byte[]> _bytes;

    private LoadedFace(Func<byte[]> bytes)
    {
        _bytes = bytes;
        _opened = new(() => new Opened(bytes()));
    }

    internal static LoadedFace FromFile(string path) => new(() => File.ReadAllBytes(path));

    internal static LoadedFace FromBytes(byte[] bytes) => new(() => bytes);

    internal byte[] Bytes => _bytes();

    internal SKTypeface Typeface => _opened.Value.Typeface;

    internal FaceMetrics Metrics => _opened.Value.Metrics;

    internal FontFacts Facts => _opened.Value.Facts;

    /// <summary>True where it has a glyph for every letter of a cluster; what is never drawn needs none.</summary>
    internal bool Has(string cluster)
    {
        foreach (System.Text.Rune rune in cluster.EnumerateRunes())
            if (
                rune.Value
                    is not (
                        0x200C
                        or 0x200D
                        or 0x00AD
                        or 0x2060
                        or >= 0xFE00
                        and <= 0xFE0F
                        or >= 0x2066
                        and <= 0x2069
                        or 0x200E
                        or 0x200F
                        or '\n'
                    )
                && !_opened.Value.HasGlyph(rune.Value)
            )
                return false;
        return true;
    }

    internal double Advance(string text, bool rightToLeft)
    {
        using Buffer buffer = Shaped(text, rightToLeft);
        long sum = 0;
        foreach (GlyphPosition p in buffer.GetGlyphPositionSpan())
            sum += p.XAdvance;
        return sum / (double)_opened.Value.UnitsPerEm;
    }

    internal double[] Advances(string text, bool rightToLeft)
    {
        double[] far = new double[text.Length + 1];
        using Buffer buffer = Shaped(text, rightToLeft);
        ReadOnlySpan<GlyphInfo> infos = buffer.GetGlyphInfoSpan();
        ReadOnlySpan<GlyphPosition> positions = buffer.GetGlyphPositionSpan();
        double[] wide = new double[text.Length];
        for (int i = 0; i < infos.Length; i++)
            wide[Math.Min((int)infos[i].Cluster, text.Length - 1)] += positions[i].XAdvance;
        for (int i = 0; i < text.Length; i++)
            far[i + 1] = far[i] + wide[i] / _opened.Value.UnitsPerEm;
        return far;
    }

    internal IReadOnlyList<PlacedGlyph> Shape(double size, string text, bool rightToLeft, double spacing)
    {
        using Buffer buffer = Shaped(text, rightToLeft);
        ReadOnlySpan<GlyphInfo> infos = buffer.GetGlyphInfoSpan();
        ReadOnlySpan<GlyphPosition> positions = buffer.GetGlyphPositionSpan();
        HashSet<int>? starts = spacing == 0 ? null : [.. StringInfo.ParseCombiningCharacters(text)];
        var glyphs = new PlacedGlyph[infos.Length];
        double scale = size / _opened.Value.UnitsPerEm,
            x = 0;
        for (int i = 0; i < glyphs.Length; i++)
        {
            glyphs[i] = new PlacedGlyph(
                (ushort)infos[i].Codepoint,
                x + positions[i].XOffset * scale,
                -positions[i].YOffset * scale
            );
            x += positions[i].XAdvance * scale;
            // After the last glyph of each cluster.
            if (
                starts is not null
                && starts.Contains((int)infos[i].Cluster)
                && (i + 1 == glyphs.Length || infos[i + 1].Cluster != infos[i].Cluster)
            )
                x += spacing;
        }
        return glyphs;
    }

    private Buffer Shaped(string text, bool rightToLeft)
    {
        var buffer = new Buffer();
        buffer.AddUtf16(text);
        buffer.Direction = rightToLeft ? Direction.RightToLeft : Direction.LeftToRight;
        buffer.GuessSegmentProperties();
        lock (_lock)
            _opened.Value.Font.Shape(buffer, NoLigatures);
        return buffer;
    }

    public void Dispose()
    {
        if (_opened.IsValueCreated)
            _opened.Value.Dispose();
    }

    private sealed class Opened : IDisposable
    {
        private readonly Blob _blob;
        private readonly HarfBuzzSharp.Face _face;
        private readonly SKData _data;

        internal Opened(byte[] bytes)
        {
            Facts = FontFacts.Read(bytes);
            _data = SKData.CreateCopy(bytes);
            _blob = new Blob(_data.Data, (int)_data.Size, MemoryMode.ReadOnly);
            _face = new HarfBuzzSharp.Face(_blob, 0);
            Font = new Font(_face);
            UnitsPerEm = _face.UnitsPerEm;
            Font.SetScale(UnitsPerEm, UnitsPerEm);
            Font.SetFunctionsOpenType();
            Typeface = SKTypeface.FromData(_data) ?? throw new InvalidDataException("This is not a typeface.");
            FontExtents extents = Font.GetFontExtentsForDirection(Direction.LeftToRight);
            double em = UnitsPerEm;
            Metrics = new(
                extents.Ascender / em,
                -extents.Descender / em,
                Metric(OpenTypeMetricsTag.XHeight, .5),
                Metric(OpenTypeMetricsTag.CapHeight, .7),
                -Metric(OpenTypeMetricsTag.UnderlineOffset, -.12),
                Math.Clamp(Metric(OpenTypeMetricsTag.UnderlineSize, .05), .02, .12)
            );

            double Metric(OpenTypeMetricsTag tag, double otherwise) =>
                Font.OpenTypeMetrics.TryGetPosition(tag, out int value) && value != 0 ? value / em : otherwise;
        }

        internal Font Font { get; }
        internal SKTypeface Typeface { get; }
        internal int UnitsPerEm { get; }
        internal FaceMetrics Metrics { get; }
        internal FontFacts Facts { get; }

        internal bool HasGlyph(int codePoint) => Font.TryGetGlyph(codePoint, out uint glyph) && glyph != 0;

        public void Dispose()
        {
            Font.Dispose();
            _face.Dispose();
            _blob.Dispose();
            Typeface.Dispose();
            _data.Dispose();
        }
    }
}
