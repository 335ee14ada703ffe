namespace Jaali.Store;

/// <summary>What a source said about a photo.</summary>
public sealed class EvidenceRow
{
    /// <summary>Identity.</summary>
    public long Id { get; set; }

    /// <summary>SHA-256 of the photo.</summary>
    public string PhotoId { get; set; } = "";

    /// <summary>Word for word.</summary>
    public string Text { get; set; } = "";

    /// <summary>Where.</summary>
    public string Address { get; set; } = "";

    /// <summary>When it was read.</summary>
    public DateTimeOffset ReadAt { get; set; }

    /// <summary>Hash of the text.</summary>
    public string Sha256 { get; set; } = "";
}
