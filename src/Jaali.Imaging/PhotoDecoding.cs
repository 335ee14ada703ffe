using Jaali.Core;
using NetVips;

namespace Jaali.Imaging;

/// <summary>
/// Where every photo is opened: what opening it takes of memory is known before it is decoded, what takes too much is
/// refused, and what does not fit beside the others waits, first come first served.
/// </summary>
public static class PhotoDecoding
{
    private static readonly WeightedGate Gate = new(Limits.Photos.AtOnceBytes);

    // From here on what a file took is given back at once, not when the runtime gets to it. Photos as cameras make them
    // are smaller: a whole collection for each of their sizes would cost more than it gives.
    private const long Large = 24 * 1024 * 1024;

    // What making the largest size that is kept ready takes at most, its compression included.
    private const long Smaller = 24 * 1024 * 1024;

    /// <summary>Works on a photo beside the caller once there is room for it. The file is read only then.</summary>
    /// <param name="path">The file.</param>
    /// <param name="whole">True where the work needs all pixels at once, such as a part cut out.</param>
    /// <param name="work">The work on the file's bytes; it must not open another photo.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="NotAPhotoException">It is damaged, or would take more memory than one photo may.</exception>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static Task<T> RunAsync<T>(
        string path,
        bool whole,
        Func<byte[], Task<T>> work,
        CancellationToken cancel = default
    ) =>
        // libvips takes a copy of the bytes it is given.
        RunAsync(
            path,
            whole,
            2,
            async () => await work(await File.ReadAllBytesAsync(path, cancel).ConfigureAwait(false)),
            cancel
        );

    /// <summary>Works on a file that is read as it is decoded, beside the caller, once there is room for it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="whole">True where the work needs all pixels at once, such as a part cut out.</param>
    /// <param name="work">The work on the file; it must not open another photo.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="NotAPhotoException">It is damaged, or would take more memory than one photo may.</exception>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static Task<T> RunAsync<T>(
        string path,
        bool whole,
        Func<string, T> work,
        CancellationToken cancel = default
    ) => RunAsync(path, whole, whole || PhotoFormats.IsPng(path) ? 2 : 0, () => Task.FromResult(work(path)), cancel);

    private static async Task<T> RunAsync<T>(
        string path,
        bool whole,
        int copies,
        Func<Task<T>> work,
        CancellationToken cancel
    )
    {
        long length = new FileInfo(path).Length;
        if (length > Limits.Photos.Bytes)
            throw TooLarge();
        long decoded = await Task.Run(
                () =>
                {
                    using FileStream file = File.OpenRead(path);
                    return Decoded(file, () => Image.NewFromFile(path, access: Enums.Access.Sequential), whole, Disc);
                },
                cancel
            )
            .ConfigureAwait(false);
        try
        {
            using (await Gate.EnterAsync(copies * length + decoded, cancel).ConfigureAwait(false))
                return await Task.Run(work, cancel).ConfigureAwait(false);
        }
        finally
        {
            if (length > Large)
                GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        }
    }

    /// <summary>The same for a small picture that is in memory.</summary>
    /// <exception cref="NotAPhotoException">It is damaged, or would take more memory than one photo may.</exception>
    public static async Task<T> RunAsync<T>(byte[] photo, bool whole, Func<T> work, CancellationToken cancel = default)
    {
        long decoded = await Task.Run(() => Decoded(photo, whole), cancel).ConfigureAwait(false);
        using (await Gate.EnterAsync(photo.LongLength + decoded, cancel).ConfigureAwait(false))
            return await Task.Run(work, cancel).ConfigureAwait(false);
    }

    internal static NotAPhotoException TooLarge() =>
        new($"The file is larger than {Limits.Photos.Bytes / 1024 / 1024} MB. Take a smaller rendition.");

    /// <summary>The bytes that decoding takes, by what the header says; those of what is not known here are none, since
    /// it is not decoded.</summary>
    /// <exception cref="NotAPhotoException">It is damaged, or would take more memory than one photo may.</exception>
    public static long Decoded(byte[] photo, bool whole) =>
        Decoded(
            new MemoryStream(photo, writable: false),
            () => Image.NewFromBuffer(photo, access: Enums.Access.Sequential),
            whole,
            long.MaxValue
        );

    // From here on libvips decodes the whole of a file to the disc instead of into memory.
    private const long Disc = 100 * 1024 * 1024;

    private static long Decoded(Stream file, Func<Image> open, bool whole, long mostInMemory)
    {
        byte[] head = new byte[512];
        int got = file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
        // Raw files of cameras are told apart from other TIFFs with all their bytes, before they are decoded.
        string? format = PhotoFormats.Sniff(head.AsSpan(0, got));
        if (format is null)
            return 0;
        bool turnedPng = false;
        if (format == "png" && PngFault(file, out turnedPng) is { } fault)
            throw new NotAPhotoException(fault);
        try
        {
            using Image header = open();
            long pixels = (long)header.Width * header.Height;
            if (pixels > Limits.Photos.Pixels)
                throw TooMany(header.Width, header.Height);
            string[] fields = header.GetFields();
            int bytesOfBand = header.Format switch
            {
                Enums.BandFormat.Uchar or Enums.BandFormat.Char => 1,
                Enums.BandFormat.Ushort or Enums.BandFormat.Short => 2,
                Enums.BandFormat.Double or Enums.BandFormat.Complex => 8,
                _ => 4,
            };
            long decoded = pixels * header.Bands * bytesOfBand;
            bool interlaced = fields.Contains("interlaced");
            bool turned =
                turnedPng
                || fields.Contains("orientation")
                    && Convert.ToInt32(header.Get("orientation"), System.Globalization.CultureInfo.InvariantCulture)
                        is > 1
                            and <= 8;
            long inMemory = Math.Min(decoded, mostInMemory);
            long needed = format switch
            {
                // A progressive JPEG's coefficients, two bytes each, are held until its last scan.
                "jpeg" => (interlaced ? pixels * (Subsampled(header, fields) ? 3 : 2 * header.Bands) * 5 / 4 : 0)
                    + (
                        whole ? inMemory
                        : turned ? inMemory / 4
                        : 0
                    ),
                "png" => interlaced ? decoded
                : whole || turned ? inMemory
                : 0,
                // Measured: the decoder's picture, what is made of it, and what is not given back until the next.
                "webp" => decoded * 27 / 10,
                // The decoder's own planes and what is made of them.
                "avif" => 2 * decoded,
                "tiff" => whole || turned ? inMemory : 0,
                _ => decoded,
            };
            if (needed > Limits.Photos.DecodedBytes && (format != "jpeg" || interlaced))
                throw new NotAPhotoException(
                    $"Opening this photo would take {needed / 1024 / 1024} MB of memory. Save it as a plain "
                        + "JPEG and bring it again."
                );
            // Lines on their way in several threads, and the smaller picture that is made of them.
            return needed + 4L * 128 * header.Width * header.Bands * bytesOfBand + Math.Min(decoded, Smaller);
        }
        catch (VipsException e)
        {
            throw PhotoReader.Damaged(e);
        }
    }

    internal static NotAPhotoException TooMany(int width, int height) =>
        new($"The photo has {width} x {height} pixels, more than Jaali opens. Take a smaller rendition.");

    /// <summary>Ends the work on an image once decoding takes too long.</summary>
    internal static IDisposable Timed(Image image)
    {
        var end = new CancellationTokenSource(TimeSpan.FromSeconds(Limits.Photos.DecodeSeconds));
        image.SetProgress(new Progress<int>(), end.Token);
        return end;
    }

    private static bool Subsampled(Image header, string[] fields) =>
        fields.Contains("jpeg-chroma-subsample") && header.Get("jpeg-chroma-subsample") is "4:2:0";

    // The header comes first (PNG, third edition, 5.6), and nothing is cut short before the end.
    private static string? PngFault(Stream file, out bool turned)
    {
        const string cut = "The photo is damaged or cut short. Take it again.";
        turned = false;
        bool first = true;
        foreach (PngChunk chunk in PngChunks.Of(file))
        {
            if (first && chunk is not { Type: "IHDR", Length: 13 })
                return cut;
            first = false;
            if (chunk.Type == "IEND")
                return null;
            if (!chunk.IsWhole)
                return cut;
            turned |= chunk.Type == "eXIf" && OpenedPhoto.OfTiff(PngChunks.Data(file, chunk)) is not null;
        }
        return first ? cut : null;
    }
}

