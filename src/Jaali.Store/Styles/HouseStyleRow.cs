namespace Jaali.Store;

/// <summary>A house style that somebody saved.</summary>
public sealed class HouseStyleRow
{
    /// <summary>Its name; once.</summary>
    public string Name { get; set; } = "";

    /// <summary>The style as JSON.</summary>
    public string Style { get; set; } = "";

    /// <summary>When it was saved.</summary>
    public DateTimeOffset SavedAt { get; set; }
}
