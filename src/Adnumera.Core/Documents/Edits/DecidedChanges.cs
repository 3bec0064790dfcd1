namespace Adnumera.Core.Documents;

/// <summary>A document with all that persons decided on it.</summary>
/// <param name="Document">The document, as it is with it.</param>
/// <param name="Choices">What they decided.</param>
/// <param name="Decided">The account of each line, whatever decided it; none for what persons chose alone.</param>
public readonly record struct DecidedDocument(Document Document, PersonsChoices Choices, IReadOnlyList<string>? Decided = null);

/// <summary>What a decision of a person changed, field by field, as people say it.</summary>
public static class DecidedChanges
{
    /// <summary>The field of an account that a person chose for a line.</summary>
    public const string Account = "account";

    /// <summary>The field of what is set aside.</summary>
    public const string SetAside = "set aside";

    /// <summary>The changes: of the document, then line by line, then what was chosen.</summary>
    public static IReadOnlyList<FieldChange> Between(DecidedDocument before, DecidedDocument after) =>
        [
            .. DocumentDifferences.Of(before.Document, after.Document),
            .. Accounts(before, after),
            .. Fields(before.Choices)
                .Zip(Fields(after.Choices), (was, now) => new FieldChange(0, was.Field, was.Value, now.Value))
                .Where(c => c.Before != c.After),
        ];

    // Where a person chose another one; before it stood what decided then, whoever did.
    private static IEnumerable<FieldChange> Accounts(DecidedDocument before, DecidedDocument after)
    {
        var (was, now) = (before.Document.Lines, after.Document.Lines.ToDictionary(l => l.Number));
        for (var i = 0; i < was.Count; i++)
            if ((now.Remove(was[i].Number, out var line) ? line.Account : "") is var account && account != was[i].Account)
                yield return new FieldChange(was[i].Number, Account, before.Decided?[i] ?? was[i].Account, account);
        foreach (var line in now.Values.Where(l => l.Account.Length > 0).OrderBy(l => l.Number))
            yield return new FieldChange(line.Number, Account, "", line.Account);
    }

    private static IEnumerable<(string Field, string Value)> Fields(PersonsChoices c) =>
        [
            ("payment account chosen", c.PaymentAccount.Length > 0 ? c.PaymentAccount : c.ToAccount),
            (
                "private",
                c.Private ? "yes"
                : c.NotPrivate ? "no"
                : ""
            ),
            ("no duplicate", c.NotDuplicate ? "yes" : ""),
            ("entry date", Day.Text(c.Edits.EntryDate)),
            ("held back", c.Edits.HeldBack),
            ("note", c.Edits.Note),
            (
                "rate",
                c.Edits.Converted is { } converted
                    ? $"{converted.Rate.ToString(System.Globalization.CultureInfo.InvariantCulture)} of {Day.Text(converted.On)}"
                    : ""
            ),
            (
                SetAside,
                c.Aside is not { } aside ? ""
                : aside.Note.Length > 0 ? aside.Note
                : Words<SetAsideKind>.Of(aside.Kind).Replace('_', ' ')
            ),
        ];
}
