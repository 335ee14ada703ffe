using Jaali.Core.Legibility;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;
using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Testing;

namespace Jaali.Formats.Tests;

/// <summary>The small world with the real typefaces.</summary>
internal sealed class WithFonts(World world, FontLibrary fonts) : ISceneFacts
{
    public IFonts Fonts => fonts;

    public PhotoFacts? Photo(string photoId) => world.Photo(photoId);

    public ToneMap? Tones(string photoId) => world.Tones(photoId);
}
