using Microsoft.AspNetCore.SignalR.Client;

namespace Jaali.Benchmarks;

/// <summary>Edits, from the command to the new scene, over HTTP against the real server.</summary>
internal static class Edits
{
    private const int Rounds = 240;
    private static int _made;

    // No edit is the same as one before it on its slide: one that changes nothing would cost nothing.
    private static int Next() => _made++;

    /// <summary>Talks of 20, 200 and 500 slides, an edit of each by turns beside an empty request, so that all have the
    /// same machine.</summary>
    public static async Task RunAsync(string root, string folder, int? only = null)
    {
        await using RunningServer server = await RunningServer.StartAsync(root, Path.Combine(folder, "edits"), 5298);
        Measured[] all =
        [
            .. new[] { new Measured(20, 6, 10), new(200, 8, 12), new(500, 10, 15) }.Where(m =>
                only is null || m.Slides == only
            ),
        ];
        foreach (Measured m in all)
            m.Talk = await BenchTalk.MakeAsync(server, root, m.Slides);
        // Which edits are warm does not depend on the size of the talk: all kinds, on all slides.
        foreach (Measured m in all)
            for (int i = 0; i < Math.Max(600, m.Talk!.Slides.Length * 2); i++)
                await m.Talk.DoAsync(Command(m.Talk, m.Made++).Command);
        List<double> empty = [];
        for (int round = 0; round < Rounds; round++)
        {
            empty.Add(await Report.OnceAsync(() => server.AskAsync(HttpMethod.Get, "/api/health")));
            // Who comes first in a round finds colder caches: they take turns.
            for (int i = 0; i < all.Length; i++)
            {
                Measured m = all[(i + round) % all.Length];
                (string kind, object command) = Command(m.Talk!, m.Made++);
                double before = server.ExactCpu();
                double took = await Report.OnceAsync(() => m.Talk!.DoAsync(command));
                m.Add(kind, took - empty[^1], server.ExactCpu() - before);
            }
        }
        foreach (Measured m in all)
        {
            Report.Limit(
                $"an edit of {m.Slides} slides, over an empty request",
                Times.Of(m.Took),
                m.P50,
                $"empty request {Report.N(Times.Of(empty).P50)}",
                m.Cpu.Average(),
                m.P95
            );
            Console.Error.WriteLine(
                string.Join(
                    "; ",
                    m.Kinds.Select(k =>
                        $"{k.Key} {Report.N(Times.Of(k.Value.Select(v => v.Took)).P50)} ms, processor "
                        + $"{Report.N(k.Value.Average(v => v.Cpu))}"
                    )
                )
            );
            if (m != all[0])
                Report.Figure(
                    $"processor time of an edit, {m.Slides} slides against 20",
                    m.Cpu.Average() / all[0].Cpu.Average(),
                    "times",
                    1.3,
                    $"20 slides {Report.N(all[0].Cpu.Average())} ms"
                );
        }
    }

    private sealed record Measured(int Slides, double P50, double P95)
    {
        public BenchTalk? Talk { get; set; }

        // No edit is the same as the one before it on its slide: one that changes nothing would cost nothing.
        public int Made { get; set; }
        public List<double> Took { get; } = [];
        public List<double> Cpu { get; } = [];
        public Dictionary<string, List<(double Took, double Cpu)>> Kinds { get; } = [];

        public void Add(string kind, double took, double cpu)
        {
            Took.Add(took);
            Cpu.Add(cpu);
            Kinds.TryAdd(kind, []);
            Kinds[kind].Add((took, cpu));
        }
    }

