using System.Globalization;
using System.IO.Compression;
using System.Xml.Linq;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>The figures of a chart as a sheet (ISO/IEC 29500-1, 18): rows with their names in the first column, series
/// in those after it.</summary>
internal static class ChartSheet
{
    /// <summary>What the sheet is called.</summary>
    internal const string Name = "Figures";

    /// <summary>The media type of the file.</summary>
    internal const string MediaType = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private static readonly XNamespace S = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";

    /// <summary>The letters of a column, counted from 0.</summary>
    internal static string Column(int index) =>
        index < 26 ? ((char)('A' + index)).ToString() : Column(index / 26 - 1) + Column(index % 26);

    /// <summary>The cells of a column below its head.</summary>
    internal static string Range(string column, int rows) =>
        string.Create(CultureInfo.InvariantCulture, $"{Name}!${column}$2:${column}${rows + 1}");

    /// <summary>A number as files have it.</summary>
    internal static string Number(double value) => value.ToString("R", CultureInfo.InvariantCulture);

    /// <summary>The file.</summary>
    internal static byte[] Write(ExportChart chart)
    {
        using var made = new MemoryStream();
        using (var zip = new ZipArchive(made, ZipArchiveMode.Create, leaveOpen: true))
        {
            var package = new PptxWriter.Package(zip);
            var links = new PptxWriter.Relations();
            string sheet = links.To("worksheet", "worksheets/sheet1.xml");
            package.Put(
                "xl/workbook.xml",
                new XElement(
                    S + "workbook",
                    new XAttribute(XNamespace.Xmlns + "r", R.NamespaceName),
                    new XElement(
                        S + "sheets",
                        new XElement(
                            S + "sheet",
                            new XAttribute("name", Name),
                            new XAttribute("sheetId", 1),
                            new XAttribute(R + "id", sheet)
                        )
                    )
                ),
                MediaType + ".main+xml",
                links
            );
            package.Put(
                "xl/worksheets/sheet1.xml",
                new XElement(S + "worksheet", new XElement(S + "sheetData", Rows(chart))),
                "application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"
            );
            package.End("xl/workbook.xml");
        }
        return made.ToArray();
    }

    private static IEnumerable<XElement> Rows(ExportChart chart)
    {
        yield return Row(1, [Text("A1", ""), .. chart.Series.Select((s, i) => Text(Column(i + 1) + "1", s.Name))]);
        for (int r = 0; r < chart.Labels.Count; r++)
        {
            string number = (r + 2).ToString(CultureInfo.InvariantCulture);
            int row = r;
            yield return Row(
                r + 2,
                [
                    Text("A" + number, chart.Labels[r]),
                    .. chart
                        .Series.Select((s, i) => (Value: s.Values[row], At: Column(i + 1) + number))
                        .Where(v => v.Value is not null)
                        .Select(v => new XElement(
                            S + "c",
                            new XAttribute("r", v.At),
                            new XElement(S + "v", Number(v.Value!.Value))
                        )),
                ]
            );
        }
    }

    private static XElement Row(int number, IEnumerable<XElement> cells) =>
        new(S + "row", new XAttribute("r", number), cells);

    private static XElement Text(string at, string text) =>
        new(
            S + "c",
            new XAttribute("r", at),
            new XAttribute("t", "inlineStr"),
            new XElement(
                S + "is",
                new XElement(S + "t", new XAttribute(XNamespace.Xml + "space", "preserve"), Clean(text))
            )
        );
}
