using System.Text.RegularExpressions;

namespace Jaali.Core.Rights;

/// <summary>
/// A small grammar over tokens that must be adjacent: a scheme, elements, a version, a port. What a saying holds beside
/// the licence must be known to limit nothing, or be a name; anything else makes the reading unclear.
/// </summary>
internal sealed partial class LicenceGrammar(IReadOnlyList<LicenceToken> tokens)
{
    private const string Breaks = ",;/|()[]{}:<>•·¦";

    private static readonly (string[] Words, string Element)[] Others = LicenceWords.Phrases(
        ("free art license|free art licence|licence art libre|freie kunst lizenz|lal|fal", "fal"),
        ("gnu free documentation license|gnu free documentation licence|gfdl", "gfdl"),
        (
            "uk open government licence|uk open government license|open government licence uk|open government licence|"
                + "open government license|ogl uk|uk ogl|ogl",
            "ogl"
        ),
        (
            "etalab open license|etalab open licence|etalab licence ouverte|licence ouverte open "
                + "license|licence ouverte open licence|"
                + "licence ouverte etalab|licence ouverte|etalab",
            "etalab"
        ),
        (
            "work of the u s government|works of the u s government|u s government work|u s government works|"
                + "work of the us government|works of the us government|work of the u s government|work of the "
                + "united states government|"
                + "work of the us federal government|work of the united states federal government|us "
                + "government public domain|us government work",
            "us"
        ),
        ("no known copyright restrictions|no known copyright", "nkc"),
        (
            "datenlizenz deutschland namensnennung|data licence germany attribution|data license germany attribution|"
                + "dl de by|dl by de|datenlizenz deutschland by",
            "dlby"
        ),
        (
            "datenlizenz deutschland zero|data licence germany zero|data license germany zero|dl de zero|dl zero de",
            "dlzero"
        ),
        (
            "open data commons open database license|open database license|open database licence|"
                + "open data commons open database licence|odc odbl|odbl",
            "odbl"
        ),
        (
            "open data commons public domain dedication and license|open data commons public domain "
                + "dedication and licence|"
                + "open data commons public domain dedication license|odc pddl|pddl",
            "pddl"
        ),
        (
            "norwegian licence for open government data|norwegian license for open government data|"
                + "norsk lisens for offentlige data|nlod",
            "nlod"
        ),
        ("open government licence canada|open government license canada|ogl canada|ogl ca", "oglca")
    );

    private static readonly (string[] Words, string Element)[] Waived = LicenceWords.Phrases(
        ("no rights reserved", "")
    );

    private readonly bool[] _used = new bool[tokens.Count];
    private readonly List<Licence> _found = [];
    private string? _doubt;
    private int _licenceAt = int.MaxValue;
    private bool _inWords;

    /// <summary>Reads the tokens.</summary>
    /// <param name="addressed">What addresses in the same saying named.</param>
    internal LicenceStatement Read(IEnumerable<Licence> addressed)
    {
        _found.AddRange(addressed);
        int before = _found.Count;
        for (int at = 0; at < tokens.Count && _doubt is null; )
        {
            int length = Mention(at);
            if (_found.Count > before)
                _licenceAt = Math.Min(_licenceAt, at);
            at += length > 0 ? Use(at, length) : 1;
        }
        if (_doubt is not null)
            return LicenceStatement.Doubt(_doubt);
        // "Public domain" in words beside CC0 is what CC0 does, and grants no more.
        if (_inWords && _found.Exists(l => l.Family is LicenceFamily.Cc0 or LicenceFamily.UsGovernment))
            _found.RemoveAll(l => l.Family == LicenceFamily.PublicDomainMark);
        Licence[] distinct = [.. _found.Distinct()];
        Licence? fullest = LicenceAgreement.Fullest(distinct);
        if (fullest is not null && !distinct.All(l => LicenceAgreement.Agree(l, fullest)))
            return Several(distinct);
        // What keeps all rights cannot be limited further.
        if (fullest is { Grant: Grant.Closed })
            return LicenceStatement.Of(fullest);
        Names();
        SaidAgain(fullest);
        int rest = Enumerable.Range(0, tokens.Count).FirstOrDefault(i => !_used[i] && !IsHarmless(i), -1);
        if (rest >= 0)
            return LicenceStatement.Doubt($"“{tokens[rest].Text}” in it is not understood", distinct.Length > 0) with
            {
                Nearest = fullest,
                NotUnderstood =
                [
                    .. Enumerable
                        .Range(0, tokens.Count)
                        .Where(i => !_used[i] && !IsHarmless(i))
                        .Select(i => tokens[i].Text)
                        .Distinct(),
                ],
            };
        return fullest is null ? LicenceStatement.Nothing : LicenceStatement.Of(fullest);
    }

