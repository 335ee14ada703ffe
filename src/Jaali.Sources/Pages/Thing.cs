namespace Jaali.Sources.Pages;

/// <summary>Something that a page speaks of, in whatever syntax, with what is said of it. Names are those of
/// schema.org, Dublin Core, ccREL and FOAF without their addresses.</summary>
internal sealed class Thing(string id, string source)
{
    private readonly List<(string Name, object Value)> _said = [];

    /// <summary>Its address, or a name that starts with "_:".</summary>
    internal string Id { get; } = id;

    /// <summary>The syntax: "JSON-LD", "microdata" or "RDFa".</summary>
    internal string Source { get; } = source;

    /// <summary>Kinds, such as "ImageObject".</summary>
    internal HashSet<string> Types { get; } = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>True where another thing leads to it.</summary>
    internal bool Nested { get; set; }

    /// <summary>The piece of the page, word for word, where it stands alone.</summary>
    internal string Words { get; set; } = "";

    internal bool Is(params string[] types) => types.Any(Types.Contains);

    /// <summary>True where it is a picture by its kind.</summary>
    internal bool IsPicture => Is("ImageObject", "Photograph", "StillImage", "Image", "ImageObjectSnapshot");

    internal void Say(string name, object value)
    {
        if (_said.Count < 400)
            _said.Add((name, value));
        if (value is Thing t)
            t.Nested = true;
    }

    /// <summary>Everything said, in order.</summary>
    internal IReadOnlyList<(string Name, object Value)> Said => _said;

    /// <summary>Words or addresses under the first of the names that has any.</summary>
    internal IEnumerable<object> Of(params string[] names)
    {
        foreach (string n in names)
        {
            object[] found = [.. _said.Where(s => s.Name == n).Select(s => s.Value)];
            if (found.Length > 0)
                return found;
        }
        return [];
    }

    /// <summary>The first words under any of the names; of a thing its own name.</summary>
    internal string Text(params string[] names) =>
        names.SelectMany(n => Of(n)).Select(Name).FirstOrDefault(t => t.Length > 0) ?? "";

    /// <summary>Words for a value: itself, or the name of a thing.</summary>
    internal static string Name(object value) =>
        value is Thing t
            ? t._said.Where(s => s.Name is "name" or "legalName" or "title" or "label")
                .Select(s => s.Value)
                .OfType<string>()
                .FirstOrDefault(s => s.Length > 0)
                ?? ""
            : OneLine.Of((string)value);

    /// <summary>An address for a value: itself, or that of a thing.</summary>
    internal static string Link(object value) => value is Thing t ? t.Id : ((string)value).Trim();
}

/// <summary>The things of a page, by address.</summary>
internal sealed class Things(string source)
{
    private readonly Dictionary<string, Thing> _byId = new(StringComparer.Ordinal);
    private readonly List<Thing> _all = [];

    internal IReadOnlyList<Thing> All => _all;

    internal Thing At(string id)
    {
        if (!_byId.TryGetValue(id, out Thing? t))
        {
            _byId[id] = t = new Thing(id, source);
            _all.Add(t);
        }
        return t;
    }

    internal Thing New() => At("_:" + _all.Count.ToString(System.Globalization.CultureInfo.InvariantCulture));

    // Vocabularies whose names are read; what stands in others means something else.
    private static readonly string[] Known =
    [
        "http://schema.org/",
        "https://schema.org/",
        "http://www.schema.org/",
        "https://www.schema.org/",
        "http://creativecommons.org/ns#",
        "https://creativecommons.org/ns#",
        "http://web.resource.org/cc/",
        "http://purl.org/dc/terms/",
        "http://purl.org/dc/elements/1.1/",
        "http://purl.org/dc/dcmitype/",
        "http://xmlns.com/foaf/0.1/",
        "http://www.w3.org/1999/xhtml/vocab#",
        "http://ns.adobe.com/xap/1.0/rights/",
        "http://www.europeana.eu/schemas/edm/",
    ];

    /// <summary>A name without its vocabulary; null where the vocabulary is none that is read.</summary>
    internal static string? Local(string name)
    {
        foreach (string k in Known)
            if (name.StartsWith(k, StringComparison.OrdinalIgnoreCase))
                return name[k.Length..];
        return name.Contains(':', StringComparison.Ordinal) ? null : name;
    }
}
