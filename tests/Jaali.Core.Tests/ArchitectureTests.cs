using Jaali.Core.Decks;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>The shape of the core: what may know what.</summary>
public sealed class ArchitectureTests
{
    [Fact]
    public void Folders_of_the_core_refer_downwards_only()
    {
        Assert.Empty(Floors.Upwards(typeof(Deck).Assembly.Location, "Jaali.Core", Floors.Core, out int references));
        Assert.True(references > 1000, $"only {references} references were read");
    }

    [Fact]
    public void Every_file_of_the_core_is_in_the_folder_of_its_namespace() =>
        Assert.Empty(Floors.InWrongFolders(Outside.File("src", "Jaali.Core"), "Jaali.Core"));
}
