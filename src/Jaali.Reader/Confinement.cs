using System.Runtime.InteropServices;

namespace Jaali.Reader;

/// <summary>
/// Takes from this program what reading needs not, by Linux's own means: the network and other programs by a filter of
/// system calls (seccomp, <c>seccomp(2)</c>), files other than those of its folder, of itself and of the system's
/// libraries by Landlock (<c>landlock(7)</c>). Where a kernel has one of them not, the other stays, and it is said.
/// </summary>
internal static unsafe class Confinement
{
    // prctl(2), seccomp(2), landlock(7): numbers of Linux's published interface. Landlock's are the same everywhere.
    private const int NoNewPrivileges = 38,
        SetModeFilter = 1,
        AllThreads = 1,
        CreateRuleset = 444,
        AddRule = 445,
        RestrictSelf = 446,
        AskVersion = 1,
        BeneathPath = 1,
        OpenPath = 0x200000 | 0x80000;

    private const ulong ExecuteFile = 1 << 0,
        WriteFile = 1 << 1,
        ReadFile = 1 << 2,
        ReadFolder = 1 << 3,
        Everything = (1 << 13) - 1,
        Refer = 1 << 13,
        Truncate = 1 << 14;

    // Where the system says which of its libraries are meant.
    private const string Libraries = "/etc/ld.so.cache",
        Alternatives = "/etc/alternatives";

    // linux/filter.h and linux/seccomp.h.
    private const ushort Load = 0x20,
        JumpIfEqual = 0x15,
        JumpIfAtLeast = 0x35,
        Return = 0x06;
    private const uint Intel = 0xC000003E,
        Allow = 0x7FFF0000,
        RefuseAsForbidden = 0x00050000 | 13,
        NumberOffset = 0,
        OtherTable = 0x40000000,
        ArchitectureOffset = 4;

    /// <summary>What is read waits for what a person does: this thread, and what it begins, have a lower priority
    /// (<c>setpriority(2)</c>).</summary>
    internal static void GiveWay() => _ = OperatingSystem.IsLinux() ? Priority(0, 0, Yielding) : 0;

    // Of -20 to 19; a thread of the usual 0 beside it has nearly all of a processor.
    private const int Yielding = 10;

    /// <summary>Begins; from then on every thread of this program is held.</summary>
    /// <param name="folder">The one folder that it may write.</param>
    /// <returns>What holds: "network", "files".</returns>
    internal static IReadOnlyList<string> Begin(string folder)
    {
        if (!OperatingSystem.IsLinux() || Control(NoNewPrivileges, 1, 0, 0, 0) != 0)
            return [];
        List<string> held = [];
        if (WithoutFiles(folder))
            held.Add("files");
        if (WithoutNetwork(programs: false))
            held.Add("network");
        return held;
    }

    /// <summary>Becomes another program, held as this one is but for two things: it may begin programs of the system,
    /// which are held as well, and it reads where the system's libraries lie. What it takes of memory, processors and
    /// disk is limited by the system (<c>setrlimit(2)</c>).</summary>
    /// <param name="folder">The one folder that it may write; it begins there.</param>
    /// <param name="program">Its path.</param>
    /// <param name="arguments">Its arguments.</param>
    /// <param name="memory">Bytes of addresses.</param>
    /// <param name="seconds">Of processors' time.</param>
    /// <param name="fileBytes">The longest file it may write.</param>
    /// <returns>Only where it could not be begun: the system's number for why.</returns>
    internal static int Become(
        string folder,
        string program,
        string[] arguments,
        long memory,
        long seconds,
        long fileBytes
    )
    {
        if (!OperatingSystem.IsLinux() || Control(NoNewPrivileges, 1, 0, 0, 0) != 0)
            return -1;
        Environment.CurrentDirectory = folder;
        GiveWay();
        string[] all = [program, .. arguments];
        nint* words = (nint*)NativeMemory.AllocZeroed((nuint)(all.Length + 1), (nuint)sizeof(nint)),
            surroundings = (nint*)NativeMemory.AllocZeroed(2, (nuint)sizeof(nint));
        for (int i = 0; i < all.Length; i++)
            words[i] = Marshal.StringToCoTaskMemUTF8(all[i]);
        surroundings[0] = Marshal.StringToCoTaskMemUTF8("TMPDIR=" + folder);
        nint path = Marshal.StringToCoTaskMemUTF8(program);
        // asm-generic/resource.h: time of processors, length of a file, addresses. The runtime that asks holds more
        // addresses than it leaves: what is still to be called is made code before, by calling it.
        long* limits = stackalloc long[6] { seconds, seconds, fileBytes, fileBytes, memory, memory };
        _ = Execute(0, words, surroundings);
        if (SetLimit(0, limits) != 0 || SetLimit(1, limits + 2) != 0)
            return Marshal.GetLastPInvokeError();
        WithoutFiles(folder);
        WithoutNetwork(programs: true);
        if (SetLimit(9, limits + 4) == 0)
            _ = Execute(path, words, surroundings);
        return Marshal.GetLastPInvokeError();
    }

