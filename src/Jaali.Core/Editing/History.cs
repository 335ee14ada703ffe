using Jaali.Core.Decks;

namespace Jaali.Core.Editing;

/// <summary>Which way an edit went.</summary>
public enum EditWay
{
    /// <summary>A command.</summary>
    Do,

    /// <summary>An edit taken back.</summary>
    Undo,

    /// <summary>An edit that was taken back, done again.</summary>
    Redo,
}

/// <summary>One line of a deck's log.</summary>
/// <param name="Revision">The revision it led to.</param>
/// <param name="Way">Which way it went.</param>
/// <param name="Author">Who made it; empty where nobody said.</param>
/// <param name="Of">The revision that it took back or did again; null for commands, and in logs of format 1.</param>
/// <param name="Touched">The parts it changed.</param>
public sealed record LoggedEdit(
    int Revision,
    EditWay Way,
    string Author,
    int? Of,
    IReadOnlyCollection<PartKey> Touched
);

/// <summary>What undo or redo would act on: the revision whose inverse is applied, or why there is none.</summary>
public readonly record struct HistoryStep(int? Revision, Refusal? Refusal);

/// <summary>
/// A deck's log, from which everyone takes back their own edits, the last one first. An edit that someone else has
/// built on since is not taken back, but named, and the one before it is next.
/// What nobody in particular made is everyone's own.
/// </summary>
public sealed class History
{
    private readonly List<LoggedEdit> _log = [];
    private readonly HashSet<int> _takenBack = [];
    private readonly HashSet<int> _passedOver = [];
    private readonly Stack<int> _done = new(),
        _undone = new();

    /// <summary>A history of these edits, in the order of their revisions.</summary>
    public History(IEnumerable<LoggedEdit> log)
    {
        foreach (LoggedEdit edit in log)
            Add(edit);
    }

    /// <summary>Adds the newest edit.</summary>
    public void Add(LoggedEdit edit)
    {
        // Logs of format 1 do not say what was taken back: always the last that was not.
        edit = edit with
        {
            Of =
                edit.Of
                ?? edit.Way switch
                {
                    EditWay.Undo when _done.TryPeek(out int last) => last,
                    EditWay.Redo when _undone.TryPeek(out int last) => last,
                    _ => null,
                },
        };
        switch (edit.Way)
        {
            case EditWay.Undo:
                _done.TryPop(out _);
                _undone.Push(edit.Revision);
                break;
            case EditWay.Redo:
                _undone.TryPop(out _);
                _done.Push(edit.Revision);
                break;
            default:
                _done.Push(edit.Revision);
                _undone.Clear();
                break;
        }
        if (edit.Of is { } of)
            _takenBack.Add(of);
        _log.Add(edit);
    }

    /// <summary>What undo acts on for a person.</summary>
    public HistoryStep Undo(string author) =>
        Step(
            _log.FindLast(e =>
                e.Way != EditWay.Undo && IsOwn(e, author) && !_takenBack.Contains(e.Revision) && !Passed(e)
            ),
            author,
            new Refusal("nothing-to-undo", "There is nothing of yours to take back."),
            "Your last edit stays: someone else has changed the same thing since. Undo again takes back the one before it."
        );

    /// <summary>What redo acts on for a person: what they took back and have not edited after.</summary>
    public HistoryStep Redo(string author)
    {
        int last = _log.FindLast(e => e.Way == EditWay.Do && IsOwn(e, author))?.Revision ?? 0;
        return Step(
            _log.FindLast(e =>
                e.Way == EditWay.Undo
                && e.Revision > last
                && IsOwn(e, author)
                && !_takenBack.Contains(e.Revision)
                && !Passed(e)
            ),
            author,
            new Refusal("nothing-to-redo", "There is nothing to do again."),
            "This cannot be done again: someone else has changed the same thing since."
        );
    }

    /// <summary>The command that an edit is, took back or did again: the revision that it led to first.</summary>
    public int Origin(int revision)
    {
        while (_log.Find(e => e.Revision == revision) is { Of: { } of })
            revision = of;
        return revision;
    }

    private HistoryStep Step(LoggedEdit? edit, string author, Refusal none, string conflict)
    {
        if (edit is null)
            return new(null, none);
        HashSet<PartKey> parts = [.. edit.Touched];
        bool builtOn = _log.Exists(e =>
            e.Revision > edit.Revision
            && !IsOwn(e, author)
            && e.Way != EditWay.Undo
            && !_takenBack.Contains(e.Revision)
            && parts.Overlaps(e.Touched)
        );
        if (!builtOn)
            return new(edit.Revision, null);
        _passedOver.Add(edit.Revision);
        return new(null, new Refusal("changed-since", conflict));
    }

    private bool Passed(LoggedEdit e) => _passedOver.Contains(e.Revision);

    private static bool IsOwn(LoggedEdit e, string author) => e.Author.Length == 0 || e.Author == author;
}
