using Jaali.Core.Geometry;
using Jaali.Core.Scenes;
using Path = Jaali.Core.Geometry.Path;

namespace Jaali.Core.Tests;

/// <summary>What of a picture is shown: one rectangle around all its windows, in whole pixels.</summary>
public sealed class ShownPartsTests
{
    private static Scene Of(params SceneNode[] nodes) => new(Guid.Empty, 0, 1920, 1080, "#000000", nodes, [], []);

    private static SceneNode Framed(SlideRect window, SlideRect image, string photo = "p", string? treatment = null) =>
        new GroupNode(null, [new PhotoNode(photo, image, "", Treatment: treatment)], Path.Rect(window));

    private static PhotoNode Cut(params SceneNode[] nodes) =>
        ShownParts.Of([Of(nodes)], _ => (1000, 500))[0].Photos().First();

    [Fact]
    public void The_window_of_a_crop_is_cut_out_and_lies_where_it_lay()
    {
        PhotoNode cut = Cut(Framed(new(500, 100, 500, 500), new(0, 100, 1000, 500)));
        Assert.Equal("p~@499,0,501,500", cut.Source);
        Assert.Equal(new SlideRect(499, 100, 501, 500), cut.Image);
        Assert.Equal(("p", new PicturePart(499, 0, 501, 500)), PicturePart.Of(cut.Source));
        // What hides something stays a name of its own.
        cut = Cut(Framed(new(500, 100, 500, 500), new(0, 100, 1000, 500), treatment: "m1,2"));
        Assert.Equal(("p~m1,2", new PicturePart(499, 0, 501, 500)), PicturePart.Of(cut.Source));
        Assert.Equal(("p~m1,2", null), PicturePart.Of("p~m1,2"));
    }

    [Fact]
    public void Shown_whole_or_nearly_so_it_stays_as_it_is()
    {
        Scene[] whole = [Of(Framed(new(0, 0, 1000, 500), new(0, 0, 1000, 500)))];
        Assert.Same(whole, ShownParts.Of(whole, _ => (1000, 500)));
        Assert.Equal("p", Cut(Framed(new(0, 0, 950, 480), new(0, 0, 1000, 500))).Source);
        Assert.NotEqual("p", Cut(Framed(new(0, 0, 950, 460), new(0, 0, 1000, 500))).Source);
        // Of what is not known nothing can be cut.
        Scene[] lost = [Of(Framed(new(0, 0, 10, 10), new(0, 0, 1000, 500)))];
        Assert.Equal("p", ShownParts.Of(lost, _ => null)[0].Photos().First().Source);
    }

    [Fact]
    public void Windows_of_all_scenes_share_one_part()
    {
        Scene[] scenes =
        [
            Of(Framed(new(0, 0, 200, 200), new(0, 0, 1000, 500))),
            Of(Framed(new(100, 100, 400, 200), new(0, 0, 2000, 1000))),
        ];
        IReadOnlyList<Scene> cut = ShownParts.Of(scenes, _ => (1000, 500));
        Assert.Equal(["p~@0,0,251,201", "p~@0,0,251,201"], cut.SelectMany(s => s.Photos()).Select(p => p.Source));
        Assert.Equal(502, cut[1].Photos().First().Image.Width, 6);
    }

    [Fact]
    public void The_edge_of_the_slide_hides_too_unless_things_move()
    {
        SceneNode beyond = Framed(new(-500, 0, 1000, 500), new(-500, 0, 1000, 500));
        Assert.Equal("p~@499,0,501,500", Cut(beyond).Source);
        Assert.Equal("p", ShownParts.Of([Of(beyond)], _ => (1000, 500), moves: true)[0].Photos().First().Source);
    }

    [Fact]
    public void A_photo_that_is_straightened_keeps_what_its_turned_window_covers()
    {
        // A window of 200 by 100 about the middle of a photo that is turned by 30 degrees.
        SceneNode turned = new GroupNode(
            null,
            [new GroupNode(null, [new PhotoNode("p", new(0, 0, 1000, 500), "")], null, 1, 30, 1, new(500, 250))],
            Path.Rect(new(400, 200, 200, 100))
        );
        PicturePart part = PicturePart.Of(Cut(turned).Source).Part!.Value;
        double width = 200 * Math.Cos(Math.PI / 6) + 100 * Math.Sin(Math.PI / 6),
            height = 200 * Math.Sin(Math.PI / 6) + 100 * Math.Cos(Math.PI / 6);
        Assert.InRange(part.Width, width, width + 4);
        Assert.InRange(part.Height, height, height + 4);
        Assert.InRange(part.X + part.Width / 2.0, 498, 502);
        Assert.InRange(part.Y + part.Height / 2.0, 248, 252);
    }
}
