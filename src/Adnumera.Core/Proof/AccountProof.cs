namespace Adnumera.Core.Proof;

/// <summary>One account's totals: what was intended, and what the ledger holds, by origin. Minor units.</summary>
public sealed record AccountProof(string Account)
{
    /// <summary>Intended debits.</summary>
    public long IntendedDebit { get; private set; }

    /// <summary>Intended credits.</summary>
    public long IntendedCredit { get; private set; }

    /// <summary>Debits found with our key, posted, surplus included.</summary>
    public long FoundDebit { get; private set; }

    /// <summary>Credits found with our key, posted, surplus included.</summary>
    public long FoundCredit { get; private set; }

    /// <summary>Debits of payments.</summary>
    public long PaymentsDebit { get; private set; }

    /// <summary>Credits of payments.</summary>
    public long PaymentsCredit { get; private set; }

    /// <summary>Debits that we did not make.</summary>
    public long NotOursDebit { get; private set; }

    /// <summary>Credits that we did not make.</summary>
    public long NotOursCredit { get; private set; }

    /// <summary>Intended net equals found net, and nothing is not ours.</summary>
    public bool Agrees => Intended == Found && NotOursDebit == 0 && NotOursCredit == 0;

    /// <summary>Found debits less credits.</summary>
    public long Found => FoundDebit - FoundCredit;

    /// <summary>Intended debits less credits.</summary>
    public long Intended => IntendedDebit - IntendedCredit;

    /// <summary>Debits less credits of payments.</summary>
    public long Payments => PaymentsDebit - PaymentsCredit;

    /// <summary>Debits less credits that we did not make.</summary>
    public long NotOurs => NotOursDebit - NotOursCredit;

    /// <summary>
    /// Whether the account agrees over a period: opening balance, what we made, payments and what we did not make come to the closing
    /// balance, and nothing differs (02-domain, chapter 8).
    /// </summary>
    /// <param name="opening">The balance before the period, debit minus credit.</param>
    /// <param name="closing">The balance at its end.</param>
    public bool AgreesOver(long opening, long closing) => Agrees && opening + Found + Payments + NotOurs == closing;

    /// <summary>The totals of each account of either side, by first appearance.</summary>
    public static IReadOnlyList<AccountProof> Of(IEnumerable<IntendedEntry> intended, IEnumerable<FoundEntry> ledger)
    {
        var order = new List<AccountProof>();
        var byId = new Dictionary<string, AccountProof>(StringComparer.Ordinal);
        AccountProof At(string account)
        {
            if (byId.TryGetValue(account, out var known))
                return known;
            var added = new AccountProof(account);
            order.Add(added);
            byId.Add(account, added);
            return added;
        }

        foreach (var line in intended.SelectMany(i => i.Lines))
        {
            var account = At(line.Account);
            account.IntendedDebit += line.Debit;
            account.IntendedCredit += line.Credit;
        }

        foreach (var entry in ledger)
        foreach (var line in entry.Lines)
            At(line.Account).AddFound(entry, line);
        return order;
    }

    private void AddFound(FoundEntry entry, ProofLine line)
    {
        if (entry.Status != LedgerStatus.Posted)
            return;
        if (entry.IsPayment)
        {
            PaymentsDebit += line.Debit;
            PaymentsCredit += line.Credit;
        }
        else if (entry.Identity is null)
        {
            NotOursDebit += line.Debit;
            NotOursCredit += line.Credit;
        }
        else
        {
            FoundDebit += line.Debit;
            FoundCredit += line.Credit;
        }
    }
}
