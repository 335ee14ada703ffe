using Jaali.Core;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;
using Conflict = Jaali.Core.Rights.Conflict;

namespace Jaali.Server.Photos;

/// <summary>A taken photo for the client.</summary>
/// <param name="Id">SHA-256.</param>
/// <param name="Width">Pixels, upright.</param>
/// <param name="Height">Pixels, upright.</param>
/// <param name="Title">Its title.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="MakerUrl">The maker's page.</param>
/// <param name="SourceUrl">The page it comes from.</param>
/// <param name="Collection">The collection.</param>
/// <param name="Licence">Its licence as a badge.</param>
/// <param name="LicenceName">The same in full.</param>
/// <param name="LicenceUrl">Where it can be read.</param>
/// <param name="InWords">What it asks, in words.</param>
/// <param name="Permission">Who gave a permission.</param>
/// <param name="MayPlace">Whether it may be put on a slide.</param>
/// <param name="OwnWork">The speaker made it.</param>
/// <param name="MachineMade">Its file says that a machine made it.</param>
/// <param name="Unclear">No licence, permission or reason is known.</param>
/// <param name="Conflicts">What sources say differently.</param>
/// <param name="SourceNowSays">What its source says by now, where that is something else.</param>
/// <param name="LicenceAsFound">The licence, word for word.</param>
/// <param name="Reading">How its licence was read, where that stumbled over words; else null.</param>
/// <param name="Offers">Licences found beside it, for a person to confirm or choose among; empty once settled.</param>
/// <param name="EarlierChanges">What was done to it before it came here.</param>
/// <param name="Updated">When its source was last updated, empty where unknown; null where its licence does not ask for
/// that.</param>
/// <param name="PublicDomainReason">Why it is in the public domain.</param>
/// <param name="Preview">A tiny picture as a data address, shown until the photo is there; empty where there is
/// none.</param>
/// <param name="Version">Of its record; a correction names the one that was seen.</param>
/// <param name="Widths">The widths in pixels that are kept ready, the photo's own the last.</param>
/// <param name="Clip">What plays in its place; null for a photo.</param>
public sealed record PhotoView(
    string Id,
    int Width,
    int Height,
    string Title,
    string Maker,
    string? MakerUrl,
    string? SourceUrl,
    string Collection,
    string Licence,
    string LicenceName,
    string? LicenceUrl,
    string InWords,
    string? Permission,
    bool MayPlace,
    bool OwnWork,
    bool MachineMade,
    bool Unclear,
    IReadOnlyList<Conflict> Conflicts,
    string SourceNowSays,
    string LicenceAsFound,
    ReadingView? Reading,
    IReadOnlyList<OfferView> Offers,
    string EarlierChanges,
    string? Updated,
    string PublicDomainReason,
    string Preview,
    int Version,
    IReadOnlyList<int> Widths,
    ClipFacts? Clip = null
);

/// <summary>A saying whose reader stumbled.</summary>
/// <param name="Nearest">What the rest of it reads like, as a badge.</param>
/// <param name="Parts">The saying in parts.</param>
public sealed record ReadingView(string Nearest, IReadOnlyList<SaidPart> Parts);

/// <summary>A licence found beside a photo.</summary>
/// <param name="Of">Whose it is: "the page", "the feed", "the text", or "choice".</param>
/// <param name="Said">Word for word.</param>
/// <param name="Licence">As a badge.</param>
/// <param name="Maker">Who is named with it.</param>
public sealed record OfferView(string Of, string Said, string Licence, string Maker);

/// <summary>Makes views of photos.</summary>
public sealed class PhotoViews(PhotoStore photos)
{
    /// <summary>A photo's view.</summary>
    public PhotoView Of(PhotoFacts f)
    {
        RightsRecord r = f.Rights;
        return new PhotoView(
            f.Id,
            f.Width,
            f.Height,
            r.Title,
            r.Maker,
            WebAddress.Pressable(r.MakerUrl),
            WebAddress.Pressable(r.SourceUrl),
            r.Collection,
            r.Licence?.Label ?? r.Terms?.Name ?? "licence not found",
            r.Licence?.Name ?? r.Terms?.Name ?? "",
            r.Licence?.Url,
            InWords(r),
            r.Permission?.From,
            PlacementRule.WhyNot(r) is null,
            r.OwnWork,
            r.MachineMade,
            r is { Permission: null, OwnWork: false, Licence: null, Terms: null, PublicDomainReason: "" },
            r.Conflicts ?? [],
            r.SourceNowSays,
            r.LicenceAsFound,
            Reading(r),
            Offers(r),
            r.EarlierChanges,
            r.Licence is { AsksForUpdate: true } ? r.Updated ?? "" : null,
            r.PublicDomainReason,
            photos.PreviewOf(f.Id) is { } tiny ? "data:image/webp;base64," + Convert.ToBase64String(tiny) : "",
            f.Version,
            Renditions.WidthsOf(f),
            f.Clip
        );
    }

    private static ReadingView? Reading(RightsRecord r) =>
        r is { Licence: null, Permission: null, OwnWork: false, LicenceAsFound.Length: > 0 }
        && LicenceReader.Say(r.LicenceAsFound) is { Nearest: { } nearest } said
            ? new(nearest.Label, LicenceReader.Parts(r.LicenceAsFound, said))
            : null;

    /// <summary>The licences found beside a photo that has none.</summary>
    public static IReadOnlyList<OfferView> Offers(RightsRecord r) =>
        r.Licence is null
            ? [.. (r.Offers ?? []).Select(o => new OfferView(o.Of, o.Said, o.Licence.Label, o.Maker))]
            : [];

    /// <summary>What a record asks, in a few plain words.</summary>
    public static string InWords(RightsRecord r) =>
        r.Permission is not null ? "by permission"
        : r.OwnWork ? "own photo"
        : r.Sponsored ? "for sale"
        : r.Licence?.InWords ?? r.Terms?.InWords ?? "licence not found";
}
