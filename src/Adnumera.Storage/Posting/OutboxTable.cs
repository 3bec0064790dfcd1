using System.Text.Json;
using Adnumera.Core;
using Adnumera.Core.Posting;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Posting;

/// <summary>An instruction as the outbox keeps it.</summary>
[method: ExplicitConstructor]
public sealed record InstructionRow(
    long Id, long DispatchId, string Kind, long? DocumentId, long Revision, string IdempotencyKey, string Content, string State, long Attempts,
    string SentAt, string AnsweredAt, string LedgerId, string RefusalCode, string RefusalText)
{
    public InstructionState StateValue => Words<InstructionState>.Read(State);

    public EntryInstruction Entry => JsonSerializer.Deserialize<EntryInstruction>(Content)!;
}

/// <summary>A dispatch, with what became of its instructions.</summary>
[method: ExplicitConstructor]
public sealed record DispatchRow(long Id, string StartedAt, string Who, string EndedAt, string Outcome, long Cancel, long Planned, long Accepted, long Refused, long Open);

/// <summary>An instruction with the document that it is of.</summary>
[method: ExplicitConstructor]
public sealed record OutcomeRow(
    long Id, string Kind, string State, string LedgerId, string RefusalCode, string RefusalText, long DocumentId, string Source, string SourceId, string Who, string Reference,
    string DocumentKind, long SignedTotal, string Supplier);

/// <summary>The outbox: what is sent to the ledger, written down before it is sent.</summary>
public sealed class OutboxTable(SqliteConnection company)
{
    private const string Columns =
        """
        id as Id, dispatch_id as DispatchId, kind as Kind, document_id as DocumentId, revision as Revision, idempotency_key as IdempotencyKey, content as Content, state as State,
        attempts as Attempts, sent_at as SentAt, answered_at as AnsweredAt, ledger_id as LedgerId, refusal_code as RefusalCode, refusal_text as RefusalText
        """;

    public long Start(DateTimeOffset at, string who) => company.ExecuteScalar<long>("insert into dispatch (started_at, who) values (@at, @who) returning id", new { at = Iso.Text(at), who });

    public void End(long dispatch, DateTimeOffset at, string outcome) => company.Execute("update dispatch set ended_at = @at, outcome = @outcome where id = @dispatch", new { dispatch, at = Iso.Text(at), outcome });

    public int Reopen(long dispatch) => company.Execute("update dispatch set ended_at = '', outcome = '', cancel = 0 where id = @dispatch", new { dispatch });

    public DispatchRow? Find(long id) => company.QueryFirstOrDefault<DispatchRow>(DispatchSql("where d.id = @id", 1), new { id });

    public int Cancel(long dispatch) => company.Execute("update dispatch set cancel = 1 where id = @dispatch and ended_at = ''", new { dispatch });

    public bool IsCancelled(long dispatch) => company.ExecuteScalar<long>("select cancel from dispatch where id = @dispatch", new { dispatch }) == 1;

    public void PlanSupplier(long dispatch, string key, string name) => company.Execute(
        "insert into instruction (dispatch_id, kind, revision, idempotency_key, content, state) values (@dispatch, 'supplier', 1, @key, @name, 'planned') on conflict (idempotency_key) do update set state = 'planned', dispatch_id = excluded.dispatch_id where state = 'refused'",
        new { dispatch, key, name });

    public void PlanEntry(long dispatch, long document, int revision, EntryInstruction entry) => company.Execute(
        """
        insert into instruction (dispatch_id, kind, document_id, revision, idempotency_key, content, state)
        values (@dispatch, 'entry', @document, @revision, @IdempotencyKey, @content, 'planned')
        """, new { dispatch, document, revision, entry.IdempotencyKey, content = JsonSerializer.Serialize(entry) });

    /// <summary>The next instruction of any dispatch that has no answer: suppliers before entries, in the order of planning.</summary>
    public InstructionRow? NextOpen() => company.QueryFirstOrDefault<InstructionRow>(
        $"select {Columns} from instruction where state in ('planned', 'sent', 'unknown') order by kind desc, id limit 1");

