using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>All that is known of a supplier for information returns, as it is kept: its tax number protected, with what may be shown of it
/// beside.</summary>
public sealed record ReturnSupplierRow
{
    /// <summary>As the ledger spells it.</summary>
    public required string Supplier { get; init; }

    /// <summary>The legal name.</summary>
    public string LegalName { get; init; } = "";

    /// <summary>The name under which it trades.</summary>
    public string BusinessName { get; init; } = "";

    /// <summary>What it is for tax; none where nobody said it.</summary>
    public TaxClassification? Classification { get; init; }

    /// <summary>The exempt payee code; none for most.</summary>
    public int? ExemptCode { get; init; }

    /// <summary>The kind of its tax number.</summary>
    public TaxNumberKind? NumberKind { get; init; }

    /// <summary>The tax number, protected; blank for none.</summary>
    public string Number { get; init; } = "";

    /// <summary>A mark by which the same number is found again, and that gives nothing of it away; blank for none.</summary>
    public string NumberMark { get; init; } = "";

    /// <summary>What may be shown of it.</summary>
    public string NumberShown { get; init; } = "";

    /// <summary>Whether it can be one.</summary>
    public TaxNumberStatus NumberStatus { get; init; }

    /// <summary>Street and number.</summary>
    public string Address { get; init; } = "";

    /// <summary>City, state and ZIP code.</summary>
    public string Town { get; init; } = "";

    /// <summary>The mail address.</summary>
    public string Email { get; init; } = "";

    /// <summary>Whether it is an attorney.</summary>
    public bool IsAttorney { get; init; }

    /// <summary>Whether it collects rent for owners.</summary>
    public bool IsAgent { get; init; }

    /// <summary>Whether it is foreign.</summary>
    public bool IsForeign { get; init; }

    /// <summary>Whether its Form W-8 is here.</summary>
    public bool HasW8 { get; init; }

    /// <summary>What a person says of whether it is reportable; none where that is derived.</summary>
    public bool? Reportable { get; init; }

    /// <summary>Why.</summary>
    public string ReportableReason { get; init; } = "";

    /// <summary>Whether a person said that its names, its number and what it is are right as they stand.</summary>
    public bool NameIsRight { get; init; }

    /// <summary>Whether a person lets its bills go before its Form W-9 is here.</summary>
    public bool BillsMayGo { get; init; }

    /// <summary>When its Form W-9 was received.</summary>
    public DateOnly? W9Received { get; init; }

    /// <summary>Whether it is signed.</summary>
    public bool W9IsSigned { get; init; }

    /// <summary>The date on it.</summary>
    public DateOnly? W9Dated { get; init; }

    /// <summary>The hash of its file; blank for none.</summary>
    public string W9File { get; init; } = "";

    /// <summary>The file's name.</summary>
    public string W9FileName { get; init; } = "";

    /// <summary>The address in one line.</summary>
    public string FullAddress => string.Join(", ", ((string[])[Address, Town]).Where(t => t.Length > 0));

    /// <summary>What the tally needs of it: a Form W-9 counts signed and dated, being foreign with a Form W-8.</summary>
    public ReturnSupplier ToSupplier() =>
        new()
        {
            Name = Supplier,
            LegalName = LegalName,
            BusinessName = BusinessName,
            Classification = Classification,
            ExemptCode = ExemptCode,
            NumberKind = NumberKind,
            NumberStatus = NumberStatus,
            Address = FullAddress,
            HasW9 = FormW9.Counts(W9Received, W9IsSigned, W9Dated),
            IsForeign = IsForeign && HasW8,
            Reportable = Reportable,
            IsAttorney = IsAttorney,
            IsAgent = IsAgent,
            NameIsRight = NameIsRight,
            BillsMayGo = BillsMayGo,
        };
}

/// <summary>That a supplier was asked for its Form W-9, or reminded.</summary>
[method: ExplicitConstructor]
public sealed record W9RequestRow(string SupplierKey, string Day, string How, string At, string Who);

/// <summary>What is known of suppliers for information returns.</summary>
public sealed class ReturnSupplierTable(SqliteConnection company)
{
    private const string Columns =
        "supplier legal_name business_name classification exempt_code number_kind number number_mark number_shown number_status address "
        + "town email attorney agent foreign_payee w8 reportable reportable_reason name_is_right bills_may_go w9_received w9_signed "
        + "w9_dated w9_file w9_file_name";

