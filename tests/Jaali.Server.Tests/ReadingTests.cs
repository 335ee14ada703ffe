using System.Diagnostics;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Jaali.Core.Editing;
using Jaali.Formats;
using Jaali.Formats.Reading;
using Jaali.Testing;
using Microsoft.Extensions.Logging.Abstractions;

namespace Jaali.Server.Tests;

/// <summary>What may be hostile is read by a program of its own, which has an end: of time, of memory, of files, of the
/// network. The recipes of bombs are the published ones: a stream packed twice, a form that doubles, quotes within
/// quotes, elements without end.</summary>
public sealed class ReadingTests : IAsyncLifetime
{
    private readonly ScratchFolder _here = new();
    private readonly ReaderPool _readers;

    public ReadingTests() =>
        _readers = new(new DataFolder(_here.File("data")), NullLogger<ReaderPool>.Instance)
        {
            SmallFile = TimeSpan.FromSeconds(3),
        };

    public ValueTask InitializeAsync() => ValueTask.CompletedTask;

    public async ValueTask DisposeAsync()
    {
        await _readers.DisposeAsync();
        _here.Dispose();
    }

    private string Put(byte[] bytes)
    {
        string at = _here.File(Guid.NewGuid().ToString("N"));
        File.WriteAllBytes(at, bytes);
        return at;
    }

    private async Task<string> RefusedAsync(ReaderTask task, string? file, object? asked = null)
    {
        var time = Stopwatch.StartNew();
        FileFaultException no = await Assert.ThrowsAsync<FileFaultException>(async () =>
        {
            using ReadResult<JsonElement> read = await _readers.ReadAsync<JsonElement>(task, file, asked, default);
        });
        // No longer than a person waits: well above what the limit is here, for a machine that is busy elsewhere.
        Assert.InRange(time.Elapsed.TotalSeconds, 0, 10);
        Assert.Matches(@"^[A-Z].{10,}\.$", no.Message);
        return no.Message;
    }

    private Task<ReadResult<TalkRead>> OutlineAsync(string text) =>
        _readers.ReadAsync<TalkRead>(ReaderTask.Outline, null, new OutlineAsked(text, "talk.md", []), default);

    private async Task NextIsReadAsync()
    {
        using ReadResult<TalkRead> next = await OutlineAsync("# Low water\n\n## The wall\n\nIt holds.\n");
        Assert.Equal("Low water", next.Value.Title);
        Assert.Single(next.Value.Slides);
    }

    [Fact]
    public async Task A_file_that_would_never_end_is_stopped_and_the_next_is_read()
    {
        // ISO 32000-1, 8.10: a form may use forms. Each of forty uses the next twice: 2^40 uses.
        Dictionary<int, string> forms = [];
        for (int i = 0; i < 40; i++)
            forms[10 + i] = Form(i < 39 ? "/F Do /F Do" : "", i < 39 ? $"/XObject << /F {11 + i} 0 R >>" : "");
        await RefusedAsync(ReaderTask.Talk, Put(Pdf("/F Do", "/XObject << /F 10 0 R >>", forms)));
        await NextIsReadAsync();
        Assert.InRange(_readers.Most, 0, 500L * 1024 * 1024);
    }

