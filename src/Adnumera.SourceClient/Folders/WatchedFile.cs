using System.Runtime.InteropServices;
using System.Security.Cryptography;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Microsoft.Win32.SafeHandles;

namespace Adnumera.SourceClient.Folders;

/// <summary>Reads a file that anybody may have put there: never one that is a link, and never waiting for a pipe that nobody writes
/// to.</summary>
internal static partial class WatchedFile
{
    private const int ReadOnly = 0,
        NonBlocking = 0x800,
        CloseOnExec = 0x80000;

    // Its number is the machine's (asm-generic/fcntl.h, and that of arm64).
    private static readonly int NoFollow = RuntimeInformation.ProcessArchitecture == Architecture.Arm64 ? 0x8000 : 0x20000;

    /// <summary>Its hash, without holding it.</summary>
    /// <returns>None where it is longer than that, or no file that can be read.</returns>
    public static async Task<string?> Hash(string path, int largest, CancellationToken cancel)
    {
        try
        {
            await using var file = Open(path);
            if (file is null || file.Length > largest)
                return null;
            return Convert.ToHexString(await SHA256.HashDataAsync(file, cancel));
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>The whole of it.</summary>
    /// <exception cref="FeedTroubleException">It is not there any more, is longer, or is another one than that hash says.</exception>
    public static async Task<ArrivedFile> Read(string path, string hash, int largest, CancellationToken cancel)
    {
        try
        {
            await using var file = Open(path);
            if (file is not null && file.Length <= largest)
            {
                var content = new byte[file.Length];
                await file.ReadExactlyAsync(content, cancel);
                if (new ArrivedFile(Path.GetFileName(path), content) is var read && read.Hash == hash)
                    return read;
            }
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // The same as one that is another by now.
        }

        throw new FeedTroubleException($"{Path.GetFileName(path)} changed while it was read. It is read at the next pull.");
    }

    // A pipe is opened at once that way, and has no place to go to; a file has.
    private static FileStream? Open(string path)
    {
        var handle = new SafeFileHandle(OpenFile(path, ReadOnly | NonBlocking | CloseOnExec | NoFollow), ownsHandle: true);
        if (handle.IsInvalid)
            return null;
        try
        {
            var file = new FileStream(handle, FileAccess.Read, bufferSize: 0);
            if (file.CanSeek)
                return file;
            file.Dispose();
            return null;
        }
        catch
        {
            handle.Dispose();
            throw;
        }
    }

    [LibraryImport("libc", EntryPoint = "open", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int OpenFile(string path, int flags);
}
