namespace Adnumera.Cli;

// Replaces the two files of a verb, both or neither.
internal static class OutputFolder
{
    public static bool Replace(string folder, (string Name, Action<Stream> Write) first, (string Name, Action<Stream> Write) second)
    {
        var written = new List<(string Draft, string Final, string Kept)>();
        try
        {
            Directory.CreateDirectory(folder);
            foreach (var (name, write) in (ReadOnlySpan<(string, Action<Stream>)>)[first, second])
            {
                var final = Path.Combine(folder, name);
                var draft = $"{final}.{Environment.ProcessId}.new";
                written.Add((draft, final, $"{final}.{Environment.ProcessId}.old"));
                using var stream = new FileStream(draft, FileMode.Create, FileAccess.Write, FileShare.None, 1 << 16);
                write(stream);
            }

            foreach (var (draft, final, kept) in written)
            {
                if (Directory.Exists(final)) throw new IOException($"{final} is a folder");
                if (File.Exists(final)) File.Move(final, kept, overwrite: true);
                File.Move(draft, final);
            }

            foreach (var (_, _, kept) in written) File.Delete(kept);
            return true;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            Restore(written);
            Console.Error.WriteLine($"{folder}: cannot be written: {e.Message}");
            Console.Error.WriteLine("Nothing was written.");
            return false;
        }
    }

    private static void Restore(List<(string Draft, string Final, string Kept)> written)
    {
        foreach (var (draft, final, kept) in written)
        {
            // A draft that is gone was moved into place.
            if (!File.Exists(draft) && File.Exists(final)) File.Delete(final);
            if (File.Exists(draft)) File.Delete(draft);
            if (File.Exists(kept)) File.Move(kept, final);
        }
    }
}
