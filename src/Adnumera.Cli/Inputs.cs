using Adnumera.Core.Entries;
using Adnumera.Core.Sources;
using Adnumera.Formats.Entries;

namespace Adnumera.Cli;

// Reading the input files of a verb, and saying what is wrong with them.
internal sealed class Inputs(Terminal terminal)
{
    private int noticed;

    public Problems Problems { get; } = new();

    public static string Name(string path) => Path.GetFileName(path);

    public byte[] Read(string path)
    {
        try
        {
            return File.ReadAllBytes(path);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            Problems.Add(
                new Problem(
                    Name(path),
                    0,
                    "",
                    Directory.Exists(path) ? "is a folder, not a file"
                        : File.Exists(path) ? "cannot be read"
                        : $"there is no such file: {path}"
                )
            );
            return [];
        }
    }

    public CompositionSettings Settings(string? path, out bool namesCurrency)
    {
        namesCurrency = false;
        if (path is null)
            return new CompositionSettings();
        var content = Read(path);
        return Problems.Any ? new CompositionSettings() : SettingsFile.Read(Name(path), content, Problems, out namesCurrency);
    }

    // Notices and errors; tells whether there was an error.
    public bool Report()
    {
        foreach (var notice in Problems.Notices.Skip(noticed))
            terminal.Error.WriteLine(notice);
        noticed = Problems.Notices.Count;
        foreach (var error in Problems.Errors)
            terminal.Error.WriteLine(error);
        if (Problems.Count > Problems.Most)
            terminal.Error.WriteLine($"… and {Problems.Count - Problems.Most} more");
        if (Problems.Any)
            terminal.Error.WriteLine("Nothing was written.");
        return Problems.Any;
    }
}
