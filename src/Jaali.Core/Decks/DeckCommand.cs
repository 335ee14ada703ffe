using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Jaali.Core.Rights;

namespace Jaali.Core.Decks;

/// <summary>Something done to a deck. Plain data: it is stored, sent, replayed and undone.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(SetTitle), "set-title")]
[JsonDerivedType(typeof(SetSpeaker), "set-speaker")]
[JsonDerivedType(typeof(SetSlot), "set-slot")]
[JsonDerivedType(typeof(SetUse), "set-use")]
[JsonDerivedType(typeof(AddPoints), "add-points")]
[JsonDerivedType(typeof(EditPoint), "edit-point")]
[JsonDerivedType(typeof(RemovePoint), "remove-point")]
[JsonDerivedType(typeof(MovePoint), "move-point")]
[JsonDerivedType(typeof(MakeSlides), "make-slides")]
[JsonDerivedType(typeof(AddSlide), "add-slide")]
[JsonDerivedType(typeof(RemoveSlide), "remove-slide")]
[JsonDerivedType(typeof(MoveSlide), "move-slide")]
[JsonDerivedType(typeof(DuplicateSlide), "duplicate-slide")]
[JsonDerivedType(typeof(SetSeconds), "set-seconds")]
[JsonDerivedType(typeof(SetNotes), "set-notes")]
[JsonDerivedType(typeof(KeepPhoto), "keep-photo")]
[JsonDerivedType(typeof(LetGo), "let-go")]
[JsonDerivedType(typeof(OrderKept), "order-kept")]
[JsonDerivedType(typeof(ReplacePhoto), "replace-photo")]
[JsonDerivedType(typeof(PlaceGround), "place-ground")]
[JsonDerivedType(typeof(RemoveGround), "remove-ground")]
[JsonDerivedType(typeof(Reframe), "reframe")]
[JsonDerivedType(typeof(Treat), "treat")]
[JsonDerivedType(typeof(ShowWhole), "show-whole")]
[JsonDerivedType(typeof(SwapPhoto), "swap-photo")]
[JsonDerivedType(typeof(TakeOff), "take-off")]
[JsonDerivedType(typeof(SetCreditSpot), "set-credit-spot")]
[JsonDerivedType(typeof(SetCreditStyle), "set-credit-style")]
[JsonDerivedType(typeof(DecideChange), "decide-change")]
[JsonDerivedType(typeof(SetWords), "set-words")]
[JsonDerivedType(typeof(RemoveWords), "remove-words")]
[JsonDerivedType(typeof(Restore), "restore")]
public abstract record DeckCommand;

/// <summary>Gives the talk its title.</summary>
public sealed record SetTitle(string Title) : DeckCommand;

/// <summary>Says who gives the talk.</summary>
public sealed record SetSpeaker(string Speaker) : DeckCommand;

/// <summary>Sets the time slot, 1 to 600 minutes.</summary>
public sealed record SetSlot(double Minutes) : DeckCommand;

/// <summary>Declares what the talk is for.</summary>
public sealed record SetUse(DeclaredUse Use) : DeckCommand;

/// <summary>Adds points, one for each line that says something, after the given point or at the end.</summary>
public sealed record AddPoints(string Text, Guid? After = null) : DeckCommand;

/// <summary>Changes a point; what is null stays.</summary>
public sealed record EditPoint(
    Guid PointId,
    string? Wording = null,
    double? Seconds = null,
    ImmutableList<string>? SearchWords = null,
    ImmutableList<Fact>? Facts = null
) : DeckCommand;

/// <summary>Removes a point; its slides stay, without it.</summary>
public sealed record RemovePoint(Guid PointId) : DeckCommand;

/// <summary>Moves a point to a place in the list, counted from 0.</summary>
public sealed record MovePoint(Guid PointId, int To) : DeckCommand;

/// <summary>Makes an opening slide, one slide for each point that has none, and a credits slide.</summary>
public sealed record MakeSlides : DeckCommand;

/// <summary>Adds an empty slide after another, or at the end before the credits.</summary>
public sealed record AddSlide(Guid? After = null) : DeckCommand;

