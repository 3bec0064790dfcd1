using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

public sealed record ValuesAnswer(string Kind, int Mapped, int Values, string MoneyMapped, string Money, string Currency, IReadOnlyList<ValueAnswer> Rows);

public sealed record ValueAnswer(string Value, long Documents, string Money, long WaitingDocuments, string Waiting, string Account, string AccountTitle, bool Broken);

/// <param name="Rows">Every row of the key, by source and date.</param>
/// <param name="Ladder">The rungs as a line of this value meets them today.</param>
/// <param name="Posted">Documents under this value that are in the ledger and keep what they were posted with.</param>
public sealed record ValueDetail(string Kind, string Value, IReadOnlyList<RowAnswer> Rows, IReadOnlyList<RungNote> Ladder, long Posted);

public sealed record RowAnswer(string ForSource, string Account, string AccountTitle, string Group, string EffectiveFrom, bool InForce);

public sealed record RungNote(string Rung, string Note, bool IsThis, bool Decides);

/// <summary>A proposed row; a blank account takes the row away.</summary>
public sealed record ChangeRequest(string? Kind, string? Key, string? ForSource, string? Account, string? EffectiveFrom, bool Confirmed);

public sealed record RehearsalAnswer(
    IReadOnlyList<MovementAnswer> Movements, TallyText ComeFree, TallyText BecomeHeld, TallyText StayHeld, TallyText Changed, long Posted, string Currency, string AccountTitle, string AccountKind, string Asks);

public sealed record MovementAnswer(string From, string FromTitle, string To, string ToTitle, long Documents, string Money);

/// <param name="Before">The account that the row had, blank when there was none: what to send to undo it.</param>
/// <param name="Recoded">Documents that were coded anew.</param>
public sealed record SavedAnswer(string Before, int Recoded);

/// <summary>The mapping: what arrives, what decides it, and what a change would do.</summary>
internal static class MappingEndpoints
{
    private const int MostValues = 5000;

    // What the ledger's totals are made of; the other kinds come with rooms of their own.
    private static readonly KeyKind[] Kinds = [KeyKind.Category, KeyKind.Item, KeyKind.Supplier, KeyKind.PaymentAccount, KeyKind.Settlement];

    public static void MapMapping(this RouteGroupBuilder company)
    {
        var mapping = company.MapGroup("mapping").WithTags("Mapping");
        mapping.MapGet("{kind}/values", (string kind, Work work) => work.File.Read(c => Values(c, KindOf(kind)))).RequireAuthorization(Access.Read);
        mapping.MapGet("{kind}/value", (string kind, string key, Work work) => work.File.Read(c => Detail(c, KindOf(kind), key, work))).RequireAuthorization(Access.Read);
        mapping.MapPost("rehearsals", (ChangeRequest change, Work work) => work.File.Read(c => Rehearse(c, change))).RequireAuthorization(Access.Keep);
        mapping.MapPost("changes", (ChangeRequest change, Work work) => work.File.InTransaction(c => Save(c, change, work))).RequireAuthorization(Access.Keep);
    }

    private static KeyKind KindOf(string? kind) =>
        Words<KeyKind>.TryRead(kind ?? "", out var value) && Kinds.Contains(value) ? value : throw new RefusedException("kind", $"\"{kind}\" is not a kind of value that is mapped here.", 400);

    private static ValuesAnswer Values(SqliteConnection company, KeyKind kind)
    {
        var currency = CompanyFile.Of(company).Settings.Currency;
        var table = new MappingTable(company);
        var chart = new LedgerTable(company).Chart();
        var arriving = table.Arriving(kind, MostValues);

        // The latest general row of each key is what most documents meet; rows for a source show on the value's own page.
        var rows = table.OfKind(kind).Where(r => r.ForSource.Length == 0).GroupBy(r => kind.Fold(r.Key))
            .ToDictionary(g => g.Key, g => g.MaxBy(r => r.EffectiveFrom ?? DateOnly.MinValue)!);
        var values = arriving.Select(a =>
        {
            var account = rows.GetValueOrDefault(kind.Fold(a.Value))?.Account ?? "";
            var broken = account.Length > 0 && !(chart.TryFind(account, out var found) && found.Active);
            return (Arriving: a, Answer: new ValueAnswer(
                a.Value, a.Documents, Text(a.Money), a.WaitingDocuments, Text(a.Waiting), account, account.Length > 0 ? chart.Title(account) : "", broken));
        }).ToList();
        var mapped = values.Where(v => v.Answer.Account.Length > 0).ToList();
        return new ValuesAnswer(Words<KeyKind>.Of(kind), mapped.Count, values.Count, Text(mapped.Sum(m => m.Arriving.Money)), Text(values.Sum(v => v.Arriving.Money)), currency.Code, [.. values.Select(v => v.Answer)]);

        string Text(long minor) => AmountText.Format(minor, currency.Digits);
    }

    private static ValueDetail Detail(SqliteConnection company, KeyKind kind, string key, Work work)
    {
        var chart = new LedgerTable(company).Chart();
        var table = new MappingTable(company);
        var today = DateOnly.FromDateTime(work.Now.UtcDateTime);
        var inForce = table.Book().InForce(kind, key, "", today);
        return new ValueDetail(
            Words<KeyKind>.Of(kind), key,
            [.. table.Of(kind, key).Select(r => new RowAnswer(r.ForSource, r.Account, r.Account.Length > 0 ? chart.Title(r.Account) : "", r.Group, Iso.Text(r.EffectiveFrom), r == inForce))],
            kind.IsOffset() ? [] : LadderNotes.Of(company, kind, key, inForce, chart),
            new DocumentTable(company).SentUnder(kind, key));
    }

