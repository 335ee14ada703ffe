using Jaali.Core.Decks;

namespace Jaali.Store;

/// <summary>A deck's own row; its points, slides and edits have tables of their own.</summary>
public sealed class DeckRow
{
    /// <summary>Identity.</summary>
    public Guid Id { get; set; }

    /// <summary>Title.</summary>
    public string Title { get; set; } = "";

    /// <summary>Who speaks.</summary>
    public string Speaker { get; set; } = "";

    /// <summary>Name of the slide shape.</summary>
    public string Shape { get; set; } = "";

    /// <summary>Minutes given.</summary>
    public double SlotMinutes { get; set; }

    /// <summary>The declared use, as JSON.</summary>
    public string Use { get; set; } = "";

    /// <summary>How credits are set, as JSON; empty for the usual.</summary>
    public string Style { get; set; } = "";

    /// <summary>The grid of its slides, as JSON; empty for the usual.</summary>
    public string Grid { get; set; } = "";

    /// <summary>The look of the deck as JSON; empty for the one that every deck begins with.</summary>
    public string House { get; set; } = "";

    /// <summary>The room as JSON; empty for the usual one.</summary>
    public string Room { get; set; } = "";

    /// <summary>Words that the speaker says in a minute.</summary>
    public double WordsPerMinute { get; set; } = Deck.UsualWordsPerMinute;

    /// <summary>Run-throughs that were kept, as JSON; empty for none.</summary>
    public string RunThroughs { get; set; } = "";

    /// <summary>Identities of the points in order, as JSON.</summary>
    public string PointOrder { get; set; } = "[]";

    /// <summary>Identities of the slides in order, as JSON.</summary>
    public string SlideOrder { get; set; } = "[]";

    /// <summary>Number of the revision.</summary>
    public int Revision { get; set; }

    /// <summary>When it last changed.</summary>
    public DateTimeOffset ChangedAt { get; set; }
}
