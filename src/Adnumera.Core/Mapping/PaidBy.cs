using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping;

/// <summary>Who says how a payment was made.</summary>
public enum MethodBy
{
    /// <summary>The ledger.</summary>
    Ledger,

    /// <summary>The kind of what it was paid from.</summary>
    PaymentAccount,

    /// <summary>A person.</summary>
    Person,

    /// <summary>Nobody: it counts as paid from a bank until somebody does.</summary>
    Nobody,
}

/// <summary>How a payment was made, and who says so.</summary>
public readonly record struct PaidBy(PaymentMethod Method, MethodBy By)
{
    /// <summary>
    /// The ledger's word before what the account says from which it was paid. What a marketplace holds is paid through its network.
    /// </summary>
    /// <param name="ledger">What the ledger says; none where it does not.</param>
    /// <param name="kind">What the company says that the account is; none where it is no payment account.</param>
    /// <param name="role">The part that the account plays in the chart.</param>
    public static PaidBy Of(PaymentMethod? ledger, PaymentAccountKind? kind, AccountRole role) =>
        ledger is { } stated ? new(stated, MethodBy.Ledger)
        : kind is { } of ? new(MethodOf(of), MethodBy.PaymentAccount)
        : role switch
        {
            AccountRole.Bank => new(PaymentMethod.Bank, MethodBy.PaymentAccount),
            AccountRole.Cash => new(PaymentMethod.Cash, MethodBy.PaymentAccount),
            AccountRole.Card => new(PaymentMethod.Card, MethodBy.PaymentAccount),
            _ => new(PaymentMethod.Bank, MethodBy.Nobody),
        };

    private static PaymentMethod MethodOf(PaymentAccountKind kind) =>
        kind switch
        {
            PaymentAccountKind.CompanyCard
            or PaymentAccountKind.DebitCard
            or PaymentAccountKind.PrepaidCard
            or PaymentAccountKind.Personal => PaymentMethod.Card,
            PaymentAccountKind.Cash => PaymentMethod.Cash,
            PaymentAccountKind.GiftBalance => PaymentMethod.Network,
        };
}
