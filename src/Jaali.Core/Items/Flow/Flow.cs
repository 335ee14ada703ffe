namespace Jaali.Core.Items;

/// <summary>How steps follow each other.</summary>
public enum FlowForm
{
    /// <summary>Side by side; many of them in several rows.</summary>
    Row,

    /// <summary>Round, the last leading to the first.</summary>
    Ring,

    /// <summary>From the first to each of the others.</summary>
    Fork,
}

/// <summary>A step of a flow.</summary>
/// <param name="Text">What it is called; behind a line feed, what it does.</param>
/// <param name="PhotoId">Its photo; null for none.</param>
public sealed record FlowStep(string Text, string? PhotoId = null);

/// <summary>Steps that follow each other, with arrows between them: laid out anew whenever one comes or goes.</summary>
/// <param name="Id">Identity.</param>
/// <param name="At">Where they lie.</param>
/// <param name="Form">How they follow each other.</param>
/// <param name="Steps">The steps, in order.</param>
/// <param name="Source">Where it is from, under it; empty for nothing.</param>
public sealed record Flow(Guid Id, Placement At, FlowForm Form, ImmutableList<FlowStep> Steps, string Source = "")
    : Item(Id, At)
{
    /// <inheritdoc/>
    [System.Text.Json.Serialization.JsonIgnore]
    public override LayoutPart LayoutPart => At.Held ? LayoutPart.Other : LayoutPart.Figure;
}

/// <summary>Changes a flow; what is null stays.</summary>
/// <param name="Form">How steps follow each other.</param>
/// <param name="Steps">The steps.</param>
/// <param name="Pasted">Steps as text, one a line, or with arrows between them; what stands behind a tab, a colon or a
/// dash is what the step does. Steps that stay keep their photos. In place of <paramref name="Steps"/>.</param>
/// <param name="Photo">Gives a step its photo.</param>
/// <param name="Source">Where it is from.</param>
public sealed record FlowEdit(
    FlowForm? Form = null,
    ImmutableList<FlowStep>? Steps = null,
    string? Pasted = null,
    StepPhoto? Photo = null,
    string? Source = null
) : ItemEdit
{
    /// <inheritdoc/>
    public override string UndoLabel => Steps is not null || Pasted is not null ? "the steps of a flow" : "a flow";
}

/// <summary>A photo for a step.</summary>
/// <param name="Step">Counted from 0.</param>
/// <param name="PhotoId">The photo; empty takes it off.</param>
public sealed record StepPhoto(int Step, string PhotoId);
