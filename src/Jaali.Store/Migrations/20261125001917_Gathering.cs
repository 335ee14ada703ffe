using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class Gathering : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Collections",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Protocol = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    HarvestFrom = table.Column<string>(type: "TEXT", nullable: false),
                    ResumptionToken = table.Column<string>(type: "TEXT", nullable: false),
                    HarvestedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Collections", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Found",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Collection = table.Column<string>(type: "TEXT", nullable: false),
                    CandidateId = table.Column<string>(type: "TEXT", nullable: false),
                    Candidate = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Maker = table.Column<string>(type: "TEXT", nullable: false),
                    Subjects = table.Column<string>(type: "TEXT", nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Harvested = table.Column<bool>(type: "INTEGER", nullable: false),
                    Hash = table.Column<long>(type: "INTEGER", nullable: true),
                    Look = table.Column<string>(type: "TEXT", nullable: false),
                    SeenAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Found", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Searches",
                columns: table => new
                {
                    DeckId = table.Column<Guid>(type: "TEXT", nullable: false),
                    PointId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTimeOffset>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Searches", x => new { x.DeckId, x.PointId, x.Words });
                    table.ForeignKey(
                        name: "FK_Searches_Decks_DeckId",
                        column: x => x.DeckId,
                        principalTable: "Decks",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Found_Collection_CandidateId",
                table: "Found",
                columns: new[] { "Collection", "CandidateId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Found_Hash",
                table: "Found",
                column: "Hash");

            // Words of what was found, searched in full text; the table of candidates is its content, kept in step by triggers (SQLite FTS5, section 4.4.3).
            migrationBuilder.Sql("CREATE VIRTUAL TABLE FoundWords USING fts5(Title, Subjects, Maker, Description, content='Found', content_rowid='Id', tokenize='porter unicode61 remove_diacritics 2');");
            migrationBuilder.Sql("CREATE TRIGGER FoundIn AFTER INSERT ON Found BEGIN INSERT INTO FoundWords(rowid, Title, Subjects, Maker, Description) VALUES (new.Id, new.Title, new.Subjects, new.Maker, new.Description); END;");
            migrationBuilder.Sql("CREATE TRIGGER FoundOut AFTER DELETE ON Found BEGIN INSERT INTO FoundWords(FoundWords, rowid, Title, Subjects, Maker, Description) VALUES ('delete', old.Id, old.Title, old.Subjects, old.Maker, old.Description); END;");
            migrationBuilder.Sql("CREATE TRIGGER FoundNew AFTER UPDATE OF Title, Subjects, Maker, Description ON Found BEGIN INSERT INTO FoundWords(FoundWords, rowid, Title, Subjects, Maker, Description) VALUES ('delete', old.Id, old.Title, old.Subjects, old.Maker, old.Description); INSERT INTO FoundWords(rowid, Title, Subjects, Maker, Description) VALUES (new.Id, new.Title, new.Subjects, new.Maker, new.Description); END;");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP TABLE FoundWords;");

            migrationBuilder.DropTable(
                name: "Collections");

            migrationBuilder.DropTable(
                name: "Found");

            migrationBuilder.DropTable(
                name: "Searches");
        }
    }
}
