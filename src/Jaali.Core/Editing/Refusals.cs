namespace Jaali.Core.Editing;

/// <summary>Refusals that several commands share.</summary>
internal static class Refusals
{
    internal static Refusal NoSlide =>
        new("no-such-slide", "This slide is no longer in the deck. Choose another in the run.");

    internal static Refusal NoPoint => new("no-such-point", "This point is no longer in the plan. Choose another.");

    internal static Refusal Opening =>
        new("opening-stays", "The opening belongs to the talk and comes first. Its slide can be taken out in the run.");

    internal static Refusal NoItem => new("no-such-item", "This is no longer on the slide. Choose something else.");

    internal static Refusal NotShown =>
        new("not-shown", "This photo is on no slide any more. The ledger shows what is.");

    internal static Refusal NoPhoto =>
        new("no-such-photo", "This photo has not been taken in. Keep it in Gather first.");

    internal static Refusal OnlyComputed =>
        new("credits-are-computed", "The credits write themselves from the photos' records. Choose another slide.");

    internal static Refusal Held => new("held", "This is locked. Unlock it first.");

    internal static Refusal TooManySlides(int most) =>
        new("too-many-slides", $"A deck holds at most {most} slides. Remove some first.");

    internal static Refusal TooLong(string what, int limit) =>
        new("too-long", $"{what} may have at most {limit} characters. Shorten it; nothing was changed.");
}
