using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>Cards, cash and balances: what charges are paid from, with their numbers, days and holders.</summary>
internal static class PaymentAccountEndpoints
{
    public static void MapPaymentAccounts(this RouteGroupBuilder company)
    {
        var accounts = company.MapGroup("payment-accounts").WithTags("Payment accounts");
        accounts.MapGet("", Get).Needs(Right.Read);
        accounts.MapPost("rehearsals", PostRehearsals).Needs(Right.Bookkeep);
        accounts.MapPost("", Post).Needs(Right.Bookkeep);
        accounts.MapPut("{id:long}", Put).Needs(Right.Bookkeep);
        accounts.MapPost("{id:long}/removal-rehearsal", PostRemovalRehearsal).Needs(Right.Bookkeep);
        accounts.MapDelete("{id:long}", Delete).Needs(Right.Bookkeep);
    }

    private static PaymentAccountsAnswer Get(CompanyBooks books) => books.File.Read(List);

    private static MappingRehearsal PostRehearsals(long? id, PaymentAccountRequest request, CompanyBooks books) =>
        books.File.Read(c => Rehearse(c, id, Read(c, request)));

    private static PaymentAccountsAnswer Post(PaymentAccountRequest request, CompanyBooks books) =>
        books.File.InTransaction(c => Save(c, books, null, Confirmed(c, request)));

