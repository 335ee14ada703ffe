using System.Text.RegularExpressions;
using Jaali.Core;
using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Markdig;
using Markdig.Syntax;
using Markdig.Syntax.Inlines;

namespace Jaali.Formats.Reading;

/// <summary>
/// Reads outlines in Markdown (CommonMark): the first heading of the first level is the title, every other heading or a
/// line across begins a slide; lists and paragraphs are its words, pictures its photos, block quotations its notes.
/// </summary>
public static partial class OutlineReader
{
    // Where words and pictures of an outline stand, in units of a wide slide.
    private static readonly SlideRect Title = new(96, 72, 1728, 150),
        Whole = new(96, 250, 1728, 740),
        Left = new(96, 250, 830, 740),
        Right = new(990, 250, 834, 740);

    private const double TitleSize = 76,
        BodySize = 44;

    /// <summary>Reads one.</summary>
    /// <param name="markdown">The outline.</param>
    /// <param name="picture">The bytes of a picture by its address in the outline; null where it is not at
    /// hand.</param>
    /// <param name="isPicture">True for an address at which a picture is at hand; null looks at its bytes.</param>
    public static ForeignTalk Read(string markdown, Func<string, byte[]?> picture, Func<string, bool>? isPicture = null)
    {
        isPicture ??= a => picture(a) is { } bytes && DrawnPictures.IsPicture(bytes);
        NotUnderstood not = new();
        List<Draft> slides = [];
        string title = "",
            speaker = "";
        if (FrontMatter().Match(markdown) is { Success: true } front)
        {
            markdown = markdown[front.Length..];
            foreach (string line in front.Groups[1].Value.Split('\n'))
                if (line.Split(':', 2) is [var name, var value])
                    switch (name.Trim().ToLowerInvariant())
                    {
                        case "title":
                            title = value.Trim(' ', '"', '\'', '\r');
                            break;
                        case "author" or "speaker":
                            speaker = value.Trim(' ', '"', '\'', '\r');
                            break;
                    }
        }
        MarkdownPipeline pipeline = new MarkdownPipelineBuilder().UseEmphasisExtras().Build();
        Draft? now = null;
        foreach (Block block in Markdown.Parse(markdown, pipeline))
        {
            switch (block)
            {
                case HeadingBlock { Level: 1 } h when title.Length == 0 && slides.Count == 0:
                    title = Plain(h.Inline).Trim();
                    break;
                case HeadingBlock h:
                    slides.Add(now = new(Plain(h.Inline).Trim()));
                    break;
                case ThematicBreakBlock:
                    slides.Add(now = new(""));
                    break;
                case QuoteBlock q:
                    Now().Notes.Add(string.Join('\n', q.Descendants<ParagraphBlock>().Select(p => Plain(p.Inline))));
                    break;
                case HtmlBlock:
                    not.Add("HTML is left out", slides.Count);
                    break;
                case CodeBlock code:
                    Now().Words.Add(new([new TextRun(code.Lines.ToString())]));
                    break;
                case ListBlock list when now is null && slides.Count == 0:
                    // An outline that is one list: each of its first entries is a slide.
                    foreach (ListItemBlock item in list.OfType<ListItemBlock>())
                    {
                        slides.Add(
                            now = new(
                                item.OfType<ParagraphBlock>().Select(p => Plain(p.Inline)).FirstOrDefault("").Trim()
                            )
                        );
                        foreach (ListBlock inner in item.OfType<ListBlock>())
                            List(inner, 0, now);
                        foreach (LinkInline image in item.Descendants<LinkInline>().Where(l => l.IsImage))
                            now.Pictures.Add((image.Url ?? "", Plain(image)));
                    }
                    now = null;
                    break;
                case ListBlock list:
                    List(list, 0, Now());
                    break;
                case ParagraphBlock p:
                    Add(p, ListMarker.None, 0, Now());
                    break;
                case LinkReferenceDefinitionGroup:
                    break;
                default:
                    not.Add($"{block.GetType().Name} is left out", slides.Count);
                    break;
            }
        }
        int most = Limits.Files.Pages;
        if (slides.Count > most)
            not.Add($"The outline has {slides.Count} slides; those after number {most} are left out");
        return new(
            title,
            speaker,
            SlideShape.Wide,
            [.. slides.Take(most).Select((s, i) => Placed(s, i + 1, isPicture, not))],
            picture,
            not.Told
        );

        Draft Now()
        {
            if (now is null)
                slides.Add(now = new(""));
            return now;
        }
    }

    private sealed record Draft(string Heading)
    {
        public List<Paragraph> Words { get; } = [];
        public List<(string Address, string Alt)> Pictures { get; } = [];
        public List<string> Notes { get; } = [];
    }

