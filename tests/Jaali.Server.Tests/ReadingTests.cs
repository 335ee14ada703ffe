using System.Diagnostics;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Formats;
using Jaali.Formats.Reading;
using Jaali.Testing;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
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

    // What the pool itself gives a file on a busy machine, four times its limit, and as much again for the machine.
    private TimeSpan Longest => _readers.SmallFile * 8;

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
        Assert.InRange(time.Elapsed, TimeSpan.Zero, Longest);
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
        await RefusedAsync(ReaderTask.Talk, Put(HostileFiles.FormsThatDouble()));
        await NextIsReadAsync();
        Assert.InRange(_readers.Most, 0, 500L * 1024 * 1024);
    }

    [Fact]
    public async Task A_file_that_unpacks_without_end_is_stopped_before_it_takes_the_machine()
    {
        // Where it is not stopped, the page is told to be too large.
        try
        {
            using ReadResult<TalkRead> read = await _readers.ReadAsync<TalkRead>(
                ReaderTask.Talk,
                Put(HostileFiles.PackedTwice()),
                null,
                default
            );
            Assert.Contains("too large to be read", Assert.Single(read.Value.NotUnderstood));
        }
        catch (FileFaultException e)
        {
            Assert.Contains("so it was stopped", e.Message);
        }
        await RefusedAsync(ReaderTask.Talk, Put(HostileFiles.ElementsWithoutEnd()));
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

    /// <summary>Damaged copies of real files, whole and within their parts, and bombs among them: a talk or a sentence
    /// each, in time, in little memory.</summary>
    [Fact]
    public async Task Damaged_and_hostile_files_end_with_a_talk_or_a_sentence()
    {
        bool many = Environment.GetEnvironmentVariable("JAALI_LONG") is { Length: > 0 };
        int count = many ? 5000 : 60,
            refused = 0;
        byte[][] seeds = await SeedsAsync();
        byte[][] bombs = [HostileFiles.FormsThatDouble(), HostileFiles.PackedTwice()];
        for (int n = 0; n < count; n++)
        {
            var random = new Random(n * 104729);
            byte[] seed = seeds[n % seeds.Length];
            byte[] file =
                n % 50 == 49 ? bombs[n / 50 % bombs.Length]
                : seed.AsSpan().StartsWith("PK"u8) && n % 3 > 0
                    ? HostileFiles.WithinArchive(seed, part => Mutations.One(part, random), random)
                : Mutations.One(seed, random);
            var time = Stopwatch.StartNew();
            try
            {
                using ReadResult<TalkRead> read = await _readers.ReadAsync<TalkRead>(
                    ReaderTask.Talk,
                    Put(file),
                    null,
                    default
                );
                Assert.True(read.Value.Bundle is not null || read.Value.Slides.Count > 0, $"number {n}: nothing");
            }
            catch (FileFaultException e)
            {
                refused++;
                Assert.Matches(@"^[A-Z].{10,}\.$", e.Message);
            }
            Assert.True(time.Elapsed < Longest, $"number {n}: {time.Elapsed}");
        }
        await NextIsReadAsync();
        Assert.InRange(_readers.Most, 0, 500L * 1024 * 1024);
        Assert.InRange(refused, 1, count - 1);
        Console.WriteLine(
            $"samples: hostile files for the reader: {count} of {count} as expected, {refused} refused, most memory "
                + $"{_readers.Most / 1024 / 1024} MB."
        );
    }

    // A talk with a photo and words, in every form that is read.
    private async Task<byte[][]> SeedsAsync()
    {
        using WebApplicationFactory<Program> server = Running.On(_here.File("seeds"));
        using HttpClient client = server.Client();
        DeckEditing editing = server.Services.GetRequiredService<DeckEditing>();
        JsonNode made = (
            await (
                await client.PostAsJsonAsync("/api/decks", new { title = "Low water" })
            ).Content.ReadFromJsonAsync<JsonNode>()
        )!;
        var id = Guid.Parse((string)made["id"]!);
        string small = _here.File("small.jpg");
        File.WriteAllBytes(small, Outside.SmallPhoto("pebbles.jpg", 200));
        (string photo, _) = await server
            .Services.GetRequiredService<Gathering.PhotoImporter>()
            .TakeFileAsync(small, "small.jpg", default);
        await editing.ApplyAsync(id, null, new AddPoints("The wall holds\nThe wall gives way"));
        await editing.ApplyAsync(id, null, new MakeSlides());
        Deck deck = (await editing.OpenAsync(id))!.Deck;
        await editing.ApplyAsync(id, null, new PlaceGround(deck.Slides[1].Id, photo));
        List<byte[]> seeds = [];
        foreach (string form in (string[])["pptx", "odp", "pdf", "bundle"])
            seeds.Add(await client.CopyAsync(id, new { form }));
        return [.. seeds];
    }

    [Fact]
    public async Task Two_hostile_files_hold_two_readers_and_are_let_go_when_they_are_stopped()
    {
        string hostile = Put(HostileFiles.FormsThatDouble());
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
}
