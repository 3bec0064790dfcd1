using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Core.Suppliers;

namespace Adnumera.Core.Posting;

/// <summary>A document that is to be planned.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">Which revision goes.</param>
/// <param name="Composed">What composing it now comes to.</param>
public sealed record ReadyDocument(long Id, int Revision, Composition Composed);

/// <summary>A supplier that was planned for a ledger before.</summary>
/// <param name="Revision">The latest revision.</param>
/// <param name="UnderWay">Whether it has no clear answer yet.</param>
public readonly record struct PlannedSupplier(int Revision, bool UnderWay);

/// <summary>What is to be written down for a dispatch; suppliers go before the entries that name them.</summary>
public abstract record PlanStep
{
    private PlanStep() { }

    /// <summary>A supplier that the ledger lacks.</summary>
    public sealed record AddSupplier(string Name, int Revision, string Key) : PlanStep;

    /// <summary>An entry.</summary>
    /// <param name="Document">The document.</param>
    /// <param name="Entry">What goes.</param>
    /// <param name="WaitsFor">The supplier that the ledger lacks, and that it waits for; blank for none.</param>
    public sealed record PostEntry(ReadyDocument Document, EntryInstruction Entry, string WaitsFor) : PlanStep;

    /// <summary>It is not coded any more: whatever decides it has changed since. It is held or left out, with its reasons.</summary>
    public sealed record Recode(ReadyDocument Document) : PlanStep;

    /// <summary>All lines of its entry cancel, so there is nothing to post.</summary>
    public sealed record LeaveOut(ReadyDocument Document) : PlanStep;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<AddSupplier, T> addSupplier, Func<PostEntry, T> postEntry, Func<Recode, T> recode, Func<LeaveOut, T> leaveOut) =>
        this is AddSupplier a ? addSupplier(a)
        : this is PostEntry p ? postEntry(p)
        : this is Recode r ? recode(r)
        : leaveOut((LeaveOut)this);
}

/// <summary>Plans what a dispatch sends, for one organisation's ledger.</summary>
/// <param name="company">The company's short name, for the keys.</param>
/// <param name="organisation">The organisation.</param>
/// <param name="suppliers">Whom spellings mean there.</param>
/// <param name="accounts">The payment accounts.</param>
/// <param name="planned">The suppliers that were planned for that ledger before, by folded name.</param>
public sealed class PostingPlan(
    string company,
    string organisation,
    SupplierDirectory suppliers,
    PaymentAccounts accounts,
    IReadOnlyDictionary<string, PlannedSupplier> planned
)
{
    private readonly HashSet<string> missing = new(Folded.Comparer);

    /// <summary>How many suppliers the ledger lacks, of the documents seen so far.</summary>
    public int MissingSuppliers => missing.Count;

    /// <summary>The steps of one document, in the order in which they are written down.</summary>
    public IEnumerable<PlanStep> StepsOf(ReadyDocument document)
    {
        if (document.Composed is not Composition.Coded { Entry: var entry })
        {
            yield return new PlanStep.Recode(document);
            yield break;
        }

        if (entry.Lines.Count == 0)
        {
            yield return new PlanStep.LeaveOut(document);
            yield break;
        }

        var supplier = suppliers.NameOf(EntryInstruction.OwedTo(document.Composed.Document, entry));
        var lacks = supplier.Length > 0 && !suppliers.IsInLedger(supplier);
        if (lacks && missing.Add(supplier) && planned.GetValueOrDefault(Folded.Of(supplier)) is { UnderWay: false } before)
            yield return new PlanStep.AddSupplier(
                supplier,
                before.Revision + 1,
                Outbox.KeyOfSupplier(company, organisation, supplier, before.Revision + 1)
            );
        var key = Outbox.KeyOfEntry(company, document.Id, document.Revision);
        yield return new PlanStep.PostEntry(
            document,
            EntryInstruction.Of(key, document.Composed.Document, entry, suppliers, accounts),
            lacks ? supplier : ""
        );
    }
}
