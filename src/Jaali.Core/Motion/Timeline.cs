using System.Text.Json.Serialization;

namespace Jaali.Core.Motion;

/// <summary>A thing that moves on a slide.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Box">The room it takes in its place, turned as it is.</param>
/// <param name="Begins">How it stands before anything has moved.</param>
/// <param name="Largest">The largest scale it comes to: its photo is wanted that much larger.</param>
public sealed record MovingItem(ItemPart Name, SlideRect Box, ItemState Begins, double Largest);

/// <summary>The credit that stands on a slide while one of its photos is in front: that of this photo alone.</summary>
/// <param name="Nodes">What is painted in place of the slide's credits, over everything.</param>
/// <param name="Links">All places of the slide that lead somewhere then.</param>
/// <param name="Part">What it says and where.</param>
public sealed record FrontCredit(IReadOnlyList<SceneNode> Nodes, IReadOnlyList<SceneLink> Links, ScenePart Part);

/// <summary>What one press sets going; the first of a slide is its coming.</summary>
/// <param name="Seconds">How long all of it takes.</param>
/// <param name="Tracks">What moves.</param>
/// <param name="Front">The thing that comes forward, over all others; null for none.</param>
/// <param name="Cues">The moves that it is made of.</param>
/// <param name="Says">What happens, in words that follow "next press:"; empty for nothing.</param>
/// <param name="Credit">The credit of the photo in front; null where the slide's own stands.</param>
public sealed record CueStep(
    double Seconds,
    IReadOnlyList<ItemTrack> Tracks,
    Guid? Front,
    IReadOnlyList<Guid> Cues,
    string Says,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] FrontCredit? Credit = null
);

/// <summary>Everything that moves on a slide while it is shown.</summary>
/// <param name="Things">What moves at all.</param>
/// <param name="Steps">What happens when the slide has come in, then at each press.</param>
public sealed record Timeline(IReadOnlyList<MovingItem> Things, IReadOnlyList<CueStep> Steps)
{
    /// <summary>A slide on which nothing moves.</summary>
    public static Timeline Still { get; } = new([], [new(0, [], null, [], "")]);

    /// <summary>How a thing stands that nothing moves.</summary>
    public ItemState Rest { get; } = ItemState.Rest;

    /// <summary>How many presses it takes before the next slide comes.</summary>
    public int Presses => Steps.Count - 1;

    /// <summary>How a thing stands when everything of a step, and of those before it, has come to rest.</summary>
    public ItemState After(ItemPart thing, int step)
    {
        for (int i = Math.Min(step, Steps.Count - 1); i >= 0; i--)
            if (Steps[i].Tracks.FirstOrDefault(t => t.Thing == thing) is { } track)
                return track.End;
        return Things.FirstOrDefault(t => t.Name == thing)?.Begins ?? ItemState.Rest;
    }
}
