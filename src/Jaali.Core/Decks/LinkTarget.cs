namespace Jaali.Core.Decks;

/// <summary>Where words and items lead: an address, a mail address, a slide, the one after or before.</summary>
public static class LinkTarget
{
    /// <summary>The scheme of links to a slide.</summary>
    public const string ToSlide = "slide:";

    /// <summary>To the slide after.</summary>
    public const string ToNext = ToSlide + "next";

    /// <summary>To the slide before.</summary>
    public const string ToPrevious = ToSlide + "previous";

    private const int Longest = 2000;

    /// <summary>A link as a person gives it: a mail address and the name of a host alone are taken for what they
    /// are; null where nothing is given.</summary>
    public static string? Read(string? given)
    {
        string link = given?.Trim() ?? "";
        return link.Length == 0 ? null
            : link.Contains(':') || link.Any(char.IsWhiteSpace) ? link
            : link.IndexOf('@') is > 0 and var at && at < link.Length - 1 ? "mailto:" + link
            : link.StartsWith("www.", StringComparison.OrdinalIgnoreCase) ? "https://" + link
            : link;
    }

    /// <summary>True where it is of a form that may lead somewhere.</summary>
    public static bool IsSound(string link) =>
        link.StartsWith(ToSlide, StringComparison.Ordinal)
            ? link is ToNext or ToPrevious || Guid.TryParse(link[ToSlide.Length..], out _)
            : link.Length <= Longest
                && Uri.TryCreate(link, UriKind.Absolute, out Uri? to)
                && to.Scheme is "http" or "https" or "mailto";

    /// <summary>The link as it stands on a slide of a deck: the next slide and the one before by their identities; null
    /// where it leads nowhere.</summary>
    public static string? On(Deck deck, Slide slide, string link)
    {
        if (!link.StartsWith(ToSlide, StringComparison.Ordinal))
            return IsSound(link) ? link : null;
        int here = deck.PlaceOf(slide.Id),
            to = link switch
            {
                ToNext => here + 1,
                ToPrevious => here - 1,
                _ => Guid.TryParse(link[ToSlide.Length..], out Guid id) ? deck.PlaceOf(id) : -1,
            };
        return here >= 0 && to >= 0 && to < deck.Slides.Count ? ToSlide + deck.Slides[to].Id : null;
    }
}
