using System.Globalization;
using Jaali.Core.Composing;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Formats.Office;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using Jaali.Store;

namespace Jaali.Server.Exports;

/// <summary>Files that are edited elsewhere.</summary>
public sealed class OfficeCopies(
    SceneCache scenes,
    Renditions renditions,
    FontLibrary fonts,
    ScenePainter painter,
    PhotoStore photos,
    ClipCuts clips
) : ICopyMaker
{
    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)>
        {
            [CopyForm.Pptx] = ("pptx", PptxWriter.MediaType),
            [CopyForm.Odp] = ("odp", OdpWriter.MediaType),
        };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        (IReadOnlyList<Scene> shown, IReadOnlyDictionary<string, CutClip> files) = clips
            .OfAsync(Shown(work), work.Cancel)
            .GetAwaiter()
            .GetResult();
        IReadOnlyList<ExportSlide> slides = Handed(work, shown);
        OfficeSources from = new(fonts, painter, renditions.Upright, Credits(work, photos))
        {
            Clip = name =>
                files.TryGetValue(name, out CutClip? clip)
                    // One ending has one media type in such a file.
                    ? new(clip.File, clip.Type, clip.Type == "audio/webm" ? "weba" : ClipFacts.EndingOf(clip.Type))
                    : null,
        };
        OfficeAbout about = new(work.Lines, work.Licence, work.Asked.Notes);
        using FileStream to = File.Create(file);
        void Told(int n) => work.Report((double)n / slides.Count);
        if (work.Asked.Form == CopyForm.Pptx)
            new PptxWriter(from).Write(to, work.Deck, slides, about, Told, work.Cancel);
        else
            new OdpWriter(from).Write(to, work.Deck, slides, about, Told, work.Cancel);
    }

    /// <summary>Writes the credits of photos into a picture of them.</summary>
    internal static Func<IReadOnlyList<string>, byte[], byte[]> Credits(CopySource work, PhotoStore photos)
    {
        Dictionary<string, CreditEntry> entries = work.Entries.ToDictionary(e => e.Photo.Id, StringComparer.Ordinal);
        return (ids, bytes) =>
        {
            CreditEntry[] own = [.. ids.Select(entries.GetValueOrDefault).OfType<CreditEntry>()];
            if (own.Length == 0)
                return bytes;
            Changes changes = HiddenParts.Of(work.Deck, own[0].Photo.Id, photos.Tones(own[0].Photo.Id)).IsNone
                ? new(1)
                : new(1, Covered: true);
            CreditParts parts = CreditParts.Of(own[0].Photo.Rights, changes, work.Deck.Style.Language);
            return BarePhoto.Credited(
                bytes,
                parts,
                string.Join(
                    "; ",
                    own.Select(e => Credit.Full(CreditParts.Of(e.Photo.Rights, changes, work.Deck.Style.Language)).Text)
                )
            );
        };
    }

    private List<ExportSlide> Handed(CopySource work, IReadOnlyList<Scene> shown) =>
        [.. shown.Select(scene => SlideExport.Of(work.Deck, work.Deck.Slide(scene.SlideId)!, scene, scenes))];

    private IReadOnlyList<Scene> Shown(CopySource work) =>
        work.Asked.OnlyShown ? ShownParts.Of(work.Scenes, renditions.SizeOf, moves: true) : work.Scenes;

    /// <inheritdoc/>
    public CreditsCarried Carries(CreditsCarried shown, CopyForm form) => shown with { LicenceTexts = false };

    /// <inheritdoc/>
    public IReadOnlyList<string> Differs(CopySource work)
    {
        bool odp = work.Asked.Form == CopyForm.Odp;
        List<ExportSlide> slides = Handed(work, Shown(work));
        List<string> told = [.. work.OutsideTheCrop];
        foreach (
            var group in slides
                .SelectMany((s, i) => s.Differs.Select(d => (d.What, Number: i + 1)))
                .GroupBy(d => d.What, d => d.Number)
                .OrderBy(g => g.Key)
        )
            told.Add(
                Slides(group)
                    + group.Key switch
                    {
                        ExportDifference.FinishedPhoto =>
                            ": a photo that is straightened, blended or soft at its edge is a finished "
                                + "picture there; its crop cannot be changed.",
                        ExportDifference.FinishedWords =>
                            ": bent words are a picture there; they cannot be typed over.",
                        ExportDifference.PlainLetters =>
                            ": letters with a gradient or an outline alone have one colour there.",
                        _ => ": something is a finished picture there.",
                    }
            );
        if (
            odp
            && Numbers(slides, s => s.Things.Any(t => t is ExportPicture { Outline: not ExportOutline.Box }))
                is { Count: > 0 } cut
        )
            told.Add(Slides(cut) + ": a photo cut to a shape fills that shape there; its crop cannot be changed.");
        if (
            Numbers(slides, s => s.Things.Any(t => t is ExportPicture { IsGrey: false, Photo.Colours: not null })) is
            { Count: > 0 } toned
        )
            told.Add(Slides(toned) + ": a photo’s tone is in its pixels there and cannot be taken off.");
        if (
            Numbers(
                slides,
                s => work.Deck.TransitionOf(s.Slide).Change is TransitionKind.Carry or TransitionKind.ThroughPaper
            ) is
            { Count: > 0 } carried
        )
            told.Add(Slides(carried) + ": what is carried or comes through paper dissolves there.");
        Figures(slides, odp, told);
        if (Numbers(slides, s => s.Slide.Cues.Exists(c => c.Act == CueAct.InTurn)) is { Count: > 0 } turns)
            told.Add(Slides(turns) + ": photos that come in turn grow in their places there.");
        if (
            odp && Numbers(slides, s => PartByPart(s, t => t is ExportWords { Role: not null })) is { Count: > 0 } parts
        )
            told.Add(Slides(parts) + ": paragraphs that come one by one come together there.");
        if (
            odp
            && Numbers(slides, s => s.Things.Any(t => t is ExportShape { Drawn.Gradient.Stops.Count: > 2 }))
                is { Count: > 0 } veils
        )
            told.Add(Slides(veils) + ": veils thin out evenly there, from their first to their last strength.");
        string[] kept = [.. DeckFonts.Of(work.Deck).Where(f => !fonts.Terms(f.Family).Embeds).Select(f => f.Family)];
        if (kept.Length > 0)
            told.Add(
                $"{string.Join(", ", kept)} may not be carried in a file: a machine without it shows another typeface."
            );
        return told;
    }

    // What of tables, charts, lines and clips is otherwise.
    private static void Figures(List<ExportSlide> slides, bool odp, List<string> told)
    {
        if (Numbers(slides, s => s.Things.Any(t => t is ExportChart)) is { Count: > 0 } charts)
            told.Add(
                Slides(charts) + ": charts are charts there, with their figures; they are drawn a little otherwise."
            );
        if (
            Numbers(
                slides,
                s => s.Slide.Items.Any(i => i is Chart && !s.Things.Any(t => t is ExportChart && t.ItemId == i.Id))
            ) is
            { Count: > 0 } drawn
        )
            told.Add(
                Slides(drawn)
                    + ": dots, tiles, one figure of a whole, and charts cut out of a photo are shapes there, "
                    + "without a sheet of figures."
            );
        if (Numbers(slides, s => PartByPart(s, t => t is ExportTable)) is { Count: > 0 } rows)
            told.Add(Slides(rows) + ": a table whose rows come one by one comes whole there.");
        if (odp && Numbers(slides, s => PartByPart(s, t => t is ExportChart)) is { Count: > 0 } series)
            told.Add(Slides(series) + ": a chart whose parts come one by one comes whole there.");
        if (Numbers(slides, s => s.Scene.Photos().Any(p => p.Plays is not null)) is { Count: > 0 } clips)
            told.Add(
                Slides(clips)
                    + ": a clip goes along cut to what is shown of its time; its captions do not, and a program that does "
                    + "not know its kind shows its poster."
            );
    }

    private static bool PartByPart(ExportSlide slide, Func<ExportItem, bool> what) =>
        slide.Slide.Cues.Exists(c => c.PartByPart && slide.Things.Any(t => t.ItemId == c.ItemId && what(t)));

    private static IReadOnlyCollection<int> Numbers(List<ExportSlide> slides, Func<ExportSlide, bool> where) =>
        [.. slides.Select((s, i) => (s, i)).Where(x => where(x.s)).Select(x => x.i + 1)];

    private static string Slides(IEnumerable<int> numbers)
    {
        string[] all = [.. numbers.Distinct().Order().Select(n => n.ToString(CultureInfo.InvariantCulture))];
        return all.Length == 1 ? $"Slide {all[0]}"
            : all.Length <= 8 ? $"Slides {string.Join(", ", all[..^1])} and {all[^1]}"
            : $"{all.Length} slides";
    }
}
