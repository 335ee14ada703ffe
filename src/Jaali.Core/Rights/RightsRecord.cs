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
/// <param name="Notice">Copyright notice, if supplied.</param>
/// <param name="Sponsored">Offered for sale or placed by payment.</param>
/// <param name="MachineMade">Marked as made by a machine.</param>
/// <param name="Permission">A permission recorded by the user, or null.</param>
public sealed record RightsRecord(
    string Title, string Maker, string? MakerUrl, string? SourceUrl, string Collection,
    Licence? Licence, string LicenceAsFound, string Notice = "", bool Sponsored = false, bool MachineMade = false, Permission? Permission = null)
{
    /// <summary>True where anyone may use it on stated terms.</summary>
    [JsonIgnore] public bool IsOpenlyLicensed => Licence is { IsOpen: true } && !Sponsored;
}

/// <summary>A permission that a rights holder gave.</summary>
/// <param name="From">Who gave it.</param>
/// <param name="On">The day.</param>
/// <param name="Words">What was allowed, in their words.</param>
public sealed record Permission(string From, DateOnly On, string Words);
