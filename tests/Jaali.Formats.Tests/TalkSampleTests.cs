using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>
/// Presentations that nobody here wrote: the test files of Apache POI and of ODFDOM, from Debian's sources. Each is
/// read,
/// or refused with a sentence; whatever was read has places and pictures that can be used.
/// </summary>
public sealed class TalkSampleTests : IDisposable
{
    private readonly FontLibrary _fonts = new(FontLibrary.ShippedFolder);

    [Fact]
    public void Presentations_of_Open_XML_are_read_or_refused() =>
        Read("libapache-poi-java", ".pptx", PptxReader.IsOne, zip => PptxReader.Read(zip, new(_fonts)));

    [Fact]
    public void Presentations_of_OpenDocument_are_read_or_refused() =>
        Read("libodfdom-java", ".odp", OdpReader.IsOne, zip => OdpReader.Read(zip, new(_fonts)));

    private static void Read(string package, string ending, Func<SafeZip, bool> isOne, Func<SafeZip, ForeignTalk> read)
    {
        int right = 0,
            things = 0;
        IReadOnlyList<string> files = Samples.Files(package, [ending]);
        List<string> wrong = [];
        foreach (string file in files)
            try
            {
                using SafeZip zip = SafeZip.Open(file);
                if (!isOne(zip))
                {
                    // It is called so, and is none: the server says that it cannot tell what it is.
                    right++;
                    continue;
                }
                ForeignTalk talk = read(zip);
                foreach (ForeignThing t in talk.Slides.SelectMany(s => s.Things))
                {
                    things++;
                    Assert.True(
                        double.IsFinite(t.Box.X + t.Box.Y + t.Box.Width + t.Box.Height + t.Turn),
                        $"{file}: {t}"
                    );
                }
                foreach (ForeignPicture p in talk.Pictures)
                    Assert.NotNull(talk.Picture(p.Name));
                right++;
            }
            catch (FileFaultException e)
            {
                Assert.EndsWith(".", e.Message, StringComparison.Ordinal);
                right++;
            }
            catch (Exception e) when (e is not Xunit.Sdk.XunitException)
            {
                wrong.Add($"{Path.GetFileName(file)}: {e.GetType().Name} {e.Message} {e.StackTrace?.Split('\n')[0]}");
            }
        Samples.Ran($"{package} {ending}, {things} things", right, files.Count);
        Assert.Empty(wrong);
    }

    public void Dispose() => _fonts.Dispose();
}
