using System.Xml.Linq;
using Jaali.Core.Decks;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;
using static Jaali.Formats.Office.PptxNames;

namespace Jaali.Formats.Office;

/// <summary>How slides come in and what moves on them, in the words of Office Open XML (ISO/IEC 29500-1, 19.5): as near
/// as it has them.</summary>
internal static class PptxMotion
{
    /// <summary>How a slide comes in; null for at once.</summary>
    internal static XElement? Transition(Transition coming)
    {
        if (coming.Change == TransitionKind.Cut)
            return null;
        string side = coming.From switch
        {
            // It is told where a move goes, not where it comes from.
            SlideEdge.Left => "r",
            SlideEdge.Right => "l",
            SlideEdge.Top => "d",
            _ => "u",
        };
        return new(
            P + "transition",
            new XAttribute(
                "spd",
                coming.Seconds >= 2 ? "slow"
                    : coming.Seconds >= 1 ? "med"
                    : "fast"
            ),
            coming.Change switch
            {
                TransitionKind.Wipe => new XElement(P + "wipe", new XAttribute("dir", side)),
                TransitionKind.Push => new XElement(P + "push", new XAttribute("dir", side)),
                TransitionKind.ThroughBlack => new XElement(P + "fade", new XAttribute("thruBlk", 1)),
                _ => new XElement(P + "fade"),
            }
        );
    }

    /// <summary>What moves, and what plays; null for nothing.</summary>
    /// <param name="slide">The slide.</param>
    /// <param name="shapes">The shapes of each item.</param>
    /// <param name="clips">The shapes that play.</param>
    internal static XElement? Timing(
        Slide slide,
        IReadOnlyDictionary<Guid, List<MovedShape>> shapes,
        IReadOnlyList<(int Shape, Playing Plays)> clips
    )
    {
        var steps = new Steps();
        foreach ((int shape, Playing plays) in clips)
            if (plays.Starts == ClipStart.Slide)
                steps.Play(shape);
        foreach (Cue cue in slide.Cues)
        {
            bool first = true;
            foreach (Guid thing in cue.Things)
            {
                if (!shapes.TryGetValue(thing, out var own))
                    continue;
                int? last = null;
                foreach (MovedShape shape in own)
                {
                    int parts = cue.PartByPart ? shape.Parts : 1;
                    for (int p = 0; p < parts; p++)
                    {
                        // Each of several that take turns, each paragraph, and each part of a figure has a press of its
                        // own; what else a thing is made of moves together.
                        bool again =
                            !first
                            && (
                                cue.Act == CueAct.InTurn ? shape == own[0]
                                : cue.PartByPart && shape.Part is { } part ? last is not null && part != last
                                : p > 0
                            );
                        steps.Add(
                            first ? cue.Start
                                : again ? CueStart.OnPress
                                : CueStart.WithBefore,
                            cue,
                            shape.Shape,
                            parts > 1 ? shape.Target(p) : null
                        );
                        first = false;
                        last = shape.Part ?? last;
                    }
                    steps.Built(shape, parts > 1);
                }
            }
        }
        return steps.Xml(clips);
    }

    private sealed class Steps
    {
        private readonly List<XElement> _presses = [];
        private readonly SortedDictionary<int, (MovedShape Shape, bool ByPart)> _built = [];
        private XElement? _group,
            _inner;
        private int _next = 3;

        internal void Built(MovedShape shape, bool byPart)
        {
            if (shape.Paragraphs > 0 || shape.Chart is not null)
                _built[shape.Shape] = (shape, byPart || _built.GetValueOrDefault(shape.Shape).ByPart);
        }

