using System.Security.Cryptography;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>A year as it was when a person closed it.</summary>
[method: ExplicitConstructor]
public sealed record ClosedYearRow(long Year, string At, string Who, string Hash, byte[] Content);

/// <summary>Years that were closed; their content is never changed.</summary>
public sealed class ClosedYearTable(SqliteConnection company)
{
    /// <summary>A closed year; none where it is open.</summary>
    /// <exception cref="InvalidDataException">Its content is not what was kept.</exception>
    public ClosedYearRow? Find(int year) =>
        company.QueryFirstOrDefault<ClosedYearRow>(
            "select year as Year, at as At, who as Who, hash as Hash, content as Content from closed_year where year = @year",
            new { year }
        )
            is { } row
            ? row.Hash == HashOf(row.Content)
                ? row
                : throw new InvalidDataException($"What was kept of {year} when it was closed is damaged.")
            : null;

    public void Put(int year, byte[] content, DateTimeOffset at, string who) =>
        company.Execute(
            "insert into closed_year values (@year, @at, @who, @hash, @content)",
            new
            {
                year,
                at = Iso.Text(at),
                who,
                hash = HashOf(content),
                content,
            }
        );

    /// <summary>Opens a year again.</summary>
    public void Remove(int year) => company.Execute("delete from closed_year where year = @year", new { year });

    private static string HashOf(byte[] content) => Convert.ToHexString(SHA256.HashData(content));
}

/// <summary>When and how a statement went to its recipient, and when it came back.</summary>
[method: ExplicitConstructor]
public sealed record SentRow(
    long Year,
    string SupplierKey,
    string Form,
    string Day,
    string How,
    string CameBack,
    string Note,
    string At,
    string Who
);

/// <summary>What was sent to recipients.</summary>
public sealed class SentTable(SqliteConnection company)
{
    /// <summary>Everything of a year, by supplier and form, in the order of days.</summary>
    public ILookup<(string SupplierKey, string Form), SentRow> Of(int year) =>
        company
            .Query<SentRow>(
                "select year as Year, supplier_key as SupplierKey, form as Form, day as Day, how as How, came_back as CameBack, "
                    + "note as Note, "
                    + "at as At, who as Who from statement_sent where year = @year order by supplier_key, form, day, how",
                new { year }
            )
            .ToLookup(r => (r.SupplierKey, r.Form));

    public void Put(SentRow row) =>
        company.Execute(
            "insert or replace into statement_sent values (@Year, @SupplierKey, @Form, @Day, @How, @CameBack, @Note, @At, @Who)",
            row
        );

    public void Remove(int year, string supplier, ReturnForm form, DateOnly day, SentHow how) =>
        company.Execute(
            "delete from statement_sent where year = @year and supplier_key = @supplier and form = @form and day = @day and how = @how",
            new
            {
                year,
                supplier,
                form = Words<ReturnForm>.Of(form),
                day = Iso.Text(day),
                how = Words<SentHow>.Of(how),
            }
        );
}
