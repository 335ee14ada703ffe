namespace Jaali.Formats;

/// <summary>A photo as it is handed out to other programs.</summary>
/// <param name="Name">By which it is asked for; where something is hidden, it does not say which photo it is.</param>
/// <param name="Service">The address of its image service, without a slash at its end.</param>
/// <param name="Hides">Something in it is hidden.</param>
public readonly record struct HandedPhoto(string Name, string Service, bool Hides)
{
    /// <summary>The whole picture.</summary>
    public string Address => Service + "/full/max/0/default.jpg";
}
