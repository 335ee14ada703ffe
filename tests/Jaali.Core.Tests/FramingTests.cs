using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Layout;
using Jaali.Core.Photos;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed class FramingTests
{
    private static readonly Gen<double> Aspects = Gen.Double[.3, 4],
        Places = Gen.Double[0, 1];

    [Fact]
    public void The_crop_is_the_largest_of_its_shape_and_holds_the_subject() =>
        Gen.Select(Aspects, Aspects, Places, Places)
            .Sample(
                (photo, frame, x, y) =>
                {
                    CropWindow c = CropFinder.Largest(photo, frame, new PhotoPoint(x, y));
                    Assert.Equal(frame, c.Width * photo / c.Height, 1e-6);
                    Assert.Equal(1, Math.Max(c.Width, c.Height), 1e-9);
                    Assert.InRange(x, c.X - 1e-9, c.X + c.Width + 1e-9);
                    Assert.InRange(y, c.Y - 1e-9, c.Y + c.Height + 1e-9);
                }
            );

    [Fact]
    public void The_shape_holds_in_the_thinnest_frame_and_the_closest_crop() =>
        Gen.Select(Gen.Double[-2.5, 2.5], Gen.Double[-1.2, 1.2], Places, Gen.Double[0, 1.5])
            .Sample(
                (thin, wide, start, width) =>
                {
                    double frame = Math.Pow(10, thin),
                        photo = Math.Pow(10, wide);
                    CropWindow c = CropFinder.Shaped(new(start, start, width, width), photo, frame),
                        all = CropFinder.Largest(photo, frame, new(start, start));
                    Assert.Equal(1, c.Width * photo / c.Height / frame, 1e-6);
                    Assert.Equal(1, all.Width * photo / all.Height / frame, 1e-6);
                    Assert.InRange(c.Width / all.Width, CropWindow.Smallest - 1e-9, 1 + 1e-9);
                    Assert.InRange(c.X, 0, 1 - c.Width + 1e-9);
                    Assert.InRange(c.Y, 0, 1 - c.Height + 1e-9);
                }
            );

    [Fact]
    public void The_subject_lies_on_a_third_wherever_the_photo_reaches()
    {
        // A panorama three times as wide as the frame: there is always room but at its very ends.
        for (double x = .15; x <= .85; x += .05)
        {
            CropWindow c = CropFinder.Largest(16 / 3.0, 16 / 9.0, new PhotoPoint(x, .5));
            Assert.Equal(0, ThirdsScore.Distance((x - c.X) / c.Width), 1e-3);
        }
    }

    [Fact]
    public void A_drag_to_any_guide_line_puts_the_named_thing_there()
    {
        var world = new World();
        PhotoFacts photo = world.Photos[world.Add("p", 3000, 1000, focal: new PhotoPoint(.62, .4))];
        SlideRect slide = SlideShape.Wide.Bounds();
        var frame = new Frame(
            Guid.NewGuid(),
            Placement.Ground(slide),
            "p",
            CropFinder.Largest(3, slide.Aspect, photo.Focal)
        );
        DragGuides g = DragGuides.For(frame, photo);
        Assert.NotEmpty(g.Snaps);
        foreach (
            SnapLine s in g.Snaps.Where(s => s.Kind.StartsWith("subject", StringComparison.Ordinal) && s.Axis == "x")
        )
        {
            Assert.All(
                g.Bounds.Where(b => b.Axis == "x"),
                b => Assert.True(b.IsLeast ? s.Value >= b.Of(1) - 1e-6 : s.Value <= b.Of(1) + 1e-6)
            );
            Assert.Equal(s.Line, s.Value + g.Image.Width * photo.Focal.X, 1e-6);
        }
    }
}
