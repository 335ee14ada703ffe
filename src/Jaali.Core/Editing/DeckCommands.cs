namespace Jaali.Core.Editing;

/// <summary>A kind of command.</summary>
/// <param name="Name">In files and on the wire.</param>
/// <param name="Type">Its record.</param>
public sealed record CommandKind(string Name, Type Type);

/// <summary>All kinds of commands there are: the only list. Tests of undo, refusal, merging and JSON are made from
/// it.</summary>
public static class DeckCommands
{
    /// <summary>The format in which commands and inverses are written. 1 knew a ground and words instead of
    /// items, 2 covers in fractions of frames.</summary>
    public const int Format = 3;

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<CommandKind> All { get; } =
    [
        Kind<SetTitle>("set-title"),
        Kind<SetSpeaker>("set-speaker"),
        Kind<SetSlot>("set-slot"),
        Kind<SetUse>("set-use"),
        Kind<SetShape>("set-shape"),
        Kind<SetGrid>("set-grid"),
        Kind<SetSlideGrid>("set-slide-grid"),
        Kind<SetHouse>("set-house"),
        Kind<SetRoom>("set-room"),
        Kind<SetWordsLook>("set-words-look"),
        Kind<ReplaceFont>("replace-font"),
        Kind<ReplaceWords>("replace-words"),
        Kind<SetCreditStyle>("set-credit-style"),
        Kind<DecideChange>("decide-change"),
        Kind<AddPoints>("add-points"),
        Kind<EditPoint>("edit-point"),
        Kind<RemovePoint>("remove-point"),
        Kind<MovePoint>("move-point"),
        Kind<KeepPhoto>("keep-photo"),
        Kind<LetGo>("let-go"),
        Kind<OrderKept>("order-kept"),
        Kind<MakeSlides>("make-slides"),
        Kind<AddSlide>("add-slide"),
        Kind<OrderSlides>("order-slides"),
        Kind<RemoveSlide>("remove-slide"),
        Kind<MoveSlide>("move-slide"),
        Kind<DuplicateSlide>("duplicate-slide"),
        Kind<SetSeconds>("set-seconds"),
        Kind<SetNotes>("set-notes"),
        Kind<SetComing>("set-coming"),
        Kind<AddCue>("add-cue"),
        Kind<EditCue>("edit-cue"),
        Kind<MoveCue>("move-cue"),
        Kind<RemoveCue>("remove-cue"),
        Kind<TakeTurns>("take-turns"),
        Kind<ChangeGround>("change-ground"),
        Kind<CarryItem>("carry-item"),
        Kind<LeadTo>("lead-to"),
        Kind<KeepRun>("keep-run"),
        Kind<ForgetRun>("forget-run"),
        Kind<AdoptRun>("adopt-run"),
        Kind<SetRate>("set-rate"),
        Kind<AddItem>("add-item"),
        Kind<EditItem>("edit-item"),
        Kind<PlaceItem>("place-item"),
        Kind<EditItems>("edit-items"),
        Kind<MoveItems>("move-items"),
        Kind<SwapItems>("swap-items"),
        Kind<ArrangeItems>("arrange-items"),
        Kind<LayOutSlide>("lay-out-slide"),
        Kind<AddPhotos>("add-photos"),
        Kind<SpreadPhotos>("spread-photos"),
        Kind<PasteItems>("paste-items"),
        Kind<LineUpItems>("line-up-items"),
        Kind<OrderItem>("order-item"),
        Kind<RemoveItem>("remove-item"),
        Kind<RemoveItems>("remove-items"),
        Kind<DuplicateItem>("duplicate-item"),
        Kind<HoldItem>("hold-item"),
        Kind<GroupItems>("group-items"),
        Kind<MergeItems>("merge-items"),
        Kind<PlaceGround>("place-ground"),
        Kind<PlaceGrounds>("place-grounds"),
        Kind<MakeGround>("make-ground"),
        Kind<ReplacePhoto>("replace-photo"),
        Kind<ShowWhole>("show-whole"),
        Kind<SwapPhoto>("swap-photo"),
        Kind<TakeOff>("take-off"),
        Kind<Restore>("restore"),
    ];

    private static CommandKind Kind<T>(string name)
        where T : DeckCommand => new(name, typeof(T));
}
