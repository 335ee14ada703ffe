namespace Jaali.Core.Photos;

/// <summary>
/// A wall that grows while collections answer and pictures are looked at: what comes is merged into what is there, and
/// nothing else is compared again. Same pictures are found by the addresses of their pages and among the hashes, which
/// lie
/// in one array. Not safe for use by several threads at once.
/// </summary>
/// <param name="words">What was asked for: what meets all of it comes first.</param>
public sealed class MergedResults(string words = "")
{
    private readonly string[] _asked =
    [
        .. SearchWords.Split(words).Where(SearchWords.Telling).Select(RelatedWords.Stem).Distinct(),
    ];

    private readonly Dictionary<(string Collection, string Id), Member> _members = [];
    private readonly Dictionary<string, List<Member>> _byAddress = new(StringComparer.Ordinal);
    private readonly List<Member> _hashed = [];
    private readonly List<Member> _unseen = [];
    private readonly List<Group> _groups = [];
    private ulong[] _hashes = new ulong[64];
    private long _made;

    /// <summary>How many candidates it holds.</summary>
    public int Count => _members.Count;

    /// <summary>Adds a candidate; one that is there already changes nothing.</summary>
    /// <param name="candidate">The candidate.</param>
    /// <param name="rank">Its place in its collection's own order, from 1.</param>
    /// <param name="look">What is known of its picture, or null.</param>
    public void Add(Candidate candidate, int rank, ThumbnailMetrics? look)
    {
        var member = new Member(candidate, rank);
        if (!_members.TryAdd((candidate.Collection, candidate.Id), member))
            return;
        if (look is null)
            _unseen.Add(member);
        else
            See(member, look);
        if (member.Address is { } address)
        {
            if (!_byAddress.TryGetValue(address, out List<Member>? there))
                _byAddress[address] = there = [];
            there.Add(member);
        }
        Join(member);
    }

    /// <summary>Takes in what was looked at since; true where there was anything.</summary>
    /// <param name="look">What is known of a candidate's picture by now, or null.</param>
    public bool Look(Func<Candidate, ThumbnailMetrics?> look)
    {
        List<Member> seen = [];
        _unseen.RemoveAll(m =>
        {
            if (look(m.Candidate) is not { } known)
                return false;
            See(m, known);
            seen.Add(m);
            return true;
        });
        // What was held for the same by its address alone may be another picture: its group is made anew.
        foreach (Member member in seen)
        {
            Member[] together = [.. member.Group!.Members];
            _groups.Remove(member.Group);
            foreach (Member m in together)
                m.Group = null;
            foreach (Member m in together.OrderBy(m => m.Made))
                Join(m);
        }
        return seen.Count > 0;
    }

    /// <summary>The pictures, the best first. A picture that is as it was stays the same object.</summary>
    /// <param name="suits">What a candidate would be on a slide of the talk.</param>
    /// <param name="talk">What that rests on: while it is equal, nothing is judged again.</param>
    public IReadOnlyList<ResultPicture> Pictures(Func<Candidate, Suitability> suits, object talk)
    {
        foreach (Group group in _groups)
            if (group.Picture is null || !talk.Equals(group.Talk))
                (group.Picture, group.Talk) = (Made(group, suits, talk), talk);
        return
        [
            .. _groups
                .Select(g => g.Picture!)
                .OrderByDescending(p => _asked.Length > 1 && p.Met == _asked.Length)
                .ThenByDescending(p => p.Score)
                .ThenBy(p => p.Best.Collection, StringComparer.Ordinal)
                .ThenBy(p => p.Best.Id, StringComparer.Ordinal),
        ];
    }

    private ResultPicture Made(Group group, Func<Candidate, Suitability> suits, object talk)
    {
        foreach (Member m in group.Members)
            if (m.Suits is null || !talk.Equals(m.Talk))
                (m.Suits, m.Talk) = (suits(m.Candidate), talk);
        Member[] ranked =
        [
            .. group
                .Members.OrderBy(m => m.Suits!.Clearance.Standing)
                .ThenByDescending(m => m.Suits!.Sharpness)
                .ThenBy(m => m.Made),
        ];
        return new ResultPicture(
            ranked[0].Candidate,
            [.. ranked.Skip(1).Select(m => m.Candidate)],
            ranked[0].Suits!,
            group.Members.Sum(m => 1 / (RankFusion.Softness + m.Rank)) * ranked[0].Suits!.Factor,
            Met(group)
        );
    }

    // In their titles and tags, whatever the collection that has them.
    private int Met(Group group)
    {
        if (_asked.Length < 2)
            return 0;
        HashSet<string> said =
        [
            .. group
                .Members.SelectMany(m => m.Candidate.Tags.Prepend(m.Candidate.Rights.Title))
                .SelectMany(SearchWords.Split)
                .Select(RelatedWords.Stem),
        ];
        return _asked.Count(said.Contains);
    }

    // The first picture that it is the same as; else one of its own.
    private void Join(Member member)
    {
        Group? found = null;
        if (member.Address is { } address)
            foreach (Member other in _byAddress[address])
                Try(other);
        if (member.Look is { } look)
            foreach ((int at, _) in SamePicture.Near(_hashes.AsSpan(0, _hashed.Count), look.Hash))
                Try(_hashed[at]);
        if (found is null)
            _groups.Add(found = new Group(_made++));
        else
            found.Picture = null;
        member.Group = found;
        found.Members.Add(member);

        void Try(Member other)
        {
            if (
                other.Group is { } group
                && (found is null || group.Made < found.Made)
                // Two results of one collection stay two: it knows its own holdings.
                && group.Members.TrueForAll(o => o.Candidate.Collection != member.Candidate.Collection)
                && SamePicture.Is(other.Candidate, other.Look, member.Candidate, member.Look)
            )
                found = group;
        }
    }

    private void See(Member member, ThumbnailMetrics look)
    {
        member.Look = look;
        if (_hashed.Count == _hashes.Length)
            Array.Resize(ref _hashes, 2 * _hashes.Length);
        _hashes[_hashed.Count] = look.Hash;
        _hashed.Add(member);
    }

    private sealed class Group(long made)
    {
        internal long Made => made;
        internal List<Member> Members { get; } = [];
        internal ResultPicture? Picture { get; set; }
        internal object? Talk { get; set; }
    }

    private sealed class Member(Candidate candidate, int rank)
    {
        private static long s_last;

        internal Candidate Candidate => candidate;
        internal int Rank => rank;
        internal long Made { get; } = Interlocked.Increment(ref s_last);
        internal string? Address { get; } = candidate.Rights.SourceUrl is { } url ? SamePicture.Plain(url) : null;
        internal ThumbnailMetrics? Look { get; set; }
        internal Group? Group { get; set; }
        internal Suitability? Suits { get; set; }
        internal object? Talk { get; set; }
    }
}
