namespace Adnumera.Core.Access;

/// <summary>What a person is in a company.</summary>
public enum Role
{
    /// <summary>Looks at everything.</summary>
    Reader,

    /// <summary>Spends, and answers for what they spent.</summary>
    Spender,

    /// <summary>Says yes or no to what others spend.</summary>
    Approver,

    /// <summary>Keeps the books.</summary>
    Bookkeeper,

    /// <summary>Does that, and decides for the company.</summary>
    Administrator,
}
