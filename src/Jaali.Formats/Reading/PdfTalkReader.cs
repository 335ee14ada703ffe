using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Annotations;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.DocumentLayoutAnalysis;
using UglyToad.PdfPig.DocumentLayoutAnalysis.PageSegmenter;
using UglyToad.PdfPig.DocumentLayoutAnalysis.WordExtractor;
using UglyToad.PdfPig.Exceptions;
using UglyToad.PdfPig.Tokens;

namespace Jaali.Formats.Reading;

/// <summary>Reads pages of a PDF as slides: pictures with what is seen of them, words in blocks, notes, order. What is
/// drawn
/// is told, not taken.</summary>
public static partial class PdfTalkReader
{
    // A title is at least so large, in points: common practice, no source.
    private const double TitlePoints = 22;

    // Lines that end so much before their block does are the last of their paragraph.
    private const double Short = .72;

    /// <summary>True for a PDF.</summary>
    public static bool IsOne(ReadOnlySpan<byte> head) => head.IndexOf("%PDF-"u8) is >= 0 and < 1024;

    /// <summary>Reads one.</summary>
    /// <exception cref="FileFaultException">It is damaged, or locked.</exception>
    public static ForeignTalk Read(string file, CancellationToken cancel = default)
    {
        NotUnderstood not = new();
        Dictionary<string, byte[]> pictures = new(StringComparer.Ordinal);
        try
        {
            using PdfDocument document = PdfDocument.Open(
                file,
                new ParsingOptions { UseLenientParsing = true, SkipMissingFonts = true }
            );
            if (document.NumberOfPages == 0)
                throw new FileFaultException("This PDF has no pages.");
            Page first = document.GetPage(1);
            Fitting fit = Fitting.Of(first.Width, first.Height);
            List<ForeignSlide> slides = [];
            for (int i = 1; i <= document.NumberOfPages; i++)
            {
                cancel.ThrowIfCancellationRequested();
                if (i > Limits.Files.Pages)
                {
                    not.Add(
                        $"The file has {document.NumberOfPages} pages; those after number "
                            + $"{Limits.Files.Pages} are left out"
                    );
                    break;
                }
                Page page = document.GetPage(i);
                slides.Add(Slide(page, i, fit, pictures, not));
                if (IsUnread(document, page))
                    not.Add("what the page shows is damaged, or too large to be read, and is left out", i);
            }
            string speaker = document.Information.Author ?? "";
            return new(
                document.Information.Title ?? "",
                speaker,
                fit.Shape,
                slides,
                n => pictures.GetValueOrDefault(n),
                not.Told
            );
        }
        catch (PdfDocumentEncryptedException e)
        {
            throw new FileFaultException(
                "This PDF is locked with a password. Save it without one and bring it again.",
                e
            );
        }
        catch (Exception e) when (e is not (FileFaultException or OperationCanceledException))
        {
            // The reader of pages throws many kinds of exceptions on damaged files.
            throw new FileFaultException("This PDF is damaged and cannot be read. Save it again and bring it.", e);
        }
    }

    // The library gives a page without operations where its contents cannot be unpacked within their limits, and goes
    // on.
    private static bool IsUnread(PdfDocument document, Page page) =>
        page.Operations.Count == 0
        && (
            page.Dictionary.TryGet(NameToken.Contents, document.Structure.TokenScanner, out StreamToken? stream)
                ? stream.Data.Length > 0
                : page.Dictionary.TryGet(NameToken.Contents, document.Structure.TokenScanner, out ArrayToken? parts)
                    && parts.Data.Count > 0
        );