    /// <summary>Edits taken back at revision 5,000 beside edits.</summary>
    public static async Task UndoAsync(string root, string folder)
    {
        await using RunningServer server = await RunningServer.StartAsync(root, Path.Combine(folder, "undo"), 5298);
        BenchTalk talk = await BenchTalk.MakeAsync(server, root, 20);
        while (talk.Revision < 5000)
            await talk.DoAsync(Command(talk, Next()).Command);
        (Times undo, Times edit, _) = await Report.PairsAsync(
            Rounds,
            _ => talk.StepAsync(false),
            i => talk.DoAsync(Command(talk, Next()).Command),
            warm: 20
        );
        Report.Ratio("an edit taken back at revision 5,000", undo, edit, 1.2, "an edit");
    }

    /// <summary>From an edit in one window until ten windows have it.</summary>
    public static async Task WindowsAsync(string root, string folder)
    {
        await using RunningServer server = await RunningServer.StartAsync(root, Path.Combine(folder, "windows"), 5298);
        BenchTalk talk = await BenchTalk.MakeAsync(server, root, 200);
        List<HubConnection> windows = [];
        SemaphoreSlim seen = new(0);
        for (int i = 0; i < 10; i++)
        {
            HubConnection window = new HubConnectionBuilder().WithUrl(new Uri(server.Address, "/live")).Build();
            window.On<System.Text.Json.JsonElement>("deckChanged", _ => seen.Release());
            await window.StartAsync();
            await window.InvokeAsync("Join", Guid.Parse(talk.Id));
            windows.Add(window);
        }
        Times all = await Report.TimeAsync(
            150,
            async _ =>
            {
                int n = Next();
                Task edit = talk.DoAsync(
                    new
                    {
                        kind = "edit-item",
                        slideId = talk.Slides[n % talk.Slides.Length],
                        itemId = talk.Items[n % talk.Slides.Length].Words,
                        edit = new { kind = "words", text = $"What edit {n} says" },
                    }
                );
                for (int w = 0; w < windows.Count; w++)
                    if (!await seen.WaitAsync(5000))
                        throw new InvalidOperationException("A window was not told of an edit.");
                await edit;
            },
            warm: 20
        );
        Report.Limit("an edit seen by all of ten windows", all, 100, aim95: 100);
        foreach (HubConnection window in windows)
            await window.DisposeAsync();
    }

    // All kinds that a hand makes again and again, on every slide with a photo; no two in turn are the same.
    private static (string Kind, object Command) Command(BenchTalk talk, int i)
    {
        int n = i * 7 % talk.Slides.Length;
        string slideId = talk.Slides[n];
        (string ground, string words) = talk.Items[n];
        double small = i % 50 * .003;
        string[] spots = ["topLeft", "bottomRight", "auto"],
            tones = ["grey", "brown", "natural"];
        return (i % 9) switch
        {
            0 => (
                "crop",
                Item(
                    ground,
                    new
                    {
                        kind = "frame",
                        crop = new
                        {
                            x = small,
                            y = .1,
                            width = .8,
                            height = .8,
                        },
                    }
                )
            ),
            1 => ("words", Item(words, new { kind = "words", text = $"What {i} of the shore says" })),
            2 => (
                "notes",
                new
                {
                    kind = "set-notes",
                    slideId,
                    notes = $"Note {i} on the shore",
                }
            ),
            3 => ("tone", Item(ground, new { kind = "frame", tone = tones[i / 9 % 3] })),
            4 => ("place of words", Item(words, new { kind = "words", spot = spots[i / 9 % 3] })),
            5 => (
                "time",
                new
                {
                    kind = "set-seconds",
                    slideId,
                    seconds = 20 + i % 97,
                }
            ),
            6 => ("size of words", Item(words, new { kind = "words", look = new { size = 40 + i % 40 } })),
            7 => ("title", new { kind = "set-title", title = $"Measured {i}" }),
            _ => (
                "photo",
                new
                {
                    kind = "place-ground",
                    slideId,
                    photoId = talk.Photos[i / 9 % talk.Photos.Length],
                }
            ),
        };

        object Item(string itemId, object edit) =>
            new
            {
                kind = "edit-item",
                slideId,
                itemId,
                edit,
            };
    }
}
