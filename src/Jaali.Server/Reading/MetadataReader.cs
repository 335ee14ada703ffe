using Jaali.Formats;
using Jaali.Formats.Reading;

namespace Jaali.Server.Reading;

/// <summary>What photos say of themselves. Blocks of plain fields are read here; XML is read by the reader.</summary>
public sealed class MetadataReader(ReaderPool readers)
{
    /// <summary>Reads a photo's metadata; null where it has none that speaks of rights. What cannot be read within the
    /// reader's limits counts as something unread, which a person has to look at.</summary>
    public async Task<EmbeddedMetadata?> ReadAsync(byte[] photo, CancellationToken cancel)
    {
        IReadOnlyList<byte[]> packets = EmbeddedMetadata.XmpOf(photo);
        if (packets.Count == 0)
            return EmbeddedMetadata.Read(photo, []);
        try
        {
            using ReadResult<List<MetadataBlock>> read = await readers.ReadAsync<List<MetadataBlock>>(
                ReaderTask.Metadata,
                null,
                packets,
                cancel
            );
            return EmbeddedMetadata.Read(photo, read.Value);
        }
        catch (FileFaultException)
        {
            return EmbeddedMetadata.Read(photo, [MetadataBlock.Unread]);
        }
    }
}
