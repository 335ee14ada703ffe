using System.Globalization;
using System.IO.Compression;
using System.Xml.Linq;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Tables, charts, lines and clips as files of other programs have them: the format's own, with the figures,
/// joins and bytes that belong to them. The validators of <see cref="OfficeTests"/> look at every kind; here it is
/// looked at what they hold.</summary>
public sealed class FigureFileTests : IDisposable
{
    private static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main",
        A = "http://schemas.openxmlformats.org/drawingml/2006/main",
        C = "http://schemas.openxmlformats.org/drawingml/2006/chart",
        R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships",
        Draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
        Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0",
        Office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0",
        Xlink = "http://www.w3.org/1999/xlink";

    private const double EmuInUnit = 6350;

    private readonly OfficeFiles _files = new();

    private World World => _files.World;

    private (Deck Deck, Slide Slide, Guid Item) With(ItemEdit edit, SlideRect? rect = null)
    {
        Deck deck = World.Deck(1);
        Guid slide = deck.Slides[1].Id;
        Deck with = World.Do(deck, new AddItem(slide, edit, rect)).Deck;
        return (with, with.Slides[1], with.Slides[1].Items.Single(i => deck.Slides[1].Item(i.Id) is null).Id);
    }

    [Fact]
    public void A_table_is_a_table_with_its_cells_where_they_stand()
    {
        (Deck deck, Slide slide, Guid item) = With(
            new TableEdit(
                Pasted: "transect\t1990\tkept\nHallow\t42.05\t74 %\nGannock\t8.2\t46 %",
                Source: "Survey of the ridge"
            ),
            new(200, 300, 1200, 500)
        );
        deck = World.Do(deck, new EditItem(slide.Id, item, new TableEdit(Photo: new CellPhoto(1, 0, "p")))).Deck;
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        XElement page = Part(pptx, "ppt/slides/slide2.xml"),
            table = page.Descendants(A + "tbl").Single();
        string[][] cells =
        [
            .. table
                .Elements(A + "tr")
                .Select(r =>
                    r.Elements(A + "tc")
                        .Select(c => string.Concat(c.Descendants(A + "t").Select(t => t.Value)))
                        .ToArray()
                ),
        ];
        Assert.Equal(
            [
                ["transect", "1990", "kept"],
                ["Hallow", "42.05", "74 %"],
                ["Gannock", "8.2", "46 %"],
            ],
            cells
        );
        Assert.Equal("1", (string?)table.Element(A + "tblPr")!.Attribute("firstRow"));
        double[] widths = [.. table.Descendants(A + "gridCol").Select(g => (double)g.Attribute("w")! / EmuInUnit)];
        Assert.Equal(1200, widths.Sum(), 1d);
        XElement frame = page.Descendants(P + "graphicFrame").Single(),
            off = frame.Element(P + "xfrm")!.Element(A + "off")!;
        Assert.Equal(200, (double)off.Attribute("x")! / EmuInUnit, .5);
        Assert.Equal(300, (double)off.Attribute("y")! / EmuInUnit, .5);
        // 42.05 has two decimals and 8.2 one: the second ends a figure's width further from the edge.
        double[] right =
        [
            .. table
                .Elements(A + "tr")
                .Skip(1)
                .Select(r => (double)r.Elements(A + "tc").ElementAt(1).Element(A + "tcPr")!.Attribute("marR")!),
        ];
        Assert.True(right[1] > right[0] + 5 * EmuInUnit, string.Join(" ", right));
        // The photo lies within its cell.
        XElement[] pictures = [.. page.Descendants(P + "pic")];
        XElement at = pictures.Single(p => p.Element(P + "nvPicPr") is not null).Descendants(A + "xfrm").Single();
        double x = (double)at.Element(A + "off")!.Attribute("x")! / EmuInUnit,
            wide = (double)at.Element(A + "ext")!.Attribute("cx")! / EmuInUnit;
        Assert.InRange(x, 199, 200 + widths[0]);
        Assert.InRange(x + wide, 200, 200 + widths[0] + 1);
        Assert.Contains(page.Descendants(A + "t"), t => t.Value == "Survey of the ridge");

        XElement of = Part(odp, "content.xml").Descendants(Table + "table").Single();
        Assert.Equal(cells.SelectMany(c => c), of.Descendants(Table + "table-cell").Select(c => c.Value));
        Assert.Single(of.Elements(Table + "table-header-rows"));
        Assert.Equal(Draw + "frame", of.Parent!.Name);
    }

