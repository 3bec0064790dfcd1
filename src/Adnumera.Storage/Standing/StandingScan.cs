using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Standing;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Standing;

/// <summary>A document that a condition fits.</summary>
/// <param name="Id">The document.</param>
/// <param name="Document">What was read of it: its head, and its lines only where a text is asked for.</param>
/// <param name="State">Where it is.</param>
/// <param name="MayBeCoded">Whether deciding anew may change it.</param>
public readonly record struct StandingMatch(long Id, Document Document, DocumentState State, bool MayBeCoded);

/// <summary>Tries conditions against all that has arrived: the few columns that they ask about are walked once, in the order of the
/// table.</summary>
public sealed class StandingScan(SqliteConnection company)
{
    /// <summary>The columns, read in one walk; what fits is decided by the condition alone.</summary>
    public const string Heads =
        "select d.id, d.source, d.kind, d.document_date, d.supplier, d.employee, d.payment_account, d.merchant_code, d.total, d.notes, "
        + "d.state, d.set_aside_by, d.currency, d.source_id from document d";

    private static readonly IReadOnlyDictionary<string, DocumentKind> Kinds = Enum.GetValues<DocumentKind>()
        .ToDictionary(Words<DocumentKind>.Of, StringComparer.Ordinal);

    /// <summary>The documents that any of the conditions fits, ascending.</summary>
    /// <param name="conditions">The conditions.</param>
    /// <param name="openOnly">Whether only those count that deciding anew may change.</param>
    public IEnumerable<StandingMatch> Matching(IReadOnlyCollection<StandingCondition> conditions, bool openOnly = false)
    {
        if (conditions.Count == 0)
            yield break;
        var withText = conditions.Any(c => c.Text.Length > 0);
        using var command = company.CreateCommand();
        command.CommandText = openOnly
            ? $"{Heads} where d.state in ('held', 'to_approve', 'ready') or (d.state = 'set_aside' and d.set_aside_by = '') order by d.id"
            : $"{Heads} order by d.id";
        using var lines = withText ? Lines() : null;
        using var reader = command.ExecuteReader();
        while (reader.Read())
        {
            var document = Head(reader);
            if (!conditions.Any(c => c.Fits(document)))
                continue;
            var id = reader.GetInt64(0);
            if (withText)
                document = document with { Lines = Read(lines!, id) };
            if (conditions.Any(c => c.Text.Length == 0 ? c.Fits(document) : c.LinesOf(document).Count > 0))
            {
                var state = Words<DocumentState>.Read(reader.GetString(10));
                yield return new StandingMatch(
                    id,
                    document,
                    state,
                    new DocumentStanding(state, reader.GetString(11).Length > 0).MayBeCoded
                );
            }
        }
    }

    private SqliteCommand Lines()
    {
        var command = company.CreateCommand();
        command.CommandText = "select line, description from document_line where document_id = @id order by line";
        command.Parameters.Add("@id", SqliteType.Integer);
        command.Prepare();
        return command;
    }

    private static List<DocumentLine> Read(SqliteCommand lines, long id)
    {
        lines.Parameters[0].Value = id;
        using var reader = lines.ExecuteReader();
        var read = new List<DocumentLine>();
        while (reader.Read())
            read.Add(
                new DocumentLine
                {
                    Number = reader.GetInt64(0),
                    Description = reader.GetString(1),
                    Net = 0,
                }
            );
        return read;
    }

    private static Document Head(SqliteDataReader row) =>
        new()
        {
            Identity = new DocumentIdentity(row.GetString(1), row.GetString(13)),
            Kind = Kinds[row.GetString(2)],
            Date = DateOnly.ParseExact(row.GetString(3), "yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            Supplier = row.GetString(4),
            Employee = row.GetString(5),
            PaymentAccount = row.GetString(6),
            MerchantCode = row.GetString(7),
            Total = row.GetInt64(8),
            Notes = row.GetString(9),
            Currency = Currency.Of(row.GetString(12)),
            Lines = [],
        };
}
