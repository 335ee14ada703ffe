using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Pacing;
using Jaali.Core.Photos;
using Jaali.Formats;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Hosting;

/// <summary>What the client needs to know of the rules before it asks for anything, so that it holds none
/// itself.</summary>
/// <param name="LongestTitle">Characters.</param>
/// <param name="LongestWording">Characters of a point, or of words on a slide.</param>
/// <param name="LongestText">Characters of notes or a fact.</param>
/// <param name="LongestSearch">Characters of a search.</param>
/// <param name="Gutter">Slide units that a shifted arrow key moves by.</param>
/// <param name="LeastSeconds">Shortest planned time.</param>
/// <param name="MostSeconds">Longest planned time.</param>
/// <param name="SecondsStep">Planned time is dragged in steps of so many seconds.</param>
/// <param name="SecondsKey">A key changes planned time by so many seconds.</param>
/// <param name="SlotChoices">Time slots that are offered, in minutes.</param>
/// <param name="MostBeside">Candidates that are compared at once.</param>
/// <param name="SmallestItem">The smallest side of a thing on a slide, in slide units.</param>
/// <param name="ShortestVeil">The least extent of a veil, 0 to 1.</param>
/// <param name="FirstStops">The stops of its own that a veil begins with.</param>
/// <param name="Portions">Masks that show a stated part of a photo.</param>
/// <param name="TurnStep">Degrees between the turns that a hand catches on with Shift.</param>
/// <param name="TurnCatch">Within so many degrees of a quarter a turn catches.</param>
/// <param name="MostStraighten">Degrees by which a photo is straightened at most, either way.</param>
/// <param name="Tones">How each tone is shown until it is said otherwise.</param>
/// <param name="Edge">How a frame ends until it is said otherwise.</param>
/// <param name="Paces">Paces of slides coming in that have a name.</param>
/// <param name="LongestMove">Seconds that a move takes at most, and waits at most.</param>
/// <param name="WaysOf">The ways there are for what a move does.</param>
/// <param name="Filter">How a wall is narrowed at first.</param>
/// <param name="PhotoTypes">Media types of files that are taken in.</param>
/// <param name="PhotoEndings">Endings of files that may be photos: they are sent, and what cannot be taken is
/// named.</param>
/// <param name="Takes">What is taken in, as a sentence.</param>
/// <param name="PhotoBytes">Most bytes of a photo.</param>
/// <param name="ClipEndings">Endings of files that may be clips.</param>
/// <param name="ClipBytes">Most bytes of a clip.</param>
/// <param name="PermissionBytes">Most bytes of the file of a permission.</param>
/// <param name="SlidesOnASheet">How many slides a sheet of a handout may hold.</param>
/// <param name="Leeway">From so many seconds on a talk or a slide overruns.</param>
/// <param name="Notice">What was done to the data when it was opened, for a person; empty where nothing was.</param>
public sealed record RulesView(
    int LongestTitle,
    int LongestWording,
    int LongestText,
    int LongestSearch,
    double Gutter,
    double LeastSeconds,
    double MostSeconds,
    double SecondsStep,
    double SecondsKey,
    IReadOnlyList<int> SlotChoices,
    int MostBeside,
    double SmallestItem,
    double ShortestVeil,
    IReadOnlyList<VeilFall> FirstStops,
    IReadOnlyList<FrameMask> Portions,
    double TurnStep,
    double TurnCatch,
    double MostStraighten,
    IReadOnlyList<ToneRule> Tones,
    FrameEdge Edge,
    IReadOnlyList<TransitionPace> Paces,
    double LongestMove,
    IReadOnlyList<ActWays> WaysOf,
    ResultFilter Filter,
    IReadOnlyList<string> PhotoTypes,
    IReadOnlyList<string> PhotoEndings,
    string Takes,
    long PhotoBytes,
    IReadOnlyList<string> ClipEndings,
    long ClipBytes,
    long PermissionBytes,
    IReadOnlyList<int> SlidesOnASheet,
    double Leeway,
    string Notice = ""
);

/// <summary>The ways there are for what a move does.</summary>
public sealed record ActWays(CueAct Act, IReadOnlyList<CueEffect> Ways);

/// <summary>How a tone is shown until it is said otherwise.</summary>
/// <param name="Tone">The tone.</param>
/// <param name="Amount">How strong it is, 0 to 1.</param>
/// <param name="Dark">The ink of its shadows; null where it has none.</param>
/// <param name="Light">The ink of its lights.</param>
public sealed record ToneRule(FrameTone Tone, double Amount, string? Dark, string? Light);

/// <summary>The rules, for the client.</summary>
public static class RulesEndpoints
{
    private static readonly RulesView Rules = new(
        Limits.Talks.Title,
        Limits.Talks.Wording,
        Limits.Talks.Text,
        Limits.Incoming.SearchCharacters,
        Gutter: 24,
        LeastSeconds: Pace.ShortestSlide,
        MostSeconds: Pace.LongestSlide,
        SecondsStep: 5,
        SecondsKey: 15,
        SlotChoices: [5, 10, 15, 20, 30, 45, 60, 90],
        MostBeside: 4,
        SmallestItem: ItemKinds.Smallest,
        ShortestVeil: VeilKind.ShortestExtent,
        FirstStops: VeilKind.FirstStops,
        Portions: [.. Enum.GetValues<FrameMask>().Where(Masks.IsPortion)],
        TurnStep: Guides.TurnStep,
        TurnCatch: Guides.TurnCatch,
        MostStraighten: Straightening.Most,
        [
            .. Enum.GetValues<FrameTone>()
                .Select(t => new ToneRule(
                    t,
                    Toning.UsualOf(t),
                    t == FrameTone.TwoInk ? ToneMatrix.Dark : null,
                    t switch
                    {
                        FrameTone.TwoInk => ToneMatrix.Light,
                        FrameTone.Tint => ToneMatrix.Glass,
                        _ => null,
                    }
                )),
        ],
        new FrameEdge(),
        Transition.Paces,
        Transition.Longest,
        [.. Enum.GetValues<CueAct>().Select(a => new ActWays(a, Cue.WaysOf(a)))],
        new ResultFilter(),
        PhotoFormats.Types,
        PhotoFormats.Endings,
        PhotoFormats.Takes,
        Limits.Photos.Bytes,
        ClipFormats.Endings,
        Limits.Clips.Bytes,
        Limits.Incoming.PermissionBytes,
        PdfHandout.PerSheet,
        TalkTiming.Leeway
    );

    /// <summary>Maps the endpoint <c>/api/rules</c>; each answers a refusal as problem details.</summary>
    public static void MapRules(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/api/rules",
                (HttpContext http) =>
                    Rules with
                    {
                        Notice = http.RequestServices.GetService<FolderLock>()?.Report ?? "",
                    }
            )
            .WithTags("Rules")
            .WithName("readRules");
}