    [Fact]
    public async Task A_file_that_unpacks_without_end_is_stopped_before_it_takes_the_machine()
    {
        // A stream packed twice: a few thousand bytes that become 300 megabytes of operations.
        byte[] packed = Packed(Packed(Encoding.ASCII.GetBytes("q Q "), 75_000_000));
        using (
            ReadResult<TalkRead> read = await _readers.ReadAsync<TalkRead>(
                ReaderTask.Talk,
                Put(Pdf(packed, "", "/Filter [/FlateDecode /FlateDecode]", [])),
                null,
                default
            )
        )
            Assert.Contains("too large to be read", Assert.Single(read.Value.NotUnderstood));
        // Sixty megabytes of elements in half of one: within what an archive may unpack to, beyond what a heap holds.
        using var pptx = new MemoryStream();
        using (var zip = new ZipArchive(pptx, ZipArchiveMode.Create, leaveOpen: true))
        {
            Entry(zip, "[Content_Types].xml", "<Types/>");
            Entry(zip, "_rels/.rels", "<Relationships/>");
            Entry(
                zip,
                "ppt/presentation.xml",
                "<p:presentation xmlns:p=\"http://schemas.openxmlformats.org/presentationml/2006/main\">"
                    + string.Concat(Enumerable.Repeat("<p:a/><p:b c=\"d\"/>", 3_000_000))
                    + "</p:presentation>"
            );
        }
        await RefusedAsync(ReaderTask.Talk, Put(pptx.ToArray()));
        await NextIsReadAsync();
        Assert.InRange(_readers.Most, 0, 500L * 1024 * 1024);
    }

    [Fact]
    public async Task Nesting_without_end_takes_a_reader_and_nothing_else()
    {
        foreach (string nested in new[] { new string('>', 200_000), string.Concat(Enumerable.Repeat("[![", 100_000)) })
            try
            {
                using ReadResult<TalkRead> read = await OutlineAsync("# A\n\n" + nested + " deep\n");
            }
            catch (FileFaultException e)
            {
                Assert.Matches(@"^[A-Z].{10,}\.$", e.Message);
            }
        // XMP, part 1, 7: lists of structures of lists. The parser doubles its work with each.
        const int deep = 16;
        string xmp =
            "<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\" xmlns:a=\"a/\"><rdf:Description>"
            + string.Concat(Enumerable.Repeat("<a:b><rdf:Bag><rdf:li rdf:parseType=\"Resource\">", deep))
            + string.Concat(Enumerable.Repeat("</rdf:li></rdf:Bag></a:b>", deep))
            + "</rdf:Description></rdf:RDF>";
        using ReadResult<List<MetadataBlock>> said = await _readers.ReadAsync<List<MetadataBlock>>(
            ReaderTask.Metadata,
            null,
            new[] { Encoding.UTF8.GetBytes(xmp) },
            default
        );
        // What it says is not taken for nothing: a person has to look.
        Assert.Equal(MetadataBlock.Unread.Licences, Assert.Single(said.Value).Licences);
        await NextIsReadAsync();
    }

    [Fact]
    public async Task Two_hostile_files_hold_two_readers_and_are_let_go_when_they_are_stopped()
    {
        Dictionary<int, string> forms = [];
        for (int i = 0; i < 40; i++)
            forms[10 + i] = Form(i < 39 ? "/F Do /F Do" : "", i < 39 ? $"/XObject << /F {11 + i} 0 R >>" : "");
        string hostile = Put(Pdf("/F Do", "/XObject << /F 10 0 R >>", forms));
        using var stop = new CancellationTokenSource();
        Task[] two =
        [
            _readers.ReadAsync<TalkRead>(ReaderTask.Talk, hostile, null, stop.Token),
            _readers.ReadAsync<TalkRead>(ReaderTask.Talk, hostile, null, stop.Token),
        ];
        await Task.WhenAny(two[0], Task.Delay(400, CancellationToken.None));
        await stop.CancelAsync();
        foreach (Task t in two)
            await Assert.ThrowsAnyAsync<Exception>(() => t);
        await NextIsReadAsync();
    }

