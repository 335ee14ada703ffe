using System.Text.Json;

namespace Jaali.Core.Editing;

/// <summary>
/// A deck seen as named parts, each with a JSON value. The parts in which two decks differ are what an edit touched:
/// its inverse, its conflicts, the rows to save and the patch to send all follow from them.
/// </summary>
public static class DeckParts
{
    /// <summary>The parts that differ, with their values in <paramref name="from"/>; null where it lacks the
    /// part.</summary>
    public static ImmutableSortedDictionary<PartKey, JsonElement?> Changed(Deck from, Deck to)
    {
        var difference = new Difference();
        difference.OfDeck(from, to);
        difference.OfLists(from, to);
        return difference.Parts;
    }

    // Gathers what differs.
    private sealed class Difference
    {
        private readonly ImmutableSortedDictionary<PartKey, JsonElement?>.Builder _changed =
            ImmutableSortedDictionary.CreateBuilder<PartKey, JsonElement?>();

        internal ImmutableSortedDictionary<PartKey, JsonElement?> Parts => _changed.ToImmutable();

        internal void OfDeck(Deck from, Deck to)
        {
            Put(new(PartKind.Title), from.Title, to.Title);
            Put(new(PartKind.Speaker), from.Speaker, to.Speaker);
            if (from.Shape != to.Shape)
                Put(new(PartKind.Shape), (SlideShape?)from.Shape, to.Shape);
            if (from.SlotMinutes != to.SlotMinutes)
                Put(new(PartKind.Slot), (double?)from.SlotMinutes, to.SlotMinutes);
            Put(new(PartKind.Use), from.Use, to.Use);
            Put(new(PartKind.Style), from.Style, to.Style);
            Put(new(PartKind.Grid), from.Grid, to.Grid);
            Put(new(PartKind.House), from.House, to.House);
            Put(new(PartKind.Room), from.Room, to.Room);
            if (from.WordsPerMinute != to.WordsPerMinute)
                Put(new(PartKind.Rate), (double?)from.WordsPerMinute, to.WordsPerMinute);
            if (!ReferenceEquals(from.RunThroughs, to.RunThroughs))
                Put(new(PartKind.RunThroughs), from.RunThroughs, to.RunThroughs);
        }

        internal void OfLists(Deck from, Deck to)
        {
            Put(new(PartKind.Point, to.Id), from.OwnOpening, to.OwnOpening);
            // Nearly always nothing came, went or changed places.
            if (to.SamePointsSince(from) is { } points)
                foreach ((Point a, Point b) in points)
                    Put(new(PartKind.Point, b.Id), a, b);
            else
            {
                Order(PartKind.Points, default, from.Points.Select(p => p.Id), to.Points.Select(p => p.Id));
                Pairs(from.Points, to.Points, p => p.Id, (id, a, b) => Put(new(PartKind.Point, id), a, b));
            }
            if (to.SameSlidesSince(from) is { } slides)
                foreach ((Slide a, Slide b) in slides)
                    SlideParts(b.Id, a, b);
            else
            {
                Order(PartKind.Slides, default, from.Slides.Select(s => s.Id), to.Slides.Select(s => s.Id));
                Pairs(from.Slides, to.Slides, s => s.Id, SlideParts);
            }
        }

        private void Put<T>(PartKey key, T? a, T? b)
        {
            if (ReferenceEquals(a, b) || Equals(a, b))
                return;
            JsonElement? was = Write(a);
            if (was?.GetRawText() != Write(b)?.GetRawText())
                _changed[key] = was;
        }

        private void Order(PartKind kind, Guid of, IEnumerable<Guid>? a, IEnumerable<Guid>? b)
        {
            Guid[]? was = a?.ToArray();
            if (was is null || b is null || !was.SequenceEqual(b))
                _changed[new(kind, of)] = Write(was);
        }

