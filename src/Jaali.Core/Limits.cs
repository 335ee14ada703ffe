#pragma warning disable CS1591 // The attribute of each limit is its documentation.
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
/// honest files and pages have, well below what a small computer can bear. What each is for stands in its attribute
/// alone.
/// </summary>
public static class Limits
{
    private const int Kilo = 1024,
        Mega = 1024 * 1024;

    /// <summary>Clips: moving pictures and sound.</summary>
    public static class Clips
    {
        [Limit("bytes", "A clip's file", "“The file is larger than 400 MB. Bring a shorter or smaller clip.”")]
        public const long Bytes = 400L * Mega;

        [Limit("seconds", "A clip", "“This clip lasts longer than 30 minutes. Cut it to what the talk shows.”")]
        public const int Seconds = 1800;

        [Limit("pixels", "A side of a clip's picture", "“This clip is larger than 4096 pixels a side. …”")]
        public const int Side = 4096;

        [Limit("seconds", "Reading what a clip is", "“This clip takes too long to read. Save it anew …”")]
        public const int ProbeSeconds = 20;

        [Limit("seconds", "Making a clip one that browsers play", "“Making this clip play takes too long. …”")]
        public const int TranscodeSeconds = 900;

        [Limit("bytes", "Memory of the program that reads a clip", "“This clip cannot be read. Save it anew …”")]
        public const long MemoryBytes = 3072L * Mega;

        [Limit("letters", "The captions of a clip", "“These captions are longer than a clip's can be.”")]
        public const int CaptionLetters = 200_000;

        [Limit("captions", "The captions of a clip", "“A clip has at most 2000 captions.”")]
        public const int Captions = 2000;

        [Limit(
            "bytes",
            "Clips inside a web page of one file",
            "The panel says which clips are left out and that the folder carries all; their posters are shown."
        )]
        public const long InsideBytes = 60L * Mega;
    }

    /// <summary>Photos.</summary>
    public static class Photos
    {
        [Limit("bytes", "A photo's file", "“The file is larger than 120 MB. Take a smaller rendition.”")]
        public const long Bytes = 120L * Mega;

        [Limit("pixels", "A photo", "“The photo has … pixels, more than Jaali opens. Take a smaller rendition.”")]
        public const long Pixels = 120_000_000;

        [Limit(
            "bytes",
            "Pixels times their bytes, where a decoder must hold the photo whole (interlaced, "
                + "progressive, AVIF, WebP, GIF)",
            "“Opening this photo would take … MB of memory. Save it as a plain JPEG and bring it again.”"
        )]
        public const long DecodedBytes = 320L * Mega;

        [Limit(
            "bytes",
            "Pixels times bytes, and the files, of all photos that are opened at once",
            "Others wait their turn on the disk; what takes more comes in alone."
        )]
        public const long AtOnceBytes = 96L * Mega;

        [Limit(
            "pixels",
            "A PNG, WebP or GIF that goes into a PDF as it is",
            "Nothing: a larger one goes in as a JPEG of its own size."
        )]
        public const long PaintedPixels = 24_000_000;

        [Limit("seconds", "Decoding a photo", "“The photo takes too long to open. Save it as a plain JPEG …”")]
        public const int DecodeSeconds = 60;

        [Limit(
            "bytes",
            "Each block of metadata in a file, unpacked",
            "A longer one is passed over; the photo is taken."
        )]
        public const int MetadataBytes = 8 * Mega;

        [Limit("blocks", "Blocks of metadata in a file", "Blocks beyond it are passed over; the photo is taken.")]
        public const int MetadataBlocks = 40;

        [Limit("pixels", "An answer that enlarges the photo", "“This is not a valid image request for this photo.”")]
        public const int EnlargedPixels = 4_000_000;

        [Limit("bytes", "A small picture on the wall", "The picture is not shown, and cannot be compared.")]
        public const long ThumbnailBytes = 12L * Mega;

        [Limit("pictures", "Small pictures fetched at once", "Others come in behind them.")]
        public const int LooksAtOnce = 6;
    }

    /// <summary>Pages, feeds, manifests and records.</summary>
    public static class Documents
    {
        [Limit("bytes", "A page", "“This page is longer than Jaali reads.”")]
        public const long PageBytes = 8L * Mega;

        [Limit("bytes", "An answer to a search", "“… sends more than 8 MB, which is more than is read here.”")]
        public const long AnswerBytes = 8L * Mega;

        [Limit("bytes", "A feed or manifest", "“… sends more than 16 MB, which is more than is read here.”")]
        public const long FeedBytes = 16L * Mega;

        [Limit(
            "bytes",
            "A page of a repository's records",
            "Fetching stops with the sentence; what came until then is kept."
        )]
        public const long HarvestBytes = 32L * Mega;

