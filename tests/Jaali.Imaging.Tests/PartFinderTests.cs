using Jaali.Core.Legibility;
using Jaali.Testing;
using NetVips;

namespace Jaali.Imaging.Tests;

/// <summary>Finding a picture in another that it may be a part of, on photos of the demo.</summary>
public sealed class PartFinderTests
{
    private static ToneMap Tones(byte[] bytes) => PhotoReader.Read(bytes, smallest: 1).Tones;

    private static ToneMap Whole(string name) => Tones(File.ReadAllBytes(Outside.Photo(name)));

    private static byte[] Changed(string name, Func<Image, Image> change)
    {
        using Image whole = Image.NewFromFile(Outside.Photo(name));
        using Image made = change(whole);
        return made.JpegsaveBuffer(q: 80);
    }

    [Theory]
    [InlineData("fog-posts.jpg", .2, .2, .6, .6)]
    [InlineData("pebbles.jpg", 0, .3, .5, .5)]
    [InlineData("marram-sun.jpg", .4, .1, .55, .8)]
    [InlineData("moonlit-bar.jpg", .3, 0, .7, 1)]
    public void A_cut_is_found_where_it_was(string name, double x, double y, double w, double h)
    {
        byte[] cut = Changed(
            name,
            i => i.ExtractArea((int)(x * i.Width), (int)(y * i.Height), (int)(w * i.Width), (int)(h * i.Height))
        );
        FoundPart found = PartFinder.Find(Tones(cut), Whole(name));
        Assert.True(found.Likeness >= PartFinder.Likely, $"{found}");
        Assert.False(found.Mirrored);
        Assert.Equal(x, found.Part.X, .06);
        Assert.Equal(y, found.Part.Y, .06);
        Assert.Equal(w, found.Part.Width, .08);
    }

    [Theory]
    [InlineData("dusk-ebb.jpg")]
    [InlineData("marram-sun.jpg")]
    [InlineData("dune-now.jpg")]
    public void Mirrored_and_in_other_colours_it_is_found(string name)
    {
        byte[] bent = Changed(
            name,
            i => i.FlipHor().Colourspace(Enums.Interpretation.Bw).Linear([.8], [20]).Cast(Enums.BandFormat.Uchar)
        );
        FoundPart found = PartFinder.Find(Tones(bent), Whole(name));
        Assert.True(found.Likeness >= PartFinder.Likely && found.Mirrored, $"{found}");
    }

    [Fact]
    public void Strangers_are_told_apart()
    {
        string[] names =
        [
            "pebbles.jpg",
            "fog-posts.jpg",
            "marked-post.jpg",
            "marram-close.jpg",
            "dusk-ebb.jpg",
            "frost-grains.jpg",
        ];
        foreach (string a in names)
        foreach (string b in names.Where(n => n != a))
            Assert.True(PartFinder.Find(Whole(a), Whole(b)) is { Likeness: < PartFinder.Likely } found, $"{a} in {b}");
    }

    [Fact]
    public void A_plain_picture_is_a_part_of_nothing()
    {
        var plain = new ToneMap(60, 40, [.. Enumerable.Repeat((byte)90, 60 * 40 * 3)]);
        Assert.True(PartFinder.Find(plain, Whole("pebbles.jpg")).Likeness < 0);
    }
}
