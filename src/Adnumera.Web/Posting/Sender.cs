using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Adnumera.Web.Hosting;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>
/// Takes single instructions to the ledger of one organisation, and finds out what became of them. Whoever uses it has the company's turn
/// at the ledger. Everything is written down before it is sent.
/// </summary>
internal sealed class Sender(CompanyFile file, ILedger ledger, string organisation, TimeProvider clock)
{
    /// <summary>Sends an instruction, and asks for its key at once where no clear answer came. Returns the ledger's answer;
    /// <see cref="PostingAnswer.Accepted"/> where asking found it.</summary>
    public async Task<PostingAnswer> Send(InstructionRow instruction)
    {
        if (instruction.Organisation != organisation)
            throw new InvalidOperationException("An instruction goes to no other ledger than it was planned for.");
        file.InTransaction(c => Done(() => new OutboxTable(c).Sent(instruction.Id, clock.GetUtcNow())), durable: true);

        // Once it is sent it is not taken back: its answer is waited for even when the server stops.
        var answer = instruction.IsSupplier
            ? await ledger.PostSupplier(instruction.IdempotencyKey, instruction.Content, CancellationToken.None)
            : await ledger.PostEntry(instruction.Entry, CancellationToken.None);
        file.InTransaction(c => Done(() => Answer(c, instruction, answer)));
        Telemetry.Answered.Add(1, new KeyValuePair<string, object?>("answer", answer.GetType().Name));
        var other = answer as PostingAnswer.KeyInUse;
        if (answer is not PostingAnswer.Lost && other is null)
            return answer;
        return await Ask(instruction, other, CancellationToken.None) is { } found ? found : answer;
    }

    /// <summary>Asks for everything that was sent and has no clear answer, and sends again what the ledger has surely not. Returns how many
    /// stay unknown.</summary>
    /// <param name="onlyDue">Only what is to be asked for again by now.</param>
    /// <param name="cancel">Stops between two.</param>
    public async Task<int> Settle(bool onlyDue, CancellationToken cancel)
    {
        var unknown = 0;
        foreach (var instruction in file.Read(c => new OutboxTable(c).Unanswered(organisation)))
        {
            cancel.ThrowIfCancellationRequested();
            unknown++;
            if (onlyDue && !Outbox.IsDue(instruction.Absence, clock.GetUtcNow()))
                continue;
            var answer =
                Outbox.Next(instruction.StateValue, instruction.Absence) == PostingStep.Send
                    ? await Send(instruction)
                    : await Ask(instruction, null, cancel);
            if (answer is PostingAnswer.Accepted or PostingAnswer.Refused)
                unknown--;
            if (answer is PostingAnswer.TryLater or PostingAnswer.NotAllowed)
                break;
        }

        return unknown;
    }

    private async Task<PostingAnswer?> Ask(InstructionRow instruction, PostingAnswer.KeyInUse? other, CancellationToken cancel)
    {
        if (await ledger.FindByKey(instruction.IdempotencyKey, cancel) is not { } id)
        {
            file.InTransaction(c => Done(() => new OutboxTable(c).NotThere(instruction.Id, instruction.Absence.And(clock.GetUtcNow()))));
            return null;
        }

        var accepted = new PostingAnswer.Accepted(id);
        var shown = other is null ? "" : await ShowBoth(instruction, id, other, cancel);
        file.InTransaction(c => Done(() => Answer(c, instruction, accepted, shown)));
        return accepted;
    }

    // The key is in the ledger with other content: what was sent beside what stands there; the proof goes on from it.
    private async Task<string> ShowBoth(InstructionRow instruction, string id, PostingAnswer.KeyInUse other, CancellationToken cancel)
    {
        if (instruction.IsSupplier)
            return other.LedgerText;
        var found = (await ledger.EntriesOf([instruction.Entry.Identity], cancel)).Where(e => e.LedgerEntry == id).ToList();
        var currency = file.Read(c => new CompanyTable(c).Currency());
        var differences = Prover
            .Compare(instruction.Entry.AsIntended(), found)
            .Select(d =>
                $"{d.Detail} Sent: {(d.Intended.Write(currency.Digits) is { Length: > 0 } was ? was : "nothing")}; there: "
                + $"{(d.Found.Write(currency.Digits) is { Length: > 0 } now ? now : "nothing")}."
            );
        return $"The ledger had {id} under this key already, with other content. {string.Join(' ', differences)}".TrimEnd();
    }

    private void Answer(SqliteConnection company, InstructionRow instruction, PostingAnswer answer, string shown = "")
    {
        var outbox = new OutboxTable(company);
        var now = clock.GetUtcNow();
        var state = Outbox.After(instruction.StateValue, answer);
        switch (answer)
        {
            case PostingAnswer.Accepted accepted:
                outbox.Answered(instruction.Id, state, now, accepted.LedgerId, shown.Length > 0 ? "key-in-use" : "", shown);
                if (instruction.IsSupplier)
                    new LedgerTable(company).AddSupplier(new LedgerSupplier(accepted.LedgerId, instruction.Content));
                else
                    Move(company, instruction, (writer, document) => writer.Move(document, DocumentEvent.Accepted, accepted.LedgerId));
                break;
            case PostingAnswer.Refused refused:
                outbox.Answered(instruction.Id, state, now, code: refused.Code, text: refused.LedgerText);
                if (instruction.IsSupplier)
                    Planning.HoldThoseOf(company, organisation, instruction.Content, refused);
                else
                    Move(
                        company,
                        instruction,
                        (writer, document) => writer.Refuse(document, new HoldReason.Refused(refused.Code, refused.LedgerText))
                    );
                break;
            default:
                outbox.Answered(instruction.Id, state, now);
                break;
        }
    }

    private static void Move(SqliteConnection company, InstructionRow instruction, Action<CodingWriter, StoredDocument> move)
    {
        using var writer = new CodingWriter(company);
        move(writer, new DocumentTable(company).Find(instruction.DocumentId!.Value)!);
        writer.Complete();
    }

    private static int Done(Action act)
    {
        act();
        return 0;
    }
}
