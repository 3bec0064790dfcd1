using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Payroll;
using Adnumera.Formats.Pictures;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>A table as it is written, for whoever says what its columns mean.</summary>
/// <param name="Sheets">The sheets of a workbook; none for text.</param>
/// <param name="Rows">Its first rows below the header.</param>
/// <param name="DatePatterns">The patterns of dates that can be chosen.</param>
/// <param name="Fields">What a column of it can be for us.</param>
/// <param name="RegisterFields">What a column of it can be for us where it is a pay register.</param>
/// <param name="OfEachRun">Which of these are another for each run, and can be said of the whole table.</param>
public sealed record TableAnswer(
    string Encoding,
    string Delimiter,
    string Sheet,
    int HeaderRow,
    IReadOnlyList<string> Sheets,
    IReadOnlyList<ColumnLook> Columns,
    IReadOnlyList<IReadOnlyList<string>> Rows,
    IReadOnlyList<string> DatePatterns,
    IReadOnlyList<string> Fields,
    IReadOnlyList<string> RegisterFields,
    IReadOnlyList<string> OfEachRun
);

/// <summary>What a file says of itself before anybody says whose it is.</summary>
/// <param name="Form">Its form; none where it is of none that is read.</param>
/// <param name="NeedsSource">Whether somebody must say whose it is.</param>
/// <param name="Source">Whose the last one like it was; blank for none.</param>
/// <param name="Account">The last four of the account that its statement is of.</param>
/// <param name="PaymentAccount">What that was called the last time.</param>
/// <param name="Layout">How the last table with this header was read, as layout.json; blank for none.</param>
/// <param name="Table">The table; none for the other forms, or where it cannot be read.</param>
/// <param name="Problem">Why it cannot be read; blank where it can.</param>
public sealed record LookAnswer(
    string FileName,
    ArrivalForm? Form,
    bool NeedsSource,
    string Source,
    string Account,
    string PaymentAccount,
    string Layout,
    TableAnswer? Table,
    string Problem
)
{
    internal static LookAnswer Of(SqliteConnection company, ArrivalReaders readers, ArrivedFile file, Layout? written)
    {
        if (PictureFile.MediaOf(file.Content).Length > 0 && IsPicture(file, out var problem))
            return new LookAnswer(file.Name, ArrivalForm.Picture, false, "", "", "", "", null, problem);
        var form = readers.For(file)?.Form;
        var none = new LookAnswer(
            file.Name,
            form,
            form is not (null or ArrivalForm.DocumentsFile or ArrivalForm.Register),
            "",
            "",
            "",
            "",
            null,
            ""
        );
        return form switch
        {
            ArrivalForm.Table => OfTable(company, none, file, written),
            ArrivalForm.Ofx or ArrivalForm.Camt => OfStatement(company, none, readers, file),
            ArrivalForm.EInvoice or ArrivalForm.PdfInvoice => none with
            {
                Source = new ArrivalTable(company).Alike(Words<ArrivalForm>.Of(form.Value), "")?.Source ?? "",
            },
            _ => none,
        };
    }

    // A PDF that cannot be read is said to be that.
    private static bool IsPicture(ArrivedFile file, out string problem)
    {
        try
        {
            problem = "";
            return PictureFile.IsWithoutData(file);
        }
        catch (FileFaultException e)
        {
            problem = e.Message;
            return true;
        }
    }

    private static LookAnswer OfStatement(SqliteConnection company, LookAnswer none, ArrivalReaders readers, ArrivedFile file)
    {
        var arriving = ArrivingFile.Read(readers, file, new ReadingChoices("?", Currency.Usd), new Problems());
        var earlier = new ArrivalTable(company).Alike(Words<ArrivalForm>.Of(none.Form!.Value), arriving.Account);
        return none with { Account = arriving.Account, Source = earlier?.Source ?? "", PaymentAccount = earlier?.PaymentAccount ?? "" };
    }

    private static LookAnswer OfTable(SqliteConnection company, LookAnswer none, ArrivedFile file, Layout? written)
    {
        try
        {
            var look = TableLook.Of(file, written);
            var kept = new LayoutTable(company).Find(look.HeaderKey);
            return none with
            {
                Source = kept?.Source ?? "",
                Layout = kept?.Content ?? "",
                Table = new TableAnswer(
                    look.Written.Encoding,
                    look.Written.Delimiter.ToString(),
                    look.Written.Sheet,
                    look.Written.HeaderRow,
                    look.Sheets,
                    look.Columns,
                    look.Rows,
                    TableLook.DatePatterns,
                    [.. DocumentsFile.ColumnNames.Where(n => n != "source")],
                    RegisterFile.ColumnNames,
                    RegisterLayout.OfEachRun
                ),
            };
        }
        catch (FileFaultException e)
        {
            return none with { Problem = e.Place.Length > 0 ? $"{e.Place}: {e.Message}" : e.Message };
        }
    }
}
