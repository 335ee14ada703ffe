using AngleSharp.Dom;
using Jaali.Core;

namespace Jaali.Sources.Pages;

/// <summary>Reads microdata (HTML Living Standard, section 5) into things.</summary>
internal static class PageMicrodata
{
    internal static Things Read(IDocument document, Uri at)
    {
        var things = new Things("microdata");
        Dictionary<IElement, Thing> items = [];
        foreach (IElement e in document.QuerySelectorAll("[itemscope]").Take(Limits.Documents.MicrodataItems))
        {
            ReadingTime.Check();
            string id = e.GetAttribute("itemid") is { Length: > 0 } given ? Json.Web(given, at) ?? "" : "";
            Thing t = id.Length > 0 ? things.At(id) : things.New();
            foreach (
                string type in e.GetAttribute("itemtype")?.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
                    ?? []
            )
                if (Things.Local(type) is { } local)
                    t.Types.Add(local);
            t.Words = e.OuterHtml.Length > 4000 ? e.OuterHtml[..4000] : e.OuterHtml;
            items[e] = t;
        }
        foreach (IElement e in document.QuerySelectorAll("[itemprop]").Take(4000))
        {
            ReadingTime.Check();
            IElement? owner = e.ParentElement?.Closest("[itemscope]") ?? Referring(document, e);
            if (owner is null || !items.TryGetValue(owner, out Thing? of))
                continue;
            object value = items.TryGetValue(e, out Thing? own) ? own : Value(e, at);
            foreach (
                string name in e.GetAttribute("itemprop")!.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            )
                if (Things.Local(name) is { } local)
                    of.Say(local, value);
        }
        return things;
    }

    // An item may name elements elsewhere as its own (itemref).
    private static IElement? Referring(IDocument document, IElement e)
    {
        for (IElement? at = e; at is not null; at = at.ParentElement)
            if (
                at.Id is { Length: > 0 } id
                && document
                    .QuerySelectorAll("[itemscope][itemref]")
                    .FirstOrDefault(i => i.GetAttribute("itemref")!.Split(' ').Contains(id))
                    is { } item
            )
                return item;
        return null;
    }

    private static string Value(IElement e, Uri at)
    {
        string? address = e.LocalName switch
        {
            "a" or "area" or "link" => e.GetAttribute("href"),
            "img" or "audio" or "embed" or "iframe" or "source" or "track" or "video" => e.GetAttribute("src")
                ?? e.GetAttribute("data-src"),
            "object" => e.GetAttribute("data"),
            _ => null,
        };
        if (e.GetAttribute("content") is { } content)
            return content;
        return address is not null ? Json.Web(address.Trim(), at) ?? address
            : e.LocalName == "time" && e.GetAttribute("datetime") is { } time ? time
            : e.TextContent.Trim();
    }
}
