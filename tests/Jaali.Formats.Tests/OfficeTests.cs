using System.IO.Compression;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Copies for other programs: their schemas, validators and libraries from outside find no fault in them, and
/// what stands in them stands where it stands on the slide.</summary>
public sealed class OfficeTests : IDisposable
{
    private static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main",
        A = "http://schemas.openxmlformats.org/drawingml/2006/main",
        Draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
        Svg = "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0",
        Fo = "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0",
        Text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";

    private readonly OfficeFiles _files = new();

    public static TheoryData<string> Kinds => [.. ItemKinds.All.Select(k => k.Name)];

    private IEnumerable<Deck> Examples(string kind)
    {
        World world = _files.World;
        Deck deck = world.Deck(1);
        foreach (ItemExample example in ItemKinds.Named(kind)!.Examples("p"))
        {
            Deck with = world.Do(deck, new AddItem(deck.Slides[1].Id, example.Made)).Deck;
            Slide slide = with.Slides[1];
            Guid item = slide.Items.Single(i => deck.Slides[1].Item(i.Id) is null).Id;
            yield return with;
            foreach (ItemEdit edit in example.Edits)
                yield return with = world.Do(with, new EditItem(slide.Id, item, edit)).Deck;
            yield return world.Do(with, new PlaceItem(slide.Id, item, new(700, 300, 400, 300), 30)).Deck;
        }
    }

    /// <summary>Open XML SDK, OpenXmlValidator (Microsoft 365): ISO/IEC 29500 transitional.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_kind_is_valid_Open_XML_in_every_look(string kind)
    {
        Assert.Empty(OfficeFiles.FaultsOfPptx(_files.Pptx(Together(kind))));
    }

    // One document of all of them: what looks at it takes its time for each.
    private Deck Together(string kind)
    {
        Deck all = _files.World.Deck(1);
        return all with { Slides = [.. Examples(kind).Select(d => d.Slides[1] with { Id = Guid.NewGuid() })] };
    }

    /// <summary>jing against the RELAX NG schema of OpenDocument.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_kind_is_valid_OpenDocument_in_every_look(string kind)
    {
        Assert.Empty(_files.FaultsOfOdp(_files.Odp(Together(kind))));
    }

    [Fact]
    public void A_whole_talk_is_valid_in_both()
    {
        Deck deck = _files.Rich();
        Assert.Empty(OfficeFiles.FaultsOfPptx(_files.Pptx(deck)));
        string odp = _files.Odp(deck);
        Assert.Empty(_files.FaultsOfOdp(odp));
        // odfpy reads it, and finds every page and word.
        string read = Outside.Run(
            // That of the system, which has odfpy.
            "/usr/bin/python3",
            "-c",
            "import sys\nfrom odf.opendocument import load\nfrom odf import draw, text, teletype\nd=load(sys.argv[1])\n"
                + "print(len(d.getElementsByType(draw.Page)))\n"
                + "print(' '.join(teletype.extractText(p) for p in d.getElementsByType(text.P)))",
            odp
        );
        Assert.StartsWith($"{_files.Handed(deck).Count}\n", read, StringComparison.Ordinal);
        foreach (string words in (string[])["The river  falls", "Deeper", "Then <wait> & look."])
            Assert.Contains(words, read, StringComparison.Ordinal);
    }

    /// <summary>2-architecture: one unit is 6,350 English Metric Units, half a point.</summary>
    [Fact]
    public void Places_sizes_and_crops_are_exact()
    {
        Deck deck = _files.World.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _files.World.Do(deck, new AddItem(slide, new FrameEdit("p"), new SlideRect(100.5, 200, 640, 320))).Deck;
        Frame frame = deck.Slides[1].Photo();
        XElement pic = Part(_files.Pptx(deck), "ppt/slides/slide2.xml").Descendants(P + "pic").Single();
        XElement off = pic.Descendants(A + "off").Single(),
            ext = pic.Descendants(A + "ext").First(e => e.Attribute("cx") is not null);
        Assert.Equal(((long)(100.5 * 6350)).ToString(), off.Attribute("x")!.Value);
        Assert.Equal((200 * 6350).ToString(), off.Attribute("y")!.Value);
        Assert.Equal((640 * 6350).ToString(), ext.Attribute("cx")!.Value);
        Assert.Equal((320 * 6350).ToString(), ext.Attribute("cy")!.Value);
        XElement crop = pic.Descendants(A + "srcRect").Single();
        Assert.Equal(frame.Crop.X, (int)crop.Attribute("l")! / 1e5, 5);
        Assert.Equal(frame.Crop.Y, (int)crop.Attribute("t")! / 1e5, 5);
        Assert.Equal(1 - frame.Crop.X - frame.Crop.Width, (int)crop.Attribute("r")! / 1e5, 5);
        XElement size = Part(_files.Pptx(deck), "ppt/presentation.xml").Element(P + "sldSz")!;
        Assert.Equal(("12192000", "6858000"), (size.Attribute("cx")!.Value, size.Attribute("cy")!.Value));
        XElement image = Part(_files.Odp(deck), "content.xml")
            .Descendants(Draw + "frame")
            // The page of credits shows it small once more.
            .First(f => f.Element(Draw + "image") is not null);
        Assert.Equal(
            ("50.25pt", "100pt", "320pt", "160pt"),
            (
                image.Attribute(Svg + "x")!.Value,
                image.Attribute(Svg + "y")!.Value,
                image.Attribute(Svg + "width")!.Value,
                image.Attribute(Svg + "height")!.Value
            )
        );
        string clip = Part(_files.Odp(deck), "content.xml").Descendants().Attributes(Fo + "clip").First().Value;
        double[] edges =
        [
            .. clip[5..^1]
                .Split(", ")
                .Select(e => double.Parse(e[..^2], System.Globalization.CultureInfo.InvariantCulture)),
        ];
        Assert.Equal(frame.Crop.Y * _files.Height / 96, edges[0], 3);
        Assert.Equal(frame.Crop.X * _files.Width / 96, edges[3], 3);
    }

