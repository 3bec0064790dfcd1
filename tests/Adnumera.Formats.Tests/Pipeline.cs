using System.Diagnostics;
using System.Text;
using Adnumera.Cli;

namespace Adnumera.Formats.Tests;

/// <summary>A folder with the files of one run, and the real program run on them.</summary>
internal sealed class Pipeline : IDisposable
{
    public const string Chart = """
        account,number,name,kind,role,active
        2100,2100,Accounts payable,liability,payables_control,
        2210,2210,Company card,liability,card,yes
        2330,2330,Employee payable,liability,employee_payable,
        1400,1400,Input tax,asset,input_tax,
        5110,5110,Paper,cost_of_sales,,
        5120,5120,Leather,cost_of_sales,,
        6310,6310,"Freight, in",expense,,
        6995,6995,Marbling,expense,,no
        """;

    public const string Mapping = """
        key_kind,key,account,recoverable_percent
        category,Leather,5120,
        category,Paper & board,5110,
        payment_account,4417,2210,
        tax_code,S20,,100
        """;

    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-pipeline-").FullName;

    public string Errors { get; private set; } = "";

    public string Output { get; private set; } = "";

    public string Path(string name) => System.IO.Path.Combine(folder, name);

    public Pipeline With(string name, string content) => With(name, new UTF8Encoding(false).GetBytes(content.ReplaceLineEndings("\n")));

    public Pipeline With(string name, byte[] content)
    {
        File.WriteAllBytes(Path(name), content);
        return this;
    }

    public int Compose(string documents, string? settings = null, string chart = Chart, string mapping = Mapping, params string[] more)
    {
        With("chart.csv", chart).With("mapping.csv", mapping).With("documents.csv", documents);
        if (settings is not null)
            With("settings.json", settings);
        return Run([.. ComposeArguments(settings), .. more]);
    }

    /// <summary>Runs what was composed last once more, by the program itself.</summary>
    public int ComposeAgain() => RunProgram(ComposeArguments(null));

    private string[] ComposeArguments(string? settings) =>
        [
            "compose",
            "--chart",
            Path("chart.csv"),
            "--mapping",
            Path("mapping.csv"),
            "--documents",
            Path("documents.csv"),
            "--out",
            Path("out"),
            .. settings is null ? (string[])[] : ["--settings", Path("settings.json")],
        ];

    public int Prove(string entries, string ledger, params string[] more)
    {
        With("entries.csv", entries).With("ledger.csv", ledger);
        return Run(["prove", "--entries", Path("entries.csv"), "--ledger", Path("ledger.csv"), "--out", Path("out"), .. more]);
    }

    /// <summary>Runs a verb as the program does, in this process.</summary>
    public int Run(params string[] arguments)
    {
        var (output, errors) = (new StringWriter(), new StringWriter());
        var code = Verbs.Run(arguments, new Terminal(output, errors));
        (Output, Errors) = (output.ToString(), errors.ToString());
        return code;
    }

    /// <summary>Runs the program itself.</summary>
    public int RunProgram(params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            WorkingDirectory = folder,
        };
        start.ArgumentList.Add(System.IO.Path.Combine(AppContext.BaseDirectory, "adnumera-cli.dll"));
        foreach (var argument in arguments)
            start.ArgumentList.Add(argument);
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync();
        Output = process.StandardOutput.ReadToEnd();
        Errors = errors.GetAwaiter().GetResult();
        process.WaitForExit();
        return process.ExitCode;
    }

    public string Out(string name) => File.ReadAllText(Path($"out/{name}"));

    /// <summary>The chosen columns of an output file, a line each, joined by a bar.</summary>
    public string[] Columns(string name, params string[] columns)
    {
        using var reader = CsvHelper.CsvReader.FromFile(Path($"out/{name}"), new CsvHelper.CsvReaderOptions { Separator = ',' });
        var rows = new List<string>();
        while (reader.Read())
            rows.Add(string.Join('|', columns.Select(reader.GetString)));
        return [.. rows];
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
