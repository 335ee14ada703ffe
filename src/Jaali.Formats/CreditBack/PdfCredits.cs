using Jaali.Core.Geometry;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Imaging.Painting;
using PdfSharp.Pdf;
using PdfSharp.Pdf.IO;
using SkiaSharp;

namespace Jaali.Formats;

/// <summary>Writes credits into a copy of a PDF that somebody else made: pages of credits at its end, as large as its
/// own;
/// its other pages stay as they are.</summary>
/// <param name="painter">Paints the pages.</param>
/// <param name="fonts">Typefaces.</param>
public sealed class PdfCredits(ScenePainter painter, FontLibrary fonts)
{
    /// <summary>Writes the copy.</summary>
    /// <param name="file">The PDF.</param>
    /// <param name="output">Where the copy goes.</param>
    /// <param name="credits">The credits.</param>
    public void Write(string file, string output, IReadOnlyList<CreditBack> credits)
    {
        using PdfDocument document = PdfReader.Open(file, PdfDocumentOpenMode.Modify);
        PdfPage last = document.Pages[document.PageCount - 1];
        double width = last.Width.Point,
            height = last.Height.Point;
        using var made = new MemoryStream();
        Pages(made, width, height, credits);
        made.Position = 0;
        using PdfDocument pages = PdfReader.Open(made, PdfDocumentOpenMode.Import);
        for (int i = 0; i < pages.PageCount; i++)
            document.AddPage(pages.Pages[i]);
        document.Save(output);
    }

    private void Pages(Stream to, double width, double height, IReadOnlyList<CreditBack> credits)
    {
        double size = Math.Clamp(height / 45, 8, 14),
            side = width * .07;
        var how = new TypeSetting(fonts.Find("Spline Sans"), size, 1.4, size, false) { ParagraphGap = .4 };
        var head = new TypeSetting(fonts.Find("Anek Latin", true), size * 2, 1.2, size * 2, false);
        Paragraph[] lines = [.. credits.Select(c => new Paragraph([new TextRun(c.Line, Link: c.Parts.SourceUrl)]))];
        SetText set = Typesetter.Break(lines, how, width - 2 * side, fonts);
        using SKDocument pdf = SKDocument.CreatePdf(to);
        for (int at = 0; at < set.Lines.Count; )
        {
            SKCanvas canvas = pdf.BeginPage((float)width, (float)height);
            double top = side;
            if (at == 0)
            {
                SetText title = Typesetter.Break([.. Paragraph.Of("Photographs")], head, width - 2 * side, fonts);
                painter.PaintNodes(
                    Core.Scenes.TextNodes.Of(title, new SlidePoint(side, top), "#22252B", fonts),
                    canvas,
                    _ => null,
                    true
                );
                top += title.Height + size;
            }
            int most = 1;
            while (
                at + most < set.Lines.Count
                && set.Lines[at + most].Y - set.Lines[at].Y + size * 1.4 <= height - side - top
            )
                most++;
            SetText part = set.Part(at, most);
            painter.PaintNodes(
                Core.Scenes.TextNodes.Of(part, new SlidePoint(side, top), "#22252B", fonts),
                canvas,
                _ => null,
                true
            );
            foreach (Core.Scenes.SceneLink link in Core.Scenes.TextNodes.Links(part, new SlidePoint(side, top), fonts))
                canvas.DrawUrlAnnotation(
                    new SKRect((float)link.Rect.X, (float)link.Rect.Y, (float)link.Rect.Right, (float)link.Rect.Bottom),
                    link.Href
                );
            pdf.EndPage();
            at += most;
        }
        pdf.Close();
    }
}