        /// <summary>Plays from its beginning as soon as the slide is there.</summary>
        internal void Play(int shape)
        {
            Next(CueStart.WithBefore);
            _inner!.Add(
                new XElement(
                    P + "par",
                    new XElement(
                        P + "cTn",
                        new XAttribute("id", _next++),
                        new XAttribute("presetID", 1),
                        new XAttribute("presetClass", "mediacall"),
                        new XAttribute("presetSubtype", 0),
                        new XAttribute("fill", "hold"),
                        new XAttribute("nodeType", "withEffect"),
                        new XElement(P + "stCondLst", Condition("0")),
                        new XElement(
                            P + "childTnLst",
                            new XElement(
                                P + "cmd",
                                new XAttribute("type", "call"),
                                new XAttribute("cmd", "playFrom(0.0)"),
                                new XElement(
                                    P + "cBhvr",
                                    new XElement(
                                        P + "cTn",
                                        new XAttribute("id", _next++),
                                        new XAttribute("dur", 1),
                                        new XAttribute("fill", "hold")
                                    ),
                                    new XElement(P + "tgtEl", new XElement(P + "spTgt", new XAttribute("spid", shape)))
                                )
                            )
                        )
                    )
                )
            );
        }

        internal void Add(CueStart start, Cue cue, int shape, XElement? part)
        {
            Next(start);
            _inner!.Add(Effect(start, cue, shape, part));
        }

        // The press and the moment at which something begins.
        private void Next(CueStart start)
        {
            if (start == CueStart.OnPress || _inner is null)
            {
                (XElement press, _group) = Par(
                    start == CueStart.OnPress || _presses.Count > 0
                        ? [Condition("indefinite")]
                        :
                        [
                            Condition("indefinite"),
                            new XElement(
                                P + "cond",
                                new XAttribute("evt", "onBegin"),
                                new XAttribute("delay", 0),
                                new XElement(P + "tn", new XAttribute("val", 2))
                            ),
                        ]
                );
                _presses.Add(press);
                _inner = null;
            }
            if (start == CueStart.AfterBefore || _inner is null)
            {
                (XElement inner, _inner) = Par([Condition("0")]);
                _group!.Add(inner);
            }
        }

        internal XElement? Xml(IReadOnlyList<(int Shape, Playing Plays)> clips) =>
            _presses.Count == 0 && clips.Count == 0
                ? null
                : new(
                    P + "timing",
                    new XElement(
                        P + "tnLst",
                        new XElement(
                            P + "par",
                            new XElement(
                                P + "cTn",
                                new XAttribute("id", 1),
                                new XAttribute("dur", "indefinite"),
                                new XAttribute("restart", "never"),
                                new XAttribute("nodeType", "tmRoot"),
                                new XElement(
                                    P + "childTnLst",
                                    _presses.Count == 0
                                        ? null
                                        : new XElement(
                                            P + "seq",
                                            new XAttribute("concurrent", 1),
                                            new XAttribute("nextAc", "seek"),
                                            new XElement(
                                                P + "cTn",
                                                new XAttribute("id", 2),
                                                new XAttribute("dur", "indefinite"),
                                                new XAttribute("nodeType", "mainSeq"),
                                                new XElement(P + "childTnLst", _presses)
                                            ),
                                            On("prevCondLst", "onPrev"),
                                            On("nextCondLst", "onNext")
                                        ),
                                    clips.Select(Clip)
                                )
                            )
                        )
                    ),
                    _built.Count == 0
                        ? null
                        : new XElement(P + "bldLst", _built.Values.Select(b => b.Shape.Built(b.ByPart)))
                );

        // What a thing that plays does when it is pressed.
        private XElement Clip((int Shape, Playing Plays) clip) =>
            new(
                P + (clip.Plays.SoundAlone ? "audio" : "video"),
                new XElement(
                    P + "cMediaNode",
                    new XAttribute("vol", (int)Math.Round(clip.Plays.Volume * 100_000)),
                    clip.Plays.Muted ? new XAttribute("mute", 1) : null,
                    new XElement(
                        P + "cTn",
                        new XAttribute("id", _next++),
                        clip.Plays.Loops ? new XAttribute("repeatCount", "indefinite") : null,
                        new XAttribute("fill", "hold"),
                        new XAttribute("display", 0),
                        new XElement(P + "stCondLst", Condition("indefinite"))
                    ),
                    new XElement(P + "tgtEl", new XElement(P + "spTgt", new XAttribute("spid", clip.Shape)))
                )
            );

