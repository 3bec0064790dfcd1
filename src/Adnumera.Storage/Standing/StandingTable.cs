using System.Text.Json;
using Adnumera.Core.Standing;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Standing;

/// <summary>A standing decision as it is kept.</summary>
/// <param name="Decision">What it says.</param>
/// <param name="At">When it was decided last.</param>
/// <param name="Who">By whom.</param>
public sealed record StandingRow(StandingDecision Decision, string At, string Who);

/// <summary>How often a decision acted.</summary>
/// <param name="Documents">On how many documents.</param>
/// <param name="Won">On how many of them something of it holds.</param>
public readonly record struct StandingCount(long Documents, long Won);

/// <summary>What was decided once and decides itself from then on.</summary>
public sealed class StandingTable(SqliteConnection company)
{
    /// <summary>All of them, in their order.</summary>
    public IReadOnlyList<StandingRow> All() =>
        [
            .. company
                .Query<(long Id, string Name, string Condition, string Effects, long IsOn, string At, string Who)>(
                    "select id, name, condition, effects, is_on, at, who from standing_decision order by position, id"
                )
                .Select(r => new StandingRow(
                    new StandingDecision(
                        r.Id,
                        r.Name,
                        JsonSerializer.Deserialize<StandingCondition>(r.Condition)!,
                        JsonSerializer.Deserialize<IReadOnlyList<StandingEffect>>(r.Effects)!,
                        r.IsOn == 1
                    ),
                    r.At,
                    r.Who
                )),
        ];

    /// <summary>The decisions, in their order.</summary>
    public IReadOnlyList<StandingDecision> Decisions() => [.. All().Select(r => r.Decision)];

    /// <summary>Puts them in the place of those that are there, in this order; those with number 0 get one.</summary>
    /// <returns>The decisions with their numbers.</returns>
    public IReadOnlyList<StandingDecision> Put(IReadOnlyList<StandingDecision> decisions, string at, string who)
    {
        var before = All().ToDictionary(r => r.Decision.Id);
        company.Execute("delete from standing_decision");
        return
        [
            .. decisions.Select(
                (d, position) =>
                {
                    var same = before.TryGetValue(d.Id, out var was) && SaysTheSame(was.Decision, d);
                    var id = company.ExecuteScalar<long>(
                        "insert into standing_decision (id, position, name, condition, effects, is_on, at, who) values "
                            + "(case @Id when 0 then (select coalesce(max(id), 0) + 1 from (select id from standing_decision union all "
                            + "select decision_id from standing_use union all select value from json_each(@known))) else @Id end, "
                            + "@position, @Name, @condition, @effects, @IsOn, @at, @who) returning id",
                        new
                        {
                            d.Id,
                            position,
                            d.Name,
                            condition = JsonSerializer.Serialize(d.When),
                            effects = JsonSerializer.Serialize(d.Then),
                            d.IsOn,
                            known = JsonSerializer.Serialize(before.Keys),
                            at = same ? was!.At : at,
                            who = same ? was!.Who : who,
                        }
                    );
                    return d with { Id = id };
                }
            ),
        ];
    }

    /// <summary>How often each acted. Walks standing_use_by_decision.</summary>
    public IReadOnlyDictionary<long, StandingCount> Counts() =>
        company
            .Query<(long Id, long Documents, long Won)>(
                "select decision_id, count(distinct document_id), count(distinct case won when 1 then document_id end) "
                    + "from standing_use group by decision_id"
            )
            .ToDictionary(r => r.Id, r => new StandingCount(r.Documents, r.Won));

    /// <summary>Open documents on which a decision acted, ascending.</summary>
    public IReadOnlyList<long> OpenOf(IEnumerable<long> decisions) =>
        company
            .Query<long>(
                "select distinct u.document_id from json_each(@decisions) j cross join standing_use u on u.decision_id = j.value "
                    + "cross join document d on d.id = u.document_id where d.state in ('held', 'to_approve', 'ready') "
                    + "or (d.state = 'set_aside' and d.set_aside_by = '') order by 1",
                new { decisions = JsonSerializer.Serialize(decisions) }
            )
            .AsList();

    private static bool SaysTheSame(StandingDecision one, StandingDecision other) =>
        one.Name == other.Name && one.IsOn == other.IsOn && one.When == other.When && one.Then.SequenceEqual(other.Then);
}
