using System.Text.Json;

namespace Jaali.Benchmarks;

/// <summary>The start, the list of talks and the first opening of a long talk after a start.</summary>
internal static class Openings
{
    // As long as a browser takes at least until it has loaded its scripts.
    private static readonly TimeSpan Breath = TimeSpan.FromSeconds(1.5);

    public static async Task RunAsync(string root, string folder)
    {
        string data = Path.Combine(folder, "opening");
        string id;
        string[] slides;
        await using (RunningServer server = await RunningServer.StartAsync(root, data, 5298))
        {
            BenchTalk talk = await BenchTalk.MakeAsync(server, root, 200);
            (id, slides) = (talk.Id, talk.Slides);
            for (int i = 0; i < 19; i++)
                await BenchTalk.MakeAsync(server, root, 20);
        }
        List<double> ready = [],
            cpu = [],
            listing = [],
            first = [],
            all = [],
            spent = [];
        for (int round = 0; round < 9; round++)
        {
            await using RunningServer server = await RunningServer.StartAsync(root, data, 5298);
            ready.Add(server.ReadyAfter);
            cpu.Add(server.CpuAtReady);
            listing.Add(await Report.OnceAsync(() => server.AskAsync(HttpMethod.Get, "/api/decks")));
        }
        for (int round = 0; round < 9; round++)
        {
            await using RunningServer server = await RunningServer.StartAsync(root, data, 5298);
            await Task.Delay(Breath);
            double before = server.Cpu;
            // As the interface does it: the slide that is looked at, then the others.
            byte[] answer = [];
            double one = await Report.OnceAsync(async () =>
                answer = await server.AskAsync(HttpMethod.Get, $"/api/decks/{id}/changes?first={slides[100]}")
            );
            first.Add(one);
            using JsonDocument patch = JsonDocument.Parse(answer);
            string since = patch.RootElement.GetProperty("revision").GetRawText();
            all.Add(
                one
                    + await Report.OnceAsync(() =>
                        server.AskAsync(
                            HttpMethod.Get,
                            $"/api/decks/{id}/changes?since={since}&rest=true&first={slides[100]}"
                        )
                    )
            );
            spent.Add(server.Cpu - before);
        }
        Report.Limit("start until it is ready", Times.Of(ready), 4000, "waiting, not processor time");
        Report.Limit("processor time of a start", Times.Of(cpu), 2000);
        Report.Limit("the list of 20 talks, as soon as the server is ready", Times.Of(listing), 100);
        Report.Limit("first opening of 200 slides, 1.5 s after the server is ready: first slide", Times.Of(first), 300);
        Report.Limit("the same: all scenes", Times.Of(all), 800, cpu: Times.Of(spent).P50);
    }
}
