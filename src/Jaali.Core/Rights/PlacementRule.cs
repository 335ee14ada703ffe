namespace Jaali.Core.Rights;

/// <summary>Which photos may be put on a slide at all.</summary>
public static class PlacementRule
{
    /// <summary>Why a photo may not be placed, or null where it may. An unclear one may be tried; it is
    /// flagged.</summary>
    public static Refusal? WhyNot(RightsRecord rights)
    {
        if (rights.Permission is not null || rights.OwnWork)
            return null;
        if (rights.Sponsored)
            return new Refusal(
                "sponsored",
                "This photo is offered for sale. Record the permission you bought, or choose another."
            );
        if (rights.Licence is { Grant: Grant.Closed })
            return new Refusal(
                "closed-licence",
                "All rights in this photo are reserved. Record the maker's permission, or choose another."
            );
        return null;
    }
}
