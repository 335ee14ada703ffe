using System.Globalization;

namespace Jaali.Core.Motion;

/// <summary>A move as a line of a list.</summary>
/// <param name="CueId">The move.</param>
/// <param name="Presses">Presses of its own; 0 where it follows others.</param>
/// <param name="When">What sets it going, in few words.</param>
/// <param name="Says">What happens, in a sentence without its end.</param>
/// <param name="There">False where what should move is not on the slide.</param>
public sealed record CueLine(Guid CueId, int Presses, string When, string Says, bool There);

/// <summary>Moves in words.</summary>
public static class CueWords
{
    /// <summary>The moves of a slide, in order.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="timeline">Its timeline.</param>
    /// <param name="photos">Facts of photos.</param>
    public static IReadOnlyList<CueLine> Of(Deck deck, Slide slide, Timeline timeline, IPhotoFacts photos)
    {
        var place = new ItemPlace(deck, slide, photos);
        // The step in which a slide comes is no press.
        Dictionary<Guid, int> presses = timeline
            .Steps.Skip(1)
            .SelectMany(s => s.Cues.Take(1))
            .GroupBy(c => c)
            .ToDictionary(g => g.Key, g => g.Count());
        return [.. slide.Cues.Select((cue, at) => Line(cue, at, presses.GetValueOrDefault(cue.Id), place))];
    }

    private static CueLine Line(Cue cue, int at, int presses, ItemPlace place)
    {
        Item[] there = [.. cue.Things.Select(place.Slide.Item).OfType<Item>()];
        string when = presses switch
        {
            1 => "1 press",
            > 1 => $"{presses} presses",
            _ => (cue.Start, at) switch
            {
                (CueStart.WithBefore, 0) => "with the slide",
                (CueStart.AfterBefore, 0) => "after it came",
                (CueStart.WithBefore, _) => "with it",
                (CueStart.AfterBefore, _) => "after it",
                _ => "never",
            },
        };
        string what =
            there.Length == 0 ? "what should move is no longer on the slide"
            : cue.Act == CueAct.InTurn
                ? $"{InTurn(there, place)} forward in turn{Times(cue)}, as large as margins and pixels allow"
            : Does(cue, ItemKinds.Of(there[0]).NameInSentence(there[0], place)) + Times(cue);
        return new(cue.Id, presses, when, what, there.Length > 0);
    }

    private static string InTurn(Item[] items, ItemPlace place)
    {
        if (items.Length == 1)
            return ItemKinds.Of(items[0]).NameInSentence(items[0], place) + " comes";
        bool photos = items.All(i => ItemKinds.Of(i).Photos(i).Any());
        string[] numbers = ["two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
        string many =
            items.Length - 2 < numbers.Length
                ? numbers[items.Length - 2]
                : items.Length.ToString(CultureInfo.InvariantCulture);
        return $"{many} {(photos ? "photos" : "things")} come";
    }

    private static string Does(Cue cue, string name)
    {
        string does = (cue.Act, cue.Effect) switch
        {
            (CueAct.ComesIn, CueEffect.Appear) => "appears",
            (CueAct.ComesIn, CueEffect.Dissolve) => "dissolves in",
            (CueAct.ComesIn, CueEffect.Rise) => "rises",
            (CueAct.ComesIn, CueEffect.Drop) => "drops in",
            (CueAct.ComesIn, CueEffect.Grow) => "grows",
            (CueAct.ComesIn, CueEffect.Wipe) => "is wiped in",
            (CueAct.ComesIn, _) => "turns in",
            (CueAct.GoesOut, CueEffect.Appear) => "goes at once",
            (CueAct.GoesOut, CueEffect.Dissolve) => "dissolves away",
            (CueAct.GoesOut, CueEffect.Rise) => "sinks away",
            (CueAct.GoesOut, CueEffect.Drop) => "lifts away",
            (CueAct.GoesOut, CueEffect.Grow) => "shrinks away",
            (CueAct.GoesOut, CueEffect.Wipe) => "is wiped out",
            (CueAct.GoesOut, _) => "turns away",
            (_, CueEffect.Grow) => "stands out and grows",
            _ => "stands out",
        };
        return cue.PartByPart ? $"{name} {does}, part by part" : $"{name} {does}";
    }

    private static string Times(Cue cue) =>
        (cue.Effect == CueEffect.Appear || cue.Seconds == 0 ? "" : $" in {Seconds(cue.Seconds)}")
        + (cue.Delay == 0 ? "" : $", {Seconds(cue.Delay)} later");

    private static string Seconds(double s) =>
        s == 1 ? "1 second" : string.Create(CultureInfo.InvariantCulture, $"{s:0.##} seconds");
}
