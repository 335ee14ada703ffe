using Jaali.Testing;

// Presentations of Office Open XML, looked at by the validator of the Open XML SDK: every fault a line, and 1 where
// there
// is any. For journeys, which make such files in the running application.
List<string> faults = [.. args.SelectMany(f => OfficeFaults.OfPptx(f).Select(x => $"{Path.GetFileName(f)}: {x}"))];
faults.ForEach(Console.WriteLine);
return faults.Count == 0 ? 0 : 1;
