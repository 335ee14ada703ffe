using System.Globalization;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;

namespace Jaali.Formats.Bundle;

/// <summary>The description of a bundle as RO-Crate 1.1: a talk, its photos with their makers and licences, its
/// files.</summary>
internal static class RoCrate
{
    private const string Specification = "https://w3id.org/ro/crate/1.1";

    internal static JsonObject Of(
        Deck deck,
        IReadOnlyList<BundledPhoto> photos,
        IReadOnlyList<BundledFile> files,
        IReadOnlyList<CreditEntry> entries,
        DateTimeOffset now
    )
    {
        Dictionary<string, CreditEntry> credits = entries.ToDictionary(e => e.Photo.Id, StringComparer.Ordinal);
        var graph = new JsonArray();
        Dictionary<string, JsonObject> others = new(StringComparer.Ordinal);
        graph.Add(
            new JsonObject
            {
                ["@id"] = BundleWriter.Crate,
                ["@type"] = "CreativeWork",
                ["conformsTo"] = Id(Specification),
                ["about"] = Id("./"),
            }
        );
        var parts = new JsonArray(Id(BundleWriter.Talk));
        var root = new JsonObject
        {
            ["@id"] = "./",
            ["@type"] = "Dataset",
            ["name"] = deck.Title,
            ["description"] =
                $"A talk of {deck.SlotMinutes.ToString(CultureInfo.InvariantCulture)} minutes with its "
                + "photos, their sources and licences.",
            ["datePublished"] = now.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            ["license"] = Licence(LicenceReader.Read(deck.Style.OwnLicence), others),
            ["hasPart"] = parts,
        };
        if (deck.Speaker.Length > 0)
            root["author"] = Other("#speaker", "Person", deck.Speaker, others);
        graph.Add((JsonNode)root);
        graph.Add(
            (JsonNode)
                new JsonObject
                {
                    ["@id"] = BundleWriter.Talk,
                    ["@type"] = "File",
                    ["name"] = "The talk",
                    ["encodingFormat"] = "application/json",
                }
        );
        foreach (BundledPhoto p in photos)
        {
            string at = BundleWriter.PhotoName(p);
            RightsRecord r = p.Facts.Rights;
            var photo = new JsonObject
            {
                ["@id"] = at,
                ["@type"] = new JsonArray("File", "ImageObject"),
                ["name"] = r.Title.Length > 0 ? r.Title : "Photo",
                ["encodingFormat"] = "image/" + p.Format,
                ["width"] = p.Facts.Width,
                ["height"] = p.Facts.Height,
            };
            if (r.Maker.Length > 0)
                photo["author"] = Other(
                    r.MakerUrl
                        ?? "#maker-"
                            + Convert.ToHexStringLower(
                                System.Security.Cryptography.SHA256.HashData(
                                    System.Text.Encoding.UTF8.GetBytes(r.Maker)
                                )
                            )[..12],
                    r.MakerKind == MakerKind.Organisation ? "Organization" : "Person",
                    r.Maker,
                    others
                );
            if (r.Licence is not null)
                photo["license"] = Licence(r.Licence, others);
            if (r.SourceUrl is { } source)
                photo["isBasedOn"] = Id(source);
            if (credits.TryGetValue(p.Facts.Id, out CreditEntry? entry))
                photo["creditText"] = entry.Credit.Text;
            graph.Add((JsonNode)photo);
            parts.Add((JsonNode)Id(at));
            string record = BundleWriter.RecordName(p.Facts.Id);
            graph.Add(
                (JsonNode)
                    new JsonObject
                    {
                        ["@id"] = record,
                        ["@type"] = "File",
                        ["name"] = "Record and evidence of " + (r.Title.Length > 0 ? r.Title : "a photo"),
                        ["about"] = Id(at),
                        ["encodingFormat"] = "application/json",
                    }
            );
            parts.Add((JsonNode)Id(record));
        }
        foreach (BundledFile f in files)
        {
            graph.Add(
                (JsonNode)
                    new JsonObject
                    {
                        ["@id"] = Uri(f.Name),
                        ["@type"] = "File",
                        ["name"] = f.About,
                        ["encodingFormat"] = f.Type,
                        ["contentSize"] = f.Length.ToString(CultureInfo.InvariantCulture),
                    }
            );
            parts.Add((JsonNode)Id(Uri(f.Name)));
        }
        foreach (JsonObject other in others.Values)
            graph.Add((JsonNode)other);
        return new() { ["@context"] = Specification + "/context", ["@graph"] = graph };
    }

    // Identities of files are relative addresses (RO-Crate 1.1, "Describing data entities").
    private static string Uri(string name) => string.Join('/', name.Split('/').Select(System.Uri.EscapeDataString));

    private static JsonObject Id(string id) => new() { ["@id"] = id };

    private static JsonObject Licence(Licence? licence, Dictionary<string, JsonObject> others) =>
        licence?.Url is { } url
            ? Other(url, "CreativeWork", licence.Label, others)
            : Other("#terms", "CreativeWork", "As each photo's record says", others);

    private static JsonObject Other(string id, string type, string name, Dictionary<string, JsonObject> others)
    {
        others.TryAdd(
            id,
            new()
            {
                ["@id"] = id,
                ["@type"] = type,
                ["name"] = name,
            }
        );
        return Id(id);
    }
}
