using System.Text;

namespace Jaali.Core.Editing;

/// <summary>Finds words and puts others in their place: typed words and notes of slides; where all slides are meant,
/// also
/// the title and the points, which their headings follow.</summary>
/// <param name="Find">What is looked for.</param>
/// <param name="With">What comes in its place; may be empty.</param>
/// <param name="MatchCase">Small letters are no capitals.</param>
/// <param name="WholeWords">Not within a longer word.</param>
/// <param name="On">The slides.</param>
public sealed record ReplaceWords(string Find, string With, bool MatchCase, bool WholeWords, SlideChoice On)
    : DeckCommand
{
    /// <inheritdoc/>
    public override string UndoLabel => "words on several slides";

    internal override Change Apply(Deck deck, IEditFacts facts)
    {
        if (Find.Length == 0)
            return new Refusal("no-words", "Say what to look for.");
        if (Find.Length > Limits.Talks.Wording || With.Length > Limits.Talks.Wording)
            return Refusals.TooLong("What is looked for, and what comes in its place,", Limits.Talks.Wording);
        (IReadOnlyList<Slide> slides, Refusal? wrong) = On.Of(deck);
        if (wrong is not null)
            return wrong;
        var none = new Refusal("nothing-found", $"Nowhere on these slides stands “{Find}”.");
        bool found = false;
        if (On.IsAll)
        {
            if (In(deck.Title) is { } title)
            {
                found = true;
                Change named = new SetTitle(title).Apply(deck, facts);
                if (named.Deck is null)
                    return named;
                deck = named.Deck;
            }
            foreach (Point point in deck.Points)
                if (In(point.Wording) is { } wording)
                {
                    found = true;
                    Change said = new EditPoint(point.Id, Wording: wording).Apply(deck, facts);
                    if (said.Deck is null)
                        return said;
                    deck = said.Deck;
                }
        }
        foreach (Guid id in slides.Select(s => s.Id))
            if (In(deck.Slide(id)!.Notes) is { } notes)
            {
                found = true;
                Change noted = new SetNotes(id, notes).Apply(deck, facts);
                if (noted.Deck is null)
                    return noted;
                deck = noted.Deck;
            }
        Change set = WordsOnSlides.Edit(
            deck,
            slides,
            (words, slide) =>
                words.Source != WordsSource.Typed ? null
                : Body(words.Paragraphs(deck, slide)) is { } body ? new WordsEdit(Body: body)
                : null,
            facts,
            none
        );
        if (set.Refusal is { Code: not "nothing-found" })
            return set;
        Change all = Inside(set.Deck ?? deck, slides, facts);
        return all.Deck is { } after && (found || set.Deck is not null || !ReferenceEquals(after, deck)) ? after
            : all.Refusal is not null ? all
            : none;
    }

    // Words within things that are none: in cells, in steps, in shapes.
    private Change Inside(Deck deck, IReadOnlyList<Slide> slides, IEditFacts facts)
    {
        foreach (Guid id in slides.Select(s => s.Id))
        foreach (Guid itemId in deck.Slide(id)!.Items.Where(i => i is not Words).Select(i => i.Id).ToArray())
        {
            Slide slide = deck.Slide(id)!;
            Item item = slide.Item(itemId)!;
            ItemKind kind = ItemKinds.Of(item);
            if (!kind.Says(item).Any(t => In(t) is not null) || kind.Resay(item, t => In(t) ?? t) is not { } edit)
                continue;
            Change put = ItemCommand.Put(deck, slide, kind.Edit(item, edit, new ItemPlace(deck, slide, facts)), facts);
            if (put.Deck is null)
                return put;
            deck = put.Deck;
        }
        return deck;
    }

    // What is found may stand across runs: what comes takes the look of where it begins.
    private ImmutableList<Paragraph>? Body(ImmutableList<Paragraph> body)
    {
        bool any = false;
        ImmutableList<Paragraph> set =
        [
            .. body.Select(p =>
            {
                string text = p.Plain();
                int[] places = [.. Places(text)];
                if (places.Length == 0)
                    return p;
                any = true;
                List<TextRun> runs = [];
                int start = 0;
                foreach (TextRun run in p.Runs)
                {
                    int end = start + run.Text.Length;
                    var now = new StringBuilder();
                    for (int i = start; i < end; i++)
                    {
                        int place = Array.FindIndex(places, at => i >= at && i < at + Find.Length);
                        if (place < 0)
                            now.Append(text[i]);
                        else if (i == places[place])
                            now.Append(With);
                    }
                    runs.Add(run with { Text = now.ToString() });
                    start = end;
                }
                return p with { Runs = [.. runs] };
            }),
        ];
        return any ? set : null;
    }

    private string? In(string text)
    {
        int[] places = [.. Places(text)];
        if (places.Length == 0)
            return null;
        var now = new StringBuilder();
        int from = 0;
        foreach (int at in places)
        {
            now.Append(text, from, at - from).Append(With);
            from = at + Find.Length;
        }
        return now.Append(text, from, text.Length - from).ToString();
    }

    private IEnumerable<int> Places(string text)
    {
        StringComparison how = MatchCase ? StringComparison.Ordinal : StringComparison.OrdinalIgnoreCase;
        for (int at = 0; (at = text.IndexOf(Find, at, how)) >= 0; )
        {
            bool whole =
                (at == 0 || !char.IsLetterOrDigit(text[at - 1]))
                && (at + Find.Length == text.Length || !char.IsLetterOrDigit(text[at + Find.Length]));
            if (!WholeWords || whole)
            {
                yield return at;
                at += Find.Length;
            }
            else
                at++;
        }
    }
}
