namespace Jaali.Core.Motion;

/// <summary>Turns the moves of a slide into what every thing does at every press.</summary>
public static class Timelines
{
    /// <summary>What others keep of their opacity while something stands out or is forward.</summary>
    public const double Dimmed = .3;

    /// <summary>What of theirs is kept by those that it comes to lie over: as good as nothing, but not gone, for what
    /// has gone stays away.</summary>
    public const double GivesWay = .01;

    // How far things rise and drop, in slide units; how small they begin to grow and how far they stand out; how far
    // they turn in, in degrees; how long what stood out takes to go back.
    private const double Way = 60,
        Small = .7,
        Out = 1.12,
        Turned = -12,
        Release = .4;

    // What covers so much of the slide is ground to everything else.
    private const double GroundLike = .9;

    /// <summary>The timeline of a slide.</summary>
    /// <param name="deck">The deck.</param>
    /// <param name="slide">The slide.</param>
    /// <param name="scene">The slide's scene.</param>
    /// <param name="facts">Photos and typefaces.</param>
    public static Timeline Of(Deck deck, Slide slide, Scene scene, ISceneFacts facts)
    {
        var place = new ItemPlace(deck, slide, facts);
        Cue[] cues = [.. slide.Cues.Where(c => c.Things.Any(t => slide.Item(t) is not null))];
        return cues.Length == 0 || slide.Kind == SlideKind.Credits
            ? Timeline.Still
            : new Builder(deck, slide, scene, facts, item => ItemKinds.Of(item).NameInSentence(item, place)).Build(
                cues
            );
    }

    private sealed class Builder(Deck deck, Slide slide, Scene scene, ISceneFacts facts, Func<Item, string> name)
    {
        private readonly Dictionary<ItemPart, SlideRect> _boxes = [];
        private readonly Dictionary<ItemPart, ItemState> _begins = [];
        private readonly Dictionary<ItemPart, ItemState> _now = [];
        private readonly Dictionary<ItemPart, double> _largest = [];
        private readonly List<CueStep> _steps = [];

        // Of the step that is made.
        private readonly Dictionary<ItemPart, List<ItemKeyframe>> _tracks = [];
        private readonly List<Guid> _cues = [];
        private readonly List<string> _says = [];
        private Guid? _front;
        private FrontCredit? _credit;
        private double _begun,
            _ended,
            _length;
        private bool _standing;

        internal Timeline Build(Cue[] cues)
        {
            foreach (Item item in slide.Items)
                Know(item);
            Hide(cues);
            foreach (Cue cue in cues)
            {
                if (cue.Act == CueAct.InTurn)
                    Turns(cue);
                else
                    One(cue);
            }
            Close();
            HashSet<ItemPart> moving = [.. _steps.SelectMany(s => s.Tracks.Select(t => t.Thing))];
            return new(
                [
                    .. moving
                        .Where(_boxes.ContainsKey)
                        .Select(t => new MovingItem(t, _boxes[t], _begins[t], _largest.GetValueOrDefault(t, 1))),
                ],
                _steps
            );
        }

        // Things and their parts, with the room they take.
        private void Know(Item item)
        {
            GroupNode? group = scene.Nodes.OfType<GroupNode>().FirstOrDefault(g => g.ItemId == item.Id);
            if (group is null || NodeBounds.Of(group) is not { } box)
                return;
            Put(new(item.Id), box);
            foreach (GroupNode part in group.Nodes.OfType<GroupNode>().Where(n => n.Part is not null))
                if (NodeBounds.Of(part) is { } own)
                    Put(
                        new(item.Id, part.Part),
                        NodeBounds.Turned(own, group.About ?? default, group.Turn, group.Scale)
                    );

            void Put(ItemPart thing, SlideRect box)
            {
                _boxes[thing] = box;
                _begins[thing] = _now[thing] = ItemState.Rest;
            }
        }

        private ItemPart[] PartsOf(Guid itemId) =>
            [.. _boxes.Keys.Where(t => t.ItemId == itemId && t.Part is not null).OrderBy(t => t.Part)];

        private ItemPart[] Of(Cue cue)
        {
            ItemPart whole = new(cue.ItemId!.Value);
            return cue.PartByPart && PartsOf(whole.ItemId) is { Length: > 0 } parts ? parts
                : _boxes.ContainsKey(whole) ? [whole]
                : [];
        }

        // What comes in before anything else is done to it is not there to begin with.
        private void Hide(Cue[] cues)
        {
            HashSet<ItemPart> known = [];
            foreach (Cue cue in cues.Where(c => c.Act is CueAct.ComesIn or CueAct.GoesOut))
            foreach (ItemPart thing in Of(cue).Where(known.Add))
                if (cue.Act == CueAct.ComesIn)
                    _begins[thing] = _now[thing] = ItemState.Gone;
        }

