using System.Text.Json.Serialization;

namespace Jaali.Core.Rights;

/// <summary>Who sees the talk.</summary>
public enum Audience
{
    /// <summary>A class.</summary>
    Class,

    /// <summary>A public talk.</summary>
    Public,
}

/// <summary>What a talk is for; licences are judged by it.</summary>
/// <param name="Audience">Who sees it.</param>
/// <param name="Commercial">Paid entry, or an employer's marketing.</param>
/// <param name="Recorded">A recording is published.</param>
/// <param name="HandedOn">The file is handed on.</param>
/// <param name="OthersMayAdapt">Those who get the file may change it.</param>
public sealed record DeclaredUse(Audience Audience, bool Commercial, bool Recorded, bool HandedOn, bool OthersMayAdapt)
{
    /// <summary>A free public talk whose file is handed on.</summary>
    public static DeclaredUse PublicTalk { get; } = new(Audience.Public, false, false, true, false);

    /// <summary>True where copies leave the room: the file, or a recording.</summary>
    public bool IsShared => HandedOn || Recorded;

    /// <summary>True where the public gets it, if only to look at: Creative Commons 4.0 s.1 counts public display and
    /// public performance as sharing.</summary>
    [JsonIgnore]
    public bool IsPublic => Audience == Audience.Public || IsShared;
}
