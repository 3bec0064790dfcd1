using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>The payment accounts of a company, with their numbers.</summary>
public sealed class PaymentAccountTable(SqliteConnection company)
{
    public IReadOnlyList<(long Id, PaymentAccount Account)> All()
    {
        var numbers = company
            .Query<(long Id, string Text, string From, string Through)>(
                "select payment_account_id, text, from_day, through_day from payment_number order by payment_account_id, position"
            )
            .ToLookup(n => n.Id, n => new PaymentNumber(n.Text, Iso.DayOrNone(n.From), Iso.DayOrNone(n.Through)));
        return
        [
            .. company
                .Query<Row>(
                    "select id, name, kind, account, currency, holder, other_holders as OtherHolders from payment_account order by name_key"
                )
                .Select(r =>
                    (
                        r.Id,
                        new PaymentAccount
                        {
                            Name = r.Name,
                            Kind = Words<PaymentAccountKind>.Read(r.Kind),
                            Account = r.Account,
                            Currency = Currency.Of(r.Currency),
                            Holder = r.Holder,
                            OtherHolders = JsonSerializer.Deserialize<string[]>(r.OtherHolders)!,
                            Numbers = [.. numbers[r.Id]],
                        }
                    )
                ),
        ];
    }

    /// <summary>Puts one in the place of the one with this id; without one it is added. Returns the id.</summary>
    public long Put(long? id, PaymentAccount account)
    {
        var row = new
        {
            id,
            account.Name,
            key = Folded.Of(account.Name),
            kind = Words<PaymentAccountKind>.Of(account.Kind),
            account.Account,
            currency = account.Currency.Code,
            account.Holder,
            others = JsonSerializer.Serialize(account.OtherHolders),
        };
        var kept = company.ExecuteScalar<long>(
            """
            insert into payment_account (id, name, name_key, kind, account, currency, holder, other_holders)
              values (@id, @Name, @key, @kind, @Account, @currency, @Holder, @others)
            on conflict (id) do update set name = @Name, name_key = @key, kind = @kind, account = @Account, currency = @currency, holder =
              @Holder, other_holders = @others returning id
            """,
            row
        );
        company.Execute("delete from payment_number where payment_account_id = @kept", new { kept });
        company.Execute(
            "insert into payment_number (payment_account_id, position, text, from_day, through_day) "
                + "values (@kept, @position, @Text, @from, @through)",
            account.Numbers.Select(
                (n, position) =>
                    new
                    {
                        kept,
                        position,
                        n.Text,
                        from = Iso.Text(n.From),
                        through = Iso.Text(n.Through),
                    }
            )
        );
        return kept;
    }

    public void Remove(long id) => company.Execute("delete from payment_account where id = @id", new { id });

    [method: ExplicitConstructor]
    private sealed record Row(long Id, string Name, string Kind, string Account, string Currency, string Holder, string OtherHolders);
}
