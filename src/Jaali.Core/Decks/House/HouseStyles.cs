using System.Reflection;

namespace Jaali.Core.Decks;

/// <summary>The house styles that ship with the application: one file of data each, checked when they are
/// read.</summary>
public static class HouseStyles
{
    /// <summary>What every deck began with before house styles laid slides out.</summary>
    public static HouseStyle Earlier { get; } = Read("earlier");

    /// <summary>The look that every deck begins with.</summary>
    public static HouseStyle First { get; } = Read("lattice");

    /// <summary>All of them.</summary>
    public static IReadOnlyList<HouseStyle> All { get; } =
    [First, Read("field-notes"), Read("broadsheet"), Read("harbour-night"), Read("poster"), Read("chalk")];

    /// <summary>The shipped style of this name, or null.</summary>
    public static HouseStyle? Named(string name) => All.FirstOrDefault(h => h.Name == name);

    private static HouseStyle Read(string file)
    {
        using System.IO.Stream stream =
            Assembly.GetExecutingAssembly().GetManifestResourceStream($"Jaali.Core.style.{file}.json")
            ?? throw new InvalidOperationException($"The house style {file} is missing.");
        using var text = new System.IO.StreamReader(stream);
        StyleFile read = StyleFile.Read(text.ReadToEnd());
        return read.Style
            ?? throw new InvalidOperationException($"The house style {file}: {string.Join(" ", read.Faults)}");
    }
}
