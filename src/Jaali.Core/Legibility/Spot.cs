namespace Jaali.Core.Legibility;

/// <summary>Where words stand.</summary>
public enum Spot
{
    /// <summary>The calmest fitting place, computed from what lies under them.</summary>
    Auto,

    /// <summary>Upper left.</summary>
    TopLeft,

    /// <summary>Upper right.</summary>
    TopRight,

    /// <summary>Lower left.</summary>
    BottomLeft,

    /// <summary>Lower right.</summary>
    BottomRight,

    /// <summary>Where a hand put them.</summary>
    Placed,

    /// <summary>Under the thing they belong to, wherever that is moved.</summary>
    Under,
}
