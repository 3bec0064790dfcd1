using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Prices;
using Adnumera.Storage.Standing;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Entries;

/// <summary>The choices of a company: what it decided once for all its documents.</summary>
public static class ChoiceTable
{
    /// <summary>Reads them.</summary>
    public static CompositionSettings Of(SqliteConnection company)
    {
        var row = company.QuerySingle<Row>(
            """
            select currency, rung_order as RungOrder, when_nothing_maps as WhenNothingMaps, rounding_tolerance as RoundingTolerance,
              merge_lines as MergeLines, start_date as StartDate, locked_through as LockedThrough, entry_date as EntryDate,
              private_account as PrivateAccount, transfer_days as TransferDays, transfers_asked_through as AskedThrough,
              coalesce((select locked_through from pulled), '') as LedgerLocked
            from company
            """
        );
        return new CompositionSettings
        {
            Standing = new StandingTable(company).Decisions(),
            HoldsForPrices = new PriceTable(company).Choice().Holds,
            Kinds = KindChoiceTable.Of(company),
            AccountDemands = AccountDemandTable.Of(company),
            PaymentAccounts = new PaymentAccounts([.. new PaymentAccountTable(company).All().Select(a => a.Account)]),
            Currency = Currency.Of(row.Currency),
            Order = [.. row.RungOrder.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<Rung>.Read)],
            WhenNothingMaps = Words<WhenNothingMaps>.Read(row.WhenNothingMaps),
            RoundingTolerance = row.RoundingTolerance,
            MergeLines = row.MergeLines == 1,
            StartDate = Iso.DayOrNone(row.StartDate),
            LockedThrough = Iso.DayOrNone(row.LockedThrough),
            EntryDate = Words<EntryDateRule>.Read(row.EntryDate),
            Payroll = PayrollChoiceTable.Of(company),
            PrivateAccount = row.PrivateAccount,
            TransferDays = (int)row.TransferDays,
            TransfersAskedThrough = Iso.DayOrNone(row.AskedThrough),
            LedgerLockedThrough = Iso.DayOrNone(row.LedgerLocked),
        };
    }

    /// <summary>Saves them; those for kinds of document, and the payment accounts, stand in tables of their own.</summary>
    public static void Save(SqliteConnection company, CompositionSettings settings)
    {
        PayrollChoiceTable.Save(company, settings.Payroll);
        company.Execute(
            """
            update company set rung_order = @order, when_nothing_maps = @nothing, rounding_tolerance = @tolerance, merge_lines = @merge,
              start_date = @start, locked_through = @locked, entry_date = @entryDate, private_account = @privateAccount,
              transfer_days = @transferDays
            """,
            new
            {
                order = string.Join(' ', settings.Order.Select(Words<Rung>.Of)),
                nothing = Words<WhenNothingMaps>.Of(settings.WhenNothingMaps),
                tolerance = settings.RoundingTolerance,
                merge = settings.MergeLines ? 1 : 0,
                start = Iso.Text(settings.StartDate),
                locked = Iso.Text(settings.LockedThrough),
                entryDate = Words<EntryDateRule>.Of(settings.EntryDate),
                privateAccount = settings.PrivateAccount,
                transferDays = settings.TransferDays,
            }
        );
    }

    [method: ExplicitConstructor]
    private sealed record Row(
        string Currency,
        string RungOrder,
        string WhenNothingMaps,
        long RoundingTolerance,
        long MergeLines,
        string StartDate,
        string LockedThrough,
        string EntryDate,
        string PrivateAccount,
        long TransferDays,
        string AskedThrough,
        string LedgerLocked
    );
}