    // "CC BY-NC 4.0, no commercial use": what the licence says itself limits nothing new.
    private void SaidAgain(Licence? licence)
    {
        if (licence is not { IsCreativeCommons: true })
            return;
        string[] own = licence.Elements.Split('-');
        for (int i = 0; i < tokens.Count; i++)
            if (
                !_used[i]
                && LicenceWords.At(LicenceWords.Elements, tokens, i) is { } again
                && (again.Length > 1 || tokens[i].Text.Length > 2)
                && own.Contains(again.Element)
            )
                Use(i, again.Length);
    }

    // Several licences: a choice where the saying says so and holds nothing else that matters.
    private LicenceStatement Several(Licence[] distinct)
    {
        LicenceStatement doubt = LicenceStatement.Doubt(
            $"it names {string.Join(" and ", distinct.Select(l => l.Label))}"
        );
        // One that says less of the same licence is no choice of its own.
        Licence[] choices = [.. distinct.Where(l => !distinct.Any(m => m != l && LicenceAgreement.Agree(l, m)))];
        Names();
        bool chosen = tokens.Where((_, i) => !_used[i]).Any(t => LicenceWords.Or.Contains(t.Text));
        return
            chosen
            && choices.Length > 1
            && Array.TrueForAll(choices, l => l.Grant == Grant.Open)
            && Enumerable
                .Range(0, tokens.Count)
                .All(i => _used[i] || IsHarmless(i) || LicenceWords.Or.Contains(tokens[i].Text))
            ? doubt with
            {
                Choices = choices,
                Why = $"it lets you choose: {string.Join(" or ", choices.Select(l => l.Label))}",
            }
            : doubt;
    }

    private int Use(int at, int length)
    {
        Array.Fill(_used, true, at, length);
        return length;
    }

    private LicenceToken? Token(int at) => at < tokens.Count ? tokens[at] : null;

    private int Mention(int at)
    {
        if (LicenceWords.At(LicenceWords.Idle, tokens, at) is { } idle)
            return idle.Length;
        if (LicenceWords.At(LicenceWords.Closed, tokens, at) is { } closed)
            return Found(new(LicenceFamily.AllRightsReserved, "", ""), closed.Length);
        if (LicenceWords.At(Waived, tokens, at) is { } none)
            return Found(new(LicenceFamily.Cc0, "1.0", ""), none.Length);
        if (LicenceWords.At(Others, tokens, at) is { } other)
            return Other(at, other.Length, other.Element);
        if (CreativeCommons(at) is var length and > 0)
            return length;
        // The mark's letters are those of other things too: with the scheme before, a version behind, or alone.
        if (
            tokens[at].Text == "pdm"
            && (
                tokens.Count == 1
                || Token(at + 1) is { Text: "1.0" or "1", Joined: true }
                || at > 0 && _used[at - 1] && tokens[at].Joined && tokens[at - 1].Text is "cc" or "commons"
            )
        )
            return Found(new(LicenceFamily.PublicDomainMark, "1.0", ""), Zero(at + 1) - at);
        if (LicenceWords.At(LicenceWords.PublicDomain, tokens, at) is { } domain)
        {
            int end = at + domain.Length;
            if (Token(end) is { Text: "dedication", Joined: true })
                return Found(new(LicenceFamily.Cc0, "1.0", ""), end + 1 - at);
            // In the law of one country, for a while, for some: that is not everywhere.
            if (Token(end) is { Text: "in" or "for" or "until" or "within" or "outside" })
                return Doubt(
                    $"“{tokens[at].Text} {tokens[Math.Min(at + 1, tokens.Count - 1)].Text} "
                        + $"{Token(end)!.Value.Text}” limits it"
                );
            _inWords = true;
            end = Zero(end);
            return Found(new(LicenceFamily.PublicDomainMark, "1.0", ""), end - at);
        }
        return 0;
    }

    private int Found(Licence licence, int length)
    {
        _found.Add(licence);
        return length;
    }

    private int Doubt(string why)
    {
        _doubt = why;
        return 1;
    }