        private void SlideParts(Guid id, Slide? a, Slide? b)
        {
            Put(new(PartKind.Slide, id), Head(a), Head(b));
            Put(new(PartKind.SlideNotes, id), a?.Notes, b?.Notes);
            if (a?.Seconds != b?.Seconds)
                Put(new(PartKind.SlideSeconds, id), a?.Seconds, b?.Seconds);
            Put(new(PartKind.SlideGrid, id), a?.OwnGrid, b?.OwnGrid);
            Put(new(PartKind.SlideTransition, id), a?.OwnTransition, b?.OwnTransition);
            if (!ReferenceEquals(a?.Cues, b?.Cues))
                Put(new(PartKind.SlideCues, id), Moves(a), Moves(b));
            if (a?.Arrangement != b?.Arrangement)
                Put(new(PartKind.SlideArrangement, id), a?.Arrangement, b?.Arrangement);
            Put(new(PartKind.SlideLayout, id), a?.Layout, b?.Layout);
            if (ReferenceEquals(a?.Items, b?.Items))
                return;
            Order(PartKind.SlideItems, id, a?.Items.Select(i => i.Id), b?.Items.Select(i => i.Id));
            Pairs(
                a?.Items ?? [],
                b?.Items ?? [],
                i => i.Id,
                (item, x, y) => Put(new(PartKind.SlideItem, id, item), x, y)
            );
        }
    }

    /// <summary>The deck with the given parts put in place; parts that it lacks and does not get stay out.</summary>
    /// <exception cref="FormatException">A part has no value, or one that it cannot have.</exception>
    /// <exception cref="JsonException">A value cannot be read.</exception>
    public static Deck With(Deck deck, ImmutableSortedDictionary<PartKey, JsonElement?> parts)
    {
        Dictionary<Guid, Point> points = deck.Points.ToDictionary(p => p.Id);
        Dictionary<Guid, Draft> slides = deck.Slides.ToDictionary(s => s.Id, s => new Draft(s));
        Guid[] pointOrder = [.. deck.Points.Select(p => p.Id)],
            slideOrder = [.. deck.Slides.Select(s => s.Id)];
        foreach ((PartKey key, JsonElement? value) in parts)
        {
            switch (key.Kind)
            {
                case PartKind.Title:
                    deck = deck with { Title = Read<string>(value) };
                    break;
                case PartKind.Speaker:
                    deck = deck with { Speaker = Read<string>(value) };
                    break;
                case PartKind.Shape:
                    deck = deck with { Shape = Read<SlideShape>(value) };
                    break;
                case PartKind.Slot:
                    deck = deck with { SlotMinutes = Read<double>(value) };
                    break;
                case PartKind.Use:
                    deck = deck with { Use = Read<DeclaredUse>(value) };
                    break;
                case PartKind.Style:
                    deck = deck with { Style = Read<CreditStyle>(value) };
                    break;
                case PartKind.Grid:
                    deck = deck with { Grid = Read<SlideGrid>(value) };
                    break;
                case PartKind.House:
                    deck = deck with { House = Read<HouseStyle>(value) };
                    break;
                case PartKind.Room:
                    deck = deck with { Room = Read<Room>(value) };
                    break;
                case PartKind.Rate:
                    deck = deck with { WordsPerMinute = Read<double>(value) };
                    break;
                case PartKind.RunThroughs:
                    deck = deck with { RunThroughs = Read<ImmutableList<RunThrough>>(value) };
                    break;
                case PartKind.Points:
                    pointOrder = Read<Guid[]>(value);
                    break;
                case PartKind.Slides:
                    slideOrder = Read<Guid[]>(value);
                    break;
                case PartKind.Point when key.Of == deck.Id:
                    deck = deck with { OwnOpening = value is null ? null : Read<Point>(value) };
                    break;
                case PartKind.Point when value is null:
                    points.Remove(key.Of);
                    break;
                case PartKind.Point:
                    points[key.Of] = Read<Point>(value);
                    break;
                case PartKind.Slide when value is null:
                    slides.Remove(key.Of);
                    break;
                default:
                    if (!slides.TryGetValue(key.Of, out Draft? draft))
                    {
                        if (value is null)
                            break;
                        slides[key.Of] = draft = new Draft(new Slide(key.Of, SlideKind.Free, null, [], "", 0));
                    }
                    draft.Put(key, value);
                    break;
            }
        }
        return deck with
        {
            Points = [.. pointOrder.Where(points.ContainsKey).Select(id => points[id])],
            Slides = [.. slideOrder.Where(slides.ContainsKey).Select(id => slides[id].Finish())],
        };
    }

