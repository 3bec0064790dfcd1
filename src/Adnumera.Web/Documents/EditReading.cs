using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Documents;

/// <summary>Reads what a person puts right on a document, and refuses what cannot be.</summary>
internal static class EditReading
{
    private const int Bad = StatusCodes.Status400BadRequest;

    /// <summary>All that is decided on a document with what is put right now.</summary>
    /// <exception cref="RefusedException">Something cannot be; nothing is changed.</exception>
    public static PersonsChoices Read(DecisionBasis basis, StoredDocument stored, DocumentEditRequest request)
    {
        var choices = stored.Choices;
        foreach (var part in request.TakeBack ?? [])
            choices = choices with { Edits = Without(choices.Edits, part) };
        if (request.OtherKind == true)
            choices = choices with { Edits = Turned(stored, choices.Edits) };
        if (request.Convert is { } convert)
            choices = choices with { Edits = Converted(basis, stored, choices.Edits, convert) };
        choices = choices with { Edits = Head(basis, stored, choices.Edits, request) };
        foreach (var line in request.Lines ?? [])
            choices = Line(basis, stored, choices, line);
        if (request.Join is { } join)
            choices = choices with { Edits = choices.Edits.WithSplit(WholeOf(stored, choices, join), null) };
        if (request.Split is { } split)
            choices = Split(basis, stored, choices, split);
        return request.Difference is { } difference ? Difference(basis, stored, choices, difference) : choices;
    }

    private static DocumentEdits Without(DocumentEdits edits, EditPart part) =>
        part switch
        {
            EditPart.EntryDate => edits with { EntryDate = null },
            EditPart.OtherKind => edits with { IsOtherKind = false },
            EditPart.Converted => edits with { Converted = null },
            EditPart.Difference => edits with { Difference = null },
            EditPart.HeldBack => edits with { HeldBack = "" },
            EditPart.Total => edits with { Total = null },
        };

    private static DocumentEdits Turned(StoredDocument stored, DocumentEdits edits) =>
        stored.AsItCame.Kind.Row().Opposite is null
            ? throw Refused("other-kind", $"Nothing reverses a {stored.AsItCame.Kind.Title()}.")
            : edits with
            {
                IsOtherKind = true,
            };

    private static DocumentEdits Converted(DecisionBasis basis, StoredDocument stored, DocumentEdits edits, ConvertRequest request)
    {
        var (from, to) = (stored.AsItCame.Currency, basis.Currency);
        if (from == to || stored.AsItCame.Kind == DocumentKind.PayRun)
            throw Refused("currency", $"It is in {to} already.");
        var on = Dates.Day(request.On ?? "");
        var total = edits.IsOtherKind ? -stored.AsItCame.Total : stored.AsItCame.Total;
        if (!string.IsNullOrWhiteSpace(request.Total))
        {
            var amount = Amount(request.Total, to, "total");
            if (total == 0 || Math.Sign(amount) != Math.Sign(total))
                throw Refused("total", "The amount has the sign of the document, and is not zero.");
            return edits with
            {
                Converted = new ConvertedAmount(from.Code, total, to.Code, amount, ConvertedAmount.RateOf(total, from, amount, to), on),
            };
        }

        var rate = Number(request.Rate, "rate");
        if (rate <= 0)
            throw Refused("rate", "A rate is more than nothing.");
        return edits with
        {
            Converted = new ConvertedAmount(from.Code, total, to.Code, ConvertedAmount.At(total, from, to, rate), rate, on),
        };
    }

    private static DocumentEdits Head(DecisionBasis basis, StoredDocument stored, DocumentEdits edits, DocumentEditRequest request)
    {
        var currency = edits.Apply(stored.AsItCame).Currency;
        if (request.HeldBack is { } why && string.IsNullOrWhiteSpace(why))
            throw Refused("held-back", "Say why it is held back.");
        if (
            stored.AsItCame.Kind == DocumentKind.PayRun
            && (request.Supplier ?? request.Employee ?? request.Reference ?? request.Total) is not null
        )
            throw Refused("pay-run", "A pay run says what its register says; take a corrected register in.");
        return edits with
        {
            Supplier = request.Supplier?.Trim() ?? edits.Supplier,
            Employee = request.Employee?.Trim() ?? edits.Employee,
            Reference = request.Reference?.Trim() ?? edits.Reference,
            Total = request.Total is { } total ? Amount(total, currency, "total") : edits.Total,
            EntryDate = request.EntryDate is { } day ? EntryDate(basis, stored, Dates.Day(day)) : edits.EntryDate,
            HeldBack = request.HeldBack?.Trim() ?? edits.HeldBack,
            Note = request.Note?.Trim() ?? edits.Note,
        };
    }

    // Within what the company chose: an open day, not before its start; a charge keeps its day, unless that one is locked.
    private static DateOnly EntryDate(DecisionBasis basis, StoredDocument stored, DateOnly day)
    {
        var settings = basis.Settings;
        if (settings.Locked is { } locked && day <= locked)
            throw Refused("entry-date", $"{Day.Text(day)} is in the period that is locked through {Day.Text(locked)}.");
        if (settings.StartDate is { } start && day < start)
            throw Refused("entry-date", $"{Day.Text(day)} is before the start date {Day.Text(start)}.");
        var document = stored.Document;
        if (
            settings.FormOf(document.Kind) is LedgerForm.CardCharge or LedgerForm.CardRefund
            && day != document.Date
            && !(settings.Locked is { } closed && document.Date <= closed)
        )
            throw Refused(
                "entry-date",
                $"A {settings.FormOf(document.Kind).Title()} keeps the day of the charge, or it cannot be found on the statement."
            );
        return day;
    }

