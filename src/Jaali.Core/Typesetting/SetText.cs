namespace Jaali.Core.Typesetting;

/// <summary>A stretch of a line in one face, written one way.</summary>
/// <param name="Face">The face that has its letters.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="X">From the left of the words to its left edge, in units.</param>
/// <param name="Y">From the top of the words down to its baseline.</param>
/// <param name="Width">In units.</param>
/// <param name="Text">As it is drawn: capitals where they are wanted.</param>
/// <param name="IsRightToLeft">Written from right to left.</param>
/// <param name="Ink">The colour of its own; null for that of the words.</param>
/// <param name="Spans">What of it leads somewhere, or has a line under or through it.</param>
public sealed record SetPiece(
    Face Face,
    double Size,
    double X,
    double Y,
    double Width,
    string Text,
    bool IsRightToLeft,
    string? Ink,
    IReadOnlyList<SetSpan> Spans
);

/// <summary>A part of a piece that leads somewhere, or has a line under or through it.</summary>
/// <param name="Run">The run it is of.</param>
/// <param name="X">From the left edge of the piece to its own.</param>
/// <param name="Width">In units.</param>
/// <param name="Text">Its words.</param>
public sealed record SetSpan(TextRun Run, double X, double Width, string Text);

/// <summary>A line.</summary>
/// <param name="Paragraph">The paragraph it is of, counted from 0.</param>
/// <param name="Start">Where it begins in the paragraph's words, as a UTF-16 place.</param>
/// <param name="End">Where it ends; spaces after that are not drawn.</param>
/// <param name="X">From the left of the words to its left edge, in units.</param>
/// <param name="Y">From the top of the words down to its baseline.</param>
/// <param name="Width">In units.</param>
/// <param name="Pieces">From left to right.</param>
/// <param name="Label">What stands before it: the mark of its list; null for nothing.</param>
public sealed record SetLine(
    int Paragraph,
    int Start,
    int End,
    double X,
    double Y,
    double Width,
    IReadOnlyList<SetPiece> Pieces,
    SetPiece? Label = null
);

/// <summary>Words broken into lines at a size.</summary>
/// <param name="How">How they are set.</param>
/// <param name="Size">Units to the em.</param>
/// <param name="Lines">In the order of reading.</param>
/// <param name="Width">From the left edge to the right, in units.</param>
/// <param name="Height">From the top of the first line to the foot of the last.</param>
/// <param name="Fits">False where they are larger than their room even at the smallest size; nothing of them is
/// cut.</param>
/// <param name="Missing">Letters that no face at hand has.</param>
/// <param name="Others">Families that lent letters, in the order of their first.</param>
public sealed record SetText(
    TypeSetting How,
    double Size,
    IReadOnlyList<SetLine> Lines,
    double Width,
    double Height,
    bool Fits,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Others
)
{
    /// <summary>Every piece, marks of lists included.</summary>
    public IEnumerable<SetPiece> Pieces => Lines.SelectMany(l => l.Label is { } m ? l.Pieces.Prepend(m) : l.Pieces);

    /// <summary>True where every line is read from right to left.</summary>
    public bool IsRightToLeft { get; init; }

    /// <summary>Some of its lines, as if they were all.</summary>
    /// <param name="from">The first, counted from 0.</param>
    /// <param name="most">At most so many.</param>
    public SetText Part(int from, int most)
    {
        double up = Lines[from].Y - Lines[0].Y;
        SetLine[] part =
        [
            .. Lines
                .Skip(from)
                .Take(most)
                .Select(l =>
                    l with
                    {
                        Y = l.Y - up,
                        Pieces = [.. l.Pieces.Select(p => p with { Y = p.Y - up })],
                        Label = l.Label is { } m ? m with { Y = m.Y - up } : null,
                    }
                ),
        ];
        return this with { Lines = part, Height = Height - (Lines[^1].Y - up - part[^1].Y) };
    }

    /// <summary>The same words with every line at the right.</summary>
    public SetText FlushRight() =>
        this with
        {
            Lines =
            [
                .. Lines.Select(l =>
                {
                    double by = Width - l.X - l.Width;
                    return l with
                    {
                        X = l.X + by,
                        Pieces = [.. l.Pieces.Select(p => p with { X = p.X + by })],
                        Label = l.Label is { } m ? m with { X = m.X + by } : null,
                    };
                }),
            ],
        };
}
