// Long lines: samples of data stand as they are.
using System.IO.Compression;
using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Talks that come in: what was written is found again, and files that nobody means well by do no
/// harm.</summary>
public sealed class ReadingTests : IDisposable
{
    private readonly OfficeFiles _files = new();
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly ScratchFolder _folder = new();

    private ScenePainter Painter => new(_fonts);

    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    public void Places_crops_words_and_notes_come_back(string form)
    {
        Deck deck = _files.Rich();
        ForeignTalk read = form == "pptx" ? Pptx(_files.Pptx(deck)) : Odp(_files.Odp(deck));
        Assert.Equal(deck.Title, read.Title);
        Assert.Equal(SlideShape.Wide, read.Shape);
        Assert.Equal(_files.Handed(deck).Count, read.Slides.Count);
        Assert.True(read.Slides[^1].IsCredits);
        Assert.Equal("Say it slowly.\nThen <wait> & look.", read.Slides[1].Notes);
        // The photo that fills its slide.
        var ground = (Frame)deck.Slides[1].Ground!;
        ForeignPhoto whole = read.Slides[1].Things.OfType<ForeignPhoto>().Single();
        Near(new(0, 0, 1920, 1080), whole.Box);
        Near(ground.Crop, whole.Crop!.Value);
        Assert.Contains("Low water", whole.Alt);
        Assert.NotEmpty(read.Picture(whole.Name)!);
        // The one that is cut to an ellipse; ODF has its crop in its pixels.
        Frame cut = deck.Slides[2].Photo();
        ForeignPhoto round = read.Slides[2].Things.OfType<ForeignPhoto>().Single();
        Near(cut.At.Rect, round.Box);
        Assert.Equal(ExportOutline.Ellipse, round.Outline);
        if (form == "pptx")
            Near(cut.Crop, round.Crop!.Value);
        ForeignWords body = read.Slides[2].Things.OfType<ForeignWords>().Single(w => w.Paragraphs.Count == 5);
        Paragraph[] said = [.. body.Paragraphs];
        Assert.Equal("The river  falls", said[0].Plain());
        Assert.Equal("https://hollin.example/levels?a=1&b=2", said[0].Runs[^1].Link);
        Assert.Equal((ListMarker.Point, ListMarker.Number, 1), (said[1].List, said[2].List, said[2].Level));
        Assert.True(said[2].Runs[0].Italic && said[2].Runs[0].Underline);
        Assert.Equal("Back\nto it", said[3].Plain());
        Assert.Equal("Point number 2", read.Slides[2].Title);
        // No credit that is computed comes back as words.
        Assert.DoesNotContain(
            read.Slides[2].Things.OfType<ForeignWords>(),
            w => Paragraph.Plain(w.Paragraphs).Contains("CC BY")
        );
    }

    [Fact]
    public void A_pdf_gives_back_places_crops_words_and_notes()
    {
        Deck deck = _files.Rich();
        string file = _folder.File("talk.pdf");
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        IReadOnlyList<PdfPageContents> told;
        using (FileStream to = File.Create(file))
            told = new PdfWriter(Painter).Write(
                to,
                deck,
                [.. _files.Handed(deck).Select(h => h.Scene)],
                n => TreatedPhoto.Of(n, _ => photo)
            );
        PdfFinish.Run(file, deck, told, new([], null, true));
        ForeignTalk read = PdfTalkReader.Read(file);
        Assert.Equal(deck.Title, read.Title);
        var ground = (Frame)deck.Slides[1].Ground!;
        ForeignPhoto whole = read.Slides[1].Things.OfType<ForeignPhoto>().Single();
        Near(new(0, 0, 1920, 1080), whole.Box);
        Near(ground.Crop, whole.Crop!.Value);
        Assert.Equal(photo, read.Picture(whole.Name));
        Frame cut = deck.Slides[2].Photo();
        ForeignPhoto round = read.Slides[2].Things.OfType<ForeignPhoto>().Single();
        Near(cut.At.Rect, round.Box);
        Near(cut.Crop, round.Crop!.Value);
        Assert.Equal(ExportOutline.Ellipse, round.Outline);
        Assert.Equal("Say it slowly.\nThen <wait> & look.", read.Slides[1].Notes);
        Assert.Equal("Point number 2", read.Slides[2].Title);
        string all = string.Join(
            ' ',
            read.Slides[2].Things.OfType<ForeignWords>().Select(w => Paragraph.Plain(w.Paragraphs))
        );
        Assert.Contains("The river", all);
        Assert.Contains("Deeper", all);
    }

