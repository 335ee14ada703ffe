using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;

namespace Jaali.Core.Tests.Editing;

/// <summary>Everyone takes back their own edits, and none that someone else has built on.</summary>
public sealed class HistoryTests
{
    private static readonly PartKey Title = new(PartKind.Title),
        Speaker = new(PartKind.Speaker),
        Use = new(PartKind.Use);

    private static LoggedEdit Did(int revision, string author, params PartKey[] touched) =>
        new(revision, EditDirection.Do, author, null, touched);

    private static LoggedEdit Back(int revision, string author, int of, params PartKey[] touched) =>
        new(revision, EditDirection.Undo, author, of, touched);

    private static LoggedEdit Again(int revision, string author, int of, params PartKey[] touched) =>
        new(revision, EditDirection.Redo, author, of, touched);

    [Fact]
    public void Of_two_people_each_takes_back_the_last_of_their_own()
    {
        var history = new History([Did(1, "ada", Title), Did(2, "bo", Speaker), Did(3, "ada", Use)]);
        Assert.Equal(3, history.Undo("ada").Revision);
        Assert.Equal(2, history.Undo("bo").Revision);
        history.Add(Back(4, "ada", 3, Use));
        Assert.Equal(1, history.Undo("ada").Revision);
        Assert.Equal(2, history.Undo("bo").Revision);
        Assert.Equal(4, history.Redo("ada").Revision);
        Assert.Equal("nothing-to-redo", history.Redo("bo").Refusal!.Code);
    }

    [Fact]
    public void Someone_who_did_nothing_has_nothing_to_take_back()
    {
        var history = new History([Did(1, "ada", Title)]);
        Assert.Equal("nothing-to-undo", history.Undo("cy").Refusal!.Code);
        Assert.Equal("nothing-to-redo", history.Redo("cy").Refusal!.Code);
        Assert.Equal("nothing-to-undo", new History([]).Undo("").Refusal!.Code);
    }

    [Fact]
    public void An_edit_that_someone_built_on_is_named_once_and_then_passed_over()
    {
        var history = new History([Did(1, "ada", Speaker), Did(2, "ada", Title), Did(3, "bo", Title)]);
        Refusal no = history.Undo("ada").Refusal!;
        Assert.Equal("changed-since", no.Code);
        Assert.Contains("someone else", no.Sentence, StringComparison.Ordinal);
        Assert.Equal(1, history.Undo("ada").Revision);
        // The one who built on it is free to take theirs back.
        Assert.Equal(3, history.Undo("bo").Revision);
    }

    [Fact]
    public void What_others_took_back_themselves_stands_in_nobodys_way()
    {
        var history = new History([Did(1, "ada", Title), Did(2, "bo", Title), Back(3, "bo", 2, Title)]);
        Assert.Equal(1, history.Undo("ada").Revision);
        // Done again it does.
        history.Add(Again(4, "bo", 3, Title));
        Assert.Equal("changed-since", history.Undo("ada").Refusal!.Code);
    }

    [Fact]
    public void A_new_edit_ends_what_could_be_done_again_for_its_maker_alone()
    {
        var history = new History([
            Did(1, "ada", Title),
            Did(2, "bo", Speaker),
            Back(3, "ada", 1, Title),
            Back(4, "bo", 2, Speaker),
            Did(5, "ada", Use),
        ]);
        Assert.Equal("nothing-to-redo", history.Redo("ada").Refusal!.Code);
        Assert.Equal(4, history.Redo("bo").Revision);
    }

    [Fact]
    public void What_was_done_again_can_be_taken_back_again()
    {
        var history = new History([Did(1, "ada", Title), Back(2, "ada", 1, Title), Again(3, "ada", 2, Title)]);
        Assert.Equal(3, history.Undo("ada").Revision);
        history.Add(Back(4, "ada", 3, Title));
        Assert.Equal("nothing-to-undo", history.Undo("ada").Refusal!.Code);
        Assert.Equal(4, history.Redo("ada").Revision);
    }

    [Fact]
    public void What_nobody_in_particular_made_is_everyones_own()
    {
        var history = new History([Did(1, "", Title)]);
        Assert.Equal(1, history.Undo("ada").Revision);
        Assert.Equal(1, history.Undo("bo").Revision);
        history.Add(Did(2, "bo", Title));
        Assert.Equal("changed-since", history.Undo("ada").Refusal!.Code);
    }

    [Fact]
    public void A_log_of_the_first_format_does_not_say_what_was_taken_back_and_is_still_followed()
    {
        // Two done, both taken back, one done again: the second is what can be done again next.
        LoggedEdit[] log =
        [
            new(1, EditDirection.Do, "", null, [Title]),
            new(2, EditDirection.Do, "", null, [Speaker]),
            new(3, EditDirection.Undo, "", null, [Speaker]),
            new(4, EditDirection.Undo, "", null, [Title]),
            new(5, EditDirection.Redo, "", null, [Title]),
        ];
        var history = new History(log);
        Assert.Equal(5, history.Undo("").Revision);
        Assert.Equal(3, history.Redo("").Revision);
        Assert.Equal("nothing-to-undo", new History(log[..4]).Undo("").Refusal!.Code);
    }

