using System.Security.Cryptography;
using System.Text;

namespace Jaali.Server.Photos;

/// <summary>
/// Names under which photos are handed out to other programs. Of a photo in which something is hidden the name says
/// neither which photo it is nor what is hidden, and every other name of that kind than those that were handed out is
/// the name of nothing: it is the photo's own name under this machine's key (AES-GCM, NIST SP 800-38D, its number used
/// once being an HMAC of what is named, so that a name stays what it is).
/// </summary>
public sealed class PhotoNames
{
    /// <summary>What such a name begins with.</summary>
    public const string Mark = "n-";

    private const int Nonce = 12,
        Tag = 16;

    private readonly byte[] _sealing,
        _numbering;

    /// <summary>Uses the key of a data folder; makes one where there is none.</summary>
    public PhotoNames(DataFolder folder)
    {
        byte[] secret = folder.Secret("names");
        _sealing = HKDF.Expand(HashAlgorithmName.SHA256, secret, 32, "seal"u8.ToArray());
        _numbering = HKDF.Expand(HashAlgorithmName.SHA256, secret, 32, "number"u8.ToArray());
    }

    /// <summary>The name to hand out for a name of one's own.</summary>
    public string Of(string name)
    {
        byte[] plain = Encoding.UTF8.GetBytes(name),
            made = new byte[Nonce + Tag + plain.Length];
        HMACSHA256.HashData(_numbering, plain).AsSpan(0, Nonce).CopyTo(made);
        using var aes = new AesGcm(_sealing, Tag);
        aes.Encrypt(made.AsSpan(0, Nonce), plain, made.AsSpan(Nonce + Tag), made.AsSpan(Nonce, Tag));
        return Mark + System.Buffers.Text.Base64Url.EncodeToString(made);
    }

    /// <summary>The name of one's own that was handed out so; null for what was not.</summary>
    public string? Read(string handed)
    {
        try
        {
            byte[] made = System.Buffers.Text.Base64Url.DecodeFromChars(handed.AsSpan(Mark.Length));
            if (made.Length < Nonce + Tag)
                return null;
            byte[] plain = new byte[made.Length - Nonce - Tag];
            using var aes = new AesGcm(_sealing, Tag);
            aes.Decrypt(made.AsSpan(0, Nonce), made.AsSpan(Nonce + Tag), made.AsSpan(Nonce, Tag), plain);
            string name = Encoding.UTF8.GetString(plain);
            // One way of writing each, so that nothing is kept twice.
            return Of(name) == handed ? name : null;
        }
        catch (Exception e) when (e is FormatException or CryptographicException)
        {
            return null;
        }
    }
}
