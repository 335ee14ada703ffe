namespace Jaali.Core.Editing;

/// <summary>Which way an edit went.</summary>
public enum EditDirection
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
    EditDirection Way,
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
    /// <summary>The code of a refusal to take back what someone else has built on.</summary>
    public const string Conflict = "changed-since";

    private readonly List<LoggedEdit> _log = [];
    private readonly HashSet<int> _takenBack = [];
    private readonly HashSet<int> _passedOver = [];
    private readonly Stack<int> _done = new(),
        _undone = new();

    /// <summary>A history of the newest edits, in the order of their revisions.</summary>
    /// <param name="log">All edits after a revision.</param>
    /// <param name="after">That revision; 0 for the whole log.</param>
    public History(IEnumerable<LoggedEdit> log, int after = 0)
    {
        After = after;
        foreach (LoggedEdit edit in log)
            Add(edit);
    }

    /// <summary>The edits up to this revision are not known here; 0 where all are.</summary>
    public int After { get; }

    /// <summary>True where an edit does not say what it took back, as in logs of format 1: that follows from all before
    /// it.</summary>
    public bool NeedsAll => After > 0 && _log.Exists(e => e is { Way: not EditDirection.Do, Of: null });

    /// <summary>The same with older edits before it.</summary>
    /// <param name="older">In the order of their revisions, up to <see cref="After"/>.</param>
    /// <param name="after">The revision after which they are all.</param>
    public History With(IEnumerable<LoggedEdit> older, int after)
    {
        var longer = new History(older.Concat(_log), after);
        longer._passedOver.UnionWith(_passedOver);
        return longer;
    }

    /// <summary>Adds the newest edit.</summary>
    public void Add(LoggedEdit edit)
    {
        // Logs of format 1 do not say what was taken back: always the last that was not.
        if (After == 0)
            edit = edit with
            {
                Of =
                    edit.Of
                    ?? edit.Way switch
                    {
                        EditDirection.Undo when _done.TryPeek(out int last) => last,
                        EditDirection.Redo when _undone.TryPeek(out int last) => last,
                        _ => null,
                    },
            };
        switch (edit.Way)
        {
            case EditDirection.Undo:
                _done.TryPop(out _);
                _undone.Push(edit.Revision);
                break;
            case EditDirection.Redo:
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
                e.Way != EditDirection.Undo && IsOwn(e, author) && !_takenBack.Contains(e.Revision) && !Passed(e)
            ),
            author,
            new Refusal("nothing-to-undo", "There is nothing of yours to take back."),
            "Your last edit stays: someone else has changed the same thing since. Undo again takes back "
                + "the one before it."
        );

    /// <summary>What redo acts on for a person: what they took back and have not edited after.</summary>
    public HistoryStep Redo(string author)
    {
        int last = _log.FindLast(e => e.Way == EditDirection.Do && IsOwn(e, author))?.Revision ?? 0;
        return Step(
            _log.FindLast(e =>
                e.Way == EditDirection.Undo
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

    /// <summary>The command that an edit is, took back or did again: the revision that it led to first; null where that
    /// is older than what is known here.</summary>
    public int? Origin(int revision)
    {
        while (revision > After && _log.Find(e => e.Revision == revision) is { Of: { } of })
            revision = of;
        return revision > After ? revision : null;
    }

    private HistoryStep Step(LoggedEdit? edit, string author, Refusal none, string conflict)
    {
        if (edit is null)
            return new(null, none);
        HashSet<PartKey> parts = [.. edit.Touched];
        bool builtOn = _log.Exists(e =>
            e.Revision > edit.Revision
            && !IsOwn(e, author)
            && e.Way != EditDirection.Undo
            && !_takenBack.Contains(e.Revision)
            && parts.Overlaps(e.Touched)
        );
        if (!builtOn)
            return new(edit.Revision, null);
        _passedOver.Add(edit.Revision);
        return new(null, new Refusal(Conflict, conflict));
    }

    private bool Passed(LoggedEdit e) => _passedOver.Contains(e.Revision);

    private static bool IsOwn(LoggedEdit e, string author) => e.Author.Length == 0 || e.Author == author;
}
