using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The mapping: what arrives, what decides it, and what changes would do.</summary>
internal static class MappingEndpoints
{
    private const int MostValues = 20_000;
    private const int MostPosted = 40;

    public static void MapMapping(this RouteGroupBuilder company)
    {
        var mapping = company.MapGroup("mapping").WithTags("Mapping");
        mapping.MapGet("kinds", Kinds).Needs(Right.Read);
        mapping.MapGet("{kind}/values", ValuesOf).Needs(Right.Read);
        mapping.MapGet("{kind}/value", GetValue).Needs(Right.Read);
        mapping.MapGet("coverage", Covered).Needs(Right.Read);
        mapping.MapPost("rehearsals", RehearseChanges).Needs(Right.Bookkeep);
        mapping.MapPost("changes", Save).Needs(Right.Bookkeep);
        mapping.MapPut("hidden", Hide).Needs(Right.Bookkeep);
        mapping.MapSuggestions();
        mapping.MapHistory();
        mapping.MapBook();
        company.MapPaymentAccounts();
    }

    private static IReadOnlyList<KindCount> Kinds(CompanyBooks books) =>
        books.File.Read(c =>
            new MappingTable(c)
                .Counts()
                .Select(k => new KindCount(k.Key, Math.Max(k.Value.Arrived, k.Value.Mapped), k.Value.Waiting))
                .ToList()
        );

    private static CoverageAnswer Covered(CompanyBooks books) => books.File.Read(Coverage.Of);

    private static SavedAnswer Save(ChangesRequest changes, CompanyBooks books) =>
        books.File.InTransaction(c => MappingChanges.Save(c, books, changes));

    private static ValueDetail GetValue(Word<KeyKind> kind, string key, CompanyBooks books) =>
        books.File.Read(c => Detail(c, kind.Read("kind"), key, books));

    private static ValuesAnswer ValuesOf(Word<KeyKind> kind, CompanyBooks books)
    {
        var today = books.Today;
        return books.File.Read(c => Values(c, kind.Read("kind"), today));
    }

    private static MappingRehearsal RehearseChanges(ChangesRequest changes, CompanyBooks books)
    {
        var today = books.Today;
        return books.File.Read(c => Rehearse(c, changes, today));
    }

    internal static ValuesAnswer Values(SqliteConnection company, KeyKind kind, DateOnly today)
    {
        var currency = new CompanyTable(company).Currency();
        var table = new MappingTable(company);
        var ledger = new LedgerTable(company);
        var (chart, terms) = (ledger.Chart(), kind == KeyKind.SupplierTerm ? ledger.Terms().ToDictionary(t => t.Id, t => t.Name) : []);
        var hidden = new HiddenTable(company).Of(Words<KeyKind>.Of(kind));

        // The general row of each key that is in force today is what most documents meet; the others show with the value itself. One that
        // begins later is better than none.
        var all = table.OfKind(kind);
        var book = new MappingBook(all);
        var rows = all.GroupBy(r => kind.Fold(r.Key))
            .ToDictionary(
                g => g.Key,
                g =>
                    (
                        Latest: book.InForce(kind, g.First().Key, "", today)
                            ?? g.MinBy(r => (r.ForSource.Length > 0, r.EffectiveFrom ?? DateOnly.MinValue))!,
                        Count: g.Count()
                    )
            );
        var answers = new List<ValueAnswer>();
        long money = 0,
            mappedMoney = 0,
            waiting = 0;
        var (values, mapped, needing, elsewhere) = (0, 0, 0, 0);
        foreach (var arriving in table.Arriving(kind, MostValues))
        {
            var key = kind.Fold(arriving.Value);
            var row = rows.Remove(key, out var found) ? found : default;
            var answer = Answer(arriving, row.Latest, Math.Max(row.Count - 1, 0), hidden.Contains(key));
            answers.Add(answer);
            values++;
            money += Math.Abs(arriving.Money);
            waiting += arriving.Waiting;
            if (arriving.WaitingLines > 0)
                needing++;
            if (answer.Target.Length == 0 || answer.Broken)
            {
                if (arriving.WaitingLines == 0)
                    elsewhere++;
                continue;
            }

            mapped++;
            mappedMoney += Math.Abs(arriving.Money);
        }

        // A group is there as soon as a member names it, and may wait for its account.
        if (kind.Row().GroupOf is { } members)
        {
            answers.AddRange(
                table
                    .OfKind(members)
                    .Where(r => r.Group.Length > 0 && !rows.ContainsKey(kind.Fold(r.Group)))
                    .GroupBy(r => kind.Fold(r.Group))
                    .OrderBy(g => g.Key, StringComparer.Ordinal)
                    .Select(g => Answer(new ArrivingValue(g.First().Group, g.Count(), 0, 0, 0), null, 0, hidden.Contains(g.Key)))
            );
        }

        answers.AddRange(
            rows.Values.OrderBy(r => r.Latest.Key, StringComparer.OrdinalIgnoreCase)
                .Select(r =>
                    Answer(new ArrivingValue(r.Latest.Key, 0, 0, 0, 0), r.Latest, r.Count - 1, hidden.Contains(kind.Fold(r.Latest.Key)))
                )
        );
        return new ValuesAnswer(
            kind,
            mapped,
            values,
            needing,
            elsewhere,
            Text(mappedMoney),
            Text(money),
            Text(waiting),
            currency.Code,
            answers
        );

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        ValueAnswer Answer(ArrivingValue a, MappingRow? row, int variants, bool isHidden) =>
            new(
                a.Value,
                a.Lines,
                Text(a.Money),
                a.WaitingLines,
                Text(a.Waiting),
                row?.Account ?? "",
                row is null ? "" : TargetOf(row, chart, terms),
                row?.Group ?? "",
                row?.Value ?? "",
                row?.Kind == KeyKind.TaxCode ? Percent(row) : "",
                variants,
                row is not null && Targets.Broken(chart, row) is not null,
                isHidden
            );
    }

