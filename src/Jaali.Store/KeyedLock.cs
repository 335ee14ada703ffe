namespace Jaali.Store;

/// <summary>One at a time for each name, in the order of their coming. Names share a few turns, so that they are no
/// more
/// the longer it runs.</summary>
public sealed class KeyedLock
{
    private readonly SemaphoreSlim[] _turns = [.. Enumerable.Range(0, 64).Select(_ => new SemaphoreSlim(1))];

    /// <summary>Waits for the turn of a name, and holds it until the result is disposed of.</summary>
    public async Task<IDisposable> TakeAsync(string name, CancellationToken cancel = default)
    {
        SemaphoreSlim turn = _turns[(uint)name.GetHashCode(StringComparison.Ordinal) % _turns.Length];
        await turn.WaitAsync(cancel);
        return new Turn(turn);
    }

    private sealed class Turn(SemaphoreSlim turn) : IDisposable
    {
        private int _left;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref _left, 1) == 0)
                turn.Release();
        }
    }
}
