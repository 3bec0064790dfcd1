using System.Text.Json;
using Adnumera.Core.Ledger;
using Adnumera.Web.Requests;
using Microsoft.AspNetCore.Mvc.ApiExplorer;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Adnumera.Web.Hosting;

/// <summary>What the API's description says beside what it finds out by itself.</summary>
internal static class Description
{
    public static void Of(OpenApiOptions options) =>
        options
            .AddSchemaTransformer(
                (schema, context, _) =>
                {
                    // A dimension travels as its word, which its converter does not tell the description.
                    if (context.JsonTypeInfo.Type == typeof(Dimension))
                        schema.Type = JsonSchemaType.String;
                    return Task.CompletedTask;
                }
            )
            .AddOperationTransformer(
                async (operation, context, cancellation) =>
                {
                    foreach (var described in context.Description.ParameterDescriptions)
                        if (
                            WordOf(described) is { } words
                            && operation.Parameters?.FirstOrDefault(p => p.Name == described.Name) is OpenApiParameter parameter
                        )
                            parameter.Schema = await context.GetOrCreateSchemaAsync(words, null, cancellation);

                    // Parts of an address are named as everything else on the way.
                    foreach (var parameter in operation.Parameters?.OfType<OpenApiParameter>() ?? [])
                        parameter.Name = JsonNamingPolicy.CamelCase.ConvertName(parameter.Name ?? "");

                    // The company of the address is read by the use case's own binding, which the description does not see.
                    if (context.Description.RelativePath?.Contains("{companyId}", StringComparison.Ordinal) == true)
                        (operation.Parameters ??= []).Insert(
                            0,
                            new OpenApiParameter
                            {
                                Name = "companyId",
                                In = ParameterLocation.Path,
                                Required = true,
                                Schema = new OpenApiSchema { Type = JsonSchemaType.String },
                            }
                        );
                }
            );

    // The enumeration of a parameter that is a fixed word.
    private static Type? WordOf(ApiParameterDescription described) =>
        described.ParameterDescriptor?.ParameterType is { } type
        && (Nullable.GetUnderlyingType(type) ?? type) is { IsGenericType: true } word
        && word.GetGenericTypeDefinition() == typeof(Word<>)
            ? word.GetGenericArguments()[0]
            : null;
}