    /// <summary>One person alone: the history is a pair of stacks, whatever they do.</summary>
    [Fact]
    public void Alone_it_is_two_stacks() =>
        Gen.Int[0, 5]
            .Array[1, 60]
            .Sample(steps =>
            {
                var history = new History([]);
                Stack<int> done = new(),
                    undone = new();
                int revision = 0;
                foreach (int step in steps)
                {
                    HistoryStep undo = history.Undo("ada"),
                        redo = history.Redo("ada");
                    Assert.Equal(done.Count == 0 ? null : done.Peek(), undo.Revision);
                    Assert.Equal(undone.Count == 0 ? null : undone.Peek(), redo.Revision);
                    switch (step)
                    {
                        case 0 or 1 when undo.Revision is { } last:
                            history.Add(Back(++revision, "ada", last, Title));
                            done.Pop();
                            undone.Push(revision);
                            break;
                        case 2 when redo.Revision is { } next:
                            history.Add(Again(++revision, "ada", next, Title));
                            undone.Pop();
                            done.Push(revision);
                            break;
                        default:
                            history.Add(Did(++revision, "ada", Title));
                            done.Push(revision);
                            undone.Clear();
                            break;
                    }
                }
            });

    /// <summary>A log that is read back in blocks, as far as it has to be, offers what the whole log does.</summary>
    [Fact]
    public void Read_back_in_blocks_it_is_the_same() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 2], Gen.Int[0, 3])
            .Array[1, 60]
            .Sample(steps =>
            {
                string[] people = ["ada", "bo", ""];
                PartKey[] parts = [Title, Speaker, Use];
                List<LoggedEdit> log = [];
                var whole = new History([]);
                foreach ((int who, int what, int way) in steps)
                {
                    string author = people[who];
                    HistoryStep step =
                        way == 0 ? whole.Undo(author)
                        : way == 1 ? whole.Redo(author)
                        : default;
                    if (way > 1)
                        log.Add(Did(log.Count + 1, author, parts[what]));
                    else if (step.Revision is { } of)
                        log.Add(
                            way == 0
                                ? Back(log.Count + 1, author, of, parts[what])
                                : Again(log.Count + 1, author, of, parts[what])
                        );
                    else
                        continue;
                    whole = new History(log);
                    foreach (string asking in people)
                    {
                        Assert.Equal(new History(log).Undo(asking), InBlocks(log, h => h.Undo(asking)));
                        Assert.Equal(new History(log).Redo(asking), InBlocks(log, h => h.Redo(asking)));
                    }
                }
            });

    private static HistoryStep InBlocks(List<LoggedEdit> log, Func<History, HistoryStep> ask)
    {
        var history = new History([], log.Count);
        while (true)
        {
            HistoryStep step = ask(history);
            if (step is { Revision: not null } or { Refusal.Code: History.Conflict } || history.After == 0)
                return step;
            int after = Math.Max(0, history.After - 3);
            history = history.With(log[after..history.After], after);
        }
    }

    /// <summary>Several people: nobody is ever offered what is not theirs, what was taken back already, or what
    /// somebody else has changed since; and asking until nothing is left comes to an end.</summary>
    [Fact]
    public void Nobody_is_offered_what_is_not_theirs_to_take_back() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 2], Gen.Int[0, 3])
            .Array[1, 40]
            .Sample(steps =>
            {
                string[] people = ["ada", "bo", "cy"];
                PartKey[] parts = [Title, Speaker, Use];
                List<LoggedEdit> log = [];
                var history = new History([]);
                void Add(LoggedEdit e)
                {
                    log.Add(e);
                    history.Add(e);
                }
                foreach ((int who, int what, int way) in steps)
                {
                    string author = people[who];
                    HistoryStep step =
                        way == 0 ? history.Undo(author)
                        : way == 1 ? history.Redo(author)
                        : default;
                    if (step.Revision is not { } of)
                    {
                        if (way > 1)
                            Add(Did(log.Count + 1, author, parts[what]));
                        continue;
                    }
                    LoggedEdit theirs = log[of - 1];
                    Assert.Equal(author, theirs.Author);
                    Assert.DoesNotContain(log, e => e.Of == of);
                    HashSet<int> taken = [.. log.Where(e => e.Of is not null).Select(e => e.Of!.Value)];
                    Assert.DoesNotContain(
                        log.Skip(of),
                        e =>
                            e.Author != author
                            && e.Way != EditDirection.Undo
                            && !taken.Contains(e.Revision)
                            && e.Touched.Intersect(theirs.Touched).Any()
                    );
                    Add(
                        way == 0
                            ? Back(log.Count + 1, author, of, [.. theirs.Touched])
                            : Again(log.Count + 1, author, of, [.. theirs.Touched])
                    );
                }
                foreach (string author in people)
                {
                    int asked = 0;
                    while (history.Undo(author) is var step && step.Refusal?.Code != "nothing-to-undo")
                    {
                        Assert.True(++asked <= 2 * log.Count + 2, "Asking never comes to an end.");
                        if (step.Revision is { } of)
                            Add(Back(log.Count + 1, author, of, [.. log[of - 1].Touched]));
                    }
                }
            });
}
