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
                describing
            ),
            ""
        );
    }
}
