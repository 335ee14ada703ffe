using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using Jaali.Core;
using Microsoft.AspNetCore.SignalR;

namespace Jaali.Server.Podium;

/// <summary>
/// One sitting in which other devices may steer a talk: it begins when the podium's link is asked for and ends with
/// being withdrawn, with an hour in which nobody used it, or with the server. Whoever has its secret may steer, and see
/// slides, notes and the pictures that they show; nothing else.
/// </summary>
/// <param name="deckId">The talk.</param>
/// <param name="now">When it begins.</param>
public sealed class PodiumSitting(Guid deckId, DateTimeOffset now)
{
    private const int SecretBytes = 16;

    private readonly ConcurrentDictionary<string, HubCallerContext> _connections = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, string> _names = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, string> _named = new(StringComparer.Ordinal);
    private long _used = now.UtcTicks;

    /// <summary>The talk.</summary>
    public Guid DeckId => deckId;

    /// <summary>128 random bits, as they stand in the link.</summary>
    public string Secret { get; } = Random();

    /// <summary>True once it has ended.</summary>
    public bool HasEnded { get; private set; }

    /// <summary>What its devices saw last; made anew when the talk or a record is another.</summary>
    internal SeenTalk? Seen { get; set; }

    /// <summary>Devices that listen now.</summary>
    public int Devices => _connections.Count;

    /// <summary>The time after which it ends, where nobody uses it.</summary>
    public DateTimeOffset Until => new DateTimeOffset(Volatile.Read(ref _used), TimeSpan.Zero) + IdleAfter;

    private static TimeSpan IdleAfter => TimeSpan.FromMinutes(Limits.Incoming.PodiumIdleMinutes);

    /// <summary>True for the secret of this sitting, in a time that tells nothing of it.</summary>
    public bool Is(string secret) =>
        !HasEnded
        && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(secret), Encoding.UTF8.GetBytes(Secret));

    /// <summary>Says that it is used.</summary>
    public void Used(DateTimeOffset at) => Volatile.Write(ref _used, at.UtcTicks);

    /// <summary>The name under which this sitting gives a picture away; it says nothing of it.</summary>
    public string NameOf(string picture) =>
        _names.GetOrAdd(
            picture,
            p =>
            {
                string name = Random();
                _named[name] = p;
                return name;
            }
        );

    /// <summary>The picture of a name that was given; null for any other.</summary>
    public string? PictureOf(string name) => _named.GetValueOrDefault(name);

    internal bool Join(HubCallerContext device)
    {
        if (HasEnded || _connections.Count >= Limits.Incoming.PodiumDevices)
            return false;
        _connections[device.ConnectionId] = device;
        return true;
    }

    internal void Leave(string connection) => _connections.TryRemove(connection, out _);

    internal void End()
    {
        HasEnded = true;
        foreach (HubCallerContext device in _connections.Values)
            device.Abort();
    }

    private static string Random() =>
        System.Buffers.Text.Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(SecretBytes));
}

/// <summary>One state of a talk as devices see it.</summary>
/// <param name="Work">The talk.</param>
/// <param name="Records">Of which state of the photos' records.</param>
internal sealed record SeenTalk(CopySource Work, long Records);
