using System.Net;
using System.Text;
using System.Text.Json;
using AngleSharp.Dom;
using Jaali.Core;

namespace Jaali.Sources.Pages;

/// <summary>
/// Reads JSON-LD 1.1 in a page into things: compact, with contexts that stand in the page (terms, prefixes,
/// <c>@vocab</c>, <c>@base</c>), <c>@graph</c>, and nodes that are named by <c>@id</c> elsewhere. A context that would
/// have to be fetched is not; its words are taken for those of schema.org, as search engines do.
/// </summary>
internal static class PageJsonLd
{
    internal static Things Read(IDocument document, Uri at)
    {
        var things = new Things("JSON-LD");
        foreach (
            IElement script in document
                .QuerySelectorAll("script[type]")
                .Where(IsJsonLd)
                .Take(Limits.Documents.JsonLdScripts)
        )
            if (Parse(script.TextContent) is { } root)
                try
                {
                    Value(root, new Names(at), things, 0, root.GetRawText());
                }
                catch (InvalidOperationException)
                {
                    // A name that is no text; the script ends there.
                }
        return things;
    }

    private static bool IsJsonLd(IElement script) =>
        script
            .GetAttribute("type")!
            .Split(';')[0]
            .Trim()
            .Equals("application/ld+json", StringComparison.OrdinalIgnoreCase);

    /// <summary>JSON as pages really have it: with line breaks in strings, wrapped in comments, with entities, with a
    /// comma too many; null where it is none.</summary>
    internal static JsonElement? Parse(string text)
    {
        string bare = text.Trim().TrimStart('\uFEFF');
        foreach (string wrap in (string[])["<!--", "//<![CDATA[", "<![CDATA[", "/*<![CDATA[*/"])
            if (bare.StartsWith(wrap, StringComparison.Ordinal))
                bare = bare[wrap.Length..];
        foreach (string wrap in (string[])["/*]]>*/", "//]]>", "]]>", "//-->", "-->", ";"])
        {
            bare = bare.TrimEnd();
            if (bare.EndsWith(wrap, StringComparison.Ordinal))
                bare = bare[..^wrap.Length];
        }
        foreach (string tried in (string[])[bare, Escaped(bare), WebUtility.HtmlDecode(Escaped(bare))])
            try
            {
                return Json.Parse(tried);
            }
            catch (JsonException) { }
        return null;
    }

    // Control characters within strings, written as JSON wants them.
    private static string Escaped(string json)
    {
        var to = new StringBuilder(json.Length + 16);
        bool inside = false;
        for (int i = 0; i < json.Length; i++)
        {
            char c = json[i];
            if (inside && c == '\\' && i + 1 < json.Length && json[i + 1] is not ('\n' or '\r'))
                to.Append(c).Append(json[++i]);
            else if (c == '"')
            {
                inside = !inside;
                to.Append(c);
            }
            else if (inside && c < ' ')
                to.Append(
                    c switch
                    {
                        '\n' => "\\n",
                        '\r' => "\\r",
                        '\t' => "\\t",
                        _ => " ",
                    }
                );
            else
                to.Append(c);
        }
        return to.ToString();
    }

    // What a value is: words, a thing, or nothing; the things of lists are told to the caller one by one.
    private static IEnumerable<object> Values(JsonElement e, Names names, Things things, int depth)
    {
        switch (e.ValueKind)
        {
            case JsonValueKind.String:
                yield return e.Str();
                break;
            case JsonValueKind.Number:
                yield return e.GetRawText();
                break;
            case JsonValueKind.Array:
                foreach (JsonElement one in e.EnumerateArray().Take(200))
                foreach (object v in Values(one, names, things, depth))
                    yield return v;
                break;
            case JsonValueKind.Object:
                foreach (string holder in (string[])["@value", "@list", "@set"])
                    if (e.At(holder) is { } held)
                    {
                        foreach (object v in Values(held, names, things, depth))
                            yield return v;
                        yield break;
                    }
                if (Value(e, names, things, depth, "") is { } thing)
                    yield return thing;
                break;
        }
    }

