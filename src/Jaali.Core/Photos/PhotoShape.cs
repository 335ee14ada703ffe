namespace Jaali.Core.Photos;

/// <summary>The shapes in which photos are sought.</summary>
public enum PhotoShape
{
    /// <summary>Any.</summary>
    Any,

    /// <summary>Clearly wider than high.</summary>
    Wide,

    /// <summary>Clearly higher than wide.</summary>
    Tall,

    /// <summary>As wide as high, within a tenth.</summary>
    Square,
}

/// <summary>Judges shapes.</summary>
public static class PhotoShapes
{
    /// <summary>The shape of a width over a height.</summary>
    public static PhotoShape Of(double aspect) =>
        aspect > 1.1 ? PhotoShape.Wide
        : aspect < 1 / 1.1 ? PhotoShape.Tall
        : PhotoShape.Square;

    /// <summary>True where a photo of this aspect is of the wanted shape.</summary>
    public static bool Fits(this PhotoShape wanted, double aspect) => wanted == PhotoShape.Any || Of(aspect) == wanted;
}
