using System.Globalization;
using System.Text;
using Jaali.Core;
using Jaali.Core.Typesetting;
using Jaali.Formats.Reading;
using Jaali.Imaging;
using Jaali.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Jaali.Server.Fonts;

/// <summary>A family of type for the client.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Face">The face that shows it.</param>
/// <param name="Lends">It is not offered: it lends letters to others.</param>
/// <param name="Bold">It has a heavier style.</param>
/// <param name="Italic">It has a slanted style.</param>
/// <param name="Copyright">As its file says.</param>
/// <param name="Licence">Its licence in words, as its file says.</param>
/// <param name="LicenceUrl">Where the licence is read.</param>
/// <param name="Embedding">Whether a file may carry it.</param>
/// <param name="Own">It was added, and does not ship.</param>
public sealed record FontFamilyView(
    string Name,
    string Face,
    bool Lends,
    bool Bold,
    bool Italic,
    string Copyright,
    string Licence,
    string LicenceUrl,
    Embedding Embedding,
    bool Own
);

/// <summary>Typefaces.</summary>
public static class FontEndpoints
{
    /// <summary>Maps the endpoints under <c>/api/fonts</c>; each answers a refusal as problem details.</summary>
    public static void MapFonts(this WebApplication app)
    {
        app.MapGet("/api/fonts", (FontLibrary fonts) => Families(fonts)).WithName("ListFonts");
        app.MapPost("/api/fonts", AddAsync).WithName("AddFonts").DisableAntiforgery();
        app.MapDelete("/api/fonts/{family}", RemoveAsync).WithName("RemoveFonts");
        app.MapGet("/fonts/faces.css", (FontLibrary fonts, HttpContext http) => Css(fonts, http))
            .ExcludeFromDescription();
        app.MapGet(
                "/fonts/{face}",
                (string face, FontLibrary fonts, PackedFonts packed, HttpContext http) =>
                {
                    if (fonts.Bytes(face) is not { } bytes)
                        return Results.NotFound();
                    http.Response.Headers.CacheControl = "public, max-age=86400";
                    http.Response.Headers.Vary = "Accept-Encoding";
                    if (PackedFiles.Accepts(http.Request))
                    {
                        http.Response.Headers.ContentEncoding = "br";
                        return Results.Bytes(packed.Of(face, fonts.Revision, bytes), "font/ttf");
                    }
                    return Results.Bytes(bytes, "font/ttf");
                }
            )
            .ExcludeFromDescription();
    }

    private static async Task<Results<Ok<IReadOnlyList<FontFamilyView>>, ProblemHttpResult>> AddAsync(
        IFormFile file,
        FontLibrary fonts,
        FontIntake intake,
        FontReader reader,
        CancellationToken cancel
    )
    {
        if (file.Length > Limits.Fonts.FileBytes)
            return Problems.Of(
                new Refusal("too-large", "The file is larger than 40 MB. Add the fonts of a family one by one.")
            );
        IReadOnlyList<FontFile> found;
        try
        {
            found = await reader.ReadAsync(file, cancel);
        }
        catch (FileFaultException e)
        {
            string why = char.ToLowerInvariant(e.Message[0]) + e.Message[1..];
            return Problems.Of(
                new Refusal(
                    "bad-font",
                    $"This file cannot be used: {why} Choose a TTF, OTF or WOFF2 file, or a ZIP of them."
                )
            );
        }
        if (
            found.FirstOrDefault(f => fonts.Shipped.Contains(f.Facts.Family) || FontLibrary.IsLender(f.Facts.Family)) is
            { } shipped
        )
            return Problems.Of(
                new Refusal(
                    "font-ships",
                    $"The typeface {shipped.Facts.Family} ships with Jaali. It can be chosen already."
                )
            );
        await intake.AddAsync(found, cancel);
        return TypedResults.Ok(Families(fonts));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveAsync(
        string family,
        FontLibrary fonts,
        StyleStore styles,
        CancellationToken cancel
    )
    {
        if (!await styles.RemoveFontsAsync(family, cancel))
            return Problems.NotFound("added typeface");
        fonts.Remove(family);
        return TypedResults.NoContent();
    }

    /// <summary>Puts the faces that were added on the shelf; one whose file is lost stays out.</summary>
    internal static async Task LoadAsync(IServiceProvider services)
    {
        FontLibrary shelf = services.GetRequiredService<FontLibrary>();
        BlobFolder blobs = services.GetRequiredService<BlobFolder>();
        foreach (FontRow row in await services.GetRequiredService<StyleStore>().FontsAsync())
            if (blobs.Get(row.Blob) is { } bytes)
                shelf.Add([(new Face(row.FaceId, row.Family, row.Bold, row.Italic), bytes)]);
    }

    private static IReadOnlyList<FontFamilyView> Families(FontLibrary fonts) =>
        [
            .. fonts
                .Faces.GroupBy(f => f.Family)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g =>
                {
                    FontFacts facts = fonts.Facts(g.First().Id)!;
                    return new FontFamilyView(
                        g.Key,
                        g.First().Id,
                        FontLibrary.IsLender(g.Key),
                        g.Any(f => f.Bold),
                        g.Any(f => f.Italic),
                        facts.Copyright,
                        facts.Licence,
                        facts.LicenceUrl,
                        g.Max(f => fonts.Facts(f.Id)!.Embedding),
                        !FontLibrary.IsLender(g.Key) && !fonts.Shipped.Contains(g.Key)
                    );
                }),
        ];

    // Each face is a family of its own to the browser, so that it never makes up a style.
    private static IResult Css(FontLibrary fonts, HttpContext http)
    {
        var css = new StringBuilder();
        foreach (Face face in fonts.Faces.OrderBy(f => f.Id, StringComparer.Ordinal))
            css.Append(
                CultureInfo.InvariantCulture,
                $"@font-face{{font-family:{CssText(face.Id)};"
                    + $"src:url('/fonts/{Uri.EscapeDataString(face.Id)}?v={fonts.Revision}');font-display:block}}\n"
            );
        http.Response.Headers.CacheControl = "no-cache";
        return Results.Text(css.ToString(), "text/css", Encoding.UTF8);
    }

    /// <summary>A text in a sheet of styles, whatever is in it: every character that is not plainly a letter, a figure
    /// or a space by its number (CSS Syntax Module Level 3, 4.3.7).</summary>
    public static string CssText(string text)
    {
        var css = new StringBuilder("'");
        foreach (Rune r in text.EnumerateRunes())
            css.Append(Rune.IsLetterOrDigit(r) || r.Value is ' ' or '-' or '_' ? r.ToString() : $"\\{r.Value:x6} ");
        return css.Append('\'').ToString();
    }
}