    [Fact]
    public void A_turned_photo_comes_back_turned()
    {
        Deck deck = _files.World.Deck(1);
        deck = _files
            .World.Do(deck, new Core.Editing.AddItem(deck.Slides[1].Id, new FrameEdit("p"), new(500, 300, 600, 400)))
            .Deck;
        Frame frame = deck.Slides[1].Photo();
        deck = _files.World.Do(deck, new Core.Editing.PlaceItem(deck.Slides[1].Id, frame.Id, frame.At.Rect, 30)).Deck;
        foreach (ForeignTalk read in new[] { Pptx(_files.Pptx(deck)), Odp(_files.Odp(deck)) })
        {
            ForeignPhoto back = read.Slides[1].Things.OfType<ForeignPhoto>().Single();
            Assert.Equal(30, back.Turn, 2);
            Near(frame.At.Rect, back.Box);
        }
    }

    [Fact]
    public void An_outline_becomes_slides_with_words_photos_and_notes()
    {
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        ForeignTalk read = OutlineReader.Read(
            """
            ---
            title: "Low water"
            author: Una Weir
            ---
            ## The river falls
            - First *slanted*
              1. deeper
            - [Second](https://hollin.example/)

            ![Pebbles at the ford](ford.jpg)

            > Say it slowly.

            ## Gone
            ![lost](lost.png) ![far](https://far.example/a.jpg)

            ---
            <div>html</div>
            """,
            a => a == "ford.jpg" ? photo : null
        );
        Assert.Equal(("Low water", "Una Weir"), (read.Title, read.Speaker));
        Assert.Equal(3, read.Slides.Count);
        Assert.Equal("The river falls", read.Slides[0].Title);
        Assert.Equal("Say it slowly.", read.Slides[0].Notes);
        Assert.Equal("Pebbles at the ford", read.Slides[0].Things.OfType<ForeignPhoto>().Single().Alt);
        ForeignWords body = read.Slides[0].Things.OfType<ForeignWords>().Single(w => !w.IsTitle);
        Assert.Equal(
            [(ListMarker.Point, 0), (ListMarker.Number, 1), (ListMarker.Point, 0)],
            body.Paragraphs.Select(p => (p.List, p.Level))
        );
        Assert.Equal(3, read.NotUnderstood.Count);
        Assert.Contains(
            read.NotUnderstood,
            n => n.StartsWith("Slide 2: the picture lost.png", StringComparison.Ordinal)
        );
    }

    private const string ATable = """
        <p:graphicFrame xmlns:p="http://schemas.openxmlformats.org/presentationml/2006/main" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main">
        <p:nvGraphicFramePr><p:cNvPr id="90" name="Table"/><p:cNvGraphicFramePr/><p:nvPr/></p:nvGraphicFramePr>
        <p:xfrm><a:off x="635000" y="1270000"/><a:ext cx="6350000" cy="2540000"/></p:xfrm>
        <a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/table"><a:tbl>
        <a:tblGrid><a:gridCol w="3"/><a:gridCol w="1"/></a:tblGrid>
        <a:tr h="1"><a:tc><a:txBody><a:p><a:r><a:t>Post</a:t></a:r></a:p></a:txBody></a:tc><a:tc>
        <a:txBody><a:p><a:r><a:t>Height</a:t></a:r></a:p></a:txBody></a:tc></a:tr>
        </a:tbl></a:graphicData></a:graphic></p:graphicFrame>
        """;

    private const string AChart = """
        <c:chartSpace xmlns:c="http://schemas.openxmlformats.org/drawingml/2006/chart"><c:chart><c:plotArea><c:barChart>
        <c:ser><c:tx><c:strRef><c:strCache><c:pt idx="0"><c:v>Storms</c:v></c:pt></c:strCache></c:strRef></c:tx>
        <c:cat><c:strRef><c:strCache><c:pt idx="0"><c:v>1990</c:v></c:pt><c:pt idx="1"><c:v>2020</c:v></c:pt></c:strCache></c:strRef></c:cat>
        <c:val><c:numRef><c:numCache><c:pt idx="0"><c:v>2</c:v></c:pt><c:pt idx="1"><c:v>7</c:v></c:pt></c:numCache></c:numRef></c:val>
        </c:ser></c:barChart></c:plotArea></c:chart></c:chartSpace>
        """;