    [Fact]
    public void A_chart_keeps_its_figures_and_what_is_brought_out()
    {
        (Deck deck, Slide slide, Guid item) = With(
            new ChartEdit(
                ChartForm.Columns,
                Pasted: "year;height in m\n1990;42,5\n2010;36,0\n2025;-31,2",
                Source: "Survey",
                BroughtOut: 2
            )
        );
        string pptx = _files.Pptx(deck);
        XElement chart = Part(pptx, "ppt/charts/chart1.xml");
        Assert.Equal(
            ["42.5", "36", "-31.2"],
            chart.Descendants(C + "numCache").Elements(C + "pt").Select(p => p.Value)
        );
        Assert.Equal(["1990", "2010", "2025"], chart.Descendants(C + "cat").Descendants(C + "pt").Select(p => p.Value));
        string[] colours =
        [
            .. chart.Descendants(C + "dPt").Select(d => d.Descendants(A + "srgbClr").First().ToString()),
        ];
        Assert.Equal(3, colours.Length);
        Assert.Equal(colours[0], colours[1]);
        Assert.NotEqual(colours[0], colours[2]);
        // The same axis as on the slide: from and to round numbers on either side of the figures.
        double Axis(string name) =>
            (double)chart.Descendants(C + "valAx").Single().Descendants(C + name).Single().Attribute("val")!;
        Assert.True(Axis("min") <= -31.2 && Axis("max") >= 42.5 && Axis("majorUnit") > 0);
        Assert.Equal(0, Math.IEEERemainder(Axis("max"), Axis("majorUnit")), 6);

        // The sheet beside it, read by the SDK: valid, and the same figures.
        using ZipArchive zip = ZipFile.OpenRead(pptx);
        using var bytes = new MemoryStream();
        using (Stream s = zip.GetEntry("ppt/embeddings/sheet1.xlsx")!.Open())
            s.CopyTo(bytes);
        using SpreadsheetDocument sheet = SpreadsheetDocument.Open(bytes, false);
        Assert.Empty(new OpenXmlValidator().Validate(sheet).Select(e => e.Description));
        XElement rows = XElement.Parse(sheet.WorkbookPart!.WorksheetParts.Single().Worksheet!.OuterXml);
        Assert.Equal(
            ["", "height in m", "1990", "42.5", "2010", "36", "2025", "-31.2"],
            rows.Descendants().Where(e => e.Name.LocalName == "c").Select(c => c.Value)
        );

        string odp = _files.Odp(deck);
        XElement inner = Part(odp, "Chart1/content.xml");
        Assert.Equal(
            ["42.5", "36", "-31.2"],
            inner.Descendants(Table + "table-cell").Attributes(Office + "value").Select(a => a.Value)
        );
        Assert.Contains(
            Part(odp, "META-INF/manifest.xml").Elements().Attributes(),
            a => a.Value == "application/vnd.oasis.opendocument.chart"
        );
        Assert.Equal(
            "./Chart1",
            (string?)Part(odp, "content.xml").Descendants(Draw + "object").Single().Attribute(Xlink + "href")
        );
        Assert.Equal("", _files.FaultsOfOdp(odp));
        _ = (slide, item);
    }

