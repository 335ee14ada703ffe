using System.Text.RegularExpressions;
using Jaali.Core;

namespace Jaali.Sources;

/// <summary>
/// How long reading one document may take. Parsers read through <see cref="Stream"/> or <see cref="Text"/>, which fail
/// once the time is over, and walks over what was parsed ask <see cref="Check"/>; so that reading ends, not only the
/// waiting for it.
/// </summary>
internal static class ReadingTime
{
    private static readonly AsyncLocal<DateTime?> End = new();

    /// <summary>Reads within the time; a reading within another has no time of its own.</summary>
    /// <exception cref="SourceException">It takes too long.</exception>
    internal static T Limit<T>(Func<T> read) => Limit(read, TimeSpan.FromSeconds(Limits.Documents.ReadSeconds));

    /// <summary>Reads within a time; see the other.</summary>
    /// <exception cref="SourceException">It takes too long.</exception>
    internal static T Limit<T>(Func<T> read, TimeSpan most)
    {
        if (End.Value is not null)
            return read();
        End.Value = DateTime.UtcNow + most;
        try
        {
            return read();
        }
        catch (Exception e) when (IsOver(e))
        {
            throw new SourceException(
                "What was sent takes too long to read. Give the address of the photo's own page, or of the picture.",
                e
            );
        }
        finally
        {
            End.Value = null;
        }
    }

    /// <summary>Ends the reading where its time is over.</summary>
    internal static void Check()
    {
        if (End.Value is { } end && DateTime.UtcNow > end)
            throw new OverException();
    }

    /// <summary>Bytes that can be read as long as there is time.</summary>
    internal static Stream Stream(byte[] bytes) => new LimitedStream(bytes);

    /// <summary>Text that can be read as long as there is time.</summary>
    internal static TextReader Text(string text) => new LimitedText(text);

    private static bool IsOver(Exception e)
    {
        for (Exception? at = e; at is not null; at = at.InnerException)
            if (at is OverException or RegexMatchTimeoutException)
                return true;
        return false;
    }

    private sealed class OverException() : Exception("The time for reading is over.");

    private sealed class LimitedStream(byte[] bytes) : MemoryStream(bytes, false)
    {
        public override int Read(Span<byte> buffer)
        {
            Check();
            return base.Read(buffer);
        }

        public override int Read(byte[] buffer, int offset, int count)
        {
            Check();
            return base.Read(buffer, offset, count);
        }
    }

    private sealed class LimitedText(string text) : StringReader(text)
    {
        public override int Read(char[] buffer, int index, int count)
        {
            Check();
            return base.Read(buffer, index, count);
        }

        public override int Read(Span<char> buffer)
        {
            Check();
            return base.Read(buffer);
        }
    }
}
