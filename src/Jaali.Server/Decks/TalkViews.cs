using Jaali.Core;
using Jaali.Core.Decks;
using Jaali.Core.Items;
using Jaali.Core.Photos;
using Jaali.Core.Rights;
using Jaali.Store;

namespace Jaali.Server.Decks;

/// <summary>A talk in the list of them, shown as its own run.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Title">Its title.</param>
/// <param name="Speaker">Who gives it.</param>
/// <param name="SlotMinutes">Its time slot.</param>
/// <param name="Points">How many points it has.</param>
/// <param name="Slides">How many slides.</param>
/// <param name="ChangedAt">When it was last changed.</param>
/// <param name="ToSettle">Photos that are to be settled.</param>
/// <param name="Blocked">Photos that are blocked.</param>
/// <param name="Tiles">Its slides, as wide as their time; empty for talks beyond those that are held in memory.</param>
public sealed record TalkView(
    Guid Id,
    string Title,
    string Speaker,
    double SlotMinutes,
    int Points,
    int Slides,
    DateTimeOffset ChangedAt,
    int ToSettle,
    int Blocked,
    IReadOnlyList<TalkTile> Tiles
);

/// <summary>A slide in a talk's run.</summary>
/// <param name="Seconds">Planned time.</param>
/// <param name="Picture">An address of a small picture of its first photo, or null.</param>
/// <param name="Standing">How its photos stand.</param>
public sealed record TalkTile(double Seconds, string? Picture, Standing Standing);

/// <summary>Makes views of talks in a list.</summary>
public sealed class TalkViews(DeckStore store, DeckEditing desk, PhotoStore photos, DeckViews views, LedgerCache ledger)
{
    private const int Width = 320;

    /// <summary>All talks, the one changed last first.</summary>
    public async Task<IReadOnlyList<TalkView>> AllAsync(CancellationToken cancel)
    {
        List<TalkView> all = [];
        foreach (DeckLine line in await store.ListAsync(cancel))
        {
            Deck? deck = all.Count < Limits.Retention.Decks / 2 ? (await desk.OpenAsync(line.Id, cancel))?.Deck : null;
            IReadOnlyList<Standing> standings = deck is null ? [] : ledger.Standings(deck);
            all.Add(
                new TalkView(
                    line.Id,
                    line.Title,
                    deck?.Speaker ?? "",
                    deck?.SlotMinutes ?? 0,
                    line.Points,
                    line.Slides,
                    line.ChangedAt,
                    standings.Count(s => s == Standing.ToSettle),
                    standings.Count(s => s == Standing.Blocked),
                    deck is null
                        ? []
                        :
                        [
                            .. deck.Slides.Select(s => new TalkTile(
                                s.Seconds,
                                PictureOf(s),
                                views.Of(deck, s).Standing
                            )),
                        ]
                )
            );
        }
        return all;
    }

    private string? PictureOf(Slide slide)
    {
        if (
            ItemKinds.Photos(slide).Select(u => photos.Facts(u.PhotoId)).OfType<PhotoFacts>().FirstOrDefault()
            is not { } photo
        )
            return null;
        // What is hidden on the slide is hidden here.
        Treatment how =
            slide.Items.OfType<Frame>().FirstOrDefault(f => f.PhotoId == photo.Id)?.Treatment(photos.Tones(photo.Id))
            ?? Treatment.None;
        string name = how.IsNone ? photo.Id : $"{photo.Id}~{how.Name}";
        return $"/iiif/{name}/full/{(photo.Width > Width ? $"{Width}," : "max")}/0/default.jpg";
    }
}
