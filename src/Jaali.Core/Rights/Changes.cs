namespace Jaali.Core.Rights;

/// <summary>What is done to a photo's colours.</summary>
public enum Recolouring
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>It is shown in black and white.</summary>
    Grey,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>What a placement does to a photo, read off its values; never typed.</summary>
/// <param name="CroppedTo">The share of the area that is shown, or 1 where the photo is whole.</param>
/// <param name="Masked">Cut to a shape.</param>
/// <param name="Turned">Turned, straightening included.</param>
/// <param name="Tone">How its colours are shown.</param>
/// <param name="Covered">Part of it is hidden.</param>
/// <param name="Merged">Made into one picture with others, or laid as sound under moving pictures.</param>
/// <param name="Trimmed">Part of the time of a clip is left out.</param>
/// <param name="Muted">A clip is shown without its sound.</param>
public sealed record Changes(
    double CroppedTo,
    bool Masked = false,
    bool Turned = false,
    Recolouring Tone = Recolouring.None,
    bool Covered = false,
    bool Merged = false,
    bool Trimmed = false,
    bool Muted = false
)
{
    /// <summary>The changes of several placements taken together: each that any of them makes.</summary>
    public static Changes Together(IEnumerable<Changes> all) =>
        all.Aggregate(
            new Changes(1),
            (a, b) =>
                new Changes(
                    Math.Min(a.CroppedTo, b.CroppedTo),
                    a.Masked || b.Masked,
                    a.Turned || b.Turned,
                    b.Tone != Recolouring.None ? b.Tone : a.Tone,
                    a.Covered || b.Covered,
                    a.Merged || b.Merged,
                    a.Trimmed || b.Trimmed,
                    a.Muted || b.Muted
                )
        );

    /// <summary>True where nothing was done but scaling, which is no adaptation (CC 4.0 s.2(a)(4)).</summary>
    public bool None =>
        CroppedTo >= 1 && !Masked && !Turned && Tone == Recolouring.None && !Covered && !Merged && !Trimmed && !Muted;

    /// <summary>
    /// True where the picture itself is another one: recoloured, part hidden, cut to a shape, merged, a clip
    /// without its sound. A crop, a turn or a shorter time alone shows part of the same picture, and to repeat it
    /// changes nothing.
    /// The line is Jaali's policy, shown to the user.
    /// </summary>
    public bool Alters => Masked || Tone != Recolouring.None || Covered || Merged || Muted;

    /// <summary>What a note tells, as one number: how much is cropped is not among it.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public int Told =>
        (CroppedTo < 1 ? 1 : 0)
        | (Masked ? 2 : 0)
        | (Turned ? 4 : 0)
        | (Covered ? 8 : 0)
        | (Merged ? 16 : 0)
        | (int)Tone << 5
        | (Trimmed ? 128 : 0)
        | (Muted ? 256 : 0);

    /// <summary>The note that a credit carries, in a language; empty where nothing was changed.</summary>
    public string NoteIn(string language)
    {
        ChangeWords w = ChangeWords.In(language);
        string[] parts =
        [
            .. Masked ? new[] { w.Shaped }
            : CroppedTo < 1 ? [w.Cropped]
            : [],
            .. Turned ? new[] { w.Turned } : [],
            .. Tone switch
            {
                Recolouring.Grey => new[] { w.Grey },
                Recolouring.Other => [w.Recoloured],
                _ => [],
            },
            .. Covered ? new[] { w.Hidden } : [],
            .. Merged ? new[] { w.Merged } : [],
            .. Trimmed ? new[] { w.Trimmed } : [],
            .. Muted ? new[] { w.Muted } : [],
        ];
        return string.Join(", ", parts);
    }

    /// <summary>The note in English.</summary>
    public string Note => NoteIn("en");
}

/// <summary>The words for changes in a language. From memory.</summary>
public sealed record ChangeWords(
    string Cropped,
    string Shaped,
    string Turned,
    string Recoloured,
    string Grey,
    string Hidden,
    string Merged,
    string Trimmed,
    string Muted
)
{
    private static readonly Dictionary<string, ChangeWords> Known = new()
    {
        ["en"] = new(
            "cropped",
            "cropped to a shape",
            "rotated",
            "recoloured",
            "shown in black and white",
            "part hidden",
            "merged",
            "shortened",
            "without its sound"
        ),
        ["fr"] = new(
            "recadrée",
            "découpée en forme",
            "pivotée",
            "recolorée",
            "en noir et blanc",
            "partie masquée",
            "montage",
            "raccourcie",
            "sans le son"
        ),
        ["de"] = new(
            "beschnitten",
            "in Form geschnitten",
            "gedreht",
            "umgefärbt",
            "in Schwarz-Weiß",
            "teils verdeckt",
            "montiert",
            "gekürzt",
            "ohne Ton"
        ),
        ["es"] = new(
            "recortada",
            "recortada en forma",
            "girada",
            "recoloreada",
            "en blanco y negro",
            "parte oculta",
            "fusionada",
            "acortada",
            "sin sonido"
        ),
        ["it"] = new(
            "ritagliata",
            "ritagliata in forma",
            "ruotata",
            "ricolorata",
            "in bianco e nero",
            "in parte nascosta",
            "unita",
            "accorciata",
            "senza audio"
        ),
        ["nl"] = new(
            "bijgesneden",
            "in vorm gesneden",
            "gedraaid",
            "herkleurd",
            "in zwart-wit",
            "deels verborgen",
            "samengevoegd",
            "ingekort",
            "zonder geluid"
        ),
        ["pt"] = new(
            "recortada",
            "recortada em forma",
            "rodada",
            "recolorida",
            "a preto e branco",
            "parte oculta",
            "fundida",
            "encurtada",
            "sem som"
        ),
        ["sv"] = new(
            "beskuren",
            "formbeskuren",
            "vriden",
            "omfärgad",
            "i svartvitt",
            "delvis dold",
            "sammansatt",
            "förkortad",
            "utan ljud"
        ),
    };

    /// <summary>The languages there are.</summary>
    public static IReadOnlyCollection<string> Languages => Known.Keys;

    /// <summary>The words of a language; English where it is not known.</summary>
    public static ChangeWords In(string language) => Known.GetValueOrDefault(language, Known["en"]);
}
