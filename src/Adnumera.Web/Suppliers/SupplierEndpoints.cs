using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Suppliers;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Storage.Suppliers;
using Adnumera.Web.Coding;
using Adnumera.Web.Ledger;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Suppliers;

/// <summary>Suppliers of the sources and of the ledger: linked, kept apart, gathered in groups with defaults. Never silently.</summary>
internal static class SupplierEndpoints
{
    private const int MostListed = 500;

    public static void MapSuppliers(this RouteGroupBuilder company)
    {
        var suppliers = company.MapGroup("suppliers").WithTags("Suppliers");
        suppliers.MapGet("", Get).Needs(Right.Read);
        suppliers.MapPut("links", PutLinks).Needs(Right.Bookkeep);
        suppliers.MapDelete("links", DeleteLinks).Needs(Right.Bookkeep);
        suppliers.MapPut("apart", PutApart).Needs(Right.Bookkeep);
        suppliers.MapPut("groups", PutGroups).Needs(Right.Bookkeep);
        suppliers.MapPost("groups/members", PostGroupMembers).Needs(Right.Bookkeep);
    }

    private static SuppliersAnswer Get(CompanyBooks books, LedgerAccess ledgers) => books.File.Read(c => Of(c, ledgers));

    private static SuppliersAnswer PutLinks(LinkRequest request, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(c => Link(c, books, ledgers, request));

    private static SuppliersAnswer DeleteLinks(string supplier, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(c => Unlink(c, books, ledgers, supplier));

    private static SuppliersAnswer PutApart(ApartRequest request, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(c => Apart(c, books, ledgers, request));

    private static SuppliersAnswer PutGroups(GroupAnswer group, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(c => Save(c, books, ledgers, group));

    private static SuppliersAnswer PostGroupMembers(JoinRequest request, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(c => Join(c, books, ledgers, request));

    /// <summary>The suppliers of the sources and of the ledger, and what is proposed about them.</summary>
    public static SuppliersAnswer Of(SqliteConnection company, LedgerAccess ledgers)
    {
        var currency = new CompanyTable(company).Currency();
        var ledger = new LedgerTable(company);
        var links = new SupplierLinkTable(company);
        var arriving = new MappingTable(company).Arriving(KeyKind.Supplier, int.MaxValue).ToDictionary(v => v.Value, Folded.Comparer);
        var linked = links.All();
        var directory = new SupplierLinkTable(company).Directory();
        var list = ledger.SupplierList();
        var spelled = linked.Select(l => l.Supplier).ToHashSet(Folded.Comparer);
        var unlinked = arriving.Keys.Where(s => !spelled.Contains(s)).ToList();
        var proposals = new SupplierProposalTable(company);
        var reached = arriving.Keys.Select(directory.NameOf).ToHashSet(Folded.Comparer);
        var (connection, organisation) = (ledger.Connection(), ledger.Pulled()?.Id ?? "");
        string Money(string name) => AmountText.Format(arriving.TryGetValue(name, out var v) ? v.Money : 0, currency.Digits);
        return new SuppliersAnswer(
            proposals.Count(),
            [
                .. proposals
                    .All(MostListed)
                    .Select(p => new ProposalAnswer(
                        p.Kind,
                        p.Left,
                        p.Right,
                        p.RightId,
                        p.Evidence,
                        (int)Math.Round(p.Confidence * 100),
                        p.Kind != SupplierProposalKind.LedgerTwins && p.Confidence >= SupplierProposals.Likely,
                        arriving.TryGetValue(p.Left, out var v) ? v.Lines : 0,
                        Money(p.Left)
                    )),
            ],
            [
                .. unlinked
                    .Where(s => !directory.IsInLedger(directory.NameOf(s)))
                    .Select(s => new SourceSupplier(s, arriving[s].Lines, Money(s)))
                    .OrderByDescending(s => s.Documents)
                    .Take(MostListed),
            ],
            [
                .. list.Where(s => !reached.Contains(s.Name))
                    .Take(MostListed)
                    .Select(s => new LedgerSupplierAnswer(
                        s.Id,
                        s.Name,
                        ledgers.PageOf(connection, organisation, RecordKind.Supplier, s.Id)
                    )),
            ],
            linked,
            [
                .. new SupplierGroupTable(company)
                    .All()
                    .Select(g => new GroupAnswer(g.Name, g.PayablesAccount, g.CostAccount, g.Term, g.TaxCode, FormOf(g))),
            ],
            unlinked.Count(s => directory.IsInLedger(directory.NameOf(s))),
            currency.Code
        );
    }

    private static LedgerForm? FormOf(SupplierGroup group) => group.Form.Length > 0 ? Words<LedgerForm>.Read(group.Form) : null;

    private static SuppliersAnswer Link(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, LinkRequest request)
    {
        var (supplier, name) = (request.Supplier?.Trim() ?? "", request.Name?.Trim() ?? "");
        var ledger = new LedgerTable(company)
            .SupplierList()
            .FirstOrDefault(s => s.Id == request.LedgerSupplier || Folded.Same(s.Name, name));
        if (new SupplierLinkTable(company).All().Any(l => Folded.Same(l.Supplier, name)))
            throw new RefusedException(
                "chain",
                $"“{name}” is linked to another supplier itself. Nothing was changed; link “{supplier}” to that one."
            );
        new SupplierLinkTable(company).Link(
            new SupplierLink(supplier, ledger?.Id ?? "", ledger?.Name ?? name, request.Evidence ?? "", books.Who, Iso.Text(books.Now))
        );
        new AuditTable(company).Add(books.Now, books.Who, "link supplier", $"supplier/{supplier}", null, ledger?.Name ?? name);
        Recoding.RefreshSuppliers(
            company,
            [supplier, name],
            new CodingCause(books.Now, books.Who, $"“{supplier}” is {ledger?.Name ?? name}")
        );
        return Of(company, ledgers);
    }

    private static SuppliersAnswer Unlink(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, string supplier)
    {
        var before = new SupplierLinkTable(company).All().FirstOrDefault(l => Folded.Same(l.Supplier, supplier));
        if (new SupplierLinkTable(company).Unlink(supplier) == 0)
            throw RefusedException.NotFound("This link");
        new AuditTable(company).Add(books.Now, books.Who, "unlink supplier", $"supplier/{supplier}", null, null);
        Recoding.RefreshSuppliers(
            company,
            before is null ? [supplier] : [supplier, before.LedgerName],
            new CodingCause(books.Now, books.Who, $"“{supplier}” stands for itself again")
        );
        return Of(company, ledgers);
    }

    private static SuppliersAnswer Apart(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, ApartRequest request)
    {
        var (left, right) = (request.Left?.Trim() ?? "", request.Right?.Trim() ?? "");
        if (request.Apart)
            new SupplierLinkTable(company).KeepApart(left, right, books.Who, books.Now);
        else
            new SupplierLinkTable(company).KeepApartNoMore(left, right);
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            request.Apart ? "not the same supplier" : "perhaps the same supplier",
            $"supplier/{left}",
            null,
            right
        );
        var cause = new CodingCause(
            books.Now,
            books.Who,
            $"“{left}” and “{right}” {(request.Apart ? "are not the same" : "may be the same")}"
        );
        var ledgerHasBoth = new SupplierLinkTable(company).Directory() is var known && known.IsInLedger(left) && known.IsInLedger(right);
        Recoding.RefreshSuppliers(company, ledgerHasBoth ? null : [left, right], cause);
        return Of(company, ledgers);
    }

    private static SuppliersAnswer Save(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, GroupAnswer request)
    {
        var name = request.Name?.Trim() ?? "";
        var basis = BasisTable.Of(company);
        var group = new SupplierGroup(
            name,
            Blank(request.PayablesAccount),
            Blank(request.CostAccount),
            Blank(request.Term),
            Blank(request.TaxCode),
            request.Form is { } form ? Words<LedgerForm>.Of(form) : ""
        );
        if (group.PayablesAccount.Length > 0 && Targets.BrokenForOffset(basis.Chart, group.PayablesAccount) is { } payable)
            throw new RefusedException(
                "account-kind",
                $"{basis.Chart.Title(group.PayablesAccount)} {ReasonWords.Because(payable)}. Nothing was changed; "
                    + "choose another payables account."
            );
        if (group.CostAccount.Length > 0 && Targets.BrokenForCost(basis.Chart, group.CostAccount) is { } cost)
            throw new RefusedException(
                "account-kind",
                $"{basis.Chart.Title(group.CostAccount)} {ReasonWords.Because(cost)}. Nothing was changed; choose another cost account."
            );
        var ledger = new LedgerTable(company);
        if (group.Term.Length > 0 && ledger.Terms().All(t => t.Id != group.Term))
            throw new RefusedException(
                "term",
                $"The ledger has no payment term {Quote.Of(group.Term)}. Nothing was changed; choose one of its own, or pull again.",
                400
            );
        if (group.TaxCode.Length > 0 && ledger.TaxCodes().All(t => !Folded.Same(t.Code, group.TaxCode)))
            throw new RefusedException(
                "tax-code",
                $"The ledger has no tax code {Quote.Of(group.TaxCode)}. Nothing was changed; choose one of its own, or pull again.",
                400
            );
        var table = new SupplierGroupTable(company);
        var before = table.All().FirstOrDefault(g => Folded.Same(g.Name, name));
        table.Put(group);

        // The cost account and tax code are the group's rung of the ladder; what else the rung says, such as its dimensions, stays.
        var book = basis.Rows;
        var bare = new MappingRow { Kind = KeyKind.SupplierGroup, Key = name };
        var row = (book.FirstOrDefault(r => r.Identity == bare.Identity) ?? bare) with
        {
            Account = group.CostAccount,
            TaxCode = group.TaxCode,
        };
        if (row.LedgerItem.Length > 0 && book.First(r => r.Identity == bare.Identity).Account != row.Account)
            row = row with { LedgerItem = "" };
        var proposals =
            group.CostAccount.Length > 0 ? [ProposedRow.Put(row)] : book.Where(r => r.Identity == row.Identity).Select(ProposedRow.Remove);
        MappingChanges.Apply(company, books, BookChanges.Between(book, proposals), $"supplier group {name}");
        new AuditTable(company).Add(books.Now, books.Who, "supplier group", $"supplier-group/{name}", before, group);
        return Of(company, ledgers);
    }

    // Who joins gets what they do not have of their own: the group, its payables account, term and form.
    private static SuppliersAnswer Join(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, JoinRequest request)
    {
        var group =
            new SupplierGroupTable(company).All().FirstOrDefault(g => Folded.Same(g.Name, request.Group ?? ""))
            ?? throw RefusedException.NotFound("This group");
        var book = BasisTable.Of(company).Rows;
        var rows = book.ToDictionary(r => r.Identity);
        var proposals = new List<ProposedRow>();
        foreach (var supplier in (request.Suppliers ?? []).Select(s => s.Trim()).Where(s => s.Length > 0))
        {
            MappingRow Row(KeyKind kind) =>
                rows.GetValueOrDefault(new RowIdentity(kind, kind.Fold(supplier), "", null))
                ?? new MappingRow { Kind = kind, Key = supplier };
            proposals.Add(ProposedRow.Put(Row(KeyKind.Supplier) with { Group = group.Name }));
            if (group.PayablesAccount.Length > 0 && Row(KeyKind.SupplierPayable) is { Account.Length: 0 } payable)
                proposals.Add(ProposedRow.Put(payable with { Account = group.PayablesAccount }));
            foreach (var (kind, value) in ((KeyKind, string)[])[(KeyKind.SupplierTerm, group.Term), (KeyKind.SupplierForm, group.Form)])
                if (value.Length > 0 && Row(kind) is { Value.Length: 0 } own)
                    proposals.Add(ProposedRow.Put(own with { Value = value }));
        }

        MappingChanges.Apply(company, books, BookChanges.Between(book, proposals), $"supplier group {group.Name}");
        return Of(company, ledgers);
    }

    private static string Blank(string? text) => text?.Trim() ?? "";
}
