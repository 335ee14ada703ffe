using System.Diagnostics;
using System.Globalization;
using Jaali.Painter;
using SkiaSharp;

// painter OUT [width] [name ...]: paints all photos, or those named, into OUT; a width paints small trials.
// painter vary PHOTOS OUT: writes the files of a folder that a speaker would drop in.
// painter frames OUT PHOTO COUNT SECONDS WIDTH: paints the frames of a clip of a sea, which ends as it begins.
// painter tag OUT: writes the records beside the photos into them.
if (args.Length == 0)
{
    Console.Error.WriteLine("usage: painter OUT [width or 'full'] [name ...]");
    return 2;
}
if (args is ["tag", var tagged])
{
    Tags.Write(tagged);
    return 0;
}
if (args is ["vary", var from, var to])
{
    Vary.Write(from, to);
    return 0;
}
if (args is ["frames", var frames, var of, var count, var seconds, var wide])
{
    Directory.CreateDirectory(frames);
    (int all, float round, int across) = (
        int.Parse(count, CultureInfo.InvariantCulture),
        float.Parse(seconds, CultureInfo.InvariantCulture),
        int.Parse(wide, CultureInfo.InvariantCulture)
    );
    Plate moving = Album.All.Single(p => p.Name == of);
    for (int i = 0; i < all; i++)
    {
        ((Jaali.Painter.Scenes.SeaScene)moving.Scene).Moment = new(i * round / all, round);
        var frame = new Film(across, across * 9 / 16);
        moving.Scene.Paint(frame, 2);
        using SKBitmap picture = frame.Develop(moving.Development, i);
        using var stream = File.Create(Path.Combine(frames, $"{i:000}.png"));
        picture.Encode(stream, SKEncodedImageFormat.Png, 100);
    }
    return 0;
}
string target = args[0];
Directory.CreateDirectory(target);
int trial = args.Length > 1 && int.TryParse(args[1], CultureInfo.InvariantCulture, out int w) ? w : 0;
string[] names = [.. args.Skip(2)];
foreach (Plate plate in Album.All.Where(p => names.Length == 0 || names.Contains(p.Name)))
{
    string path = Path.Combine(target, plate.Name + ".jpg");
    if (trial == 0 && names.Length == 0 && File.Exists(path))
        continue;
    var clock = Stopwatch.StartNew();
    float scale = trial == 0 ? 1 : trial / (float)Math.Max(plate.Width, plate.Height);
    var film = new Film((int)(plate.Width * scale), (int)(plate.Height * scale));
    plate.Scene.Paint(film, trial == 0 ? plate.Quality : 2);
    using SKBitmap picture = film.Develop(plate.Development, plate.Name.Length * 131 + plate.Width);
    Save(picture, path);
    Console.WriteLine(
        $"{plate.Name} {film.Width}x{film.Height} {clock.Elapsed.TotalSeconds:0} s "
            + $"{new FileInfo(path).Length / 1024} KB"
    );
}
return 0;

// Highest quality whose file stays under 880 KB.
static void Save(SKBitmap picture, string path)
{
    using SKImage image = SKImage.FromBitmap(picture);
    for (int quality = 92; ; quality -= 4)
    {
        using SKData data = image.Encode(SKEncodedImageFormat.Jpeg, quality);
        if (data.Size > 880 * 1024 && quality > 60)
            continue;
        File.WriteAllBytes(path, data.ToArray());
        return;
    }
}
