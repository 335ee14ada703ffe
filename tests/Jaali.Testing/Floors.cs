using System.Text.RegularExpressions;
using Mono.Cecil;
using Mono.Cecil.Cil;

namespace Jaali.Testing;

/// <summary>The floors of an assembly, a folder and a namespace each, from the ground up: each may know those before
/// it. Read
/// from the compiled code, so that no way of naming a type escapes.</summary>
public static partial class Floors
{
    /// <summary>Those of the core. docs/architecture.md says why.</summary>
    public static IReadOnlyList<string> Core { get; } =
    [
        "Geometry",
        "Rights",
        "Photos",
        "Typesetting",
        "Legibility",
        "Decks",
        "Pacing",
        "Scenes",
        "Items",
        "Layout",
        "Editing",
        "Ledgers",
        "Composing",
        "Motion",
    ];

    /// <summary>Those of the server.</summary>
    public static IReadOnlyList<string> Server { get; } =
    [
        "Hosting",
        "Live",
        "Jobs",
        "Reading",
        "Photos",
        "Clips",
        "Fonts",
        "Decks",
        "Collections",
        "Gathering",
        "Records",
        "Exports",
        "Podium",
        "Incoming",
        "Startup",
    ];

    /// <summary>References that lead upwards.</summary>
    /// <param name="assembly">The compiled file.</param>
    /// <param name="root">The namespace that floors begin with. What belongs to no floor is known to all, and what
    /// stands
    /// above all of them (a program) knows all.</param>
    /// <param name="floors">The floors.</param>
    /// <param name="references">How many references were read.</param>
    public static IReadOnlyCollection<string> Upwards(
        string assembly,
        string root,
        IReadOnlyList<string> floors,
        out int references
    )
    {
        using var read = AssemblyDefinition.ReadAssembly(assembly);
        SortedSet<string> wrong = new(StringComparer.Ordinal);
        references = 0;
        foreach (TypeDefinition type in read.MainModule.GetTypes())
        {
            string from = SpaceOf(type);
            if (!from.StartsWith(root + ".", StringComparison.Ordinal))
                continue;
            int floor = FloorOf(from);
            if (floor < 0)
                wrong.Add($"{from} is no floor of the house");
            foreach (string to in References(type).Select(SpaceOf))
            {
                if (!to.StartsWith(root + ".", StringComparison.Ordinal))
                    continue;
                references++;
                if (FloorOf(to) > floor)
                    wrong.Add($"{type.FullName} knows {to}");
            }
        }
        return wrong;

        int FloorOf(string space) => floors.ToList().IndexOf(space[(root.Length + 1)..].Split('.')[0]);
    }

    /// <summary>Source files whose namespace is not that of their folder.</summary>
    public static IReadOnlyCollection<string> InWrongFolders(string folder, string root) =>
        [
            .. Directory
                .EnumerateFiles(folder, "*.cs", SearchOption.AllDirectories)
                .Select(f => Path.GetRelativePath(folder, f))
                .Where(f =>
                    !f.StartsWith("obj", StringComparison.Ordinal) && !f.StartsWith("bin", StringComparison.Ordinal)
                )
                .Where(f =>
                {
                    string space = Namespace().Match(File.ReadAllText(Path.Combine(folder, f))).Groups[1].Value;
                    string[] path = f.Split(Path.DirectorySeparatorChar);
                    return space != (path.Length > 1 ? $"{root}.{path[0]}" : root)
                        && !(path.Length == 1 && space.Length == 0);
                }),
        ];

    [GeneratedRegex(@"^namespace ([\w.]+);", RegexOptions.Multiline)]
    private static partial Regex Namespace();

    private static string SpaceOf(TypeReference type)
    {
        TypeReference t = type is TypeSpecification s ? s.GetElementType() : type;
        while (t.DeclaringType is { } outer)
            t = outer;
        return t.Namespace;
    }

    private static IEnumerable<TypeReference> References(TypeDefinition type)
    {
        List<TypeReference> all = [.. type.Interfaces.Select(i => i.InterfaceType)];
        if (type.BaseType is { } parent)
            all.Add(parent);
        all.AddRange(type.CustomAttributes.Select(a => a.AttributeType));
        all.AddRange(type.Fields.Select(f => f.FieldType));
        foreach (MethodDefinition method in type.Methods)
        {
            all.Add(method.ReturnType);
            all.AddRange(method.Parameters.Select(p => p.ParameterType));
            if (!method.HasBody)
                continue;
            all.AddRange(method.Body.Variables.Select(v => v.VariableType));
            foreach (Instruction i in method.Body.Instructions)
                switch (i.Operand)
                {
                    case TypeReference t:
                        all.Add(t);
                        break;
                    case MemberReference { DeclaringType: { } owner } member:
                        all.Add(owner);
                        if (member is GenericInstanceMethod g)
                            all.AddRange(g.GenericArguments);
                        break;
                }
        }
        return all.SelectMany(Parts);
    }

    private static IEnumerable<TypeReference> Parts(TypeReference type) =>
        type is GenericInstanceType g ? g.GenericArguments.SelectMany(Parts).Prepend(g.ElementType) : [type];
}
