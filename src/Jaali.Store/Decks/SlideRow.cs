namespace Jaali.Store;

/// <summary>A slide; its items have a table of their own.</summary>
public sealed class SlideRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>Identity.</summary>
    public Guid Id { get; set; }

    /// <summary>Which kind it is.</summary>
    public string Kind { get; set; } = "";

    /// <summary>The point it shows.</summary>
    public Guid? PointId { get; set; }

    /// <summary>Planned time.</summary>
    public double Seconds { get; set; }

    /// <summary>What the speaker reads.</summary>
    public string Notes { get; set; } = "";

    /// <summary>A grid of its own, as JSON; empty for the deck's.</summary>
    public string Grid { get; set; } = "";

    /// <summary>The arrangement that its photos follow; empty for none.</summary>
    public string Arrangement { get; set; } = "";

    /// <summary>How it is laid out, as JSON; empty where a hand did.</summary>
    public string Layout { get; set; } = "";

    /// <summary>How it comes in, as JSON; empty for as the house has it.</summary>
    public string Transition { get; set; } = "";

    /// <summary>What moves on it, as JSON; empty for nothing.</summary>
    public string Cues { get; set; } = "";

    /// <summary>Identities of the items from bottom to top, as JSON.</summary>
    public string ItemOrder { get; set; } = "[]";
}
