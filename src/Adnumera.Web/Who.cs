using System.Security.Claims;
using Adnumera.Core.Amounts;
using Adnumera.Storage;

namespace Adnumera.Web;

/// <summary>Everything a use case needs to know of where it runs: the company's file, who asks, and the time.</summary>
public sealed record Work(CompanyFile File, string CompanyId, string Who, TimeProvider Clock)
{
    public DateTimeOffset Now => Clock.GetUtcNow();

    public DateOnly Today => DateOnly.FromDateTime(Now.UtcDateTime);

    public static ValueTask<Work> BindAsync(HttpContext http)
    {
        var company = (string)http.Request.RouteValues["companyId"]!;
        var services = http.RequestServices;
        return ValueTask.FromResult(new Work(
            services.GetRequiredService<Companies>().Open(company), company, http.User.FindFirstValue(ClaimTypes.Name) ?? "", services.GetRequiredService<TimeProvider>()));
    }
}

/// <summary>Money as it travels: a decimal string and its currency.</summary>
public sealed record MoneyText(string Amount, string Currency)
{
    public static MoneyText Of(long minor, Currency currency) => new(AmountText.Format(minor, currency.Digits), currency.Code);
}

/// <summary>Documents and money.</summary>
public sealed record TallyText(long Documents, string Money)
{
    public static TallyText Of(Core.Count.Tally tally, Currency currency) => new(tally.Documents, AmountText.Format(tally.Money, currency.Digits));
}