/// <summary>Removes a slide.</summary>
public sealed record RemoveSlide(Guid SlideId) : DeckCommand;

/// <summary>Moves a slide to a place in the run, counted from 0.</summary>
public sealed record MoveSlide(Guid SlideId, int To) : DeckCommand;

/// <summary>Copies a slide to the place after it; its items keep their identities.</summary>
public sealed record DuplicateSlide(Guid SlideId) : DeckCommand;

/// <summary>Plans a slide's time, 1 to 3600 seconds.</summary>
public sealed record SetSeconds(Guid SlideId, double Seconds) : DeckCommand;

/// <summary>Sets a slide's notes.</summary>
public sealed record SetNotes(Guid SlideId, string Notes) : DeckCommand;

/// <summary>Puts a taken photo at the end of a point's shortlist.</summary>
public sealed record KeepPhoto(Guid PointId, string PhotoId) : DeckCommand;

/// <summary>Takes a photo off a point's shortlist. Slides that show it keep it.</summary>
public sealed record LetGo(Guid PointId, string PhotoId) : DeckCommand;

/// <summary>Moves a photo within a point's shortlist, counted from 0; its first is the one placed by default.</summary>
public sealed record OrderKept(Guid PointId, string PhotoId, int To) : DeckCommand;

/// <summary>Puts one photo in the place of another everywhere in the deck: on shortlists and on slides, with the same part shown.</summary>
public sealed record ReplacePhoto(string PhotoId, string With) : DeckCommand;

/// <summary>Makes a photo the slide's ground, with the crop computed for its shape; swaps one that is there.</summary>
public sealed record PlaceGround(Guid SlideId, string PhotoId) : DeckCommand;

/// <summary>Takes the ground away.</summary>
public sealed record RemoveGround(Guid SlideId) : DeckCommand;

/// <summary>Shows another part of the ground. The window keeps its middle and takes the frame's shape.</summary>
public sealed record Reframe(Guid SlideId, CropWindow Crop) : DeckCommand;

/// <summary>Cuts the ground to a shape, turns it, tones it or hides parts of it; what is null stays.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Mask">The shape.</param>
/// <param name="Turn">Degrees clockwise, -15 to 15.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covers">Patches that hide part of it, in fractions of the frame; at most 8.</param>
public sealed record Treat(
    Guid SlideId,
    FrameMask? Mask = null,
    double? Turn = null,
    FrameTone? Tone = null,
    ImmutableList<CropWindow>? Covers = null
) : DeckCommand;

/// <summary>Shows a photo whole and unchanged wherever it is placed, as large as the slide lets it.</summary>
public sealed record ShowWhole(string PhotoId) : DeckCommand;

/// <summary>Puts the next photo of each slide's shortlist in the place of this one; one that stands clear before others.</summary>
public sealed record SwapPhoto(string PhotoId) : DeckCommand;

/// <summary>Takes a photo off every slide; shortlists keep it.</summary>
public sealed record TakeOff(string PhotoId) : DeckCommand;

/// <summary>Puts the credit of a slide's photo in a corner, or leaves the place to be computed.</summary>
public sealed record SetCreditSpot(Guid SlideId, Spot Spot) : DeckCommand;

/// <summary>Sets how credits are given.</summary>
public sealed record SetCreditStyle(
    CreditPlace? Place = null,
    bool? Courtesy = null,
    string? Language = null,
    string? OwnLicence = null
) : DeckCommand;

/// <summary>Decides that a photo's change may stand, or takes that back.</summary>
public sealed record DecideChange(string PhotoId, bool Stands) : DeckCommand;

/// <summary>Adds words, or changes those with this identity.</summary>
public sealed record SetWords(Guid SlideId, Guid? WordsId, string? Text = null, Spot? Spot = null) : DeckCommand;

/// <summary>Removes words.</summary>
public sealed record RemoveWords(Guid SlideId, Guid WordsId) : DeckCommand;

/// <summary>Puts parts of the deck back as they were: the inverse of every other command. See <see cref="DeckParts"/> for the keys; null removes the part.</summary>
public sealed record Restore(ImmutableSortedDictionary<string, JsonElement?> Parts) : DeckCommand;
