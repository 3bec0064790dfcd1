using System.Globalization;
using System.Net.Mail;
using Adnumera.Core.Access;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>The suppliers' desk: what is known of each for information returns.</summary>
internal static class DeskEndpoints
{
    private const int PageSize = 60;
    private const int LongestText = 120;
    private const int LastCode = 13;

    public static void MapDesk(this RouteGroupBuilder company)
    {
        var desk = company.MapGroup("information-returns").WithTags("Information returns");
        desk.MapGet("{year:int}/suppliers", All).Needs(Right.Read);
        desk.MapGet(
                "{year:int}/suppliers/{key}",
                (int year, string key, CompanyBooks books, TaxNumbers numbers) =>
                    books.File.Read(c => Of(c, TallyEndpoints.Year(year), key, numbers))
            )
            .Needs(Right.Read);
        desk.MapPut("{year:int}/suppliers/{key}", Put).Needs(Right.Bookkeep);
        desk.MapPost("suppliers/{key}/number", Reveal).Needs(Right.SeeTaxNumbers);
        desk.MapGet("{year:int}/readiness", Points).Needs(Right.Read);
    }

    private static DeskAnswer All(int year, string? search, bool? lacking, string? after, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (view, requests) = (new YearView(c, TallyEndpoints.Year(year)), new ReturnSupplierTable(c).Requests());
            // Those who were not paid in the year come after, by name.
            var paid = view.Suppliers.ToDictionary(s => Folded.Of(s.Supplier.Name));
            var others = view
                .Known.Where(k => !paid.ContainsKey(k.Key))
                .OrderBy(k => k.Key, StringComparer.Ordinal)
                .Select(k => new SupplierYear(k.Value.ToSupplier(), [], view.Thresholds));
            var wanted = view
                .Suppliers.Concat(others)
                .Where(s => lacking != true || Readiness.LacksW9(s))
                .Where(s => string.IsNullOrEmpty(search) || TallyEndpoints.IsFound(s.Supplier, search))
                .ToList();
            var from = string.IsNullOrEmpty(after) ? 0 : wanted.FindIndex(s => Folded.Of(s.Supplier.Name) == after) + 1;
            var page = wanted.Skip(from).Take(PageSize).ToList();
            return new DeskAnswer(
                year,
                [
                    .. page.Select(s =>
                    {
                        var key = Folded.Of(s.Supplier.Name);
                        var asked = requests[key].ToList();
                        return new DeskRow(
                            key,
                            s.Supplier.Name,
                            s.Supplier.LegalName,
                            s.Supplier.Classification,
                            view.Known.GetValueOrDefault(key)?.NumberShown ?? "",
                            s.Supplier.NumberStatus,
                            s.Supplier.HasW9,
                            Readiness.LacksW9(s),
                            asked.Count > 0 ? asked[0].Day : "",
                            asked.Count > 1 ? asked[^1].Day : "",
                            YearView.Text(s.Paid),
                            YearView.Text(s.Counted)
                        );
                    }),
                ],
                from + page.Count < wanted.Count ? Folded.Of(page[^1].Supplier.Name) : "",
                view.Suppliers.Count(Readiness.LacksW9),
                FirstBillTable.Of(c)
            );
        });

    /// <summary>One supplier.</summary>
    /// <exception cref="RefusedException">Nobody of that name was paid, and nothing is known of it.</exception>
    public static DeskSupplier Of(SqliteConnection c, int year, string key, TaxNumbers numbers)
    {
        // Other rooms know a supplier by its name.
        key = Folded.Of(key);
        var (view, table) = (new YearView(c, year, [key]), new ReturnSupplierTable(c));
        var row = view.Known.GetValueOrDefault(key);
        var name = Names(c, year, [key])[key];
        row ??= new ReturnSupplierRow { Supplier = name };
        var of = (view.Suppliers is [var only, ..] ? only : null) ?? new SupplierYear(row.ToSupplier(), [], view.Thresholds);
        var supplier = row.ToSupplier();
        var called = row.LegalName.Length > 0 ? row.LegalName : name;
        var boxes = of.Cells.Select(cell => cell.Place.Box ?? cell.Place.Exempted).OfType<ReturnBox>().Distinct().Order();
        return new DeskSupplier(
            key,
            name,
            year,
            Text(row),
            row.NumberShown,
            row.NumberStatus,
            numbers.WholeOrNone(row) is { Length: > 0 } whole && TaxNumber.HasUnusualPrefix(whole, row.NumberKind),
            supplier.HasW9,
            row.W9File,
            row.W9FileName,
            LegalForm.Suggested(called),
            LegalForm.Said(called),
            LegalForm.Contradiction(supplier) ?? "",
            [
                .. boxes.Select(b =>
                {
                    var why = Reportability.Of(supplier, b);
                    return new BoxReportability(b, why.IsReportable, why.Because, supplier.Reportable is null);
                }),
            ],
            [.. table.Requests([key])[key].Select(r => new RequestAnswer(r.Day, Words<W9RequestHow>.Read(r.How), r.Who))],
            [.. of.Points.Select(Point)],
            of.Cells.Count > 0 ? YearView.Row(of, null, false, false) : null,
            DecisionEndpoints.Changes(c, [ReturnDecision.Supplier, ReturnDecision.Request], key)
        );
    }

    /// <summary>How suppliers are spelled: as what is known of them says, else as the ledger does.</summary>
    /// <exception cref="RefusedException">One is not known at all.</exception>
    public static Dictionary<string, string> Names(SqliteConnection c, int year, IReadOnlyCollection<string> keys)
    {
        var (known, paid) = (new ReturnSupplierTable(c).All(keys), new TallyTable(c).Names(year, keys));
        var ledger = new Lazy<Dictionary<string, string>>(() =>
            new LedgerTable(c).SupplierList().DistinctBy(s => Folded.Of(s.Name)).ToDictionary(s => Folded.Of(s.Name), s => s.Name)
        );
        return keys.Distinct()
            .ToDictionary(
                k => k,
                k =>
                    known.GetValueOrDefault(k)?.Supplier
                    ?? paid.GetValueOrDefault(k)
                    ?? ledger.Value.GetValueOrDefault(k)
                    ?? throw RefusedException.NotFound("This supplier")
            );
    }

    /// <summary>A point as it travels.</summary>
    public static PointAnswer Point(ReadinessPoint p) =>
        new(Folded.Of(p.Supplier.Name), p.Supplier.Name, p.Kind, YearView.Text(p.Amount), p.Detail);

    private static SupplierText Text(ReturnSupplierRow row) =>
        new(
            row.LegalName,
            row.BusinessName,
            row.Classification,
            row.ExemptCode,
            row.NumberKind,
            null,
            row.Address,
            row.Town,
            row.Email,
            row.IsAttorney,
            row.IsAgent,
            row.IsForeign,
            row.HasW8,
            row.Reportable,
            row.ReportableReason,
            row.NameIsRight,
            row.BillsMayGo,
            Iso.Text(row.W9Received),
            row.W9IsSigned,
            Iso.Text(row.W9Dated),
            Revision.Of(row)
        );

    private static DeskSupplier Put(
        int year,
        string key,
        SupplierText request,
        HttpContext http,
        CompanyFiles companies,
        CompanyBooks books,
        TaxNumbers numbers
    )
    {
        var maySee = http.May(companies, Right.SeeTaxNumbers);
        return books.File.InTransaction(c =>
        {
            var before = Of(c, TallyEndpoints.Year(year), key, numbers);
            var row = new ReturnSupplierTable(c).Find(key) ?? new ReturnSupplierRow { Supplier = before.Supplier };
            Revision.Require(request.Revision, Revision.Of(row), row.Supplier, before);
            var after = Read(books.File, row, request, numbers, maySee, books.Today);
            if (after != row)
                new SupplierDecisions(c, books).Decide(
                    key,
                    $"{before.Supplier}: {string.Join(", ", SupplierWords.Changed(row, after))}",
                    [new SupplierState(key, after)]
                );
            return Of(c, year, key, numbers);
        });
    }

    /// <summary>What is typed of a supplier, checked.</summary>
    /// <exception cref="RefusedException">Something of it cannot be.</exception>
    public static ReturnSupplierRow Read(
        CompanyFile file,
        ReturnSupplierRow row,
        SupplierText text,
        TaxNumbers numbers,
        bool maySee,
        DateOnly today
    )
    {
        if (text.ExemptCode is < 1 or > LastCode)
            throw Refused("exemptCode", $"An exempt payee code is a whole number from 1 to {LastCode}.");
        var email = Plain("email", text.Email);
        if (email.Length > 0 && !MailAddress.TryCreate(email, out _))
            throw Refused("email", $"{Quote.Of(email)} is not a mail address.");
        var (received, dated) = (Dates.DayOrNone(text.W9Received), Dates.DayOrNone(text.W9Dated));
        if (received > today)
            throw Refused("w9Received", "The Form W-9 cannot have been received after today.");
        if (dated > today)
            throw Refused("w9Dated", "The date on the Form W-9 cannot be after today.");
        if (text.HasW8 && !text.IsForeign)
            throw Refused("hasW8", "A Form W-8 is of foreign suppliers; mark it as foreign, too.");
        var next = row with
        {
            LegalName = Plain("legalName", text.LegalName),
            BusinessName = Plain("businessName", text.BusinessName),
            Classification = text.Classification,
            ExemptCode = text.ExemptCode,
            Address = Plain("address", text.Address),
            Town = Plain("town", text.Town),
            Email = email,
            IsAttorney = text.IsAttorney,
            IsAgent = text.IsAgent,
            IsForeign = text.IsForeign,
            HasW8 = text.HasW8,
            Reportable = text.Reportable,
            ReportableReason = text.Reportable is null ? "" : DecisionEndpoints.Reason(text.ReportableReason, isNeeded: true),
            NameIsRight = text.NameIsRight,
            BillsMayGo = text.BillsMayGo,
            W9Received = received,
            W9IsSigned = text.W9IsSigned,
            W9Dated = dated,
        };
        // What is said of the kind alone is said of the number that is here.
        var number = text.Number ?? (row.NumberKind == text.NumberKind ? null : numbers.WholeOrNone(row));
        if (number is null)
            return next;
        number = number.Trim();
        if (number.Length > 0 && !TaxNumber.HasForm(number, text.NumberKind))
            throw Refused(
                "number",
                "A tax number has nine digits, plain or with the hyphens of its kind: 12-3456789 for an EIN, 123-45-6789 for an SSN "
                    + "or ITIN."
            );
        // What is here is not typed: it may be compared with itself.
        return numbers.With(file, next, number, text.NumberKind, maySee || text.Number is null);
    }

    private static string Plain(string field, string? text)
    {
        var plain = text?.Trim() ?? "";
        return plain.Length <= LongestText ? plain : throw Refused(field, $"It has at most {LongestText} characters.");
    }

    private static RefusedException Refused(string field, string why) =>
        new(field, $"{why} Nothing was changed.", StatusCodes.Status400BadRequest);

    // Each time that somebody looks is on record.
    private static NumberAnswer Reveal(string key, CompanyBooks books, TaxNumbers numbers) =>
        books.File.InTransaction(c =>
        {
            var row = new ReturnSupplierTable(c).Find(key) ?? throw RefusedException.NotFound("This supplier");
            new AuditTable(c).Add(books.Now, books.Who, "look at a tax number", $"supplier/{row.Supplier}", null, row.NumberShown);
            return new NumberAnswer(numbers.Whole(row));
        });

    private static ReadinessAnswer Points(int year, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var points = new YearView(c, TallyEndpoints.Year(year)).Suppliers.SelectMany(s => s.Points).ToList();
            return new ReadinessAnswer(
                year,
                [
                    .. points
                        .OrderByDescending(p => Math.Abs(p.Amount))
                        .ThenBy(p => Folded.Of(p.Supplier.Name), StringComparer.Ordinal)
                        .ThenBy(p => p.Kind)
                        .Select(Point),
                ],
                [.. points.GroupBy(p => p.Kind).OrderBy(g => g.Key).Select(g => new PointCount(g.Key, g.Count()))],
                new ClosedYearTable(c).Find(year)?.At ?? ""
            );
        });
}

