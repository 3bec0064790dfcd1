using Adnumera.Core.Documents;
using Adnumera.Core.Entries;

namespace Adnumera.Web.Documents;

/// <summary>Lines of a document that nothing decides yet.</summary>
internal static class UndecidedLines
{
    /// <summary>Where their money goes: on its true side, without the tax that is recovered anyway. Signed, debits positive.</summary>
    public static List<(string Title, long Signed)> Of(Composition composed)
    {
        if (composed is Composition.SetAside)
            return [];
        var document = composed.Document;
        var side = document.Kind.Reverses() ? -1 : 1;
        var decided = composed.Decisions.Where(d => d.Account.Length > 0).Select(d => d.Line).ToHashSet();
        return
        [
            .. document
                .Lines.Where(l => !l.IsZero && !decided.Contains(l.Number))
                .Select(l =>
                    (
                        l.Description.Length > 0 ? l.Description : $"line {l.Number}",
                        side * (l.Net + l.Tax)
                            - composed.Lines.Where(e => e.Rung == EntryRung.Tax && e.DocumentLine == l.Number).Sum(e => e.Signed)
                    )
                ),
        ];
    }
}
