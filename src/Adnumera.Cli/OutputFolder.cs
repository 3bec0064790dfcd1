namespace Adnumera.Cli;

// Replaces the files of a verb, all or none.
internal static class OutputFolder
{
    // The writer answers whether what it wrote is to be kept.
    public static bool Replace(Terminal terminal, string folder, string[] names, Func<Stream[], bool> write)
    {
        var files = Array.ConvertAll(names, name => new Replacement(Path.Combine(folder, name)));
        try
        {
            Directory.CreateDirectory(folder);
            var streams = Array.ConvertAll(
                files,
                Stream (f) => new FileStream(f.Draft, FileMode.Create, FileAccess.Write, FileShare.None, 1 << 16)
            );
            bool keep;
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
            foreach (var file in files)
                file.CleanUp();
            return keep;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            foreach (var file in files)
                file.Restore();
            terminal.Error.WriteLine($"{folder}: cannot be written: {e.Message}");
            terminal.Error.WriteLine("Nothing was written.");
            return false;
        }
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
            CleanUp();
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
