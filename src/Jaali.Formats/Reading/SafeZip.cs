using System.IO.Compression;
using System.Xml;
using System.Xml.Linq;
using Jaali.Core;

namespace Jaali.Formats.Reading;

/// <summary>A file cannot be taken in; the message says why and what to do, for a person.</summary>
public sealed class FileFaultException : Exception
{
    /// <summary>With a sentence.</summary>
    public FileFaultException(string message)
        : base(message) { }

    /// <summary>With a sentence and what it comes from.</summary>
    public FileFaultException(string message, Exception inner)
        : base(message, inner) { }

    /// <summary>Without a sentence.</summary>
    public FileFaultException()
        : base("This file cannot be read.") { }
}

/// <summary>
/// An archive that nobody here wrote: looked at as a whole before anything of it is unpacked. Names that lead out of
/// it,
/// links, two files of one name, locked files and files that unpack to far more than they hold are refused.
/// </summary>
public sealed class SafeZip : IDisposable
{
    private const int LinkMode = 0xA000,
        TypeMask = 0xF000;
    private readonly ZipArchive _zip;
    private readonly Dictionary<string, ZipArchiveEntry> _entries;

    private SafeZip(ZipArchive zip, Dictionary<string, ZipArchiveEntry> entries) => (_zip, _entries) = (zip, entries);

    /// <summary>Names of its files, with slashes.</summary>
    public IReadOnlyCollection<string> Names => _entries.Keys;

    /// <summary>Opens one.</summary>
    /// <exception cref="FileFaultException">It is none, or not to be trusted.</exception>
    public static SafeZip Open(string file)
    {
        ZipArchive zip;
        try
        {
            zip = ZipFile.OpenRead(file);
        }
        catch (InvalidDataException e)
        {
            throw new FileFaultException(
                "This file is damaged: its list of contents cannot be read. Fetch it again.",
                e
            );
        }
        try
        {
            return new(zip, Checked(zip));
        }
        catch (Exception e) when (e is InvalidDataException or ArgumentException)
        {
            zip.Dispose();
            throw new FileFaultException(
                "This file is damaged: its list of contents cannot be read. Fetch it again.",
                e
            );
        }
        catch
        {
            zip.Dispose();
            throw;
        }
    }

    private static Dictionary<string, ZipArchiveEntry> Checked(ZipArchive zip)
    {
        if (zip.Entries.Count > Limits.Files.Entries)
            throw new FileFaultException(
                "The archive holds more than 20,000 files, which is more than a talk has. Pack the talk alone."
            );
        Dictionary<string, ZipArchiveEntry> entries = new(StringComparer.Ordinal);
        HashSet<string> seen = new(StringComparer.OrdinalIgnoreCase);
        long total = 0;
        foreach (ZipArchiveEntry e in zip.Entries)
        {
            string name = e.FullName.Replace('\\', '/');
            if (
                name.StartsWith('/')
                || name.Split('/').Any(p => p is ".." or ".")
                || name.Contains(':')
                || name.Any(char.IsControl)
            )
                throw new FileFaultException(
                    "A file in this archive would lie outside of it. It was not made by a program that "
                        + "means well; it is not opened."
                );
            if ((e.ExternalAttributes >> 16 & TypeMask) == LinkMode)
                throw new FileFaultException(
                    "This archive holds a link in place of a file. Pack the files themselves."
                );
            if (e.IsEncrypted)
                throw new FileFaultException(
                    "This file is locked with a password. Save it without one and bring it again."
                );
            if (name.EndsWith('/'))
                continue;
            if (!seen.Add(name.Normalize(System.Text.NormalizationForm.FormC)))
                throw new FileFaultException($"Two files of this archive have one name, {Short(name)}. Pack it again.");
            total += e.Length;
            if (total > Limits.Files.Unpacked)
                throw new FileFaultException("Unpacked, this archive would take more than 4 GB. It is not opened.");
            if (e.Length > 1_048_576 && e.Length / Math.Max(1, e.CompressedLength) > Limits.Files.Ratio)
                throw new FileFaultException("This archive unpacks to far more than it holds. It is not opened.");
            entries[name] = e;
        }
        return entries;
    }

