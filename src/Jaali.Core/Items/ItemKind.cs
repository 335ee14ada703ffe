using System.Text.Json.Nodes;

namespace Jaali.Core.Items;

/// <summary>Where an item is, for rules that look beyond it.</summary>
public sealed record ItemPlace(Deck Deck, Slide Slide, IPhotoFacts Photos)
{
    /// <summary>The whole slide.</summary>
    public SlideRect Bounds => Deck.Shape.Bounds();
}

/// <summary>A photo that an item shows, and what the item does to it.</summary>
/// <param name="ItemId">The item.</param>
/// <param name="PhotoId">The photo.</param>
/// <param name="Changes">What is done to it.</param>
/// <param name="Rect">Where it is seen.</param>
/// <param name="CreditSpot">Where its credit is wanted.</param>
/// <param name="Merged">The photos that are one picture there, by their SHA-256 and separated by blanks; empty where it
/// stands alone.</param>
public sealed record PhotoUse(
    Guid ItemId,
    string PhotoId,
    Changes Changes,
    SlideRect Rect,
    Spot CreditSpot,
    string Merged = ""
)
{
    /// <summary>The other photos of the same picture.</summary>
    public IEnumerable<string> MergedWith => Merged.Split(' ').Where(p => p.Length > 0 && p != PhotoId);
}

/// <summary>What an item may follow beyond its own slide and that slide's point. The look, the room and the declared
/// use
/// are everyone's.</summary>
[Flags]
public enum Follows
{
    /// <summary>Nothing else.</summary>
    Nothing = 0,

    /// <summary>The title of the talk.</summary>
    Title = 1,

    /// <summary>Who gives it.</summary>
    Speaker = 2,

    /// <summary>Other points.</summary>
    Plan = 4,

    /// <summary>Other slides.</summary>
    Slides = 8,

    /// <summary>All of them.</summary>
    All = Title | Speaker | Plan | Slides,
}

/// <summary>An item, or why there is none.</summary>
public readonly record struct ItemResult(Item? Item, Refusal? Refusal)
{
    /// <summary>An item.</summary>
    public static implicit operator ItemResult(Item item) => new(item, null);

    /// <summary>A refusal.</summary>
    public static implicit operator ItemResult(Refusal refusal) => new(null, refusal);
}

/// <summary>An example of a kind: how to make one, and edits of it. Tests of undo, painters, exports and stores run
/// on every kind's examples.</summary>
/// <param name="Made">Makes the item.</param>
/// <param name="Edits">Edits of it that must succeed and change it, each on what the one before it left.</param>
public sealed record ItemExample(ItemEdit Made, IReadOnlyList<ItemEdit> Edits);

/// <summary>
/// Everything that is particular to one kind of item: its name, what may be wrong with it, how it becomes nodes,
/// which photos it shows, how it is described, and its edits.
/// A kind is a folder and one line in <see cref="ItemKinds"/>; nothing else knows it.
/// </summary>
public abstract class ItemKind
{
    /// <summary>Its name in files and on the wire.</summary>
    public abstract string Name { get; }

    /// <summary>Where a new one comes: above those of its own rank and lower ones, below those of higher ones, so that
    /// a
    /// photo never lands on top of the words.</summary>
    public virtual int Rank => 0;

    /// <summary>The format in which items of this kind are written; older ones are upgraded on reading.</summary>
    public virtual int Format => ItemKinds.Format;

    /// <summary>The type of its items.</summary>
    public abstract Type ItemType { get; }

    /// <summary>The type of its edits.</summary>
    public abstract Type EditType { get; }

    /// <summary>What is wrong with an item, or null.</summary>
    public abstract Refusal? Fault(Item item, ItemPlace at);

    /// <summary>A new item out of an edit's members, with this kind's defaults for what it leaves null.</summary>
    /// <param name="id">Its identity.</param>
    /// <param name="edit">What is known of it.</param>
    /// <param name="rect">Where it is wanted, or null for this kind's usual place.</param>
    /// <param name="at">Where it comes.</param>
    public abstract ItemResult Create(Guid id, ItemEdit edit, SlideRect? rect, ItemPlace at);

    /// <summary>The item as an edit leaves it.</summary>
    public abstract ItemResult Edit(Item item, ItemEdit edit, ItemPlace at);

    /// <summary>The item at another place; what must change with it, changes.</summary>
    public abstract ItemResult Place(Item item, Placement to, ItemPlace at);

    /// <summary>Adds its nodes to a scene.</summary>
    public abstract void Compose(Item item, Composition scene);

    /// <summary>What beyond its own slide and point its words or looks follow, so that only what may differ is made
    /// anew. A
    /// kind that does not say follows everything.</summary>
    public virtual Follows Follows(Item item) => Items.Follows.All;

    /// <summary>The photos that it shows.</summary>
    public abstract IEnumerable<PhotoUse> Photos(Item item);

    /// <summary>The item with one photo in the place of another; the same item where it does not show that
    /// one.</summary>
    public abstract ItemResult Exchange(Item item, string photoId, string with, ItemPlace at);

    /// <summary>What it is, in a few words.</summary>
    public abstract string Describe(Item item, ItemPlace at);