    private static RehearsalAnswer Rehearse(SqliteConnection company, ChangeRequest change)
    {
        var row = RowOf(change);
        var settings = CompanyFile.Of(company).Settings;
        var chart = new LedgerTable(company).Chart();
        var (account, asks) = Check(chart, row);
        var all = new MappingTable(company).All();
        var documents = new DocumentTable(company);
        var touched = documents.Touched(row.Kind, row.Key).Chunk(1000).SelectMany(documents.Load).Where(d => d.MayBeCoded).Select(d => (d.Document, d.DuplicateOf));
        var rehearsal = Rehearsal.Of(touched, new Composer(chart, new MappingBook(all), settings), new Composer(chart, new MappingBook(With(all, row)), settings));
        return new RehearsalAnswer(
            [.. rehearsal.Movements.Select(m => new MovementAnswer(m.From, Title(m.From), m.To, Title(m.To), m.Tally.Documents, AmountText.Format(m.Tally.Money, settings.Currency.Digits)))],
            TallyText.Of(rehearsal.ComeFree, settings.Currency), TallyText.Of(rehearsal.BecomeHeld, settings.Currency), TallyText.Of(rehearsal.StayHeld, settings.Currency),
            TallyText.Of(rehearsal.Changed, settings.Currency), documents.SentUnder(row.Kind, row.Key), settings.Currency.Code, account?.Title ?? "",
            account is null ? "" : Words<AccountKind>.Of(account.Kind), asks);

        string Title(string id) => id.Length == 0 ? "held" : chart.Title(id);
    }

    private static SavedAnswer Save(SqliteConnection company, ChangeRequest change, Work work)
    {
        var row = RowOf(change);
        var (_, asks) = Check(new LedgerTable(company).Chart(), row);
        if (asks.Length > 0 && !change.Confirmed) throw new RefusedException("confirm", $"{asks} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
        var table = new MappingTable(company);
        var before = table.Of(row.Kind, row.Key).FirstOrDefault(r => r.ForSource == row.ForSource && r.EffectiveFrom == row.EffectiveFrom);
        if (row.Account.Length == 0) table.Remove(row);
        else table.Put(before is null ? row : before with { Account = row.Account });
        var recoded = Coding.Recode(company, new DocumentTable(company).Touched(row.Kind, row.Key));
        new AuditTable(company).Add(work.Now, work.Who, "map", $"mapping/{Words<KeyKind>.Of(row.Kind)}/{row.Kind.Fold(row.Key)}",
            before is null ? null : new { before.Account, row.ForSource, from = Iso.Text(row.EffectiveFrom) }, new { row.Account, row.ForSource, from = Iso.Text(row.EffectiveFrom) });
        return new SavedAnswer(before?.Account ?? "", recoded);
    }

    private static IEnumerable<MappingRow> With(IEnumerable<MappingRow> all, MappingRow row)
    {
        MappingRow? before = null;
        foreach (var other in all)
        {
            if (other.Kind == row.Kind && other.ForSource == row.ForSource && other.EffectiveFrom == row.EffectiveFrom && row.Kind.Comparer().Equals(other.Key, row.Key)) before = other;
            else yield return other;
        }

        if (row.Account.Length > 0) yield return before is null ? row : before with { Account = row.Account };
    }

    private static MappingRow RowOf(ChangeRequest change)
    {
        if (string.IsNullOrWhiteSpace(change.Key)) throw new RefusedException("key", "Say which value is mapped. Nothing was changed.", 400);
        var from = change.EffectiveFrom ?? "";
        if (from.Length > 0 && !Formats.Tables.Fields.TryDate(from, out _)) throw new RefusedException("date", $"\"{from}\" is not a date such as 2026-11-01. Nothing was changed.", 400);
        return new MappingRow
        {
            Kind = KindOf(change.Kind),
            Key = change.Key.Trim(),
            ForSource = change.ForSource?.Trim() ?? "",
            Account = change.Account?.Trim() ?? "",
            EffectiveFrom = Iso.DayOrNone(from),
        };
    }

    // Which targets a mapping may have, and which ask for a confirmation with its reason.
    private static (Account? Account, string Asks) Check(Chart chart, MappingRow row)
    {
        if (row.Account.Length == 0) return (null, "");
        if (!chart.TryFind(row.Account, out var account)) throw new RefusedException("account-unknown", $"Account {row.Account} is not in the chart. Nothing was changed; pull the chart again or choose another.");
        if (!account.Active) throw new RefusedException("account-closed", $"{account.Title} is closed. Nothing was changed; choose another.");
        if (row.Kind.IsOffset())
        {
            return account.IsBalance ? (account, "") : throw new RefusedException("account-kind", $"{account.Title} is neither an asset nor a liability, so nothing can be paid from it. Nothing was changed; choose another.");
        }

        if (account.IsControl) throw new RefusedException("account-control", $"{account.Title} is a control account: its balance is made of other records, and a cost may not go there. Nothing was changed; choose another.");
        return account.Kind switch
        {
            AccountKind.Liability => (account, $"{account.Title} is a liability: right for tax remitted, loan principal or royalties owed, seldom for a cost."),
            AccountKind.Equity => (account, $"{account.Title} is equity: right for an owner's private charge, seldom for a cost."),
            AccountKind.Income => (account, $"{account.Title} is an income account: a cost there reduces income."),
            _ => (account, ""),
        };
    }
}
