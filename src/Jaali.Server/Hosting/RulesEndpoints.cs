using Jaali.Core.Decks;
using Jaali.Core.Photos;

namespace Jaali.Server;

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
/// <param name="MostStraighten">Degrees by which a photo is straightened at most, either way.</param>
/// <param name="Filter">How a wall is narrowed at first.</param>
/// <param name="PhotoTypes">Media types of files that are taken in.</param>
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
    double MostStraighten,
    WallFilter Filter,
    IReadOnlyList<string> PhotoTypes
);

/// <summary>The rules, for the client.</summary>
public static class RulesEndpoints
{
    /// <summary>Longest words of a search, in characters.</summary>
    public const int LongestSearch = 300;

    private static readonly RulesView Rules = new(
        DeckLimits.Title,
        DeckLimits.Wording,
        DeckLimits.Text,
        LongestSearch,
        Gutter: 24,
        LeastSeconds: 5,
        MostSeconds: 3600,
        SecondsStep: 5,
        SecondsKey: 15,
        SlotChoices: [5, 10, 15, 20, 30, 45, 60, 90],
        MostBeside: 4,
        MostStraighten: 15,
        new WallFilter(),
        ["image/jpeg", "image/png", "image/webp"]
    );

    /// <summary>Maps them.</summary>
    public static void MapRules(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/rules", () => Rules).WithTags("Rules").WithName("readRules");
}
