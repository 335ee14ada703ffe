using System.Text.Json;

namespace Jaali.StandIns;

/// <summary>A record of the demo photos.</summary>
public sealed record PhotoRecord(string Id, string File, string Title, string Maker, string Licence, string[] Tags, bool Sponsored, bool Embedded, string Taken)
{
    /// <summary>Reads the records whose photos are there.</summary>
    public static IReadOnlyList<PhotoRecord> Load(string folder)
    {
        using FileStream file = System.IO.File.OpenRead(Path.Combine(folder, "records.json"));
        PhotoRecord[] all = JsonSerializer.Deserialize<PhotoRecord[]>(file, JsonSerializerOptions.Web) ?? [];
        return [.. all.Where(r => System.IO.File.Exists(Path.Combine(folder, r.File)))];
    }
}
