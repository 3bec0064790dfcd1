namespace Adnumera.Web.Hosting;

/// <summary>A folder of files that one application has for itself while it runs.</summary>
internal static class FolderLock
{
    /// <summary>Takes a folder; whoever has it disposes what comes back.</summary>
    /// <returns>Nothing when another one has it.</returns>
    public static IDisposable? TryTake(string folder)
    {
        Directory.CreateDirectory(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        try
        {
            return new FileStream(Path.Combine(folder, ".in-use"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            return null;
        }
    }
}
