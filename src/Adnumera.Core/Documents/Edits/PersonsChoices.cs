namespace Adnumera.Core.Documents;

/// <summary>An account that a person chose for a line or a part of one.</summary>
public readonly record struct ChosenAccount(LinePlace Place, string Account);

/// <summary>Why a person set a document aside.</summary>
/// <param name="Kind">The reason.</param>
/// <param name="Note">In words of their own; blank where the reason says all.</param>
public sealed record PersonsAside(SetAsideKind Kind, string Note);

/// <summary>All that persons decided on a document: what they put right, and what they chose. A decision is undone by putting back the
/// whole of what stood before it.</summary>
public sealed record PersonsChoices
{
    /// <summary>What is put right.</summary>
    public DocumentEdits Edits { get; init; } = DocumentEdits.None;

    /// <summary>Accounts of lines.</summary>
    public IReadOnlyList<ChosenAccount> Accounts { get; init; } = [];

    /// <summary>The payment account; blank for what the source says.</summary>
    public string PaymentAccount { get; init; } = "";

    /// <summary>Where a transfer arrives; blank for what the source says.</summary>
    public string ToAccount { get; init; } = "";

    /// <summary>It was private.</summary>
    public bool Private { get; init; }

    /// <summary>It was not private, whatever stands decided.</summary>
    public bool NotPrivate { get; init; }

    /// <summary>It is no duplicate.</summary>
    public bool NotDuplicate { get; init; }

    /// <summary>Why it is set aside; none where no person did that.</summary>
    public PersonsAside? Aside { get; init; }

    /// <summary>What persons decided on a document.</summary>
    /// <param name="document">The document with it.</param>
    /// <param name="edits">What was put right on it.</param>
    /// <param name="said">As its source says it.</param>
    public static PersonsChoices Of(Document document, DocumentEdits edits, Document said) =>
        new()
        {
            Edits = edits,
            Accounts =
            [
                .. edits
                    .PlacesOf(said)
                    .Zip(document.Lines, (place, line) => new ChosenAccount(place, line.Account))
                    .Where(c => c.Account.Length > 0 && c.Place.Line > 0),
            ],
            PaymentAccount = document.PaymentAccountChoice,
            ToAccount = document.ToAccountChoice,
            Private = document.Private,
            NotPrivate = document.NotPrivate,
            NotDuplicate = document.NotDuplicate,
        };

    /// <summary>A document with all that was decided on it; an account that its source itself says is not kept, so that undoing what took
    /// its place brings it back with the rest.</summary>
    public Document Apply(Document said) =>
        Kept(said with { NotDuplicate = false, Lines = [.. said.Lines.Select(l => l with { Account = "" })] });

    /// <summary>A later version with what was decided on an earlier one: that is kept over what a source says, but for an account or a
    /// decision that the source itself brings.</summary>
    public Document Kept(Document now)
    {
        var (edited, accounts) = (Edits.Apply(now), Accounts.ToDictionary(a => a.Place, a => a.Account));
        var places = Edits.PlacesOf(now);
        return edited with
        {
            NotDuplicate = edited.NotDuplicate || NotDuplicate,
            PaymentAccountChoice = PaymentAccount,
            ToAccountChoice = ToAccount,
            Private = Private,
            NotPrivate = NotPrivate,
            Lines =
            [
                .. edited.Lines.Select(
                    (l, i) => l.Account.Length == 0 && accounts.TryGetValue(places[i], out var account) ? l with { Account = account } : l
                ),
            ],
        };
    }

    /// <summary>The same with an account chosen for a line; blank takes the choice back.</summary>
    public PersonsChoices With(LinePlace place, string account) =>
        this with
        {
            Accounts =
            [
                .. Accounts
                    .Where(a => a.Place != place)
                    .Concat(account.Length == 0 ? [] : (ChosenAccount[])[new ChosenAccount(place, account)])
                    .OrderBy(a => a.Place.Line)
                    .ThenBy(a => a.Place.Part),
            ],
        };
}
