using System.Globalization;
using System.Text.Json;
using Jaali.Core;
using Jaali.Core.Editing;
using Jaali.Core.Rights;
using Jaali.Formats.Bundle;
using Jaali.Imaging;
using Jaali.Imaging.Painting;

namespace Jaali.Formats.Reading;

/// <summary>What the reader does, in a folder of its own and with nothing else.</summary>
/// <param name="folder">The folder: files are given there, and files that come of it are put there.</param>
public sealed class ReaderWork(string folder)
{
    // Names of files that come of it; those that are given have other names.
    private const string Made = "made-";

    private readonly Lazy<FontLibrary> _fonts = new(() => new FontLibrary(FontLibrary.ShippedFolder));
    private int _made;

    /// <summary>Does one thing.</summary>
    /// <returns>What came of it; a fault is a sentence for a person.</returns>
    public ReaderReply Do(ReaderRequest request)
    {
        try
        {
            object? value = request.Task switch
            {
                ReaderTask.Talk => Talk(At(request.File)),
                ReaderTask.Outline => Outline(Asked<OutlineAsked>(request)),
                ReaderTask.Fonts => Fonts(At(request.File)),
                ReaderTask.Metadata => Metadata(Asked<IReadOnlyList<byte[]>>(request)),
                ReaderTask.Clip => ClipHead.Read(At(request.File)),
                ReaderTask.Credits => Credits(At(request.File), Asked<CreditsAsked>(request)),
                _ => throw new ArgumentOutOfRangeException(nameof(request)),
            };
            return new(JsonSerializer.Serialize(value, DeckJson.Options));
        }
        catch (Exception e) when (e is FileFaultException or InvalidDataException)
        {
            return new(null, e.Message);
        }
        catch (OutOfMemoryException)
        {
            return new(null, TooMuch);
        }
        catch (Exception e)
        {
            // Readers of formats throw many kinds of exceptions on files that break every rule.
            // Where, and not what: a message may quote the file.
            Console.Error.WriteLine($"{request.Task}: {e.GetType().Name} {e.StackTrace?.Split('\n')[0].Trim()}");
            return new(null, Broken);
        }
    }

    /// <summary>Said where reading takes more memory than it may.</summary>
    public const string TooMuch =
        "Reading this file takes more memory than a talk needs, so it was stopped. Save it anew from the program that "
        + "made it, with smaller pictures, and bring it again.";

    /// <summary>Said where reading takes longer than it may.</summary>
    public const string TooLong =
        "Reading this file takes longer than a talk needs, so it was stopped. Save it anew from the program that made "
        + "it and bring it again.";

    /// <summary>Said of a file that is built as no program builds one.</summary>
    public const string Broken =
        "This file is damaged, or built as no program builds one: it cannot be read. Save it anew from the program "
        + "that made it and bring it again.";

    private TalkRead Talk(string file)
    {
        using var opened = TalkFile.Open(file, () => new ScenePainter(_fonts.Value));
        if (opened.Talk is not { } talk)
            return TalkRead.Of(Bundle(opened.Zip!));
        Dictionary<string, string> pictures = new(StringComparer.Ordinal);
        long all = 0;
        foreach (ForeignPicture picture in talk.Pictures)
        {
            if (talk.Picture(picture.Name) is not { } bytes)
                continue;
            all += bytes.Length;
            if (all > Limits.Files.Unpacked)
                throw new FileFaultException("Unpacked, this archive would take more than 4 GB. It is not opened.");
            pictures[picture.Name] = Put(bytes);
        }
        return TalkRead.Of(opened.Kind, talk, pictures);
    }

    // A bundle whose every file was looked at; its files lie in the folder.
    private BundleContents Bundle(SafeZip zip)
    {
        BundleContents read = BundleReader.Read(zip);
        return read with
        {
            Photos =
            [
                .. read.Photos.Select(p =>
                    p with
                    {
                        File = Put(zip.Bytes(p.File, Limits.Photos.Bytes)!),
                        ClipFile = p.ClipFile is { } clip ? Put(zip, clip, Limits.Clips.Bytes) : null,
                    }
                ),
            ],
            Fonts = [.. read.Fonts.Select(f => Put(zip.Bytes(f, Limits.Fonts.FileBytes)!))],
            Permissions = read.Permissions.ToDictionary(
                p => p.Key,
                p => Put(zip.Bytes(p.Value, Limits.Incoming.PermissionBytes)!)
            ),
        };
    }

    private static TalkRead Outline(OutlineAsked asked) =>
        TalkRead.Of(
            TalkFileKind.Outline,
            TalkFile.Outline(asked.Text, asked.Name, asked.Pictures),
            new Dictionary<string, string>()
        );

    private List<FontRead> Fonts(string file) =>
        [.. FontFiles.Read(File.ReadAllBytes(file)).Select(f => new FontRead(f.Facts, Put(f.Bytes)))];

    private static List<MetadataBlock> Metadata(IReadOnlyList<byte[]> packets) =>
        [.. packets.Select(EmbeddedMetadata.ReadXmp).OfType<MetadataBlock>()];

    private string Credits(string file, CreditsAsked asked)
    {
        string name = Name();
        if (asked.Kind == TalkFileKind.Pdf)
        {
            new PdfCredits(new ScenePainter(_fonts.Value), _fonts.Value).Write(file, At(name), asked.Credits);
            return name;
        }
        byte[] head = new byte[2];
        using (FileStream s = File.OpenRead(file))
            s.ReadAtLeast(head, 2, false);
        using FileStream output = File.Create(At(name));
        if (head.AsSpan().SequenceEqual("PK"u8))
        {
            using var zip = SafeZip.Open(file);
            CreditBackWriter.Write(zip, output, asked.Credits);
        }
        else
        {
            CreditParts parts = asked.Credits[0].Parts;
            output.Write(XmpWriter.Into(File.ReadAllBytes(file), parts, Credit.Full(parts).Text));
        }
        return name;
    }

    private static T Asked<T>(ReaderRequest request) =>
        JsonSerializer.Deserialize<T>(request.Asked, DeckJson.Options)
        ?? throw new FormatException($"Nothing was asked of {request.Task}.");

    private string Name() => Made + (_made++).ToString(CultureInfo.InvariantCulture);

    private string At(string name) => Path.Combine(folder, Path.GetFileName(name));

    // A file of any length, piece by piece.
    private string Put(SafeZip zip, string entry, long most)
    {
        string name = Name();
        if (zip.Length(entry) > most)
            throw new FileFaultException($"{entry} is larger than {most / 1_000_000} MB. It is not opened.");
        using Stream from = zip.Stream(entry)!;
        using FileStream to = File.Create(At(name));
        from.CopyTo(to);
        return name;
    }

    private string Put(byte[] bytes)
    {
        string name = Name();
        File.WriteAllBytes(At(name), bytes);
        return name;
    }
}
