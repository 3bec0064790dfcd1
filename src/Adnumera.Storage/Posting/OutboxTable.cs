using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Posting;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>An instruction as the outbox keeps it.</summary>
[method: ExplicitConstructor]
public sealed record InstructionRow(
    long Id,
    long DispatchId,
    string Kind,
    long? DocumentId,
    long Revision,
    string IdempotencyKey,
    string Content,
    string State,
    long Attempts,
    string SentAt,
    string AnsweredAt,
    string LedgerId,
    string RefusalCode,
    string RefusalText,
    string Organisation,
    long Absent,
    string AbsentSince,
    string AskedAt
)
{
    public bool IsSupplier => Kind == Words<InstructionKind>.Of(InstructionKind.Supplier);

    public InstructionState StateValue => Words<InstructionState>.Read(State);

    /// <summary>What the ledger said of its key.</summary>
    public Absence Absence => Absent == 0 ? default : new Absence((int)Absent, Iso.Instant(AbsentSince), Iso.Instant(AskedAt));

    public EntryInstruction Entry => JsonSerializer.Deserialize<EntryInstruction>(Content)!;
}

/// <summary>A dispatch, with what became of its instructions.</summary>
[method: ExplicitConstructor]
public sealed record DispatchRow(
    long Id,
    string StartedAt,
    string Who,
    string EndedAt,
    string Outcome,
    long Cancel,
    long Planned,
    long Accepted,
    long Refused,
    long Unknown,
    long Unsent
);

/// <summary>An instruction with the document that it is of.</summary>
[method: ExplicitConstructor]
public sealed record OutcomeRow(
    long Id,
    string Kind,
    string State,
    string LedgerId,
    string RefusalCode,
    string RefusalText,
    long DocumentId,
    string Source,
    string SourceId,
    string Who,
    string Reference,
    string DocumentKind,
    long SignedTotal,
    string Supplier
);

/// <summary>The outbox: what is sent to the ledger, written down before it is sent.</summary>
public sealed class OutboxTable(SqliteConnection company)
{
    private const string Columns = """
        id as Id, dispatch_id as DispatchId, kind as Kind, document_id as DocumentId, revision as Revision, idempotency_key as
          IdempotencyKey, content as Content, state as State,
        attempts as Attempts, sent_at as SentAt, answered_at as AnsweredAt, ledger_id as LedgerId, refusal_code as RefusalCode, refusal_text
          as RefusalText,
        organisation as Organisation, absent as Absent, absent_since as AbsentSince, asked_at as AskedAt
        """;

    private const string Accepted =
        "(select coalesce(sum(c.instructions), 0) from dispatch_cell c where c.dispatch_id = @dispatch and c.state = 'accepted')";

    private const string AccountsSql = """
        select p.account as Account, sum(max(p.amount, 0)) as Debit, sum(max(-p.amount, 0)) as Credit, count(*) as Documents
        from instruction i cross join posting p on p.document_id = i.document_id
        where i.dispatch_id = @dispatch and i.state = 'accepted' group by p.account
        """;

    private static readonly InstructionState[] OutcomeOrder =
    [
        InstructionState.Refused,
        InstructionState.Unknown,
        InstructionState.Sent,
        InstructionState.Planned,
        InstructionState.Accepted,
    ];

    public long Start(DateTimeOffset at, string who) =>
        company.ExecuteScalar<long>(
            "insert into dispatch (started_at, who) values (@at, @who) returning id",
            new { at = Iso.Text(at), who }
        );

    public void End(long dispatch, DateTimeOffset at, string outcome) =>
        company.Execute(
            $"""
            update dispatch set ended_at = @at, outcome = @outcome where id = @dispatch;
            delete from dispatch_account where dispatch_id = @dispatch;
            insert into dispatch_account (dispatch_id, accepted, account, debit, credit, documents)
              select @dispatch, {Accepted}, Account, Debit, Credit, Documents from ({AccountsSql});
            """,
            new
            {
                dispatch,
                at = Iso.Text(at),
                outcome,
            }
        );

    public int Reopen(long dispatch) =>
        company.Execute("update dispatch set ended_at = '', outcome = '', cancel = 0 where id = @dispatch", new { dispatch });