        [Limit("bytes", "What describes a collection", "“… sends more than 4 MB, which is more than is read here.”")]
        public const long DescriptionBytes = 4L * Mega;

        [Limit("seconds", "Reading a page, feed, manifest or page of records", "“… takes too long to read. …”")]
        public const int ReadSeconds = 10;

        [Limit("seconds", "One search for a pattern in a text", "“… takes too long to read. …”")]
        public const int PatternSeconds = 2;

        [Limit("levels", "Elements within elements of XML", "“… is nested deeper than is read here.”")]
        public const int XmlDepth = 256;

        [Limit("levels", "Open elements of HTML", "The page shows no photo: it is not read.")]
        public const int HtmlDepth = 2_000;

        [Limit("levels", "Objects within objects of JSON", "What is beyond it is not JSON to Jaali.")]
        public const int JsonDepth = 64;

        [Limit("levels", "Things within things of a page's JSON-LD", "Things beyond it are passed over.")]
        public const int JsonLdDepth = 24;

        [Limit("scripts", "Scripts of JSON-LD in a page", "Scripts beyond it are passed over.")]
        public const int JsonLdScripts = 30;

        [Limit("items", "Items of microdata in a page", "Items beyond it are passed over.")]
        public const int MicrodataItems = 500;

        [Limit("statements", "Statements of RDFa in a page", "Statements beyond it are passed over.")]
        public const int RdfaStatements = 5_000;

        [Limit("levels", "Elements within elements that RDFa is followed into", "What is deeper is passed over.")]
        public const int RdfaDepth = 400;

        [Limit("characters", "A Link header", "What is beyond it is passed over.")]
        public const int LinkCharacters = 4_096;

        [Limit("characters", "A saying about a licence", "It is unclear, with its words shown.")]
        public const int SayingCharacters = 4_000;

        [Limit("characters", "A title or a name as a source gives it", "It is cut there, with “…”.")]
        public const int NameCharacters = 500;

        [Limit("characters", "An address that a source gives", "It is passed over.")]
        public const int AddressCharacters = 4_000;

        [Limit("characters", "One piece of evidence", "It is cut there, and says so.")]
        public const int WordsOfEvidence = 200_000;

        [Limit("characters", "A page's words kept as evidence", "Evidence ends there.")]
        public const int EvidenceCharacters = 4_000;

        [Limit("pictures", "Pictures of a page to choose from", "The likeliest are offered.")]
        public const int PagePictures = 200;

        [Limit("pictures", "Pictures of one entry of a feed", "The first are taken.")]
        public const int EntryPictures = 12;

        [Limit("photos", "Photos of one feed or manifest", "The first are read, and how many there are is said.")]
        public const int DocumentPhotos = 2_000;

        [Limit("photos", "Photos of an address shown at once", "The others are on the pages that follow.")]
        public const int AddressPhotos = 24;

        [Limit("pages", "Pages of a feed that are followed (RFC 5005)", "What is on later pages is not read.")]
        public const int FeedPages = 20;

        [Limit("manifests", "Manifests opened of a collection or an answer", "The first are read, and it is said.")]
        public const int Manifests = 60;
    }

    /// <summary>Going out.</summary>
    public static class Outgoing
    {
        [Limit("seconds", "Connecting", "“… cannot be reached or broke off. Try again.”")]
        public const int ConnectSeconds = 5;

        [Limit("seconds", "Until an answer begins", "“… is too slow: no answer in 15 seconds. Try again.”")]
        public const int AnswerSeconds = 15;

        [Limit("seconds", "A body", "“… is too slow …”; a photo goes on where it broke off.")]
        public const int BodySeconds = 60;

        [Limit("redirects", "Redirects in a row", "“… redirects in a circle.”")]
        public const int Redirects = 4;

        [Limit(
            "times",
            "A request made again after a fault that passes (408, 429, 5xx, broken off)",
            "Nothing, when it succeeds; else the last answer in a sentence."
        )]
        public const int Again = 2;

        [Limit(
            "seconds",
            "A wait asked for (Retry-After) that is kept to without a word",
            "A longer one is told: “… asks to be left alone, trying again in … s”."
        )]
        public const int QuietWaitSeconds = 2;

        [Limit(
            "seconds",
            "A wait asked for that is kept to by itself",
            "After it the collection is asked again, whatever it wished."
        )]
        public const int WaitSeconds = 300;

        [Limit("requests", "Requests to one host at a time", "Others wait.")]
        public const int HostAtOnce = 6;

        [Limit("times", "A photo that breaks off is gone on with", "“… broke off after … bytes. Try again.”")]
        public const int DownloadTries = 3;
    }

