// Long lines: samples of data stand as they are.
using System.Text;
using System.Text.Json;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Sources.Tests;

/// <summary>Manifests and collections of the IIIF Presentation API 2.1 and 3.0, in the shapes of its own examples (from
/// memory), with invented works.</summary>
public sealed class IiifTests
{
    private static readonly Uri At = new("https://museum.example/iiif/manifest");
    private const string Service3 =
        """[{"id":"https://museum.example/i/1","type":"ImageService3","profile":"level2"}]""";

    private static IReadOnlyList<Candidate> Read(string json) =>
        IiifPresentation.Candidates(
            JsonDocument.Parse(json).RootElement,
            At,
            null,
            "m",
            "Museum",
            DateTimeOffset.UnixEpoch
        );

    private static string Three(string body, string more = "") =>
        $$"""{"@context":"http://iiif.io/api/presentation/3/context.json","id":"https://museum.example/iiif/manifest","type":"Manifest","label":{"en":["Tide mill"]},{{more}}"items":[{"id":"https://museum.example/c/1","type":"Canvas","height":3000,"width":4000,"items":[{"id":"p","type":"AnnotationPage","items":[{"id":"a","type":"Annotation","motivation":"painting","body":{{body}},"target":"https://museum.example/c/1"}]}]}]}""";

    private static string Two(string resource, string more = "") =>
        $$"""{"@context":"http://iiif.io/api/presentation/2/context.json","@id":"https://museum.example/iiif/manifest","@type":"sc:Manifest","label":"Tide mill",{{more}}"sequences":[{"@type":"sc:Sequence","canvases":[{"@id":"https://museum.example/c/1","@type":"sc:Canvas","label":"1","height":3000,"width":4000,"images":[{"@type":"oa:Annotation","motivation":"sc:painting","resource":{{resource}},"on":"https://museum.example/c/1"}]}]}]}""";

    /// <summary>By service, by plain address, of a choice, of a part: IIIF Image API 3.0 and 2.1, section 4; 1.1, section
    /// 4.</summary>
    [Theory]
    [InlineData(
        3,
        """{"id":"https://museum.example/f/1.jpg","type":"Image","format":"image/jpeg","height":3000,"width":4000}""",
        "https://museum.example/f/1.jpg",
        4000,
        3000
    )]
    [InlineData(
        3,
        """{"id":"https://museum.example/i/1/full/max/0/default.jpg","type":"Image","height":3000,"width":4000,"service":SERVICE}""",
        "https://museum.example/i/1/full/max/0/default.jpg",
        4000,
        3000
    )]
    [InlineData(
        3,
        """[{"type":"Choice","items":[{"id":"https://museum.example/f/1.jpg","type":"Image","height":3000,"width":4000},{"id":"https://museum.example/f/2.jpg","type":"Image"}]}]""",
        "https://museum.example/f/1.jpg",
        4000,
        3000
    )]
    [InlineData(
        3,
        """{"type":"SpecificResource","source":{"id":"https://museum.example/i/1/full/max/0/default.jpg","type":"Image","height":3000,"width":4000,"service":SERVICE},"selector":{"type":"ImageApiSelector","region":"100,200,600,400"}}""",
        "https://museum.example/i/1/100,200,600,400/max/0/default.jpg",
        600,
        400
    )]
    [InlineData(
        3,
        """{"id":"https://museum.example/i/1/pct:0,0,50,50/max/0/default.jpg","type":"Image","height":3000,"width":4000,"service":SERVICE}""",
        "https://museum.example/i/1/pct:0,0,50,50/max/0/default.jpg",
        2000,
        1500
    )]
    [InlineData(
        3,
        """{"type":"SpecificResource","source":{"id":"https://museum.example/f/1.jpg","type":"Image","height":3000,"width":4000},"selector":{"type":"FragmentSelector","value":"xywh=10,20,300,400"}}""",
        "https://museum.example/f/1.jpg#xywh=10,20,300,400",
        300,
        400
    )]
    [InlineData(
        2,
        """{"@id":"https://museum.example/f/1.jpg","@type":"dctypes:Image","height":3000,"width":4000}""",
        "https://museum.example/f/1.jpg",
        4000,
        3000
    )]
    [InlineData(
        2,
        """{"@id":"x","@type":"dctypes:Image","height":3000,"width":4000,"service":{"@context":"http://iiif.io/api/image/2/context.json","@id":"https://museum.example/i/1/","profile":"http://iiif.io/api/image/2/level1.json"}}""",
        "https://museum.example/i/1/full/full/0/default.jpg",
        4000,
        3000
    )]
    [InlineData(
        2,
        """{"@id":"x","@type":"dctypes:Image","height":3000,"width":4000,"service":{"@context":"http://library.stanford.edu/iiif/image-api/1.1/context.json","@id":"https://museum.example/i/1","profile":"http://library.stanford.edu/iiif/image-api/1.1/compliance.html#level1"}}""",
        "https://museum.example/i/1/full/full/0/native.jpg",
        4000,
        3000
    )]
    [InlineData(
        2,
        """{"@type":"oa:Choice","default":{"@id":"https://museum.example/f/1.jpg","@type":"dctypes:Image","height":3000,"width":4000},"item":{"@id":"https://museum.example/f/2.jpg","@type":"dctypes:Image"}}""",
        "https://museum.example/f/1.jpg",
        4000,
        3000
    )]
    [InlineData(
        2,
        """{"@id":"x","@type":"oa:SpecificResource","full":{"@id":"https://museum.example/i/1/full/full/0/default.jpg","@type":"dctypes:Image","height":3000,"width":4000,"service":{"@context":"http://iiif.io/api/image/2/context.json","@id":"https://museum.example/i/1","profile":["http://iiif.io/api/image/2/level2.json"]}},"selector":{"@type":"iiif:ImageApiSelector","region":"50,50,1250,1850"}}""",
        "https://museum.example/i/1/50,50,1250,1850/full/0/default.jpg",
        1250,
        1850
    )]
    [InlineData(
        2,
        """{"@id":"https://museum.example/f/1.jpg","@type":"dctypes:Image","height":3000,"width":4000,"service":{"@context":"http://iiif.io/api/image/2/context.json","@id":"https://museum.example/i/1","profile":"http://iiif.io/api/image/2/level0.json"}}""",
        "https://museum.example/f/1.jpg",
        4000,
        3000
    )]
    public void A_picture_is_found_by_service_by_address_and_by_part(
        int version,
        string body,
        string url,
        int width,
        int height
    )
    {
        body = body.Replace("SERVICE", Service3, StringComparison.Ordinal);
        Candidate c = Assert.Single(Read(version == 3 ? Three(body) : Two(body)));
        Assert.Equal(
            (url, width, height, "Tide mill"),
            (c.Largest.Url, c.Largest.Width, c.Largest.Height, c.Rights.Title)
        );
        if (c.Service is { } service)
            Assert.Contains($"/{service.Region}/320,/0/", service.At(320).Url, StringComparison.Ordinal);
    }