    [Theory]
    [InlineData(ChartForm.Columns)]
    [InlineData(ChartForm.Bars)]
    [InlineData(ChartForm.StackedColumns)]
    [InlineData(ChartForm.StackedBars)]
    [InlineData(ChartForm.Lines)]
    [InlineData(ChartForm.Areas)]
    [InlineData(ChartForm.Pie)]
    [InlineData(ChartForm.Ring)]
    public void Every_form_is_valid_alone_and_part_by_part(ChartForm form)
    {
        (Deck deck, Slide slide, Guid item) = With(
            new ChartEdit(form, Pasted: "\tridge\tmarsh & sea\n1990\t42 %\t10 %\n2000\t\t12 %\n2025\t31 %\t18 %")
        );
        deck = World.Do(deck, new AddCue(slide.Id, new Cue(default, CueAct.ComesIn, item, PartByPart: true))).Deck;
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        Assert.Empty(OfficeFiles.FaultsOfPptx(pptx));
        Assert.Equal("", _files.FaultsOfOdp(odp));
        XElement page = Part(pptx, "ppt/slides/slide2.xml");
        bool shares = form is ChartForm.Pie or ChartForm.Ring;
        Assert.Equal(
            shares ? "category" : "series",
            (string?)page.Descendants(A + "bldChart").Single().Attribute("bld")
        );
        Assert.Equal(
            shares ? 3 : 2,
            page.Descendants(P + "cTn").Count(c => (string?)c.Attribute("nodeType") == "clickEffect")
        );
    }

    [Fact]
    public void Charts_that_no_format_has_are_shapes_that_come_part_by_part()
    {
        (Deck deck, Slide slide, Guid item) = With(new ChartEdit(ChartForm.Ring, Pasted: "kept\t75", PhotoId: "p"));
        deck = World.Do(deck, new AddCue(slide.Id, new Cue(default, CueAct.ComesIn, item, PartByPart: true))).Deck;
        XElement page = Part(_files.Pptx(deck), "ppt/slides/slide2.xml");
        Assert.Empty(page.Descendants(P + "graphicFrame"));
        // Three quarters, a press each.
        Assert.Equal(3, page.Descendants(P + "cTn").Count(c => (string?)c.Attribute("nodeType") == "clickEffect"));
    }

    [Theory]
    [InlineData(LineRoute.Straight)]
    [InlineData(LineRoute.Elbow)]
    [InlineData(LineRoute.Curve)]
    public void An_arrow_stays_joined_to_what_it_leads_from_and_to(LineRoute route)
    {
        (Deck deck, Slide slide, Guid box) = With(new ShapeEdit(), new(200, 300, 300, 200));
        deck = World
            .Do(
                deck,
                new AddItem(slide.Id, new FrameEdit("p", Mask: FrameMask.Ellipse), new SlideRect(1200, 600, 300, 200))
            )
            .Deck;
        Guid photo = deck.Slides[1].Items.OfType<Frame>().Single().Id;
        deck = World
            .Do(
                deck,
                new AddItem(
                    slide.Id,
                    new LineEdit(FromItem: box, ToItem: photo, Route: route, StartHead: true, Dash: 3)
                )
            )
            .Deck;
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        Assert.Empty(OfficeFiles.FaultsOfPptx(pptx));
        XElement page = Part(pptx, "ppt/slides/slide2.xml"),
            line = page.Descendants(P + "cxnSp").Single(),
            joins = line.Descendants(P + "cNvCxnSpPr").Single();
        string Named(string join) =>
            (string)
                page.Descendants(P + "cNvPr")
                    .Single(n => (string)n.Attribute("id")! == (string)joins.Element(A + join)!.Attribute("id")!)
                    .Attribute("name")!;
        Assert.StartsWith("Shape", Named("stCxn"), StringComparison.Ordinal);
        Assert.StartsWith("Photo", Named("endCxn"), StringComparison.Ordinal);
        // An ellipse has eight places, a box four.
        Assert.InRange((int)joins.Element(A + "stCxn")!.Attribute("idx")!, 0, 3);
        Assert.Equal(0, (int)joins.Element(A + "endCxn")!.Attribute("idx")! % 2);
        Assert.Single(line.Descendants(A + "headEnd"));
        Assert.Single(line.Descendants(A + "custDash"));

        XElement content = Part(odp, "content.xml"),
            connector = content.Descendants(Draw + "connector").Single();
        foreach (string end in (string[])["start", "end"])
            Assert.Single(
                content.Descendants().Attributes(Draw + "id"),
                a => a.Value == (string)connector.Attribute(Draw + $"{end}-shape")!
            );
        Assert.Equal("", _files.FaultsOfOdp(odp));
        // It ends at the left or upper edge of the photo, where the slide has it.
        double x2 = Points(connector.Attributes().Single(a => a.Name.LocalName == "x2").Value),
            y2 = Points(connector.Attributes().Single(a => a.Name.LocalName == "y2").Value);
        Assert.InRange(x2, 590, 750);
        Assert.InRange(y2, 290, 400);
    }