    private static ValueDetail Detail(SqliteConnection company, KeyKind kind, string key, CompanyBooks books)
    {
        var ledger = new LedgerTable(company);
        var (chart, terms) = (ledger.Chart(), ledger.Terms().ToDictionary(t => t.Id, t => t.Name));
        var table = new MappingTable(company);
        var rows = table.Of(kind, key);
        var inForce = new MappingBook(rows).InForce(kind, key, "", books.Today);
        return new ValueDetail(
            kind,
            key,
            [
                .. rows.Select(r => new RowAnswer(
                    r.ForSource,
                    r.Account,
                    TargetOf(r, chart, terms),
                    r.LedgerItem,
                    r.Value,
                    r.Group,
                    r.TaxCode,
                    r.Dimensions.Filled.ToDictionary(d => d.Dimension.Word, d => d.Value),
                    r.Kind == KeyKind.TaxCode ? Percent(r) : "",
                    Iso.Text(r.EffectiveFrom),
                    r == inForce,
                    Targets.Broken(chart, r) is { } broken ? ReasonWords.Because(broken) : "",
                    Meaning(r, chart)
                )),
            ],
            LadderNotes.Decides(kind) ? LadderNotes.Of(company, kind, key, inForce, chart) : [],
            new AffectedTable(company).SentUnder([new RowIdentity(kind, kind.Fold(key), "", null)]).Count,
            [.. new ChangeTable(company).Of(kind, key).Select(c => HistoryAnswer.Of(c, chart))],
            new HiddenTable(company).Of(Words<KeyKind>.Of(kind)).Contains(kind.Fold(key)),
            kind == KeyKind.PaymentAccount && ChoiceTable.Of(company).PaymentAccounts.Manages(key)
        );
    }

    /// <summary>What a row maps to, as people say it; blank when it ends the mapping.</summary>
    public static string TargetOf(MappingRow row, Chart chart, IReadOnlyDictionary<string, string> terms) =>
        row switch
        {
            { Account.Length: > 0 } => chart.Title(row.Account),
            { Kind: KeyKind.SupplierTerm, Value.Length: > 0 } => terms.GetValueOrDefault(row.Value, row.Value),
            { Kind: KeyKind.TaxCode } => row.RecoverablePercent == 0 ? "joins the cost" : "the input tax account",
            { Value.Length: > 0 } => row.Value,
            { Group.Length: > 0 } => $"group {row.Group}",
            _ => "",
        };

    internal static MappingRehearsal Rehearse(SqliteConnection company, ChangesRequest request, DateOnly today)
    {
        var basis = BasisTable.Of(company);
        var changes = BookChanges.Between(basis.Rows, MappingChanges.Proposals(basis.Rows, request.Rows));
        var asks = MappingChanges.Check(company, basis, changes, today);
        return Rehearse(company, basis, changes, asks);
    }

    /// <summary>What changes of the book would do.</summary>
    public static MappingRehearsal Rehearse(
        SqliteConnection company,
        CodingBasis basis,
        IReadOnlyList<RowChange> changes,
        IReadOnlyList<string> asks
    )
    {
        var affected = new AffectedTable(company);
        var identities = changes.Select(c => c.Identity).ToList();
        var rehearsal = basis.Rehearse(company, basis with { Rows = BookChanges.With(basis.Rows, changes) }, affected.Touched(identities));
        var posted = affected.SentUnder(identities, decided: true);
        return new MappingRehearsal(
            RehearsalAnswer.Of(rehearsal, basis.Chart, basis.Settings.Currency),
            changes.Count,
            posted.Count,
            [
                .. new DocumentTable(company)
                    .Load(posted.Take(MostPosted))
                    .Select(d => DocumentNote.Of(d.Id, d.Document, d.Document.SignedTotal)),
            ],
            asks,
            [.. changes.Select(c => c.After).OfType<MappingRow>().Select(r => Meaning(r, basis.Chart)).Where(m => m.Length > 0).Distinct()]
        );
    }

    private static string Meaning(MappingRow row, Chart chart) =>
        chart.TryFind(row.Account, out var account) ? Targets.Means(row, account) : "";

    private static IResult Hide(HideRequest request, CompanyBooks books)
    {
        var kind = request.Kind is { } of ? Words<KeyKind>.Of(of) : HiddenTable.Account;
        var value = request.Value?.Trim() ?? "";
        if (value.Length == 0)
            throw new RefusedException("hidden", "Say what is hidden. Nothing was changed.", 400);
        books.File.InTransaction(c =>
        {
            if (request.Hidden)
                new HiddenTable(c).Hide(kind, value);
            else
                new HiddenTable(c).Show(kind, value);
            new AuditTable(c).Add(books.Now, books.Who, request.Hidden ? "hide" : "show", $"{kind}/{value}", null, null);
            return 0;
        });
        return Results.NoContent();
    }

    private static string Percent(MappingRow row) => row.RecoverablePercent.ToString(System.Globalization.CultureInfo.InvariantCulture);
}
