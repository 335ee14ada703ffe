namespace Jaali.Store;

/// <summary>A deck's own row; its points, slides and edits have tables of their own.</summary>
public sealed class DeckRow
{
    public Guid Id { get; set; }
    public string Title { get; set; } = "";
    public string Speaker { get; set; } = "";
    public string Shape { get; set; } = "";
    public double SlotMinutes { get; set; }
    public string Use { get; set; } = "";
    public string Style { get; set; } = "";
    public string PointOrder { get; set; } = "[]";
    public string SlideOrder { get; set; } = "[]";
    public int Revision { get; set; }
    public DateTimeOffset ChangedAt { get; set; }
}

/// <summary>A point; facts, search words and shortlist are JSON.</summary>
public sealed class PointRow
{
    public Guid DeckId { get; set; }
    public Guid Id { get; set; }
    public string Wording { get; set; } = "";
    public double Seconds { get; set; }
    public string Facts { get; set; } = "[]";
    public string SearchWords { get; set; } = "[]";
    public string Kept { get; set; } = "[]";
}

/// <summary>A slide; its items are a JSON column.</summary>
public sealed class SlideRow
{
    public Guid DeckId { get; set; }
    public Guid Id { get; set; }
    public string Kind { get; set; } = "";
    public Guid? PointId { get; set; }
    public double Seconds { get; set; }
    public string Notes { get; set; } = "";
    public string Items { get; set; } = "{}";
}

/// <summary>Where a photo is shown.</summary>
public sealed class PlacementRow
{
    public Guid DeckId { get; set; }
    public Guid SlideId { get; set; }
    public Guid ItemId { get; set; }
    public string PhotoId { get; set; } = "";
}

/// <summary>An edit: what was done, what takes it back, and whether it was itself an undo or a redo.</summary>
public sealed class CommandRow
{
    public Guid DeckId { get; set; }
    public int Revision { get; set; }
    public string Way { get; set; } = "do";
    public string Command { get; set; } = "";
    public string Inverse { get; set; } = "";
    public string Touched { get; set; } = "[]";
    public DateTimeOffset At { get; set; }
}

/// <summary>A taken photo: what was measured on it. Its bytes are a blob under its SHA-256.</summary>
public sealed class PhotoRow
{
    public string Id { get; set; } = "";
    public string Format { get; set; } = "";
    public long Bytes { get; set; }
    public int Width { get; set; }
    public int Height { get; set; }
    public int Orientation { get; set; }
    public long Hash { get; set; }
    public double FocalX { get; set; }
    public double FocalY { get; set; }
    public int ToneWidth { get; set; }
    public int ToneHeight { get; set; }
    public string ToneBlob { get; set; } = "";
    public DateTimeOffset TakenAt { get; set; }
}

/// <summary>A photo's rights record.</summary>
public sealed class RightsRow
{
    public string PhotoId { get; set; } = "";
    public string Title { get; set; } = "";
    public string Maker { get; set; } = "";
    public string? SourceUrl { get; set; }
    public string Collection { get; set; } = "";
    public string LicenceLabel { get; set; } = "";
    public string Record { get; set; } = "";
}

/// <summary>What a source said about a photo.</summary>
public sealed class EvidenceRow
{
    public long Id { get; set; }
    public string PhotoId { get; set; } = "";
    public string Text { get; set; } = "";
    public string Address { get; set; } = "";
    public DateTimeOffset ReadAt { get; set; }
    public string Sha256 { get; set; } = "";
}

/// <summary>A collection that the user added, or that was given at the start.</summary>
public sealed class CollectionRow
{
    public string Id { get; set; } = "";
    public string Name { get; set; } = "";
    public string Protocol { get; set; } = "";
    public string Address { get; set; } = "";

    /// <summary>Terms of its own, as JSON; empty for none.</summary>
    public string Terms { get; set; } = "";

    /// <summary>From which date stamp the next harvest asks.</summary>
    public string HarvestFrom { get; set; } = "";

    /// <summary>Where a harvest that was broken off goes on.</summary>
    public string ResumptionToken { get; set; } = "";
    public DateTimeOffset? HarvestedAt { get; set; }
}

/// <summary>A candidate that was found or harvested: its words are indexed for full-text search where it was harvested.</summary>
public sealed class FoundRow
{
    public long Id { get; set; }
    public string Collection { get; set; } = "";
    public string CandidateId { get; set; } = "";
    public string Candidate { get; set; } = "";
    public string Title { get; set; } = "";
    public string Maker { get; set; } = "";
    public string Subjects { get; set; } = "";
    public string Description { get; set; } = "";
    public bool Harvested { get; set; }

    /// <summary>Perceptual hash, once the picture was looked at.</summary>
    public long? Hash { get; set; }
    public string Look { get; set; } = "";
    public DateTimeOffset SeenAt { get; set; }
}

/// <summary>What was searched for a point, the latest time.</summary>
public sealed class SearchRow
{
    public Guid DeckId { get; set; }
    public Guid PointId { get; set; }
    public string Words { get; set; } = "";
    public DateTimeOffset At { get; set; }
}
