using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Finished PDFs: structure, reading order, bookmarks, notes, metadata, handouts; looked at by poppler, qpdf
/// and
/// exiftool.</summary>
public sealed class PdfTests : IDisposable
{
    private readonly OfficeFiles _files = new();
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly ScratchFolder _folder = new();

    private string Made(Deck deck, int perSheet = 0, bool notes = true)
    {
        string file = _folder.File($"{Guid.NewGuid():N}.pdf");
        IReadOnlyList<Scene> scenes = [.. _files.Handed(deck).Select(h => h.Scene)];
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        IReadOnlyList<PdfPageContents> told;
        using (FileStream to = File.Create(file))
        {
            var writer = new PdfWriter(new ScenePainter(_fonts));
            byte[]? Photo(string name) => TreatedPhoto.Of(name, _ => photo);
            told =
                perSheet == 0
                    ? writer.Write(to, deck, scenes, Photo)
                    : writer.Write(
                        to,
                        deck,
                        PdfHandout.Sheets(deck, scenes, Ledger.Of(deck, _files.World.Photo), perSheet, _fonts),
                        Photo
                    );
        }
        PdfFinish.Run(
            file,
            deck,
            told,
            new(["Low water by T. Oar"], "https://creativecommons.org/licenses/by/4.0/", notes)
        );
        return file;
    }

