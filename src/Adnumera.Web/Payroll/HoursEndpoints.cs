using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Coding;
using Adnumera.Web.Companies;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll;

/// <summary>Hours that employees worked on projects, by file; what an hour of each costs. Open runs are coded anew with them.</summary>
internal static class HoursEndpoints
{
    private const int Largest = 8 * 1024 * 1024;

    public static void MapHours(this RouteGroupBuilder company)
    {
        var hours = company.MapGroup("payroll/hours").WithTags("Payroll");
        hours.MapGet("", Get).Needs(Right.SeePay);
        hours.MapPost("", Put).Accepts<string>("text/csv").Needs(Right.Bookkeep);
        hours.MapDelete("", Remove).Needs(Right.Bookkeep);
        hours.MapPut("rates", Rate).Needs(Right.Bookkeep);
    }

    private static HoursAnswer Get(string? period, CompanyBooks books) => books.File.Read(c => Of(c, books, period));

    // The month that is asked for, or the one before: hours come when it is over.
    private static HoursAnswer Of(SqliteConnection c, CompanyBooks books, string? period)
    {
        var first = Dates.Period(period) ?? new DateOnly(books.Today.Year, books.Today.Month, 1);
        var (table, last) = (new HoursTable(c), first.AddMonths(1).AddDays(-1));
        var worked = table.Of(first, last);
        var currency = new CompanyTable(c).Currency();
        var rates = table.Rates().ToDictionary(r => r.Employee, r => r.Rate, Folded.Comparer);
        return new HoursAnswer(
            Iso.Period(first),
            [
                .. worked
                    .GroupBy(h => (h.Project, h.CostCode))
                    .OrderByDescending(g => g.Sum(h => h.Hundredths))
                    .Select(g => new WorkAnswer(
                        g.Key.Project,
                        g.Key.CostCode,
                        Text(g.Sum(h => h.Hundredths)),
                        g.Select(h => h.Employee).Distinct(Folded.Comparer).Count()
                    )),
            ],
            [
                .. worked
                    .Select(h => h.Employee)
                    .Concat(rates.Keys)
                    .Distinct(Folded.Comparer)
                    .Order(StringComparer.OrdinalIgnoreCase)
                    .Select(e => new HoursOfAnswer(
                        e,
                        Text(worked.Where(h => Folded.Same(h.Employee, e)).Sum(h => h.Hundredths)),
                        rates.TryGetValue(e, out var rate) ? AmountText.Format(rate, currency.Digits) : ""
                    )),
            ],
            Text(worked.Sum(h => h.Hundredths)),
            PayrollChoiceEndpoints.Text(ChoiceTable.Of(c).Payroll),
            currency.Code
        );
    }

    private static async Task<HoursTaken> Put(string fileName, HttpRequest request, CompanyBooks books, CancellationToken cancel)
    {
        var (name, content) = await new Upload(request, fileName, Largest).File(cancel);
        var problems = new Problems();
        var hours = HoursFile.Read(name, content, problems);
        if (problems.Any)
            return new HoursTaken(name, 0, "", "", "", 0, problems.Errors, problems.Count);
        var (first, last) = (hours.Min(h => h.Day), hours.Max(h => h.Day));
        return books.File.InTransaction(c =>
        {
            new HoursTable(c).Put(hours);
            var recoded = Recode(c, books, first, last);
            Audit(
                c,
                books,
                "take in hours",
                new
                {
                    name,
                    first = Iso.Text(first),
                    last = Iso.Text(last),
                    rows = hours.Count,
                    recoded,
                }
            );
            return new HoursTaken(name, hours.Count, Text(hours.Sum(h => h.Hundredths)), Iso.Text(first), Iso.Text(last), recoded, [], 0);
        });
    }

    private static HoursTaken Remove(string first, string last, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var (from, through) = (Dates.Day(first), Dates.Day(last));
            var rows = new HoursTable(c).Remove(from, through);
            var recoded = Recode(c, books, from, through);
            Audit(
                c,
                books,
                "take out hours",
                new
                {
                    first,
                    last,
                    rows,
                    recoded,
                }
            );
            return new HoursTaken("", rows, "", first, last, recoded, [], 0);
        });

    private static HoursAnswer Rate(RateText request, string? period, HttpContext http, CompanyFiles companies, CompanyBooks books)
    {
        http.MustSeePay(companies);
        return books.File.InTransaction(c =>
        {
            var (table, currency) = (new HoursTable(c), new CompanyTable(c).Currency());
            var employee = PayRunCorrections.Plain("employee", request.Employee);
            var rate = request.Rate.Trim().Length == 0 ? 0 : PayRunCorrections.Amount(request.Rate, currency);
            if (rate < 0)
                throw new Refusals.RefusedException("rate", "An hour costs nothing or more. Nothing was changed.");
            table.Rate(employee, rate);
            var recoded = Recode(c, books, DateOnly.MinValue, DateOnly.MaxValue.AddDays(-400));
            // What somebody is paid is not in the record.
            Audit(c, books, "say what an hour costs", new { employee, recoded });
            return Of(c, books, period);
        });
    }

    private static int Recode(SqliteConnection c, CompanyBooks books, DateOnly first, DateOnly last) =>
        Recoding.Recode(c, new HoursTable(c).Affected(first, last), new CodingCause(books.Now, books.Who, "hours that were worked")).All;

    private static void Audit(SqliteConnection c, CompanyBooks books, string what, object after) =>
        new AuditTable(c).Add(books.Now, books.Who, what, "payroll/hours", null, after);

    private static string Text(long hundredths) => (hundredths / 100m).ToString("0.00", CultureInfo.InvariantCulture);
}

/// <summary>Hours of a month.</summary>
/// <param name="Work">By what was worked on, most first.</param>
/// <param name="Employees">By employee, with what an hour costs; blank where nobody said it.</param>
public sealed record HoursAnswer(
    string Period,
    IReadOnlyList<WorkAnswer> Work,
    IReadOnlyList<HoursOfAnswer> Employees,
    string Total,
    PayrollChoices Choices,
    string Currency
);

public sealed record WorkAnswer(string Project, string CostCode, string Hours, int Employees);

public sealed record HoursOfAnswer(string Employee, string Hours, string Rate);

/// <summary>What a file of hours brought.</summary>
/// <param name="Recoded">How many open runs were coded anew.</param>
/// <param name="Errors">What is wrong with it: then nothing was taken in.</param>
public sealed record HoursTaken(
    string FileName,
    int Rows,
    string Hours,
    string First,
    string Last,
    int Recoded,
    IReadOnlyList<Problem> Errors,
    int ErrorCount
);

/// <summary>What an hour of an employee costs; blank takes it out.</summary>
public sealed record RateText(string Employee, string Rate);
