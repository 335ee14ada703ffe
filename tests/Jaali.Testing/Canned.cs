using System.Net;
using System.Net.Sockets;
using System.Text;

namespace Jaali.Testing;

/// <summary>A server that answers every connection with the same bytes, then closes.</summary>
public sealed class Canned : IDisposable
{
    private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
    private readonly Func<string, string> _answer;
    private readonly Func<string, string>? _whole;

    /// <summary>A server whose answers are made of a request's path, or of the whole request.</summary>
    public Canned(Func<string, string> answer, Func<string, string>? whole = null)
    {
        (_answer, _whole) = (answer, whole);
        _listener.Start();
        _ = ServeAsync();
    }

    /// <summary>Where it listens.</summary>
    public string Origin => $"http://127.0.0.1:{((IPEndPoint)_listener.LocalEndpoint).Port}";

    private async Task ServeAsync()
    {
        while (true)
        {
            using TcpClient client = await _listener.AcceptTcpClientAsync();
            using NetworkStream stream = client.GetStream();
            byte[] buffer = new byte[4096];
            int n = await stream.ReadAsync(buffer);
            string request = Encoding.UTF8.GetString(buffer, 0, n);
            await stream.WriteAsync(
                Encoding.UTF8.GetBytes(
                    _whole?.Invoke(request) ?? _answer(request.Split(' ').ElementAtOrDefault(1) ?? "")
                )
            );
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _listener.Dispose();

    /// <summary>An answer with this body.</summary>
    public static string Ok(string body, string type = "application/atom+xml", string more = "") =>
        $"HTTP/1.1 200 OK\r\nContent-Type: {type}\r\nContent-Length: "
        + $"{Encoding.UTF8.GetByteCount(body)}\r\n{more}Connection: close\r\n\r\n{body}";
}
