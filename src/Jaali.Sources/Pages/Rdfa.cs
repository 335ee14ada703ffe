using AngleSharp.Dom;
using Jaali.Core;

namespace Jaali.Sources.Pages;

/// <summary>A statement: subject and predicate are addresses (a subject may be "_:n"), the object either.</summary>
/// <param name="Subject">An address, or a node without one: "_:n".</param>
/// <param name="Predicate">An address.</param>
/// <param name="Object">An address, "_:n", or words.</param>
/// <param name="IsWords">True where the object is words.</param>
public sealed record Statement(string Subject, string Predicate, string Object, bool IsWords);

/// <summary>
/// Reads the statements of a page in RDFa Core 1.1 with the rules of HTML+RDFa 1.1 (W3C, second edition, 2015). Section
/// numbers refer to RDFa Core. Lists (<c>inlist</c>) and XML literals are not kept, since nothing about a photo is said
/// in them. A picture with <c>src</c>, <c>rel</c> and an address is its own subject, as in RDFa 1.0 and ccREL.
/// </summary>
public sealed class Rdfa
{
    internal const string Type = "http://www.w3.org/1999/02/22-rdf-syntax-ns#type",
        License = "http://www.w3.org/1999/xhtml/vocab#license";

    // The initial context of RDFa 1.1, as far as it may speak of pictures; "dct" is often used undeclared.
    private static readonly Dictionary<string, string> Initial = new(StringComparer.OrdinalIgnoreCase)
    {
        ["cc"] = "http://creativecommons.org/ns#",
        ["dc"] = "http://purl.org/dc/terms/",
        ["dc11"] = "http://purl.org/dc/elements/1.1/",
        ["dct"] = "http://purl.org/dc/terms/",
        ["dcterms"] = "http://purl.org/dc/terms/",
        ["foaf"] = "http://xmlns.com/foaf/0.1/",
        ["og"] = "http://ogp.me/ns#",
        ["rdf"] = "http://www.w3.org/1999/02/22-rdf-syntax-ns#",
        ["rdfs"] = "http://www.w3.org/2000/01/rdf-schema#",
        ["schema"] = "http://schema.org/",
        ["sioc"] = "http://rdfs.org/sioc/ns#",
        ["xhv"] = "http://www.w3.org/1999/xhtml/vocab#",
        ["xsd"] = "http://www.w3.org/2001/XMLSchema#",
    };

    // Words that stand alone: those of RDFa 1.1, and those that 1.0 reserved.
    private static readonly HashSet<string> Words = new(
        (
            "alternate appendix bookmark cite chapter contents copyright describedby first glossary help "
            + "icon index last "
            + "license meta next p3pv1 prev role section stylesheet subsection start top up"
        ).Split(' '),
        StringComparer.OrdinalIgnoreCase
    );

    private readonly List<Statement> _found = [];
    private readonly Uri _base;
    private int _nodes;

    private Rdfa(Uri at) => _base = at;

    private sealed record Context(
        string Subject,
        string Object,
        IReadOnlyList<(string Predicate, bool Forward)> Open,
        IReadOnlyDictionary<string, string> Prefixes,
        string? Vocabulary
    );

    /// <summary>The statements of a document, in its order.</summary>
    /// <param name="document">The page.</param>
    /// <param name="at">What its addresses are relative to.</param>
    public static IReadOnlyList<Statement> Read(IDocument document, Uri at)
    {
        var reader = new Rdfa(at);
        string page = at.GetLeftPart(UriPartial.Query);
        if (document.DocumentElement is { } root)
            reader.Walk(root, new Context(page, page, [], Initial, null), true, 0);
        return reader._found;
    }

