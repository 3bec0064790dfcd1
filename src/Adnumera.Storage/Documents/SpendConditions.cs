using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Spending;
using Adnumera.Storage.Files;
using Dapper;

namespace Adnumera.Storage.Documents;

// The documents behind a figure of spending, as conditions of a list: the same that Core.Spending.Spends counts there.
internal static class SpendConditions
{
    private const string NotZero = "(l.net <> 0 or l.tax <> 0)";
    private static readonly string Line = $"{Side} * sum(l.net + l.tax)";

    /// <summary>1, or -1 where a document's kind takes back; the kind says, for a document that comes to nothing has no sign.</summary>
    public static string Side =>
        "iif(d.kind in ("
        + string.Join(", ", Enum.GetValues<DocumentKind>().Where(k => k.Reverses()).Select(k => $"'{Words<DocumentKind>.Of(k)}'"))
        + "), -1, 1)";

    /// <summary>What narrows to them.</summary>
    /// <param name="spend">The figure.</param>
    /// <param name="paid">Under which texts, on which days, a group of payment accounts was paid.</param>
    /// <param name="parameters">Takes the parameters.</param>
    public static IEnumerable<Narrowing> Of(
        SpendNarrowing spend,
        Func<SpendNarrowing, IReadOnlyList<PaidWithin>>? paid,
        DynamicParameters parameters
    ) => [.. Scope(spend), .. Months(spend, parameters), .. spend.By is { } by ? Group(spend, by, paid, parameters) : []];

    private static IEnumerable<Narrowing> Scope(SpendNarrowing spend)
    {
        var standings = spend.Scope.Standings();
        string In<T>(IEnumerable<T> words)
            where T : struct, Enum => string.Join(", ", words.Select(w => $"'{Words<T>.Of(w)}'"));
        var kinds = Enum.GetValues<DocumentKind>();
        var states = Enum.GetValues<DocumentState>().Where(s => kinds.Any(k => standings.Contains(Spends.Standing(k, s)))).ToList();
        var fitting = kinds.Where(k => states.TrueForAll(s => standings.Contains(Spends.Standing(k, s)))).ToList();
        if (fitting.Count < kinds.Length)
            yield return Checked($"+d.state in ({In(states)}) and +d.kind in ({In(fitting)})");
    }

    private static IEnumerable<Narrowing> Months(SpendNarrowing spend, DynamicParameters parameters)
    {
        if ((spend.From ?? spend.To) is null)
            yield break;
        var (from, to) = ($"{spend.From ?? "0000-00"}-01", $"{spend.To ?? "9999-12"}-99");
        parameters.Add("spendFrom", from);
        parameters.Add("spendTo", to);
        const string Came = "select a.id from arrival a where a.at >= @spendFrom and a.at < @spendTo";
        yield return spend.Over == SpendOver.DocumentDate
            ? new Narrowing(
                "select id from document where document_date >= @spendFrom and document_date <= @spendTo",
                "(+d.document_date >= @spendFrom and +d.document_date <= @spendTo)",
                IsQuick: true
            )
            : new Narrowing($"select id from document where arrival_id in ({Came})", $"d.arrival_id in ({Came})", IsQuick: true);
    }

    private static IEnumerable<Narrowing> Group(
        SpendNarrowing spend,
        SpendBy by,
        Func<SpendNarrowing, IReadOnlyList<PaidWithin>>? paid,
        DynamicParameters parameters
    )
    {
        parameters.Add("spent", by is SpendBy.Source or SpendBy.Account ? spend.Value : Folded.Of(spend.Value));
        switch (by)
        {
            case SpendBy.Month:
                return [];
            case SpendBy.Supplier:
                return [new("select id from document where supplier_key = @spent", "+d.supplier_key = @spent", IsQuick: true)];
            case SpendBy.Source:
                return [new("select id from document where source = @spent", "+d.source = @spent", IsQuick: true)];
            case SpendBy.PaymentAccount or SpendBy.Cardholder:
                var within = paid!(spend).Select(p => new[] { p.Text, Iso.Text(p.From), Iso.Text(p.Through) });
                parameters.Add("paid", JsonSerializer.Serialize(within));
                return
                [
                    Checked(
                        $"exists (select 1 from json_each(@paid) j where j.value ->> 0 = {SpendTable.PaidFrom} "
                            + "and +d.document_date >= j.value ->> 1 and +d.document_date <= j.value ->> 2)"
                    ),
                ];
            case SpendBy.Category:
                return OfParts(spend, "document_line l", "l.document_id", $"l.category_key <> '' and {NotZero}", "l.category_key", Line);
            case SpendBy.Project:
                const string Lines = "line_dimension v join document_line l on l.document_id = v.document_id and l.line = v.line";
                return OfParts(spend, Lines, "v.document_id", $"v.dimension = 'project' and {NotZero}", "v.value_key", Line);
            case SpendBy.Account:
                return OfParts(spend, "posting p", "p.document_id", "p.spent <> 0", "p.account", "sum(p.spent)");
            default:
                throw new ArgumentOutOfRangeException(nameof(by));
        }
    }

    // What has no value: no part has one, or those that have do not come to the whole.
    private static IEnumerable<Narrowing> OfParts(SpendNarrowing spend, string parts, string document, string named, string key, string sum)
    {
        var of = $"from {parts} where {document} = d.id and {named}";
        const string Ours = "d.currency = (select currency from company)";
        yield return spend.Value.Length > 0
            ? new Narrowing(
                $"select distinct {document} as id from {parts} where {key} = @spent and {named}",
                $"exists (select 1 {of} and {key} = @spent)",
                IsQuick: true
            )
            : Checked($"(select count(*) = 0 or {Ours} and d.signed_total <> {sum} {of})");
    }

    private static Narrowing Checked(string check) => new($"select d.id from document d where {check}", $"({check})", IsQuick: true);
}
