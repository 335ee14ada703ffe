namespace Jaali.Benchmarks;

internal static class Ledgers
{
    public static Task RunAsync() => Task.CompletedTask;
}