    // What the tally needs of a supplier: neither its number nor its file.
    private const string Tallied =
        "supplier legal_name business_name classification exempt_code number_kind number_status address town attorney agent "
        + "foreign_payee w8 reportable name_is_right bills_may_go w9_received w9_signed w9_dated";

    /// <summary>What is known; of all, or of these alone, by the folded name.</summary>
    public IReadOnlyDictionary<string, ReturnSupplierRow> All(IReadOnlyCollection<string>? keys = null) =>
        Rows(Columns, keys).ToDictionary(r => r.SupplierKey, r => r.Of());

    /// <summary>What the tally needs of suppliers; of all, or of these alone, by the folded name.</summary>
    public IReadOnlyDictionary<string, ReturnSupplier> Suppliers(IReadOnlyCollection<string>? keys = null) =>
        Rows(Tallied, keys).ToDictionary(r => r.SupplierKey, r => r.Of().ToSupplier());

    private IEnumerable<Row> Rows(string columns, IReadOnlyCollection<string>? keys) =>
        company.Query<Row>(
            "select supplier_key as SupplierKey, "
                + string.Join(", ", columns.Split(' ').Select(c => $"{c} as {c.Replace("_", "", StringComparison.Ordinal)}"))
                + " from return_supplier"
                + (keys is null ? "" : " where supplier_key in (select value from json_each(@keys))"),
            new { keys = JsonSerializer.Serialize(keys) }
        );

    /// <summary>What is known of one; none where nothing is.</summary>
    public ReturnSupplierRow? Find(string key) => All([key]).GetValueOrDefault(key);

    /// <summary>The numbers were encrypted by another installation: each is as if it were missing, until it is entered again.</summary>
    public void NumbersStayBehind() =>
        company.Execute(
            "update return_supplier set number_status = @missing, number_shown = '', number_mark = '' where number <> ''",
            new { missing = Words<TaxNumberStatus>.Of(TaxNumberStatus.Missing) }
        );

    /// <summary>Who else has the tax number of suppliers, by their folded names. Walks return_supplier_by_number.</summary>
    public IReadOnlyDictionary<string, string> SharedNumbers() =>
        company
            .Query<(string, string)>(
                """
                select s.supplier_key, min(o.supplier) from return_supplier s
                join return_supplier o on o.number_mark = s.number_mark and o.number_mark <> '' and o.supplier_key <> s.supplier_key
                where s.number_mark <> '' and s.number_mark in (
                  select number_mark from return_supplier where number_mark <> '' group by number_mark having count(*) > 1)
                group by s.supplier_key
                """
            )
            .ToDictionary();

    /// <summary>Keeps what is known of a supplier.</summary>
    public void Put(ReturnSupplierRow row, DateTimeOffset at, string who)
    {
        using var put = Prepared.Insert(
            company,
            "return_supplier",
            $"supplier_key {Columns} w9_counts at who",
            $"on conflict do update set {string.Join(", ", $"{Columns} w9_counts at who".Split(' ').Select(c => $"{c} = excluded.{c}"))}"
        );
        put.Run(
            Folded.Of(row.Supplier),
            row.Supplier,
            row.LegalName,
            row.BusinessName,
            row.Classification is { } of ? Words<TaxClassification>.Of(of) : "",
            row.ExemptCode ?? 0,
            row.NumberKind is { } kind ? Words<TaxNumberKind>.Of(kind) : "",
            row.Number,
            row.NumberMark,
            row.NumberShown,
            Words<TaxNumberStatus>.Of(row.NumberStatus),
            row.Address,
            row.Town,
            row.Email,
            row.IsAttorney ? 1 : 0,
            row.IsAgent ? 1 : 0,
            row.IsForeign ? 1 : 0,
            row.HasW8 ? 1 : 0,
            row.Reportable switch
            {
                true => "yes",
                false => "no",
                null => "",
            },
            row.ReportableReason,
            row.NameIsRight ? 1 : 0,
            row.BillsMayGo ? 1 : 0,
            Iso.Text(row.W9Received),
            row.W9IsSigned ? 1 : 0,
            Iso.Text(row.W9Dated),
            row.W9File,
            row.W9FileName,
            row.ToSupplier().HasW9 ? 1 : 0,
            Iso.Text(at),
            who
        );
    }

    /// <summary>Forgets what is known of a supplier.</summary>
    public void Remove(string key) => company.Execute("delete from return_supplier where supplier_key = @key", new { key });

