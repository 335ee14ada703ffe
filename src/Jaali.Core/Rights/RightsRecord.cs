using System.Text.Json.Serialization;

namespace Jaali.Core.Rights;

/// <summary>Who made a photo, what it is called, where it is from and on what terms it may be used.</summary>
/// <param name="Title">As the maker gave it; empty where none is known.</param>
/// <param name="Maker">Name; empty where unknown.</param>
/// <param name="MakerUrl">The maker's page, if any.</param>
/// <param name="SourceUrl">The page on which the photo was found, if any.</param>
/// <param name="Collection">The collection it was found in.</param>
/// <param name="Licence">What was recognised, or null.</param>
/// <param name="LicenceAsFound">What the source said, word for word.</param>
public sealed record RightsRecord(
    string Title,
    string Maker,
    string? MakerUrl,
    string? SourceUrl,
    string Collection,
    Licence? Licence,
    string LicenceAsFound
)
{
    /// <summary>Copyright notice, if supplied.</summary>
    public string Notice { get; init; } = "";

    /// <summary>Offered for sale or placed by payment.</summary>
    public bool Sponsored { get; init; }

    /// <summary>Marked as made by a machine.</summary>
    public bool MachineMade { get; init; }

    /// <summary>A permission recorded by the user, or null.</summary>
    public Permission? Permission { get; init; }

    /// <summary>The speaker made it.</summary>
    public bool OwnWork { get; init; }

    /// <summary>A statement that must be shown with it, if supplied.</summary>
    public string Statement { get; init; } = "";

    /// <summary>Where sources say different things and nobody has decided; empty otherwise.</summary>
    public ImmutableList<Conflict>? Conflicts { get; init; }

    /// <summary>What the source says since it was read again, where that differs; empty otherwise.</summary>
    public string SourceNowSays { get; init; } = "";

    /// <summary>Why it is in the public domain, where a person gave a reason.</summary>
    public string PublicDomainReason { get; init; } = "";

    /// <summary>Terms of the collection's own under which it stands, where it names no licence.</summary>
    public CollectionTerms? Terms { get; init; }

    /// <summary>Licences found beside it that do not reach it by themselves, or that may be chosen among; they stay
    /// when one was confirmed or chosen.</summary>
    public ImmutableList<LicenceOffer>? Offers { get; init; }

    /// <summary>Indications of earlier modifications, kept and told (CC 4.0 s.3(a)(1)(B)).</summary>
    public string EarlierChanges { get; init; } = "";

    /// <summary>When the source was last updated, as it says: Etalab's licence asks for it. Null where it does not
    /// say.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Updated { get; init; }

    /// <summary>The address of the picture itself, which tells it from others of the same page.</summary>
    public string? PictureUrl { get; init; }

    /// <summary>Whether the maker is a person or an organisation, where the source says so.</summary>
    public MakerKind MakerKind { get; init; } = MakerKind.Unknown;

    /// <summary>The record with names, words and addresses from outside no longer than any is; what is cut ends in
    /// “…”.</summary>
    public RightsRecord Bounded() =>
        this with
        {
            // What a catalogue leaves at the end of a title that nothing follows: "Low tide, -", "Dunes / ".
            Title = Cut(Title.TrimEnd(Ends), Limits.Documents.NameCharacters),
            Maker = Cut(Maker, Limits.Documents.NameCharacters),
            MakerUrl = Address(MakerUrl),
            SourceUrl = Address(SourceUrl),
            PictureUrl = Address(PictureUrl),
            Collection = Cut(Collection, Limits.Documents.NameCharacters),
            LicenceAsFound = Cut(LicenceAsFound, Limits.Documents.SayingCharacters),
            Notice = Cut(Notice, Limits.Documents.SayingCharacters),
            Statement = Cut(Statement, Limits.Documents.SayingCharacters),
            EarlierChanges = Cut(EarlierChanges, Limits.Documents.SayingCharacters),
            Updated = string.IsNullOrWhiteSpace(Updated) ? null : Cut(Updated.Trim(), Limits.Documents.NameCharacters),
        };

    private static readonly char[] Ends = [' ', ',', ';', ':', '-', '–', '—', '/', '|', '·'];

    // Longer ones, and what is no address of a page, lead nowhere.
    private static string? Address(string? url) =>
        url?.Length > Limits.Documents.AddressCharacters ? null : WebAddress.Pressable(url);

    private static string Cut(string text, int most) =>
        text.Length <= most ? text : text[..(char.IsHighSurrogate(text[most - 1]) ? most - 1 : most)] + "…";

    /// <summary>True where anyone may use it on stated terms.</summary>
    [JsonIgnore]
    public bool IsOpenlyLicensed =>
        (Licence is { IsOpen: true } || (Licence is null && Terms is not null)) && !Sponsored;
}

/// <summary>What a maker is.</summary>
public enum MakerKind
{
    /// <summary>The source does not say.</summary>
    Unknown,

    /// <summary>A person.</summary>
    Person,

    /// <summary>A museum, an agency, an office.</summary>
    Organisation,
}

/// <summary>One field of a record about which sources disagree.</summary>
/// <param name="Field">"title", "maker" or "licence".</param>
/// <param name="Said">What each said, with the name of who said it.</param>
public sealed record Conflict(string Field, ImmutableList<SourceStatement> Said);

/// <summary>What one source says.</summary>
public sealed record SourceStatement(string Source, string Value);

/// <summary>A permission that a rights holder gave.</summary>
/// <param name="From">Who gave it.</param>
/// <param name="On">The day.</param>
/// <param name="Words">What was allowed, in their words.</param>
/// <param name="FileName">Name of the file that shows it, if any.</param>
/// <param name="FileId">SHA-256 of that file.</param>
public sealed record Permission(string From, DateOnly On, string Words, string? FileName = null, string? FileId = null);
