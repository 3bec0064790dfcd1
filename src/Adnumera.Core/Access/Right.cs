namespace Adnumera.Core.Access;

/// <summary>What a person may do in a company.</summary>
public enum Right
{
    /// <summary>Look at everything.</summary>
    Read,

    /// <summary>Keep the books: take in, map, decide, post, prove.</summary>
    Bookkeep,

    /// <summary>Connect the ledger, choose for the company, look after its people and its safety.</summary>
    Administer,
}
