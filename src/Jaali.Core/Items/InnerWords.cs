namespace Jaali.Core.Items;

/// <summary>
/// Words within a thing that is none: in a cell, at a bar, in a step. They are set in a face of the house and measured
/// for reading as other words are, all of a thing together.
/// </summary>
internal sealed class InnerWords
{
    private readonly Composition _scene;
    private readonly Placement _at;
    private readonly TypeSetting _how;
    private readonly List<(SetText Set, SlidePoint At, string Ink, bool Aside)> _put = [];

    /// <summary>Words of a thing.</summary>
    /// <param name="scene">The scene it comes into.</param>
    /// <param name="at">Where the thing lies.</param>
    /// <param name="role">The words of the house that they are set as.</param>
    /// <param name="size">Their size in units; null for that of the role.</param>
    /// <param name="ink">The ink that reads there, where it is known; null to look for it.</param>
    internal InnerWords(Composition scene, Placement at, WordsRole role, double? size = null, string? ink = null)
    {
        (_scene, _at) = (scene, at);
        TypeSetting house = scene.Theme.Setting(role);
        _how = house with
        {
            Size = size ?? house.Size,
            Smallest = 0,
            Balanced = true,
            Columns = 1,
            Grows = false,
            MostLines = null,
            Align = WordsAlign.Start,
            // What is set in capitals elsewhere is read as it was typed where it stands at figures.
            Case = WordsCase.AsTyped,
            Spacing = 0,
        };
        Ink =
            ink
            ?? Legibility
                .Ink.Best(
                    at.Turn == 0
                        ? scene.Backdrop.CoarseLight(at.Rect)
                        : scene.Backdrop.Light(at.Rect, at.Turn, Composition.Middle(at.Rect)),
                    scene.Inks
                )
                .Colour;
    }

    /// <summary>The ink that reads on what lies under the thing.</summary>
    internal string Ink { get; }

    /// <summary>Units to the em.</summary>
    internal double Size => _how.Size;

    /// <summary>From baseline to baseline, in units.</summary>
    internal double Leading => _how.Leading * _how.Size;

    /// <summary>Sets words.</summary>
    /// <param name="text">The words.</param>
    /// <param name="width">Of their room, in units.</param>
    /// <param name="bold">Heavier.</param>
    /// <param name="size">Another size; null for that of all.</param>
    /// <param name="italic">Slanted.</param>
    /// <param name="align">Where lines stand.</param>
    internal SetText Set(
        string text,
        double width = double.MaxValue / 4,
        bool bold = false,
        double? size = null,
        bool italic = false,
        WordsAlign align = WordsAlign.Start
    ) =>
        Typesetter.Break(Paragraph.Of(text), How(bold, size, italic) with { Align = align }, width, _scene.Facts.Fonts);

    /// <summary>Words in the middle of a room, at the largest size up to their role's at which they fit.</summary>
    internal SetText Fit(string text, double width, double height) =>
        Typesetter.Fit(
            Paragraph.Of(text),
            _how with
            {
                Smallest = Math.Min(_how.Size, ChartScene.SmallestWords),
                Align = WordsAlign.Middle,
                // Rather smaller than a word cut in two.
                MostLines = 100,
            },
            width,
            height,
            _scene.Facts.Fonts
        );

    /// <summary>How wide words are in one line.</summary>
    internal double Width(string text, bool bold = false, double? size = null) =>
        text.Length == 0 ? 0
        : text.AsSpan().ContainsAny('\n', '\r') ? Set(text, bold: bold, size: size).Width
        : Typesetter.Width(text, How(bold, size, false), _scene.Facts.Fonts);

    /// <summary>From the top of a line to its baseline, in units.</summary>
    internal double Ascent(double? size = null) => _scene.Facts.Fonts.Metrics(_how.Face).Ascent * (size ?? Size);

    /// <summary>The height of capitals, in units.</summary>
    internal double CapHeight(double? size = null) => _scene.Facts.Fonts.Metrics(_how.Face).CapHeight * (size ?? Size);

    /// <summary>Words as nodes, and remembered for how they read.</summary>
    /// <param name="set">The words.</param>
    /// <param name="at">Their upper left corner.</param>
    /// <param name="ink">Their ink; null for the one that reads.</param>
    /// <param name="aside">They are for those who come up to the screen, as credits are.</param>
    internal IReadOnlyList<SceneNode> Put(SetText set, SlidePoint at, string? ink = null, bool aside = false)
    {
        _put.Add((set, at, ink ?? Ink, aside));
        return TextNodes.Of(set, at, ink ?? Ink, _scene.Facts.Fonts);
    }

    /// <summary>One line about a place: its capitals stand in the middle of <paramref name="y"/>.</summary>
    /// <param name="text">The words.</param>
    /// <param name="x">Where it begins, has its middle, or ends.</param>
    /// <param name="y">The height of the middle of its capitals.</param>
    /// <param name="align">Which of these.</param>
    /// <param name="ink">Its ink; null for the one that reads.</param>
    /// <param name="bold">Heavier.</param>
    /// <param name="size">Another size.</param>
    internal IReadOnlyList<SceneNode> Line(
        string text,
        double x,
        double y,
        WordsAlign align,
        string? ink = null,
        bool bold = false,
        double? size = null
    )
    {
        SetText set = Set(text, bold: bold, size: size);
        double left = align switch
        {
            WordsAlign.Start => x,
            WordsAlign.Middle => x - set.Width / 2,
            _ => x - set.Width,
        };
        return set.Lines.Count == 0 ? [] : Put(set, new(left, y + CapHeight(size) / 2 - set.Lines[0].Y), ink);
    }

    /// <summary>How all of them read over what is painted by now; null where there are none.</summary>
    internal WordsReading? Reading()
    {
        IFonts fonts = _scene.Facts.Fonts;
        WordsReading? worst = null;
        bool small = false;
        List<SlideRect> letters = [];
        foreach (var group in _put.GroupBy(p => (p.Ink, p.Set.Size, p.Set.How.Face, p.Aside)))
        {
            SlideRect[] own = [.. group.SelectMany(p => TextNodes.Letters(p.Set, p.At, fonts))];
            if (own.Length == 0)
                continue;
            letters.AddRange(own);
            WordsReading reads = WordsReading.Of(
                own,
                _scene.Backdrop,
                Luminance.Of(group.Key.Ink),
                WordsReading.WantedFor(group.Key.Size, group.Key.Face.Bold),
                _scene.Deck.Room,
                fonts.Metrics(group.Key.Face).XHeight * group.Key.Size,
                group.Key.Size,
                _scene.Bounds.Height,
                _at.Turn,
                Composition.Middle(_at.Rect)
            );
            small |= reads.SmallForTheBackRow && !group.Key.Aside;
            if (worst is null || reads.Ratio / reads.Wanted < worst.Ratio / worst.Wanted)
                worst = reads;
        }
        return worst is null ? null : worst with { Letters = letters, SmallForTheBackRow = small };
    }

    /// <summary>What stands on the scene, in words and measures.</summary>
    internal ScenePart Part(Guid itemId, string role, string says) =>
        Reading() is { } reading
            ? new(itemId, role, _at.Rect, says, reading.Ratio, reading.Readable == Readable.Well, Reading: reading)
            : new(itemId, role, _at.Rect, says);

    private TypeSetting How(bool bold, double? size, bool italic)
    {
        TypeSetting how = size is { } s ? _how with { Size = s } : _how;
        return bold || italic
            ? how with
            {
                Face = _scene.Facts.Fonts.Find(how.Face.Family, bold || how.Face.Bold, italic || how.Face.Italic),
            }
            : how;
    }
}
