using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;

namespace Jaali.Server.Exports;

/// <summary>What a copy is.</summary>
public enum CopyForm
{
    /// <summary>A PDF, a page a slide.</summary>
    Pdf,

    /// <summary>Sheets of paper as PDF: slides with notes, or several on a sheet.</summary>
    Handout,

    /// <summary>Office Open XML.</summary>
    Pptx,

    /// <summary>OpenDocument.</summary>
    Odp,

    /// <summary>One page for a browser that needs nothing else.</summary>
    Web,

    /// <summary>The same as a folder, packed.</summary>
    WebFolder,

    /// <summary>Each slide as a picture.</summary>
    Pictures,

    /// <summary>All slides on one picture.</summary>
    ContactSheet,

    /// <summary>The photos, each with its credit inside.</summary>
    Photos,

    /// <summary>The photos as they are placed: cropped, cut to shape, toned.</summary>
    PlacedPhotos,

    /// <summary>Everything in one file.</summary>
    Bundle,
}

/// <summary>A format of pictures.</summary>
public enum PictureFormat
{
    /// <summary>PNG.</summary>
    Png,

    /// <summary>JPEG.</summary>
    Jpeg,

    /// <summary>WebP.</summary>
    Webp,
}

/// <summary>What a copy is asked for; what does not apply to its form is passed over.</summary>
/// <param name="Form">What it is.</param>
/// <param name="States">Of a PDF: each press of a slide has a page of its own.</param>
/// <param name="Notes">The speaker's notes go along.</param>
/// <param name="PerSheet">Of a handout: 1 with notes, 2, 4 or 6.</param>
/// <param name="Picture">Of pictures: their format.</param>
/// <param name="Width">Of pictures: their width in pixels.</param>
/// <param name="OnlyShown">Of files for editing: photos are cut to what is shown of them.</param>
public sealed record CopyRequest(
    CopyForm Form,
    bool States = false,
    bool Notes = false,
    int PerSheet = 1,
    PictureFormat Picture = PictureFormat.Png,
    int Width = 1920,
    bool OnlyShown = false
)
{
    /// <summary>The narrowest picture, in pixels.</summary>
    public const int Narrowest = 320;

    /// <summary>The widest picture, in pixels.</summary>
    public const int Widest = 7680;

    /// <summary>What is wrong with it, or null.</summary>
    public Core.Refusal? Fault() =>
        Width is < Narrowest or > Widest
            ? new("bad-width", $"A picture is {Narrowest} to {Widest} pixels wide. Give a width between.")
        : Formats.PdfHandout.PerSheet.Contains(PerSheet) ? null
        : new("bad-sheet", "One, two, four or six slides stand on a sheet. Choose one of these.");
}

/// <summary>A copy as its job keeps it.</summary>
/// <param name="Asked">What was asked.</param>
/// <param name="Revision">The state of the talk it was made from; null until it is made.</param>
/// <param name="Name">Its name.</param>
/// <param name="Bytes">Its size.</param>
public sealed record StoredCopy(CopyRequest Asked, int? Revision = null, string Name = "", long Bytes = 0);

/// <summary>A copy that was made, for the client.</summary>
/// <param name="Id">Identity: that of its job.</param>
/// <param name="Asked">What was asked.</param>
/// <param name="Name">The name it is saved under.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Revision">The state of the talk it was made from.</param>
/// <param name="IsCurrent">The talk is still as it was then.</param>
/// <param name="Href">Where it is.</param>
public sealed record CopyView(
    Guid Id,
    CopyRequest Asked,
    string Name,
    long Bytes,
    DateTimeOffset MadeAt,
    int Revision,
    bool IsCurrent,
    string Href
);

/// <summary>What a copy is made from: one state of the talk.</summary>
/// <param name="Deck">The talk.</param>
/// <param name="Asked">What was asked.</param>
/// <param name="Scenes">Its scenes in order.</param>
/// <param name="Entries">Its ledger.</param>
/// <param name="Report">Told how far it is, 0 to 1.</param>
/// <param name="Cancel">Stops it.</param>
public sealed record CopySource(
    Deck Deck,
    CopyRequest Asked,
    IReadOnlyList<Scene> Scenes,
    IReadOnlyList<CreditEntry> Entries,
    Action<double> Report,
    CancellationToken Cancel
)
{
    /// <summary>The entries that are credited.</summary>
    public IReadOnlyList<CreditEntry> Credited => [.. Entries.Where(e => Deck.Style.Credits(e.Photo.Rights))];

    /// <summary>The texts of licences that go along.</summary>
    public IReadOnlyList<LicenceText> LicenceTexts =>
        Core.Rights.LicenceTexts.Owed(Entries.Select(e => e.Photo.Rights));

    /// <summary>What is to be known of a copy for editing, which carries photos whole, where one of them shows less
    /// than all of itself; else nothing.</summary>
    internal IEnumerable<string> OutsideTheCrop =>
        !ItemKinds.Photos(Deck).Any(p => p.Use.Changes.CroppedTo < Whole) ? []
        : Asked.OnlyShown
            ? ["Photos are cut to what is shown of them: whoever edits the file can show less of them there, not more."]
        : ["Photos go along whole: what lies outside the crop stays in the file, for whoever edits it."];

    // A hand cannot tell less from nothing.
    private const double Whole = .995;

    /// <summary>The credits as lines.</summary>
    public IReadOnlyList<string> Lines => [.. Credited.Select(e => e.Credit.Text)];

    /// <summary>The address of the licence of the whole; null for none.</summary>
    public string? Licence => LicenceReader.Read(Deck.Style.OwnLicence)?.Url;
}

/// <summary>Makes copies of one or several forms.</summary>
public interface ICopyMaker
{
    /// <summary>What it makes, with the ending of the file's name and its media type.</summary>
    IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; }

    /// <summary>Makes one.</summary>
    /// <param name="work">What from.</param>
    /// <param name="file">Where to; not there yet.</param>
    void Make(CopySource work, string file);

    /// <summary>What of the photos' credits is found in the file.</summary>
    /// <param name="shown">What the talk itself shows.</param>
    /// <param name="form">What the file is.</param>
    CreditsCarried Carries(CreditsCarried shown, CopyForm form);

    /// <summary>What the file has otherwise than the talk, each in a sentence; empty for nothing.</summary>
    IReadOnlyList<string> Differs(CopySource work) => [];
}
