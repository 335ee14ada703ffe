namespace Jaali.Store;

/// <summary>What was searched for a point, the latest time.</summary>
public sealed class SearchRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>The point it shows.</summary>
    public Guid PointId { get; set; }

    /// <summary>What was looked for.</summary>
    public string Words { get; set; } = "";

    /// <summary>When.</summary>
    public DateTimeOffset At { get; set; }
}
