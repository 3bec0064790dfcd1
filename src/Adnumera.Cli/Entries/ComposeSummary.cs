using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Entries;

namespace Adnumera.Cli.Entries;

// Documents and money per state, and total debit and credit.
internal sealed class ComposeSummary(Currency currency)
{
    private readonly SortedDictionary<string, Tally> foreign = new(StringComparer.Ordinal);
    private Tally ready,
        held,
        setAside;
    private long debit,
        credit;

    public long Held => held.Documents;

    public void Add(Composition composition)
    {
        var document = composition.Document;
        var same = document.Currency == currency;
        var tally = new Tally(1, same ? document.SignedTotal : 0);
        if (!same)
            foreign[document.Currency.Code] = foreign.GetValueOrDefault(document.Currency.Code) + new Tally(1, document.SignedTotal);
        if (composition is Composition.SetAside)
            setAside += tally;
        else if (composition is Composition.Held)
            held += tally;
        else
            ready += tally;
        if (composition is not Composition.Coded)
            return;
        foreach (var line in composition.Lines)
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
