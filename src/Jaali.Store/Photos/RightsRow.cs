namespace Jaali.Store;

/// <summary>A photo's rights record.</summary>
public sealed class RightsRow
{
    /// <summary>SHA-256 of the photo.</summary>
    public string PhotoId { get; set; } = "";

    /// <summary>Title.</summary>
    public string Title { get; set; } = "";

    /// <summary>Who made it.</summary>
    public string Maker { get; set; } = "";

    /// <summary>The page it comes from.</summary>
    public string? SourceUrl { get; set; }

    /// <summary>The collection.</summary>
    public string Collection { get; set; } = "";

    /// <summary>The licence as a badge.</summary>
    public string LicenceLabel { get; set; } = "";

    /// <summary>Grows with every correction.</summary>
    public int Version { get; set; }

    /// <summary>The whole record, as JSON.</summary>
    public string Record { get; set; } = "";
}
