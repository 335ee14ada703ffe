using System.Text.RegularExpressions;
using Jaali.Core.Decks;
using Jaali.Testing;
using Mono.Cecil;
using Mono.Cecil.Cil;

namespace Jaali.Core.Tests;

/// <summary>The shape of the house: what may know what. Read from the compiled code, so that no way of naming a type escapes.</summary>
public sealed partial class ArchitectureTests
{
    // From the ground up; each may know those before it. docs/architecture.md says why.
    private static readonly string[] Floors =
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

    private static string FloorOf(string space) =>
        space == "Jaali.Core" ? "" : space["Jaali.Core.".Length..].Split('.')[0];

    [Fact]
    public void Folders_of_the_core_refer_downwards_only()
    {
        using var core = AssemblyDefinition.ReadAssembly(typeof(Deck).Assembly.Location);
        HashSet<string> wrong = [];
        int seen = 0;
        foreach (TypeDefinition type in core.MainModule.GetTypes())
        {
            string from = SpaceOf(type);
            if (!from.StartsWith("Jaali.Core", StringComparison.Ordinal))
                continue;
            int floor = Array.IndexOf(Floors, FloorOf(from));
            Assert.True(floor >= 0 || from == "Jaali.Core", $"{from} is no floor of the house");
            foreach (
                string to in References(type)
                    .Select(SpaceOf)
                    .Where(s => s.StartsWith("Jaali.Core", StringComparison.Ordinal))
            )
            {
                seen++;
                // What belongs to no floor, such as a refusal, is known to all.
                if (to != "Jaali.Core" && Array.IndexOf(Floors, FloorOf(to)) > floor)
                    wrong.Add($"{type.FullName} knows {to}");
            }
        }
        Assert.True(seen > 1000, $"only {seen} references were read");
        Assert.Empty(wrong);
    }

    [Fact]
    public void Every_file_of_the_core_is_in_the_folder_of_its_namespace()
    {
        string root = Outside.File("src", "Jaali.Core");
        string[] files =
        [
            .. Directory
                .EnumerateFiles(root, "*.cs", SearchOption.AllDirectories)
                .Select(f => Path.GetRelativePath(root, f))
                .Where(f =>
                    !f.StartsWith("obj", StringComparison.Ordinal) && !f.StartsWith("bin", StringComparison.Ordinal)
                ),
        ];
        Assert.True(files.Length > 100);
        foreach (string file in files)
        {
            string space = Namespace().Match(File.ReadAllText(Path.Combine(root, file))).Groups[1].Value;
            string folder = file.Contains(Path.DirectorySeparatorChar)
                ? file.Split(Path.DirectorySeparatorChar)[0]
                : "";
            Assert.True(space == (folder.Length > 0 ? "Jaali.Core." + folder : "Jaali.Core"), file);
        }
    }

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