    private static PersonsChoices Line(DecisionBasis basis, StoredDocument stored, PersonsChoices choices, LineEditRequest request)
    {
        var place = PlaceOf(stored, choices, request.Line);
        if (stored.AsItCame.Kind == DocumentKind.Transfer)
            throw Refused("transfer", "A transfer has no lines to put right; choose its payment accounts.");
        var currency = choices.Edits.Apply(stored.AsItCame).Currency;
        if (place.Part > 0 && (request.Net is not null || request.Tax is not null))
            throw Refused("split", "A part has what its split gives it; split the line anew.");
        var edit = new LineEdit(place)
        {
            Description = request.Description?.Trim(),
            Category = request.Category?.Trim(),
            Item = request.Item?.Trim(),
            CostCode = request.CostCode?.Trim(),
            TaxCode = request.TaxCode?.Trim(),
            Net = request.Net is { } net ? Amount(net, currency, "net") : null,
            Tax = request.Tax is { } tax ? Amount(tax, currency, "tax") : null,
            Dimensions = Dimensions(request.Dimensions),
        };
        if (!edit.IsBlank)
            choices = choices with { Edits = choices.Edits.With(edit) };
        return request.Account is { } account ? Decisions.WithAccount(basis, stored, choices, request.Line, account.Trim()) : choices;
    }

    private static PersonsChoices Split(DecisionBasis basis, StoredDocument stored, PersonsChoices choices, SplitRequest request)
    {
        var number = WholeOf(stored, choices, request.Line);
        var whole = choices.Edits.WithSplit(number, null);
        var document = whole.Apply(stored.AsItCame);
        if (document.Kind == DocumentKind.Transfer)
            throw Refused("split", "A transfer moves as a whole.");
        var parts = request.Parts ?? [];
        var split = new LineSplit(number, request.By, [.. parts.Select(p => Number(p.Weight, "weight"))]);
        if (split.Problem(document.Lines.First(l => l.Number == number), document.Currency) is { } problem)
            throw Refused("split", problem);
        var edits = whole.WithSplit(number, split);
        choices = choices with { Edits = edits, Accounts = [.. choices.Accounts.Where(a => a.Place.Line != number)] };
        foreach (var (part, index) in parts.Select((p, i) => (p, i + 1)))
        {
            var place = new LinePlace(number, index);
            var edit = new LineEdit(place)
            {
                Description = part.Description?.Trim(),
                Category = part.Category?.Trim(),
                Dimensions = Dimensions(part.Dimensions),
            };
            if (!edit.IsBlank)
                choices = choices with { Edits = choices.Edits.With(edit) };
            if (part.Account?.Trim() is { Length: > 0 } account)
            {
                Decisions.CheckCostAccount(basis, account);
                choices = choices.With(place, account);
            }
        }

        return choices;
    }

    private static PersonsChoices Difference(DecisionBasis basis, StoredDocument stored, PersonsChoices choices, DifferenceRequest request)
    {
        var without = choices.Edits with { Difference = null };
        var document = without.Apply(stored.AsItCame);
        var amount = document.Total - document.Lines.Sum(l => l.Net + l.Tax);
        if (amount == 0)
            throw Refused("difference", "Total and lines agree; there is no difference to post.");
        if (string.IsNullOrWhiteSpace(request.Reason))
            throw Refused("difference", "Say why the difference is right so.");
        var account = request.Account?.Trim() ?? "";
        if (account.Length == 0)
            account = basis.Chart.Role(AccountRole.Rounding) is RoleHolder.Filled filled
                ? filled.Account.Id
                : throw Refused("difference", "No account has the role rounding, or several have; choose the account.");
        Decisions.CheckCostAccount(basis, account);
        return choices with { Edits = without with { Difference = new PostedDifference(amount, account, request.Reason.Trim()) } };
    }

    private static LinePlace PlaceOf(StoredDocument stored, PersonsChoices choices, long line)
    {
        var (places, lines) = (choices.Edits.PlacesOf(stored.AsItCame), choices.Edits.Apply(stored.AsItCame).Lines);
        for (var i = 0; i < lines.Count; i++)
            if (lines[i].Number == line)
                return places[i].Line > 0
                    ? places[i]
                    : throw Refused("difference", "That line is the difference itself; take it back, or post it to another account.");
        throw RefusedException.NotFound("This line");
    }

    private static long WholeOf(StoredDocument stored, PersonsChoices choices, long line) => PlaceOf(stored, choices, line).Line;

    private static IReadOnlyList<FilledDimension> Dimensions(IReadOnlyList<DimensionValue>? values) =>
        [
            .. (values ?? []).Select(v =>
                Dimension.TryRead(v.Dimension ?? "", out var dimension)
                    ? new FilledDimension(dimension, v.Value?.Trim() ?? "")
                    : throw Refused("dimension", $"{Quote.Of(v.Dimension ?? "")} is not the word of a dimension.")
            ),
        ];

    private static long Amount(string text, Currency currency, string what) =>
        AmountText.Typed(text, currency.Digits, out var minor) == AmountText.Fault.None
            ? minor
            : throw Refused(what, $"{Quote.Of(text)} is not an amount in {currency} such as 12.50.");

    private static decimal Number(string? text, string what) =>
        decimal.TryParse(
            text?.Trim(),
            NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
            CultureInfo.InvariantCulture,
            out var number
        )
        && Math.Abs(number) < 1_000_000_000
            ? number
            : throw Refused(what, $"{Quote.Of(text ?? "")} is not a number such as 12.5.");

    private static RefusedException Refused(string what, string why) => new(what, $"{why} Nothing was changed.", Bad);
}
