using System.Text.Json.Serialization;

namespace Jaali.Core.Items;

/// <summary>Words on a slide.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Their room; where they stand in it is decided by <paramref name="Spot"/>.</param>
/// <param name="Role">What they are for.</param>
/// <param name="Source">Whether they were typed or follow the title or the point.</param>
/// <param name="Text">As typed, without their looks; also kept while they follow something.</param>
/// <param name="Spot">Where they stand.</param>
public sealed record Words(Guid Id, Placement At, WordsRole Role, WordsSource Source, string Text, Spot Spot)
    : Item(Id, At)
{
    /// <summary>The typed words with their looks and lists; null where they are plain.</summary>
    public ImmutableList<Paragraph>? Body { get; init; }

    /// <summary>What was set by hand; null for nothing, and all is as the house says.</summary>
    public TextStyle? Style { get; init; }

    /// <summary>The item they belong to, as a caption does to its photo; null for none.</summary>
    public Guid? Of { get; init; }

    /// <inheritdoc/>
    [JsonIgnore]
    public override LayoutPart LayoutPart =>
        Role switch
        {
            WordsRole.Heading when Spot is Spot.Auto or < Spot.Placed => LayoutPart.Heading,
            WordsRole.Body => LayoutPart.List,
            _ => LayoutPart.Other,
        };

    /// <summary>Where they lean to among the places that the house names, as the deck was evened out; null for the
    /// first that reads.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Spot? Leans { get; init; }

    /// <summary>What they say on this slide of this deck.</summary>
    public string Say(Deck deck, Slide slide) =>
        Source switch
        {
            WordsSource.DeckTitle => deck.Title,
            WordsSource.PointWording => slide.PointId is { } p ? deck.Point(p)?.Wording ?? Text : Text,
            WordsSource.Speaker => deck.Speaker,
            WordsSource.PointFacts or WordsSource.References or WordsSource.Contents => Paragraph.Plain(
                Paragraphs(deck, slide)
            ),
            _ => Text,
        };

    /// <summary>What they say, with its looks.</summary>
    public ImmutableList<Paragraph> Paragraphs(Deck deck, Slide slide) =>
        Source switch
        {
            WordsSource.Typed when Body is { } body => body,
            WordsSource.PointFacts =>
            [
                .. (slide.PointId is { } id ? deck.Point(id)?.Stated ?? [] : []).Select(f => new Paragraph(
                    [new(f.Text.Trim())],
                    ListMarker.Point
                )),
            ],
            WordsSource.References => [.. deck.References.Select(Reference)],
            WordsSource.Contents => [.. Titles(deck, slide)],
            _ => Paragraph.Of(Say(deck, slide)),
        };

    // The opening, the credits and further contents are not in the contents.
    private static IEnumerable<Paragraph> Titles(Deck deck, Slide here) =>
        deck
            .Slides.Where(s => s.Id != here.Id && s.Kind is SlideKind.Point or SlideKind.Free)
            .Select(s => (s.Id, Title: TitleOf(deck, s)))
            .Where(s => s.Title.Length > 0)
            .Select(s => new Paragraph([new TextRun(s.Title, Link: LinkTarget.ToSlide + s.Id)], ListMarker.Point));

    private static string TitleOf(Deck deck, Slide slide) =>
        slide.PointId is { } id && deck.Point(id) is { } point
            ? point.Wording
            : slide
                .Items.OfType<Words>()
                .Where(w => w is { Source: not WordsSource.Contents, Role: not WordsRole.Credit })
                .Select(w => (w.Role, Text: w.Say(deck, slide).ReplaceLineEndings(" ").Trim()))
                .Where(w => w.Text.Length > 0)
                .LoudestFirst(w => w.Role)
                .Select(w => w.Text)
                .FirstOrDefault("");

    private static Paragraph Reference(Fact fact) =>
        new(
            [
                // The fact, and on a line of its own where it is from.
                .. fact.Text.Trim() is { Length: > 0 } text ? new[] { new TextRun(text + "\n") } : [],
                new TextRun(fact.Reference.Trim(), Italic: true, Link: fact.Address),
            ],
            ListMarker.Number
        );
}

/// <summary>What words say: typed, or following the title, the speaker or the plan.</summary>
public enum WordsSource
{
    /// <summary>As typed.</summary>
    Typed,

    /// <summary>The deck's title.</summary>
    DeckTitle,

    /// <summary>The wording of the slide's point.</summary>
    PointWording,

    /// <summary>Who gives the talk.</summary>
    Speaker,

    /// <summary>The facts under the slide's point, as a list.</summary>
    PointFacts,

    /// <summary>Where all facts of the talk come from, as a numbered list.</summary>
    References,

    /// <summary>The titles of the other slides, each leading to its slide.</summary>
    Contents,
}

/// <summary>Writes words, sets them, or puts them elsewhere; what is null stays.</summary>
/// <param name="Text">What they say, plain. Typing what they say anyway leaves them following the title or the
/// point.</param>
/// <param name="Spot">Where they stand.</param>
/// <param name="Body">What they say, with its looks and lists; in place of <paramref name="Text"/>.</param>
/// <param name="Role">What they are for.</param>
/// <param name="Style">What a hand sets; what it leaves null stays as it is.</param>
/// <param name="Release">What is again as the house says.</param>
/// <param name="Typographic">Straight quotation marks, double hyphens and three stops become those of the deck's
/// language.</param>
/// <param name="Of">The item they belong to, as a caption does to its photo.</param>
public sealed record WordsEdit(
    string? Text = null,
    Spot? Spot = null,
    ImmutableList<Paragraph>? Body = null,
    WordsRole? Role = null,
    TextStyle? Style = null,
    ImmutableList<TextStylePart>? Release = null,
    bool? Typographic = null,
    Guid? Of = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel =>
        Text is not null || Body is not null ? "the words on a slide"
        : Spot is not null ? "the place of words"
        : "the look of words";
}