    private static void List(ListBlock list, int level, Draft slide)
    {
        if (level > Limits.Incoming.Depth)
            return;
        foreach (ListItemBlock item in list.OfType<ListItemBlock>())
        foreach (Block block in item)
            if (block is ParagraphBlock p)
                Add(
                    p,
                    list.IsOrdered ? ListMarker.Number : ListMarker.Point,
                    Math.Min(level, Paragraph.Deepest),
                    slide
                );
            else if (block is ListBlock inner)
                List(inner, level + 1, slide);
    }

    private static void Add(ParagraphBlock block, ListMarker mark, int level, Draft slide)
    {
        List<TextRun> runs = [];
        Runs(block.Inline, new TextRun(""), runs, slide, 0);
        if (string.Concat(runs.Select(r => r.Text)).Trim().Length > 0)
            slide.Words.Add(new([.. runs], mark, level));
    }

    private static void Runs(ContainerInline? inlines, TextRun look, List<TextRun> runs, Draft slide, int depth)
    {
        if (inlines is null || depth > Limits.Incoming.Depth)
            return;
        foreach (Inline inline in inlines)
            switch (inline)
            {
                case LiteralInline l:
                    runs.Add(look with { Text = l.Content.ToString() });
                    break;
                case CodeInline c:
                    runs.Add(look with { Text = c.Content });
                    break;
                case LineBreakInline b:
                    runs.Add(look with { Text = b.IsHard ? "\n" : " " });
                    break;
                case HtmlEntityInline e:
                    runs.Add(look with { Text = e.Transcoded.ToString() });
                    break;
                case AutolinkInline a:
                    runs.Add(look with { Text = a.Url, Link = Core.Decks.LinkTarget.IsSound(a.Url) ? a.Url : null });
                    break;
                case LinkInline { IsImage: true } image:
                    slide.Pictures.Add((image.Url ?? "", Plain(image)));
                    break;
                case LinkInline link:
                    Runs(
                        link,
                        look with
                        {
                            Link = link.Url is { } to && Core.Decks.LinkTarget.IsSound(to) ? to : null,
                        },
                        runs,
                        slide,
                        depth + 1
                    );
                    break;
                case EmphasisInline e:
                    Runs(
                        e,
                        e.DelimiterChar == '~' ? look with { Strike = true }
                            : e.DelimiterCount >= 2 ? look with { Bold = true }
                            : look with { Italic = true },
                        runs,
                        slide,
                        depth + 1
                    );
                    break;
                case ContainerInline c:
                    Runs(c, look, runs, slide, depth + 1);
                    break;
            }
    }

    private static string Plain(ContainerInline? inlines) =>
        inlines is null
            ? ""
            : string.Concat(
                inlines
                    .Descendants()
                    .Select(i =>
                        i switch
                        {
                            LiteralInline l => l.Content.ToString(),
                            CodeInline c => c.Content,
                            LineBreakInline => " ",
                            HtmlEntityInline e => e.Transcoded.ToString(),
                            _ => "",
                        }
                    )
            );

    private static ForeignSlide Placed(Draft draft, int number, Func<string, bool> isPicture, NotUnderstood not)
    {
        List<ForeignThing> things = [];
        List<(string Address, string Alt)> pictures = [];
        foreach ((string address, string alt) in draft.Pictures)
            if (isPicture(address))
                pictures.Add((address, alt));
            else if (address.Contains("://", StringComparison.Ordinal))
                not.Add($"the picture at {Short(address)} is elsewhere; open its address in Gather", number);
            else
                not.Add(
                    $"the picture {Short(address)} was not brought along, or is in a format that nobody reads here",
                    number
                );
        bool both = pictures.Count > 0 && draft.Words.Count > 0;
        SlideRect room = both ? Right : Whole;
        for (int i = 0; i < pictures.Count; i++)
        {
            double wide = (room.Width - 24 * (pictures.Count - 1)) / pictures.Count;
            things.Add(
                new ForeignPhoto(
                    new(room.X + i * (wide + 24), room.Y, wide, room.Height),
                    0,
                    pictures[i].Address,
                    null,
                    ExportOutline.Box,
                    pictures[i].Alt
                )
            );
        }
        if (draft.Heading.Length > 0)
            things.Add(
                new ForeignWords(Title, 0, [new([new TextRun(draft.Heading)])], TitleSize, null, WordsAlign.Start, true)
            );
        if (draft.Words.Count > 0)
            things.Add(
                new ForeignWords(both ? Left : Whole, 0, [.. draft.Words], BodySize, null, WordsAlign.Start, false)
            );
        return new(things, string.Join('\n', draft.Notes));
    }

    private static string Short(string address) => address.Length > 80 ? address[..80] + "…" : address;

    [GeneratedRegex(@"\A---\r?\n(.*?)\r?\n---\r?\n", RegexOptions.Singleline)]
    private static partial Regex FrontMatter();
}
