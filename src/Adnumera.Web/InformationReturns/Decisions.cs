using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>A kind of decision about the 1099 year: it is made, noted with what stood before, and taken back, within the caller's
/// transaction.</summary>
/// <typeparam name="T">How one thing stands that is decided of.</typeparam>
internal abstract class Decisions<T>(ReturnDecision kind, SqliteConnection company, CompanyBooks books)
{
    protected SqliteConnection Company { get; } = company;

    protected CompanyBooks Books { get; } = books;

    /// <summary>How these stand now.</summary>
    protected abstract IReadOnlyList<T> Now(IReadOnlyList<T> of);

    /// <summary>Lets them stand so.</summary>
    protected abstract void Put(IReadOnlyList<T> states, string because);

    /// <summary>Decides; the number of the decision.</summary>
    /// <param name="subject">Of what, for its history.</param>
    /// <param name="says">What it does, as a sentence.</param>
    /// <param name="states">How things are to stand.</param>
    public long Decide(string subject, string says, IReadOnlyList<T> states)
    {
        var before = Now(states);
        Put(states, says);
        new AuditTable(Company).Add(Books.Now, Books.Who, Words<ReturnDecision>.Of(kind), "information-returns", before, states);
        return new ReturnChangeTable(Company).Add(Books.Now, Books.Who, Words<ReturnDecision>.Of(kind), subject, says, before, states);
    }

    /// <summary>Takes a decision back.</summary>
    /// <exception cref="RefusedException">Something of it was decided anew since.</exception>
    public void Undo(ReturnChangeRow change)
    {
        var after = JsonSerializer.Deserialize<List<T>>(change.After)!;
        var before = JsonSerializer.Deserialize<List<T>>(change.Before)!;
        if (!Now(after).SequenceEqual(after))
            throw new RefusedException(
                "changed-since",
                "It was changed again since. Nothing was changed; take that back first.",
                StatusCodes.Status409Conflict
            );
        new ReturnChangeTable(Company).Undone(change.Id, Decide(change.Subject, $"taken back: {change.Says}", before));
    }
}

/// <summary>Where an account counts: a box, <c>none</c>, or nothing for no row.</summary>
internal sealed record BoxState(int Year, string Account, string Supplier, string? Box);

internal sealed class BoxDecisions(SqliteConnection company, CompanyBooks books) : Decisions<BoxState>(ReturnDecision.Boxes, company, books)
{
    protected override IReadOnlyList<BoxState> Now(IReadOnlyList<BoxState> of)
    {
        var rows = new BoxTable(Company).All().ToDictionary(r => (r.Year, r.Account, Folded.Of(r.Supplier)));
        return [.. of.Select(s => s with { Box = rows.GetValueOrDefault((s.Year, s.Account, Folded.Of(s.Supplier)))?.Choice.ToString() })];
    }

    protected override void Put(IReadOnlyList<BoxState> states, string because)
    {
        var table = new BoxTable(Company);
        foreach (var s in states)
            if (s.Box is null)
                table.Remove(s.Year, s.Account, s.Supplier);
            else
                table.Put(new BoxRow(s.Year, s.Account, s.Supplier, Choice(s.Box)));
        Tallying.Again(Company, Books, Scope(states), because);
        // A bill asks for a Form W-9 by the boxes of its accounts.
        if (FirstBillTable.Of(Company) != FirstBill.Nothing)
            Recoding.Recode(
                Company,
                new AffectedTable(Company).FirstBills(),
                new CodingCause(Books.Now, Books.Who, "in which box accounts count")
            );
    }

    /// <summary>Which lines rows may move.</summary>
    public static TallyScope Scope(IReadOnlyCollection<BoxState> states) =>
        new(
            From: states.Min(s => s.Year),
            Accounts: [.. states.Select(s => s.Account).Distinct()],
            Suppliers: states.All(s => s.Supplier.Length > 0) ? [.. states.Select(s => Folded.Of(s.Supplier)).Distinct()] : null
        );

    public static BoxChoice Choice(string word) => new(ReturnBoxes.TryRead(word, out var box) ? box : null);
}

/// <summary>From which amount on a box is filed; nothing for what is known.</summary>
internal sealed record ThresholdState(int Year, ReturnBox Box, long? Amount, string Source, bool IsConfirmed);

