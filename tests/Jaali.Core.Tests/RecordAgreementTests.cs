using Jaali.Core.Rights;
using Jaali.Testing;

namespace Jaali.Core.Tests;

/// <summary>One photo, one truth: two records of the same bytes.</summary>
public sealed class RecordAgreementTests
{
    private static RightsRecord Record(string? licence, string maker, string said = "") =>
        World.Rights(licence is null ? null : LicenceReader.Read(licence), maker) with
        {
            LicenceAsFound = said.Length > 0 ? said : licence ?? "",
            Collection = maker.Length > 0 ? $"where {maker} is named" : "a feed",
        };

    [Theory]
    // A file without a licence, kept again from a manifest that has one; and the other way round.
    [InlineData(null, "", "CC BY 4.0", "T. Oar", "CC BY 4.0", "T. Oar", "")]
    [InlineData("CC BY 4.0", "T. Oar", null, "", "CC BY 4.0", "T. Oar", "")]
    // What one leaves open the other fills.
    [InlineData("CC BY", "T. Oar", "CC BY 2.0", "Tam Oar", "CC BY 2.0", "T. Oar", "")]
    [InlineData("CC BY 4.0", "", "CC BY 4.0", "V. Brae", "CC BY 4.0", "V. Brae", "")]
    // Different licences, different makers.
    [InlineData("CC0 1.0", "A. Quill", "CC BY-NC 4.0", "V. Brae", null, "A. Quill", "licence maker")]
    [InlineData("CC BY 4.0", "A. Quill", "CC BY 4.0", "V. Brae", "CC BY 4.0", "A. Quill", "maker")]
    [InlineData("CC BY 4.0", "T. Oar", "CC BY-SA 4.0", "T. Oar", null, "T. Oar", "licence")]
    // A licence of another maker is not that of the one who is named.
    [InlineData(null, "A. Quill", "CC BY 4.0", "V. Brae", null, "A. Quill", "licence maker")]
    public void Records_are_laid_side_by_side(
        string? licence,
        string maker,
        string? licence2,
        string maker2,
        string? label,
        string named,
        string conflicts
    )
    {
        RightsRecord both = RecordAgreement.Of(Record(licence, maker), Record(licence2, maker2));
        Assert.Equal(label, both.Licence?.Label);
        Assert.Equal(named, both.Maker);
        Assert.Equal(conflicts, string.Join(' ', (both.Conflicts ?? []).Select(c => c.Field).Order()));
        // Once more says nothing new.
        if (licence2 is not null || conflicts.Length == 0)
            Assert.Same(both, RecordAgreement.Of(both, Record(licence2, maker2)));
    }

    [Fact]
    public void A_limit_that_is_not_understood_is_never_dropped()
    {
        RightsRecord both = RecordAgreement.Of(
            Record("CC BY 4.0", "T. Oar"),
            Record(null, "T. Oar", "only for members")
        );
        Assert.Null(both.Licence);
        Assert.Contains("only for members", both.LicenceAsFound, StringComparison.Ordinal);
        Assert.Null(LicenceReader.Read(both.LicenceAsFound));
    }

    [Fact]
    public void A_permission_and_an_own_photo_stand()
    {
        RightsRecord own = Record(null, "Isla Wend") with { OwnWork = true };
        Assert.Same(own, RecordAgreement.Of(own, Record("CC BY-NC 4.0", "V. Brae")));
    }

    [Theory]
    [InlineData("Jane Doe", "Doe, Jane", true)]
    [InlineData("J. Doe", "Jane Doe", true)]
    [InlineData("jane doe", "Jane Doe / Harbour Archive", true)]
    [InlineData("Photo: José García", "Jose Garcia", true)]
    [InlineData("", "Jane Doe", true)]
    [InlineData("Blog Author", "Real Photographer", false)]
    [InlineData("J. Doe", "J. Roe", false)]
    [InlineData("Jane Doe", "John Doe", false)]
    public void Names_are_compared_as_names(string one, string other, bool same)
    {
        Assert.Equal(same, MakerNames.AreSame(one, other));
        Assert.Equal(same, MakerNames.AreSame(other, one));
    }

    [Fact]
    public void Different_makers_are_settled_before_one_is_credited()
    {
        RightsRecord r = World.Rights(new Licence(LicenceFamily.By, "4.0", "")) with
        {
            Conflicts = [new("maker", [new("the feed", "Blog Author"), new("the file", "Real Photographer")])],
        };
        Finding f = Assert.Single(Judge.Of(r, new Changes(1), DeclaredUse.PublicTalk).Findings);
        Assert.Equal(("maker-conflict", Standing.ToSettle), (f.Code, f.Standing));
        RightsRecord alike = r with { Conflicts = [new("maker", [new("XMP", "T. Oar"), new("EXIF", "Tam Oar")])] };
        Assert.Empty(Judge.Of(alike, new Changes(1), DeclaredUse.PublicTalk).Findings);
    }
}