    private static bool WithoutNetwork(bool programs)
    {
        // socket, connect, bind, and io_uring_setup, which does the same unasked; execve, execveat; ptrace, kill,
        // pidfd_send_signal, process_vm_readv and _writev, by which it would reach the server; chmod, fchmodat, chown,
        // lchown, fchownat, which Landlock does not hold. Numbers of asm/unistd_64.h and asm-generic/unistd.h.
        (uint Architecture, uint[] Calls, int Filter)? numbers = RuntimeInformation.ProcessArchitecture switch
        {
            Architecture.X64 => (Intel, [41, 42, 49, 425, 59, 322, 101, 62, 424, 310, 311, 90, 268, 92, 94, 260], 317),
            Architecture.Arm64 => (0xC00000B7, [198, 203, 200, 425, 221, 281, 117, 129, 424, 270, 271, 53, 54], 277),
            _ => null,
        };
        if (numbers is not var (architecture, calls, filter))
            return false;
        if (programs)
            calls = [.. calls.Except(architecture == Intel ? [59u, 322] : [221u, 281])];
        List<Instruction> program =
        [
            new(Load, 0, 0, ArchitectureOffset),
            new(JumpIfEqual, 1, 0, architecture),
            new(Return, 0, 0, RefuseAsForbidden),
            new(Load, 0, 0, NumberOffset),
            // The second table of a processor of this kind (x32) has the same calls under other numbers.
            new(JumpIfAtLeast, (byte)(calls.Length + 1), 0, OtherTable),
        ];
        for (int i = 0; i < calls.Length; i++)
            program.Add(new(JumpIfEqual, (byte)(calls.Length - i), 0, calls[i]));
        program.Add(new(Return, 0, 0, Allow));
        program.Add(new(Return, 0, 0, RefuseAsForbidden));
        fixed (Instruction* first = program.ToArray())
        {
            var filtered = new FilterProgram { Length = (ushort)program.Count, First = first };
            return Call(filter, SetModeFilter, AllThreads, (nint)(&filtered), 0) == 0;
        }
    }

    private static bool WithoutFiles(string folder)
    {
        // Later kernels hold more: links between folders from version 2 on, cutting files short from 3.
        int version = (int)Call(CreateRuleset, 0, 0, AskVersion, 0);
        ulong handled = Everything | (version >= 2 ? Refer : 0) | (version >= 3 ? Truncate : 0);
        int rules = (int)Call(CreateRuleset, (nint)(&handled), sizeof(ulong), 0, 0);
        if (rules < 0)
            return false;
        // Of a runtime that programs share, all its frameworks; else it lies beside this program.
        string runtime = RuntimeEnvironment.GetRuntimeDirectory();
        if (Path.GetFullPath(Path.Combine(runtime, "../..")) is var shared && Path.GetFileName(shared) == "shared")
            runtime = shared;
        bool added = Permit(rules, folder, handled & ~ExecuteFile);
        foreach (
            string read in (string[])
                [
                    AppContext.BaseDirectory,
                    runtime,
                    "/usr",
                    "/lib",
                    "/lib64",
                    "/etc/fonts",
                    Libraries,
                    Alternatives,
                    "/proc",
                    "/sys",
                ]
        )
            Permit(rules, read, File.Exists(read) ? ReadFile : ExecuteFile | ReadFile | ReadFolder);
        foreach (string device in (string[])["/dev/null", "/dev/zero", "/dev/random", "/dev/urandom"])
            Permit(rules, device, ReadFile | WriteFile);
        // Landlock holds the thread that asks and what it begins; the runtime's other threads read nothing.
        bool held = added && Call(RestrictSelf, rules, 0, 0, 0) == 0;
        _ = Close(rules);
        return held;
    }

    private static bool Permit(int rules, string path, ulong access)
    {
        int at = Open(path, OpenPath);
        if (at < 0)
            return false;
        var rule = new PathRule { Access = access, Folder = at };
        bool added = Call(AddRule, rules, BeneathPath, (nint)(&rule), 0) == 0;
        _ = Close(at);
        return added;
    }

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct Instruction(ushort code, byte jumpTrue, byte jumpFalse, uint value)
    {
        public readonly ushort Code = code;
        public readonly byte JumpTrue = jumpTrue,
            JumpFalse = jumpFalse;
        public readonly uint Value = value;
    }

    [StructLayout(LayoutKind.Sequential)]
    private struct FilterProgram
    {
        public ushort Length;
        public Instruction* First;
    }

    [StructLayout(LayoutKind.Sequential, Pack = 1)]
    private struct PathRule
    {
        public ulong Access;
        public int Folder;
    }

    // Not generated: they are few, and a build without analyzers generates nothing.
#pragma warning disable SYSLIB1054
    [DllImport("libc", EntryPoint = "syscall", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern nint Call(nint number, nint a, nint b, nint c, nint d);

    [DllImport("libc", EntryPoint = "setpriority", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Priority(int of, int id, int value);

    [DllImport("libc", EntryPoint = "setrlimit", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int SetLimit(int what, long* limits);

    [DllImport("libc", EntryPoint = "execve", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Execute(nint path, nint* arguments, nint* surroundings);

    [DllImport("libc", EntryPoint = "prctl", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Control(int option, nint a, nint b, nint c, nint d);

    [DllImport("libc", EntryPoint = "open", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Open([MarshalAs(UnmanagedType.LPUTF8Str)] string path, int flags);

    [DllImport("libc", EntryPoint = "close", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Close(int file);
}