        private void One(Cue cue)
        {
            ItemPart[] things = Of(cue);
            string does = cue.Act switch
            {
                CueAct.ComesIn => "comes in",
                CueAct.GoesOut => "goes out",
                _ => "stands out",
            };
            for (int i = 0; i < things.Length; i++)
            {
                ItemPart thing = things[i];
                CueStart start = i == 0 || cue.Start == CueStart.OnPress ? cue.Start : CueStart.AfterBefore;
                double at = Begin(cue, start, stands: cue.Act == CueAct.StandsOut);
                _says.Add(
                    things.Length > 1
                        ? $"part {i + 1} of {things.Length} of {name(slide.Item(thing.ItemId)!)} {does}"
                        : $"{name(slide.Item(thing.ItemId)!)} {does}"
                );
                switch (cue.Act)
                {
                    case CueAct.ComesIn:
                        Jump(thing, at, From(cue.Effect, thing));
                        Go(thing, at, cue, ItemState.Rest);
                        break;
                    case CueAct.GoesOut:
                        ItemState gone = From(cue.Effect, thing);
                        Go(thing, at, cue, gone);
                        if (gone.Opacity > 0)
                            Jump(thing, at + cue.Seconds, ItemState.Gone);
                        break;
                    default:
                        foreach (ItemPart other in Others(thing))
                            Go(other, at, cue, _now[other] with { Opacity = Dimmed });
                        Go(
                            thing,
                            at,
                            cue,
                            cue.Effect == CueEffect.Grow ? ItemState.Rest with { Scale = Out } : ItemState.Rest
                        );
                        break;
                }
            }
        }

        // Where a thing comes from; and, to go out, where it goes.
        private ItemState From(CueEffect way, ItemPart thing) =>
            way switch
            {
                CueEffect.Appear or CueEffect.Dissolve => ItemState.Gone,
                CueEffect.Rise => new(0, Y: Way),
                CueEffect.Drop => new(0, Y: -Way),
                CueEffect.Grow => new(0, Scale: Small),
                CueEffect.TurnIn => new(0, Scale: .9, Turn: Turned),
                // Uncovered, not melted: it is whole in what is seen of it.
                CueEffect.Wipe => IsRightToLeft(thing) ? new(1, CutLeft: 1) : new(1, CutRight: 1),
                _ => throw new ArgumentOutOfRangeException(nameof(way)),
            };

        private bool IsRightToLeft(ItemPart thing) =>
            scene.NodesOf(thing.ItemId).OfType<TextNode>().Any(t => t.IsRightToLeft);

        // What is dimmed while a thing stands out: of a part the other parts, of a thing the other things but the
        // ground.
        private IEnumerable<ItemPart> Others(ItemPart thing)
        {
            double whole = scene.Width * scene.Height;
            return _boxes
                .Keys.Where(o => thing.Part is null ? o.Part is null : o.ItemId == thing.ItemId && o.Part is not null)
                .Where(o => o != thing && _now[o].Opacity > 0)
                .Where(o =>
                    o.Part is not null
                    || slide.Item(o.ItemId) is { At.IsGround: false }
                        && _boxes[o].Width * _boxes[o].Height < whole * GroundLike
                )
                .ToArray();
        }

        private bool ShowsPhotos(ItemPart thing) =>
            slide.Item(thing.ItemId) is { } item && ItemKinds.Of(item).Photos(item).Any();

        private void Turns(Cue cue)
        {
            Item[] items =
            [
                .. cue.Sequence!.Select(slide.Item).OfType<Item>().Where(i => _boxes.ContainsKey(new(i.Id))),
            ];
            ItemPart? last = null;
            for (int i = 0; i <= items.Length && items.Length > 0; i++)
            {
                double at = Begin(cue, i == 0 ? cue.Start : CueStart.OnPress, stands: i < items.Length);
                if (i == items.Length)
                {
                    Go(last!.Value, at, cue, ItemState.Rest);
                    _says.Add($"{name(items[^1])} goes back to its place");
                    break;
                }
                var thing = new ItemPart(items[i].Id);
                ItemState forward = InTurnPlaces.Forward(deck, slide, scene, items[i], _boxes[thing]);
                SlideRect covered = Moved(items[i].At.Rect, forward);
                // Titles and other words stay as they are.
                foreach (
                    ItemPart other in Others(thing)
                        .Where(o => o != last && (cue.Sequence!.Contains(o.ItemId) || ShowsPhotos(o)))
                )
                    Go(other, at, cue, _now[other] with { Opacity = Behind(other) });
                if (last is { } dimmed)
                    Go(dimmed, at, cue, ItemState.Rest with { Opacity = Behind(dimmed) });
                Go(thing, at, cue, forward);
                _largest[thing] = Math.Max(_largest.GetValueOrDefault(thing, 1), forward.Scale);
                _front = thing.ItemId;
                _credit = CreditOf(items[i], covered);
                _says.Add($"{name(items[i])} comes forward, {i + 1} of {items.Length}");
                last = thing;

                // What would be seen as a strip beside it gives way; the others dim.
                double Behind(ItemPart other) => covered.Overlaps(_boxes[other]) ? GivesWay : Dimmed;
            }
        }

