using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;

namespace Adnumera.Core.Entries.PayRuns;

// Who is owed what of a run, and who repays what, gathered while its register is gone through.
internal sealed class PayrollOwed
{
    private readonly Dictionary<(string Account, PayeeKind, string), int> places = [];
    private readonly List<OwedPart> parts = [];
    private readonly Dictionary<(string Account, string Employee), int> repaidPlaces = [];
    private readonly List<RepaidPart> repaid = [];

    /// <summary>What the account of a credit makes of it.</summary>
    public enum To
    {
        /// <summary>Somebody is owed it.</summary>
        Payee,

        /// <summary>The employee repays it.</summary>
        FromEmployee,

        /// <summary>It lowers a cost, or clears something else.</summary>
        Nobody,
    }

    public IReadOnlyList<OwedPart> Parts => [.. parts.Where(p => p.Amount != 0)];

    public IReadOnlyList<RepaidPart> Repaid => [.. repaid.Where(p => p.Amount != 0)];

    /// <summary>What an account makes of a credit; where none is decided, somebody is owed it all the same.</summary>
    public static To Of(Account? account) =>
        account switch
        {
            { Role: AccountRole.DueFromEmployees } => To.FromEmployee,
            { Role: AccountRole.PayrollClearing } or { Kind: AccountKind.Liability } or null => To.Payee,
            _ => To.Nobody,
        };

    public void Add(PayRow row, To to, string account)
    {
        if (to == To.Payee)
            Add(account, Payee.Of(row), row.Amount);
        else if (to == To.FromEmployee)
        {
            var key = (account, Folded.Of(row.Employee));
            if (repaidPlaces.TryAdd(key, repaid.Count))
                repaid.Add(new RepaidPart(account, row.Employee, 0));
            var place = repaidPlaces[key];
            repaid[place] = repaid[place] with { Amount = checked(repaid[place].Amount + row.Amount) };
        }
    }

    public void Add(string account, Payee to, long amount)
    {
        var key = (account, to.Kind, Folded.Of(to.Name));
        if (!places.TryGetValue(key, out var place))
        {
            places.Add(key, place = parts.Count);
            parts.Add(new OwedPart(account, to, 0));
        }

        parts[place] = parts[place] with { Amount = checked(parts[place].Amount + amount) };
    }
}
