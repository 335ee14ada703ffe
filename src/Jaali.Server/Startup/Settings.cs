using System.Reflection;

namespace Jaali.Server.Startup;

/// <summary>What the server was started with.</summary>
/// <param name="Data">The folder that holds everything.</param>
/// <param name="Web">The built front end.</param>
/// <param name="Listen">Where it listens.</param>
/// <param name="Allowed">Addresses of this computer or network that may be read.</param>
/// <param name="Collections">A file of collections, or null.</param>
/// <param name="StandIns">Where the simulated collections are, or null.</param>
/// <param name="Demo">The demo talk to build where it is not there yet, or null.</param>
/// <param name="Verify">Only checks the store.</param>
/// <param name="PodiumPort">Where other devices find the podium while there is a link to it; 0 for any port.</param>
/// <param name="IsDescribing">It is asked for the description of the API alone, when it is built: nothing is
/// opened.</param>
public sealed record Settings(
    string Data,
    string Web,
    ListenAddress Listen,
    string[] Allowed,
    string? Collections,
    string? StandIns,
    string? Demo,
    bool Verify,
    int PodiumPort,
    bool IsDescribing
)
{
    /// <summary>Reads them.</summary>
    /// <returns>The settings; or null, and why, for a person.</returns>
    public static (Settings? Settings, string Why) Read(IConfiguration from)
    {
        bool describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
        (ListenAddress? listen, string why) = ListenAddress.Read(
            from["host"] ?? "127.0.0.1",
            from["port"] ?? "5080",
            from["names"] ?? ""
        );
        if (listen is null)
            return (null, why);
        if (!listen.IsLoopback && from["open"] != "anyone")
            return (
                null,
                $"At {listen.Host} everyone in the network can read, change and remove every talk and photo, and fetch "
                    + "pages by this computer: there are no accounts. Where that is meant, say --open=anyone. To steer "
                    + "a talk from another device nothing needs to be opened: On another device, at the podium, does that for as "
                    + "long as it is wanted."
            );
        if (!int.TryParse(from["podium-port"] ?? "0", out int podium) || podium is < 0 or > 65535)
            return (null, $"“{from["podium-port"]}” is no port. Give a number from 0 to 65535 with --podium-port.");
        string data = from["data"] ?? (describing ? Path.Combine(Path.GetTempPath(), "jaali-describe") : "data");
        return (
            new(
                Path.GetFullPath(data),
                Path.GetFullPath(from["web"] ?? Path.Combine(AppContext.BaseDirectory, "web")),
                listen,
                (from["allow"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries),
                from["collections"],
                from["standins"],
                from["demo"],
                from["verify"] is not null,
                podium,
                describing
            ),
            ""
        );
    }
}
