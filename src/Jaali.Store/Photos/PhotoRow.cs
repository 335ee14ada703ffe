namespace Jaali.Store;

/// <summary>A taken photo: what was measured on it. Its bytes are a blob under its SHA-256.</summary>
public sealed class PhotoRow
{
    /// <summary>Identity.</summary>
    public string Id { get; set; } = "";

    /// <summary>Name of its file format.</summary>
    public string Format { get; set; } = "";

    /// <summary>Length of the file.</summary>
    public long Bytes { get; set; }

    /// <summary>Pixels, after orientation.</summary>
    public int Width { get; set; }

    /// <summary>Pixels, after orientation.</summary>
    public int Height { get; set; }

    /// <summary>EXIF orientation, 1 to 8.</summary>
    public int Orientation { get; set; }

    /// <summary>Perceptual hash.</summary>
    public long Hash { get; set; }

    /// <summary>Where the eye goes, in fractions.</summary>
    public double FocalX { get; set; }

    /// <summary>Where the eye goes, in fractions.</summary>
    public double FocalY { get; set; }

    /// <summary>Pixels of the tone map.</summary>
    public int ToneWidth { get; set; }

    /// <summary>Pixels of the tone map.</summary>
    public int ToneHeight { get; set; }

    /// <summary>Name of the tone map.</summary>
    public string ToneBlob { get; set; } = "";

    /// <summary>A tiny WebP; null until it is made.</summary>
    public byte[]? Preview { get; set; }

    /// <summary>What plays in its place, as JSON; null for a photo.</summary>
    public string? Clip { get; set; }

    /// <summary>When it was taken.</summary>
    public DateTimeOffset TakenAt { get; set; }

    /// <summary>The address that its bytes came from; null where they were brought.</summary>
    public string? TakenFrom { get; set; }
}
