namespace Jaali.Core;

/// <summary>What a limit holds for, in which unit, and what a person sees at it. <c>docs/limits.md</c> is written from
/// these.</summary>
/// <param name="unit">"bytes", "pixels", "seconds" ...</param>
/// <param name="holds">What is limited.</param>
/// <param name="seen">What a person sees or reads when it is reached.</param>
[AttributeUsage(AttributeTargets.Field)]
public sealed class LimitAttribute(string unit, string holds, string seen) : Attribute
{
    /// <summary>The unit.</summary>
    public string Unit => unit;

    /// <summary>What is limited.</summary>
    public string Holds => holds;

    /// <summary>What a person sees.</summary>
    public string Seen => seen;
}

/// <summary>
/// How much is taken of anything that comes from outside or piles up: bytes, depth, elements, time, pixels times depth,
/// how many at once. Every reader takes its limit from here. They are chosen, not measured: well above what
/// honest files and pages have, well below what a small computer can bear.
/// </summary>
public static class Limits
{
    private const int Kilo = 1024,
        Mega = 1024 * 1024;

    /// <summary>Photos.</summary>
    public static class OfPhotos
    {
        /// <summary>Bytes of a photo, fetched or brought.</summary>
        [Limit("bytes", "A photo's file", "“The file is larger than 120 MB. Take a smaller rendition.”")]
        public const long Bytes = 120L * Mega;

        /// <summary>Pixels of a photo.</summary>
        [Limit("pixels", "A photo", "“The photo has … pixels, more than Jaali opens. Take a smaller rendition.”")]
        public const long Pixels = 120_000_000;

        /// <summary>Pixels times bytes of what a decoder must hold whole: interlaced, progressive, turned and packed in one
        /// piece.</summary>
        [Limit(
            "bytes",
            "Pixels times their bytes, where a decoder must hold the photo whole (interlaced, progressive, AVIF, WebP, GIF)",
            "“Opening this photo would take … MB of memory. Save it as a plain JPEG and bring it again.”"
        )]
        public const long DecodedBytes = 320L * Mega;

        /// <summary>Pixels times bytes that all photos being opened may take together; others wait.</summary>
        [Limit(
            "bytes",
            "Pixels times bytes, and the files, of all photos that are opened at once",
            "Others wait their turn on the disk; what takes more comes in alone."
        )]
        public const long AtOnceBytes = 96L * Mega;

        /// <summary>Pixels of a PNG, WebP or GIF that goes into a PDF as it is.</summary>
        [Limit(
            "pixels",
            "A PNG, WebP or GIF that goes into a PDF as it is",
            "Nothing: a larger one goes in as a JPEG of its own size."
        )]
        public const long PaintedPixels = 24_000_000;

        /// <summary>How long decoding may take.</summary>
        [Limit("seconds", "Decoding a photo", "“The photo takes too long to open. Save it as a plain JPEG …”")]
        public const int DecodeSeconds = 60;

        /// <summary>Bytes of all blocks of metadata in one file.</summary>
        [Limit(
            "bytes",
            "Each block of metadata in a file, unpacked",
            "A longer one is passed over; the photo is taken."
        )]
        public const int MetadataBytes = 8 * Mega;

        /// <summary>Blocks of metadata in one file.</summary>
        [Limit("blocks", "Blocks of metadata in a file", "Blocks beyond it are passed over; the photo is taken.")]
        public const int MetadataBlocks = 40;

        /// <summary>Pixels of an answer that is larger than the photo.</summary>
        [Limit("pixels", "An answer that enlarges the photo", "“This is not a valid image request for this photo.”")]
        public const int EnlargedPixels = 4_000_000;

        /// <summary>Bytes of a small picture of a candidate.</summary>
        [Limit("bytes", "A small picture on the wall", "The picture is not shown, and cannot be compared.")]
        public const long ThumbnailBytes = 12L * Mega;

        /// <summary>Small pictures fetched and looked at side by side.</summary>
        [Limit("pictures", "Small pictures fetched at once", "Others come in behind them.")]
        public const int LooksAtOnce = 6;
    }

    /// <summary>Pages, feeds, manifests and records.</summary>
    public static class OfDocuments
    {
        /// <summary>Bytes of a page.</summary>
        [Limit("bytes", "A page", "“This page is longer than Jaali reads.”")]
        public const long PageBytes = 8L * Mega;

