namespace Jaali.Store;

/// <summary>A collection that the user added, or that was given at the start.</summary>
public sealed class CollectionRow
{
    /// <summary>Identity.</summary>
    public string Id { get; set; } = "";

    /// <summary>Name.</summary>
    public string Name { get; set; } = "";

    /// <summary>How it is searched.</summary>
    public string Protocol { get; set; } = "";

    /// <summary>Where.</summary>
    public string Address { get; set; } = "";

    /// <summary>Terms of its own, as JSON; empty for none.</summary>
    public string Terms { get; set; } = "";

    /// <summary>From which date stamp the next harvest asks.</summary>
    public string HarvestFrom { get; set; } = "";

    /// <summary>Where a harvest that was broken off goes on.</summary>
    public string ResumptionToken { get; set; } = "";

    /// <summary>When it was last harvested to the end.</summary>
    public DateTimeOffset? HarvestedAt { get; set; }
}
