using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;

namespace Adnumera.Web.Documents;

/// <summary>A line of the journal as the page shows it.</summary>
internal sealed record JournalView(
    string Account,
    string Title,
    long Signed,
    string TaxCode,
    Dimensions Dimensions,
    string Memo,
    EntryRung? Rung,
    string Because,
    long DocumentLine
)
{
    /// <summary>The lines as they are composed now.</summary>
    public static List<JournalView> Of(Composition composed, Chart chart) =>
        [
            .. composed.Lines.Select(l => new JournalView(
                l.Account,
                chart.Title(l.Account),
                l.Signed,
                l.TaxCode,
                l.Dimensions,
                l.Memo,
                l.Rung,
                l.Because,
                l.DocumentLine ?? 0
            )),
        ];

    /// <summary>The lines of a pay run without who is paid what: its own page says that to those who may see it.</summary>
    public static List<JournalView> OfNobody(IReadOnlyList<JournalView> lines) =>
        [
            .. lines
                .GroupBy(l => (l.Account, l.Dimensions, l.TaxCode, l.Rung, l.Because))
                .Select(g => g.First() with { Memo = "", Signed = g.Sum(l => l.Signed) }),
        ];

    /// <summary>The lines as they were sent; the reasons are those of today's book only where they lead to the same account.</summary>
    public static List<JournalView> Of(EntryInstruction entry, Composition composed, Chart chart) =>
        [
            .. entry.Lines.Select(
                (l, i) =>
                {
                    var today =
                        i < composed.Lines.Count && composed.Lines[i].Account == l.Account && composed.Lines[i].Signed == l.Signed
                            ? composed.Lines[i]
                            : null;
                    return new JournalView(
                        l.Account,
                        chart.Title(l.Account),
                        l.Signed,
                        l.TaxCode,
                        l.Dimensions,
                        l.Memo,
                        today?.Rung,
                        today?.Because ?? "As it was mapped when it was sent.",
                        today?.DocumentLine ?? 0
                    );
                }
            ),
        ];

    /// <summary>As it travels.</summary>
    public JournalLine ToAnswer(Currency currency) =>
        new(
            Account,
            Title,
            AmountText.Format(Math.Max(Signed, 0), currency.Digits),
            AmountText.Format(Math.Max(-Signed, 0), currency.Digits),
            TaxCode,
            Dimensions.ToString(),
            Memo,
            Rung,
            Because,
            DocumentLine
        );

    /// <summary>What a journal adds up to, and whether it balances: with nothing undecided, and not as nothing.</summary>
    public static (long Debit, long Credit, bool Balances) Totals(
        IReadOnlyList<JournalView> journal,
        IReadOnlyList<(string Title, long Signed)> undecided
    )
    {
        var (debit, credit) = (journal.Sum(j => Math.Max(j.Signed, 0)), journal.Sum(j => Math.Max(-j.Signed, 0)));
        return (debit, credit, debit == credit && debit != 0 && undecided.Count == 0);
    }
}
