using Jaali.Core.Photos;

namespace Jaali.Sources;

/// <summary>A page of search results.</summary>
/// <param name="Candidates">In the collection's order.</param>
/// <param name="Total">How many the collection says there are, or null.</param>
/// <param name="NextPage">The number of the next page, or null at the end.</param>
public sealed record SearchPage(IReadOnlyList<Candidate> Candidates, int? Total, int? NextPage);

/// <summary>A collection that can be searched.</summary>
public interface IPhotoCollection
{
    /// <summary>Identity in the application.</summary>
    string Id { get; }

    /// <summary>Name for people.</summary>
    string Name { get; }

    /// <summary>Searches the collection.</summary>
    /// <param name="words">What to look for.</param>
    /// <param name="page">From 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="SourceException">The collection is down, slow, or answers something else; the message says
    /// which.</exception>
    Task<SearchPage> SearchAsync(string words, int page, CancellationToken cancel = default);
}
