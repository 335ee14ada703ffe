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

    /// <summary>What the reader takes from itself it takes by calls that the group of usual services has not; without
    /// them it would be held by its limits alone.</summary>
    [Fact]
    public void The_service_may_hold_its_reader()
    {
        string[] allowed =
        [
            .. File.ReadLines(Outside.File("packaging", "jaali.service"))
                .Where(l => l.StartsWith("SystemCallFilter=", StringComparison.Ordinal) && !l.Contains('~'))
                .SelectMany(l => l["SystemCallFilter=".Length..].Split(' ')),
        ];
        Assert.Subset(
            allowed.ToHashSet(),
            new HashSet<string> { "seccomp", "landlock_create_ruleset", "landlock_add_rule", "landlock_restrict_self" }
        );
    }

    [GeneratedRegex(@"Overall exposure level for \S+: ([\d.]+)")]
    private static partial Regex Level();
}