    /// <summary>Coming in.</summary>
    public static class Incoming
    {
        [Limit("bytes", "A request", "“This is larger than Jaali takes at once …”")]
        public const long RequestBytes = 4L * Mega;

        [Limit("bytes", "The file of a permission", "“The file is larger than 20 MB. …”")]
        public const long PermissionBytes = 20L * Mega;

        [Limit(
            "requests",
            "Requests of one address in one go",
            "“That was too many at once. …” with Retry-After; the page waits and goes on by itself."
        )]
        public const int Burst = 2_000;

        [Limit("requests a second", "Requests of one address over time", "As above.")]
        public const int PerSecond = 500;

        [Limit("bytes", "A live message from a browser", "The connection ends, and is made anew.")]
        public const int LiveBytes = 4 * Kilo;

        [Limit("jobs", "Work that waits for one talk", "“20 things wait for this talk already. …”")]
        public const int Jobs = 20;

        [Limit("devices", "Devices that listen to one talk by the podium's link", "Further ones are not let in.")]
        public const int PodiumDevices = 8;

        [Limit("minutes", "A podium's link that nobody uses", "It ends; a new one is made in one press.")]
        public const int PodiumIdleMinutes = 60;

        [Limit("talks", "Talks that one window listens to", "Further ones are not joined.")]
        public const int LiveDecks = 8;

        [Limit("characters", "What is looked for", "“Search with at most 300 characters.”")]
        public const int SearchCharacters = 300;

        [Limit("characters", "Any text of an edit", "“… has … characters, more than anything may have. Shorten it.”")]
        public const int Text = 100_000;

        [Limit("entries", "Any list of an edit", "“… holds more than 5000 entries. Give fewer.”")]
        public const int Entries = 5_000;

        [Limit("levels", "Things within things of an edit", "“This edit is nested deeper than any is.”")]
        public const int Depth = 12;

        [Limit(
            "characters",
            "A part of a record corrected by hand",
            "“Each part of a record may have at most 2000 characters. …”"
        )]
        public const int RecordCharacters = 2_000;
    }

    /// <summary>Typefaces that are added.</summary>
    public static class Fonts
    {
        [Limit("bytes", "A file of fonts", "“The file is larger than 40 MB. …”")]
        public const int FileBytes = 40 * (int)Mega;

        [Limit("bytes", "One font, unpacked", "“The font is larger than fonts are.”")]
        public const int FontBytes = 40 * (int)Mega;

        [Limit("bytes", "The fonts of an archive, unpacked", "“The archive holds more than fonts do.”")]
        public const int Unpacked = 160 * (int)Mega;

        [Limit("entries", "Entries of an archive of fonts", "Further ones are left out.")]
        public const int Entries = 400;
    }

    /// <summary>Talks.</summary>
    public static class Talks
    {
        [Limit("characters", "A title", "“… may have at most 200 characters. …”")]
        public const int Title = 200;

        [Limit("characters", "A point", "“A point may have at most 300 characters. …”")]
        public const int Wording = 300;

        [Limit("characters", "Notes, words, a fact, a permission", "“… may have at most 5000 characters. …”")]
        public const int Text = 5_000;

        [Limit("characters", "Words on a slide", "“Words on a slide may have at most 40000 characters. …”")]
        public const int Words = 40_000;

        [Limit("points", "A talk", "“A talk has at most 200 points. …”")]
        public const int Points = 200;

        [Limit("slides", "A talk", "“A deck has at most 500 slides. …”")]
        public const int Slides = 500;

        [Limit("items", "A slide", "“A slide holds at most 200 items. …”")]
        public const int Items = 200;

        [Limit("moves", "A slide", "“A slide has at most 500 moves. …”")]
        public const int Cues = 500;

        [Limit("rows", "A chart", "“A chart has at most 1000 rows; these are … Take fewer.”")]
        public const int ChartRows = 1_000;

        [Limit("columns", "A chart", "“A chart has at most 12 columns; these are … Take fewer.”")]
        public const int ChartColumns = 12;

        [Limit("rows", "A table", "“A table has at most 40 rows; these are … Take fewer.”")]
        public const int TableRows = 40;

        [Limit("columns", "A table", "“A table has at most 12 columns; these are … Take fewer.”")]
        public const int TableColumns = 12;

        [Limit("steps", "A flow", "“A flow has 2 to 12 steps; these are … Change the lines.”")]
        public const int FlowSteps = 12;

        [Limit("run-throughs", "A talk", "The oldest goes.")]
        public const int RunThroughs = 20;
    }

    /// <summary>The program that reads what may be hostile.</summary>
    public static class Reading
    {
        [Limit(
            "bytes",
            "Memory that a reader is seen to hold",
            "“Reading this file takes more memory than a talk needs, so it was stopped. …”"
        )]
        public const long MemoryBytes = 480L * Mega;