    private int Other(int at, int length, string kind)
    {
        int end = at + length;
        while (
            Token(end)
                is {
                    Text: "open"
                        or "license"
                        or "licence"
                        or "ouverte"
                        or "etalab"
                        or "dl"
                        or "odbl"
                        or "pddl"
                        or "nlod",
                    Joined: true
                }
            || Token(end) is { Text: "de" or "by", Joined: true } && kind is "dlby" or "dlzero"
        )
            end++;
        (string version, int next) = VersionAt(end);
        // "dl-de/by-2-0"
        if (
            kind is "dlby" or "dlzero"
            && Token(end) is { Text: "1" or "2" } major
            && Token(end + 1) is { Text: "0", Before: "-" or "." }
        )
            (version, next) = (major.Text + ".0", end + 2);
        // These letters alone stand for other things too: a game's licence is an OGL 1.0a.
        if (kind == "ogl" && length == 1 && version is not ("2.0" or "3.0"))
            return 0;
        if (kind is "fal" && tokens[at].Text is "lal" or "fal" && version.Length == 0)
            return 0;
        (LicenceFamily Family, string[] Versions, string Usual) = kind switch
        {
            "fal" => (LicenceFamily.FreeArt, new[] { "1.0", "1.1", "1.2", "1.3" }, ""),
            "gfdl" => (LicenceFamily.Gfdl, ["1.1", "1.2", "1.3"], ""),
            "ogl" => (LicenceFamily.OpenGovernment, ["1.0", "2.0", "3.0"], ""),
            "etalab" => (LicenceFamily.Etalab, ["1.0", "2.0"], ""),
            "us" => (LicenceFamily.UsGovernment, [""], ""),
            "dlby" => (LicenceFamily.DataLicenceGermany, ["1.0", "2.0"], ""),
            "dlzero" => (LicenceFamily.DataLicenceGermanyZero, ["2.0"], ""),
            "odbl" => (LicenceFamily.OpenDatabase, ["1.0"], ""),
            "pddl" => (LicenceFamily.OpenDataDedication, ["1.0"], "1.0"),
            "nlod" => (LicenceFamily.NorwegianOpenData, ["1.0", "2.0"], ""),
            "oglca" => (LicenceFamily.OpenGovernmentCanada, ["1.0", "2.0"], ""),
            _ => (LicenceFamily.NoKnownCopyright, [""], ""),
        };
        if (version.Length > 0 && kind is not ("us" or "nkc"))
        {
            if (!Versions.Contains(version))
                return Doubt($"there is no version {version} of it");
            end = next;
        }
        else
            version = Usual;
        bool later = false;
        if (kind == "gfdl")
        {
            while (
                Token(end) is { Joined: true } t
                && (
                    t.Text is "only" or "any" or "later" or "no" or "invariants"
                    || t.Text == "or" && Token(end + 1) is { Text: "later" or "any" }
                )
            )
            {
                later |= t.Text == "later";
                end++;
            }
            if (version.Length > 0 && LicenceWords.At(LicenceWords.Later, tokens, end) is { } more)
                (later, end) = (true, end + more.Length);
        }
        return Found(new(Family, version, "") { OrLater = later && version.Length > 0 }, end - at);
    }

    // A scheme with what follows it, or elements by themselves that have a version.
    private int CreativeCommons(int at)
    {
        LicenceToken first = tokens[at];
        (int i, int? whole) = Scheme(at);
        if (whole is { } length)
            return length;
        bool scheme = i > at;
        List<string> elements = [];
        int end = ElementsAt(i, elements, mayBeFar: scheme);
        if (elements.Count == 0)
            return scheme ? i - at : 0;
        bool together = first.Text.StartsWith("ccby", StringComparison.Ordinal);
        while (
            Token(end) is { Joined: true } t
            && LicenceWords.Fillers.Contains(t.Text)
            && VersionAt(end + 1).Version.Length > 0
        )
            end++;
        (string version, int next) = VersionAt(end);
        // By themselves "by" and "sa" are words like others.
        if (
            !scheme
            && !together
            && (
                version.Length == 0
                || elements[0] != "by"
                || elements.Count == 1 && first.Text == "by" && !tokens[end].Close
            )
        )
            return 0;
        if (version.Length > 0)
            end = next;
        if (Token(end) is { IsNumber: true, Close: true } number && !IsYear(number.Text))
            return Doubt($"“{number.Text}” is no version");
        if (Token(end) is { Before: "-" or "_" } glued && version.Length == 0)
            return Doubt($"“{glued.Text}” is no element of a licence");
        string port = "";
        if (version.Length > 0)
            (port, end) = PortAt(end);
        if (elements.Distinct().Count() != elements.Count || LicenceElements.Family(elements) is not { } family)
            return Doubt($"no licence has {string.Join(", ", elements).ToUpperInvariant()} together");
        var licence = new Licence(family, version, port);
        if (!LicenceElements.Exists(licence))
            return Doubt($"there is no {licence.Label}");
        return Found(licence, end - at);
    }

