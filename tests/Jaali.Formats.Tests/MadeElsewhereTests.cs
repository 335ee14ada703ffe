using System.IO.Compression;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Typesetting;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>
/// Two presentations with masters, layouts, tables, charts and shapes, written by hand as ISO/IEC 29500-1 and ODF 1.3
/// have them (tests/elsewhere): what is read of them is what stands in them.
/// </summary>
public sealed class MadeElsewhereTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly ScratchFolder _folder = new();

    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    public void A_photo_as_ground_is_the_lowest_thing_and_words_have_the_inks_they_had(string format)
    {
        ForeignSlide slide = Read(format).Slides[0];
        ForeignPhoto ground = Assert.IsType<ForeignPhoto>(slide.Things[0]);
        Assert.Equal(new SlideRect(0, 0, 1920, 1080), ground.Box);
        Assert.Null(slide.Paper);
        // The master is hidden on it: no band, no sign.
        Assert.Single(slide.Things.OfType<ForeignPhoto>());
        Assert.Empty(slide.Things.OfType<ForeignItem>());
        ForeignWords[] words = [.. slide.Things.OfType<ForeignWords>()];
        Assert.Equal("Walking the outer groyne", slide.Title);
        Assert.Equal("#FFFFFF", words[0].Ink);
        Assert.Equal((WordsAlign.Middle, true, VerticalAlign.Middle), (words[0].Align, words[0].Bold, words[0].Stands));
        // Forty points where the slide is 960 wide.
        Assert.Equal(80, words[0].Size, format == "pptx" ? .1 : 20);
        Assert.Equal("#FFFFFF", words[1].Ink);
        string said = Paragraph.Plain(words[1].Paragraphs);
        Assert.Equal(
            format == "pptx"
                ? "A morning at low water, in eleven photographs"
                : "A morning at low water, in eleven  photographs",
            said
        );
        Assert.Contains(words[1].Paragraphs[0].Runs, r => r.Ink == "#E0A030" && r.Text.StartsWith("in eleven"));
        Assert.Equal(format == "pptx" ? VerticalAlign.Foot : VerticalAlign.Middle, words[1].Stands);
    }

    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    public void What_stands_on_the_master_lies_under_a_table_that_is_one(string format)
    {
        ForeignSlide slide = Read(format).Slides[1];
        Assert.Equal(format == "pptx" ? "#FFFFFF" : "#F4EFE4", slide.Paper?.ToUpperInvariant());
        ForeignItem band = slide.Things.OfType<ForeignItem>().First();
        Assert.Same(slide.Things[0], band);
        var shape = Assert.IsType<ShapeEdit>(band.Edit);
        Assert.Equal(ShapeForm.Rectangle, shape.Form);
        // Three quarters of the luminance of 2F6F5E in hue, saturation and luminance (20.1.2.3.18).
        Near(format == "pptx" ? "#235347" : "#1F5145", shape.Fill!);
        Assert.Equal(1920, band.Box.Width, 1.0);
        ForeignPhoto sign = Assert.Single(slide.Things.OfType<ForeignPhoto>());
        Assert.Equal("The sign of the reserve", sign.Alt);
        ForeignItem[] tables = [.. slide.Things.OfType<ForeignItem>().Where(i => i.Edit is TableEdit)];
        var table = (TableEdit)Assert.Single(tables).Edit;
        Assert.Equal(
            ["Stretch|Width, m|Grass", "North dune|41.5|yes", "Harbour ridge|8.2|no", "Old mole|120|yes"],
            table.Rows!.Select(r => string.Join('|', r))
        );
        Assert.True(table.HeaderRow);
        Assert.Equal([.5, .25, .25], table.Widths!.Select(w => Math.Round(w, 4)));
        ForeignWords title = slide.Things.OfType<ForeignWords>().Single(w => w.IsTitle);
        Assert.Equal(("#C8553D", WordsAlign.Middle, true), (title.Ink, title.Align, title.Bold));
        if (format == "pptx")
        {
            // What says nothing of itself has it of the master: its face, by the theme, and the place of the footer.
            Assert.Equal("Space Grotesk", title.Family);
            ForeignWords foot = slide.Things.OfType<ForeignWords>().Single(w => !w.IsTitle);
            Assert.Equal("Ness reserve", Paragraph.Plain(foot.Paragraphs));
            Assert.True(foot.Box.Y > 1000);
            Assert.Equal("#FFFFFF", foot.Ink);
            Assert.Equal(24, foot.Size, .1);
        }
    }

    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    public void Charts_shapes_and_lines_are_items_of_their_kinds(string format)
    {
        ForeignTalk talk = Read(format);
        ForeignSlide slide = talk.Slides[2];
        T[] Of<T>() => [.. slide.Things.OfType<ForeignItem>().Select(i => i.Edit).OfType<T>()];
        ChartEdit chart = Assert.Single(Of<ChartEdit>());
        Assert.Equal((ChartForm.Lines, "Metres of ridge"), (chart.Form!.Value, chart.Shows));
        Assert.Equal(
            ["|North|South", "1990|12|8", "2000|19.5|7.25", "2010||9", "2020|31|11"],
            chart.Rows!.Select(r => string.Join('|', r))
        );
        LineEdit line = Assert.Single(Of<LineEdit>(), l => l.EndHead == true);
        Assert.Equal((false, true, "#C8553D"), (line.StartHead!.Value, line.EndHead!.Value, line.Stroke));
        Assert.Equal(LineRoute.Straight, line.Route);
        Assert.Equal(line.Drawn!.From.Y, line.Drawn.To.Y, .01);
        Assert.True(line.Drawn.From.X < line.Drawn.To.X);
        if (format == "pptx")
        {
            ForeignItem way = slide.Things.OfType<ForeignItem>().Single(i => ReferenceEquals(i.Edit, line));
            Assert.Equal(
                [ShapeForm.Rounded, null],
                new[] { way.FromKey, way.ToKey }.Select(k =>
                    (slide.Things.OfType<ForeignItem>().Single(i => i.Key == k).Edit as ShapeEdit)!.Form
                )
            );
        }
        ShapeEdit[] shapes = Of<ShapeEdit>();
        Assert.Contains(shapes, s => s.Form == ShapeForm.Rounded && s.Fill == "#5A6F9C");
        Assert.Contains(shapes, s => s.Form == ShapeForm.Ellipse);
        // The chevron, and the ridge with its dashes in a group with measures of its own.
        Assert.Contains(shapes, s => s.Outline?.Count == 6);
        ShapeEdit ridge = shapes.Single(s => s.Outline?.Count == 3);
        Assert.Equal(("#E0A030", "#804000"), (ridge.Fill, ridge.Stroke));
        Assert.True(ridge.Dash > 0);
        if (format == "pptx")
            Assert.Equal(19_050 / 6_350.0, ridge.StrokeWidth!.Value, .01);
        double x = ridge.Outline!.Min(p => p.X),
            w = ridge.Outline!.Max(p => p.X) - x;
        Assert.Equal(format == "pptx" ? 6_400_000 / 6_350.0 : 14 / 28.0 * 1920, x, .5);
        Assert.Equal(format == "pptx" ? 5_000_000 / 6_350.0 : 12 / 28.0 * 1920, w, .5);
        Assert.Contains(slide.Things.OfType<ForeignWords>(), t => Paragraph.Plain(t.Paragraphs) == "Wind");
        if (format == "pptx")
            // By the shape's style: light words on what fills it.
            Assert.Contains(slide.Things.OfType<ForeignWords>(), t => t is { Ink: "#FFFFFF", IsTitle: false });
        Assert.Equal(3, talk.Slides.Count);
        Assert.Contains("Slide 4: it is hidden there and is left out.", talk.NotUnderstood);
        if (format == "pptx")
        {
            // The rule of the layout is thinner than a thing can be.
            LineEdit rule = Assert.Single(Of<LineEdit>(), l => l.EndHead == false);
            Assert.Equal(("#E0A030", 30_000 / 6_350.0), (rule.Stroke, rule.Width!.Value));
        }
        // Nothing is told in a format's own words.
        Assert.DoesNotContain(talk.NotUnderstood, n => n.Contains('-', StringComparison.Ordinal));
    }

    /// <summary>A diagram is read by the drawing of itself, and one whose drawing holds itself ends.</summary>
    [Fact]
    public void A_diagram_is_its_drawing_also_where_that_holds_itself()
    {
        const string Frame =
            "<p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id='30' name='D'/></p:nvGraphicFramePr>"
            + "<p:xfrm><a:off x='1270000' y='635000'/><a:ext cx='6350000' cy='3175000'/></p:xfrm><a:graphic><a:graphicData>"
            + "<d:relIds xmlns:d='urn:d' r:dm='rIdX'/></a:graphicData></a:graphic></p:graphicFrame>";
        const string Ns =
            "xmlns:p='http://schemas.openxmlformats.org/presentationml/2006/main' "
            + "xmlns:a='http://schemas.openxmlformats.org/drawingml/2006/main' "
            + "xmlns:r='http://schemas.openxmlformats.org/officeDocument/2006/relationships'";
        const string Drawing =
            "<dsp:drawing xmlns:dsp='http://schemas.microsoft.com/office/drawing/2008/diagram' "
            + Ns
            + "><dsp:spTree><dsp:sp><dsp:nvSpPr><dsp:cNvPr id='1' name='S'/></dsp:nvSpPr><dsp:spPr>"
            + "<a:xfrm><a:off x='635000' y='0'/><a:ext cx='1270000' cy='635000'/></a:xfrm><a:prstGeom prst='ellipse'/>"
            + "<a:solidFill><a:srgbClr val='123456'/></a:solidFill></dsp:spPr></dsp:sp>"
            + "{0}</dsp:spTree></dsp:drawing>";
        const string Rel =
            "<Relationship Id='rIdY' Type='http://schemas.microsoft.com/office/2007/relationships/diagramDrawing' "
            + "Target='../diagrams/drawing1.xml'/></Relationships>";
        foreach (string inside in (string[])["", Frame.Replace("p:graphicFrame", "dsp:graphicFrame")])
        {
            ForeignTalk talk = Read(
                "pptx",
                zip =>
                {
                    Change(zip, "ppt/slides/slide2.xml", x => x.Replace("</p:spTree>", Frame + "</p:spTree>"));
                    Change(zip, "ppt/slides/_rels/slide2.xml.rels", x => x.Replace("</Relationships>", Rel));
                    Change(zip, "ppt/diagrams/drawing1.xml", _ => Drawing.Replace("{0}", inside));
                    Change(
                        zip,
                        "ppt/diagrams/_rels/drawing1.xml.rels",
                        _ =>
                            "<Relationships xmlns='http://schemas.openxmlformats.org/package/2006/relationships'>" + Rel
                    );
                }
            );
            ForeignItem made = talk.Slides[1]
                .Things.OfType<ForeignItem>()
                .Single(i => i.Edit is ShapeEdit { Fill: "#123456" });
            // Inside its frame: two hundred units and a hundred more from the left.
            Assert.Equal(new SlideRect(300, 100, 200, 100), made.Box);
            Assert.Equal(ShapeForm.Ellipse, ((ShapeEdit)made.Edit).Form);
        }

        static void Change(ZipArchive zip, string name, Func<string, string> change)
        {
            string was = "";
            if (zip.GetEntry(name) is { } old)
            {
                using (var reader = new StreamReader(old.Open()))
                    was = reader.ReadToEnd();
                old.Delete();
            }
            using var writer = new StreamWriter(zip.CreateEntry(name).Open());
            writer.Write(change(was));
        }
    }

    private static void Near(string expected, string colour)
    {
        for (int i = 1; i < 7; i += 2)
            Assert.Equal(
                Convert.ToInt32(expected.Substring(i, 2), 16),
                (double)Convert.ToInt32(colour.Substring(i, 2), 16),
                1.0
            );
    }

    private ForeignTalk Read(string format, Action<ZipArchive>? also = null)
    {
        string file = _folder.File($"{Guid.NewGuid():N}.{format}");
        string from = Outside.File("tests", "elsewhere", format);
        using (ZipArchive zip = ZipFile.Open(file, ZipArchiveMode.Create))
        {
            foreach (
                string path in Directory
                    .GetFiles(from, "*", SearchOption.AllDirectories)
                    .OrderBy(p => p.EndsWith("mimetype", StringComparison.Ordinal) ? 0 : 1)
            )
                zip.CreateEntryFromFile(path, System.IO.Path.GetRelativePath(from, path).Replace('\\', '/'));
            string media = format == "pptx" ? "ppt/media" : "Pictures";
            foreach ((string name, string photo) in new[] { ("shore", "blue-hour.jpg"), ("sign", "pebbles.jpg") })
            {
                using Stream to = zip.CreateEntry($"{media}/{name}.jpg").Open();
                to.Write(Outside.SmallPhoto(photo, name == "sign" ? 200 : 900));
            }
        }
        if (also is not null)
            using (ZipArchive zip = ZipFile.Open(file, ZipArchiveMode.Update))
                also(zip);
        using SafeZip opened = SafeZip.Open(file);
        return format == "pptx" ? PptxReader.Read(opened, new(_fonts)) : OdpReader.Read(opened, new(_fonts));
    }

    public void Dispose()
    {
        _fonts.Dispose();
        _folder.Dispose();
    }
}
