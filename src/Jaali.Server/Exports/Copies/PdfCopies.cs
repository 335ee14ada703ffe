using Jaali.Core.Decks;
using Jaali.Core.Motion;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Formats;
using Jaali.Imaging;

namespace Jaali.Server.Exports;

/// <summary>PDFs: slides, each press of them, handouts.</summary>
public sealed class PdfCopies(SceneCache scenes, Renditions renditions, PdfWriter pdf, FontLibrary fonts) : ICopyMaker
{
    private const double Written = .9;

    /// <inheritdoc/>
    public IReadOnlyDictionary<CopyForm, (string Ending, string Type)> Forms { get; } =
        new Dictionary<CopyForm, (string, string)>
        {
            [CopyForm.Pdf] = ("pdf", "application/pdf"),
            [CopyForm.Handout] = ("pdf", "application/pdf"),
        };

    /// <inheritdoc/>
    public void Make(CopySource work, string file)
    {
        Deck deck = work.Deck;
        IReadOnlyList<PdfPageContents> told;
        using (FileStream to = File.Create(file))
            told =
                work.Asked.Form == CopyForm.Handout
                    ? Sheets(PdfHandout.Sheets(deck, Shown(work.Scenes), work.Credited, work.Asked.PerSheet, fonts), to)
                    : Pages(Shown(work.Asked.States ? States(deck) : work.Scenes), to);
        work.Cancel.ThrowIfCancellationRequested();
        work.Report(Written);
        PdfFinish.Run(
            file,
            deck,
            told,
            new(work.Lines, work.Licence, work.Asked.Notes && work.Asked.Form == CopyForm.Pdf)
            {
                LicenceTexts = work.LicenceTexts,
            }
        );

        // What lies outside of every window stays here.
        IReadOnlyList<Scene> Shown(IReadOnlyList<Scene> all) => ShownParts.Of(all, renditions.SizeOf);

        IReadOnlyList<PdfPageContents> Pages(IReadOnlyList<Scene> all, Stream to) =>
            pdf.Write(to, deck, all, renditions.Upright, n => work.Report(Written * n / all.Count), work.Cancel);

        IReadOnlyList<PdfPageContents> Sheets(IReadOnlyList<PdfSheet> all, Stream to) =>
            pdf.Write(to, deck, all, renditions.Upright, n => work.Report(Written * n / all.Count), work.Cancel);
    }

    /// <inheritdoc/>
    /// <remarks>A handout has its credits, with the addresses in print, on sheets of their own; the texts of licences
    /// are attached.</remarks>
    public CreditsCarried Carries(CreditsCarried shown, CopyForm form) =>
        shown with
        {
            Beside = form == CopyForm.Handout,
            LicenceTexts = true,
        };

    // Every slide as it stands after each press.
    private List<Scene> States(Deck deck) =>
        [
            .. deck.Slides.SelectMany(slide =>
            {
                IReadOnlyList<Scene> own = scenes.Of(deck, slide);
                if (slide.Cues.IsEmpty || own is not [var scene])
                    return own;
                Timeline timeline = Timelines.Of(deck, slide, scene, scenes);
                return Enumerable
                    .Range(0, timeline.Steps.Count)
                    .Select(step => StepScenes.After(scene, timeline, step))
                    .ToArray();
            }),
        ];
}
