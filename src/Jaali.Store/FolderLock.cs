using System.Globalization;

namespace Jaali.Store;

/// <summary>
/// The one right to write in a data folder, held while a program runs: an exclusive lock of the operating system on a
/// file in it, which ends with the program however it ends. Beside it stands who holds it.
/// </summary>
public sealed class FolderLock : IDisposable
{
    private readonly FileStream _file;
    private readonly string _holder;

    /// <summary>What was done to the folder when it was opened, for a person; empty where nothing was.</summary>
    public string Report { get; internal set; } = "";

    private FolderLock(FileStream file, string holder) => (_file, _holder) = (file, holder);

    /// <summary>Takes the lock of a folder.</summary>
    /// <exception cref="StoreException">Another program holds it; the message names that one.</exception>
    public static FolderLock Take(string folder)
    {
        string path = Path.Combine(folder, "jaali.lock"),
            holder = Path.Combine(folder, "jaali.lock.holder");
        FileStream file;
        try
        {
            file = new FileStream(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException e) when (e is not (DirectoryNotFoundException or PathTooLongException))
        {
            if (!File.Exists(path))
                throw;
            throw new StoreException(
                $"The folder {folder} is in use by another Jaali{Named(holder)}. Close it, or choose "
                    + "another folder with --data.",
                e
            );
        }
        File.WriteAllText(
            holder,
            string.Create(
                CultureInfo.InvariantCulture,
                $"process {Environment.ProcessId}, since {DateTime.UtcNow:yyyy-MM-dd HH:mm} UTC"
            )
        );
        return new FolderLock(file, holder);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        try
        {
            File.Delete(_holder);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            // It says who held the lock last, and is written anew by the next.
        }
        _file.Dispose();
    }

    private static string Named(string holder)
    {
        try
        {
            return $" ({File.ReadAllText(holder).Trim()})";
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return "";
        }
    }
}
