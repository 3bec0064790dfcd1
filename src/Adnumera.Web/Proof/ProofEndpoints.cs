using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Proof;
using Adnumera.Storage;
using Adnumera.Storage.Count;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Proof;
using Adnumera.Web.Ledger;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Proof;

/// <param name="Intended">How many documents were read back, each by the latest proof that covers it.</param>
/// <param name="Proved">How many of them stand in the ledger as intended.</param>
/// <param name="FirstDay">The first day of the latest proof, whose accounts these are.</param>
public sealed record ProofAnswer(
    bool Done, long Id, string At, string Who, string FirstDay, string LastDay, long Intended, long Proved, string AtStake, string Currency, string LedgerAddress,
    IReadOnlyList<DifferenceAnswer> Differences, IReadOnlyList<AccountProofAnswer> Accounts);

public sealed record DifferenceAnswer(
    long Id, long DocumentId, string Document, string Who, string Reference, IReadOnlyList<string> LedgerEntries, string Kind, string Account, string AccountTitle, string Intended, string Found, bool IsMoney,
    string Amount, string Detail, string Correction);

public sealed record AccountProofAnswer(
    string Account, string AccountTitle, string Opening, string Intended, string Found, string Payments, string NotOurs, string Closing, bool Agrees);

public sealed record ProveRequest(string? Period);

/// <summary>The proof.</summary>
internal static class ProofEndpoints
{
    public static void MapProof(this RouteGroupBuilder company)
    {
        var proofs = company.MapGroup("proofs").WithTags("Proof");
        proofs.MapGet("latest", Latest).RequireAuthorization(Access.Read);
        proofs.MapPost("", Prove).RequireAuthorization(Access.Keep);
    }

    private static async Task<ProofAnswer> Prove(ProveRequest request, Work work, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel)
    {
        var (first, last) = Dates.Period(request.Period) is { } month ? (month, month.AddMonths(1).AddDays(-1)) : All(work);
        await ProofRun.Run(work, ledgers, turns, first, last, cancel);
        return Latest(request.Period, work);
    }

    private static (DateOnly First, DateOnly Last) All(Work work)
    {
        var periods = work.File.Read(c => new CountTable(c).Periods());
        if (periods.Count == 0) throw new RefusedException("nothing-arrived", "Nothing has arrived, so there is nothing to prove.");
        var last = Iso.Day($"{periods[0]}-01");
        return (Iso.Day($"{periods[^1]}-01"), new DateOnly(last.Year, last.Month, DateTime.DaysInMonth(last.Year, last.Month)));
    }

    private static ProofAnswer Latest(string? period, Work work) => work.File.Read(c =>
    {
        var currency = CompanyFile.Of(c).Settings.Currency;
        var table = new ProofTable(c);
        var ledger = new LedgerTable(c);
        var first = Dates.Period(period);
        var last = first?.AddMonths(1).AddDays(-1);
        if (table.LatestOf(first, last) is not { } proof) return new ProofAnswer(false, 0, "", "", "", "", 0, 0, "", currency.Code, "", [], []);
        var chart = ledger.Chart();
        var differences = table.Differences(first, last);
        var (proved, read) = table.Readings(Dates.PeriodOrAll(period));
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        return new ProofAnswer(
            true, proof.Id, proof.At, proof.Who, proof.FirstDay, proof.LastDay, read, proved,
            Text(differences.GroupBy(d => d.DocumentId > 0 ? $"{d.DocumentId}" : $"{d.Source} {d.SourceId} {d.LedgerEntries}").Sum(g => g.Max(d => d.Amount))), currency.Code, ledger.Connection()?.Address ?? "",
            [.. differences.Select(d => new DifferenceAnswer(
                d.Id, d.DocumentId, $"{d.Source} {d.SourceId}".Trim(), d.Who, d.Reference, d.LedgerEntries.Split(' ', StringSplitOptions.RemoveEmptyEntries), d.Kind, d.Account,
                d.Account.Length > 0 ? chart.Title(d.Account) : "", d.Kind == "account" ? chart.Title(d.Intended) : d.Intended, d.Kind == "account" ? chart.Title(d.Found) : d.Found, IsMoney(d.Kind),
                Text(d.Amount), d.Detail, Correction(d.Kind)))],
            [.. table.Accounts(proof.Id).OrderBy(a => chart.Title(a.Account), StringComparer.Ordinal).Select(a => new AccountProofAnswer(
                a.Account, chart.Title(a.Account), Text(a.Opening), Text(a.Intended), Text(a.Found), Text(a.Payments), Text(a.NotOurs), Text(a.Closing), a.Agrees))]);
    });

    private static bool IsMoney(string kind) => Words<DifferenceKind>.Read(kind) is DifferenceKind.Missing or DifferenceKind.Voided or DifferenceKind.Draft or DifferenceKind.NotIntended
        or DifferenceKind.Side or DifferenceKind.Amount or DifferenceKind.NotOurs;

    private static string Correction(string kind) => kind switch
    {
        "missing" => "Find out who removed it; put it back in the ledger, then prove again.",
        "voided" => "If it was voided by mistake, post it again in the ledger; if not, it should be reversed here as well.",
        "draft" => "Post the draft in the ledger.",
        "duplicate" => "Void the surplus entry in the ledger.",
        "not_intended" => "Void it in the ledger, or find out which revision it belongs to.",
        "side" => "Swap debit and credit in the ledger.",
        "account" => "Move the amount to the intended account in the ledger; or, if the ledger is right, change the mapping from here on.",
        "dimension" or "tax" => "Set the intended value in the ledger.",
        "amount" => "Restore the intended amount in the ledger.",
        "date" => "Set the intended date in the ledger.",
        "supplier" or "employee" or "reference" => "Set the intended value in the ledger.",
        "not_ours" => "Nothing to correct when it belongs there: it explains why the account differs from what was sent.",
        _ => "",
    };
}