    private static Thing? Value(JsonElement e, Names names, Things things, int depth, string words)
    {
        if (depth > Limits.Documents.JsonLdDepth)
            return null;
        if (e.ValueKind == JsonValueKind.Array)
        {
            foreach (JsonElement one in e.EnumerateArray().Take(500))
                Value(one, names, things, depth + 1, one.GetRawText());
            return null;
        }
        if (e.ValueKind != JsonValueKind.Object)
            return null;
        if (e.At("@context") is { } context)
            names = names.With(context);
        string id = "";
        bool says = false,
            graph = false;
        foreach (JsonProperty p in e.EnumerateObject())
            switch (names.Of(p.Name))
            {
                case "@id" when p.Value.ValueKind == JsonValueKind.String:
                    id = names.Address(p.Value.Str());
                    break;
                case "@graph":
                    graph = true;
                    foreach (
                        JsonElement one in p.Value.ValueKind == JsonValueKind.Array
                            ? p.Value.EnumerateArray().Take(1000)
                            : [p.Value]
                    )
                        Value(one, names, things, depth + 1, one.GetRawText());
                    break;
                case not "@context":
                    says = true;
                    break;
            }
        if (graph && !says)
            return null;
        Thing thing = id.Length > 0 ? things.At(id) : things.New();
        if (thing.Words.Length == 0)
            thing.Words = words;
        foreach (JsonProperty p in e.EnumerateObject())
            switch (names.Of(p.Name))
            {
                case "@type":
                    foreach (object t in Values(p.Value, names, things, depth + 1))
                        if (t is string type && Things.Local(names.Expand(type)) is { } local)
                            thing.Types.Add(local);
                    break;
                case { } name when !name.StartsWith('@'):
                    foreach (object v in Values(p.Value, names, things, depth + 1))
                        thing.Say(name, v);
                    break;
            }
        return thing;
    }

    private sealed class Names(Uri at)
    {
        private Dictionary<string, string> _terms = new(StringComparer.Ordinal);
        private Uri _base = at;

        internal Names With(JsonElement context)
        {
            var inner = new Names(_base) { _terms = new(_terms, StringComparer.Ordinal) };
            foreach (
                JsonElement c in context.ValueKind == JsonValueKind.Array
                    ? context.EnumerateArray().Take(20)
                    : [context]
            )
            {
                if (c.ValueKind != JsonValueKind.Object)
                    continue;
                foreach (JsonProperty p in c.EnumerateObject().Take(500))
                {
                    string to = p.Value.ValueKind == JsonValueKind.String ? p.Value.Str() : p.Value.Text("@id");
                    if (p.Name == "@base" && Uri.TryCreate(_base, to, out Uri? b))
                        inner._base = b;
                    else if (to.Length > 0)
                        inner._terms[p.Name] = to;
                }
            }
            return inner;
        }

        internal string Address(string id) =>
            id.StartsWith("_:", StringComparison.Ordinal) ? "_:named-" + id[2..]
            : Expand(id) is var e && Uri.TryCreate(_base, e, out Uri? uri) ? uri.AbsoluteUri
            : id;

        /// <summary>The name of a key: a keyword, a name in a vocabulary that is read, or null.</summary>
        internal string? Of(string key)
        {
            if (key is "id" or "type" && !_terms.ContainsKey(key))
                return "@" + key;
            string to = Expand(key);
            return to.StartsWith('@') ? to : Things.Local(to);
        }

        internal string Expand(string name)
        {
            if (name.StartsWith('@'))
                return name;
            if (_terms.TryGetValue(name, out string? to) && to != name)
                return Prefixed(to);
            return name.Contains(':', StringComparison.Ordinal) ? Prefixed(name)
                : _terms.TryGetValue("@vocab", out string? vocabulary) ? vocabulary + name
                : name;
        }

        private string Prefixed(string name)
        {
            int colon = name.IndexOf(':', StringComparison.Ordinal);
            if (colon <= 0 || name.AsSpan(colon).StartsWith("://"))
                return name;
            string prefix = name[..colon],
                rest = name[(colon + 1)..];
            return _terms.TryGetValue(prefix, out string? to)
                ? to + rest
                : prefix switch
                {
                    "schema" => "https://schema.org/" + rest,
                    "cc" => "http://creativecommons.org/ns#" + rest,
                    "dc" => "http://purl.org/dc/elements/1.1/" + rest,
                    "dct" or "dcterms" => "http://purl.org/dc/terms/" + rest,
                    "foaf" => "http://xmlns.com/foaf/0.1/" + rest,
                    _ => name,
                };
        }
    }
}
