using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Storage.Companies;
using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.Installation;

/// <summary>A company that is to be.</summary>
/// <param name="Currency">Of ISO 4217.</param>
/// <param name="TimeZone">Of the IANA database.</param>
/// <param name="StartDate">Documents before it are set aside; blank for none.</param>
/// <param name="BookFrom">The company whose mapping book it is to begin with; blank for none.</param>
public sealed record CompanyRequest(string? Name, string? Currency, string? TimeZone, string? StartDate, string? BookFrom)
{
    /// <summary>The company, once the request was found good.</summary>
    /// <param name="isTaken">Whether a short name belongs to another company.</param>
    internal Company ToCompany(Func<string, bool> isTaken) =>
        new(
            ShortName.Of(Name!, isTaken),
            Name!.Trim(),
            new CompositionSettings { Currency = Core.Amounts.Currency.Of(Currency!.Trim()), StartDate = Dates.DayOrNone(StartDate) }
        )
        {
            TimeZone = TimeZoneInfo.FindSystemTimeZoneById(TimeZone!.Trim()),
        };
}

/// <summary>What a company needs.</summary>
internal sealed class CompanyRules : AbstractValidator<CompanyRequest>
{
    private const int LongestName = 100;

    public CompanyRules()
    {
        this.Needs(r => r.Name, "name", "Say what the company is called.");
        RuleFor(r => r.Name)
            .Must(n => n?.Trim().Length <= LongestName)
            .WithErrorCode("name")
            .WithMessage($"A name has at most {LongestName} characters.");
        RuleFor(r => r.Currency)
            .Must(c => Currency.TryFind(c?.Trim() ?? "", out _))
            .WithErrorCode("currency")
            .WithMessage(r => $"{Quote.Of(r.Currency)} is not a currency of ISO 4217, such as USD.");
        RuleFor(r => r.TimeZone)
            .Must(z => TimeZoneInfo.TryFindSystemTimeZoneById(z?.Trim() ?? "", out _))
            .WithErrorCode("time-zone")
            .WithMessage(r => $"{Quote.Of(r.TimeZone)} is not a time zone of the IANA database, such as America/Chicago.");
    }
}
