namespace Adnumera.Core.Payroll.Owed;

/// <summary>Something that a pay run owes to one payee in one account.</summary>
/// <param name="Run">The document of the run.</param>
/// <param name="PayDate">The day on which the run is paid.</param>
/// <param name="Due">The day on which this is due.</param>
/// <param name="Account">The account.</param>
/// <param name="To">Who is owed it.</param>
/// <param name="Amount">Minor units.</param>
/// <param name="Paid">What of it persons confirmed as paid; minor units.</param>
public sealed record OwedItem(long Run, DateOnly PayDate, DateOnly Due, string Account, Payee To, long Amount, long Paid)
{
    /// <summary>What is open of it.</summary>
    public long Open => Amount - Paid;

    /// <summary>Whether it should have been paid by a day and was not.</summary>
    public bool IsOverdue(DateOnly on) => Open != 0 && Due < on;
}
