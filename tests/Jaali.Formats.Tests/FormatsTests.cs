using System.Text.Json;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

public sealed class FormatsTests
{
    /// <summary>Against exiftool, on the demo photos and on a file whose tags exiftool itself wrote.</summary>
    [Fact]
    public void Embedded_rights_agree_with_exiftool()
    {
        using var folder = new ScratchFolder();
        string written = folder.File("written.jpg");
        Outside.Run("convert", Outside.Photo("fog-posts.jpg"), "-resize", "400x", "-strip", written);
        Outside.Run(
            "exiftool",
            "-q",
            "-overwrite_original",
            "-XMP-dc:Title=Tide & time",
            "-XMP-dc:Creator=Søren Ayre",
            "-XMP-cc:License=https://creativecommons.org/licenses/by-sa/3.0/de/",
            "-XMP-cc:AttributionURL=https://ayre.example/",
            written
        );
        EmbeddedMetadata own = EmbeddedMetadata.Read(File.ReadAllBytes(written))!;
        Assert.Equal(("Tide & time", "Søren Ayre", "https://ayre.example/"), (own.Title, own.Maker, own.MakerUrl));
        Assert.Equal(new Licence(LicenceFamily.BySa, "3.0", "de"), own.Licence);
        foreach (string photo in new[] { "marram-sun.jpg", "withies.jpg", "old-groyne.jpg" })
        {
            JsonElement theirs = JsonSerializer.Deserialize<JsonElement>(
                Outside.Run("exiftool", "-json", "-XMP:all", Outside.Photo(photo))
            )[0];
            EmbeddedMetadata? ours = EmbeddedMetadata.Read(File.ReadAllBytes(Outside.Photo(photo)));
            Assert.Equal(theirs.TryGetProperty("Title", out JsonElement title) ? title.GetString() : null, ours?.Title);
            Assert.Equal(
                theirs.TryGetProperty("Creator", out JsonElement maker) ? maker.GetString() : null,
                ours?.Maker
            );
        }
    }

    [Fact]
    public void Two_different_licences_are_a_conflict_and_neither_is_taken()
    {
        var inside = new EmbeddedMetadata(
            "",
            "",
            null,
            "",
            new Licence(LicenceFamily.By, "4.0", ""),
            "by",
            null,
            false,
            [],
            ""
        );
        RightsRecord merged = inside.Complete(World.Rights(new Licence(LicenceFamily.BySa, "4.0", "")));
        Assert.Null(merged.Licence);
        Assert.Contains("The file says", merged.LicenceAsFound, StringComparison.Ordinal);
    }

    /// <summary>Checked with qpdf, pdftotext, pdfimages and pdffonts.</summary>
    [Fact]
    public void The_pdf_is_sound_and_keeps_photo_bytes_words_fonts_and_links()
    {
        using var folder = new ScratchFolder();
        using var fonts = new FontLibrary(FontLibrary.ShippedFolder);
        var world = new World();
        byte[] photo = File.ReadAllBytes(Outside.Photo("fog-posts.jpg"));
        PhotoReading reading = PhotoReader.Read(photo);
        world.Photos["p"] = new PhotoFacts(
            "p",
            reading.Width,
            reading.Height,
            reading.Focal,
            World.Rights(new Licence(LicenceFamily.By, "4.0", ""), "Søren Ayre", "Fog & posts")
        );
        world.Colours["p"] = reading.Tones;
        Deck deck = world.Deck(2) with { Speaker = "Isla Wend" };
        deck = world.Do(deck, new EditPoint(deck.Points[0].Id, "Fog season, and the first fence")).Deck;
        deck = world.Do(deck, new PlaceGround(deck.Slides[1].Id, "p")).Deck;
        var facts = new WithFonts(world, fonts);
        IReadOnlyList<Scene> scenes = [.. deck.Slides.SelectMany(s => SceneBuilder.Build(deck, s, facts))];
        string path = folder.File("talk.pdf");
        using (FileStream file = File.Create(path))
            new PdfWriter(new ScenePainter(fonts)).Write(file, deck, scenes, _ => photo);

        Assert.Contains(
            "No syntax or stream encoding errors found",
            Outside.Run("qpdf", "--check", path),
            StringComparison.Ordinal
        );
        string info = Outside.Run("pdfinfo", path);
        Assert.Contains("Low water", info, StringComparison.Ordinal);
        Assert.Contains("Isla Wend", info, StringComparison.Ordinal);
        Assert.Matches(@"Pages:\s+4\b", info);
        Assert.Matches(@"Page size:\s+960 x 540 pts", info);
        string words = string.Join(
            ' ',
            Outside.Run("pdftotext", path, "-").Split((char[])[' ', '\n', '\f'], StringSplitOptions.RemoveEmptyEntries)
        );
        Assert.Contains("Fog season, and the first fence", words, StringComparison.Ordinal);
        Assert.Contains("· Søren Ayre · CC BY 4.0 · cropped", words, StringComparison.Ordinal);
        string[] fontLines = Outside.Run("pdffonts", path).Split('\n', StringSplitOptions.RemoveEmptyEntries)[2..];
        Assert.NotEmpty(fontLines);
        Assert.All(fontLines, l => Assert.Matches(@"\s(yes)\s+(yes|no)\s+(yes)\s", l));
        Outside.Run("pdfimages", "-all", path, folder.File("image"));
        byte[] kept = File.ReadAllBytes(folder.File("image-000.jpg"));
        Assert.Equal(Scan(photo), Scan(kept));
        Assert.InRange(new FileInfo(path).Length, photo.Length, photo.Length * 1.1 + 220_000);
        string links = Outside.Run("qpdf", "--qdf", "--object-streams=disable", path, "-");
        Assert.Contains("https://creativecommons.org/licenses/by/4.0/", links, StringComparison.Ordinal);
        Assert.Contains("http://127.0.0.1/photo/1", links, StringComparison.Ordinal);
    }

    // The picture data of a JPEG, from its first quantisation table on: metadata before it may be left out of a PDF.
    private static byte[] Scan(byte[] jpeg)
    {
        int at = 2;
        while (jpeg[at + 1] is >= 0xE0 and <= 0xEF)
            at += 2 + (jpeg[at + 2] << 8 | jpeg[at + 3]);
        return jpeg[at..];
    }
}
