using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;

namespace Adnumera.Storage.Mapping;

// Where the values of a kind of key stand in the tables of documents: the one place that knows the columns.
internal static class KeyColumns
{
    /// <summary>The column of a document, folded (sources as they are); none where lines carry the values.</summary>
    public static string? OfDocument(KeyKind kind) =>
        kind.Row().ArrivesAs switch
        {
            KeyKind.Supplier => "supplier_key",
            KeyKind.Settlement => "settlement_key",
            KeyKind.PaymentAccount => "payment_account_key",
            KeyKind.Source => "source",
            KeyKind.Item
            or KeyKind.CostCode
            or KeyKind.CostCodeGroup
            or KeyKind.Category
            or KeyKind.CategoryGroup
            or KeyKind.SupplierGroup
            or KeyKind.SupplierPayable
            or KeyKind.TaxCode
            or KeyKind.SupplierTerm
            or KeyKind.SupplierForm
            or KeyKind.Department
            or KeyKind.Location
            or KeyKind.Project
            or KeyKind.Customer => null,
        };

    /// <summary>The column of a line, folded; none where documents or dimensions carry the values.</summary>
    public static string? OfLine(KeyKind kind) =>
        kind switch
        {
            KeyKind.Item => "item_key",
            KeyKind.CostCode => "cost_code_key",
            KeyKind.Category => "category_key",
            KeyKind.TaxCode => "decided_tax_code_key",
            KeyKind.CostCodeGroup
            or KeyKind.CategoryGroup
            or KeyKind.Supplier
            or KeyKind.SupplierGroup
            or KeyKind.Source
            or KeyKind.SupplierPayable
            or KeyKind.Settlement
            or KeyKind.PaymentAccount
            or KeyKind.SupplierTerm
            or KeyKind.SupplierForm
            or KeyKind.Department
            or KeyKind.Location
            or KeyKind.Project
            or KeyKind.Customer => null,
        };

    /// <summary>The documents that carry a key of a kind, as a query of their <c>id</c>; one may come twice.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="key">The key, as an expression.</param>
    public static string Ids(KeyKind kind, string key) =>
        OfLine(kind) is { } line ? $"select document_id as id from document_line where {line} = {key} and {line} <> ''"
        : kind.DimensionOf() is { } dimension
            ? $"select document_id as id from line_dimension where dimension = '{dimension.Word}' and value_key = {key}"
        : $"select d.id from (select {key} as key) k {Join(kind, "k.key")}";

    /// <summary>Joins the documents (<c>d</c>) that carry a key of a kind, on the index that is made for it; groups go by what the book
    /// says now.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="key">The key, as an expression of what is joined so far.</param>
    public static string Join(KeyKind kind, string key)
    {
        if (kind.DimensionOf() is { } dimension)
            return $"cross join line_dimension v on v.dimension = '{dimension.Word}' and v.value_key = {key} "
                + "join document d on d.id = v.document_id";
        if (kind.Row().GroupOf is { } members)
        {
            var group =
                $"cross join mapping m on m.key_kind = '{Words<KeyKind>.Of(members)}' and m.group_folded = {key} and m.group_folded <> ''";
            return $"{group} {Join(members, "m.key_folded")}";
        }

        if (kind == KeyKind.CostCodeGroup)
        {
            return $"""
                cross join document_line l on l.cost_code_key >= {key} and l.cost_code_key < {key} || char(0x10ffff)
                  and l.cost_code_key <> ''
                join document d on d.id = l.document_id
                """;
        }

        if (kind == KeyKind.PaymentAccount)
            return "cross join document d on d.id in ("
                + $"select id from document where payment_account_key = {key} and payment_account_key <> '' "
                + $"union select id from document where to_account_key = {key} and to_account_key <> '')";
        return OfLine(kind) is { } line
            ? $"cross join document_line l on l.{line} = {key} and l.{line} <> '' join document d on d.id = l.document_id"
            : $"cross join document d on d.{OfDocument(kind)} = {key} and d.{OfDocument(kind)} <> ''";
    }

    /// <summary>Whether a document (<c>d</c>) carries a key of a kind.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="key">The key, as an expression.</param>
    public static string Carries(KeyKind kind, string key)
    {
        if (kind.DimensionOf() is { } dimension)
            return $"exists (select 1 from line_dimension v where v.document_id = d.id and v.dimension = '{dimension.Word}' "
                + $"and v.value_key = {key})";
        if (kind.Row().GroupOf is { } members)
        {
            var group =
                $"(select m.key_folded from mapping m where m.key_kind = '{Words<KeyKind>.Of(members)}' and m.group_folded = {key} "
                + "and m.group_folded <> '')";
            return Carried(members, $"in {group}");
        }

        return kind == KeyKind.CostCodeGroup
            ? "exists (select 1 from document_line l where l.document_id = d.id and l.cost_code_key <> '' "
                + $"and l.cost_code_key >= {key} and l.cost_code_key < {key} || char(0x10ffff))"
            : Carried(kind, $"= {key}");
    }

    private static string Carried(KeyKind kind, string condition) =>
        OfLine(kind) is { } line
            ? $"exists (select 1 from document_line l where l.document_id = d.id and l.{line} <> '' and l.{line} {condition})"
        : kind == KeyKind.PaymentAccount
            ? $"(d.payment_account_key <> '' and d.payment_account_key {condition} or d.to_account_key <> '' "
                + $"and d.to_account_key {condition})"
        : $"d.{OfDocument(kind)} <> '' and d.{OfDocument(kind)} {condition}";
}
