namespace Jaali.Core.Rights;

/// <summary>
/// The words of licences, folded as <see cref="LicenceTokens"/> folds them. Names of elements and qualifiers are those
/// of the licences' own official names in English, German, French, Spanish, Italian, Portuguese and Dutch (from
/// memory).
/// </summary>
internal static class LicenceWords
{
    /// <summary>Phrases that name an element, the longest first.</summary>
    internal static readonly (string[] Words, string Element)[] Elements = With(
        LicenceLanguages.Elements,
        (
            "attribution|by|namensnennung|paternite|atribucion|reconocimiento|attribuzione|atribuicao|naamsvermelding",
            "by"
        ),
        (
            "noncommercial|non commercial|not commercial|nc|nicht kommerziell|nichtkommerziell|keine "
                + "kommerzielle nutzung|"
                + "pas d utilisation commerciale|pas d usage commercial|non commerciale|nocomercial|no "
                + "comercial|nao comercial|naocomercial|"
                + "uso nao comercial|niet commercieel|nietcommercieel|non commercieel",
            "nc"
        ),
        (
            "noderivatives|noderivs|no derivatives|no derivs|no derivative works|no derivative|nd|keine "
                + "bearbeitung|keine bearbeitungen|"
                + "keinebearbeitung|keinebearbeitungen|pas de modification|pas de modifications|sin obra "
                + "derivada|sin obras derivadas|"
                + "sinobraderivada|sinobrasderivadas|sinderivadas|sin derivadas|sin derivar|non opere "
                + "derivate|non derivati|"
                + "sem derivacoes|sem derivados|semderivacoes|semderivados|sem obras derivadas|geen "
                + "afgeleide werken|geenafgeleidewerken",
            "nd"
        ),
        (
            "sharealike|share alike|sa|weitergabe unter gleichen bedingungen|partage dans les memes conditions|"
                + "partage a l identique|partage des conditions initiales a l identique|compartirigual|compartir igual|"
                + "condividi allo stesso modo|compartilhaigual|compartilha igual|partilha nos termos da mesma licenca|"
                + "gelijk delen|gelijkdelen",
            "sa"
        )
    );

    /// <summary>What may stand between a scheme, its elements and their version.</summary>
    internal static readonly HashSet<string> Fillers = Words(
        "license licence licenses lizenz lizenzvertrag licencia licenza licenca licentie licencja licens lisens",
        LicenceLanguages.Licences
    );

    /// <summary>Between elements, and before a version.</summary>
    internal static readonly HashSet<string> And = Words("and und et y e en si och og ja es i ve u и та і και");

    /// <summary>Pictures, behind which "de" leads to a name.</summary>
    internal static readonly HashSet<string> Pictures = Words(
        "foto fotos fotografia fotografias imagen imagem immagine photo photos photographie image images"
    );

    /// <summary>Before a title.</summary>
    internal static readonly HashSet<string> TitleCues = Words("title titel titre titulo titolo");

    /// <summary>Words after which a day or a year is when something begins or ends.</summary>
    internal static readonly HashSet<string> Spans = Words(
        "from after as since until till to through by ab bis seit nach des depuis jusque desde hasta dal "
            + "fino vanaf tot fra til"
    );

    /// <summary>Months, beside which a number is a day.</summary>
    internal static readonly HashSet<string> Months = Words(
        "january february march april may june july august september october november december jan feb mar "
            + "apr jun jul aug sep sept oct nov dec "
            + "januar februar marz mai juni juli oktober dezember janvier fevrier mars avril juin juillet "
            + "aout septembre octobre novembre "
            + "decembre enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre "
            + "diciembre gennaio febbraio aprile maggio "
            + "giugno luglio settembre ottobre dicembre janeiro fevereiro marco maio junho julho setembro "
            + "outubro dezembro januari februari maart "
            + "mei augustus"
    );

