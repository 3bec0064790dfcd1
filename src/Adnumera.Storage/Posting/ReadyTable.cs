using System.Text.Json;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Storage.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>What goes to an account.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Debit">In minor units.</param>
/// <param name="Credit">In minor units.</param>
/// <param name="Documents">How many documents go there.</param>
[method: ExplicitConstructor]
public sealed record AccountTotal(string Account, long Debit, long Credit, long Documents);

/// <summary>What is ready to be posted: all of it, or what is chosen.</summary>
public sealed class ReadyTable
{
    private readonly SqliteConnection company;
    private readonly DocumentFilter filter;
    private readonly bool isAll;
    private readonly string where;
    private readonly DynamicParameters parameters;

    /// <param name="company">The company's file.</param>
    /// <param name="narrowed">What it is narrowed to; of that what is ready.</param>
    /// <param name="leftOut">What is left out for this time.</param>
    public ReadyTable(SqliteConnection company, DocumentFilter narrowed, IReadOnlyCollection<long> leftOut)
    {
        this.company = company;
        filter = narrowed with { State = DocumentState.Ready };
        isAll = filter == new DocumentFilter { State = DocumentState.Ready, Period = filter.Period } && leftOut.Count == 0;
        (where, parameters) = new DocumentList(company).Where(filter);
        if (leftOut.Count == 0)
            return;
        where += " and d.id not in (select value from json_each(@leftOut))";
        parameters.Add("leftOut", JsonSerializer.Serialize(leftOut));
    }

    /// <summary>The documents, in the order in which they go.</summary>
    public IReadOnlyList<long> Ids() =>
        company.Query<long>($"select d.id from document d where {where} order by d.document_date, d.id", parameters).AsList();

    /// <summary>How many there are of each kind, with their money.</summary>
    public IReadOnlyList<(DocumentKind Kind, Tally Tally)> Kinds() =>
        isAll
            ? new Count.CountTable(company).ByKind(DocumentState.Ready, filter.Period)
            :
            [
                .. company
                    .Query<(string Kind, long Documents, long Money)>(
                        $"select d.kind, count(*), sum(d.signed_total) from document d where {where} group by d.kind order by d.kind",
                        parameters
                    )
                    .Select(k => (Words<DocumentKind>.Read(k.Kind), new Tally(k.Documents, k.Money))),
            ];

    /// <summary>What they bring to each account.</summary>
    public IReadOnlyList<AccountTotal> Accounts() =>
        company
            .Query<AccountTotal>(
                $"""
                select p.account as Account, sum(max(p.amount, 0)) as Debit, sum(max(-p.amount, 0)) as Credit, count(*) as Documents
                from document d cross join posting p on p.document_id = d.id where {where} group by p.account order by p.account
                """,
                parameters
            )
            .AsList();

    /// <summary>Whose documents they are, each once. Of all that is ready it jumps along document_ready_by_supplier from one supplier to
    /// the next.</summary>
    public IReadOnlyList<string> Suppliers() =>
        company
            .Query<string>(
                isAll
                    ? """
                    with recursive one (supplier_key) as (
                      select min(supplier_key) from document where state = 'ready' and supplier_key <> ''
                      union all
                      select (select min(supplier_key) from document where state = 'ready' and supplier_key <> '' and supplier_key >
                        one.supplier_key)
                      from one where one.supplier_key is not null)
                    select supplier from (
                      select (select min(d.supplier) from document d where d.state = 'ready' and d.supplier_key <> ''
                        and d.supplier_key = one.supplier_key and (@period is null or d.period = @period)) as supplier
                      from one where one.supplier_key is not null)
                    where supplier is not null
                    """
                    : $"select min(d.supplier) from document d where {where} and d.supplier_key <> '' group by d.supplier_key",
                isAll ? new { period = filter.Period } : parameters
            )
            .AsList();
}
