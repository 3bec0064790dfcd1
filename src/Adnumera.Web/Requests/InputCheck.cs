using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;
using Adnumera.Web.Refusals;
using FluentValidation;

namespace Adnumera.Web.Requests;

/// <summary>
/// Looks through all that a request says, before any use case sees it: texts are plain and of a length that somebody means, and lists have
/// nothing missing in them.
/// </summary>
internal sealed class InputCheck : IEndpointFilter
{
    private static readonly ConcurrentDictionary<Type, PropertyInfo[]> Properties = new();

    public ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
        {
            Check(argument, "");
            if (argument is not null && IsOurs(argument.GetType()))
                Validate(argument, context.HttpContext.RequestServices);
        }

        return next(context);
    }

    // What a request needs whatever the company has; the first thing that is wrong is said.
    private static void Validate(object request, IServiceProvider services)
    {
        if (services.GetService(typeof(IValidator<>).MakeGenericType(request.GetType())) is not IValidator validator)
            return;
        if (validator.Validate(new ValidationContext<object>(request)) is { IsValid: false } wrong)
            throw new RefusedException(
                wrong.Errors[0].ErrorCode,
                $"{wrong.Errors[0].ErrorMessage} Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
    }

    private static void Check(object? value, string where)
    {
        switch (value)
        {
            case null:
                return;
            case string text:
                if (PlainText.Problem(text) is { } problem)
                    throw new RefusedException(
                        "text",
                        $"{(where.Length > 0 ? where : "The text")} {problem}. Nothing was changed.",
                        StatusCodes.Status400BadRequest
                    );
                return;
            case IList list when IsOurs(list.GetType()) || list.GetType().IsGenericType:
                for (var i = 0; i < list.Count; i++)
                {
                    if (list[i] is null)
                        throw new RefusedException(
                            "missing",
                            $"{(where.Length > 0 ? where : "The list")} has nothing in place {i + 1}. Nothing was changed.",
                            StatusCodes.Status400BadRequest
                        );
                    Check(list[i], where);
                }

                return;
            default:
                if (!IsOurs(value.GetType()))
                    return;
                foreach (var property in Properties.GetOrAdd(value.GetType(), Of))
                    Check(property.GetValue(value), JsonNamingPolicy.CamelCase.ConvertName(property.Name));
                return;
        }
    }

    // The records of requests: those of this program that only hold what was sent.
    private static bool IsOurs(Type type) => type.Assembly == typeof(InputCheck).Assembly && type.IsPublic && type != typeof(CompanyBooks);

    private static PropertyInfo[] Of(Type type) =>
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p =>
                    p.GetIndexParameters().Length == 0
                    && (p.PropertyType == typeof(string) || typeof(IEnumerable).IsAssignableFrom(p.PropertyType) || IsOurs(p.PropertyType))
                ),
        ];
}
