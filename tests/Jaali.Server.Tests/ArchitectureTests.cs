using Jaali.Testing;

namespace Jaali.Server.Tests;

/// <summary>The shape of the server: what may know what.</summary>
public sealed class ArchitectureTests
{
    [Fact]
    public void Folders_of_the_server_refer_downwards_only()
    {
        Assert.Empty(
            Floors.Upwards(typeof(Program).Assembly.Location, "Jaali.Server", Floors.Server, out int references)
        );
        Assert.True(references > 1000, $"only {references} references were read");
    }

    [Fact]
    public void Every_file_of_the_server_is_in_the_folder_of_its_namespace() =>
        Assert.Empty(Floors.InWrongFolders(Outside.File("src", "Jaali.Server"), "Jaali.Server"));
}
