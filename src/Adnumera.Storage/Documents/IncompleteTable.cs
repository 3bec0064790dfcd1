using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A document that is not complete, as it is kept.</summary>
/// <param name="Place">Where it stands in its file; blank where it is none of a file's records.</param>
/// <param name="Fingerprint">What the same again has, too; blank for none.</param>
/// <param name="Content">Its texts, as JSON.</param>
/// <param name="Said">What was wrong with it in its file, as JSON.</param>
/// <param name="Proposed">The fields that were read off a picture and nobody has confirmed, as JSON.</param>
/// <param name="DocumentId">The document that it became; 0 for none.</param>
/// <param name="ChangedBy">Who worked on it last; blank for nobody.</param>
[method: ExplicitConstructor]
public sealed record IncompleteRow(
    long Id,
    long ArrivalId,
    string Place,
    string Fingerprint,
    string Content,
    string Said,
    string Proposed,
    string State,
    long DocumentId,
    string At,
    string Who,
    string ChangedAt,
    string ChangedBy
)
{
    /// <summary>Its texts.</summary>
    public TypedDocument Typed => JsonSerializer.Deserialize<TypedDocument>(Content)!;

    /// <summary>What was wrong with it in its file.</summary>
    public IReadOnlyList<Problem> SaidProblems => JsonSerializer.Deserialize<IReadOnlyList<Problem>>(Said)!;

    /// <summary>The fields that nobody has confirmed.</summary>
    public IReadOnlyList<string> ProposedFields => JsonSerializer.Deserialize<IReadOnlyList<string>>(Proposed)!;

    /// <summary>What became of it.</summary>
    public IncompleteState StateValue => Words<IncompleteState>.Read(State);
}

/// <summary>Documents that are not complete.</summary>
public sealed class IncompleteTable(SqliteConnection company)
{
    private const string Columns =
        "i.id, i.arrival_id as ArrivalId, i.place, i.fingerprint, i.content, i.said, i.proposed, i.state, i.document_id as DocumentId, "
        + "i.at, i.who, i.changed_at as ChangedAt, i.changed_by as ChangedBy";

    /// <summary>What the same record again has, too.</summary>
    public static string FingerprintOf(string source, TypedDocument typed) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes($"{source}\u001F{JsonSerializer.Serialize(typed)}")));

    /// <summary>Adds one, unless the same is here already.</summary>
    /// <returns>Its id; none where the same is here.</returns>
    public long? Add(
        long arrival,
        string place,
        string fingerprint,
        TypedDocument typed,
        IReadOnlyList<Problem> said,
        IReadOnlyList<string> proposed,
        (string At, string Who) by
    ) =>
        company.QueryFirstOrDefault<long?>(
            """
            insert into incomplete (arrival_id, place, fingerprint, source, source_id, content, said, proposed, at, who)
            values (@arrival, @place, @fingerprint, @source, @sourceId, @content, @said, @proposed, @At, @Who)
            on conflict do nothing returning id
            """,
            new
            {
                arrival,
                place,
                fingerprint,
                source = typed["source"],
                sourceId = typed["source_id"],
                content = JsonSerializer.Serialize(typed),
                said = JsonSerializer.Serialize(said),
                proposed = JsonSerializer.Serialize(proposed),
                by.At,
                by.Who,
            }
        );

    /// <summary>One of them.</summary>
    public IncompleteRow? Find(long id) =>
        company.QueryFirstOrDefault<IncompleteRow>($"select {Columns} from incomplete i where i.id = @id", new { id });

    /// <summary>The one with a fingerprint.</summary>
    public IncompleteRow? Like(string fingerprint) =>
        company.QueryFirstOrDefault<IncompleteRow>(
            $"select {Columns} from incomplete i where i.fingerprint = @fingerprint and i.fingerprint <> ''",
            new { fingerprint }
        );

    /// <summary>Of these fingerprints, those that are here.</summary>
    public IReadOnlySet<string> Known(IEnumerable<string> fingerprints) =>
        company
            .Query<string>(
                "select i.fingerprint from json_each(@all) j cross join incomplete i on i.fingerprint = j.value and i.fingerprint <> ''",
                new { all = JsonSerializer.Serialize(fingerprints) }
            )
            .ToHashSet();

    /// <summary>Those that wait, the latest first, some at a time; of one file, where one is named.</summary>
    public IReadOnlyList<IncompleteRow> Open(long? arrival, long before, int most) =>
        company
            .Query<IncompleteRow>(
                $"select {Columns} from incomplete i where i.state = 'open' and i.id < @before "
                    + $"{(arrival is null ? "" : "and i.arrival_id = @arrival ")}order by i.id desc limit @most",
                new
                {
                    arrival,
                    before,
                    most,
                }
            )
            .AsList();

    /// <summary>How many wait.</summary>
    public long OpenCount() => company.ExecuteScalar<long>("select count(*) from incomplete where state = 'open'");

    /// <summary>How many wait of each of these files.</summary>
    public IReadOnlyDictionary<long, long> OpenOf(IEnumerable<long> arrivals) =>
        company
            .Query<(long Arrival, long Count)>(
                "select i.arrival_id, count(*) from json_each(@ids) j "
                    + "cross join incomplete i on i.arrival_id = j.value and i.state = 'open' "
                    + "group by 1",
                new { ids = JsonSerializer.Serialize(arrivals) }
            )
            .ToDictionary(c => c.Arrival, c => c.Count);

    /// <summary>Keeps what a person typed.</summary>
    public void Save(long id, TypedDocument typed, IReadOnlyList<string> proposed, string at, string who) =>
        company.Execute(
            """
            update incomplete set source = @source, source_id = @sourceId, content = @content, proposed = @proposed,
              changed_at = @at, changed_by = @who where id = @id
            """,
            new
            {
                id,
                source = typed["source"],
                sourceId = typed["source_id"],
                content = JsonSerializer.Serialize(typed),
                proposed = JsonSerializer.Serialize(proposed),
                at,
                who,
            }
        );

    /// <summary>Says what became of one.</summary>
    public void Become(long id, IncompleteState state, long document, string at, string who) =>
        company.Execute(
            "update incomplete set state = @state, document_id = @document, changed_at = @at, changed_by = @who where id = @id",
            new
            {
                id,
                state = Words<IncompleteState>.Of(state),
                document,
                at,
                who,
            }
        );

    /// <summary>Those that wait for a document of these came with it.</summary>
    public void CameAs(IEnumerable<(DocumentIdentity Identity, long Id)> documents, string at, string who) =>
        company.Execute(
            """
            update incomplete set state = 'taken_in', document_id = came.document, changed_at = @at, changed_by = @who
            from (select i.id, j.value ->> 2 as document from json_each(@documents) j cross join incomplete i
              on i.state = 'open' and i.source = j.value ->> 0 and i.source_id = j.value ->> 1) came
            where incomplete.id = came.id
            """,
            new
            {
                documents = JsonSerializer.Serialize(documents.Select(d => new object[] { d.Identity.Source, d.Identity.SourceId, d.Id })),
                at,
                who,
            }
        );

    /// <summary>Leaves those of a file that is taken back, so that the same again may wait anew.</summary>
    public void TakeBack(long arrival, string at, string who) =>
        company.Execute(
            "update incomplete set state = 'left', fingerprint = '', changed_at = @at, changed_by = @who where arrival_id = @arrival",
            new
            {
                arrival,
                at,
                who,
            }
        );
}