/// <summary>What changed of a supplier, as words; a tax number by what may be shown of it.</summary>
internal static class SupplierWords
{
    public static IReadOnlyList<string> Changed(ReturnSupplierRow before, ReturnSupplierRow after)
    {
        var said = new List<string>();
        void Say(string what, object? was, object? now)
        {
            if (!Equals(was, now))
                said.Add($"{what} {Text(now)}");
        }

        Say("legal name", before.LegalName, after.LegalName);
        Say("business name", before.BusinessName, after.BusinessName);
        Say("classification", before.Classification, after.Classification);
        Say("exempt code", before.ExemptCode, after.ExemptCode);
        if ((before.NumberKind, before.Number) != (after.NumberKind, after.Number))
            said.Add(after.NumberShown.Length == 0 ? "tax number taken out" : $"a tax number was given, {after.NumberShown}");
        Say("address", before.Address, after.Address);
        Say("town", before.Town, after.Town);
        Say("mail", before.Email, after.Email);
        Say("attorney", before.IsAttorney, after.IsAttorney);
        Say("agent for owners", before.IsAgent, after.IsAgent);
        Say("foreign", before.IsForeign, after.IsForeign);
        Say("Form W-8", before.HasW8, after.HasW8);
        Say("reportable", before.Reportable, after.Reportable);
        Say("why", before.ReportableReason, after.ReportableReason);
        Say("names are right", before.NameIsRight, after.NameIsRight);
        Say("bills go before the form", before.BillsMayGo, after.BillsMayGo);
        Say("Form W-9 received", before.W9Received, after.W9Received);
        Say("signed", before.W9IsSigned, after.W9IsSigned);
        Say("dated", before.W9Dated, after.W9Dated);
        Say("file", before.W9FileName, after.W9FileName);
        return said;

        string Text(object? value) =>
            value switch
            {
                null or "" => "taken out",
                true => "yes",
                false => "no",
                DateOnly day => Iso.Text(day),
                TaxClassification of => Words<TaxClassification>.Of(of).Replace('_', ' '),
                int number => number.ToString(CultureInfo.InvariantCulture),
                _ => $"{value}",
            };
    }
}