    /// <summary>No pixel of what is hidden is in any picture of the file.</summary>
    [Fact]
    public void What_is_hidden_is_in_no_file()
    {
        Deck deck = _files.World.Deck(1);
        deck = _files.World.Do(deck, new PlaceGround(deck.Slides[1].Id, "p")).Deck;
        Deck hidden = _files
            .World.Do(deck, deck.Slides[1].Treat(new FrameEdit(Covers: [new Cover(new(.2, .2, .4, .4))])))
            .Deck;
        foreach (
            (string open, string covered) in new[]
            {
                (_files.Pptx(deck), _files.Pptx(hidden)),
                (_files.Odp(deck), _files.Odp(hidden)),
            }
        )
        {
            Assert.Contains(Pictures(open), p => p == _files.PhotoBytes);
            Assert.DoesNotContain(Pictures(covered), p => p == _files.PhotoBytes);
            Assert.NotEmpty(Pictures(covered));
        }

        static List<long> Pictures(string file)
        {
            using ZipArchive zip = ZipFile.OpenRead(file);
            return
            [
                .. zip
                    .Entries.Where(e =>
                        e.FullName.Contains("media/") || e.FullName.StartsWith("Pictures/", StringComparison.Ordinal)
                    )
                    .Select(e => e.Length),
            ];
        }
    }

    /// <summary>A kind that does not say how it is written is written from its nodes.</summary>
    [Fact]
    public void What_no_kind_tells_comes_from_its_nodes()
    {
        SceneNode photo = new PhotoNode("p", new(0, 0, 1600, 1200), "Pebbles");
        IReadOnlyList<ExportItem> things = NodeExport.Of(
            [
                new GroupNode(null, [photo], Core.Geometry.Path.Rect(new(400, 300, 800, 600))),
                new PathNode(Core.Geometry.Path.Rect(new(0, 0, 10, 20)), "#102030", .5),
                new TextNode(
                    "Spline Sans",
                    40,
                    "#FFFFFF",
                    [new(100, 100, 200, "Two lines"), new(100, 150, 180, "of words")]
                ),
                new GroupNode(null, [photo], Opacity: .4),
                new GroupNode(
                    null,
                    [new PathNode(Core.Geometry.Path.Rect(new(100, 100, 40, 20)), "#FF0000")],
                    Turn: 90,
                    About: new(100, 100)
                ),
            ],
            "A chart",
            [new SceneLink(new(100, 115, 180, 45), "https://hollin.example/", "of words")]
        );
        var seen = Assert.IsType<ExportPicture>(things[0]);
        Assert.Equal(new CropWindow(.25, .25, .5, .5), seen.Crop);
        Assert.Equal(.5, Assert.IsType<ExportShape>(things[1]).Drawn.FillOpacity);
        var words = Assert.IsType<ExportWords>(things[2]);
        Assert.Equal("Two lines of words", words.Says);
        Assert.Equal("https://hollin.example/", words.Paragraphs[0].Runs[^1].Link);
        Assert.Equal("A chart", Assert.IsType<ExportBitmap>(things[3]).Says);
        var turned = Assert.IsType<ExportShape>(things[4]);
        // The middle (120, 110) goes to (90, 120).
        Assert.Equal((90, 70, 110), (turned.Turn, turned.Box.X, turned.Box.Y));
    }

