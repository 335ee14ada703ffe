using AngleSharp.Dom;

namespace Jaali.Sources.Pages;

/// <summary>The statements of RDFa in a page as things.</summary>
internal static class PageRdfa
{
    internal static Things Read(IDocument document, Uri at)
    {
        var things = new Things("RDFa");
        foreach (Statement s in Rdfa.Read(document, at))
        {
            ReadingTime.Check();
            if (s.Predicate == Rdfa.Type)
            {
                if (Things.Local(s.Object) is { } type)
                    things.At(s.Subject).Types.Add(type);
                continue;
            }
            if (Things.Local(s.Predicate) is not { } name)
                continue;
            // "dct:type" with a kind of the DCMI vocabulary says what a thing is.
            if (name == "type" && !s.IsWords && Things.Local(s.Object) is { } kind)
                things.At(s.Subject).Types.Add(kind);
            else
                things.At(s.Subject).Say(name, s.IsWords ? s.Object : things.At(s.Object));
        }
        foreach (Thing t in things.All)
            t.Words = string.Join(
                '\n',
                t.Said.Select(v => $"<{t.Id}> {v.Name} {(v.Value is Thing o ? $"<{o.Id}>" : $"“{v.Value}”")}")
            );
        return things;
    }
}
