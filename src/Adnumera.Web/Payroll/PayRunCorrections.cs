using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Companies;
using Adnumera.Web.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Payroll;

/// <summary>Registers that persons write: a pay item put right with a reason, and a run of which a bureau sends totals alone. Each is a
/// register like any other, whose file is kept, so that what the source said stays beside it.</summary>
internal static class PayRunCorrections
{
    private const int MostRows = 500;
    private const int LongestReason = 120;

    public static void MapPayRunCorrections(this RouteGroupBuilder company)
    {
        var runs = company.MapGroup("payroll/runs").WithTags("Payroll");
        runs.MapPost("typed/preview", Preview).Needs(Right.Bookkeep);
        runs.MapPost("typed", Type).Needs(Right.Bookkeep);
        runs.MapPut("{id:long}/items", Correct).Needs(Right.Bookkeep);
    }

    private static TakeInAnswer Type(TypedRun request, CompanyBooks books, ArrivalReaders readers)
    {
        var run = Read(request, books.File.Read(c => new CompanyTable(c).Currency()));
        return TakeIn(books, readers, run, $"run {run.Id}, typed.csv");
    }

    private static TypedPreview Preview(TypedRun request, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var basis = BasisTable.Of(c);
            var run = Read(request, basis.Settings.Currency);
            var composed = basis.Composer().Compose(Document.Of(run));
            string Text(long minor) => AmountText.Format(minor, run.Currency.Digits);
            return new TypedPreview(
                Text(run.Cost),
                Text(PayIdentity.Of(run).Sum(o => o.OutBy)),
                Text(composed.Lines.Sum(l => l.Debit)),
                Text(composed.Lines.Sum(l => l.Credit)),
                [
                    .. composed.Lines.Select(l => new PayLineAnswer(
                        l.Account,
                        basis.Chart.Title(l.Account),
                        l.Dimensions[Dimension.Department],
                        l.Dimensions[Dimension.Project],
                        l.Employee,
                        Text(l.Debit),
                        Text(l.Credit),
                        l.Memo,
                        l.Because
                    )),
                ],
                [.. composed.Reasons.Select(r => ReasonWords.Of(r).Detail)]
            );
        });

    private static PayRun Read(TypedRun request, Currency currency)
    {
        if (request.Rows.Count is 0 or > MostRows)
            throw new RefusedException("rows", $"A run has between one and {MostRows} pay items. Nothing was taken in.");
        return new PayRun(
            Plain("run", request.Run),
            Dates.Day(request.PayDate),
            Dates.DayOrNone(request.PeriodEnd),
            currency,
            [
                .. request.Rows.Select(r => new PayRow(
                    r.Type == PayItemType.Fee ? "" : PayRun.Everybody,
                    "",
                    "",
                    Plain("item", r.Item),
                    r.Type,
                    Amount(r.Amount, currency),
                    Plain("agency", r.Agency ?? "", mayBeBlank: true)
                )),
            ]
        );
    }

    private static TakeInAnswer Correct(
        long id,
        PayItemCorrection request,
        HttpContext http,
        CompanyFiles companies,
        CompanyBooks books,
        ArrivalReaders readers
    )
    {
        // To put right what somebody is paid is to know it.
        http.MustSeePay(companies);
        var stored = books.File.Read(c => new DocumentTable(c).Find(id));
        if (stored?.Document.Register is not { } run)
            throw RefusedException.NotFound("This pay run");
        if (!stored.MayBeCoded)
            throw new RefusedException("state", "It is in the ledger, on its way there, or set aside. Nothing was changed.");
        var (employee, item, reason) = (request.Employee.Trim(), Plain("item", request.Item), Plain("reason", request.Reason));
        if (reason.Length > LongestReason)
            throw new RefusedException("reason", $"A reason has at most {LongestReason} characters. Nothing was changed.");
        if (run.Rows.FirstOrDefault(r => Folded.Same(r.Employee, employee)) is not { } known)
            throw new RefusedException("employee", $"{Quote.Of(employee)} is not in this run. Nothing was changed.");
        var amount = request.Amount is { } text ? Amount(text, run.Currency) : (long?)null;
        var corrected =
            run.PutRight(known, item, request.Type, amount)
            ?? throw new RefusedException("amount", "The register says so already. Nothing was changed.");
        return TakeIn(books, readers, corrected, $"run {run.Id}: {reason}.csv");
    }

    private static TakeInAnswer TakeIn(CompanyBooks books, ArrivalReaders readers, PayRun run, string name)
    {
        using var stream = new MemoryStream();
        RegisterFile.Write(stream, [run]);
        return Web.Documents.TakeIn.Run(
            books,
            readers,
            new ArrivedFile(name, stream.ToArray()),
            ReadingChoices.AsTheFileSays(run.Currency)
        );
    }

    internal static string Plain(string field, string text, bool mayBeBlank = false)
    {
        var plain = text.Trim();
        if (plain.Length == 0 && !mayBeBlank)
            throw new RefusedException(field, $"The {field} must be filled. Nothing was changed.");
        return PlainText.Problem(plain, PlainText.Most) is { } problem
            ? throw new RefusedException(field, $"The {field} {problem}. Nothing was changed.")
            : plain;
    }

    internal static long Amount(string text, Currency currency)
    {
        var fault = AmountText.Typed(text, currency.Digits, out var minor);
        return fault == AmountText.Fault.None
            ? minor
            : throw new RefusedException("amount", $"{Formats.Tables.Fields.Message(fault, text.Trim(), currency)}. Nothing was changed.");
    }
}

/// <summary>A run of which only totals by pay item are known.</summary>
public sealed record TypedRun(string Run, string PayDate, string? PeriodEnd, IReadOnlyList<TypedPayItem> Rows);

public sealed record TypedPayItem(string Item, PayItemType Type, string Amount, string? Agency);

/// <summary>A pay item of an employee put right.</summary>
/// <param name="Amount">What it comes to; none where it does not belong there.</param>
/// <param name="Reason">Why.</param>
public sealed record PayItemCorrection(string Employee, string Item, PayItemType Type, string? Amount, string Reason);
