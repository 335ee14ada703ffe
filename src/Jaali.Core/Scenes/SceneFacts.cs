namespace Jaali.Core.Scenes;

/// <summary>What scenes need to know from outside the deck.</summary>
public interface ISceneFacts : IPhotoFacts
{
    /// <summary>The colours of a taken photo, or null.</summary>
    ToneMap? Tones(string photoId);

    /// <summary>The typefaces at hand.</summary>
    IFonts Fonts { get; }
}
