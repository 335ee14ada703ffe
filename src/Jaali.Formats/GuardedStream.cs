namespace Jaali.Formats;

/// <summary>
/// A stream that native code writes to. An exception must not go through it, since that ends the process: the first one
/// is kept, what is written after it is dropped, and <see cref="Check"/> throws it where managed code asks.
/// </summary>
/// <param name="to">What is written to; left open.</param>
[System.Diagnostics.CodeAnalysis.SuppressMessage(
    "Design",
    "CA1031",
    Justification = "Whatever it is, it must not go through native code."
)]
public sealed class GuardedStream(Stream to) : Stream
{
    private Exception? _fault;
    private long _length;

    /// <summary>Throws what went wrong, if anything did.</summary>
    /// <exception cref="IOException">Writing failed.</exception>
    public void Check()
    {
        if (_fault is not null)
            throw new IOException("The file could not be written whole.", _fault);
    }

    /// <inheritdoc/>
    public override void Write(ReadOnlySpan<byte> buffer)
    {
        _length += buffer.Length;
        if (_fault is not null)
            return;
        try
        {
            to.Write(buffer);
        }
        catch (Exception e)
        {
            _fault = e;
        }
    }

    /// <inheritdoc/>
    public override void Write(byte[] buffer, int offset, int count) => Write(buffer.AsSpan(offset, count));

    /// <inheritdoc/>
    public override void Flush()
    {
        if (_fault is not null)
            return;
        try
        {
            to.Flush();
        }
        catch (Exception e)
        {
            _fault = e;
        }
    }

    /// <inheritdoc/>
    public override bool CanRead => false;

    /// <inheritdoc/>
    public override bool CanSeek => false;

    /// <inheritdoc/>
    public override bool CanWrite => true;

    /// <inheritdoc/>
    public override long Length => _length;

    /// <inheritdoc/>
    public override long Position
    {
        get => _length;
        set => throw new NotSupportedException();
    }

    /// <inheritdoc/>
    public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

    /// <inheritdoc/>
    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    /// <inheritdoc/>
    public override void SetLength(long value) => throw new NotSupportedException();
}