    /// <summary>What offers a choice between licences.</summary>
    internal static readonly HashSet<string> Or = Words(
        "or either both dual dually multi multiple choose choice chosen one your oder wahlweise ou au "
            + "choix o eleccion oppure scelta of naar keuze"
    );

    /// <summary>Before a version.</summary>
    internal static readonly HashSet<string> VersionWords = Words("v ver version versie versione versao");

    /// <summary>After a version, where it was not ported.</summary>
    internal static readonly (string[] Words, string Element)[] Unported = With(
        LicenceLanguages.Unported,
        (
            "international|unported|generic|universal|internacional|internazionale|internationaal|non transpose|"
                + "nicht portiert|generico|generica|generique|generisch|universel|universell|no portada|nao adaptada|"
                + "non transposee|public domain dedication|int|intl",
            ""
        )
    );

    /// <summary>Some rights are reserved: limits nothing that the licence does not say itself.</summary>
    internal static readonly (string[] Words, string Element)[] Idle = Phrases(
        (
            "some rights reserved|certains droits reserves|einige rechte vorbehalten|algunos derechos reservados|"
                + "alcuni diritti riservati|alguns direitos reservados|sommige rechten voorbehouden|"
                + "no changes made|no changes were made|no changes|no modifications made|no modifications|not modified|"
                + "not changed|ohne anderungen|unverandert|sans modification|sin cambios|via wikimedia commons|"
                + "wikimedia commons|contains public sector information|crown copyright|"
                + "digital image|"
                + "all credit to|attribution required|credit required|please credit|please "
                + "attribute|attribution is required|"
                + "no endorsement implied|no endorsement is implied|no endorsement|or later|or any later "
                + "version|only no invariants|no invariants|"
                + "verbatim copying|credit line",
            ""
        )
    );

    /// <summary>The work may be had under a later version too (GNU Free Documentation License, s.10).</summary>
    internal static readonly (string[] Words, string Element)[] Later = Phrases(
        (
            "or later|or any later version|or any later versions|or later version|or later versions|or newer|"
                + "and later|oder spater|oder jede spatere version|oder einer spateren version|ou ulterieure|"
                + "ou toute version ulterieure|o posterior|o cualquier version posterior|o successiva|"
                + "o qualsiasi versione successiva|ou posterior|of later",
            ""
        )
    );

    /// <summary>All rights reserved.</summary>
    internal static readonly (string[] Words, string Element)[] Closed = With(
        LicenceLanguages.Closed,
        (
            "all rights reserved|alle rechte vorbehalten|tous droits reserves|todos los derechos reservados|"
                + "tutti i diritti riservati|todos os direitos reservados|alle rechten voorbehouden|"
                + "alle rettigheder forbeholdes|alla rattigheter forbehalls|wszelkie prawa zastrzezone",
            ""
        )
    );

    /// <summary>The public domain.</summary>
    internal static readonly (string[] Words, string Element)[] PublicDomain = With(
        LicenceLanguages.PublicDomain,
        (
            "public domain mark|public domain|gemeinfrei|domaine public|dominio publico|pubblico dominio|"
                + "dominio pubblico|publiek domein|publicdomain|domena publiczna",
            ""
        )
    );

