using Jaali.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;

namespace Jaali.Store.Tests;

public sealed class ModelTests : IDisposable
{
    private readonly ScratchFolder _folder = new();

    /// <summary>The compiled model is written by a tool, and must be written anew whenever the rows change:
    /// CONTRIBUTING says
    /// how.</summary>
    [Fact]
    public void The_compiled_model_is_that_of_the_rows()
    {
        using var compiled = new JaaliDb(JaaliDb.Options(_folder.Path));
        IModel made = compiled.GetService<IDesignTimeModel>().Model;
        Assert.NotSame(made, compiled.Model);
        Assert.Equal(Said(made), Said(compiled.Model));
    }

    private static string[] Said(IModel model) =>
        [
            .. model
                .GetEntityTypes()
                .SelectMany(t =>
                    t.GetProperties()
                        .Select(p =>
                            $"{t.ClrType.Name}.{p.Name} {p.GetColumnName()} {p.ClrType} {p.IsNullable} {p.IsKey()}"
                        )
                        .Concat(
                            t.GetForeignKeys()
                                .Select(f =>
                                    $"{t.ClrType.Name} -> {f.PrincipalEntityType.ClrType.Name} {f.DeleteBehavior}"
                                )
                        )
                        .Concat(
                            t.GetIndexes()
                                .Select(i =>
                                    $"{t.ClrType.Name} index "
                                    + $"{string.Join(',', i.Properties.Select(p => p.Name))} {i.IsUnique}"
                                )
                        )
                )
                .Order(),
        ];

    public void Dispose() => _folder.Dispose();
}