    [Fact]
    public void Rights_of_both_versions_are_read_with_every_limit()
    {
        const string image = """{"id":"https://museum.example/f/1.jpg","type":"Image","height":3000,"width":4000}""";
        RightsRecord three = Read(
            Three(
                image,
                """ "rights":"http://creativecommons.org/licenses/by/4.0/","requiredStatement":{"label":{"en":["Credit"]},"value":{"en":["<span>Harbour Trust, Saltby</span>"]}},"metadata":[{"label":{"de":["Fotograf"],"en":["Taken by"]},"value":{"none":["N. Ayre"]}}],"homepage":[{"id":"https://museum.example/7","type":"Text","format":"text/html"}],"""
            )
        )[0].Rights;
        Assert.Equal(
            ("CC BY 4.0", "Harbour Trust, Saltby", "N. Ayre", "https://museum.example/7"),
            (three.Licence?.Label, three.Statement, three.Maker, three.SourceUrl)
        );
        RightsRecord two = Read(
            Two(
                """{"@id":"https://museum.example/f/1.jpg","@type":"dctypes:Image"}""",
                """ "license":"http://creativecommons.org/licenses/by-sa/3.0/","attribution":[{"@value":"Leihgabe","@language":"de"},{"@value":"Harbour Trust","@language":"en"}],"metadata":[{"label":[{"@value":"Artist","@language":"en"}],"value":"V. Brae"}],"related":{"@id":"https://museum.example/7","format":"text/html"},"""
            )
        )[0].Rights;
        Assert.Equal(
            ("CC BY-SA 3.0", "Harbour Trust", "V. Brae", "https://museum.example/7"),
            (two.Licence?.Label, two.Statement, two.Maker, two.SourceUrl)
        );
        foreach (
            string limit in (string[])
                [
                    """ "requiredStatement":{"label":{"en":["Terms"]},"value":{"en":["Not for commercial use"]}},""",
                    """ "metadata":[{"label":{"en":["Conditions of use"]},"value":{"en":["Ask the museum first"]}}],""",
                    """ "metadata":[{"label":{"fr":["Droits"]},"value":{"fr":["Tous droits réservés"]}}],""",
                ]
        )
        {
            RightsRecord r = Read(Three(image, """ "rights":"http://creativecommons.org/licenses/by/4.0/",""" + limit))[
                0
            ].Rights;
            Assert.True(r.Licence is null or { Grant: Grant.Closed }, limit);
        }
        // An address in the markup of a value names a licence too.
        Assert.Equal(
            "CC BY-NC 4.0",
            Read(
                Three(
                    image,
                    """ "metadata":[{"label":{"en":["License:"]},"value":{"en":["<a href=\"https://creativecommons.org/licenses/by-nc/4.0/\">see here</a>"]}}],"""
                )
            )[0].Rights.Licence?.Label
        );
    }