    /// <summary>Words that limit nothing, in the languages above and some more.</summary>
    internal static readonly HashSet<string> Harmless = Words(
        // English
        "this that these the a an work works image images photo photos photograph photographs picture "
            + "pictures file media "
            + "is are been has have be being licensed licenced license licence licenses licences released "
            + "published made available shared "
            + "distributed provided offered under with of and conditions in into by to from at terms credit credits "
            + "creator author photographer owner copyright © c right rights please attribute attributed link back "
            + "original source via see details deed v version international unported own creative "
            + "commons cc it its i my "
            + "you here hier ici aqui click free freely use reuse public domain mark dedication uploaded taken as on "
            + "unmodified cropped resized rescaled scaled rotated straightened retouched dedicated "
            + "recoloured recolored desaturated content "
            + "plate plates print painting drawing map album collection courtesy holder jpg jpeg png x px "
            // German
            + "dieses diese dieser das die der dem den des werk bild bilder foto fotos fotografie ist sind "
            + "steht stehen wird werden lizenziert lizenzierte "
            + "unter lizenz einer eine ein veroffentlicht von und urheber quelle lizenzvertrag zur verfugung "
            + "gestellt fotograf "
            + "bildnachweis bildquelle fotoquelle inhalt "
            // French
            + "cette ce ces photographie oeuvre est sont sous mise mis a disposition selon les termes de la "
            + "le du d par publiee publie contenu "
            + "distribuee diffusee et droits auteur credit l "
            // Spanish, Portuguese, Italian
            + "esta este estas obra imagen imagem fotografia bajo una un uma um licencia licenciada "
            + "licenciado publicada el los por con y "
            + "distribuida trabalho sob licenca com da do o os as questa questo opera immagine e distribuita "
            + "distribuito sotto licenza "
            + "rilasciata rilasciato di il concessa concesso termini secondo trova se contenido contenuto "
            + "conteudo inhoud bajo autor autore fuente fonte "
            // Dutch, Polish, the Nordic languages
            + "dit deze afbeelding onder een gelicenseerd gelicentieerd licentie beschikbaar gepubliceerd "
            + "van door het valt "
            + "ta praca zdjecie jest na licencji licencja dostepne udostepnione autor "
            + "detta dette verk vaerk ar er licensierat licenseret lisensiert licens lisens bilden bildet billedet "
            // Russian
            + "фото лицензия лицензии под по на условиях доступно",
        LicenceLanguages.Harmless
    );

    /// <summary>After these a name may stand.</summary>
    internal static readonly HashSet<string> NameCues = Words(
        "by photo photos photograph photographer foto fotos fotograf fotografie photographie image bild "
            + "picture credit credits author autor "
            + "auteur autore von par por di door copyright © c via source quelle from of the courtesy "
            + "creator urheber owner holder "
            + "bildnachweis bildquelle fotoquelle",
        LicenceLanguages.Cues
    );

    /// <summary>Small words inside names.</summary>
    internal static readonly HashSet<string> Particles = Words(
        "van von de der den da di du la le el al bin ibn ter ten zu af av und and y"
    );

    /// <summary>Beginnings of words that limit, deny or make doubtful, which no name is taken for.</summary>
    internal static readonly string[] Limits =
    [
        .. (
            "not no non none nor never nothing nobody without except exclud exempt unless only sole "
            + "exclusive restrict limit prohib forbid forbad permi "
            + "request contact editor commerc comerc komer kommerz private privat person educat bildung "
            + "research scien academ until before "
            + "embargo expir former previous was were metadata meta text texte article descri caption data "
            + "dataset code software "
            + "layout site web page logo trademark pending unknown unclear maybe perhaps probab might could "
            + "would should if where when "
            + "other some part purchase buy fee sold sale royalt stock use usage used nutz verwend utilis "
            + "usage uso usar gebruik nicht "
            + "kein nur ohne ausser ausge ausschl verbot untersag vorbehalt sans sauf seul aucun interdi ne "
            + "pas sin solo solament nunca "
            + "ningun excep prohibi nessun senza salvo tranne soltanto vietat sem somente apenas nao nenhum "
            + "proib niet geen alleen enkel "
            + "behalve verbod ikke inte kun bara endast ej ei vain nie tylko bez zakaz nem csak yok sadece "
            + "degil ne nu doar samo net nije "
            + "nc nd sa by any every rights right reserved reuse redistrib modif alter adapt deriv change "
            + "crop print digital broadcast "
            + "tv film video audio sound music territor country countr region world week month day year time "
            + "date period once single "
            + "member subscri customer client employee internal press media news newspaper book magazine "
            + "social cover advert promo marketing "
            + "merchand resale resell tax custom contract agreement licensed under third party parties "
            + "hereby revok withdr void invalid "
            + "resolution preview thumb classroom teach school student lesson exhib ausstell "
            + "copies size "
            + "united kingdom states emirates republic europ union america american africa asia scandinavia worldwide "
            + "fair dealing personen images bilder imagen immagini imagens afbeeldingen photos fotos "
            + "photographs pictures"
        ).Split(' ', StringSplitOptions.RemoveEmptyEntries),
    ];

