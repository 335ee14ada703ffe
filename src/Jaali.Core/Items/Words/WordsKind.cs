using System.Text.Json.Nodes;

namespace Jaali.Core.Items;

/// <summary>Words, typeset and placed where they can be read.</summary>
public sealed class WordsKind : ItemKind<Words, WordsEdit>
{
    /// <inheritdoc/>
    public override string Name => "words";

    /// <inheritdoc/>
    public override int Rank => 2;

    /// <summary>Words that follow the deck's title or a point's wording.</summary>
    public static Words Following(Guid id, WordsRole role, WordsSource source, SlideRect slide) =>
        new(id, new(Usual(role, slide, HouseStyles.First)), role, source, "", Spot.Auto);

    /// <inheritdoc/>
    protected override Refusal? Fault(Words item, ItemPlace at) =>
        item.Text.Length > Limits.Talks.Words
            ? new(
                "too-long",
                $"Words on a slide may have at most {Limits.Talks.Words} characters. Shorten them; nothing was changed."
            )
            : (item.Body is { } body ? WordsBody.Fault(body) : null) ?? item.Style?.Fault();

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, WordsEdit edit, SlideRect? rect, ItemPlace at)
    {
        // A role without a word is a place where words are to be written.
        if (edit.Text is not null ? string.IsNullOrWhiteSpace(edit.Text) : edit.Body is null && edit.Role is null)
            return new Refusal("no-words", "Write some words first.");
        WordsRole role = edit.Role ?? (edit.Of is null ? WordsRole.Heading : WordsRole.Caption);
        // Headings and captions look for their place, and so does what is still to be written; long words that are
        // known have the room of their role.
        bool finds =
            role is WordsRole.Opening or WordsRole.Heading or WordsRole.Caption || edit is { Text: null, Body: null };
        var words = new Words(
            id,
            new(rect ?? Usual(role, at.Bounds, at.Deck.House)),
            role,
            WordsSource.Typed,
            "",
            edit.Spot
                ?? (
                    rect is not null ? Spot.Placed
                    : edit.Of is not null ? Spot.Under
                    : finds ? Spot.Auto
                    : Spot.Placed
                )
        );
        return Edit(words, edit, at);
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Words item, WordsEdit edit, ItemPlace at)
    {
        if (edit.Of is { } of)
        {
            if (of == item.Id || at.Slide.Item(of) is null or Words { Of: not null })
                return new Refusal(
                    "no-photo-of-words",
                    "What these words should stand under is not on this slide. Choose it, then add them."
                );
            item = item with { Of = of };
        }
        if (edit.Spot is { } spot)
            // Where a hand turned them they stand only in the place it gave them.
            item = item with
            {
                Spot = spot,
                At = spot == Spot.Placed ? item.At : item.At with { Turn = 0 },
            };
        if (edit.Role is { } role)
            item = item with { Role = role };
        if (edit.Style is { } look)
            item = item with { Style = item.Style is { } own ? look.Over(own) : look };
        if (edit.Release is { } released && item.Style is not null)
            item = item with { Style = released.Aggregate(item.Style, (l, part) => l.Without(part)) };
        if (item.Style == new TextStyle())
            item = item with { Style = null };
        ImmutableList<Paragraph>? body =
            edit.Body is { } typed ? WordsBody.Clean(typed)
            : edit.Text is { } text ? Paragraph.Of(WordsBody.Clean(text).Trim())
            : null;
        if (body is null)
            return item;
        if (edit.Typographic == true)
            body = SmartTyping.Of(body, at.Deck.Style.Language);
        string says = Paragraph.Plain(body).TrimEnd();
        // A layout may leave a place for words that are still to be written; a hand does not empty words.
        if (string.IsNullOrWhiteSpace(says))
            return new Refusal("no-words", "Words cannot be empty. To take them off, remove them.");
        ImmutableList<Paragraph>? kept = Paragraph.Kept(body);
        if (kept is null && item.Body is null && says == item.Say(at.Deck, at.Slide))
            return item;
        return item with { Source = WordsSource.Typed, Text = says, Body = kept };
    }

    /// <inheritdoc/>
    protected override ItemResult Place(Words item, Placement to, ItemPlace at)
    {
        SlideRect from = item.At.Rect;
        // Words that are made narrower by their sides alone keep the room they need: it grows down, to the foot.
        if (item.Spot == Spot.Placed && to.Rect.Width < from.Width && to.Rect.Height == from.Height && from.Width > 0)
        {
            double needed = from.Height * from.Width / Math.Max(to.Rect.Width, ItemKinds.Smallest),
                free = at.Bounds.Bottom - at.Deck.House.MarginY - to.Rect.Y;
            to = to with { Rect = to.Rect with { Height = Math.Max(from.Height, Math.Min(needed, free)) } };
        }
        return item with { At = to, Spot = to.Rect == from && to.Turn == 0 ? item.Spot : Spot.Placed };
    }

    /// <summary>The words of a slide that stand under an item.</summary>
    internal static IEnumerable<Words> Under(Slide slide, Guid itemId) =>
        slide.Items.OfType<Words>().Where(w => w.Spot == Spot.Under && w.Of == itemId);

    /// <inheritdoc/>
    public override Follows Follows(Item item) =>
        item is not Words words
            ? Items.Follows.All
            : words.Source switch
            {
                WordsSource.DeckTitle => Items.Follows.Title,
                WordsSource.Speaker => Items.Follows.Speaker,
                WordsSource.References => Items.Follows.Plan,
                WordsSource.Contents => Items.Follows.Plan | Items.Follows.Slides,
                _ => Items.Follows.Nothing,
            };

    /// <inheritdoc/>
    protected override string Describe(Words item, ItemPlace at) => item.Say(at.Deck, at.Slide);

    /// <inheritdoc/>
    protected override void Compose(Words item, Composition scene) => WordsScene.Add(item, scene);

    /// <inheritdoc/>
    public override IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    ) => WordsExport.Of((Words)item, nodes, scene, at);

    /// <inheritdoc/>
    public override JsonObject Upgrade(JsonObject body, int format, SlideRect slide)
    {
        if (format >= 2)
            return body;
        var now = (JsonObject)body.DeepClone();
        SlideRect r = Usual(WordsRole.Heading, slide, HouseStyles.First);
        now["at"] = new JsonObject
        {
            ["rect"] = new JsonObject
            {
                ["x"] = r.X,
                ["y"] = r.Y,
                ["width"] = r.Width,
                ["height"] = r.Height,
            },
        };
        return now;
    }

    /// <inheritdoc/>
    public override IReadOnlyList<ItemExample> Examples(string photoId) =>
        [
            new(
                new WordsEdit("A shore holds by patience"),
                [
                    new WordsEdit("Mud is a wall"),
                    new WordsEdit(Spot: Spot.BottomRight),
                    new WordsEdit("Twice", Spot.TopLeft),
                    new WordsEdit("\"Low water\" -- twice a day...", Typographic: true),
                ]
            ),
            new(
                new WordsEdit(
                    Role: WordsRole.Body,
                    Body:
                    [
                        new([new("What holds a "), new("shore", Bold: true)]),
                        new(
                            [new("Sand, ", Italic: true), new("H"), new("2", Shift: BaselineShift.Lowered), new("O")],
                            ListMarker.Point
                        ),
                        new([new("the list of posts", Link: "https://127.0.0.1/posts")], ListMarker.Point, 1),
                    ]
                ),
                [
                    new WordsEdit(
                        Style: new TextStyle
                        {
                            Size = 60,
                            Align = WordsAlign.Middle,
                            Ink = "#E3A12F",
                        }
                    ),
                    new WordsEdit(
                        Style: new TextStyle
                        {
                            Family = "Lora",
                            Leading = .8,
                            Spacing = .04,
                            Case = WordsCase.Capitals,
                        }
                    ),
                    new WordsEdit(
                        Style: new TextStyle
                        {
                            Shadow = 12,
                            Outline = 4,
                            Plate = .4,
                            Columns = 2,
                        }
                    ),
                    new WordsEdit(Release: [TextStylePart.Plate, TextStylePart.Columns, TextStylePart.Case]),
                    new WordsEdit("An arc of words", Role: WordsRole.Quotation),
                    new WordsEdit(
                        Style: new TextStyle
                        {
                            Fill = LetterFill.Gradient,
                            FillInk = "#D4523B",
                            Bend = 40,
                        }
                    ),
                    new WordsEdit(
                        Style: new TextStyle
                        {
                            Fill = LetterFill.Outlined,
                            Outline = 3,
                            Bend = 0,
                            Grows = true,
                        }
                    ),
                ]
            ),
        ];

    /// <summary>The room that words of a role take until a hand gives them another.</summary>
    internal static SlideRect Usual(WordsRole role, SlideRect slide, HouseStyle house)
    {
        double left = slide.X + house.MarginX,
            top = slide.Y + house.MarginY,
            width = slide.Width - 2 * house.MarginX,
            height = slide.Height - 2 * house.MarginY;
        return role switch
        {
            WordsRole.Subtitle => new(left, top + height * .62, width * .7, height * .2),
            WordsRole.Body => new(left, top + height * .26, width * .62, height * .62),
            WordsRole.Caption => new(left, top + height * .8, width * .4, height * .2),
            WordsRole.Number => new(left, top + height * .2, width * .6, height * .45),
            WordsRole.Quotation => new(left, top + height * .18, width * .8, height * .5),
            WordsRole.Credit => new(left, top + height * .94, width * .6, height * .06),
            _ => new(left, top, width * house.WordsWidth, slide.Height * house.WordsHeight),
        };
    }
}
