using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Jaali.Store;

/// <summary>The database.</summary>
public sealed class JaaliDb(DbContextOptions<JaaliDb> options) : DbContext(options)
{
    /// <summary>Decks.</summary>
    public DbSet<DeckRow> Decks => Set<DeckRow>();

    /// <summary>Points.</summary>
    public DbSet<PointRow> Points => Set<PointRow>();

    /// <summary>Slides.</summary>
    public DbSet<SlideRow> Slides => Set<SlideRow>();

    /// <summary>Items of slides.</summary>
    public DbSet<ItemRow> Items => Set<ItemRow>();

    /// <summary>Where photos are shown.</summary>
    public DbSet<PlacementRow> Placements => Set<PlacementRow>();

    /// <summary>Edits.</summary>
    public DbSet<CommandRow> Commands => Set<CommandRow>();

    /// <summary>Taken photos.</summary>
    public DbSet<PhotoRow> Photos => Set<PhotoRow>();

    /// <summary>Their records.</summary>
    public DbSet<RightsRow> Rights => Set<RightsRow>();

    /// <summary>What sources said.</summary>
    public DbSet<EvidenceRow> Evidence => Set<EvidenceRow>();

    /// <summary>Collections.</summary>
    public DbSet<CollectionRow> Collections => Set<CollectionRow>();

    /// <summary>Candidates found or harvested.</summary>
    public DbSet<FoundRow> Found => Set<FoundRow>();

    /// <summary>What was searched.</summary>
    public DbSet<SearchRow> Searches => Set<SearchRow>();

    /// <summary>Long work.</summary>
    public DbSet<JobRow> Jobs => Set<JobRow>();

    /// <summary>Saved house styles.</summary>
    public DbSet<HouseStyleRow> HouseStyles => Set<HouseStyleRow>();

    /// <summary>Added faces.</summary>
    public DbSet<FontRow> Fonts => Set<FontRow>();

    /// <summary>Opens the database of a folder: write-ahead log, foreign keys on, five seconds of patience with a
    /// lock.</summary>
    public static DbContextOptions<JaaliDb> Options(string folder) =>
        Configure(new DbContextOptionsBuilder<JaaliDb>(), folder).Options;

    /// <summary>Sets a builder up for the database of a folder; every connection writes through to the disk.</summary>
    public static T Configure<T>(T builder, string folder)
        where T : DbContextOptionsBuilder
    {
        builder.UseSqlite(ConnectionString(folder)).AddInterceptors(Durable);
        return builder;
    }

    private static readonly DurableConnections Durable = new();

    /// <summary>The connection to the database of a folder.</summary>
    public static string ConnectionString(string folder) =>
        $"Data Source={Path.Combine(folder, "jaali.db")};Foreign Keys=True;Default Timeout=5;Pooling=True";

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<DeckRow>().HasKey(d => d.Id);
        modelBuilder.Entity<HouseStyleRow>().HasKey(h => h.Name);
        modelBuilder.Entity<FontRow>().HasKey(f => f.FaceId);
        modelBuilder.Entity<PointRow>(e =>
        {
            e.HasKey(p => new { p.DeckId, p.Id });
            e.HasOne<DeckRow>().WithMany().HasForeignKey(p => p.DeckId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<SlideRow>(e =>
        {
            e.HasKey(s => new { s.DeckId, s.Id });
            e.HasOne<DeckRow>().WithMany().HasForeignKey(s => s.DeckId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<ItemRow>(e =>
        {
            e.HasKey(i => new
            {
                i.DeckId,
                i.SlideId,
                i.Id,
            });
            e.HasOne<SlideRow>()
                .WithMany()
                .HasForeignKey(i => new { i.DeckId, i.SlideId })
                .OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<JobRow>(e =>
        {
            e.HasKey(j => j.Id);
            e.HasIndex(j => j.DeckId);
        });
        modelBuilder.Entity<PlacementRow>(e =>
        {
            e.HasKey(p => new
            {
                p.DeckId,
                p.SlideId,
                p.ItemId,
                p.PhotoId,
            });
            e.HasIndex(p => p.PhotoId);
            e.HasOne<SlideRow>()
                .WithMany()
                .HasForeignKey(p => new { p.DeckId, p.SlideId })
                .OnDelete(DeleteBehavior.Cascade);
            e.HasOne<PhotoRow>().WithMany().HasForeignKey(p => p.PhotoId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<CommandRow>(e =>
        {
            e.HasKey(c => new { c.DeckId, c.Revision });
            e.HasOne<DeckRow>().WithMany().HasForeignKey(c => c.DeckId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<CollectionRow>().HasKey(c => c.Id);
        modelBuilder.Entity<FoundRow>(e =>
        {
            e.HasKey(f => f.Id);
            e.HasIndex(f => new { f.Collection, f.CandidateId }).IsUnique();
            e.HasIndex(f => f.Hash);
        });
        modelBuilder.Entity<SearchRow>(e =>
        {
            e.HasKey(s => new
            {
                s.DeckId,
                s.PointId,
                s.Words,
            });
            e.HasOne<DeckRow>().WithMany().HasForeignKey(s => s.DeckId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<PhotoRow>().HasKey(p => p.Id);
        modelBuilder.Entity<RightsRow>(e =>
        {
            e.HasKey(r => r.PhotoId);
            e.HasOne<PhotoRow>().WithOne().HasForeignKey<RightsRow>(r => r.PhotoId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<EvidenceRow>(e =>
        {
            e.HasKey(x => x.Id);
            e.HasIndex(x => x.PhotoId);
            e.HasOne<PhotoRow>().WithMany().HasForeignKey(x => x.PhotoId).OnDelete(DeleteBehavior.Cascade);
        });
    }
}

/// <summary>Lets the migrations tool make the context.</summary>
public sealed class JaaliDbDesign : IDesignTimeDbContextFactory<JaaliDb>
{
    /// <inheritdoc/>
    public JaaliDb CreateDbContext(string[] args) => new(JaaliDb.Options(Path.GetTempPath()));
}