    /// <summary>Words of bodies that keep and publish pictures: a part of a name, wherever it stands.</summary>
    internal static readonly HashSet<string> Bodies = Words(
        "museum museums archive archives library gallery galleries trust institute institution university college "
            + "foundation society association council department ministry office service survey observatory academy "
            + "collection collections centre center agency authority commons group ltd inc gmbh ag llc company studio "
            + "studios musee bibliotheque fondation universite institut societe ministere museo biblioteca archivo "
            + "archivio fundacion fondazione universidad universita universidade instituto istituto sociedad fundacao "
            + "arquivo bibliothek archiv stiftung universitat verein gesellschaft landesarchiv stadtarchiv "
            + "bundesarchiv bibliotheek archief stichting universiteit museet arkiv arkivet bibliotek biblioteket "
            + "stiftelse muzeum biblioteka archiwum fundacja uniwersytet knihovna nadace univerzita konyvtar leveltar "
            + "национальный государственный музей библиотека архив фонд университет μουσειο αρχειο βιβλιοθηκη "
            + "muzesi kutuphanesi arsivi vakfi national state city royal federal county municipal geological"
    );

    // Short ones stand alone: "no" is a limit, "Nolan" is a name.
    internal static bool MayLimit(string word) => LimitsOf(word) || LicencePorts.IsCountry(word);

    /// <summary>The same for words among which a country is but a place.</summary>
    internal static bool LimitsOf(string word) =>
        Array.Exists(Limits, l => l.Length <= 4 ? word == l : word.StartsWith(l, StringComparison.Ordinal))
        || LicenceLanguages.MayLimit(word);

    /// <summary>Where one of the phrases stands at a place: how many words it has and what it means.</summary>
    internal static (int Length, string Element)? At(
        (string[] Words, string Element)[] phrases,
        IReadOnlyList<LicenceToken> tokens,
        int at
    )
    {
        foreach ((string[] words, string element) in phrases)
        {
            if (at + words.Length > tokens.Count)
                continue;
            int i = 0;
            while (
                i < words.Length
                && tokens[at + i].Text == words[i]
                && (
                    i == 0
                    || tokens[at + i].Close
                    || tokens[at + i].Before is "'" or "’" or " & "
                    || tokens[at + i].Before is "." or ". " && tokens[at + i - 1].Text.Length == 1
                )
            )
                i++;
            if (i == words.Length)
                return (words.Length, element);
        }
        return null;
    }

    internal static (string[] Words, string Element)[] Phrases(
        params ReadOnlySpan<(string Alternatives, string Element)> all
    )
    {
        List<(string[] Words, string Element)> phrases = [];
        foreach ((string alternatives, string element) in all)
            phrases.AddRange(
                alternatives
                    .Split('|', StringSplitOptions.RemoveEmptyEntries)
                    .Select(a => (a.Split(' ', StringSplitOptions.RemoveEmptyEntries), element))
            );
        return [.. phrases.OrderByDescending(p => p.Words.Length)];
    }

    private static (string[] Words, string Element)[] With(
        IReadOnlyList<(string[] Words, string Element)> more,
        params ReadOnlySpan<(string Alternatives, string Element)> all
    ) => [.. Phrases(all).Concat(more).OrderByDescending(p => p.Words.Length)];

    private static HashSet<string> Words(string words, IEnumerable<string> more) => [.. Words(words), .. more];

    private static HashSet<string> Words(string words) =>
        [.. words.Split([' ', '|'], StringSplitOptions.RemoveEmptyEntries)];
}
