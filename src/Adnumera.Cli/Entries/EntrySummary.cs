using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Entries;

namespace Adnumera.Cli.Entries;

// Documents and money per state, and total debit and credit.
internal sealed class EntrySummary(Currency currency)
{
    private readonly SortedDictionary<string, Tally> foreign = new(StringComparer.Ordinal);
    private Tally ready,
        held,
        setAside;
    private long debit,
        credit;

    public long Held => held.Documents;

    /// <summary>Adds a document, or a pay run.</summary>
    /// <param name="money">Its money.</param>
    /// <param name="isSetAside">Whether the rules leave it out.</param>
    /// <param name="lines">The lines of its entry; none while it is held.</param>
    public void Add(Money money, bool isSetAside, IReadOnlyList<EntryLine>? lines)
    {
        var same = money.Currency == currency;
        var tally = new Tally(1, same ? money.Minor : 0);
        if (!same)
            foreign[money.Currency.Code] = foreign.GetValueOrDefault(money.Currency.Code) + new Tally(1, money.Minor);
        if (isSetAside)
            setAside += tally;
        else if (lines is null)
            held += tally;
        else
            ready += tally;
        foreach (var line in lines ?? [])
        {
            debit += line.Debit;
            credit += line.Credit;
        }
    }

    public void Write(TextWriter output)
    {
        output.WriteLine($"{"", -10} {"documents", 10} {currency, 20}");
        foreach (
            var (name, tally) in ((string, Tally)[])
                [("ready", ready), ("held", held), ("set aside", setAside), ("arrived", ready + held + setAside)]
        )
            output.WriteLine($"{name, -10} {tally.Documents, 10} {AmountText.Format(tally.Money, currency.Digits), 20}");
        foreach (var (code, tally) in foreign)
            output.WriteLine(
                $"Not in the money above: {tally.Documents} in {code}, {AmountText.Format(tally.Money, Currency.Of(code).Digits)}"
            );
        output.WriteLine($"{"debit", -10} {"", 10} {AmountText.Format(debit, currency.Digits), 20}");
        output.WriteLine($"{"credit", -10} {"", 10} {AmountText.Format(credit, currency.Digits), 20}");
    }
}