        [Limit(
            "bytes",
            "A reader's heap",
            "“Reading this file takes more memory than a talk needs, so it was stopped. …”"
        )]
        public const long HeapBytes = 320L * Mega;

        [Limit(
            "seconds",
            "Reading a small file",
            "“Reading this file takes longer than a talk needs, so it was stopped. …”"
        )]
        public const int Seconds = 8;

        [Limit("bytes", "What a large file has to be read in each further second", "The same.")]
        public const long BytesPerSecond = 2L * Mega;
    }

    /// <summary>Files of talks that come in.</summary>
    public static class Files
    {
        [Limit("bytes", "A talk's file that comes in", "“The file is larger than 2 GB. Bring it in parts.”")]
        public const long Bytes = 2L * 1024 * Mega;

        [Limit("files", "Files in an archive", "“The archive holds more than 20,000 files …”")]
        public const int Entries = 20_000;

        [Limit("bytes", "An archive, unpacked", "“Unpacked, this archive would take more than 4 GB …”")]
        public const long Unpacked = 4L * 1024 * Mega;

        [Limit(
            "times",
            "How much larger a file of an archive becomes, above a megabyte",
            "“This archive unpacks to far more than it holds …”"
        )]
        public const int Ratio = 200;

        [Limit("bytes", "A part of XML or JSON in an archive", "“A part of this file is longer than Jaali reads.”")]
        public const int PartBytes = 64 * Mega;

        [Limit("files", "Files that are brought together", "“More than 600 files were brought at once. Bring fewer.”")]
        public const int Brought = 600;

        [Limit("pages", "Pages of a file that become slides", "The others are listed as left out.")]
        public const int Pages = Talks.Slides;

        [Limit("things", "Things on one page of a file", "The others are listed as left out.")]
        public const int Things = Talks.Items;
    }

    /// <summary>What is kept.</summary>
    public static class Retention
    {
        [Limit("bytes", "Memory in use, from which long work makes room now and then", "Nothing.")]
        public const long WorkBytes = 160L * Mega;

        [Limit("copies", "Daily copies of the database", "The oldest goes.")]
        public const int Copies = 7;

        [Limit("days", "PDFs and other results of long work", "“There is no such file. …”: it is made again.")]
        public const int ResultDays = 7;

        [Limit("days", "Downloads that were broken off", "They begin anew.")]
        public const int DownloadDays = 7;

        [Limit("days", "Files that no record speaks of", "Nothing: nobody could reach them.")]
        public const int OrphanDays = 1;

        [Limit("edits", "Edits of a log that are read at once", "Nothing; older ones are read when they are needed.")]
        public const int Edits = 200;

        [Limit("photos", "Facts and previews of photos in memory", "Nothing; they are read again.")]
        public const int Facts = 5_000;

        [Limit(
            "bytes",
            "Small pictures in memory on which legibility is measured, with their tables",
            "Nothing; they are read again."
        )]
        public const long ToneBytes = 160L * Mega;

        [Limit("bytes", "Packed typefaces in memory", "Nothing; they are packed again.")]
        public const long FontBytes = 16L * Mega;

        [Limit("looks", "Looks at candidates in memory", "Nothing; they are read again.")]
        public const int Thumbnails = 20_000;

        [Limit("judgements", "Judgements in memory", "Nothing; they are made again.")]
        public const int Judgements = 20_000;

        [Limit("lines", "Measured lines of words in memory", "Nothing; they are measured again.")]
        public const int Lines = 20_000;

        [Limit("letters", "Measured letters of words in memory", "Nothing; they are measured again.")]
        public const int Advances = 2_000_000;

        [Limit("searches", "Walls of searches in memory", "“This search is over. Search again.”")]
        public const int Searches = 60;

        [Limit("characters", "Manifests of one collection in memory", "Nothing; they are read again.")]
        public const long ManifestCharacters = 16L * Mega;

        [Limit(
            "addresses",
            "Addresses of further pages of searches in one collection",
            "The search begins at its first page again."
        )]
        public const int Pages = 1_000;

        [Limit("addresses", "Addresses whose photos are looked through", "They are read anew.")]
        public const int PageReadings = 8;

        [Limit("ways", "Ways of narrowing one wall whose order is remembered", "Pictures may change their places.")]
        public const int Orders = 50;

        [Limit("slides", "Scenes of slides in memory", "Nothing; they are made again.")]
        public const int Scenes = 5_000;

        [Limit("talks", "Talks in memory", "Nothing; they are read again.")]
        public const int Decks = 50;

        [Limit("edits", "Edits that a window may be behind before the whole talk is sent", "Nothing.")]
        public const int Past = 64;
    }
}
