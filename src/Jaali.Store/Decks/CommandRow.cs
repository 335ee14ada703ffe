namespace Jaali.Store;

/// <summary>An edit: what was done, what takes it back, and whether it was itself an undo or a redo.</summary>
public sealed class CommandRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>Number of the revision.</summary>
    public int Revision { get; set; }

    /// <summary>Which way it went: do, undo or redo.</summary>
    public string Way { get; set; } = "do";

    /// <summary>Who asked for it; empty where nobody said.</summary>
    public string Author { get; set; } = "";

    /// <summary>A mark that the client gave it, so that one that is sent twice is done once; empty where it gave
    /// none.</summary>
    public string IdempotencyKey { get; set; } = "";

    /// <summary>The revision that was taken back or done again.</summary>
    public int? Of { get; set; }

    /// <summary>The format it was written in.</summary>
    public int Format { get; set; }

    /// <summary>What was asked, as JSON.</summary>
    public string Command { get; set; } = "";

    /// <summary>What takes it back, as JSON.</summary>
    public string Inverse { get; set; } = "";

    /// <summary>The parts that it changed, as JSON.</summary>
    public string Touched { get; set; } = "[]";

    /// <summary>When.</summary>
    public DateTimeOffset At { get; set; }
}
