using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Jaali.Store.Migrations
{
    /// <inheritdoc />
    public partial class Items : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameColumn(
                name: "Items",
                table: "Slides",
                newName: "ItemOrder");

            migrationBuilder.AddColumn<byte[]>(
                name: "Preview",
                table: "Photos",
                type: "BLOB",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Author",
                table: "Commands",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Format",
                table: "Commands",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<int>(
                name: "Of",
                table: "Commands",
                type: "INTEGER",
                nullable: true);

            // An item may show several photos. The table is made anew by hand: it holds nothing that the slides do not say.
            migrationBuilder.DropTable(name: "Placements");
            migrationBuilder.CreateTable(
                name: "Placements",
                columns: table => new
                {
                    DeckId = table.Column<Guid>(type: "TEXT", nullable: false),
                    SlideId = table.Column<Guid>(type: "TEXT", nullable: false),
                    ItemId = table.Column<Guid>(type: "TEXT", nullable: false),
                    PhotoId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Placements", x => new { x.DeckId, x.SlideId, x.ItemId, x.PhotoId });
                    table.ForeignKey(
                        name: "FK_Placements_Photos_PhotoId",
                        column: x => x.PhotoId,
                        principalTable: "Photos",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Placements_Slides_DeckId_SlideId",
                        columns: x => new { x.DeckId, x.SlideId },
                        principalTable: "Slides",
                        principalColumns: new[] { "DeckId", "Id" },
                        onDelete: ReferentialAction.Cascade);
                });
            migrationBuilder.CreateIndex(name: "IX_Placements_PhotoId", table: "Placements", column: "PhotoId");

            migrationBuilder.CreateTable(
                name: "Items",
                columns: table => new
                {
                    DeckId = table.Column<Guid>(type: "TEXT", nullable: false),
                    SlideId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Format = table.Column<int>(type: "INTEGER", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Items", x => new { x.DeckId, x.SlideId, x.Id });
                    table.ForeignKey(
                        name: "FK_Items_Slides_DeckId_SlideId",
                        columns: x => new { x.DeckId, x.SlideId },
                        principalTable: "Slides",
                        principalColumns: new[] { "DeckId", "Id" },
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Jobs",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    DeckId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Author = table.Column<string>(type: "TEXT", nullable: false),
                    Asked = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    Message = table.Column<string>(type: "TEXT", nullable: false),
                    Result = table.Column<string>(type: "TEXT", nullable: true),
                    StartedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Jobs", x => x.Id);
                });

            // A ground and words become items, as they were written (format 1); they are upgraded when they are read.
            migrationBuilder.Sql("""
                INSERT INTO Items (DeckId, SlideId, Id, Kind, Format, Body)
                SELECT DeckId, Id, upper(json_extract(ItemOrder, '$.ground.id')), 'frame', 1, json_extract(ItemOrder, '$.ground')
                FROM Slides WHERE json_type(ItemOrder, '$.ground') = 'object';
                INSERT INTO Items (DeckId, SlideId, Id, Kind, Format, Body)
                SELECT s.DeckId, s.Id, upper(json_extract(w.value, '$.id')), 'words', 1, w.value
                FROM Slides s, json_each(s.ItemOrder, '$.words') w;
                INSERT INTO Placements (DeckId, SlideId, ItemId, PhotoId)
                SELECT DeckId, SlideId, Id, json_extract(Body, '$.photoId') FROM Items WHERE Kind = 'frame';
                UPDATE Slides SET ItemOrder = (
                    SELECT json_group_array(o.id) FROM (
                        SELECT 0 AS at, -1 AS n, json_extract(Slides.ItemOrder, '$.ground.id') AS id
                        WHERE json_type(Slides.ItemOrder, '$.ground') = 'object'
                        UNION ALL
                        SELECT 1, w.key, json_extract(w.value, '$.id') FROM json_each(Slides.ItemOrder, '$.words') w
                        ORDER BY 1, 2
                    ) o
                );
                """);

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_DeckId",
                table: "Jobs",
                column: "DeckId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("Items do not become a ground and words again.");
    }
}