        // As it would stand on the slide if the photo were alone there.
        private FrontCredit? CreditOf(Item item, SlideRect at)
        {
            if (item is not Frame frame || scene.Parts.All(p => p.Role != "credit"))
                return null;
            Slide alone = slide with
            {
                Items = [frame with { At = frame.At with { Rect = at, Turn = 0 } }],
                Cues = [],
                Layout = slide.Layout is { } layout ? layout with { Sharing = null } : null,
            };
            Scene so = SceneBuilder.Build(deck, alone, facts)[0];
            SlideRect[] usual = [.. scene.Parts.Where(p => p.Role == "credit").Select(p => p.Box.Grown(1))];
            return so.Parts.FirstOrDefault(p => p.Role == "credit") is { } part
                ? new(
                    [.. so.Nodes.Where(n => n is GroupNode { IsCredit: true })],
                    [.. scene.Links.Where(l => !usual.Any(u => u.Holds(l.Rect))), .. so.Links],
                    part
                )
                : null;
        }

        // Where a rectangle comes that moves and grows about its middle.
        private static SlideRect Moved(SlideRect r, ItemState to) =>
            new(
                r.X + to.X - r.Width * (to.Scale - 1) / 2,
                r.Y + to.Y - r.Height * (to.Scale - 1) / 2,
                r.Width * to.Scale,
                r.Height * to.Scale
            );

        // When the next thing begins, in seconds from its press. A press makes another step, and lets go what stood
        // out.
        private double Begin(Cue cue, CueStart start, bool stands)
        {
            if (start == CueStart.OnPress)
            {
                Close();
                (_begun, _ended) = (0, 0);
                if (_standing)
                    foreach (ItemPart thing in _boxes.Keys)
                        // What has gone stays away.
                        if (_now[thing] != ItemState.Rest && _now[thing].Opacity > 0)
                            Go(thing, 0, stands ? cue.Seconds : Release, Easing.InOut, ItemState.Rest);
                _standing = false;
            }
            _standing |= stands;
            double at = (start == CueStart.AfterBefore ? _ended : _begun) + cue.Delay;
            (_begun, _ended) = (at, at + cue.Seconds);
            if (_cues.LastOrDefault() != cue.Id)
                _cues.Add(cue.Id);
            return at;
        }

        private void Close()
        {
            _steps.Add(
                new(
                    _length,
                    [.. _tracks.Select(t => new ItemTrack(t.Key, t.Value))],
                    _front,
                    [.. _cues],
                    string.Join("; ", _says),
                    _credit
                )
            );
            _tracks.Clear();
            _cues.Clear();
            _says.Clear();
            (_front, _credit, _length) = (null, null, 0);
        }

        private void Go(ItemPart thing, double at, Cue cue, ItemState to) =>
            Go(thing, at, cue.Effect == CueEffect.Appear ? 0 : cue.Seconds, Easing.InOut, to);

        private void Jump(ItemPart thing, double at, ItemState to) => Go(thing, at, 0, Easing.Even, to);

        // What a thing was about to do is broken off where something else begins.
        private void Go(ItemPart thing, double at, double seconds, Easing easing, ItemState to)
        {
            if (!_boxes.ContainsKey(thing))
                return;
            if (!_tracks.TryGetValue(thing, out List<ItemKeyframe>? keys))
                _tracks[thing] = keys = [new(0, _now[thing], Easing.Even)];
            ItemState from = ItemTrack.At(keys, at);
            keys.RemoveAll(k => k.At > at);
            if (keys[^1] is { } before && before.At == at && before.State == from)
                keys[^1] = before with { Easing = easing };
            else
                keys.Add(new(at, from, easing));
            keys.Add(new(at + seconds, to, Easing.Even));
            _now[thing] = to;
            _length = Math.Max(_length, at + seconds);
        }
    }
}