    [Fact]
    public void Several_canvases_give_several_and_a_bad_one_loses_itself()
    {
        static string Sheet(int n, string body) =>
            $$"""{"id":"https://museum.example/c/{{n}}","type":"Canvas","label":{"en":["Sheet {{n}}"]},"items":[{"type":"AnnotationPage","items":[{"type":"Annotation","motivation":"painting","body":{{body}}}]}]}""";
        string manifest =
            $$$"""{"type":"Manifest","label":{"en":["Book"]},"items":[{{{Sheet(1, """{"id":"/f/1.jpg","type":"Image"}""")}}},{"type":"Canvas","items":7},{"type":"Canvas","label":12,"items":[{"items":[{"body":[["x"]]}]}]},{{{Sheet(3, """{"id":"/f/3.jpg","type":"Image"}""")}}}]}""";
        IReadOnlyList<Candidate> read = Read(manifest);
        Assert.Equal(["Book, Sheet 1", "Book, Sheet 3"], read.Select(c => c.Rights.Title));
        Assert.False(SamePicture.Is(read[0], null, read[1], null));
    }

    [Theory]
    [InlineData(
        """{"@context":"http://iiif.io/api/presentation/3/context.json","type":"Manifest","label":{"en":["Reel"]},"items":[{"type":"Canvas","duration":12.5,"items":[{"type":"AnnotationPage","items":[{"type":"Annotation","motivation":"painting","body":{"id":"/a.mp4","type":"Video"}}]}]}]}""",
        "Reel is a IIIF manifest of film or sound. Jaali takes still photos."
    )]
    [InlineData(
        """{"@context":"http://www.shared-canvas.org/ns/context.json","@type":"sc:Manifest","label":"Roll"}""",
        "Roll is written in an older draft of IIIF that names no picture Jaali can read."
    )]
    [InlineData(
        """{"type":"Manifest","label":{"none":["Empty"]},"items":[]}""",
        "Empty is a IIIF manifest without a canvas, so it shows nothing."
    )]
    [InlineData(
        """{"type":"Manifest","label":{"none":["Blank"]},"items":[{"type":"Canvas"}]}""",
        "Blank is a IIIF manifest that shows no picture."
    )]
    [InlineData(
        """{"type":"Collection","label":{"none":["All"]},"items":[]}""",
        "All is a IIIF collection in which no manifest shows a still picture."
    )]
    public async Task What_shows_nothing_says_why(string json, string sentence)
    {
        using var http = new SourceHttp([]);
        SourceException e = await Assert.ThrowsAsync<SourceException>(() =>
            new AddressReader(http, TimeProvider.System).ReadAsync(
                new Fetched(Encoding.UTF8.GetBytes(json), "", At, [])
            )
        );
        Assert.Equal(sentence, e.Message);
    }

    [Fact]
    public async Task A_collection_gives_what_its_manifests_show_and_is_searched_here()
    {
        static string Manifest(string title, string subject) =>
            Three(
                    """{"id":"/f/1.jpg","type":"Image","height":300,"width":400}""",
                    $$$""" "metadata":[{"label":{"en":["Subject"]},"value":{"en":["{{{subject}}}"]}}],"""
                )
                .Replace("Tide mill", title, StringComparison.Ordinal)
                .Replace("https://museum.example/c/1", "https://museum.example/" + subject, StringComparison.Ordinal);
        Canned? server = null;
        using (
            server = new Canned(p =>
                p switch
                {
                    "/top" => Canned.Ok(
                        """{"@type":"sc:Collection","label":"Shore","manifests":[{"@id":"/m/1","@type":"sc:Manifest"},{"@id":"/gone","@type":"sc:Manifest"}],"collections":[{"@id":"/inner","@type":"sc:Collection"}]}""",
                        "application/json"
                    ),
                    "/inner" => Canned.Ok(
                        """{"type":"Collection","label":{"en":["Inner"]},"items":[{"id":"/m/2","type":"Manifest"}]}""",
                        "application/json"
                    ),
                    "/m/1" => Canned.Ok(Manifest("Mill", "wheels"), "application/json"),
                    "/m/2" => Canned.Ok(Manifest("Weir", "water"), "application/json"),
                    _ => "HTTP/1.1 404 Not Found\r\nContent-Length: 0\r\nConnection: close\r\n\r\n",
                }
            )
        )
        {
            using var http = new SourceHttp([server.Origin]);
            var oai = new OaiPmh(http, TimeProvider.System);
            RecognisedCollection known = await new CollectionRecogniser(http, oai, TimeProvider.System).RecogniseAsync(
                new Uri(server.Origin + "/top")
            );
            Assert.Equal((Protocol.Document, "Shore"), (known.Protocol, known.Name));
            var collection = new DocumentCollection(http, TimeProvider.System, "s", "Shore", known.Address);
            Assert.Equal(
                ["Weir"],
                (await collection.SearchAsync("still water", 1)).Candidates.Select(c => c.Rights.Title)
            );
            Assert.Equal(["Mill"], (await collection.SearchAsync("wheel", 1)).Candidates.Select(c => c.Rights.Title));
            Assert.Empty((await collection.SearchAsync("gulls", 1)).Candidates);
        }
    }
}
