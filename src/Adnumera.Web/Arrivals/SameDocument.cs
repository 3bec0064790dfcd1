using Adnumera.Core.Documents;

namespace Adnumera.Web.Arrivals;

/// <summary>Whether a file says the same of a document as before; what a person decided here does not count.</summary>
internal static class SameDocument
{
    public static bool Are(Document was, Document now)
    {
        if (was.Lines.Count != now.Lines.Count || !Heads(was, now)) return false;
        for (var i = 0; i < now.Lines.Count; i++)
        {
            var (old, line) = (was.Lines[i], now.Lines[i]);
            if (old != (line.Account.Length == 0 ? line with { Account = old.Account } : line)) return false;
        }

        return !now.NotDuplicate || was.NotDuplicate;
    }

    // Two lists are equal as records only when they are the same list.
    private static bool Heads(Document was, Document now) =>
        was with { Lines = now.Lines, NotDuplicate = now.NotDuplicate, PaymentAccountChoice = now.PaymentAccountChoice, Private = now.Private } == now;
}
