using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace Jaali.Sources;

/// <summary>
/// Which addresses belong to the public network: all but those of IANA's special-purpose address registries for IPv4
/// and
/// IPv6 (RFC 6890 and the registries as of 2024, from memory) that are not globally reachable, multicast and what is
/// reserved. An IPv4 address inside an IPv6 one is looked at as itself.
/// </summary>
public static class PublicNetwork
{
    /// <summary>Ranges that are not reached, with the registries' names for them.</summary>
    public static IReadOnlyList<(IPNetwork Range, string Name)> Special { get; } =
    [
        (IPNetwork.Parse("0.0.0.0/8"), "This network"),
        (IPNetwork.Parse("10.0.0.0/8"), "Private-Use"),
        (IPNetwork.Parse("100.64.0.0/10"), "Shared Address Space"),
        (IPNetwork.Parse("127.0.0.0/8"), "Loopback"),
        (IPNetwork.Parse("169.254.0.0/16"), "Link Local"),
        (IPNetwork.Parse("172.16.0.0/12"), "Private-Use"),
        (IPNetwork.Parse("192.0.0.0/24"), "IETF Protocol Assignments"),
        (IPNetwork.Parse("192.0.2.0/24"), "Documentation (TEST-NET-1)"),
        (IPNetwork.Parse("192.31.196.0/24"), "AS112-v4"),
        (IPNetwork.Parse("192.52.193.0/24"), "AMT"),
        (IPNetwork.Parse("192.88.99.0/24"), "Deprecated (6to4 Relay Anycast)"),
        (IPNetwork.Parse("192.168.0.0/16"), "Private-Use"),
        (IPNetwork.Parse("192.175.48.0/24"), "Direct Delegation AS112 Service"),
        (IPNetwork.Parse("198.18.0.0/15"), "Benchmarking"),
        (IPNetwork.Parse("198.51.100.0/24"), "Documentation (TEST-NET-2)"),
        (IPNetwork.Parse("203.0.113.0/24"), "Documentation (TEST-NET-3)"),
        (IPNetwork.Parse("224.0.0.0/4"), "Multicast"),
        (IPNetwork.Parse("240.0.0.0/4"), "Reserved"),
        (IPNetwork.Parse("::/128"), "Unspecified Address"),
        (IPNetwork.Parse("::1/128"), "Loopback Address"),
        (IPNetwork.Parse("64:ff9b:1::/48"), "IPv4-IPv6 Translation"),
        (IPNetwork.Parse("100::/64"), "Discard-Only Address Block"),
        (IPNetwork.Parse("100:0:0:1::/64"), "Dummy IPv6 Prefix"),
        (IPNetwork.Parse("2001::/23"), "IETF Protocol Assignments, Teredo among them"),
        (IPNetwork.Parse("2001:db8::/32"), "Documentation"),
        (IPNetwork.Parse("3fff::/20"), "Documentation"),
        (IPNetwork.Parse("5f00::/16"), "Segment Routing (SRv6) SIDs"),
        (IPNetwork.Parse("fc00::/7"), "Unique-Local"),
        (IPNetwork.Parse("fe80::/10"), "Link-Local Unicast"),
        (IPNetwork.Parse("fec0::/10"), "Site-Local, deprecated"),
        (IPNetwork.Parse("ff00::/8"), "Multicast"),
    ];

    /// <summary>True for an address of the public network.</summary>
    public static bool Has(IPAddress address)
    {
        address = Inner(address);
        return !Special.Any(s =>
            s.Range.BaseAddress.AddressFamily == address.AddressFamily && s.Range.Contains(address)
        );
    }

    /// <summary>True for an address of this machine, on whatever network it is.</summary>
    public static bool IsOwn(IPAddress address)
    {
        address = Inner(address);
        try
        {
            return NetworkInterface
                .GetAllNetworkInterfaces()
                .SelectMany(n => n.GetIPProperties().UnicastAddresses)
                .Any(u => u.Address.Equals(address));
        }
        catch (NetworkInformationException)
        {
            return false;
        }
    }

    // IPv4 inside IPv6: mapped (::ffff:0:0/96), compatible (::/96), translated (64:ff9b::/96, RFC 6052) and 6to4
    // (2002::/16, RFC 3056).
    private static IPAddress Inner(IPAddress address)
    {
        if (address.AddressFamily != AddressFamily.InterNetworkV6)
            return address;
        if (address.IsIPv4MappedToIPv6)
            return address.MapToIPv4();
        byte[] b = address.GetAddressBytes();
        if (b[0] == 0x20 && b[1] == 0x02)
            return new IPAddress(b[2..6]);
        bool translated = b.AsSpan(0, 12)
            .SequenceEqual((ReadOnlySpan<byte>)[0, 0x64, 0xFF, 0x9B, 0, 0, 0, 0, 0, 0, 0, 0]);
        bool compatible = b.AsSpan(0, 12).IndexOfAnyExcept((byte)0) < 0 && (b[12] != 0 || b[13] != 0);
        return translated || compatible ? new IPAddress(b[12..]) : address;
    }
}
