using System.Collections.Concurrent;
using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Store;
using Path = System.IO.Path;

namespace Jaali.Server.Incoming;

/// <summary>Makes a talk of what was read from a file that was made elsewhere.</summary>
public sealed class TalkBuilder(
    PhotoImporter taking,
    PhotoStore photos,
    DataFolder folder,
    FontLibrary fonts,
    TimeProvider clock
)
{
    // Seconds of a slide of which nothing is said: common practice, no source.
    private const double UsualSeconds = 60;

    // Pictures that are measured side by side.
    private const int AtOnce = 3;

    // Words no larger than this are a line at a photo, in units.
    private const double CaptionSize = 34;

    /// <summary>The talk, its photos taken in.</summary>
    /// <param name="id">Its identity.</param>
    /// <param name="read">What was read.</param>
    /// <param name="name">The name of the file, for its title where it has none and for the evidence.</param>
    /// <param name="report">Told how far it is, 0 to 1.</param>
    /// <param name="cancel">Stops between photos.</param>
    public async Task<(Deck Deck, IReadOnlyList<string> NotTaken)> BuildAsync(
        Guid id,
        ForeignTalk read,
        string name,
        Action<double> report,
        CancellationToken cancel
    )
    {
        ConcurrentDictionary<int, string> troubles = [];
        ConcurrentDictionary<string, string> photosOf = new(StringComparer.Ordinal);
        IReadOnlyList<ForeignPicture> pictures = read.Pictures;
        int done = 0;
        // Archives are read by one at a time; what is done to a picture then is done to several.
        using var archive = new SemaphoreSlim(1);
        await Parallel.ForEachAsync(
            Enumerable.Range(0, pictures.Count),
            new ParallelOptions { MaxDegreeOfParallelism = AtOnce, CancellationToken = cancel },
            async (i, stop) =>
            {
                (string? photo, string? trouble) = await TakeAsync(pictures[i], read, name, archive, stop);
                if (photo is not null)
                    photosOf[pictures[i].Name] = photo;
                if (trouble is not null)
                    troubles[i] = trouble;
                report((double)Interlocked.Increment(ref done) / (pictures.Count + 1));
            }
        );
        List<string> not = [.. troubles.OrderBy(t => t.Key).Select(t => t.Value)];
        Dictionary<string, string> taken = new(photosOf, StringComparer.Ordinal);
        string title = read.Title.Trim() is { Length: > 0 } own ? own : Path.GetFileNameWithoutExtension(name);
        Deck deck = Deck.New(id, Cut(title, Limits.Talks.Title)) with
        {
            Speaker = Cut(read.Speaker.ReplaceLineEndings(" ").Trim(), Limits.Talks.Title),
            Shape = read.Shape,
        };
        deck = deck with { House = House(deck.House, read) };
        bool credits = read.Slides.Any(s => s.IsCredits);
        foreach (ForeignSlide slide in read.Slides.Where(s => !s.IsCredits))
            deck = Add(deck, slide, taken, not);
        if (credits)
            deck = deck with
            {
                Slides = deck.Slides.Add(new(Guid.CreateVersion7(), SlideKind.Credits, null, [], "", 0)),
            };
        double minutes = deck.Slides.Sum(s => s.Seconds) / 60;
        return (deck with { SlotMinutes = Math.Clamp(Math.Ceiling(minutes / 5) * 5, 5, 600) }, not);
    }

    // The paper that most slides have, with an ink that reads on it.
    private static HouseStyle House(HouseStyle house, ForeignTalk read)
    {
        string? paper = read
            .Slides.Select(s => s.Paper)
            .OfType<string>()
            .GroupBy(p => p, StringComparer.OrdinalIgnoreCase)
            .OrderByDescending(g => g.Count())
            .Select(g => g.Key.ToUpperInvariant())
            .FirstOrDefault();
        return paper is null || paper == house.Paper
            ? house
            : house with
            {
                Name = "As it came",
                Paper = paper,
                PaperTo = null,
                OnPaper = Luminance.Of(paper) > .18 ? house.DarkInk : house.LightInk,
            };
    }

    private async Task<(string? Photo, string? Trouble)> TakeAsync(
        ForeignPicture picture,
        ForeignTalk read,
        string name,
        SemaphoreSlim archive,
        CancellationToken cancel
    )
    {
        string where =
            picture.Slides.Count == 1 ? $"Slide {picture.Slides[0]}" : $"Slides {string.Join(", ", picture.Slides)}";
        string at = folder.Download("in-" + Guid.NewGuid().ToString("N"));
        try
        {
            await archive.WaitAsync(cancel);
            try
            {
                if (read.Picture(picture.Name) is not { } bytes)
                    return (null, $"{where}: a picture is missing from the file.");
                await File.WriteAllBytesAsync(at, bytes, cancel);
            }
            finally
            {
                archive.Release();
            }
            (string photo, RightsRecord rights) = await taking.TakeFileAsync(
                at,
                $"{Path.GetFileName(picture.Name)} in {name}",
                cancel,
                prepare: false
            );
            if (rights.Title.Length == 0 && Telling(picture.Alt))
                await photos.CorrectAsync(
                    photo,
                    r => r with { Title = Cut(picture.Alt, Limits.Documents.NameCharacters) },
                    Evidence.Of(
                        $"Its alternative text in {name} says: {picture.Alt}",
                        "file " + name,
                        clock.GetUtcNow()
                    ),
                    cancel: cancel
                );
            return (photo, null);
        }
        catch (Exception e) when (e is NotAPhotoException or ClipFaultException)
        {
            return (null, $"{where}: a picture was not taken. {e.Message}");
        }
        finally
        {
            File.Delete(at);
        }
    }

    /// <summary>True for an alternative text that says something: not the name a program gave, and not that of a
    /// file.</summary>
    public static bool Telling(string alt) =>
        alt.Trim() is { Length: > 3 } text
        && !System.Text.RegularExpressions.Regex.IsMatch(
            text,
            @"^(?:picture|image|photo|grafik|bild|imagen|figure|graphic|placeholder)\s*\d*$|\.(?:jpe?g|png|gif|webp|tiff?)$",
            System.Text.RegularExpressions.RegexOptions.IgnoreCase
        );

    private Deck Add(Deck deck, ForeignSlide read, Dictionary<string, string> taken, List<string> not)
    {
        int number = deck.Slides.Count + 1;
        string title = Cut(read.Title, Limits.Talks.Wording);
        bool opening = number == 1 && (title.Length == 0 ? read.Things.Count == 0 : title == deck.Title);
        Point? point = null;
        if (!opening && title.Length > 0 && deck.Points.Count < Limits.Talks.Points)
        {
            point = new(Guid.CreateVersion7(), title, [], UsualSeconds, [.. SearchWords.Propose(title)], []);
            deck = deck with { Points = deck.Points.Add(point) };
        }
        int words = read.Notes.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Length;
        double seconds =
            opening ? Deck.OpeningSeconds
            : words > 20 ? Math.Round(words / Deck.UsualWordsPerMinute * 60)
            : UsualSeconds;
        var slide = new Slide(
            Guid.CreateVersion7(),
            opening ? SlideKind.Title
                : point is not null ? SlideKind.Point
                : SlideKind.Free,
            opening ? deck.Id : point?.Id,
            [],
            Cut(read.Notes, Limits.Talks.Text),
            seconds
        )
        {
            OwnTransition = read.Change,
        };
        if (read.Notes.Length > Limits.Talks.Text)
            not.Add($"Slide {number}: the notes are longer than {Limits.Talks.Text} characters and end there.");
        deck = deck with { Slides = deck.Slides.Add(slide) };
        SlideRect bounds = deck.Shape.Bounds();
        Dictionary<string, Guid> keys = new(StringComparer.Ordinal);
        List<(Guid Line, string? From, string? To)> joins = [];
        foreach (ForeignThing thing in read.Things)
        {
            (Item? item, string? why) = Item(thing, deck, slide, taken, opening, point);
            if (item is not null && ItemKinds.Fault(item, deck, slide, new Facts(photos)) is { } fault)
                (item, why) = (null, fault.Sentence);
            if (item is null)
            {
                if (why is not null)
                    not.Add($"Slide {number}: something was left out. {why}");
                continue;
            }
            slide = item.At.IsGround ? slide.WithGround(item, bounds) : slide with { Items = slide.Items.Add(item) };
            if (thing.Key is { } key)
                keys.TryAdd(key, item.Id);
            if (thing is ForeignItem { FromKey: not null } or ForeignItem { ToKey: not null })
                joins.Add((item.Id, ((ForeignItem)thing).FromKey, ((ForeignItem)thing).ToKey));
        }
        slide = Joined(deck, slide, keys, joins);
        // A ground of its own colour is a shape under everything, which no hand catches; a photo is one itself.
        if (
            read.Paper is { } paper
            && !paper.Equals(deck.House.Paper, StringComparison.OrdinalIgnoreCase)
            && !slide.Items.Exists(i => i.At.IsGround)
        )
            slide = slide with
            {
                Items = slide.Items.Insert(
                    0,
                    new Shape(
                        Guid.CreateVersion7(),
                        new Placement(bounds, Held: true),
                        ShapeForm.Rectangle,
                        Fill: paper.ToUpperInvariant()
                    )
                ),
            };
        return deck.With(slide);
    }

    private (Item? Item, string? Why) Item(
        ForeignThing thing,
        Deck deck,
        Slide slide,
        Dictionary<string, string> taken,
        bool opening,
        Point? point
    )
    {
        Guid id = Guid.CreateVersion7();
        SlideRect bounds = deck.Shape.Bounds(),
            r = Within(thing.Box, bounds);
        var at = new ItemPlace(deck, slide, new Facts(photos));
        return thing switch
        {
            ForeignPhoto p => Photo(p, id, r, slide, bounds, taken),
            ForeignWords w => Text(w, id, r, at, opening, point),
            ForeignVeil v => (
                new Veil(
                    id,
                    new(r, Turned(v.Turn)),
                    v.Angle is null ? VeilForm.Whole : VeilForm.Linear,
                    v.Colour,
                    Math.Clamp(v.Strength, 0, 1),
                    v.Angle ?? 0
                ),
                null
            ),
            ForeignItem i => Made(i, id, r, at),
            _ => (null, "It is of a kind that is not known here."),
        };
    }

    private static (Item? Item, string? Why) Made(ForeignItem i, Guid id, SlideRect r, ItemPlace at)
    {
        ItemEdit edit = i.Edit is LineEdit drawn ? drawn with { Drawn = null } : i.Edit;
        ItemResult made = ItemKinds.Of(edit).Create(id, edit, r, at);
        if (made.Item is not { } item)
            return (null, made.Refusal?.Sentence);
        // A line that only passes over something stays as it was drawn: it is attached where its file says so.
        if (item is Line line && i.Edit is LineEdit { Drawn: { } way })
            item = line with { From = End(way.From), To = End(way.To) };
        return (i.Turn == 0 ? item : item with { At = item.At with { Turn = Turned(i.Turn) } }, null);

        LineEnd End(SlidePoint p) => new((p.X - r.X) / r.Width, (p.Y - r.Y) / r.Height);
    }

    // Lines attached to what their file attaches them to.
    private Slide Joined(
        Deck deck,
        Slide slide,
        Dictionary<string, Guid> keys,
        List<(Guid Line, string? From, string? To)> joins
    )
    {
        foreach ((Guid id, string? from, string? to) in joins)
        {
            var edit = new LineEdit(FromItem: Named(from), ToItem: Named(to));
            if (edit is { FromItem: null, ToItem: null } || slide.Item(id) is not Line line)
                continue;
            ItemResult joined = ItemKinds.Of(line).Edit(line, edit, new ItemPlace(deck, slide, new Facts(photos)));
            if (joined.Item is { } made)
                slide = slide with { Items = slide.Items.Replace(line, made) };
        }
        return slide;

        Guid? Named(string? key) => key is not null && keys.TryGetValue(key, out Guid item) ? item : null;
    }

    private (Item? Item, string? Why) Photo(
        ForeignPhoto p,
        Guid id,
        SlideRect r,
        Slide slide,
        SlideRect bounds,
        Dictionary<string, string> taken
    )
    {
        if (!taken.TryGetValue(p.Name, out string? photoId) || photos.Facts(photoId) is not { } photo)
            return (null, null);
        bool ground =
            slide.Items.IsEmpty
            && p.Turn == 0
            && p.Outline == ExportOutline.Box
            && r.X <= 2
            && r.Y <= 2
            && r.Right >= bounds.Width - 2
            && r.Bottom >= bounds.Height - 2;
        if (ground)
            r = bounds;
        CropWindow crop = p.Crop is { } own
            ? CropFinder.Shaped(own, photo.Aspect, r.Aspect)
            : CropFinder.Largest(photo.Aspect, r.Aspect, photo.Focal);
        return (
            new Frame(
                id,
                ground ? Placement.Ground(bounds) : new(r, Turned(p.Turn)),
                photoId,
                crop,
                p.Outline switch
                {
                    ExportOutline.Ellipse => FrameMask.Ellipse,
                    ExportOutline.Rounded => FrameMask.Rounded,
                    _ => FrameMask.None,
                },
                Tone: p.IsGrey ? FrameTone.Grey : FrameTone.Natural
            ),
            null
        );
    }

    private (Item? Item, string? Why) Text(
        ForeignWords w,
        Guid id,
        SlideRect r,
        ItemPlace at,
        bool opening,
        Point? point
    )
    {
        bool title = w.IsTitle && (opening || point is not null);
        string? family = w.Family is { } f && fonts.Family(f).Count > 0 ? f : null;
        ItemResult made = ItemKinds
            .Named("words")!
            .Create(
                id,
                new WordsEdit(
                    Body: [.. w.Paragraphs],
                    Spot: Spot.Placed,
                    Role: title ? (opening ? WordsRole.Opening : WordsRole.Heading)
                        : w.IsTitle ? WordsRole.Heading
                        : w.Size <= CaptionSize ? WordsRole.Caption
                        : WordsRole.Body,
                    Style: new TextStyle
                    {
                        Family = family,
                        Bold =
                            w.Bold ? true
                            : w.IsTitle ? false
                            : null,
                        Size = Math.Clamp(Math.Round(w.Size, 1), TextStyle.SmallestSize, TextStyle.LargestSize),
                        Align = w.Align,
                        VerticalAlign = w.Stands == VerticalAlign.Top ? null : w.Stands,
                        Ink = Colours.IsColour(w.Ink) ? w.Ink?.ToUpperInvariant() : null,
                    }
                ),
                r,
                at
            );
        if (made.Item is not Words words)
            return (null, made.Refusal?.Sentence);
        words = words with { At = words.At with { Rect = r, Turn = Turned(w.Turn) }, Spot = Spot.Placed };
        // A title goes on following the title of the talk or the wording of its point.
        return (
            title
            && Paragraph.Plain(w.Paragraphs).ReplaceLineEndings(" ").Trim()
                == (opening ? at.Deck.Title : point!.Wording)
                ? words with
                {
                    Source = opening ? WordsSource.DeckTitle : WordsSource.PointWording,
                    Body = null,
                }
                : words,
            null
        );
    }

    private static double Turned(double turn) =>
        Math.Round((turn % 360 + 360) % 360, 4) is var t && t > 180 ? t - 360 : Math.Round((turn % 360 + 360) % 360, 4);

    // No smaller than a thing is, and no further out.
    private static SlideRect Within(SlideRect r, SlideRect bounds)
    {
        double w = Math.Clamp(r.Width, ItemKinds.Smallest, bounds.Width + ItemKinds.MostBeyond),
            h = Math.Clamp(r.Height, ItemKinds.Smallest, bounds.Height + ItemKinds.MostBeyond);
        return new(
            Math.Clamp(r.X, -ItemKinds.MostBeyond, bounds.Width + ItemKinds.MostBeyond - w),
            Math.Clamp(r.Y, -ItemKinds.MostBeyond, bounds.Height + ItemKinds.MostBeyond - h),
            w,
            h
        );
    }

    private static string Cut(string text, int most) =>
        text.Length <= most ? text : text[..(char.IsHighSurrogate(text[most - 1]) ? most - 1 : most)];

    private sealed class Facts(PhotoStore photos) : IPhotoFacts
    {
        public PhotoFacts? Photo(string photoId) => photos.Facts(photoId);
    }
}