    [Fact]
    public void A_clip_goes_along_and_plays_as_it_is_set()
    {
        World.AddClip("clip");
        (Deck deck, Slide slide, Guid item) = With(
            new FrameEdit("clip", Crop: new CropWindow(.1, .1, .8, .8)),
            new(300, 250, 800, 450)
        );
        deck = World
            .Do(
                deck,
                new EditItem(
                    slide.Id,
                    item,
                    new FrameEdit(Clip: new ClipEdit(Loops: true, Volume: .5, Starts: ClipStart.Slide))
                )
            )
            .Deck;
        byte[] bytes = [.. Enumerable.Range(0, 5000).Select(i => (byte)(i * 7))];
        _files.Clip = bytes;
        string pptx = _files.Pptx(deck),
            odp = _files.Odp(deck);
        Assert.Empty(OfficeFiles.FaultsOfPptx(pptx));
        Assert.Equal(bytes, Bytes(pptx, "ppt/media/clip1.webm"));
        XElement page = Part(pptx, "ppt/slides/slide2.xml"),
            rels = Part(pptx, "ppt/slides/_rels/slide2.xml.rels");
        string link = (string)page.Descendants(A + "videoFile").Single().Attribute(R + "link")!;
        Assert.Equal(
            "../media/clip1.webm",
            (string?)rels.Elements().Single(r => (string?)r.Attribute("Id") == link).Attribute("Target")
        );
        XElement plays = page.Descendants(P + "cMediaNode").Single();
        Assert.Equal("50000", (string?)plays.Attribute("vol"));
        Assert.Equal("indefinite", (string?)plays.Element(P + "cTn")!.Attribute("repeatCount"));
        Assert.Equal("playFrom(0.0)", (string?)page.Descendants(P + "cmd").Single().Attribute("cmd"));

        XElement plugin = Part(odp, "content.xml").Descendants(Draw + "plugin").Single();
        Assert.Equal(bytes, Bytes(odp, (string)plugin.Attribute(Xlink + "href")!));
        Assert.Contains(Part(odp, "META-INF/manifest.xml").Elements().Attributes(), a => a.Value == "video/webm");
        Assert.Equal("", _files.FaultsOfOdp(odp));

        // Where its bytes do not go along, its poster does, and nothing is said to play.
        _files.Clip = null;
        XElement still = Part(_files.Pptx(deck), "ppt/slides/slide2.xml");
        Assert.Empty(still.Descendants(A + "videoFile").Concat(still.Descendants(P + "cMediaNode")));
        Assert.Single(still.Descendants(P + "pic"));
    }

    private static double Points(string length) =>
        double.Parse(length.AsSpan(0, length.Length - 2), CultureInfo.InvariantCulture);

    private static byte[] Bytes(string file, string name)
    {
        using ZipArchive zip = ZipFile.OpenRead(file);
        using Stream s = zip.GetEntry(name)!.Open();
        using var read = new MemoryStream();
        s.CopyTo(read);
        return read.ToArray();
    }

    private static XElement Part(string file, string name) =>
        XDocument.Load(new MemoryStream(Bytes(file, name)), LoadOptions.PreserveWhitespace).Root!;

    public void Dispose() => _files.Dispose();
}
