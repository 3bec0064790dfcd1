using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>Decisions for many documents at once: rehearsed, made in one transaction, and taken back together.</summary>
internal static class BulkEndpoints
{
    private const int Most = 10_000;
    private const int MostLeft = 20;

    public static void MapBulk(this RouteGroupBuilder company)
    {
        var decisions = company.MapGroup("documents/decisions").WithTags("Documents");
        decisions.MapPost("rehearsals", Rehearse).Needs(Right.Bookkeep);
        decisions.MapPost("", Decide).Needs(Right.Bookkeep);
        decisions.MapDelete("{batch:long}", Undo).Needs(Right.Bookkeep);
    }

    private static BulkRehearsal Rehearse([AsParameters] ListQuery list, BulkRequest request, CompanyBooks books)
    {
        var today = books.Today;
        return books.File.Read(c =>
        {
            var (may, left) = Read(c, list, request, today);
            var (composer, currency) = (Recoding.Composer(c), new CompanyTable(c).Currency());
            var after = may.ToDictionary(d => d.Before.Document.Identity, d => Deciding.With(d.Before, d.After));
            var rehearsal = Rehearsal.Of(
                may.Where(d => d.After.Aside is null).Select(d => (d.Before.Id, d.Before.Document, d.Before.DuplicateOf)),
                composer,
                composer,
                d => after[d.Identity]
            );
            var money = may.Where(d => d.Before.Document.Currency == currency).Sum(d => d.Before.Document.SignedTotal);
            return new BulkRehearsal(
                TallyText.Of(new Core.Count.Tally(may.Count, money), currency),
                left.Count,
                [.. left.Take(MostLeft)],
                RehearsalAnswer.Of(rehearsal, new LedgerTable(c).Chart(), currency)
            );
        });
    }

    /// <summary>Makes it for all that it can be made for.</summary>
    internal static BulkAnswer Decide([AsParameters] ListQuery list, BulkRequest request, CompanyBooks books)
    {
        var today = books.Today;
        return books.File.InTransaction(c =>
        {
            var (may, left) = Read(c, list, request, today);
            if (may.Count == 0)
                return new BulkAnswer(0, 0, left.Count);
            var batch = new DecisionTable(c).Begin(Iso.Text(books.Now), books.Who, Words<BulkDecision>.Of(request.What!.Value), may.Count);
            Deciding.Put(c, books, may, batch);
            return new BulkAnswer(batch, may.Count, left.Count);
        });
    }

