namespace Adnumera.Ui.Driver;

/// <summary>Where the project's files are, seen from wherever a test runs.</summary>
public static class Repository
{
    public static string Root { get; } = Find();

    public static string Ui => Path.Combine(Root, "src", "Adnumera.Web", "wwwroot");

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "Adnumera.slnx")))
            folder = folder.Parent;
        return folder?.FullName ?? throw new InvalidOperationException("Adnumera.slnx is in no folder above.");
    }
}
