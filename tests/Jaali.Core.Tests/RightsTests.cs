using System.Text.Json;
using System.Text.RegularExpressions;
using CsCheck;
using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Geometry;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed partial class RightsTests
{
    private static readonly string[] Versions = ["1.0", "2.0", "2.5", "3.0", "4.0"];

    private static string Legal(string id)
    {
        using JsonDocument data = JsonDocument.Parse(
            File.ReadAllText(
                Outside.File("tests", "e2e", "node_modules", "spdx-license-list", "licenses", id + ".json")
            )
        );
        return Spaces().Replace(data.RootElement.GetProperty("licenseText").GetString()!, " ");
    }

    /// <summary>Each cell of the table against the words of the full licence texts in spdx-license-list.</summary>
    [Fact]
    public void The_terms_by_version_are_those_of_the_legal_texts()
    {
        foreach (string v in Versions)
        {
            VersionTerms t = VersionTerms.Of(new Licence(LicenceFamily.By, v, ""))!;
            string by = Legal($"CC-BY-{v}"),
                nd = Legal($"CC-BY-ND-{v}");
            Assert.Equal(by.Contains("title of the Work if supplied", StringComparison.OrdinalIgnoreCase), t.AsksTitle);
            Assert.Equal(
                AddressWords().IsMatch(by)
                    || by.Contains("a URI or hyperlink to the Licensed Material", StringComparison.Ordinal),
                t.AsksAddress
            );
            Assert.Equal(
                by.Contains("keep intact all copyright notices", StringComparison.OrdinalIgnoreCase),
                !t.NoticeIfSupplied
            );
            Assert.Equal(
                by.Contains("indicate if You modified the Licensed Material", StringComparison.Ordinal),
                t.Change == ChangeDuty.AnyIndicated
            );
            Assert.Equal(
                by.Contains(
                    "clearly label, demarcate or otherwise identify that changes were made",
                    StringComparison.Ordinal
                ),
                t.Change == ChangeDuty.Labelled
            );
            Assert.Equal(
                nd.Contains("produce and reproduce, but not Share, Adapted Material", StringComparison.Ordinal),
                t.AlteredForOneself
            );
            Assert.Equal(by.Contains("within 30 days", StringComparison.Ordinal), t.CuredByStopping);
            Assert.Equal(by.Contains("endors", StringComparison.OrdinalIgnoreCase), t.NoEndorsement);
            // A grey copy in a class is to be decided; where it may be made and not shared, for that reason.
            Judgement grey = Judge.Of(
                World.Rights(new Licence(LicenceFamily.ByNd, v, "")),
                new Changes(1, Tone: Recolouring.Grey),
                DeclaredUse.PublicTalk with
                {
                    Audience = Audience.Class,
                    HandedOn = false,
                    Recorded = false,
                }
            );
            Assert.Equal(Standing.ToSettle, grey.Standing);
            Assert.Equal(
                nd.Contains("produce and reproduce, but not Share, Adapted Material", StringComparison.Ordinal),
                grey.Findings[0].Sentence.Contains("be made, not shared", StringComparison.Ordinal)
            );
            // What showing to the public is called.
            Assert.Contains(
                v switch
                {
                    "4.0" => "public display, public performance",
                    "3.0" => "Distribute and Publicly Perform the Work",
                    _ => "publicly display, publicly perform",
                },
                nd,
                StringComparison.OrdinalIgnoreCase
            );
            // The whole, unchanged work may be shown under every version; a part is named in the grant of 4.0 alone.
            bool parts = nd.Contains("in whole or in part", StringComparison.Ordinal);
            string told = string.Join(
                ' ',
                Judge
                    .Of(
                        World.Rights(new Licence(LicenceFamily.ByNd, v, "")),
                        new Changes(.8),
                        DeclaredUse.PublicTalk with
                        {
                            HandedOn = true,
                        }
                    )
                    .Findings.Select(f => f.Reason.Section)
            );
            Assert.Equal(parts, told.Contains("s.2(a)(1)(A)", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void Version_2_1_has_the_terms_of_2_0_under_its_own_name()
    {
        VersionTerms ported = VersionTerms.Of(LicenceReader.Read("CC BY-SA 2.1 JP")!)!;
        Assert.Equal(VersionTerms.Of(new Licence(LicenceFamily.BySa, "2.0", ""))! with { Version = "2.1" }, ported);
        Assert.Equal(
            LicenceClauses.Of(new Licence(LicenceFamily.BySa, "2.0", "")),
            LicenceClauses.Of(LicenceReader.Read("CC BY-SA 2.1 JP")!)
        );
    }

    [Fact]
    public void Share_alike_goes_on_as_the_legal_texts_say()
    {
        foreach (string v in Versions)
        {
            string text = Legal($"CC-BY-SA-{v}");
            var work = new Licence(LicenceFamily.BySa, v, "");
            Assert.True(ShareAlike.MayCarry(work, work));
            bool later =
                text.Contains(
                    "a later version of this License with the same License Elements",
                    StringComparison.Ordinal
                ) || text.Contains("License Elements, this version or later", StringComparison.Ordinal);
            if (v != "4.0")
                Assert.Equal(later, ShareAlike.MayCarry(work, new Licence(LicenceFamily.BySa, "4.0", "")));
            if (v is "2.0" or "2.5")
                Assert.Equal(
                    text.Contains("iCommons license that contains the same License Elements", StringComparison.Ordinal),
                    ShareAlike.MayCarry(work, new Licence(LicenceFamily.BySa, v, "jp"))
                );
            Assert.False(ShareAlike.MayCarry(work, new Licence(LicenceFamily.By, "4.0", "")));
            Assert.False(ShareAlike.MayCarry(work, new Licence(LicenceFamily.ByNcSa, "4.0", "")));
            if (v == "4.0")
                Assert.False(ShareAlike.MayCarry(work, new Licence(LicenceFamily.BySa, "3.0", "")));
        }
        // From memory: the compatible list.
        Assert.True(
            ShareAlike.MayCarry(
                new Licence(LicenceFamily.BySa, "4.0", ""),
                new Licence(LicenceFamily.FreeArt, "1.3", "")
            )
        );
        Assert.True(
            ShareAlike.MayCarry(
                new Licence(LicenceFamily.FreeArt, "1.3", ""),
                new Licence(LicenceFamily.BySa, "4.0", "")
            )
        );
        Assert.False(
            ShareAlike.MayCarry(
                new Licence(LicenceFamily.BySa, "3.0", ""),
                new Licence(LicenceFamily.FreeArt, "1.3", "")
            )
        );
    }

    /// <summary>The 8 x 8 chart of the Creative Commons FAQ ("Can I combine material under different Creative Commons
    /// licenses in my work?"), from memory.</summary>
    [Fact]
    public void The_combination_chart()
    {
        LicenceFamily[] order =
        [
            LicenceFamily.PublicDomainMark,
            LicenceFamily.Cc0,
            LicenceFamily.By,
            LicenceFamily.BySa,
            LicenceFamily.ByNc,
            LicenceFamily.ByNd,
            LicenceFamily.ByNcSa,
            LicenceFamily.ByNcNd,
        ];
        string[] chart =
        [
            "yyyyynyn",
            "yyyyynyn",
            "yyyyynyn",
            "yyyynnnn",
            "yyynynyn",
            "nnnnnnnn",
            "yyynynyn",
            "nnnnnnnn",
        ];
        for (int i = 0; i < 8; i++)
        for (int j = 0; j < 8; j++)
            Assert.True(
                Combining.Of([new(order[i], "4.0", ""), new(order[j], "4.0", "")]).May == (chart[i][j] == 'y'),
                $"{order[i]} with {order[j]}"
            );
    }

    private static readonly Gen<Changes> AnyChanges = Gen.Select(
            Gen.Double[.1, 1.2],
            Gen.Bool,
            Gen.Bool,
            Gen.Enum<Recolouring>(),
            Gen.Bool
        )
        .Select((c, m, t, tone, h) => new Changes(Math.Min(1, c), m, t, tone, h));
    private static readonly Gen<DeclaredUse> AnyUse = Gen.Select(
            Gen.Enum<Audience>(),
            Gen.Bool,
            Gen.Bool,
            Gen.Bool,
            Gen.Bool
        )
        .Select((a, c, r, h, o) => new DeclaredUse(a, c, r, h, o));

    [Fact]
    public void Adding_a_restriction_never_makes_a_standing_better() =>
        Gen.Select(AnyChanges, AnyUse, Gen.Int[0, 4])
            .Sample(
                (changes, use, v) =>
                {
                    Standing Of(LicenceFamily f) =>
                        Judge.Of(World.Rights(new Licence(f, Versions[v], "")), changes, use).Standing;
                    (LicenceFamily, LicenceFamily)[] stricter =
                    [
                        (LicenceFamily.Cc0, LicenceFamily.By),
                        (LicenceFamily.By, LicenceFamily.BySa),
                        (LicenceFamily.By, LicenceFamily.ByNc),
                        (LicenceFamily.By, LicenceFamily.ByNd),
                        (LicenceFamily.BySa, LicenceFamily.ByNcSa),
                        (LicenceFamily.ByNc, LicenceFamily.ByNcSa),
                        (LicenceFamily.ByNc, LicenceFamily.ByNcNd),
                        (LicenceFamily.ByNd, LicenceFamily.ByNcNd),
                        (LicenceFamily.ByNcNd, LicenceFamily.AllRightsReserved),
                    ];
                    foreach ((LicenceFamily less, LicenceFamily more) in stricter)
                        Assert.True(Of(less) <= Of(more), $"{less} against {more}");
                    // And no use is better for being wider.
                    foreach (LicenceFamily f in Enum.GetValues<LicenceFamily>())
                    {
                        RightsRecord r = World.Rights(new Licence(f, Versions[v], ""));
                        Assert.True(
                            Judge.Of(r, changes, use with { Commercial = false }).Standing
                                <= Judge.Of(r, changes, use with { Commercial = true }).Standing
                        );
                        Assert.True(
                            Judge.Of(r, changes, use with { HandedOn = false, Recorded = false }).Standing
                                <= Judge.Of(r, changes, use with { HandedOn = true }).Standing
                        );
                    }
                }
            );

    /// <summary>A photo's judgement stands on its own record, changes and use: what else is in the deck, and in
    /// which order the ledger meets it, is nothing to it. Every finding names its term, its trigger and a way
    /// out.</summary>
    [Fact]
    public void What_else_is_in_the_deck_changes_no_judgement() =>
        Gen.Select(AnyUse, Gen.Enum<LicenceFamily>().Array[2, 6], Gen.Int[0, 4])
            .Sample(
                (use, families, v) =>
                {
                    var world = new World();
                    string[] ids =
                    [
                        .. families.Select((f, i) => world.Add($"photo-{i}", licence: new(f, Versions[v], ""))),
                    ];
                    Dictionary<string, string> Told(IEnumerable<string> order)
                    {
                        Deck deck = world.Do(world.Deck(families.Length), new SetDeclaredUse(use)).Deck;
                        foreach (
                            (string id, Slide slide) in order.Zip(
                                deck.Slides.Where(s => s.PointId is not null).ToArray()
                            )
                        )
                            if (PlacementRule.WhyNot(world.Photos[id].Rights) is null)
                                deck = world.Do(deck, new PlaceGround(slide.Id, id)).Deck;
                        return Ledger
                            .Of(deck, world.Photo)
                            .ToDictionary(
                                l => l.Photo.Id,
                                l => JsonSerializer.Serialize(l.Judgement, DeckJson.Options)
                            );
                    }
                    Dictionary<string, string> one = Told(ids),
                        other = Told(ids.Reverse());
                    Assert.Equal(one.Keys.Order(), other.Keys.Order());
                    foreach ((string id, string told) in one)
                    {
                        Assert.Equal(told, other[id]);
                        Assert.Equal(told, Told([id])[id]);
                    }
                    Assert.All(
                        families,
                        f =>
                            Assert.All(
                                Judge.Of(World.Rights(new Licence(f, Versions[v], "")), new Changes(.5), use).Findings,
                                found =>
                                    Assert.True(
                                        found.Fixes.Count > 0
                                            && found.Sentence.Length > 0
                                            && found.Reason.Term.Length > 0
                                            && found.Reason.Trigger.Length > 0
                                    )
                            )
                    );
                },
                iter: 60
            );

    /// <summary>The rules of the licences on altered copies, each case with its section.</summary>
    [Theory]
    // In public, whether a file is handed on or not: public display is sharing (4.0 s.1).
    [InlineData("4.0", true, Audience.Public, true, Standing.Blocked, "s.1 and s.2(a)(1)(B)")]
    [InlineData("4.0", true, Audience.Public, false, Standing.Blocked, "s.1 and s.2(a)(1)(B)")]
    [InlineData("4.0", false, Audience.Public, true, Standing.ToSettle, "s.2(a)(1)(A) and (B)")]
    [InlineData("4.0", false, Audience.Public, false, Standing.ToSettle, "s.2(a)(1)(A) and (B)")]
    [InlineData("3.0", true, Audience.Public, false, Standing.Blocked, "s.3")]
    [InlineData("2.5", false, Audience.Public, true, Standing.ToSettle, "s.3")]
    // In a class it is to be decided, unless copies leave the room.
    [InlineData("4.0", true, Audience.Class, false, Standing.ToSettle, "s.2(a)(1)(A) and (B)")]
    [InlineData("4.0", true, Audience.Class, true, Standing.Blocked, "s.1 and s.2(a)(1)(B)")]
    [InlineData("4.0", false, Audience.Class, false, Standing.Clear, "")]
    [InlineData("2.0", true, Audience.Class, false, Standing.ToSettle, "s.3")]
    [InlineData("1.0", false, Audience.Class, false, Standing.ToSettle, "s.3")]
    public void No_derivatives_by_version_change_and_sharing(
        string version,
        bool toned,
        Audience audience,
        bool shared,
        Standing standing,
        string section
    )
    {
        DeclaredUse use = DeclaredUse.PublicTalk with { Audience = audience, HandedOn = shared };
        Changes changes = new(.8, Tone: toned ? Recolouring.Grey : Recolouring.None);
        Judgement j = Judge.Of(World.Rights(new Licence(LicenceFamily.ByNd, version, "")), changes, use);
        Assert.Equal(standing, j.Standing);
        if (section.Length > 0)
            Assert.EndsWith(section, j.Findings[0].Reason.Section, StringComparison.Ordinal);
        Assert.Equal(
            Standing.Clear,
            Judge.Of(World.Rights(new Licence(LicenceFamily.ByNd, version, "")), new Changes(1), use).Standing
        );
        // A person may decide on a crop, never on what the licence forbids outright.
        Assert.Equal(
            standing == Standing.Blocked ? Standing.Blocked : Standing.Clear,
            Judge.Of(World.Rights(new Licence(LicenceFamily.ByNd, version, "")), changes, use, decided: true).Standing
        );
    }

    [Fact]
    public void Odd_input_ends_as_a_clear_standing_and_never_as_a_guess()
    {
        RightsRecord by = World.Rights(new Licence(LicenceFamily.By, "4.0", ""));
        Standing Of(RightsRecord r) => Judge.Of(r, new Changes(.9), DeclaredUse.PublicTalk).Standing;
        Assert.Equal(
            Standing.ToSettle,
            Of(by with { Licence = null, LicenceAsFound = "Feel free, as they say on the sound" })
        );
        Assert.Equal(
            Standing.ToSettle,
            Of(
                by with
                {
                    Licence = null,
                    Conflicts = [new Conflict("licence", [new("page", "CC BY 4.0"), new("file", "CC BY-NC 4.0")])],
                }
            )
        );
        Assert.Equal(Standing.ToSettle, Of(by with { SourceNowSays = "all rights reserved" }));
        Assert.Equal(Standing.ToSettle, Of(new RightsRecord("", "", null, null, "", null, "")));
        Assert.Equal(Standing.Clear, Of(new RightsRecord("", "", null, null, "", null, "") { OwnWork = true }));
        Assert.Equal(Standing.ToSettle, Of(by with { Licence = new Licence(LicenceFamily.By, "", "") }));
        foreach (string maker in new[] { "写真家", "مصور الشاطئ", "Ђорђе", "O’Brae & Søn <i>Ltd</i>" })
        {
            RightsRecord r = by with { Maker = maker, Title = "‏ליל ירח" };
            Assert.Equal(Standing.Clear, Of(r));
            Assert.Contains(maker, Credit.Short(r, new Changes(1)).Text, StringComparison.Ordinal);
        }
        Credit longest = Credit.Full(by with { Title = new string('t', 2000) }, new Changes(.5));
        Assert.Contains("T. Oar", longest.Text, StringComparison.Ordinal);
        Assert.Contains("CC BY 4.0", longest.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_collections_own_terms_hold_where_it_names_no_licence()
    {
        var terms = new CollectionTerms(
            "terms of the parish archive",
            "https://parish.example/terms",
            AsksCredit: true,
            AllowsPaid: false,
            AllowsChanges: false
        );
        RightsRecord bare = World.Rights(null) with { LicenceAsFound = "free to use, see our terms" },
            licensed = World.Rights(new Licence(LicenceFamily.By, "4.0", "")),
            torn = World.Rights(null) with { LicenceAsFound = "CC BY 4.0 | CC BY-NC 4.0" };
        Assert.Same(licensed, CollectionTerms.Apply(terms, licensed));
        // Where sources contradict each other, terms decide nothing.
        Assert.Same(torn, CollectionTerms.Apply(terms, torn));
        RightsRecord r = CollectionTerms.Apply(terms, bare);
        Standing Of(Changes c, DeclaredUse u, RightsRecord? x = null) => Judge.Of(x ?? r, c, u).Standing;
        DeclaredUse free = DeclaredUse.PublicTalk,
            paid = free with { Commercial = true },
            room = free with { HandedOn = false },
            lesson = room with { Audience = Audience.Class };
        Assert.Equal(
            (Standing.Clear, Standing.Blocked, Standing.ToSettle, Standing.Blocked, Standing.Blocked, Standing.Clear),
            (
                Of(new(1), free),
                Of(new(1), paid),
                Of(new(.7), free),
                Of(new(1, Tone: Recolouring.Grey), free),
                Of(new(1, Tone: Recolouring.Grey), room),
                Of(new(1, Tone: Recolouring.Grey), lesson)
            )
        );
        Assert.Equal(Standing.ToSettle, Of(new(1), free, r with { Maker = "" }));
        Assert.Equal(
            Standing.Clear,
            Of(
                new(.7, Tone: Recolouring.Other),
                paid,
                r with
                {
                    Terms = terms with { AllowsPaid = true, AllowsChanges = true },
                }
            )
        );
        Credit credit = Credit.Short(r, new Changes(1));
        Assert.Equal("T. Oar, terms of the parish archive", credit.Text);
        Assert.Equal("https://parish.example/terms", credit.Spans[2].Href);
    }

    [Fact]
    public void Several_photos_of_a_slide_are_told_apart_and_equal_makers_are_named_once()
    {
        SlideRect slide = SlideShape.Wide.Bounds();
        RightsRecord oar = World.Rights(new Licence(LicenceFamily.By, "4.0", "")),
            ayre = World.Rights(new Licence(LicenceFamily.BySa, "3.0", ""), "N. Ayre");
        SlideRect left = new(0, 0, 640, 1080),
            middle = new(640, 0, 640, 1080),
            right = new(1280, 0, 640, 1080);
        Assert.Equal(
            "left and right: T. Oar, CC BY 4.0; middle: N. Ayre, CC BY-SA 3.0 (cropped)",
            SlideCredits
                .Compose(
                    [
                        new(oar, new Changes(1), left),
                        new(ayre, new Changes(.5), middle),
                        new(oar, new Changes(1), right),
                    ],
                    slide
                )
                .Text
        );
        Assert.Equal(
            "top left: T. Oar, CC BY 4.0; bottom right: N. Ayre, CC BY-SA 3.0",
            SlideCredits
                .Compose(
                    [
                        new(oar, new Changes(1), new(0, 0, 900, 500)),
                        new(ayre, new Changes(1), new(1000, 560, 900, 500)),
                    ],
                    slide
                )
                .Text
        );
        // Two in one place are told apart by number.
        Assert.StartsWith(
            "1: T. Oar",
            SlideCredits.Compose([new(oar, new Changes(1), left), new(ayre, new Changes(1), left)], slide).Text,
            StringComparison.Ordinal
        );
        Assert.Equal("T. Oar, CC BY 4.0", SlideCredits.Compose([new(oar, new Changes(1), slide)], slide).Text);
    }

    [Fact]
    public void Changes_are_read_off_the_placement_and_told_in_the_chosen_language()
    {
        var world = new World();
        world.Add("p", licence: new Licence(LicenceFamily.By, "4.0", ""));
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new PlaceGround(slide, "p")).Deck;
        FrameEdit treat = new(
            Mask: FrameMask.Ellipse,
            Straighten: 2.5,
            Tone: FrameTone.Grey,
            Covers: [new Cover(CropWindow.Create(.7, .7, .3, .3))]
        );
        deck = world.Do(deck, deck.Slides[1].Treat(treat)).Deck;
        CreditEntry entry = Ledger.Of(deck, world.Photo).Single();
        Assert.Equal("cropped to a shape, rotated, shown in black and white, part hidden", entry.Changes.Note);
        Assert.Contains(entry.Changes.Note, Credit.Full(entry.Parts).Text, StringComparison.Ordinal);
        deck = world.Do(deck, new SetCreditStyle(Language: "de")).Deck;
        Assert.EndsWith(
            "(in Form geschnitten, gedreht, in Schwarz-Weiß, teils verdeckt)",
            Ledger.Of(deck, world.Photo).Single().Short.Text,
            StringComparison.Ordinal
        );
        // What is hidden stays hidden until that is named.
        Deck hidden = world.Do(deck, new ShowWhole("p")).Deck;
        Assert.Equal(new Changes(1, Covered: true), hidden.Slides[1].Photo().Changes);
        deck = world.Do(deck, deck.Slides[1].Treat(new FrameEdit(Covers: []))).Deck;
        Deck whole = world.Do(deck, new ShowWhole("p")).Deck;
        Assert.True(whole.Slides[1].Photo().Changes.None);
        Assert.Equal(1.5, whole.Slides[1].Photo().At.Rect.Aspect, 6);
        Assert.Equal("", Ledger.Of(whole, world.Photo).Single().Changes.Note);
        Assert.Equal("no-such-language", world.Refuse(deck, new SetCreditStyle(Language: "xx")).Code);
        Assert.Equal("bad-turn", world.Refuse(deck, deck.Slides[1].Treat(new(Straighten: 40))).Code);
    }

    [Fact]
    public void Each_offered_fix_settles_its_finding()
    {
        var world = new World();
        world.Add("nd", licence: new Licence(LicenceFamily.ByNd, "4.0", ""));
        world.Add("by", licence: new Licence(LicenceFamily.By, "4.0", ""));
        world.Add("nd2", licence: new Licence(LicenceFamily.ByNd, "3.0", ""));
        Deck deck = world.Deck(1);
        Guid slide = deck.Slides[1].Id,
            point = deck.Points[0].Id;
        foreach (string id in new[] { "nd", "nd2", "by" })
            deck = world.Do(deck, new AddToShortlist(point, id)).Deck;
        deck = world.Do(deck, new PlaceGround(slide, "nd")).Deck;
        Finding found = Ledger.Of(deck, world.Photo).Single().Judgement.Findings.Single();
        Standing After(DeckCommand c) =>
            Ledger
                .Of(world.Do(deck, c).Deck, world.Photo)
                .Select(e => e.Judgement.Standing)
                .DefaultIfEmpty(Standing.Clear)
                .Max();
        Assert.Equal("nd-cropped", found.Code);
        foreach (Fix fix in found.Fixes.Where(f => f != Fix.RecordPermission))
            Assert.Equal(
                Standing.Clear,
                After(
                    fix switch
                    {
                        Fix.ShowWhole => new ShowWhole("nd"),
                        Fix.Swap => new SwapPhoto("nd"),
                        Fix.Remove => new RemovePhoto("nd"),
                        Fix.Decide => new DecideChange("nd", true),
                        Fix.KeepInRoom => new SetDeclaredUse(deck.Use with { HandedOn = false, Recorded = false }),
                        _ => throw new InvalidOperationException(fix.ToString()),
                    }
                )
            );
        // The swap passes over the next that would not be clear.
        Assert.Equal("by", world.Do(deck, new SwapPhoto("nd")).Deck.Slides[1].Photo().PhotoId);
        Assert.Equal(
            "nothing-to-swap",
            world
                .Refuse(
                    world
                        .Do(
                            world.Do(deck, new RemoveFromShortlist(point, "by")).Deck,
                            new RemoveFromShortlist(point, "nd2")
                        )
                        .Deck,
                    new SwapPhoto("nd")
                )
                .Code
        );
    }

    [Fact]
    public void The_audit_tries_other_uses_and_changes_nothing()
    {
        var world = new World();
        world.Add("nc", licence: new Licence(LicenceFamily.ByNc, "4.0", ""));
        world.Add("nd", licence: new Licence(LicenceFamily.ByNd, "4.0", ""));
        Deck deck = world.Deck(2) with { Use = DeclaredUse.PublicTalk with { HandedOn = false } };
        deck = world
            .Do(world.Do(deck, new PlaceGround(deck.Slides[1].Id, "nc")).Deck, new PlaceGround(deck.Slides[2].Id, "nd"))
            .Deck;
        // A layout shows it whole; a hand may want it over the whole slide.
        Assert.True(deck.Slides[2].Photo().Crop.IsWhole);
        deck = world.Do(deck, new MakeGround(deck.Slides[2].Id, deck.Slides[2].Photo().Id, true)).Deck;
        string Sentence(DeclaredUse? use) => Ledger.Sentence(Ledger.Of(deck, world.Photo, use));
        Assert.Equal("2 photos: 1 clear, 1 to settle", Sentence(null));
        Dictionary<string, string> told = Audit.Of(deck.Use).ToDictionary(w => w.Id, w => Sentence(w.Use));
        Assert.Equal(
            (
                "2 photos: 0 clear, 1 to settle, 1 blocked",
                "2 photos: 1 clear, 1 to settle",
                "2 photos: 1 clear, 1 to settle",
                "2 photos: all clear"
            ),
            (told["paid"], told["recorded"], told["handed-on"], told["class"])
        );
    }

    [Fact]
    public void Credits_at_the_end_alone_and_without_courtesy_leave_what_is_owed()
    {
        var world = new World();
        world.Add("by", licence: new Licence(LicenceFamily.By, "4.0", ""));
        world.Add("free", licence: new Licence(LicenceFamily.Cc0, "1.0", ""));
        Deck deck = world.Deck(2);
        deck = world
            .Do(
                world.Do(deck, new PlaceGround(deck.Slides[1].Id, "by")).Deck,
                new PlaceGround(deck.Slides[2].Id, "free")
            )
            .Deck;
        deck = world
            .Do(
                deck,
                new EditPoint(
                    deck.Points[0].Id,
                    Facts: [new Fact("A dune walks a hand a week.", "https://log.example/dunes")]
                )
            )
            .Deck;
        string[] Roles(Deck d, int slide) =>
            [.. Composing.SceneBuilder.Build(d, d.Slides[slide], world).SelectMany(s => s.Parts).Select(n => n.Role)];
        string End(Deck d) =>
            string.Join(
                ' ',
                Composing.SceneBuilder.Build(d, d.Slides[^1], world).SelectMany(s => s.Lines()).Select(l => l.Text)
            );
        Assert.Contains("credit", Roles(deck, 2));
        Deck plain = world.Do(deck, new SetCreditStyle(Courtesy: false)).Deck;
        Assert.Contains("credit", Roles(plain, 1));
        Assert.DoesNotContain("credit", Roles(plain, 2));
        Assert.DoesNotContain("CC0", End(plain), StringComparison.Ordinal);
        Deck end = world.Do(deck, new SetCreditStyle(CreditPlace.EndOnly)).Deck;
        Assert.DoesNotContain("credit", Roles(end, 1));
        Assert.Contains("CC BY 4.0", End(end), StringComparison.Ordinal);
        // The sources of facts follow, with their links live.
        Scenes.Scene sources = Composing.SceneBuilder.Build(deck, deck.Slides[^1], world)[^1];
        Assert.Equal("https://log.example/dunes", Assert.Single(sources.Links).Href);
        // Under the photo there is room once it is shown whole and narrower than the slide is high; a wide one gets a
        // corner.
        Deck under = world
            .Do(world.Do(deck, new SetCreditStyle(CreditPlace.UnderPhoto)).Deck, new ShowWhole("by"))
            .Deck;
        Assert.Contains("credit", Roles(under, 1));
    }

    [GeneratedRegex("(?:Uniform Resource Identifier|URI), if any, that Licensor specifies", RegexOptions.IgnoreCase)]
    private static partial Regex AddressWords();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
