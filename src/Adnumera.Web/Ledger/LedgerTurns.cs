using System.Collections.Concurrent;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Ledger;

/// <summary>One at a time talks to the ledger of a company to change what is known of it or what stands in it: a dispatch, or a
/// pull.</summary>
public sealed class LedgerTurns
{
    private readonly ConcurrentDictionary<string, string> taken = new(StringComparer.Ordinal);

    /// <summary>Takes the turn; whoever has it gives it back by disposing it.</summary>
    /// <exception cref="RefusedException">Another has it; its name is said.</exception>
    public IDisposable Take(string company, string what)
    {
        if (taken.TryAdd(company, what))
            return new Turn(() => taken.TryRemove(company, out _));
        throw new RefusedException(
            "ledger-busy",
            $"{(taken.GetValueOrDefault(company) is { } other ? char.ToUpperInvariant(other[0]) + other[1..] : "Something else")} is "
                + "running. Nothing was started; wait until it is over.",
            StatusCodes.Status409Conflict
        );
    }

    /// <summary>Who has the turn; null when nobody does.</summary>
    public string? Running(string company) => taken.GetValueOrDefault(company);

    /// <summary>Whether somebody has it.</summary>
    public bool IsTaken(string company) => taken.ContainsKey(company);

    private sealed class Turn(Action giveBack) : IDisposable
    {
        private int given;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref given, 1) == 0)
                giveBack();
        }
    }
}
