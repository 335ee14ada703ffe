using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Jaali.Core.Editing;

/// <summary>
/// The one check of everything that enters, before any rule sees it: no member is missing that must be there, no
/// number is without end or none at all, no choice is one that there is not,
/// no text is beyond all limits.
/// </summary>
public static class CommandValidator
{
    private static readonly ConcurrentDictionary<Type, (PropertyInfo Property, bool MayBeNull)[]> Known = new();

    /// <summary>What is wrong with a value, or null.</summary>
    public static Refusal? Fault(object value) => Of(value, "this edit", 0);

    private static Refusal? Of(object? value, string name, int depth)
    {
        switch (value)
        {
            case null or bool or int or long or ulong or Guid or DateOnly or DateTimeOffset or PartKey:
                return null;
            case JsonElement or JsonDocument:
                return null;
            case string text:
                return text.Length > Limits.Incoming.Text
                    ? new(
                        "too-long",
                        $"The {name} has {text.Length} characters, more than anything may have. Shorten it."
                    )
                    : null;
            case double or float:
                return double.IsFinite(Convert.ToDouble(value, System.Globalization.CultureInfo.InvariantCulture))
                    ? null
                    : new("bad-number", $"The {name} is not a number. Give it again.");
            case Enum choice:
                return Enum.IsDefined(choice.GetType(), choice)
                    ? null
                    : new("unknown-choice", $"The {name} is none of those there are. Choose one that is offered.");
            case IEnumerable list:
                int count = 0;
                foreach (object? entry in list)
                {
                    if (++count > Limits.Incoming.Entries)
                        return new(
                            "too-many",
                            $"The {name} holds more than {Limits.Incoming.Entries} entries. Give fewer."
                        );
                    if (entry is null)
                        return Missing(name);
                    if (Of(entry, name, depth + 1) is { } fault)
                        return fault;
                }
                return null;
        }
        if (depth > Limits.Incoming.Depth)
            return new("too-deep", "This edit cannot be read. Reload the page and try again.");
        foreach ((PropertyInfo property, bool mayBeNull) in Known.GetOrAdd(value.GetType(), Members))
        {
            string member = Spoken(property.Name);
            object? inside = property.GetValue(value);
            if (inside is null && !mayBeNull)
                return Missing(member);
            if (Of(inside, member, depth + 1) is { } fault)
                return fault;
        }
        return null;
    }

    private static Refusal Missing(string name) =>
        new("missing", $"A part of the {name} is missing. Give it again; nothing was changed.");

    // Members that are set from outside: those of the constructor, and those that are set when a value is made.
    private static (PropertyInfo, bool)[] Members(Type type)
    {
        var nullability = new NullabilityInfoContext();
        HashSet<string> given =
        [
            .. type.GetConstructors().SelectMany(c => c.GetParameters()).Select(p => p.Name ?? ""),
        ];
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p =>
                    p.GetIndexParameters().Length == 0
                    && (given.Contains(p.Name) || p.SetMethod is not null)
                    && p.GetCustomAttribute<JsonIgnoreAttribute>() is null
                )
                .Select(p =>
                    (
                        p,
                        Nullable.GetUnderlyingType(p.PropertyType) is not null
                            || (
                                !p.PropertyType.IsValueType
                                && nullability.Create(p).ReadState != NullabilityState.NotNull
                            )
                    )
                ),
        ];
    }

    private static string Spoken(string name) =>
        string.Concat(
            name.Select(
                (c, i) =>
                    i > 0 && char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString()
            )
        );
}
