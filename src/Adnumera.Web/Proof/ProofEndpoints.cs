using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Proof;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Proof;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Proof;

/// <summary>The proof.</summary>
internal static class ProofEndpoints
{
    private const int AtOnce = 50;

    public static void MapProof(this RouteGroupBuilder company)
    {
        var proofs = company.MapGroup("proofs").WithTags("Proof");
        proofs.MapGet("latest", Latest).Needs(Right.Read);
        proofs.MapGet("differences/{kind}", More).Needs(Right.Read);
        proofs.MapPost("", Prove).Needs(Right.Bookkeep);
    }

    private static async Task<ProofAnswer> Prove(
        ProveRequest request,
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        CancellationToken cancel
    )
    {
        var (first, last) = Dates.Period(request.Period) is { } month ? (month, month.AddMonths(1).AddDays(-1)) : All(books);
        await ProofRun.Run(books, ledgers, turns, first, last, cancel);
        return Latest(request.Period, books);
    }

    private static (DateOnly First, DateOnly Last) All(CompanyBooks books)
    {
        var periods = books.File.Read(c => new CountTable(c).Periods());
        if (periods.Count == 0)
            throw new RefusedException("nothing-arrived", "Nothing has arrived, so there is nothing to prove.");
        var last = Iso.Day($"{periods[0]}-01");
        return (Iso.Day($"{periods[^1]}-01"), new DateOnly(last.Year, last.Month, DateTime.DaysInMonth(last.Year, last.Month)));
    }

    private static ProofAnswer Latest(string? period, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var currency = new CompanyTable(c).Currency();
            var table = new ProofTable(c);
            var ledger = new LedgerTable(c);
            var (first, last) = Days(period);
            if (table.LatestOf(first, last) is not { } proof)
                return new ProofAnswer(false, 0, "", "", "", "", 0, 0, "", currency.Code, "", 0, [], []);
            var chart = ledger.Chart();
            var kinds = table.Kinds(first, last);
            var (proved, read) = table.Readings(Dates.PeriodOrAll(period));
            string Text(long minor) => AmountText.Format(minor, currency.Digits);
            return new ProofAnswer(
                true,
                proof.Id,
                proof.At,
                proof.Who,
                proof.FirstDay,
                proof.LastDay,
                read,
                proved,
                Text(kinds.Sum(k => k.Stake)),
                currency.Code,
                ledger.Connection()?.Address ?? "",
                kinds.Sum(k => k.Differences),
                [
                    .. kinds.Select(k => new DifferenceKindAnswer(
                        k.Kind,
                        k.Differences,
                        Text(k.Stake),
                        [.. table.Differences(k.Kind, first, last, 0, AtOnce).Select(d => Of(d, chart, currency))]
                    )),
                ],
                [
                    .. table
                        .Accounts(proof.Id)
                        .OrderBy(a => chart.Title(a.Account), StringComparer.Ordinal)
                        .Select(a => new AccountProofAnswer(
                            a.Account,
                            chart.Title(a.Account),
                            Text(a.Opening),
                            Text(a.Intended),
                            Text(a.Found),
                            Text(a.Payments),
                            Text(a.NotOurs),
                            Text(a.Closing),
                            a.Agrees
                        )),
                ]
            );
        });

    private static List<DifferenceAnswer> More(Word<DifferenceKind> kind, long after, string? period, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (currency, chart, (first, last)) = (new CompanyTable(c).Currency(), new LedgerTable(c).Chart(), Days(period));
            return new ProofTable(c)
                .Differences(kind.Read("kind"), first, last, after, AtOnce)
                .Select(d => Of(d, chart, currency))
                .ToList();
        });

    private static (DateOnly? First, DateOnly? Last) Days(string? period) =>
        Dates.Period(period) is { } first ? (first, first.AddMonths(1).AddDays(-1)) : (null, null);

    private static DifferenceAnswer Of(DifferenceRow d, Chart chart, Currency currency) =>
        new(
            d.Id,
            d.DocumentId,
            $"{d.Source} {d.SourceId}".Trim(),
            d.Who,
            d.Reference,
            d.LedgerEntries.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            d.Kind,
            d.Account,
            d.Account.Length > 0 ? chart.Title(d.Account) : "",
            d.Kind == DifferenceKind.Account ? chart.Title(d.Intended) : d.Intended,
            d.Kind == DifferenceKind.Account ? chart.Title(d.Found) : d.Found,
            d.Kind.IsMoney(),
            AmountText.Format(d.Amount, currency.Digits),
            d.Detail,
            d.Kind.Correction()
        );
}