    // The name of the scheme, and what it names without elements: zero, the mark, the dedication, sampling. How far the
    // name
    // goes, and the length of the whole where that is all.
    private (int End, int? Whole) Scheme(int at)
    {
        LicenceToken first = tokens[at];
        int i =
            first.Text == "creative" && Token(at + 1) is { Text: "commons", Close: true } ? at + 2
            : first.Text is "cc" or "creativecommons" ? at + 1
            : at;
        if (i == at)
            return (at, first.Text == "cczero" ? Found(new(LicenceFamily.Cc0, "1.0", ""), Zero(i + 1) - at) : null);
        while (Token(i) is { Joined: true } t && LicenceWords.Fillers.Contains(t.Text))
            i++;
        if (Token(i) is { Joined: true, Text: "cc" } && Token(i + 1) is { Text: "0", Before: "" or " " or "-" })
            i++;
        if (Token(i) is { Close: true, Text: "0" or "zero" })
            return (i, Found(new(LicenceFamily.Cc0, "1.0", ""), Zero(i + 1) - at));
        if (LicenceWords.At(Dedication, tokens, i) is { } old && tokens[i].Joined)
            return (i, Found(new(LicenceFamily.PublicDomainDedication, "", ""), i + old.Length - at));
        if (
            Token(i) is { Joined: true, Text: "pdm" }
            || LicenceWords.At(LicenceWords.PublicDomain, tokens, i) is { } && tokens[i].Joined
        )
            return (i, i - at);
        return (i, Token(i) is { Close: true, Text: "sampling" } ? Sampling(at, i + 1) : null);
    }

    private static readonly (string[] Words, string Element)[] Dedication = LicenceWords.Phrases(
        ("public domain dedication and certification|pddc|public domain dedication", "")
    );

    private int Zero(int end)
    {
        if (Token(end) is { Text: "v", Joined: true } && Token(end + 1) is { Text: "1.0" })
            end++;
        if (Token(end) is { Text: "1.0", Joined: true })
            end++;
        while (LicenceWords.At(LicenceWords.Unported, tokens, end) is { } more && tokens[end].Joined)
            end += more.Length;
        return end;
    }

    private int Sampling(int at, int end)
    {
        bool plus = Token(end) is { Text: "+" or "plus", Joined: true };
        if (plus)
            end++;
        if (VersionAt(end) is ("1.0", var next))
            end = next;
        return Found(new(plus ? LicenceFamily.SamplingPlus : LicenceFamily.Sampling, "1.0", ""), end - at);
    }

    private int ElementsAt(int i, List<string> elements, bool mayBeFar)
    {
        int end = i;
        for (; ; )
        {
            int next = end;
            if (elements.Count > 0)
            {
                if (Token(next) is { Text: "+", Joined: true })
                    next++;
                if (Token(next) is { Joined: true } t && LicenceWords.And.Contains(t.Text) && next + 1 < tokens.Count)
                    next++;
            }
            if (Token(next) is not { } token || (next > i || mayBeFar) && !(token.Joined || token.Before == ", "))
                return end;
            if (LicenceWords.At(LicenceWords.Elements, tokens, next) is { } named)
            {
                elements.Add(named.Element);
                end = next + named.Length;
            }
            else if (LicenceElements.Together(token.Text) is { } run)
            {
                elements.AddRange(run);
                end = next + 1;
            }
            else
                return end;
        }
    }

    // "4.0", "v 3.0", "version 2.5", a bare 4 or 3.
    private (string Version, int End) VersionAt(int at)
    {
        int i = at;
        if (Token(i) is { Joined: true } t && LicenceWords.VersionWords.Contains(t.Text))
            i++;
        if (Token(i) is not { IsNumber: true, Joined: true } number)
            return ("", at);
        if (number.Before.Contains(',', StringComparison.Ordinal) && i == at)
            return ("", at);
        string text =
            number.Text is "1" or "2" or "3" or "4" && (i > at || number.Text is "3" or "4")
                ? number.Text + ".0"
                : number.Text;
        return Shape().IsMatch(text) && !IsYear(text) ? (text, i + 1) : ("", at);
    }

