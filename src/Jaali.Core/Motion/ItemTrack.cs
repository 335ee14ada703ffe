using System.Text.Json.Serialization;

namespace Jaali.Core.Motion;

/// <summary>How a thing stands at a moment, against its place on the slide.</summary>
/// <param name="Opacity">0 to 1; 0 for not there.</param>
/// <param name="X">To the right of its place, in slide units.</param>
/// <param name="Y">Below its place.</param>
/// <param name="Scale">A factor about the middle of its box.</param>
/// <param name="Turn">Degrees clockwise about the same.</param>
/// <param name="CutLeft">What is cut off at the left of its box, as a share of its width.</param>
/// <param name="CutRight">At its right.</param>
public readonly record struct ItemState(
    double Opacity = 1,
    double X = 0,
    double Y = 0,
    double Scale = 1,
    double Turn = 0,
    double CutLeft = 0,
    double CutRight = 0
)
{
    /// <summary>In its place, whole.</summary>
    public static ItemState Rest { get; } = new(1);

    /// <summary>Not there.</summary>
    public static ItemState Gone { get; } = new(0);

    /// <summary>Between this and another, linear in each measure.</summary>
    public ItemState Towards(ItemState to, double share) =>
        new(
            Opacity + (to.Opacity - Opacity) * share,
            X + (to.X - X) * share,
            Y + (to.Y - Y) * share,
            Scale + (to.Scale - Scale) * share,
            Turn + (to.Turn - Turn) * share,
            CutLeft + (to.CutLeft - CutLeft) * share,
            CutRight + (to.CutRight - CutRight) * share
        );
}

/// <summary>A state on the way.</summary>
/// <param name="At">Seconds from the press.</param>
/// <param name="State">The state then.</param>
/// <param name="Easing">How the time runs from it to the next.</param>
public sealed record ItemKeyframe(double At, ItemState State, Easing Easing);

/// <summary>A thing, or a part of one.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Part">Which part, counted from 0; null for all of it.</param>
public readonly record struct ItemPart(Guid ItemId, int? Part = null);

/// <summary>The way of a thing after one press.</summary>
/// <param name="Thing">The thing.</param>
/// <param name="Keys">Its states in order; two at one time for a jump.</param>
public sealed record ItemTrack(ItemPart Thing, IReadOnlyList<ItemKeyframe> Keys)
{
    /// <summary>Where it ends.</summary>
    [JsonIgnore]
    public ItemState End => Keys[^1].State;

    /// <summary>Its state so many seconds after the press.</summary>
    public ItemState At(double seconds) => At(Keys, seconds);

    internal static ItemState At(IReadOnlyList<ItemKeyframe> keys, double seconds)
    {
        if (seconds < keys[0].At)
            return keys[0].State;
        for (int i = keys.Count - 1; i >= 0; i--)
        {
            ItemKeyframe from = keys[i];
            if (seconds < from.At)
                continue;
            if (i == keys.Count - 1)
                return from.State;
            ItemKeyframe to = keys[i + 1];
            return to.At > from.At
                ? from.State.Towards(to.State, from.Easing.At((seconds - from.At) / (to.At - from.At)))
                : to.State;
        }
        return keys[0].State;
    }
}
