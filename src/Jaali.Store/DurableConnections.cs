using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Jaali.Store;

/// <summary>Tells every connection to flush each commit to the disk: the setting belongs to the connection and not to
/// the
/// database (SQLite, PRAGMA synchronous).</summary>
internal sealed class DurableConnections : DbConnectionInterceptor
{
    /// <inheritdoc/>
    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using DbCommand command = connection.CreateCommand();
        command.CommandText = "PRAGMA synchronous=FULL";
        command.ExecuteNonQuery();
    }

    /// <inheritdoc/>
    public override async Task ConnectionOpenedAsync(
        DbConnection connection,
        ConnectionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        await using DbCommand command = connection.CreateCommand();
        command.CommandText = "PRAGMA synchronous=FULL";
        await command.ExecuteNonQueryAsync(cancellationToken);
    }
}