    // None is no part at all: stores from before there were any stay as they are.
    private static ImmutableList<Cue>? Moves(Slide? s) => s is null || s.Cues.IsEmpty ? null : s.Cues;

    private static SlideHead? Head(Slide? s) => s is null ? null : new(s.Kind, s.PointId);

    private static JsonElement? Write<T>(T? value) =>
        value is null ? null : JsonSerializer.SerializeToElement(value, DeckJson.Options);

    private static T Read<T>(JsonElement? value) =>
        (value ?? throw new FormatException("A part of the deck is missing its value.")).Deserialize<T>(
            DeckJson.Options
        ) ?? throw new FormatException("A part of the deck is empty.");

    private static void Pairs<T>(
        ImmutableList<T> from,
        ImmutableList<T> to,
        Func<T, Guid> id,
        Action<Guid, T?, T?> each
    )
        where T : class
    {
        if (from.Count == to.Count && from.Zip(to).All(p => id(p.First) == id(p.Second)))
        {
            // Nothing came, went or changed places.
            foreach ((T a, T b) in from.Zip(to))
                if (!ReferenceEquals(a, b))
                    each(id(b), a, b);
            return;
        }
        Dictionary<Guid, T> was = from.ToDictionary(id);
        foreach (T b in to)
        {
            was.Remove(id(b), out T? a);
            if (!ReferenceEquals(a, b))
                each(id(b), a, b);
        }
        foreach ((Guid gone, T a) in was)
            each(gone, a, null);
    }

    private sealed record SlideHead(SlideKind Kind, Guid? PointId);

    // A slide whose parts are being put in place.
    private sealed class Draft(Slide slide)
    {
        private Slide _slide = slide;
        private Dictionary<Guid, Item>? _items;
        private Guid[]? _order;

        internal void Put(PartKey key, JsonElement? value)
        {
            switch (key.Kind)
            {
                case PartKind.Slide:
                    SlideHead head = Read<SlideHead>(value);
                    _slide = _slide with { Kind = head.Kind, PointId = head.PointId };
                    break;
                case PartKind.SlideNotes:
                    _slide = _slide with { Notes = value is null ? "" : Read<string>(value) };
                    break;
                case PartKind.SlideSeconds:
                    _slide = _slide with { Seconds = value is null ? 0 : Read<double>(value) };
                    break;
                case PartKind.SlideGrid:
                    _slide = _slide with { OwnGrid = value is null ? null : Read<SlideGrid>(value) };
                    break;
                case PartKind.SlideTransition:
                    _slide = _slide with { OwnTransition = value is null ? null : Read<Transition>(value) };
                    break;
                case PartKind.SlideCues:
                    _slide = _slide with { Cues = value is null ? [] : Read<ImmutableList<Cue>>(value) };
                    break;
                case PartKind.SlideArrangement:
                    _slide = _slide with { Arrangement = value is null ? null : Read<ArrangementForm>(value) };
                    break;
                case PartKind.SlideLayout:
                    _slide = _slide with { Layout = value is null ? null : Read<AppliedLayout>(value) };
                    break;
                case PartKind.SlideItems:
                    _order = value is null ? [] : Read<Guid[]>(value);
                    break;
                case PartKind.SlideItem:
                    _items ??= _slide.Items.ToDictionary(i => i.Id);
                    if (value is null)
                        _items.Remove(key.ItemId);
                    else
                        _items[key.ItemId] = Read<Item>(value);
                    break;
                default:
                    throw new FormatException($"{key} is no part of a slide.");
            }
        }

        internal Slide Finish()
        {
            if (_items is null && _order is null)
                return _slide;
            Dictionary<Guid, Item> items = _items ?? _slide.Items.ToDictionary(i => i.Id);
            Guid[] order = _order ?? [.. _slide.Items.Select(i => i.Id)];
            return _slide with { Items = [.. order.Where(items.ContainsKey).Select(id => items[id])] };
        }
    }
}