    /// <summary>What it is called within a sentence, such as “the photo “Low water””.</summary>
    public virtual string NameInSentence(Item item, ItemPlace at) =>
        Describe(item, at) is { Length: > 0 } words ? $"“{FewWords.Of(words)}”" : $"the {Name}";

    /// <summary>It as files of other programs have it; null where its nodes say all, and it is written from
    /// those.</summary>
    /// <param name="item">The item.</param>
    /// <param name="nodes">What it became, before it was turned.</param>
    /// <param name="scene">The finished scene it stands on.</param>
    /// <param name="at">Where it is.</param>
    public virtual IReadOnlyList<ExportItem>? Export(
        Item item,
        IReadOnlyList<SceneNode> nodes,
        Scene scene,
        ItemPlace at
    ) => null;

    /// <summary>What its parts are called, of which one can be brought out; empty for what has none.</summary>
    public virtual IReadOnlyList<string> PartNames(Item item) => [];

    /// <summary>The words that it holds, beside those of items that are words: they are found, counted and
    /// replaced.</summary>
    public virtual IEnumerable<string> Says(Item item) => [];

    /// <summary>The roles of the house that its words are set in, beside those of items that are words.</summary>
    public virtual IEnumerable<WordsRole> Roles(Item item) => [];

    /// <summary>An edit by which each of these words is said otherwise; null where it holds none.</summary>
    /// <param name="item">The item.</param>
    /// <param name="with">What each of its texts becomes.</param>
    public virtual ItemEdit? Resay(Item item, Func<string, string> with) => null;

    /// <summary>An edit by which the line that says where it is from says it otherwise; null where that changes
    /// nothing.</summary>
    /// <param name="item">The item.</param>
    /// <param name="with">What that line becomes.</param>
    public virtual ItemEdit? Cite(Item item, Func<string, string> with) => null;

    /// <summary>What was done to what it shows, in a sentence for the person who did it; empty for nothing to
    /// say.</summary>
    public virtual string Done(Item item) => "";

    /// <summary>A stored body of an earlier format, brought to this one.</summary>
    public virtual JsonObject Upgrade(JsonObject body, int format, SlideRect slide) => body;

    /// <summary>Examples for tests.</summary>
    /// <param name="photoId">A photo that there is.</param>
    public abstract IReadOnlyList<ItemExample> Examples(string photoId);
}

/// <summary>A kind whose items and edits have types of their own.</summary>
public abstract class ItemKind<TItem, TEdit> : ItemKind
    where TItem : Item
    where TEdit : ItemEdit
{
    /// <inheritdoc/>
    public sealed override Type ItemType => typeof(TItem);

    /// <inheritdoc/>
    public sealed override Type EditType => typeof(TEdit);

    /// <inheritdoc/>
    public sealed override Refusal? Fault(Item item, ItemPlace at) => Fault((TItem)item, at);

    /// <inheritdoc/>
    public sealed override ItemResult Create(Guid id, ItemEdit edit, SlideRect? rect, ItemPlace at) =>
        edit is TEdit own ? Create(id, own, rect, at) : WrongKind;

    /// <inheritdoc/>
    public sealed override ItemResult Edit(Item item, ItemEdit edit, ItemPlace at) =>
        edit is TEdit own ? Edit((TItem)item, own, at) : WrongKind;

    /// <inheritdoc/>
    public sealed override ItemResult Place(Item item, Placement to, ItemPlace at) => Place((TItem)item, to, at);

    /// <inheritdoc/>
    public sealed override void Compose(Item item, Composition scene) => Compose((TItem)item, scene);

    /// <inheritdoc/>
    public sealed override IEnumerable<PhotoUse> Photos(Item item) => Photos((TItem)item);

    /// <inheritdoc/>
    public sealed override ItemResult Exchange(Item item, string photoId, string with, ItemPlace at) =>
        Exchange((TItem)item, photoId, with, at);

    /// <inheritdoc/>
    public sealed override string Describe(Item item, ItemPlace at) => Describe((TItem)item, at);

    /// <inheritdoc cref="ItemKind.Fault"/>
    protected virtual Refusal? Fault(TItem item, ItemPlace at) => null;

    /// <inheritdoc cref="ItemKind.Create"/>
    protected abstract ItemResult Create(Guid id, TEdit edit, SlideRect? rect, ItemPlace at);

    /// <inheritdoc cref="ItemKind.Edit"/>
    protected abstract ItemResult Edit(TItem item, TEdit edit, ItemPlace at);

    /// <inheritdoc cref="ItemKind.Place"/>
    protected virtual ItemResult Place(TItem item, Placement to, ItemPlace at) => item with { At = to };

    /// <inheritdoc cref="ItemKind.Compose"/>
    protected abstract void Compose(TItem item, Composition scene);

    /// <inheritdoc cref="ItemKind.Photos"/>
    protected virtual IEnumerable<PhotoUse> Photos(TItem item) => [];

    /// <inheritdoc cref="ItemKind.Exchange"/>
    protected virtual ItemResult Exchange(TItem item, string photoId, string with, ItemPlace at) => item;

    /// <inheritdoc cref="ItemKind.Describe"/>
    protected abstract string Describe(TItem item, ItemPlace at);

    private static Refusal WrongKind =>
        new("wrong-kind", "This edit is for another kind of thing. Choose the thing again.");
}