    private void Walk(IElement e, Context c, bool root, int depth)
    {
        if (depth > Limits.Documents.RdfaDepth || _found.Count > Limits.Documents.RdfaStatements)
            return;
        // 7.5, steps 2 and 3.
        string? vocabulary = e.GetAttribute("vocab") is { } v ? (v.Trim().Length > 0 ? v.Trim() : null) : c.Vocabulary;
        IReadOnlyDictionary<string, string> prefixes = Prefixes(e, c.Prefixes);
        var names = new Names(prefixes, vocabulary, this);
        string? property = e.GetAttribute("property"),
            content = e.GetAttribute("content") ?? e.GetAttribute("datetime");
        string[] rel = names.All(e.GetAttribute("rel"), property is not null),
            rev = names.All(e.GetAttribute("rev"), property is not null);
        // HTML+RDFa 3.1: beside a property, words in rel and rev that are no CURIE do not count.
        bool linked = property is null ? e.HasAttribute("rel") || e.HasAttribute("rev") : rel.Length + rev.Length > 0,
            typed = e.HasAttribute("typeof");
        string? about = names.Resource(e.GetAttribute("about")),
            target =
                names.Resource(e.GetAttribute("resource"))
                ?? Address(e.GetAttribute("href"))
                ?? Address(e.GetAttribute("src"));
        bool hasWords = property is not null && content is null && !e.HasAttribute("datatype");
        (string subject, string? @object, string? thing, bool skip) =
            linked ? Linked(e, c, about, target)
            : hasWords ? Spoken(e, c, root, about, target)
            : Named(e, c, root, about, target, property is null);
        if (thing is not null)
            foreach (string t in names.All(e.GetAttribute("typeof"), false))
                Say(thing, Type, t, false);
        List<(string, bool)> open = [];
        if (linked && @object is not null)
        {
            foreach (string p in rel)
                Say(subject, p, @object, false);
            foreach (string p in rev)
                Say(@object, p, subject, false);
        }
        else if (linked)
        {
            // Step 10.
            open.AddRange(rel.Select(p => (p, true)).Concat(rev.Select(p => (p, false))));
            @object = Node();
        }
        if (property is not null)
            SayWords(
                e,
                names,
                subject,
                property,
                content,
                linked ? null : target,
                typed && about is null ? thing : null
            );
        if (!skip)
            Complete(c, subject);
        Context inner = skip
            ? c with
            {
                Prefixes = prefixes,
                Vocabulary = vocabulary,
            }
            : new Context(subject, @object ?? subject, open, prefixes, vocabulary);
        ReadingTime.Check();
        foreach (IElement child in e.Children)
            Walk(child, inner, false, depth + 1);
    }

    // Step 6: an element with a relation.
    private (string Subject, string? Object, string? Thing, bool Skip) Linked(
        IElement e,
        Context c,
        string? about,
        string? target
    )
    {
        bool typed = e.HasAttribute("typeof");
        string subject = about ?? (IsLinkedPicture(e) ? Address(e.GetAttribute("src")) : null) ?? c.Object;
        string? found = target ?? (typed && about is null ? Node() : null);
        return (subject, found, typed ? about ?? found : null, false);
    }

    // Step 5.1: an element whose own words are a value.
    private (string Subject, string? Object, string? Thing, bool Skip) Spoken(
        IElement e,
        Context c,
        bool root,
        string? about,
        string? target
    )
    {
        string subject = about ?? c.Object;
        string? thing = !e.HasAttribute("typeof") ? null : about ?? (root ? subject : target ?? Node());
        return (subject, thing, thing, false);
    }

    // Step 5.2: every other element.
    private (string Subject, string? Object, string? Thing, bool Skip) Named(
        IElement e,
        Context c,
        bool root,
        string? about,
        string? target,
        bool silent
    )
    {
        bool typed = e.HasAttribute("typeof"),
            top = root || e.LocalName is "head" or "body";
        string? own =
            about
            ?? target
            ?? (
                top ? c.Object
                : typed ? Node()
                : null
            );
        string subject = own ?? c.Object;
        return (subject, null, typed ? subject : null, own is null && silent);
    }

    // Step 12: relations of the elements around, which waited for what they lead to.
    private void Complete(Context c, string subject)
    {
        foreach ((string p, bool forward) in c.Open)
            if (forward)
                Say(c.Subject, p, subject, false);
            else
                Say(subject, p, c.Subject, false);
    }

