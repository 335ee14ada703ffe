namespace Jaali.Core.Decks;

/// <summary>What an arrangement of a slide's photos is built like.</summary>
public enum ArrangementForm
{
    /// <summary>A mosaic: every photo whole.</summary>
    Whole,

    /// <summary>Rows of photos, every one whole.</summary>
    Rows,

    /// <summary>Columns of photos, every one whole.</summary>
    Columns,

    /// <summary>Cells of one size.</summary>
    Grid,

    /// <summary>The first photo large, the others beside it.</summary>
    OneLeads,

    /// <summary>The first photo large, the others under it.</summary>
    OneLeadsAbove,

    /// <summary>Upright strips from edge to edge of the room.</summary>
    Strips,

    /// <summary>The whole slide, cut into as many parts.</summary>
    Full,

    /// <summary>The last photo large, the others before it.</summary>
    LastLeads,

    /// <summary>Spans of the slide's grid, cut as little as can be.</summary>
    Spans,

    /// <summary>One photo at the left, from edge to edge.</summary>
    LeftHalf,

    /// <summary>One photo at the right, from edge to edge.</summary>
    RightHalf,

    /// <summary>One photo over the upper two thirds.</summary>
    Upper,

    /// <summary>One photo as a square in the middle.</summary>
    Square,
}