        private static XElement On(string list, string what) =>
            new(
                P + list,
                new XElement(
                    P + "cond",
                    new XAttribute("evt", what),
                    new XAttribute("delay", 0),
                    new XElement(P + "tgtEl", new XElement(P + "sldTgt"))
                )
            );

        private (XElement Par, XElement Children) Par(IEnumerable<XElement> conditions)
        {
            XElement children = new(P + "childTnLst");
            return (
                new(
                    P + "par",
                    new XElement(
                        P + "cTn",
                        new XAttribute("id", _next++),
                        new XAttribute("fill", "hold"),
                        new XElement(P + "stCondLst", conditions),
                        children
                    )
                ),
                children
            );
        }

        private static XElement Condition(string delay) => new(P + "cond", new XAttribute("delay", delay));

        private static int Milliseconds(double seconds) => Math.Max(1, (int)Math.Round(seconds * 1000));

        private XElement Effect(CueStart start, Cue cue, int shape, XElement? part)
        {
            (int preset, string kind) = cue.Act switch
            {
                CueAct.ComesIn => (
                    cue.Effect == CueEffect.Appear ? 1
                    : cue.Effect == CueEffect.Wipe ? 22
                    : 10,
                    "entr"
                ),
                CueAct.GoesOut => (
                    cue.Effect == CueEffect.Appear ? 1
                    : cue.Effect == CueEffect.Wipe ? 22
                    : 10,
                    "exit"
                ),
                _ => (6, "emph"),
            };
            int id = _next++;
            return new(
                P + "par",
                new XElement(
                    P + "cTn",
                    new XAttribute("id", id),
                    new XAttribute("presetID", preset),
                    new XAttribute("presetClass", kind),
                    new XAttribute("presetSubtype", preset == 22 ? 8 : 0),
                    new XAttribute("fill", "hold"),
                    new XAttribute("grpId", 0),
                    new XAttribute(
                        "nodeType",
                        start switch
                        {
                            CueStart.OnPress => "clickEffect",
                            CueStart.WithBefore => "withEffect",
                            _ => "afterEffect",
                        }
                    ),
                    new XElement(
                        P + "stCondLst",
                        Condition(
                            ((int)Math.Round(cue.Delay * 1000)).ToString(
                                System.Globalization.CultureInfo.InvariantCulture
                            )
                        )
                    ),
                    new XElement(P + "childTnLst", Behaviours(cue, shape, part))
                )
            );
        }