        /// <summary>Bytes of an answer to a search.</summary>
        [Limit("bytes", "An answer to a search", "“… sends more than 8 MB, which is more than is read here.”")]
        public const long AnswerBytes = 8L * Mega;

        /// <summary>Bytes of a feed or manifest that is read whole.</summary>
        [Limit("bytes", "A feed or manifest", "“… sends more than 16 MB, which is more than is read here.”")]
        public const long FeedBytes = 16L * Mega;

        /// <summary>Bytes of a page of a harvest.</summary>
        [Limit(
            "bytes",
            "A page of a repository's records",
            "Fetching stops with the sentence; what came until then is kept."
        )]
        public const long HarvestBytes = 32L * Mega;

        /// <summary>Bytes of what describes a collection.</summary>
        [Limit("bytes", "What describes a collection", "“… sends more than 4 MB, which is more than is read here.”")]
        public const long DescriptionBytes = 4L * Mega;

        /// <summary>How long reading one may take.</summary>
        [Limit("seconds", "Reading a page, feed, manifest or page of records", "“… takes too long to read. …”")]
        public const int ReadSeconds = 10;

        /// <summary>How long one search for a pattern in a text may take.</summary>
        [Limit("seconds", "One search for a pattern in a text", "“… takes too long to read. …”")]
        public const int PatternSeconds = 2;

        /// <summary>Elements within elements of XML.</summary>
        [Limit("levels", "Elements within elements of XML", "“… is nested deeper than is read here.”")]
        public const int XmlDepth = 256;

        /// <summary>Open elements of HTML.</summary>
        [Limit("levels", "Open elements of HTML", "The page shows no photo: it is not read.")]
        public const int HtmlDepth = 2_000;

        /// <summary>Objects within objects of JSON.</summary>
        [Limit("levels", "Objects within objects of JSON", "What is beyond it is not JSON to Jaali.")]
        public const int JsonDepth = 64;

        /// <summary>Objects within objects of JSON-LD in a page.</summary>
        [Limit("levels", "Things within things of a page's JSON-LD", "Things beyond it are passed over.")]
        public const int JsonLdDepth = 24;

        /// <summary>Scripts of JSON-LD in a page.</summary>
        [Limit("scripts", "Scripts of JSON-LD in a page", "Scripts beyond it are passed over.")]
        public const int JsonLdScripts = 30;

        /// <summary>Items of microdata in a page.</summary>
        [Limit("items", "Items of microdata in a page", "Items beyond it are passed over.")]
        public const int MicrodataItems = 500;

        /// <summary>Statements of RDFa in a page.</summary>
        [Limit("statements", "Statements of RDFa in a page", "Statements beyond it are passed over.")]
        public const int RdfaStatements = 5_000;

        /// <summary>Elements within elements that RDFa is followed into.</summary>
        [Limit("levels", "Elements within elements that RDFa is followed into", "What is deeper is passed over.")]
        public const int RdfaDepth = 400;

        /// <summary>Characters of all Link headers.</summary>
        [Limit("characters", "A Link header", "What is beyond it is passed over.")]
        public const int LinkCharacters = 4_096;

        /// <summary>Characters of one saying about a licence.</summary>
        [Limit("characters", "A saying about a licence", "It is unclear, with its words shown.")]
        public const int SayingCharacters = 4_000;

        /// <summary>Characters of a title or name as a source gives it.</summary>
        [Limit("characters", "A title or a name as a source gives it", "It is cut there, with “…”.")]
        public const int NameCharacters = 500;

        /// <summary>Characters of an address.</summary>
        [Limit("characters", "An address that a source gives", "It is passed over.")]
        public const int AddressCharacters = 4_000;

        /// <summary>Characters of one piece of evidence.</summary>
        [Limit("characters", "One piece of evidence", "It is cut there, and says so.")]
        public const int WordsOfEvidence = 200_000;

        /// <summary>Characters of a page's words that are kept as evidence.</summary>
        [Limit("characters", "A page's words kept as evidence", "Evidence ends there.")]
        public const int EvidenceCharacters = 4_000;

        /// <summary>Pictures of one page.</summary>
        [Limit("pictures", "Pictures of a page to choose from", "The likeliest are offered.")]
        public const int PagePictures = 8;

        /// <summary>Pictures of one entry of a feed.</summary>
        [Limit("pictures", "Pictures of one entry of a feed", "The first are taken.")]
        public const int EntryPictures = 12;

