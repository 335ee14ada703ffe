using Jaali.Core.Typesetting;
using Jaali.Imaging;
using Jaali.Store;

namespace Jaali.Server.Fonts;

/// <summary>Keeps typefaces that came in, brought by themselves or with a bundle.</summary>
public sealed class FontIntake(FontLibrary fonts, StyleStore styles, BlobFolder blobs)
{
    /// <summary>Keeps them, the faces of a family together.</summary>
    public async Task AddAsync(IEnumerable<FontFile> files, CancellationToken cancel)
    {
        foreach (
            IGrouping<string, (Face Face, byte[] Bytes)> family in files
                .Select(f => (Face: Face.Of(f.Facts.Family, f.Facts.Bold, f.Facts.Italic), f.Bytes))
                .DistinctBy(f => f.Face.Id)
                .GroupBy(f => f.Face.Family, StringComparer.Ordinal)
        )
        {
            await styles.AddAsync(
                [
                    .. family.Select(f => new FontRow
                    {
                        FaceId = f.Face.Id,
                        Family = f.Face.Family,
                        Bold = f.Face.Bold,
                        Italic = f.Face.Italic,
                        Blob = blobs.Put(f.Bytes),
                    }),
                ],
                cancel
            );
            fonts.Add(family);
        }
    }
}
