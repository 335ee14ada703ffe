namespace Jaali.Core.Geometry;

/// <summary>The shape of a deck's slides.</summary>
public enum SlideShape
{
    /// <summary>16:9, 1920 x 1080 units.</summary>
    Wide,

    /// <summary>4:3, 1440 x 1080 units.</summary>
    Standard,
}

/// <summary>Sizes of slide shapes.</summary>
public static class SlideShapes
{
    /// <summary>The whole slide as a rectangle in slide units.</summary>
    public static SlideRect Bounds(this SlideShape shape) =>
        shape == SlideShape.Wide ? new(0, 0, 1920, 1080) : new(0, 0, 1440, 1080);
}
