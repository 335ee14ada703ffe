using Jaali.Core;
using Jaali.Formats.Reading;

namespace Jaali.Server.Incoming;

/// <summary>Opens what was brought, whatever it is called: names and first bytes are looked at here, everything else by
/// the reader.</summary>
public sealed class TalkFiles(ReaderPool readers)
{
    /// <summary>Looks at what was brought.</summary>
    /// <param name="files">The files.</param>
    /// <param name="use">What is done with it: its kind, the talk that was read (null for a bundle), what the reader
    /// gave (null where nothing had to be read); pictures can be asked for that long.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="FileFaultException">Nothing of it can be read.</exception>
    public async Task<T> OpenAsync<T>(
        IReadOnlyList<IncomingFile> files,
        Func<TalkFileKind, ForeignTalk?, ReadResult<TalkRead>?, Task<T>> use,
        CancellationToken cancel
    )
    {
        if (files.Count == 0)
            throw new FileFaultException("No file was brought. Choose one.");
        Dictionary<string, string> pictures = files
            .Where(f => IsPicture(f.At))
            .DistinctBy(f => f.Name, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(f => f.Name, f => f.At, StringComparer.OrdinalIgnoreCase);
        if (
            files.FirstOrDefault(f => TalkFile.IsOutline(f.Name)) is { } outline
            && files.All(f => TalkFile.IsOutline(f.Name) || pictures.ContainsKey(f.Name))
        )
        {
            using ReadResult<TalkRead> read = await readers.ReadAsync<TalkRead>(
                ReaderTask.Outline,
                null,
                new OutlineAsked(await TextAsync(outline.At, cancel), outline.Name, [.. pictures.Keys]),
                cancel
            );
            return await use(
                TalkFileKind.Outline,
                read.Value.Talk(a =>
                    TalkFile.PictureOf(a, outline.Name, pictures.Keys) is { } name
                        ? File.ReadAllBytes(pictures[name])
                        : null
                ),
                read
            );
        }
        if (files.All(f => pictures.ContainsKey(f.Name)))
            return await use(
                TalkFileKind.Photos,
                TalkFile.Photos([.. files.Select(f => (f.Name, (Func<byte[]?>)(() => File.ReadAllBytes(f.At))))]),
                null
            );
        if (files.Count > 1)
            throw new FileFaultException(
                "Several files were brought that do not belong together. Bring one talk, an outline with "
                    + "its pictures, or photos alone."
            );
        using ReadResult<TalkRead> one = await readers.ReadAsync<TalkRead>(ReaderTask.Talk, files[0].At, null, cancel);
        return await use(
            one.Value.Kind,
            one.Value.Kind == TalkFileKind.Bundle
                ? null
                : one.Value.Talk(n => one.Value.Pictures.TryGetValue(n, out string? made) ? one.Bytes(made) : null),
            one
        );
    }

    private static bool IsPicture(string at)
    {
        byte[] head = new byte[4096];
        using FileStream s = File.OpenRead(at);
        int n = s.ReadAtLeast(head, head.Length, false);
        return Imaging.PhotoFormats.Sniff(head.AsSpan(0, n)) is not null;
    }

    private static async Task<string> TextAsync(string at, CancellationToken cancel) =>
        new FileInfo(at).Length > Limits.Documents.PageBytes
            ? throw new FileFaultException("This outline is longer than Jaali reads.")
            : await File.ReadAllTextAsync(at, cancel);
}
