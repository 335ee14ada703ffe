using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace Jaali.Store;

/// <summary>Statements that belong to a transaction.</summary>
internal interface IRows
{
    void Join(SqliteTransaction transaction);
}

/// <summary>The statements of one table, prepared once for a connection. What the rows and columns are called, and how
/// values are stored, is read off the model; beside the framework's own way there is nothing to be made or compiled for
/// them when they are first used.</summary>
internal sealed class Rows<T> : IRows
    where T : class
{
    private readonly SqliteConnection _connection;
    private readonly IProperty[] _columns,
        _key;
    private readonly StoreObjectIdentifier _table;
    private readonly Dictionary<string, (SqliteCommand Command, IProperty[] Of)> _prepared = [];
    private SqliteTransaction? _transaction;

    internal Rows(JaaliDb db, SqliteConnection connection)
    {
        _connection = connection;
        IEntityType type = db.Model.FindEntityType(typeof(T))!;
        _table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
        _columns = [.. type.GetProperties()];
        _key = [.. type.FindPrimaryKey()!.Properties];
    }

    public void Join(SqliteTransaction transaction) => _transaction = transaction;

    /// <summary>Inserts a row, or puts it in the place of the one with its key.</summary>
    internal void Put(T row) =>
        Run(
            "put",
            row,
            _columns,
            () =>
            {
                string[] others = [.. _columns.Except(_key).Select(c => $"{Name(c)}=excluded.{Name(c)}")];
                return $"INSERT INTO \"{_table.Name}\" ({string.Join(',', _columns.Select(Name))}) "
                    + $"VALUES ({string.Join(',', _columns.Select((_, i) => "@p" + i))}) "
                    + $"ON CONFLICT ({string.Join(',', _key.Select(Name))}) DO "
                    + (others.Length > 0 ? "UPDATE SET " + string.Join(',', others) : "NOTHING");
            }
        );

    /// <summary>Changes the row with this key where it is at a revision; some columns, or all but the key.</summary>
    internal int Update(T row, string[]? columns, int revision)
    {
        IProperty[] set = [.. _columns.Except(_key).Where(c => columns?.Contains(c.Name) ?? true), .. _key];
        return Run(
            $"update {columns?.Length}",
            row,
            set,
            () =>
                $"UPDATE \"{_table.Name}\" SET "
                + string.Join(',', set.SkipLast(_key.Length).Select((c, i) => $"{Name(c)}=@p{i}"))
                + $" WHERE {Where(set, _key)} AND \"Revision\"=@revision",
            revision
        );
    }

    /// <summary>Removes the row with this key.</summary>
    internal void Remove(T row) =>
        Run("remove", row, _key, () => $"DELETE FROM \"{_table.Name}\" WHERE {Where(_key, _key)}");

    /// <summary>Removes the rows that agree in some columns.</summary>
    internal void RemoveAll(T row, params string[] columns)
    {
        IProperty[] of = [.. _columns.Where(c => columns.Contains(c.Name))];
        Run("remove all", row, of, () => $"DELETE FROM \"{_table.Name}\" WHERE {Where(of, of)}");
    }

    /// <summary>The rows that agree in some columns; all where none is named.</summary>
    internal List<T> Select(T like, params string[] columns)
    {
        IProperty[] of = [.. _columns.Where(c => columns.Contains(c.Name))];
        using SqliteCommand command = _connection.CreateCommand();
        // Its text is made of names that the model has; values come as parameters.
#pragma warning disable CA2100
        command.CommandText =
            $"SELECT {string.Join(',', _columns.Select(Name))} FROM \"{_table.Name}\""
            + (of.Length > 0 ? $" WHERE {Where(of, of)}" : "");
#pragma warning restore CA2100
        for (int i = 0; i < of.Length; i++)
            command.Parameters.AddWithValue("@p" + i, Value(of[i], like));
        command.Transaction = _transaction;
        List<T> found = [];
        using SqliteDataReader reader = command.ExecuteReader();
        while (reader.Read())
        {
            T row = Activator.CreateInstance<T>();
            for (int i = 0; i < _columns.Length; i++)
                if (!reader.IsDBNull(i))
                    _columns[i].PropertyInfo!.SetValue(row, Read(reader, i, _columns[i].ClrType));
            found.Add(row);
        }
        return found;
    }

    private static object Read(SqliteDataReader reader, int at, Type type) =>
        (Nullable.GetUnderlyingType(type) ?? type) switch
        {
            var t when t == typeof(string) => reader.GetString(at),
            var t when t == typeof(Guid) => reader.GetGuid(at),
            var t when t == typeof(int) => reader.GetInt32(at),
            var t when t == typeof(long) => reader.GetInt64(at),
            var t when t == typeof(double) => reader.GetDouble(at),
            var t when t == typeof(bool) => reader.GetBoolean(at),
            var t when t == typeof(DateTimeOffset) => reader.GetFieldValue<DateTimeOffset>(at),
            var t when t == typeof(byte[]) => reader.GetFieldValue<byte[]>(at),
            var t => throw new NotSupportedException($"A column of {t.Name} cannot be read."),
        };

    private string Where(IProperty[] parameters, IProperty[] columns) =>
        string.Join(" AND ", columns.Select(c => $"{Name(c)}=@p{Array.IndexOf(parameters, c)}"));

    private string Name(IProperty column) => $"\"{column.GetColumnName(_table)}\"";

    private int Run(string name, T row, IProperty[] of, Func<string> text, int? revision = null)
    {
        if (!_prepared.TryGetValue(name, out var made))
        {
            SqliteCommand command = _connection.CreateCommand();
            // Its text is made of names that the model has; values come as parameters.
#pragma warning disable CA2100
            command.CommandText = text();
#pragma warning restore CA2100
            for (int i = 0; i < of.Length; i++)
                command.Parameters.Add(new SqliteParameter { ParameterName = "@p" + i });
            if (revision is not null)
                command.Parameters.Add(new SqliteParameter { ParameterName = "@revision" });
            _prepared[name] = made = (command, of);
        }
        for (int i = 0; i < of.Length; i++)
            made.Command.Parameters[i].Value = Value(made.Of[i], row);
        if (revision is { } at)
            made.Command.Parameters[of.Length].Value = at;
        made.Command.Transaction = _transaction;
        return made.Command.ExecuteNonQuery();
    }

    private static object Value(IProperty column, T row)
    {
        object? value = column.PropertyInfo!.GetValue(row);
        return (column.GetTypeMapping().Converter is { } converter ? converter.ConvertToProvider(value) : value)
            ?? DBNull.Value;
    }
}
