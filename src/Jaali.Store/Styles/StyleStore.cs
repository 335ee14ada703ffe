using System.Text.Json;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Microsoft.EntityFrameworkCore;

namespace Jaali.Store;

/// <summary>House styles that were saved, and faces that were added.</summary>
public sealed class StyleStore(IDbContextFactory<JaaliDb> databases, TimeProvider clock)
{
    /// <summary>The saved house styles, by name.</summary>
    public async Task<IReadOnlyList<HouseStyle>> HouseStylesAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string[] saved = await db
            .HouseStyles.AsNoTracking()
            .OrderBy(h => h.Name)
            .Select(h => h.Style)
            .ToArrayAsync(cancel);
        return [.. saved.Select(h => JsonSerializer.Deserialize<HouseStyle>(h, DeckJson.Options)!)];
    }

    /// <summary>Saves a house style, in place of the one of the same name.</summary>
    public async Task SaveAsync(HouseStyle house, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        HouseStyleRow row =
            await db.HouseStyles.FirstOrDefaultAsync(h => h.Name == house.Name, cancel)
            ?? db.HouseStyles.Add(new() { Name = house.Name }).Entity;
        (row.Style, row.SavedAt) = (JsonSerializer.Serialize(house, DeckJson.Options), clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Takes a saved house style out; decks that have it keep it.</summary>
    public async Task<bool> RemoveHouseStyleAsync(string name, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.HouseStyles.Where(h => h.Name == name).ExecuteDeleteAsync(cancel) > 0;
    }

    /// <summary>The added faces.</summary>
    public async Task<IReadOnlyList<FontRow>> FontsAsync(CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Fonts.AsNoTracking().OrderBy(f => f.FaceId).ToArrayAsync(cancel);
    }

    /// <summary>Adds faces, in place of those of the same name.</summary>
    public async Task AddAsync(IReadOnlyList<FontRow> fonts, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        string[] ids = [.. fonts.Select(f => f.FaceId)];
        await db.Fonts.Where(f => ids.Contains(f.FaceId)).ExecuteDeleteAsync(cancel);
        foreach (FontRow font in fonts)
            font.AddedAt = clock.GetUtcNow();
        db.Fonts.AddRange(fonts);
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Takes a family out.</summary>
    public async Task<bool> RemoveFontsAsync(string family, CancellationToken cancel = default)
    {
        await using JaaliDb db = await databases.CreateDbContextAsync(cancel);
        return await db.Fonts.Where(f => f.Family == family).ExecuteDeleteAsync(cancel) > 0;
    }
}
