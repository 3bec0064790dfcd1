using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Documents;

/// <summary>A documents file of which some records cannot be read: these are held by themselves, the others come.</summary>
internal static class HeldRecords
{
    /// <summary>Its records in their order. What is wrong with the file itself (its header, its quotes, rows of another width) goes to
    /// <paramref name="problems"/>, and there are none.</summary>
    public static IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        var found = new Problems(int.MaxValue);
        var sound = DocumentsFile.ReadSound(file.Name, file.Content, choices, found);
        foreach (var notice in found.Notices)
            problems.Notice(notice);
        if (!found.Any)
            return [.. sound.Select(f => Taken(file, f))];
        if (found.Errors.Any(e => e.Column.Length == 0 || e.Row <= 1) || !DocumentsFile.HasItsHeader(file.Content))
        {
            problems.Add(found);
            return [];
        }

        return Split(file, sound, found.Errors.ToLookup(e => e.Row));
    }

    private static List<ArrivedRecord> Split(ArrivedFile file, IReadOnlyList<FiledDocument> sound, ILookup<long, Problem> errors)
    {
        var byRow = sound.ToDictionary(f => f.FirstRow);
        var records = new List<ArrivedRecord>();
        foreach (var rows in Groups(file))
        {
            var said = rows.SelectMany(r => errors[r.Row]).ToList();
            records.Add(
                said.Count == 0
                    ? Taken(file, byRow[rows[0].Row])
                    : new ArrivedRecord.Faulty(
                        file.Name,
                        FiledDocument.PlaceOf(rows[0].Row, rows[^1].Row),
                        TypedDocuments.OfRows(rows.ConvertAll(r => r.Texts)),
                        said
                    )
            );
        }

        return records;
    }

    // The rows of each document, in the order of their first rows; a row without an id is one by itself.
    private static List<List<(long Row, IReadOnlyDictionary<string, string> Texts)>> Groups(ArrivedFile file)
    {
        using var table = CsvTable.Open(file.Name, file.Content, DocumentsFile.Columns, new Problems());
        var groups = new List<List<(long, IReadOnlyDictionary<string, string>)>>();
        var known = new Dictionary<DocumentIdentity, List<(long, IReadOnlyDictionary<string, string>)>>();
        while (table.Read())
        {
            var texts = TypedDocuments.Texts(table);
            var identity = new DocumentIdentity(texts.GetValueOrDefault("source", ""), texts.GetValueOrDefault("source_id", ""));
            var isNamed = identity.Source.Length > 0 && identity.SourceId.Length > 0;
            if (!isNamed || !known.TryGetValue(identity, out var group))
            {
                groups.Add(group = []);
                if (isNamed)
                    known.Add(identity, group);
            }

            group.Add((table.Row, texts));
        }

        return groups;
    }

    private static ArrivedRecord.Taken Taken(ArrivedFile file, FiledDocument filed) => new(file.Name, filed.Place, filed.Document);
}
