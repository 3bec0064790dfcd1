namespace Adnumera.Core.Posting;

/// <summary>What an instruction to the ledger is of; suppliers go before the entries that name them.</summary>
public enum InstructionKind
{
    /// <summary>A supplier that the ledger lacks.</summary>
    Supplier,

    /// <summary>An entry.</summary>
    Entry,
}
