using Microsoft.AspNetCore.SignalR;

namespace Jaali.Server.Tests;

/// <summary>A hub that nobody listens to.</summary>
internal sealed class DeafHub : IHubContext<LiveHub>, IHubClients, IClientProxy, IGroupManager
{
    public IHubClients Clients => this;
    public IGroupManager Groups => this;
    public IClientProxy All => this;

    public IClientProxy AllExcept(IReadOnlyList<string> excludedConnectionIds) => this;

    public IClientProxy Client(string connectionId) => this;

    IClientProxy IHubClients<IClientProxy>.Clients(IReadOnlyList<string> connectionIds) => this;

    public IClientProxy Group(string groupName) => this;

    IClientProxy IHubClients<IClientProxy>.Groups(IReadOnlyList<string> groupNames) => this;

    public IClientProxy GroupExcept(string groupName, IReadOnlyList<string> excludedConnectionIds) => this;

    public IClientProxy User(string userId) => this;

    public IClientProxy Users(IReadOnlyList<string> userIds) => this;

    public Task SendCoreAsync(string method, object?[] args, CancellationToken cancellationToken = default) =>
        Task.CompletedTask;

    public Task AddToGroupAsync(string connectionId, string groupName, CancellationToken cancellationToken = default) =>
        Task.CompletedTask;

    public Task RemoveFromGroupAsync(
        string connectionId,
        string groupName,
        CancellationToken cancellationToken = default
    ) => Task.CompletedTask;
}
