namespace Jaali.Store;

/// <summary>A point; facts, search words and shortlist are JSON.</summary>
public sealed class PointRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>Identity.</summary>
    public Guid Id { get; set; }

    /// <summary>What is said.</summary>
    public string Wording { get; set; } = "";

    /// <summary>Planned time.</summary>
    public double Seconds { get; set; }

    /// <summary>What stands behind it, as JSON.</summary>
    public string Facts { get; set; } = "[]";

    /// <summary>What is looked for, as JSON.</summary>
    public string SearchWords { get; set; } = "[]";

    /// <summary>The shortlist, as JSON.</summary>
    public string Shortlist { get; set; } = "[]";
}
