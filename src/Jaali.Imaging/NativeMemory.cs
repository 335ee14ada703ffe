using System.Runtime.InteropServices;

namespace Jaali.Imaging;

/// <summary>
/// How the C library gives back what the decoders took. By itself glibc keeps a heap for every thread and raises the
/// size
/// from which a block is given back at once with the largest block it has met: after photos of many sizes most of what
/// it
/// holds is of no use any more. Other C libraries are left as they are.
/// </summary>
public static class NativeMemory
{
    // glibc's malloc.h: which setting is meant. A threshold that is set is no longer raised (mallopt(3)).
    private const int TrimThreshold = -1,
        MmapThreshold = -3,
        ArenaMax = -8;

    /// <summary>Sets few heaps, and that lines of pixels are given back as soon as they are let go. Called once, before
    /// the
    /// first photo is opened.</summary>
    public static void GiveBackSoon()
    {
        if (!OperatingSystem.IsLinux())
            return;
        try
        {
            _ = mallopt(ArenaMax, 2);
            _ = mallopt(MmapThreshold, 64 * 1024);
            _ = mallopt(TrimThreshold, 128 * 1024);
        }
        catch (Exception e) when (e is EntryPointNotFoundException or DllNotFoundException)
        {
            // A C library that has no such settings.
        }
    }

    [DllImport("libc", ExactSpelling = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int mallopt(int setting, int value);
}
