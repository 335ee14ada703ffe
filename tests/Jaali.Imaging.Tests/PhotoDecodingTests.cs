using Jaali.Caching;
using Jaali.Testing;

namespace Jaali.Imaging.Tests;

/// <summary>Photos that wait for room, and what is remembered up to a limit.</summary>
public sealed class OpeningTests
{
    [Fact]
    public async Task Weight_comes_in_as_far_as_there_is_room_in_the_order_of_its_coming()
    {
        var gate = new WeightedGate(10);
        IDisposable six = await gate.EnterAsync(6),
            three = await gate.EnterAsync(3);
        Task<IDisposable> five = gate.EnterAsync(5),
            one = gate.EnterAsync(1);
        // The light one would fit, but stands behind.
        await Task.Delay(30);
        Assert.False(five.IsCompleted || one.IsCompleted);
        three.Dispose();
        three.Dispose();
        await Task.Delay(30);
        Assert.False(five.IsCompleted);
        six.Dispose();
        using (await five)
        using (await one)
        {
            // What weighs more than there is comes in alone.
            Task<IDisposable> giant = gate.EnterAsync(1_000);
            Assert.False(giant.IsCompleted);
            (await five).Dispose();
            (await one).Dispose();
            (await giant).Dispose();
        }
    }

    [Fact]
    public async Task Who_gives_up_waiting_lets_the_next_in()
    {
        var gate = new WeightedGate(10);
        IDisposable eight = await gate.EnterAsync(8);
        using var tired = new CancellationTokenSource();
        Task<IDisposable> nine = gate.EnterAsync(9, tired.Token),
            two = gate.EnterAsync(2);
        await tired.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => nine);
        (await two.WaitAsync(TimeSpan.FromSeconds(5))).Dispose();
        eight.Dispose();
        (await gate.EnterAsync(10)).Dispose();
    }

    /// <summary>Whatever comes and goes, never more is inside than fits, and everyone gets in.</summary>
    [Fact]
    public async Task A_crowd_is_never_more_than_fits()
    {
        var gate = new WeightedGate(100);
        int inside = 0,
            most = 0;
        await Task.WhenAll(
            Enumerable
                .Range(0, 200)
                .Select(async n =>
                {
                    int weight = 1 + n * 37 % 60;
                    using (await gate.EnterAsync(weight))
                    {
                        int now = Interlocked.Add(ref inside, weight);
                        InterlockedMost(ref most, now);
                        await Task.Delay(n % 3);
                        Interlocked.Add(ref inside, -weight);
                    }
                })
        );
        Assert.Equal(0, inside);
        Assert.InRange(most, 60, 100);
    }

    private static void InterlockedMost(ref int most, int now)
    {
        for (int seen = most; now > seen; seen = most)
            Interlocked.CompareExchange(ref most, now, seen);
    }

    [Theory]
    [InlineData("plain.jpg", "", false, 0)]
    [InlineData("plain.jpg", "", true, 3)]
    [InlineData("progressive.jpg", "-interlace JPEG -sampling-factor 4:2:0", false, 3)]
    [InlineData("progressive.jpg", "-interlace JPEG -sampling-factor 4:4:4", false, 6)]
    [InlineData("plain.png", "-define png:color-type=2 -depth 8", false, 0)]
    [InlineData("interlaced.png", "-interlace PNG -define png:color-type=2 -depth 8", false, 3)]
    [InlineData("deep.png", "-interlace PNG -define png:color-type=2 -define png:bit-depth=16 -depth 16", false, 6)]
    [InlineData("a.webp", "", false, 8)]
    public void What_opening_takes_is_known_from_the_header(string name, string options, bool whole, int bytesOfPixel)
    {
        using var folder = new ScratchFolder();
        string file = folder.File(name);
        const int side = 1024;
        Outside.Run(
            "convert",
            [
                Outside.Photo("fog-empty.jpg"),
                "-resize",
                $"{side}x{side}!",
                .. options.Split(' ', StringSplitOptions.RemoveEmptyEntries),
                file,
            ]
        );
        long taken = PhotoDecoding.Decoded(File.ReadAllBytes(file), whole);
        // Beside the pixels there are lines on their way, and the smaller picture that is made: at most another whole
        // one.
        const int most = 6 * side * side + 8 * 1024 * 1024;
        Assert.InRange(taken, bytesOfPixel * side * side, bytesOfPixel * side * side + most);
    }

    [Fact]
    public void What_is_remembered_has_a_limit_and_stays_what_it_was()
    {
        var remembered = new BoundedCache<int, string>(100);
        for (int n = 0; n < 5_000; n++)
            Assert.Equal($"{n}", remembered.GetOrMake(n, static (k, _) => $"{k}", 0));
        Assert.InRange(remembered.Count, 1, 110);
        remembered.Put(7, "seven");
        if (remembered.TryGet(7, out string seven))
            Assert.Equal("seven", seven);
        remembered.Forget(7);
        Assert.False(remembered.TryGet(7, out _));
        var weighed = new BoundedCache<int, byte[]>(1000, b => b.Length);
        weighed.Put(1, new byte[5_000]);
        Assert.False(weighed.TryGet(1, out _));
    }
}
