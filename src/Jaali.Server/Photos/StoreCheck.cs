using Jaali.Store;

namespace Jaali.Server.Photos;

/// <summary>What checking the store found.</summary>
public sealed record VerifyView(
    int Photos,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Damaged,
    string Sentence
);

/// <summary>Checks that every photo is there and whole.</summary>
public static class StoreCheck
{
    /// <summary>Maps <c>POST /api/verify</c>.</summary>
    public static void MapStoreCheck(this IEndpointRouteBuilder app) =>
        app.MapPost("/api/verify", VerifyAsync).WithTags("Photos").WithName("verifyStore");

    /// <summary>Hashes everything in the store again and says what is missing or damaged.</summary>
    internal static async Task<VerifyView> VerifyAsync(PhotoStore photos, BlobFolder blobs, CancellationToken cancel)
    {
        IReadOnlyList<string> names = await photos.NamesAsync(cancel);
        string[] damaged = await Task.Run(() => blobs.Damaged().ToArray(), cancel),
            missing = [.. names.Where(n => !blobs.Has(n))];
        string sentence =
            missing.Length + damaged.Length == 0
                ? $"{names.Count} photos, every one there and whole."
                : $"Of {names.Count} photos {Files(missing.Length)} missing and {Files(damaged.Length)} damaged. "
                    + "Open the ledger of the talk that shows them and take them again before the talk.";
        return new VerifyView(names.Count, missing, damaged, sentence);
    }

    private static string Files(int n) => n == 1 ? "1 file is" : $"{n} files are";
}
