using Jaali.Core.Editing;
using Jaali.Store;

namespace Jaali.Server.Photos;

/// <summary>What checking the store found.</summary>
/// <param name="Photos">How many photos there are.</param>
/// <param name="Missing">Photos whose file is missing, by their SHA-256.</param>
/// <param name="Damaged">Files that are not what their names say.</param>
/// <param name="Lacking">What else is missing, each in a sentence: tables of light, letters of permissions,
/// typefaces.</param>
/// <param name="Wrong">What of a talk no edit could have made, each in a sentence.</param>
/// <param name="Sentence">All of it in short.</param>
public sealed record VerifyView(
    int Photos,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Damaged,
    IReadOnlyList<string> Lacking,
    IReadOnlyList<string> Wrong,
    string Sentence
)
{
    /// <summary>True where nothing was found.</summary>
    internal bool IsWhole => Missing.Count + Damaged.Count + Lacking.Count + Wrong.Count == 0;
}

/// <summary>Checks that everything that a talk needs is there and whole.</summary>
public sealed class StoreCheck(PhotoStore photos, StyleStore styles, DeckStore decks, BlobFolder blobs)
{
    /// <summary>Hashes everything in the store again, reads every talk, and says what is missing or damaged.</summary>
    public async Task<VerifyView> VerifyAsync(CancellationToken cancel)
    {
        IReadOnlyList<string> names = await photos.NamesAsync(cancel);
        string[] damaged = await Task.Run(() => blobs.Damaged().ToArray(), cancel),
            missing = [.. names.Where(n => !blobs.Has(n))],
            lacking =

            [
                .. (await photos.NeededAsync(cancel))
                    .Concat(
                        (await styles.FontsAsync(cancel)).Select(f => (Name: f.Blob, What: $"The typeface {f.Family}"))
                    )
                    .Where(n => !blobs.Has(n.Name))
                    .Select(n => $"{n.What} is missing.")
                    .Distinct(),
            ];
        List<string> wrong = [];
        foreach (DeckLine line in await decks.ListAsync(cancel))
            try
            {
                if ((await decks.LoadAsync(line.Id, cancel))?.Deck is { } deck)
                    wrong.AddRange(DeckReview.Of(deck, new Known(photos)).Refused.Select(r => $"“{line.Title}”: {r}"));
            }
            catch (Exception e)
                when (e is FormatException or System.Text.Json.JsonException or InvalidOperationException)
            {
                wrong.Add($"“{line.Title}”: it cannot be read.");
            }
        string sentence = (missing.Length + damaged.Length, lacking.Length + wrong.Count) switch
        {
            (0, 0) => $"{names.Count} photos, every one there and whole.",
            (0, var rest) => $"{names.Count} photos, every one there and whole; {rest} other things are not "
                + "as they should be.",
            _ => $"Of {names.Count} photos {Files(missing.Length)} missing and {Files(damaged.Length)} damaged. "
                + "Open the ledger of the talk that shows them and take them again before the talk.",
        };
        return new VerifyView(names.Count, missing, damaged, lacking, wrong, sentence);
    }

    private static string Files(int n) => n == 1 ? "1 file is" : $"{n} files are";

    private sealed class Known(PhotoStore photos) : IEditFacts
    {
        public Core.Photos.PhotoFacts? Photo(string photoId) => photos.Facts(photoId);

        public Guid NewId() => Guid.CreateVersion7();
    }
}

/// <summary>Asking for the check.</summary>
public static class StoreCheckEndpoints
{
    /// <summary>Maps <c>POST /api/verify</c>.</summary>
    public static void MapStoreCheck(this IEndpointRouteBuilder app) =>
        app.MapPost("/api/verify", (StoreCheck check, CancellationToken cancel) => check.VerifyAsync(cancel))
            .WithTags("Photos")
            .WithName("verifyStore");
}
