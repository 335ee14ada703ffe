namespace Jaali.Store;

/// <summary>A face that somebody added.</summary>
public sealed class FontRow
{
    /// <summary>Its name in scenes; once.</summary>
    public string FaceId { get; set; } = "";

    /// <summary>Its family.</summary>
    public string Family { get; set; } = "";

    /// <summary>The heavier style.</summary>
    public bool Bold { get; set; }

    /// <summary>The slanted style.</summary>
    public bool Italic { get; set; }

    /// <summary>SHA-256 of its bytes among the blobs.</summary>
    public string Blob { get; set; } = "";

    /// <summary>When it was added.</summary>
    public DateTimeOffset AddedAt { get; set; }
}
