using System.Globalization;
using System.Xml.Linq;
using Jaali.Core.Decks;
using static Jaali.Formats.Office.OdfNames;

namespace Jaali.Formats.Office;

/// <summary>How slides come in and what moves on them, in the words of OpenDocument, which are those of SMIL 2.0: as
/// near
/// as it has them.</summary>
internal static class OdpMotion
{
    /// <summary>Writes how a slide comes in into the properties of its page.</summary>
    internal static void Coming(XElement page, Transition coming)
    {
        if (coming.Change == TransitionKind.Cut)
            return;
        bool across = coming.From is SlideEdge.Left or SlideEdge.Right,
            back = coming.From is SlideEdge.Right or SlideEdge.Bottom;
        (string type, string subtype) = coming.Change switch
        {
            TransitionKind.Wipe => ("barWipe", across ? "leftToRight" : "topToBottom"),
            TransitionKind.Push => (
                "pushWipe",
                coming.From switch
                {
                    SlideEdge.Left => "fromLeft",
                    SlideEdge.Right => "fromRight",
                    SlideEdge.Top => "fromTop",
                    _ => "fromBottom",
                }
            ),
            TransitionKind.ThroughBlack => ("fade", "fadeOverColor"),
            _ => ("fade", "crossfade"),
        };
        page.SetAttributeValue(Presentation + "transition-type", "manual");
        page.SetAttributeValue(
            Presentation + "transition-speed",
            coming.Seconds >= 2 ? "slow"
                : coming.Seconds >= 1 ? "medium"
                : "fast"
        );
        page.SetAttributeValue(Smil + "type", type);
        page.SetAttributeValue(Smil + "subtype", subtype);
        if (coming.Change == TransitionKind.Wipe && back)
            page.SetAttributeValue(Smil + "direction", "reverse");
        if (coming.Change == TransitionKind.ThroughBlack)
            page.SetAttributeValue(Smil + "fadeColor", "#000000");
    }

    /// <summary>What moves; null for nothing.</summary>
    internal static XElement? Timing(Slide slide, IReadOnlyDictionary<Guid, List<(string Shape, int? Part)>> shapes)
    {
        List<XElement> presses = [];
        XElement? press = null,
            together = null;
        foreach (Cue cue in slide.Cues)
        {
            bool first = true;
            foreach (Guid thing in cue.Things)
            {
                if (!shapes.TryGetValue(thing, out var own))
                    continue;
                CueStart start =
                    first || cue.Act == CueAct.InTurn ? (first ? cue.Start : CueStart.OnPress) : CueStart.WithBefore;
                int? last = null;
                foreach ((string shape, int? part) in own)
                {
                    // Each part of a figure that moves part by part has a press of its own.
                    if (cue.PartByPart && last is not null && part is not null && part != last)
                        start = CueStart.OnPress;
                    else if (shape != own[0].Shape)
                        start = CueStart.WithBefore;
                    last = part ?? last;
                    Begin(start);
                    together!.Add(Effect(cue, start, shape));
                }
                first = false;
            }
        }
        return presses.Count == 0
            ? null
            : new(
                Anim + "par",
                new XAttribute(Presentation + "node-type", "timing-root"),
                new XElement(Anim + "seq", new XAttribute(Presentation + "node-type", "main-sequence"), presses)
            );

        // The press, and the moment in it.
        void Begin(CueStart start)
        {
            if (start == CueStart.OnPress || press is null)
            {
                press = new(
                    Anim + "par",
                    new XAttribute(Smil + "begin", start == CueStart.OnPress || presses.Count > 0 ? "next" : "0s")
                );
                presses.Add(press);
                together = null;
            }
            if (start == CueStart.AfterBefore || together is null)
            {
                together = new(Anim + "par", new XAttribute(Smil + "begin", "0s"));
                press.Add(together);
            }
        }
    }

    private static XElement Effect(Cue cue, CueStart start, string shape)
    {
        string kind = cue.Act switch
            {
                CueAct.ComesIn => "entrance",
                CueAct.GoesOut => "exit",
                _ => "emphasis",
            },
            takes = Seconds(cue.Effect == CueEffect.Appear ? 0.001 : Math.Max(.001, cue.Seconds));
        XElement effect = new(
            Anim + "par",
            new XAttribute(Smil + "begin", Seconds(cue.Delay)),
            new XAttribute(Smil + "fill", "hold"),
            new XAttribute(
                Presentation + "node-type",
                start switch
                {
                    CueStart.OnPress => "on-click",
                    CueStart.WithBefore => "with-previous",
                    _ => "after-previous",
                }
            ),
            new XAttribute(Presentation + "preset-class", kind)
        );
        if (cue.Act is CueAct.ComesIn or CueAct.GoesOut)
        {
            bool comes = cue.Act == CueAct.ComesIn;
            effect.Add(
                new XElement(
                    Anim + "set",
                    new XAttribute(Smil + "begin", comes ? "0s" : takes),
                    new XAttribute(Smil + "dur", "0.001s"),
                    new XAttribute(Smil + "fill", "hold"),
                    new XAttribute(Smil + "targetElement", shape),
                    new XAttribute(Smil + "attributeName", "visibility"),
                    new XAttribute(Smil + "to", comes ? "visible" : "hidden")
                )
            );
            if (cue.Effect != CueEffect.Appear)
                effect.Add(
                    new XElement(
                        Anim + "transitionFilter",
                        new XAttribute(Smil + "dur", takes),
                        new XAttribute(Smil + "targetElement", shape),
                        new XAttribute(Smil + "type", cue.Effect == CueEffect.Wipe ? "barWipe" : "fade"),
                        new XAttribute(Smil + "subtype", cue.Effect == CueEffect.Wipe ? "leftToRight" : "crossfade"),
                        comes ? null : new XAttribute(Smil + "mode", "out")
                    )
                );
            return effect;
        }
        effect.Add(
            new XElement(
                Anim + "animateTransform",
                new XAttribute(Smil + "dur", takes),
                new XAttribute(Smil + "fill", "hold"),
                new XAttribute(Smil + "targetElement", shape),
                new XAttribute(Smil + "attributeName", "transform"),
                new XAttribute(Smil + "by", "0.12,0.12"),
                new XAttribute(Svg + "type", "scale"),
                cue.Act == CueAct.InTurn ? new XAttribute(Smil + "autoReverse", "true") : null
            )
        );
        return effect;
    }

    private static string Seconds(double seconds) =>
        Math.Round(seconds, 3).ToString("0.###", CultureInfo.InvariantCulture) + "s";
}
