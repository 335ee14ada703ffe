using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>What a person corrects in a record: what becomes evidence, what clears a conflict, what is
/// refused.</summary>
public sealed class RecordCorrectionTests
{
    private static readonly Licence By = new(LicenceFamily.By, "4.0", "");

    private static readonly RightsRecord Disputed = World.Rights(null, maker: "") with
    {
        Conflicts = [new("licence", [new("the page", "CC BY 4.0"), new("the file", "CC BY-NC 4.0")])],
        SourceNowSays = "CC BY-NC 4.0",
        Offers = [new("the page", "CC BY 4.0", By, "T. Oar"), new(LicenceOffer.Choice, "CC BY 4.0 or GFDL", By)],
    };

    [Fact]
    public void What_is_not_said_stays_and_what_is_said_is_evidence_word_for_word()
    {
        CorrectedRecord made = new RecordCorrection(Title: " Low water ", OwnWork: false).Of(Disputed);
        Assert.Equal("Low water", made.Record!.Title);
        Assert.Equal("title:  Low water \nown work: no", made.Evidence);
        Assert.Equal(Disputed with { Title = "Low water" }, made.Record);
    }

    [Theory]
    [InlineData("https://creativecommons.org/licenses/by/4.0/")]
    [InlineData("CC BY 4.0")]
    [InlineData("CC-BY-4.0")]
    public void A_licence_settles_what_sources_disagreed_about(string given)
    {
        RightsRecord made = new RecordCorrection(Licence: given).Of(Disputed).Record!;
        Assert.Equal((By, given), (made.Licence, made.LicenceAsFound));
        Assert.Null(made.Conflicts);
        Assert.Equal("", made.SourceNowSays);
    }

    [Fact]
    public void A_title_settles_nothing_and_a_decision_settles_all()
    {
        Assert.Equal(Disputed.Conflicts, new RecordCorrection(Maker: "T. Oar").Of(Disputed).Record!.Conflicts);
        CorrectedRecord decided = new RecordCorrection(Settle: true).Of(Disputed);
        Assert.Null(decided.Record!.Conflicts);
        Assert.Equal((null, ""), (decided.Record.Licence, decided.Record.SourceNowSays));
        Assert.Equal("decided: the record stands as it is", decided.Evidence);
    }

    [Fact]
    public void An_offer_brings_its_maker_where_none_is_known_and_says_whether_it_was_chosen_or_confirmed()
    {
        CorrectedRecord confirmed = new RecordCorrection(Offer: 0).Of(Disputed),
            chosen = new RecordCorrection(Offer: 1).Of(Disputed with { Maker = "V. Brae" });
        Assert.Equal(
            (By, "T. Oar", "CC BY 4.0"),
            (confirmed.Record!.Licence, confirmed.Record.Maker, confirmed.Record.LicenceAsFound)
        );
        Assert.Equal("confirmed: the licence of the page, CC BY 4.0, holds for the photo", confirmed.Evidence);
        Assert.Equal("V. Brae", chosen.Record!.Maker);
        Assert.Equal("chosen: CC BY 4.0, of “CC BY 4.0 or GFDL”", chosen.Evidence);
    }

    /// <summary>What a person confirms of a reading that stumbled is the licence, and the words are kept.</summary>
    [Fact]
    public void A_reading_that_stumbled_is_confirmed_and_kept_as_evidence()
    {
        RightsRecord stumbled = World.Rights(null) with { LicenceAsFound = "CC BY 3.0, ausgenommen" };
        CorrectedRecord made = new RecordCorrection(ConfirmReading: true).Of(stumbled);
        Assert.Equal("CC BY 3.0", made.Record!.Licence!.Label);
        Assert.Equal("CC BY 3.0, ausgenommen", made.Record.LicenceAsFound);
        Assert.Equal("confirmed: “CC BY 3.0, ausgenommen” is CC BY 3.0", made.Evidence);
        Assert.Equal(
            ["CC BY 3.0, +", "ausgenommen-"],
            LicenceReader
                .Parts(stumbled.LicenceAsFound, LicenceReader.Say(stumbled.LicenceAsFound))
                .Select(p => p.Text + (p.Understood ? "+" : "-"))
        );
        foreach (string said in (string[])["the usual one", "", "CC BY 4.0 or GFDL 1.3"])
            Assert.Equal(
                "no-reading",
                new RecordCorrection(ConfirmReading: true).Of(stumbled with { LicenceAsFound = said }).Refusal!.Code
            );
    }

    [Fact]
    public void An_emptied_licence_or_source_is_none_and_clears_no_conflict()
    {
        RightsRecord known = Disputed with { Licence = By },
            made = new RecordCorrection(Licence: " ", SourceUrl: "").Of(known).Record!;
        Assert.Null(made.Licence);
        Assert.Null(made.SourceUrl);
        Assert.Equal(Disputed.Conflicts, made.Conflicts);
    }

    [Fact]
    public void What_is_no_licence_no_offer_no_address_or_too_long_is_refused_and_so_is_nothing()
    {
        (string Code, RecordCorrection Asked)[] wrong =
        [
            ("unknown-licence", new(Licence: "the usual one")),
            ("no-such-offer", new(Offer: 2)),
            ("no-such-offer", new(Offer: -1)),
            ("bad-address", new(SourceUrl: "javascript:alert(1)")),
            ("bad-address", new(SourceUrl: "two words")),
            ("too-long", new(Title: new string('t', Limits.Incoming.RecordCharacters + 1))),
            ("nothing-said", new()),
        ];
        Assert.All(
            wrong,
            w =>
            {
                CorrectedRecord refused = w.Asked.Of(Disputed);
                Assert.Equal(w.Code, refused.Refusal!.Code);
                Assert.Null(refused.Record);
            }
        );
        Assert.Equal("no-such-offer", new RecordCorrection(Offer: 0).Of(World.Rights(By)).Refusal!.Code);
    }
}
