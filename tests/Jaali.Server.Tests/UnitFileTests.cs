using System.Globalization;
using System.Text.RegularExpressions;
using Jaali.Testing;

namespace Jaali.Server.Tests;

/// <summary>The unit file that ships, as systemd itself judges it.</summary>
public sealed partial class UnitFileTests
{
    [Fact]
    public void The_service_may_do_little_else_than_serve()
    {
        if (!File.Exists("/usr/bin/systemd-analyze"))
            Assert.Skip("systemd-analyze is not on this machine.");
        string said = Outside.Run(
            "systemd-analyze",
            "security",
            "--offline=true",
            "--no-pager",
            Outside.File("packaging", "jaali.service")
        );
        Match level = Level().Match(said);
        Assert.True(level.Success, said);
        Assert.True(double.Parse(level.Groups[1].Value, CultureInfo.InvariantCulture) < 2.0, level.Value);
    }

    [GeneratedRegex(@"Overall exposure level for \S+: ([\d.]+)")]
    private static partial Regex Level();
}