    /// <summary>True where it has a file of this name.</summary>
    public bool Has(string name) => _entries.ContainsKey(name);

    /// <summary>How many bytes a file has; 0 where there is none.</summary>
    public long Length(string name) => _entries.TryGetValue(name, out ZipArchiveEntry? e) ? e.Length : 0;

    /// <summary>A file's bytes, as they come; null where there is none.</summary>
    public Stream? Stream(string name) =>
        _entries.TryGetValue(name, out ZipArchiveEntry? e) ? new Bounded(e.Open(), e.Length) : null;

    /// <summary>A file's bytes; null where there is none.</summary>
    /// <exception cref="FileFaultException">It is longer than allowed, or damaged.</exception>
    public byte[]? Bytes(string name, long most = Limits.Files.PartBytes)
    {
        if (!_entries.TryGetValue(name, out ZipArchiveEntry? e))
            return null;
        if (e.Length > most)
            throw new FileFaultException("A part of this file is longer than Jaali reads. It is not opened.");
        try
        {
            using Stream s = Stream(name)!;
            byte[] all = new byte[e.Length];
            s.ReadExactly(all);
            if (s.ReadByte() >= 0)
                throw new FileFaultException("This file is damaged: a part is longer than it says. Fetch it again.");
            return all;
        }
        catch (Exception x) when (x is InvalidDataException or EndOfStreamException)
        {
            throw new FileFaultException("This file is damaged: a part of it cannot be unpacked. Fetch it again.", x);
        }
    }

    /// <summary>A part of XML; null where there is none. A document type is refused, so that nothing expands and
    /// nothing is
    /// fetched.</summary>
    /// <param name="name">The part.</param>
    /// <param name="doctype">It may name its type; what the type would bring in is passed over, and nothing that it
    /// declares is known.</param>
    /// <exception cref="FileFaultException">It is no XML.</exception>
    public XElement? Xml(string name, bool doctype = false)
    {
        DtdProcessing types = doctype ? DtdProcessing.Ignore : DtdProcessing.Prohibit;
        if (Bytes(name) is not { } bytes)
            return null;
        try
        {
            using var reader = XmlReader.Create(
                new MemoryStream(bytes),
                new XmlReaderSettings
                {
                    DtdProcessing = types,
                    XmlResolver = null,
                    MaxCharactersInDocument = Limits.Files.PartBytes,
                }
            );
            int depth = 0;
            using (
                var first = XmlReader.Create(
                    new MemoryStream(bytes),
                    new XmlReaderSettings { DtdProcessing = types, XmlResolver = null }
                )
            )
                while (first.Read())
                    if ((depth = Math.Max(depth, first.Depth)) > Limits.Documents.XmlDepth)
                        throw new FileFaultException("A part of this file is nested deeper than is read here.");
            return XDocument.Load(reader, LoadOptions.PreserveWhitespace).Root;
        }
        catch (XmlException e)
        {
            throw new FileFaultException(
                $"This file is damaged: its part {Short(name)} cannot be read. Save it again.",
                e
            );
        }
    }

    private static string Short(string name) => name.Length > 80 ? name[..80] + "…" : name;

    /// <inheritdoc/>
    public void Dispose() => _zip.Dispose();

    // No more than was announced.
    private sealed class Bounded(Stream inner, long most) : Stream
    {
        private long _read;

        public override bool CanRead => true;
        public override bool CanSeek => false;
        public override bool CanWrite => false;
        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count) => Counted(inner.Read(buffer, offset, count));

        public override int Read(Span<byte> buffer) => Counted(inner.Read(buffer));

        private int Counted(int read)
        {
            _read += read;
            if (_read > most)
                throw new FileFaultException("This file is damaged: a part is longer than it says. Fetch it again.");
            return read;
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                inner.Dispose();
            base.Dispose(disposing);
        }
    }
}
