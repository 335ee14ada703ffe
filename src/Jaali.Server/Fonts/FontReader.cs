using Jaali.Formats.Reading;
using Jaali.Imaging;

namespace Jaali.Server.Fonts;

/// <summary>Font files and archives of them, read by the reader.</summary>
public sealed class FontReader(ReaderPool readers, DataFolder folder)
{
    /// <summary>The fonts in a file that was brought.</summary>
    /// <exception cref="FileFaultException">It holds none, or a broken one; the message says which.</exception>
    public async Task<IReadOnlyList<FontFile>> ReadAsync(IFormFile file, CancellationToken cancel)
    {
        string at = folder.Download("in-" + Guid.NewGuid().ToString("N"));
        try
        {
            await using (FileStream to = File.Create(at))
                await file.CopyToAsync(to, cancel);
            return await ReadAsync(at, cancel);
        }
        finally
        {
            File.Delete(at);
        }
    }

    /// <summary>The fonts in a file.</summary>
    /// <exception cref="FileFaultException">It holds none, or a broken one; the message says which.</exception>
    public async Task<IReadOnlyList<FontFile>> ReadAsync(string file, CancellationToken cancel)
    {
        using ReadResult<List<FontRead>> read = await readers.ReadAsync<List<FontRead>>(
            ReaderTask.Fonts,
            file,
            null,
            cancel
        );
        return [.. read.Value.Select(f => new FontFile(f.Facts, read.Bytes(f.File)!))];
    }
}
