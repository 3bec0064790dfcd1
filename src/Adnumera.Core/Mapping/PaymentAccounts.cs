using Adnumera.Core.Amounts;

namespace Adnumera.Core.Mapping;

/// <summary>What a payment account is.</summary>
public enum PaymentAccountKind
{
    /// <summary>A card of the company, paid off later.</summary>
    CompanyCard,

    /// <summary>A card that takes the money from the bank at once.</summary>
    DebitCard,

    /// <summary>Cash in hand.</summary>
    Cash,

    /// <summary>A balance at a marketplace.</summary>
    GiftBalance,

    /// <summary>A card that is loaded first.</summary>
    PrepaidCard,

    /// <summary>A person's own card.</summary>
    Personal,
}

/// <summary>A number of a payment account, as sources name it: mostly the final digits of a card.</summary>
/// <param name="Text">The digits, or another word of the sources.</param>
/// <param name="From">The first day; none for since ever.</param>
/// <param name="Through">The last day, when another card replaced it; none while it is in use.</param>
public sealed record PaymentNumber(string Text, DateOnly? From, DateOnly? Through)
{
    /// <summary>Whether it is in use on a day.</summary>
    public bool IsInUse(DateOnly day) => (From is not { } from || from <= day) && (Through is not { } through || day <= through);
}

/// <summary>A card, a cash tin, a balance: what charges are paid from.</summary>
public sealed record PaymentAccount
{
    /// <summary>The name; sources may use it, too.</summary>
    public required string Name { get; init; }

    /// <summary>What it is.</summary>
    public PaymentAccountKind Kind { get; init; }

    /// <summary>The ledger account's id.</summary>
    public required string Account { get; init; }

    /// <summary>Its currency.</summary>
    public Currency Currency { get; init; } = Currency.Usd;

    /// <summary>Who mainly holds it.</summary>
    public string Holder { get; init; } = "";

    /// <summary>Who else holds it.</summary>
    public IReadOnlyList<string> OtherHolders { get; init; } = [];

    /// <summary>Its numbers, with their days.</summary>
    public IReadOnlyList<PaymentNumber> Numbers { get; init; } = [];
}

/// <summary>All payment accounts of a company: who claims a number on a day, and the rows of the book that follow.</summary>
public sealed class PaymentAccounts(IReadOnlyList<PaymentAccount> accounts)
{
    private readonly ILookup<string, (PaymentAccount Account, PaymentNumber Number)> claims = accounts
        .SelectMany(a => a.Numbers.Append(new PaymentNumber(a.Name, null, null)).Select(n => (Account: a, Number: n)))
        .ToLookup(c => c.Number.Text, Folded.Comparer);

    /// <summary>None at all.</summary>
    public static PaymentAccounts None { get; } = new([]);

    /// <summary>The accounts.</summary>
    public IReadOnlyList<PaymentAccount> All => accounts;

    /// <summary>Whether a text is a name or number of one of them, on whatever day.</summary>
    public bool Manages(string text) => claims.Contains(text);

    /// <summary>All names and numbers of the accounts that claim a text on whatever day, the text itself among them.</summary>
    public IEnumerable<string> NamesOf(string text) =>
        claims[text].SelectMany(c => c.Account.Numbers.Select(n => n.Text).Append(c.Account.Name)).Append(text).Distinct(Folded.Comparer);

    /// <summary>Who claims a name or number on a day: more than one makes it ambiguous.</summary>
    public IReadOnlyList<PaymentAccount> Claiming(string text, DateOnly day) =>
        [.. claims[text].Where(c => c.Number.IsInUse(day)).Select(c => c.Account).DistinctBy(a => a.Name, Folded.Comparer)];

    /// <summary>
    /// The rows of the mapping book that follow: each name and number leads to its ledger account while exactly one account claims it;
    /// from the day on which none or several do, the mapping ends.
    /// </summary>
    public IReadOnlyList<MappingRow> Rows() => [.. claims.SelectMany(c => RowsOf(c.First().Number.Text, [.. c]))];

    private IEnumerable<MappingRow> RowsOf(string text, IReadOnlyList<(PaymentAccount Account, PaymentNumber Number)> claimants)
    {
        var starts = claimants
            .Select(c => c.Number.From)
            .Concat(claimants.Where(c => c.Number.Through is not null).Select(c => (DateOnly?)c.Number.Through!.Value.AddDays(1)))
            .Append(null)
            .Distinct()
            .OrderBy(d => d ?? DateOnly.MinValue);
        var before = "";
        foreach (var start in starts)
        {
            var account = Claiming(text, start ?? DateOnly.MinValue) is [var only] ? only.Account : "";
            if (account == before)
                continue;
            before = account;
            yield return new MappingRow
            {
                Kind = KeyKind.PaymentAccount,
                Key = text,
                Account = account,
                EffectiveFrom = start,
            };
        }
    }
}
