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
        var files = paths.Select(p => new ArrivedFile(Inputs.Name(p), inputs.Read(p))).ToList();
        if (inputs.Report())
            return ExitCode.BadInput;
        var (summary, incomplete) = (new ReadSummary(), false);
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["documents.csv", "skipped.csv"],
            streams =>
            {
                // One record after the other: none is kept.
                var corrections = OpenForms.All.CorrectionsOf(files, choices);
                var once = new OnceFilter(inputs.Problems);
                using var documents = new DocumentsWriter(streams[0]);
                using var skipped = new SkippedFile(streams[1]);
                foreach (
                    var record in files
                        .SelectMany(f => OpenForms.All.Stream(f, choices, inputs.Problems))
                        .Where(r => corrections.Keep(r) && once.IsFirst(r) && !inputs.Problems.Any)
                )
                {
                    if (record is ArrivedRecord.Taken taken)
                        documents.Write(taken.Document);
                    else if (record is ArrivedRecord.Skipped left)
                    {
                        skipped.Write(left);
                        incomplete |= left.Reason != SkipReason.Incoming;
                    }

                    summary.Add(record);
                }

                return !inputs.Report();
            }
        );
        if (!written)
            return ExitCode.BadInput;
        summary.Write(terminal.Out);
        return strict && incomplete ? ExitCode.Strict : ExitCode.Done;
    }
}