    public DispatchRow? Find(long id) => company.QueryFirstOrDefault<DispatchRow>(DispatchSql("where d.id = @id", 1), new { id });

    public int Cancel(long dispatch) =>
        company.Execute("update dispatch set cancel = 1 where id = @dispatch and ended_at = ''", new { dispatch });

    public bool IsCancelled(long dispatch) =>
        company.ExecuteScalar<long>("select cancel from dispatch where id = @dispatch", new { dispatch }) == 1;

    /// <summary>The suppliers that were planned for an organisation's ledger, by folded name: the latest revision, and whether one is under
    /// way.</summary>
    public IReadOnlyDictionary<string, PlannedSupplier> Suppliers(string organisation) =>
        company
            .Query<(string Name, long Revision, string State)>(
                "select content, revision, state from instruction where kind = 'supplier' and organisation = @organisation",
                new { organisation }
            )
            .GroupBy(s => Folded.Of(s.Name))
            .ToDictionary(
                g => g.Key,
                g => new PlannedSupplier(
                    (int)g.Max(s => s.Revision),
                    g.Any(s => Outbox.Next(Words<InstructionState>.Read(s.State)) != PostingStep.Nothing)
                )
            );

    public void PlanSupplier(long dispatch, string organisation, int revision, string key, string name) =>
        company.Execute(
            "insert into instruction (dispatch_id, kind, revision, idempotency_key, content, state, organisation, supplier_key) "
                + "values (@dispatch, 'supplier', @revision, @key, @name, 'planned', @organisation, @supplier)",
            new
            {
                supplier = Folded.Of(name),
                dispatch,
                revision,
                key,
                name,
                organisation,
            }
        );

    public void PlanEntry(long dispatch, string organisation, long document, int revision, EntryInstruction entry, string waitsFor) =>
        company.Execute(
            """
            insert into instruction (dispatch_id, kind, document_id, revision, idempotency_key, content, state, organisation, supplier_key)
            values (@dispatch, 'entry', @document, @revision, @IdempotencyKey, @content, 'planned', @organisation, @supplier)
            """,
            new
            {
                supplier = Folded.Of(waitsFor),
                dispatch,
                document,
                revision,
                entry.IdempotencyKey,
                content = JsonSerializer.Serialize(entry),
                organisation,
            }
        );

    /// <summary>The next of a dispatch that is planned: suppliers before entries, in the order of planning. What waits for a supplier of
    /// which nobody knows yet whether the ledger has it is none.</summary>
    public InstructionRow? NextPlanned(long dispatch) =>
        company.QueryFirstOrDefault<InstructionRow>(
            $"""
            select {Columns} from instruction i where dispatch_id = @dispatch and state = 'planned' and not (kind = 'entry' and supplier_key
              <> '' and exists (select 1 from instruction s where s.supplier_key <> '' and s.supplier_key = i.supplier_key
                and s.organisation = i.organisation and s.state in ('sent', 'unknown') and s.kind = 'supplier'))
            order by kind desc, id limit 1
            """,
            new { dispatch }
        );

    /// <summary>Takes back the entries of a supplier that were planned for an organisation's ledger and never sent; returns their
    /// documents. Walks instruction_by_supplier.</summary>
    public IReadOnlyList<long> WithdrawThoseOf(string organisation, string supplier) =>
        company
            .Query<long>(
                """
                delete from instruction where supplier_key = @supplier and supplier_key <> '' and organisation = @organisation
                  and state = 'planned' and kind = 'entry' and attempts = 0 returning document_id
                """,
                new { supplier = Folded.Of(supplier), organisation }
            )
            .AsList();

    /// <summary>Those that were sent to an organisation's ledger and have no clear answer, of any dispatch. Walks
    /// instruction_unclear.</summary>
    public IReadOnlyList<InstructionRow> Unanswered(string organisation) =>
        company
            .Query<InstructionRow>(
                $"select {Columns} from instruction where state in ('sent', 'unknown') and organisation = @organisation "
                    + "order by kind desc, id",
                new { organisation }
            )
            .AsList();

