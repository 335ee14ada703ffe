using Jaali.Core.Geometry;
using Jaali.Formats.Bundle;
using Jaali.Imaging;

namespace Jaali.Formats.Reading;

/// <summary>The program that reads cannot be started: nothing is said of the file, which can be brought
/// again.</summary>
public sealed class ReaderUnavailableException(Exception inner)
    : Exception(
        "The program that reads files from outside cannot be started now. Nothing that was saved is lost; try again in "
            + "a moment.",
        inner
    );

/// <summary>What the reader is asked to do. It is a program of its own: what it reads may be hostile, and it is stopped
/// where it takes too long or too much.</summary>
public enum ReaderTask
{
    /// <summary>A talk's file; gives <see cref="TalkRead"/>.</summary>
    Talk,

    /// <summary>The text of an outline (<see cref="OutlineAsked"/>); gives <see cref="TalkRead"/>.</summary>
    Outline,

    /// <summary>A font file or an archive of them; gives a list of <see cref="FontRead"/>.</summary>
    Fonts,

    /// <summary>Packets of XMP; gives a list of <see cref="MetadataBlock"/>.</summary>
    Metadata,

    /// <summary>The head of a clip; gives <see cref="ClipHead"/>.</summary>
    Clip,

    /// <summary>A copy of a talk's file with credits (<see cref="CreditsAsked"/>); gives its name.</summary>
    Credits,
}

/// <summary>One thing that the reader is asked, as a line of JSON.</summary>
/// <param name="Task">What to do.</param>
/// <param name="File">The name of the file in the reader's own folder; empty where there is none.</param>
/// <param name="Asked">What else the task needs, as JSON; empty for nothing.</param>
public sealed record ReaderRequest(ReaderTask Task, string File = "", string Asked = "");

/// <summary>The reader's answer, as a line of JSON.</summary>
/// <param name="Value">What came of it, as JSON; null where nothing did.</param>
/// <param name="Fault">Why nothing did, as a sentence for a person; null where something did.</param>
/// <param name="Held">What holds the reader itself, said once at its start: "files", "network"; null later.</param>
public sealed record ReaderReply(string? Value, string? Fault = null, IReadOnlyList<string>? Held = null);

/// <summary>An outline that is read.</summary>
/// <param name="Text">Its text.</param>
/// <param name="Name">Its name among what was brought.</param>
/// <param name="Pictures">Names of the pictures beside it.</param>
public sealed record OutlineAsked(string Text, string Name, IReadOnlyList<string> Pictures);

/// <summary>Credits that are written back.</summary>
/// <param name="Kind">What the file is.</param>
/// <param name="Credits">The credits.</param>
public sealed record CreditsAsked(TalkFileKind Kind, IReadOnlyList<CreditBack> Credits);

/// <summary>A font that was read.</summary>
/// <param name="Facts">What it says of itself.</param>
/// <param name="File">The name of the file with its bytes, as TrueType or OpenType.</param>
public sealed record FontRead(FontFacts Facts, string File);

/// <summary>A talk's file that was read: values, and files that lie beside them in the folder that was given.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Title">Its title; empty where it says none.</param>
/// <param name="Speaker">Who made it; empty where it does not say.</param>
/// <param name="Shape">The shape of its slides.</param>
/// <param name="Slides">Its slides in order.</param>
/// <param name="Pictures">The files with its pictures, by their names in it.</param>
/// <param name="NotUnderstood">What was not understood, each in a sentence.</param>
/// <param name="Bundle">What a bundle holds; null for other kinds. Its files are named as those in the folder.</param>
public sealed record TalkRead(
    TalkFileKind Kind,
    string Title,
    string Speaker,
    SlideShape Shape,
    IReadOnlyList<ForeignSlide> Slides,
    IReadOnlyDictionary<string, string> Pictures,
    IReadOnlyList<string> NotUnderstood,
    BundleContents? Bundle = null
)
{
    /// <summary>As the talk that it was read as; its pictures are those files.</summary>
    /// <param name="picture">The bytes of a picture by its name in the talk; null where they are lost.</param>
    public ForeignTalk Talk(Func<string, byte[]?> picture) =>
        new(Title, Speaker, Shape, Slides, picture, NotUnderstood);

    /// <summary>What was read of a talk, without its pictures.</summary>
    internal static TalkRead Of(TalkFileKind kind, ForeignTalk talk, IReadOnlyDictionary<string, string> pictures) =>
        new(kind, talk.Title, talk.Speaker, talk.Shape, talk.Slides, pictures, talk.NotUnderstood);

    /// <summary>What was read of a bundle.</summary>
    internal static TalkRead Of(BundleContents bundle) =>
        new(
            TalkFileKind.Bundle,
            bundle.Deck.Title,
            bundle.Deck.Speaker,
            bundle.Deck.Shape,
            [],
            new Dictionary<string, string>(),
            [],
            bundle
        );
}