        /// <summary>Photos of one document.</summary>
        [Limit("photos", "Photos of one feed or manifest", "The first are read.")]
        public const int DocumentPhotos = 200;

        /// <summary>Photos shown of an address that a person gives.</summary>
        [Limit("photos", "Photos shown of an address", "The likeliest are offered.")]
        public const int AddressPhotos = 24;

        /// <summary>Manifests of a collection, or hits of a search, that are opened.</summary>
        [Limit("manifests", "Manifests opened of a collection or an answer", "The first are read.")]
        public const int Manifests = 60;
    }

    /// <summary>Going out.</summary>
    public static class GoingOut
    {
        /// <summary>How long a connection may take.</summary>
        [Limit("seconds", "Connecting", "“… cannot be reached or broke off. Try again.”")]
        public const int ConnectSeconds = 5;

        /// <summary>How long an answer may take to begin.</summary>
        [Limit("seconds", "Until an answer begins", "“… is too slow: no answer in 15 seconds. Try again.”")]
        public const int AnswerSeconds = 15;

        /// <summary>How long a body may take.</summary>
        [Limit("seconds", "A body", "“… is too slow …”; a photo goes on where it broke off.")]
        public const int BodySeconds = 60;

        /// <summary>Redirects followed.</summary>
        [Limit("redirects", "Redirects in a row", "“… redirects in a circle.”")]
        public const int Redirects = 4;

        /// <summary>How often one request is made again that failed in passing.</summary>
        [Limit(
            "times",
            "A request made again after a fault that passes (408, 429, 5xx, broken off)",
            "Nothing, when it succeeds; else the last answer in a sentence."
        )]
        public const int Again = 2;

        /// <summary>The longest wait before that which is not told.</summary>
        [Limit(
            "seconds",
            "A wait asked for (Retry-After) that is kept to without a word",
            "A longer one is told: “… asks to be left alone, trying again in … s”."
        )]
        public const int QuietWaitSeconds = 2;

        /// <summary>The longest wait that is kept to by itself.</summary>
        [Limit(
            "seconds",
            "A wait asked for that is kept to by itself",
            "After it the collection is asked again, whatever it wished."
        )]
        public const int WaitSeconds = 300;

        /// <summary>Requests to one host at a time.</summary>
        [Limit("requests", "Requests to one host at a time", "Others wait.")]
        public const int HostAtOnce = 6;

        /// <summary>How often a photo that breaks off goes on by itself.</summary>
        [Limit("times", "A photo that breaks off is gone on with", "“… broke off after … bytes. Try again.”")]
        public const int DownloadTries = 3;
    }

    /// <summary>Coming in.</summary>
    public static class ComingIn
    {
        /// <summary>Bytes of an edit or another request in JSON.</summary>
        [Limit("bytes", "A request", "“This is larger than Jaali takes at once …”")]
        public const long RequestBytes = 4L * Mega;

        /// <summary>Bytes of the file of a permission.</summary>
        [Limit("bytes", "The file of a permission", "“The file is larger than 20 MB. …”")]
        public const long PermissionBytes = 20L * Mega;

        /// <summary>Requests waiting that one address may send in one go.</summary>
        [Limit(
            "requests",
            "Requests of one address in one go",
            "“That was too many at once. …” with Retry-After; the page waits and goes on by itself."
        )]
        public const int Burst = 2_000;

        /// <summary>Requests each second of one address over time.</summary>
        [Limit("requests a second", "Requests of one address over time", "As above.")]
        public const int PerSecond = 500;

        /// <summary>Bytes of a live message from a browser.</summary>
        [Limit("bytes", "A live message from a browser", "The connection ends, and is made anew.")]
        public const int LiveBytes = 4 * Kilo;

        /// <summary>Decks that one connection listens to.</summary>
        [Limit("talks", "Talks that one window listens to", "Further ones are not joined.")]
        public const int LiveDecks = 8;

        /// <summary>Characters of a search.</summary>
        [Limit("characters", "What is looked for", "“Search with at most 300 characters.”")]
        public const int SearchCharacters = 300;

        /// <summary>Characters of any text of an edit; its parts have narrower limits of their own.</summary>
        [Limit("characters", "Any text of an edit", "“… has … characters, more than anything may have. Shorten it.”")]
        public const int Text = 100_000;

        /// <summary>Entries of any list of an edit.</summary>
        [Limit("entries", "Any list of an edit", "“… holds more than 5000 entries. Give fewer.”")]
        public const int Entries = 5_000;

