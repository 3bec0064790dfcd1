using System.Numerics;
using System.Runtime.InteropServices;

namespace Adnumera.Core.Sources;

/// <summary>Which records another one replaces or deletes, wherever that stands.</summary>
public sealed class Corrections
{
    private readonly HashSet<RecordKey> corrected;

    /// <param name="records">Records, of which at least those count that correct another.</param>
    public Corrections(IEnumerable<ArrivedRecord> records) =>
        corrected = records.Select(r => r.Corrects?.Of).OfType<RecordKey>().ToHashSet();

    /// <summary>Whether a record stays: nothing replaces it, and it is no deletion. A correction may keep the id of what it
    /// corrects.</summary>
    public bool Keep(ArrivedRecord record) =>
        record.Corrects is not { Deletes: true } && !(record.Key is { } key && corrected.Contains(key) && record.Corrects?.Of != key);
}

/// <summary>Lets each identity through once, the first; what says something else under the same identity is an error, other texts give a
/// notice. A blank id is no identity, what cannot be read has none yet, and what is pending is compared with what is pending alone. Of each
/// it keeps what it is compared by, not the record.</summary>
/// <param name="problems">Where errors and notices go.</param>
public sealed class OnceFilter(Problems problems)
{
    private static readonly ulong Seed = (ulong)Random.Shared.NextInt64();
    private readonly Dictionary<string, Seen> known = [],
        pending = [];
    private readonly List<string> files = [];

    /// <summary>Whether a record is the first of its identity.</summary>
    public bool IsFirst(ArrivedRecord record)
    {
        if (record.SourceId.Length == 0 || record is ArrivedRecord.Faulty)
            return true;
        if (files.Count == 0 || !ReferenceEquals(files[^1], record.File))
            files.Add(record.File);
        var now = new Seen(files.Count - 1, record.Place, WhatOf(record), TextsOf(record));
        ref var first = ref CollectionsMarshal.GetValueRefOrAddDefault(
            record is ArrivedRecord.Skipped { Reason: SkipReason.Pending } ? pending : known,
            record.SourceId,
            out var isKnown
        );
        if (!isKnown)
        {
            first = now;
            return true;
        }

        if (first.What != now.What)
            problems.Add(
                new Problem(
                    record.File,
                    0,
                    record.Place,
                    $"{Quote.Of(record.SourceId)} stands for something else in {first.Place} of {files[first.File]}; "
                        + "expected the same kind, day, currency and amounts under one id"
                )
            );
        else if (first.Texts != now.Texts)
            problems.Notice(
                new Problem(
                    record.File,
                    0,
                    record.Place,
                    $"{Quote.Of(record.SourceId)} has other texts in {first.Place} of {files[first.File]}; those came"
                )
            );
        return false;
    }

    // Where it stands, and digests of what it stands for and of its texts: so little is kept of many.
    private readonly record struct Seen(int File, string Place, long What, int Texts);

    private static long WhatOf(ArrivedRecord record)
    {
        var digest = Seed;
        void Add(long value) => digest = BitOperations.RotateLeft((digest ^ (ulong)value) * 0x9E3779B97F4A7C15, 27);

        switch (record)
        {
            case ArrivedRecord.Taken { Document: var d }:
                Add((long)d.Kind);
                Add(d.Date.DayNumber);
                Add(CodeOf(d.Currency));
                Add(d.Total);
                for (var i = 0; i < d.Lines.Count; i++)
                {
                    Add(d.Lines[i].Net);
                    Add(d.Lines[i].Tax);
                }

                break;
            case ArrivedRecord.Skipped s:
                Add(-1 - (long)s.Reason);
                Add(s.Date?.DayNumber ?? -1);
                Add(CodeOf(s.Currency));
                Add(s.Amount);
                break;
        }

        return (long)digest;
    }

    private static long CodeOf(Amounts.Currency currency) => currency.Code.Aggregate(0L, (code, letter) => (code << 8) | letter);

    private static int TextsOf(ArrivedRecord record)
    {
        var hash = new HashCode();
        if (record is ArrivedRecord.Skipped { Detail: var detail })
            hash.Add(detail);
        if (record is not ArrivedRecord.Taken { Document: var d })
            return hash.ToHashCode();
        hash.Add(d.DueDate);
        foreach (
            var text in (ReadOnlySpan<string>)
                [d.Reference, d.Supplier, d.Employee, d.PaymentAccount, d.ToAccount, d.MerchantCode, d.Attachment, d.Settlement, d.Notes]
        )
            Text(text);
        for (var i = 0; i < d.Lines.Count; i++)
        {
            var line = d.Lines[i];
            hash.Add(line.Number);
            foreach (
                var text in (ReadOnlySpan<string>)
                    [line.Description, line.Category, line.Item, line.CostCode, line.TaxCode, line.Account, line.OriginalAccount]
            )
                Text(text);
            hash.Add(line.Quantity);
            hash.Add(line.UnitPrice);
            hash.Add(line.Dimensions);
        }

        return hash.ToHashCode();

        void Text(string text) => hash.Add(text.Length == 0 ? 0 : text.GetHashCode(StringComparison.Ordinal));
    }
}
