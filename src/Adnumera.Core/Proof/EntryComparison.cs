using Adnumera.Core.Ledger;

namespace Adnumera.Core.Proof;

/// <summary>
/// Compares the lines of an intended entry with those of the entry found for it, so that each cent is reported once:
/// first what changed sides, then what moved to another dimension or tax code within its account, then what moved to another account,
/// and last what is left over.
/// </summary>
internal sealed class EntryComparison
{
    private readonly IntendedEntry intended;
    private readonly List<AccountSum> accounts = [];
    private readonly List<Move> moves = [];

    public EntryComparison(IntendedEntry intended, IReadOnlyList<ProofLine> found)
    {
        this.intended = intended;
        foreach (var line in intended.Lines)
            BucketOf(line).Intended += line.Signed;
        foreach (var line in found)
            BucketOf(line).Found += line.Signed;
    }

    public IEnumerable<Move> Run()
    {
        foreach (var account in accounts)
            FindSides(account);
        foreach (var account in accounts)
            FindWithin(account);
        FindAccounts();
        foreach (var account in accounts)
            if (account.Left != 0)
                moves.Add(
                    new Move(
                        DifferenceKind.Amount,
                        account.Id,
                        new DifferenceValue.Money(account.Intended),
                        new DifferenceValue.Money(account.Found),
                        Math.Abs(account.Left)
                    )
                );
        return moves.OrderBy(m => m.Kind);
    }

    private Bucket BucketOf(ProofLine line)
    {
        var account = accounts.Find(a => a.Id == line.Account);
        if (account is null)
            accounts.Add(account = new AccountSum(line.Account));
        return account.BucketOf(line);
    }

    private void FindSides(AccountSum account)
    {
        foreach (var bucket in account.Buckets)
        {
            if (bucket.Intended == 0 || bucket.Found != -bucket.Intended)
                continue;
            moves.Add(
                new Move(
                    DifferenceKind.Side,
                    account.Id,
                    new DifferenceValue.Money(bucket.Intended),
                    new DifferenceValue.Money(bucket.Found),
                    Math.Abs(bucket.Intended)
                )
            );
            bucket.Left = 0;
            account.Turned += bucket.Intended;
        }
    }

    // What was intended under one dimension or tax code and found under another: what is short in one bucket is over in another.
    private void FindWithin(AccountSum account)
    {
        var over = account.Buckets.Where(b => b.Left < 0).ToList();
        foreach (var equal in (bool[])[true, false])
        {
            foreach (var from in account.Buckets)
            {
                foreach (var to in over)
                {
                    if (from.Left <= 0 || to.Left >= 0 || (equal && from.Left != -to.Left))
                        continue;
                    var moved = Math.Min(from.Left, -to.Left);

                    // A debit that is short here and over there moved from here to there; a credit the other way round.
                    var debit = from.Intended > 0 || to.Intended >= 0;
                    moves.Add(Within(account.Id, debit ? from : to, debit ? to : from, moved));
                    from.Left -= moved;
                    to.Left += moved;
                }
            }
        }
    }

    private static Move Within(string account, Bucket from, Bucket to, long moved)
    {
        List<string> was = [],
            now = [];
        void Note(string name, string left, string right)
        {
            if (Folded.Same(left, right))
                return;
            was.Add($"{name}={left}");
            now.Add($"{name}={right}");
        }

        foreach (var dimension in from.Dimensions.Filled.Concat(to.Dimensions.Filled).Select(d => d.Dimension).Distinct().Order())
            Note(dimension.Word, from.Dimensions[dimension], to.Dimensions[dimension]);
        var kind = was.Count > 0 ? DifferenceKind.Dimension : DifferenceKind.Tax;
        Note("tax_code", from.TaxCode, to.TaxCode);
        return new Move(
            kind,
            account,
            new DifferenceValue.Text(string.Join("; ", was)),
            new DifferenceValue.Text(string.Join("; ", now)),
            moved
        );
    }

    private void FindAccounts()
    {
        foreach (var account in accounts)
            account.Settle();
        while (NextAccountMove(equal: true) || NextAccountMove(equal: false)) { }
    }

    // The whole sum of an account, or else one whole entry line, that left it; another account gained at least that on the same side.
    private bool NextAccountMove(bool equal)
    {
        foreach (var from in accounts)
        {
            foreach (var amount in Leavings(from))
            {
                foreach (var to in accounts)
                {
                    if (to == from || Math.Sign(to.Left) != -Math.Sign(amount))
                        continue;
                    var fits = equal ? to.Left == -amount : Math.Abs(to.Left) >= Math.Abs(amount) && (amount == from.Left);
                    if (!fits)
                        continue;
                    moves.Add(
                        new Move(
                            DifferenceKind.Account,
                            from.Id,
                            new DifferenceValue.Text(from.Id),
                            new DifferenceValue.Text(to.Id),
                            Math.Abs(amount)
                        )
                    );
                    from.Left -= amount;
                    to.Left += amount;
                    return true;
                }
            }
        }

        return false;
    }

    private IEnumerable<long> Leavings(AccountSum account)
    {
        if (account.Left == 0)
            yield break;
        if (account.Left == account.Intended - account.Turned)
            yield return account.Left;
        foreach (var line in intended.Lines)
            if (
                line.Account == account.Id
                && Math.Sign(line.Signed) == Math.Sign(account.Left)
                && Math.Abs(line.Signed) <= Math.Abs(account.Left)
            )
                yield return line.Signed;
    }

    /// <summary>One finding about the lines.</summary>
    internal sealed record Move(DifferenceKind Kind, string Account, DifferenceValue Intended, DifferenceValue Found, long Amount);

    private sealed class AccountSum(string id)
    {
        public string Id => id;

        public List<Bucket> Buckets { get; } = [];

        public long Intended => Buckets.Sum(b => b.Intended);

        public long Found => Buckets.Sum(b => b.Found);

        /// <summary>Intended sums that were found on the other side.</summary>
        public long Turned { get; set; }

        /// <summary>Intended minus found, less what is already explained.</summary>
        public long Left { get; set; }

        public void Settle() => Left = Buckets.Sum(b => b.Left);

        public Bucket BucketOf(ProofLine line)
        {
            var taxCode = Folded.Of(line.TaxCode);
            var dimensions = line.Dimensions.Fold();
            var bucket = Buckets.Find(b => b.FoldedTaxCode == taxCode && b.FoldedDimensions == dimensions);
            if (bucket is null)
                Buckets.Add(bucket = new Bucket(line.TaxCode, line.Dimensions, taxCode, dimensions));
            return bucket;
        }
    }

    private sealed class Bucket(string taxCode, Dimensions dimensions, string foldedTaxCode, Dimensions foldedDimensions)
    {
        private long intended;
        private long found;

        public string TaxCode => taxCode;

        public Dimensions Dimensions => dimensions;

        public string FoldedTaxCode => foldedTaxCode;

        public Dimensions FoldedDimensions => foldedDimensions;

        public long Intended
        {
            get => intended;
            set => (intended, Left) = (value, value - found);
        }

        public long Found
        {
            get => found;
            set => (found, Left) = (value, intended - value);
        }

        public long Left { get; set; }
    }
}
