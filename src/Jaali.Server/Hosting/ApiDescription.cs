using System.Collections.Immutable;
using Jaali.Core.Editing;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Jaali.Server.Hosting;

/// <summary>What the description of the API says beyond what the generator sees by itself.</summary>
internal static class ApiDescription
{
    internal static void Add(OpenApiOptions options)
    {
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                Type type = context.JsonTypeInfo.Type;
                // A path is its data, a shape its word.
                if (type == typeof(Core.Geometry.Path) || type == typeof(Core.Geometry.SlideShape))
                    schema.Type = JsonSchemaType.String;
                // Of lists within lists the generator knows the inner ones only where it meets them first.
                if (type == typeof(ImmutableList<ImmutableList<string>>))
                    schema.Items = new OpenApiSchema
                    {
                        Type = JsonSchemaType.Array,
                        Items = new OpenApiSchema { Type = JsonSchemaType.String },
                    };
                // Values have all their members, which their default constructors hide from the generator.
                if (
                    type is { IsValueType: true, IsEnum: false, IsPrimitive: false }
                    && schema.Properties is { Count: > 0 } members
                )
                    schema.Required = new HashSet<string>(members.Keys);
                return Task.CompletedTask;
            }
        );
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                // What tells kinds apart is always there.
                foreach (IOpenApiSchema schema in document.Components?.Schemas?.Values ?? [])
                    if (
                        schema is OpenApiSchema { Properties: { } members } own
                        && members.TryGetValue(DeckJson.Kind, out IOpenApiSchema? kind)
                        && kind is { Enum.Count: 1 }
                    )
                        (own.Required ??= new HashSet<string>()).Add(DeckJson.Kind);
                return Task.CompletedTask;
            }
        );
    }
}