/// <summary>Lets in as much weight at once as it holds; others wait in their order. What weighs more than it holds
/// comes
/// in alone.</summary>
/// <param name="capacity">The most weight inside.</param>
public sealed class WeightedGate(long capacity)
{
    private readonly Lock _lock = new();
    private readonly LinkedList<(long Weight, TaskCompletionSource Ready)> _waiting = new();
    private long _inside;

    /// <summary>Waits for room, and takes it until the result is disposed of.</summary>
    public async Task<IDisposable> EnterAsync(long weight, CancellationToken cancel = default)
    {
        weight = Math.Clamp(weight, 1, capacity);
        LinkedListNode<(long Weight, TaskCompletionSource Ready)>? mine = null;
        lock (_lock)
        {
            if (_waiting.Count == 0 && _inside + weight <= capacity)
                _inside += weight;
            else
                mine = _waiting.AddLast(
                    (weight, new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously))
                );
        }
        if (mine is not null)
        {
            await using CancellationTokenRegistration left = cancel.Register(() => Leave(mine, cancel));
            await mine.Value.Ready.Task.ConfigureAwait(false);
        }
        return new Place(this, weight);
    }

    private void Leave(LinkedListNode<(long Weight, TaskCompletionSource Ready)> mine, CancellationToken cancel)
    {
        lock (_lock)
        {
            if (mine.List is null)
                return;
            _waiting.Remove(mine);
            mine.Value.Ready.TrySetCanceled(cancel);
            // Who stood behind may fit by now.
            LetIn();
        }
    }

    private void Exit(long weight)
    {
        lock (_lock)
        {
            _inside -= weight;
            LetIn();
        }
    }

    private void LetIn()
    {
        while (_waiting.First is { } next && _inside + next.Value.Weight <= capacity)
        {
            _waiting.RemoveFirst();
            _inside += next.Value.Weight;
            next.Value.Ready.TrySetResult();
        }
    }

    private sealed class Place(WeightedGate gate, long weight) : IDisposable
    {
        private int _left;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref _left, 1) == 0)
                gate.Exit(weight);
        }
    }
}