    private static BulkUndone Undo(long batch, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new DecisionTable(c);
            if (table.OfBatch(batch) is not { Count: > 0 } decisions)
                throw RefusedException.NotFound("This decision");
            var left = Deciding.Undo(c, books, decisions);
            table.UndoneBatch(batch, Iso.Text(books.Now));
            return new BulkUndone(decisions.Count - left.Count, left.Count);
        });

    // For which documents it can be made, and for which not.
    private static (List<Decided> May, List<LeftOut> Left) Read(
        SqliteConnection company,
        ListQuery list,
        BulkRequest request,
        DateOnly today
    )
    {
        if (request.What is not { } what)
            throw new RefusedException("what", "Say what is decided. Nothing was changed.", 400);
        Check(what, request);
        var ids = request.Ids ?? new DocumentList(company).Ids(list.Filter(new CompanyTable(company).Currency(), today), Most + 1);
        if (ids.Count > Most)
            throw new RefusedException(
                "too-many",
                $"So much is decided for at most {Most:N0} documents at once. Nothing was changed; narrow the list, or map the value.",
                400
            );
        var basis = new DecisionBasis(company);
        var open = basis.Settings.Locked is { } locked && locked < DateOnly.MaxValue ? locked.AddDays(1) : (DateOnly?)null;
        var (may, left) = (new List<Decided>(), new List<LeftOut>());
        foreach (var stored in new DocumentTable(company).Load(ids.Distinct()))
        {
            try
            {
                var decided = new Decided(stored, Choices(basis, stored, what, request, open));
                if (Deciding.Problem(decided) is { } problem)
                    left.Add(Note(stored, problem.Why));
                else
                    may.Add(decided);
            }
            catch (RefusedException why)
            {
                left.Add(Note(stored, why.Message.Replace(" Nothing was changed.", "", StringComparison.Ordinal)));
            }
        }

        return (may, left);
    }

    // What is wrong with the decision itself is refused once, and not said of each document.
    private static void Check(BulkDecision what, BulkRequest request)
    {
        var isMissing = what switch
        {
            BulkDecision.Account
            or BulkDecision.Category
            or BulkDecision.Dimension
            or BulkDecision.PaymentAccount
            or BulkDecision.Supplier
            or BulkDecision.Employee
            or BulkDecision.Convert => string.IsNullOrWhiteSpace(request.Value),
            BulkDecision.HoldBack or BulkDecision.Difference => string.IsNullOrWhiteSpace(request.Note),
            BulkDecision.SetAside => request.Reason is null,
            BulkDecision.Private
            or BulkDecision.NotDuplicate
            or BulkDecision.Reopen
            or BulkDecision.Release
            or BulkDecision.OpenDay
            or BulkDecision.OtherKind => false,
        };
        if (isMissing)
            throw new RefusedException("value", "Say which it is, or why. Nothing was changed.", 400);
    }

    private static PersonsChoices Choices(
        DecisionBasis basis,
        StoredDocument stored,
        BulkDecision what,
        BulkRequest request,
        DateOnly? open
    )
    {
        PersonsChoices Edited(DocumentEditRequest edit) => EditReading.Read(basis, stored, edit);
        PersonsChoices EachLine(Func<DocumentLine, LineEditRequest> edit) =>
            Edited(new DocumentEditRequest { Lines = [.. stored.Document.Lines.Where((_, i) => IsOfSource(stored, i)).Select(edit)] });
        var value = request.Value?.Trim() ?? "";
        return what switch
        {
            BulkDecision.Account => EachLine(l => new LineEditRequest { Line = l.Number, Account = value }),
            BulkDecision.Category => EachLine(l => new LineEditRequest { Line = l.Number, Category = value }),
            BulkDecision.Dimension => EachLine(l => new LineEditRequest
            {
                Line = l.Number,
                Dimensions = [new DimensionValue(request.Dimension ?? "", value)],
            }),
            BulkDecision.PaymentAccount => Decisions.WithPaymentAccount(basis, stored, value),
            BulkDecision.Supplier => Edited(new DocumentEditRequest { Supplier = value }),
            BulkDecision.Employee => Edited(new DocumentEditRequest { Employee = value }),
            BulkDecision.Private => Decisions.WithSetAside(basis, stored, SetAsideKind.Private, ""),
            BulkDecision.NotDuplicate => stored.Choices with { NotDuplicate = true },
            BulkDecision.SetAside => Decisions.WithSetAside(basis, stored, request.Reason, request.Note),
            BulkDecision.Reopen => stored.Choices.Aside is null
                ? throw new RefusedException("not-set-aside", "Nobody set this document aside. Nothing was changed.")
                : stored.Choices with
                {
                    Aside = null,
                },
            BulkDecision.HoldBack => Edited(new DocumentEditRequest { HeldBack = request.Note ?? "" }),
            BulkDecision.Release => Edited(new DocumentEditRequest { TakeBack = [EditPart.HeldBack] }),
            BulkDecision.OpenDay => open is { } day && stored.EntryDate < day
                ? Edited(new DocumentEditRequest { EntryDate = Day.Text(day) })
                : throw new RefusedException("entry-date", "Its day is open. Nothing was changed."),
            BulkDecision.OtherKind => stored.Document.Total < 0
                ? Edited(new DocumentEditRequest { OtherKind = true })
                : throw new RefusedException("other-kind", "Its total is not negative. Nothing was changed."),
            BulkDecision.Convert => Edited(new DocumentEditRequest { Convert = new ConvertRequest(null, value, request.On) }),
            BulkDecision.Difference => Edited(new DocumentEditRequest { Difference = new DifferenceRequest(null, request.Note) }),
        };
    }

    private static bool IsOfSource(StoredDocument stored, int line) =>
        stored.Edits.Difference is null || stored.Edits.PlacesOf(stored.AsItCame)[line].Line > 0;

    private static LeftOut Note(StoredDocument stored, string why)
    {
        var note = DocumentNote.Of(stored.Id, stored.Document, stored.Document.SignedTotal);
        return new LeftOut(note.Id, note.Title, why);
    }
}
