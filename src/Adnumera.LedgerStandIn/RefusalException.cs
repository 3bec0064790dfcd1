namespace Adnumera.LedgerStandIn;

/// <summary>A refusal, as a ledger words it.</summary>
public sealed class RefusalException(string code, string detail, int status = 422) : Exception(detail)
{
    public string Code => code;

    public int Status => status;
}