        private IEnumerable<XElement> Behaviours(Cue cue, int shape, XElement? part)
        {
            int takes = Milliseconds(cue.Effect == CueEffect.Appear ? 0 : cue.Seconds);
            switch (cue.Act)
            {
                case CueAct.ComesIn:
                    yield return Visible(true, 0);
                    if (cue.Effect != CueEffect.Appear)
                        yield return Melt("in");
                    if (cue.Effect is CueEffect.Rise or CueEffect.Drop)
                        yield return Slide(cue.Effect == CueEffect.Rise ? "#ppt_y+.05" : "#ppt_y-.05");
                    break;
                case CueAct.GoesOut:
                    if (cue.Effect != CueEffect.Appear)
                        yield return Melt("out");
                    yield return Visible(false, cue.Effect == CueEffect.Appear ? 0 : takes - 1);
                    break;
                default:
                    yield return new XElement(
                        P + "animScale",
                        Behaviour(takes, cue.Act == CueAct.InTurn),
                        new XElement(P + "by", new XAttribute("x", 112_000), new XAttribute("y", 112_000))
                    );
                    break;
            }

            XElement Target() =>
                new(
                    P + "tgtEl",
                    new XElement(P + "spTgt", new XAttribute("spid", shape), part is null ? null : new XElement(part))
                );

            XElement Behaviour(int duration, bool back = false) =>
                new(
                    P + "cBhvr",
                    new XElement(
                        P + "cTn",
                        new XAttribute("id", _next++),
                        new XAttribute("dur", duration),
                        back ? new XAttribute("autoRev", 1) : null,
                        new XAttribute("fill", "hold")
                    ),
                    Target()
                );

            XElement Visible(bool there, int delay) =>
                new(
                    P + "set",
                    new XElement(
                        P + "cBhvr",
                        new XElement(
                            P + "cTn",
                            new XAttribute("id", _next++),
                            new XAttribute("dur", 1),
                            new XAttribute("fill", "hold"),
                            new XElement(
                                P + "stCondLst",
                                new XElement(P + "cond", new XAttribute("delay", Math.Max(0, delay)))
                            )
                        ),
                        Target(),
                        new XElement(P + "attrNameLst", new XElement(P + "attrName", "style.visibility"))
                    ),
                    new XElement(
                        P + "to",
                        new XElement(P + "strVal", new XAttribute("val", there ? "visible" : "hidden"))
                    )
                );

            XElement Melt(string way) =>
                new(
                    P + "animEffect",
                    new XAttribute("transition", way),
                    new XAttribute("filter", cue.Effect == CueEffect.Wipe ? "wipe(left)" : "fade"),
                    new XElement(
                        P + "cBhvr",
                        new XElement(P + "cTn", new XAttribute("id", _next++), new XAttribute("dur", takes)),
                        Target()
                    )
                );

            XElement Slide(string from) =>
                new(
                    P + "anim",
                    new XAttribute("calcmode", "lin"),
                    new XAttribute("valueType", "num"),
                    new XElement(
                        P + "cBhvr",
                        new XAttribute("additive", "base"),
                        new XElement(
                            P + "cTn",
                            new XAttribute("id", _next++),
                            new XAttribute("dur", takes),
                            new XAttribute("fill", "hold")
                        ),
                        Target(),
                        new XElement(P + "attrNameLst", new XElement(P + "attrName", "ppt_y"))
                    ),
                    new XElement(P + "tavLst", At(0, from), At(100_000, "#ppt_y"))
                );

            static XElement At(int time, string value) =>
                new(
                    P + "tav",
                    new XAttribute("tm", time),
                    new XElement(P + "val", new XElement(P + "strVal", new XAttribute("val", value)))
                );
        }
    }
}

/// <summary>A shape of an item, for what moves.</summary>
/// <param name="Shape">Its number on the slide.</param>
/// <param name="Paragraphs">How many it has; 0 for what is no words.</param>
/// <param name="Part">Which part of the item it is, where they move one by one.</param>
/// <param name="Chart">Of a chart whose parts move one by one: whether these are its rows, and how many; null for
/// others.</param>
internal sealed record MovedShape(int Shape, int Paragraphs, int? Part, (bool ByRow, int Count)? Chart)
{
    /// <summary>In so many parts it can move by itself.</summary>
    internal int Parts => Chart?.Count ?? Math.Max(1, Paragraphs);

    /// <summary>One of its parts, as what moves is aimed at it.</summary>
    internal XElement Target(int part)
    {
        if (Chart is not var (byRow, _))
            return new(P + "txEl", new XElement(P + "pRg", new XAttribute("st", part), new XAttribute("end", part)));
        // −3 stands for all of them.
        return new(
            P + "graphicEl",
            new XElement(
                A + "chart",
                new XAttribute("seriesIdx", byRow ? -3 : part),
                new XAttribute("categoryIdx", byRow ? part : -3),
                new XAttribute("bldStep", byRow ? "category" : "series")
            )
        );
    }

    /// <summary>That it moves, as a whole or by its parts.</summary>
    internal XElement Built(bool byPart) =>
        Chart is var (byRow, _)
            ? new(
                P + "bldGraphic",
                new XAttribute("spid", Shape),
                new XAttribute("grpId", 0),
                byPart
                    ? new XElement(
                        P + "bldSub",
                        new XElement(
                            A + "bldChart",
                            new XAttribute("bld", byRow ? "category" : "series"),
                            new XAttribute("animBg", 0)
                        )
                    )
                    : new XElement(P + "bldAsOne")
            )
            : new(
                P + "bldP",
                new XAttribute("spid", Shape),
                new XAttribute("grpId", 0),
                byPart ? new XAttribute("build", "p") : null
            );
}
