using Adnumera.Core.Documents;

namespace Adnumera.Core.Sources;

/// <summary>What stands in the place of a record since its source corrected it.</summary>
/// <param name="Of">The record that was corrected.</param>
/// <param name="By">What replaced it; none where it was deleted.</param>
public readonly record struct Superseded(DocumentIdentity Of, DocumentIdentity? By);

/// <summary>What sources have replaced or deleted, over all files: the ids of one and the same thing as it was corrected, in whatever order
/// its versions come.</summary>
public sealed class SupersededRecords
{
    private readonly Dictionary<DocumentIdentity, DocumentIdentity?> by = [];
    private readonly Dictionary<DocumentIdentity, DocumentIdentity> earlier = [];

    /// <param name="known">What is known from earlier files.</param>
    public SupersededRecords(IEnumerable<Superseded> known)
    {
        foreach (var one in known)
            Put(one);
    }

    /// <summary>Adds what a file says, and returns what that says beyond what was known. Of two in it that replace the same record the
    /// first does. What replaces a record that an earlier file replaced already stands in the place of that version.</summary>
    /// <param name="said">What the file says, in its order.</param>
    public IReadOnlyList<Superseded> Add(IEnumerable<Superseded> said)
    {
        var (added, ends) = (new List<Superseded>(), new HashSet<DocumentIdentity>());
        foreach (var (of, with) in said)
        {
            var end = EndOf(of);
            if (!ends.Add(of) || end == (with is { } next ? EndOf(next) : null))
                continue;
            var one = new Superseded(end ?? of, with);
            Put(one);
            added.Add(one);
        }

        return added;
    }

    /// <summary>What stands in the place of a record now; none where nothing does, because it is the last version or was deleted.</summary>
    public DocumentIdentity? LaterThan(DocumentIdentity id) => EndOf(id) is { } end && end != id ? end : null;

    /// <summary>Whether a record was deleted at its source.</summary>
    public bool IsDeleted(DocumentIdentity id) => EndOf(id) is null;

    /// <summary>The ids under which a record may be here: its own, then what it replaced, the latest first.</summary>
    public IEnumerable<DocumentIdentity> NamesOf(DocumentIdentity id)
    {
        yield return id;
        for (var at = id; earlier.TryGetValue(at, out var before); at = before)
            yield return before;
    }

    private DocumentIdentity? EndOf(DocumentIdentity id)
    {
        DocumentIdentity? at = id;
        while (at is { } here && by.TryGetValue(here, out var next))
            at = next;
        return at;
    }

    private void Put(Superseded one)
    {
        if (by.GetValueOrDefault(one.Of) is { } was && earlier.GetValueOrDefault(was) == one.Of)
            earlier.Remove(was);
        by[one.Of] = one.By;
        if (one.By is { } with)
            earlier[with] = one.Of;
    }
}
