namespace Adnumera.Core.InformationReturns;

/// <summary>When a Form W-9 counts.</summary>
public static class FormW9
{
    /// <summary>Whether it counts: it is here, signed and dated (Instructions for the Requester of Form W-9, from memory).</summary>
    /// <param name="received">When it was received; none where it is not here.</param>
    /// <param name="isSigned">Whether it is signed.</param>
    /// <param name="dated">The date on it; none where there is none.</param>
    public static bool Counts(DateOnly? received, bool isSigned, DateOnly? dated) => received is not null && isSigned && dated is not null;
}