    private static ForeignSlide Slide(
        Page page,
        int number,
        Fitting whole,
        Dictionary<string, byte[]> pictures,
        NotUnderstood not
    )
    {
        Fitting fit =
            page.Width == 0
                ? whole
                : whole with
                {
                    Scale = Math.Min(
                        whole.Shape.Bounds().Width / page.Width,
                        whole.Shape.Bounds().Height / page.Height
                    ),
                };
        fit = fit with
        {
            X = (whole.Shape.Bounds().Width - page.Width * fit.Scale) / 2,
            Y = (whole.Shape.Bounds().Height - page.Height * fit.Scale) / 2,
        };
        List<ForeignThing> things = [];
        List<Seen> seen = Placed(page);
        foreach (IPdfImage image in page.GetImages())
        {
            if (image.IsImageMask || image.WidthInSamples < 8 || image.HeightInSamples < 8)
                continue;
            if (Bytes(image) is not { } bytes)
            {
                not.Add("a picture is in a format that nobody reads here and is left out", number);
                continue;
            }
            Seen? place = seen.Find(s => !s.Taken && Same(s.Whole, image.BoundingBox));
            if (place is not null)
                place.Taken = true;
            string name =
                Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes))[..16] + ".picture";
            pictures[name] = bytes;
            things.Add(Photo(image, place, name, page.Height, fit));
        }
        Drawings(page, number, not);
        if (things.Count > Limits.Files.Things)
        {
            not.Add($"it holds {things.Count} pictures; those after number {Limits.Files.Things} are left out", number);
            things.RemoveRange(Limits.Files.Things, things.Count - Limits.Files.Things);
        }
        things.AddRange(Words(page, fit));
        string notes = string.Join(
            '\n',
            page.GetAnnotations()
                .Where(a => a.Type == AnnotationType.Text && !string.IsNullOrWhiteSpace(a.Content))
                .Select(a => a.Content!.ReplaceLineEndings("\n"))
        );
        if (
            page.GetAnnotations()
                .Any(a => a.Type is AnnotationType.Movie or AnnotationType.Sound or AnnotationType.Screen)
        )
            not.Add("a film or sound is left out", number);
        if (page.GetAnnotations().Any(a => a.Type == AnnotationType.Widget))
            not.Add("fields of a form are left out", number);
        return new(things, notes) { IsCredits = IsCredits(page, things.Count == 0) };
    }

    // A page of credits says so; in earlier files it is one of nothing but computed words.
    private static bool IsCredits(Page page, bool bare)
    {
        var computed = NameToken.Create(PdfMark.ComputedName);
        foreach (MarkedContentElement marked in page.GetMarkedContents())
            if (
                marked.Properties?.TryGet(computed, out IToken? value) == true
                && (bare || value is NameToken { Data: PdfMark.CreditsName })
            )
                return true;
        return false;
    }

    private static byte[]? Bytes(IPdfImage image)
    {
        byte[] raw = image.RawBytes.ToArray();
        if (DrawnPictures.IsPicture(raw))
            return raw;
        try
        {
            return image.TryGetPng(out byte[]? png) ? png : null;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Colour spaces and filters that the library does not know.
            return null;
        }
    }

    private static void Drawings(Page page, int number, NotUnderstood not)
    {
        bool shaded = page.Operations.Any(o =>
                o.Operator == "sh"
                // A colour that is a pattern, such as a gradient.
                || o.Operator == "scn" && o.ToString()?.Contains('/') == true
            ),
            drawn = page.Paths.Any(p =>
                !p.IsClipping
                && (p.IsFilled || p.IsStroked)
                && p.GetBoundingRectangle() is { } b
                && b.Width * b.Height > 4
                && b.Width * b.Height < page.Width * page.Height * .97
            );
        if (shaded || drawn)
            not.Add("lines and areas of colour are left out", number);
    }

    private sealed class Seen(
        TransformationMatrix matrix,
        PdfRectangle whole,
        List<(PdfPoint[] Points, int Curves, int Lines)> clips
    )
    {
        public TransformationMatrix Matrix => matrix;
        public PdfRectangle Whole => whole;
        public List<(PdfPoint[] Points, int Curves, int Lines)> Clips => clips;
        public bool Taken { get; set; }
    }

    // Where named objects are drawn, and through which outlines they are seen: the page's own operations followed.
    private static List<Seen> Placed(Page page)
    {
        List<Seen> seen = [];
        Stack<(TransformationMatrix Matrix, List<(PdfPoint[], int, int)> Clips)> states = [];
        TransformationMatrix now = TransformationMatrix.Identity;
        List<(PdfPoint[], int, int)> clips = [];
        List<PdfPoint> path = [];
        int curves = 0,
            lines = 0;
        bool clip = false;
        foreach (var o in page.Operations)
        {
            switch (o)
            {
                case UglyToad.PdfPig.Graphics.Operations.SpecialGraphicsState.Push:
                    states.Push((now, [.. clips]));
                    break;
                case UglyToad.PdfPig.Graphics.Operations.SpecialGraphicsState.Pop when states.Count > 0:
                    (now, clips) = states.Pop();
                    break;
                case UglyToad.PdfPig.Graphics.Operations.SpecialGraphicsState.ModifyCurrentTransformationMatrix cm:
                    now = TransformationMatrix.FromArray(cm.Value).Multiply(now);
                    break;
                case UglyToad.PdfPig.Graphics.Operations.PathConstruction.AppendRectangle r:
                    path.AddRange([
                        At(r.LowerLeftX, r.LowerLeftY),
                        At(r.LowerLeftX + r.Width, r.LowerLeftY),
                        At(r.LowerLeftX + r.Width, r.LowerLeftY + r.Height),
                        At(r.LowerLeftX, r.LowerLeftY + r.Height),
                    ]);
                    lines += 4;
                    break;
                case UglyToad.PdfPig.Graphics.Operations.PathConstruction.BeginNewSubpath m:
                    path.Add(At(m.X, m.Y));
                    break;
                case UglyToad.PdfPig.Graphics.Operations.PathConstruction.AppendStraightLineSegment l:
                    path.Add(At(l.X, l.Y));
                    lines++;
                    break;
                case UglyToad.PdfPig.Graphics.Operations.PathConstruction.AppendDualControlPointBezierCurve c:
                    path.Add(At(c.X3, c.Y3));
                    curves++;
                    break;
                case UglyToad.PdfPig.Graphics.Operations.ClippingPaths.ModifyClippingByEvenOddIntersect
                or UglyToad.PdfPig.Graphics.Operations.ClippingPaths.ModifyClippingByNonZeroWindingIntersect:
                    clip = true;
                    break;
                case UglyToad.PdfPig.Graphics.Operations.InvokeNamedXObject:
                    seen.Add(new(now, now.Transform(new PdfRectangle(0, 0, 1, 1)), [.. clips]));
                    break;
                default:
                    if (o.Operator is not ("n" or "f" or "F" or "f*" or "S" or "s" or "B" or "B*" or "b" or "b*"))
                        break;
                    if (clip && path.Count > 0)
                        clips.Add(([.. path], curves, lines));
                    path.Clear();
                    (clip, curves, lines) = (false, 0, 0);
                    break;
            }
        }
        return seen;

        PdfPoint At(double x, double y) => now.Transform(new PdfPoint(x, y));
    }

    private static bool Same(PdfRectangle a, PdfRectangle b) =>
        Math.Abs(a.Centroid.X - b.Centroid.X) < .6
        && Math.Abs(a.Centroid.Y - b.Centroid.Y) < .6
        && Math.Abs(a.Width - b.Width) < .8
        && Math.Abs(a.Height - b.Height) < .8;

    private static ForeignPhoto Photo(IPdfImage image, Seen? place, string name, double pageHeight, Fitting fit)
    {
        if (place is null)
        {
            PdfRectangle b = image.BoundingBox;
            return new(
                fit.Rect(b.BottomLeft.X, pageHeight - b.TopLeft.Y, b.Width, b.Height),
                0,
                name,
                CropWindow.Whole,
                ExportOutline.Box,
                ""
            );
        }
        TransformationMatrix m = place.Matrix;
        double ax = m.A,
            ay = m.B,
            bx = m.C,
            by = m.D,
            det = ax * by - ay * bx;
        double wide = Math.Sqrt(ax * ax + ay * ay),
            high = Math.Sqrt(bx * bx + by * by);
        if (Math.Abs(det) < 1e-9 || wide < 1e-6 || high < 1e-6)
            return new(fit.Rect(0, 0, 1, 1), 0, name, CropWindow.Whole, ExportOutline.Box, "");
        // The outlines in the measure of the picture, whose own is the unit square.
        double left = 0,
            right = 1,
            low = 0,
            top = 1;
        ExportOutline outline = ExportOutline.Box;
        foreach ((PdfPoint[] points, int curves, int lines) in place.Clips)
        {
            double[] u = [.. points.Select(p => ((p.X - m.E) * by - (p.Y - m.F) * bx) / det)],
                v = [.. points.Select(p => ((p.Y - m.F) * ax - (p.X - m.E) * ay) / det)];
            if (
                u.Min() > left + .002
                || v.Min() > low + .002
                || u.Max() < right - .002
                || v.Max() < top - .002
                || curves > 0
            )
                outline =
                    curves >= 4 ? (lines >= 3 ? ExportOutline.Rounded : ExportOutline.Ellipse) : ExportOutline.Box;
            (left, right, low, top) = (
                Math.Max(left, u.Min()),
                Math.Min(right, u.Max()),
                Math.Max(low, v.Min()),
                Math.Min(top, v.Max())
            );
        }
        if (right - left < CropWindow.Smallest || top - low < CropWindow.Smallest)
            (left, right, low, top, outline) = (0, 1, 0, 1, ExportOutline.Box);
        double cu = (left + right) / 2,
            cv = (low + top) / 2,
            cx = m.E + ax * cu + bx * cv,
            cy = m.F + ay * cu + by * cv,
            w = wide * (right - left),
            h = high * (top - low),
            turn = -Math.Atan2(ay, ax) * 180 / Math.PI;
        double fromTop = 1 - top;
        return new(
            fit.Rect(cx - w / 2, pageHeight - cy - h / 2, w, h),
            Math.Abs(turn) < .01 ? 0 : turn,
            name,
            new CropWindow(left, fromTop, right - left, top - low),
            outline,
            ""
        );
    }

    private static IEnumerable<ForeignThing> Words(Page page, Fitting fit)
    {
        // What was computed, such as a credit, is computed anew.
        HashSet<(double, double, string)> computed =
        [
            .. page.GetMarkedContents()
                .Where(m => m.Properties?.ContainsKey(NameToken.Create(PdfMark.ComputedName)) == true)
                .SelectMany(m => m.Letters)
                .Select(At),
        ];
        Word[] words =
        [
            .. NearestNeighbourWordExtractor
                .Instance.GetWords([.. page.Letters.Where(l => !computed.Contains(At(l)))])
                .Where(w => !string.IsNullOrWhiteSpace(w.Text)),
        ];
        if (words.Length == 0)
            return [];
        List<(ForeignWords Words, double Points)> blocks = [];
        Hyperlink[] links = [.. page.GetHyperlinks().Where(l => Core.Decks.LinkTarget.IsSound(l.Uri ?? ""))];
        // The distances of small words say nothing of those of large ones: each size is looked at by itself.
        foreach (
            TextBlock block in BySize(words)
                .SelectMany(w => DocstrumBoundingBoxes.Instance.GetBlocks(w))
                .OrderByDescending(b => b.BoundingBox.Top)
                .ThenBy(b => b.BoundingBox.Left)
        )
        {
            if (block.TextLines.Count == 0)
                continue;
            // Lines of quite another size are another block.
            List<List<TextLine>> alike = [];
            foreach (TextLine line in block.TextLines)
                if (alike.Count > 0 && Math.Abs(Points(alike[^1][0]) - Points(line)) < Points(line) * .2)
                    alike[^1].Add(line);
                else
                    alike.Add([line]);
            foreach (List<TextLine> lines in alike)
            {
                double points = Points(lines[0]),
                    x = lines.Min(l => l.BoundingBox.Left),
                    right = lines.Max(l => l.BoundingBox.Right),
                    // Letters reach about so far above their baseline and below it.
                    top = lines.Max(l => Base(l) + points * .95),
                    bottom = lines.Min(l => Base(l) - points * .3);
                blocks.Add(
                    (
                        new ForeignWords(
                            fit.Rect(x, page.Height - top, (right - x) * 1.03 + 2, top - bottom),
                            0,
                            Paragraphs(lines, x, right, links),
                            points * fit.Scale,
                            Ink(lines[0]),
                            WordsAlign.Start,
                            false,
                            null,
                            lines[0].Words[0].FontName?.Contains("Bold", StringComparison.OrdinalIgnoreCase) == true
                        ),
                        points
                    )
                );
            }
        }
        int title = blocks.Count == 0 ? -1 : blocks.Select((b, i) => (b, i)).MaxBy(x => x.b.Points).i;
        return
        [
            .. blocks
                .Take(Limits.Files.Things)
                .Select(
                    (b, i) =>
                        b.Words with
                        {
                            IsTitle = i == title && b.Points >= TitlePoints && b.Words.Paragraphs.Count <= 3,
                        }
                ),
        ];
    }

    private static (double X, double Y, string Value) At(Letter l) =>
        (Math.Round(l.StartBaseLine.X, 2), Math.Round(l.StartBaseLine.Y, 2), l.Value);

    // Words of about one size together, the largest first.
    private static List<List<Word>> BySize(Word[] words)
    {
        List<List<Word>> sizes = [];
        foreach (Word word in words.OrderByDescending(Size))
            if (sizes.Count > 0 && Size(word) > Size(sizes[^1][0]) * .8)
                sizes[^1].Add(word);
            else
                sizes.Add([word]);
        return sizes;

        static double Size(Word w) => w.Letters.Max(l => l.PointSize);
    }

    private static double Points(TextLine line) => line.Words.SelectMany(w => w.Letters).Max(l => l.PointSize);

    private static double Base(TextLine line) => line.Words[0].Letters[0].StartBaseLine.Y;

    private static string? Ink(TextLine line)
    {
        if (line.Words[0].Letters[0].Color is not { } colour)
            return null;
        var (r, g, b) = colour.ToRGBValues();
        return $"#{Byte(r):X2}{Byte(g):X2}{Byte(b):X2}";

        static int Byte(double v) => (int)Math.Clamp(Math.Round(v * 255), 0, 255);
    }

    private static ImmutableList<Paragraph> Paragraphs(
        List<TextLine> lines,
        double left,
        double right,
        Hyperlink[] links
    )
    {
        var all = ImmutableList.CreateBuilder<Paragraph>();
        string text = "";
        ListMarker mark = ListMarker.None;
        double last = right;
        foreach (TextLine line in lines)
        {
            string words = string.Join(' ', line.Words.Select(w => w.Text));
            Match bullet = Bullet().Match(words);
            if (bullet.Success || (text.Length > 0 && last < left + (right - left) * Short))
                End();
            if (bullet.Success)
            {
                mark = char.IsDigit(words[0]) ? ListMarker.Number : ListMarker.Point;
                words = words[bullet.Length..];
            }
            text =
                text.Length == 0 ? words
                : text.EndsWith('-') && text.Length > 1 && char.IsLetter(text[^2]) ? text + words
                : $"{text} {words}";
            last = line.BoundingBox.Right;
        }
        End();
        return all.ToImmutable();

        void End()
        {
            if (text.Length > 0)
                all.Add(new([.. Runs(text, links)], mark));
            (text, mark) = ("", ListMarker.None);
        }
    }

    private static IEnumerable<TextRun> Runs(string text, Hyperlink[] links)
    {
        int at = 0;
        foreach (Hyperlink link in links)
        {
            string said = (link.Text ?? "").Trim();
            int found = said.Length < 2 ? -1 : text.IndexOf(said, at, StringComparison.Ordinal);
            if (found < 0)
                continue;
            if (found > at)
                yield return new(text[at..found]);
            yield return new(said, Link: link.Uri);
            at = found + said.Length;
        }
        if (at < text.Length)
            yield return new(text[at..]);
    }

    [GeneratedRegex(@"^(?:[•‣▪–●◦]\s*|\d{1,2}[.)]\s+)")]
    private static partial Regex Bullet();
}