    [Fact]
    public void Tables_and_charts_are_items_of_their_kinds_and_macros_are_never_run()
    {
        string file = _files.Pptx(_files.Rich());
        using (FileStream to = File.Open(file, FileMode.Open))
        using (var zip = new ZipArchive(to, ZipArchiveMode.Update))
        {
            void Change(string name, Func<string, string> change)
            {
                string was;
                using (var r = new StreamReader(zip.GetEntry(name)!.Open()))
                    was = r.ReadToEnd();
                zip.GetEntry(name)!.Delete();
                Put(name, change(was));
            }
            void Put(string name, string text)
            {
                using var w = new StreamWriter(zip.CreateEntry(name).Open());
                w.Write(text);
            }
            string chart =
                ATable[..ATable.IndexOf("<a:graphic>", StringComparison.Ordinal)]
                + "<a:graphic><a:graphicData uri=\"http://schemas.openxmlformats.org/drawingml/2006/chart\">"
                + "<c:chart xmlns:c=\"http://schemas.openxmlformats.org/drawingml/2006/chart\" "
                + "xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\" r:id=\"rIdC\"/>"
                + "</a:graphicData></a:graphic></p:graphicFrame>";
            Change(
                "ppt/slides/slide2.xml",
                x => x.Replace("</p:spTree>", ATable + chart + "</p:spTree>", StringComparison.Ordinal)
            );
            Change(
                "ppt/slides/_rels/slide2.xml.rels",
                x =>
                    x.Replace(
                        "</Relationships>",
                        "<Relationship Id=\"rIdC\" "
                            + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/chart\" "
                            + "Target=\"../charts/chart1.xml\"/></Relationships>",
                        StringComparison.Ordinal
                    )
            );
            Put("ppt/charts/chart1.xml", AChart);
            Put("ppt/vbaProject.bin", "Sub Evil()");
        }
        ForeignTalk read = Pptx(file);
        ForeignItem[] made =
        [
            .. read.Slides[1].Things.OfType<ForeignItem>().Where(i => i.Edit is TableEdit or ChartEdit),
        ];
        Assert.Equal(2, made.Length);
        Near(new(100, 200, 1000, 400), made[0].Box);
        var figures = (ChartEdit)made[1].Edit;
        Assert.Equal(ChartForm.Columns, figures.Form);
        Assert.Equal(["1990|2", "2020|7"], figures.Rows!.Select(r => string.Join('|', r)));
        Assert.Contains("The file holds macros. They were not run and are left out.", read.NotUnderstood);
        Assert.DoesNotContain(read.NotUnderstood, n => n.Contains("picture of itself", StringComparison.Ordinal));
        Assert.Contains("Slide 3: what moves on it stands still.", read.NotUnderstood);
    }

    [Fact]
    public void Of_a_thousand_slides_the_first_five_hundred_come_in_and_the_others_are_told()
    {
        ForeignTalk read = OutlineReader.Read(
            string.Concat(Enumerable.Range(1, 1000).Select(i => $"## Slide {i}\n\n")),
            _ => null
        );
        Assert.Equal(500, read.Slides.Count);
        Assert.Contains("The outline has 1000 slides; those after number 500 are left out.", read.NotUnderstood);
    }

