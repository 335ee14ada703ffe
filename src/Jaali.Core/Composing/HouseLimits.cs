namespace Jaali.Core.Composing;

/// <summary>What a house style cannot do in a talk.</summary>
public static class HouseLimits
{
    /// <summary>In one or two sentences; empty where it can do everything.</summary>
    /// <param name="deck">The talk in the style.</param>
    /// <param name="facts">Photos and typefaces.</param>
    public static string Says(Deck deck, ISceneFacts facts)
    {
        string[] missing =
        [
            .. deck
                .House.Families.Where(f => !facts.Fonts.Terms(f).IsHere)
                .Select(f => $"{f} is not here; {facts.Fonts.Find(f).Family} stands for it."),
        ];
        int plain = HouseTone.LeftAsTheyAre(deck, facts);
        string[] photos =
            plain == 0 ? []
            : plain == 1 ? ["One photo stays in its own colours: its licence lets nobody share it altered."]
            : [$"{plain} photos stay in their own colours: their licences let nobody share them altered."];
        return string.Join(' ', missing.Concat(photos));
    }
}
