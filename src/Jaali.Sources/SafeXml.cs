using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;

namespace Jaali.Sources;

/// <summary>Reads XML from outside: a document type is passed over, so that no entity of its own expands and nothing is
/// fetched; a limit on size. The characters that HTML names are known, since feeds use them.</summary>
internal static partial class SafeXml
{
    /// <summary>The document.</summary>
    /// <exception cref="XmlException">It is not well-formed, uses an entity of its own, or is too long.</exception>
    /// <exception cref="SourceException">It takes too long.</exception>
    internal static XDocument Parse(byte[] body, long mostCharacters) =>
        ReadingTime.Limit(() => ParseIn(body, mostCharacters));

    private static XDocument ParseIn(byte[] body, long mostCharacters)
    {
        try
        {
            Nesting.Check(XmlReader.Create(ReadingTime.Stream(body), Settings(mostCharacters)));
            return Load(XmlReader.Create(ReadingTime.Stream(body), Settings(mostCharacters)));
        }
        catch (XmlException)
        {
            string? text = Text(body);
            if (text is null || text.Length > mostCharacters)
                throw;
            try
            {
                Nesting.Check(XmlReader.Create(ReadingTime.Text(text), Settings(mostCharacters)));
                return Load(XmlReader.Create(ReadingTime.Text(text), Settings(mostCharacters)));
            }
            catch (XmlException) when (OneByOne(text, mostCharacters) is { } saved)
            {
                return saved;
            }
        }
    }

    // Where one record, item or entry breaks the document it alone is left out: each is read by itself between what
    // stands before the first and after the last.
    private static XDocument? OneByOne(string text, long mostCharacters)
    {
        Match[] parts = Record().Matches(text).ToArray();
        if (parts.Length < 2)
            return null;
        string head = text[..parts[0].Index],
            tail = text[(parts[^1].Index + parts[^1].Length)..];
        if (Try(head + tail) is not { Root: { } root } whole)
            return null;
        foreach (Match part in parts)
        {
            ReadingTime.Check();
            if (
                Try(head + part.Value + tail) is { } one
                && one.Descendants().FirstOrDefault(e => e.Name.LocalName == part.Groups[2].Value)
                    is { Parent: { } parent } found
                && root.DescendantsAndSelf(parent.Name).FirstOrDefault() is { } place
            )
                place.Add(found);
        }
        return root.Descendants().Any(e => e.Name.LocalName is "record" or "item" or "entry") ? whole : null;

        XDocument? Try(string document)
        {
            try
            {
                return Load(XmlReader.Create(ReadingTime.Text(document), Settings(mostCharacters)));
            }
            catch (XmlException)
            {
                return null;
            }
        }
    }

    private static XDocument Load(XmlReader from)
    {
        using XmlReader reader = from;
        XDocument document = XDocument.Load(reader);
        return document.Root is null ? throw new XmlException("There is no element.") : document;
    }

    private static XmlReaderSettings Settings(long mostCharacters) =>
        new()
        {
            DtdProcessing = DtdProcessing.Ignore,
            XmlResolver = null,
            MaxCharactersInDocument = mostCharacters,
            CheckCharacters = false,
        };

    // What many documents get wrong: space before the declaration, bytes and characters that are none, and characters
    // by
    // the names that HTML has for them.
    private static string? Text(byte[] body)
    {
        try
        {
            string text = Declared(body).GetString(body).TrimStart('\uFEFF', ' ', '\n', '\r', '\t');
            text = Illegal().Replace(text, "");
            return Entity().Replace(text, m => WebUtility.HtmlDecode(m.Value));
        }
        catch (ArgumentException)
        {
            return null;
        }
    }

    private static Encoding Declared(byte[] body)
    {
        if (body is [0xFE, 0xFF, ..])
            return Encoding.BigEndianUnicode;
        if (body is [0xFF, 0xFE, ..])
            return Encoding.Unicode;
        Match m = Declaration().Match(Encoding.Latin1.GetString(body, 0, Math.Min(body.Length, 200)));
        return m.Success ? Encoding.GetEncoding(m.Groups[1].Value) : Encoding.UTF8;
    }

    static SafeXml() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    [GeneratedRegex(
        @"[\x00-\x08\x0B\x0C\x0E-\x1F\uFFFE\uFFFF]|&#(?:x0*(?:[0-8bcefBCEF]|1[0-9a-fA-F])|0*(?:[0-8]|1[124-9]|2[0-9]|3[01]));"
    )]
    private static partial Regex Illegal();

    [GeneratedRegex(@"<((?:\w+:)?(record|item|entry))\b[\s\S]*?</\1\s*>")]
    private static partial Regex Record();

    [GeneratedRegex("&(?!amp;|lt;|gt;|quot;|apos;)[A-Za-z][A-Za-z0-9]{1,30};")]
    private static partial Regex Entity();

    [GeneratedRegex("""<\?xml[^>]*encoding=["']([\w.:-]+)["']""")]
    private static partial Regex Declaration();
}
