using System.Text.Json;
using System.Xml.Linq;
using Jaali.Core.Photos;
using Jaali.Sources.Feeds;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Feeds, manifests and records that nobody here wrote, as packages of the registries carry them.</summary>
public sealed class SampleTests
{
    private static readonly Uri At = new("https://feeds.example/all/feed.xml");

    /// <summary>The inputs of the Debian source package golang-github-mmcdole-gofeed (MIT), 495 documents of Atom and
    /// RSS:
    /// every enclosure and every element of Media RSS that shows a still picture is among the photos, and what cannot
    /// be
    /// read is refused and nothing else.</summary>
    [Fact]
    public void Feeds_of_a_general_parser_give_their_pictures()
    {
        int ran = 0,
            read = 0,
            shown = 0,
            given = 0;
        List<string> lost = [];
        foreach (string file in Samples.Files("golang-github-mmcdole-gofeed", [".xml"], "testdata"))
        {
            ran++;
            XElement? root = AddressReader.FeedOf(new Fetched(File.ReadAllBytes(file), "", At, []));
            if (root is null)
                continue;
            read++;
            FeedReading feed = FeedReader.Read(root, "feed", "Feed", At, DateTimeOffset.UnixEpoch);
            HashSet<string> urls = [.. feed.Candidates.SelectMany(c => c.Renditions).Select(r => r.Url)];
            foreach (string url in Declared(root))
            {
                shown++;
                if (urls.Contains(url))
                    given++;
                else
                    lost.Add($"{Path.GetFileName(file)}: {url}");
            }
        }
        Samples.Ran($"feeds of gofeed, {read} of {ran} read, pictures", given, shown);
        Assert.Empty(lost);
        Assert.True(ran == 0 || read > 400, $"{read} of {ran} were read as feeds");

        // By the attributes alone, whatever kind of feed it is.
        static IEnumerable<string> Declared(XElement root) =>
            root.Descendants()
                .Where(e => e.Ancestors().Any(a => a.Name.LocalName is "item" or "entry"))
                .Where(e =>
                    e.Name.LocalName is "enclosure" or "content" or "link"
                    && ((string?)e.Attribute("type"))?.StartsWith("image/", StringComparison.Ordinal) == true
                    && (e.Name.LocalName != "link" || (string?)e.Attribute("rel") == "enclosure")
                )
                .Select(e => (string?)e.Attribute("url") ?? (string?)e.Attribute("href") ?? (string?)e.Attribute("src"))
                .OfType<string>()
                .Select(u => new Uri(At, u.Trim()).AbsoluteUri);
    }

    /// <summary>The manifests of the npm package manifesto.js (MIT), of many museums and libraries and of IIIF's own
    /// examples, versions 2 and 3: each that paints a still picture gives one for every canvas; each other one says
    /// why.</summary>
    [Fact]
    public void Manifests_of_many_houses_give_their_pictures()
    {
        int ran = 0,
            pictures = 0;
        List<string> lost = [],
            mute = [];
        foreach (string file in Samples.Files("manifesto.js", [".json"], "test", "fixtures"))
        {
            if (
                AddressReader.JsonOf(new Fetched(File.ReadAllBytes(file), "", At, [])) is not { } json
                || !IiifPresentation.Is(json)
            )
                continue;
            ran++;
            bool collection = json.Type().EndsWith("Collection", StringComparison.Ordinal);
            IReadOnlyList<Candidate> found = IiifPresentation.Candidates(
                json,
                At,
                null,
                "c",
                "C",
                DateTimeOffset.UnixEpoch
            );
            pictures += found.Count;
            int painted = Painted(json, false) ? 1 : 0;
            if (collection)
            {
                (IReadOnlyList<Uri> manifests, IReadOnlyList<Uri> collections) = IiifPresentation.Members(json, At);
                bool members = json.EnumerateObject()
                    .Any(p =>
                        p.Name is "items" or "members" or "manifests" or "collections"
                        && p.Value.ValueKind == JsonValueKind.Array
                        && p.Value.GetArrayLength() > 0
                    );
                if (manifests.Count + collections.Count == 0 && members)
                    lost.Add(Path.GetFileName(file));
            }
            else if (painted > 0 && found.Count == 0)
                lost.Add(Path.GetFileName(file));
            if (found.Count == 0 && IiifPresentation.WhyNot(json, At).Length < 20)
                mute.Add(Path.GetFileName(file));
            Assert.All(found, c => Assert.StartsWith("http", c.Largest.Url, StringComparison.Ordinal));
        }
        Samples.Ran($"IIIF manifests of manifesto.js, {pictures} pictures", ran - lost.Count - mute.Count, ran);
        Assert.True(lost.Count == 0, string.Join(' ', lost));
        Assert.Empty(mute);

        // An image as the body or resource of an annotation, wherever it stands.
        static bool Painted(JsonElement e, bool inside) =>
            e.ValueKind switch
            {
                JsonValueKind.Array => e.EnumerateArray().Any(i => Painted(i, inside)),
                JsonValueKind.Object => inside && e.Type().EndsWith("Image", StringComparison.OrdinalIgnoreCase)
                    || e.EnumerateObject()
                        .Where(p =>
                            !p.Name.EndsWith("Canvas", StringComparison.Ordinal)
                            && p.Name
                                is not (
                                    "thumbnail"
                                    or "logo"
                                    or "rendering"
                                    or "seeAlso"
                                    or "annotations"
                                    or "service"
                                    or "provider"
                                )
                        )
                        .Any(p => Painted(p.Value, inside || p.Name is "body" or "resource")),
                _ => false,
            };
    }

    /// <summary>Answers of repositories as the Debian package libhttp-oai-perl (BSD-3) carries them, one of them with
    /// bytes that are no characters.</summary>
    [Fact]
    public void Records_of_repositories_are_read_also_with_bad_bytes()
    {
        int ran = 0;
        foreach (string file in Samples.Files("libhttp-oai-perl", ["getrecord.xml", "badbytes.xml", "identify.xml"]))
        {
            ran++;
            XElement root = SafeXml.Parse(File.ReadAllBytes(file), 1_000_000).Root!;
            Assert.Equal("OAI-PMH", root.Name.LocalName);
        }
        Samples.Ran("answers of OAI-PMH", ran, ran);
    }
}
