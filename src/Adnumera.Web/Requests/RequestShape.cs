using System.Text.Json.Serialization.Metadata;

namespace Adnumera.Web.Requests;

/// <summary>What a request must carry: a text or a list that is not there is no empty one.</summary>
internal static class RequestShape
{
    /// <summary>Reads requests so that nothing is null which is not said to be none.</summary>
    public static IJsonTypeInfoResolver Resolver { get; } =
        new DefaultJsonTypeInfoResolver().WithAddedModifier(type =>
        {
            foreach (var property in type.Properties)
                if (!property.PropertyType.IsValueType && property.AssociatedParameter is { IsNullable: false, HasDefaultValue: false })
                    (property.IsRequired, property.IsSetNullable) = (true, false);
        });
}
