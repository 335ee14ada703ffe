namespace Jaali.Core.Decks;

/// <summary>The house styles that ship with the application.</summary>
public static class HouseStyles
{
    /// <summary>The look that every deck begins with.</summary>
    public static HouseStyle First { get; } =
        new()
        {
            Name = "Lattice",
            Paper = "#23262B",
            PaperTo = null,
            OnPaper = "#EDEDED",
            LightInk = "#FFFFFF",
            DarkInk = "#14161A",
            Accents = ["#4FB3A2", "#E3A12F", "#D4523B"],
            Roles = Roles("Anek Latin", "Spline Sans", "Spline Sans Mono", 1),
            MarginX = 96,
            MarginY = 84,
            WordsWidth = .8,
            WordsHeight = .5,
            CreditMargin = 40,
            Veil = VeilForm.Linear,
            VeilColour = "#14161A",
            VeilStrength = .6,
            Change = TransitionKind.Cut,
        };

    /// <summary>All of them.</summary>
    public static IReadOnlyList<HouseStyle> All { get; } =
    [
        First,
        First with
        {
            Name = "Field notes",
            Paper = "#F3EEE3",
            OnPaper = "#23201A",
            LightInk = "#FFFDF7",
            DarkInk = "#1D1A15",
            Accents = ["#7A4B2A", "#2F6B55", "#B98A2E"],
            Roles = Roles("Source Serif 4", "Source Serif 4", "Spline Sans Mono", .94)
                .SetItem(
                    WordsRole.Heading,
                    new()
                    {
                        Family = "Source Serif 4",
                        Bold = true,
                        Italic = false,
                        Size = 78,
                        Leading = 1.12,
                    }
                )
                .SetItem(
                    WordsRole.Quotation,
                    new()
                    {
                        Family = "Source Serif 4",
                        Bold = false,
                        Italic = true,
                        Size = 86,
                        Leading = 1.2,
                    }
                ),
            VeilColour = "#1D1A15",
            VeilStrength = .5,
        },
        First with
        {
            Name = "Broadsheet",
            Paper = "#FFFFFF",
            OnPaper = "#141414",
            LightInk = "#FFFFFF",
            DarkInk = "#101010",
            Accents = ["#B3261E", "#38506B"],
            Roles = Roles("Playfair Display", "Crimson Pro", "Libre Franklin", 1.04)
                .SetItem(
                    WordsRole.Number,
                    new()
                    {
                        Family = "Playfair Display",
                        Bold = true,
                        Italic = false,
                        Size = 300,
                        Leading = 1,
                    }
                ),
            MarginX = 112,
        },
        First with
        {
            Name = "Harbour night",
            Paper = "#0E1B2A",
            PaperTo = "#1C3550",
            OnPaper = "#EAF1F7",
            LightInk = "#F2F7FB",
            DarkInk = "#0B1622",
            Accents = ["#7FC4E8", "#F0B45B", "#E27D60"],
            Roles = Roles("Archivo", "Work Sans", "Work Sans", 1),
            VeilColour = "#0B1622",
            Change = TransitionKind.Dissolve,
        },
        First with
        {
            Name = "Poster",
            Paper = "#1A1A1A",
            OnPaper = "#FFF6E5",
            LightInk = "#FFF6E5",
            DarkInk = "#151515",
            Accents = ["#FFC53D", "#E4572E", "#2E86AB"],
            Roles = Roles("Josefin Sans", "Josefin Sans", "Spline Sans Mono", 1.15)
                .SetItem(
                    WordsRole.Heading,
                    new()
                    {
                        Family = "Josefin Sans",
                        Bold = true,
                        Italic = false,
                        Size = 104,
                        Leading = .92,
                        Spacing = .02,
                        Align = null,
                        Case = WordsCase.Capitals,
                    }
                )
                .SetItem(
                    WordsRole.Opening,
                    new()
                    {
                        Family = "Josefin Sans",
                        Bold = true,
                        Italic = false,
                        Size = 168,
                        Leading = .86,
                        Spacing = .02,
                        Align = null,
                        Case = WordsCase.Capitals,
                    }
                ),
            VeilStrength = .7,
        },
        First with
        {
            Name = "Slate and chalk",
            Paper = "#2E3532",
            PaperTo = "#1F2422",
            OnPaper = "#F4F3EE",
            LightInk = "#F4F3EE",
            DarkInk = "#171B19",
            Accents = ["#A9D18E", "#F2C14E", "#7EB2DD"],
            Roles = Roles("Zilla Slab", "Alegreya Sans", "Alegreya Sans", 1.02),
            Veil = VeilForm.Edge,
            VeilColour = "#171B19",
        },
    ];

    /// <summary>The shipped style of this name, or null.</summary>
    public static HouseStyle? Named(string name) => All.FirstOrDefault(h => h.Name == name);

    // The roles of a style, all sizes by one factor; credits are no larger than they have to be.
    private static ImmutableSortedDictionary<WordsRole, TextStyle> Roles(
        string heading,
        string body,
        string credit,
        double scale
    )
    {
        double S(double size) => Math.Round(size * scale);
        return new Dictionary<WordsRole, TextStyle>
        {
            [WordsRole.Opening] = Usual(heading, true, S(132), 1.02) with { VerticalAlign = VerticalAlign.Foot },
            [WordsRole.Heading] = Usual(heading, true, S(84), 1.1),
            [WordsRole.Subtitle] = Usual(body, false, S(54), 1.2),
            [WordsRole.Body] = Usual(body, false, S(46), 1.3),
            [WordsRole.Caption] = Usual(body, false, S(44), 1.25),
            [WordsRole.Number] = Usual(heading, true, S(280), 1) with { VerticalAlign = VerticalAlign.Foot },
            [WordsRole.Quotation] = Usual(body, false, S(88), 1.2) with
            {
                Italic = true,
                VerticalAlign = VerticalAlign.Middle,
            },
            [WordsRole.Credit] = Usual(credit, false, 22, 1.35),
        }.ToImmutableSortedDictionary();
    }

    private static TextStyle Usual(string family, bool bold, double size, double leading) =>
        new()
        {
            Family = family,
            Bold = bold,
            Italic = false,
            Size = size,
            Leading = leading,
            Spacing = 0,
            Align = WordsAlign.Start,
            Case = WordsCase.AsTyped,
            Ink = null,
            Shadow = 0,
            Outline = 0,
            OutlineInk = null,
            Plate = 0,
            PlateColour = null,
            Fill = LetterFill.None,
            FillInk = null,
            Bend = 0,
            Columns = 1,
            Grows = false,
            VerticalAlign = VerticalAlign.Top,
        };
}
