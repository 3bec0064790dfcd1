namespace Adnumera.Formats.Tests;

/// <summary>The program itself, in a process of its own: its files, its words and its exit codes are those of the verbs.</summary>
public class ProgramTests
{
    private const string Documents = """
        source,source_id,kind,document_date,reference,supplier,document_total,line,category,net
        bills,B1,bill,2026-11-12,R1,Marrow,5,1,Leather,5
        bills,B2,bill,2026-11-12,R2,Marrow,5,1,Nobody maps this,5
        """;

    [Fact]
    public void Composing_by_the_program_writes_the_same_bytes()
    {
        using var files = new Pipeline();
        Assert.Equal(0, files.Compose(Documents));
        var (entries, held, output) = (files.Out("entries.csv"), files.Out("held.csv"), files.Output);
        Assert.Equal(0, files.ComposeAgain());
        Assert.Equal((entries, held, output), (files.Out("entries.csv"), files.Out("held.csv"), files.Output));
    }

    [Fact]
    public void Strict_proving_ends_with_3_where_something_differs()
    {
        using var files = new Pipeline();
        files.With(
            "entries.csv",
            """
            source,source_id,entry_date,reference,supplier,account,debit,credit,rung,department
            bills,1,2026-11-12,R1,Marrow,5120,1.00,0.00,category,
            bills,1,2026-11-12,R1,Marrow,2100,0.00,1.00,offset,
            """
        );
        files.With(
            "ledger.csv",
            "ledger_entry,source,source_id,entry_type,entry_date,reference,supplier,status,account,debit,credit,department\n"
        );
        string[] arguments =
        [
            "prove",
            "--entries",
            files.Path("entries.csv"),
            "--ledger",
            files.Path("ledger.csv"),
            "--out",
            files.Path("out"),
        ];
        Assert.Equal((0, 3), (files.RunProgram(arguments), files.RunProgram([.. arguments, "--strict"])));
    }

    [Fact]
    public void What_it_does_not_know_ends_with_2_and_says_so()
    {
        using var files = new Pipeline();
        Assert.Equal(2, files.RunProgram("recompose"));
        Assert.Contains("recompose", files.Errors, StringComparison.Ordinal);
    }
}