    /// <summary>landlock(7), seccomp(2): the reader opens no file but its own and the system's libraries, and no
    /// way to the network; it ends with whoever started it.</summary>
    [Fact]
    public async Task The_reader_has_no_files_but_its_own_and_ends_with_the_server()
    {
        string folder = _here.File("own");
        Directory.CreateDirectory(folder);
        var how = new ProcessStartInfo(Path.Combine(AppContext.BaseDirectory, "Jaali.Reader"), [folder])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
        };
        how.Environment["DOTNET_EnableDiagnostics"] = "0";
        using Process reader = Process.Start(how)!;
        ReaderReply hello = Reply();
        Assert.SkipUnless(hello.Held!.Contains("files"), "This kernel has no Landlock.");
        Assert.Contains("network", hello.Held!);
        Assert.Matches(@"Seccomp:\s+2", await File.ReadAllTextAsync($"/proc/{reader.Id}/status"));
        // The same words, once in its folder and once elsewhere behind a link: only the first can be told apart.
        string secret = Put("Who owns a shore"u8.ToArray());
        File.Copy(secret, Path.Combine(folder, "given"));
        File.CreateSymbolicLink(Path.Combine(folder, "link"), secret);
        Assert.Contains("cannot tell what this file is", Asked("given").Fault);
        Assert.Equal(ReaderWork.Broken, Asked("link").Fault);
        Assert.Equal(ReaderWork.Broken, Asked("../" + Path.GetFileName(secret)).Fault);
        reader.StandardInput.Close();
        Assert.True(reader.WaitForExit(5000));

        ReaderReply Reply() =>
            JsonSerializer.Deserialize<ReaderReply>(reader.StandardOutput.ReadLine()!, DeckJson.Options)!;
        ReaderReply Asked(string file)
        {
            reader.StandardInput.WriteLine(
                JsonSerializer.Serialize(new ReaderRequest(ReaderTask.Talk, file), DeckJson.Options)
            );
            return Reply();
        }
    }

    private static void Entry(ZipArchive zip, string name, string text)
    {
        using Stream entry = zip.CreateEntry(name, CompressionLevel.Optimal).Open();
        entry.Write(Encoding.UTF8.GetBytes(text));
    }

    private static byte[] Packed(byte[] bytes, int times = 1)
    {
        using var made = new MemoryStream();
        using (var zlib = new ZLibStream(made, CompressionLevel.Fastest, leaveOpen: true))
        {
            byte[] block = [.. Enumerable.Repeat(bytes, times > 1 ? 1000 : 1).SelectMany(b => b)];
            for (int i = 0; i < Math.Max(1, times / 1000); i++)
                zlib.Write(block);
        }
        return made.ToArray();
    }

    private static string Form(string content, string resources) =>
        $"<< /Type /XObject /Subtype /Form /BBox [0 0 9 9] /Resources << {resources} >> /Length {content.Length} >>\n"
        + $"stream\n{content}\nendstream";

    private static byte[] Pdf(string content, string resources, Dictionary<int, string> more) =>
        Pdf(Encoding.ASCII.GetBytes(content), resources, "", more);

    // A page with a content stream, and more objects (ISO 32000-1, 7.5).
    private static byte[] Pdf(byte[] content, string resources, string filter, Dictionary<int, string> more)
    {
        using var made = new MemoryStream();
        SortedDictionary<int, long> at = [];
        void Write(string text) => made.Write(Encoding.ASCII.GetBytes(text));
        void Begin(int number)
        {
            at[number] = made.Position;
            Write($"{number} 0 obj\n");
        }
        Write("%PDF-1.7\n");
        Begin(1);
        Write("<< /Type /Catalog /Pages 2 0 R >>\nendobj\n");
        Begin(2);
        Write("<< /Type /Pages /Kids [3 0 R] /Count 1 >>\nendobj\n");
        Begin(3);
        Write(
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 960 540] /Contents 4 0 R "
                + $"/Resources << {resources} >> >>\nendobj\n"
        );
        Begin(4);
        Write($"<< /Length {content.Length} {filter} >>\nstream\n");
        made.Write(content);
        Write("\nendstream\nendobj\n");
        foreach ((int number, string body) in more)
        {
            Begin(number);
            Write(body + "\nendobj\n");
        }
        long table = made.Position;
        Write($"xref\n0 1\n0000000000 65535 f \n");
        foreach ((int number, long where) in at)
            Write($"{number} 1\n{where:D10} 00000 n \n");
        Write($"trailer\n<< /Root 1 0 R /Size {at.Keys.Max() + 1} >>\nstartxref\n{table}\n%%EOF\n");
        return made.ToArray();
    }
}