    /// <summary>When suppliers were asked for their Form W-9, by supplier and day; the first asks, the others remind.</summary>
    public ILookup<string, W9RequestRow> Requests(IReadOnlyCollection<string>? suppliers = null) =>
        company
            .Query<W9RequestRow>(
                "select supplier_key as SupplierKey, day as Day, how as How, at as At, who as Who from w9_request "
                    + (suppliers is null ? "" : "where supplier_key in (select value from json_each(@suppliers)) ")
                    + "order by supplier_key, day, how",
                new { suppliers = JsonSerializer.Serialize(suppliers) }
            )
            .ToLookup(r => r.SupplierKey);

    /// <summary>Notes that a supplier was asked.</summary>
    public void Ask(string supplier, DateOnly day, W9RequestHow how, DateTimeOffset at, string who) =>
        company.Execute(
            "insert into w9_request values (@supplier, @day, @how, @at, @who) on conflict do nothing",
            new
            {
                supplier,
                day = Iso.Text(day),
                how = Words<W9RequestHow>.Of(how),
                at = Iso.Text(at),
                who,
            }
        );

    /// <summary>Takes back that it was.</summary>
    public void AskNot(string supplier, DateOnly day, W9RequestHow how) =>
        company.Execute(
            "delete from w9_request where supplier_key = @supplier and day = @day and how = @how",
            new
            {
                supplier,
                day = Iso.Text(day),
                how = Words<W9RequestHow>.Of(how),
            }
        );

    /// <summary>Where a person said that the fields of such a form stand; none where nobody did.</summary>
    public string? Layout(string fieldsHash) =>
        company.QueryFirstOrDefault<string>("select layout from w9_layout where fields_hash = @fieldsHash", new { fieldsHash });

    public void PutLayout(string fieldsHash, string layout, DateTimeOffset at, string who) =>
        company.Execute(
            "insert or replace into w9_layout values (@fieldsHash, @layout, @at, @who)",
            new
            {
                fieldsHash,
                layout,
                at = Iso.Text(at),
                who,
            }
        );

    private sealed record Row
    {
        public string SupplierKey { get; init; } = "";
        public string Supplier { get; init; } = "";
        public string LegalName { get; init; } = "";
        public string BusinessName { get; init; } = "";
        public string Classification { get; init; } = "";
        public int ExemptCode { get; init; }
        public string NumberKind { get; init; } = "";
        public string Number { get; init; } = "";
        public string NumberMark { get; init; } = "";
        public string NumberShown { get; init; } = "";
        public string NumberStatus { get; init; } = "";
        public string Address { get; init; } = "";
        public string Town { get; init; } = "";
        public string Email { get; init; } = "";
        public bool Attorney { get; init; }
        public bool Agent { get; init; }
        public bool ForeignPayee { get; init; }
        public bool W8 { get; init; }
        public string Reportable { get; init; } = "";
        public string ReportableReason { get; init; } = "";
        public bool NameIsRight { get; init; }
        public bool BillsMayGo { get; init; }
        public string W9Received { get; init; } = "";
        public bool W9Signed { get; init; }
        public string W9Dated { get; init; } = "";
        public string W9File { get; init; } = "";
        public string W9FileName { get; init; } = "";

        public ReturnSupplierRow Of() =>
            new()
            {
                Supplier = Supplier,
                LegalName = LegalName,
                BusinessName = BusinessName,
                Classification = Classification.Length > 0 ? Words<TaxClassification>.Read(Classification) : null,
                ExemptCode = ExemptCode > 0 ? ExemptCode : null,
                NumberKind = NumberKind.Length > 0 ? Words<TaxNumberKind>.Read(NumberKind) : null,
                Number = Number,
                NumberMark = NumberMark,
                NumberShown = NumberShown,
                NumberStatus = Words<TaxNumberStatus>.Read(NumberStatus),
                Address = Address,
                Town = Town,
                Email = Email,
                IsAttorney = Attorney,
                IsAgent = Agent,
                IsForeign = ForeignPayee,
                HasW8 = W8,
                Reportable = Reportable.Length > 0 ? Reportable == "yes" : null,
                ReportableReason = ReportableReason,
                NameIsRight = NameIsRight,
                BillsMayGo = BillsMayGo,
                W9Received = Iso.DayOrNone(W9Received),
                W9IsSigned = W9Signed,
                W9Dated = Iso.DayOrNone(W9Dated),
                W9File = W9File,
                W9FileName = W9FileName,
            };
    }
}
