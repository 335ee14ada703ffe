namespace Jaali.Store;

/// <summary>Where a photo is shown.</summary>
public sealed class PlacementRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>The slide.</summary>
    public Guid SlideId { get; set; }

    /// <summary>The item.</summary>
    public Guid ItemId { get; set; }

    /// <summary>SHA-256 of the photo.</summary>
    public string PhotoId { get; set; } = "";
}
