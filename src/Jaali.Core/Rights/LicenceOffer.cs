namespace Jaali.Core.Rights;

/// <summary>
/// A licence that was found beside a photo and does not reach it by itself: that of the page, the feed or the text it
/// stands in, or one of several that its source offers for choosing. A person says whether it holds.
/// </summary>
/// <param name="Of">Whose it is: "the page", "the feed", "the text"; <see cref="Choice"/> for one to choose.</param>
/// <param name="Said">Word for word.</param>
/// <param name="Licence">As read.</param>
/// <param name="Maker">Who is named with it; empty where nobody is.</param>
public sealed record LicenceOffer(string Of, string Said, Licence Licence, string Maker = "")
{
    /// <summary>The source lets the user choose.</summary>
    public const string Choice = "choice";

    /// <summary>True where the source lets the user choose.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsChoice => Of == Choice;
}