    private static PaymentAccountsAnswer Put(long id, PaymentAccountRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            if (List(c).Accounts.FirstOrDefault(a => a.Id == id) is { } stands)
                Revision.Require(request.Revision, stands.Revision, $"“{stands.Name}”", stands);
            return Save(c, books, id, Confirmed(c, request));
        });

    private static MappingRehearsal PostRemovalRehearsal(long id, CompanyBooks books) => books.File.Read(c => Rehearse(c, id, null));

    private static PaymentAccountsAnswer Delete(long id, CompanyBooks books) => books.File.InTransaction(c => Save(c, books, id, null));

    private static PaymentAccountsAnswer List(SqliteConnection company)
    {
        var basis = BasisTable.Of(company);
        var currency = basis.Settings.Currency;
        var arriving = new MappingTable(company).Arriving(KeyKind.PaymentAccount, int.MaxValue);
        var byText = arriving.ToDictionary(a => a.Value, Folded.Comparer);
        var managed = basis.Settings.PaymentAccounts;
        return new PaymentAccountsAnswer(
            [
                .. new PaymentAccountTable(company)
                    .All()
                    .Select(a =>
                    {
                        var taken = a
                            .Account.Numbers.Select(n => n.Text)
                            .Append(a.Account.Name)
                            .Distinct(Folded.Comparer)
                            .Select(t => byText.GetValueOrDefault(t))
                            .OfType<ArrivingValue>()
                            .ToList();
                        return new PaymentAccountAnswer(
                            a.Id,
                            a.Account.Name,
                            a.Account.Kind,
                            a.Account.Account,
                            basis.Chart.Title(a.Account.Account),
                            a.Account.Currency.Code,
                            a.Account.Holder,
                            a.Account.OtherHolders,
                            [.. a.Account.Numbers.Select(n => new NumberText(n.Text, Iso.Text(n.From), Iso.Text(n.Through)))],
                            taken.Sum(t => t.Lines),
                            AmountText.Format(taken.Sum(t => t.Money), currency.Digits),
                            Targets.BrokenForOffset(basis.Chart, a.Account.Account) is { } broken ? ReasonWords.Because(broken) : "",
                            Revision.Of(a.Account)
                        );
                    }),
            ],
            [
                .. arriving
                    .Where(a => a.WaitingLines > 0)
                    .Select(a => new UnclaimedAnswer(
                        a.Value,
                        a.WaitingLines,
                        AmountText.Format(a.Waiting, currency.Digits),
                        [
                            .. managed
                                .All.Where(p => p.Numbers.Any(n => Folded.Same(n.Text, a.Value)) || Folded.Same(p.Name, a.Value))
                                .Select(p => p.Name),
                        ]
                    )),
            ],
            currency.Code
        );
    }

    private static MappingRehearsal Rehearse(SqliteConnection company, long? id, PaymentAccount? account)
    {
        var basis = BasisTable.Of(company);
        var (accounts, changes) = Changes(company, basis, id, account);
        var identities = changes.Select(c => c.Identity).ToList();
        var then = basis with
        {
            Rows = BookChanges.With(basis.Rows, changes),
            Settings = basis.Settings with { PaymentAccounts = accounts },
        };
        var asks =
            account is not null
            && basis.Chart.TryFind(account.Account, out var target)
            && Targets.AsksOfOffset(target) is { Length: > 0 } ask
                ? [ask]
                : Array.Empty<string>();
        return MappingEndpoints.Rehearse(company, basis, changes, asks) with
        {
            Rehearsal = RehearsalAnswer.Of(
                basis.Rehearse(company, then, new AffectedTable(company).Touched(identities)),
                basis.Chart,
                basis.Settings.Currency
            ),
        };
    }

    private static PaymentAccountsAnswer Save(SqliteConnection company, CompanyBooks books, long? id, PaymentAccount? account)
    {
        var table = new PaymentAccountTable(company);
        var before = id is { } known
            ? table.All().Where(a => a.Id == known).Select(a => a.Account).FirstOrDefault()
                ?? throw RefusedException.NotFound("This payment account")
            : null;
        var (_, changes) = Changes(company, BasisTable.Of(company), id, account);
        if (account is not null)
            table.Put(id, account);
        else
            table.Remove(id!.Value);
        MappingChanges.Apply(company, books, changes, $"payment account {(account ?? before)!.Name}");
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            account is null ? "remove payment account" : "payment account",
            $"payment-account/{(account ?? before)!.Name}",
            before,
            account
        );
        return List(company);
    }

    // The rows that follow from the accounts as they would be, over those that follow from them now.
    private static (PaymentAccounts Then, IReadOnlyList<RowChange> Changes) Changes(
        SqliteConnection company,
        CodingBasis basis,
        long? id,
        PaymentAccount? account
    )
    {
        var now = new PaymentAccountTable(company).All();
        var clash = account is null ? null : now.FirstOrDefault(a => a.Id != id && Folded.Same(a.Account.Name, account.Name)).Account;
        if (clash is not null)
            throw new RefusedException(
                "name",
                $"There is a payment account “{clash.Name}” already. Nothing was changed; choose another name."
            );
        var then = new PaymentAccounts([
            .. now.Where(a => a.Id != id).Select(a => a.Account),
            .. account is null ? Array.Empty<PaymentAccount>() : [account],
        ]);
        var rows = then.Rows();
        var managed = new PaymentAccounts([.. now.Select(a => a.Account)]);
        var gone = basis.Rows.Where(r =>
            r.Kind == KeyKind.PaymentAccount
            && (managed.Manages(r.Key) || then.Manages(r.Key))
            && !rows.Select(x => x.Identity).ToHashSet().Contains(r.Identity)
        );
        return (then, BookChanges.Between(basis.Rows, rows.Select(ProposedRow.Put).Concat(gone.Select(ProposedRow.Remove))));
    }

    // An unusual account is saved only when somebody said that it is meant.
    private static PaymentAccount Confirmed(SqliteConnection company, PaymentAccountRequest request)
    {
        var account = Read(company, request);
        if (
            !request.Confirmed
            && BasisTable.Of(company).Chart.TryFind(account.Account, out var target)
            && Targets.AsksOfOffset(target) is { Length: > 0 } ask
        )
            throw new RefusedException("confirm", $"{ask} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
        return account;
    }

    private static PaymentAccount Read(SqliteConnection company, PaymentAccountRequest request)
    {
        var chart = BasisTable.Of(company).Chart;
        var (name, account) = (request.Name?.Trim() ?? "", request.Account?.Trim() ?? "");
        var kind = request.Kind!.Value;
        var holder = request.Holder?.Trim() ?? "";
        if (kind == PaymentAccountKind.Personal)
        {
            // What a person paid is owed to that person.
            if (account.Length == 0 && chart.Role(AccountRole.EmployeePayable) is RoleHolder.Filled payable)
                account = payable.Account.Id;
            if (chart.TryFind(account, out var owed) && owed.Kind is not (AccountKind.Liability or AccountKind.Equity))
                throw new RefusedException(
                    "account-kind",
                    $"{owed.Title} is no account of what is owed to a person: what is paid "
                        + "from a person's own money credits a liability, or an owner's equity. Nothing was changed; choose another."
                );
        }

        if (account.Length == 0)
            throw new RefusedException("account", $"“{name}” needs its account in the ledger. Nothing was changed; choose one.", 400);
        if (Targets.BrokenForOffset(chart, account) is { } broken)
            throw new RefusedException(
                "account-kind",
                $"{chart.Title(account)} {ReasonWords.Because(broken)}. Nothing was changed; choose another."
            );
        var currency = string.IsNullOrWhiteSpace(request.Currency)
            ? new CompanyTable(company).Currency()
            : Currency.Of(request.Currency.Trim());
        var numbers = (request.Numbers ?? [])
            .Where(n => !string.IsNullOrWhiteSpace(n.Text))
            .Select(n =>
            {
                var number = new PaymentNumber(n.Text!.Trim(), Dates.DayOrNone(n.From), Dates.DayOrNone(n.Through));
                if (number.Through < number.From)
                    throw new RefusedException("days", $"“{number.Text}” ends before it begins. Nothing was changed.", 400);
                return number;
            })
            .ToList();
        return new PaymentAccount
        {
            Name = name,
            Kind = kind,
            Account = account,
            Currency = currency,
            Holder = holder,
            OtherHolders = [.. (request.OtherHolders ?? []).Select(h => h.Trim()).Where(h => h.Length > 0)],
            Numbers = numbers,
        };
    }
}
