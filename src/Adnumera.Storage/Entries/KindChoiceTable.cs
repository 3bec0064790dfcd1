using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Entries;

/// <summary>What a company decided for kinds of document; a kind without a row is as usual.</summary>
public static class KindChoiceTable
{
    /// <summary>All of them.</summary>
    public static IReadOnlyDictionary<DocumentKind, KindChoice> Of(SqliteConnection company) =>
        company
            .Query<(string Kind, string Form, string EntryDay, string Reference, string Notes, string Demands)>(
                "select kind, form, entry_day, reference, notes, demands from kind_choice"
            )
            .ToDictionary(
                r => Words<DocumentKind>.Read(r.Kind),
                r => new KindChoice
                {
                    Form = r.Form.Length > 0 ? Words<LedgerForm>.Read(r.Form) : null,
                    EntryDay = Words<EntryDay>.Read(r.EntryDay),
                    Reference = r.Reference,
                    Notes = Words<NotesPlace>.Read(r.Notes),
                    Demands = JsonSerializer
                        .Deserialize<Dictionary<string, string>>(r.Demands)!
                        .ToDictionary(d => Dimension.Of(d.Key), d => Words<DimensionDemand>.Read(d.Value)),
                }
            );

    /// <summary>Saves what is decided for a kind.</summary>
    public static void Save(SqliteConnection company, DocumentKind kind, KindChoice choice) =>
        company.Execute(
            """
            insert or replace into kind_choice (kind, form, entry_day, reference, notes, demands)
            values (@kind, @form, @day, @Reference, @notes, @demands)
            """,
            new
            {
                kind = Words<DocumentKind>.Of(kind),
                form = choice.Form is { } form ? Words<LedgerForm>.Of(form) : "",
                day = Words<EntryDay>.Of(choice.EntryDay),
                choice.Reference,
                notes = Words<NotesPlace>.Of(choice.Notes),
                demands = JsonSerializer.Serialize(
                    choice
                        .Demands.Where(d => d.Value != DimensionDemand.Optional)
                        .ToDictionary(d => d.Key.Word, d => Words<DimensionDemand>.Of(d.Value))
                ),
            }
        );
}
