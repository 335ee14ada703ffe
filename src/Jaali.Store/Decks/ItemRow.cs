namespace Jaali.Store;

/// <summary>An item of a slide; what it is, is JSON in the format beside it.</summary>
public sealed class ItemRow
{
    /// <summary>The deck.</summary>
    public Guid DeckId { get; set; }

    /// <summary>The slide.</summary>
    public Guid SlideId { get; set; }

    /// <summary>Identity.</summary>
    public Guid Id { get; set; }

    /// <summary>Which kind it is.</summary>
    public string Kind { get; set; } = "";

    /// <summary>The format it was written in.</summary>
    public int Format { get; set; }

    /// <summary>Its members, as JSON.</summary>
    public string Body { get; set; } = "{}";
}
