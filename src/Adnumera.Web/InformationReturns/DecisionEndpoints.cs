using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What persons decide of payments, each with its reason, and how any decision of the year end is taken back.</summary>
internal static class DecisionEndpoints
{
    private const int MostChanges = 20;
    private const int MostLines = 500;
    private const int LongestReason = 200;

    public static void MapReturnDecisions(this RouteGroupBuilder company)
    {
        var decisions = company.MapGroup("information-returns").WithTags("Information returns");
        decisions.MapPut("lines", Lines).Needs(Right.Bookkeep);
        decisions.MapPut("methods", Method).Needs(Right.Bookkeep);
        decisions.MapPost("changes/{id:long}/undo", Undo).Needs(Right.Bookkeep);
    }

    /// <summary>The latest decisions of some kinds, with their way back.</summary>
    public static IReadOnlyList<ReturnChangeAnswer> Changes(SqliteConnection c, IEnumerable<ReturnDecision> kinds, string? subject) =>
        [
            .. kinds
                .SelectMany(k => new ReturnChangeTable(c).Latest(Words<ReturnDecision>.Of(k), subject, MostChanges))
                .OrderByDescending(ch => ch.Id)
                .Take(MostChanges)
                .Select(ch => new ReturnChangeAnswer(ch.Id, ch.At, ch.Who, ch.Says, ch.IsUndone)),
        ];

    private static DecidedAnswer Lines(LinesRequest request, CompanyBooks books)
    {
        var reason = Reason(request.Reason, isNeeded: !request.AsMapped);
        if (request.Lines.Count is 0 or > MostLines)
            throw new RefusedException("lines", $"Between one and {MostLines} lines can be decided at once. Nothing was changed.");
        return books.File.InTransaction(c =>
        {
            var found = new PaidTable(c).Find(request.Lines.Select(l => l.Payment)).ToDictionary(p => p.Paid.Payment);
            foreach (var line in request.Lines)
                if (
                    !found.TryGetValue(line.Payment, out var payment)
                    || payment.Lines.All(l => l.Key != new PaidLineKey(line.Bill, line.Line))
                )
                    throw RefusedException.NotFound("This line of a payment");
            var box = request.AsMapped ? null : new BoxChoice(request.Box).ToString();
            var suppliers = found.Values.Select(f => f.Paid.Supplier).Distinct(Folded.Comparer).ToList();
            var what = $"{request.Lines.Count} {(request.Lines.Count == 1 ? "line" : "lines")} of {string.Join(", ", suppliers)}";
            var says =
                request.AsMapped ? $"{what}: as their accounts say"
                : request.Box is { } of ? $"{what}: {of.Text()}, {reason}"
                : $"{what}: of no box, {reason}";
            return new DecidedAnswer(
                new LineDecisions(c, books).Decide(
                    suppliers is [var only] ? Folded.Of(only) : "",
                    says,
                    [.. request.Lines.Select(l => new LineState(l.Payment, l.Bill, l.Line, box, request.AsMapped ? "" : reason))]
                )
            );
        });
    }

    private static DecidedAnswer Method(MethodRequest request, CompanyBooks books)
    {
        var reason = Reason(request.Reason, isNeeded: request.Method is not null);
        var payments = request.Payments.Distinct(StringComparer.Ordinal).ToList();
        if (payments.Count is 0 or > MostLines)
            throw new RefusedException("payments", $"Between one and {MostLines} payments can be decided at once. Nothing was changed.");
        return books.File.InTransaction(c =>
        {
            var found = new PaidTable(c).Find(payments);
            if (found.Count < payments.Count)
                throw RefusedException.NotFound("This payment");
            var suppliers = found.Select(f => f.Paid.Supplier).Distinct(Folded.Comparer).ToList();
            var what = found is [var (paid, _)]
                ? $"payment {paid.Reference}"
                : $"{found.Count.ToString("N0", CultureInfo.InvariantCulture)} payments";
            var how = request.Method is { } method ? $"paid by {Words<PaymentMethod>.Of(method)}, {reason}" : "paid as the ledger says";
            return new DecidedAnswer(
                new MethodDecisions(c, books).Decide(
                    suppliers is [var only] ? Folded.Of(only) : "",
                    $"{what} of {string.Join(", ", suppliers)}: {how}",
                    [.. payments.Select(p => new MethodState(p, request.Method, request.Method is null ? "" : reason))]
                )
            );
        });
    }

    /// <summary>A reason as it is kept.</summary>
    /// <exception cref="RefusedException">It is missing, or too long.</exception>
    public static string Reason(string? text, bool isNeeded)
    {
        var reason = text?.Trim() ?? "";
        if (reason.Length == 0 && isNeeded)
            throw new RefusedException(
                "reason",
                "Say why; it stands beside the decision. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
        return reason.Length <= LongestReason
            ? reason
            : throw new RefusedException(
                "reason",
                $"A reason has at most {LongestReason} characters. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
    }

    private static DecidedAnswer Undo(long id, HttpContext http, CompanyFiles companies, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var change = new ReturnChangeTable(c).Find(id) ?? throw RefusedException.NotFound("This decision");
            if (change.IsUndone)
                throw new RefusedException("undone", "It was taken back already. Nothing was changed.", StatusCodes.Status409Conflict);
            switch (Words<ReturnDecision>.Read(change.Kind))
            {
                case ReturnDecision.Boxes:
                    new BoxDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Threshold:
                    http.MustAdminister(companies);
                    new ThresholdDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Lines:
                    new LineDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Method:
                    new MethodDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Supplier:
                    new SupplierDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Request:
                    new RequestDecisions(c, books).Undo(change);
                    break;
                case ReturnDecision.Sent:
                    new SentDecisions(c, books).Undo(change);
                    break;
            }

            return new DecidedAnswer(id);
        });
}
