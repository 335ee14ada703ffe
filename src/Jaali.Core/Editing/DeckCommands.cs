using System.Text.Json;

namespace Jaali.Core.Editing;

/// <summary>A kind of command.</summary>
/// <param name="Name">In files and on the wire.</param>
/// <param name="Type">Its record.</param>
public sealed record CommandKind(string Name, Type Type);

/// <summary>All kinds of commands there are: the only list. Tests of undo, refusal, merging and JSON are made from
/// it.</summary>
public static class DeckCommands
{
    /// <summary>The format in which commands, inverses and items are written. 1 knew a ground and words instead of
    /// items, 2 covers in fractions of frames, 3 had other names.</summary>
    public const int Format = 4;

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<CommandKind> All { get; } =
    [
        Kind<SetTitle>(),
        Kind<SetSpeaker>(),
        Kind<SetTimeSlot>(),
        Kind<SetDeclaredUse>(),
        Kind<SetShape>(),
        Kind<SetGrid>(),
        Kind<SetSlideGrid>(),
        Kind<SetHouseStyle>(),
        Kind<SetRoom>(),
        Kind<SetTextStyle>(),
        Kind<ReplaceFont>(),
        Kind<ReplaceWords>(),
        Kind<SetCreditStyle>(),
        Kind<DecideChange>(),
        Kind<AddPoints>(),
        Kind<EditPoint>(),
        Kind<RemovePoint>(),
        Kind<MovePoint>(),
        Kind<AddToShortlist>(),
        Kind<RemoveFromShortlist>(),
        Kind<OrderShortlist>(),
        Kind<MakeSlides>(),
        Kind<AddCreditsSlide>(),
        Kind<AddSlide>(),
        Kind<OrderSlides>(),
        Kind<RemoveSlide>(),
        Kind<MoveSlide>(),
        Kind<DuplicateSlide>(),
        Kind<SetSeconds>(),
        Kind<SetNotes>(),
        Kind<SetTransition>(),
        Kind<ShowFact>(),
        Kind<AddCue>(),
        Kind<EditCue>(),
        Kind<MoveCue>(),
        Kind<RemoveCue>(),
        Kind<SequencePhotos>(),
        Kind<ChangeGround>(),
        Kind<CarryItem>(),
        Kind<SetLink>(),
        Kind<AddRunThrough>(),
        Kind<RemoveRunThrough>(),
        Kind<ApplyRunThrough>(),
        Kind<SetSpeakingRate>(),
        Kind<AddItem>(),
        Kind<EditItem>(),
        Kind<PlaceItem>(),
        Kind<EditItems>(),
        Kind<MoveItems>(),
        Kind<SwapItems>(),
        Kind<ArrangeItems>(),
        Kind<ApplyLayout>(),
        Kind<EvenOut>(),
        Kind<AddPhotos>(),
        Kind<SpreadPhotos>(),
        Kind<PasteItems>(),
        Kind<AlignItems>(),
        Kind<OrderItem>(),
        Kind<RemoveItem>(),
        Kind<RemoveItems>(),
        Kind<DuplicateItem>(),
        Kind<HoldItem>(),
        Kind<GroupItems>(),
        Kind<BlendPhotos>(),
        Kind<SeparatePhoto>(),
        Kind<PlaceGround>(),
        Kind<PlaceGrounds>(),
        Kind<MakeGround>(),
        Kind<ReplacePhoto>(),
        Kind<ShowWhole>(),
        Kind<SwapPhoto>(),
        Kind<RemovePhoto>(),
        Kind<Restore>(),
    ];

    // Its name is that of its type, with hyphens: SetTitle is set-title.
    private static CommandKind Kind<T>()
        where T : DeckCommand => new(JsonNamingPolicy.KebabCaseLower.ConvertName(typeof(T).Name), typeof(T));
}