    /// <summary>What is given away of a photo is what is shown of it, and looks the same: every kind of frame, mask,
    /// straightening, blend and cover of a rich deck, painted from the parts and from the whole.</summary>
    [Fact]
    public void Slides_look_the_same_when_what_is_not_shown_is_cut_away()
    {
        Deck deck = _files.Rich();
        var painter = new ScenePainter(_fonts);
        byte[] photo = File.ReadAllBytes(Outside.Photo("pebbles.jpg"));
        PhotoReading read = PhotoReader.Read(photo);
        (int Width, int Height) size = (read.Width, read.Height);
        IReadOnlyList<Scene> whole = [.. _files.Handed(deck).Select(h => h.Scene)],
            cut = ShownParts.Of(whole, _ => size);
        int parts = 0;
        foreach ((Scene a, Scene b) in whole.Zip(cut))
        {
            byte[] one = painter.ToPng(a, 480, Whole),
                other = painter.ToPng(b, 480, Part);
            string first = _folder.File("whole.png"),
                second = _folder.File("cut.png");
            File.WriteAllBytes(first, one);
            File.WriteAllBytes(second, other);
            // What a JPEG loses on pebbles is less than a hundredth on average.
            string said = Outside.Run(
                "convert",
                first,
                second,
                "-compose",
                "difference",
                "-composite",
                "-format",
                "%[fx:mean] %[fx:maxima]",
                "info:"
            );
            double mean = double.Parse(said.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
            Assert.True(mean < .01, $"{a.SlideId}: {said}");
        }
        Assert.True(parts > 0, "nothing was cut away");

        byte[]? Whole(string name) => TreatedPhoto.Of(name, _ => photo);

        byte[]? Part(string name)
        {
            (string of, PicturePart? part) = PicturePart.Of(name);
            if (part is not { } p)
                return Whole(of);
            parts++;
            Assert.True((double)p.Width * p.Height < ShownParts.Whole * size.Width * size.Height);
            return IiifRenderer.Render(
                Whole(of)!,
                new((p.X, p.Y, p.Width, p.Height), p.Width, p.Height, 0, false, "jpg"),
                size
            );
        }
    }

    [Fact]
    public void A_photo_is_in_the_file_once_however_often_it_is_shown()
    {
        Deck deck = _files.World.Deck(6);
        foreach (Slide slide in deck.Slides.Where(x => x.Kind != SlideKind.Credits))
            deck = _files.World.Do(deck, new PlaceGround(slide.Id, "p")).Deck;
        // And small on another slide, and toned twice.
        deck = _files
            .World.Do(deck, new AddItem(deck.Slides[1].Id, new FrameEdit("p"), new SlideRect(200, 200, 400, 300)))
            .Deck;
        foreach (int i in (int[])[2, 3])
        {
            Guid ground = deck.Slides[i].Items.First(x => x.At.IsGround).Id;
            deck = _files
                .World.Do(deck, new EditItem(deck.Slides[i].Id, ground, new FrameEdit(Tone: FrameTone.Grey)))
                .Deck;
        }
        string file = Made(deck);
        long photo = new FileInfo(Outside.Photo("pebbles.jpg")).Length;
        Assert.InRange(new FileInfo(file).Length, photo, photo * 2.2 + 200_000);
        // As poppler lists them: every use, and the object that it is.
        string[][] uses =
        [
            .. Outside
                .Run("pdfimages", "-list", file)
                .Split('\n')
                .Skip(2)
                .Select(l => l.Split(' ', StringSplitOptions.RemoveEmptyEntries))
                .Where(c => c.Length > 11),
        ];
        Assert.True(uses.Length >= 7, $"{uses.Length} uses");
        // Itself, in its tone, and small on the page of credits.
        Assert.Equal(3, uses.Select(u => u[10]).Distinct().Count());
    }

    /// <summary>The tree as poppler reads it.</summary>
    [Fact]
    public void A_table_is_rows_of_cells_in_the_structure()
    {
        Deck deck = _files.World.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = _files
            .World.Do(
                deck,
                new AddItem(
                    slide,
                    new TableEdit(
                        Pasted: "transect\t1990\t2025\nHallow\t42.0\t31.2\nGannock\t\t17.6",
                        HeaderColumn: true,
                        Source: "Survey of the ridge"
                    )
                )
            )
            .Deck;
        Guid table = deck.Slides[1].Items.OfType<Table>().Single().Id;
        deck = _files.World.Do(deck, new EditItem(slide, table, new TableEdit(Photo: new CellPhoto(1, 0, "p")))).Deck;
        foreach (bool turned in (bool[])[false, true])
        {
            if (turned)
                deck = _files.World.Do(deck, new PlaceItem(slide, table, new(500, 300, 900, 500), 20)).Deck;
            string file = Made(deck);
            Assert.Contains("No syntax", Outside.Run("qpdf", "--check", file), StringComparison.Ordinal);
            string tree = Outside.Run("pdfinfo", "-struct-text", file);
            Assert.Equal(3, Count(tree, "TR"));
            // Of the first row each names a column, of the others the first a row; the empty cell is there.
            Assert.Equal(5, Count(tree, "TH"));
            Assert.Equal(4, Count(tree, "TD"));
            string[] cells =
            [
                .. tree.Split('\n')
                    .SkipWhile(l => !l.Contains("Table", StringComparison.Ordinal))
                    .Select(l => l.Trim().Trim('"')),
            ];
            int At(string text) => Array.FindIndex(cells, c => c.Contains(text, StringComparison.Ordinal));
            Assert.InRange(At("transect"), 0, At("1990") - 1);
            Assert.InRange(At("42.0"), At("Hallow") + 1, At("Gannock") - 1);
            Assert.Contains("Survey of the ridge", tree, StringComparison.Ordinal);
            Assert.Contains("/Scope", Outside.Run("qpdf", "--qdf", "--object-streams=disable", file, "-"));
        }
    }

    [Fact]
    public void It_is_tagged_in_reading_order_with_alternatives()
    {
        Deck deck = _files.Rich();
        string file = Made(deck);
        Assert.Contains("No syntax", Outside.Run("qpdf", "--check", file), StringComparison.Ordinal);
        string info = Outside.Run("pdfinfo", file);
        Assert.Matches(@"Tagged:\s+yes", info);
        string tree = Outside.Run("pdfinfo", "-struct-text", file);
        Assert.Contains("Figure", tree);
        Assert.Contains("Low water", Outside.Run("pdfinfo", "-struct", file));
        // The words of a slide are in the tree, in the order of their parts.
        foreach (Scene scene in _files.Handed(deck).Select(h => h.Scene))
        foreach (ScenePart part in scene.Parts.Where(p => p.Set is not null && p.Says.Length > 0))
            Assert.Contains(
                new string([.. part.Says.Split('\n')[0].Where(char.IsLetterOrDigit)]),
                new string([.. tree.Where(char.IsLetterOrDigit)]),
                StringComparison.Ordinal
            );
        // Nothing that is painted is left out of the tree or of what is marked as decoration.
        string text = Outside.Run("pdftotext", "-layout", file, "-");
        Assert.Contains("Deeper", text);
        string plain = Outside.Run("qpdf", "--qdf", "--object-streams=disable", file, "-");
        Assert.Equal(Count(plain, " BDC\n") + Count(plain, " BMC\n"), Count(plain, "EMC\n"));
        Assert.DoesNotContain(".5 .5 .002", plain);
        foreach (string font in Outside.Run("pdffonts", file).Split('\n').Skip(2).Where(l => l.Length > 60))
            Assert.Matches(@"\byes\s+(?:yes|no)\s+(?:yes|no)\s+\d", font);
    }

    private static int Count(string all, string part) =>
        (all.Length - all.Replace(part, "", StringComparison.Ordinal).Length) / part.Length;

    [Fact]
    public void It_has_bookmarks_notes_and_its_licence()
    {
        string file = Made(_files.Rich());
        string json = Outside.Run("qpdf", "--json", "--json-key=outlines", file);
        Assert.Contains("\"title\": \"1. ", json);
        string all = Outside.Run("qpdf", "--qdf", "--object-streams=disable", file, "-");
        Assert.Contains("Say it slowly.", all);
        Assert.Contains(
            "https://creativecommons.org/licenses/by/4.0/",
            Outside.Run("exiftool", "-XMP-cc:License", file)
        );
        Assert.Contains("T. Oar", Outside.Run("exiftool", "-XMP-dc:Rights", file));
        Assert.DoesNotContain(
            "Say it slowly.",
            Outside.Run("qpdf", "--qdf", "--object-streams=disable", Made(_files.Rich(), notes: false), "-")
        );
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    [InlineData(6)]
    public void A_handout_has_so_many_on_a_sheet_of_A4(int perSheet)
    {
        Deck deck = _files.Rich();
        int scenes = _files.Handed(deck).Count;
        string file = Made(deck, perSheet);
        Assert.Contains("No syntax", Outside.Run("qpdf", "--check", file), StringComparison.Ordinal);
        string info = Outside.Run("pdfinfo", file);
        // One more of the credits.
        Assert.Matches($@"Pages:\s+{(scenes + perSheet - 1) / perSheet + 1}\b", info);
        Assert.Contains("(A4)", info);
        string text = Outside.Run("pdftotext", "-layout", file, "-");
        // On paper the licence's address is in print (CC 4.0, s.3(a)(1)(C)).
        Assert.Contains("CC BY 4.0: https://creativecommons.org/licenses/by/4.0/", text, StringComparison.Ordinal);
        Assert.Equal(perSheet == 1, text.Contains("Then <wait> & look."));
    }

    [Fact]
    public void Notes_longer_than_a_sheet_go_on_on_the_next()
    {
        Deck deck = _files.World.Deck(1);
        string notes = string.Join('\n', Enumerable.Range(1, 120).Select(i => $"Sentence number {i} of the notes."));
        deck = _files.World.Do(deck, new Core.Editing.SetNotes(deck.Slides[1].Id, notes)).Deck;
        string text = Outside.Run("pdftotext", Made(deck, 1), "-");
        for (int i = 1; i <= 120; i++)
            Assert.Contains($"Sentence number {i} of the notes.", text);
    }

    public void Dispose()
    {
        _files.Dispose();
        _fonts.Dispose();
        _folder.Dispose();
    }
}
