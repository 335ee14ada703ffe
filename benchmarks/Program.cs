using Jaali.Benchmarks;

// benchmarks [edit|undo|windows|opening|wall|light|photos|memory|search|hashes|rights|composing|words|figures ...]
// [--rows=FILE] [--into=PAGE]: all of
// them, or those named.
Console.OutputEncoding = System.Text.Encoding.UTF8;
string root = AppContext.BaseDirectory;
while (!File.Exists(Path.Combine(root, "Jaali.slnx")))
    root = Path.GetDirectoryName(root) ?? throw new InvalidOperationException("Run it from the checkout.");
string folder = Directory.CreateTempSubdirectory("jaali-bench-").FullName;
var all = new (string Name, Func<Task> Run)[]
{
    ("edit", () => Edits.RunAsync(root, folder)),
    ("edit200", () => Edits.RunAsync(root, folder, 200)),
    ("undo", () => Edits.UndoAsync(root, folder)),
    ("windows", () => Edits.WindowsAsync(root, folder)),
    ("opening", () => Openings.RunAsync(root, folder)),
    ("wall", () => Walls.RunAsync()),
    ("light", () => Lights.RunAsync()),
    ("photos", () => Photos.RunAsync(root, folder)),
    ("memory", () => Photos.MemoryAsync(root, folder)),
    ("search", () => Finding.SearchAsync(folder)),
    ("hashes", () => Finding.HashesAsync()),
    ("rights", () => Ledgers.RunAsync()),
    ("composing", () => Composing.RunAsync()),
    ("words", () => Wording.RunAsync(root)),
    ("figures", () => Figures.RunAsync(root)),
};
try
{
    string[] named = [.. args.Where(a => !a.StartsWith("--", StringComparison.Ordinal))];
    Console.WriteLine($"{Report.Machine()}\n\n{Report.Head}");
    foreach (
        (string name, Func<Task> run) in all.Where(a =>
            named.Length == 0 ? a.Name != "edit200" : named.Contains(a.Name)
        )
    )
        try
        {
            await run();
        }
        catch (Exception e) when (e is InvalidOperationException or HttpRequestException or IOException)
        {
            // What was measured before it is kept.
            Console.Error.WriteLine($"{name} could not be measured: {e.Message}");
        }
    if (args.FirstOrDefault(a => a.StartsWith("--rows=", StringComparison.Ordinal)) is { } rows)
        Report.Take(File.ReadLines(rows["--rows=".Length..]).Where(l => l.StartsWith("| ", StringComparison.Ordinal)));
    if (args.FirstOrDefault(a => a.StartsWith("--into=", StringComparison.Ordinal)) is { } into)
        await Report.IntoAsync(into["--into=".Length..]);
}
finally
{
    Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    Directory.Delete(folder, recursive: true);
}