    private (string Port, int End) PortAt(int end)
    {
        while (LicenceWords.At(LicenceWords.Unported, tokens, end) is { } unported && tokens[end].Joined)
            end += unported.Length;
        if (
            Token(end) is
            {
                Text: "license" or "licence" or "lizenz" or "licenza" or "licencia" or "licenca" or "licentie",
                Joined: true
            }
        )
            return ("", end);
        if (Token(end) is not { Joined: true } token || token.Before.Contains(':', StringComparison.Ordinal))
            return ("", end);
        if (LicencePorts.At(tokens, end) is { } named)
            return (named.Port, end + named.Length);
        string code = token.Text == "gb" ? "uk" : token.Text;
        bool marked = token.Upper || token.Before is "-" or "/" or "_";
        bool last = end == tokens.Count - 1 && code is not ("no" or "in" or "it" or "at" or "be" or "us" or "is");
        return LicencePorts.Has(code) && code.Length <= 3 && token.Before.Length > 0 && (marked || last)
            ? (code, end + 1)
            : ("", end);
    }

    private bool IsHarmless(int i) =>
        LicenceWords.Harmless.Contains(tokens[i].Text)
        || LicenceWords.Fillers.Contains(tokens[i].Text)
        || LicenceWords.VersionWords.Contains(tokens[i].Text)
        || (tokens[i].IsNumber && IsYear(tokens[i].Text) || IsDate(i)) && !Begins(i);

    // "From 12 May 2027", "until 2030": when a licence begins or ends limits it.
    private bool Begins(int i)
    {
        int at = i;
        while (
            at > 0
            && i - at < 3
            && (
                tokens[at - 1].IsNumber
                || LicenceWords.Months.Contains(tokens[at - 1].Text)
                || tokens[at - 1].Text == "of"
            )
        )
            at--;
        return at > 0 && LicenceWords.Spans.Contains(tokens[at - 1].Text) && !IsYear(tokens[at - 1].Text);
    }

    // A day and its month, each beside the other.
    private bool IsDate(int i)
    {
        bool month(int at) => at >= 0 && Token(at) is { } t && LicenceWords.Months.Contains(t.Text);
        bool number(int at) =>
            at >= 0 && Token(at) is { IsNumber: true } t && (IsYear(t.Text) || Day().IsMatch(t.Text));
        return tokens[i].IsNumber
            ? Day().IsMatch(tokens[i].Text) && (month(i - 1) || month(i + 1))
            : month(i) && (number(i - 1) || number(i + 1));
    }

    // Names: after a cue, or a part of two to five words with capitals that stands by itself.
    private void Names()
    {
        bool shouts = tokens.Where(t => char.IsLetter(t.Text[0])).All(t => t.Upper);
        int address = tokens.ToList().FindIndex(t => t.Before.Contains('¦', StringComparison.Ordinal)),
            first = Math.Min(_licenceAt, address < 0 ? tokens.Count : address);
        int named = -1;
        for (int i = 0; i < tokens.Count; i++)
        {
            if (_used[i])
                continue;
            bool cued = Cued(i) || i > 0 && i < first && Places.Contains(tokens[i - 1].Text);
            if (Title(i) is var title and > 0 || i == 0 && (title = Account(first)) > 0)
            {
                Use(i, title);
                continue;
            }
            // What stands by itself behind a licence is as likely a limit in capitals.
            bool starts = (i == 0 || IsBreak(tokens[i].Before)) && i < first;
            if (!(cued && (tokens[i].Capital || !IsHarmless(i))) && !(starts && !shouts))
                continue;
            (int end, int full) = NameFrom(i, cued);
            bool bounded =
                end == tokens.Count
                || _used[end]
                || IsBreak(tokens[end].Before)
                || IsHarmless(end) && !(tokens[end].Capital && IsLimit(tokens[end]) && !IsOfLicence(tokens[end].Text));
            // One word alone is a name only behind a name: "Harbour Trust, Saltby".
            if (full == 0 || !bounded || !cued && (full < (named == i ? 1 : 2) || end - i > 5))
                continue;
            Use(i, end - i);
            named = end;
        }
    }

