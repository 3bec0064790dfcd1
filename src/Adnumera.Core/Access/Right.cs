namespace Adnumera.Core.Access;

/// <summary>What a person may do in a company.</summary>
public enum Right
{
    /// <summary>Look at everything in the books.</summary>
    Read,

    /// <summary>Hand in what one spent oneself, and answer for it.</summary>
    Spend,

    /// <summary>Say yes or no to what others spent.</summary>
    Approve,

    /// <summary>Keep the books: take in, map, decide, post, prove.</summary>
    Bookkeep,

    /// <summary>See who is paid what, by name.</summary>
    SeePay,

    /// <summary>See whole tax numbers.</summary>
    SeeTaxNumbers,

    /// <summary>Connect the ledger, choose for the company, look after its people and its record.</summary>
    Administer,
}