        /// <summary>Things within things of an edit.</summary>
        [Limit("levels", "Things within things of an edit", "“This edit is nested deeper than any is.”")]
        public const int Depth = 12;

        /// <summary>Characters of a part of a record.</summary>
        [Limit(
            "characters",
            "A part of a record corrected by hand",
            "“Each part of a record may have at most 2000 characters. …”"
        )]
        public const int RecordCharacters = 2_000;
    }

    /// <summary>Typefaces that are added.</summary>
    public static class OfFonts
    {
        /// <summary>Bytes of a font file or an archive of them.</summary>
        [Limit("bytes", "A file of fonts", "“The file is larger than 40 MB. …”")]
        public const int FileBytes = 40 * (int)Mega;

        /// <summary>Bytes of one font, unpacked.</summary>
        [Limit("bytes", "One font, unpacked", "“The font is larger than fonts are.”")]
        public const int FontBytes = 40 * (int)Mega;

        /// <summary>Bytes of all fonts of an archive, unpacked.</summary>
        [Limit("bytes", "The fonts of an archive, unpacked", "“The archive holds more than fonts do.”")]
        public const int Unpacked = 160 * (int)Mega;

        /// <summary>Entries of an archive that are looked at.</summary>
        [Limit("entries", "Entries of an archive of fonts", "Further ones are left out.")]
        public const int Entries = 400;
    }

    /// <summary>Talks.</summary>
    public static class OfTalks
    {
        /// <summary>Characters of a title.</summary>
        [Limit("characters", "A title", "“… may have at most 200 characters. …”")]
        public const int Title = 200;

        /// <summary>Characters of a point.</summary>
        [Limit("characters", "A point", "“A point may have at most 300 characters. …”")]
        public const int Wording = 300;

        /// <summary>Characters of notes, words, a fact or a permission.</summary>
        [Limit("characters", "Notes, words, a fact, a permission", "“… may have at most 5000 characters. …”")]
        public const int Text = 5_000;

        /// <summary>Characters of words on a slide.</summary>
        [Limit("characters", "Words on a slide", "“Words on a slide may have at most 40000 characters. …”")]
        public const int Words = 40_000;

        /// <summary>Points of a talk.</summary>
        [Limit("points", "A talk", "“A talk has at most 200 points. …”")]
        public const int Points = 200;

        /// <summary>Slides of a talk.</summary>
        [Limit("slides", "A talk", "“A deck has at most 500 slides. …”")]
        public const int Slides = 500;

        /// <summary>Items of a slide.</summary>
        [Limit("items", "A slide", "“A slide holds at most 200 items. …”")]
        public const int Items = 200;

        /// <summary>Moves on a slide.</summary>
        [Limit("moves", "A slide", "“A slide has at most 500 moves. …”")]
        public const int Cues = 500;

        /// <summary>Run-throughs that are kept.</summary>
        [Limit("run-throughs", "A talk", "The oldest goes.")]
        public const int Runs = 20;
    }

    /// <summary>Files of talks that come in.</summary>
    public static class OfFiles
    {
        /// <summary>Bytes of a file of a talk.</summary>
        [Limit("bytes", "A talk's file that comes in", "“The file is larger than 2 GB. Bring it in parts.”")]
        public const long Bytes = 2L * 1024 * Mega;

        /// <summary>Files in an archive.</summary>
        [Limit("files", "Files in an archive", "“The archive holds more than 20,000 files …”")]
        public const int Entries = 20_000;

        /// <summary>Bytes of an archive, unpacked.</summary>
        [Limit("bytes", "An archive, unpacked", "“Unpacked, this archive would take more than 4 GB …”")]
        public const long Unpacked = 4L * 1024 * Mega;

        /// <summary>How much larger a file of an archive may become when it is unpacked.</summary>
        [Limit(
            "times",
            "How much larger a file of an archive becomes, above a megabyte",
            "“This archive unpacks to far more than it holds …”"
        )]
        public const int Ratio = 200;

        /// <summary>Bytes of a part of XML or JSON in an archive.</summary>
        [Limit("bytes", "A part of XML or JSON in an archive", "“A part of this file is longer than Jaali reads.”")]
        public const int PartBytes = 64 * Mega;

        /// <summary>Files that are brought together.</summary>
        [Limit("files", "Files that are brought together", "“More than 600 files were brought at once. Bring fewer.”")]
        public const int Brought = 600;

