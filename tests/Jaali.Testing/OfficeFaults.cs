using System.IO.Compression;
using System.Xml.Linq;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;

namespace Jaali.Testing;

/// <summary>What programs from outside find wrong with presentations.</summary>
public static class OfficeFaults
{
    /// <summary>Faults that the Open XML SDK's validator finds, and relations that lead nowhere.</summary>
    public static IReadOnlyList<string> OfPptx(string file)
    {
        using PresentationDocument opened = PresentationDocument.Open(file, false);
        var validator = new OpenXmlValidator(FileFormatVersions.Microsoft365);
        List<string> faults =
        [
            .. validator.Validate(opened).Select(e => $"{e.Part?.Uri} {e.Path?.XPath}: {e.Description}"),
        ];
        using ZipArchive zip = ZipFile.OpenRead(file);
        HashSet<string> parts = [.. zip.Entries.Select(e => e.FullName)];
        foreach (ZipArchiveEntry rels in zip.Entries.Where(e => e.FullName.EndsWith(".rels", StringComparison.Ordinal)))
        {
            using Stream s = rels.Open();
            string folder = rels.FullName[..rels.FullName.IndexOf("_rels/", StringComparison.Ordinal)];
            foreach (XElement r in XDocument.Load(s).Root!.Elements())
                if (
                    (string?)r.Attribute("TargetMode") != "External"
                    && !parts.Contains(
                        new Uri(
                            new Uri("http://in.example/" + folder),
                            (string)r.Attribute("Target")!
                        ).AbsolutePath.TrimStart('/')
                    )
                )
                    faults.Add($"{rels.FullName}: {r}");
        }
        return faults;
    }
}