internal sealed class ThresholdDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<ThresholdState>(ReturnDecision.Threshold, company, books)
{
    protected override IReadOnlyList<ThresholdState> Now(IReadOnlyList<ThresholdState> of)
    {
        var rows = new BoxTable(Company).OwnThresholds().ToDictionary(r => (r.Year, r.Box));
        return
        [
            .. of.Select(s =>
                rows.GetValueOrDefault((s.Year, s.Box)) is { } row
                    ? new ThresholdState(s.Year, s.Box, row.Amount, row.Source, row.IsConfirmed(s.Year))
                    : new ThresholdState(s.Year, s.Box, null, "", false)
            ),
        ];
    }

    // Nothing counts elsewhere by it: thresholds say what is filed of what counts.
    protected override void Put(IReadOnlyList<ThresholdState> states, string because)
    {
        var table = new BoxTable(Company);
        foreach (var s in states)
            if (s.Amount is { } amount)
                table.Put(new ThresholdRow(s.Year, s.Box, amount) { Source = s.Source }, s.IsConfirmed, Books.Now, Books.Who);
            else
                table.RemoveThreshold(s.Year, s.Box);
    }
}

/// <summary>Where a line of a payment counts: a box, <c>none</c>, or nothing where nobody said it.</summary>
internal sealed record LineState(string Payment, string Bill, string Line, string? Box, string Reason);

internal sealed class LineDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<LineState>(ReturnDecision.Lines, company, books)
{
    protected override IReadOnlyList<LineState> Now(IReadOnlyList<LineState> of)
    {
        var choices = new PaidTable(Company).Choices(of.Select(s => s.Payment));
        return
        [
            .. of.Select(s =>
                choices.TryGetValue((s.Payment, new PaidLineKey(s.Bill, s.Line)), out var said)
                    ? s with
                    {
                        Box = said.Choice.ToString(),
                        Reason = said.Reason,
                    }
                    : s with
                    {
                        Box = null,
                        Reason = "",
                    }
            ),
        ];
    }

    protected override void Put(IReadOnlyList<LineState> states, string because)
    {
        var table = new PaidTable(Company);
        foreach (var s in states)
            table.Choose(
                s.Payment,
                new PaidLineKey(s.Bill, s.Line),
                s.Box is null ? null : BoxDecisions.Choice(s.Box),
                s.Reason,
                Books.Now,
                Books.Who
            );
        Tallying.Payments(Company, Books, [.. states.Select(s => s.Payment).Distinct()], because);
    }
}

/// <summary>How a payment was made; nothing where no person said it.</summary>
internal sealed record MethodState(string Payment, PaymentMethod? Method, string Reason);

internal sealed class MethodDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<MethodState>(ReturnDecision.Method, company, books)
{
    protected override IReadOnlyList<MethodState> Now(IReadOnlyList<MethodState> of)
    {
        var methods = new PaidTable(Company).Methods(of.Select(s => s.Payment));
        return
        [
            .. of.Select(s =>
                methods.TryGetValue(s.Payment, out var said)
                    ? new MethodState(s.Payment, said.Method, said.Reason)
                    : new MethodState(s.Payment, null, "")
            ),
        ];
    }

    protected override void Put(IReadOnlyList<MethodState> states, string because)
    {
        var table = new PaidTable(Company);
        foreach (var s in states)
            table.Choose(s.Payment, s.Method, s.Reason, Books.Now, Books.Who);
        Tallying.Payments(Company, Books, [.. states.Select(s => s.Payment)], because);
    }
}

/// <summary>What is known of a supplier; nothing where nothing is.</summary>
internal sealed record SupplierState(string Key, ReturnSupplierRow? Row);

internal sealed class SupplierDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<SupplierState>(ReturnDecision.Supplier, company, books)
{
    protected override IReadOnlyList<SupplierState> Now(IReadOnlyList<SupplierState> of)
    {
        var rows = new ReturnSupplierTable(Company).All([.. of.Select(s => s.Key)]);
        return [.. of.Select(s => new SupplierState(s.Key, rows.GetValueOrDefault(s.Key)))];
    }

    protected override void Put(IReadOnlyList<SupplierState> states, string because)
    {
        var table = new ReturnSupplierTable(Company);
        foreach (var s in states)
            if (s.Row is { } row)
                table.Put(row, Books.Now, Books.Who);
            else
                table.Remove(s.Key);
        Tallying.Again(Company, Books, new TallyScope(Suppliers: [.. states.Select(s => s.Key)]), because);
        // Their open bills may wait for the form, or wait no longer.
        if (FirstBillTable.Watch(Company) is not null)
            Recoding.Recode(
                Company,
                new AffectedTable(Company).OfSuppliers([.. states.Select(s => s.Key)]),
                new CodingCause(Books.Now, Books.Who, "what is known of the supplier")
            );
    }
}
