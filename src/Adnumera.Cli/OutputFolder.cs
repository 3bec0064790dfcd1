namespace Adnumera.Cli;

// Replaces the files of a verb, all or none.
internal static class OutputFolder
{
    // The writer answers whether what it wrote is to be kept.
    public static bool Replace(Terminal terminal, string folder, string[] names, Func<Stream[], bool> write)
    {
        var files = Array.ConvertAll(names, name => new Replacement(Path.Combine(folder, name)));
        var missing = Missing(folder);
        var keep = false;
        try
        {
            Directory.CreateDirectory(folder);
            var streams = Array.ConvertAll(
                files,
                Stream (f) => new FileStream(f.Draft, FileMode.Create, FileAccess.Write, FileShare.None, 1 << 16)
            );
            try
            {
                keep = write(streams);
            }
            finally
            {
                foreach (var stream in streams)
                    stream.Dispose();
            }

            foreach (var file in files)
                if (keep)
                    file.PutInPlace();
            return keep;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            foreach (var file in files)
                file.Restore();
            keep = false;
            terminal.Error.WriteLine($"{folder}: cannot be written: {e.Message}");
            terminal.Error.WriteLine("Nothing was written.");
            return false;
        }
        finally
        {
            foreach (var file in files)
                file.CleanUp();
            if (!keep)
                foreach (var made in missing)
                    if (Directory.Exists(made) && !Directory.EnumerateFileSystemEntries(made).Any())
                        Directory.Delete(made);
        }
    }

    // The folders on the way that are not there yet, the deepest first.
    private static List<string> Missing(string folder)
    {
        var missing = new List<string>();
        for (var at = Path.GetFullPath(folder); at is not null && !Directory.Exists(at); at = Path.GetDirectoryName(at))
            missing.Add(at);
        return missing;
    }

    private sealed class Replacement(string final)
    {
        private readonly string kept = $"{final}.{Environment.ProcessId}.old";
        private bool inPlace;

        public string Draft { get; } = $"{final}.{Environment.ProcessId}.new";

        public void PutInPlace()
        {
            if (Directory.Exists(final))
                throw new IOException($"{final} is a folder");
            if (File.Exists(final))
                File.Move(final, kept, overwrite: true);
            File.Move(Draft, final);
            inPlace = true;
        }

        public void Restore()
        {
            if (inPlace)
                File.Delete(final);
            if (File.Exists(kept))
                File.Move(kept, final);
        }

        public void CleanUp()
        {
            if (File.Exists(Draft))
                File.Delete(Draft);
            if (File.Exists(kept))
                File.Delete(kept);
        }
    }
}
