using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What a company decided for kinds of document; a kind without a row is as usual.</summary>
public static class KindChoiceTable
{
    public static IReadOnlyDictionary<DocumentKind, KindChoice> Of(SqliteConnection company) =>
        company.Query<(string Kind, string Form, string EntryDay, string Reference, string Notes, string Requires)>("select kind, form, entry_day, reference, notes, requires from kind_choice")
            .ToDictionary(r => Words<DocumentKind>.Read(r.Kind), r => new KindChoice
            {
                Form = r.Form.Length > 0 ? Words<LedgerForm>.Read(r.Form) : null,
                EntryDay = Words<EntryDay>.Read(r.EntryDay),
                Reference = r.Reference,
                Notes = Words<NotesPlace>.Read(r.Notes),
                Requires = [.. r.Requires.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<DimensionKind>.Read)],
            });

    public static void Keep(SqliteConnection company, DocumentKind kind, KindChoice choice) => company.Execute(
        "insert or replace into kind_choice (kind, form, entry_day, reference, notes, requires) values (@kind, @form, @day, @Reference, @notes, @requires)",
        new
        {
            kind = Words<DocumentKind>.Of(kind),
            form = choice.Form is { } form ? Words<LedgerForm>.Of(form) : "",
            day = Words<EntryDay>.Of(choice.EntryDay),
            choice.Reference,
            notes = Words<NotesPlace>.Of(choice.Notes),
            requires = string.Join(' ', choice.Requires.Select(Words<DimensionKind>.Of)),
        });
}