    /// <summary>The latest dispatch that has something planned, with the organisation that it was planned for.</summary>
    public (long Dispatch, string Organisation, long Count)? Planned() =>
        company.QueryFirstOrDefault<(long Dispatch, string Organisation, long Count)>(
            """
            select c.dispatch_id, (select i.organisation from instruction i where i.dispatch_id = c.dispatch_id and i.state = 'planned'
              order by i.kind desc, i.id limit 1), c.instructions
            from dispatch_cell c where c.state = 'planned' and c.instructions > 0 order by c.dispatch_id desc limit 1
            """
        )
            is { Count: > 0 } planned
            ? planned
            : null;

    /// <summary>How many are planned or sent: under way, so that the ledger they are for must stay as it is.</summary>
    public long CountUnderWay() => CountIn("'planned', 'sent'");

    /// <summary>How many have no clear answer, by organisation.</summary>
    public long CountUnknown() => CountIn("'sent', 'unknown'");

    private long CountIn(string states) =>
        company.ExecuteScalar<long>($"select coalesce(sum(instructions), 0) from dispatch_cell where state in ({states})");

    /// <summary>Notes that it is sent now. What the ledger said of its key before says nothing of what it is sent now.</summary>
    public void Sent(long id, DateTimeOffset at) =>
        company.Execute(
            "update instruction set state = 'sent', sent_at = @at, attempts = attempts + 1, absent = 0, absent_since = '', asked_at = '' "
                + "where id = @id",
            new { id, at = Iso.Text(at) }
        );

    public void Answered(long id, InstructionState state, DateTimeOffset at, string ledgerId = "", string code = "", string text = "") =>
        company.Execute(
            "update instruction set state = @state, answered_at = @at, ledger_id = @ledgerId, refusal_code = @code, refusal_text = @text "
                + "where id = @id",
            new
            {
                id,
                state = Words<InstructionState>.Of(state),
                at = Iso.Text(at),
                ledgerId,
                code,
                text,
            }
        );

    /// <summary>Notes that the ledger said once more that it does not have the key.</summary>
    public void NotThere(long id, Absence absence) =>
        company.Execute(
            "update instruction set state = 'unknown', absent = @Times, absent_since = @since, asked_at = @latest where id = @id",
            new
            {
                id,
                absence.Times,
                since = Iso.Text(absence.Since),
                latest = Iso.Text(absence.Latest),
            }
        );

    /// <summary>What was sent and left without an answer is unknown from here on.</summary>
    public int LeaveUnknown() => company.Execute("update instruction set state = 'unknown' where state = 'sent'");

    /// <summary>
    /// Takes back what a dispatch planned and never sent; returns its documents. What was turned away by the ledger stays, unknown, with
    /// its content: whatever was sent is never deleted.
    /// </summary>
    public IReadOnlyList<long> Withdraw(long dispatch)
    {
        company.Execute(
            "update instruction set state = 'unknown' where dispatch_id = @dispatch and state = 'planned' and attempts > 0",
            new { dispatch }
        );
        return company
            .Query<long>(
                "delete from instruction where dispatch_id = @dispatch and state = 'planned' returning coalesce(document_id, 0)",
                new { dispatch }
            )
            .Where(id => id != 0)
            .ToList();
    }

    public DispatchRow? Latest() => Dispatches(1) is [var latest] ? latest : null;

    /// <summary>The latest dispatch that has no end: it runs, or was cut off.</summary>
    public DispatchRow? Unended() => company.QueryFirstOrDefault<DispatchRow>(DispatchSql("where d.ended_at = ''", 1));

    /// <summary>Dispatches, the latest first, from before one on.</summary>
    public IReadOnlyList<DispatchRow> Dispatches(int most, long? before = null) =>
        company.Query<DispatchRow>(DispatchSql("where (@before is null or d.id < @before)", most), new { before }).AsList();

    /// <summary>What was accepted of a dispatch, by account: as it was added up at its end, unless another answer came since.</summary>
    public IReadOnlyList<AccountTotal> Accounts(long dispatch)
    {
        var kept = company
            .Query<AccountTotal>(
                "select account as Account, debit as Debit, credit as Credit, documents as Documents from dispatch_account "
                    + $"where dispatch_id = @dispatch and accepted = {Accepted} order by account",
                new { dispatch }
            )
            .AsList();
        return kept.Count > 0 ? kept : company.Query<AccountTotal>($"{AccountsSql} order by Account", new { dispatch }).AsList();
    }