        /// <summary>Pages of a file that are read as slides.</summary>
        [Limit("pages", "Pages of a file that become slides", "The others are listed as left out.")]
        public const int Pages = OfTalks.Slides;

        /// <summary>Things on a page of a file.</summary>
        [Limit("things", "Things on one page of a file", "The others are listed as left out.")]
        public const int Things = OfTalks.Items;
    }

    /// <summary>What is kept.</summary>
    public static class Kept
    {
        /// <summary>Bytes in use from which work on many photos makes room.</summary>
        [Limit("bytes", "Memory in use, from which long work makes room now and then", "Nothing.")]
        public const long WorkBytes = 160L * Mega;

        /// <summary>Daily copies of the database.</summary>
        [Limit("copies", "Daily copies of the database", "The oldest goes.")]
        public const int Copies = 7;

        /// <summary>How long results of long work are kept.</summary>
        [Limit("days", "PDFs and other results of long work", "“There is no such file. …”: it is made again.")]
        public const int ResultDays = 7;

        /// <summary>How long a download that was broken off is kept to go on with.</summary>
        [Limit("days", "Downloads that were broken off", "They begin anew.")]
        public const int DownloadDays = 7;

        /// <summary>How old a file without a row must be before it goes.</summary>
        [Limit("days", "Files that no record speaks of", "Nothing: nobody could reach them.")]
        public const int OrphanDays = 1;

        /// <summary>Edits of a log that are read at once, for taking the latest back.</summary>
        [Limit("edits", "Edits of a log that are read at once", "Nothing; older ones are read when they are needed.")]
        public const int Edits = 200;

        /// <summary>Photos whose facts are held in memory.</summary>
        [Limit("photos", "Facts and previews of photos in memory", "Nothing; they are read again.")]
        public const int Facts = 5_000;

        /// <summary>Bytes of the small pictures in memory on which legibility is measured, with their tables.</summary>
        [Limit(
            "bytes",
            "Small pictures in memory on which legibility is measured, with their tables",
            "Nothing; they are read again."
        )]
        public const long ToneBytes = 160L * Mega;

        /// <summary>Bytes of packed typefaces in memory.</summary>
        [Limit("bytes", "Packed typefaces in memory", "Nothing; they are packed again.")]
        public const long FontBytes = 16L * Mega;

        /// <summary>Looks at candidates in memory.</summary>
        [Limit("looks", "Looks at candidates in memory", "Nothing; they are read again.")]
        public const int Looks = 20_000;

        /// <summary>Judgements in memory.</summary>
        [Limit("judgements", "Judgements in memory", "Nothing; they are made again.")]
        public const int Judgements = 20_000;

        /// <summary>Measured lines of words in memory.</summary>
        [Limit("lines", "Measured lines of words in memory", "Nothing; they are measured again.")]
        public const int Lines = 20_000;

        /// <summary>Measured letters of words in memory.</summary>
        [Limit("letters", "Measured letters of words in memory", "Nothing; they are measured again.")]
        public const int Advances = 2_000_000;

        /// <summary>Searches in memory.</summary>
        [Limit("searches", "Walls of searches in memory", "“This search is over. Search again.”")]
        public const int Searches = 60;

        /// <summary>Characters of manifests of one collection in memory.</summary>
        [Limit("characters", "Manifests of one collection in memory", "Nothing; they are read again.")]
        public const long ManifestCharacters = 16L * Mega;

        /// <summary>Addresses of further pages of searches in memory.</summary>
        [Limit(
            "addresses",
            "Addresses of further pages of searches in one collection",
            "The search begins at its first page again."
        )]
        public const int Pages = 1_000;

        /// <summary>Ways of narrowing one wall whose order is remembered.</summary>
        [Limit("ways", "Ways of narrowing one wall whose order is remembered", "Pictures may change their places.")]
        public const int Orders = 50;

        /// <summary>Slides whose scenes are in memory.</summary>
        [Limit("slides", "Scenes of slides in memory", "Nothing; they are made again.")]
        public const int Scenes = 5_000;

        /// <summary>Talks open in memory.</summary>
        [Limit("talks", "Talks in memory", "Nothing; they are read again.")]
        public const int Decks = 50;

        /// <summary>Earlier states of an open talk in memory.</summary>
        [Limit("edits", "Edits that a window may be behind before the whole talk is sent", "Nothing.")]
        public const int Past = 64;
    }
}
