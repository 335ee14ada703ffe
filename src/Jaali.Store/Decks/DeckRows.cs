using System.Collections.Immutable;
using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Legibility;

namespace Jaali.Store;

/// <summary>Decks as rows, and back.</summary>
internal static class DeckRows
{
    internal static void Fill(DeckRow row, Deck deck, int revision, DateTimeOffset now)
    {
        row.Title = deck.Title;
        row.Speaker = deck.Speaker;
        row.Shape = deck.Shape.ToString();
        row.SlotMinutes = deck.SlotMinutes;
        row.Use = Write(deck.Use);
        row.Style = Write(deck.Style);
        row.Grid = deck.Grid == SlideGrid.Usual ? "" : Write(deck.Grid);
        row.House = deck.House == HouseStyles.Earlier ? "" : Write(deck.House);
        row.Room = deck.Room == Room.Usual ? "" : Write(deck.Room);
        row.WordsPerMinute = deck.WordsPerMinute;
        row.RunThroughs = deck.RunThroughs.IsEmpty ? "" : Write(deck.RunThroughs);
        row.PointOrder = Write(deck.Points.Select(p => p.Id));
        row.SlideOrder = Write(deck.Slides.Select(s => s.Id));
        row.Revision = revision;
        row.ChangedAt = now;
    }

    internal static PointRow Of(Guid deckId, Point p) =>
        new()
        {
            DeckId = deckId,
            Id = p.Id,
            Wording = p.Wording,
            Seconds = p.Seconds,
            Facts = Write(p.Facts),
            SearchWords = Write(p.SearchWords),
            Shortlist = Write(p.Shortlist),
        };

    internal static Point Point(PointRow r) =>
        new(
            r.Id,
            r.Wording,
            [.. Read<Fact[]>(r.Facts)],
            r.Seconds,
            [.. Read<string[]>(r.SearchWords)],
            [.. Read<string[]>(r.Shortlist)]
        );

    internal static SlideRow Of(Guid deckId, Slide s) =>
        new()
        {
            DeckId = deckId,
            Id = s.Id,
            Kind = s.Kind.ToString(),
            PointId = s.PointId,
            Seconds = s.Seconds,
            Notes = s.Notes,
            Grid = s.OwnGrid is null ? "" : Write(s.OwnGrid),
            Arrangement = s.Arrangement?.ToString() ?? "",
            Layout = s.Layout is null ? "" : Write(s.Layout),
            Transition = s.OwnTransition is null ? "" : Write(s.OwnTransition),
            Cues = s.Cues.IsEmpty ? "" : Write(s.Cues),
            ItemOrder = Write(s.Items.Select(i => i.Id)),
        };

    internal static Slide Slide(SlideRow r, IEnumerable<ItemRow> items, SlideRect bounds)
    {
        Dictionary<Guid, ItemRow> known = items.ToDictionary(i => i.Id);
        return new(
            r.Id,
            Enum.Parse<SlideKind>(r.Kind),
            r.PointId,
            [
                .. Read<Guid[]>(r.ItemOrder)
                    .Select(id => StoredItems.Read(known[id].Kind, known[id].Format, known[id].Body, bounds)),
            ],
            r.Notes,
            r.Seconds
        )
        {
            OwnGrid = r.Grid.Length > 0 ? Read<SlideGrid>(r.Grid) : null,
            Arrangement = Enum.TryParse(r.Arrangement, out ArrangementForm form) ? form : null,
            Layout = r.Layout.Length > 0 ? Read<AppliedLayout>(r.Layout) : null,
            Cues = r.Cues.Length > 0 ? Read<ImmutableList<Cue>>(r.Cues) : [],
            OwnTransition = r.Transition.Length > 0 ? Read<Transition>(r.Transition) : null,
        };
    }

    internal static ItemRow Of(Guid deckId, Guid slideId, Item item)
    {
        (string kind, int format, string body) = StoredItems.Write(item);
        return new()
        {
            DeckId = deckId,
            SlideId = slideId,
            Id = item.Id,
            Kind = kind,
            Format = format,
            Body = body,
        };
    }

    internal static IEnumerable<PlacementRow> PlacementsOf(Guid deckId, Guid slideId, Item item) =>
        ItemKinds
            .Of(item)
            .Photos(item)
            .Select(u => u.PhotoId)
            .Distinct()
            .Select(photo => new PlacementRow
            {
                DeckId = deckId,
                SlideId = slideId,
                ItemId = item.Id,
                PhotoId = photo,
            });

    internal static CommandRow Of(Guid deckId, int revision, EditToSave edit, DateTimeOffset now) =>
        new()
        {
            DeckId = deckId,
            Revision = revision,
            Way = Name(edit.Way),
            Author = edit.Author,
            IdempotencyKey = edit.IdempotencyKey,
            Of = edit.Of,
            Format = DeckCommands.Format,
            Command = StoredCommands.Write(edit.Command),
            Inverse = StoredCommands.Write(edit.Edited.Inverse),
            Touched = Write(edit.Edited.Touched.Select(t => t.ToString())),
            At = now,
        };

    internal static string Name(EditDirection way) =>
        way switch
        {
            EditDirection.Undo => "undo",
            EditDirection.Redo => "redo",
            _ => "do",
        };

    internal static EditDirection Way(string name) =>
        name switch
        {
            "undo" => EditDirection.Undo,
            "redo" => EditDirection.Redo,
            _ => EditDirection.Do,
        };

    // A log of format 1 names the ground and the words of a slide, which are its items by now.
    internal static IEnumerable<PartKey> PartsOf(string key)
    {
        if (PartKey.TryParse(EarlierNames.Part(key), out PartKey? part))
            return [part.Value];
        return key.Split('/') is ["slide", var slide, "ground" or "words"] && Guid.TryParse(slide, out Guid id)
            ? [new PartKey(PartKind.SlideItems, id)]
            : [];
    }

    internal static T Read<T>(string json) =>
        JsonSerializer.Deserialize<T>(json, DeckJson.Options)
        ?? throw new InvalidDataException("A row of the database is empty where it must not be.");

    private static string Write<T>(T value) => JsonSerializer.Serialize(value, DeckJson.Options);
}
