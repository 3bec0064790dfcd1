using System.Security.Claims;
using Adnumera.Storage.Companies;
using Adnumera.Web.Companies;

namespace Adnumera.Web.Requests;

/// <summary>The books of one company as a person has them open: its file, who asks, and the time.</summary>
/// <param name="File">The company's file.</param>
/// <param name="CompanyId">The company's short name.</param>
/// <param name="Who">The name of whoever asks.</param>
/// <param name="Clock">The clock.</param>
public sealed record CompanyBooks(CompanyFile File, string CompanyId, string Who, TimeProvider Clock)
{
    /// <summary>The instant.</summary>
    public DateTimeOffset Now => Clock.GetUtcNow();

    /// <summary>The day that it is where the company is.</summary>
    public DateOnly Today => File.DayOf(Now);

    /// <summary>Binds the company of the address.</summary>
    public static ValueTask<CompanyBooks> BindAsync(HttpContext http)
    {
        var company = (string)http.Request.RouteValues["companyId"]!;
        var services = http.RequestServices;
        var who = http.User.FindFirstValue(ClaimTypes.Name) ?? "";
        return ValueTask.FromResult(
            new CompanyBooks(
                services.GetRequiredService<CompanyFiles>().Open(company),
                company,
                who,
                services.GetRequiredService<TimeProvider>()
            )
        );
    }
}
