using Jaali.Benchmarks;

// benchmarks [edit|photos|memory|search|hashes|rights|composing|words ...]: all of them, or those named.
Console.OutputEncoding = System.Text.Encoding.UTF8;
string root = AppContext.BaseDirectory;
while (!File.Exists(Path.Combine(root, "Jaali.slnx")))
    root = Path.GetDirectoryName(root) ?? throw new InvalidOperationException("Run it from the checkout.");
string folder = Directory.CreateTempSubdirectory("jaali-bench-").FullName;
var all = new (string Name, Func<Task> Run)[]
{
    ("edit", () => Edits.RunAsync(root, folder)),
    ("photos", () => Photos.RunAsync(root, folder)),
    ("memory", () => Photos.MemoryAsync(root, folder)),
    ("search", () => Finding.SearchAsync(folder)),
    ("hashes", () => Finding.HashesAsync()),
    ("rights", () => Ledgers.RunAsync()),
    ("composing", () => Composing.RunAsync()),
    ("words", () => Wording.RunAsync(root)),
};
try
{
    foreach ((string name, Func<Task> run) in all.Where(a => args.Length == 0 || args.Contains(a.Name)))
    {
        Console.WriteLine($"\n{name}");
        await run();
    }
}
finally
{
    Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    Directory.Delete(folder, recursive: true);
}
