using Jaali.Core.Items;
using Path = Jaali.Core.Geometry.Path;

namespace Jaali.Server.Decks;

/// <summary>An icon to choose.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Outline">Its outline in a square of <see cref="IconSet.Side"/>.</param>
public sealed record IconView(string Name, Path Outline);

/// <summary>Looks for icons.</summary>
public static class IconEndpoints
{
    // As many as are looked through at once.
    private const int Most = 60;

    /// <summary>Maps the endpoint.</summary>
    public static void MapIcons(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/api/icons",
                IReadOnlyList<IconView> (string? words) =>
                    [.. IconSet.Search(words ?? "", Most).Select(i => new IconView(i.Name, i.Outline))]
            )
            .WithName("searchIcons")
            .WithTags("Decks");
}
