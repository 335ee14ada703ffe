namespace Jaali.Store;

/// <summary>A candidate that was found or harvested: its words are indexed for full-text search where it was
/// harvested.</summary>
public sealed class FoundRow
{
    /// <summary>Identity.</summary>
    public long Id { get; set; }

    /// <summary>The collection.</summary>
    public string Collection { get; set; } = "";

    /// <summary>Identity within the collection.</summary>
    public string CandidateId { get; set; } = "";

    /// <summary>The candidate, as JSON.</summary>
    public string Candidate { get; set; } = "";

    /// <summary>Title.</summary>
    public string Title { get; set; } = "";

    /// <summary>Who made it.</summary>
    public string Maker { get; set; } = "";

    /// <summary>Words of its subjects.</summary>
    public string Subjects { get; set; } = "";

    /// <summary>Words of its description.</summary>
    public string Description { get; set; } = "";

    /// <summary>Whether it was harvested.</summary>
    public bool Harvested { get; set; }

    /// <summary>Perceptual hash, once the picture was looked at.</summary>
    public long? Hash { get; set; }

    /// <summary>What a look at its picture told, as JSON.</summary>
    public string Metrics { get; set; } = "";

    /// <summary>When it was last seen.</summary>
    public DateTimeOffset SeenAt { get; set; }
}
