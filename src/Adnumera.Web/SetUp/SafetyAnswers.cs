using Adnumera.Storage.Audit;

namespace Adnumera.Web.SetUp;

/// <param name="CheckedAt">When the record was last checked; blank before the first time.</param>
/// <param name="Problem">What does not fit; blank when the record is whole.</param>
/// <param name="KeyedAfter">Rows up to here were written before the record was sealed.</param>
/// <param name="Owed">What was done and does not stand in the record yet: it is written there as soon as the company's file can be
/// written.</param>
/// <param name="Next">The page goes on before this row; none at its end.</param>
public sealed record AuditAnswer(
    string CheckedAt,
    string Problem,
    long Rows,
    long KeyedAfter,
    IReadOnlyList<AuditRow> Owed,
    IReadOnlyList<AuditRow> Latest,
    long? Next
);
