namespace Jaali.Core.Photos;

/// <summary>A search result that has not been taken.</summary>
/// <param name="Id">Identity within its collection.</param>
/// <param name="Collection">The collection's identity.</param>
/// <param name="Thumbnail">A small rendition.</param>
/// <param name="Renditions">All sizes offered, at least one.</param>
/// <param name="Rights">The record as found.</param>
/// <param name="Tags">Words the source gives it.</param>
/// <param name="Evidence">What the source said.</param>
/// <param name="Service">Where any size can be asked for, or null.</param>
/// <param name="Clip">What plays in its place, of which its sizes are posters; null for a photo.</param>
public sealed record Candidate(
    string Id,
    string Collection,
    Rendition Thumbnail,
    IReadOnlyList<Rendition> Renditions,
    RightsRecord Rights,
    IReadOnlyList<string> Tags,
    Evidence Evidence,
    ImageService? Service = null,
    ClipOffer? Clip = null
)
{
    private const int MostTags = 60,
        LongestTag = 80;

    /// <summary>The record as found, within bounds.</summary>
    public RightsRecord Rights { get; init; } = Rights.Bounded();

    /// <summary>Words the source gives it, within bounds.</summary>
    public IReadOnlyList<string> Tags { get; init; } = [.. Tags.Where(t => t.Length <= LongestTag).Take(MostTags)];

    /// <summary>The largest rendition.</summary>
    public Rendition Largest => Renditions.MaxBy(r => (long)r.Width * r.Height)!;

    /// <summary>True where the source says how many pixels there are.</summary>
    public bool SizeKnown => Largest.Width > 0;

    /// <summary>Width over height; 1.5 until it is known.</summary>
    public double Aspect =>
        SizeKnown ? (double)Largest.Width / Largest.Height
        : Thumbnail.Width > 0 ? (double)Thumbnail.Width / Thumbnail.Height
        : 1.5;
}

/// <summary>What plays of a candidate.</summary>
/// <param name="Url">Where its bytes are.</param>
/// <param name="Type">Media type, as the source says it.</param>
/// <param name="Seconds">How long it lasts, as the source says it; 0 where it does not.</param>
public sealed record ClipOffer(string Url, string Type, double Seconds = 0);

/// <summary>A service of the IIIF Image API that makes any size of one photo.</summary>
/// <param name="Base">Its address, without a slash at the end.</param>
/// <param name="Width">Width of the whole photo, or of the region, in pixels.</param>
/// <param name="Height">Height of the whole photo, or of the region, in pixels.</param>
/// <param name="MostWidth">The greatest width it makes, or 0 for no limit.</param>
/// <param name="Version">Of the Image API: 1, 2 or 3.</param>
/// <param name="Region">What of the picture is shown, as its address names it (section 4.1): "full", "square",
/// "x,y,w,h"
/// or "pct:x,y,w,h".</param>
/// <param name="Rotation">By how much it is turned clockwise (section 4.3), in degrees: 0, 90, 180 or 270. Width and
/// height are those of the turned photo.</param>
public sealed record ImageService(
    string Base,
    int Width,
    int Height,
    int MostWidth = 0,
    int Version = 3,
    string Region = "full",
    int Rotation = 0
)
{
    /// <summary>The photo at exactly this width (IIIF Image API 3.0, section 4.2, <c>w,</c>), never more than it has.
    /// The whole is "max" since version 3 and "full" before; the usual quality is "native" in version 1.</summary>
    public Rendition At(int width)
    {
        // Sizes are asked for before the photo is turned.
        bool lies = Rotation is 90 or 270;
        (int fullWidth, int fullHeight) = lies ? (Height, Width) : (Width, Height);
        int most = MostWidth > 0 ? Math.Min(MostWidth, fullWidth) : fullWidth,
            w = Math.Clamp(lies ? (int)Math.Round((double)width * Height / Width) : width, 1, most),
            h = w == fullWidth ? fullHeight : Math.Max(1, (int)Math.Round((double)fullHeight * w / fullWidth));
        string size =
            w == fullWidth
                ? Version >= 3
                    ? "max"
                    : "full"
                : w.ToString(System.Globalization.CultureInfo.InvariantCulture) + ",";
        return new Rendition(
            $"{Base}/{Region}/{size}/{Rotation}/{(Version == 1 ? "native" : "default")}.jpg",
            lies ? h : w,
            lies ? w : h
        );
    }

    /// <summary>The same, turned clockwise by quarters.</summary>
    /// <param name="degrees">0, 90, 180 or 270.</param>
    public ImageService Turned(int degrees) =>
        degrees is 90 or 270
            ? this with
            {
                Rotation = degrees,
                Width = Height,
                Height = Width,
            }
            : this with
            {
                Rotation = degrees,
            };
}