    [Fact]
    public void Words_links_notes_and_alternatives_are_in_both()
    {
        Deck deck = _files.Rich();
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        XElement slide = Part(pptx, "ppt/slides/slide3.xml");
        string[] said =
        [
            .. slide.Descendants(A + "p").Select(p => string.Concat(p.Descendants(A + "t").Select(t => t.Value))),
        ];
        Assert.Contains("The river  falls", said);
        // Two of its own, three of the credit: title, maker, licence.
        Assert.Equal(5, slide.Descendants(A + "hlinkClick").Count());
        XElement rels = Part(pptx, "ppt/slides/_rels/slide3.xml.rels");
        Assert.Contains(
            rels.Elements(),
            r => (string)r.Attribute("Target")! == "https://hollin.example/levels?a=1&b=2"
        );
        Assert.Contains(rels.Elements(), r => (string)r.Attribute("Target")! == "slide1.xml");
        Assert.Contains(
            slide.Descendants(P + "cNvPr"),
            n => ((string?)n.Attribute("descr"))?.Contains("Low water") == true
        );
        Assert.Contains("Say it slowly.", Part(pptx, "ppt/notesSlides/notesSlide2.xml").Value);
        Assert.Equal(7, slide.Descendants(P + "cTn").Count(c => c.Attribute("nodeType")?.Value is "clickEffect"));
        XElement content = Part(odp, "content.xml");
        Assert.Contains("Say it slowly.", content.Value);
        Assert.Contains(
            content.Descendants(Text + "a").Attributes(),
            a => a.Value == "https://hollin.example/levels?a=1&b=2"
        );
        Assert.Contains(content.Descendants(Svg + "desc"), d => d.Value.Contains("Low water"));
    }

    /// <summary>What readers that keep to the letter, or know less than all of it, make of the files: a link within its
    /// words, a veil that stays one, lists from the left, the ink of links.</summary>
    [Fact]
    public void Readers_that_know_less_lose_no_words_inks_or_sides()
    {
        Deck deck = _files.Rich();
        Guid slide = deck.Slides[1].Id;
        deck = _files.World.Do(deck, new AddItem(slide, new VeilEdit())).Deck;
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        XElement content = Part(odp, "content.xml"),
            styles = Part(odp, "styles.xml");
        XElement[] links = [.. content.Descendants(Text + "a")];
        Assert.NotEmpty(links);
        Assert.All(
            links,
            a =>
            {
                Assert.Equal(Text + "span", a.Parent!.Name);
                Assert.Empty(a.Elements(Text + "span"));
                Assert.Equal(
                    (string?)a.Parent.Attribute(Text + "style-name"),
                    (string?)a.Attribute(Text + "style-name")
                );
            }
        );
        Assert.Empty(content.Descendants().Concat(styles.Descendants()).Attributes(Fo + "padding"));
        // A veil from the foot: where nothing changes any more is a border, which has the value of the start.
        double Share(XElement of, string name) =>
            double.Parse(
                ((string)of.Attribute(Draw + name)!).TrimEnd('%'),
                System.Globalization.CultureInfo.InvariantCulture
            );
        XElement[] veils =
        [
            .. styles.Descendants(Draw + "opacity").Where(o => o.Attribute(Draw + "start") is not null),
        ];
        Assert.NotEmpty(veils);
        Assert.All(
            veils.Where(v => Share(v, "border") > 0),
            v => Assert.True(Share(v, "start") < Share(v, "end"), v.ToString())
        );
        // Who knows no gradients of opacity sees a veil and no curtain.
        Assert.All(
            content.Descendants().Where(e => e.Attribute(Draw + "opacity-name") is not null),
            e => Assert.InRange(Share(e, "opacity"), 1, 90)
        );

        XElement page = Part(pptx, "ppt/slides/slide3.xml");
        XElement[] lists =
        [
            .. page.Descendants(A + "pPr")
                .Where(p => (p.Element(A + "buChar") ?? p.Element(A + "buAutoNum")) is not null),
        ];
        Assert.NotEmpty(lists);
        Assert.All(lists, p => Assert.Equal("l", (string?)p.Attribute("algn")));
        Assert.All(lists, p => Assert.Equal("100000", (string?)p.Element(A + "buSzPct")!.Attribute("val")));
        Assert.All(
            page.Descendants(A + "rPr").Elements(A + "hlinkClick"),
            l =>
                Assert.Equal(
                    "tx",
                    (string?)l.Descendants().Single(d => d.Name.LocalName == "hlinkClr").Attribute("val")
                )
        );
        // And those that do not know it take the ink that reads on the paper.
        XElement theme = Part(pptx, "ppt/theme/theme1.xml");
        Assert.Equal(
            deck.House.OnPaper.TrimStart('#'),
            (string?)theme.Descendants(A + "hlink").Single().Elements().Single().Attribute("val"),
            ignoreCase: true
        );
    }

    private static XElement Part(string file, string name)
    {
        using ZipArchive zip = ZipFile.OpenRead(file);
        using Stream s = zip.GetEntry(name)!.Open();
        return XDocument.Load(s, LoadOptions.PreserveWhitespace).Root!;
    }

    public void Dispose() => _files.Dispose();
}
