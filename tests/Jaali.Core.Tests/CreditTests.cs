using CsCheck;
using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

public sealed class CreditTests
{
    private static readonly Gen<Licence> Licences = Gen.Select(
        Gen.Enum<LicenceFamily>(),
        Gen.Int[0, 9]
            .Select(i =>
                new[] { "1.0", "2.0", "2.5", "3.0", "4.0" }[i % new[] { "1.0", "2.0", "2.5", "3.0", "4.0" }.Length]
            ),
        Gen.Int[0, 9].Select(i => new[] { "", "de", "igo" }[i % new[] { "", "de", "igo" }.Length]),
        (f, v, p) => new Licence(f, v, p)
    );

    /// <summary>
    /// Creative Commons, "Recommended practices for attribution", ideal attribution: “Creative Commons 10th Birthday
    /// Celebration San Francisco” by Timothy Vollmer
    /// is licensed under CC BY 4.0, with title, author and licence linked (wording of the example from memory). Ours
    /// must hold the same four parts and lead to the same places.
    /// </summary>
    [Fact]
    public void Holds_every_part_of_the_published_example()
    {
        var record = new RightsRecord(
            "Creative Commons 10th Birthday Celebration San Francisco",
            "Timothy Vollmer",
            "https://author.example/",
            "https://photos.example/8253353142",
            "",
            new Licence(LicenceFamily.By, "4.0", ""),
            ""
        );
        Credit credit = Credit.Full(record, new Changes(1));
        Assert.Equal(
            "“Creative Commons 10th Birthday Celebration San Francisco” by Timothy Vollmer, CC BY 4.0",
            credit.Text
        );
        Assert.Equal(
            [
                "https://photos.example/8253353142",
                "https://author.example/",
                "https://creativecommons.org/licenses/by/4.0/",
            ],
            credit.Spans.Select(s => s.Href).OfType<string>()
        );
        Assert.EndsWith(", cropped", Credit.Full(record, new Changes(.8)).Text, StringComparison.Ordinal);
        Assert.Equal("Timothy Vollmer, CC BY 4.0 (cropped)", Credit.Short(record, new Changes(.8)).Text);
    }

    [Fact]
    public void Never_loses_maker_or_licence() =>
        Gen.Select(Licences, Gen.String[Gen.Char.AlphaNumeric, 1, 60], Gen.String, Gen.Double[.05, 1])
            .Sample(
                (l, maker, title, crop) =>
                {
                    RightsRecord r = World.Rights(l, maker, title);
                    foreach (
                        Credit c in new[] { Credit.Short(r, new Changes(crop)), Credit.Full(r, new Changes(crop)) }
                    )
                    {
                        Assert.Contains(maker, c.Text, StringComparison.Ordinal);
                        Assert.Contains(l.Label, c.Text, StringComparison.Ordinal);
                        Assert.Equal(l.Url is not null, c.Spans.Any(s => s.Href == l.Url && s.Href is not null));
                        Assert.Equal(crop < 1, c.Text.Contains("cropped", StringComparison.Ordinal));
                        Assert.DoesNotContain('\n', c.Text);
                    }
                }
            );

    [Fact]
    public void A_title_cannot_turn_the_credit_around() =>
        Assert.DoesNotContain(
            '\u202E',
            Credit
                .Full(
                    World.Rights(new Licence(LicenceFamily.By, "4.0", ""), "T. Oar", "gnp\u202Eexe.\njpg"),
                    new Changes(1)
                )
                .Text
        );

    [Fact]
    public void Closed_and_sponsored_photos_need_a_recorded_permission()
    {
        RightsRecord closed = World.Rights(new Licence(LicenceFamily.AllRightsReserved, "", "")),
            sold = World.Rights(new Licence(LicenceFamily.By, "4.0", "")) with { Sponsored = true };
        Assert.Equal("closed-licence", PlacementRule.WhyNot(closed)?.Code);
        Assert.Equal("sponsored", PlacementRule.WhyNot(sold)?.Code);
        var given = new Permission("T. Oar", new DateOnly(2026, 3, 1), "for the evening talk");
        Assert.Null(PlacementRule.WhyNot(closed with { Permission = given }));
        Assert.Contains(
            "by permission of T. Oar",
            Credit.Short(closed with { Permission = given }, new Changes(1)).Text,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Missing_maker_or_licence_is_to_settle_never_clear()
    {
        Assert.Equal(
            Standing.ToSettle,
            Clearance.Of(World.Rights(null), new Changes(1), DeclaredUse.PublicTalk).Standing
        );
        Assert.Equal(
            Standing.ToSettle,
            Clearance
                .Of(
                    World.Rights(new Licence(LicenceFamily.By, "4.0", ""), maker: " "),
                    new Changes(1),
                    DeclaredUse.PublicTalk
                )
                .Standing
        );
    }
}
