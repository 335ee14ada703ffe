using System.Text.Json;

namespace Jaali.StandIns;

/// <summary>A record of the demo photos.</summary>
/// <param name="Id">Identity.</param>
/// <param name="File">The photo's file.</param>
/// <param name="Title">What its maker calls it.</param>
/// <param name="Maker">Who made it; empty in records with gaps.</param>
/// <param name="Licence">As the collection writes it: an address or prose.</param>
/// <param name="Tags">Subjects.</param>
/// <param name="Sponsored">Placed by payment.</param>
/// <param name="Embedded">Whether the file carries a record of its own.</param>
/// <param name="Taken">The day.</param>
/// <param name="Clip">The file of what plays, of which the photo is the poster; null for a photo.</param>
/// <param name="Seconds">How long it lasts.</param>
/// <param name="Collections">Where it is held: "commons", "museum", "archive", "pages".</param>
public sealed record PhotoRecord(
    string Id,
    string File,
    string Title,
    string Maker,
    string Licence,
    string[] Tags,
    bool Sponsored,
    bool Embedded,
    string Taken,
    string[]? Collections = null,
    string? Clip = null,
    double Seconds = 0
)
{
    /// <summary>True where the collection holds it.</summary>
    public bool In(string collection) => (Collections ?? ["commons"]).Contains(collection);

    /// <summary>Media type of what plays.</summary>
    public string ClipType => Clip?.EndsWith(".webm", StringComparison.Ordinal) == true ? "video/webm" : "audio/ogg";

    /// <summary>True where the licence is written as an address.</summary>
    public bool LicenceIsAddress => Licence.StartsWith("http", StringComparison.Ordinal);

    /// <summary>How many of the asked words it has, in title and tags.</summary>
    public int Score(string[] asked)
    {
        HashSet<string> has = [.. Tags.Select(Stem), .. Title.Split(' ', ',').Select(Stem)];
        return asked.Count(has.Contains);
    }

    /// <summary>A word without case, quotes and plural.</summary>
    public static string Stem(string word)
    {
        string w = word.ToLowerInvariant().Trim('"', '.', ',');
        return w.EndsWith("ies", StringComparison.Ordinal) ? w[..^3] + "y"
            : w.EndsWith('s') && !w.EndsWith("ss", StringComparison.Ordinal) ? w[..^1]
            : w;
    }

    /// <summary>Reads the records whose photos are there.</summary>
    public static IReadOnlyList<PhotoRecord> Load(string folder)
    {
        using FileStream file = System.IO.File.OpenRead(Path.Combine(folder, "records.json"));
        PhotoRecord[] all = JsonSerializer.Deserialize<PhotoRecord[]>(file, JsonSerializerOptions.Web) ?? [];
        return [.. all.Where(r => System.IO.File.Exists(Path.Combine(folder, r.File)))];
    }
}