    private static bool IsLinkedPicture(IElement e) =>
        e.LocalName == "img" && e.HasAttribute("src") && (e.HasAttribute("href") || e.HasAttribute("resource"));

    // Step 11: the value of a property is what its element holds, but for an address or a thing that it names.
    private void SayWords(
        IElement e,
        Names names,
        string subject,
        string property,
        string? content,
        string? target,
        string? thing
    )
    {
        string? named = content is null && !e.HasAttribute("datatype") ? target ?? thing : null;
        string value = named ?? content ?? e.TextContent;
        foreach (string p in names.All(property, false))
            Say(subject, p, named is null ? value.Trim() : value, named is null);
    }

    private void Say(string subject, string predicate, string @object, bool words)
    {
        if (_found.Count <= Limits.Documents.RdfaStatements)
            _found.Add(new Statement(subject, predicate, @object, words));
    }

    private string Node() => "_:" + (++_nodes).ToString(System.Globalization.CultureInfo.InvariantCulture);

    private string? Address(string? text)
    {
        if (text is null)
            return null;
        text = text.Trim();
        return text.Length == 0 ? _base.GetLeftPart(UriPartial.Query)
            : Uri.TryCreate(_base, text, out Uri? uri) ? uri.AbsoluteUri
            : null;
    }

    private static IReadOnlyDictionary<string, string> Prefixes(IElement e, IReadOnlyDictionary<string, string> outer)
    {
        Dictionary<string, string>? own = null;
        foreach (IAttr a in e.Attributes)
            if (a.Name.StartsWith("xmlns:", StringComparison.OrdinalIgnoreCase) && a.Name.Length > 6)
                Own()[a.Name[6..]] = a.Value.Trim();
        // "prefix: address" in pairs; what is not so is passed over.
        string[] parts = e.GetAttribute("prefix")?.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries) ?? [];
        for (int i = 0; i + 1 < parts.Length; i++)
            if (parts[i].EndsWith(':') && parts[i].Length > 1 && parts[i] != "_:")
                Own()[parts[i][..^1]] = parts[++i];
        return own ?? outer;

        Dictionary<string, string> Own() => own ??= new(outer, StringComparer.OrdinalIgnoreCase);
    }

    /// <summary>Section 7.4: terms, CURIEs and addresses.</summary>
    private readonly record struct Names(IReadOnlyDictionary<string, string> Prefixes, string? Vocabulary, Rdfa Reader)
    {
        internal string[] All(string? attribute, bool noTerms)
        {
            Names self = this;
            return attribute is null
                ? []
                :
                [
                    .. attribute
                        .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
                        .Select(w => self.Of(w, noTerms))
                        .OfType<string>(),
                ];
        }

        private string? Of(string word, bool noTerms)
        {
            if (word.Contains(':', StringComparison.Ordinal))
                return Curie(word) ?? (Uri.IsWellFormedUriString(word, UriKind.Absolute) ? word : null);
            return noTerms ? null
                : Vocabulary is not null ? Vocabulary + word
                : Words.Contains(word) ? "http://www.w3.org/1999/xhtml/vocab#" + word.ToLowerInvariant()
                : null;
        }

        /// <summary>A SafeCURIE, a CURIE or an address relative to the page.</summary>
        internal string? Resource(string? text)
        {
            if (text is null)
                return null;
            text = text.Trim();
            if (text.StartsWith('[') && text.EndsWith(']'))
                return Curie(text[1..^1]);
            return Curie(text) ?? Reader.Address(text);
        }

        private string? Curie(string text)
        {
            int colon = text.IndexOf(':', StringComparison.Ordinal);
            if (colon < 0 || text.AsSpan(colon).StartsWith("://"))
                return null;
            string prefix = text[..colon];
            return prefix == "_" ? "_:" + "page-" + text[2..]
                : prefix.Length == 0 ? "http://www.w3.org/1999/xhtml/vocab#" + text[1..]
                : Prefixes.TryGetValue(prefix, out string? address) ? address + text[(colon + 1)..]
                : null;
        }
    }
}