    /// <summary>What became of a dispatch's instructions: what was refused first, then what has no clear answer, what is still to go, and
    /// what
    /// was accepted. Walks instruction_by_dispatch, state by state, and reads no more than is shown.</summary>
    public IReadOnlyList<OutcomeRow> Outcomes(long dispatch, int most, int skip = 0) =>
        company
            .Query<OutcomeRow>(
                $"""
                select i.id as Id, i.kind as Kind, i.state as State, i.ledger_id as LedgerId, i.refusal_code as RefusalCode, i.refusal_text
                  as RefusalText,
                  coalesce(d.id, 0) as DocumentId, coalesce(d.source, '') as Source, coalesce(d.source_id, '') as SourceId,
                  coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account, i.content) as Who, coalesce(d.reference, '')
                    as Reference, coalesce(d.kind, '') as DocumentKind,
                  coalesce(d.signed_total, 0) as SignedTotal, case when i.kind = 'supplier' then i.content else '' end as Supplier
                from ({string.Join(" union all ", OutcomeOrder.Select((state, i) =>
                    "select * from (select " + i + " as place, id as instruction_id from instruction "
                    + $"where dispatch_id = @dispatch and state = '{Words<InstructionState>.Of(state)}' "
                    + "order by kind desc, id limit @most + @skip)"))}) o
                join instruction i on i.id = o.instruction_id left join document d on d.id = i.document_id
                order by o.place, i.kind desc, i.id limit @most offset @skip
                """,
                new
                {
                    dispatch,
                    most,
                    skip,
                }
            )
            .AsList();

    /// <summary>What was sent to an organisation's ledger and accepted for documents whose entry date lies in these days: what it should
    /// hold.</summary>
    public IReadOnlyList<(long DocumentId, EntryInstruction Entry)> Intended(string organisation, string first, string last) =>
        [
            .. company
                .Query<(long Id, string Content)>(
                    """
                    select d.id, i.content from document d
                    join instruction i on i.document_id = d.id and i.revision = d.revision and i.state = 'accepted'
                      and i.organisation = @organisation
                    where d.state in ('posted', 'proved') and d.entry_date >= @first and d.entry_date <= @last order by d.id
                    """,
                    new
                    {
                        organisation,
                        first,
                        last,
                    }
                )
                .Select(r => (r.Id, JsonSerializer.Deserialize<EntryInstruction>(r.Content)!)),
        ];

    /// <summary>Those of these identities that stand in the ledger, or may: what carries their key there was intended, whenever it is
    /// dated.</summary>
    public IReadOnlySet<DocumentIdentity> Known(IEnumerable<DocumentIdentity> identities) =>
        company
            .Query<(string Source, string SourceId)>(
                """
                select d.source, d.source_id from json_each(@keys) j cross join document d on d.source = j.value ->> 0
                  and d.source_id = j.value ->> 1
                where d.state in ('on_its_way', 'posted', 'proved')
                """,
                new { keys = JsonSerializer.Serialize(identities.Select(i => new[] { i.Source, i.SourceId })) }
            )
            .Select(k => new DocumentIdentity(k.Source, k.SourceId))
            .ToHashSet();

    public IReadOnlyList<InstructionRow> OfDocument(long document) =>
        company
            .Query<InstructionRow>($"select {Columns} from instruction where document_id = @document order by id", new { document })
            .AsList();

    private static string DispatchSql(string where, int most) =>
        $"""
            select d.id as Id, d.started_at as StartedAt, d.who as Who, d.ended_at as EndedAt, d.outcome as Outcome, d.cancel as Cancel,
              coalesce(sum(c.instructions), 0) as Planned,
              coalesce(sum(c.instructions) filter (where c.state = 'accepted'), 0) as Accepted,
              coalesce(sum(c.instructions) filter (where c.state = 'refused'), 0) as Refused,
              coalesce(sum(c.instructions) filter (where c.state in ('sent', 'unknown')), 0) as Unknown,
              coalesce(sum(c.instructions) filter (where c.state = 'planned'), 0) as Unsent
            from dispatch d left join dispatch_cell c on c.dispatch_id = d.id {where} group by d.id order by d.id desc limit {most}
            """;
}
