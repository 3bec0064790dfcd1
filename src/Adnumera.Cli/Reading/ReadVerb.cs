using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Reading;

namespace Adnumera.Cli.Reading;

internal static class ReadVerb
{
    public static int Run(
        Terminal terminal,
        IReadOnlyList<string> paths,
        ReadingChoices choices,
        string? layoutPath,
        bool strict,
        string folder
    )
    {
        var inputs = new Inputs(terminal);
        if (choices.Source.Length == 0)
            inputs.Problems.Add(new Problem("--source", 0, "", "must be filled; expected the name of the source"));
        var layout = layoutPath is null ? null : inputs.Read(layoutPath);
        if (layout is not null && !inputs.Problems.Any)
            choices = choices with { Layout = LayoutFile.Read(Inputs.Name(layoutPath!), layout, inputs.Problems) };
        if (inputs.Report())
            return ExitCode.BadInput;
        var records = new List<ArrivedRecord>();
        foreach (var path in paths)
        {
            var before = inputs.Problems.Count;
            var content = inputs.Read(path);
            if (inputs.Problems.Count == before)
                records.AddRange(OpenForms.All.Read(new ArrivedFile(Inputs.Name(path), content), choices, inputs.Problems));
        }

        if (inputs.Report())
            return ExitCode.BadInput;
        var once = ArrivedRecords.Once(ArrivedRecords.Corrected(records), inputs.Problems);
        if (inputs.Report())
            return ExitCode.BadInput;
        var summary = new ReadSummary();
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["documents.csv", "skipped.csv"],
            streams =>
            {
                using var documents = new DocumentsWriter(streams[0]);
                using var skipped = new SkippedFile(streams[1]);
                foreach (var record in once)
                {
                    if (record is ArrivedRecord.Taken taken)
                        documents.Write(taken.Document);
                    else if (record is ArrivedRecord.Skipped left)
                        skipped.Write(left);
                    summary.Add(record);
                }

                return true;
            }
        );
        if (!written)
            return ExitCode.BadInput;
        summary.Write(terminal.Out);
        return strict && once.Any(r => r is ArrivedRecord.Skipped { Reason: not SkipReason.Incoming }) ? ExitCode.Strict : ExitCode.Done;
    }
}