    /// <summary>Each of these is refused with a sentence, and nothing is unpacked.</summary>
    [Theory]
    [InlineData("traversal", "outside of it")]
    [InlineData("absolute", "outside of it")]
    [InlineData("backslash", "outside of it")]
    [InlineData("twice", "one name")]
    [InlineData("case", "one name")]
    [InlineData("bomb", "far more than it holds")]
    [InlineData("link", "a link")]
    [InlineData("cut", "damaged")]
    [InlineData("no zip", "damaged")]
    public void Archives_that_mean_no_good_are_refused(string how, string says)
    {
        string file = _folder.File(how + ".zip");
        using (FileStream to = File.Create(file))
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create))
        {
            Put("ppt/presentation.xml", "<x/>");
            switch (how)
            {
                case "traversal":
                    Put("../../evil", "x");
                    break;
                case "absolute":
                    Put("/etc/evil", "x");
                    break;
                case "backslash":
                    Put("..\\evil", "x");
                    break;
                case "twice":
                    Put("a", "x");
                    Put("a", "y");
                    break;
                case "case":
                    Put("A.xml", "x");
                    Put("a.XML", "y");
                    break;
                case "bomb":
                    Put("zeros", new string('0', 20_000_000));
                    break;
                case "link":
                    zip.CreateEntry("l").ExternalAttributes = unchecked((int)0xA1FF0000);
                    break;
            }
            void Put(string name, string text)
            {
                using var s = new StreamWriter(zip.CreateEntry(name, CompressionLevel.Optimal).Open());
                s.Write(text);
            }
        }
        if (how == "cut")
            File.WriteAllBytes(file, File.ReadAllBytes(file)[..^30]);
        if (how == "no zip")
            File.WriteAllText(file, "PK nothing of the kind");
        var e = Assert.Throws<FileFaultException>(() =>
        {
            using SafeZip zip = SafeZip.Open(file);
        });
        Assert.Contains(says, e.Message, StringComparison.Ordinal);
    }

    /// <summary>ISO/IEC 29500-1, 19.3.1.1: a slide without a ground has that of its layout, else of its
    /// master.</summary>
    [Theory]
    [InlineData(
        "slideLayouts/slideLayout1.xml",
        "<p:bgPr><a:solidFill><a:srgbClr val='123456'/></a:solidFill></p:bgPr>",
        "#123456",
        false
    )]
    [InlineData(
        "slideMasters/slideMaster1.xml",
        "<p:bgRef idx='1001'><a:srgbClr val='654321'/></p:bgRef>",
        "#654321",
        false
    )]
    [InlineData(
        "slideMasters/slideMaster1.xml",
        "<p:bgRef idx='0'><a:schemeClr val='accent1'/></p:bgRef>",
        "accent",
        false
    )]
    [InlineData(
        "slideLayouts/slideLayout1.xml",
        "<p:bgPr><a:gradFill><a:gsLst><a:gs pos='100000'><a:srgbClr val='00FF00'/></a:gs><a:gs pos='0'><a:srgbClr val='FF0000'/></a:gs></a:gsLst></a:gradFill></p:bgPr>",
        "#FF0000",
        true
    )]
    [InlineData(
        "slideLayouts/slideLayout1.xml",
        "<p:bgPr><a:pattFill prst='pct5'><a:fgClr><a:srgbClr val='00FF00'/></a:fgClr><a:bgClr><a:srgbClr val='0000FF'/></a:bgClr></a:pattFill></p:bgPr>",
        "#0000FF",
        true
    )]
    [InlineData("slideLayouts/slideLayout1.xml", "<p:bgPr><a:noFill/></p:bgPr>", "#FFFFFF", false)]
    public void A_slide_has_the_ground_of_its_layout_or_its_master(
        string part,
        string ground,
        string? colour,
        bool told
    )
    {
        Deck deck = _files.Rich();
        string file = _files.Pptx(deck);
        Edit(file, "ppt/slides/slide3.xml", xml => xml.Descendants(P + "bg").Remove());
        if (part.StartsWith("slideMasters", StringComparison.Ordinal))
            Edit(file, "ppt/slideLayouts/slideLayout1.xml", xml => xml.Descendants(P + "bg").Remove());
        Edit(
            file,
            "ppt/" + part,
            xml =>
            {
                xml.Descendants(P + "bg").Remove();
                xml.Element(P + "cSld")!
                    .AddFirst(
                        XElement
                            .Parse(
                                $"<x xmlns:p='{P.NamespaceName}' xmlns:a='{A.NamespaceName}'><p:bg>{ground}</p:bg></x>"
                            )
                            .Elements()
                    );
            }
        );
        ForeignTalk read = Pptx(file);
        Assert.Equal(
            colour == "accent" ? deck.House.Accents[0].ToUpperInvariant() : colour,
            read.Slides[2].Paper?.ToUpperInvariant()
        );
        Assert.Equal(told, read.NotUnderstood.Any(n => n.Contains("ground", StringComparison.Ordinal)));
        // What the slide says itself comes first.
        Assert.Equal(deck.House.Paper.ToUpperInvariant(), read.Slides[1].Paper?.ToUpperInvariant());
    }

    [Fact]
    public void A_picture_on_a_layout_is_the_ground_and_a_page_has_the_colour_of_its_master()
    {
        Deck deck = _files.Rich();
        string file = _files.Pptx(deck);
        Edit(file, "ppt/slides/slide3.xml", xml => xml.Descendants(P + "bg").Remove());
        Edit(
            file,
            "ppt/slideLayouts/_rels/slideLayout1.xml.rels",
            xml =>
                xml.Add(
                    new XElement(
                        xml.Name.Namespace + "Relationship",
                        new XAttribute("Id", "rIdG"),
                        new XAttribute("Type", R.NamespaceName + "/image"),
                        new XAttribute("Target", "../media/image1.jpeg")
                    )
                )
        );
        Edit(
            file,
            "ppt/slideLayouts/slideLayout1.xml",
            xml =>
            {
                xml.Descendants(P + "bg").Remove();
                xml.Element(P + "cSld")!
                    .AddFirst(
                        new XElement(
                            P + "bg",
                            new XElement(
                                P + "bgPr",
                                new XElement(
                                    A + "blipFill",
                                    new XElement(A + "blip", new XAttribute(R + "embed", "rIdG"))
                                )
                            )
                        )
                    );
            }
        );
        ForeignPhoto ground = Assert.IsType<ForeignPhoto>(Pptx(file).Slides[2].Things[0]);
        Assert.Equal(("ppt/media/image1.jpeg", deck.Shape.Bounds()), (ground.Name, ground.Box));

        string odp = _files.Odp(deck);
        XNamespace draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
            style = "urn:oasis:names:tc:opendocument:xmlns:style:1.0";
        Edit(
            odp,
            "content.xml",
            xml =>
            {
                foreach (XElement how in xml.Descendants(style + "drawing-page-properties"))
                {
                    how.Attribute(draw + "fill")?.Remove();
                    how.Attribute(draw + "fill-color")?.Remove();
                }
            }
        );
        Edit(
            odp,
            "styles.xml",
            xml =>
                xml.Descendants(style + "drawing-page-properties")
                    .Single()
                    .SetAttributeValue(draw + "fill-color", "#123456")
        );
        Assert.All(Odp(odp).Slides, s => Assert.Equal("#123456", s.Paper));
    }

    private static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main",
        A = "http://schemas.openxmlformats.org/drawingml/2006/main",
        R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    private static void Edit(string file, string part, Action<XElement> edit)
    {
        using ZipArchive zip = ZipFile.Open(file, ZipArchiveMode.Update);
        ZipArchiveEntry entry = zip.GetEntry(part)!;
        XElement xml;
        using (Stream read = entry.Open())
            xml = XDocument.Load(read).Root!;
        edit(xml);
        entry.Delete();
        using Stream write = zip.CreateEntry(part).Open();
        xml.Save(write);
    }

    /// <summary>As the package's own type of document has it (ODF 1.0, from memory): the list of files may name it, and
    /// nothing that it would bring in is asked for.</summary>
    [Theory]
    [InlineData("<!DOCTYPE manifest:manifest PUBLIC \"-//OASIS//DTD Manifest 1.0//EN\" \"Manifest.dtd\">")]
    [InlineData("<!DOCTYPE manifest:manifest SYSTEM \"file:///etc/passwd\">")]
    [InlineData("<!DOCTYPE manifest:manifest [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]>")]
    public void A_list_of_files_may_name_its_type(string type)
    {
        string file = _files.Odp(_files.Rich());
        using (ZipArchive zip = ZipFile.Open(file, ZipArchiveMode.Update))
        {
            ZipArchiveEntry entry = zip.GetEntry("META-INF/manifest.xml")!;
            string xml;
            using (var read = new StreamReader(entry.Open()))
                xml = read.ReadToEnd();
            entry.Delete();
            int at = xml.IndexOf("?>", StringComparison.Ordinal) + 2;
            using var write = new StreamWriter(zip.CreateEntry("META-INF/manifest.xml").Open());
            write.Write(xml[..at] + type + xml[at..]);
        }
        Assert.Equal(Odp(file).Slides.Count, Odp(_files.Odp(_files.Rich())).Slides.Count);
    }

    [Fact]
    public void A_document_type_is_refused()
    {
        string file = _folder.File("dtd.zip");
        using (FileStream to = File.Create(file))
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create))
        using (var s = new StreamWriter(zip.CreateEntry("ppt/presentation.xml").Open()))
            s.Write("<!DOCTYPE x [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><x>&a;</x>");
        Assert.Throws<FileFaultException>(() => Pptx(file));
    }

    /// <summary>Cut, bent and mixed up at random, files are read or refused with a sentence; nothing else
    /// happens.</summary>
    [Theory]
    [InlineData("pptx")]
    [InlineData("odp")]
    public void Damaged_parts_are_read_or_refused(string form)
    {
        string whole = form == "pptx" ? _files.Pptx(_files.Rich()) : _files.Odp(_files.Rich());
        string part = form == "pptx" ? "ppt/slides/slide3.xml" : "content.xml";
        byte[] xml;
        using (ZipArchive zip = ZipFile.OpenRead(whole))
        using (Stream s = zip.GetEntry(part)!.Open())
        {
            using var all = new MemoryStream();
            s.CopyTo(all);
            xml = all.ToArray();
        }
        int read = 0,
            refused = 0;
        foreach (byte[] bent in Mutations.Of([xml]).Take(60))
        {
            string file = _folder.File("bent.zip");
            File.Copy(whole, file, true);
            using (FileStream to = File.Open(file, FileMode.Open))
            using (var zip = new ZipArchive(to, ZipArchiveMode.Update))
            {
                zip.GetEntry(part)!.Delete();
                using Stream s = zip.CreateEntry(part).Open();
                s.Write(bent);
            }
            try
            {
                _ = form == "pptx" ? Pptx(file) : Odp(file);
                read++;
            }
            catch (FileFaultException e)
            {
                Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
                refused++;
            }
        }
        Assert.Equal(60, read + refused);
    }

    [Fact]
    public void A_damaged_pdf_is_read_or_refused()
    {
        Deck deck = _files.World.Deck(1);
        string file = _folder.File("p.pdf");
        using (FileStream to = File.Create(file))
            new PdfWriter(Painter).Write(to, deck, [.. _files.Handed(deck).Select(h => h.Scene)], _ => null);
        byte[] whole = File.ReadAllBytes(file);
        foreach (byte[] bent in Mutations.Of([whole]).Take(60))
        {
            File.WriteAllBytes(file, bent);
            try
            {
                PdfTalkReader.Read(file);
            }
            catch (FileFaultException e)
            {
                Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
            }
        }
    }

    private ForeignTalk Pptx(string file)
    {
        using SafeZip zip = SafeZip.Open(file);
        ForeignTalk read = PptxReader.Read(zip, Painter);
        return Held(read);
    }

    private ForeignTalk Odp(string file)
    {
        using SafeZip zip = SafeZip.Open(file);
        return Held(OdpReader.Read(zip, Painter));
    }

    // Pictures are fetched while the archive is open.
    private static ForeignTalk Held(ForeignTalk read)
    {
        Dictionary<string, byte[]?> all = read.Pictures.ToDictionary(p => p.Name, p => read.Picture(p.Name));
        return read with { Picture = n => all.GetValueOrDefault(n) };
    }

    private static void Near(SlideRect a, SlideRect b)
    {
        Assert.Equal(a.X, b.X, .5);
        Assert.Equal(a.Y, b.Y, .5);
        Assert.Equal(a.Width, b.Width, .5);
        Assert.Equal(a.Height, b.Height, .5);
    }

    private static void Near(CropWindow a, CropWindow b)
    {
        Assert.Equal(a.X, b.X, .002);
        Assert.Equal(a.Y, b.Y, .002);
        Assert.Equal(a.Width, b.Width, .002);
        Assert.Equal(a.Height, b.Height, .002);
    }

    public void Dispose()
    {
        _files.Dispose();
        _fonts.Dispose();
        _folder.Dispose();
    }
}
