using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Storage.Documents;

// What a composition decided about each line, asked for in the order of the lines; lines of zero have no decision.
internal ref struct DecidedLines(Composition coded)
{
    private static readonly string[] Rungs = [.. Words<EntryRung>.All];
    private int next;

    public (string Account, string Rung, string TaxCodeKey, long Waiting) Of(DocumentLine line)
    {
        if (next >= coded.Decisions.Count || coded.Decisions[next].Line != line.Number)
            return ("", "", "", 0);
        var decision = coded.Decisions[next++];
        return (
            decision.Account,
            Rungs[(int)decision.Rung],
            Folded.Of(decision.TaxCode),
            decision.Account.Length == 0 ? line.Net + line.Tax : 0
        );
    }

    /// <summary>For each line, the money that nothing decides.</summary>
    public static long[] Waiting(Composition coded)
    {
        var decided = new DecidedLines(coded);
        var waiting = new long[coded.Document.Lines.Count];
        for (var i = 0; i < waiting.Length; i++)
            waiting[i] = decided.Of(coded.Document.Lines[i]).Waiting;
        return waiting;
    }
}
