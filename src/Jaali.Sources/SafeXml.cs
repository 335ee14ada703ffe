using System.Xml;
using System.Xml.Linq;

namespace Jaali.Sources;

/// <summary>Reads XML from outside: no document type, so that no entity expands; nothing is fetched; a limit on
/// size.</summary>
internal static class SafeXml
{
    /// <summary>The document.</summary>
    /// <exception cref="XmlException">It is not well-formed, has a document type, or is too long.</exception>
    internal static XDocument Parse(byte[] body, long mostCharacters)
    {
        using var reader = XmlReader.Create(
            new MemoryStream(body),
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                MaxCharactersInDocument = mostCharacters,
            }
        );
        XDocument document = XDocument.Load(reader);
        return document.Root is null ? throw new XmlException("There is no element.") : document;
    }
}