    public long CountOpen() => company.ExecuteScalar<long>("select count(*) from instruction where state in ('planned', 'sent', 'unknown')");

    public void Sent(long id, DateTimeOffset at) => company.Execute("update instruction set state = 'sent', sent_at = @at, attempts = attempts + 1 where id = @id", new { id, at = Iso.Text(at) });

    public void Answered(long id, InstructionState state, DateTimeOffset at, string ledgerId = "", string code = "", string text = "") => company.Execute(
        "update instruction set state = @state, answered_at = @at, ledger_id = @ledgerId, refusal_code = @code, refusal_text = @text where id = @id",
        new { id, state = Words<InstructionState>.Of(state), at = Iso.Text(at), ledgerId, code, text });

    /// <summary>Takes back what was planned and not sent.</summary>
    public IReadOnlyList<long> Withdraw(long dispatch) => company.Query<long>(
        "delete from instruction where dispatch_id = @dispatch and state = 'planned' returning coalesce(document_id, 0)", new { dispatch }).Where(id => id != 0).ToList();

    public DispatchRow? Latest() => Dispatches(1) is [var latest] ? latest : null;

    public DispatchRow? Running() => company.QueryFirstOrDefault<DispatchRow>(DispatchSql("where d.ended_at = ''", 1));

    public IReadOnlyList<DispatchRow> Dispatches(int most) => company.Query<DispatchRow>(DispatchSql("", most)).AsList();

    public IReadOnlyList<OutcomeRow> Outcomes(long dispatch, int most) => company.Query<OutcomeRow>(
        """
        select i.id as Id, i.kind as Kind, i.state as State, i.ledger_id as LedgerId, i.refusal_code as RefusalCode, i.refusal_text as RefusalText,
          coalesce(d.id, 0) as DocumentId, coalesce(d.source, '') as Source, coalesce(d.source_id, '') as SourceId,
          coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account, i.content) as Who, coalesce(d.reference, '') as Reference, coalesce(d.kind, '') as DocumentKind,
          coalesce(d.signed_total, 0) as SignedTotal, case when i.kind = 'supplier' then i.content else '' end as Supplier
        from instruction i left join document d on d.id = i.document_id where i.dispatch_id = @dispatch
        order by case i.state when 'refused' then 0 when 'unknown' then 1 when 'accepted' then 3 else 2 end, i.kind desc, i.id limit @most
        """, new { dispatch, most }).AsList();

    /// <summary>What was sent and accepted for documents whose entry date lies in these days: what the ledger should hold.</summary>
    public IReadOnlyList<(long DocumentId, EntryInstruction Entry)> Intended(string first, string last) => [.. company.Query<(long Id, string Content)>(
        """
        select d.id, i.content from document d
        join instruction i on i.document_id = d.id and i.revision = d.revision and i.state = 'accepted'
        where d.state in ('posted', 'proved') and d.entry_date >= @first and d.entry_date <= @last order by d.id
        """, new { first, last }).Select(r => (r.Id, JsonSerializer.Deserialize<EntryInstruction>(r.Content)!))];

    public IReadOnlyList<InstructionRow> OfDocument(long document) => company.Query<InstructionRow>($"select {Columns} from instruction where document_id = @document order by id", new { document }).AsList();

    private static string DispatchSql(string where, int most) =>
        $"""
        select d.id as Id, d.started_at as StartedAt, d.who as Who, d.ended_at as EndedAt, d.outcome as Outcome, d.cancel as Cancel,
          (select count(*) from instruction i where i.dispatch_id = d.id) as Planned,
          (select count(*) from instruction i where i.dispatch_id = d.id and i.state = 'accepted') as Accepted,
          (select count(*) from instruction i where i.dispatch_id = d.id and i.state = 'refused') as Refused,
          (select count(*) from instruction i where i.dispatch_id = d.id and i.state in ('planned', 'sent', 'unknown')) as Open
        from dispatch d {where} order by d.id desc limit {most}
        """;
}
