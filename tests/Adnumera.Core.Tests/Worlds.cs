using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using CsCheck;

namespace Adnumera.Core.Tests;

/// <summary>A small made-up company to try the rules on.</summary>
internal static class Worlds
{
    public static readonly DateOnly AnyDay = new(2026, 11, 12);

    public static Account[] Accounts { get; } =
    [
        Of("2100", AccountKind.Liability, AccountRole.PayablesControl),
        Of("2110", AccountKind.Liability),
        Of("2210", AccountKind.Liability, AccountRole.Card),
        Of("2330", AccountKind.Liability, AccountRole.EmployeePayable),
        Of("1400", AccountKind.Asset, AccountRole.InputTax),
        Of("6980", AccountKind.Expense, AccountRole.Rounding),
        Of("2990", AccountKind.Liability, AccountRole.Suspense),
        Of("5110", AccountKind.CostOfSales),
        Of("5120", AccountKind.CostOfSales),
        Of("6210", AccountKind.Expense),
        Of("6310", AccountKind.Expense),
        Of("6420", AccountKind.Expense),
        Of("6995", AccountKind.Expense) with
        {
            Active = false,
        },
    ];

    public static Chart Chart { get; } = new(Accounts);

    public static Account Of(string id, AccountKind kind, AccountRole role = AccountRole.None) =>
        new()
        {
            Id = id,
            Number = id,
            Kind = kind,
            Role = role,
        };

    public static MappingRow Map(KeyKind kind, string key, string account, string? from = null, string source = "", string group = "") =>
        new()
        {
            Kind = kind,
            Key = key,
            Account = account,
            ForSource = source,
            Group = group,
            EffectiveFrom = from is null ? null : DateOnly.ParseExact(from, "yyyy-MM-dd"),
        };

    public static MappingRow TaxCode(string code, decimal percent, string account = "") =>
        new()
        {
            Kind = KeyKind.TaxCode,
            Key = code,
            RecoverablePercent = percent,
            Account = account,
        };

    public static DocumentLine Line(
        long number,
        long net,
        string category = "",
        string item = "",
        string costCode = "",
        string taxCode = "",
        long tax = 0
    ) =>
        new()
        {
            Number = number,
            Net = net,
            Category = category,
            Item = item,
            CostCode = costCode,
            TaxCode = taxCode,
            Tax = tax,
        };

    public static Document Bill(params DocumentLine[] lines) =>
        new()
        {
            Identity = new DocumentIdentity("bills", "1"),
            Kind = DocumentKind.Bill,
            Date = AnyDay,
            Supplier = "Marrow & Oake",
            Reference = "2291",
            Currency = Currency.Usd,
            Total = lines.Sum(l => l.Net + l.Tax),
            Lines = lines,
        };

    public static Composer Composer(params MappingRow[] rows) => Composer(new CompositionSettings(), rows);

    public static Composer Composer(CompositionSettings settings, params MappingRow[] rows) => new(Chart, new MappingBook(rows), settings);

    /// <summary>"account debit−credit" for each line of an entry.</summary>
    public static string[] Shown(Composition composition) => [.. composition.Lines.Select(l => $"{l.Account} {l.Signed}")];

    public static string[] Reasons(Composition composition) =>
        [
            .. composition
                .Reasons.Select(r => (r, ReasonWords.Of(r)))
                .Select(r =>
                    $"{(r.r.OnLine is { } line ? $"{line}:" : "")}{r.Item2.Word}{(r.Item2.Value.Length > 0 ? $"={r.Item2.Value}" : "")}"
                ),
        ];

    /// <summary>One of some values, at random.</summary>
    public static Gen<T> OneOf<T>(params T[] values) => Gen.Int[0, values.Length - 1].Select(i => values[i]);
}