    // Where a picture was found, before its licence: "on Tern Commons". Behind one it is as likely a limit: "on Loan".
    private static readonly HashSet<string> Places = ["on", "auf", "bei", "sur", "su", "pa", "op", "na", "via"];

    // Something stands before it behind which a name comes.
    private bool Cued(int i) =>
        i > 0
        && (
            LicenceWords.NameCues.Contains(tokens[i - 1].Text)
            || i > 1 && tokens[i - 1].Text is "de" or "do" or "da" && LicenceWords.Pictures.Contains(tokens[i - 2].Text)
            || IsYear(tokens[i - 1].Text) && After(i - 1)
        );

    // How far words go that a name is made of, and how many of them are full ones.
    private (int End, int Full) NameFrom(int i, bool cued)
    {
        int end = i,
            full = 0;
        while (end < tokens.Count && !_used[end] && (end == i || !IsBreak(tokens[end].Before)) && end - i < 7)
        {
            LicenceToken t = tokens[end];
            if (cued && LicenceLanguages.IsOther(t.Text[0]) && t.Text.Length <= 12 && !IsLimit(t))
            {
                // Scripts without capitals: what is no known limit may be a name, behind a cue alone.
                full++;
                end++;
                continue;
            }
            bool initial = t.Capital && t.Text.Length == 1 && Token(end + 1)?.Before is ['.', ..] or "'" or "’";
            bool name =
                t.Capital
                && LicenceTokens.HasCapitals(t.Text[0])
                && (
                    initial
                    || LicenceWords.Bodies.Contains(t.Text)
                    || !(cued ? IsLimit(t) : IsLimit(t) || LicenceWords.Harmless.Contains(t.Text))
                );
            if (!name && !(end > i && LicenceWords.Particles.Contains(t.Text)))
                break;
            if (name)
                full++;
            end++;
        }
        return (end, full);
    }

    // "Title: Low tide." up to the end of its part; a title is nobody's limit.
    private int Title(int i)
    {
        if (
            i == 0
            || !LicenceWords.TitleCues.Contains(tokens[i - 1].Text)
            || !tokens[i].Before.Contains(':', StringComparison.Ordinal)
        )
            return 0;
        _used[i - 1] = true;
        int end = i;
        while (
            end < tokens.Count
            && !_used[end]
            && (
                end == i || !IsBreak(tokens[end].Before) && !tokens[end].Before.Contains(". ", StringComparison.Ordinal)
            )
            && end - i < 16
        )
            end++;
        return end - i;
    }

    // The name of an account in front of a licence: one word in small letters with a digit or a low line in it.
    private int Account(int first)
    {
        int end = 1;
        while (end < tokens.Count && end < first && tokens[end].Before is "" or "_" or "-" or ".")
            end++;
        bool handle = end > 1 && Enumerable.Range(1, end - 1).Any(n => tokens[n].Before == "_" || tokens[n].IsNumber);
        bool alone = end < tokens.Count && (_used[end] || IsBreak(tokens[end].Before));
        return handle && alone && !tokens[0].IsNumber && !Enumerable.Range(0, end).Any(n => IsLimit(tokens[n]))
            ? end
            : 0;
    }

    // "Licensed", "Lizenz": of the licence, and no limit of its own.
    private static bool IsOfLicence(string word) =>
        LicenceWords.Fillers.Contains(word) || word is "licensed" or "licenced" or "under" or "lizenziert";

    // Initials such as "N." or "ND" are limits only by themselves.
    private static bool IsLimit(LicenceToken t) => t.Text.Length > 1 && LicenceWords.MayLimit(t.Text);

    private bool After(int year) =>
        year > 0
        && (tokens[year - 1].Text is "©" or "c" or "copyright" || IsYear(tokens[year - 1].Text) && After(year - 1));

    private static bool IsBreak(string before) =>
        before.Any(c => Breaks.Contains(c, StringComparison.Ordinal))
        || before.Contains(" - ", StringComparison.Ordinal)
        || before.Length > 2 && before.Contains(". ", StringComparison.Ordinal);

    private static bool IsYear(string text) => Year().IsMatch(text);

    [GeneratedRegex(@"^\d\.\d$")]
    private static partial Regex Shape();

    [GeneratedRegex(@"^(?:0?[1-9]|[12]\d|3[01])$")]
    private static partial Regex Day();

    [GeneratedRegex(@"^(?:1[5-9]|20)\d\d$")]
    private static partial Regex Year();
}
