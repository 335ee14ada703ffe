using System.IO.Compression;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Typesetting;
using Jaali.Formats.Office;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>Talks as files of other programs, and what programs and schemas from outside say of them.</summary>
internal sealed class OfficeFiles : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);
    private readonly ScratchFolder _folder = new();
    private readonly byte[] _photo = Outside.SmallPhoto("pebbles.jpg", 1200);

    internal OfficeFiles()
    {
        PhotoReading read = PhotoReader.Read(_photo);
        World.Add("p", read.Width, read.Height);
        World.Colours["p"] = read.Tones;
        (Width, Height) = (read.Width, read.Height);
    }

    internal World World { get; } = new();
    internal int Width { get; }
    internal int Height { get; }
    internal long PhotoBytes => _photo.Length;

    internal IReadOnlyList<ExportSlide> Handed(Deck deck)
    {
        var facts = new WithFonts(World, _fonts);
        return
        [
            .. deck.Slides.SelectMany(s =>
                SceneBuilder.Build(deck, s, facts).Select(scene => SlideExport.Of(deck, s, scene, facts))
            ),
        ];
    }

    internal string Pptx(Deck deck)
    {
        string file = _folder.File($"{Guid.NewGuid():N}.pptx");
        using FileStream to = File.Create(file);
        new PptxWriter(Sources).Write(to, deck, Handed(deck), About);
        return file;
    }

    internal string Odp(Deck deck)
    {
        string file = _folder.File($"{Guid.NewGuid():N}.odp");
        using FileStream to = File.Create(file);
        new OdpWriter(Sources).Write(to, deck, Handed(deck), About);
        return file;
    }

    private OfficeSources Sources =>
        new(_fonts, new ScenePainter(_fonts), name => TreatedPhoto.Of(name, _ => _photo), (_, bytes) => bytes)
        {
            Clip = _ => Clip is null ? null : new(ClipFile(Clip), "video/webm", "webm"),
        };

    /// <summary>The bytes of every clip; null for none that goes along.</summary>
    internal byte[]? Clip { get; set; }

    private string ClipFile(byte[] bytes)
    {
        string file = _folder.File("clip.webm");
        File.WriteAllBytes(file, bytes);
        return file;
    }

    private static OfficeAbout About =>
        new(["Low water by T. Oar, CC BY 4.0"], "https://creativecommons.org/licenses/by/4.0/", true);

    /// <inheritdoc cref="OfficeFaults.OfPptx"/>
    internal static IReadOnlyList<string> FaultsOfPptx(string file) => OfficeFaults.OfPptx(file);

    /// <summary>What jing says of the parts against the RELAX NG schema of OpenDocument 1.2, of which 1.3 is an
    /// extension
    /// that nothing here uses but its number; the test is skipped where the schema cannot be fetched.</summary>
    internal string FaultsOfOdp(string file)
    {
        string grammar = Samples.Folder("python-odf", "grammar");
        List<string> faults = [];
        using ZipArchive zip = ZipFile.OpenRead(file);
        foreach (
            string part in (string[])
                [
                    "content.xml",
                    "styles.xml",
                    "meta.xml",
                    .. zip.Entries.Select(e => e.FullName).Where(n => n.StartsWith("Chart", StringComparison.Ordinal)),
                ]
        )
        {
            using var read = new StreamReader(zip.GetEntry(part)!.Open());
            string xml = read.ReadToEnd()
                .Replace("office:version=\"1.3\"", "office:version=\"1.2\"", StringComparison.Ordinal);
            string at = _folder.File(part.Replace('/', '-'));
            File.WriteAllText(at, xml);
            // -i: identities are checked by the document's own rules here, which has one of each kind.
            string said = Outside.Run(
                "jing",
                "-i",
                System.IO.Path.Combine(grammar, "OpenDocument-schema-v1.2-cd04.rng"),
                at
            );
            if (said.Trim().Length > 0)
                faults.Add(said);
        }
        return string.Join('\n', faults);
    }

    /// <summary>A talk with a slide for each way that something can be.</summary>
    internal Deck Rich()
    {
        Deck deck = World.Deck(3);
        Guid one = deck.Slides[1].Id,
            two = deck.Slides[2].Id;
        deck = World.Do(deck, new PlaceGround(one, "p")).Deck;
        deck = World
            .Do(
                deck,
                new AddItem(
                    two,
                    new FrameEdit("p", Crop: new CropWindow(.1, .2, .5, .4), Mask: FrameMask.Ellipse),
                    new SlideRect(200, 300, 600, 400)
                )
            )
            .Deck;
        deck = World
            .Do(
                deck,
                new AddItem(
                    two,
                    new WordsEdit(
                        Body:
                        [
                            new Paragraph([
                                new TextRun("The river  "),
                                new TextRun("falls", Bold: true, Link: "https://hollin.example/levels?a=1&b=2"),
                            ]),
                            new Paragraph([new TextRun("First")], ListMarker.Point),
                            new Paragraph([new TextRun("Deeper", Italic: true, Underline: true)], ListMarker.Number, 1),
                            new Paragraph(
                                [new TextRun("Back\nto it", Strike: true, Shift: BaselineShift.Raised)],
                                ListMarker.Number
                            ),
                            new Paragraph([new TextRun("to the start", Link: LinkTarget.ToSlide + deck.Slides[0].Id)]),
                        ]
                    ),
                    new SlideRect(1000, 300, 700, 500)
                )
            )
            .Deck;
        deck = World.Do(deck, new SetNotes(one, "Say it slowly.\nThen <wait> & look.")).Deck;
        Slide slide = deck.Slides[2];
        foreach (
            DeckCommand move in (DeckCommand[])
                [
                    new AddCue(two, new Cue(default, CueAct.ComesIn, slide.Items[^2].Id, CueEffect.Rise)),
                    new AddCue(
                        two,
                        new Cue(default, CueAct.ComesIn, slide.Items[^1].Id, CueEffect.Dissolve, PartByPart: true)
                    ),
                    new AddCue(two, new Cue(default, CueAct.StandsOut, slide.Items[^2].Id, CueEffect.Grow)),
                    new AddCue(
                        two,
                        new Cue(default, CueAct.GoesOut, slide.Items[^2].Id, CueEffect.Wipe, CueStart.AfterBefore)
                    ),
                ]
        )
            deck = World.Do(deck, move).Deck;
        return deck;
    }

    public void Dispose()
    {
        _fonts.Dispose();
        _folder.Dispose();
    }
}
