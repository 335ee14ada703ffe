using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Legibility;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;

namespace Jaali.Core.Items;

/// <summary>Words, typeset and placed where they can be read.</summary>
public sealed class WordsKind : ItemKind<Words, WordsEdit>
{
    private static readonly Spot[] OnPaper = [Spot.BottomLeft, Spot.TopLeft, Spot.BottomRight, Spot.TopRight],
        OnPhoto = [Spot.TopLeft, Spot.BottomLeft, Spot.TopRight, Spot.BottomRight];

    /// <inheritdoc/>
    public override string Name => "words";

    /// <inheritdoc/>
    public override int Rank => 1;

    /// <summary>Words that follow the deck's title or a point's wording.</summary>
    public static Words Following(Guid id, WordsRole role, WordsSource source, SlideRect slide) =>
        new(id, new(Usual(slide)), role, source, "", Spot.Auto);

    /// <inheritdoc/>
    protected override Refusal? Fault(Words item, ItemPlace at) =>
        item.Text.Length > Limits.OfTalks.Wording
            ? new(
                "too-long",
                $"Words on a slide may have at most {Limits.OfTalks.Wording} characters. Shorten them; nothing was changed."
            )
        : item.Source == WordsSource.Typed && string.IsNullOrWhiteSpace(item.Text)
            ? new("no-words", "Words cannot be empty. To take them off, remove them.")
        : null;

    /// <inheritdoc/>
    protected override ItemResult Create(Guid id, WordsEdit edit, SlideRect? rect, ItemPlace at)
    {
        if (string.IsNullOrWhiteSpace(edit.Text))
            return new Refusal("no-words", "Write some words first.");
        Spot spot = edit.Spot ?? (rect is null ? Spot.Auto : Spot.Placed);
        return new Words(
            id,
            new(rect ?? Usual(at.Bounds)),
            WordsRole.Heading,
            WordsSource.Typed,
            edit.Text.Trim(),
            spot
        );
    }

    /// <inheritdoc/>
    protected override ItemResult Edit(Words item, WordsEdit edit, ItemPlace at)
    {
        if (edit.Spot is { } spot)
            item = item with { Spot = spot };
        if (edit.Text?.Trim() is { } text && text != item.Say(at.Deck, at.Slide))
            item = item with { Source = WordsSource.Typed, Text = text };
        return item;
    }

    /// <inheritdoc/>
    protected override ItemResult Place(Words item, Placement to, ItemPlace at) =>
        item with
        {
            At = to,
            Spot = to.Rect == item.At.Rect ? item.Spot : Spot.Placed,
        };

    /// <inheritdoc/>
    protected override string Describe(Words item, ItemPlace at) => item.Say(at.Deck, at.Slide);

    /// <inheritdoc/>
    protected override void Compose(Words item, Composition scene)
    {
        string text = item.Say(scene.Deck, scene.Slide);
        if (string.IsNullOrWhiteSpace(text))
            return;
        Theme theme = scene.Theme;
        bool opening = item.Role == WordsRole.Opening,
            placed = item.Spot == Spot.Placed;
        SetWords set = SetWords.Fit(
            text,
            opening ? theme.Opening : theme.Heading,
            placed ? item.At.Rect.Width : (scene.Bounds.Width - 2 * theme.MarginX) * theme.WordsWidth,
            placed ? item.At.Rect.Height : scene.Bounds.Height * theme.WordsHeight,
            scene.Facts.Measure
        );
        var room = new WordsRoom(set.Width, set.Height, theme.MarginX, theme.MarginY);
        SlideRect box;
        Ink ink;
        if (item.Spot == Spot.Auto)
        {
            FoundSpot found = SpotFinder.Corner(
                scene.Around,
                room,
                Contrast.SmallWords,
                opening || scene.Backdrop.IsPlain ? OnPaper : OnPhoto
            );
            (box, ink) = (found.Box, found.Ink);
        }
        else
        {
            box = placed
                ? new(item.At.Rect.X, item.At.Rect.Y, set.Width, set.Height)
                : SpotFinder.BoxAt(item.Spot, scene.Bounds, room);
            ink = Ink.Best(scene.Backdrop.Under(box, item.At.Turn, Composition.Middle(item.At.Rect)));
        }
        bool right = !placed && box.X > scene.Bounds.Width / 2;
        scene.Add(set.Node(box, right, ink.Colour));
        scene.Reserve(box);
        scene.Tell(
            new ScenePart(
                item.Id,
                opening ? "opening" : "heading",
                box,
                text,
                ink.Ratio,
                ink.Ratio >= Contrast.LargeWords
            )
        );
    }

    /// <inheritdoc/>
    public override JsonObject Upgrade(JsonObject body, int format, SlideRect slide)
    {
        if (format >= 2)
            return body;
        var now = (JsonObject)body.DeepClone();
        SlideRect r = Usual(slide);
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
                ]
            ),
        ];

    // The part of the slide between the margins that words may take.
    private static SlideRect Usual(SlideRect slide)
    {
        Theme t = Theme.Usual;
        return new(
            slide.X + t.MarginX,
            slide.Y + t.MarginY,
            (slide.Width - 2 * t.MarginX) * t.WordsWidth,
            slide.Height * t.WordsHeight
        );
    }
}
