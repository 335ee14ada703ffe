namespace Jaali.Server.Startup;

/// <summary>How the program ends where it does not serve, each way with a code of its own.</summary>
internal static class Exit
{
    internal const int BadSettings = 2,
        NoStore = 3,
        PortInUse = 4;

    internal static async Task<int> SayAsync(int code, string why)
    {
        await Console.Error.WriteLineAsync(why);
        return code;
    }

    /// <summary>Checks the store and says what is missing or damaged; 0 where nothing is.</summary>
    internal static async Task<int> VerifyAsync(IServiceProvider services)
    {
        VerifyView found = await services.GetRequiredService<StoreCheck>().VerifyAsync(CancellationToken.None);
        Console.WriteLine(found.Sentence);
        foreach (string name in found.Missing)
            Console.WriteLine($"missing {name}");
        foreach (string name in found.Damaged)
            Console.WriteLine($"damaged {name}");
        foreach (string what in found.Lacking.Concat(found.Wrong))
            Console.WriteLine(what);
        return found.IsWhole ? 0 : 1;
    }
}
