using System.Collections.Immutable;
using System.Text.Json;
using Jaali.Core.Rights;
using Jaali.Core.Sourcing;

namespace Jaali.Core.Decks;

/// <summary>What came of a command.</summary>
public abstract record EditOutcome;

/// <summary>The command was carried out.</summary>
/// <param name="Deck">The deck after it.</param>
/// <param name="Inverse">What takes it back.</param>
/// <param name="Touched">The parts it changed; see <see cref="DeckParts"/>.</param>
public sealed record Edited(Deck Deck, Restore Inverse, ImmutableSortedSet<string> Touched) : EditOutcome;

/// <summary>The command was refused; the deck is as it was.</summary>
public sealed record Rejected(Refusal Reason) : EditOutcome;

/// <summary>What commands need to know from outside the deck.</summary>
public interface IEditFacts
{
    /// <summary>A taken photo, or null where there is none with this SHA-256.</summary>
    PhotoFacts? Photo(string photoId);

    /// <summary>A new identity.</summary>
    Guid NewId();
}

/// <summary>Carries out commands on decks: a pure function, but for the identities it is given.</summary>
public static class DeckEditor
{
    /// <summary>Applies a command. Never throws for what a user can do; a refusal says why in words.</summary>
    public static EditOutcome Apply(Deck deck, DeckCommand command, IEditFacts facts)
    {
        Change change = command switch
        {
            SetTitle c => DeckHandlers.Title(deck, c),
            SetSpeaker c => DeckHandlers.Speaker(deck, c),
            SetSlot c => DeckHandlers.Slot(deck, c),
            SetUse c => DeckHandlers.Use(deck, c),
            AddPoints c => PointHandlers.Add(deck, c, facts),
            EditPoint c => PointHandlers.Edit(deck, c),
            RemovePoint c => PointHandlers.Remove(deck, c),
            MovePoint c => PointHandlers.Move(deck, c),
            KeepPhoto c => PointHandlers.Keep(deck, c, facts),
            LetGo c => PointHandlers.LetGo(deck, c),
            OrderKept c => PointHandlers.Order(deck, c),
            ReplacePhoto c => Framing.FrameHandlers.Replace(deck, c, facts),
            MakeSlides => SlideHandlers.Make(deck, facts),
            AddSlide c => SlideHandlers.Add(deck, c, facts),
            RemoveSlide c => SlideHandlers.Remove(deck, c),
            MoveSlide c => SlideHandlers.Move(deck, c),
            DuplicateSlide c => SlideHandlers.Duplicate(deck, c, facts),
            SetSeconds c => SlideHandlers.Seconds(deck, c),
            SetNotes c => SlideHandlers.Notes(deck, c),
            PlaceGround c => Framing.FrameHandlers.Place(deck, c, facts),
            RemoveGround c => Framing.FrameHandlers.Remove(deck, c),
            Reframe c => Framing.FrameHandlers.Reframe(deck, c, facts),
            Treat c => Framing.FrameHandlers.Treat(deck, c, facts),
            ShowWhole c => RightsHandlers.ShowWhole(deck, c, facts),
            SwapPhoto c => RightsHandlers.Swap(deck, c, facts),
            TakeOff c => RightsHandlers.TakeOff(deck, c),
            SetCreditSpot c => RightsHandlers.Spot(deck, c),
            SetCreditStyle c => RightsHandlers.Style(deck, c),
            DecideChange c => RightsHandlers.Decide(deck, c),
            SetWords c => Typesetting.WordsHandlers.Set(deck, c, facts),
            RemoveWords c => Typesetting.WordsHandlers.Remove(deck, c),
            Restore c => PutBack(deck, c),
            _ => new Refusal(
                "unknown-command",
                "This edit is of a kind that this version does not know. Reload the page."
            ),
        };
        if (change.Refusal is { } no)
            return new Rejected(no);
        Deck after = change.Deck!;
        ImmutableSortedDictionary<string, JsonElement?> was = DeckParts.Changed(deck, after);
        return new Edited(after, new Restore(was), [.. was.Keys]);
    }

    private static Change PutBack(Deck deck, Restore command)
    {
        try
        {
            return DeckParts.With(deck, command.Parts);
        }
        catch (Exception e) when (e is FormatException or JsonException or InvalidOperationException)
        {
            return new Refusal(
                "bad-restore",
                "The earlier state of this part cannot be read, so it was left as it is."
            );
        }
    }
}

/// <summary>A deck after a change, or why there is none.</summary>
internal readonly record struct Change(Deck? Deck, Refusal? Refusal)
{
    public static implicit operator Change(Deck deck) => new(deck, null);

    public static implicit operator Change(Refusal refusal) => new(null, refusal);

    internal static Refusal NoSlide =>
        new("no-such-slide", "This slide is no longer in the deck. Choose another in the run.");

    internal static Refusal NoPoint => new("no-such-point", "This point is no longer in the plan. Choose another.");

    internal static Refusal TooLong(string what, int limit) =>
        new("too-long", $"{what} may have at most {limit} characters. Shorten it; nothing was changed.");
}
