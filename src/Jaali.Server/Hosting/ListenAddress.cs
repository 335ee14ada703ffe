using System.Net;
using System.Net.NetworkInformation;

namespace Jaali.Server.Hosting;

/// <summary>Where the server listens, exactly as asked, and the host names that it answers to.</summary>
public sealed class ListenAddress
{
    private readonly HashSet<string> _names = new(StringComparer.OrdinalIgnoreCase);

    private ListenAddress(string host, int port) => (Host, Port) = (host, port);

    /// <summary>The address, or "localhost".</summary>
    public string Host { get; }

    /// <summary>The port.</summary>
    public int Port { get; }

    /// <summary>True where only this computer itself can reach it.</summary>
    public bool IsLoopback =>
        Host == "localhost" || IPAddress.TryParse(Host, out IPAddress? address) && IPAddress.IsLoopback(address);

    /// <summary>The address as the web server wants it.</summary>
    public string Url => $"http://{Bracketed(Host)}:{Port}";

    /// <summary>The address for people.</summary>
    public string Shown => Host is "127.0.0.1" or "::1" ? $"http://localhost:{Port}/" : Url + "/";

    /// <summary>Reads what was asked for.</summary>
    /// <param name="host">An IP address of this machine, "0.0.0.0" or "::" for all of them, or "localhost".</param>
    /// <param name="port">1 to 65535.</param>
    /// <param name="names">Further names that the server answers to, separated by commas.</param>
    /// <returns>Where to listen, or why not, for a person.</returns>
    public static (ListenAddress? Where, string Why) Read(string host, string port, string names)
    {
        if (
            !int.TryParse(
                port,
                System.Globalization.NumberStyles.None,
                System.Globalization.CultureInfo.InvariantCulture,
                out int n
            ) || n is < 1 or > 65535
        )
            return (null, $"“{port}” is no port. Give a number from 1 to 65535 with --port.");
        host = host.Trim('[', ']');
        IPAddress? address = null;
        // Anything that is no address would open every interface.
        if (!host.Equals("localhost", StringComparison.OrdinalIgnoreCase) && !IPAddress.TryParse(host, out address))
            return (
                null,
                $"“{host}” is no address to listen at. Give an IP address of this machine, or localhost, with --host; "
                    + "names that Jaali should answer to are given with --names."
            );
        var where = new ListenAddress(address?.ToString() ?? "localhost", n);
        if (address is null || IPAddress.IsLoopback(address))
            where._names.UnionWith(["localhost", "127.0.0.1", "[::1]"]);
        else if (address.Equals(IPAddress.Any) || address.Equals(IPAddress.IPv6Any))
        {
            where._names.UnionWith(["localhost", "127.0.0.1", "[::1]", Dns.GetHostName()]);
            where._names.UnionWith(
                NetworkInterface
                    .GetAllNetworkInterfaces()
                    .SelectMany(i => i.GetIPProperties().UnicastAddresses)
                    .Select(u => Bracketed(u.Address.ToString()))
            );
        }
        else
            where._names.Add(Bracketed(address.ToString()));
        where._names.UnionWith(
            names.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        );
        return (where, "");
    }

    /// <summary>True for a host name under which the server may be asked.</summary>
    public bool Answers(string host) => _names.Contains(host);

    private static string Bracketed(string host) => host.Contains(':', StringComparison.Ordinal) ? $"[{host}]" : host;
}
