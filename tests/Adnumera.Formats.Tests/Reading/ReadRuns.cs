using System.Text;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>Runs <c>read</c> on made files and shows what it wrote.</summary>
internal static class ReadRuns
{
    public static int Read(this Pipeline files, string name, string content, params string[] more) =>
        files.With(name, new UTF8Encoding(false).GetBytes(content)).ReadAll([name], more);

    public static int ReadAll(this Pipeline files, string[] names, params string[] more) =>
        files.Run(["read", .. names.Select(files.Path), "--source", "bank", "--out", files.Path("out"), .. more]);

    public static string[] Documents(this Pipeline files, params string[] columns) => files.Columns("documents.csv", columns);

    public static string[] Skipped(this Pipeline files) => files.Columns("skipped.csv", "source_id", "date", "amount", "reason");
}
