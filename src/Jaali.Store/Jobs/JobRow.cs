namespace Jaali.Store;

/// <summary>Long work: what was asked, where it stands, what came of it.</summary>
public sealed class JobRow
{
    /// <summary>Identity.</summary>
    public Guid Id { get; set; }

    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>Which kind it is.</summary>
    public string Kind { get; set; } = "";

    /// <summary>What it works on.</summary>
    public string Subject { get; set; } = "";

    /// <summary>Who asked for it; empty where nobody said.</summary>
    public string Author { get; set; } = "";

    /// <summary>What it was asked, as JSON.</summary>
    public string Asked { get; set; } = "{}";

    /// <summary>Where it stands.</summary>
    public string State { get; set; } = "";

    /// <summary>For a person.</summary>
    public string Message { get; set; } = "";

    /// <summary>What came of it.</summary>
    public string? Result { get; set; }

    /// <summary>When it was asked for.</summary>
    public DateTimeOffset StartedAt { get; set; }

    /// <summary>When it ended; null while it has not.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}
