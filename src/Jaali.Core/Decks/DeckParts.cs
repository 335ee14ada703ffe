using System.Collections.Immutable;
using System.Text.Json;
using Jaali.Core.Rights;

namespace Jaali.Core.Decks;

/// <summary>
/// A deck seen as named parts, each with a JSON value: <c>title</c>, <c>speaker</c>, <c>shape</c>, <c>slot</c>, <c>use</c>, <c>style</c>, <c>points</c> (their order), <c>point/ID</c>,
/// <c>slides</c> (their order), <c>slide/ID</c> (what it is for), <c>slide/ID/ground</c>, <c>slide/ID/words</c>, <c>slide/ID/notes</c>, <c>slide/ID/seconds</c>.
/// The parts in which two decks differ are what an edit touched: its inverse, its conflicts and the rows to save all follow from them.
/// </summary>
public static class DeckParts
{
    /// <summary>How decks are written as JSON, here, in the store and on the wire.</summary>
    public static JsonSerializerOptions Json { get; } =
        new(JsonSerializerDefaults.Web)
        {
            Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
            AllowOutOfOrderMetadataProperties = true,
        };

    /// <summary>The parts that differ, with their values in <paramref name="from"/>; null where it lacks the part.</summary>
    public static ImmutableSortedDictionary<string, JsonElement?> Changed(Deck from, Deck to)
    {
        var changed = ImmutableSortedDictionary.CreateBuilder<string, JsonElement?>(StringComparer.Ordinal);
        Header("title", d => d.Title);
        Header("speaker", d => d.Speaker);
        Header("shape", d => d.Shape);
        Header("slot", d => d.SlotMinutes);
        Header("use", d => d.Use);
        Header("style", d => d.Style);
        if (!ReferenceEquals(from.Points, to.Points))
        {
            Order("points", from.Points.Select(p => p.Id), to.Points.Select(p => p.Id));
            Pairs(from.Points, to.Points, p => p.Id, (id, a, b) => Put("point/" + id, a, b));
        }
        if (!ReferenceEquals(from.Slides, to.Slides))
        {
            Order("slides", from.Slides.Select(s => s.Id), to.Slides.Select(s => s.Id));
            Pairs(from.Slides, to.Slides, s => s.Id, SlideParts);
        }
        return changed.ToImmutable();

        void Header<T>(string key, Func<Deck, T> part) => Put(key, part(from), part(to));

        void Put(string key, object? a, object? b)
        {
            if (ReferenceEquals(a, b) || Equals(a, b))
                return;
            JsonElement? was = a is null ? null : JsonSerializer.SerializeToElement(a, a.GetType(), Json);
            JsonElement? now = b is null ? null : JsonSerializer.SerializeToElement(b, b.GetType(), Json);
            if (was?.GetRawText() != now?.GetRawText())
                changed[key] = was;
        }

        void Order(string key, IEnumerable<Guid> a, IEnumerable<Guid> b)
        {
            Guid[] was = [.. a];
            if (!was.SequenceEqual(b))
                changed[key] = JsonSerializer.SerializeToElement(was, Json);
        }

        void SlideParts(Guid id, Slide? a, Slide? b)
        {
            string key = "slide/" + id;
            Put(
                key,
                a is null ? null : new SlideHead(a.Kind, a.PointId),
                b is null ? null : new SlideHead(b.Kind, b.PointId)
            );
            Put(key + "/ground", a?.Ground, b?.Ground);
            Put(key + "/words", a?.Words, b?.Words);
            Put(key + "/notes", a?.Notes, b?.Notes);
            Put(key + "/seconds", a?.Seconds, b?.Seconds);
        }
    }

    private static void Pairs<T>(
        ImmutableList<T> from,
        ImmutableList<T> to,
        Func<T, Guid> id,
        Action<Guid, T?, T?> each
    )
        where T : class
    {
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

    /// <summary>The deck with the given parts put in place; parts that it lacks and does not get stay out.</summary>
    public static Deck With(Deck deck, ImmutableSortedDictionary<string, JsonElement?> parts)
    {
        Dictionary<Guid, Point> points = deck.Points.ToDictionary(p => p.Id);
        Dictionary<Guid, Slide> slides = deck.Slides.ToDictionary(s => s.Id);
        Guid[] pointOrder = [.. deck.Points.Select(p => p.Id)],
            slideOrder = [.. deck.Slides.Select(s => s.Id)];
        foreach ((string key, JsonElement? value) in parts)
        {
            string[] path = key.Split('/');
            switch (path[0])
            {
                case "title":
                    deck = deck with { Title = Read<string>(value) };
                    break;
                case "speaker":
                    deck = deck with { Speaker = Read<string>(value) };
                    break;
                case "shape":
                    deck = deck with { Shape = Read<SlideShape>(value) };
                    break;
                case "slot":
                    deck = deck with { SlotMinutes = Read<double>(value) };
                    break;
                case "use":
                    deck = deck with { Use = Read<DeclaredUse>(value) };
                    break;
                case "style":
                    deck = deck with { Style = Read<CreditStyle>(value) };
                    break;
                case "points":
                    pointOrder = Read<Guid[]>(value);
                    break;
                case "slides":
                    slideOrder = Read<Guid[]>(value);
                    break;
                case "point" when value is null:
                    points.Remove(Guid.Parse(path[1]));
                    break;
                case "point":
                    points[Guid.Parse(path[1])] = Read<Point>(value);
                    break;
                case "slide":
                    PutSlide(slides, path, value);
                    break;
                default:
                    throw new FormatException($"A deck has no part named {key}.");
            }
        }
        return deck with
        {
            Points = [.. pointOrder.Where(points.ContainsKey).Select(id => points[id])],
            Slides = [.. slideOrder.Where(slides.ContainsKey).Select(id => slides[id])],
        };
    }

    private static void PutSlide(Dictionary<Guid, Slide> slides, string[] path, JsonElement? value)
    {
        var id = Guid.Parse(path[1]);
        if (path.Length == 2 && value is null)
        {
            slides.Remove(id);
            return;
        }
        if (!slides.TryGetValue(id, out Slide? slide))
        {
            if (path.Length > 2 && value is null)
                return;
            slide = new Slide(id, SlideKind.Free, null, null, [], "", 0);
        }
        slides[id] =
            path.Length == 2
                ? slide with
                {
                    Kind = Read<SlideHead>(value).Kind,
                    PointId = Read<SlideHead>(value).PointId,
                }
                : path[2] switch
                {
                    "ground" => slide with { Ground = value is null ? null : Read<Frame>(value) },
                    "words" => slide with { Words = value is null ? [] : Read<ImmutableList<Words>>(value) },
                    "notes" => slide with { Notes = value is null ? "" : Read<string>(value) },
                    "seconds" => slide with { Seconds = value is null ? 0 : Read<double>(value) },
                    _ => throw new FormatException($"A slide has no part named {path[2]}."),
                };
    }

    private static T Read<T>(JsonElement? value) =>
        (value ?? throw new FormatException("A part of the deck is missing its value.")).Deserialize<T>(Json)
        ?? throw new FormatException("A part of the deck is empty.");

    private sealed record SlideHead(SlideKind Kind, Guid? PointId);
}
