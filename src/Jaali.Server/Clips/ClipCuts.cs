using System.Globalization;
using Jaali.Core.Photos;
using Jaali.Core.Scenes;
using Jaali.Store;

namespace Jaali.Server.Clips;

/// <summary>A clip as it is given away.</summary>
/// <param name="File">Where its bytes lie.</param>
/// <param name="Type">Their media type.</param>
/// <param name="Bytes">How many.</param>
public sealed record CutClip(string File, string Type, long Bytes);

/// <summary>Clips for copies that play: the stretch of time that is shown, and its sound where that is heard. What lies
/// outside of both does not leave.</summary>
public sealed class ClipCuts(ClipProgram program, PhotoStore photos, DataFolder folder)
{
    // What is left out below so many seconds no viewer can tell.
    private const double Least = .05;

    /// <summary>Without the programs clips go along as they are.</summary>
    public bool Cuts => program.IsThere;

    /// <summary>The scenes with what plays cut, and the files by the name by which the scenes ask for them.</summary>
    /// <exception cref="JobFailedException">A clip cannot be made so; the message says why.</exception>
    public async Task<(IReadOnlyList<Scene> Scenes, IReadOnlyDictionary<string, CutClip> Files)> OfAsync(
        IReadOnlyList<Scene> scenes,
        CancellationToken cancel
    )
    {
        Dictionary<string, CutClip> files = new(StringComparer.Ordinal);
        Dictionary<string, (string Name, double From)> cut = new(StringComparer.Ordinal);
        foreach (
            IGrouping<string, Playing> uses in scenes
                .SelectMany(s => s.Photos())
                .Select(p => p.Plays)
                .OfType<Playing>()
                .GroupBy(p => p.Source, StringComparer.Ordinal)
        )
        {
            if (photos.ClipNamed(uses.Key) is not { } clip || photos.FileOf(uses.Key) is not { } file)
                throw new JobFailedException(
                    "A clip's file is missing from the store. Take it again before handing the talk on."
                );
            double from = uses.Min(p => p.From),
                to = uses.Max(p => p.To);
            bool muted = clip.HasSound && uses.All(p => p.Muted),
                trimmed = from > Least || to < clip.Seconds - Least;
            if (!Cuts || !muted && !trimmed)
            {
                cut[uses.Key] = (uses.Key, 0);
                files[uses.Key] = new(file, clip.Type, clip.Bytes);
                continue;
            }
            string name = string.Create(
                CultureInfo.InvariantCulture,
                $"{uses.Key}-{from:0.00}-{to:0.00}{(muted ? "-silent" : "")}"
            );
            try
            {
                files[name] = await MadeAsync(file, clip, name, from, trimmed ? to - from : null, muted, cancel);
            }
            catch (ClipFaultException e)
            {
                throw new JobFailedException(e.Message, e);
            }
            cut[uses.Key] = (name, from);
        }
        return (
            cut.All(c => c.Key == c.Value.Name)
                ? scenes
                :
                [
                    .. scenes.Select(s =>
                        s.WithPlaying(p =>
                        {
                            (string name, double from) = cut[p.Source];
                            return p with
                            {
                                Source = name,
                                Type = files[name].Type,
                                From = p.From - from,
                                To = p.To - from,
                                Captions =
                                [
                                    .. p
                                        .Captions.Where(c => c.To > from)
                                        .Select(c => c with { From = Math.Max(0, c.From - from), To = c.To - from }),
                                ],
                            };
                        })
                    ),
                ],
            files
        );
    }

    private async Task<CutClip> MadeAsync(
        string file,
        ClipFacts clip,
        string name,
        double from,
        double? length,
        bool muted,
        CancellationToken cancel
    )
    {
        // Where nothing but the sound goes, the picture is not coded anew.
        string type = length is null ? clip.Type
            : clip.HasPicture ? "video/webm"
            : "audio/webm",
            ending = (clip with { Type = type }).Ending,
            kept = folder.Derived(clip.Sha256, $"{name[65..]}.{ending}");
        if (File.Exists(kept))
            return new(kept, type, new FileInfo(kept).Length);
        string at = program.NewFolder();
        try
        {
            string made = "made." + ending;
            File.Copy(file, Path.Combine(at, "given"));
            string Number(double n) => n.ToString("0.000", CultureInfo.InvariantCulture);
            await program.MakeAsync(
                at,
                "given",
                length is null ? [] : ["-ss", Number(from), "-t", Number(length.Value)],
                [
                    .. ClipCoding.Plain,
                    .. length is null ? ["-c", "copy"] : ClipCoding.Coded,
                    .. muted ? (string[])["-an"] : [],
                    made,
                ],
                cancel
            );
            Directory.CreateDirectory(Path.GetDirectoryName(kept)!);
            File.Move(Path.Combine(at, made), kept, overwrite: true);
            return new(kept, type, new FileInfo(kept).Length);
        }
        finally
        {
            Directory.Delete(at, recursive: true);
        }
    }
}
